# SPDX-License-Identifier: GPL-3.0-or-later
"""What rules say of an area by hours: nothing before it was run, then one story with the verdict by months."""

import pytest
from msgspec.structs import replace

from core.hourly_roofs import EXAMPLES, flat, ran
from glacis.core.graph.part import unwatched
from glacis.core.hourly.change import change_hourly, hourly_in
from glacis.core.hourly.parts import HOURLY, REASONS, RESERVE
from glacis.core.hourly.reasons import Reason, Reasons
from glacis.core.hourly.reserve import Reserve
from glacis.core.judgement.by_hours import TRIED, HoursSubject, subject_by_hours
from glacis.core.judgement.catalogue import rule_book
from glacis.files.project_file import load

RULES = {rule.id: rule for rule in rule_book().rules if rule.about == "hours"}


@pytest.fixture(scope="module")
def dry() -> HoursSubject:
    """A dark roof over a strongly variable retarder."""
    results, _, verdict = ran(flat(), leak="none", absorptance=0.9, years=2)
    assert verdict.grade == "fit"
    found = subject_by_hours(results.reader, "a")
    assert found is not None
    return months(found, start=None, residual=0.0)


def months(subject: HoursSubject, **fields) -> HoursSubject:
    """The same with another verdict by months."""
    roof = subject.roof
    return replace(subject, roof=replace(roof, monthly=replace(roof.monthly, **fields)))


def said(rule: str, subject: HoursSubject):
    return list(RULES[rule].check(subject))


def judged(subject: HoursSubject, **fields) -> HoursSubject:
    verdict = replace(subject.hours.verdict, **fields)
    return replace(subject, hours=replace(subject.hours, verdict=verdict))


def wooden(subject: HoursSubject, **fields) -> HoursSubject:
    """The same with its deck otherwise."""
    return judged(subject, woods=(replace(subject.hours.verdict.woods[0], **fields),))


def forgiving(subject: HoursSubject, water: float, *, more: bool = False) -> HoursSubject:
    return replace(subject, reserve=Reserve(water, more, 7, 20, True))


def without(subject: HoursSubject, what, peak: float) -> HoursSubject:
    return replace(subject, reasons=Reasons(14.0, 0.0, True, (Reason(what, peak, 0.0),)))


TRIPS = {
    "hours.wood": lambda dry: wooden(dry, grade="stop", peak=31.0, days=(200, 180, 90, 10)),
    "hours.mould": lambda dry: judged(
        dry, moulds=(replace(dry.hours.verdict.moulds[0], index=3.4, grade="stop"),)
    ),
    "hours.free-water": lambda dry: judged(dry, condensate=(0.21, "Glass wool batt, light")),
    "hours.frost": lambda dry: judged(dry, frosts=(10, "outer face of Screed")),
    "hours.forgives": lambda dry: forgiving(dry, 0.05),
    "hours.lives-on": lambda dry: without(dry, "sun", 26.0),
    "hours.dries-slowly": lambda dry: judged(wooden(dry, first_peak=31.0), years_to_dry=3),
    "hours.methods": lambda dry: judged(dry, grade="stop"),
    "hours.unfinished": lambda dry: replace(
        dry, hours=replace(dry.hours, run=replace(dry.hours.run, stopped="Hour 30 is no number."))
    ),
}  # fmt: skip


def test_a_dry_roof_trips_no_rule_and_every_rule_has_a_roof_that_trips_it(dry):
    assert set(TRIPS) == set(RULES)
    for rule, make in TRIPS.items():
        assert rule == "hours.methods" or not said(rule, dry), rule
        assert said(rule, make(dry)), rule


def test_what_a_rule_says_is_what_the_run_found(dry):
    (wet,) = said("hours.wood", TRIPS["hours.wood"](dry))
    assert (wet.severity, wet.layers) == ("stop", ("deck",))
    assert "comes to 31\u2009% by mass" in wet.message("us")
    assert "over 25 % for 90 days" in wet.message("si")
    (damp,) = said("hours.wood", wooden(dry, grade="mind", damp=7))
    assert "outer 10 mm" in damp.message("si")
    assert "on 7 days" in damp.message("si")
    assert not said("hours.frost", judged(dry, frosts=(9, "outer face of Screed")))
    (water,) = said("hours.free-water", judged(dry, condensate=(0.21, "Glass wool batt, light")))
    assert "210\u2009g/m²" in water.message("si")
    assert not said("hours.free-water", judged(dry, condensate=(0.2, "Glass wool batt, light")))
    grades = {
        water: [f.severity for f in said("hours.forgives", forgiving(dry, water))]
        for water in (0.0, 0.059, 0.061, 0.249, 0.25)
    }
    assert grades == {0.0: ["mind"], 0.059: ["mind"], 0.061: ["note"], 0.249: ["note"], 0.25: []}
    assert not said("hours.forgives", forgiving(dry, 0.0, more=True))
    limit = dry.hours.verdict.woods[0].limit
    assert not said("hours.lives-on", without(dry, "sun", limit + 0.4))
    assert "shaded by panels" in said("hours.lives-on", without(dry, "sun", limit + 0.6))[0].message("si")  # fmt: skip
    slow = judged(wooden(dry, first_peak=31.0), years_to_dry=None)
    assert "more than 2 years" in said("hours.dries-slowly", slow)[0].message("si")
    assert not said("hours.dries-slowly", judged(slow, years_to_dry=0))


