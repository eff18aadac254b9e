# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to what is stated about buying, each a function from one document to another."""

from typing import Any

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project
from glacis.core.model.lookup import area_of, by_id
from glacis.core.model.quantities import (
    Labour,
    Laying,
    Override,
    OwnLine,
    Price,
    Stack,
    Stock,
    Stripped,
    WorkRate,
)
from glacis.core.model.sound_quantities import check_quantities


def state_quantities(project: Project, **values: Any) -> Project:
    """State something about buying otherwise.

    Raises:
        ValueRefused: for a figure out of its range.
    """
    stated = replace(project.quantities, **values)
    check_quantities(stated)
    return replace(project, quantities=stated)


def state_costing(project: Project, **values: Any) -> Project:
    """State by what costs are added up.

    Raises:
        ValueRefused: for a figure out of its range.
    """
    return state_quantities(project, costing=replace(project.quantities.costing, **values))


def put_stock(project: Project, stock: Stock) -> Project:
    """State how something is sold."""
    kept = tuple(item for item in project.quantities.stocks if item.key != stock.key)
    return state_quantities(project, stocks=(*kept, stock))


def usual_stock(project: Project, key: str) -> Project:
    """Let something be sold as usual again."""
    return state_quantities(
        project, stocks=tuple(item for item in project.quantities.stocks if item.key != key)
    )


def put_prices(project: Project, prices: tuple[Price, ...]) -> Project:
    """Take prices over; those of the same key are replaced."""
    fresh = {price.key: price for price in prices}
    kept = tuple(price for price in project.quantities.prices if price.key not in fresh)
    return state_quantities(project, prices=(*kept, *fresh.values()))


def put_price(project: Project, price: Price) -> Project:
    """State one price."""
    return put_prices(project, (price,))


def drop_price(project: Project, key: str) -> Project:
    """Take a price out."""
    return state_quantities(
        project, prices=tuple(price for price in project.quantities.prices if price.key != key)
    )


def put_labour(project: Project, labour: tuple[Labour, ...]) -> Project:
    """Take what hours cost over; trades of the same name are replaced."""
    fresh = {item.trade: item for item in labour}
    kept = tuple(item for item in project.quantities.labour if item.trade not in fresh)
    return state_quantities(project, labour=(*kept, *fresh.values()))


def put_rate(project: Project, rate: WorkRate) -> Project:
    """State the firm's own rate of a step."""
    kept = tuple(item for item in project.quantities.rates if item.step != rate.step)
    return state_quantities(project, rates=(*kept, rate))


def override_line(
    project: Project, line: str, quantity: float, derived: float, reason: str
) -> Project:
    """Put a quantity in the place of the derived one.

    Raises:
        ValueRefused: for a quantity below 0, or without a reason.
    """
    made = Override(line=line, quantity=quantity, derived=derived, reason=reason)
    kept = tuple(item for item in project.quantities.overrides if item.line != line)
    return state_quantities(project, overrides=(*kept, made))


def derive_line(project: Project, line: str) -> Project:
    """Let a line be derived again."""
    return state_quantities(
        project, overrides=tuple(item for item in project.quantities.overrides if item.line != line)
    )


def lay(project: Project, area: str, layer: str, direction: float | None) -> Project:
    """Lay rolls or rows of a layer in a direction [°]; None in that of the least trouble.

    Raises:
        MissingReference: where there is no such area.
    """
    area_of(project, area)
    kept = tuple(
        item for item in project.quantities.layings if (item.area, item.layer) != (area, layer)
    )
    fresh = () if direction is None else (Laying(area=area, layer=layer, direction=direction),)
    return state_quantities(project, layings=(*kept, *fresh))


def add_line(project: Project, line: OwnLine) -> Project:
    """Add a line to the bill, or change it.

    Raises:
        ValueRefused: without a name.
    """
    if not line.name.strip():
        raise ValueRefused("line", "no name", "what it is")
    kept = tuple(item for item in project.quantities.own if item.id != line.id)
    return state_quantities(project, own=(*kept, line))


def drop_line(project: Project, ident: str) -> Project:
    """Take a line of the user's out.

    Raises:
        MissingReference: where there is no such line.
    """
    by_id(project.quantities.own, ident, "line", "The bill")
    return state_quantities(
        project, own=tuple(item for item in project.quantities.own if item.id != ident)
    )


def put_stack(project: Project, stack: Stack) -> Project:
    """Set a stack down, or move it.

    Raises:
        MissingReference: where there is no such area.
    """
    area_of(project, stack.area)
    kept = tuple(item for item in project.quantities.stacks if item.id != stack.id)
    return state_quantities(project, stacks=(*kept, stack))


def drop_stack(project: Project, ident: str) -> Project:
    """Take a stack away.

    Raises:
        MissingReference: where there is no such stack.
    """
    by_id(project.quantities.stacks, ident, "stack", "The deck")
    return state_quantities(
        project, stacks=tuple(item for item in project.quantities.stacks if item.id != ident)
    )


def strip_off(project: Project, item: Stripped) -> Project:
    """State what comes off an area."""
    area_of(project, item.area)
    kept = tuple(each for each in project.quantities.stripped if each.id != item.id)
    return state_quantities(project, stripped=(*kept, item))
