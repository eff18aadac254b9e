# SPDX-License-Identifier: GPL-3.0-or-later
"""The hourly engine against closed forms, published cases, other implementations, and laws of its own."""

import json

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from core.slabs import (
    AT_ONCE,
    DATA,
    FIXED,
    Ran,
    curves,
    hours_of,
    hyperbola,
    linear,
    table,
    uptake,
    zipped,
)
from glacis.core.hourly.case import Case, Sheet, Slab
from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.engine.edges import leaked
from glacis.core.hourly.functions import Hygric, curves_of, water_of, wood_moisture
from glacis.core.hourly.grid import graded
from glacis.core.moisture.air import saturation_pressure

A = linear(50.0, 150.0, 0.13, 600.0 * 1600.0)
B = linear(1.0, 1.5, 0.04, 50.0 * 1000.0)
C = linear(20.0, 8.0, 0.2, 850.0 * 850.0)


def layers(*, start: float = 0.5, cells: tuple[int, int, int] = (8, 20, 5)) -> tuple[Slab, ...]:
    slabs = zip((A, B, C), (0.022, 0.2, 0.0125), cells, strict=True)
    return tuple(Slab(matter, d, n, start, finest=1.0) for matter, d, n in slabs)


def test_steady_heat_is_that_of_resistances_in_series():
    tight = {"beta_out": 1e-20, "beta_in": 1e-20}
    found = Ran(Case(layers()), hours_of(2000, t_out=-5.0, phi_out=0.5, h_in=7.7, **tight))
    rows = {row["quantity"]: float(row["analytical"]) for row in table("a_steady_heat.csv")}
    flow = found.booked[-1, col.HEAT_IN] / 3600
    assert flow == pytest.approx(rows["q_W_m2"], rel=2e-3)
    assert -5.0 + flow / 25.0 == pytest.approx(rows["T_ext_surface_C"], abs=1e-3)
    assert -found.booked[-1, col.HEAT_OUT] / 3600 == pytest.approx(flow, rel=1e-5)


def test_steady_vapour_is_that_of_resistances_in_series():
    fixed = tuple(
        Slab(linear(a, mu, 1.0, FIXED), d, n, 0.5, finest=1.0)
        for a, mu, d, n in ((50.0, 150.0, 0.022, 8), (1.0, 1.5, 0.2, 20), (20.0, 8.0, 0.0125, 5))
    )
    case = Case(fixed, {1: Sheet(2.0, 2.0)}, outer=Sheet(0.5), temperature=20.0)
    found = Ran(case, hours_of(40000, phi_out=0.4, phi_in=0.8, beta_in=3e-8))
    wanted = float(table("b_steady_vapour.csv")[0]["analytical"])
    assert found.booked[-1, col.BY_IN] / 3600 == pytest.approx(wanted, rel=1e-6)
    assert -found.booked[-1, col.BY_OUT] / 3600 == pytest.approx(wanted, rel=1e-6)


def test_a_temperature_wave_goes_into_a_slab_as_the_closed_form_says():
    # a quarter of the conductivity makes an hour of the engine a quarter of an hour of the slab
    case = Case(
        (Slab(linear(10.0, 10.0, 0.25, 2e6 - 4180 * 5.0), 0.3, 200, finest=1.0),), temperature=0.0
    )
    steps = np.arange(21 * 24 * 4)
    wave = 10 * np.sinc(1 / 96) * np.cos(2 * np.pi / 96 * (steps + 0.5))
    films = {"h_out": AT_ONCE["h"], "h_in": AT_ONCE["h"], "beta_out": 1e-20, "beta_in": 1e-20}
    hours = hours_of(len(steps), t_out=wave, t_in=0.0, **films)
    found = Ran(case, hours)
    for row in table("c_periodic_heat.csv"):
        if float(row["hour_of_day_21"]) == 0:
            continue
        at = 20 * 96 + round(float(row["hour_of_day_21"]) * 4) - 1
        depth = float(row["depth_m"])
        here = np.interp(depth, found.depths, found.kept[at, 0])
        assert here == pytest.approx(float(row["T_analytical_C"]), abs=0.03)


def semi_infinite(most: float, count: int, finest: float) -> tuple[float, ...]:
    """Cells that grow by a constant ratio from the surface."""
    low, high = 1.0, 3.0
    for _ in range(200):
        ratio = (low + high) / 2
        low, high = (
            (ratio, high) if finest * (ratio**count - 1) / (ratio - 1) < most else (low, ratio)
        )
    return tuple(finest * ratio**k for k in range(count))


