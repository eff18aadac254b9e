# SPDX-License-Identifier: GPL-3.0-or-later
"""The plane that things are laid on, turned so that they run along u."""

from collections.abc import Sequence
from math import cos, hypot, radians, sin

import shapely
from msgspec import Struct

from glacis.core.errors import ValueRefused

Point = tuple[float, float]
Ring = tuple[Point, ...]
SPECK = 1e-9
"""Parts smaller than this are none [m²]; by definition of rounding."""
NEAR = 1e-6
"""Places nearer than this are one [m]; by definition of rounding."""


class Ground(Struct, frozen=True):
    """A plane in true lengths [m].

    Attributes:
        outline: anticlockwise.
        holes: what goes through it.
        turn_ups: length added to what ends at an edge, by the number of the edge; empty for none.
    """

    outline: Ring
    holes: tuple[Ring, ...] = ()
    turn_ups: tuple[float, ...] = ()


class Turned(Struct, frozen=True, eq=False):
    """The plane turned so that what is laid runs along u.

    Attributes:
        shape: u along, v across [m].
        direction: that u points to [°].
        edges: of the outline, each with what is turned up there [m].
    """

    shape: shapely.Polygon
    direction: float
    edges: tuple[tuple[Point, Point, float], ...]

    @property
    def low(self) -> float:
        """Where its first strip begins [m]."""
        return float(self.shape.bounds[1])

    @property
    def extent(self) -> float:
        """Across what is laid [m]."""
        return float(self.shape.bounds[3] - self.shape.bounds[1])

    def back(self, ring: Sequence[Point]) -> Ring:
        """A ring of the turned plane as it lies on the plane."""
        c, s = cos(radians(self.direction)), sin(radians(self.direction))
        return tuple((u * c - v * s, u * s + v * c) for u, v in ring)


def turned(ground: Ground, direction: float) -> Turned:
    """A plane turned so that ``direction`` [°, anticlockwise from its u axis] becomes u.

    Raises:
        ValueRefused: for an outline that crosses itself or has no area.
    """
    c, s = cos(radians(direction)), sin(radians(direction))

    def seen(ring: Ring) -> list[Point]:
        return [(x * c + y * s, -x * s + y * c) for x, y in ring]

    outline = seen(ground.outline)
    shape = shapely.Polygon(outline, [seen(hole) for hole in ground.holes])
    if not shape.is_valid:
        whole = shapely.Polygon(outline)
        if not whole.is_valid:
            raise ValueRefused("outline", "crosses itself", "an outline that does not")
        shape = whole.difference(
            shapely.union_all([shapely.Polygon(seen(hole)) for hole in ground.holes])
        )
    if shape.area < SPECK:
        raise ValueRefused("outline", "no area", "an outline round some")
    ups = ground.turn_ups or (0.0,) * len(outline)
    edges = tuple(
        (outline[k], outline[(k + 1) % len(outline)], ups[k]) for k in range(len(outline))
    )
    return Turned(shape, direction, edges)


def strip(ground: Turned, low: float, high: float) -> list[shapely.Polygon]:
    """Connected parts of the plane between two lines along u, from the left."""
    west, _, east, _ = ground.shape.bounds
    band = ground.shape.intersection(shapely.box(west - 1, low, east + 1, high))
    parts = [part for part in shapely.get_parts(band) if part.area > SPECK]
    return sorted(parts, key=lambda part: (part.bounds[0], part.bounds[1]))


def metres_on(ground: Turned, v: float) -> float:
    """How much of a line along u lies on the plane [m]."""
    west, _, east, _ = ground.shape.bounds
    line = shapely.LineString([(west - 1, v), (east + 1, v)])
    return float(ground.shape.intersection(line).length)


def long_directions(ground: Ground) -> tuple[float, ...]:
    """Directions to try [°]: along, across, and along the longest edges that run otherwise."""
    from math import atan2, degrees

    found = [0.0, 90.0]
    ring = ground.outline
    sides = [
        (hypot(b[0] - a[0], b[1] - a[1]), degrees(atan2(b[1] - a[1], b[0] - a[0])) % 180)
        for a, b in zip(ring, ring[1:] + ring[:1], strict=True)
    ]
    for _, way in sorted(sides, key=lambda side: (-round(side[0], 6), side[1]))[:2]:
        if all(min(abs(way - known), 180 - abs(way - known)) > 0.5 for known in found):
            found.append(round(way, 6))
    return tuple(found)
