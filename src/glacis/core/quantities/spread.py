# SPDX-License-Identifier: GPL-3.0-or-later
"""Ranges that add up: all low, typical, all high, and what is likely where only groups move apart.

Items of one group (one supplier, one source) move together, groups by themselves: their distances add in squares.
Splitting an item into parts changes nothing.
"""

from collections.abc import Iterable
from math import hypot

from msgspec import Struct

from glacis.core.errors import ValueRefused

Three = tuple[float, float, float]
"""Low, typical and high."""


class Item(Struct, frozen=True):
    """An amount with its range, and what it moves together with."""

    group: str
    amount: Three


class Spread(Struct, frozen=True):
    """A sum with its ranges.

    Attributes:
        low: all low.
        typical: all typical.
        high: all high.
        likely_low: typical less the root of the sum of squares over groups.
        likely_high: the same above.
    """

    low: float = 0.0
    typical: float = 0.0
    high: float = 0.0
    likely_low: float = 0.0
    likely_high: float = 0.0

    @property
    def three(self) -> Three:
        """Low, typical, high."""
        return self.low, self.typical, self.high


def check_three(what: str, three: Three) -> None:
    """Refuse a range that is none.

    Raises:
        ValueRefused: where low is above typical, or typical above high.
    """
    low, typical, high = three
    if not low <= typical <= high:
        raise ValueRefused(
            what, f"{low:g}, {typical:g}, {high:g}", "low, typical and high, each no less than the one before"
        )  # fmt: skip


def summed(items: Iterable[Item]) -> Spread:
    """Items added up."""
    groups: dict[str, list[float]] = {}
    for item in items:
        mine = groups.setdefault(item.group, [0.0, 0.0, 0.0])
        for k in range(3):
            mine[k] += item.amount[k]
    low, typical, high = (sum(mine[k] for mine in groups.values()) for k in range(3))
    down = hypot(*(mine[1] - mine[0] for mine in groups.values())) if groups else 0.0
    up = hypot(*(mine[2] - mine[1] for mine in groups.values())) if groups else 0.0
    return Spread(low, typical, high, typical - down, typical + up)


def scaled(three: Three, factor: float) -> Three:
    """A range times a factor of 0 or more."""
    return three[0] * factor, three[1] * factor, three[2] * factor


def apart(one: Spread, other: Spread) -> bool:
    """Whether two sums differ by more than both likely spreads; else there is no clear difference."""
    low, high = (one, other) if one.typical <= other.typical else (other, one)
    reach = hypot(low.likely_high - low.typical, high.typical - high.likely_low)
    return high.typical - low.typical > reach
