# SPDX-License-Identifier: GPL-3.0-or-later
"""Weather years against independent figures: sun, made years, spells, zones, gaps, severe years."""

import json
from itertools import groupby
from math import log
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Site
from glacis.core.model.weather import Weather
from glacis.core.weather.alike import FEATURES, most_alike
from glacis.core.weather.asked import asked_of
from glacis.core.weather.gaps import filled
from glacis.core.weather.generator import exact_hats, generated
from glacis.core.weather.hours import (
    HOURS,
    MONTH_STARTS,
    SIGMA,
    ZERO,
    by_day,
    by_month,
    dew_point,
    driving_rain,
    over_water,
    sky_radiation,
    sun_on,
)
from glacis.core.weather.severe import another_year, severe_year, wetting
from glacis.core.weather.statistics import (
    longest_spell,
    moisture_regime,
    statistics_of,
    thermal_zone,
)
from glacis.core.weather.sun import Place, Plane, on_plane, sun_at, sun_of_hours
from glacis.files.libraries import load_sites

DATA = Path(__file__).parents[1] / "data" / "weather"
TARGETS = json.loads((DATA / "weather-targets.json").read_text())
SITES = {site.name.lower().replace(" ", "-"): site for site in load_sites()}
MODELS: dict[str, Any] = {"isotropic": "isotropic", "haydavies": "hay-davies", "perez": "perez"}
YEARS = {name: generated(asked_of(SITES[name])) for name in TARGETS}


def near(found, wanted, tolerance):
    rel, absolute = tolerance.get("rel", 0.0), tolerance.get("abs", 0.0)
    return abs(found - wanted) <= max(absolute, rel * abs(wanted))


@pytest.mark.parametrize("name", ["s01_flat_noon", "s04_southern_hemisphere_north_slope"])
def test_the_sun_stands_where_an_independent_library_has_it(name):
    case = json.loads((DATA / f"{name}.json").read_text())
    given_, wanted = case["inputs"], case["expected"]
    place = Place(given_["latitude"], given_["longitude_east"], given_["time_zone"])
    sun = sun_at(place, given_["day_of_year"], given_["clock_hour"])
    plane = Plane(given_["tilt_deg"], given_["aspect_deg_from_north_clockwise"], given_["albedo"])
    found = {
        "elevation_deg": sun.elevation,
        "azimuth_deg": sun.azimuth,
    }
    for model in MODELS:
        on = on_plane(sun, np.array(given_["dni"]), np.array(given_["dhi"]), plane, MODELS[model])
        found |= {"beam": on.beam, "ground": on.ground, f"diffuse_{model}": on.diffuse}
        found[f"total_{model}"] = on.total
    for key, value in found.items():
        tolerance = case["tolerance"].get(key, case["tolerance"]["default"])
        assert near(float(value), wanted[key], tolerance), key


def test_a_level_plane_gets_what_is_measured_on_the_level_and_a_slope_to_the_sun_gets_more():
    year = YEARS["sallow-creek"]
    level = sun_on(year, Plane(0.0, 0.0))
    assert level.sum() == pytest.approx(year.sun.sum(), rel=0.01)
    south, north = sun_on(year, Plane(40.0, 180.0)), sun_on(year, Plane(40.0, 0.0))
    assert south.sum() > 1.1 * level.sum() > 1.5 * north.sum()
    southern = YEARS["cardoon-bay"]
    assert (
        sun_on(southern, Plane(40.0, 0.0)).sum() > 1.2 * sun_on(southern, Plane(40.0, 180.0)).sum()
    )


