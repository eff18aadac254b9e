# SPDX-License-Identifier: GPL-3.0-or-later
"""Air through one bay, against reference cases, closed forms, an ordinary solver, and the laws of the page."""

import json
from math import exp, radians, sin
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.integrate import quad

from glacis.core.air.channel import (
    Bay,
    Mouth,
    Outside,
    Segment,
    air_density,
    flow_through,
    outside_film,
    shut,
    sol_air,
)
from glacis.core.air.drying import dried, humidity_ratio
from glacis.core.air.engine import march as engine
from glacis.core.air.states import Hours, by_hour
from glacis.core.climate.atmosphere import air_pressure
from glacis.core.errors import ValueRefused

CASES = Path(__file__).parents[1] / "data" / "air"
FINE = 0.05


def case(name: str) -> dict:
    return json.loads((CASES / f"{name}.json").read_text())


def bay_of(stated: dict) -> tuple[Bay, Outside]:
    segments = tuple(
        Segment(s["L"], s["depth"], s["pitch_deg"], s["R_top"], s["R_bottom"], s["t_sol"], s["t_below"],
                s.get("zeta", 0.0))
        for s in stated["segments"]
    )  # fmt: skip
    ends = (Mouth(stated[end]["A_net"], stated[end]["Cd"]) for end in ("low", "high"))
    return Bay(segments, stated["width"], stated["pitch_spacing"], *ends), Outside(stated["te"])


def roof(pitch=35.0, length=6.0, depth=0.05, sol=74.0, below=25.0, area=0.006) -> Bay:
    segment = Segment(length, depth, pitch, 0.089, 6.0, sol, below)
    return Bay((segment,), 0.55, 0.6, Mouth(area), Mouth(area))


SUMMER = Outside(32.0)


def test_a_path_of_three_segments_is_that_of_the_reference():
    stated = case("v20_three_segments")
    bay, outside = bay_of(stated["inputs"])
    found, wanted = flow_through(bay, outside, cell=FINE), stated["expected"]
    assert found.mass == pytest.approx(wanted["mass_kg_s"], rel=1e-5)
    for mine, name in (
        (found.volume * 3600, "flow_m3_h"), (found.per_area * 3600, "flow_m3_h_per_m2"),
        (found.air_changes * 3600, "ach_1_h"), (found.t_exit, "t_exit"), (found.buoyancy, "dp_buoyancy"),
        (found.inlet, "dp_in"), (found.outlet, "dp_out"),
        (found.heat_carried, "heat_removed_W"), (found.heat_down, "q_down_mean"),
    ):  # fmt: skip
        assert mine == pytest.approx(wanted[name], rel=2e-5), name
    assert found.friction == pytest.approx(
        wanted["dp_friction"], rel=3e-4
    )  # grows finer with cells
    assert len(found.stable) == 1
    for state, theirs in zip(found.segments, wanted["segments"], strict=True):
        for value, name in (
            (state.t_in, "t_in"), (state.t_out, "t_out"), (state.t_air, "t_mean"), (state.t_top, "t_top_mean"),
            (state.t_bottom, "t_bottom_mean"), (state.heat_down, "q_down"), (state.h_c, "h_c"),
            (state.h_r, "h_r"), (state.friction, "f"), (state.reynolds, "Re"), (state.speed, "v"),
        ):  # fmt: skip
            assert value == pytest.approx(theirs[name], rel=2e-5), name
    # With cells of half a metre, as a window solves it while a hand drags.
    assert flow_through(bay, outside).mass == pytest.approx(found.mass, rel=3e-3)


