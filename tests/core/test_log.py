# SPDX-License-Identifier: GPL-3.0-or-later
"""What is on record: entries that stay, roofs as built, checks of the record, and what is due."""

from calendar import monthrange
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from core.bought_roofs import BARRIER, DECK, FOAM, SHEET
from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.graph.part import WHOLE
from glacis.core.judgement.catalogue import rule_book
from glacis.core.log.as_built import as_built, standing
from glacis.core.log.change import (
    add_entry,
    close_left,
    complete,
    correct_entry,
    put_care,
    put_case,
    put_warranties,
    tell_sign,
)
from glacis.core.log.checks import Ground, flags_of
from glacis.core.log.keeping import Keeping, Kept, due_tasks
from glacis.core.log.sensor import sensed
from glacis.core.log.table import known_signs, strangers, table_of, usual_table
from glacis.core.log.words import history
from glacis.core.model.days import day_number, day_text, months_later
from glacis.core.model.log import (
    Asked,
    Attachment,
    Care,
    Case,
    Deviated,
    Entry,
    Happened,
    Held,
    Inspected,
    Laid,
    Left,
    Log,
    Observed,
    OwnShare,
    Spot,
    Tried,
    Warranty,
)
from glacis.core.moisture.air import dew_point, saturation_pressure
from glacis.core.weather.parts import WEATHER
from glacis.files.project_file import decode, encode
from glacis.report.chapters.log.chapter import blocks, reads
from glacis.report.chapters.log.results import LOG_SECTION
from support import analyser, demo, roof_project

ROOF = roof_project(DECK, BARRIER, FOAM, SHEET, pitch=2)
TODAY = "2027-06-01"
LOW, STEEP = Kept("a", "Low", low=True), Kept("b", "Steep", low=False)


def entry(what, day="2027-05-03", **values):
    values.setdefault("spot", Spot(area="a"))
    return Entry(id="", what=what, date=day, who="R. Vane", **values)


def logged(*entries, project=ROOF):
    for each in entries:
        project = add_entry(project, each, TODAY)
    return project


def kinds(*entries, grounds=None):
    return [flag.kind for flag in flags_of(logged(*entries).log, grounds or {})]


def findings(project):
    return {
        f.rule: f.severity
        for f in analyser().analyse(project).findings
        if f.rule.startswith("log.")
    }


# entries stay


def test_entries_are_corrected_never_rewritten():
    first = logged(entry(Held(what="Air layer", witness="T. Orme")))
    ident = first.log.entries[0].id
    second = correct_entry(
        first, ident, entry(Held(what="Air layer", witness="T. Orme", passed=False)), TODAY
    )
    assert [e.id for e in second.log.entries] == ["held", "held-2"]
    assert second.log.entries[0] == first.log.entries[0]
    assert [e.id for e in standing(second.log)] == ["held-2"]
    with pytest.raises(ValueRefused, match="held-2"):
        correct_entry(second, ident, entry(Held(what="x", witness="y")), TODAY)


def test_work_left_unfinished_is_closed_by_a_correction():
    project = logged(entry(Left(what="Notch at the post", until="2027-05-04")))
    assert findings(project) == {"log.left": "mind"}
    closed = close_left(project, "left", "2027-05-04", "T. Orme", TODAY)
    assert findings(closed) == {}
    assert len(closed.log.entries) == 2


@pytest.mark.parametrize(
    ("bad", "error"),
    [
        (entry(Inspected(), day="2027-06-02"), "up to today, 2027-06-01"),
        (entry(Inspected(), day="2027-02-30"), "2027-02-30"),
        (entry(Inspected(), day=""), "day"),
        (replace(entry(Inspected()), who=" "), "who wrote it"),
        (entry(Inspected(), spot=Spot(area="a", at=(99.0, 1.0))), "a point on"),
        (entry(Inspected(), spot=Spot(at=(1.0, 1.0))), "a roof area to lie on"),
        (entry(Observed(what="stain", severity=4)), "severity"),
        (entry(Observed(what="stain", count=0)), "count"),
        (entry(Laid(humidity=1.5)), "humidity"),
        (entry(Laid(covered="soon")), "covered"),
        (entry(Inspected(), attachments=(Attachment(name="a.png", sha256="xyz"),)), "SHA-256"),
        (entry(Inspected(), hour=25.0), "hour"),
    ],
)
def test_what_cannot_be_on_record_is_refused_by_name(bad, error):
    with pytest.raises(ValueRefused, match=error):
        add_entry(ROOF, bad, TODAY)


