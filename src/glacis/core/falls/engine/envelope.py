# SPDX-License-Identifier: GPL-3.0-or-later
"""The lowest of all pieces over a roof, as convex cells that cover it without a gap.

Each tile of the plan asks only those origins that can be lowest somewhere in it: with c its middle, z(c) the
height there and γ the rise, an origin v can be so only where its w_v + γ(c - v) exceeds z(c) by no more
than the rise from c to a corner of the tile and back. Own derivation, from the triangle inequality of γ.
"""

import numpy as np

from glacis.core.compiled import kernel
from glacis.core.falls.engine.cells import (
    CORNERS,
    FIGURES,
    LEVEL,
    LINES,
    OWNER,
    RUNS,
    copied,
    gain,
    is_apart,
    let_in,
    lines_for,
    set_line,
    sides_into,
)
from glacis.core.falls.engine.sights import NEAR, is_clear, looks_inside, rise
from glacis.core.falls.engine.views import view

BARE = 1e6
"""Height of what no piece has reached yet [m]: our judgement: above every roof."""
KIND, LENGTH, FALL = 5, 6, 7
"""Where in the row of an origin its kind stands, and of a line its length [m] and fall [-]; before them
stand x, y, level [m], and the direction on whose left it looks or along which it lies."""
FAN, ONE_SIDE, TWO_SIDES = 0, 1, 2
"""Kinds of origin: a point, a level line with water from its left, and one with water from both sides."""


@kernel
def append(
    shapes: np.ndarray,
    counts: np.ndarray,
    rows: np.ndarray,
    used: int,
    shape: np.ndarray,
    count: int,
    of: int,
) -> int:
    """Add a part of cell ``of`` as a cell of its own."""
    copied(shape, count, shapes[used])
    counts[used] = count
    for k in range(FIGURES):
        rows[used, k] = rows[of, k]
    return used + 1


@kernel
def part_runs(
    shapes: np.ndarray, counts: np.ndarray, rows: np.ndarray, used: int, k: int, spare: np.ndarray
) -> int:
    """Split a cell where its two runs are equal, so that the first is the lesser throughout."""
    row = rows[k]
    line = np.empty((1, 3))
    r, q = RUNS, RUNS + 3
    if not set_line(line, 0, row[q] - row[r], row[q + 1] - row[r + 1], row[q + 2] - row[r + 2]):
        return used
    shape = np.empty((CORNERS, 2))
    copied(shapes[k], counts[k], shape)
    rest_counts = np.zeros(1, dtype=np.int64)
    kept = let_in(shape, counts[k], line, 1, spare, rest_counts)
    if kept and rest_counts[0]:
        used = append(shapes, counts, rows, used, spare[0], rest_counts[0], k)
        for c in range(3):
            rows[used - 1, r + c] = row[q + c]
        copied(shape, kept, shapes[k])
        counts[k] = kept
    for c in range(3):
        if kept:
            row[q + c] = row[r + c]
        else:
            row[r + c] = row[q + c]
    return used


@kernel
def is_tied(shape: np.ndarray, count: int, old: np.ndarray, new: np.ndarray) -> bool:
    """Whether a cell and a piece of another source are one plane."""
    if old[OWNER] == new[OWNER]:
        return False
    least, most = gain(shape, count, old, new)
    return least >= -LEVEL and most <= LEVEL


@kernel
def let_piece_in(
    shapes: np.ndarray, counts: np.ndarray, rows: np.ndarray, first: int, used: int,
    lines: np.ndarray, sides: int, new: np.ndarray, spare: np.ndarray,
) -> int:  # fmt: skip
    """Let the piece within the first lines into the cells from ``first`` to ``used``.

    Gives where they end then, -1 if there are too many.
    """
    k = first - 1
    while k + 1 < used:
        k += 1
        if is_apart(shapes[k], counts[k], lines, 0, sides):
            continue
        if used + LINES > len(counts) or counts[k] + LINES > CORNERS:
            return -1
        if rows[k, OWNER] != new[OWNER]:
            least, most = gain(shapes[k], counts[k], rows[k], new)
            if least >= -LEVEL and most <= LEVEL:
                used = part_runs(shapes, counts, rows, used, k, spare)
        end = lines_for(shapes[k], counts[k], rows[k], new, lines, sides)
        if end < 0:
            continue
        used = take(shapes, counts, rows, used, k, lines, end, new, spare)
    return used


