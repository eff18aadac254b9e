# SPDX-License-Identifier: GPL-3.0-or-later
"""Strokes and patches cut off at a frame."""

from collections.abc import Callable, Sequence

from glacis.report.scene import Bounds

Point = tuple[float, float]


def clipped_patch(points: Sequence[Point], frame: Bounds) -> list[Point]:
    """The part of a polygon within a frame (Sutherland and Hodgman, 1974)."""
    left, top, right, bottom = frame
    sides: tuple[tuple[int, float, bool], ...] = (
        (0, left, True),
        (0, right, False),
        (1, top, True),
        (1, bottom, False),
    )
    found = list(points)
    for axis, limit, above in sides:
        found = _cut(found, axis, limit, above)
        if not found:
            return []
    return found


def _cut(points: list[Point], axis: int, limit: float, above: bool) -> list[Point]:
    inside: Callable[[Point], bool] = (
        (lambda p: p[axis] >= limit) if above else (lambda p: p[axis] <= limit)
    )
    found: list[Point] = []
    for a, b in zip(points, points[1:] + points[:1], strict=True):
        if inside(a):
            found.append(a)
        if inside(a) != inside(b):
            share = (limit - a[axis]) / (b[axis] - a[axis])
            found.append((a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share))
    return found


def clipped_stroke(points: Sequence[Point], frame: Bounds) -> list[list[Point]]:
    """The parts of a stroke within a frame."""
    found: list[list[Point]] = []
    for a, b in zip(points, points[1:], strict=False):
        part = stroke_within(a, b, frame)
        if part is None:
            continue
        if found and found[-1][-1] == part[0]:
            found[-1].append(part[1])
        else:
            found.append(list(part))
    return found


def stroke_within(a: Point, b: Point, frame: Bounds) -> tuple[Point, Point] | None:
    """The part of a straight stroke within a frame (Liang and Barsky, 1984); None where it misses."""
    left, top, right, bottom = frame
    dx, dy = b[0] - a[0], b[1] - a[1]
    start, end = 0.0, 1.0
    for p, q in ((-dx, a[0] - left), (dx, right - a[0]), (-dy, a[1] - top), (dy, bottom - a[1])):
        if p == 0:
            if q < 0:
                return None
            continue
        share = q / p
        if p < 0:
            start = max(start, share)
        else:
            end = min(end, share)
        if start > end:
            return None
    one = a if start == 0 else (a[0] + dx * start, a[1] + dy * start)
    other = b if end == 1 else (a[0] + dx * end, a[1] + dy * end)
    return one, other
