# SPDX-License-Identifier: GPL-3.0-or-later
"""Spells, mould, decay and reserve against closed forms and counting; known roofs against what is known of them."""

import json
from itertools import groupby
from math import exp, log

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from core.hourly_roofs import COVER, DECK, EXAMPLES, SITES, WOOL, flat, ran
from core.slabs import DATA
from glacis.core.analysis.analyser import Analyser
from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.graph.part import unwatched
from glacis.core.hourly.change import change_hourly, hourly_in
from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.matter import BY_FAMILY, BY_ID, SHEETS, holds
from glacis.core.hourly.mould import CLASSES, mould_index
from glacis.core.hourly.parts import AIR_BORNE, HOURLY, RAIN_BORNE, RESERVE
from glacis.core.hourly.reserve import Most, _most, _most_near, peak_over
from glacis.core.hourly.roof import roof_of
from glacis.core.hourly.run import run
from glacis.core.hourly.spells import decay, spells_over
from glacis.core.hourly.story import in_a_row, story
from glacis.core.hourly.verdicts import Verdict, damp_days, frost_cycles, judged
from glacis.core.model.hourly import Hourly
from glacis.core.model.layers import SolidLayer
from glacis.core.model.validate import check_project
from glacis.files.libraries import load_library
from glacis.files.project_file import load
from support import roof_project


@given(st.lists(st.sampled_from([19.0, 20.0, 20.1, 26.0]), max_size=50))
def test_spells_are_what_counting_finds(values):
    found = spells_over(values, 20.0)
    runs = [len(list(run)) for over, run in groupby(v > 20.0 for v in values) if over]
    assert found.spells == tuple(runs)
    assert found.days == sum(runs)
    assert found.longest == max(runs, default=0)
    turned = spells_over(values, 20.0, periodic=True)
    assert turned.days == found.days
    twice = [len(list(run)) for over, run in groupby(v > 20.0 for v in values + values) if over]
    assert turned.longest == min(max(twice, default=0), len(values))


def test_the_spells_of_the_case():
    case = json.loads((DATA / "wd01_daily_spells.json").read_text())
    values, wanted = case["inputs"]["daily_mass_percent"], case["expected"]
    assert list(spells_over(values, 20.0).spells) == wanted["spells_over_20"]
    assert spells_over(values, 20.0).days == wanted["days_over_20"]
    assert spells_over(values, 25.0).longest == wanted["longest_over_25"]


@pytest.mark.parametrize("name", ["mo01_very_20_95_12w", "mo04_cold_below_limit"])
def test_the_mould_index_of_the_cases(name):
    case = json.loads((DATA / f"{name}.json").read_text())
    asked, wanted = case["inputs"], case["expected"]
    series = np.repeat(
        [row[:2] for row in asked["segments_T_RH_hours"]],
        [row[2] for row in asked["segments_T_RH_hours"]], axis=0,
    )  # fmt: skip
    found = mould_index(series[:, 0], series[:, 1], asked["sensitivity"], asked["C_mat"], asked["M0"])  # fmt: skip
    assert found.end == pytest.approx(wanted["M_end"], abs=0.002)
    assert found.hours_to_1 == wanted.get("hours_to_1")


@given(st.sampled_from(sorted(CLASSES)), st.floats(5, 45), st.floats(88, 99.9))
def test_mould_comes_to_its_bound_and_goes_back_when_it_is_dry(kind, warm, damp):
    wet = mould_index(np.full(20000, warm), np.full(20000, damp), kind)
    assert 0 <= wet.end <= 6
    dry = mould_index(np.full(48, warm), np.full(48, 40.0), kind, 1.0, 3.0)
    assert dry.end == pytest.approx(3.0 - 6 * 0.032 / 24 - 24 * 0.016 / 24)


def test_early_growth_has_its_closed_form():
    """Below index 1 and far from the bound the index is time over 7 t_m."""
    hours = 200
    found = mould_index(np.full(hours, 22.0), np.full(hours, 97.0), "very", 1.0)
    weeks = exp(-0.68 * log(22) - 13.9 * log(97) + 66.02)
    assert found.end == pytest.approx(hours / 24 / 7 / weeks, rel=2e-3)


def test_wood_decays_only_after_it_was_ripe():
    warm = np.full(24 * 365, 22.0)
    assert decay(warm, np.full_like(warm, 0.94)) == 0.0
    gone = decay(warm, np.full_like(warm, 1.0))
    ripe = 720 * (2.3 * 22 + 3.5 - 0.024 * 22 * 100) / (-42.9 + 0.14 * 22 + 45)
    lost = -0.0596 + 1.96e-4 * 22 + 6.25e-2
    assert gone == pytest.approx(max(0.0, len(warm) - ripe) * lost, rel=0.01)