@kernel
def take(
    shapes: np.ndarray, counts: np.ndarray, rows: np.ndarray, used: int, k: int,
    lines: np.ndarray, end: int, new: np.ndarray, spare: np.ndarray,
) -> int:  # fmt: skip
    """Give the part of cell ``k`` within all lines to a piece; the rest becomes cells of its own."""
    shape = np.empty((CORNERS, 2))
    rest_counts = np.zeros(LINES, dtype=np.int64)
    copied(shapes[k], counts[k], shape)
    kept = let_in(shape, counts[k], lines, end, spare, rest_counts)
    if kept == 0:
        return used
    for part in range(end):
        if rest_counts[part]:
            used = append(shapes, counts, rows, used, spare[part], rest_counts[part], k)
    copied(shape, kept, shapes[k])
    counts[k] = kept
    for c in range(FIGURES):
        rows[k, c] = new[c]
    return used


@kernel
def height_over(origin: np.ndarray, x: float, y: float, gauge: np.ndarray) -> float:
    """The least height that an origin can have over a point, walls apart [m]; lines come before their ends."""
    dx, dy = x - origin[0], y - origin[1]
    if origin[KIND] == FAN:
        return origin[2] + rise(dx, dy, gauge)
    return origin[2] + origin[FALL] * abs(origin[3] * dy - origin[4] * dx) - LEVEL


@kernel
def reaches(origin: np.ndarray, x: float, y: float, walls: np.ndarray) -> bool:
    """Whether a point of the plan is seen from an origin, by the way that its height is taken for."""
    dx, dy = x - origin[0], y - origin[1]
    off = origin[3] * dy - origin[4] * dx
    if origin[KIND] == FAN:
        return off >= 0.0 and is_clear(origin[0], origin[1], x, y, walls)
    on = origin[3] * dx + origin[4] * dy
    if not 0.0 <= on <= origin[LENGTH] or (off < 0.0 and origin[KIND] == ONE_SIDE):
        return False
    foot_x, foot_y = origin[0] + on * origin[3], origin[1] + on * origin[4]
    return is_clear(foot_x, foot_y, x, y, walls)


@kernel
def order_origins(
    tile: np.ndarray, corners: int, origins: np.ndarray, gauges: np.ndarray, ends: np.ndarray,
    walls: np.ndarray, chosen: np.ndarray, heights: np.ndarray,
) -> int:  # fmt: skip
    """Origins that can be lowest somewhere in a tile, by their height over its middle, into ``chosen``."""
    x, y = 0.0, 0.0
    for k in range(corners):
        x, y = x + tile[k, 0] / corners, y + tile[k, 1] / corners
    for v in range(len(origins)):
        heights[v] = height_over(origins[v], x, y, gauges[ends[v, 0] : ends[v, 1]])
        chosen[v] = v
    reached = 1e300
    found = 0
    while found < len(origins):
        best = found
        for v in range(found + 1, len(origins)):
            if heights[chosen[v]] < heights[chosen[best]]:
                best = v
        chosen[found], chosen[best] = chosen[best], chosen[found]
        found += 1
        if reaches(origins[chosen[found - 1]], x, y, walls):
            reached = heights[chosen[found - 1]]
            break
    return widen(tile, corners, reached, found, x, y, gauges, chosen, heights)


@kernel
def widen(
    tile: np.ndarray, corners: int, reached: float, found: int, x: float, y: float,
    gauges: np.ndarray, chosen: np.ndarray, heights: np.ndarray,
) -> int:  # fmt: skip
    """Add to the first ``found`` of the chosen origins those that may lie lower beside the middle."""
    there, back = 0.0, 0.0
    for k in range(corners):
        dx, dy = tile[k, 0] - x, tile[k, 1] - y
        there = max(there, rise(dx, dy, gauges))
        back = max(back, rise(-dx, -dy, gauges))
    most = reached + there + back + 1e-6
    for place in range(found, len(chosen)):
        v = chosen[place]
        if heights[v] > most:
            continue
        at = found
        chosen[place] = chosen[found]
        while at > 0 and heights[chosen[at - 1]] > heights[v]:
            chosen[at] = chosen[at - 1]
            at -= 1
        chosen[at] = v
        found += 1
    return found


@kernel
def is_whole(
    origin: np.ndarray, cone: np.ndarray, tile: np.ndarray, corners: int, walls: np.ndarray
) -> bool:
    """Whether a point, that touches ``cone``, sees the whole of a tile: no wall enters between them."""
    x, y = origin[0], origin[1]
    within = True
    left, right = 0, 0
    cx, cy = 0.0, 0.0
    for k in range(corners):
        after = k + 1 if k + 1 < corners else 0
        ex, ey = tile[after, 0] - tile[k, 0], tile[after, 1] - tile[k, 1]
        if ex * (y - tile[k, 1]) - ey * (x - tile[k, 0]) < -NEAR * np.sqrt(ex * ex + ey * ey):
            within = False
        cx, cy = cx + tile[k, 0] / corners, cy + tile[k, 1] / corners
        if turn(x, y, tile[left], tile[k]) > 0.0:
            left = k
        if turn(x, y, tile[right], tile[k]) < 0.0:
            right = k
    if within:
        return True
    if not is_clear(x, y, cx, cy, walls):
        return False
    if not is_open(x, y, cone, tile[left], walls) or not is_open(x, y, cone, tile[right], walls):
        return False
    return not is_corner_between(x, y, tile[left], tile[right], walls)


