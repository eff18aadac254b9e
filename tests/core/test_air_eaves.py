# SPDX-License-Identifier: GPL-3.0-or-later
"""Heels, screens, free areas, ice and attics by reference cases, closed forms and by hand."""

import json
from math import sqrt
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.air.attic import Attic, AtticVent, attic_flow, cut_short
from glacis.core.air.channel import Outside, air_density
from glacis.core.air.engine.march import CP
from glacis.core.air.free_area import Basis, asked_by, judge, narrowest, unfit
from glacis.core.air.heel import (
    Fill,
    Plate,
    chute_length,
    depth_at,
    low_area,
    strip_of,
    u_at,
    u_mean,
)
from glacis.core.air.ice import Eaves, Snow, Under, ice_in, ice_sheet, melt_under, worst_ice
from glacis.core.air.screens import flow_share, holes, louvre, mesh, net_share
from glacis.core.air.tables import RULES, SCREENS, SHIPPED, VentRule, notch, tables_with, widening
from glacis.core.air.weather import clear_sun, sun_at
from glacis.core.errors import ValueRefused
from glacis.core.model.air import Obstruction, TableValue


def rule_of(identifier: str) -> VentRule:
    found = SHIPPED.rule(identifier)
    assert found is not None
    return found


CASES = Path(__file__).parents[1] / "data" / "air"


def test_strips_over_the_plate_are_those_of_the_reference():
    case = json.loads((CASES / "v29_eaves_strip.json").read_text())
    for stated, wanted in zip(case["inputs"]["strips"], case["expected"]["rows"], strict=True):
        chords = ((stated["chord_fraction"], 0.13),) if "chord_fraction" in stated else ()
        plate = Plate(
            stated["heel"], stated["pitch_deg"], stated["gap"], stated["wall"], stated["overhang"]
        )
        found = strip_of(plate, Fill(stated["full"], stated["lam"], stated["R_other"], chords))
        for mine, name in (
            (found.at_outer, "depth_at_outer_face"), (found.at_inner, "depth_at_inner_face"),
            (found.end, "strip_end_from_outer"), (found.width, "strip_width_inside"),
            (found.full, "U_full"), (found.inner, "U_inner_face"), (found.extra, "extra_W_per_K_m"),
            (found.f_rsi, "f_Rsi_1d"), (found.reach, "chute_length_slope"), (found.dam, "dam_height"),
        ):  # fmt: skip
            assert mine == pytest.approx(wanted[name], rel=1e-7, abs=1e-9), name
        assert found.mean == (wanted["U_strip"] and pytest.approx(wanted["U_strip"], rel=1e-7))
        assert (found.at_outer > 0) == wanted["depth_at_plate_fits"]
        assert found.chute == pytest.approx(found.reach + 0.15)
        assert chute_length(plate, stated["full"]) == pytest.approx(found.chute)


@given(
    st.floats(0.0, 0.3),
    st.floats(1e-9, 0.4),
    st.floats(0.02, 0.06),
    st.floats(0.1, 2.0),
    st.floats(0, 0.2),
)
def test_the_mean_of_a_strip_is_the_integral_of_u(start, rise, conductivity, other, share):
    fill = Fill(start + rise, conductivity, other, ((share, 0.13),))
    depths = start + rise * (np.arange(20000) + 0.5) / 20000
    wanted = float(np.mean([u_at(d, fill) for d in depths[::100]])) if rise < 1e-6 else None
    found = u_mean(start, start + rise, fill)
    if wanted is None:
        parts = [(1 - share, conductivity), (share, 0.13)]
        wanted = float(np.mean(sum(s / (other + depths / c) for s, c in parts)))
    assert found == pytest.approx(wanted, rel=1e-6)


def test_a_raised_heel_leaves_no_strip_and_a_level_roof_has_none():
    plate = Plate(0.6, 30.0)
    assert strip_of(plate, Fill(0.4, 0.04, 0.4)).width == 0.0
    assert depth_at(5.0, plate, 0.4) == 0.4
    with pytest.raises(ValueRefused, match="pitch over the heel"):
        strip_of(replace(plate, pitch=0.0), Fill(0.4, 0.04, 0.4))
    with pytest.raises(ValueRefused, match="depth of the fill"):
        u_mean(-0.1, 0.2, Fill(0.4, 0.04, 0.4))


