# SPDX-License-Identifier: GPL-3.0-or-later
"""The finished surface: z(p) = min over sources of its level and the rise along the shortest way to p.

Shortest ways stay inside the roof and bend at reflex corners alone, so that the surface is continuous and
nothing but a source is a low point of it. Own derivation; tested against quadrature and closed forms.
"""

import numpy as np
from msgspec import Struct

from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.falls.arrays import Arrayed
from glacis.core.falls.engine.cells import CORNERS, FIGURES, ORIGIN, OWNER, locate
from glacis.core.falls.engine.envelope import all_views, candidates, lowest
from glacis.core.falls.engine.views import limits_of, run_in, strip
from glacis.core.falls.ground import SPECK, Ground
from glacis.core.falls.origins import Origin, origins_of
from glacis.core.falls.sources import LineSource, Point, PointSource, Source, way
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity

DRY = 1e-6
"""A source so much above the surface takes no water [m]; our judgement: less is rounding."""
FIRST_ROOM = 1024
"""Cells that room is made for at first, besides eight to a tile; our judgement: it is doubled as needed."""


class Unreached(GlacisError):
    """A part of the plan from which no water gets out.

    Attributes:
        at: a point in it [m].
        area: of all such parts [m²].
    """

    def __init__(self, at: Point, area: float) -> None:
        shown = with_unit(area, Quantity.AREA, "si")
        super().__init__(
            f"{shown} round ({at[0]:.2f}, {at[1]:.2f}) have no outlet: place one there, or open a way."
        )
        self.at = at
        self.area = area


class Cells(Arrayed, frozen=True, eq=False):
    """Convex cells in rows.

    Attributes:
        shapes: corners anticlockwise (n, CORNERS, 2) [m].
        counts: of corners (n,).
        planes: z = a·x + b·y + c (n, 3) [m].
        origins: index of the origin that each plane springs from (n,).
        owners: index of the source that it drains to (n,).
    """

    shapes: np.ndarray
    counts: np.ndarray
    planes: np.ndarray
    origins: np.ndarray
    owners: np.ndarray

    def shape(self, cell: int) -> np.ndarray:
        """The corners of one cell (n, 2) [m]."""
        corners: np.ndarray = self.shapes[cell, : self.counts[cell]]
        return corners


class Surface(Struct, frozen=True):
    """A finished surface as convex cells, one plane each.

    Attributes:
        sources: in the order in which the owners of cells count them.
        origins: in the order in which those of cells count them.
        cells: that cover the plan.
        dry: for every source, how much it lies above the surface [m]; 0 for those that drain.
        area: of the plan [m²].
    """

    sources: tuple[Source, ...]
    origins: tuple[Origin, ...]
    cells: Cells
    dry: tuple[float, ...]
    area: float

    def level_at(self, at: Point) -> float:
        """Height of the surface at a point of the plan [m]; nan beside it."""
        return level_in(self.cells, at)

    def owner_at(self, at: Point) -> int | None:
        """Index of the source that a point of the plan drains to; None beside the plan."""
        cell = int(locate(self.cells.shapes, self.cells.counts, at[0], at[1]))
        return None if cell < 0 else int(self.cells.owners[cell])


def level_in(cells: Cells, at: Point) -> float:
    """Height at a point of the plan [m]; nan beside it."""
    cell = int(locate(cells.shapes, cells.counts, at[0], at[1]))
    if cell < 0:
        return float("nan")
    a, b, c = cells.planes[cell]
    return float(a * at[0] + b * at[1] + c)


def surface_of(ground: Ground, sources: tuple[Source, ...]) -> Surface:
    """The finished surface over a plan.

    Raises:
        PlaceRefused: for a source beside the plan.
        ValueRefused: without sources.
        Unreached: where a part of the plan has no way out.
    """
    if not sources:
        raise ValueRefused("outlets", 0, "at least one")
    origins = origins_of(ground, sources)
    cells = _cells(ground, origins)
    dry = tuple(_dry(cells, source) for source in sources)
    return Surface(sources, origins, cells, dry, ground.area)


class _Gauges(Struct, frozen=True):
    """The gauges of all origins end to end: gradients, limits, and where those of each origin lie."""

    gradients: np.ndarray
    limits: np.ndarray
    ends: np.ndarray


def _gauges(origins: tuple[Origin, ...]) -> _Gauges:
    gauges = list(dict.fromkeys(origin.gauge for origin in origins))
    bounds = np.cumsum([0] + [len(gauge.gradients) for gauge in gauges])
    places = {gauge: (bounds[k], bounds[k + 1]) for k, gauge in enumerate(gauges)}
    arrays = [np.array(gauge.gradients) for gauge in gauges]
    return _Gauges(
        np.concatenate(arrays),
        np.concatenate([limits_of(array) for array in arrays]),
        np.array([places[origin.gauge] for origin in origins]),
    )