@kernel
def is_open(x: float, y: float, cone: np.ndarray, corner: np.ndarray, walls: np.ndarray) -> bool:
    """Whether a corner of a tile is seen from a point: a way that starts into a wall may end at it unmet."""
    dx, dy = corner[0] - x, corner[1] - y
    length = np.hypot(dx, dy)
    if length > NEAR and not looks_inside(dx / length, dy / length, cone):
        return False
    return is_clear(x, y, corner[0], corner[1], walls)


@kernel
def is_corner_between(
    x: float, y: float, left: np.ndarray, right: np.ndarray, walls: np.ndarray
) -> bool:
    """Whether a wall has a corner within the triangle of a point and two corners of a tile."""
    for k in range(len(walls)):
        corner = walls[k, :2]
        if turn(x, y, right, corner) <= 0.0 or turn(x, y, left, corner) >= 0.0:
            continue
        if turn(right[0], right[1], left, corner) > 0.0:
            return True
    return False


@kernel
def turn(x: float, y: float, a: np.ndarray, b: np.ndarray) -> float:
    """Twice the area of the triangle from a point over ``a`` to ``b``: above 0 where b lies to the left."""
    return (a[0] - x) * (b[1] - y) - (a[1] - y) * (b[0] - x)


@kernel
def cone_into(
    origin: np.ndarray, sector: int, limits: np.ndarray, first: int, count: int, lines: np.ndarray
) -> int:
    """Lines that bound a sector of a fan, and the half that it looks into, as first rows of ``lines``."""
    before = limits[first + (sector - 1 + count) % count]
    after = limits[first + sector]
    x, y = origin[0], origin[1]
    set_line(lines, 0, -before[1], before[0], before[1] * x - before[0] * y)
    set_line(lines, 1, after[1], -after[0], after[0] * y - after[1] * x)
    if origin[3] == 0.0 and origin[4] == 0.0:
        return 2
    set_line(lines, 2, -origin[4], origin[3], origin[4] * x - origin[3] * y)
    return 3


@kernel
def candidates(
    tiles: np.ndarray, tile_counts: np.ndarray, origins: np.ndarray, gauges: np.ndarray,
    ends: np.ndarray, walls: np.ndarray,
) -> tuple[np.ndarray, np.ndarray, np.ndarray]:  # fmt: skip
    """For every tile, the origins that can be lowest in it, and how far each origin is asked for [m].

    Gives the origins of all tiles one after the other, where those of each begin, and the reaches.
    """
    total = len(tile_counts)
    found = np.empty(total * len(origins), dtype=np.int64)
    starts = np.zeros(total + 1, dtype=np.int64)
    chosen = np.empty(len(origins), dtype=np.int64)
    heights = np.empty(len(origins))
    reaches_to = np.zeros(len(origins))
    for t in range(total):
        number = order_origins(
            tiles[t], tile_counts[t], origins, gauges, ends, walls, chosen, heights
        )
        for place in range(number):
            v = chosen[place]
            found[starts[t] + place] = v
            for k in range(tile_counts[t]):
                far = np.hypot(tiles[t, k, 0] - origins[v, 0], tiles[t, k, 1] - origins[v, 1])
                reaches_to[v] = max(reaches_to[v], far)
        starts[t + 1] = starts[t] + number
    return found[: starts[total]], starts, reaches_to


@kernel
def walls_within(x: float, y: float, reach: float, walls: np.ndarray) -> np.ndarray:
    """The walls that come closer to a point than its reach [m]."""
    kept = np.empty((len(walls), 4))
    count = 0
    for k in range(len(walls)):
        ex, ey = walls[k, 2] - walls[k, 0], walls[k, 3] - walls[k, 1]
        share = ((x - walls[k, 0]) * ex + (y - walls[k, 1]) * ey) / (ex * ex + ey * ey)
        share = min(1.0, max(0.0, share))
        if np.hypot(walls[k, 0] + share * ex - x, walls[k, 1] + share * ey - y) <= reach + NEAR:
            for c in range(4):
                kept[count, c] = walls[k, c]
            count += 1
    return kept[:count]


