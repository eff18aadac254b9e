# SPDX-License-Identifier: GPL-3.0-or-later
"""What water leaves a roof by, and how the surface may rise from it: outlets, level lines, gauges."""

from math import atan2, cos, hypot, pi, sin

from msgspec import Struct

from glacis.core.errors import ValueRefused

Point = tuple[float, float]
Gradient = tuple[float, float]

LEAST_DIRECTIONS = 3
"""By definition: fewer gradients hold no point strictly within them."""


def distance(a: Point, b: Point) -> float:
    """Between two points [m]."""
    return hypot(b[0] - a[0], b[1] - a[1])


def way(a: Point, b: Point) -> tuple[float, float]:
    """The direction from one point to another, of unit length."""
    length = distance(a, b)
    return (b[0] - a[0]) / length, (b[1] - a[1]) / length


class Gauge(Struct, frozen=True):
    """The gradients that facets may have; γ(v) is the most that any of them rises along v.

    Attributes:
        gradients: uphill, their lengths the falls [-]; the corners of a convex polygon with 0 strictly
            inside, anticlockwise.
    """

    gradients: tuple[Gradient, ...]

    def rise(self, x: float, y: float) -> float:
        """γ of a vector [m]."""
        return max(gx * x + gy * y for gx, gy in self.gradients)

    @property
    def least_fall(self) -> float:
        """The least fall that water meets on any path [-]: along the crease of two neighbours.

        >>> round(regular(0.02, 4, 0.0).least_fall / 0.02, 4)
        0.7071
        """
        pairs = zip(self.gradients, (*self.gradients[1:], self.gradients[0]), strict=True)
        return min(abs(a[0] * b[1] - a[1] * b[0]) / distance(a, b) for a, b in pairs)


def regular(fall: float, directions: int, angle: float) -> Gauge:
    """Facets of one ``fall`` [-] in so many ``directions``, one of them at ``angle`` [rad] from x."""
    turns = (angle + 2 * pi * k / directions for k in range(directions))
    return Gauge(tuple((fall * cos(turn), fall * sin(turn)) for turn in turns))


def along_valley(along: float, across: float, angle: float) -> Gauge:
    """A valley at ``angle`` [rad] that falls ``along`` [-] itself, its sides ``across`` [-] besides."""
    c, s = cos(angle), sin(angle)
    pairs = ((along, across), (-along, across), (-along, -across), (along, -across))
    return Gauge(tuple((u * c - n * s, u * s + n * c) for u, n in pairs))


def square_to(normals: tuple[Gradient, ...], fall: float) -> Gauge:
    """Facets of one ``fall`` [-] square to walls with these outward ``normals`` of unit length.

    Raises:
        ValueRefused: where they do not reach round, so that a side would fall nowhere.
    """
    ordered = sorted(set(normals), key=lambda n: atan2(n[1], n[0]))
    kept = [n for k, n in enumerate(ordered) if k == 0 or _apart(n, ordered[k - 1])]
    around = zip(kept, (*kept[1:], *kept[:1]), strict=True)
    if len(kept) < LEAST_DIRECTIONS or any(a[0] * b[1] - a[1] * b[0] <= 0 for a, b in around):
        raise ValueRefused("directions of the falls", len(kept), "walls that face all ways round")
    return Gauge(tuple((fall * x, fall * y) for x, y in kept))


def _apart(a: Gradient, b: Gradient) -> bool:
    return abs(a[0] - b[0]) > 1e-9 or abs(a[1] - b[1]) > 1e-9


class PointSource(Struct, frozen=True):
    """An outlet.

    Attributes:
        id: its name in results.
        at: in plan [m].
        level: of the finished surface there [m].
        gauge: how the surface rises from it.
    """

    id: str
    at: Point
    level: float
    gauge: Gauge


class LineSource(Struct, frozen=True):
    """A line that is level along its length: a gutter, a valley.

    Attributes:
        id: its name in results.
        start: in plan [m].
        end: in plan [m].
        level: of the finished surface along it [m].
        fall: of the surface that rises from it [-].
        both_sides: whether it takes water from both sides, or from its left alone.
        trough: how much the surface would fall from the lips of a gutter to its middle [m]; 0 for a line.
    """

    id: str
    start: Point
    end: Point
    level: float
    fall: float
    both_sides: bool = False
    trough: float = 0.0

    @property
    def foot(self) -> float:
        """The level that the surface would reach in its middle [m]."""
        return self.level - self.trough

    @property
    def gauge(self) -> Gauge:
        """How the surface rises from it: square to it, and along it beyond its ends."""
        angle = atan2(self.end[1] - self.start[1], self.end[0] - self.start[0])
        return regular(self.fall, 4, angle)


Source = PointSource | LineSource
