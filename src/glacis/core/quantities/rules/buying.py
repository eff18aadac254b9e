# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about prices, packs, and quantities that somebody put in the place of derived ones."""

from collections.abc import Iterator
from functools import partial

from glacis.core.judgement.by_quantities import QuantitiesSubject
from glacis.core.judgement.finding import Finding, Remedy, Rule, no_remedies
from glacis.core.model.document import Project
from glacis.core.model.quantities import (
    BoardForm,
    FillForm,
    Form,
    LiquidForm,
    PourForm,
    Price,
    RollForm,
)
from glacis.core.quantities.change import derive_line, drop_price, override_line
from glacis.core.quantities.rules.asked import plain, says
from glacis.core.quantities.trade import usual_stocks

OFF_BY = 10.0
"""A pack so many times off the usual one is a query [-]; our judgement: a point in the wrong place."""


def _mixed(subject: QuantitiesSubject) -> Iterator[Finding]:
    named = {price.currency for price in subject.stated.prices if price.currency}
    if subject.stated.costing.currency:
        named.add(subject.stated.costing.currency)
    if len(named) > 1:
        money = ", ".join(sorted(plain(name) for name in named))
        yield says(
            "quantities.mixed-money",
            "stop",
            f"Prices stand in several currencies: {money}. Sums of them mean nothing.",
        )


MIXED = Rule(
    "quantities.mixed-money",
    "Several currencies in one bill",
    "quantities",
    "stop",
    "One bill has one currency: change the others before they are read.",
    "Our judgement: sums of several currencies mean nothing",
    _mixed,
    no_remedies,
    "quantities",
)


def years_between(early: str, late: str) -> float | None:
    """Years between two days as year-month-day; None where one cannot be read.

    >>> years_between("2025-01-01", "2026-07-01")
    1.5
    """
    try:
        (y0, m0, d0), (y1, m1, d1) = (tuple(map(int, day.split("-"))) for day in (early, late))
    except ValueError:
        return None
    return (y1 - y0) + (m1 - m0) / 12 + (d1 - d0) / 365.25


def _old(subject: QuantitiesSubject) -> Iterator[Finding]:
    costing = subject.stated.costing
    if not costing.dated:
        return
    old = []
    for price in subject.stated.prices:
        age = years_between(price.dated, costing.dated) if price.dated else None
        if age is not None and age > costing.stale:
            old.append((age, price))
    if old:
        age, price = max(old, key=lambda item: item[0])
        yield says(
            "quantities.old-prices", "mind",
            f"{len(old)} price{'s are' if len(old) > 1 else ' is'} older than agreed, the oldest that of "
            f"“{plain(price.name or price.key)}”, by {age:.1f} years. Ask again before anybody signs.",
        )  # fmt: skip


OLD = Rule(
    "quantities.old-prices",
    "Old prices",
    "quantities",
    "mind",
    "Prices run out. A bill of old ones is short by what rose since.",
    "Our judgement: a year, until you state another",
    _old,
    no_remedies,
    "quantities",
)


def usual_pack(form: Form | object) -> tuple[float, str]:
    """What one pack of a form holds, and its unit; 0 where it is sold in any amount."""
    if isinstance(form, RollForm):
        return form.width * form.length, "m2"
    if isinstance(form, BoardForm):
        return form.length * form.width, "m2"
    if isinstance(form, FillForm):
        return form.bag, "kg"
    if isinstance(form, LiquidForm):
        return form.can, "kg"
    if isinstance(form, PourForm):
        return form.load, "m3"
    return 0.0, ""


def _odd(price: Price) -> float:
    """How many times a pack is off the usual one [-]; 1 where nothing is known of it."""
    sold = usual_stocks().get(price.key)
    pack, unit = usual_pack(sold.form) if sold is not None else (0.0, "")
    if (
        not pack
        or unit != price.unit
        or not price.pack
        or isinstance(sold and sold.form, BoardForm)
    ):
        return 1.0
    return max(price.pack / pack, pack / price.pack)


def _packs(subject: QuantitiesSubject) -> Iterator[Finding]:
    for price in subject.stated.prices:
        if _odd(price) >= OFF_BY:
            yield says(
                "quantities.pack-odd",
                "mind",
                f"A {plain(price.pack_unit or 'pack')} of “{plain(price.name or price.key)}” holds "
                f"{price.pack:g} {price.unit} by its price: "
                "ten times off what is usual. A point in the wrong place?",
            )


def _drop(_project: Project, subject: QuantitiesSubject, finding: Finding) -> tuple[Remedy, ...]:
    for price in subject.stated.prices:
        if f"“{plain(price.name or price.key)}”" in finding.template:
            return (Remedy("Do without this price", partial(drop_price, key=price.key)),)
    return ()


PACK_ODD = Rule(
    "quantities.pack-odd",
    "A pack that cannot be",
    "quantities",
    "mind",
    "A pack ten times too large or too small makes an order ten times wrong.",
    "Our judgement: packs of one family differ by less than ten times",
    _packs,
    _drop,
    "quantities",
)


def _moved(subject: QuantitiesSubject) -> Iterator[Finding]:
    for override, derived, name in subject.moved:
        yield says(
            "quantities.moved-on",
            "mind",
            f"“{plain(name)}” stands at {override.quantity:g} by hand ({plain(override.reason)}). The "
            "roof changed since: what is "
            f"derived moved from {override.derived:.1f} to {derived:.1f}.",
        )
    for override in subject.lost:
        yield says(
            "quantities.moved-on", "mind",
            f"A quantity by hand belongs to “{plain(override.line)}”, which is no longer in the bill.",
        )  # fmt: skip


def _settle(_project: Project, subject: QuantitiesSubject, finding: Finding) -> tuple[Remedy, ...]:
    for override, derived, name in subject.moved:
        if finding.template.startswith(f"“{plain(name)}”"):
            keep = partial(
                override_line,
                line=override.line,
                quantity=override.quantity,
                derived=derived,
                reason=override.reason,
            )
            return (
                Remedy("Take what is derived", partial(derive_line, line=override.line)),
                Remedy("Keep mine: it still holds", keep),
            )
    for override in subject.lost:
        if f"“{plain(override.line)}”" in finding.template:
            return (Remedy("Let go of it", partial(derive_line, line=override.line)),)
    return ()


MOVED = Rule(
    "quantities.moved-on",
    "A quantity by hand that the roof left behind",
    "quantities",
    "mind",
    "What was counted by hand held for the roof as it was then.",
    "Our judgement: what was counted by hand is not to be lost unseen",
    _moved,
    _settle,
    "quantities",
)
RULES = (MIXED, OLD, PACK_ODD, MOVED)