def test_what_points_at_nothing_is_refused():
    for bad in (
        entry(Inspected(), spot=Spot(area="nowhere")),
        entry(Observed(what="stain", continues="observed-9")),
        replace(entry(Inspected()), corrects="nothing"),
    ):
        with pytest.raises(MissingReference):
            add_entry(ROOF, bad, TODAY)
    with pytest.raises(MissingReference):
        tell_sign(ROOF, "a", "smell", "seen")


def test_a_sign_is_seen_or_absent_or_was_not_looked_at():
    project = tell_sign(tell_sign(ROOF, "a", "ponding", "seen"), "a", "after-rain", "absent")
    assert project.log.cases == (Case(area="a", seen=("ponding",), absent=("after-rain",)),)
    turned = tell_sign(project, "a", "ponding", "absent")
    assert set(turned.log.cases[0].absent) == {"ponding", "after-rain"}
    bare = tell_sign(tell_sign(turned, "a", "ponding", ""), "a", "after-rain", "")
    assert bare == ROOF
    with pytest.raises(ValueRefused, match="not both"):
        put_case(ROOF, Case(area="a", seen=("ponding",), absent=("ponding",)))


def test_a_log_comes_back_from_its_file_as_it_was():
    project = logged(
        entry(Laid(product="Sheet", lot="7", rain=0.004), spot=Spot(area="a", layer="sheet")),
        entry(
            Deviated(drawn="200 mm", built="160 mm", thickness=0.16),
            spot=Spot(area="a", layer="foam"),
        ),
        entry(Observed(what="blister", severity=2), spot=Spot(area="a", at=(1.0, 1.0))),
    )
    assert decode(encode(project), "x.glacis") == project


def test_entries_stay_when_their_area_goes_and_say_so():
    project = logged(entry(Inspected(), spot=Spot(area="a", at=(1.0, 1.0))))
    gone = replace(project, areas=(replace(project.areas[0], id="other"),))
    assert gone.log == project.log
    assert findings(gone) == {"log.stray": "mind"}
    small = replace(
        project, areas=(replace(project.areas[0], outline=((5, 0), (9, 0), (9, 4), (5, 4))),)
    )
    assert findings(small) == {"log.stray": "mind"}
    assert findings(project) == {}


# as built


def test_the_roof_as_built_is_computed_with_what_was_built_otherwise():
    what = Deviated(
        drawn="200 mm", built="120 mm", agreed="A. Merrow", agreed_on="2027-05-01", thickness=0.12
    )
    thin = entry(what, spot=Spot(area="a", layer="foam"))
    project = logged(thin)
    built, lost = as_built(project)
    drawn = analyser().analyse(ROOF, "figures").of("a").figures.whole
    found = analyser().analyse(built, "figures").of("a").figures.whole
    assert lost == ()
    assert found > drawn
    assert findings(project) == {}
    missing = entry(
        Deviated(drawn="vapour sheet", built="none", missing=True),
        spot=Spot(area="a", layer="barrier"),
    )
    bare, _ = as_built(logged(missing))
    assert "barrier" not in {layer.id for layer in bare.assemblies[0].layers}
    other = entry(
        Deviated(drawn="white", built="grey", material="eps-grey"),
        spot=Spot(area="a", layer="foam"),
    )
    assert analyser().analyse(as_built(logged(other))[0], "figures").of("a").figures.whole < drawn


def test_what_was_built_otherwise_in_one_area_is_not_built_so_in_those_that_share_its_build_up():
    second = replace(
        ROOF.areas[0],
        id="n",
        name="Next",
        outline=((10.0, 0.0), (20.0, 0.0), (20.0, 5.0), (10.0, 5.0)),
    )
    project = logged(
        entry(
            Deviated(drawn="200", built="120", thickness=0.12, agreed="x"),
            spot=Spot(area="n", layer="foam"),
        ),
        project=replace(ROOF, areas=(*ROOF.areas, second)),
    )
    built = analyser().analyse(as_built(project)[0], "figures")
    assert built.of("n").figures.whole > 1.3 * built.of("a").figures.whole


