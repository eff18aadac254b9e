# SPDX-License-Identifier: GPL-3.0-or-later
"""Rectangles cut from boards by cuts from edge to edge: each from the best-fitting offcut, the largest first.

A heuristic (best area fit among guillotine cuts, own implementation): nothing overlaps, the same input gives the
same cuts, and it never takes more boards than one to a piece.
"""

from collections.abc import Callable, Sequence
from math import ceil

from msgspec import Struct

from glacis.core.errors import ValueRefused

SLACK = 1e-9
"""By definition of rounding."""

Free = tuple[int, float, float, float, float]
"""A free rectangle: its board, its corner, its length and width [m]."""


class Sheet(Struct, frozen=True):
    """A board as it is cut [m].

    Attributes:
        length: along its grain.
        width: across.
        kerf: lost to a cut.
        least: strips narrower than this are no offcuts.
        grain: whether pieces keep their grain along the board; otherwise they may be turned.
    """

    length: float
    width: float
    kerf: float = 0.003
    least: float = 0.1
    grain: bool = True


class Part(Struct, frozen=True):
    """Where a rectangle is cut from.

    Attributes:
        board: its number, from 0.
        x: along the board [m].
        y: across it [m].
        length: along the board [m].
        width: across it [m].
        turned: whether it lies across the grain.
    """

    board: int
    x: float
    y: float
    length: float
    width: float
    turned: bool = False


class Nest(Struct, frozen=True):
    """Pieces cut from boards.

    Attributes:
        parts: where each is cut from, in the order they were asked for.
        boards: to cut.
        bound: fewer boards than this cannot do.
    """

    parts: tuple[Part, ...]
    boards: int
    bound: int

    @property
    def gap(self) -> int:
        """Boards above the bound; the best way lies between."""
        return self.boards - self.bound


def _never() -> None:
    """For callers who do not cancel."""


def nested(
    sizes: Sequence[tuple[float, float]], sheet: Sheet, look: Callable[[], None] = _never
) -> Nest:
    """Cut rectangles from as few boards as this way finds.

    Args:
        sizes: length along the grain and width of each [m].
        sheet: the board.
        look: called between pieces; it may raise to cancel.

    Raises:
        ValueRefused: for a piece larger than the board.
    """
    order = sorted(range(len(sizes)), key=lambda k: (-sizes[k][0] * sizes[k][1], -max(sizes[k]), k))
    found: list[Part | None] = [None] * len(sizes)
    free: list[Free] = []
    boards = 0
    for done, k in enumerate(order):
        if done % 64 == 0:
            look()
        length, width = sizes[k]
        ways = [(length, width, False)]
        if not sheet.grain and abs(length - width) > SLACK:
            ways.append((width, length, True))
        ways = [w for w in ways if w[0] <= sheet.length + SLACK and w[1] <= sheet.width + SLACK]
        if not ways:
            raise ValueRefused(
                "piece",
                f"{length:.3f} x {width:.3f} m",
                f"no larger than the board, {sheet.length:g} x {sheet.width:g} m",
            )
        place = _best(free, ways)
        if place is None:
            free.append((boards, 0.0, 0.0, sheet.length, sheet.width))
            boards += 1
            place = len(free) - 1, ways[0]
        number, (a, b, across) = place
        board, x, y, long, wide = free.pop(number)
        found[k] = Part(board, x, y, a, b, across)
        free += _rests((board, x, y, long, wide), a, b, sheet)
    area = sum(a * b for a, b in sizes)
    big = sum(
        1
        for a, b in sizes
        if a > sheet.length / 2 + sheet.kerf and b > sheet.width / 2 + sheet.kerf
    )
    bound = max(ceil(area / (sheet.length * sheet.width) - 1e-9), big if sheet.grain else 0)
    return Nest(tuple(part for part in found if part is not None), boards, bound)


def _best(
    free: list[Free], ways: list[tuple[float, float, bool]]
) -> tuple[int, tuple[float, float, bool]] | None:
    """The free rectangle that a piece fills best, and how it lies in it."""
    best: tuple[float, float, int, int] | None = None
    for number, (_, _, _, long, wide) in enumerate(free):
        for way, (a, b, _) in enumerate(ways):
            if a <= long + SLACK and b <= wide + SLACK:
                rated = (long * wide - a * b, min(long - a, wide - b), number, way)
                if best is None or rated < best:
                    best = rated
    return None if best is None else (best[2], ways[best[3]])


def _rests(place: Free, a: float, b: float, sheet: Sheet) -> list[Free]:
    """What is left of a free rectangle, cut so that the larger rest stays as large as it can."""
    board, x, y, long, wide = place
    right, above = long - a - sheet.kerf, wide - b - sheet.kerf
    if right * wide >= above * long:
        rests = [
            (board, x + a + sheet.kerf, y, right, wide),
            (board, x, y + b + sheet.kerf, a, above),
        ]
    else:
        rests = [
            (board, x + a + sheet.kerf, y, right, b),
            (board, x, y + b + sheet.kerf, long, above),
        ]
    return [rest for rest in rests if min(rest[3], rest[4]) >= sheet.least - SLACK]