def test_chutes_in_every_or_every_other_bay():
    assert low_area(0.3, 30, (0.555, 0.05), 1) == 0.3
    assert low_area(1.0, 30, (0.555, 0.05), 1) == pytest.approx(0.8325)
    assert low_area(1.0, 31, (0.555, 0.05), 2) == pytest.approx(16 * 0.555 * 0.05)


def test_net_free_area_of_the_reference():
    case = json.loads((CASES / "v01_nfa_150.json").read_text())
    i, wanted = case["inputs"], case["expected"]
    basis = Basis(i["floor_area"], 0.0, 0.0, i["eaves_length"], i["ridge_length"], 10.0)
    found = asked_by(rule_of("ratio-150"), basis)
    assert found.total == pytest.approx(wanted["total_m2"])
    assert found.low == pytest.approx(wanted["low_m2"])
    assert found.high == pytest.approx(wanted["high_m2"])
    assert found.low / basis.eaves * 1000 == pytest.approx(wanted["low_slot_mm"])
    assert found.high / basis.ridge * 1000 == pytest.approx(wanted["high_slot_mm"])


def test_a_total_counts_high_vents_up_to_their_share_alone():
    rule = rule_of("ratio-300")
    asked = asked_by(rule, Basis(150.0, 0, 0, 20.0, 10.0, 8.0))
    assert asked.total == pytest.approx(0.5)
    assert judge(rule, asked, 0.25, 0.25, 0.03).met
    # Five times what is asked at the ridge does not make up for the eaves.
    much = judge(rule, asked, 0.2, 2.5, 0.03)
    assert not much.low_met
    assert much.counted == pytest.approx(0.45)
    assert much.exhaust_over_intake
    # 39 % high is under the least share, 41 % is not.
    assert not judge(rule, asked, 0.4, 0.195, 0.03).high_met
    assert judge(rule, asked, 0.4, 0.205, 0.03).high_met
    assert not judge(rule, asked, 0.3, 0.25, 0.02).depth_met


def test_shares_of_the_slope_have_a_least_to_the_metre():
    rule = rule_of("slope-permille")
    short = asked_by(rule, Basis(0, 60.0, 60.0, 12.0, 12.0, 6.0))
    assert short.low == pytest.approx(12 * 0.02)
    assert short.high == pytest.approx(12 * 0.005)
    long = asked_by(rule, Basis(0, 240.0, 480.0, 12.0, 12.0, 20.0))
    assert long.low == pytest.approx(0.48)
    assert long.high == pytest.approx(0.24)
    flat = asked_by(rule_of("flat-permille"), Basis(100.0, 0, 0, 10.0, 10.0, 10.0))
    assert (flat.low, flat.high) == (0.2, 0.2)


@pytest.mark.parametrize(
    ("rule", "path", "pitch", "span", "word"),
    [
        ("slot-10", "cold-attic", 30, 9.0, ""), ("slot-10", "cold-attic", 30, 10.5, "10 m"),
        ("slot-10", "cold-attic", 36, 9.0, "pitches"), ("slot-25", "cold-slope", 10, 5.0, "not for"),
        ("flat-cold-5", "cold-flat", 2, 6.0, "5 m"), ("ratio-150", "cold-attic", 90, 99.0, ""),
    ],
)  # fmt: skip
def test_a_rule_says_where_it_does_not_fit(rule, path, pitch, span, word):
    found = unfit(rule_of(rule), path, pitch, span)
    assert (word in found) if word else found == ""


def test_the_narrowest_place_is_the_least_of_vents_and_gaps():
    assert narrowest(0.01, 0.02, (0.05, 0.02), 0.55, 0.6) == (0.01, "low vent")
    assert narrowest(0.03, 0.02, (0.05, 0.02), 0.55, 0.6) == (
        pytest.approx(0.018333333),
        "segment 2",
    )
    assert narrowest(0.03, 0.002, (0.05,), 0.55, 0.6)[1] == "high vent"