def test_deviations_that_fit_no_longer_and_ones_nobody_agreed_are_told():
    lost = entry(
        Deviated(drawn="x", built="y", agreed="z", thickness=0.1), spot=Spot(area="a", layer="gone")
    )
    assert findings(logged(lost)) == {"log.unfit": "mind"}
    assert findings(logged(entry(Deviated(drawn="x", built="y")))) == {"log.unagreed": "mind"}


# checks of the record


def test_checks_at_their_bounds():
    spot = Spot(area="a", layer="foam")
    wood = {("a", "foam"): Ground("Foam", "timber")}
    laid = "2027-05-03"
    assert kinds(entry(Laid(covered="2027-05-02"))) == ["order"]
    assert kinds(entry(Laid(covered=laid))) == []
    assert kinds(entry(Laid(covered="2027-05-06", due="2027-05-05"))) == ["late"]
    assert kinds(entry(Laid(covered="2027-05-05", due="2027-05-05"))) == []
    assert kinds(entry(Laid(expires="2027-05-02"))) == ["expired"]
    assert kinds(entry(Laid(expires=laid))) == []
    assert kinds(entry(Laid(moisture=20.1), spot=spot), grounds=wood) == ["wet"]
    assert kinds(entry(Laid(moisture=20.0), spot=spot), grounds=wood) == []
    dew = dew_point(0.8 * saturation_pressure(12.0))
    assert kinds(entry(Laid(air=12.0, humidity=0.8, substrate=dew + 2.9))) == ["dew"]
    assert kinds(entry(Laid(air=12.0, humidity=0.8, substrate=dew + 3.1))) == []
    assert kinds(entry(Tried(test="pull-out", value=390.0, limit=400.0))) == ["verdict"]
    assert kinds(entry(Tried(test="pull-out", value=400.0, limit=400.0))) == []
    assert kinds(
        entry(Tried(test="fan-pressure", value=0.7, limit=0.6, least=False, passed=False))
    ) == ["failed"]
    assert kinds(entry(Tried(test="smoke", passed=False))) == ["failed"]
    assert kinds(entry(Held(what="Air layer", witness="x", passed=False))) == ["hold"]
    assert kinds(entry(Asked(question="Which tape?", to="maker", by="2027-06-09"))) == ["question"]
    assert kinds(entry(Asked(question="Which tape?", answer="butyl", answered="maker"))) == []


def test_rain_told_by_a_later_entry_fell_on_what_lay_open():
    open_ = entry(Laid(covered="2027-05-10"))
    assert kinds(open_, entry(Laid(rain=0.003), day="2027-05-06")) == ["rain"]
    assert (
        kinds(open_, entry(Laid(rain=0.003), day="2027-05-04")) == []
    )  # it may have fallen before
    assert kinds(open_, entry(Laid(rain=0.0), day="2027-05-06")) == []
    assert kinds(open_, entry(Laid(rain=0.003), day="2027-05-11")) == []


def test_two_values_are_held_until_one_is_confirmed_and_the_one_used_is_named():
    asked = Asked(question="Density of the fill?", first="35 (bag)", second="40 (paper)", used=2)
    words = flags_of(logged(entry(asked)).log, {})[0].words
    assert "“35 (bag)” or “40 (paper)”" in words
    assert "used until one is confirmed: “40 (paper)”" in words
    assert "nobody is to answer" in words


def test_the_simulated_sensor_reads_the_sites_year_and_the_same_twice():
    year = analyser().analyse(demo(), "figures").value(WEATHER, WHOLE).year
    first = sensed(year, "2027-01-15", 10.0, 1)
    assert first == sensed(year, "2027-01-15", 10.0, 1)
    assert first != sensed(year, "2027-01-15", 10.0, 2)
    at = 14 * 24 + 10
    assert first.air == pytest.approx(float(year.temperature[at]), abs=1.5)
    assert first.rain == pytest.approx(float(year.rain[at - 48 : at].sum()) / 1000)
    with pytest.raises(ValueRefused):
        sensed(year, "2027-01-15", 25.0, 1)


# what is due


def due(log, roofs=(LOW, STEEP), today="2027-06-01", south=False):
    return {(d.area, d.what): d for d in due_tasks(Keeping(roofs, log, south), today)}


