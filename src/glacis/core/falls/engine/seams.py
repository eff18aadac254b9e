# SPDX-License-Identifier: GPL-3.0-or-later
"""Corners that hang on the sides of neighbouring cells."""

import numpy as np

from glacis.core.compiled import kernel


@kernel
def hanging(
    corners: np.ndarray,
    sides: np.ndarray,
    buckets: np.ndarray,
    first: np.ndarray,
    grid: np.ndarray,
    near: float,
) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """For every corner strictly within a side: the side, the corner, and how far along it lies [m].

    Args:
        corners: (n, 2) [m].
        sides: pairs of indices of corners (m, 2).
        buckets: corners ordered by the square of a grid that they lie in (n,).
        first: where those of each square begin, row by row.
        grid: left and low end, size of a square [m], and how many squares across and up.
        near: how close to a side a corner is on it [m].
    """
    left, low, size = grid[0], grid[1], grid[2]
    across, up = int(grid[3]), int(grid[4])
    most = 4 * len(sides) + 64
    found_sides = np.empty(most, dtype=np.int64)
    found_corners = np.empty(most, dtype=np.int64)
    places = np.empty(most)
    count = 0
    for k in range(len(sides)):
        a, b = sides[k, 0], sides[k, 1]
        ax, ay = corners[a, 0], corners[a, 1]
        ex, ey = corners[b, 0] - ax, corners[b, 1] - ay
        length = np.sqrt(ex * ex + ey * ey)
        ux, uy = ex / length, ey / length
        i0 = max(0, int((min(ax, ax + ex) - near - left) / size))
        i1 = min(across - 1, int((max(ax, ax + ex) + near - left) / size))
        j0 = max(0, int((min(ay, ay + ey) - near - low) / size))
        j1 = min(up - 1, int((max(ay, ay + ey) + near - low) / size))
        for j in range(j0, j1 + 1):
            for i in range(i0, i1 + 1):
                square = j * across + i
                for place in range(first[square], first[square + 1]):
                    c = buckets[place]
                    px, py = corners[c, 0] - ax, corners[c, 1] - ay
                    along = ux * px + uy * py
                    if c in (a, b) or not 0.0 < along < length:
                        continue
                    if abs(ux * py - uy * px) > near or count == most:
                        continue
                    found_sides[count], found_corners[count], places[count] = k, c, along
                    count += 1
    return found_sides[:count], found_corners[:count], places[:count]
