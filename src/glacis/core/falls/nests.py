# SPDX-License-Identifier: GPL-3.0-or-later
"""Hollows of a surface within larger ones: at which height each spills, and what it holds until then.

Basins meet at passes, the higher of two neighbouring cells; taken in rising order, two hollows that meet are
full and become one, and one that meets what drains spills for good (Barnes, Callaghan and Wickert 2020, as
recalled).
"""

import numpy as np
from msgspec import Struct

from glacis.core.falls.engine.basins import OUT, basins, passes
from glacis.core.falls.raster import Raster, padded


class Nest(Struct, frozen=True):
    """A hollow.

    Attributes:
        spill: height at which it spills [m].
        area: of the water then [m²].
        volume: [m³].
        depth: at its deepest place [m].
        inside: whether it is part of a larger one.
    """

    spill: float
    area: float
    volume: float
    depth: float
    inside: bool


def nests_in(raster: Raster, z: np.ndarray, least: float = 0.0) -> tuple[Nest, ...]:
    """All hollows of a surface ``z`` (ny, nx) [m] deeper than ``least`` [m], by the height they spill at."""
    flat, offsets, exits = padded(z, raster.exits)
    labels = np.empty(flat.size, dtype=np.int64)
    count = basins(flat, offsets, exits, labels)
    ends, heights = np.empty((4 * flat.size, 2), dtype=np.int64), np.empty(4 * flat.size)
    met = passes(flat, offsets, labels, ends, heights)
    held = labels >= 0
    order = np.argsort(labels[held], kind="stable")
    cells = np.split(flat[held][order], np.cumsum(np.bincount(labels[held], minlength=count))[:-1])
    merging = _Merging(cells, raster.size**2, least)
    for k in np.argsort(heights[:met], kind="stable"):
        merging.meet(int(ends[k, 0]), int(ends[k, 1]), float(heights[k]))
    return tuple(sorted(merging.found, key=lambda nest: nest.spill))


class _Merging:
    """Basins that become one another's, lowest pass first."""

    def __init__(self, cells: list[np.ndarray], cell: float, least: float) -> None:
        self._cells = [*cells, np.empty(0)]
        self._cell, self._least = cell, least
        self._head = list(range(len(cells) + 1))
        self._out = len(cells)
        self.found: list[Nest] = []

    def _find(self, basin: int) -> int:
        while self._head[basin] != basin:
            self._head[basin] = self._head[self._head[basin]]
            basin = self._head[basin]
        return basin

    def meet(self, a: int, b: int, height: float) -> None:
        """Two basins touch at a height [m]."""
        one, two = (self._find(self._out if k == OUT else k) for k in (a, b))
        if one == two:
            return
        drains = self._find(self._out) in (one, two)
        for basin in (one, two):
            if basin != self._find(self._out):
                self._spill(basin, height, inside=not drains)
        if drains:
            out = self._find(self._out)
            self._head[two if one == out else one] = out
        else:
            low, high = sorted((one, two), key=lambda k: len(self._cells[k]))
            self._cells[high] = np.concatenate([self._cells[high], self._cells[low]])
            self._head[low] = high

    def _spill(self, basin: int, height: float, *, inside: bool) -> None:
        wet = self._cells[basin][self._cells[basin] < height]
        depth = height - float(wet.min()) if len(wet) else 0.0
        if depth > self._least:
            volume = float((height - wet).sum()) * self._cell
            self.found.append(Nest(height, len(wet) * self._cell, volume, depth, inside))
