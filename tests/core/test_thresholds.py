# SPDX-License-Identifier: GPL-3.0-or-later
"""Where the questions that rules ask change their answer."""

import pytest
from msgspec.structs import replace

from core.faulty import TRIPS
from glacis.core.figures.headline import headlines
from glacis.core.judgement.questions import (
    first_with,
    is_low_slope,
    is_open_insulation,
    is_vented,
    is_wet,
    sd_inside,
    sheet_covering,
    tight_sheets,
)
from glacis.core.model.document import HumidityClass, SetPoint
from glacis.core.model.layers import AirLayer, MembraneLayer, RoofSpaceLayer, SolidLayer
from glacis.core.moisture.air import saturation_pressure
from glacis.core.moisture.monthly import Interface
from glacis.core.moisture.rules.vapour import _accumulates, _dries, gathering_time
from support import analysed, climate, own_material, roof_project, rules_of

DECK = SolidLayer(id="d", material="plywood", thickness=0.018)
EPS = SolidLayer(id="e", material="eps-white", thickness=0.1)
SHEET = MembraneLayer(id="s", material="epdm-sheet")


def roof_of(*layers, **more):
    return analysed(roof_project(*layers, **more)).roof


@pytest.mark.parametrize(("pitch", "low"), [(9.9, True), (10.0, False), (11.0, False)])
def test_low_slopes_end_at_ten_degrees(pitch, low):
    assert is_low_slope(roof_of(DECK, EPS, SHEET, pitch=pitch)) == low


@pytest.mark.parametrize(
    ("humidity", "use", "wet"),
    [
        (SetPoint(humidity=0.64), "work", False),
        (SetPoint(humidity=0.65), "work", True),
        (HumidityClass(number=4), "work", True),
        (HumidityClass(number=4), "dwelling", False),
        (HumidityClass(number=3), "work", False),
        (HumidityClass(number=5), "work", True),
        (HumidityClass(number=1), "wet", True),
    ],
)
def test_rooms_are_wet_by_use_class_or_set_point(humidity, use, wet):
    assert is_wet(roof_of(DECK, EPS, SHEET, humidity=humidity, use=use)) == wet


@pytest.mark.parametrize(("factor", "is_open"), [(1.0, True), (10.0, True), (10.5, False)])
def test_open_insulation_has_a_vapour_factor_up_to_ten(factor, is_open):
    wool = own_material(id="w", mu_dry=factor, mu_wet=factor, roles=("insulation",))
    layer = SolidLayer(id="x", material="w", thickness=0.1)
    assert is_open_insulation(roof_of(layer, materials=(wool,)).layers[0]) == is_open
    board = own_material(id="w", mu_dry=factor, mu_wet=factor, roles=())
    assert not is_open_insulation(roof_of(layer, materials=(board,)).layers[0])


@pytest.mark.parametrize(("wet_cup", "tight"), [(19.0, False), (20.0, True), (25.0, True)])
def test_sheets_are_tight_from_twenty_metres_wet(wet_cup, tight):
    foil = own_material(id="f", mu_dry=None, mu_wet=None, sd_dry=100.0, sd_wet=wet_cup)
    layers = roof_of(DECK, MembraneLayer(id="m", material="f"), materials=(foil,)).layers
    assert [layer.id for layer in tight_sheets(layers)] == (["m"] if tight else [])


def test_what_lies_where():
    roof = roof_of(DECK, EPS, SHEET)
    assert (first_with(roof.layers, "insulation"), first_with(roof.layers, "planting")) == (1, None)
    assert (sheet_covering(roof.layers), sheet_covering(roof.layers[:2])) == (2, None)
    assert sd_inside(roof.layers, 2) == pytest.approx(
        roof.layers[0].material.mu_dry * 0.018 + roof.layers[1].material.mu_dry * 0.1
    )
    assert not is_vented(roof)
    assert is_vented(roof_of(DECK, AirLayer(id="a", thickness=0.05, ventilation="well"), SHEET))
    assert not is_vented(roof_of(DECK, AirLayer(id="a", thickness=0.05, ventilation="slight")))
    assert is_vented(roof_of(DECK, RoofSpaceLayer(id="r")))


@pytest.mark.parametrize(("depth", "empty"), [(0.009, False), (0.0105, True), (0.02, True)])
def test_a_void_is_one_from_ten_millimetres(depth, empty):
    tripping = TRIPS["vapour.empty-void"].assemblies[0].layers
    layers = [replace(x, thickness=depth) if isinstance(x, AirLayer) else x for x in tripping]
    assert ("vapour.empty-void" in rules_of(roof_project(*layers, pitch=2))) == empty


