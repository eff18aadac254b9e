# SPDX-License-Identifier: GPL-3.0-or-later
"""Rain over a raster: which cells stand under water, and where each sheds to.

Priority flood with a queue for what is filled (Barnes, Lehman and Mulla 2014) and one for slopes, whose cells
enter the heap only where something beside them may lie lower (Zhou, Sun and Fu 2016), both as recalled.
Rasters are flat, row by row, with a border of nan all round, so that the neighbours of a cell lie at eight
fixed offsets, those across a side first. Heights outside the roof are nan; walls let no water out.
"""

import numpy as np

from glacis.core.compiled import kernel

OPEN = -2
"""Stands in ``parents`` for a cell that is not settled yet."""


@kernel
def sift_up(keys: np.ndarray, cells: np.ndarray, at: int) -> None:
    """Restore the order of a heap above a place where something was put in."""
    key, cell = keys[at], cells[at]
    while at > 0:
        above = (at - 1) >> 1
        if keys[above] <= key:
            break
        keys[at], cells[at] = keys[above], cells[above]
        at = above
    keys[at], cells[at] = key, cell


@kernel
def sift_down(keys: np.ndarray, cells: np.ndarray, count: int) -> None:
    """Restore the order of a heap below its top, which was replaced by its last entry."""
    key, cell = keys[count], cells[count]
    at = 0
    while True:
        below = 2 * at + 1
        if below >= count:
            break
        if below + 1 < count and keys[below + 1] < keys[below]:
            below += 1
        if keys[below] >= key:
            break
        keys[at], cells[at] = keys[below], cells[below]
        at = below
    keys[at], cells[at] = key, cell


@kernel
def fill(
    z: np.ndarray, offsets: np.ndarray, first: int, levels: np.ndarray, parents: np.ndarray,
    pits: np.ndarray, slopes: np.ndarray,
) -> int:  # fmt: skip
    """Settle what lies no higher than the water at a cell, and what rises from there; gives how many rise."""
    pits[0] = first
    taken, put, rising = 0, 1, 0
    level = levels[first]
    while taken < put:
        cell = pits[taken]
        taken += 1
        for way in range(8):
            other = cell + offsets[way]
            if parents[other] != OPEN:
                continue
            parents[other] = cell
            if z[other] <= level:
                levels[other] = level
                pits[put] = other
                put += 1
            else:
                levels[other] = z[other]
                slopes[rising] = other
                rising += 1
    return rising


@kernel
def climb(
    z: np.ndarray, offsets: np.ndarray, levels: np.ndarray, parents: np.ndarray, slopes: np.ndarray,
    rising: int, keys: np.ndarray, heap: np.ndarray, count: int,
) -> int:  # fmt: skip
    """Settle all that rises on from the slopes; those with something lower beside them go to the heap."""
    taken = 0
    while taken < rising:
        cell = slopes[taken]
        taken += 1
        level = levels[cell]
        waits = False
        for way in range(8):
            other = cell + offsets[way]
            if parents[other] != OPEN:
                continue
            if z[other] <= level:
                waits = True
                continue
            parents[other] = cell
            levels[other] = z[other]
            slopes[rising] = other
            rising += 1
        if waits:
            keys[count], heap[count] = level, cell
            sift_up(keys, heap, count)
            count += 1
    return count


@kernel
def flood(
    z: np.ndarray, offsets: np.ndarray, exits: np.ndarray, levels: np.ndarray, parents: np.ndarray
) -> None:
    """Fill ``levels`` with the height of ground or water, and ``parents`` with where water came in from.

    Args:
        z: heights [m].
        offsets: of the eight neighbours.
        exits: cells that let water out.
        levels: filled [m]; nan where no water gets out at all.
        parents: filled with cells; -1 for exits and where there is no water.
    """
    total = z.size
    keys, heap = np.empty(total + 1), np.empty(total + 1, dtype=np.int64)
    pits, slopes = np.empty(total, dtype=np.int64), np.empty(total, dtype=np.int64)
    for cell in range(total):
        parents[cell] = -1 if np.isnan(z[cell]) else OPEN
        levels[cell] = np.nan
    count = 0
    for k in range(len(exits)):
        cell = exits[k]
        if parents[cell] == OPEN:
            parents[cell] = -1
            levels[cell] = z[cell]
            keys[count], heap[count] = z[cell], cell
            sift_up(keys, heap, count)
            count += 1
    while count > 0:
        first = heap[0]
        count -= 1
        sift_down(keys, heap, count)
        rising = fill(z, offsets, first, levels, parents, pits, slopes)
        count = climb(z, offsets, levels, parents, slopes, rising, keys, heap, count)
    for cell in range(total):
        parents[cell] = max(parents[cell], -1)


