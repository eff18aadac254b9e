# SPDX-License-Identifier: GPL-3.0-or-later
"""Units: what people type is understood, and what is shown reads back."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from glacis.core.errors import ValueRefused
from glacis.core.units.format import number, resistance_label, significant, with_unit
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
    ],
)
def test_figures_are_shown_as_people_write_them(value, quantity, system, shown):
    assert with_unit(value, quantity, system) == shown


def test_resistance_speaks_the_trade_in_us_units():
    assert resistance_label(30 * 0.1761102, "us") == "R-30.0"
    assert significant(0.000012345) == "1.234·10^−5"
    assert significant(123456) == "123456"