@kernel
def all_views(
    origins: np.ndarray, cones: np.ndarray, reaches_to: np.ndarray, walls: np.ndarray,
    gauges: np.ndarray, ends: np.ndarray,
) -> tuple[np.ndarray, np.ndarray, np.ndarray, np.ndarray, np.ndarray]:  # fmt: skip
    """What every fan sees within its reach: pieces, their sectors, where those of each origin begin.

    Gives besides the walls within the reach of each origin, and where those begin.
    """
    count = len(origins)
    most = 64
    shapes, sectors = np.empty((most, 4, 2)), np.empty(most, dtype=np.int64)
    near, room = np.empty((64, 4)), 64
    starts, firsts = np.zeros(count + 1, dtype=np.int64), np.zeros(count + 1, dtype=np.int64)
    for v in range(count):
        starts[v + 1], firsts[v + 1] = starts[v], firsts[v]
        if origins[v, KIND] != FAN or reaches_to[v] == 0.0:
            continue
        close = walls_within(origins[v, 0], origins[v, 1], reaches_to[v], walls)
        gauge = gauges[ends[v, 0] : ends[v, 1]]
        seen, chosen = view(origins[v], cones[v], reaches_to[v], close, gauge)
        while starts[v] + len(seen) > most:
            most *= 2
            shapes, sectors = (
                grown(shapes, most),
                np.append(sectors, np.empty(most, dtype=np.int64)),
            )
        while firsts[v] + len(close) > room:
            room *= 2
            near = np.append(near, np.empty((room, 4))).reshape(-1, 4)
        shapes[starts[v] : starts[v] + len(seen)] = seen
        sectors[starts[v] : starts[v] + len(seen)] = chosen
        near[firsts[v] : firsts[v] + len(close)] = close
        starts[v + 1], firsts[v + 1] = starts[v] + len(seen), firsts[v] + len(close)
    return shapes[: starts[count]], sectors[: starts[count]], starts, near[: firsts[count]], firsts


@kernel
def grown(shapes: np.ndarray, most: int) -> np.ndarray:
    """The same shapes with room for more."""
    found = np.empty((most, 4, 2))
    found[: len(shapes)] = shapes
    return found


@kernel
def lowest(
    tiles: np.ndarray, tile_counts: np.ndarray, asked: np.ndarray, asked_starts: np.ndarray,
    origins: np.ndarray, cones: np.ndarray, limits: np.ndarray, ends: np.ndarray, near: np.ndarray,
    near_starts: np.ndarray, sectors: np.ndarray, firsts: np.ndarray, pieces: np.ndarray, corners: np.ndarray,
    figures: np.ndarray, starts: np.ndarray, shapes: np.ndarray, counts: np.ndarray, rows: np.ndarray,
) -> int:  # fmt: skip
    """Fill ``shapes``, ``counts`` and ``rows`` with the cells of all tiles; gives how many, -1 if too many.

    Args:
        tiles: convex parts of the plan (t, CORNERS, 2) [m], with their corners counted.
        tile_counts: of corners.
        asked: origins that can be lowest in each tile, see ``candidates``.
        asked_starts: where those of each tile begin.
        origins: a row for each (v, 8), see ``KIND``.
        cones: what each touches (v, 5), see ``looks_inside``.
        limits: directions between each gradient of all gauges and the next of its gauge (g, 2).
        ends: where the gauge of each origin begins and ends in ``limits`` (v, 2).
        near: walls within the reach of each origin (n, 4) [m].
        near_starts: where those of each origin begin.
        sectors: what the sectors of each fan carry (s, FIGURES), grouped by origin.
        firsts: where those of each origin begin.
        pieces: what origins see (p, 4, 2) [m], grouped by origin.
        corners: of each piece.
        figures: what each piece carries (p, FIGURES).
        starts: where the pieces of each origin begin (v + 1).
        shapes: of cells (n, CORNERS, 2), filled.
        counts: of their corners, filled.
        rows: what they carry (n, FIGURES), filled.
    """
    spare = np.empty((LINES, CORNERS, 2))
    lines = np.empty((LINES, 3))
    used = 0
    for t in range(len(tile_counts)):
        if used + LINES > len(counts):
            return -1
        first, count = used, tile_counts[t]
        copied(tiles[t], count, shapes[used])
        counts[used] = count
        for c in range(FIGURES):
            rows[used, c] = 0.0
        rows[used, 2], rows[used, OWNER], used = BARE, -1.0, used + 1
        for place in range(asked_starts[t], asked_starts[t + 1]):
            v = asked[place]
            close = near[near_starts[v] : near_starts[v + 1]]
            whole = origins[v, KIND] == FAN and is_whole(
                origins[v], cones[v], tiles[t], count, close
            )
            number = ends[v, 1] - ends[v, 0] if whole else starts[v + 1] - starts[v]
            for k in range(number):
                if whole:
                    sides = cone_into(origins[v], k, limits, ends[v, 0], number, lines)
                    new = sectors[firsts[v] + k]
                else:
                    p = starts[v] + k
                    sides = sides_into(pieces[p], corners[p], lines, 0)
                    new = figures[p]
                used = let_piece_in(shapes, counts, rows, first, used, lines, sides, new, spare)
                if used < 0:
                    return -1
    return used
