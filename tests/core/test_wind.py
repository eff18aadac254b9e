# SPDX-License-Identifier: GPL-3.0-or-later
"""Wind: peak pressure, coefficients, zones on any outline, the worst of all directions."""

from math import cos, log, radians, sin

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace
from shapely import Polygon, unary_union

from core.wind_roofs import area, gable, met, roofs_in, shapes, told
from glacis.core.errors import ValueRefused
from glacis.core.model.wind import Coefficient, Sector, Wind
from glacis.core.wind.coefficients import (
    SHIPPED,
    asce_suction,
    en_suction,
    parapet_suction,
    table_with,
)
from glacis.core.wind.en_zones import en_zones, plan_of
from glacis.core.wind.loads import Told, en_pressure
from glacis.core.wind.peak import AsceSite, asce_peak, en_peak, probability_factor
from support import case

EN = Wind(basis="en")
L_SHAPE = ((0.0, 0.0), (24.0, 0.0), (24.0, 10.0), (10.0, 10.0), (10.0, 22.0), (0.0, 22.0))


def test_peak_pressure_is_that_of_the_reference():
    wanted = case("w01_en_qp_terrain2")["expected"]
    found = en_peak(25.0, "II", 10.0)
    assert found.pressure == pytest.approx(wanted["q_p"], rel=1e-6)
    assert found.exposure == pytest.approx(wanted["c_e"], rel=1e-6)
    assert (found.terrain_factor, found.turbulence) == pytest.approx(
        (wanted["k_r"], wanted["I_v"]), rel=1e-6
    )


@pytest.mark.parametrize(
    ("terrain", "z0", "least"), [("0", 0.003, 1), ("III", 0.3, 5), ("IV", 1.0, 10)]
)
def test_pressure_follows_its_closed_form_and_stands_still_below_z_min(terrain, z0, least):
    k_r = 0.19 * (z0 / 0.05) ** 0.07
    c_r = k_r * log(30 / z0)
    by_hand = (c_r**2 + 7 * k_r * c_r) * 0.5 * 1.25 * 28**2
    assert en_peak(28.0, terrain, 30.0).pressure == pytest.approx(by_hand, rel=1e-9)
    assert en_peak(28.0, terrain, 0.2).pressure == en_peak(28.0, terrain, float(least)).pressure


def test_rarer_winds_are_stronger():
    assert probability_factor(0.02) == pytest.approx(1.0)
    assert probability_factor(0.01) == pytest.approx(1.038, abs=5e-4)
    assert probability_factor(0.2) < 1.0


def test_the_strongest_sector_within_reach_counts():
    sectors = (Sector(start=0.0, terrain="IV"), Sector(start=180.0, terrain="0"))
    wind = replace(EN, sectors=sectors)
    quiet, sea = en_peak(25.0, "IV", 12.0).pressure, en_peak(25.0, "0", 12.0).pressure
    assert en_pressure(wind, 90.0, 12.0).pressure == quiet
    assert en_pressure(wind, 270.0, 12.0).pressure == sea
    assert en_pressure(wind, 150.0, 12.0).pressure == sea


def test_asce_pressure_by_hand_in_both_editions_takes_directionality_once():
    k_z = 2.01 * (30 / 900) ** (2 / 9.5)
    psf = 0.00256 * k_z * 0.85 * 115**2
    older = asce_peak(115 * 0.44704, "C", 30 * 0.3048)
    assert older.pressure / 47.880258980 == pytest.approx(psf, rel=2e-3)
    newer = asce_peak(115 * 0.44704, "C", 30 * 0.3048, "7-22")
    by_hand = 0.613 * 2.41 * (30 / 2460) ** (2 / 9.8) * (115 * 0.44704) ** 2
    assert newer.pressure == pytest.approx(by_hand, rel=1e-9)
    assert newer.pressure_factor == 0.85
    assert older.pressure_factor == 1.0
    thin = asce_peak(50.0, "C", 9.0, "7-16", AsceSite(elevation=1500.0))
    assert thin.pressure / asce_peak(50.0, "C", 9.0).pressure == pytest.approx(0.837, abs=1e-3)
    assert asce_peak(50.0, "C", 1.0).pressure == asce_peak(50.0, "C", 15 * 0.3048).pressure