WALK = "Walk the roof"


def test_low_slopes_are_walked_half_yearly_and_steep_ones_yearly():
    log = Log(completed="2026-11-15")
    found = due(log)
    assert found["a", WALK].date == "2027-05-15"
    assert found["a", WALK].late == 17
    assert (found["b", WALK].date, found["b", WALK].late) == ("2027-11-15", 0)
    walked = replace(log, entries=(replace(entry(Inspected(), day="2027-05-20"), id="x"),))
    again = due(walked)
    assert again["a", WALK].date == "2027-11-20"
    assert ("a", "Look beneath after the first rain") not in again
    assert ("b", "Look beneath after the first rain") in again
    assert due(Log()) == {}


def test_what_was_seen_shortens_the_interval_and_what_is_urgent_waits_for_nobody():
    base = Log(
        completed="2026-11-15", entries=(replace(entry(Inspected(), day="2027-05-20"), id="w"),)
    )
    seen = replace(entry(Observed(what="split", severity=2), day="2027-05-20"), id="o")
    assert due(replace(base, entries=(*base.entries, seen)))["a", WALK].date == "2027-08-20"
    gone = replace(
        entry(Observed(what="split", severity=2, continues="o", trend="gone"), day="2027-05-25"),
        id="p",
    )
    assert due(replace(base, entries=(*base.entries, seen, gone)))["a", WALK].date == "2027-11-20"
    now = replace(seen, what=replace(seen.what, severity=3))
    first = due_tasks(Keeping((LOW,), replace(base, entries=(*base.entries, now))), "2027-05-20")[0]
    assert (first.urgent, first.date) == (True, "2027-05-22")


def test_storms_hail_and_trades_ask_for_a_look_until_somebody_looked():
    base = Log(
        completed="2027-01-02", entries=(replace(entry(Inspected(), day="2027-02-02"), id="w"),)
    )

    def after(what, day, *more):
        happened = replace(entry(what, day=day), id="h")
        found = due_tasks(
            Keeping((LOW,), replace(base, entries=(*base.entries, happened, *more))), TODAY
        )
        return [d.date for d in found if d.why.startswith("after")]

    assert after(Happened(event="gust", gust=20.1), "2027-03-01") == ["2027-03-08"]
    assert after(Happened(event="gust", gust=20.0), "2027-03-01") == []
    assert after(Happened(event="hail"), "2027-03-01") == ["2027-03-08"]
    assert after(Happened(event="trade"), "2027-03-01") == ["2027-03-04"]
    looked = replace(entry(Inspected(occasion="storm"), day="2027-03-03"), id="s")
    assert after(Happened(event="gust", gust=25.0), "2027-03-01", looked) == []
    assert after(Happened(event="trade"), "2027-03-01", looked) == ["2027-03-04"]


def test_outlets_roots_coatings_and_warranties():
    roofs = (replace(LOW, trees=True, planted=True, coated=True),)
    log = Log(
        completed="2026-02-10",
        entries=(replace(entry(Inspected(), day="2026-08-01"), id="w"),),
        warranties=(Warranty(name="Sheet", ends="2031-02-10", months=12),),
    )
    found = {d.what: d for d in due_tasks(Keeping(roofs, log), "2026-08-02")}
    assert found["Clear outlets and gutters"].date == "2026-09-30"
    assert found["Pull roots and strange plants"].date == "2027-04-30"
    assert found["Measure the coating"].date == "2031-02-10"
    assert found["Look before the warranty ends"].date == day_text(day_number("2031-02-10") - 90)
    assert found["Inspection by the warranty"].date == "2027-02-10"
    south = {d.what: d for d in due_tasks(Keeping(roofs, log, south=True), "2026-08-02")}
    assert south["Clear outlets and gutters"].date == "2027-03-31"
    assert south["Pull roots and strange plants"].date == "2026-10-31"
    past = {d.what for d in due_tasks(Keeping(roofs, log), "2032-01-01")}
    assert "Look before the warranty ends" not in past


def test_overdue_comes_first():
    log = Log(completed="2025-01-01")
    found = due_tasks(Keeping((LOW, STEEP), log), "2026-06-01")
    assert [d.late for d in found] == sorted((d.late for d in found), reverse=True)


