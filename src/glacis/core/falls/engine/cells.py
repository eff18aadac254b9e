# SPDX-License-Identifier: GPL-3.0-or-later
"""Convex cells that carry the lowest plane found so far, and how a new piece is let into them.

A cell is cut only where the new plane is lower, or as low with a longer straight run down; a cut that would
leave less than ``NEAR`` is none. What a cell or a piece carries lies in one row of ``FIGURES`` numbers: its
plane z = a·x + b·y + c, two linear functions whose lesser is the straight run down [m], the index of the
origin that the plane springs from, and the index of the source that it drains to.
"""

import numpy as np

from glacis.core.compiled import kernel
from glacis.core.falls.engine.sights import NEAR

CORNERS = 40
"""Corners of a cell at most; our judgement: cells met in tests have up to twelve."""
LEVEL = 1e-9
"""Heights closer than this are one [m]; our judgement, well above rounding."""
LINES = 12
"""Lines that a cell is cut by at once, at most: our judgement: two for a tie, four sides of a
piece, and spare."""
PLANE, RUNS, ORIGIN, OWNER, FIGURES = 0, 3, 9, 10, 11
"""Where in a row the figures begin, and how many they are."""


@kernel
def cut(
    shape: np.ndarray, count: int, line: np.ndarray, kept: np.ndarray, rest: np.ndarray
) -> tuple[int, int]:
    """Cut a convex polygon by a line a·x + b·y + c (in metres of distance).

    ``kept`` takes what lies where that is positive, ``rest`` the other part; their numbers of corners are
    given, 0 for a part narrower than ``NEAR``.
    """
    values = np.empty(CORNERS)
    above, below = False, False
    for k in range(count):
        value = line[0] * shape[k, 0] + line[1] * shape[k, 1] + line[2]
        if abs(value) <= NEAR:
            value = 0.0
        above = above or value > 0.0
        below = below or value < 0.0
        values[k] = value
    n_kept, n_rest = 0, 0
    for k in range(count):
        after = k + 1 if k + 1 < count else 0
        here, there = values[k], values[after]
        if here >= 0.0 and above:
            kept[n_kept, 0], kept[n_kept, 1] = shape[k, 0], shape[k, 1]
            n_kept += 1
        if (here <= 0.0 and below) or not above:
            rest[n_rest, 0], rest[n_rest, 1] = shape[k, 0], shape[k, 1]
            n_rest += 1
        if here * there < 0.0:
            share = here / (here - there)
            x = shape[k, 0] + share * (shape[after, 0] - shape[k, 0])
            y = shape[k, 1] + share * (shape[after, 1] - shape[k, 1])
            kept[n_kept, 0], kept[n_kept, 1] = x, y
            rest[n_rest, 0], rest[n_rest, 1] = x, y
            n_kept, n_rest = n_kept + 1, n_rest + 1
    return n_kept, n_rest


@kernel
def set_line(lines: np.ndarray, at: int, a: float, b: float, c: float) -> bool:
    """Scale a linear function to metres of distance into row ``at``; False where it is constant."""
    slope = np.sqrt(a * a + b * b)
    if slope < LEVEL:
        return False
    lines[at, 0], lines[at, 1], lines[at, 2] = a / slope, b / slope, c / slope
    return True


@kernel
def sides_into(shape: np.ndarray, corners: int, lines: np.ndarray, at: int) -> int:
    """Lines of a convex polygon's sides, anticlockwise, into rows from ``at``: positive inside."""
    for k in range(corners):
        after = k + 1 if k + 1 < corners else 0
        ex, ey = shape[after, 0] - shape[k, 0], shape[after, 1] - shape[k, 1]
        if np.sqrt(ex * ex + ey * ey) > NEAR:
            set_line(lines, at, -ey, ex, ey * shape[k, 0] - ex * shape[k, 1])
            at += 1
    return at


@kernel
def is_apart(shape: np.ndarray, count: int, lines: np.ndarray, first: int, end: int) -> bool:
    """Whether a polygon lies wholly beyond one of the lines."""
    for k in range(first, end):
        beyond = True
        for c in range(count):
            if lines[k, 0] * shape[c, 0] + lines[k, 1] * shape[c, 1] + lines[k, 2] > NEAR:
                beyond = False
                break
        if beyond:
            return True
    return False


@kernel
def gain(shape: np.ndarray, count: int, old: np.ndarray, new: np.ndarray) -> tuple[float, float]:
    """The least and the most by which a new plane lies below an old one over a polygon [m]."""
    least, most = 1e300, -1e300
    a, b, c = old[0] - new[0], old[1] - new[1], old[2] - new[2]
    for k in range(count):
        value = a * shape[k, 0] + b * shape[k, 1] + c
        least, most = min(least, value), max(most, value)
    return least, most


@kernel
def copied(source: np.ndarray, count: int, target: np.ndarray) -> None:
    """Copy the first ``count`` corners."""
    for k in range(count):
        target[k, 0], target[k, 1] = source[k, 0], source[k, 1]


@kernel
def let_in(
    shape: np.ndarray,
    count: int,
    lines: np.ndarray,
    used: int,
    rests: np.ndarray,
    rest_counts: np.ndarray,
) -> int:
    """Cut a polygon by lines one after the other and keep in ``shape`` what is positive on all.

    What falls off goes to ``rests``; gives the corners of what is kept, 0 for nothing.
    """
    kept = np.empty((CORNERS, 2))
    for k in range(used):
        rest_counts[k] = 0
    for k in range(used):
        count, rest_counts[k] = cut(shape, count, lines[k], kept, rests[k])
        if count < 3:
            return 0
        copied(kept, count, shape)
    return count


@kernel
def lines_for(
    shape: np.ndarray, count: int, old: np.ndarray, new: np.ndarray, lines: np.ndarray, at: int
) -> int:
    """Lines from row ``at`` on that bound the part of a cell which a piece may take; -1 for none."""
    least, most = gain(shape, count, old, new)
    if most > LEVEL:
        if least < -LEVEL and set_line(
            lines, at, old[0] - new[0], old[1] - new[1], old[2] - new[2]
        ):
            at += 1
        return at
    if least < -LEVEL or old[OWNER] == new[OWNER]:
        return -1
    for own in range(2):
        r = RUNS + 3 * own
        c = new[r + 2] - old[RUNS + 2]
        if set_line(lines, at, new[r] - old[RUNS], new[r + 1] - old[RUNS + 1], c):
            at += 1
        elif c <= NEAR:
            return -1
    return at


@kernel
def locate(shapes: np.ndarray, counts: np.ndarray, x: float, y: float) -> int:
    """Index of a polygon that holds a point, its sides included; -1 for none."""
    for cell in range(len(counts)):
        holds = True
        for k in range(counts[cell]):
            after = k + 1 if k + 1 < counts[cell] else 0
            ex = shapes[cell, after, 0] - shapes[cell, k, 0]
            ey = shapes[cell, after, 1] - shapes[cell, k, 1]
            off = ex * (y - shapes[cell, k, 1]) - ey * (x - shapes[cell, k, 0])
            length = np.sqrt(ex * ex + ey * ey)
            if length > NEAR and off < -NEAR * length:
                holds = False
                break
        if holds:
            return cell
    return -1
