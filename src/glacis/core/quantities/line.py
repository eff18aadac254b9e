# SPDX-License-Identifier: GPL-3.0-or-later
"""A line of the bill: what, where, how much of it lies there, and what that takes."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.model.quantities import Form, Unit

if TYPE_CHECKING:
    from glacis.core.quantities.boards import BoardPlan
    from glacis.core.quantities.rolls import RollPlan
    from glacis.core.quantities.trade import Courses, Strips

SECTIONS = (
    "Taken off", "Structure and deck", "Layers", "Insulation", "Covering", "Members and battens", "Edges",
    "Openings and outlets", "Fixings", "Own lines",
)  # fmt: skip
"""Sections of the bill, in the order of the bill; by definition."""


class Places(Struct, frozen=True):
    """Where a line lies.

    Attributes:
        areas: ids of roof areas.
        layer: id of the layer; empty for none.
        pieces: ids of junctions.
        thing: id of the opening, outlet or thing; empty for none.
        set: id of the set of fixings; empty for none.
    """

    areas: tuple[str, ...] = ()
    layer: str = ""
    pieces: tuple[str, ...] = ()
    thing: str = ""
    set: str = ""


class Per(Struct, frozen=True):
    """What one unit of a line is.

    Attributes:
        area: [m²].
        volume: [m³].
        mass: [kg].
        length: [m].
    """

    area: float = 0.0
    volume: float = 0.0
    mass: float = 0.0
    length: float = 0.0


class Line(Struct, frozen=True):
    """A line of the bill; net + lap + cut + spare = gross.

    Attributes:
        id: place and layer or step; it stays while these stay.
        section: of the bill.
        name: in words.
        key: by which it is sold and priced: of a material, product or thing.
        material: id of the material whose price stands in where the key has none; empty for none.
        unit: it is counted in.
        places: where it lies.
        net: as it lies [unit].
        lap: doubled, turned up, folded or pressed together [unit].
        cut: cut away [unit].
        share: spare on top of these [-].
        per: what one unit is.
        form: as sold.
        how: how the figures came about, in words.
        assumed: what was taken for want of a statement, in words.
        step: of the table of rates; empty for none.
        work: how much of that step [its unit].
        why: none is needed, because; empty for a line with something in it.
        pieces: lengths to be cut from bars or trims [m].
        rolls: how they are laid; None for others.
        boards: layers of them; none for others.
        derived: net before the user put another in its place; None where nobody did.
        reason: why they did.
        stale: whether the derived quantity moved on since.
        origin: derived or user.
    """

    id: str
    section: str
    name: str
    key: str
    unit: Unit
    places: Places
    net: float = 0.0
    lap: float = 0.0
    cut: float = 0.0
    share: float = 0.0
    per: Per = Per()
    form: "Form | Strips | Courses | None" = None
    how: tuple[str, ...] = ()
    assumed: tuple[str, ...] = ()
    step: str = ""
    work: float = 0.0
    why: str = ""
    pieces: tuple[float, ...] = ()
    rolls: "RollPlan | None" = None
    boards: "tuple[BoardPlan, ...]" = ()
    derived: float | None = None
    reason: str = ""
    stale: bool = False
    origin: str = "derived"
    material: str = ""

    @property
    def spare(self) -> float:
        """On top of what is cut [unit]."""
        return self.share * (self.net + self.lap + self.cut)

    @property
    def gross(self) -> float:
        """All that it takes [unit]."""
        return self.net + self.lap + self.cut + self.spare

    @property
    def is_none(self) -> bool:
        """Whether nothing is bought for it."""
        return bool(self.why)