def test_a_hot_still_day_is_that_of_the_reference_open_and_shut():
    stated = case("v22_hot_still_day")
    bay, outside = bay_of(stated["inputs"]["vented"])
    vented, closed = flow_through(bay, outside, cell=FINE), flow_through(shut(bay), outside)
    wanted = stated["expected"]
    assert vented.mass == pytest.approx(wanted["vented"]["mass_kg_s"], rel=1e-8)
    assert closed.heat_down == pytest.approx(wanted["unvented"]["q_down_mean"], rel=1e-8)
    assert closed.heat_down - vented.heat_down == pytest.approx(
        wanted["ceiling_gain_saved_W_m2"], rel=1e-6
    )
    cooler = closed.segments[0].t_top - vented.segments[0].t_top
    assert cooler == pytest.approx(wanted["covering_underside_cooler_K"][0], rel=1e-6)
    # Closed form: two still films in series with radiation beside them.
    state, segment = closed.segments[0], bay.segments[0]
    across = 1 / (state.h_c / 2 + state.h_r)
    q = (segment.t_sol - segment.t_below) / (segment.r_top + across + segment.r_bottom)
    assert closed.heat_down == pytest.approx(q, rel=1e-10)


def test_an_open_cavity_taken_as_one_cell_is_that_of_the_reference_which_lumps_it():
    stated = case("v04_summer_open")
    i = stated["inputs"]
    wide = 20.0
    losses = i["zeta_in"] + i["zeta_out"]
    segment = Segment(i["L"], i["gap"], i["pitch_deg"], i["R_top"], i["R_bottom"], i["t_sol"], i["ti"],
                      zeta=losses, e_top=0.0, e_bottom=0.0)  # fmt: skip
    bay = Bay((segment,), wide, wide * 1.001, Mouth(1e4, 1.0), Mouth(1e4, 1.0))
    found = flow_through(bay, Outside(i["te"]), exchange=i["hc"], cell=100.0)
    # The reference has no sides: at 20 m of width they make 0.25 % of the hydraulic diameter.
    wanted = stated["expected"]
    assert found.mass / wide == pytest.approx(wanted["mass_kg_s_per_m"], rel=3e-3)
    assert found.t_exit == pytest.approx(wanted["t_exit"], abs=0.05)
    assert found.segments[0].t_air == pytest.approx(wanted["t_mean"], abs=0.03)
    assert found.buoyancy == pytest.approx(wanted["dp_buoyancy"], rel=3e-3)
    assert found.heat_carried / wide == pytest.approx(wanted["heat_removed_W_per_m"], rel=3e-3)
    fine = flow_through(bay, Outside(i["te"]), exchange=i["hc"], cell=FINE)
    assert fine.mass == pytest.approx(found.mass, rel=0.01)


def test_air_warms_by_the_exponential_of_a_plain_channel():
    # Without radiation and with faces held at one temperature each, T rises by 1 - exp(-K b L / (m c)).
    segment = Segment(7.0, 0.05, 40.0, 1e-9, 1e-9, 50.0, 50.0, e_top=0.0, e_bottom=0.0)
    bay = Bay((segment,), 0.5, 0.6, Mouth(0.01), Mouth(0.01))
    found = flow_through(bay, Outside(20.0), exchange=4.0)
    wanted = 50 - 30 * exp(-2 * 4.0 * 0.5 * 7.0 / (found.mass * engine.CP))
    assert found.t_exit == pytest.approx(wanted, rel=1e-7)
    # Buoyancy by quadrature of the density along the same exponential.
    k = 2 * 4.0 * 0.5 / (found.mass * engine.CP)
    rho = air_density(20.0)
    lift, _ = quad(lambda s: rho - air_density(50 - 30 * exp(-k * s)), 0, 7.0, epsabs=1e-12)
    fine = flow_through(bay, Outside(20.0), exchange=4.0, cell=0.01)
    assert fine.buoyancy == pytest.approx(9.81 * sin(radians(40)) * lift, rel=1e-4)


