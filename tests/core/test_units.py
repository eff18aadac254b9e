# SPDX-License-Identifier: GPL-3.0-or-later
"""Units: what people type is understood, and what is shown reads back."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from glacis.core.errors import ValueRefused
from glacis.core.units.format import (
    number,
    pitch_notations,
    resistance_label,
    significant,
    with_unit,
)
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity, from_display, to_display

THICKNESS, LENGTH, RESISTANCE = Quantity.THICKNESS, Quantity.LENGTH, Quantity.RESISTANCE


@pytest.mark.parametrize(
    ("text", "quantity", "system", "expected"),
    [
        ("89mm", THICKNESS, "us", 0.089),
        ("89", THICKNESS, "si", 0.089),
        ("3 1/2 in", THICKNESS, "si", 0.0889),
        ('3-1/2"', THICKNESS, "us", 0.0889),
        ("3 1/0 in", THICKNESS, "us", None),
        ("3½", THICKNESS, "us", 0.0889),
        ("1/2", THICKNESS, "us", 0.0127),
        ("12,5 mm", THICKNESS, "si", 0.0125),
        ("60 mil", THICKNESS, "us", 0.001524),
        ("5'-6 1/2\"", LENGTH, "us", 5 * 0.3048 + 6.5 * 0.0254),
        ("4 ft", LENGTH, "si", 1.2192),
        ("5′ 6½″", LENGTH, "si", 5 * 0.3048 + 6.5 * 0.0254),
        ("2.4 m", LENGTH, "us", 2.4),
        ("R-20", RESISTANCE, "si", 20 * 0.1761101838),
        ("20", RESISTANCE, "us", 20 * 0.1761101838),
        ("3.5 m²K/W", RESISTANCE, "us", 3.5),
        ("68 F", Quantity.TEMPERATURE, "si", 20.0),
        ("−5", Quantity.TEMPERATURE, "si", -5.0),
        ("1 perm", Quantity.AIR_LAYER, "si", 3.49568),
        ("100 m", Quantity.AIR_LAYER, "us", 100.0),
        ("0.25 Btu in/(h ft2 F)", Quantity.CONDUCTIVITY, "si", 0.25 * 0.1442279),
        ("65 %", Quantity.HUMIDITY, "us", 0.65),
        ("7/12", Quantity.ANGLE, "us", 30.25644),
        ("4.5 in 12", Quantity.ANGLE, "si", 20.55605),
        ("100 %", Quantity.ANGLE, "si", 45.0),
        ("35°", Quantity.ANGLE, "si", 35.0),
        ("6:12", Quantity.ANGLE, "si", 26.56505),
        ("1 in 40", Quantity.ANGLE, "si", 1.432096),
        ("2 cm", THICKNESS, "si", 0.02),
        ("0.4 m", THICKNESS, "us", 0.4),
        ("0.5 ft", THICKNESS, "si", 0.1524),
        ("150 µm", THICKNESS, "si", 150e-6),
        ("2500 mm", LENGTH, "us", 2.5),
        ("−3 1/2 in", THICKNESS, "us", -0.0889),
        ("20 C", Quantity.TEMPERATURE, "us", 20.0),
        ("10 perms", Quantity.AIR_LAYER, "si", 0.349568),
        ("500 mm", Quantity.AIR_LAYER, "si", 0.5),
        ("0.2 kg/m²", Quantity.CONDENSATE, "us", 0.2),
        ("200", Quantity.CONDENSATE, "si", 0.2),
        ("10 pcf", Quantity.DENSITY, "si", 160.18463),
        ("5 psf", Quantity.AREA_MASS, "si", 24.412136),
        ("0.95 kN", Quantity.FORCE, "us", 950.0),
        ("1.2 kPa", Quantity.LOAD, "us", 1200.0),
        ("25 psf", Quantity.LOAD, "si", 1197.00647),
        ("0.08 N/mm²", Quantity.STRESS, "us", 80e3),
        ("90 km/h", Quantity.SPEED, "us", 25.0),
    ],
)
def test_typed_figures_are_understood(text, quantity, system, expected):
    if expected is None:
        with pytest.raises(ValueRefused):
            parse(text, quantity, system)
    else:
        assert parse(text, quantity, system).value == pytest.approx(expected, rel=1e-5)


@pytest.mark.parametrize("text", ["", "mm", "12 parsecs", "1/0", "1 2 3", "--4", "ten", "1e"])
def test_nonsense_is_refused_with_an_example(text):
    with pytest.raises(ValueRefused, match="thickness"):
        parse(text, THICKNESS, "si")


@given(st.sampled_from(list(Quantity)), st.sampled_from(["si", "us"]), st.floats(1e-3, 1e3))
def test_conversion_goes_there_and_back(quantity, system, value):
    unit = quantity.unit(system)
    assert from_display(to_display(value, unit), unit) == pytest.approx(value, rel=1e-12)


@given(st.sampled_from(list(Quantity)), st.sampled_from(["si", "us"]), st.floats(0.01, 50))
def test_what_is_shown_reads_back_to_the_digits_shown(quantity, system, value):
    shown = with_unit(value, quantity, system)
    again = parse(shown, quantity, system).value
    if quantity is Quantity.FALL and system == "si":
        assert with_unit(again, quantity, system) == shown
        return
    assert number(again, quantity, system) == number(value, quantity, system)


def test_the_same_roof_in_both_systems_agrees_to_rounding():
    # R-30 is 5.283 m²·K/W (NIST SP 811: 1 h·ft²·°F/Btu = 0.176 110 2 m²·K/W).
    assert parse("R-30", RESISTANCE, "us").value == pytest.approx(30 * 0.1761102, rel=1e-6)
    u = to_display(0.2, Quantity.TRANSMITTANCE.unit("us"))
    assert u == pytest.approx(0.2 * 0.1761102, rel=1e-6)


@pytest.mark.parametrize(
    ("value", "quantity", "system", "shown"),
    [
        (0.0125, THICKNESS, "si", "12.5\u2009mm"),
        (0.16, THICKNESS, "si", "160\u2009mm"),
        (0.1794, THICKNESS, "us", "7 1/16\u2009in"),
        (1.6891, LENGTH, "us", "5′ 6½″"),
        (-5.04, Quantity.TEMPERATURE, "si", "−5.0\u2009°C"),
        (-0.001, Quantity.TEMPERATURE, "si", "0.0\u2009°C"),
        (1500.0, Quantity.AIR_LAYER, "si", "1500\u2009m"),
        (0.18, Quantity.TRANSMITTANCE, "si", "0.180\u2009W/(m²·K)"),
        (0.09952, THICKNESS, "si", "99.5\u2009mm"),
        (0.10052, THICKNESS, "si", "101\u2009mm"),
        (0.09904, THICKNESS, "si", "99\u2009mm"),
        (0.0990525, THICKNESS, "si", "99.1\u2009mm"),
        (0.0508, THICKNESS, "us", "2\u2009in"),
        (0.0254 / 32, THICKNESS, "us", "0\u2009in"),
        (0.0254 / 33, THICKNESS, "us", "0.030\u2009in"),
        (0.0254 * 3 / 16, THICKNESS, "us", "3/16\u2009in"),
        (12.3456, LENGTH, "si", "12.35\u2009m"),
        (123.456, Quantity.AREA, "si", "123.5\u2009m²"),
        (35.25, Quantity.ANGLE, "si", "35.3°"),
        (0.0355, Quantity.CONDUCTIVITY, "si", "0.0355\u2009W/(m·K)"),
        (4.7563, RESISTANCE, "si", "4.756\u2009m²·K/W"),
        (4.7563, RESISTANCE, "us", "27.0\u2009h·ft²·°F/Btu"),
        (0.2, Quantity.TRANSMITTANCE, "us", "0.0352\u2009Btu/(h·ft²·°F)"),
        (1234.6, Quantity.PRESSURE, "si", "1235\u2009Pa"),
        (0.1184, Quantity.CONDENSATE, "si", "118\u2009g/m²"),
        (0.1184, Quantity.CONDENSATE, "us", "0.388\u2009oz/ft²"),
        (59.04, Quantity.AREA_MASS, "si", "59.0\u2009kg/m²"),
        (0.8, Quantity.HUMIDITY, "si", "80\u2009%"),
        (0.0371, Quantity.SHARE, "si", "3.7\u2009%"),
        (0.9494, Quantity.FACTOR, "si", "0.949"),
        (21.66, Quantity.HEAT_LOSS, "si", "21.7\u2009kWh/(m²·a)"),
        (1e-3, Quantity.OPENING, "si", "1000\u2009mm²/m"),
        (1.2254e-7 / 3.6, Quantity.FLOW, "si", "0.123\u2009g/(m²·h)"),
    ],
)
def test_figures_are_shown_as_people_write_them(value, quantity, system, shown):
    assert with_unit(value, quantity, system) == shown


def test_resistance_speaks_the_trade_in_us_units():
    assert resistance_label(30 * 0.1761102, "us") == "R-30.0"
    assert significant(0.000012345) == "1.234·10^−5"
    assert significant(123456) == "123456"


SI = {
    Quantity.THICKNESS: 1e-3, Quantity.CONDENSATE: 1e-3, Quantity.OPENING: 1e-6, Quantity.SHARE: 0.01,
    Quantity.WOOD_MOISTURE: 0.01,
    Quantity.HUMIDITY: 0.01, Quantity.FALL: 0.01, Quantity.CONCENTRATION: 1e-3, Quantity.FLOW: 1e-3 / 3600,
    Quantity.STRESS: 1e3, Quantity.VENT_AREA: 1e-4, Quantity.AIR_FLOW: 1 / 3600,
    Quantity.AIR_FLOW_AREA: 1 / 3600, Quantity.AIR_CHANGE: 1 / 3600, Quantity.LOAD: 1e3, Quantity.JOINT: 1e-3,
}  # fmt: skip


@pytest.mark.parametrize("quantity", list(Quantity), ids=lambda quantity: quantity.name)
def test_one_shown_unit_in_si(quantity):
    """Most quantities are shown in the unit they are worked out in."""
    assert from_display(1.0, quantity.unit("si")) == pytest.approx(SI.get(quantity, 1.0), rel=1e-12)
    assert from_display(0.0, quantity.unit("si")) == 0.0


def test_digits_follow_the_size_of_a_figure():
    assert [significant(x) for x in (9999.4, 10000.4, 0.00012346, 0.0)] == [
        "9999", "10000", "0.0001235", "0",
    ]  # fmt: skip
    assert significant(-1.23456, 3) == "−1.23"
    assert pitch_notations(30.0) == "30.0° · 57.7 % · 6.93 in 12 · 1 : 1.73"
    assert pitch_notations(0.0) == "0.0° · 0.0 % · 0.00 in 12"


def test_eighths_of_an_inch_have_their_own_signs():
    shown = [number(2.54e-2 * (1 + k / 8), THICKNESS, "us") for k in range(1, 8)]
    assert shown == ["1⅛", "1¼", "1⅜", "1½", "1⅝", "1¾", "1⅞"]
    assert number(2.54e-2 * 7 / 8, THICKNESS, "us") == "⅞"
