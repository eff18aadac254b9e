# SPDX-License-Identifier: GPL-3.0-or-later
"""First cost and carbon by section of the bill, with their ranges; hours and sums beside them."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.quantities.bill import Bill
from glacis.core.quantities.cost import Cost
from glacis.core.quantities.line import SECTIONS
from glacis.core.quantities.shown import carbon_words, grouped, money, spread_words
from glacis.core.quantities.spread import Three
from glacis.report.scene import DIMENSION, FACE, Item, Line, Patch, Scene, Size, Text, box, shorten

LABEL = 12.0
NONE: Three = (0.0, 0.0, 0.0)


class CostView(Struct, frozen=True):
    """What is drawn: bill, its cost, the currency, and the true area of the roof [m²]."""

    bill: Bill
    cost: Cost
    currency: str
    area: float


class SectionSum(Struct, frozen=True):
    """A section of the bill: material, labour and carbon."""

    name: str
    material: Three
    labour: Three
    carbon: Three
    unpriced: int


def _add(one: Three, other: Three | None) -> Three:
    return one if other is None else (one[0] + other[0], one[1] + other[1], one[2] + other[2])


def section_sums(bill: Bill, cost: Cost) -> tuple[SectionSum, ...]:
    """Sums by section, in the order of the bill, without empty ones."""
    costs = {line.id: line for line in cost.lines}
    sections: dict[str, list[Three]] = {}
    open_lines: dict[str, int] = {}
    for line in bill.bought:
        found = costs[line.id]
        mine = sections.setdefault(line.section, [NONE, NONE, NONE])
        mine[0], mine[1], mine[2] = (
            _add(mine[0], found.material),
            _add(mine[1], found.labour),
            _add(mine[2], found.carbon),
        )
        open_lines[line.section] = open_lines.get(line.section, 0) + (found.material is None)
    order = [*SECTIONS, *(name for name in sections if name not in SECTIONS)]
    return tuple(
        SectionSum(name, sections[name][0], sections[name][1], sections[name][2], open_lines[name])
        for name in order
        if name in sections
    )


def cost_scene(view: CostView, size: Size) -> Scene:
    """Two columns of bars over one list of sections, sums below."""
    return Scene(*size, tuple(_drawn(view, size)))


def _drawn(view: CostView, size: Size) -> Iterator[Item]:
    sums = section_sums(view.bill, view.cost)
    names = 168.0
    half = (size[0] - names - 30) / 2
    money_at, carbon_at = names, names + half + 14
    yield Text(
        money_at,
        20,
        f"first cost{', ' + view.currency if view.currency else ''}: material and work",
        LABEL,
        "second",
    )
    yield Text(carbon_at, 20, "carbon made, A1 to A3", LABEL, "second")
    most = max((s.material[2] + s.labour[2] for s in sums), default=0.0) or 1.0
    most_carbon = max((s.carbon[2] for s in sums), default=0.0) or 1.0
    room = size[1] - 130
    step = min(40.0, room / max(1, len(sums)))
    y = 30.0
    for item in sums:
        middle = y + step / 2
        yield Text(12, middle + 4, shorten(item.name, names - 20, LABEL), LABEL, "ink")
        yield from _cost_bar(item, (money_at, half - 66, middle), most)
        yield from _bar(
            item.carbon,
            (carbon_at, half - 74, middle),
            most_carbon,
            carbon_words(item.carbon[1]) if item.carbon[1] else "",
        )
        y += step
    yield Line((12, y + 4, size[0] - 12, y + 4), "second", DIMENSION)
    yield from _totals(view, y + 22, (money_at, carbon_at, half))


def _cost_bar(item: SectionSum, where: tuple[float, float, float], most: float) -> Iterator[Item]:
    """Material, then work hatched lighter, with the range of both."""
    left, room, middle = where
    scale = room / most
    x = left
    for amount, tone in ((item.material[1], "copper:3"), (item.labour[1], "copper:1")):
        if amount > 0:
            yield Patch(box(x, middle - 7, x + amount * scale, middle + 7), tone, "ink", DIMENSION)
            x += amount * scale
    low = left + (item.material[0] + item.labour[0]) * scale
    high = left + (item.material[2] + item.labour[2]) * scale
    yield from _whisker(low, high, middle)
    words = grouped(item.material[1] + item.labour[1])
    if item.unpriced:
        words = f"{words} +" if item.material[1] + item.labour[1] else "no price"
    yield Text(max(high, x) + 6, middle + 4, words, LABEL, "mind" if item.unpriced else "ink")


def _bar(
    three: Three, where: tuple[float, float, float], most: float, words: str
) -> Iterator[Item]:
    left, room, middle = where
    scale = room / most
    if three[1] > 0:
        yield Patch(
            box(left, middle - 7, left + three[1] * scale, middle + 7), "copper:2", "ink", DIMENSION
        )
        yield from _whisker(left + three[0] * scale, left + three[2] * scale, middle)
    yield Text(left + max(three[2], 0.0) * scale + 6, middle + 4, words, LABEL, "ink")


def _whisker(low: float, high: float, middle: float) -> Iterator[Item]:
    if high - low > 2:
        yield Line((low, middle, high, middle), "ink", FACE)
        yield Line((low, middle - 4, low, middle + 4), "ink", FACE)
        yield Line((high, middle - 4, high, middle + 4), "ink", FACE)


def _totals(view: CostView, y: float, where: tuple[float, float, float]) -> Iterator[Item]:
    money_at, carbon_at, half = where
    cost = view.cost
    lead = "at least " if cost.at_least else ""
    yield Text(12, y, "together", LABEL, "ink", "start", "semibold")
    yield Text(
        money_at,
        y,
        shorten(lead + spread_words(cost.total, view.currency), half, LABEL),
        LABEL,
        "ink",
        "start",
        "semibold",
    )
    made = cost.carbon.made
    low, high = carbon_words(made.likely_low), carbon_words(made.likely_high)
    yield Text(
        carbon_at,
        y,
        shorten(f"{carbon_words(made.typical)}, likely {low} to {high}", half, LABEL),
        LABEL,
        "ink",
        "start",
        "semibold",
    )
    area = view.area or 1.0
    yield Text(
        money_at,
        y + 18,
        f"{money(cost.total.typical / area, view.currency)} by the m² of slope",
        LABEL,
        "second",
    )
    yield Text(
        carbon_at,
        y + 18,
        f"bound in wood, apart: {carbon_words(cost.carbon.bound)}",
        LABEL,
        "second",
    )
    hours = f"{grouped(cost.hours[1])} hours, {grouped(cost.hours[0])} to {grouped(cost.hours[2])}"
    yield Text(money_at, y + 36, hours, LABEL, "second")
    added = ", ".join(f"{item.name} {grouped(item.amount[1])}" for item in cost.sums)
    if added:
        yield Text(money_at, y + 54, f"with {added}", LABEL, "second")
    yield Text(
        carbon_at,
        y + 36,
        f"{carbon_words(made.typical / area)} by the m²; {grouped(cost.mass / 1000)} t to carry up",
        LABEL,
        "second",
    )
    missing = []
    if cost.unpriced:
        missing.append(f"{len(cost.unpriced)} products without a price")
    if cost.unpaid:
        missing.append(f"no rate for {', '.join(cost.unpaid)}")
    if missing:
        yield Text(carbon_at, y + 54, shorten("; ".join(missing), half, LABEL), LABEL, "mind")
