# SPDX-License-Identifier: GPL-3.0-or-later
"""What a point or a level line sees of a roof, in pieces over each of which the surface is one plane.

A piece is a convex polygon (``shape`` (4, 2) [m]) with a plane z = a·x + b·y + c and two linear functions
whose lesser is how far water runs straight down before it leaves the piece's sector [m].
"""

import numpy as np

from glacis.core.compiled import kernel
from glacis.core.falls.engine.sights import NEAR, looks_inside, nearest

ROUND = np.array([(1.0, 0.0), (0.0, 1.0), (-1.0, 0.0), (0.0, -1.0)])
"""Directions that part a view with no walls in reach."""
SAME_WAY = 1e-10
"""Directions closer than this are one [rad]; our judgement: 0.01 mm in 100 km."""


@kernel
def limits_of(gauge: np.ndarray) -> np.ndarray:
    """Directions in which two neighbours of a gauge (k, 2), anticlockwise, rise alike."""
    count = len(gauge)
    limits = np.empty((count, 2))
    for k in range(count):
        after = (k + 1) % count
        dx, dy = gauge[after, 0] - gauge[k, 0], gauge[after, 1] - gauge[k, 1]
        length = np.hypot(dx, dy)
        limits[k, 0], limits[k, 1] = dy / length, -dx / length
    return limits


@kernel
def run_in(sector: int, other: int, x: float, y: float, gauge: np.ndarray) -> np.ndarray:
    """The run straight down until ``other`` takes over, as coefficients of x, y and 1."""
    gx, gy = gauge[sector, 0], gauge[sector, 1]
    dx, dy = gx - gauge[other, 0], gy - gauge[other, 1]
    length = np.hypot(gx, gy)
    down = (dx * gx + dy * gy) / length
    return np.array([dx / down, dy / down, -(dx * x + dy * y) / down])


@kernel
def meet(x: float, y: float, dx: float, dy: float, wall: np.ndarray) -> tuple[float, float]:
    """Where a ray meets the line of a wall."""
    ex, ey = wall[2] - wall[0], wall[3] - wall[1]
    along = ((wall[0] - x) * ey - (wall[1] - y) * ex) / (dx * ey - dy * ex)
    return x + along * dx, y + along * dy


@kernel
def steepest(dx: float, dy: float, gauge: np.ndarray) -> int:
    """Index of the gradient that rises most along a direction."""
    best = 0
    for k in range(1, len(gauge)):
        more = (gauge[k, 0] - gauge[best, 0]) * dx + (gauge[k, 1] - gauge[best, 1]) * dy
        if more > 0.0:
            best = k
    return best


@kernel
def put_way(ways: np.ndarray, count: int, dx: float, dy: float) -> int:
    """Add a direction and its angle to ``ways``, which it keeps in their order."""
    length = np.sqrt(dx * dx + dy * dy)
    if length <= NEAR:
        return count
    angle = np.arctan2(dy, dx)
    at = count
    while at > 0 and ways[at - 1, 2] > angle:
        for c in range(3):
            ways[at, c] = ways[at - 1, c]
        at -= 1
    ways[at, 0], ways[at, 1], ways[at, 2] = dx / length, dy / length, angle
    return count + 1


@kernel
def directions(
    x: float, y: float, half: np.ndarray, walls: np.ndarray, limits: np.ndarray
) -> np.ndarray:
    """Unit directions in which the view may change, with their angles, anticlockwise from west."""
    ways = np.empty((2 * len(walls) + len(limits) + 2 + len(ROUND), 3))
    count = 0
    for k in range(len(ROUND)):
        count = put_way(ways, count, ROUND[k, 0], ROUND[k, 1])
    for k in range(len(walls)):
        count = put_way(ways, count, walls[k, 0] - x, walls[k, 1] - y)
        count = put_way(ways, count, walls[k, 2] - x, walls[k, 3] - y)
    for k in range(len(limits)):
        count = put_way(ways, count, limits[k, 0], limits[k, 1])
    count = put_way(ways, count, half[0], half[1])
    count = put_way(ways, count, -half[0], -half[1])
    return ways[:count]


