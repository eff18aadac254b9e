# SPDX-License-Identifier: GPL-3.0-or-later
"""Check what is stated about the order of work."""

from glacis.core.errors import ValueRefused
from glacis.core.model.days import day_number, day_text
from glacis.core.model.order import Order
from glacis.core.units.ranges import check_ranges

FIRST_DAY, LAST_DAY = day_number("1900-01-01"), day_number("2200-12-31")
"""Between which work begins; our judgement: others are slips of the keys."""


def check_order(order: Order) -> None:
    """Refuse what cannot be about the order of work.

    Raises:
        ValueRefused: naming the field, what was found and what was expected.
    """
    check_ranges(order, "order of work")
    check_ranges(order.calendar, "calendar")
    if not order.calendar.days:
        raise ValueRefused("workdays", "none", "one day of the week at least")
    if order.calendar.hours <= 0:
        found = f"{order.calendar.start:g} to {order.calendar.end:g} h"
        raise ValueRefused("shift", found, "an end after its start and breaks")
    for day in (order.begins, *order.calendar.holidays):
        _check_day(day)
    named = (
        *((crew, f"crew of '{crew.trade}'") for crew in order.crews),
        *((machine, f"machine '{machine.name}'") for machine in order.machines),
        *((lasts, f"days of '{lasts.task}'") for lasts in order.lasts),
        *((clock, f"clock of '{clock.item}'") for clock in order.clocks),
    )
    for node, where in named:
        check_ranges(node, where)
    _check_words(order)
    check_ranges(order.tonight, "closed by tonight")


def _check_words(order: Order) -> None:
    for lasts in order.lasts:
        if not lasts.reason.strip():
            raise ValueRefused(
                f"days of '{lasts.task}'", "no reason", "why they differ from the derived ones"
            )
    for clock in order.clocks:
        if not clock.source.strip():
            raise ValueRefused(f"clock of '{clock.item}'", "no source", "the product's paper")
    for signed in order.signed:
        if not signed.who.strip() or not signed.date.strip():
            raise ValueRefused(
                f"hold point '{signed.task}'", "nobody's name or no date", "who signed it and when"
            )


def _check_day(text: str) -> None:
    if not text:
        return
    found = day_number(text)
    if not FIRST_DAY <= found <= LAST_DAY:
        raise ValueRefused("day", text, f"{day_text(FIRST_DAY)} to {day_text(LAST_DAY)}")
