# SPDX-License-Identifier: GPL-3.0-or-later
"""First cost and carbon by section of the bill, with their ranges; hours and sums beside them."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.quantities.bill import Bill
from glacis.core.quantities.cost import Cost
from glacis.core.quantities.line import SECTIONS
from glacis.core.quantities.shown import carbon_words, grouped, money
from glacis.core.quantities.spread import Three
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Face,
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
NONE: Three = (0.0, 0.0, 0.0)


class CostView(Struct, frozen=True):
    """What is drawn: bill, its cost, the currency, the true area of the roof [m²], and units."""

    bill: Bill
    cost: Cost
    currency: str
    area: float
    system: System = "si"


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
    room = size[1] - 140
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
    yield Text(12, y, "together", LABEL, "ink", "start", "semibold")
    for at, rows in ((money_at, _money_rows(view)), (carbon_at, _carbon_rows(view))):
        for number, (words, ink) in enumerate(rows):
            face: Face = "semibold" if number == 0 else "regular"
            yield Text(at, y + 18 * number, shorten(words, half, LABEL), LABEL, ink, "start", face)


def _money_rows(view: CostView) -> list[tuple[str, str]]:
    cost, currency = view.cost, view.currency
    unit = Quantity.AREA.unit(view.system)
    lead = "at least " if cost.at_least else ""
    low, high = grouped(cost.total.likely_low), grouped(cost.total.likely_high)
    by_area = cost.total.typical / (view.area or 1.0) * unit.scale
    rows = [
        (f"{lead}{money(cost.total.typical, currency)}", "ink"),
        (f"likely {low} to {high}", "ink"),
        (f"{money(by_area, currency)} by the {unit.symbol} of slope", "second"),
        (
            f"{grouped(cost.hours[1])} hours, {grouped(cost.hours[0])} to {grouped(cost.hours[2])}",
            "second",
        ),
    ]
    added = ", ".join(f"{item.name} {grouped(item.amount[1])}" for item in cost.sums)
    return [*rows, (f"with {added}", "second")] if added else rows


def _carbon_rows(view: CostView) -> list[tuple[str, str]]:
    cost, made = view.cost, view.cost.carbon.made
    unit = Quantity.AREA.unit(view.system)
    by_area = carbon_words(made.typical / (view.area or 1.0) * unit.scale)
    rows = [
        (carbon_words(made.typical), "ink"),
        (f"likely {carbon_words(made.likely_low)} to {carbon_words(made.likely_high)}", "ink"),
        (f"bound in wood, apart: {carbon_words(cost.carbon.bound)}", "second"),
        (
            f"{by_area} by the {unit.symbol}; {_mass_words(cost.mass, view.system)} to carry up",
            "second",
        ),
    ]
    missing = []
    if cost.unpriced:
        missing.append(f"{len(cost.unpriced)} products without a price")
    if cost.unpaid:
        missing.append(f"no rate for {', '.join(cost.unpaid)}")
    return [*rows, ("; ".join(missing), "mind")] if missing else rows


def _mass_words(mass: float, system: System) -> str:
    unit = Quantity.MASS.unit(system)
    return f"{grouped(mass / unit.scale)} {unit.symbol}"
