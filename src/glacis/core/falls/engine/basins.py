# SPDX-License-Identifier: GPL-3.0-or-later
"""Basins of a raster: to which hollow every cell sheds, and the passes between hollows.

Rasters are flat with a border of nan, as in ``flood``.
"""

import numpy as np

from glacis.core.compiled import kernel

OUT = -1
"""The basin of what sheds to an exit, and of cells outside the roof."""


@kernel
def basins(z: np.ndarray, offsets: np.ndarray, exits: np.ndarray, labels: np.ndarray) -> int:
    """Number the hollows and give every cell the one that it sheds to; gives how many there are.

    A cell sheds to its lowest neighbour; level ones that nothing lower touches are one hollow.

    Args:
        z: heights [m]; nan outside.
        offsets: of the eight neighbours.
        exits: cells that let water out.
        labels: filled; ``OUT`` for what sheds to an exit.
    """
    total = z.size
    onto = np.full(total, -1, dtype=np.int64)
    for cell in range(total):
        labels[cell] = OUT
        if np.isnan(z[cell]):
            continue
        onto[cell] = lowest_beside(z, offsets, cell)
    settled = np.zeros(total, dtype=np.bool_)
    for cell in range(total):
        settled[cell] = onto[cell] != cell
    is_exit = np.zeros(total, dtype=np.bool_)
    for k in range(len(exits)):
        onto[exits[k]] = exits[k]
        settled[exits[k]] = is_exit[exits[k]] = True
    level_out(z, offsets, onto, settled)
    count = 0
    for cell in range(total):
        if onto[cell] == cell and not is_exit[cell]:
            labels[cell] = count
            count += 1
    for cell in range(total):
        if onto[cell] >= 0:
            lead(onto, labels, cell)
    return count


@kernel
def lowest_beside(z: np.ndarray, offsets: np.ndarray, cell: int) -> int:
    """The lowest of a cell and its neighbours."""
    best = cell
    for way in range(len(offsets)):
        other = cell + offsets[way]
        if z[other] < z[best]:
            best = other
    return best


@kernel
def level_out(z: np.ndarray, offsets: np.ndarray, onto: np.ndarray, settled: np.ndarray) -> None:
    """Lead level ground to where something lower or an exit touches it, or to its first cell."""
    total = len(z)
    queue = np.empty(total, dtype=np.int64)
    taken, put = 0, 0
    for cell in range(total):
        if settled[cell] and onto[cell] >= 0:
            queue[put] = cell
            put += 1
    for start in range(total + 1):
        while taken < put:
            cell = queue[taken]
            taken += 1
            for way in range(len(offsets)):
                other = cell + offsets[way]
                if not settled[other] and z[other] == z[cell]:
                    onto[other] = cell
                    settled[other] = True
                    queue[put] = other
                    put += 1
        if start < total and not settled[start]:
            settled[start] = True
            queue[put] = start
            put += 1


@kernel
def lead(onto: np.ndarray, labels: np.ndarray, cell: int) -> None:
    """Give a cell, and all on its way, the basin that the way ends in."""
    end = cell
    while onto[end] != end:
        end = onto[end]
    while onto[cell] != end:
        after = onto[cell]
        onto[cell] = end
        labels[cell] = labels[end]
        cell = after
    labels[cell] = labels[end]


@kernel
def passes(
    z: np.ndarray, offsets: np.ndarray, labels: np.ndarray, ends: np.ndarray, heights: np.ndarray
) -> int:
    """Where neighbouring basins touch: both basins, and the higher of the two cells [m]; gives how many."""
    count = 0
    for cell in range(len(z)):
        if np.isnan(z[cell]):
            continue
        for way in range(len(offsets)):
            other = cell + offsets[way]
            if other > cell and not np.isnan(z[other]) and labels[other] != labels[cell]:
                ends[count, 0], ends[count, 1] = labels[cell], labels[other]
                heights[count] = max(z[cell], z[other])
                count += 1
    return count
