# SPDX-License-Identifier: GPL-3.0-or-later
"""Constants, thresholds and units against figures written out from their sources."""

from math import exp, isclose

import pytest
from msgspec.structs import replace

from glacis.core.climate.year import coldest_three_mean, mean_temperature
from glacis.core.heat.air_layers import convection
from glacis.core.heat.corrections import inverted_layers, rain_per_day
from glacis.core.heat.energy import annual_loss, degree_hours
from glacis.core.heat.profile import face_temperatures
from glacis.core.heat.resolve import of_weight, rescaled
from glacis.core.model.document import FixingSet, HumidityClass, Imperfections, SetPoint, Zone
from glacis.core.model.layers import (
    AirLayer,
    Framing,
    MembraneLayer,
    RoofCovering,
    RoofSpaceLayer,
    SolidLayer,
)
from glacis.core.moisture.air import saturation_pressure
from glacis.core.moisture.assess import face_limit
from glacis.core.moisture.indoor import indoor_pressures
from glacis.core.moisture.monthly import MonthAir, run_year
from glacis.core.moisture.path import PathLayer, build_path
from glacis.core.thickness.eaves import eaves_length
from glacis.core.units.quantities import Quantity, from_display
from support import MILD, MILD_HUMIDITY, analysed, climate, own_material, roof_project, rules_of

GYPSUM = SolidLayer(id="g", material="gypsum-board", thickness=0.0125)
WOOL = SolidLayer(id="w", material="stone-wool-batt", thickness=0.16)
DECK = SolidLayer(id="d", material="plywood", thickness=0.021)
EPS = SolidLayer(id="e", material="eps-white", thickness=0.2)
SHEET = MembraneLayer(id="s", material="bitumen-two-ply")
MONTH_DAYS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)


@pytest.mark.parametrize(
    ("covering", "resistance"),
    [("tiles", 0.06), ("sheeted", 0.2), ("low-emissivity", 0.3), ("boards-and-felt", 0.3)],
)
def test_roof_spaces_take_table_9(covering: RoofCovering, resistance):
    roof = analysed(roof_project(GYPSUM, WOOL, RoofSpaceLayer(id="r", covering=covering))).roof
    expected = 0.10 + 0.05 + 0.16 / 0.035 + resistance + 0.04
    assert roof.heat.resistance == pytest.approx(expected, rel=1e-12)


def test_a_roof_space_lies_between_the_ceiling_and_the_outer_film():
    roof = analysed(roof_project(GYPSUM, WOOL, RoofSpaceLayer(id="r", covering="tiles"))).roof
    total = 0.10 + 0.05 + 0.16 / 0.035 + 0.06 + 0.04
    assert roof.monthly.path.total == pytest.approx(total, rel=1e-12)
    faces = face_temperatures(roof.layers, roof.films, 20.0, -10.0)
    assert faces[2] == pytest.approx(-10.0 + 30.0 * (0.06 + 0.04) / total, rel=1e-12)


@pytest.mark.parametrize(("conductivity", "holds"), [(1.35, True), (1.5, False)])
def test_averaging_holds_up_to_a_ratio_of_one_and_a_half(conductivity, holds):
    rib = own_material(id="rib", family="concrete", conductivity=conductivity, density=2000.0)
    ribbed = replace(WOOL, thickness=0.2, framing=Framing(material="rib", width=0.06, spacing=0.6))
    between, through, films = 0.2 / 0.035, 0.2 / conductivity, 0.14
    upper = 1 / (0.9 / (films + between) + 0.1 / (films + through))
    lower = films + 1 / (0.9 / between + 0.1 / through)
    assert (upper / lower <= 1.5) == holds
    assert 1.47 < upper / lower < 1.58
    found = rules_of(roof_project(ribbed, materials=(rib,)))
    assert ("heat.method" in found) != holds


