# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of the bill as parts with a life: layers of an area in their order, edges and items by themselves."""

from msgspec import Struct

from glacis.core.model.fixings import AreaFixings, Bond
from glacis.core.model.quantities import Costing
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.cost import Cost, LineCost
from glacis.core.quantities.life import Ahead, Ledger, Part, Percentiles, drawn, ledger
from glacis.core.quantities.spread import Three, scaled


class LedgerRead(Struct, frozen=True):
    """What the years after follow from.

    Attributes:
        bill: what is bought.
        cost: what it costs.
        orders: ids of the layers of each area, inside to outside.
        sticks: layers that are stuck to what is under them, as ``area/layer``.
        costing: horizon, rates and upkeep.
    """

    bill: Bill
    cost: Cost
    orders: tuple[tuple[str, tuple[str, ...]], ...]
    sticks: tuple[str, ...]
    costing: Costing


class Later(Struct, frozen=True):
    """The years after.

    Attributes:
        ledger: at typical lives and costs.
        spread: value today over seeded draws.
        parts: with their lives.
        assumed: how many of them have a life nobody stated.
    """

    ledger: Ledger
    spread: Percentiles
    parts: tuple[Part, ...]
    assumed: int


def bonded_layers(fixings: tuple[AreaFixings, ...]) -> tuple[str, ...]:
    """Layers that a bond holds, as ``area/layer``."""
    return tuple(
        f"{stated.area}/{each.holds}"
        for stated in fixings
        for each in stated.sets
        if isinstance(each.way, Bond) and each.holds
    )


LAID_AGAIN = (
    "natural slate",
    "interlocking tiles",
    "plain tiles or shingles",
    "pavers on supports",
    "gravel by hoist or pump",
)
"""Steps whose pieces can be lifted and laid again; by common practice."""
OFF_AND_ON = 1.6
"""Hours of lifting and laying again over those of laying [-]; our judgement."""


def _amount(cost: LineCost | None) -> Three | None:
    if cost is None:
        return None
    material, labour = cost.material or (0.0,) * 3, cost.labour or (0.0,) * 3
    low, typical, high = (material[k] + labour[k] for k in range(3))
    return (low, typical, high) if high > 0 else None


def parts_of(read: LedgerRead) -> tuple[Part, ...]:
    """All that has a life and a cost, of each place inside to outside."""
    lives = {(o.key, u.unit): o for o, u in zip(read.cost.orders, read.bill.orders, strict=True)}
    costs = {line.id: line for line in read.cost.lines}
    place = {(area, layer): k for area, layers in read.orders for k, layer in enumerate(layers)}
    sticks = set(read.sticks)
    found: list[tuple[int, int, Part]] = []
    for number, line in enumerate(read.bill.bought):
        amount = _amount(costs.get(line.id))
        if amount is None or line.section in ("Taken off", "Fixings"):
            continue
        area = line.places.areas[0] if line.places.areas else ""
        layer = line.places.layer
        in_order = (area, layer) in place
        order = lives[line.key, line.unit]
        carbon, labour = costs[line.id].carbon, costs[line.id].labour
        again = scaled(labour, OFF_AND_ON) if line.step in LAID_AGAIN and labour else None
        part = Part(
            line.id, line.name, area if in_order else line.id, amount, order.life, f"{area}/{layer}" in sticks,
            carbon[1] if carbon is not None else 0.0, order.group or line.key,
            again,
        )  # fmt: skip
        found.append((place.get((area, layer), 0), number, part))
    found.sort(key=lambda item: (item[0], item[1]))
    return tuple(part for _, _, part in found)


def later(read: LedgerRead) -> Later:
    """The years after, at typical figures and over seeded draws."""
    costing = read.costing
    parts = parts_of(read)
    ahead = Ahead(costing.horizon, costing.rate, costing.growth)
    upkeep = tuple((item.kind, item.cost, item.every) for item in costing.upkeep)
    found = ledger(parts, upkeep, ahead, read.cost.total.typical)
    assumed = {order.key for order in read.cost.orders if order.life_assumed}
    keys = {line.id: line.key for line in read.bill.lines}
    guessed = sum(keys[part.id] in assumed for part in parts)
    return Later(found, drawn(parts, upkeep, ahead, costing.seed), parts, guessed)