@pytest.mark.parametrize("name", TARGETS)
def test_a_made_year_is_as_its_kind_of_climate_is(name):
    year = YEARS[name]
    found, aimed = statistics_of(year), TARGETS[name]
    assert found.zone == aimed["zone"]
    for key, value, slack in (
        ("T_year", found.mean, 0.02),
        ("HDD18", found.heating, 60.0),
        ("CDD10", found.growing, 60.0),
        ("RH_year", 100 * found.humidity, 0.2),
        ("rain", found.rain, 0.1),
        ("wet_days", found.wet_days, 0.0),
        ("rain_hours", found.rain_hours, 0.0),
        ("GHI_kWh", found.sun, 0.0),
        ("diffuse_share", found.diffuse, 0.03),
        ("cloud", found.cloud, 0.0),
        ("wind", found.wind, 0.01),
        ("sky_depression_mean", found.sky, 0.5),
    ):
        bounds = aimed[key]
        assert bounds["low"] - slack <= value <= bounds["high"] + slack, key


@pytest.mark.parametrize("name", TARGETS)
def test_a_made_year_keeps_the_laws_of_weather(name):
    year, site = YEARS[name], SITES[name]
    assert by_month(year.temperature) == pytest.approx(site.climate.temperature, abs=1e-9)
    assert by_month(year.humidity) == pytest.approx(site.climate.humidity, abs=2e-3)
    assert np.add.reduceat(year.rain, MONTH_STARTS[:-1]) == pytest.approx(
        site.climate.rain, abs=1e-6
    )
    assert (year.vapour <= 0.995 * over_water(year.temperature) + 1e-9).all()
    sine = np.maximum(sun_of_hours(year.place).sine, 0).mean(axis=1)
    high = sine > 0.02
    assert year.sun[high] == pytest.approx((year.beam * sine + year.diffuse)[high], abs=1.0)
    assert (year.sun[sine == 0] == 0).all()
    assert (year.sky <= SIGMA * (year.temperature + ZERO) ** 4 + 1e-9).all()
    anomaly = by_day(year.temperature - exact_hats(np.array(site.climate.temperature)))
    assert 0.55 < np.corrcoef(anomaly[1:], anomaly[:-1])[0, 1] < 0.9
    hours = year.temperature.reshape(-1, 24), year.humidity.reshape(-1, 24)
    together = [
        np.corrcoef(warm, damp)[0, 1] for warm, damp in zip(*hours, strict=True) if np.ptp(damp) > 0
    ]
    assert np.mean(together) < -0.7


def test_one_seed_one_year_and_another_seed_another():
    asked = asked_of(SITES["tern-point"])
    again = generated(asked)
    assert (again.numbers == YEARS["tern-point"].numbers).all()
    other = generated(another_year(asked, 0))
    assert abs(other.temperature.mean() - again.temperature.mean()) < 3
    assert (other.temperature != again.temperature).any()


@given(st.lists(st.booleans(), min_size=1, max_size=40))
def test_the_longest_spell_is_what_counting_round_the_year_finds(days):
    found, start = longest_spell(np.array(days))
    if all(days):
        assert found == len(days)
        return
    runs = [len(list(run)) for wet, run in groupby(days + days) if wet]
    assert found == min(max(runs, default=0), len(days))
    assert all((days + days)[start : start + found])


def test_zones_follow_from_degree_days_and_rain():
    assert [thermal_zone(h, c) for h, c in ((0, 6001), (0, 5001), (900, 3501), (2000, 3500))] == [
        0, 1, 2, 3,
    ]  # fmt: skip
    assert [thermal_zone(h, 1000) for h in (2001, 3001, 4001, 5001, 7001)] == [4, 5, 6, 7, 8]
    mild = np.array([8, 9, 11, 13, 16, 19, 21, 21, 19, 16, 12, 9.0])
    winter = np.array([90, 80, 70, 40, 25, 10, 5, 8, 25, 60, 80, 90.0])
    assert moisture_regime(mild, winter, 40.0) == "C"
    assert moisture_regime(mild, winter, -40.0) != "C"
    assert moisture_regime(mild, winter / 10, 40.0) == "C"
    assert moisture_regime(mild + 5, np.full(12, 20.0), 40.0) == "B"
    assert moisture_regime(mild + 5, np.full(12, 80.0), 40.0) == "A"