@pytest.mark.parametrize(
    ("direction", "difference", "depth", "coefficient"),
    [
        ("up", 5.0, 0.05, 1.95), ("up", 8.0, 0.05, 1.14 * 2.0), ("horizontal", 5.0, 0.05, 1.25),
        ("horizontal", 8.0, 0.05, 0.73 * 2.0), ("down", 5.0, 0.1, 0.12 * 0.1**-0.44),
        ("down", 8.0, 0.1, 0.09 * 8.0**0.187 * 0.1**-0.44), ("up", 5.0, 0.01, 2.5),
        ("up", 5.2, 0.05, 1.14 * 5.2 ** (1 / 3)), ("horizontal", 5.2, 0.05, 0.73 * 5.2 ** (1 / 3)),
        ("down", 5.2, 0.1, 0.09 * 5.2**0.187 * 0.1**-0.44),
    ],
)  # fmt: skip
def test_convection_takes_annex_d(direction, difference, depth, coefficient):
    assert convection(depth, direction, difference) == pytest.approx(coefficient, rel=1e-12)


@pytest.mark.parametrize(("emissivity", "by_table"), [(0.8, True), (0.79, False), (0.05, False)])
def test_the_table_holds_for_dull_faces_alone(emissivity, by_table):
    void = AirLayer(id="a", thickness=0.025, emissivity_inside=emissivity)
    found = analysed(roof_project(GYPSUM, void, DECK, SHEET)).roof.layers[1].resistance
    exchange = 1 / (1 / emissivity + 1 / 0.9 - 1)
    formula = 1 / (1.95 + exchange * 4 * 5.670374419e-8 * 283.15**3)
    assert found == pytest.approx(0.16 if by_table else formula, rel=1e-12)


@pytest.mark.parametrize(
    ("opening", "share"),
    [(400e-6, 0.0), (500e-6, 0.0), (550e-6, 0.05), (1450e-6, 0.95), (1500e-6, 1.0)],
)
def test_openings_of_a_slight_void_weigh_between_500_and_1500(opening, share):
    void = AirLayer(id="a", thickness=0.05, ventilation="slight", opening=opening)
    heat = analysed(roof_project(GYPSUM, WOOL, void, DECK)).roof.heat
    closed = 0.10 + 0.05 + 0.16 / 0.035 + 0.16 + 0.021 / 0.13 + 0.04
    opened = 0.10 + 0.05 + 0.16 / 0.035 + 0.10
    assert heat.resistance == pytest.approx((1 - share) * closed + share * opened, rel=1e-9)


def test_corrections_weigh_layers_outside_a_slight_void_by_the_closed_share():
    void = AirLayer(id="a", thickness=0.05, ventilation="slight", opening=900e-6)
    gaps = Imperfections(voids=2)
    heat = analysed(roof_project(GYPSUM, WOOL, void, EPS, SHEET, imperfections=gaps)).roof.heat
    wool, foam = 0.16 / 0.035, 0.2 / 0.036
    closed = 0.10 + 0.05 + wool + 0.16 + foam + 0.008 / 0.23 + 0.04
    total = 0.6 * closed + 0.4 * (0.10 + 0.05 + wool + 0.10)
    expected = 0.04 * ((wool + 0.6 * foam) / total) ** 2
    assert heat.corrections.voids.value == pytest.approx(expected, rel=1e-9)


@pytest.mark.parametrize(("opening_share", "leaves"), [(0.9, True), (1.1, False)])
def test_small_corrections_are_left_out_below_3_percent_alone(opening_share, leaves):
    """dU_f is set to 2.7 % and to 3.3 % of U by the number of screws."""
    total = 0.10 + 0.021 / 0.13 + 0.2 / 0.036 + 0.008 / 0.23 + 0.04
    one = 0.8 * 50 * 3.141592653589793 * 0.004**2 / 4 / 0.2 * (0.2 / 0.036 / total) ** 2
    count = opening_share * 0.03 / total / one
    stated = Imperfections(
        fixing="counted", leave_out_small=True, fixings=FixingSet(diameter=0.004, per_area=count)
    )
    heat = analysed(roof_project(DECK, EPS, SHEET, imperfections=stated)).roof.heat
    assert heat.corrections.fixings.value == pytest.approx(one * count, rel=1e-9)
    assert heat.transmittance == pytest.approx(1 / total + (0 if leaves else one * count), rel=1e-9)


