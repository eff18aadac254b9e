# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about the shape of a roof: outlines whose edges raise planes, and what stands on them."""

from typing import Annotated, Literal

from glacis.core.errors import MissingReference
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Point = tuple[float, float]
RimKind = Literal["eaves", "verge", "parapet", "abutment"]
OpeningKind = Literal["rooflight", "hatch", "chimney", "plant", "post", "solar"]
DormerForm = Literal["gable", "shed"]

CUTTING: tuple[OpeningKind, ...] = ("rooflight", "hatch", "chimney")
"""What goes through the roof; the rest stands on it."""


STEEPEST = 85.0
"""Pitch of a plane at most [°]; what is steeper is a wall; our judgement."""
FLATTEST_PLANE = 0.5
"""Pitch of a plane that rises from an edge at least [°]; our judgement: below it planes do not meet
within any building."""
PlanePitch = Annotated[
    float,
    Range("pitch", Quantity.ANGLE, FLATTEST_PLANE, STEEPEST, advice="What is upright is a verge."),
]
Level = Annotated[float, Range("level", Quantity.LENGTH, -500.0, 9000.0, "lowest and highest land")]


class Break(Node, frozen=True, kw_only=True):
    """A change of pitch.

    Attributes:
        start: height above the footprint's level [m].
        pitch: from there on [°].
    """

    start: float
    pitch: PlanePitch


class FootprintEdge(Node, frozen=True, kw_only=True):
    """An edge of a footprint, from ``at`` to where the next one begins, and what rises from it.

    Attributes:
        id: within its footprint.
        at: where it begins in plan [m].
        kind: eaves raise a plane; a verge, a parapet and an abutment stand upright.
        pitch: of the plane over eaves [°].
        overhang: how far the roof reaches out beyond the edge [m].
        rise: of the plane above the footprint's level, at the edge [m].
        breaks: where the plane goes on at another pitch, from below upwards. Over an upright edge
            the first of them begins a hip up there.
    """

    id: str
    at: Point
    kind: RimKind = "eaves"
    pitch: PlanePitch = 35.0
    overhang: Annotated[float, Range("overhang", Quantity.LENGTH, 0.0, 5.0)] = 0.0
    rise: Annotated[float, Range("rise", Quantity.LENGTH, -20.0, 50.0)] = 0.0
    breaks: tuple[Break, ...] = ()


class Loop(Node, frozen=True, kw_only=True):
    """A closed row of edges."""

    edges: tuple[FootprintEdge, ...]

    @property
    def outline(self) -> tuple[Point, ...]:
        """Its corners [m]."""
        return tuple(edge.at for edge in self.edges)

    @property
    def sides(self) -> tuple[tuple[FootprintEdge, Point], ...]:
        """Its edges, each with where it ends [m]."""
        following = (*self.edges[1:], *self.edges[:1])
        return tuple((edge, after.at) for edge, after in zip(self.edges, following, strict=True))


class Footprint(Node, frozen=True, kw_only=True):
    """An outline in plan from which a whole roof rises.

    Attributes:
        id: of the footprint.
        name: as people call the roof.
        level: of the eaves at the edge [m].
        loops: the outline anticlockwise, then courtyards clockwise.
        top: height above the level where the roof is cut off level [m]; None lets it close.
    """

    id: str
    name: str
    level: Level
    loops: tuple[Loop, ...]
    top: Annotated[float, Range("height of the level top", Quantity.LENGTH, 0.0, 100.0)] | None = (
        None
    )

    @property
    def sides(self) -> tuple[tuple[FootprintEdge, Point], ...]:
        """The edges of all its loops, each with where it ends [m]."""
        return tuple(side for loop in self.loops for side in loop.sides)

    def side(self, edge: str) -> tuple[FootprintEdge, Point]:
        """An edge by its id, and where it ends [m].

        Raises:
            MissingReference: where it has no such edge.
        """
        for found, end in self.sides:
            if found.id == edge:
                return found, end
        raise MissingReference("edge", edge, f"Footprint '{self.name}'")


class Grown(Node, frozen=True, kw_only=True):
    """Where a roof area comes from, so that it follows when that changes.

    Attributes:
        source: id of a footprint or a dormer.
        edge: id of the edge its plane rises from; empty for a level top.
        band: 0 for the plane at the edge, 1 for the one above a change of pitch.
        piece: counts on where one edge has several planes.
    """

    source: str
    edge: str = ""
    band: int = 0
    piece: int = 0


class Hole(Node, frozen=True, kw_only=True):
    """A part of a roof area that is none.

    Attributes:
        outline: in plan [m].
        by: id of the opening or dormer that makes it; empty for a courtyard.
    """

    outline: tuple[Point, ...]
    by: str = ""


class Opening(Node, frozen=True, kw_only=True):
    """Something that goes through a roof area or stands on it.

    Attributes:
        id: of the opening.
        name: as people call it.
        kind: rooflights, hatches and chimneys cut the area; plant, posts and solar arrays do not.
        area: id of the roof area.
        at: its middle in plan [m].
        width: along the eaves [m].
        length: down the slope [m].
        upstand: height of its kerb or foot above the covering [m].
    """

    id: str
    name: str
    kind: OpeningKind
    area: str
    at: Point
    width: Annotated[float, Range("width", Quantity.LENGTH, 0.02, 100.0)]
    length: Annotated[float, Range("length", Quantity.LENGTH, 0.02, 100.0)]
    upstand: Annotated[float, Range("upstand", Quantity.THICKNESS, 0.0, 20.0)] = 0.15


class Dormer(Node, frozen=True, kw_only=True):
    """A small roof set on a plane, its front wall upright.

    Attributes:
        id: of the dormer.
        name: as people call it.
        area: id of the roof area it stands on.
        at: middle of its front wall in plan [m].
        width: along the eaves of that area [m].
        wall: height of its front wall above that area's plane [m].
        form: a gable, or a shed that falls to the front.
        pitch: of its planes [°].
    """

    id: str
    name: str
    area: str
    at: Point
    width: Annotated[float, Range("width", Quantity.LENGTH, 0.3, 50.0)]
    wall: Annotated[float, Range("front wall", Quantity.LENGTH, 0.1, 20.0)]
    form: DormerForm = "gable"
    pitch: PlanePitch = 35.0
