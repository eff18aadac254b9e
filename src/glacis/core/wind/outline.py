# SPDX-License-Identifier: GPL-3.0-or-later
"""The outline of a whole roof: its sides, which of their ends stick out, how wide it is across a wind."""

from collections.abc import Iterator, Sequence
from math import atan2, degrees, hypot, radians, sin

from msgspec import Struct

Point = tuple[float, float]
Ring = tuple[Point, ...]
STRAIGHT = 30.0
"""Corners that turn less than so much are none to the wind [°]; our judgement: the standards show right angles, and
an outline drawn as many short sides stands for a round one."""
NEAR = 1e-6
"""Corners closer than so much are one [m]; our judgement."""


class Side(Struct, frozen=True):
    """A side of the outline.

    Attributes:
        start: where it begins, the roof at its left [m].
        end: where it ends [m].
        out_start: whether the roof sticks out at its start.
        out_end: whether at its end.
        in_start: whether the roof turns in at its start.
        in_end: whether at its end.
    """

    start: Point
    end: Point
    out_start: bool
    out_end: bool
    in_start: bool
    in_end: bool

    @property
    def length(self) -> float:
        """[m]."""
        return hypot(self.end[0] - self.start[0], self.end[1] - self.start[1])

    @property
    def along(self) -> Point:
        """Direction from start to end, of length 1."""
        size = self.length
        return (self.end[0] - self.start[0]) / size, (self.end[1] - self.start[1]) / size

    @property
    def outward(self) -> Point:
        """Out of the roof, of length 1."""
        x, y = self.along
        return y, -x

    @property
    def wind_from(self) -> float:
        """Where a wind square to it comes from, clockwise from north [°]."""
        x, y = self.outward
        return degrees(atan2(x, y)) % 360

    def at(self, along: float, inward: float) -> Point:
        """A place by its distances along and square to it [m]."""
        (x, y), (ux, uy), (nx, ny) = self.start, self.along, self.outward
        return x + ux * along - nx * inward, y + uy * along - ny * inward

    def band(self, first: float, last: float, depth: float) -> Ring:
        """A rectangle on it, from ``first`` to ``last`` along it and ``depth`` inward [m]."""
        return (
            self.at(first, 0.0), self.at(last, 0.0), self.at(last, depth), self.at(first, depth),
        )  # fmt: skip

    def strip(self, depth: float) -> Ring:
        """A rectangle all along it, run on by its own depth where the roof turns in."""
        first = -depth if self.in_start else 0.0
        return self.band(first, self.length + (depth if self.in_end else 0.0), depth)


def _turn(a: Point, b: Point, c: Point) -> float:
    """How far the way a–b–c turns to the left [°]."""
    one, two = atan2(b[1] - a[1], b[0] - a[0]), atan2(c[1] - b[1], c[0] - b[0])
    return (degrees(two - one) + 180) % 360 - 180


def plain_ring(ring: Sequence[Point]) -> Ring:
    """A ring without doubled corners and corners in a straight line."""
    kept: list[Point] = []
    for point in ring:
        if not kept or hypot(point[0] - kept[-1][0], point[1] - kept[-1][1]) > NEAR:
            kept.append(point)
    if len(kept) > 1 and hypot(kept[0][0] - kept[-1][0], kept[0][1] - kept[-1][1]) <= NEAR:
        kept.pop()
    size = len(kept)
    return tuple(
        kept[k]
        for k in range(size)
        if abs(_turn(kept[k - 1], kept[k], kept[(k + 1) % size])) > 1e-4
    )


def sides_of(rings: Sequence[Sequence[Point]]) -> tuple[Side, ...]:
    """Sides of an outline anticlockwise and its courtyards clockwise."""
    return tuple(side for ring in rings for side in _sides(plain_ring(ring)))


def _sides(ring: Ring) -> Iterator[Side]:
    size = len(ring)
    turns = [_turn(ring[k - 1], ring[k], ring[(k + 1) % size]) for k in range(size)]
    for k in range(size):
        here, there = turns[k], turns[(k + 1) % size]
        yield Side(
            ring[k], ring[(k + 1) % size], here > STRAIGHT, there > STRAIGHT, here < -STRAIGHT, there < -STRAIGHT
        )  # fmt: skip


def across(points: Sequence[Point], along: Point) -> float:
    """Extent b of an outline along a direction, which is across the wind [m]."""
    reach = [x * along[0] + y * along[1] for x, y in points]
    return max(reach) - min(reach)


def edge_distance(points: Sequence[Point], along: Point, height: float) -> float:
    """E = min(b, 2 h) [m] (EN 1991-1-4:2005, figure 7.6)."""
    return min(across(points, along), 2 * height)


def apart(one: float, other: float) -> float:
    """Angle between two directions [°], 0 to 180."""
    return abs((one - other + 180) % 360 - 180)


def is_parallel(one: float, other: float) -> bool:
    """Whether two winds are one; our judgement: within a degree."""
    return abs(sin(radians(one - other))) < sin(radians(1.0)) and apart(one, other) < 90