def test_a_step_of_humidity_goes_in_as_the_error_function():
    matter = linear(100.0, 10.0, 1.0, FIXED)
    cells = semi_infinite(1.0, 120, 0.0005)
    case = Case((Slab(matter, 1.0, 120, 0.5, widths=cells),), temperature=20.0)
    found = Ran(case, hours_of(24 * 100, phi_out=0.9, phi_in=0.5, beta_out=1.0, beta_in=1e-20))
    for row in table("d_linear_moisture_step.csv"):
        day = int(float(row["day"]))
        if day > 100 or not row["depth_m"].replace(".", "").isdigit():
            continue
        here = np.interp(float(row["depth_m"]), found.depths, found.kept[24 * day - 1, 1]) / 100
        assert here == pytest.approx(float(row["phi_analytical"]), abs=4e-4)


def test_a_wet_slab_dries_as_two_other_methods_have_it():
    brick = hyperbola(
        200.0, 1.02, mu=12.0, heat=FIXED, conductivity=0.6, liquid=uptake(0.03, 200.0)
    )
    case = Case((Slab(brick, 0.1, 60, 0.995, finest=0.0005),), temperature=20.0)
    found = Ran(case, hours_of(24 * 120, h_out=8.0, beta_out=2e-8, beta_in=2e-8))
    assert abs(found.unbalanced) < 1e-11
    for row in table("e_drying_isothermal.csv"):
        day = float(row["day"])
        if row["quantity"] != "mean" or day < 1:
            continue
        mean = found.water(round(24 * day) - 1) / 0.1
        assert mean == pytest.approx(float(row["w_chebyshev_kg_m3"]), abs=0.15)


def annex_a() -> tuple:
    """The material of the standard's case."""
    water = np.concatenate((np.linspace(1.0, 145.99, 40001), [146.0]))
    suction = ((146 / water) ** (1 / 0.375) - 1) ** (1 / 1.6) / 8e-8
    fine = np.concatenate(([0.0], water, [160.0]))
    held = np.concatenate(([suction[0] * 1.01], suction, [suction[-1] - 1e3]))

    def resistance(w):
        empty = np.maximum(1e-4, 1 - w / 146)
        delta = 0.018 / (8.314 * 293.15) * 26.1e-6 / 200 * empty / (0.503 * empty**2 + 0.497)
        return 2e-10 / delta

    def conducted(w):
        x = np.minimum(w, 146.0) - 73
        k = -39.2619 + x * (0.0704 + x * (-1.742e-4 + x * (-2.7953e-6 + x * (-1.1566e-7 + x * 2.5969e-9))))  # fmt: skip
        steep = np.abs(np.gradient(np.interp(w, fine, held), w))
        return np.exp(k) * steep

    made = curves(
        fine, held / (1000 * 461.5), 146.0, mu=resistance, heat=1.824e6, conductivity=lambda w: 1.5 + 0.0158 * w,
        liquid=conducted, scale=10.0, retention=True,
    )  # fmt: skip
    start = float(np.interp(-np.log(0.5) * 1000 * 461.5 * 293.15, suction[::-1], water[::-1]))
    return made, start


def test_the_case_of_the_standard_after_a_week_a_month_and_a_year():
    matter, start = annex_a()
    cells = semi_infinite(60.0, 160, 0.001)
    slab = Slab(matter, 60.0, 160, start_water=start, widths=cells)
    hours = hours_of(365 * 24, t_out=30.0, phi_out=0.95, h_out=1e7, beta_out=1.0, h_in=1e-9, beta_in=1e-25)  # fmt: skip
    found = Ran(Case((slab,), temperature=20.0), hours)
    assert found.done == len(hours)
    for row in table("en15026_annexA.csv"):
        at, depth = round(24 * float(row["day"])) - 1, float(row["depth_m"])
        wanted = float(row["similarity_bvp"])
        if row["quantity"] == "T":
            assert np.interp(depth, found.depths, found.kept[at, 0]) == pytest.approx(
                wanted, abs=0.05
            )
        elif row["quantity"] == "w" and depth >= 0.01:
            assert np.interp(depth, found.depths, found.kept[at, 1]) == pytest.approx(
                wanted, abs=0.6
            )


