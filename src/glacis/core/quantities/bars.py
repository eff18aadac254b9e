# SPDX-License-Identifier: GPL-3.0-or-later
"""Bars cut to length: the least stock by an integer programme over cutting patterns, or close to it.

Gilmore and Gomory (1961), A linear programming approach to the cutting-stock problem, with all patterns listed for
short lists; long ones are packed first fit, the longest first, and their distance to the bound is told.
"""

from collections import Counter
from collections.abc import Sequence
from functools import lru_cache
from math import ceil

from msgspec import Struct

from glacis.core.errors import ValueRefused

EXACT_PIECES = 40
"""Lists up to so many pieces are solved exactly; our judgement, as the page of quantities asks."""
EXACT_KINDS = 6
"""Likewise up to so many kinds; our judgement, as the page of quantities asks."""
SLACK = 1e-9
"""By definition of rounding."""


class Bar(Struct, frozen=True):
    """A bar of stock and what is cut from it.

    Attributes:
        stock: its length [m].
        pieces: lengths cut from it, the longest first [m].
    """

    stock: float
    pieces: tuple[float, ...]


class CutList(Struct, frozen=True):
    """Pieces cut from stock.

    Attributes:
        bars: to buy, each with its pieces.
        kerf: lost to a cut [m].
        exact: whether no other way takes less.
        bound: less stock than this cannot do [m].
    """

    bars: tuple[Bar, ...]
    kerf: float
    exact: bool
    bound: float

    @property
    def bought(self) -> float:
        """Stock in all [m]."""
        return sum(bar.stock for bar in self.bars)

    @property
    def net(self) -> float:
        """Pieces in all [m]."""
        return sum(sum(bar.pieces) for bar in self.bars)

    @property
    def gap(self) -> float:
        """Stock above the bound [m]."""
        return self.bought - self.bound


def spliced(length: float, stock: float, support: float = 0.0) -> tuple[float, ...]:
    """A run cut into pieces that stock yields; splices lie on supports.

    Args:
        length: of the run [m].
        stock: the longest that is sold [m].
        support: distance of supports from its start [m]; 0 where it may be spliced anywhere.

    Raises:
        ValueRefused: where supports are further apart than stock is long.

    >>> spliced(11.0, 5.0, 0.6)
    (4.8, 4.8, 1.4)
    """
    if length <= stock + SLACK:
        return (length,)
    step = stock
    if support > 0:
        if support > stock + SLACK:
            raise ValueRefused(
                "distance of supports", f"{support:g} m", f"no more than the stock, {stock:g} m"
            )
        step = int(stock / support + SLACK) * support
    count = ceil(length / step - SLACK)
    return (*(round(step, 9),) * (count - 1), round(length - (count - 1) * step, 9))


def cut_list(pieces: Sequence[float], stock: Sequence[float], kerf: float = 0.004) -> CutList:
    """Pieces cut from the least stock.

    Args:
        pieces: lengths that are needed [m].
        stock: lengths that are sold [m].
        kerf: lost to each cut [m].

    Raises:
        ValueRefused: without stock, for a length of 0 or less, or a piece longer than all stock.
    """
    if not stock or min(stock) <= 0:
        raise ValueRefused("stock length", f"{min(stock, default=0):g} m", "more than 0")
    if kerf < 0:
        raise ValueRefused("kerf", f"{kerf:g} m", "0 or more")
    longest = max(stock)
    for piece in pieces:
        if not 0 < piece <= longest + SLACK:
            raise ValueRefused(
                "piece", f"{piece:g} m", f"above 0 and no longer than the stock, {longest:g} m: splice it or buy longer"
            )  # fmt: skip
    return _least(tuple(sorted(pieces, reverse=True)), tuple(sorted(set(stock))), kerf)


@lru_cache(maxsize=256)
def _least(pieces: tuple[float, ...], sizes: tuple[float, ...], kerf: float) -> CutList:
    """The same list is asked for at every change of the roof; it is worked out once."""
    counted = Counter(round(piece, 6) for piece in pieces)
    bound = _bound(counted, sizes, kerf)
    packed = _first_fit(pieces, sizes, kerf)
    bought = sum(bar.stock for bar in packed)
    if bought - bound < SLACK:
        return CutList(packed, kerf, True, bound)
    if len(pieces) <= EXACT_PIECES and len(counted) <= EXACT_KINDS:
        bars = _exact(counted, sizes, kerf)
        if bars is not None:
            return CutList(bars, kerf, True, sum(bar.stock for bar in bars))
    return CutList(packed, kerf, False, bound)