def test_screens_by_their_geometry():
    for row in SCREENS:
        if row.source == "geometry" and row.id.startswith("mesh"):
            opening = row.clear * 1000
            wire = float(row.name.split("wire ")[1])
            assert row.net == pytest.approx(mesh(opening, wire), abs=0.006)
    assert holes(3.0, 5.0, staggered=True) == pytest.approx(
        3.14159 / (2 * sqrt(3)) * 0.36, rel=1e-4
    )
    assert holes(3.0, 5.0, staggered=False) == pytest.approx(3.14159 / 4 * 0.36, rel=1e-4)
    assert louvre(0.05, 45.0, 0.002) == pytest.approx(0.6671, abs=1e-4)
    assert louvre(0.05, 89.0, 0.002) == 0.0
    with pytest.raises(ValueRefused, match="diameter of the holes"):
        holes(6.0, 5.0, staggered=True)


def test_screens_in_one_vent_multiply_for_codes_and_add_their_drops_for_the_air():
    one, two = Obstruction(row="mesh-3.2"), Obstruction(row="louvre-table")
    assert net_share((one, two)) == pytest.approx(0.71 * 0.9 * 0.5)
    wanted = 1 / sqrt(1 / (0.71 * 0.9) ** 2 + 1 / 0.5**2)
    assert flow_share((one, two)) == pytest.approx(wanted)
    assert flow_share((one, Obstruction(row="foam-filler"))) == 0.0
    assert net_share(()) == flow_share(()) == 1.0
    own = Obstruction(opening=0.002, wire=0.0005, fouling=0.8)
    assert net_share((own,)) == pytest.approx(0.64 * 0.8)
    with pytest.raises(ValueRefused, match="table of net areas"):
        net_share((Obstruction(row="no-such"),))


def test_figures_of_tables_that_a_project_states_otherwise():
    own = tables_with((
        TableValue(row="mesh-3.2", column="net", value=0.6, source="maker"),
        TableValue(row="ratio-150", column="depth", value=0.05),
        TableValue(row="mesh-3.2", column="no-such-column", value=1.0),
        TableValue(row="no-such-row", column="net", value=1.0),
    ))  # fmt: skip
    assert own.screen("mesh-3.2").net == 0.6
    assert own.screen("mesh-3.2").source == "maker"
    assert own.rule("ratio-150").depth == 0.05
    assert not own.rule("ratio-150").confirm
    assert own.rule("ratio-300") == rule_of("ratio-300")
    assert all(rule.confirm for rule in RULES)


def test_losses_by_hand():
    assert widening(0.025, 0.05) == pytest.approx(0.25)
    assert notch(0.02, 0.01) == pytest.approx(1 + 0.5 * 4)
    assert notch(0.02, 0.02) == pytest.approx(0.5)


def test_an_attic_with_two_equal_vents_is_the_closed_form():
    vents = (AtticVent("low", 0.1, 0.0, discharge=0.6), AtticVent("high", 0.1, 3.0, discharge=0.6))
    attic = Attic(vents, ceiling=20.0, roof=500.0, t_below=20.0, t_sol=60.0)
    found = attic_flow(attic, Outside(25.0))
    out, inside = air_density(25.0), air_density(found.temperature)
    drive = 9.81 * 3.0 * (out - inside)
    # m²/(2 (C_d A)²) (1/ρ_e + 1/ρ_a) = drive
    wanted = 0.06 * sqrt(2 * drive / (1 / out + 1 / inside))
    assert found.exchange == pytest.approx(wanted, rel=1e-9)
    assert found.flows[0] == pytest.approx(-found.flows[1], rel=1e-9)
    gained = 20.0 * (20 - found.temperature) + 500.0 * (60 - found.temperature)
    assert gained == pytest.approx(found.carried, rel=1e-9)
    assert found.carried == pytest.approx(found.exchange * CP * (found.temperature - 25), rel=1e-12)
    alone = attic_flow(replace(attic, vents=vents[:1]), Outside(25.0))
    assert alone.exchange == 0.0
    assert alone.temperature == pytest.approx((20 * 20 + 500 * 60) / 520)
    with pytest.raises(ValueRefused, match="conductance"):
        attic_flow(replace(attic, ceiling=0.0, roof=0.0), Outside(25.0))