def test_rain_counts_in_months_colder_than_12_degrees():
    rain = tuple(float(10 * (k + 1)) for k in range(12))
    temperatures = (3.0, 5.0, 8.0, 11.9, 12.0, 16.0, 18.0, 17.0, 13.0, 10.0, 6.0, 4.0)
    site = replace(climate(temperatures), rain=rain)
    cold = (0, 1, 2, 3, 9, 10, 11)
    expected = sum(rain[k] for k in cold) / sum(MONTH_DAYS[k] for k in cold)
    assert rain_per_day(site) == pytest.approx(expected, rel=1e-12)


def test_the_mould_check_keeps_the_outer_film():
    roof = analysed(roof_project(DECK, EPS, SHEET)).roof
    total = 0.25 + 0.021 / 0.13 + 0.2 / 0.036 + 0.008 / 0.23 + 0.04
    assert roof.heat.surface_factor == pytest.approx(1 - 0.25 / total, rel=1e-12)
    vented = AirLayer(id="v", thickness=0.05, ventilation="well")
    slate = SolidLayer(id="r", material="slate", thickness=0.008)
    roof = analysed(roof_project(GYPSUM, WOOL, vented, slate)).roof
    total = 0.25 + 0.05 + 0.16 / 0.035 + 0.10
    assert roof.heat.surface_factor == pytest.approx(1 - 0.25 / total, rel=1e-12)


def test_degree_hours_leave_out_months_as_warm_as_the_rooms():
    temperatures = (-5.0, 0.0, 5.0, 10.0, 15.0, 20.0, 25.0, 22.0, 16.0, 9.0, 3.0, -2.0)
    site = climate(temperatures)
    expected = sum(
        (20.0 - t) * days * 24 for t, days in zip(temperatures, MONTH_DAYS, strict=True) if t < 20.0
    )
    assert degree_hours(site, (20.0,) * 12) == pytest.approx(expected, rel=1e-12)
    assert annual_loss(0.2, site, (20.0,) * 12) == pytest.approx(0.2 * expected / 1000, rel=1e-12)
    mean = sum(t * d for t, d in zip(temperatures, MONTH_DAYS, strict=True)) / 365
    assert mean_temperature(site) == pytest.approx(mean, rel=1e-12)
    assert coldest_three_mean(site) == pytest.approx(-7.0 / 3, rel=1e-12)


def test_weight_counts_members_and_webs_by_their_volume():
    wool = own_material(id="wool", conductivity=0.04, density=40.0)
    wood = own_material(id="wood", family="timber", conductivity=0.13, density=500.0)
    solid = Framing(material="wood", width=0.06, spacing=0.6)
    webbed = Framing(material="wood", width=0.06, spacing=0.6, web=0.012, flange=0.04)
    weights = []
    for framing in (solid, webbed):
        layer = SolidLayer(id="w", material="wool", thickness=0.2, framing=framing)
        weights.append(analysed(roof_project(layer, materials=(wool, wood))).roof.weight)
    by_hand = [share * 0.2 * 500.0 + (1 - share) * 0.2 * 40.0 for share in (
        0.1, 0.1 * 0.4 + 0.02 * 0.6,
    )]  # fmt: skip
    assert weights == pytest.approx(by_hand, rel=1e-12)


@pytest.mark.parametrize(("azimuth", "length"), [(180.0, 10.0), (90.0, 5.0), (225.0, 15 / 2**0.5)])
def test_eaves_run_across_the_fall(azimuth, length):
    project = roof_project(DECK, EPS, SHEET)
    area = replace(project.areas[0], azimuth=azimuth)
    roof = analysed(replace(project, areas=(area,))).roof
    assert eaves_length(roof) == pytest.approx(length, rel=1e-12)


def test_eaves_of_a_skew_outline_are_measured_along_the_eaves():
    project = roof_project(DECK, EPS, SHEET)
    outline = ((0.0, 0.0), (8.0, 0.0), (10.0, 3.0), (2.0, 3.0))
    area = replace(project.areas[0], outline=outline, azimuth=150.0)
    roof = analysed(replace(project, areas=(area,))).roof
    # Along the eaves means across the way the plane faces: 150 degrees from north is (0.5, -0.866).
    across = (-0.8660254037844387, -0.5)
    reach = [x * across[0] + y * across[1] for x, y in outline]
    assert eaves_length(roof) == pytest.approx(max(reach) - min(reach), rel=1e-9)