def _cells(ground: Ground, origins: tuple[Origin, ...]) -> Cells:
    gauges = _gauges(origins)
    rows = np.array([origin.row for origin in origins], dtype=float)
    cones = np.array([origin.cone for origin in origins])
    asked, asked_starts, reach = candidates(
        ground.tiles, ground.tile_counts, rows, gauges.gradients, gauges.ends, ground.walls
    )
    seen, chosen, starts, near, near_starts = all_views(
        rows, cones, reach, ground.walls, gauges.gradients, gauges.ends
    )
    sectors, firsts = _sectors(origins, gauges)
    owners = np.repeat(np.arange(len(origins)), np.diff(starts))
    figures = sectors[firsts[owners] + chosen]
    corners = np.full(len(seen), 3)
    strips = [strip_of(ground, k, origin) for k, origin in enumerate(origins) if origin.line]
    if strips:
        starts[len(origins) - len(strips) + 1 :] += np.cumsum([len(found) for found, _ in strips])
        seen = np.concatenate([seen, *(found for found, _ in strips)])
        figures = np.concatenate([figures, *(carried for _, carried in strips)])
        corners = np.concatenate([corners, np.full(len(seen) - len(corners), 4)])
    most = FIRST_ROOM + 8 * len(ground.tile_counts)
    while True:
        shapes, carried = np.zeros((most, CORNERS, 2)), np.empty((most, FIGURES))
        counts = np.zeros(most, dtype=np.int64)
        used = lowest(
            ground.tiles, ground.tile_counts, asked, asked_starts, rows, cones, gauges.limits,
            gauges.ends, near, near_starts, sectors, firsts, seen, corners, figures, starts, shapes, counts, carried,
        )  # fmt: skip
        if used >= 0:
            break
        most *= 2
    _refuse_bare(shapes[:used], counts[:used], carried[:used])
    numbers = carried[:used, ORIGIN : OWNER + 1].astype(np.int64)
    shapes, planes = shapes[:used, : counts[:used].max()].copy(), carried[:used, :3].copy()
    return Cells(shapes, counts[:used], planes, numbers[:, 0], numbers[:, 1])


def _sectors(origins: tuple[Origin, ...], gauges: _Gauges) -> tuple[np.ndarray, np.ndarray]:
    """What the sectors of every origin carry, and where those of each begin."""
    counts = gauges.ends[:, 1] - gauges.ends[:, 0]
    firsts = np.concatenate([[0], np.cumsum(counts)])
    made = np.zeros((firsts[-1], FIGURES))
    for number, origin in enumerate(origins):
        (x, y), count = origin.at, counts[number]
        gauge = gauges.gradients[gauges.ends[number, 0] : gauges.ends[number, 1]]
        rows = made[firsts[number] : firsts[number + 1]]
        rows[:, :2] = gauge
        rows[:, 2] = origin.level - gauge @ (x, y)
        for k in range(count):
            rows[k, 3:6] = run_in(k, (k - 1) % count, x, y, gauge)
            rows[k, 6:9] = run_in(k, (k + 1) % count, x, y, gauge)
        rows[:, ORIGIN], rows[:, OWNER] = number, origin.source
    return made, firsts


def strip_of(ground: Ground, number: int, origin: Origin) -> tuple[np.ndarray, np.ndarray]:
    """What a level line sees square to itself, and what each piece of that carries."""
    line = origin.line
    shapes, figures = [np.empty((0, 4, 2))], [np.empty((0, FIGURES))]
    for start, end in _sides_of(line) if line else ():
        ux, uy = way(start, end)
        off = np.array((-uy, ux, uy * start[0] - ux * start[1]))
        plane = off * origin.gauge.rise(-uy, ux) + (0.0, 0.0, origin.level)
        seen = strip(np.array((*start, *end)), ground.walls)
        shapes.append(seen)
        row = np.concatenate([plane, off, off, (float(number), float(origin.source))])
        figures.append(np.tile(row, (len(seen), 1)))
    return np.concatenate(shapes), np.concatenate(figures)


def _sides_of(line: LineSource) -> list[tuple[Point, Point]]:
    there = (line.start, line.end)
    return [there, (line.end, line.start)] if line.both_sides else [there]


def _refuse_bare(shapes: np.ndarray, counts: np.ndarray, figures: np.ndarray) -> None:
    bare = np.flatnonzero(figures[:, OWNER] < 0)
    areas = [shape_area(shapes[k, : counts[k]]) for k in bare]
    if sum(areas) < SPECK:
        return
    largest = bare[int(np.argmax(areas))]
    x, y = shapes[largest, : counts[largest]].mean(axis=0)
    raise Unreached((float(x), float(y)), float(sum(areas)))


def shape_area(shape: np.ndarray) -> float:
    """Area of a polygon (n, 2), anticlockwise [m²]."""
    x, y = shape[:, 0], shape[:, 1]
    return float(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1))) / 2


def _dry(cells: Cells, source: Source) -> float:
    """How much a source lies above the surface [m]: a line, at the best of its ends and middle."""
    if isinstance(source, PointSource):
        places = [source.at]
        level = source.level
    else:
        (ax, ay), (bx, by) = source.start, source.end
        places = [source.start, ((ax + bx) / 2, (ay + by) / 2), source.end]
        level = source.foot
    above = min(level - level_in(cells, at) for at in places)
    return above if above > DRY else 0.0
