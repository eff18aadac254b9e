# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat through a section by finite volumes: what it finds is, on such grids, never above the true flow.

A second witness beside elements, for sections that are not bent.
"""

import numpy as np
from scipy.sparse import coo_matrix
from scipy.sparse.linalg import splu

from glacis.core.conduction.elements import Values
from glacis.core.conduction.grid import Grid
from glacis.core.conduction.section import Section

Slices = tuple[slice, slice]
ALONG: tuple[Slices, Slices] = (np.s_[:, :-1], np.s_[:, 1:])
UPWARD: tuple[Slices, Slices] = (np.s_[:-1, :], np.s_[1:, :])
"""Cells and their neighbours, to the right and above; by definition."""


class _Balance:
    """Conductances between cells, and from cells to airs, gathered side by side."""

    def __init__(self, section: Section, grid: Grid) -> None:
        self.grid, self.solid = grid, grid.conductivity > 0
        self.number = np.full(self.solid.shape, -1)
        self.number[self.solid] = np.arange(int(self.solid.sum()))
        self.rows: list[Values] = []
        self.columns: list[Values] = []
        self.data: list[Values] = []
        self.sources = np.zeros((len(section.ambients), int(self.solid.sum())))

    def join(self, pair: tuple[Slices, Slices], half: Values, face: Values) -> None:
        """Two cells by the resistances from their middles to the side between them, in series."""
        own, other = pair
        both = self.solid[own] & self.solid[other]
        conductance = face[own][both] / (half[own][both] + half[other][both])
        a, b = self.number[own][both], self.number[other][both]
        self.rows.extend((a, b, a, b))
        self.columns.extend((a, b, b, a))
        self.data.extend((conductance, conductance, -conductance, -conductance))

    def air(self, pair: tuple[Slices, Slices], half: Values, face: Values, films: Values) -> None:
        """A cell and the air beside it, by half the cell and the film."""
        own, other = pair
        touch = self.solid[own] & ~self.solid[other] & (self.grid.ambient[other] >= 0)
        airs = self.grid.ambient[other][touch]
        conductance = face[own][touch] / (half[own][touch] + films[airs])
        cells = self.number[own][touch]
        self.rows.append(cells)
        self.columns.append(cells)
        self.data.append(conductance)
        np.add.at(self.sources, (airs, cells), conductance)

    def flows(self, airs: Values) -> Values:
        """What flows out into each air at these temperatures."""
        count = self.sources.shape[1]
        places = np.concatenate(self.rows), np.concatenate(self.columns)
        matrix = coo_matrix((np.concatenate(self.data), places), shape=(count, count)).tocsc()
        options = {"SymmetricMode": True}
        factors = splu(matrix, permc_spec="MMD_AT_PLUS_A", diag_pivot_thresh=0.001, options=options)
        found: Values = self.sources @ factors.solve(airs @ self.sources)
        flows: Values = found - self.sources.sum(axis=1) * airs
        return flows


def flows_by_volumes(section: Section, grid: Grid) -> tuple[float, ...]:
    """What flows out of an unbent section into each air [W/m], or [W] about an axis.

    By the balance of cells of one temperature each (ISO 10211:2017, annex C).
    """
    shape = np.ones_like(grid.conductivity)
    wide, high = np.diff(grid.x)[None, :] * shape, np.diff(grid.y)[:, None] * shape
    ring = 2 * np.pi * grid.x if section.axis else np.ones_like(grid.x)
    middle = (ring[1:] + ring[:-1])[None, :] / 2
    with np.errstate(divide="ignore"):
        across, up = wide / 2 / grid.conductivity, high / 2 / grid.conductivity
    films = np.array([(a.across, a.level) for a in section.ambients])
    balance = _Balance(section, grid)
    right, left, level = ring[None, 1:] * high, ring[None, :-1] * high, middle * wide
    balance.join(ALONG, across, right)
    balance.join(UPWARD, up, level)
    for pair, half, face, film in (
        (ALONG, across, right, 0), (ALONG[::-1], across, left, 0), (UPWARD, up, level, 1), (UPWARD[::-1], up, level, 1),
    ):  # fmt: skip
        balance.air(pair, half, face, films[:, film])
    temperatures = np.array([ambient.temperature for ambient in section.ambients])
    return tuple(float(flow) for flow in balance.flows(temperatures))