def test_an_eaves_strip_is_never_thicker_than_the_roof():
    project = roof_project(DECK, EPS, SHEET, pitch=0.0)
    area = replace(project.areas[0], eaves_width=1.0, eaves_thickness=0.5)
    item = analysed(replace(project, areas=(area,)))
    assert item.figures.whole == pytest.approx(item.roof.heat.transmittance, rel=1e-12)


@pytest.mark.parametrize(
    ("number", "excess"), [(1, 270.0), (2, 540.0), (3, 810.0), (4, 1080.0), (5, 1360.0)]
)
def test_humidity_classes_with_their_margin(number, excess):
    zone = Zone(
        id="z",
        name="Rooms",
        use="dwelling",
        temperature=25.0,
        humidity=HumidityClass(number=number),
    )
    found = indoor_pressures(climate(), zone, 1.1)
    for pressure, t, humidity in zip(found, MILD, MILD_HUMIDITY, strict=True):
        outside = humidity * 610.5 * exp(17.269 * t / (237.3 + t))
        share = min(1.0, max(0.0, (20.0 - t) / 20.0))
        full = 610.5 * exp(17.269 * 25.0 / (237.3 + 25.0))
        assert pressure == pytest.approx(min(full, outside + 1.1 * excess * share), rel=1e-12)
    held = replace(zone, humidity=SetPoint(humidity=0.4))
    assert indoor_pressures(climate(), held, 1.1) == pytest.approx(
        (0.4 * 610.5 * exp(17.269 * 25.0 / 262.3),) * 12, rel=1e-12
    )


@pytest.mark.parametrize(("theta", "a", "b"), [(3.0, 17.269, 237.3), (-3.0, 21.875, 265.5)])
def test_saturation_changes_its_constants_at_freezing(theta, a, b):
    assert saturation_pressure(theta) == pytest.approx(
        610.5 * exp(a * theta / (b + theta)), rel=1e-12
    )


def test_dry_cup_values_hold_up_to_and_with_the_main_insulation():
    def cups(identifier: str, conductivity: float, **more):
        return own_material(
            id=identifier, conductivity=conductivity, mu_dry=10.0, mu_wet=2.0, **more
        )

    inner, outer = cups("inner", 0.2, roles=()), cups("outer", 0.2, roles=())
    main = cups("main", 0.03, roles=("insulation",))
    project = roof_project(
        *(SolidLayer(id=m.id, material=m.id, thickness=0.1) for m in (inner, main, outer)),
        materials=(inner, main, outer),
    )
    assert [x.sd for x in analysed(project).roof.monthly.path.layers] == [1.0, 1.0, 0.2]


def test_wood_may_gain_three_percent_of_its_mass():
    """Water under the deck lies at the outer face of the wool, and the deck beyond it limits it."""
    project = roof_project(
        GYPSUM, WOOL, DECK, SHEET, pitch=2, humidity=SetPoint(humidity=0.6),
        weather=climate((-5.0,) * 12),
    )  # fmt: skip
    roof = analysed(project).roof
    face = next(f for f in roof.monthly.interfaces if (f.layer, f.within) == (1, False))
    by_mass = 0.03 * roof.layers[2].material.density * 0.021
    assert face_limit(roof.monthly, face.place, 10.0) == pytest.approx(by_mass, rel=1e-12)
    assert face_limit(roof.monthly, face.place, 0.1) == 0.1


def plane(outdoor: tuple[float, ...]):
    path = build_path(
        (PathLayer("a", "in", 0.1, 0.2, 2.0), PathLayer("b", "out", 0.1, 0.2, 40.0)), 0.10, 0.04
    )
    vapour = [0.8 * saturation_pressure(t) for t in outdoor]
    inside = 0.5 * saturation_pressure(20.0)
    return run_year(
        path, tuple(MonthAir(20.0, t, inside, p) for t, p in zip(outdoor, vapour, strict=True))
    )


