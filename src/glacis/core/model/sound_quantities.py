# SPDX-License-Identifier: GPL-3.0-or-later
"""Check what is stated about buying: stock, prices, labour, rates, own lines, stacks."""

from collections.abc import Iterator

from glacis.core.errors import ValueRefused
from glacis.core.model.quantities import (
    BarForm,
    BoardForm,
    Form,
    LiquidForm,
    Price,
    Quantities,
    RollForm,
    Stock,
    TrimForm,
    WorkRate,
)
from glacis.core.units.ranges import check_ranges


def _rising(where: str, *values: float) -> None:
    for low, high in zip(values, values[1:], strict=False):
        if low > high:
            raise ValueRefused(
                where, ", ".join(f"{value:g}" for value in values), "low, typical and high, each no less than the last"
            )  # fmt: skip


def check_stock(stock: Stock) -> None:
    """Refuse stock that nobody could sell or lay.

    Raises:
        ValueRefused: naming the field, what was found and what was expected.
    """
    where = f"how '{stock.key}' is sold"
    if not stock.key.strip():
        raise ValueRefused("how something is sold", "no key", "a material, product or thing")
    check_ranges(stock, where)
    check_ranges(stock.form, where)
    for what, found, expected in _cannot_be(stock.form):
        raise ValueRefused(f"{where}, {what}", found, expected)


def _cannot_be(form: Form) -> Iterator[tuple[str, str, str]]:
    """Field, what it says and what it should, where sizes contradict each other."""
    if isinstance(form, RollForm):
        if form.side_lap >= form.width:
            yield "side lap", f"{form.side_lap:g} m", f"less than the roll, {form.width:g} m"
        if form.least + form.end_lap > form.length:
            yield "least piece", f"{form.least:g} m", f"less than the roll, {form.length:g} m"
    elif isinstance(form, BoardForm) and form.stagger > form.length / 2:
        yield "stagger", f"{form.stagger:g} m", f"half a board at most, {form.length / 2:g} m"
    elif isinstance(form, TrimForm) and form.lap >= form.piece:
        yield "lap", f"{form.lap:g} m", f"less than the piece, {form.piece:g} m"
    elif isinstance(form, BarForm) and not form.lengths:
        yield "lengths", "none", "one at least"
    elif isinstance(form, LiquidForm) and (form.smooth > 0) != (form.rough > 0):
        yield "coverage", f"{form.smooth:g} and {form.rough:g}", "both, or neither for the film"


def check_price(price: Price) -> None:
    """Refuse a price that is none.

    Raises:
        ValueRefused: naming the key and field, what was found and what was expected.
    """
    where = f"price of '{price.key}'"
    if not price.key.strip():
        raise ValueRefused("price", "no key", "a material, product or thing")
    check_ranges(price, where)
    _rising(where, price.low, price.typical, price.high)
    for name, three in (("life", price.life), ("carbon", price.carbon)):
        if len(three) not in (0, 3):
            raise ValueRefused(
                f"{where}, {name}", f"{len(three)} figures", "low, typical and high, or none"
            )
        _rising(f"{where}, {name}", *three)
    if price.life and price.life[0] <= 0:
        raise ValueRefused(f"{where}, life", f"{price.life[0]:g} years", "more than 0")


def check_rate(rate: WorkRate) -> None:
    """Refuse a rate of work that is none.

    Raises:
        ValueRefused: naming the step, what was found and what was expected.
    """
    where = f"rate of '{rate.step}'"
    check_ranges(rate, where)
    _rising(where, rate.low, rate.typical, rate.high)


def check_quantities(stated: Quantities) -> None:
    """Refuse what cannot be about buying.

    Raises:
        ValueRefused: naming the field, what was found and what was expected.
    """
    for stock in stated.stocks:
        check_stock(stock)
    for price in stated.prices:
        check_price(price)
    for rate in stated.rates:
        check_rate(rate)
    for labour in stated.labour:
        check_ranges(labour, f"labour of '{labour.trade}'")
        _rising(f"labour of '{labour.trade}'", labour.low, labour.typical, labour.high)
    _check_bill(stated)
    check_ranges(stated.wishes, "weights of laying")
    check_ranges(stated.costing, "costing")
    for each in stated.costing.upkeep:
        check_ranges(each, f"upkeep, {each.kind}")


def _check_bill(stated: Quantities) -> None:
    for override in stated.overrides:
        check_ranges(override, f"quantity of '{override.line}'")
        if not override.reason.strip():
            raise ValueRefused(
                f"quantity of '{override.line}'", "no reason", "why it differs from the derived one"
            )
    named = (
        *((own, f"line '{own.name}'") for own in stated.own),
        *((laying, f"laying of '{laying.layer}'") for laying in stated.layings),
        *((stack, f"stack '{stack.name}'") for stack in stated.stacks),
        *((item, f"'{item.name}', taken off") for item in stated.stripped),
    )
    for node, where in named:
        check_ranges(node, where)
