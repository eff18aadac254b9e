# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about the wind: whether it is stated, whether its coefficients are settled, pull-out tests."""

from collections.abc import Iterator

from glacis.core.fixings.pull_out import LEAST_TESTS
from glacis.core.fixings.rules.asked import plain, says, setting
from glacis.core.judgement.by_fixings import FixingsSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

FEW_TESTS = 10
"""From so many tests on a substrate a value is worth its name; our judgement after usual rules of such tests."""


def _unstated(roof: FixingsSubject) -> Iterator[Finding]:
    if roof.wind.basis == "unstated" and roof.fixed.sets:
        words = "Fixings are stated, but nobody stated the wind: nothing says whether they hold."
        yield says(roof, "fixings.wind-unstated", "mind", words)


UNSTATED = Rule(
    "fixings.wind-unstated",
    "No wind stated",
    "fixings",
    "mind",
    "A number of fixings without a suction is a habit, not a design; roofs are lost at corners that habit never saw.",
    "EN 1991-1-4:2005, 7.2, and ASCE 7, 30.3, ask for suctions by zone",
    _unstated,
    no_remedies,
)


def _refused(roof: FixingsSubject) -> Iterator[Finding]:
    if roof.fixed.wind.refused:
        words = f"The wind cannot be worked out here. {plain(roof.fixed.wind.refused)}"
        yield says(roof, "fixings.wind-refused", "stop", words)


REFUSED = Rule(
    "fixings.wind-refused",
    "The wind cannot be worked out",
    "fixings",
    "stop",
    "The standard has no coefficients for this, or a figure cannot be; what it does not cover needs an engineer.",
    "EN 1991-1-4:2005, 7.2; ASCE 7, 30.3",
    _refused,
    no_remedies,
)


def _unconfirmed(roof: FixingsSubject) -> Iterator[Finding]:
    rows = roof.fixed.wind.open_rows
    if rows and roof.fixed.sets:
        yield says(
            roof, "fixings.unconfirmed", "mind",
            "Coefficients unconfirmed: the worst suction of {0} rests on " + f"{len(rows)} rows that nobody has held "
            "against the standard yet.",
            Evidence("w_d", max(zone.design for zone in roof.fixed.wind.zones), Quantity.LOAD),
        )  # fmt: skip


UNCONFIRMED = Rule(
    "fixings.unconfirmed",
    "Coefficients unconfirmed",
    "fixings",
    "mind",
    "Rows that were recalled rather than read may be off by a tenth or more. Open them, compare, confirm with name and "
    "date; then the verdict may be called final.",
    "Our judgement: a verdict is as good as the figures it was read from",
    _unconfirmed,
    no_remedies,
)


def _few(roof: FixingsSubject) -> Iterator[Finding]:
    for each in roof.fixed.sets:
        tests = each.held.resistance.tests
        if tests is not None and LEAST_TESTS <= tests.count < FEW_TESTS:
            yield says(
                roof, "fixings.few-tests", "mind",
                f"“{plain(each.set.name)}” rests on {tests.count} pull-out tests on {plain(each.set.substrate)}; "
                f"{FEW_TESTS} say how much they scatter. R_d is {{0}}.",
                Evidence("R_d", tests.design, Quantity.FORCE),
            )  # fmt: skip


FEW = Rule(
    "fixings.few-tests",
    "Few pull-out tests",
    "fixings",
    "mind",
    "Old decks scatter. Three tests may all sit over the same joist; the statistics punish few tests, but cannot know "
    "where they were made.",
    "EN 1990:2002, annex D; our judgement of ten",
    _few,
    no_remedies,
)


def _above(roof: FixingsSubject) -> Iterator[Finding]:
    for each in roof.fixed.sets:
        tests = each.held.resistance.tests
        if tests is not None and tests.is_above_least:
            yield says(
                roof, "fixings.above-least", "note",
                f"R_k of “{plain(each.set.name)}” is {{0}}, over its lowest test of {{1}}: look at that test before "
                "trusting the mean.",
                Evidence("R_k", tests.characteristic, Quantity.FORCE), Evidence("least", tests.least, Quantity.FORCE),
            )  # fmt: skip


ABOVE = Rule(
    "fixings.above-least",
    "A test below the characteristic value",
    "fixings",
    "note",
    "Many good tests can lift R_k over one bad one. That one may be where the deck is rotten.",
    "Our judgement: the lowest test is never dropped",
    _above,
    no_remedies,
)


def _no_value(roof: FixingsSubject) -> Iterator[Finding]:
    for each in roof.fixed.sets:
        reason = each.held.resistance.reason
        if reason and roof.fixed.wind.zones:
            words = f"“{plain(each.set.name)}” has no resistance: {plain(reason)}."
            yield says(roof, "fixings.no-resistance", "stop", words)


def _other_substrate(
    _project: Project, roof: FixingsSubject, finding: Finding
) -> tuple[Remedy, ...]:
    found = []
    for each in roof.fixed.sets:
        if (
            f"“{plain(each.set.name)}”" in finding.template
            and each.set.substrate
            and each.set.strengths
        ):
            found.append(
                setting(
                    roof, each.set.id, "Go by the stated values in the place of tests", substrate=""
                )
            )
    return tuple(found)


NO_VALUE = Rule(
    "fixings.no-resistance",
    "No resistance stated",
    "fixings",
    "stop",
    "What nobody has tested or declared holds by luck.",
    "EN 1990:2002, annex D; tested values by the product's approval",
    _no_value,
    _other_substrate,
)
RULES = (UNSTATED, REFUSED, UNCONFIRMED, FEW, ABOVE, NO_VALUE)