def _bound(counted: Counter[float], sizes: tuple[float, ...], kerf: float) -> float:
    """Stock that no way of cutting can go below [m]: by length, rounded up where there is one size."""
    net = sum((length + kerf) * count for length, count in counted.items())
    if not net:
        return 0.0
    if len(sizes) > 1:
        return net - kerf * ceil(net / max(sizes))
    by_length = ceil(net / (sizes[0] + kerf) - SLACK)
    halves = sum(
        n for length, n in counted.items() if length + kerf > (sizes[0] + kerf) / 2 + SLACK
    )
    return sizes[0] * max(by_length, halves)


MOST_PATTERNS = 40_000
"""Lists with more ways to fill a bar are packed first fit instead; our judgement: the solver would take seconds."""


def _patterns(lengths: list[float], most: list[int], room: float) -> list[tuple[int, ...]]:
    """Every way to fill a bar that leaves no room for another piece; one too many where there are too many."""
    found: list[tuple[int, ...]] = []

    def fill(k: int, left: float, taken: list[int]) -> None:
        if len(found) > MOST_PATTERNS:
            return
        if k == len(lengths):
            full = all(
                taken[j] == most[j] or lengths[j] > left + SLACK for j in range(len(lengths))
            )
            if full and any(taken):
                found.append(tuple(taken))
            return
        for count in range(min(most[k], int(left / lengths[k] + SLACK)), -1, -1):
            fill(k + 1, left - count * lengths[k], [*taken, count])

    fill(0, room, [])
    return found


def _exact(
    counted: Counter[float], sizes: tuple[float, ...], kerf: float
) -> tuple[Bar, ...] | None:
    import numpy as np
    from scipy.optimize import Bounds, LinearConstraint, milp

    lengths = sorted(counted, reverse=True)
    need = [counted[length] for length in lengths]
    cut = [length + kerf for length in lengths]
    columns = [(size, pattern) for size in sizes for pattern in _patterns(cut, need, size + kerf)]
    if len(columns) > MOST_PATTERNS:
        return None
    matrix = np.array([pattern for _, pattern in columns], dtype=float).T
    price = np.array([size for size, _ in columns])
    solved = milp(
        price, constraints=LinearConstraint(matrix, np.array(need, dtype=float), np.inf),
        integrality=np.ones(len(columns)), bounds=Bounds(0, max(need)), options={"mip_rel_gap": 0.0},
    )  # fmt: skip
    if not solved.success:
        return None
    bars: list[Bar] = []
    left = dict(zip(lengths, need, strict=True))
    for (size, pattern), times in zip(columns, np.round(solved.x).astype(int), strict=True):
        for _ in range(int(times)):
            pieces = []
            for length, count in zip(lengths, pattern, strict=True):
                taken = min(count, left[length])
                left[length] -= taken
                pieces += [length] * taken
            bars.append(Bar(size, tuple(pieces)))
    return tuple(sorted(bars, key=lambda bar: (-bar.stock, bar.pieces)))


def _first_fit(pieces: Sequence[float], sizes: tuple[float, ...], kerf: float) -> tuple[Bar, ...]:
    """The longest first, each into the fullest bar that takes it; then each bar as short as it may be."""
    longest = sizes[-1]
    rooms: list[float] = []
    taken: list[list[float]] = []
    for piece in sorted(pieces, reverse=True):
        fits = [k for k, room in enumerate(rooms) if piece <= room + SLACK]
        if fits:
            place = min(fits, key=lambda k: (rooms[k], k))
        else:
            rooms.append(longest)
            taken.append([])
            place = len(rooms) - 1
        taken[place].append(piece)
        rooms[place] -= piece + kerf
    bars = []
    for cut in taken:
        used = sum(cut) + kerf * (len(cut) - 1)
        bars.append(Bar(next(size for size in sizes if used <= size + SLACK), tuple(cut)))
    return tuple(bars)
