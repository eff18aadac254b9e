# SPDX-License-Identifier: GPL-3.0-or-later
"""Scales, ticks and edges that the charts share."""

from collections.abc import Iterator
from math import ceil, floor, log10

from msgspec import Struct

from glacis.core.climate.year import MONTH_SHORT
from glacis.report.hatch import clipped
from glacis.report.scene import DIMENSION, Item, Line, Text


class Plot(Struct, frozen=True):
    """The drawing area of a chart and the values at its edges."""

    left: float
    top: float
    right: float
    bottom: float
    low: float
    high: float

    def y(self, value: float) -> float:
        """Height of a value."""
        share = (value - self.low) / (self.high - self.low) if self.high > self.low else 0.0
        return self.bottom - share * (self.bottom - self.top)

    def value(self, y: float) -> float:
        """Value at a height."""
        return self.low + (self.bottom - y) / (self.bottom - self.top) * (self.high - self.low)

    def month(self, position: int) -> float:
        """Middle of the month in column ``position``, 0 to 11."""
        return self.left + (position + 0.5) / 12 * (self.right - self.left)

    def column(self, x: float) -> int:
        """Column of months at ``x``, kept within 0 to 11."""
        share = (x - self.left) / (self.right - self.left)
        return min(11, max(0, int(share * 12)))


def nice_step(span: float, count: int = 4) -> float:
    """A step of 1, 2, 2.5 or 5 times a power of ten that cuts ``span`` into about ``count``."""
    if span <= 0:
        return 1.0
    raw = span / count
    power = 10.0 ** floor(log10(raw))
    for factor in (1.0, 2.0, 2.5, 5.0, 10.0):
        if raw <= factor * power * (1 + 1e-9):
            return factor * power
    return 10 * power


def nice_top(value: float, count: int = 4) -> float:
    """The next round value at or above ``value``."""
    step = nice_step(value, count)
    return step * ceil(value / step - 1e-9)


def ticks(low: float, high: float, count: int = 4) -> list[float]:
    """Round values between ``low`` and ``high``."""
    step = nice_step(high - low, count)
    first = ceil(low / step - 1e-9)
    found = []
    while first * step <= high + 1e-9 * step:
        found.append(first * step)
        first += 1
    return found


def month_names(plot: Plot, order: tuple[int, ...]) -> Iterator[Item]:
    """The names of the months beneath a plot."""
    for position, month in enumerate(order):
        narrow = plot.right - plot.left < 12 * 25
        name = MONTH_SHORT[month][0] if narrow else MONTH_SHORT[month]
        yield Text(plot.month(position), plot.bottom + 16, name, 12, "second", "middle")


def level_line(plot: Plot, value: float, ink: str = "hairline") -> Line:
    """A level across a plot."""
    return Line((plot.left, plot.y(value), plot.right, plot.y(value)), ink, DIMENSION)


def beyond(area: tuple[float, float, float, float]) -> Iterator[Item]:
    """Slants over what lies beyond a limit."""
    left, top, right, bottom = area
    x = left - (bottom - top)
    while x < right:
        line = clipped(x, bottom, x + bottom - top, top, area)
        if line:
            yield Line(line.points, "hairline", DIMENSION)
        x += 9.0