def flat_roof(
    cells: tuple[int, int, int], finest: tuple[float, float, float]
) -> tuple[Case, np.ndarray]:
    """The reference roof: membrane, strand board, fibre, gypsum, without a retarder."""
    deck = hyperbola(
        550.0, 1.05, heat=600.0 * 1600.0, conductivity=lambda w: 0.13 + 0.0002 * w, liquid=uptake(0.002, 550.0),
        mu=lambda w: 1 / (1 / 200 + (1 / 40 - 1 / 200) * np.minimum(1, 1.05 * w / (550 * 0.05 + w)) ** 3),
    )  # fmt: skip
    fibre = hyperbola(
        300.0, 1.0051, mu=1.5, heat=50.0 * 2000.0, conductivity=lambda w: 0.038 + 0.0005 * w,
        liquid=uptake(0.003, 300.0),
    )  # fmt: skip
    gypsum = hyperbola(
        400.0,
        1.0038,
        mu=10.0,
        heat=850.0 * 850.0,
        conductivity=lambda w: 0.2 + 0.001 * w,
        liquid=uptake(0.05, 400.0),
    )
    slabs = tuple(
        Slab(matter, d, n, 0.65, finest=f)
        for matter, d, n, f in zip(
            (deck, fibre, gypsum), (0.022, 0.24, 0.0125), cells, finest, strict=True
        )
    )
    year = zipped("climate.csv.gz")
    hours = hours_of(
        8760, t_out=year["mean_T_e"], phi_out=year["mean_phi_e"], t_in=year["mean_T_i"], phi_in=year["mean_phi_i"],
        h_out=19.0, beta_out=1.4e-7, GAIN=0.7 * year["mean_solar"] - 0.9 * year["mean_sky"],
    )  # fmt: skip
    return Case(slabs, outer=Sheet(300.0), temperature=15.0), np.tile(hours, (3, 1))


@pytest.mark.parametrize(
    ("cells", "finest", "near"),
    [((24, 44, 12), (2e-4, 2e-4, 2e-4), 0.02), ((14, 18, 4), (3e-4, 1.5e-3, 1e-3), 0.06)],
)
def test_a_flat_roof_over_three_years_is_as_640_cells_have_it(cells, finest, near):
    case, hours = flat_roof(cells, finest)
    found = Ran(case, hours)
    deck = found.made.spans[0]
    widths = found.made.widths[slice(*deck)]
    for row in table("roof.csv")[1:]:
        held = found.kept[round(float(row["t_h"])) - 1, 1, slice(*deck)]
        mass = 100 * (held * widths).sum() / 0.022 / 600
        assert mass == pytest.approx(float(row["hourmean_held__deck_mass_pct"]), abs=near)
    assert abs(found.unbalanced) < 4e-12
    assert found.halvings == 0


def test_half_the_step_changes_the_deck_by_less_than_a_hundredth_of_a_percent():
    case, hours = flat_roof((14, 18, 4), (3e-4, 1.5e-3, 1e-3))
    once, twice = (Ran(case, hours[:8760], parts) for parts in (1, 2))
    deck, widths = slice(*once.made.spans[0]), once.made.widths[:14]
    masses = [100 * (r.kept[:, 1, deck] * widths).sum(axis=1) / 0.022 / 600 for r in (once, twice)]
    assert np.abs(masses[0] - masses[1]).max() < 0.02
    days = [r.kept[:, 0, 0].reshape(-1, 24).mean(axis=1) for r in (once, twice)]
    assert np.abs(days[0] - days[1]).max() < 0.05


def test_the_plain_twin_takes_the_same_steps():
    from glacis.core.hourly.engine import blocks

    random = np.random.default_rng(3)
    low, mid, up = (random.normal(size=(6, 4)) for _ in range(3))
    mid[:, [0, 3]] += 8
    right = random.normal(size=(6, 2))
    whole = np.zeros((12, 12))
    for k in range(6):
        whole[2 * k : 2 * k + 2, 2 * k : 2 * k + 2] = mid[k].reshape(2, 2)
        if k:
            whole[2 * k : 2 * k + 2, 2 * k - 2 : 2 * k] = low[k].reshape(2, 2)
        if k < 5:
            whole[2 * k : 2 * k + 2, 2 * k + 2 : 2 * k + 4] = up[k].reshape(2, 2)
    wanted = np.linalg.solve(whole, right.ravel()).reshape(6, 2)
    for solve in (blocks.solve, getattr(blocks.solve, "py_func", blocks.solve)):
        found = right.copy()
        solve(low.copy(), mid.copy(), up.copy(), found)
        assert found == pytest.approx(wanted, rel=1e-10)