@pytest.mark.parametrize(
    ("cold", "start"),
    [
        ((10, 11, 0, 1), 10), ((3, 4, 5), 3), ((11, 0, 1, 5, 6), 11), ((1, 2, 6, 7), 1),
        (tuple(range(12)), 9),
    ],
)  # fmt: skip
def test_the_year_starts_with_the_longest_wet_run(cold, start):
    """Of two equally long ones with the first; where every month is wet in October."""
    found = plane(tuple(-12.0 if month in cold else 17.0 for month in range(12)))
    assert found.start == start


US = {
    (Quantity.DENSITY, 1.0): 0.45359237 / 0.3048**3,
    (Quantity.CONDENSATE, 1.0): 0.45359237 / 16 / 0.3048**2,
    (Quantity.PRESSURE, 1.0): 3386.389,
    (Quantity.HEAT_LOSS, 1.0): 1055055.85262 / 3.6e6 / 0.3048**2,
    (Quantity.OPENING, 1.0): 0.0254**2 / 0.3048,
    (Quantity.HEAT_CAPACITY, 1.0): 1055.05585262 / 0.45359237 / (5 / 9),
    (Quantity.AREA, 1.0): 0.3048**2,
    (Quantity.AREA_MASS, 1.0): 0.45359237 / 0.3048**2,
    (Quantity.TEMPERATURE, 50.0): 10.0,
    (Quantity.THICKNESS, 1.0): 0.0254,
    (Quantity.LENGTH, 1.0): 0.3048,
    (Quantity.CONDUCTIVITY, 1.0): 0.1442279,
    (Quantity.RESISTANCE, 1.0): 0.1761102,
    (Quantity.TRANSMITTANCE, 1.0): 5.678263,
    (Quantity.AIR_LAYER, 1.0): 2.0e-10 / 5.72135e-11,
    (Quantity.RAIN, 1.0): 25.4,
    (Quantity.RAIN_RATE, 1.0): 25.4,
    (Quantity.FALL, 0.25): 1 / 48,
    (Quantity.WATER_FLOW, 1.0): 3.785411784 / 60,
    (Quantity.VOLUME, 1.0): 0.3048**3,
    (Quantity.MASS, 1.0): 0.45359237,
    (Quantity.DIOXIDE, 1.0): 0.45359237,
    (Quantity.COUNT_AREA, 1.0): 1 / 0.09290304,
    (Quantity.COST, 1.0): 1 / 0.09290304,
    (Quantity.CARBON, 1.0): 0.45359237 / 0.09290304,
    (Quantity.CONCENTRATION, 1.0): 6.479891e-5 / 0.028316846592,
    (Quantity.STRESS, 1.0): 6894.757293168,
    (Quantity.FLOW, 1.0): 6.479891e-5 / 0.09290304 / 3600,
    (Quantity.VENT_AREA, 1.0): 6.4516e-4,
    (Quantity.AIR_FLOW, 1.0): 0.028316846592 / 60,
    (Quantity.AIR_FLOW_AREA, 1.0): 0.00508,
    (Quantity.AIR_PRESSURE, 1.0): 249.08891,
    (Quantity.SPEED, 1.0): 0.44704,
    (Quantity.HEAT_FLUX, 1.0): 3.154590745,
    (Quantity.TEMPERATURE_STEP, 9.0): 5.0,
    (Quantity.LINE_MASS, 1.0): 1.488163944,
    (Quantity.SUN_SUM, 1.0): 3.154590745,
    (Quantity.DEGREE_DAYS, 9.0): 5.0,
    (Quantity.LOAD, 1.0): 47.880259,
    (Quantity.FORCE, 1.0): 4.4482216,
    (Quantity.JOINT, 1.0): 0.0254,
    (Quantity.LINEAR, 1.0): 1.730735,
    (Quantity.POINT, 1.0): 0.527527926,
    (Quantity.COUPLING, 1.0): 0.527527926,
    (Quantity.AIR_DENSITY, 1.0): 16.0184634,
}


@pytest.mark.parametrize(("quantity", "shown"), US, ids=lambda item: getattr(item, "name", item))
def test_one_us_unit_in_si(quantity, shown):
    assert isclose(from_display(shown, quantity.unit("us")), US[quantity, shown], rel_tol=1e-6)


