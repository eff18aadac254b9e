# SPDX-License-Identifier: GPL-3.0-or-later
"""Which points of a roof see each other, and the shortest way between them by a gauge.

Walls are rows (ax, ay, bx, by) [m] with the roof on their left. Own derivation: the least height over a
source is reached along a path that bends at reflex corners alone.
"""

import numpy as np

from glacis.core.compiled import kernel

NEAR = 1e-7
"""What lies closer is taken to touch [m]; our judgement: far below any tolerance of building."""
OPEN, BESIDE, CONVEX, REFLEX = 0, 1, 2, 3
"""What a point touches: nothing, one wall, a corner that the roof fills less or more than half of."""


@kernel
def looks_inside(dx: float, dy: float, cone: np.ndarray) -> bool:
    """Whether a direction of unit length from a point leads into the roof.

    ``cone`` holds what the point touches and the directions of the walls before and after it.
    """
    kind = cone[0]
    if kind == OPEN:
        return True
    before = cone[1] * dy - cone[2] * dx >= -1e-9
    if kind == BESIDE:
        return before
    after = cone[3] * dy - cone[4] * dx >= -1e-9
    if kind == CONVEX:
        return before and after
    return before or after


@kernel
def is_clear(px: float, py: float, qx: float, qy: float, walls: np.ndarray) -> bool:
    """Whether no wall is crossed, and no corner touched, between two points."""
    length = np.hypot(qx - px, qy - py)
    if length <= NEAR:
        return True
    ux, uy = (qx - px) / length, (qy - py) / length
    for k in range(len(walls)):
        ax, ay = walls[k, 0] - px, walls[k, 1] - py
        bx, by = walls[k, 2] - px, walls[k, 3] - py
        off_a, off_b = ux * ay - uy * ax, ux * by - uy * bx
        if (off_a > NEAR and off_b > NEAR) or (off_a < -NEAR and off_b < -NEAR):
            continue
        on_a, on_b = ux * ax + uy * ay, ux * bx + uy * by
        if abs(off_a) <= NEAR and NEAR < on_a < length - NEAR:
            return False
        if abs(off_b) <= NEAR and NEAR < on_b < length - NEAR:
            return False
        if abs(off_a) > NEAR and abs(off_b) > NEAR:
            meets = on_a + (on_b - on_a) * off_a / (off_a - off_b)
            if NEAR < meets < length - NEAR:
                return False
    return True


@kernel
def sees(
    p: np.ndarray, p_cone: np.ndarray, q: np.ndarray, q_cone: np.ndarray, walls: np.ndarray
) -> bool:
    """Whether the straight line between two points stays inside the roof."""
    length = np.hypot(q[0] - p[0], q[1] - p[1])
    if length <= NEAR:
        return True
    ux, uy = (q[0] - p[0]) / length, (q[1] - p[1]) / length
    if not (looks_inside(ux, uy, p_cone) and looks_inside(-ux, -uy, q_cone)):
        return False
    return is_clear(p[0], p[1], q[0], q[1], walls)


@kernel
def sights(points: np.ndarray, cones: np.ndarray, walls: np.ndarray) -> np.ndarray:
    """Which of ``points`` (n, 2) see each other, as a square of booleans."""
    count = len(points)
    found = np.zeros((count, count), dtype=np.bool_)
    for i in range(count):
        for j in range(i):
            if sees(points[i], cones[i], points[j], cones[j], walls):
                found[i, j] = True
                found[j, i] = True
    return found


@kernel
def rise(vx: float, vy: float, gauge: np.ndarray) -> float:
    """γ(v): how much the surface rises along a vector [m]; ``gauge`` (k, 2) holds gradients."""
    most = -1e300
    for k in range(len(gauge)):
        most = max(most, gauge[k, 0] * vx + gauge[k, 1] * vy)
    return most


@kernel
def settle(
    levels: np.ndarray,
    sources: np.ndarray,
    corners: np.ndarray,
    seen: np.ndarray,
    gauge: np.ndarray,
) -> None:
    """Bring ``levels`` [m] and ``sources`` of corners to those of the shortest ways, in place."""
    count = len(levels)
    done = np.zeros(count, dtype=np.bool_)
    for _ in range(count):
        here = -1
        for k in range(count):
            if not done[k] and (here < 0 or levels[k] < levels[here]):
                here = k
        if levels[here] > 1e299:
            return
        done[here] = True
        for k in range(count):
            if done[k] or not seen[here, k]:
                continue
            vx = corners[k, 0] - corners[here, 0]
            vy = corners[k, 1] - corners[here, 1]
            reached = levels[here] + rise(vx, vy, gauge)
            if reached < levels[k] - 1e-12:
                levels[k] = reached
                sources[k] = sources[here]


@kernel
def touch(
    x: float, y: float, corners: np.ndarray, cones: np.ndarray, walls: np.ndarray
) -> np.ndarray:
    """What a point of the plan touches, for ``looks_inside``: of all ``corners``, of ``walls``, or nothing."""
    found = np.zeros(5)
    for k in range(len(corners)):
        if np.hypot(corners[k, 0] - x, corners[k, 1] - y) <= NEAR:
            return cones[k].copy()
    for k in range(len(walls)):
        ex, ey = walls[k, 2] - walls[k, 0], walls[k, 3] - walls[k, 1]
        length = np.hypot(ex, ey)
        ux, uy = ex / length, ey / length
        on = ux * (x - walls[k, 0]) + uy * (y - walls[k, 1])
        off = ux * (y - walls[k, 1]) - uy * (x - walls[k, 0])
        if 0.0 < on < length and abs(off) <= NEAR:
            found[0], found[1], found[2] = BESIDE, ux, uy
            return found
    return found


@kernel
def is_within(x: float, y: float, walls: np.ndarray) -> bool:
    """Whether a ray from a point crosses the walls an odd number of times."""
    inside = False
    for k in range(len(walls)):
        if (walls[k, 1] > y) != (walls[k, 3] > y):
            share = (y - walls[k, 1]) / (walls[k, 3] - walls[k, 1])
            if x < walls[k, 0] + share * (walls[k, 2] - walls[k, 0]):
                inside = not inside
    return inside


@kernel
def reach_corners(
    row: np.ndarray, cone: np.ndarray, gauge: np.ndarray, owner: int, corners: np.ndarray,
    cones: np.ndarray, walls: np.ndarray, levels: np.ndarray, owners: np.ndarray,
) -> None:  # fmt: skip
    """Lower ``levels`` [m] of corners, and their ``owners``, to what a point source gives them straight."""
    at = row[:2]
    for k in range(len(corners)):
        dx, dy = corners[k, 0] - row[0], corners[k, 1] - row[1]
        if row[3] * dy - row[4] * dx < -NEAR:
            continue
        level = row[2] + rise(dx, dy, gauge)
        if level < levels[k] and sees(at, cone, corners[k], cones[k], walls):
            levels[k], owners[k] = level, owner


@kernel
def nearest(x: float, y: float, dx: float, dy: float, walls: np.ndarray) -> int:
    """Index of the first wall that a ray meets beyond what its origin touches; -1 for none."""
    best, found = 1e300, -1
    for k in range(len(walls)):
        ax, ay = walls[k, 0] - x, walls[k, 1] - y
        ex, ey = walls[k, 2] - walls[k, 0], walls[k, 3] - walls[k, 1]
        across = dx * ey - dy * ex
        if abs(across) < 1e-14:
            continue
        along = (ax * ey - ay * ex) / across
        share = (ax * dy - ay * dx) / across
        if NEAR < along < best and 0.0 <= share <= 1.0:
            best, found = along, k
    return found
