# SPDX-License-Identifier: GPL-3.0-or-later
"""Numbers as readers expect them: true minus, thin spaces, fractions of an inch."""

from math import isfinite, radians, tan

from glacis.core.units.quantities import Quantity, System, to_display

MINUS = "\u2212"
THIN = "\u2009"
HALF = 1e-12
"""Share by which numbers are moved before rounding, so that a sum that is a half but for its last bits
rounds as the half; our judgement, far above rounding of floats and below anything shown."""
_FRACTIONS = {
    (1, 2): "½", (1, 4): "¼", (3, 4): "¾", (1, 8): "⅛", (3, 8): "⅜", (5, 8): "⅝", (7, 8): "⅞",
}  # fmt: skip


def plain(number: float, decimals: int) -> str:
    """``number`` with ``decimals`` digits after the point, a true minus and no negative zero.

    Halves are rounded away from zero, whatever the last bit of a float says of them.

    >>> plain(-0.04, 1), plain(-2.5, 0), plain(0.125, 2)
    ('0.0', '−3', '0.13')
    """
    if not isfinite(number):
        return "∞" if number > 0 else "–"
    text = f"{number * (1 + HALF):.{decimals}f}"
    if text.startswith("-"):
        text = text[1:] if float(text) == 0 else MINUS + text[1:]
    return text


def significant(number: float, digits: int = 4) -> str:
    """``number`` with about ``digits`` significant digits; exponents only below 1e-4.

    >>> significant(3.83213), significant(12345.6), significant(1.8e-5)
    ('3.832', '12346', '1.8·10^−5')
    """
    if number == 0 or not isfinite(number):
        return plain(number, 0)
    if abs(number) >= 10**digits:
        return plain(number, 0)
    text = f"{number:.{digits}g}"
    if "e" in text:
        mantissa, exponent = text.split("e")
        text = f"{mantissa}·10^{int(exponent)}"
    return text.replace("-", MINUS)


def _inches(total: float, denominator: int) -> str:
    sixteenths = round(abs(total) * denominator)
    whole, part = divmod(sixteenths, denominator)
    sign = MINUS if total < 0 and sixteenths else ""
    if not part:
        return f"{sign}{whole}"
    while part % 2 == 0:
        part, denominator = part // 2, denominator // 2
    glyph = _FRACTIONS.get((part, denominator))
    if glyph:
        return f"{sign}{whole or ''}{glyph}"
    return f"{sign}{whole} {part}/{denominator}" if whole else f"{sign}{part}/{denominator}"


def _thickness_decimals(millimetres: float) -> int:
    return 1 if abs(millimetres) < 100 and abs(millimetres - round(millimetres)) > 0.05 else 0


def number(value: float, quantity: Quantity, system: System) -> str:
    """The SI ``value`` as text in the reader's unit, without the unit symbol."""
    unit = quantity.unit(system)
    shown = to_display(value, unit)
    if unit.fraction and quantity is Quantity.LENGTH:
        feet, inches = divmod(round(abs(shown) * 12 * unit.fraction), 12 * unit.fraction)
        sign = MINUS if shown < 0 else ""
        return f"{sign}{feet}′ {_inches(inches / unit.fraction, unit.fraction)}″"
    if unit.fraction:
        return _inches(shown, unit.fraction) if abs(shown) >= 1 / 32 else plain(shown, 3)
    if quantity in (Quantity.CONDUCTIVITY, Quantity.AIR_LAYER, Quantity.FLOW):
        return significant(shown, 3)
    decimals = unit.decimals
    if quantity is Quantity.THICKNESS:
        decimals = _thickness_decimals(shown)
    return plain(shown, decimals)


def with_unit(value: float, quantity: Quantity, system: System) -> str:
    """The SI ``value`` as text with its unit, a thin space between them.

    >>> with_unit(0.0889, Quantity.THICKNESS, "us"), with_unit(20.0, Quantity.TEMPERATURE, "us")
    ('3½\u2009in', '68.0\u2009°F')
    """
    unit = quantity.unit(system)
    if quantity is Quantity.FALL and system == "si":
        return fall_ratio(value)
    text = number(value, quantity, system)
    if not unit.symbol or (unit.fraction and quantity is Quantity.LENGTH):
        return text
    if quantity is Quantity.ANGLE:
        return text + unit.symbol
    return f"{text}{THIN}{unit.symbol}"


def fall_ratio(value: float) -> str:
    """A fall as roofers say it: one in so many.

    >>> fall_ratio(1 / 60), fall_ratio(0.012), fall_ratio(0.0)
    ('1:60', '1:83.3', 'level')
    """
    if value <= 0:
        return "level"
    run = 1 / value
    if run < 10:
        return f"1:{significant(run, 3)}"
    return f"1:{plain(run, 0 if abs(run - round(run)) < 0.05 or run >= 1000 else 1)}"


def spoken(text: str, system: System) -> str:
    """``text`` with a vapour resistance called as the system's figures state it.

    An equivalent air layer thickness s_d is shown in perms in US units, which is a permeance.
    """
    return text.replace("s_d", "permeance") if system == "us" else text


def resistance_label(value: float, system: System) -> str:
    """A thermal resistance as the trade says it: ``R-20.1`` in US units, else with its unit.

    >>> resistance_label(3.522, "us")
    'R-20.0'
    """
    if system == "us":
        return f"R-{number(value, Quantity.RESISTANCE, 'us')}"
    return with_unit(value, Quantity.RESISTANCE, system)


def pitch_notations(pitch: float) -> str:
    """A pitch [°] as degrees, percent, rise in 12 and ratio.

    >>> pitch_notations(45.0)
    '45.0° · 100.0 % · 12.00 in 12 · 1 : 1.00'
    """
    rise = tan(radians(pitch))
    ratio = f" · 1 : {plain(1 / rise, 2)}" if rise > 1e-6 else ""
    return f"{plain(pitch, 1)}° · {plain(100 * rise, 1)} % · {plain(12 * rise, 2)} in 12{ratio}"
