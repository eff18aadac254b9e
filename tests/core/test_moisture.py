# SPDX-License-Identifier: GPL-3.0-or-later
"""The monthly method: reference cases, an independent optimiser, and conservation of water."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import linprog

from glacis.core.climate.year import SECONDS
from glacis.core.moisture.air import dew_point, saturation_pressure
from glacis.core.moisture.indoor import excess
from glacis.core.moisture.monthly import MonthAir, Monthly, profile, run_year
from glacis.core.moisture.path import PathLayer, build_path
from glacis.core.moisture.string import along, corners
from glacis.core.moisture.surface import required_factor
from glacis.core.units.quantities import DELTA_0
from support import case


def run_case(name: str) -> tuple[Monthly, dict]:
    found = case(name)
    inputs = found["inputs"]
    layers = tuple(
        PathLayer(
            str(number),
            layer["name"],
            layer.get("d", 0.0),
            layer.get("R", layer.get("d", 0.0) / layer.get("lambda", 1.0)),
            layer.get("sd", layer.get("mu", 0.0) * layer.get("d", 0.0)),
        )
        for number, layer in enumerate(inputs["layers"])
    )
    humid = inputs["hum"]
    air = tuple(
        MonthAir(
            indoor,
            outdoor,
            rh * saturation_pressure(outdoor) + humid["factor"] * excess(humid["class"], outdoor),
            rh * saturation_pressure(outdoor),
        )
        for indoor, outdoor, rh in zip(inputs["ti"], inputs["te"], inputs["rhe"], strict=True)
    )
    path = build_path(layers, 0.10, inputs.get("Rse", 0.04))
    return run_year(path, air), found["expected"]


def test_saturation_and_its_inverse_match_the_reference():
    found = case("m01_psat")
    inputs, expected = found["inputs"], found["expected"]
    for theta, pressure in zip(inputs["temps"], expected["psat"], strict=True):
        assert saturation_pressure(theta) == pytest.approx(pressure, rel=1e-8)
    for pressure, theta in zip(inputs["pressures"], expected["tsat"], strict=True):
        assert dew_point(pressure) == pytest.approx(theta, rel=1e-6, abs=1e-8)


def test_required_surface_factor_matches_the_reference():
    found = case("m02_frsi_mild_class3")
    inputs, expected = found["inputs"], found["expected"]
    pressures = tuple(
        rh * saturation_pressure(t) + excess(3, t)
        for t, rh in zip(inputs["te"], inputs["rhe"], strict=True)
    )
    surface = required_factor(tuple(inputs["te"]), (20.0,) * 12, pressures, 0.8)
    for mine, month in zip(surface.months, expected["months"], strict=True):
        assert mine.least_surface == pytest.approx(month["tsi_min"], rel=1e-8)
        assert mine.factor == pytest.approx(month["fRsi"], rel=1e-7)
    assert surface.critical + 1 == expected["critical_month"]


@pytest.mark.parametrize(
    "name", ["m03_none", "m04_dries", "m06b_two_interfaces_split", "m10a_foam_sub"]
)
def test_places_of_the_path_match_the_reference(name):
    result, expected = run_case(name)
    mine = [place.sd for place in result.path.places]
    assert mine == pytest.approx(expected["interfaces_sd"], rel=1e-8)


def test_a_good_roof_stays_dry():
    result, _ = run_case("m03_none")
    assert (result.verdict, result.peak, result.interfaces) == ("none", 0, ())


@pytest.mark.parametrize("name", ["m04_dries", "m06b_two_interfaces_split"])
def test_water_by_month_and_place_matches_the_reference(name):
    # m04: winter condensate that dries. m06b: three places at once, one wet while another
    # dries, months divided where one runs dry, and water left after the year.
    result, expected = run_case(name)
    assert result.start == expected["start_month"] - 1
    by_place = {face.place: face for face in result.interfaces}
    for month in expected["months"][:12]:
        for place, values in month["interfaces"].items():
            mass = by_place[int(place)].mass[month["month"] - 1]
            assert mass == pytest.approx(values["Ma"], abs=1e-9)
    assert result.residual == pytest.approx(expected["Ma_end_by_year"][0], abs=1e-9)


def test_condensation_within_foam_is_spread_over_its_depth():
    # Without cutting thick layers the same foam would show 11.6 g/m² at one face only.
    result, expected = run_case("m10a_foam_sub")
    assert result.peak == pytest.approx(expected["Ma_max"], abs=1e-9)
    assert len(result.interfaces) == 3
    assert all(face.within for face in result.interfaces)
    assert result.verdict == "dries"


def test_accumulation_under_a_constant_winter_is_rate_times_time():
    # One interface between two layers, by hand: g = d0 [(pi - pc)/s1 - (pc - pe)/s2].
    path = build_path(
        (PathLayer("a", "inside", 0.1, 0.2, 2.0), PathLayer("b", "outside", 0.01, 0.01, 30.0)),
        0.10,
        0.04,
    )
    air = MonthAir(20.0, -5.0, 1200.0, 320.0)
    theta = 20.0 - 25.0 * (0.10 + 0.2) / 0.35
    pc = saturation_pressure(theta)
    rate = DELTA_0 * ((1200.0 - pc) / 2.0 - (pc - 320.0) / 30.0)
    result = run_year(path, (air,) * 12)
    assert result.verdict == "accumulates"
    assert result.residual == pytest.approx(rate * sum(SECONDS), rel=1e-10)


def envelope_by_linear_programme(s: np.ndarray, p: np.ndarray) -> np.ndarray:
    """The greatest convex curve below ``p``: an optimiser that knows no string."""
    count = len(s)
    rows = []
    for k in range(1, count - 1):
        row = np.zeros(count)
        row[k - 1] = -1 / (s[k] - s[k - 1])
        row[k] = 1 / (s[k] - s[k - 1]) + 1 / (s[k + 1] - s[k])
        row[k + 1] = -1 / (s[k + 1] - s[k])
        rows.append(row)
    bounds = [(None, value) for value in p]
    found = linprog(-np.ones(count), np.array(rows), np.zeros(count - 2), bounds=bounds)
    assert found.success
    return found.x


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.floats(0.05, 20.0), min_size=3, max_size=12),
    st.lists(st.floats(200.0, 2500.0), min_size=13, max_size=13),
)
def test_the_string_is_the_greatest_convex_curve_below_saturation(steps, values):
    s = np.concatenate(([0.0], np.cumsum(steps)))
    p = np.array(values[: len(s)])
    mine = along(list(s), list(p), corners(list(s), list(p), frozenset()))
    # The touch tolerance may leave a near-straight corner out.
    assert mine == pytest.approx(envelope_by_linear_programme(s, p), rel=1e-6)


layer = st.builds(
    PathLayer,
    st.just("x"),
    st.just("layer"),
    st.floats(0.001, 0.3),
    st.floats(0.001, 4.0),
    st.floats(0.02, 100.0),
)
month = st.tuples(st.floats(-25.0, 32.0), st.floats(0.3, 1.0), st.floats(0.0, 1500.0))


@settings(max_examples=80, deadline=None)
@given(st.lists(layer, min_size=1, max_size=6), st.lists(month, min_size=12, max_size=12))
def test_water_is_neither_lost_nor_made(layers, months):
    path = build_path(tuple(layers), 0.10, 0.04)
    air = []
    for outdoor, humidity, more in months:
        pressure = humidity * saturation_pressure(outdoor)
        inside = min(pressure + more, saturation_pressure(21.0))
        air.append(MonthAir(21.0, outdoor, inside, pressure))
    result = run_year(path, tuple(air))
    for face in result.interfaces:
        assert min(face.mass) >= 0
        # A year that repeats ends as it began; the first of a roof that gains begins dry.
        left = face.mass[result.order[-1]] if result.verdict == "accumulates" else 0.0
        assert sum(face.rates) == pytest.approx(left, abs=1e-9)
    ends = sum(face.mass[result.order[-1]] for face in result.interfaces)
    assert result.residual == pytest.approx(ends if result.residual else 0.0, abs=1e-12)
    for month in range(12):
        wet = [{f.place for f in result.interfaces if f.mass[m] > 0} for m in (month - 1, month)]
        if wet[0] and wet[0] == wet[1] and month != result.start:
            # The same places were wet throughout: what enters and does not leave is water.
            lines = profile(path, air[month], frozenset(wet[0]))
            s, p = [place.sd for place in path.places], lines.pressure
            entering = DELTA_0 * (p[0] - p[1]) / (s[1] - s[0])
            leaving = DELTA_0 * (p[-2] - p[-1]) / (s[-1] - s[-2])
            gained = sum(face.rates[month] for face in result.interfaces)
            assert gained == pytest.approx((entering - leaving) * SECONDS[month], abs=1e-9)
    for one in air:
        lines = profile(path, one)
        for pressure, full in zip(lines.pressure[1:-1], lines.saturation[1:-1], strict=True):
            assert pressure <= full * (1 + 1e-6)


@given(st.floats(1.0, 3000.0))
def test_dew_point_is_the_inverse_of_saturation(pressure):
    assert saturation_pressure(dew_point(pressure)) == pytest.approx(pressure, rel=1e-9)


def test_excess_falls_to_nothing_at_twenty_degrees():
    assert [excess(3, t) for t in (-10.0, 0.0, 10.0, 20.0, 25.0)] == [810, 810, 405, 0, 0]
