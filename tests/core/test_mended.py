# SPDX-License-Identifier: GPL-3.0-or-later
"""Faults once found by checkers, each against figures worked out here."""

from math import exp

import pytest
from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.climate.year import SECONDS
from glacis.core.heat.air_layers import DEEPEST
from glacis.core.heat.rules.voids import space_for
from glacis.core.model.document import Method, SetPoint
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, RoofSpaceLayer, SolidLayer
from glacis.core.moisture.monthly import MonthAir, run_year
from glacis.core.moisture.path import PathLayer, build_path
from support import MILD_HUMIDITY, analysed, analyser, climate, own_material, roof_project

GYPSUM = SolidLayer(id="g", material="gypsum-board", thickness=0.0125)
WOOL = SolidLayer(id="w", material="stone-wool-batt", thickness=0.2)
DECK = SolidLayer(id="d", material="plywood", thickness=0.018)
SHEET = MembraneLayer(id="s", material="bitumen-two-ply")
FRAMED = replace(WOOL, framing=Framing(material="softwood-dense", width=0.06, spacing=0.6))
VENTED = AirLayer(id="v", thickness=0.04, ventilation="well")
SLIGHT = AirLayer(id="a", thickness=0.05, ventilation="slight", opening=900e-6)
SLATE = SolidLayer(id="r", material="slate", thickness=0.008)


def test_water_is_judged_up_to_the_well_ventilated_layer_behind_a_slight_one():
    board = SolidLayer(id="b", material="oriented-strand-board", thickness=0.018)
    layers = (GYPSUM, WOOL, SLIGHT, board)
    project = roof_project(*layers, VENTED, SLATE)
    path = analysed(project).roof.monthly.path
    assert [layer.id for layer in path.layers] == [layer.id for layer in layers]
    assert path.total == pytest.approx(
        0.10 + 0.0125 / 0.25 + 0.2 / 0.035 + 0.16 + 0.018 / 0.13 + 0.10
    )


def saturation(theta: float) -> float:
    a, b = (17.269, 237.3) if theta >= 0 else (21.875, 265.5)
    return 610.5 * exp(a * theta / (b + theta))


TWO_SPELLS = (-3.2, -3.2, -3.2, -3.2, 8.0, 12.0, 14.0, 9.0, 4.0, -12.0, -10.0, -1.0)
"""Outside [°C]: four months of light frost, a long summer, two months of hard frost, a short thaw."""


def one_plane(outdoor: tuple[float, ...], inner_sd: float, outer_sd: float):
    """A path with one place where water can lie, its air, and what a wet plane gains by month."""
    layers = (
        PathLayer("in", "inside", 0.1, 0.2, inner_sd),
        PathLayer("out", "outside", 0.1, 0.2, outer_sd),
    )
    path = build_path(layers, 0.10, 0.04)
    air, gains = [], []
    for month, outside in enumerate(outdoor):
        inside, vapour = 0.5 * saturation(20.0), 0.8 * saturation(outside)
        air.append(MonthAir(20.0, outside, inside, vapour))
        full = saturation(20.0 - (20.0 - outside) * 0.3 / 0.54)
        arriving, leaving = (inside - full) / inner_sd, (full - vapour) / outer_sd
        gains.append(2e-10 * (arriving - leaving) * SECONDS[month])
    return path, tuple(air), gains


def thirty_years(gains: list[float]) -> tuple[list[float], list[float]]:
    """Water at the end of each month of the thirtieth year, and at the end of every year."""
    water = 0.0
    ends: list[float] = []
    last: list[float] = []
    for _ in range(30):
        last = []
        for gain in gains:
            water = max(0.0, water + gain)
            last.append(water)
        ends.append(water)
    return last, ends


@pytest.mark.parametrize(
    ("outer", "colder"),
    [(10.0, 0.0), (10.0, 2.0), (14.0, 3.0), (10.0, 9.0), (30.0, 9.0), (60.0, 12.0)],
)
@pytest.mark.parametrize("turn", range(0, 12, 3))
def test_two_cold_spells_a_year_are_judged_by_the_year_that_repeats(outer, colder, turn):
    outdoor = tuple(t - colder for t in TWO_SPELLS[turn:] + TWO_SPELLS[:turn])
    path, air, gains = one_plane(outdoor, 2.0, outer)
    truth, ends = thirty_years(gains)
    found = run_year(path, air)
    yearly = ends[-1] - ends[-2]
    assert found.gain == pytest.approx(max(0.0, yearly), abs=1e-9)
    assert (found.verdict == "accumulates") == (yearly > 1e-9)
    if yearly <= 1e-9:
        assert found.totals == pytest.approx(truth, abs=1e-9)
        assert found.residual == 0
        for face in found.interfaces:
            assert sum(face.rates) == pytest.approx(0.0, abs=1e-12)


def test_a_spell_that_ends_within_the_next_is_no_accumulation():
    """A single year from the longest wet run ends with the water of the other one still there."""
    path, air, gains = one_plane(TWO_SPELLS, 2.0, 10.0)
    wet_run = [gain > 0 for gain in gains]
    assert wet_run == [True] * 4 + [False] * 5 + [True] * 2 + [False]
    water = 0.0
    for gain in gains:
        water = max(0.0, water + gain)
    assert water > 0.05, "this climate is here because one year does not tell"
    found = run_year(path, air)
    assert (found.verdict, found.residual, found.start) == ("dries", 0.0, 9)


