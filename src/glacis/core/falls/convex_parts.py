# SPDX-License-Identifier: GPL-3.0-or-later
"""A plan in strictly convex parts that share whole sides: Delaunay triangles, joined while they stay convex."""

import numpy as np
import shapely
from shapely.geometry import Polygon
from shapely.geometry.polygon import orient

from glacis.core.falls.sources import Point, distance

BEND = 1e-6
"""Sine of the turn that a corner of a part has at least [-]; our judgement: 1 mm in 1 km."""

Part = tuple[int, ...]
Side = tuple[int, int]


def convex_parts(plan: Polygon) -> tuple[tuple[Point, ...], ...]:
    """Strictly convex parts of a plan with holes, anticlockwise, every side shared whole or not at all.

    Args:
        plan: without corners on straight sides [m].
    """
    triangles = shapely.get_parts(shapely.constrained_delaunay_triangles(plan))
    corners: dict[Point, int] = {}
    parts: dict[int, Part] = {}
    for number, triangle in enumerate(triangles):
        ring = [(float(x), float(y)) for x, y in orient(triangle).exterior.coords[:-1]]
        parts[number] = tuple(corners.setdefault(at, len(corners)) for at in ring)
    points = list(corners)
    owner = {side: number for number, part in parts.items() for side in sides_of(part)}
    shared = sorted(
        (side for side in owner if side[0] < side[1] and side[::-1] in owner),
        key=lambda side: -distance(points[side[0]], points[side[1]]),
    )
    for side in shared:
        one, other = owner[side], owner[side[::-1]]
        joined = _joined(parts[one], parts[other], side)
        if joined is None or not _is_convex(joined, points):
            continue
        parts[one] = joined
        del parts[other]
        for edge in sides_of(joined):
            owner[edge] = one
    return tuple(tuple(points[k] for k in part) for part in parts.values())


def sides_of(part: Part) -> tuple[Side, ...]:
    """Pairs of corners, each with the next."""
    return tuple(zip(part, (*part[1:], part[0]), strict=True))


def _joined(one: Part, other: Part, side: Side) -> Part | None:
    """Two parts without the side between them; None where they share more than that."""
    if len(set(one) & set(other)) > 2:
        return None
    a, b = side
    k, j = one.index(b), other.index(a)
    first = one[k:] + one[:k]  # from b round to a
    second = other[j:] + other[:j]  # from a round to b
    return first[:-1] + second[:-1]


def _is_convex(part: Part, points: list[Point]) -> bool:
    ring = np.array([points[k] for k in part])
    along = np.roll(ring, -1, axis=0) - ring
    along /= np.hypot(along[:, 0], along[:, 1])[:, None]
    after = np.roll(along, -1, axis=0)
    return bool((along[:, 0] * after[:, 1] - along[:, 1] * after[:, 0] > BEND).all())
