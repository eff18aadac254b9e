# SPDX-License-Identifier: GPL-3.0-or-later
"""First cost: what is bought by its price, hours by their rate, hire and waste; each unknown price says so."""

from msgspec import Struct

from glacis.core.model.document import Material
from glacis.core.model.quantities import Labour, Price, Quantities, Unit
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.carbon import (
    WOOD_CARBON,
    WOOD_MOISTURE,
    WOODS,
    Emitted,
    Footprint,
    footprint,
)
from glacis.core.quantities.line import Line, Per
from glacis.core.quantities.ordered import Order
from glacis.core.quantities.spread import Item, Spread, Three, scaled, summed
from glacis.core.quantities.trade import Trade

ZERO: Three = (0.0, 0.0, 0.0)
TRADES = (
    ("sheet metal", ("metal", "flashing", "coping", "standing seam", "gutter")),
    ("carpenter", ("batten", "panel", "rafter", "timber", "plate", "screw")),
    ("fit-out", ("lining", "from below")),
    ("gardener", ("planting",)),
)  # fmt: skip
"""Trades by words in their steps; all others are the roofer's. By common practice."""
LABOUR_GROUP = "labour"
"""All hours move together."""


class OrderCost(Struct, frozen=True):
    """What a product costs and gives off.

    Attributes:
        key: of the product.
        by: what it is priced by: its own price, the library's range, or nothing.
        unit: price of one unit of the order [money]; zeros where it is unpriced.
        cost: of what is bought, with delivery [money].
        carbon: of what is bought [kg CO2e]; None where nobody states a factor.
        group: it moves with.
        life: low, typical and high [years].
        life_assumed: whether nobody stated it.
        recyclable: by mass [kg].
        scrap: it fetches [money].
        bound: carbon dioxide its wood binds, negative [kg].
        query: what is odd about the price; empty for nothing.
    """

    key: str
    by: str
    unit: Three
    cost: Three
    carbon: Three | None
    group: str
    life: Three
    life_assumed: bool
    recyclable: float
    scrap: float
    bound: float
    query: str = ""


class LineCost(Struct, frozen=True):
    """A line's share of its order, and its hours.

    Attributes:
        id: of the line.
        material: [money]; None where it is unpriced.
        hours: of work [h]; zeros where nobody knows the step.
        labour: [money]; None where the trade has no rate.
        carbon: [kg CO2e]; None where nobody states a factor.
        mass: bought for it [kg].
        trade: that does it; empty for none.
    """

    id: str
    material: Three | None
    hours: Three
    labour: Three | None
    carbon: Three | None
    mass: float
    trade: str


class Sum(Struct, frozen=True):
    """A line under the bill: overhead, contingency."""

    name: str
    amount: Three


class Cost(Struct, frozen=True):
    """What the job costs first.

    Attributes:
        orders: by product.
        lines: by line of the bill.
        material: [money].
        labour: [money].
        sums: overhead and contingency.
        total: [money].
        unpriced: keys nobody knows a price of: the total is "at least".
        unpaid: trades nobody knows a rate of.
        unknown: steps nobody knows a rate of work for.
        hours: of work [h].
        carbon: of all that is bought.
        uncounted: keys nobody knows a carbon factor of.
        mass: bought [kg].
        recyclable: of it [kg].
        scrap: it fetches in the end [money].
    """

    orders: tuple[OrderCost, ...]
    lines: tuple[LineCost, ...]
    material: Spread
    labour: Spread
    sums: tuple[Sum, ...]
    total: Spread
    unpriced: tuple[str, ...]
    unpaid: tuple[str, ...]
    unknown: tuple[str, ...]
    hours: Three
    carbon: Footprint
    uncounted: tuple[str, ...]
    mass: float
    recyclable: float
    scrap: float

    @property
    def at_least(self) -> bool:
        """Whether something in it has no price."""
        return bool(self.unpriced or self.unpaid)

    def line(self, ident: str) -> LineCost | None:
        """Costs of a line."""
        return next((line for line in self.lines if line.id == ident), None)


class CostRead(Struct, frozen=True):
    """What costs follow from.

    Attributes:
        bill: what is bought.
        stated: prices, labour, factors.
        materials: by id, those that lines name.
        trade: rates of work.
    """

    bill: Bill
    stated: Quantities
    materials: tuple[tuple[str, Material], ...]
    trade: Trade


