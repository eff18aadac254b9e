# SPDX-License-Identifier: GPL-3.0-or-later
"""The other school of four-way falls: all edges of a catchment at one level, falls that differ.

All edges of all catchments lie at T = max(t_k + s·distance from outlet to the edge's line); facets are the
triangles from outlet to edge, and none falls less than s. A catchment with a corner or kerb hidden from its
outlet is cut into strictly convex parts; each drains through the middle of its side towards the outlet, at the
level of the part before and s·distance. Own derivation.
"""

from heapq import heapify, heappop, heappush
from itertools import pairwise

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from shapely.geometry import Polygon
from shapely.geometry.polygon import orient

from glacis.core.errors import GlacisError
from glacis.core.falls.convex_parts import convex_parts
from glacis.core.falls.facets import facets_of
from glacis.core.falls.ground import SPECK, Ring, ring_sides
from glacis.core.falls.sources import Point, PointSource, Source, distance
from glacis.core.falls.surface import Cells, Surface
from glacis.core.falls.triangles import Triangles, left_of

NEAR = 1e-6
"""An edge whose line passes so close to its outlet makes no facet [m]; our judgement."""


class NotSeenWhole(GlacisError):
    """A catchment that no outlet stands in, so that its edges cannot be brought to one level."""

    def __init__(self, source: str, at: Point) -> None:
        super().__init__(
            f"Level edges want an outlet in every catchment; '{source}' is a line: place an outlet on it, "
            "or let the edges be free."
        )
        self.at = at


class Part(Struct, frozen=True):
    """A part of a catchment that is seen whole from where its water leaves it.

    Attributes:
        apex: where that is, in plan [m].
        level: of the surface there [m].
        ring: corners anticlockwise [m].
        ways: middles of sides that other parts drain through, by side [m], with the level there [m].
        owner: index of the source.
    """

    apex: Point
    level: float
    ring: Ring
    ways: dict[tuple[Point, Point], tuple[Point, float]]
    owner: int

    @property
    def sides(self) -> tuple[tuple[Point, Point], ...]:
        """Sides that the apex does not lie on."""
        pairs = ring_sides(self.ring)
        return tuple((a, b) for a, b in pairs if abs(left_of(self.apex, a, b)) > NEAR)


def with_level_edges(surface: Surface, least: float) -> Surface:
    """The same catchments with all their edges at one level and falls of ``least`` [-] or more.

    A catchment that its outlet does not see whole falls in convex parts, each through the middle of the side
    towards the outlet.

    Raises:
        NotSeenWhole: for a catchment of a line.
    """
    parts = [
        part
        for number, source in enumerate(surface.sources)
        for plan in _plans(surface, number, source)
        for part in _parts(plan, number, source, least)
    ]
    top = max(
        part.level + least * abs(left_of(part.apex, a, b)) for part in parts for a, b in part.sides
    )
    triangles = Triangles()
    for part in parts:
        for a, b in part.sides:
            way = part.ways.get((a, b))
            edge = [(a, top), (b, top)] if way is None else [(a, top), way, (b, top)]
            for start, end in pairwise(edge):
                triangles.put(((part.apex, part.level), start, end), part.owner)
    return replace(surface, cells=triangles.cells())


def _plans(surface: Surface, number: int, source: Source) -> list[Polygon]:
    """The parts of the roof that drain to a source, without corners on straight sides."""
    mine = surface.cells.owners == number
    if not mine.any():
        return []
    if not isinstance(source, PointSource):
        raise NotSeenWhole(source.id, source.start)
    cells = surface.cells
    # Level cells of one source are one facet, whose sides are joined and straightened there.
    level = Cells(
        cells.shapes[mine], cells.counts[mine], np.zeros((int(mine.sum()), 3)), cells.origins[mine],
        cells.owners[mine],
    )  # fmt: skip
    plans = [Polygon(facet.outline, facet.holes) for facet in facets_of(level).facets]
    return [orient(plan) for plan in plans if plan.area >= SPECK]


def _parts(plan: Polygon, number: int, source: Source, least: float) -> list[Part]:
    """A catchment seen whole as it is; another in convex parts, nearest to its outlet first."""
    at = source.at if isinstance(source, PointSource) else source.start
    ring: Ring = tuple((float(x), float(y)) for x, y in plan.exterior.coords[:-1])
    pairs = ring_sides(ring)
    if not plan.interiors and all(left_of(at, a, b) >= -NEAR for a, b in pairs):
        return [Part(at, source.level, ring, {}, number)]
    rings = convex_parts(plan)
    apexes = _apexes(rings, at, source.level, least)
    parts = []
    for k, part in enumerate(rings):
        apex, level, _ = apexes[k]
        ways = {}
        for child, (middle, height, side) in apexes.items():
            if child != k and side is not None and side[::-1] in set(ring_sides(part)):
                ways[side[::-1]] = (middle, height)
        parts.append(Part(apex, level, part, ways, number))
    return parts


def _apexes(
    rings: tuple[Ring, ...], at: Point, level: float, least: float
) -> dict[int, tuple[Point, float, tuple[Point, Point] | None]]:
    """Where the water of every part leaves it: point, level [m], and the side, None for the outlet itself."""
    owner = {side: k for k, ring in enumerate(rings) for side in ring_sides(ring)}
    found: dict[int, tuple[Point, float, tuple[Point, Point] | None]] = {}
    waiting: list[tuple[float, int, Point, tuple[Point, Point] | None]] = [
        (level, k, at, None) for k, ring in enumerate(rings) if _holds(ring, at)
    ]
    heapify(waiting)
    while waiting:
        height, k, apex, side = heappop(waiting)
        if k in found:
            continue
        found[k] = (apex, height, side)
        ring = rings[k]
        for a, b in ring_sides(ring):
            other = owner.get((b, a))
            if other is None or other in found:
                continue
            middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
            rise = least * distance(apex, middle)
            heappush(waiting, (height + rise, other, middle, (b, a)))
    return found


def _holds(ring: Ring, at: Point) -> bool:
    pairs = ring_sides(ring)
    return all(left_of(at, a, b) >= -NEAR for a, b in pairs)
