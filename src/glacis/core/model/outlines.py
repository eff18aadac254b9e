# SPDX-License-Identifier: GPL-3.0-or-later
"""What makes an outline no outline: corners on one spot, edges that cross, nothing inside."""

from collections.abc import Sequence
from math import hypot

from msgspec import Struct

from glacis.core.model.geometry import Point

LEAST_EDGE = 0.005
"""Corners closer than this [m] are one; our judgement: half the play of a carpenter's line."""


class OutlineFault(Struct, frozen=True):
    """What is wrong with an outline, in words, and where [m]."""

    words: str
    place: Point


def _side(a: Point, b: Point, c: Point) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def foot_on(a: Point, b: Point, at: Point) -> tuple[float, Point]:
    """How far along a run [-] a point lies, and the foot of its plumb line on it [m]."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    size = dx * dx + dy * dy
    share = ((at[0] - a[0]) * dx + (at[1] - a[1]) * dy) / size if size else 0.0
    return share, (a[0] + dx * share, a[1] + dy * share)


def distance(at: Point, a: Point, b: Point) -> float:
    """How far a point is from the run between two others [m]."""
    near = nearest_on(a, b, at)
    return hypot(at[0] - near[0], at[1] - near[1])


def nearest_on(a: Point, b: Point, at: Point) -> Point:
    """The point of the run between two others that lies nearest [m]."""
    share, foot = foot_on(a, b, at)
    return foot if 0 <= share <= 1 else a if share < 0 else b


def holds(ring: Sequence[Sequence[float]], at: Sequence[float]) -> bool:
    """Whether a point lies within a ring of corners: a ray from it crosses an odd number of edges."""
    x, y = at[0], at[1]
    inside = False
    for a, b in zip(ring, (*ring[1:], ring[0]), strict=True):
        if (a[1] > y) != (b[1] > y) and x < a[0] + (y - a[1]) / (b[1] - a[1]) * (b[0] - a[0]):
            inside = not inside
    return inside


def meeting(a: Point, b: Point, c: Point, d: Point) -> Point | None:
    """Where two runs cross or touch; None where they keep clear of each other."""
    one, two, three, four = _side(a, b, c), _side(a, b, d), _side(c, d, a), _side(c, d, b)
    if one * two < 0 and three * four < 0:
        share = one / (one - two)
        return c[0] + (d[0] - c[0]) * share, c[1] + (d[1] - c[1]) * share
    for at, p, q in ((a, c, d), (b, c, d), (c, a, b), (d, a, b)):
        if distance(at, p, q) < LEAST_EDGE:
            return at
    return None


Run = tuple[Point, Point, int, int]
"""Ends of an edge, the number of its loop and its place there."""


def _runs(loops: tuple[tuple[Point, ...], ...]) -> list[Run]:
    runs = [
        (a, b, number, k)
        for number, loop in enumerate(loops)
        for k, (a, b) in enumerate(zip(loop, loop[1:] + loop[:1], strict=True))
    ]
    return sorted(runs, key=lambda run: min(run[0][0], run[1][0]))


def _adjoin(one: Run, other: Run, sizes: list[int]) -> bool:
    size = sizes[one[2]]
    return one[2] == other[2] and (one[3] - other[3]) % size in (1, size - 1)


def _folds(one: Run, other: Run) -> bool:
    """Whether the later of two edges that share a corner runs back over the earlier."""
    first, second = (one, other) if one[1] == other[0] else (other, one)
    a, b, c = first[0], first[1], second[1]
    ahead = (b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1])
    size = hypot(b[0] - a[0], b[1] - a[1]) * hypot(c[0] - b[0], c[1] - b[1])
    return ahead < 0 and abs(_side(a, b, c)) < 1e-6 * size


def outline_fault(loops: tuple[tuple[Point, ...], ...]) -> OutlineFault | None:
    """The first fault of an outline and its courtyards, or None."""
    for loop in loops:
        fault = _short(loop)
        if fault is not None:
            return fault
    return _crossing(loops)


def _short(loop: tuple[Point, ...]) -> OutlineFault | None:
    if len(loop) < 3:
        return OutlineFault("fewer than three corners", loop[0] if loop else (0.0, 0.0))
    for a, b in zip(loop, loop[1:] + loop[:1], strict=True):
        if hypot(b[0] - a[0], b[1] - a[1]) < LEAST_EDGE:
            return OutlineFault("two corners on one spot", a)
    return None


def _crossing(loops: tuple[tuple[Point, ...], ...]) -> OutlineFault | None:
    sizes = [len(loop) for loop in loops]
    runs = _runs(loops)
    for k, one in enumerate(runs):
        east = max(one[0][0], one[1][0]) + LEAST_EDGE
        for other in runs[k + 1 :]:
            if min(other[0][0], other[1][0]) > east:
                break
            if _adjoin(one, other, sizes):
                if _folds(one, other):
                    return OutlineFault("an edge that runs back over the one before", one[0])
                continue
            at = meeting(*one[:2], *other[:2])
            if at is not None:
                return OutlineFault("edges that cross or touch", at)
    return None


def foot_on_outline(
    outline: tuple[Point, ...], at: Point
) -> tuple[Point, float, tuple[Point, Point]]:
    """The nearest point of an outline, how far it is [m], and the edge it lies on."""
    best: tuple[Point, float, tuple[Point, Point]] = (at, float("inf"), (at, at))
    for a, b in zip(outline, (*outline[1:], outline[0]), strict=True):
        foot = nearest_on(a, b, at)
        away = hypot(foot[0] - at[0], foot[1] - at[1])
        if away < best[1]:
            best = (foot, away, (a, b))
    return best