def trade_of_step(step: str) -> str:
    """Who does a step."""
    return next((trade for trade, words in TRADES if any(word in step for word in words)), "roofer")


def one_unit(lines: list[Line]) -> Per:
    """What one unit of an order is, in the mean of its lines."""
    whole = sum(line.gross for line in lines) or 1.0

    def mean(name: str) -> float:
        return float(sum(getattr(line.per, name) * line.gross for line in lines) / whole)

    return Per(mean("area"), mean("volume"), mean("mass"), mean("length"))


def _in_units(of: str, unit: str, per: Per) -> float | None:
    """How many of a price's unit one unit of an order is; None where they cannot be told from each other."""
    if of == unit:
        return 1.0
    sizes = {"m2": per.area, "m3": per.volume, "kg": per.mass, "m": per.length}
    found = sizes.get(of, 0.0)
    return found if found > 0 else None


LIVES: tuple[tuple[tuple[str, ...], Three], ...] = (
    (("concrete", "timber", "wood-board"), (50.0, 80.0, 120.0)),
    (("masonry",), (50.0, 75.0, 120.0)),
    (("metal",), (35.0, 55.0, 80.0)),
    (("plastic", "paper"), (20.0, 28.0, 40.0)),
    (("bitumen",), (20.0, 28.0, 38.0)),
    (("gypsum", "mineral-board"), (30.0, 50.0, 70.0)),
    (("soil", "stone", "drain"), (30.0, 45.0, 70.0)),
)
"""Lives by family [years], assumed until a price states one; our judgement."""
USUAL_LIFE: Three = (25.0, 40.0, 60.0)
"""Of all else [years], assumed likewise; our judgement."""


def life_of(price: Price | None, material: Material | None) -> tuple[Three, bool]:
    """Life as the price states it, else as its family is taken to have; and whether it is assumed."""
    if price is not None and len(price.life) == 3:
        return (price.life[0], price.life[1], price.life[2]), False
    if price is not None and len(price.life) == 1:
        return (price.life[0],) * 3, False
    family = material.family if material is not None else ""
    return next((life for names, life in LIVES if family in names), USUAL_LIFE), True


def _order_cost(
    order: Order,
    lines: list[Line],
    read: CostRead,
    prices: dict[str, Price],
    materials: dict[str, Material],
) -> OrderCost:
    per, first = one_unit(lines), lines[0]
    material = materials.get(first.material)
    price = prices.get(order.key)
    if price is None and first.material and first.material != order.key:
        price = prices.get(first.material)
    life, assumed = life_of(price, material)
    unit, by, group, query = _unit_price(order, per, price, material)
    region = read.stated.costing.region
    cost = scaled(unit, order.bought * region)
    if price is not None and by == "price":
        cost = (cost[0] + price.delivery, cost[1] + price.delivery, cost[2] + price.delivery)
    carbon = _carbon(order, per, price, material)
    wood = material is not None and material.family in WOODS
    bound = -44 / 12 * WOOD_CARBON * order.mass / (1 + WOOD_MOISTURE) if wood else 0.0
    share = price.recyclable if price is not None else 0.0
    scrap = price.scrap * order.mass * share if price is not None else 0.0
    return OrderCost(
        order.key,
        by,
        unit,
        cost if by else ZERO,
        carbon,
        group,
        life,
        assumed,
        share * order.mass,
        scrap,
        bound,
        query,
    )


def _unit_price(
    order: Order, per: Per, price: Price | None, material: Material | None
) -> tuple[Three, str, str, str]:
    """Price of one unit, what it comes from, what it moves with, and what is odd about it."""
    if price is not None:
        times = _in_units(price.unit, order.unit, per)
        if times is None:
            return ZERO, "", "", f"priced by {price.unit}, bought by {order.unit}"
        return (
            scaled((price.low, price.typical, price.high), times), "price", price.source or order.key, ""
        )  # fmt: skip
    if material is None or not material.cost[1]:
        return ZERO, "", "", ""
    low, high = material.cost
    times = per.area if material.is_membrane else per.volume
    three = (low * times, (low + high) / 2 * times, high * times)
    return three, "library", f"library, {material.family}", ""


def _carbon(order: Order, per: Per, price: Price | None, material: Material | None) -> Three | None:
    if price is not None and len(price.carbon) == 3:
        times = _in_units(price.carbon_unit, order.unit, per)
        if times is not None:
            low, typical, high = price.carbon
            return scaled((low, typical, high), times * order.bought)
    if material is None or not any(material.carbon):
        return None
    low, high = material.carbon
    return scaled((low, (low + high) / 2, high), order.mass)