def test_coefficients_between_areas_pitches_and_parapets():
    flat = parapet_suction(SHIPPED, 0.01, "F", 1.0)
    assert flat.value == -2.5
    assert parapet_suction(SHIPPED, 0.05, "F", 10.0).value == -1.4
    assert parapet_suction(SHIPPED, 0.075, "F", 1.0).value == pytest.approx(-1.9)
    assert parapet_suction(SHIPPED, 0.5, "G", 1.0).value == -1.4
    half = en_suction(SHIPPED, "flat-sharp", "any", 0.0, "F", 10**0.5)
    assert half.value == pytest.approx(-2.5 + 0.7 * 0.5)
    between = en_suction(SHIPPED, "duo", "0", 22.5, "F", 10.0)
    assert between.value == pytest.approx(-0.7)
    assert en_suction(SHIPPED, "duo", "0", 45.0, "F", 1.0).value == 0.0
    assert asce_suction(SHIPPED, "flat", 2.0, "2", 10 * 0.09290304).value == -2.3
    middle = asce_suction(SHIPPED, "flat", 2.0, "1", (5000**0.5) * 0.09290304).value
    assert middle == pytest.approx(-1.35)
    with pytest.raises(ValueRefused, match="80"):
        en_suction(SHIPPED, "duo", "0", 80.0, "F", 1.0)


def test_recalled_rows_stay_open_until_somebody_confirms_or_changes_them():
    open_row = en_suction(SHIPPED, "mono", "180", 15.0, "F", 1.0)
    assert open_row.open == open_row.rows
    key = open_row.rows[0]
    confirmed = table_with((Coefficient(row=key, by="A. Engineer", dated="2026-11-01"),))
    assert en_suction(confirmed, "mono", "180", 15.0, "F", 1.0).open == ()
    changed = table_with(
        (Coefficient(row=key, values=(-3.0, -2.6), source="annex", by="A", dated="2026-11-01"),)
    )
    assert en_suction(changed, "mono", "180", 15.0, "F", 1.0).value == -3.0
    with pytest.raises(ValueRefused, match="row of the tables"):
        table_with((Coefficient(row="en duo 0 17 F suction", by="A", dated="2026-11-01"),))


def test_zones_of_an_l_are_those_of_the_reference():
    wanted = case("w06_en_flat_zones_L")
    outline = tuple(map(tuple, wanted["inputs"]["outline"]))
    found = met(EN, (area("a", outline, level=5.0),))["a"]
    areas = {zone.name: zone.plan_area for zone in found.zones}
    for name in "FGH":
        assert areas[name] == pytest.approx(wanted["expected"][name], abs=1e-6)
    assert "I" not in areas


def test_zones_of_a_gable_and_the_worst_of_four_winds_are_those_of_the_reference():
    wanted = case("w15_en_duo_zones")
    given_ = wanted["inputs"]
    roof = gable(given_["length"], given_["span"], given_["pitch_deg"], top=given_["h_ridge"])
    by_wind: dict[tuple[int, str], float] = {}
    for zone in en_zones(plan_of(roofs_in(roof)[0]), given_["h_ridge"]):
        key = round(zone.wind_from), zone.name
        by_wind[key] = by_wind.get(key, 0.0) + zone.shape.area
    for name, size in wanted["expected"]["square_to_ridge"].items():
        assert by_wind[(180, name)] == pytest.approx(size, abs=1e-6)
    for name, size in wanted["expected"]["square_to_verge"].items():
        assert by_wind[(90, name)] == pytest.approx(size, abs=1e-6)
    worst: dict[float, float] = {}
    for item in met(EN, roof).values():
        for zone in item.zones:
            worst[round(zone.external, 6)] = (
                worst.get(round(zone.external, 6), 0.0) + zone.plan_area
            )
    assert worst == pytest.approx(dict(wanted["expected"]["worst"]), abs=1e-6)


def test_a_parapet_calms_its_own_edge_and_lifts_the_height():
    square = (area("a", ((0, 0), (30, 0), (30, 30), (0, 30)), level=10.0),)
    open_ = met(EN, square)["a"]
    walled = met(EN, square, {"a": Told(parapet=1.0)})["a"]
    assert walled.height == pytest.approx(11.0)
    assert [zone.external for zone in walled.zones[:2]] == [-1.8, -1.4]
    south = ((0.0, 0.0), (30.0, 0.0))
    one = met(EN, square, {"a": Told(parapets=((south, 1.0),))})["a"]
    assert {zone.external for zone in one.zones if zone.name == "G"} == {-2.0, -1.4}
    assert open_.zones[0].external == -2.5