@pytest.mark.parametrize(
    ("plane", "cold"), [(7.5, False), (7.02, False), (6.98, True), (6.0, True)]
)
def test_the_condensing_plane_is_kept_at_seven_degrees(plane, cold):
    """T = T_i − R_in/(R_in + R_out) (T_i − T_e), solved for the foam that gives ``plane``."""
    share = (20.0 - plane) / (20.0 + 5.0)
    inside = 0.10 + 0.0125 / 0.25 + 0.1 / 0.035
    outside = inside * (1 - share) / share
    sheet = 0.0012 / 0.25
    foam = (outside - 0.018 / 0.13 - sheet - 0.04) * 0.036
    roof = roof_project(
        SolidLayer(id="g", material="gypsum-board", thickness=0.0125),
        SolidLayer(id="w", material="stone-wool-batt", thickness=0.1),
        DECK, SolidLayer(id="e", material="eps-white", thickness=foam), SHEET,
        pitch=2, weather=climate((-5.0,) * 12), humidity=HumidityClass(number=2),
    )  # fmt: skip
    found = [f for f in analysed(roof).findings if f.rule == "vapour.ratio"]
    assert bool(found) == cold
    if cold:
        assert found[0].evidence[0].value == pytest.approx(plane, abs=1e-6)


@pytest.mark.parametrize(("coldest", "told"), [(4.9, True), (5.0, True), (5.5, False)])
def test_a_month_is_cold_up_to_five_degrees(coldest, told):
    layers = TRIPS["vapour.open-cell"].assemblies[0].layers
    weather = climate((coldest,) + (9.0,) * 11)
    found = rules_of(
        roof_project(*layers, pitch=TRIPS["vapour.open-cell"].areas[0].pitch, weather=weather)
    )
    assert ("vapour.open-cell" in found) == told


@pytest.mark.parametrize(("drive", "told"), [(290.0, False), (310.0, True)])
def test_vapour_is_driven_inwards_from_three_hundred_pascals(drive, told):
    """Months of 30 °C whose vapour pressure lies that much over the rooms' own."""
    inside = 0.5 * saturation_pressure(20.0)
    humidity = (inside + drive) / saturation_pressure(30.0)
    project = TRIPS["vapour.inward-drive"]
    weather = climate((30.0,) * 4 + (12.0,) * 8, (humidity,) * 4 + (0.6,) * 8)
    zone = replace(project.zones[0], humidity=SetPoint(humidity=0.5), temperature=20.0)
    site = replace(project.site, climate=weather)
    found = rules_of(replace(project, zones=(zone,), site=site))
    assert ("vapour.inward-drive" in found) == told


@pytest.mark.parametrize(
    ("rates", "words"),
    [
        ((1, 1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1), "from December to February"),
        ((0, 0, 0, 0, 0, 1, 1, 1, 0, 0, 0, 0), "from June to August"),
        ((0, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0), "in July"),
        ((1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0), "twice a year or more"),
        ((1,) * 12, "through the year"),
    ],
)
def test_water_gathers_in_the_months_that_it_gathers_in(rates, words):
    face = Interface(1, 1, False, 1.0, 0.1, (0.0,) * 12, tuple(map(float, rates)))
    assert gathering_time(face) == words


@pytest.mark.parametrize(("share", "severity"), [(0.99, "note"), (1.01, "stop")])
def test_a_trace_in_ten_years_is_a_note(share, severity):
    """What is left after a year and nine times what every further one adds, against 10 g/m²."""
    roof = analysed(TRIPS["moisture.accumulates"]).roof
    monthly = replace(roof.monthly, residual=0.001 * share, gain=0.001 * share)
    changed = replace(roof, monthly=monthly)
    assert [f.severity for f in _accumulates(changed)] == [severity]
    left = next(figure for figure in headlines(changed) if figure.id == "residual")
    assert left.meets == (severity == "note")


@pytest.mark.parametrize(("peak", "told"), [(0.0009, False), (0.0011, True)])
def test_less_than_a_gram_is_not_told(peak, told):
    roof = analysed(TRIPS["moisture.dries"]).roof
    faces = tuple(
        replace(face, mass=tuple(m * peak / face.peak for m in face.mass))
        for face in roof.monthly.interfaces
    )
    smaller = replace(roof, monthly=replace(roof.monthly, interfaces=faces))
    assert bool(list(_dries(smaller))) == told
