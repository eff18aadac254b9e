# SPDX-License-Identifier: GPL-3.0-or-later
"""Probes against the run: days, misfit and spells by counting, a simulated device against what it is said to be."""

from datetime import date, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from core.hourly_roofs import flat, ran
from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.hourly.parts import HOURLY
from glacis.core.hourly.probe import (
    calendar,
    compared,
    corrected,
    daily,
    kept,
    places_for,
    predicted,
    simulated,
)
from glacis.core.hourly.probe_cause import suggested
from glacis.core.hourly.probes import PROBED, add_probe, change_probe, probes_of, remove_probe
from glacis.core.model.edit import remove_area
from glacis.core.model.probe import Probe, check_probe

NAN = float("nan")


def probe(values, place="there", **fields) -> Probe:
    given_values = tuple(None if v is None or v != v else float(v) for v in values)
    plain = Probe(
        id="p", area="a", name="Probe", place=place, year=2025, day=1,
        temperatures=(20.0,) * len(given_values), values=given_values,
    )  # fmt: skip
    return replace(plain, **fields)


@pytest.fixture(scope="module")
def results():
    return ran(flat(), leak="none", absorptance=0.9, years=1)[0]


@pytest.fixture(scope="module")
def run(results):
    return results.value(HOURLY, "a").run


def test_a_day_counts_from_eighteen_hours_on():
    hours = np.full(72, 0.5)
    hours[24:30], hours[48:55] = NAN, NAN
    hours[30] = 0.68
    found = daily(np.full(72, 10.0), hours)
    assert found.values[0] == 0.5
    assert found.values[1] == pytest.approx(0.5 + 0.18 / 18)
    assert np.isnan(found.values[2])