def test_air_inside_and_walls_below_overhangs_press_upwards():
    roof = gable(20.0, 12.0, 30.0, top=9.0)
    closed = met(EN, roof, {each.id: Told(inside_reaches=False) for each in roof})["s"].zones
    reached = met(EN, roof)["s"].zones
    q = reached[0].pressure
    assert reached[0].suction - closed[0].suction == pytest.approx(0.2 * q)
    out = met(EN, roof, overhangs={"s": ((((0.0, 0.0), (20.0, 0.0)), 0.6),)})["s"].zones
    over = [zone for zone in out if zone.name.endswith("over the wall")]
    assert sum(zone.plan_area for zone in over) == pytest.approx(20 * 0.6)
    assert all(zone.under == pytest.approx(1.0) for zone in over)
    dominant = met(replace(EN, inside="dominant-3"), roof)["s"].zones[0]
    assert dominant.under == pytest.approx(0.9 * 0.8)


def test_zones_by_asce_of_a_flat_roof_by_hand():
    wind = Wind(basis="asce", speed=50.0)
    h = 6.0
    found = met(wind, (area("a", ((0, 0), (40, 0), (40, 30), (0, 30)), level=h),))["a"]
    areas = {zone.name: zone.plan_area for zone in found.zones}
    leg, wide = 0.6 * h, 0.2 * h
    assert areas["3"] == pytest.approx(4 * (2 * leg * wide - wide**2))
    ring = 40 * 30 - (40 - 2 * leg) * (30 - 2 * leg)
    assert areas["2"] == pytest.approx(ring - areas["3"])
    assert areas["1'"] == pytest.approx((40 - 4 * leg) * (30 - 4 * leg))
    q = asce_peak(50.0, "C", h).pressure
    worst = asce_suction(SHIPPED, "flat", 0.0, "3", 1.0).value
    assert found.zones[0].design == pytest.approx(q * (0.18 - worst))
    assert found.zones[0].suction == pytest.approx(0.6 * found.zones[0].design)
    high = met(
        wind, (area("a", ((0, 0), (40, 0), (40, 30), (0, 30)), level=h),), {"a": Told(parapet=0.95)}
    )["a"]
    assert high.zones[0].external == asce_suction(SHIPPED, "flat", 0.0, "2", 1.0).value
    weak = met(
        replace(wind, speed=10.0), (area("a", ((0, 0), (40, 0), (40, 30), (0, 30)), level=h),)
    )["a"]
    assert weak.least
    assert weak.zones[-1].design == pytest.approx(16 * 47.880258980)


def test_gables_by_asce_have_strips_and_crossings():
    wind = Wind(basis="asce", speed=50.0)
    found = met(wind, gable(20.0, 12.0, 18.0, top=8.0))
    names = {zone.name for zone in found["s"].zones}
    assert names == {"1", "2e", "2n", "2r", "3e", "3r"}
    assert sum(zone.plan_area for zone in found["s"].zones) == pytest.approx(120.0)
    assert found["s"].open_rows
    older = met(replace(wind, edition="7-10"), gable(20.0, 12.0, 18.0, top=8.0))["s"]
    assert {zone.name for zone in older.zones} == {"1", "2", "3"}
    assert not older.open_rows


@pytest.mark.parametrize(
    ("wind", "roof", "words"),
    [
        (EN, (area("a", ((0, 0), (9, 0), (9, 9), (0, 9)), level=0.0),), "more than 0 m"),
        (EN, gable(9.0, 6.0, 80.0, top=20.0), "5° to 75°"),
        (
            Wind(basis="asce"),
            (area("a", ((0, 0), (9, 0), (9, 9), (0, 9)), 20.0, level=4.0),),
            "stated suctions",
        ),
        (
            Wind(basis="asce", edition="7-10"),
            (area("a", ((0, 0), (9, 0), (9, 9), (0, 9))),),
            "7-16 or 7-22",
        ),
        (Wind(basis="stated"), (area("a", ((0, 0), (9, 0), (9, 9), (0, 9))),), "a figure"),
    ],
)
def test_what_the_books_do_not_cover_is_refused_in_words(wind, roof, words):
    found = met(wind, roof)
    assert all(words in item.refused and not item.zones for item in found.values())


