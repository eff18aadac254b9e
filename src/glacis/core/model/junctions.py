# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about the edges of the roof: links of its control lines, things added by hand, answers."""

from typing import Annotated, Literal

from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.model.geometry import Point
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Control = Literal["water", "air", "vapour", "thermal"]
Joint = Literal["lap", "weld", "tape", "sealant", "clamp", "pressed", "cast", "cover"]
Side = Literal["from", "to", "none"]
HandKind = Literal["pipe", "threshold", "movement-joint", "module-joint"]
Contact = Literal["compatible", "separate", "forbidden", "test"]

Lap = Annotated[float, Range("lap", Quantity.THICKNESS, 0.0, 2.0)]


class Link(Node, frozen=True, kw_only=True):
    """How two things join in one control line.

    Attributes:
        control: whose line it is.
        start: one of the two, by name.
        end: the other.
        joint: how they hold together.
        over: which of the two lies over the other; none where neither does.
        uphill: which of the two is uphill, where the roof itself does not tell; none for what it tells.
        how: in words.
        length: of the lap [m]; 0 where nobody stated it.
        least: that it needs [m]; 0 where nothing is asked.
        trade: that makes it; empty for nobody.
        drawn_by: who draws it; empty for nobody.
        dated: the drawing, as year-month-day; empty where there is none yet.
        decided: who agreed to a lap against the flow that is welded, when and why; empty for nobody.
        glue: family of the glue, tape or sealant between the two; empty for none, or where it is not known.
    """

    control: Control
    start: str
    end: str
    joint: Joint = "lap"
    over: Side = "none"
    uphill: Side = "none"
    how: str = ""
    length: Lap = 0.0
    least: Lap = 0.0
    trade: str = ""
    drawn_by: str = ""
    dated: str = ""
    decided: str = ""
    glue: str = ""


class StatedJunction(Node, frozen=True, kw_only=True):
    """A junction whose lines somebody drew in place of the usual ones.

    Attributes:
        id: of the piece of edge, outlet, opening or thing it belongs to.
        links: of all its lines; None for the usual ones.
        dry: id of a detail for dry climates that is wanted here; empty for none.
        dry_holds: whether the condition of that detail holds; None where nobody said.
        detail: sizes of what stands there; None for the usual ones.
    """

    id: str
    links: tuple[Link, ...] | None = None
    dry: str = ""
    dry_holds: bool | None = None
    detail: EdgeDetail | None = None


def areas_named(junction: str) -> tuple[str, ...]:
    """Ids of the areas that the id of a junction names.

    >>> areas_named("hip:south+west#1"), areas_named("outlet:roof/drain")
    (('south', 'west'), ('roof',))
    """
    areas = (
        junction.partition(":")[2].rpartition("#")[0]
        or junction.partition(":")[2].partition("/")[0]
    )
    return tuple(areas.split("+"))


class HandPiece(Node, frozen=True, kw_only=True):
    """A junction that no edge or opening tells of.

    Attributes:
        id: of it.
        name: as people call it.
        kind: what passes or parts the roof.
        area: id of the roof area.
        at: in plan [m].
        size: across of a pipe, else along the junction [m].
        count: how many of them there are.
    """

    id: str
    name: str
    kind: HandKind
    area: str
    at: Point
    size: Annotated[float, Range("size", Quantity.LENGTH, 0.01, 200.0)] = 0.1
    count: Annotated[int, Range("count", None, 1, 10000)] = 1


class Answer(Node, frozen=True, kw_only=True):
    """An answer to an open question.

    Attributes:
        question: its key.
        answer: in words.
        who: gave it.
        date: as year-month-day.
    """

    question: str
    answer: str
    who: str
    date: str


class ContactRule(Node, frozen=True, kw_only=True):
    """What two families of materials do to each other, where the project holds otherwise than the table.

    Attributes:
        first: id of a family.
        second: id of the other.
        value: what holds.
        reason: why it differs from the table.
    """

    first: str
    second: str
    value: Contact
    reason: str