def test_every_quantity_that_differs_in_us_units_is_checked():
    differing = {q for q in Quantity if q.unit("us") != q.unit("si")}
    checked = {quantity for quantity, _ in US}
    assert differing - checked == {Quantity.CARBON_HEAT}
    assert from_display(1.0, Quantity.CARBON_HEAT.unit("us")) == 0.45359237


def test_an_older_covering_makes_no_inverted_roof():
    """Only what lies outside the outermost covering lies in the rain."""
    new = MembraneLayer(id="new", material="epdm-sheet")
    layers = analysed(roof_project(DECK, SHEET, EPS, new)).roof.layers
    assert inverted_layers(layers) == ()
    layers = analysed(roof_project(DECK, SHEET, EPS)).roof.layers
    assert [layer.id for layer in inverted_layers(layers)] == ["e"]


def test_any_air_layer_counts_with_ten_millimetres_of_air_for_vapour():
    thin, deep = AirLayer(id="a", thickness=0.01), AirLayer(id="b", thickness=0.25)
    layers = analysed(roof_project(GYPSUM, thin, WOOL, deep, DECK)).roof.layers
    assert [layers[k].sd_dry for k in (1, 3)] == [0.01, 0.01]
    assert [layers[k].sd_wet for k in (1, 3)] == [0.01, 0.01]


def test_flanges_keep_their_depth_when_a_webbed_member_grows():
    webbed = Framing(material="softwood", width=0.06, spacing=0.6, web=0.012, flange=0.04)
    layers = analysed(roof_project(replace(WOOL, thickness=0.2, framing=webbed))).roof.layers
    grown = rescaled(layers[0], 0.4)
    assert layers[0].frame.web.flanges == pytest.approx(0.4)
    assert grown.frame.web.flanges == pytest.approx(0.2)
    again = analysed(roof_project(replace(WOOL, thickness=0.4, framing=webbed))).roof.layers[0]
    assert grown.frame.resistance == pytest.approx(again.frame.resistance, rel=1e-12)
    assert grown.resistance == pytest.approx(again.resistance, rel=1e-12)


def test_the_inner_surface_is_colder_than_the_room_by_its_share():
    roof = analysed(roof_project(DECK, EPS, SHEET)).roof
    total = 0.10 + 0.021 / 0.13 + 0.2 / 0.036 + 0.008 / 0.23 + 0.04
    faces = face_temperatures(roof.layers, roof.films, 20.0, -10.0)
    passed = (0.10, 0.10 + 0.021 / 0.13, 0.10 + 0.021 / 0.13 + 0.2 / 0.036)
    assert faces[:3] == pytest.approx([20.0 - 30.0 * r / total for r in passed], rel=1e-12)
    assert faces[-1] == pytest.approx(-10.0 + 30.0 * 0.04 / total, rel=1e-12)


def test_members_of_an_unknown_material_are_taken_for_softwood():
    framed = replace(WOOL, framing=Framing(material="nobody-knows", width=0.06, spacing=0.6))
    roof = analysed(roof_project(framed)).roof
    between, through, films = 0.16 / 0.035, 0.16 / 0.13, 0.14
    upper = 1 / (0.9 / (films + between) + 0.1 / (films + through))
    lower = films + 1 / (0.9 / between + 0.1 / through)
    assert roof.heat.resistance == pytest.approx((upper + lower) / 2, rel=1e-12)
    assert roof.weight == pytest.approx(0.9 * 0.16 * roof.layers[0].material.density, rel=1e-12)


def test_insulation_of_weight_has_the_share_or_more():
    half = replace(EPS, id="half", thickness=0.1)
    less = replace(EPS, id="less", thickness=0.0999)
    layers = analysed(roof_project(DECK, EPS, half, less, SHEET)).roof.layers
    assert of_weight(layers, layers[2].resistance / layers[1].resistance) == [1, 2]
    assert of_weight(layers, 1.0) == [1]
    assert of_weight(layers[:1], 0.5) == []


def test_every_wet_place_has_twelve_months():
    found = plane(tuple(-12.0 if month in (0, 1) else 17.0 for month in range(12)))
    (face,) = found.interfaces
    assert (len(face.mass), len(face.rates), len(found.totals)) == (12, 12, 12)
    assert found.order == tuple((found.start + k) % 12 for k in range(12))