@given(
    pitch=st.floats(0.0, 70.0), length=st.floats(0.5, 15.0), depth=st.floats(0.01, 0.2),
    sol=st.floats(-30.0, 85.0), area=st.floats(1e-4, 0.02), wind=st.floats(-6.0, 6.0),
)  # fmt: skip
@settings(deadline=None, max_examples=60)
def test_heat_and_pressures_balance_whatever_the_bay(pitch, length, depth, sol, area, wind):
    bay = roof(pitch, length, depth, sol, 20.0, area)
    found = flow_through(bay, Outside(10.0, wind=wind))
    if found.mass == 0:
        assert found.heat_carried == found.heat_taken == 0
        return
    assert found.heat_taken == pytest.approx(found.heat_carried, rel=1e-9, abs=1e-9)
    way = 1 if found.mass > 0 else -1
    losses = found.inlet + found.friction + found.outlet
    assert way * (found.buoyancy + found.wind) == pytest.approx(losses, rel=1e-7, abs=1e-12)
    assert found.mass in found.stable


@pytest.mark.parametrize(
    "better", [{"pitch": 45.0}, {"sol": 80.0}, {"area": 0.008}, {"length": 8.0}], ids=str
)
def test_flow_rises_with_pitch_sun_opening_and_length(better):
    assert flow_through(roof(**better), SUMMER).mass > flow_through(roof(), SUMMER).mass


def test_flow_does_not_rise_with_depth_for_ever_and_air_changes_fall():
    deep = [flow_through(roof(depth=d, area=0.004), SUMMER) for d in (0.02, 0.04, 0.1, 0.2)]
    masses = [found.mass for found in deep]
    assert masses[1] > masses[0]
    assert masses[3] < masses[1]
    changes = [found.air_changes for found in deep]
    assert changes == sorted(changes, reverse=True)


def test_per_area_a_longer_bay_gets_less():
    short, long = flow_through(roof(length=3.0), SUMMER), flow_through(roof(length=12.0), SUMMER)
    assert long.mass > short.mass
    assert long.per_area < short.per_area


def test_no_vent_no_flow_and_no_drive_no_flow():
    bay = roof()
    for ends in ((0.0, 0.006), (0.006, 0.0), (0.0, 0.0)):
        still = replace(bay, low=Mouth(ends[0]), high=Mouth(ends[1]))
        assert flow_through(still, SUMMER).mass == 0.0
    level = replace(bay, segments=(replace(bay.segments[0], pitch=0.0),))
    assert flow_through(level, SUMMER).mass == 0.0


def test_a_sky_cooled_roof_flows_down_and_its_covering_is_wetted():
    cold = roof(sol=-12.0, below=18.0)
    found = flow_through(cold, Outside(-5.0))
    assert found.mass < 0
    assert found.buoyancy < 0
    assert found.t_exit is not None
    assert found.t_exit < -5.0
    face = found.segments[0].t_top
    width = 0.55 * 6.0
    taken = dried(found.mass, face, (-5.0, 0.9), (found.segments[0].h_c, width), 101325.0)
    assert taken < 0
    sunny = flow_through(roof(), SUMMER)
    assert dried(sunny.mass, sunny.segments[0].t_top, (32.0, 0.5), (2.0, width), 101325.0) > 0


def test_an_open_bay_turned_upside_down_flows_the_other_way_just_as_much():
    up = roof(pitch=30.0)
    down = replace(up, segments=(replace(up.segments[0], pitch=-30.0),))
    assert flow_through(down, SUMMER).mass == pytest.approx(
        -flow_through(up, SUMMER).mass, rel=1e-12
    )


def test_sun_against_wind_has_two_flows_and_keeps_the_one_it_had():
    bay = roof()
    winds = np.linspace(-0.5, -4.0, 30)
    both = [
        w
        for w in winds
        if len({m > 0 for m in flow_through(bay, Outside(32.0, wind=w)).stable}) == 2
    ]
    assert both, "somewhere sun and wind must both hold"
    windy = Outside(32.0, wind=both[0])
    found = flow_through(bay, windy)
    up, down = max(found.stable), min(found.stable)
    assert flow_through(bay, windy, before=0.001).mass == up
    assert flow_through(bay, windy, before=-0.001).mass == down
    hours = Hours(
        np.full(3, 32.0),
        np.full(3, 74.0),
        1e12,
        np.array([0.0, both[0], -9.0]),
        np.full(3, 25.0),
        101325.0,
    )
    followed = by_hour(bay, hours)[:, 0]
    assert followed[0] > 0
    assert followed[1] == pytest.approx(up, rel=1e-5)
    assert followed[2] < 0