@kernel
def beyond(
    x: float, y: float, ax: float, ay: float, reach: float, wall: int, walls: np.ndarray
) -> tuple[float, float]:
    """Where a ray meets a wall, or twice as far as the reach where there is none."""
    if wall < 0:
        return x + 2.0 * reach * ax, y + 2.0 * reach * ay
    return meet(x, y, ax, ay, walls[wall])


@kernel
def view(
    origin: np.ndarray, cone: np.ndarray, reach: float, walls: np.ndarray, gauge: np.ndarray
) -> tuple[np.ndarray, np.ndarray]:
    """Triangles seen from an origin as far as its reach [m], and the sector of ``gauge`` of each.

    Args:
        origin: its row, see ``envelope.KIND``: x, y, level, and the direction on whose left it looks.
        cone: what it touches, see ``looks_inside``.
        reach: how far it is asked for [m].
        walls: within that reach (n, 4) [m].
        gauge: gradients anticlockwise (k, 2) [-].
    """
    x, y = origin[0], origin[1]
    ways = directions(x, y, origin[3:5], walls, limits_of(gauge))
    count = len(ways)
    shapes = np.zeros((count, 4, 2))
    sectors = np.empty(count, dtype=np.int64)
    found, last = 0, -2
    for k in range(count):
        after = k + 1 if k + 1 < count else 0
        ax, ay, bx, by = ways[k, 0], ways[k, 1], ways[after, 0], ways[after, 1]
        if ax * by - ay * bx < SAME_WAY:
            continue
        length = np.hypot(ax + bx, ay + by)
        mx, my = (ax + bx) / length, (ay + by) / length
        if not looks_inside(mx, my, cone) or origin[3] * my - origin[4] * mx < 0.0:
            last = -2
            continue
        wall = nearest(x, y, mx, my, walls)
        sector = steepest(mx, my, gauge)
        end_x, end_y = beyond(x, y, bx, by, reach, wall, walls)
        if wall >= 0 and wall == last and sectors[found - 1] == sector:
            shapes[found - 1, 2, 0], shapes[found - 1, 2, 1] = end_x, end_y
            continue
        start_x, start_y = beyond(x, y, ax, ay, reach, wall, walls)
        shapes[found, 0, 0], shapes[found, 0, 1] = x, y
        shapes[found, 1, 0], shapes[found, 1, 1] = start_x, start_y
        shapes[found, 2, 0], shapes[found, 2, 1] = end_x, end_y
        sectors[found] = sector
        found, last = found + 1, wall
    return shapes[:found], sectors[:found]


@kernel
def strip(line: np.ndarray, walls: np.ndarray) -> np.ndarray:
    """Quadrangles seen square to a line (ax, ay, bx, by) [m], on its left."""
    length = np.hypot(line[2] - line[0], line[3] - line[1])
    ux, uy = (line[2] - line[0]) / length, (line[3] - line[1]) / length
    ordered = np.empty(len(walls) + 2)
    ordered[0], ordered[1] = 0.0, length
    count = 2
    for k in range(len(walls)):
        on = ux * (walls[k, 0] - line[0]) + uy * (walls[k, 1] - line[1])
        if 0.0 < on < length:
            at = count
            while ordered[at - 1] > on:
                ordered[at] = ordered[at - 1]
                at -= 1
            ordered[at] = on
            count += 1
    shapes = np.empty((count, 4, 2))
    found, last = 0, -1
    for k in range(count - 1):
        start, end = ordered[k], ordered[k + 1]
        if end - start < NEAR:
            continue
        middle = (start + end) / 2
        wall = nearest(line[0] + middle * ux, line[1] + middle * uy, -uy, ux, walls)
        if wall < 0:
            last = -1
            continue
        x0, y0 = line[0] + start * ux, line[1] + start * uy
        x1, y1 = line[0] + end * ux, line[1] + end * uy
        far_x, far_y = meet(x1, y1, -uy, ux, walls[wall])
        if wall != last:
            shapes[found, 0, 0], shapes[found, 0, 1] = x0, y0
            start_x, start_y = meet(x0, y0, -uy, ux, walls[wall])
            shapes[found, 3, 0], shapes[found, 3, 1] = start_x, start_y
            found, last = found + 1, wall
        shapes[found - 1, 1, 0], shapes[found - 1, 1, 1] = x1, y1
        shapes[found - 1, 2, 0], shapes[found - 1, 2, 1] = far_x, far_y
    return shapes[:found]