@given(st.integers(1999, 2101), st.integers(1, 365), st.integers(1, 900))
def test_days_fall_on_the_days_of_the_calendar(year, day, count):
    found = calendar(probe([1.0] * count, year=year, day=day))
    first = date(year, 1, 1) + timedelta(days=day - 1)
    for k in {0, count // 2, count - 1}:
        when = first + timedelta(days=k)
        plain = date(2001, when.month, min(when.day, 28) if when.month == 2 else when.day)
        assert found[k] == (plain - date(2001, 1, 1)).days


def test_a_wood_meter_is_taken_to_twenty_degrees():
    cold = probe([15.0, 15.0, None], measures="wood", temperatures=(0.0, 30.0, 5.0))
    assert corrected(cold)[:2] == pytest.approx([17.0, 14.0])
    assert np.isnan(corrected(cold)[2])
    assert corrected(replace(cold, corrects=True))[:2] == pytest.approx([15.0, 15.0])


def test_a_probe_that_tells_the_run_agrees_and_one_beside_it_is_off_by_what_it_is(run):
    place = places_for(run, "wood")[1]
    ideal = predicted(run, probe([0.0] * 365, place, measures="wood"))
    same = compared(run, probe(ideal, place, measures="wood"))
    assert (same.days, same.grade, same.spell) == (365, "agrees", None)
    assert same.rms == pytest.approx(0.0, abs=1e-9)
    assert same.correlation == pytest.approx(1.0)
    wetter = ideal.copy()
    wetter[100:140] += 5.0
    wetter[150:170] -= 3.0
    wetter[120] = NAN
    found = compared(run, probe(wetter, place, measures="wood"))
    assert found.days == 364
    assert found.bias == pytest.approx((39 * 5 - 20 * 3) / 364)
    assert found.rms == pytest.approx(np.sqrt((39 * 25 + 20 * 9) / 364))
    assert (found.spell.days, found.spell.first) == (20, 100), "a gap ends a spell"
    assert found.spell.by == pytest.approx(5.0)
    far = compared(run, probe(ideal + 2.01, place, measures="wood"))
    assert (far.grade, far.spell.days) == ("differs", 365)
    assert compared(run, probe(ideal[:13], place, measures="wood")).grade == "too little"
    assert compared(run, probe(ideal, "gone", measures="wood")).days == 0
    assert compared(run, probe([12.0] * 60, place, measures="wood")).correlation is None


def test_january_lies_in_the_middle_of_a_run_from_october(run):
    """A probe from 1 January on is held against day 92 of a run that begins on 1 October."""
    place = run.watches[0].name
    found = predicted(run, probe([0.0] * 400, place))
    assert found[0] == pytest.approx(run.daily[92, 0, 1])
    assert found[273] == pytest.approx(run.daily[0, 0, 1])
    assert found[365] == found[0]


def test_a_simulated_device_is_off_by_what_is_said_of_it(run):
    place = run.watches[1].name
    truth = predicted(run, probe([0.0] * 365, place))
    many = [simulated(run, place, "humidity", seed).values for seed in range(40)]
    off = np.array([values - truth for values in many])
    assert np.nanmean(off) == pytest.approx(0.02 + 0.005, abs=0.002)
    late, early = np.nanmean(off[:, 300:]), np.nanmean(off[:, :65])
    assert late - early == pytest.approx(0.01 * 300 / 365, abs=0.003)
    silent = np.isnan(off).mean()
    assert 0.01 < silent < 0.045
    again = simulated(run, place, "humidity", 3).values
    assert np.array_equal(again, many[3], equal_nan=True)
    wood = [simulated(run, place, "wood", seed) for seed in range(8)]
    ideal = predicted(run, probe([0.0] * 365, place, measures="wood"))
    for days in wood:
        warm, values = kept(days)
        read = compared(run, probe(values, place, measures="wood", temperatures=warm))
        assert read.grade == "agrees"
        assert read.bias == pytest.approx(0.0, abs=0.05)
        raw = compared(run, probe(values, place, measures="wood", corrects=True))
        assert raw.rms > read.rms
    assert len(ideal) == 365


def test_a_probe_lives_with_its_document(results):
    project = add_probe(results.project, probe([0.5] * 20, "x"))
    project = add_probe(project, probe([0.5] * 20, "x"))
    assert [p.id for p in project.probes] == ["probe", "probe-2"]
    moved = change_probe(project, "probe-2", place="deck")
    assert [p.place for p in probes_of(moved, "a")] == ["x", "deck"]
    assert len(remove_probe(moved, "probe").probes) == 1
    assert results.beside(results.project).value(PROBED, "a") == ()
    held = results.beside(project).value(PROBED, "a")
    assert [found.days for _, found in held] == [0, 0]
    with pytest.raises(MissingReference):
        add_probe(project, probe([0.5], area="elsewhere"))
    for odd in (
        probe([]), probe([1.2]), probe([0.5], temperatures=()), probe([0.5], day=400),
        probe([301.0], measures="wood"), probe([0.5], temperatures=(151.0,)),
    ):  # fmt: skip
        with pytest.raises(ValueRefused):
            check_probe(odd, "probe")
    assert remove_area(project, "a").probes == ()


# what the way it differs suggests

DAYS = 300
WARM = 10.0 + 9.0 * np.sin(2 * np.pi * np.arange(DAYS) / 365)


def leaking() -> np.ndarray:
    """Four rains, each drying over a month."""
    off = np.zeros(DAYS)
    for day in (40, 90, 170, 230):
        off[day:] += 0.2 * np.exp(-(np.arange(DAYS - day)) / 25)
    return off


@pytest.mark.parametrize(
    ("off", "why"),
    [
        (leaking(), "leak"),
        (0.06 - 0.012 * (WARM - 10.0), "air"),
        (0.4 * np.exp(-np.arange(DAYS) / 80), "wet start"),
        (np.full(DAYS, -0.1), "dry"),
        (np.full(DAYS, 0.02), ""),
        (np.full(DAYS, 0.1), ""),
    ],
)
def test_the_way_a_probe_differs_suggests_why(off, why):
    assert suggested(off, WARM, 0.05) == why
    gaps = off.copy()
    gaps[::17] = np.nan
    assert suggested(gaps, WARM, 0.05) in (why, "leak" if why == "leak" else why)
    assert suggested(off[:20], WARM[:20], 0.05) == ""
    if why not in ("dry", ""):
        assert suggested(off + np.random.default_rng(1).normal(0, 0.005, DAYS), WARM, 0.05) == why