@kernel
def pooled(
    z: np.ndarray, offsets: np.ndarray, levels: np.ndarray, least: float, labels: np.ndarray
) -> int:
    """Number the pools deeper than ``least`` [m] somewhere: joined cells under one level; gives how many."""
    queue = np.empty(z.size, dtype=np.int64)
    found = 0
    for start in range(z.size):
        labels[start] = -1
    for start in range(z.size):
        if labels[start] >= 0 or not levels[start] - z[start] > least:
            continue
        level = levels[start]
        queue[0] = start
        labels[start] = found
        taken, put = 0, 1
        while taken < put:
            cell = queue[taken]
            taken += 1
            for way in range(8):
                other = cell + offsets[way]
                if labels[other] < 0 and levels[other] == level and z[other] < level:
                    labels[other] = found
                    queue[put] = other
                    put += 1
        found += 1
    return found


@kernel
def steepest_from(offsets: np.ndarray, levels: np.ndarray, cell: int, otherwise: int) -> int:
    """The neighbour that lies lowest for its distance; ``otherwise`` where none lies lower."""
    best, steepest = otherwise, 0.0
    for way in range(8):
        drop = levels[cell] - levels[cell + offsets[way]]
        if way >= 4:
            drop *= 0.7071067811865476
        if drop > steepest:
            best, steepest = cell + offsets[way], drop
    return best


@kernel
def shed(
    z: np.ndarray, offsets: np.ndarray, levels: np.ndarray, parents: np.ndarray, flows: np.ndarray
) -> None:
    """Add up in ``flows`` the cells whose water passes each cell.

    Dry cells shed to the steepest of eight neighbours, wet ones to where the flood came in from.
    """
    total = z.size
    onto = np.empty(total, dtype=np.int64)
    waiting = np.zeros(total, dtype=np.int64)
    for cell in range(total):
        flows[cell] = 0.0 if np.isnan(levels[cell]) else 1.0
        onto[cell] = parents[cell]
        if parents[cell] >= 0 and levels[cell] == z[cell]:
            onto[cell] = steepest_from(offsets, levels, cell, parents[cell])
        if onto[cell] >= 0:
            waiting[onto[cell]] += 1
    queue = np.empty(total, dtype=np.int64)
    taken, put = 0, 0
    for cell in range(total):
        if waiting[cell] == 0:
            queue[put] = cell
            put += 1
    while taken < put:
        cell = queue[taken]
        taken += 1
        after = onto[cell]
        if after >= 0:
            flows[after] += flows[cell]
            waiting[after] -= 1
            if waiting[after] == 0:
                queue[put] = after
                put += 1


@kernel
def paint(
    shapes: np.ndarray,
    counts: np.ndarray,
    planes: np.ndarray,
    corner: np.ndarray,
    size: float,
    z: np.ndarray,
) -> None:
    """Heights at the middles of raster cells, from planes over convex polygons; the rest stays as it is.

    Args:
        shapes: corners anticlockwise (n, k, 2) [m].
        counts: of corners.
        planes: z = a·x + b·y + c (n, 3) [m].
        corner: least x and y of the raster [m].
        size: of a raster cell [m].
        z: rows upwards, filled (ny, nx) [m].
    """
    rows, columns = z.shape
    for k in range(len(counts)):
        low_x, low_y, high_x, high_y = 1e300, 1e300, -1e300, -1e300
        for c in range(counts[k]):
            low_x, high_x = min(low_x, shapes[k, c, 0]), max(high_x, shapes[k, c, 0])
            low_y, high_y = min(low_y, shapes[k, c, 1]), max(high_y, shapes[k, c, 1])
        j0 = max(0, int((low_y - corner[1]) / size - 0.5))
        j1 = min(rows, int((high_y - corner[1]) / size + 1.5))
        i0 = max(0, int((low_x - corner[0]) / size - 0.5))
        i1 = min(columns, int((high_x - corner[0]) / size + 1.5))
        for j in range(j0, j1):
            y = corner[1] + (j + 0.5) * size
            for i in range(i0, i1):
                x = corner[0] + (i + 0.5) * size
                inside = True
                for c in range(counts[k]):
                    after = c + 1 if c + 1 < counts[k] else 0
                    ex = shapes[k, after, 0] - shapes[k, c, 0]
                    ey = shapes[k, after, 1] - shapes[k, c, 1]
                    if ex * (y - shapes[k, c, 1]) - ey * (x - shapes[k, c, 0]) < -1e-9:
                        inside = False
                        break
                if inside:
                    z[j, i] = planes[k, 0] * x + planes[k, 1] * y + planes[k, 2]
