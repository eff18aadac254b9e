# SPDX-License-Identifier: GPL-3.0-or-later
"""A surface as cells, the water that stands on them, and where it sheds to."""

from math import sqrt

import numpy as np
from msgspec import Struct

from glacis.core.falls.arrays import Arrayed
from glacis.core.falls.engine.flood import flood, paint, pooled, shed
from glacis.core.falls.found import Drained
from glacis.core.falls.sources import Point, PointSource, Source

MOST_CELLS = 160_000
"""Cells of the raster at most; our judgement: a draw in a twentieth of a second."""
FINEST = 0.05
"""Cells are no smaller than this [m]; our judgement: half a mouth of an outlet."""
DEEP = 0.005
"""Water counts from this depth [m]; our judgement: less is a film."""


class Pool(Struct, frozen=True):
    """Water that stands after the rain.

    Attributes:
        at: its deepest place in plan [m].
        depth: there [m].
        area: [m²].
        volume: [m³].
    """

    at: Point
    depth: float
    area: float
    volume: float


class Raster(Arrayed, frozen=True, eq=False):
    """A surface as cells.

    Attributes:
        corner: least x and y [m].
        size: of a cell [m].
        z: heights at the middles, rows upwards (ny, nx) [m]; nan outside.
        exits: flat indices of cells that let water out.
    """

    corner: Point
    size: float
    z: np.ndarray
    exits: np.ndarray


def cell_size(found: Drained, most: int) -> float:
    """The size of cells of which no more than ``most`` cover a roof [m]."""
    xs, ys = zip(*found.area.outline, strict=True)
    return max(FINEST, sqrt((max(xs) - min(xs)) * (max(ys) - min(ys)) / most))


def raster_of(found: Drained, size: float | None = None) -> Raster:
    """The surface as cells, as fine as their number lets.

    Args:
        found: the falls.
        size: of a cell [m]; None for the usual.
    """
    xs, ys = zip(*found.area.outline, strict=True)
    if size is None:
        size = cell_size(found, MOST_CELLS)
    rows = int(np.ceil((max(ys) - min(ys)) / size - 1e-9))
    columns = int(np.ceil((max(xs) - min(xs)) / size - 1e-9))
    z = np.full((rows, columns), np.nan)
    corner = (float(min(xs)), float(min(ys)))
    cells = found.surface.cells
    paint(cells.shapes, cells.counts, cells.planes, np.array(corner), size, z)
    used = [s for k, s in enumerate(found.surface.sources) if not found.surface.dry[k]]
    radii = {outlet.id: outlet.diameter / 2 for outlet in found.stated.outlets}
    exits = [cell for s in used for cell in _exits(s, radii.get(s.id, 0.0), corner, size, z)]
    return Raster(corner, size, z, np.array(sorted(set(exits)), dtype=np.int64))


def _exits(source: Source, radius: float, corner: Point, size: float, z: np.ndarray) -> list[int]:
    """Cells of the roof that an outlet or a level line takes water from."""
    rows, columns = z.shape
    y, x = np.meshgrid(
        corner[1] + (np.arange(rows) + 0.5) * size,
        corner[0] + (np.arange(columns) + 0.5) * size,
        indexing="ij",
    )
    if isinstance(source, PointSource):
        away = np.hypot(x - source.at[0], y - source.at[1])
    else:
        (ax, ay), (bx, by) = source.start, source.end
        length = np.hypot(bx - ax, by - ay)
        along = np.clip(((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length**2, 0, 1)
        away = np.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay))
    away = np.where(np.isnan(z), np.inf, away)
    near = away <= max(radius, size * 0.75)
    if not near.any():
        near = away <= away.min() + 1e-9
    found: list[int] = np.flatnonzero(near.ravel()).tolist()
    return found


class Flooded(Arrayed, frozen=True, eq=False):
    """A raster with a border of nan, flat, and the water on it.

    Attributes:
        z: heights [m].
        offsets: of the eight neighbours of a cell.
        levels: of ground or water [m].
        parents: where water came in from.
        columns: of the raster with its border.
    """

    z: np.ndarray
    offsets: np.ndarray
    levels: np.ndarray
    parents: np.ndarray
    columns: int

    def inner(self, flat: np.ndarray) -> np.ndarray:
        """A flat row of values as the raster without its border (ny, nx)."""
        whole: np.ndarray = flat.reshape(-1, self.columns)
        return whole[1:-1, 1:-1]


def padded(z: np.ndarray, exits: np.ndarray) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """A raster (ny, nx) flat with a border of nan, the offsets of eight neighbours, and its exits in it."""
    columns = z.shape[1] + 2
    flat = np.pad(z, 1, constant_values=np.nan).ravel()
    offsets = np.array(
        [-columns, columns, -1, 1, -columns - 1, -columns + 1, columns - 1, columns + 1]
    )
    rows = exits // z.shape[1]
    return flat, offsets, (rows + 1) * columns + exits % z.shape[1] + 1


def flooded_by(z: np.ndarray, exits: np.ndarray) -> Flooded:
    """The water that stands on a raster (ny, nx) [m], nan outside, with these exits (flat indices)."""
    flat, offsets, outs = padded(z, exits)
    levels, parents = np.empty_like(flat), np.empty(flat.size, dtype=np.int64)
    flood(flat, offsets, outs, levels, parents)
    return Flooded(flat, offsets, levels, parents, z.shape[1] + 2)


def flows_on(flooded: Flooded) -> np.ndarray:
    """How many cells' rain passes each cell (ny, nx) [-]."""
    flows = np.empty(flooded.z.size)
    shed(flooded.z, flooded.offsets, flooded.levels, flooded.parents, flows)
    return flooded.inner(flows)


def pools_in(raster: Raster, z: np.ndarray, least: float = DEEP) -> tuple[np.ndarray, list[Pool]]:
    """Depth of water over a surface ``z`` [m], and its pools deeper than ``least`` [m], largest first."""
    flooded = flooded_by(z, raster.exits)
    marks = np.empty(flooded.z.size, dtype=np.int64)
    count = pooled(flooded.z, flooded.offsets, flooded.levels, least, marks)
    depth = flooded.inner(flooded.levels) - z
    labels = flooded.inner(marks).ravel()
    found = []
    flat = np.nan_to_num(depth.ravel())
    order = np.flatnonzero(labels >= 0)
    for label in range(count):
        mine = order[labels[order] == label]
        deepest = int(mine[np.argmax(flat[mine])])
        j, i = divmod(deepest, z.shape[1])
        at = (
            raster.corner[0] + (i + 0.5) * raster.size,
            raster.corner[1] + (j + 0.5) * raster.size,
        )
        cell = raster.size**2
        found.append(
            Pool(at, float(flat[deepest]), len(mine) * cell, float(flat[mine].sum()) * cell)
        )
    found.sort(key=lambda pool: -pool.volume)
    return depth, found
