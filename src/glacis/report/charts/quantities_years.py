# SPDX-License-Identifier: GPL-3.0-or-later
"""The years after as a strip: what is due when, with what comes off with it, and what it costs."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.quantities.ageing import Later
from glacis.core.quantities.life import Due
from glacis.core.quantities.shown import carbon_words, grouped, money
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Anchor,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
)

LABEL = 12.0
UPKEEP = ("inspection", "cleaning", "coating")


class YearsView(Struct, frozen=True):
    """What is drawn: the years, the currency, names of areas, and the year in the hand (-1 for none)."""

    later: Later
    currency: str
    names: dict[str, str]
    year: int = -1


def years_scene(view: YearsView, size: Size) -> Scene:
    """The strip above, the year in the hand or the sums below."""
    items, hot = _strip(view, size)
    return Scene(*size, (*items, *_below(view, size)), tuple(hot))


class Strip(Struct, frozen=True):
    """Where years and amounts stand: left end, points to a year, base, points to a unit of money."""

    left: float
    scale: float
    base: float
    rise: float

    def x(self, year: float) -> float:
        """Points from the left."""
        return self.left + year * self.scale

    @property
    def half(self) -> float:
        """Half the width of a column [pt]."""
        return max(2.0, min(8.0, self.scale * 0.4))


def _strip(view: YearsView, size: Size) -> tuple[list[Item], list[Hot]]:
    ledger = view.later.ledger
    horizon = ledger.ahead.horizon
    years = [(0, ledger.first, ledger.first), *ledger.by_year()]
    base = size[1] * 0.56
    most = max(amount for _, amount, _ in years) or 1.0
    strip = Strip(54.0, (size[0] - 78) / horizon, base, (base - 60) / most)
    head = f"what is due in {horizon:.0f} years{', ' + view.currency if view.currency else ''}: "
    items: list[Item] = [
        Text(strip.left, 20, head + "paid then, and its value today in darker", LABEL, "second"),
        Line((strip.left, base, strip.x(horizon), base), "ink", FACE),
    ]
    for year in range(0, int(horizon) + 1, 10):
        x = strip.x(year)
        items.append(Line((x, base, x, base + 5), "ink", FACE))
        items.append(Text(x, base + 19, f"{year}", LABEL, "second", "middle"))
    hot: list[Hot] = []
    for year, amount, today in years:
        items += _column(
            strip, year, (amount, today), held=year == view.year, told=amount > 0.08 * most
        )
        words = f"year {year}: {money(amount, view.currency)}, today {money(today, view.currency)}"
        x, wide = strip.x(year), max(strip.half, 4.0)
        hot.append(Hot("year", str(year), (x - wide, 34, x + wide, base + 4), words))
    rest = ledger.rest * strip.rise
    if rest > 1:
        x, words = strip.x(horizon), f"left {grouped(ledger.rest)}"
        items.append(Line((x - 3, base - rest, x - 3, base), "accent", CUT))
        items.append(Text(x - 8, base - rest - 6, words, LABEL, "second", "end"))
    return items, hot


def _column(
    strip: Strip, year: int, amounts: tuple[float, float], *, held: bool, told: bool
) -> Iterator[Item]:
    """What is paid in a year, and its value today before it."""
    x, half, base = strip.x(year), strip.half, strip.base
    if held:
        yield Patch(box(x - half - 3, 34, x + half + 3, base), "wash", "", 0.0)
    for amount, tint in zip(amounts, ("copper:1", "copper:4"), strict=True):
        yield Patch(
            box(x - half, base - amount * strip.rise, x + half, base), tint, "ink", DIMENSION
        )
    if told:
        anchor: Anchor = "start" if x < strip.left + 30 else "middle"
        yield Text(x, base - amounts[0] * strip.rise - 6, grouped(amounts[0]), LABEL, "ink", anchor)


def _below(view: YearsView, size: Size) -> Iterator[Item]:
    y = size[1] * 0.56 + 44
    ledger, spread = view.later.ledger, view.later.spread
    left = 54.0
    if view.year > 0:
        due = [each for each in ledger.due if int(each.year) == view.year]
        yield Text(left, y, f"in year {view.year}", 13, "ink", "start", "semibold")
        most = max(1, int((size[1] - y - 30) / 17))
        for each in sorted(due, key=lambda d: -d.amount)[:most]:
            y += 17
            yield Text(
                left, y, shorten(_due_words(each, view), size[0] - left - 130, LABEL), LABEL, "ink"
            )
            yield Text(size[0] - 24, y, money(each.amount, view.currency), LABEL, "ink", "end")
        return
    told = (
        (
            f"value today of all of it, at {100 * ledger.ahead.rate:.1f} % a year",
            money(ledger.present, view.currency),
        ),
        ("undiscounted, less what is left", money(ledger.undiscounted, view.currency)),
        (
            f"over {spread.runs} draws of lives and prices, P10 to P90",
            f"{grouped(spread.low)} to {money(spread.high, view.currency)}",
        ),
        ("carbon of what is made again", carbon_words(ledger.carbon)),
    )
    for words, figure in told:
        yield Text(left, y, words, LABEL, "second")
        yield Text(left + 330, y, figure, LABEL, "ink", "start", "semibold")
        y += 19
    if view.later.assumed:
        yield Text(
            left,
            y,
            f"{view.later.assumed} of {len(view.later.parts)} lives are assumed: state them with the prices.",
            LABEL,
            "mind",
        )


def _due_words(due: Due, view: YearsView) -> str:
    if due.part in UPKEEP:
        return due.name
    area = due.part.split("/", 1)[0]
    where = view.names.get(area, "")
    words = f"{due.name}, {where}" if where else due.name
    if due.because:
        inner = due.because.split("/", 1)[-1]
        words += f": comes off with {inner}"
    return words
