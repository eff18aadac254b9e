# SPDX-License-Identifier: GPL-3.0-or-later
"""Steady heat through a framed cross-section by finite volumes: an independent truth.

A half bay with its half member, adiabatic at both sides, films inside and outside. Cells are
graded so that every material boundary is a cell face; conductances between cell centres are
harmonic. Nothing here comes from Glacis.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import coo_matrix
from scipy.sparse.linalg import spsolve


class Patch(NamedTuple):
    """A rectangle of conductivity: from x0 to x1 across, y0 to y1 outwards [m], W/(m·K)."""

    x0: float
    x1: float
    y0: float
    y1: float
    conductivity: float


def _edges(marks: set[float], finest: float) -> NDArray[np.float64]:
    ordered = sorted(marks)
    pieces = []
    for low, high in zip(ordered, ordered[1:], strict=False):
        count = max(2, int(np.ceil((high - low) / finest)))
        pieces.append(np.linspace(low, high, count + 1)[:-1])
    return np.concatenate([*pieces, [ordered[-1]]])


def resistance(
    patches: tuple[Patch, ...], width: float, depth: float, films: tuple[float, float], cell: float
) -> float:
    """R from air to air [m²·K/W] of a section ``width`` wide and ``depth`` deep [m]."""
    xs = _edges({0.0, width, *(p.x0 for p in patches), *(p.x1 for p in patches)}, cell)
    ys = _edges({0.0, depth, *(p.y0 for p in patches), *(p.y1 for p in patches)}, cell)
    dx, dy = np.diff(xs), np.diff(ys)
    cx, cy = (xs[1:] + xs[:-1]) / 2, (ys[1:] + ys[:-1]) / 2
    k = np.zeros((len(cy), len(cx)))
    for p in patches:
        inside = np.ix_((cy > p.y0) & (cy < p.y1), (cx > p.x0) & (cx < p.x1))
        k[inside] = p.conductivity
    number = np.arange(k.size).reshape(k.shape)
    rows, columns, values = [], [], []
    right = np.zeros(k.size)

    def couple(a: NDArray[np.int64], b: NDArray[np.int64], g: NDArray[np.float64]) -> None:
        for i, j, sign in ((a, a, 1), (b, b, 1), (a, b, -1), (b, a, -1)):
            rows.append(i.ravel())
            columns.append(j.ravel())
            values.append(sign * g.ravel())

    across = dy[:, None] / (dx[:-1] / (2 * k[:, :-1]) + dx[1:] / (2 * k[:, 1:]))
    couple(number[:, :-1], number[:, 1:], across)
    outward = dx[None, :] / (dy[:-1, None] / (2 * k[:-1]) + dy[1:, None] / (2 * k[1:]))
    couple(number[:-1], number[1:], outward)
    inner = dx / (films[0] + dy[0] / (2 * k[0]))
    outer = dx / (films[1] + dy[-1] / (2 * k[-1]))
    for cells, g in ((number[0], inner), (number[-1], outer)):
        rows.append(cells)
        columns.append(cells)
        values.append(g)
    right[number[0]] = inner  # one kelvin inside, none outside
    size = (k.size, k.size)
    matrix = coo_matrix(
        (np.concatenate(values), (np.concatenate(rows), np.concatenate(columns))), size
    ).tocsr()
    theta = spsolve(matrix, right)
    flow = float(np.sum(inner * (1 - theta[number[0]])))
    return width / flow
