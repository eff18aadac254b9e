# SPDX-License-Identifier: GPL-3.0-or-later
"""Members and battens on a plane: lines at their spacing, as long as the plane is there."""

from functools import lru_cache
from math import ceil

import shapely
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.quantities.bars import spliced
from glacis.core.quantities.surface import Ground, turned

SHORT = 0.05
"""Bits shorter than this are none [m]; our judgement: nobody nails them."""
MOST_LINES = 20_000
"""More lines than this are a slip of the pen; our judgement."""


UP_THE_SLOPE, ALONG_EAVES = 90.0, 0.0
"""Directions of members [°], by definition of the plane's axes."""


class MemberLines(Struct, frozen=True):
    """Members over a plane.

    Attributes:
        lengths: of every run [m].
        lines: where they lie on the plane, end to end [m].
    """

    lengths: tuple[float, ...]
    lines: tuple[tuple[tuple[float, float], tuple[float, float]], ...]

    @property
    def metres(self) -> float:
        """In all [m]."""
        return sum(self.lengths)


@lru_cache(maxsize=512)
def member_lines(
    ground: Ground, spacing: float, direction: float, width: float = 0.0
) -> MemberLines:
    """Lines at a spacing from the lower or left edge, the first half a member in, the last at the far edge.

    Args:
        ground: in true lengths [m].
        spacing: centre to centre [m].
        direction: they run in [°].
        width: of a member [m].

    Raises:
        ValueRefused: for a spacing of 0 or less.
    """
    if not spacing > 0:
        raise ValueRefused("spacing", f"{spacing:g} m", "more than 0")
    plane = turned(ground, direction)
    first, last = plane.low + width / 2, plane.low + plane.extent - width / 2
    steps = max(0, ceil((last - first) / spacing - 1e-9))
    if steps > MOST_LINES:
        raise ValueRefused("members", f"{steps}", f"at most {MOST_LINES}")
    vs = [first + k * spacing for k in range(steps)] + [last]
    west, _, east, _ = plane.shape.bounds
    rows = shapely.linestrings([[(west - 1, v), (east + 1, v)] for v in vs])
    met = shapely.intersection(plane.shape, rows)
    lengths, lines = [], []
    for part in shapely.get_parts(met):
        if part.length >= SHORT and part.geom_type == "LineString":
            (u0, v0), (u1, v1) = part.coords[0], part.coords[-1]
            lengths.append(round(float(part.length), 6))
            start, end = plane.back(((u0, v0), (u1, v1)))
            lines.append((start, end))
    return MemberLines(tuple(lengths), tuple(lines))


def pieces_of(
    lengths: tuple[float, ...], stock: tuple[float, ...], support: float
) -> tuple[float, ...]:
    """Runs cut into pieces that stock yields, splices on supports where they are close enough [m]."""
    longest = max(stock)
    near = support if 0 < support <= longest else 0.0
    return tuple(piece for length in lengths for piece in spliced(length, longest, near))


def bay_boards(
    lengths: tuple[float, ...], clear: float, board: tuple[float, float], least: float
) -> int:
    """Batts between members: bay by bay, a cut end starts the next bay where it is long enough.

    Args:
        lengths: of the bays [m].
        clear: between two members [m].
        board: length and width [m].
        least: a cut end shorter than this starts no bay [m].
    """
    long, wide = board
    across = max(1, ceil(clear / wide - 1e-9))
    count, rest = 0, 0.0
    for length in lengths:
        left = length
        if rest >= least:
            left -= min(rest, left)
            rest = 0.0 if left > 0 else rest - length
        if left > 1e-9:
            more = ceil(left / long - 1e-9)
            count += more
            rest = more * long - left
    return count * across
