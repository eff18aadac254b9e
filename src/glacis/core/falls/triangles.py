# SPDX-License-Identifier: GPL-3.0-or-later
"""Surfaces of triangles: from an outlet to the sides of what it drains."""

import numpy as np

from glacis.core.falls.sources import Point
from glacis.core.falls.surface import Cells

Corner = tuple[Point, float]


class Triangles:
    """Triangles put together to the cells of a surface."""

    def __init__(self) -> None:
        self._shapes: list[tuple[Point, Point, Point]] = []
        self._levels: list[tuple[float, float, float]] = []
        self._owners: list[int] = []

    def put(self, corners: tuple[Corner, Corner, Corner], owner: int) -> None:
        """Add a triangle, anticlockwise, each corner with its level [m], that drains to a source."""
        (a, za), (b, zb), (c, zc) = corners
        self._shapes.append((a, b, c))
        self._levels.append((za, zb, zc))
        self._owners.append(owner)

    def cells(self) -> Cells:
        """All of them as cells."""
        shapes, owners = np.array(self._shapes), np.array(self._owners)
        system = np.concatenate([shapes, np.ones((len(shapes), 3, 1))], axis=2)
        planes = np.linalg.solve(system, np.array(self._levels)[:, :, None])[:, :, 0]
        return Cells(shapes, np.full(len(shapes), 3), planes, owners, owners)


def left_of(at: Point, a: Point, b: Point) -> float:
    """How far a point lies to the left of the line from a to b [m]."""
    ex, ey = b[0] - a[0], b[1] - a[1]
    return float((ex * (at[1] - a[1]) - ey * (at[0] - a[0])) / np.hypot(ex, ey))