def test_hours_are_what_each_gives_by_itself():
    bay = roof()
    te = np.array([20.0, 25.0, 30.0, 5.0])
    sol = np.array([40.0, 60.0, 75.0, -4.0])
    found = by_hour(bay, Hours(te, sol, 10.0, np.zeros(4), np.full(4, 21.0), 98000.0))
    for k in range(4):
        segment = replace(bay.segments[0], r_top=0.089 + 0.1, t_sol=sol[k], t_below=21.0)
        alone = flow_through(replace(bay, segments=(segment,)), Outside(te[k], 98000.0))
        assert found[k, 0] == pytest.approx(alone.mass, rel=1e-5)
        assert found[k, 1] == pytest.approx(alone.segments[0].t_top, abs=1e-3)
        assert found[k, 2] == pytest.approx(alone.segments[0].t_bottom, abs=1e-3)
        assert found[k, 3] == pytest.approx(alone.segments[0].t_air, abs=1e-3)


def test_a_box_over_a_soffit_has_outside_air_below_it_hour_by_hour():
    box = Segment(0.5, 0.05, 0.0, 0.0, 0.0, 0.0, 0.0, shaded=True)
    bay = roof()
    boxed = replace(bay, segments=(box, bay.segments[0]))
    hours = Hours(np.array([30.0]), np.array([70.0]), 10.0, np.zeros(1), np.array([21.0]), 101325.0)
    slope = replace(bay.segments[0], r_top=0.089 + 0.1, t_sol=70.0, t_below=21.0)
    level = replace(box, r_top=0.2, r_bottom=0.2, t_sol=31.0, t_below=30.0)
    alone = flow_through(replace(bay, segments=(level, slope)), Outside(30.0))
    assert by_hour(boxed, hours)[0, 0] == pytest.approx(alone.mass, rel=1e-5)


def test_constants_and_films_by_hand():
    assert air_pressure(0.0) == 101325.0
    assert air_pressure(1500.0) == pytest.approx(84556, rel=1e-4)  # ISO 2533, table 5
    assert air_density(15.0) == pytest.approx(1.225, rel=1e-4)
    # h_o = 4 + 4·1 + 4·0.9·5.67e-8·305.15³ = 13.80
    film = outside_film(1.0, 32.0)
    assert film == pytest.approx(13.80, abs=0.005)
    # The reference's covering: 32 + (0.85·900 − 0.9·63·cos 35°)/17.
    assert sol_air(32.0, 765.0, 17.0, 63 * 0.819152044) == pytest.approx(74.26788701, abs=1e-7)
    assert humidity_ratio(1000.0) == pytest.approx(0.622 * 1000 / 100325)
    # 96/Re between plates (Shah and London), 56.9 in a square duct, Blasius when it is turbulent.
    assert engine.friction(1000.0, 0.0) == pytest.approx(0.096)
    assert engine.friction(1000.0, 1.0) == pytest.approx(0.0569, rel=2e-3)
    assert engine.friction(1e5, 0.1) == pytest.approx(0.3164 * 1e5**-0.25)


@pytest.mark.parametrize(
    ("bad", "names"),
    [
        (replace(roof(), width=0.7), "width"),
        (roof(depth=0.001), "depth of segment 1"),
        (roof(depth=0.4), "5 to 300 mm"),
        (roof(length=0.0), "length of segment 1"),
        (replace(roof(), segments=()), "segments"),
    ],
)
def test_bays_that_cannot_be_are_refused_by_name(bad, names):
    with pytest.raises(ValueRefused, match=names):
        flow_through(bad, SUMMER)