def test_a_vented_cavity_rests_where_its_balance_has_it():
    case = json.loads((DATA / "ca01_cold_night.json").read_text())
    asked, wanted = case["inputs"], case["expected"]
    depth = asked["depth_m"]
    outside, inside = asked["sd_outer"] / 2e-10, asked["sd_inner"] / 2e-10
    air = linear(0.0173, 0.01 / depth, 100.0, 1000.0)
    film = asked["h_outside"]
    slab = Slab(air, depth, 1, 0.7)
    sol = asked["T_e"] + asked["net_radiation_absorbed_outside"] / film
    # conductances are from air to air: both go into the sheets, the films into the sheets' far sides
    made = Case(
        (slab,), cavity=0, temperature=-2.0, outer=Sheet(0.0, resistance=1 / asked["U_outer"] - 1 / film),
        inner=Sheet(0.0, resistance=1 / asked["U_inner"] - 1 / 8),
    )  # fmt: skip
    hours = hours_of(
        400, t_out=asked["T_e"], phi_out=asked["phi_e"], t_in=asked["T_i"], phi_in=asked["phi_i"], h_out=film,
        beta_out=1 / outside, h_in=8.0, beta_in=1 / inside, AIR=asked["air_changes_per_h"],
        GAIN=(sol - asked["T_e"]) * film,
    )  # fmt: skip
    found = Ran(made, hours)
    t = found.kept[-1, 0, 0]
    assert t == pytest.approx(wanted["T_cavity"], abs=2e-3)
    p = found.kept[-1, 1, 0] / 0.0173 * saturation_pressure(t)
    assert p == pytest.approx(wanted["p_cavity"], rel=1e-3)
    carried = -found.booked[-1, col.BY_CAVITY] * 1000
    assert carried == pytest.approx(wanted["water_carried_off_g_m2h"], rel=0.01)


def test_leaking_air_leaves_what_the_months_say():
    case = json.loads((DATA / "le01_class_B_5m.json").read_text())
    asked, wanted = case["inputs"], case["expected"]
    hour, out = np.zeros(col.HOUR_COLUMNS), np.zeros(10)
    hour[col.T_IN] = asked["T_i"]
    hour[col.P_IN] = asked["phi_i"] * saturation_pressure(asked["T_i"])
    days = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
    for month, (t_e, t_plane) in enumerate(zip(asked["T_e"], asked["T_plane"], strict=True)):
        drive = 353 * 9.81 * asked["connected_height_m"] / 2
        drive *= 1 / (t_e + 273.15) - 1 / (asked["T_i"] + 273.15)
        hour[col.LEAK_AIR] = asked["k_CL_m3_m2hPa"] * drive / 3600
        left = leaked(t_plane, hour, 1.0, out) * 86400 * days[month] * 1000
        assert left == pytest.approx(wanted["monthly_g_m2"][month], abs=0.05)


SOFTWOOD = Hygric("softwood", 450, 1600, 0.12, 1.5, "wood", 1.0, 600, 50, 20, 0.003, wooden=True)
WOOL = Hygric("wool", 30, 1030, 0.035, 4, "hyperbola", 0.24, 200, 1, 1)
BRICK = Hygric("brick", 1700, 900, 0.6, 4, "hyperbola", 8, 200, 14, 10, 0.15)


@pytest.mark.parametrize("matter", [SOFTWOOD, WOOL, BRICK], ids=lambda m: m.name)
def test_every_function_of_a_material_rises_and_passes_its_figures(matter):
    made = curves_of(matter)
    assert (np.diff(made.humidity) > 0).all()
    assert (np.diff(made.potential) >= 0).all()
    assert float(water_of(matter, 1.0)) == pytest.approx(matter.full, rel=1e-9)
    if matter.sorption == "hyperbola":
        assert float(water_of(matter, 0.8)) == pytest.approx(matter.amount, rel=1e-9)
    assert 1 / made.inverse_mu[0] == pytest.approx(matter.mu_dry)
    assert float(wood_moisture(0.65)) == pytest.approx(0.120, abs=5e-4)