def test_middle_vents_cut_the_air_short_only_where_they_let_it_out_beside_the_ridge():
    low, high = AtticVent("low", 0.3, 0.0), AtticVent("high", 0.02, 4.0)
    gable = AtticVent("gable", 0.3, 2.0)
    attic = Attic((low, high, gable), 20.0, 500.0, 20.0, 60.0)
    assert (cut_short(attic, Outside(25.0), ["low"], ["gable"]) or 0) > 1  # the ridge was too small
    large = replace(
        attic, vents=(replace(low, area=0.05), replace(high, area=0.5), replace(gable, area=0.6))
    )
    assert (cut_short(large, Outside(25.0), ["low"], ["gable"]) or 9) < 0.7
    assert cut_short(attic, Outside(25.0), ["low"], []) is None
    # Wind on one gable and suction on the other drive air through without the eaves.
    blown = replace(
        attic, vents=(low, replace(gable, wind=3.0), AtticVent("lee", 0.3, 2.0, wind=-3.0))
    )
    assert attic_flow(blown, Outside(25.0)).exchange > attic_flow(attic, Outside(25.0)).exchange


def test_snow_melts_only_where_its_underside_would_pass_zero():
    snow = Snow(0.3, 200.0)
    assert snow.conductivity == pytest.approx(2.224 * 0.2**1.885)
    assert snow.resistance == pytest.approx(0.3 / snow.conductivity + 0.04)
    cold = melt_under(snow, Under(10.0, 100.0, 0.3, 1.0, 20.0), -15.0)
    assert cold.heat == 0.0
    assert cold.t_snow < 0
    leaky = Under(60.0, 100.0, 0.3, 0.02, 20.0)
    warm = melt_under(snow, leaky, -2.0)
    assert warm.t_snow == 0.0
    # Heat in from rooms = heat to melting and through the snow + carried by air.
    to_snow = 100.0 * (warm.t_air - 0.0) / 0.3
    assert 60.0 * (20 - warm.t_air) == pytest.approx(
        to_snow + 0.02 * CP * (warm.t_air + 2.0), rel=1e-12
    )
    assert warm.heat == pytest.approx(warm.t_air / 0.3 - 2.0 / snow.resistance, rel=1e-12)


def test_ice_is_the_lesser_of_melt_and_frost_and_the_worst_spell_is_neither_mild_nor_bitter():
    snow, eaves = Snow(0.3), Eaves(6.0, 0.5)
    leaky = Under(60.0, 100.0, 0.3, 0.02, 20.0)
    near = ice_in(snow, leaky, eaves, -0.1, 86400.0)
    assert near.runs_off > 0
    assert near.ice == pytest.approx(0.1 * (1 / 0.18 + 1 / snow.resistance) * 86400 / 334000 * 0.5)
    worst = worst_ice(snow, leaky, eaves, -20.0)
    assert -20.0 < worst.outside < -0.05
    for outside in (-20.0, -10.0, -0.05):
        assert worst.ice >= ice_in(snow, leaky, eaves, outside, 5 * 86400.0).ice
    assert ice_in(snow, Under(2.0, 100.0, 0.3, 2.0, 20.0), eaves, -5.0, 86400.0).ice == 0.0
    assert ice_sheet(0.4, 0.2, 60.0) == pytest.approx(2.4)


def test_the_sun_stands_where_it_must():
    noon = sun_at(50.0, 172, 12.0)
    assert noon.elevation == pytest.approx(63.45, abs=0.1)
    assert noon.azimuth == pytest.approx(180.0, abs=1e-6)
    assert sun_at(50.0, 81, 6.0).azimuth == pytest.approx(90.0, abs=1.0)
    assert clear_sun(sun_at(50.0, 172, 0.0), 30.0, 180.0) == 0.0
    south, north = (clear_sun(noon, 40.0, azimuth) for azimuth in (180.0, 0.0))
    assert south > north > 0
    # Haurwitz on the level at noon: 1098 s exp(-0.057/s).
    s = 0.8945
    assert clear_sun(noon, 0.0, 0.0) == pytest.approx(
        1098 * s * 2.718281828 ** (-0.057 / s), rel=1e-3
    )
