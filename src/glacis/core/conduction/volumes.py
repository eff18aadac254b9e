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


def flows_by_volumes(section: Section, grid: Grid) -> tuple[float, ...]:
    """What flows out of an unbent section into each air [W/m], by cells of constant temperature.

    Two cells are joined by the resistances from their middles to the side between them in series
    (ISO 10211:2017, annex C, by balance of cells).
    """
    conductivity = grid.conductivity
    solid = conductivity > 0
    number = np.full(solid.shape, -1)
    number[solid] = np.arange(int(solid.sum()))
    wide, high = (
        np.diff(grid.x)[None, :] + 0 * conductivity,
        np.diff(grid.y)[:, None] + 0 * conductivity,
    )
    middle = (grid.x[1:] + grid.x[:-1])[None, :] / 2 + 0 * conductivity
    reach = 2 * np.pi * middle if section.axis else np.ones_like(conductivity)
    with np.errstate(divide="ignore"):
        across, up = wide / 2 / conductivity, high / 2 / conductivity
    rows: list[Values] = []
    columns: list[Values] = []
    data: list[Values] = []
    sources = np.zeros((len(section.ambients), int(solid.sum())))

    def joined(
        own: tuple[slice, slice], other: tuple[slice, slice], half: Values, face: Values
    ) -> None:
        both = solid[own] & solid[other]
        conductance = face[own][both] / (half[own][both] + half[other][both])
        a, b = number[own][both], number[other][both]
        rows.extend((a, b, a, b))
        columns.extend((a, b, b, a))
        data.extend((conductance, conductance, -conductance, -conductance))

    def aired(
        own: tuple[slice, slice],
        other: tuple[slice, slice],
        half: Values,
        face: Values,
        film: Values,
    ) -> None:
        touch = solid[own] & ~solid[other] & (grid.ambient[other] >= 0)
        airs = grid.ambient[other][touch]
        conductance = face[own][touch] / (half[own][touch] + film[airs])
        a = number[own][touch]
        rows.append(a)
        columns.append(a)
        data.append(conductance)
        np.add.at(sources, (airs, a), conductance)

    ring = 2 * np.pi * grid.x if section.axis else np.ones_like(grid.x)
    upright = ring[None, 1:] * high
    level = reach * wide
    left, right, low, top = np.s_[:, :-1], np.s_[:, 1:], np.s_[:-1, :], np.s_[1:, :]
    films = np.array([(a.across, a.level) for a in section.ambients])
    joined(left, right, across, upright)
    joined(low, top, up, level)
    aired(left, right, across, upright, films[:, 0])
    aired(right, left, across, ring[None, :-1] * high, films[:, 0])
    aired(low, top, up, level, films[:, 1])
    aired(top, low, up, level, films[:, 1])
    count = sources.shape[1]
    joined_data = (np.concatenate(data), (np.concatenate(rows), np.concatenate(columns)))
    matrix = coo_matrix(joined_data, shape=(count, count)).tocsc()
    airs = np.array([ambient.temperature for ambient in section.ambients])
    options = {"SymmetricMode": True}
    factors = splu(matrix, permc_spec="MMD_AT_PLUS_A", diag_pivot_thresh=0.001, options=options)
    found = factors.solve(airs @ sources)
    return tuple(float(flow) for flow in sources @ found - sources.sum(axis=1) * airs)