@given(st.floats(0.002, 0.4), st.integers(1, 40), st.floats(1e-4, 2e-3))
def test_cells_fill_their_layer_and_are_finest_at_both_faces(thickness, count, finest):
    found = graded(thickness, count, finest)
    assert found.sum() == pytest.approx(thickness, rel=1e-9)
    assert found == pytest.approx(found[::-1], rel=1e-6)
    assert found.min() == pytest.approx(found[0], rel=1e-9)


def some_roof(seed: int, *, wet: bool) -> tuple[Case, np.ndarray]:
    """Any build-up under any weather, with leaks and rain."""
    random = np.random.default_rng(seed)
    matters = [SOFTWOOD, WOOL, BRICK]
    slabs = tuple(
        Slab(matters[random.integers(3)], float(random.uniform(0.01, 0.2)), int(random.integers(3, 14)),
             float(random.uniform(0.3, 0.95)))
        for _ in range(int(random.integers(1, 4)))
    )  # fmt: skip
    sheets = {k: Sheet(float(10 ** random.uniform(-2, 2)), 0.1, ("alike", "by humidity", "one way")[random.integers(3)])
              for k in range(len(slabs) - 1) if random.random() < 0.5}  # fmt: skip
    hour = np.arange(24 * 40)
    hours = hours_of(
        len(hour), t_out=5 + 15 * np.sin(hour / 3.8) + random.normal(size=len(hour)), phi_out=0.8, phi_in=0.6,
        GAIN=np.maximum(0, 600 * np.sin(hour / 3.8)), EMIT=0.9, L_IN=280.0, RAIN=np.where(hour % 50 < 4, 1e-3, 0.0),
        LEAK_AIR=1e-5 * wet, LEAK_RAIN=np.where(hour % 50 < 4, 2e-4, 0.0) * wet,
    )  # fmt: skip
    case = Case(
        slabs, sheets, absorbs=wet, leak=0 if wet else -1, wetted=len(slabs) - 1 if wet else -1
    )
    return case, hours


def test_what_cannot_be_followed_keeps_what_was_computed():
    # Two soaked shells of brick, 30 mm each, with rain on and in them: the one of many roofs that ended early.
    case, hours = some_roof(15981, wet=True)
    found = Ran(case, hours)
    assert 0 < found.done <= len(hours)
    kept = found.kept[: found.done]
    assert np.isfinite(kept).all()
    assert (kept[:, 1] > 0).all()


@settings(max_examples=25, deadline=None, derandomize=True)
@given(st.integers(0, 10**6), st.booleans())
def test_any_roof_keeps_its_books_and_its_water_within_bounds(seed, wet):
    case, hours = some_roof(seed, wet=wet)
    found = Ran(case, hours)
    assert found.done == len(hours)
    assert np.isfinite(found.kept).all()
    assert (found.kept[:, 1] > 0).all()
    assert abs(found.unbalanced) < 1e-10 * max(1.0, found.water())
    assert (found.kept[:, 0] > -80).all()
    assert (found.kept[:, 0] < 120).all()


def test_a_layer_cut_in_two_and_a_mirrored_roof_are_the_same_roof():
    hours = hours_of(
        3000, t_out=2.0, phi_out=0.9, t_in=20.0, phi_in=0.5, h_out=8.0, beta_out=2.5e-8
    )
    whole = Ran(Case((Slab(SOFTWOOD, 0.04, 40, finest=1e-3),)), hours)
    cut = Ran(
        Case((Slab(SOFTWOOD, 0.02, 20, finest=1e-3), Slab(SOFTWOOD, 0.02, 20, finest=1e-3))), hours
    )
    assert cut.water() == pytest.approx(whole.water(), rel=1e-3)
    turned = hours.copy()
    turned[:, [col.T_OUT, col.P_OUT]] = hours[:, [col.T_IN, col.P_IN]]
    turned[:, [col.T_IN, col.P_IN]] = hours[:, [col.T_OUT, col.P_OUT]]
    mirrored = Ran(Case((Slab(SOFTWOOD, 0.04, 40, finest=1e-3),)), turned)
    assert mirrored.water() == pytest.approx(whole.water(), rel=1e-7)


def test_weather_that_is_no_number_stops_the_run_there():
    case, hours = flat_roof((14, 18, 4), (3e-4, 1.5e-3, 1e-3))
    hours = hours[:200].copy()
    hours[120, col.T_OUT] = np.nan
    found = Ran(case, hours)
    assert found.done == 120
    assert np.isfinite(found.state).all()