def test_a_roof_that_is_refused_stops_no_other():
    roof = (*gable(9.0, 6.0, 80.0, top=20.0), area("flat", ((50, 0), (60, 0), (60, 9), (50, 9))))
    found = met(EN, roof)
    assert found["s"].refused
    assert found["flat"].zones


@settings(max_examples=40, deadline=None)
@given(
    turn=st.floats(0, 360), wide=st.floats(4, 60), deep=st.floats(4, 60), level=st.floats(2, 40),
    pitch=st.sampled_from([0.0, 3.0, 12.0, 30.0, 44.0]),
)  # fmt: skip
def test_a_turned_roof_is_the_same_and_its_zones_tile_it(turn, wide, deep, level, pitch):
    straight = (
        gable(wide, deep, pitch, top=level)
        if pitch > 5
        else (area("s", ((0, 0), (wide, 0), (wide, deep), (0, deep)), level=level),)
    )
    angle = radians(turn)
    turned = tuple(
        replace(
            each, azimuth=each.azimuth - turn,
            outline=tuple((x * cos(angle) - y * sin(angle), x * sin(angle) + y * cos(angle)) for x, y in each.outline),
        )
        for each in straight
    )  # fmt: skip
    one, other = met(EN, straight), met(EN, turned)
    for name, found in one.items():
        sizes = sorted((zone.name, round(zone.design, 3)) for zone in found.zones)
        assert sizes == sorted((zone.name, round(zone.design, 3)) for zone in other[name].zones)
        for zone, same in zip(found.zones, other[name].zones, strict=True):
            assert zone.plan_area == pytest.approx(same.plan_area, abs=1e-3)
        made = shapes(found)
        whole = Polygon(next(each.outline for each in straight if each.id == name))
        assert sum(shape.area for shape in made) == pytest.approx(whole.area, abs=1e-4)
        assert unary_union(made).symmetric_difference(whole).area < 1e-4


@settings(max_examples=25, deadline=None)
@given(speed=st.floats(15, 45), more=st.floats(0.1, 15), level=st.floats(3, 60))
def test_more_wind_or_height_is_more_suction_everywhere(speed, more, level):
    roof = (area("a", L_SHAPE, level=level),)
    calm = met(replace(EN, speed=speed), roof)["a"].zones
    hard = met(replace(EN, speed=speed + more), roof)["a"].zones
    assert all(b.design > a.design for a, b in zip(calm, hard, strict=True))


def test_rooflights_are_no_part_of_a_zone_and_hips_have_their_own_letters():
    from glacis.core.model.geometry import Hole

    lit = area("a", ((0, 0), (30, 0), (30, 20), (0, 20)))
    lit = replace(lit, holes=(Hole(outline=((10, 8), (12, 8), (12, 10), (10, 10)), by="light"),))
    assert sum(zone.plan_area for zone in met(EN, (lit,))["a"].zones) == pytest.approx(596.0)
    names = {zone.name for each in met(EN, told("hip")).values() for zone in each.zones}
    assert {"L", "M"} <= names
    mono = met(EN, (area("a", ((0, 0), (12, 0), (12, 8), (0, 8)), 15.0, level=4.0),))["a"]
    assert {"F_up", "F_low"} <= {zone.name for zone in mono.zones}
    # Wind onto the high eaves tears hardest at its corners (table 7.3a, 180°).
    assert min(zone.external for zone in mono.zones) == -2.9
    trough = met(EN, told("trough"))
    assert all(item.zones and item.open_rows for item in trough.values())
    mansard = met(EN, told("mansard"))["top"]
    assert min(zone.external for zone in mansard.zones) == pytest.approx(-1.9)


def test_stated_suctions_lie_on_corner_edge_and_field():
    wind = Wind(basis="stated", field=800.0, edge=1200.0, corner=1800.0)
    found = met(wind, (area("a", L_SHAPE, level=5.0),))["a"]
    assert [(zone.name, zone.suction, round(zone.plan_area)) for zone in found.zones] == [
        ("corner", 1800.0, 20), ("edge", 1200.0, 68), ("field", 800.0, 272),
    ]  # fmt: skip
    assert found.zones[0].design == pytest.approx(2700.0)
