# SPDX-License-Identifier: GPL-3.0-or-later
"""Flat pieces of a body in a parallel view, in the order they are to be painted.

What lies behind is painted first: for every two pieces that cover each other in the drawing the
nearer one is found where they do, and all are sorted so that it comes later.
"""

from collections import defaultdict
from heapq import heapify, heappop, heappush
from math import cos, radians, sin

import numpy as np
import shapely
from msgspec import Struct

from glacis.core.shape.vectors import Vector, cross, dot, length, minus, normal_of, plus, times

LEAST_COVER = 1e-4
"""Overlap [m²] in the drawing below which two pieces only touch."""
SAME = 1e-6


class View(Struct, frozen=True):
    """A parallel view: three directions in space and where they go in the drawing."""

    right: Vector
    up: Vector
    eye: Vector
    scale: float = 1.0
    x: float = 0.0
    y: float = 0.0

    def point(self, place: Vector) -> tuple[float, float]:
        """Where a point in space [m] lies in the drawing."""
        return self.x + dot(self.right, place) * self.scale, self.y - dot(
            self.up, place
        ) * self.scale

    def flat(self, places: tuple[Vector, ...]) -> tuple[float, ...]:
        """Points in the drawing as flat x, y pairs."""
        return tuple(value for place in places for value in self.point(place))


def view_from(azimuth: float, lift: float) -> View:
    """The view of an eye that stands in the direction ``azimuth`` [°] and ``lift`` [°] high."""
    a, h = radians(azimuth), radians(lift)
    eye = (sin(a) * cos(h), cos(a) * cos(h), sin(h))
    right = (-cos(a), sin(a), 0.0)
    up = (-sin(a) * sin(h), -cos(a) * sin(h), cos(h))
    return View(right, up, eye)


class Facet(Struct, frozen=True):
    """A flat piece.

    Attributes:
        corners: in space [m], anticlockwise seen from outside.
        fill: role of its colour.
        area: id of the roof area, empty for walls.
        thing: id of what stands there, or empty.
        holes: in it [m].
    """

    corners: tuple[Vector, ...]
    fill: str
    area: str = ""
    thing: str = ""
    holes: tuple[tuple[Vector, ...], ...] = ()


def facing(facet: Facet, view: View) -> bool:
    """Whether its outside is seen, at more than a glancing angle."""
    normal = normal_of(facet.corners)
    return dot(normal, view.eye) > 1e-3 * length(normal)


class _Plane(Struct, frozen=True):
    normal: Vector
    reach: float

    def depth(self, view: View, u: float, v: float) -> float:
        """How near the plane is to the eye over a point of the drawing [m]."""
        foot = plus(times(view.right, u), times(view.up, v))
        return (self.reach - dot(self.normal, foot)) / dot(self.normal, view.eye)


def _plane(facet: Facet) -> _Plane:
    normal = normal_of(facet.corners)
    return _Plane(normal, dot(normal, facet.corners[0]))


def _shadow(facet: Facet, view: View) -> shapely.Polygon:
    def flat(ring: tuple[Vector, ...]) -> list[tuple[float, float]]:
        return [(dot(view.right, p), dot(view.up, p)) for p in ring]

    return shapely.make_valid(
        shapely.Polygon(flat(facet.corners), [flat(hole) for hole in facet.holes])
    )


def painted_in_order(facets: list[Facet], view: View) -> list[Facet]:
    """The facets that face the eye, those behind before those before them."""
    seen = [facet for facet in facets if facing(facet, view)]
    if len(seen) < 2:
        return seen
    shadows = np.array([_shadow(facet, view) for facet in seen], dtype=object)
    planes = [_plane(facet) for facet in seen]
    first, second = shapely.STRtree(shadows).query(shadows, predicate="intersects")
    keep = first < second
    first, second = first[keep], second[keep]
    cover = shapely.intersection(shadows[first], shadows[second])
    wide = shapely.area(cover) > LEAST_COVER
    spots = shapely.get_coordinates(shapely.point_on_surface(cover[wide]))
    later: dict[int, set[int]] = defaultdict(set)
    waits = [0] * len(seen)
    for i, j, (u, v) in zip(
        first[wide].tolist(), second[wide].tolist(), spots.tolist(), strict=True
    ):
        gap = planes[i].depth(view, u, v) - planes[j].depth(view, u, v)
        if abs(gap) > SAME:
            behind, before = (i, j) if gap < 0 else (j, i)
            later[behind].add(before)
            waits[before] += 1
    return [seen[k] for k in _sorted(seen, later, waits, view)]


def _sorted(
    seen: list[Facet], later: dict[int, set[int]], waits: list[int], view: View
) -> list[int]:
    """Numbers of facets, each after all that lie behind it; a ring is cut at its farthest."""

    def nearness(k: int) -> float:
        corners = seen[k].corners
        return sum(dot(view.eye, c) for c in corners) / len(corners)

    ready = [(nearness(k), k) for k, count in enumerate(waits) if count == 0]
    heapify(ready)
    left = set(range(len(seen)))
    order: list[int] = []
    while left:
        if not ready:
            heappush(ready, min((nearness(k), k) for k in left))
        _, k = heappop(ready)
        if k not in left:
            continue
        left.discard(k)
        order.append(k)
        for before in later[k]:
            waits[before] -= 1
            if waits[before] == 0:
                heappush(ready, (nearness(before), before))
    return order


def fitted(view: View, places: list[Vector], room: tuple[float, float, float, float]) -> View:
    """The view at the largest scale at which all places lie within left, top, right, bottom."""
    left, top, right, bottom = room
    xs = [dot(view.right, p) for p in places]
    ys = [dot(view.up, p) for p in places]
    wide, high = max(max(xs) - min(xs), 0.1), max(max(ys) - min(ys), 0.1)
    scale = min((right - left) / wide, (bottom - top) / high)
    x = (left + right) / 2 - (max(xs) + min(xs)) / 2 * scale
    y = (top + bottom) / 2 + (max(ys) + min(ys)) / 2 * scale
    return View(view.right, view.up, view.eye, scale, x, y)


def lifted(places: tuple[Vector, ...], height: float) -> tuple[Vector, ...]:
    """Points moved up [m]."""
    return tuple((x, y, z + height) for x, y, z in places)


def box_facets(base: tuple[Vector, ...], height: float, fill: str, thing: str = "") -> list[Facet]:
    """Sides and top of what stands upright on a flat base."""
    top = lifted(base, height)
    sides = [
        Facet((a, b, d, c), fill, thing=thing)
        for a, b, c, d in zip(base, base[1:] + base[:1], top, top[1:] + top[:1], strict=True)
    ]
    return [*sides, Facet(top, fill, thing=thing)]


def middle_of(corners: tuple[Vector, ...]) -> Vector:
    """Centre of gravity of a flat polygon in space."""
    origin = corners[0]
    total, weight = (0.0, 0.0, 0.0), 0.0
    normal = normal_of(corners)
    for a, b in zip(corners[1:], corners[2:], strict=False):
        part = dot(cross(minus(a, origin), minus(b, origin)), normal)
        centre = times(plus(plus(origin, a), b), 1 / 3)
        total, weight = plus(total, times(centre, part)), weight + part
    return times(total, 1 / weight) if weight else origin