@given(
    st.lists(
        st.tuples(st.sampled_from([-9.0, -1.0, 0.5, 4.0]), st.sampled_from([80.0, 95.0])),
        max_size=80,
    )
)
def test_a_frost_is_counted_once_until_it_thaws(hours):
    """By a string of letters: F freezes full pores, t thaws, the rest changes nothing."""
    letters = "".join("t" if t > 0 else "F" if t < -2 and w >= 90 else "." for t, w in hours)
    wanted = sum("F" in piece for piece in letters.split("t"))
    warm, wet = (np.array([pair[k] for pair in hours]) for k in range(2))
    assert frost_cycles(warm, wet, 90.0) == wanted


def test_the_edge_of_wood_bears_less_where_it_is_warm():
    year = np.array(
        [
            [-5, 0.951, 0],
            [0, 0.95, 0],
            [15, 0.904, 0],
            [15, 0.906, 0],
            [30, 0.861, 0],
            [45, 0.859, 0],
        ]
    )
    assert damp_days(year) == 3


@given(st.integers(0, 8760))
def test_metal_has_the_class_of_its_wet_hours(hours):
    verdict = Verdict((), (), (0.0, ""), hours, (0, ""), 0.0, 0.0, 0, 20.0, "fit")
    found = next(k for k, most in enumerate((10, 250, 2500, 5500, 9999), 1) if hours <= most)
    assert verdict.corrosion == found


def test_a_wet_slab_bursts_in_the_cold_and_a_dry_one_does_not():
    """A screed in the rain of a cold site: full pores meet frost; under a sheet they do not."""
    screed = SolidLayer(id="screed", material="cement-screed", thickness=0.05)
    open_roof = replace(
        roof_project(DECK, WOOL, COVER, screed, pitch=2.0), site=SITES["Sallow Creek"]
    )
    sheltered = replace(
        roof_project(DECK, WOOL, screed, COVER, pitch=2.0), site=SITES["Sallow Creek"]
    )
    wet, dry = (ran(project, years=1)[2].frosts for project in (open_roof, sheltered))
    assert wet[0] > 5
    assert wet[1] == "outer face of Cement screed"
    assert dry[0] == 0


def test_months_in_a_row_run_over_the_new_year():
    assert in_a_row([11, 0, 1, 5]) == (11, 1)
    assert in_a_row(list(range(12))) is None


def peak(project, **stated):
    return ran(project, **stated)[2].wettest.peak


def test_dark_is_drier_than_pale_and_pale_drier_than_shaded():
    dark, pale = (peak(flat(), absorptance=a, years=6) for a in (0.9, 0.25))
    shaded = peak(flat(), absorptance=0.9, sun_passes=0.0, sky_passes=0.3, years=6)
    assert dark + 1 < pale
    assert dark + 1 < shaded


def test_leaks_wet_start_and_rain_that_gets_in_wet_the_deck():
    tight = peak(flat(), leak="none", years=5)
    assert peak(flat(), leak="leaky", height=10.0, years=5) > tight + 0.2
    assert peak(flat(), leak="none", rain_leak=0.002, years=5) > tight + 1
    _, run, verdict = ran(flat(), leak="none", wet_start=True, years=5)
    assert verdict.wettest.first_peak > 25
    assert verdict.years_to_dry is None or verdict.years_to_dry > 0
    assert abs(run.unbalanced) < 1e-9


def test_a_foil_keeps_dry_and_forgives_nothing():
    results, found, verdict = ran(flat("aluminium-foil-barrier"), leak="none", absorptance=0.9)
    assert verdict.wettest.peak < 18
    reserve = results.reader.finish(RESERVE, "a", unwatched)
    assert reserve.water < 0.25
    told = " ".join(story(found, verdict, reserve, "si"))
    assert "stays under its limit" in told
    assert "It forgives nothing" in told or "It forgives little" in told
    open_below, _, _ = ran(flat(), leak="none", absorptance=0.9, years=3)
    forgiving = open_below.reader.finish(RESERVE, "a", unwatched)
    assert forgiving.water > 3 * max(0.05, reserve.water)