@given(st.floats(-40, 45), st.floats(0.02, 1.0))
def test_the_dew_point_undoes_saturation_and_a_cloudy_sky_is_warmer(temperature, humidity):
    vapour = humidity * over_water(temperature)
    dew = float(dew_point(vapour))
    assert float(over_water(dew)) == pytest.approx(float(vapour), rel=1e-9)
    assert dew <= temperature + 1e-9
    clear, grey = (float(sky_radiation(temperature, vapour, c)) for c in (0.0, 1.0))
    assert clear <= grey <= SIGMA * (temperature + ZERO) ** 4 * (1 + 1e-12)


def test_gaps_are_filled_straight_or_from_the_days_around_or_left():
    hours = np.arange(240.0)
    wave = 10 + 5 * np.sin(2 * np.pi * hours / 24)
    short, day, long = hours.copy(), wave.copy(), wave.copy()
    short[20:26] = day[50:90] = long[50:110] = np.nan
    assert filled(short).values == pytest.approx(hours)
    assert filled(day).values == pytest.approx(wave)
    left = filled(long)
    assert np.isnan(left.values[50:110]).all()
    assert left.longest == 60
    assert filled(long, accept_long=True).values == pytest.approx(wave)


def test_driving_rain_by_hand():
    year = YEARS["tern-point"]
    total = sum(
        2 / 9 * wind * rain ** (8 / 9) * max(0.0, np.cos(np.radians(from_ - 225.0)))
        for wind, rain, from_ in zip(year.wind, year.rain, year.wind_from, strict=True)
    )
    assert driving_rain(year, 225.0) == pytest.approx(total)
    assert driving_rain(year, 225.0) > driving_rain(year, 45.0)


def test_the_severe_year_is_the_second_wettest_and_wetter_rooms_wet_more():
    asked = asked_of(SITES["sallow-creek"])
    dry, damp = np.full(HOURS, 900.0), np.full(HOURS, 1400.0)
    number, wet = severe_year(asked, lambda y: wetting(y, dry), count=4)
    year = generated(another_year(asked, number))
    assert wetting(year, dry) == wet[number] == sorted(wet)[-2]
    assert wetting(year, damp) > wetting(year, dry)
    with pytest.raises(ValueRefused, match="at least 2"):
        severe_year(asked, lambda y: wetting(y, dry), count=1)


@pytest.mark.parametrize("name", FEATURES)
def test_a_station_is_most_like_itself_and_its_features_are_those_of_the_list(name):
    site = SITES[name]
    nameless = Site(name="Elsewhere", climate=site.climate, latitude=site.latitude)
    assert most_alike(nameless).id == name
    climate = site.climate
    mean = np.average(climate.temperature, weights=np.diff(MONTH_STARTS))
    assert FEATURES[name][0] == pytest.approx(mean, abs=0.06)
    assert FEATURES[name][3] == pytest.approx(log(sum(climate.rain)), abs=0.01)


@settings(max_examples=8, deadline=None)
@given(
    st.sampled_from(sorted(SITES)),
    st.floats(-15, 15),
    st.floats(0.5, 1.0),
    st.integers(1, 999999),
    st.floats(-80, 80),
)
def test_any_stated_months_come_out_of_the_year_that_is_made_for_them(
    name, warmer, dried, seed, latitude
):
    site = SITES[name]
    climate = site.climate
    stated = replace(
        climate,
        temperature=tuple(t + warmer for t in climate.temperature),
        humidity=tuple(h * dried for h in climate.humidity),
        rain=(),
    )
    weather = Weather(seed=seed)
    elsewhere = Site(name="X", climate=stated, latitude=latitude, weather=weather)
    year = generated(asked_of(elsewhere))
    assert by_month(year.temperature) == pytest.approx(stated.temperature, abs=1e-9)
    assert by_month(year.humidity) == pytest.approx(stated.humidity, abs=0.01)
    assert np.isfinite(year.numbers).all()
    assert (year.rain == 0).all()
