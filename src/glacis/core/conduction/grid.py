# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of the grid: every edge of a region on one, close together there and wider between."""

from collections.abc import Iterable
from math import ceil

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.conduction.section import Section

Lines = NDArray[np.float64]
NOTHING = -2
"""Stands for cells that no region covers; by definition."""
SAME = 1e-7
"""Lines closer than this [m] are one; our judgement: below any thickness that is made."""


class Fineness(Struct, frozen=True):
    """How fine a grid is.

    Attributes:
        first: width of the cells at the edges of regions at most [m].
        growth: of one cell over the next [-].
        widest: cell [m].
        across: cells over the thinnest piece at least.
    """

    first: float = 0.004
    growth: float = 1.3
    widest: float = 0.05
    across: int = 3


USUAL = Fineness()
"""ISO 10211:2017, annex A, asks for grids whose halving moves little; the sizes are our judgement."""
COARSE = Fineness(0.02, 2.2, 0.25, 1)
"""For a hand that drags; our judgement."""


def finer(fineness: Fineness, times: float = 2.0) -> Fineness:
    """The grid with all cells so many times smaller; ``growth`` is taken to the same curve."""
    return Fineness(
        fineness.first / times, fineness.growth ** (1 / times), fineness.widest / times,
        ceil(fineness.across * times),
    )  # fmt: skip


def _edges(values: Iterable[float], low: float, high: float) -> list[float]:
    found = sorted({low, high, *(min(max(value, low), high) for value in values)})
    kept = [found[0]]
    for value in found[1:]:
        if value - kept[-1] > SAME:
            kept.append(value)
    kept[-1] = high
    return kept


def between(low: float, high: float, fineness: Fineness) -> Lines:
    """Lines from one edge to the next, narrow at both ends, without the last."""
    size = high - low
    first = min(fineness.first, size / fineness.across)
    widths = []
    total, width = 0.0, first
    while total + width < size / 2:
        widths.append(width)
        total += width
        width = min(width * fineness.growth, fineness.widest)
    if widths and size - 2 * total < width / 2:  # no sliver is left in the middle
        width = widths.pop()
        total -= width
    rest = size - 2 * total
    count = (
        max(1, round(rest / width)) if widths else max(fineness.across, ceil(rest / first - 1e-9))
    )
    steps = np.array([*widths, *[rest / count] * count, *reversed(widths)])
    lines: Lines = low + np.concatenate(([0.0], np.cumsum(steps)[:-1]))
    return lines


def lines_of(edges: list[float], fineness: Fineness) -> Lines:
    """All lines of one direction."""
    parts = [between(a, b, fineness) for a, b in zip(edges, edges[1:], strict=False)]
    return np.concatenate((*parts, [edges[-1]]))


class Grid(Struct, frozen=True):
    """A grid over the frame of a section.

    Attributes:
        x: lines from left to right [m].
        y: lines from bottom to top [m].
        conductivity: of each cell, rows from the bottom [W/(m·K)]; 0 in air.
        ambient: of each cell; -1 in material, -2 where nothing was said.
        panel: whether a cell is of a panel.
    """

    x: Lines
    y: Lines
    conductivity: NDArray[np.float64]
    ambient: NDArray[np.int64]
    panel: NDArray[np.bool_]

    @property
    def cells(self) -> int:
        """How many cells conduct heat."""
        return int((self.conductivity > 0).sum())


def grid_of(section: Section, fineness: Fineness = USUAL) -> Grid:
    """A grid with every edge of a region on one of its lines."""
    left, right, bottom, top = section.frame
    boxes = [region.box for region in section.regions]
    x = lines_of(_edges((v for box in boxes for v in box[:2]), left, right), fineness)
    y = lines_of(_edges((v for box in boxes for v in box[2:]), bottom, top), fineness)
    middle_x, middle_y = (x[1:] + x[:-1]) / 2, (y[1:] + y[:-1]) / 2
    shape = (len(middle_y), len(middle_x))
    conductivity = np.zeros(shape)
    ambient = np.full(shape, NOTHING, dtype=np.int64)
    panel = np.zeros(shape, dtype=bool)
    for region in section.regions:
        x0, x1, y0, y1 = region.box
        columns = slice(*np.searchsorted(middle_x, (x0, x1)))
        rows = slice(*np.searchsorted(middle_y, (y0, y1)))
        conductivity[rows, columns] = region.conductivity if region.ambient < 0 else 0.0
        ambient[rows, columns] = region.ambient
        panel[rows, columns] = region.panel
    return Grid(x, y, conductivity, ambient, panel)
