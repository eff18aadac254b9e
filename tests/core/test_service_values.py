# SPDX-License-Identifier: GPL-3.0-or-later
"""Conductivity in service, corrections, and what the schools make of one roof."""

from math import exp

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.build_up.control import control_layers
from glacis.core.build_up.schools import schools_of
from glacis.core.errors import ValueRefused
from glacis.core.heat.conductivity import Coefficients, Conditions, converted, on_curve
from glacis.core.heat.corrections import rain_per_day
from glacis.core.heat.profile import face_temperatures
from glacis.core.model.document import FixingSet, Imperfections
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, RoofSpaceLayer, SolidLayer
from glacis.core.thickness.eaves import eaves_of, eaves_working
from support import analysed, analyser, case, climate, demo, own_material, roof_project

DECK = SolidLayer(id="d", material="plywood", thickness=0.021)
SHEET = MembraneLayer(id="s", material="bitumen-two-ply")
COLD_FOAM = SolidLayer(id="f", material="pir-cold", thickness=0.16)


def test_conversion_follows_the_exponentials_of_the_standard():
    # ISO 10456:2007, 7: fibre insulation f_T = 0.0046/K, f_psi = 4, from 10 to 20 °C and 0 to 1 %.
    found = converted(
        0.035, Coefficients(temperature=0.0046, moisture=4.0, ageing=1.05),
        Conditions(10.0, 0.0), Conditions(20.0, 0.01),
    )  # fmt: skip
    assert found == pytest.approx(0.035 * exp(0.046) * exp(0.04) * 1.05, rel=1e-12)
    same = Conditions(10.0, 0.0)
    assert converted(0.035, Coefficients(), same, same) == 0.035
    with pytest.raises(ValueRefused, match="above 0"):
        converted(0.0, Coefficients(), same, same)
    with pytest.raises(ValueRefused, match="1 or more"):
        converted(0.03, Coefficients(ageing=0.9), same, same)


def test_a_curve_is_straight_between_its_points_and_held_beyond():
    curve = ((-10.0, 0.030), (10.0, 0.024), (24.0, 0.026))
    assert on_curve(curve, 0.0) == pytest.approx(0.027)
    assert on_curve(curve, -40.0) == 0.030
    assert on_curve(curve, 60.0) == 0.026
    assert on_curve(curve, 10.0) == 0.024


def test_foam_in_the_cold_is_taken_at_its_own_mean_temperature():
    frost = climate((-12.0, -10.0, -6.0, 2.0, 9.0, 14.0, 17.0, 15.0, 10.0, 5.0, -1.0, -8.0))
    roof = analysed(roof_project(DECK, COLD_FOAM, SHEET, pitch=2, weather=frost)).roof
    foam = roof.layers[1]
    winter = sum(sorted(roof.climate.temperature)[:3]) / 3
    faces = face_temperatures(roof.layers, roof.films, roof.zone.temperature, winter)
    mean = (faces[1] + faces[2]) / 2
    assert foam.conductivity == pytest.approx(on_curve(foam.material.curve, mean), abs=2e-6)
    assert foam.conductivity > foam.material.conductivity
    assert foam.labelled == pytest.approx(0.16 / foam.material.conductivity)
    warm = climate((18.0,) * 12, (0.6,) * 12)
    mild = analysed(roof_project(DECK, COLD_FOAM, SHEET, pitch=2, weather=warm)).roof
    assert mild.heat.transmittance < roof.heat.transmittance


def test_steel_fixings_match_the_reference():
    found = case("u08_full_fastener")
    wool = own_material(id="mw", conductivity=0.038)
    sheet = own_material(id="sheet", family="plastic", conductivity=0.17)
    data = found["inputs"]["corr"]["fasteners"]
    diameter = (4 * data["A_f"] / 3.141592653589793) ** 0.5
    stated = Imperfections(
        fixing="counted",
        fixings=FixingSet(layer="w", conductivity=50.0, diameter=diameter, per_area=5.0),
    )
    project = roof_project(
        SolidLayer(id="w", material="mw", thickness=0.2),
        SolidLayer(id="m", material="sheet", thickness=0.002),
        pitch=1, materials=(wool, replace(sheet, roles=())), imperfections=stated,
    )  # fmt: skip
    project = replace(project, materials=(replace(wool, roles=("insulation",)), sheet))
    heat = analysed(project).roof.heat
    assert heat.corrections.fixings.value == pytest.approx(
        found["expected"]["corrections"]["dUf"], rel=1e-6
    )
    assert heat.transmittance == pytest.approx(found["expected"]["corrections"]["Uc"], rel=1e-6)


def test_rain_counts_in_the_heating_season_only():
    mild = climate()
    # January to April and October to December are colder than 12 °C: 7 x 60 mm in 212 days.
    assert rain_per_day(mild) == pytest.approx(7 * 60 / 212)
    assert rain_per_day(replace(mild, rain=())) == 0.0
    assert rain_per_day(climate((25.0,) * 12, (0.7,) * 12)) == 0.0


