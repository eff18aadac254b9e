# SPDX-License-Identifier: GPL-3.0-or-later
"""Steady heat through members that cross: finite volumes in three dimensions.

A quarter of the repeating piece, adiabatic on its four sides, films inside and outside. Cell
faces lie on every material boundary. Nothing here comes from Glacis.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import coo_matrix, diags
from scipy.sparse.linalg import cg

from validation.conduction import _edges

Axis = NDArray[np.float64]


class Block(NamedTuple):
    """A box of conductivity [W/(m·K)] between two corners [m]; z goes outwards."""

    low: tuple[float, float, float]
    high: tuple[float, float, float]
    conductivity: float


def _grid(blocks: tuple[Block, ...], axis: int, cell: float) -> Axis:
    marks = {b.low[axis] for b in blocks} | {b.high[axis] for b in blocks}
    return _edges(marks, cell)


def resistance(blocks: tuple[Block, ...], films: tuple[float, float], cell: float) -> float:
    """R from air to air [m²·K/W] of the piece that ``blocks`` fill; later blocks lie over earlier."""
    edges = [_grid(blocks, axis, cell) for axis in range(3)]
    steps = [np.diff(e) for e in edges]
    middles = [(e[1:] + e[:-1]) / 2 for e in edges]
    k = np.zeros(tuple(len(m) for m in middles))
    for block in blocks:
        inside = np.ix_(*((m > block.low[a]) & (m < block.high[a]) for a, m in enumerate(middles)))
        k[inside] = block.conductivity
    number = np.arange(k.size).reshape(k.shape)
    rows, columns, values = [], [], []
    for axis in range(3):
        others = [steps[a] for a in range(3) if a != axis]
        face = np.expand_dims(np.multiply.outer(others[0], others[1]), axis)
        shape = [1, 1, 1]
        shape[axis] = -1
        half = steps[axis].reshape(shape) / (2 * k)
        first = np.take(half, range(k.shape[axis] - 1), axis)
        second = np.take(half, range(1, k.shape[axis]), axis)
        g = (face / (first + second)).ravel()
        a = np.take(number, range(k.shape[axis] - 1), axis).ravel()
        b = np.take(number, range(1, k.shape[axis]), axis).ravel()
        for i, j, sign in ((a, a, 1), (b, b, 1), (a, b, -1), (b, a, -1)):
            rows.append(i)
            columns.append(j)
            values.append(sign * g)
    plan = np.multiply.outer(steps[0], steps[1])
    inner = (plan / (films[0] + steps[2][0] / (2 * k[:, :, 0]))).ravel()
    outer = (plan / (films[1] + steps[2][-1] / (2 * k[:, :, -1]))).ravel()
    warm, cold = number[:, :, 0].ravel(), number[:, :, -1].ravel()
    for cells, g in ((warm, inner), (cold, outer)):
        rows.append(cells)
        columns.append(cells)
        values.append(g)
    right = np.zeros(k.size)
    right[warm] = inner
    matrix = coo_matrix(
        (np.concatenate(values), (np.concatenate(rows), np.concatenate(columns))),
        (k.size, k.size),
    ).tocsr()
    theta, unsettled = cg(matrix, right, rtol=1e-10, M=diags(1 / matrix.diagonal()))
    assert not unsettled
    flow = float(np.sum(inner * (1 - theta[warm])))
    return float(plan.sum()) / flow
