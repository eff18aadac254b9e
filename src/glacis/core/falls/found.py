# SPDX-License-Identifier: GPL-3.0-or-later
"""A low-slope roof with its falls: surface, facets, thickness, what every outlet takes, what stands.

Only what is found; how it is found needs the compiler and the geometry library, which this does not import.
"""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls, Overflow
from glacis.core.model.geometry import Point

if TYPE_CHECKING:
    from glacis.core.falls.facets import Facets
    from glacis.core.falls.integrals import Spread
    from glacis.core.falls.standing import Standing
    from glacis.core.falls.surface import Surface

Plane = tuple[float, float, float]


class Drain(Struct, frozen=True):
    """What one outlet or level line takes.

    Attributes:
        id: of the outlet or line.
        name: as people call it.
        level: of the surface there, above the lowest [m].
        catchment: in plan [m²].
        flow: of the stated rain, walls and roofs above [l/s].
        capacity: of an outlet at the usual head, or of a gutter [l/s]; None for a line without one.
        head: at which it takes its flow [m]; None for a line.
        dry: how much it lies above the surface and takes nothing [m]; 0 where it drains.
        pipe: what its downpipes carry [l/s]; None where they are not stated.
    """

    id: str
    name: str
    level: float
    catchment: float
    flow: float
    capacity: float | None
    head: float | None
    dry: float
    pipe: float | None = None


class Escape(Struct, frozen=True):
    """An overflow as it lies on the roof.

    Attributes:
        stated: the overflow.
        owner: index of the source in whose catchment it lies.
        surface: height of the surface there, above the lowest outlet [m].
        capacity: before the opening is full, at a head of its height [l/s].
    """

    stated: Overflow
    owner: int
    surface: float
    capacity: float


class Drained(Struct, frozen=True):
    """A roof area with its falls; heights count from the lowest outlet or line [m].

    Attributes:
        area: as stated.
        stated: its falls as stated.
        surface: the finished surface.
        facets: its planes, joined.
        deck: plane of the deck, so that the surface touches it where it is thinnest.
        heights: of the surface, by triangles.
        over_deck: height of the surface above the deck, by triangles, least 0.
        drains: outlets and lines, in the order of the sources.
        escapes: overflows.
        cases: what stands with each outlet blocked, then with all of them.
        least_fall: on any path of water [-].
        longest: path of water [m].
    """

    area: RoofArea
    stated: Falls
    surface: "Surface"
    facets: "Facets"
    deck: Plane
    heights: "Spread"
    over_deck: "Spread"
    drains: tuple[Drain, ...]
    escapes: tuple[Escape, ...]
    cases: "tuple[Standing, ...]"
    least_fall: float
    longest: float

    @property
    def highest(self) -> float:
        """The highest finished point above the lowest outlet [m]."""
        return self.heights.most

    @property
    def worst(self) -> "Standing | None":
        """The deepest water of all cases in which it finds a way out; None where there is none."""
        found = [case for case in self.cases if case.escapes]
        return max(found, key=lambda case: (case.depth, case.volume), default=None)

    def height(self, at: Point) -> float:
        """Of the surface at a point above the lowest outlet [m]; nan beside the plan."""
        lowest = min(source.level for source in self.surface.sources)
        return self.surface.level_at(at) - lowest

    def over_deck_at(self, at: Point) -> float:
        """Height of the surface above the deck at a point, as in ``over_deck`` [m]."""
        a, b, c = self.deck
        return self.surface.level_at(at) - a * at[0] - b * at[1] - c


class Undrained(Struct, frozen=True):
    """Falls that give no surface.

    Attributes:
        stated: as stated.
        why: in words.
        at: where [m]; None for nowhere in particular.
        thing: id of the outlet, line or overflow concerned; empty for none.
    """

    stated: Falls
    why: str
    at: Point | None = None
    thing: str = ""