@given(
    st.floats(min_value=0.02, max_value=0.2), st.floats(min_value=0.3, max_value=1.2),
    st.sampled_from((0, 1, 2)), st.floats(min_value=0.0, max_value=12.0),
)  # fmt: skip
def test_the_combined_method_lies_between_the_us_schools_and_corrections_only_add(
    width, spacing, level, count
):
    members = Framing(material="softwood-dense", width=min(width, spacing), spacing=spacing)
    wool = SolidLayer(id="w", material="stone-wool-batt", thickness=0.18, framing=members)
    stated = Imperfections(
        voids=level, fixing="counted", fixings=FixingSet(per_area=count, diameter=0.006)
    )
    heat = analysed(roof_project(DECK, wool, SHEET, imperfections=stated)).roof.heat
    assert heat.parallel <= heat.clear_transmittance * (1 + 1e-12)
    assert heat.clear_transmittance <= heat.isothermal * (1 + 1e-12)
    assert heat.transmittance >= heat.clear_transmittance
    for method in ("parallel", "isothermal"):
        other = analysed(roof_project(DECK, wool, SHEET, method=method)).roof.heat
        assert other.clear_transmittance == pytest.approx(getattr(heat, method))


def test_outside_a_slightly_vented_layer_corrections_count_what_enters_the_total():
    # 1000 mm²/m is half way from closed to open: half of the wool's 4.0 enters R_tot.
    vent = AirLayer(id="v", thickness=0.04, ventilation="slight", opening=0.001)
    wool = SolidLayer(id="w", material="own", thickness=0.16)
    own = own_material(conductivity=0.04, roles=("insulation",))
    stated = Imperfections(voids=2, fixing="none")
    project = roof_project(DECK, vent, wool, SHEET, imperfections=stated, materials=(own,))
    heat = analysed(project).roof.heat
    found = heat.corrections.voids
    assert found.resistance == pytest.approx(2.0)
    assert found.value == pytest.approx(0.04 * (2.0 / heat.resistance) ** 2)
    assert found.value < 0.04


def test_control_layers_are_traced_and_a_gap_is_a_gap():
    hall = next(a for a in analyser().analyse(demo()).areas if a.roof.area.id == "hall-south")
    threads = {
        t.control: [hall.roof.layers[i].id for i in t.layers]
        for t in control_layers(hall.roof.layers)
    }
    assert threads == {
        "water": ["underlay", "slate"],
        "air": ["retarder"],
        "vapour": ["retarder"],
        "thermal": ["between"],
    }
    attic = next(a for a in analyser().analyse(demo()).areas if a.roof.area.id == "bunkhouse")
    gaps = {t.control for t in control_layers(attic.roof.layers) if not t.layers}
    assert gaps == {"air", "vapour"}


def test_the_other_schools_build_the_same_roof_differently():
    hall = next(a for a in analyser().analyse(demo()).areas if a.roof.area.id == "hall-south")
    schools = {school.name: school for school in schools_of(hall.roof)}
    breather = schools["Breather below the over-rafter boards"].assembly
    order = [layer.id for layer in breather.layers]
    assert order.index("underlay") + 1 == order.index("over")
    assert {x.id for x in breather.layers} == {x.id for x in hall.roof.assembly.layers}
    swapped = schools["Variable retarder inside"].assembly
    assert any(getattr(x, "material", "") == "retarder-variable" for x in swapped.layers)
    back = replace(hall.roof, assembly=breather, layers=tuple(
        next(x for x in hall.roof.layers if x.id == key) for key in order
    ))  # fmt: skip
    again = next(s for s in schools_of(back) if s.name.startswith("Breather above"))
    assert again.assembly == hall.roof.assembly


def test_a_roof_space_by_its_own_balance():
    # By hand: R_u = 1/(1.15 x 3.5 + 1200/3600 x 3 x 1.2).
    space = RoofSpaceLayer(id="r", covering="balance", height=1.2)
    wool = SolidLayer(id="w", material="cellulose-blown", thickness=0.2)
    heat = analysed(roof_project(wool, space)).roof.heat
    expected = 0.10 + 0.2 / 0.040 + 1 / (1.15 * 3.5 + 1200 / 3600 * 3.0 * 1.2) + 0.04
    assert heat.resistance == pytest.approx(expected)
    stiller = replace(space, air_change=0.5)
    assert analysed(roof_project(wool, stiller)).roof.heat.transmittance < heat.transmittance


def test_the_eaves_strip_is_weighted_by_its_area():
    project = roof_project(
        DECK, SolidLayer(id="w", material="eps-white", thickness=0.2), SHEET, pitch=0
    )
    area = replace(project.areas[0], eaves_width=0.5, eaves_thickness=0.05)
    roof = analysed(replace(project, areas=(area,))).roof
    strip = eaves_of(roof)
    # The area is 10 m along its eaves and 5 m deep: half a metre takes a tenth.
    assert strip.share == pytest.approx(0.1)
    thin = 1 / (0.10 + 0.021 / 0.13 + 0.05 / 0.036 + 0.008 / 0.23 + 0.04)
    assert strip.transmittance == pytest.approx(thin)
    assert strip.whole == pytest.approx(0.9 * roof.heat.transmittance + 0.1 * thin)
    assert eaves_of(analysed(project).roof) is None
    assert eaves_working(roof).steps[-1].value == strip.whole