def test_a_vapour_factor_of_zero_is_a_value():
    open_one = own_material(id="o", mu_dry=0.0, mu_wet=5.0)
    veil = own_material(id="v", mu_dry=None, mu_wet=None, sd_dry=0.0, sd_wet=3.0)
    project = roof_project(
        SolidLayer(id="a", material="o", thickness=0.1), MembraneLayer(id="b", material="v"),
        materials=(open_one, veil),
    )  # fmt: skip
    solid, sheet = analysed(project).roof.layers
    assert (solid.sd_dry, solid.sd_wet) == (0.0, 0.5)
    assert (sheet.sd_dry, sheet.sd_wet) == (0.0, 3.0)


@pytest.mark.parametrize("method", ["combined", "parallel", "isothermal"])
def test_the_surface_factor_is_found_by_the_combined_method_and_says_so(method: Method):
    project = roof_project(GYPSUM, FRAMED, VENTED, SLATE, method=method)
    results = analyser().analyse(project)
    share, wool, wood = 0.1, 0.2 / 0.035, 0.2 / 0.13
    rest = 0.25 + 0.05 + 0.10
    upper = 1 / ((1 - share) / (rest + wool) + share / (rest + wood))
    lower = rest + 1 / ((1 - share) / wool + share / wood)
    heat = results.areas[0].roof.heat
    assert heat.surface_factor == pytest.approx(1 - 0.25 / ((upper + lower) / 2), rel=1e-9)
    said = results.working("a", "surface").steps[0].note
    assert ("combined method" in said) == (method != "combined")


def test_a_climate_warmer_than_the_rooms_asks_nothing_of_the_surface():
    hot = climate((28.0,) * 12, MILD_HUMIDITY)
    project = roof_project(DECK, SHEET, weather=hot, humidity=SetPoint(humidity=0.6))
    item = analysed(project)
    assert item.roof.surface.least_factor is None
    headline = next(h for h in item.figures.headlines if h.id == "surface")
    assert (headline.limit, headline.meets) == (None, None)
    results = analyser().analyse(project)
    working = results.working("a", "surface")
    assert [step.symbol for step in working.steps] == ["f_Rsi"]
    assert "nothing is asked" in working.assumptions[0]
    assert "surface.mould" not in {finding.rule for finding in item.findings}


def test_an_eaves_strip_counts_whatever_thicknesses_are_sold():
    odd = own_material(id="odd", conductivity=0.04, roles=("insulation",), thicknesses=())
    project = roof_project(
        GYPSUM, SolidLayer(id="i", material="odd", thickness=0.2), VENTED, SLATE,
        pitch=0.0, materials=(odd,),
    )  # fmt: skip
    area = replace(project.areas[0], eaves_width=1.0, eaves_thickness=0.05)
    item = analysed(replace(project, areas=(area,)))
    full, strip = (1 / (0.10 + 0.05 + d / 0.04 + 0.10) for d in (0.2, 0.05))
    share = 1.0 * 10.0 / 50.0
    assert item.figures.whole == pytest.approx((1 - share) * full + share * strip, rel=1e-9)


def test_a_deep_void_becomes_a_roof_space_with_the_same_layers_as_its_roof():
    void = AirLayer(id="void", thickness=0.5)
    project = roof_project(GYPSUM, WOOL, void, DECK, SHEET, pitch=0.0)
    engine: Analyser = analyser()
    results = engine.analyse(project)
    (finding,) = (f for f in results.findings if f.rule == "heat.deep-air-layer")
    assert finding.evidence[1].value == DEEPEST
    (remedy,) = results.remedies(finding)
    after = engine.analyse(remedy.change(project)).areas[0].roof
    over = 1 / (0.10 + 0.018 / 0.13 + 0.008 / 0.23 + 0.04)
    space = 1 / (over + 1200 / 3600 * 0.1 * 0.5)
    by_hand = 1 / (0.10 + 0.05 + 0.2 / 0.035 + space + 0.04)
    assert after.heat.transmittance == pytest.approx(by_hand, rel=1e-9)
    assert after.assembly.layers[3:] == (DECK, SHEET)


def test_a_deep_void_under_a_warm_roof_keeps_its_layers():
    project = roof_project(GYPSUM, AirLayer(id="void", thickness=0.5), DECK, WOOL, SHEET, pitch=0)
    results = analyser().analyse(project)
    (finding,) = (f for f in results.findings if f.rule == "heat.deep-air-layer")
    assert results.remedies(finding) == ()
    made = space_for(results.areas[0].roof.layers, 1, 60.0)
    assert isinstance(made, RoofSpaceLayer)
    assert made.roof_ratio == pytest.approx(2.0)


def test_the_roof_over_a_deep_void_ends_at_its_ventilated_cavity():
    void = AirLayer(id="void", thickness=0.5)
    layers = analysed(roof_project(GYPSUM, WOOL, void, DECK, VENTED, SLATE)).roof.layers
    made = space_for(layers, 2, 0.0)
    assert made.roof_u == pytest.approx(1 / (0.10 + 0.018 / 0.13 + 0.10), rel=1e-12)


def test_webs_in_a_material_that_nobody_knows_count_for_nothing_and_stop_nothing():
    webbed = Framing(material="softwood", width=0.06, spacing=0.6, web=0.01, flange=0.04)
    unknown = SolidLayer(id="p", material="nobody-knows", thickness=0.3, framing=webbed)
    results = analyser().analyse(roof_project(unknown, DECK, SHEET))
    heat = results.areas[0].roof.heat
    assert heat.resistance == pytest.approx(0.10 + 0.018 / 0.13 + 0.008 / 0.23 + 0.04, rel=0.05)
    assert "data.unknown-material" in {finding.rule for finding in results.findings}
    assert results.working("a", "u").steps