def cost_of_job(read: CostRead) -> Cost:
    """First cost and carbon of the bill."""
    stated, bill = read.stated, read.bill
    prices = {price.key: price for price in stated.prices}
    materials = dict(read.materials)
    known = {line.id: line for line in bill.lines}
    orders = tuple(
        _order_cost(order, [known[ident] for ident in order.lines], read, prices, materials)
        for order in bill.orders
    )
    by_key = {
        (order.key, order.unit): found for order, found in zip(bill.orders, orders, strict=True)
    }
    lines = tuple(_line_costs(read, by_key))
    groups = {line.id: by_key[line.key, line.unit].group for line in bill.bought}
    material = summed(Item(order.group, order.cost) for order in orders if order.by)
    labour = summed(Item(LABOUR_GROUP, line.labour) for line in lines if line.labour is not None)
    both = [Item(groups[line.id], line.material) for line in lines if line.material is not None]
    both += [Item(LABOUR_GROUP, line.labour) for line in lines if line.labour is not None]
    costing = stated.costing
    factor = (1 + costing.overhead) * (1 + costing.contingency)
    total = summed(Item(item.group, scaled(item.amount, factor)) for item in both)
    bare = summed(both).three
    sums = []
    if costing.overhead:
        sums.append(Sum("overhead", scaled(bare, costing.overhead)))
    if costing.contingency:
        sums.append(Sum("contingency", scaled(bare, (1 + costing.overhead) * costing.contingency)))
    return Cost(
        orders, lines, material, labour, tuple(sums), total, tuple(order.key for order in orders if not order.by),
        _unpaid(lines), _unknown(read), _hours(lines), _footprint(bill, orders),
        tuple(order.key for order in orders if order.carbon is None), sum(order.mass for order in bill.orders),
        sum(order.recyclable for order in orders), sum(order.scrap for order in orders),
    )  # fmt: skip


def _line_costs(read: CostRead, by_key: dict[tuple[str, Unit], OrderCost]) -> list[LineCost]:
    known = {(order.key, order.unit): order for order in read.bill.orders}
    rates = {labour.trade: labour for labour in read.stated.labour}
    found = []
    for line in read.bill.bought:
        order, costs = known[line.key, line.unit], by_key[line.key, line.unit]
        share = line.gross / order.gross if order.gross > 0 else 0.0
        hours, trade = _work(line, read.trade)
        found.append(
            LineCost(
                line.id, scaled(costs.cost, share) if costs.by else None, hours,
                _labour(hours, trade, rates, read.stated.costing.region),
                scaled(costs.carbon, share) if costs.carbon is not None else None, order.mass * share, trade,
            )
        )  # fmt: skip
    return found


def _work(line: Line, trade: Trade) -> tuple[Three, str]:
    rate = trade.rate(line.step) if line.step else None
    if rate is None or line.work <= 0:
        return ZERO, ""
    _, found = rate
    return (
        line.work / found.high,
        line.work / found.typical,
        line.work / found.low,
    ), trade_of_step(line.step)


def _labour(hours: Three, trade: str, rates: dict[str, Labour], region: float) -> Three | None:
    if not trade:
        return ZERO
    rate = rates.get(trade)
    if rate is None:
        return None
    return (
        hours[0] * rate.low * region,
        hours[1] * rate.typical * region,
        hours[2] * rate.high * region,
    )


def _unpaid(lines: tuple[LineCost, ...]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(line.trade for line in lines if line.labour is None))


def _unknown(read: CostRead) -> tuple[str, ...]:
    return tuple(
        dict.fromkeys(
            line.id
            for line in read.bill.bought
            if not line.step or read.trade.rate(line.step) is None
        )
    )


def _hours(lines: tuple[LineCost, ...]) -> Three:
    low, typical, high = (sum(line.hours[k] for line in lines) for k in range(3))
    return low, typical, high


def _footprint(bill: Bill, orders: tuple[OrderCost, ...]) -> Footprint:
    emitted = []
    for order, found in zip(bill.orders, orders, strict=True):
        if found.carbon is None:
            continue
        mass = order.mass or 1.0
        emitted.append(Emitted(mass, found.group or order.key, scaled(found.carbon, 1 / mass)))
    made = footprint(tuple(emitted)).made
    return Footprint(made, sum(order.bound for order in orders))