def test_what_is_borne_holds_and_what_is_more_does_not():
    """The search by itself: a step, and the roof run with what it found and with a fifth more."""
    for edge in (0.004, 0.03, 0.07, 1.1):
        found = _most(edge.__ge__, 0.01, 2.0, 0.001)
        assert found.value <= edge <= found.value + max(0.001, 0.11 * edge) * 1.01
        assert not found.more
        for guess in (edge / 3, 0.9 * edge, 1.05 * edge, 7 * edge):
            near = _most_near(edge.__ge__, guess, 2.0, 0.001)
            assert near.value <= edge <= near.value + max(0.001, 0.11 * edge) * 1.01
    assert _most(lambda _x: True, 0.01, 2.0, 0.001) == Most(1.28, more=True)
    project = change_hourly(flat(), "a", absorptance=0.9, leak="tight", years=2)
    results, _, verdict = ran(project)
    results.reader.finish(RESERVE, "a", unwatched)
    rain, air = (results.reader.finish(part, "a", unwatched) for part in (RAIN_BORNE, AIR_BORNE))
    share, limits = rain.value, {"deck": verdict.wettest.limit}
    assert share > 0
    assert not rain.more
    within, beyond = (ran(project, rain_leak=share * by)[1] for by in (1.0, 1.3))
    assert peak_over(within, limits) <= 0 < peak_over(beyond, limits), (
        "the layer as a whole is meant"
    )
    assert air.value >= 1
    told = " ".join(story(results.value(HOURLY, "a").run, verdict, None, "si", (rain, air)))
    assert "Of each rain it bears" in told


def test_years_that_only_confirm_it_change_no_reserve(monkeypatch):
    """What is cut short comes to the same as what is run to its end."""
    project = change_hourly(flat("retarder-fixed-10"), "a", absorptance=0.9, leak="none", years=3)
    short, whole = (Analyser(load_library()).analyse(project, "figures").reader for _ in range(2))
    cut = short.finish(RESERVE, "a", unwatched)
    monkeypatch.setattr("glacis.core.hourly.reserve._Trying._is_clear", lambda *_: False)
    full = whole.finish(RESERVE, "a", unwatched)
    assert cut.water == full.water
    assert cut.years < full.years


def test_the_failed_roof_is_condemned_and_its_repair_passes():
    failed = load(EXAMPLES / "15-failed-sleeper-void.glacis")
    area = failed.areas[0].id
    results, run, verdict = ran(failed, area)
    assert verdict.grade == "stop"
    assert results.of(area).roof.monthly.verdict == "accumulates"
    assert verdict.wettest.longest > 60
    assert max(item.index for item in verdict.moulds) > 3
    assert "over its limit" in " ".join(story(run, verdict, None, "si")) or verdict.wettest.rising
    outside = load(EXAMPLES / "10-all-outside-mineral-fibre.glacis").assemblies[0]
    repaired = replace(
        failed, assemblies=tuple(replace(outside, id=item.id) for item in failed.assemblies)
    )
    results, _, verdict = ran(repaired, area)
    assert verdict.grade == "fit"
    assert results.of(area).roof.monthly.verdict != "accumulates"


def test_a_run_that_ends_early_tells_where_and_keeps_what_it_has():
    results = Analyser(load_library()).analyse(flat(), "figures")
    roof = roof_of(results.of("a").roof.layers, Hourly(area="a"))
    hours = np.zeros((8760, col.HOUR_COLUMNS))
    hours[:, [col.H_OUT, col.H_IN]], hours[:, [col.BETA_OUT, col.BETA_IN]] = 10.0, 2.5e-8
    hours[:, [col.P_OUT, col.P_IN]], hours[:, [col.T_OUT, col.T_IN]] = 900.0, 15.0
    hours[3000, col.T_OUT] = np.nan
    found = run(roof, hours, 10, 4, unwatched)
    assert "hour 3001 is no number" in found.stopped
    assert (found.years, found.settled, len(found.daily)) == (0, False, 365)
    verdict = judged(found, results.of("a").roof.layers, roof.names)
    told = " ".join(story(found, verdict, None, "si"))
    assert "worked out up to there" in told
    assert abs(found.unbalanced) < 1e-10


def test_a_vapour_open_rafter_roof_passes_and_settles():
    project = load(EXAMPLES / "21-wood-fibre-rafter-roof.glacis")
    _, run, verdict = ran(project, project.areas[0].id)
    assert run.settled
    assert verdict.grade == "fit"
    assert verdict.years_to_dry == 0


def test_every_family_of_the_library_has_functions_or_is_a_sheet():
    library = load_library()
    for material in library.materials:
        if material.family in SHEETS or material.is_membrane:
            continue
        assert material.id in BY_ID or material.family in BY_FAMILY or material.family == "drain", (
            material.id
        )
        assert holds(material)[0].full > 0


def test_what_is_stated_is_kept_in_bounds_and_goes_with_the_area():
    project = flat()
    made = change_hourly(project, "a", rain_leak=0.01)
    assert hourly_in(made, "a").rain_leak == 0.01
    assert change_hourly(made, "a", rain_leak=0.0).hourlies == ()
    with pytest.raises(ValueRefused, match="rain that leaks"):
        change_hourly(project, "a", rain_leak=0.9)
    with pytest.raises(MissingReference):
        change_hourly(project, "elsewhere", rain_leak=0.01)
    assert Hourly(area="a").report is False
    check_project(made)
    with pytest.raises((MissingReference, ValueRefused)):
        check_project(replace(made, hourlies=(Hourly(area="gone"),)))
