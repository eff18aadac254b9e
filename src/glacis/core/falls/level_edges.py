# SPDX-License-Identifier: GPL-3.0-or-later
"""The other school of four-way falls: all edges of a catchment at one level, falls that differ.

All edges of all catchments lie at T = max(t_k + s·distance from outlet to the edge's line); facets are the
triangles from outlet to edge, and none falls less than s. Own derivation.
"""

import numpy as np
import shapely
from shapely.geometry import Polygon
from shapely.geometry.polygon import orient

from glacis.core.errors import GlacisError
from glacis.core.falls.ground import SPECK, Ring
from glacis.core.falls.sources import Point, PointSource, Source
from glacis.core.falls.surface import Cells, Surface

NEAR = 1e-6
"""An edge whose line passes so close to its outlet makes no facet [m]; our judgement."""


class NotSeenWhole(GlacisError):
    """A catchment that its outlet does not see whole, so that triangles to its edges would overlap."""

    def __init__(self, source: str, at: Point) -> None:
        super().__init__(
            f"Level edges want every catchment seen whole from its outlet; that of {source} is not: place "
            f"another outlet near ({at[0]:.2f}, {at[1]:.2f}), or let the edges be free."
        )
        self.at = at


def with_level_edges(surface: Surface, least: float) -> Surface:
    """The same catchments with all their edges at one level and falls of ``least`` [-] or more.

    Raises:
        NotSeenWhole: for a catchment with a corner or kerb hidden from its outlet, or without an outlet.
    """
    catchments = [
        (number, source, ring)
        for number, source in enumerate(surface.sources)
        for ring in _rings(surface, number, source)
    ]
    sides = [
        (number, source, a, b)
        for number, source, ring in catchments
        for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)
        if _distance(_at(source), a, b) > NEAR
    ]
    top = max(source.level + least * _distance(_at(source), a, b) for _, source, a, b in sides)
    shapes = np.array([(_at(source), a, b) for _, source, a, b in sides])
    levels = np.array([(source.level, top, top) for _, source, _, _ in sides])
    owners = np.array([number for number, *_ in sides])
    cells = Cells(shapes, np.full(len(sides), 3), _planes(shapes, levels), owners, owners)
    return Surface(surface.sources, surface.origins, cells, surface.dry, surface.area)


def _at(source: Source) -> Point:
    if not isinstance(source, PointSource):
        raise NotSeenWhole(source.id, source.start)
    return source.at


def _rings(surface: Surface, number: int, source: Source) -> list[Ring]:
    cells = surface.cells
    mine = [Polygon(cells.shape(int(k))) for k in np.flatnonzero(cells.owners == number)]
    if not mine:
        return []
    whole = shapely.union_all(mine, grid_size=1e-7)
    found = []
    for part in shapely.get_parts(whole):
        if part.area < SPECK:
            continue
        ring = orient(part.simplify(1e-6)).exterior.coords[:-1]
        if part.interiors:
            x, y = part.interiors[0].coords[0]
            raise NotSeenWhole(source.id, (float(x), float(y)))
        for a, b in zip(ring, [*ring[1:], ring[0]], strict=True):
            if _side(_at(source), a, b) < -NEAR:
                raise NotSeenWhole(source.id, (float(a[0]), float(a[1])))
        found.append(tuple((float(x), float(y)) for x, y in ring))
    return found


def _side(at: Point, a: Point, b: Point) -> float:
    """How far a point lies to the left of the line from a to b [m]."""
    ex, ey = b[0] - a[0], b[1] - a[1]
    return float((ex * (at[1] - a[1]) - ey * (at[0] - a[0])) / np.hypot(ex, ey))


def _distance(at: Point, a: Point, b: Point) -> float:
    return abs(_side(at, a, b))


def _planes(shapes: np.ndarray, levels: np.ndarray) -> np.ndarray:
    """Planes through three corners each (n, 3)."""
    system = np.concatenate([shapes, np.ones((len(shapes), 3, 1))], axis=2)
    return np.linalg.solve(system, levels[:, :, None])[:, :, 0]
