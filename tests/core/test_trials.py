# SPDX-License-Identifier: GPL-3.0-or-later
"""Remedies are tried before they are offered: none harms, and what they bring is told."""

import pytest

from core.faulty import TRIPS
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Severity
from glacis.core.judgement.place import on_area
from glacis.core.judgement.trials import trial
from glacis.core.units.quantities import Quantity
from support import analyser, demo

PLAIN = Remedy("change nothing", lambda project: project)


def finding(rule: str, severity: Severity = "mind", area: str = "a", *figures: float) -> Finding:
    evidence = tuple(Evidence("figure", value, Quantity.THICKNESS) for value in figures)
    return Finding(rule, severity, "heat", on_area(area), "words", evidence)


def test_what_a_remedy_clears_and_brings():
    """By hand: gone or less grave clears; new or graver on an area is brought, elsewhere as well."""
    low, grave = finding("u"), finding("u", "stop")
    assert trial(PLAIN, low, (low,), (), None).clears
    assert trial(PLAIN, grave, (grave,), (low,), None).clears
    assert not trial(PLAIN, low, (low,), (low,), None).clears
    assert trial(PLAIN, low, (low, low), (low,), None).clears
    assert not trial(PLAIN, low, (low,), (finding("u", "note"), grave), None).clears
    made = trial(
        PLAIN,
        low,
        (low, finding("v", "note")),
        (finding("v", "stop"), finding("w", "note", "b")),
        None,
    )
    assert [(f.rule, f.severity, f.area) for f in made.brings] == [
        ("v", "stop", "a"),
        ("w", "note", "b"),
    ]
    assert (made.clears, made.is_offered, made.gone) == (True, False, 0)
    brought = trial(PLAIN, low, (low,), (finding("v", "mind"),), None)
    assert brought.is_offered
    assert trial(PLAIN, low, (low,), (), None).order < brought.order


@pytest.mark.parametrize(
    ("was", "now", "eases"),
    [
        ((10.0,), (4.9,), True),
        ((10.0,), (5.1,), False),
        ((0.10, 0.15), (0.13, 0.15), True),
        ((0.2, 0.15), (0.2, 0.15), False),
    ],
)
def test_a_remedy_eases_what_it_more_than_halves(was, now, eases):
    """Where a wanted figure stands beside it, the distance to that counts."""
    before, after = finding("u", "mind", "a", *was), finding("u", "mind", "a", *now)
    made = trial(PLAIN, before, (before,), (after,), None)
    assert (made.clears, made.eases, made.is_offered) == (False, eases, eases)
    assert trial(PLAIN, before, (before,), (), None).order < made.order


@pytest.mark.parametrize("rule", TRIPS)
def test_no_remedy_that_is_offered_stops_anything_that_was_not_stopped(rule):
    judge = analyser()
    results = judge.analyse(TRIPS[rule])
    stopped = {(f.rule, f.area) for f in results.findings if f.severity == "stop"}
    for item in (f for f in results.findings if f.rule == rule):
        for remedy in results.remedies(item):
            after = judge.analyse(remedy.change(results.project))
            brought = {(f.rule, f.area) for f in after.findings if f.severity == "stop"} - stopped
            assert not brought, remedy.title


def test_remedies_that_harm_are_kept_back():
    """A variable retarder in a roof closed on both sides leaves its water there: tried, and not offered."""
    results = analyser().analyse(TRIPS["vapour.double-trap"])
    (trap,) = (f for f in results.findings if f.rule == "vapour.double-trap")
    trials = {each.remedy.title: each for each in results.trials(trap)}
    harmful = next(each for title, each in trials.items() if "variable" in title)
    assert not harmful.is_offered
    assert "moisture.accumulates" in {f.rule for f in harmful.brings}
    (opened,) = results.remedies(trap)
    assert opened.title.startswith("Open a ventilated space under")
    assert harmful.remedy not in results.remedies(trap)


def test_remedies_for_own_materials_are_tried_with_the_changed_material():
    results = analyser().analyse(TRIPS["data.implausible-conductivity"])
    (slip,) = (f for f in results.findings if f.rule == "data.implausible-conductivity")
    assert {each.clears for each in results.trials(slip)} == {True}


def test_the_demo_offers_nothing_that_harms():
    results = analyser().analyse(demo())
    for item in results.findings:
        offered = [each for each in results.trials(item) if each.is_offered]
        assert offered == sorted(offered, key=lambda each: each.order)
        assert all(f.severity != "stop" for each in offered for f in each.brings)