@given(st.dates(date(1990, 1, 1), date(2100, 1, 1)), st.integers(0, 400))
def test_months_later_keep_the_day_or_take_the_last(day, months):
    found = date.fromisoformat(day_text(months_later(day_number(day.isoformat()), months)))
    assert (found.year * 12 + found.month) == day.year * 12 + day.month + months
    last = monthrange(found.year, found.month)[1]
    assert found.day == min(day.day, last)


def test_completion_warranty_and_care_are_stated():
    project = put_care(complete(ROOF, "2027-01-01"), Care(area="a", trees=True))
    assert project.log.completed == "2027-01-01"
    with pytest.raises(ValueRefused):
        complete(ROOF, "yesterday")
    with pytest.raises(ValueRefused, match="a name"):
        put_warranties(ROOF, (Warranty(name=" ", ends="2030-01-01"),))
    with pytest.raises(MissingReference):
        put_care(ROOF, Care(area="nowhere"))


FOAMED = Spot(area="a", layer="foam")
TRIPS = {
    "log.order": (entry(Laid(covered="2027-05-02")),),
    "log.late": (entry(Laid(covered="2027-05-06", due="2027-05-05")),),
    "log.rain": (entry(Laid(covered="2027-05-10")), entry(Laid(rain=0.003), day="2027-05-06")),
    "log.expired": (entry(Laid(expires="2027-05-02")),),
    "log.wet": (entry(Laid(moisture=30.0), spot=Spot(area="a", layer="barrier")),),
    "log.dew": (entry(Laid(air=12.0, humidity=0.9, substrate=11.0)),),
    "log.verdict": (entry(Tried(test="pull-out", value=1.0, limit=2.0)),),
    "log.failed": (entry(Tried(test="smoke", passed=False)),),
    "log.hold": (entry(Held(what="x", witness="y", passed=False)),),
    "log.unagreed": (entry(Deviated(drawn="x", built="y")),),
    "log.left": (entry(Left(what="x")),),
    "log.question": (entry(Asked(question="x")),),
    "log.unfit": (
        entry(
            Deviated(drawn="x", built="y", agreed="z", thickness=0.1),
            spot=Spot(area="a", layer="gone"),
        ),
    ),
    "log.urgent": (entry(Observed(what="split", severity=3)),),
}


@pytest.mark.parametrize("rule", TRIPS)
def test_every_rule_of_the_log_is_tripped_by_its_record_alone(rule):
    assert set(findings(logged(*TRIPS[rule]))) == {rule}


def test_no_rule_of_the_log_was_forgotten():
    stated = {rule.id for rule in rule_book().rules if rule.stage == "log"}
    # Those two are tripped by a roof drawn otherwise and by a file from elsewhere.
    assert stated == {*TRIPS, "log.stray", "log.table"}


def test_signs_and_shares_of_another_table_are_kept_told_and_count_for_nothing():
    strange = OwnShare(sign="smell", cause="leak", value=0.5, source="elsewhere")
    certain = OwnShare(sign="ponding", cause="leak", value=5.0, source="elsewhere")
    known = Case(area="a", seen=("ponding", "smell"), absent=("hum",))
    project = replace(ROOF, log=Log(cases=(known,), shares=(strange, certain)))
    assert findings(project) == {"log.table": "mind"}
    assert len(strangers(project.log)) == 4
    table = table_of(project.log)
    assert table == usual_table()
    assert known_signs(table, known) == Case(area="a", seen=("ponding",))
    results = analyser().analyse(project)
    told = LOG_SECTION.make(results, "")["diagnoses"][0]
    assert told["seen"] == ["ponding"]
    assert blocks(reads(results.reader, ""))
    assert decode(encode(project), "x.glacis") == project


def test_an_observation_tells_what_it_goes_on_from():
    first = replace(entry(Observed(what="ponding", size=1.8), day="2027-01-02"), id="o")
    log = logged(first).log
    on = entry(Observed(what="ponding", size=2.6, severity=2, continues="o", trend="grew"))
    told = logged(first, on).log
    assert (
        history(told.entries[-1], told, "si")
        == "2027-01-02 1.80\u2009m, watch → 2027-05-03 2.60\u2009m, repair"
    )
    assert history(log.entries[0], log, "si") == ""