def test_two_verdicts_on_one_roof_stand_in_one_finding(dry):
    gathers = months(dry, start=9, residual=0.4)
    (told,) = said("hours.methods", without(gathers, "sun", 26.0))
    words = told.message("si")
    assert told.severity == "note"
    assert "monthly condemns it" in words
    assert "hourly passes it" in words
    assert "Without sun the wettest wood would come to 26 % by mass instead of 14." in words
    wetter = replace(gathers, reasons=Reasons(14.0, 0.1, True, (Reason("sun", 14.2, 0.35),)))
    (told,) = said("hours.methods", wetter)
    assert (
        "Without sun 350\u2009g/m² of water would stand free instead of 100\u2009g/m²."
        in told.message("si")
    )
    assert "1.147\u2009oz/ft²" in told.message("us")
    (worse,) = said("hours.methods", judged(dry, grade="stop"))
    assert worse.severity == "mind"
    assert not said("hours.methods", judged(gathers, grade="stop")), "all three condemn it"


def test_the_failed_roof_gets_its_findings_with_its_run_and_ways_out_that_were_run():
    failed = load(EXAMPLES / "15-failed-sleeper-void.glacis")
    area = failed.areas[0].id
    results, _, _ = ran(change_hourly(failed, area, years=2), area, "all")
    plain = results.beside(change_hourly(failed, area, years=3))
    assert results.of(area).by_hours
    assert plain.of(area).by_hours == ()
    assert {f.rule for f in results.findings} > {f.rule for f in plain.findings}
    assert results.of(area).findings == plain.of(area).findings
    wet = next(f for f in results.findings if f.rule == "hours.wood")
    assert results.trials(wet) is None
    by_months = next(f for f in results.findings if f.rule == "moisture.accumulates")
    before = results.trials(by_months)
    results.reader.finish(TRIED, area, unwatched)
    trials = results.trials(wet)
    assert trials[0].is_offered
    after = trials[0].after.of(area).by_hours
    assert not [f for f in after if f.severity == "stop"]
    assert [t.remedy.title for t in results.trials(by_months)] == [t.remedy.title for t in before]
    assert [t.gone for t in results.trials(by_months)] == [t.gone for t in before]
    chosen = results.beside(trials[0].remedy.change(results.project))
    assert chosen.reader.ready(HOURLY, area) is not None, "what was tried need not be run again"


def test_findings_come_with_what_is_sought_beside_the_run():
    results, _, _ = ran(flat("aluminium-foil-barrier"), scope="all", leak="none", absorptance=0.9)
    assert "hours.forgives" not in {f.rule for f in results.findings}
    results.reader.finish(RESERVE, "a", unwatched)
    assert "hours.forgives" in {f.rule for f in results.findings}
    results.reader.finish(REASONS, "a", unwatched)
    assert "hours.lives-on" not in {f.rule for f in results.findings}, (
        "behind a foil it is no matter"
    )


def test_ways_out_undo_what_was_stated_against_the_roof(dry):
    stated = change_hourly(
        flat(), "a", wet_start=True, leak="leaky", sun_passes=0.3, absorptance=0.3
    )
    rule, bad = RULES["hours.wood"], TRIPS["hours.wood"](dry)
    offered = {r.title: r for r in rule.remedies(stated, bad, said("hours.wood", bad)[0])}
    undone = [
        ("Let it dry before it is closed in", "wet_start", False),
        ("Make the air layer tight, and test it", "leak", "tight"),
        ("Keep what shades it off the roof", "sun_passes", 1.0),
        ("Make the covering dark", "absorptance", 0.9),
    ]
    for title, field, value in undone:
        assert getattr(hourly_in(offered[title].change(stated), "a"), field) == value
    usual = {r.title for r in rule.remedies(flat(), bad, said("hours.wood", bad)[0])}
    assert "Let it dry before it is closed in" not in usual
