# SPDX-License-Identifier: GPL-3.0-or-later
"""Read what people type: ``89 mm``, ``3 1/2 in``, ``5'-6"``, ``R-20``, ``0.5 perm``."""

import re
from math import atan2, degrees

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import (
    FOOT,
    INCH,
    Quantity,
    System,
    Unit,
    from_display,
)
from glacis.core.units.ranges import SHOWN

_MM = Unit("mm", 1e-3, 0)
_LENGTHS = {
    "mm": _MM,
    "cm": Unit("cm", 1e-2, 0),
    "m": Unit("m", 1.0, 0),
    "in": Unit("in", INCH, 0),
    '"': Unit("in", INCH, 0),
    "ft": Unit("ft", FOOT, 0),
    "'": Unit("ft", FOOT, 0),
    "mil": Unit("mil", INCH / 1000, 0),
    "µm": Unit("µm", 1e-6, 0),
}
_EXTRA: dict[Quantity, dict[str, Unit]] = {
    Quantity.THICKNESS: _LENGTHS,
    Quantity.LENGTH: _LENGTHS,
    Quantity.TEMPERATURE: {
        "c": Quantity.TEMPERATURE.unit("si"),
        "f": Quantity.TEMPERATURE.unit("us"),
    },
    Quantity.AIR_LAYER: {"perms": Quantity.AIR_LAYER.unit("us"), "mm": _MM},
    Quantity.CONDENSATE: {"kg/m²": Unit("kg/m²", 1.0, 3)},
    Quantity.RESISTANCE: {"r": Quantity.RESISTANCE.unit("us")},
    Quantity.DENSITY: {"pcf": Quantity.DENSITY.unit("us")},
    Quantity.FALL: {"in/ft": Quantity.FALL.unit("us")},
    Quantity.AREA_MASS: {"psf": Quantity.AREA_MASS.unit("us")},
    Quantity.FORCE: {"kn": Unit("kN", 1e3, 2)},
    Quantity.LOAD: {
        "psf": Quantity.LOAD.unit("us"), "kpa": Unit("kPa", 1e3, 2), "pa": Unit("Pa", 1.0, 0),
        "n/m2": Unit("N/m²", 1.0, 0),
    },
    Quantity.STRESS: {
        "mpa": Unit("MPa", 1e6, 3), "n/mm2": Unit("N/mm²", 1e6, 3), "kn/m2": Unit("kN/m²", 1e3, 1),
        "pa": Unit("Pa", 1.0, 0),
    },
    Quantity.SPEED: {"km/h": Unit("km/h", 1 / 3.6, 1)},
}  # fmt: skip
# Patterns are compiled when something is first typed: the window opens without them.
_FRACTION = r"^(?P<sign>-?)\s*(?:(?P<whole>\d+)[\s-]+)?(?P<top>\d+)\s*/\s*(?P<bottom>\d+)"
_DECIMAL = r"^[-+]?(?:\d+(?:[.,]\d+)?|[.,]\d+)"
_FEET_INCHES = r"^(?P<sign>-?)\s*(?P<feet>\d+)\s*(?:'|ft)\s*-?\s*(?P<inches>.*?)\s*(?:\"|in)?$"
_SLOPE = (
    r"(?i)^(?P<rise>\d+(?:[.,]\d+)?)\s*"
    r"(?:(?P<percent>%)|/\s*12|(?::|in|on)\s*(?P<run>\d+(?:[.,]\d+)?))$"
)
"""A pitch as rise over a run of twelve, or in percent."""
_GLYPHS = {"½": " 1/2", "¼": " 1/4", "¾": " 3/4", "⅛": " 1/8", "⅜": " 3/8", "⅝": " 5/8", "⅞": " 7/8",
           "−": "-", "″": '"', "′": "'", "\u2009": " ", "\u00a0": " "}  # fmt: skip


class Reading(Struct, frozen=True):
    """A typed figure as understood: its SI value, and the words to say so."""

    value: float
    understood: str


LONGEST = 60
"""Letters of a figure that is typed; our judgement."""


def _plain_text(text: str) -> str:
    for glyph, replacement in _GLYPHS.items():
        text = text.replace(glyph, replacement)
    return text.strip()


def _fold(symbol: str) -> str:
    """One spelling for the many ways of typing a unit."""
    folded = symbol.strip().lower().replace("^", "").replace("·", "").replace("*", "")
    folded = folded.replace("²", "2").replace("³", "3").replace(" ", "").replace("°", "")
    folded = folded.replace("''", '"').replace("inches", "in").replace("inch", "in")
    return folded.replace("(", "").replace(")", "")


def _mixed_number(text: str) -> tuple[float | None, str]:
    """The leading number, with a fraction if there is one, and what follows it."""
    fraction = re.match(_FRACTION, text)
    if fraction:
        if int(fraction["bottom"]) == 0:
            return None, text
        bottom = float(fraction["bottom"])
        value = float(fraction["whole"] or 0) + float(fraction["top"]) / bottom
        return (-value if fraction["sign"] else value), text[fraction.end() :]
    decimal = re.match(_DECIMAL, text)
    if decimal is None:
        return None, text
    return float(decimal[0].replace(",", ".")), text[decimal.end() :]


def _feet_and_inches(text: str) -> float | None:
    match = re.match(_FEET_INCHES, text)
    if not match:
        return None
    inches = 0.0
    if match["inches"]:
        number, rest = _mixed_number(match["inches"])
        if number is None or rest.strip():
            return None
        inches = number
    value = float(match["feet"]) * FOOT + inches * INCH
    return -value if match["sign"] else value


def _units_of(quantity: Quantity) -> dict[str, Unit]:
    named = {unit.symbol: unit for unit in (quantity.unit("si"), quantity.unit("us"))}
    return {_fold(key): unit for key, unit in {**named, **_EXTRA.get(quantity, {})}.items()}


def _in_its_own_way(clean: str, quantity: Quantity) -> float | None:
    """Lengths in feet and inches, pitches as a rise over a run; None for what is written plainly."""
    if quantity in (Quantity.LENGTH, Quantity.THICKNESS):
        return _feet_and_inches(clean)
    slope = re.match(_SLOPE, clean) if quantity in (Quantity.ANGLE, Quantity.FALL) else None
    if slope is None:
        return None
    run = 100.0 if slope["percent"] else float((slope["run"] or "12").replace(",", "."))
    rise = float(slope["rise"].replace(",", "."))
    if quantity is Quantity.FALL:
        return rise / run if run else None
    return degrees(atan2(rise, run))


def parse(text: str, quantity: Quantity, system: System, field: str = "") -> Reading:
    """Read ``text`` as a ``quantity``; without a unit it is in the one ``system`` shows.

    Raises:
        ValueRefused: where the text is no such figure; it names the units understood.

    >>> round(parse("3 1/2 in", Quantity.THICKNESS, "si").value, 4)
    0.0889
    """
    field = field or quantity.value.name
    expected = f"{_article(quantity)} such as {_example(quantity, system)}"
    if len(text) > LONGEST:
        raise ValueRefused(field, text, expected)
    clean = _plain_text(text)
    special = _in_its_own_way(clean, quantity)
    if special is not None:
        return _reading(special, quantity, system, ValueRefused(field, text, expected))
    labelled = re.match(r"^[rR]\s*-\s*(.+)$", clean) if quantity is Quantity.RESISTANCE else None
    number, rest = _mixed_number(labelled[1] if labelled else clean)
    units = _units_of(quantity)
    if number is None:
        raise ValueRefused(field, text, expected)
    symbol = "r" if labelled and not rest.strip() else _fold(rest)
    unit = quantity.unit(system) if not symbol else units.get(symbol)
    if unit is None:
        known = ", ".join(sorted({u.symbol for u in units.values() if u.symbol}))
        raise ValueRefused(field, text, expected, f"Units understood here: {known or 'none'}.")
    refusal = ValueRefused(field, text, expected)
    try:
        value = from_display(number, unit)
    except (OverflowError, ZeroDivisionError):
        raise refusal from None
    return _reading(value, quantity, system, refusal)


def _reading(value: float, quantity: Quantity, system: System, refusal: ValueRefused) -> Reading:
    """What was understood; a figure that no roof has is no figure."""
    if not abs(value) < SHOWN:
        raise refusal
    return Reading(value, with_unit(value, quantity, system))


def _article(quantity: Quantity) -> str:
    name = quantity.value.name
    return f"an {name}" if name[0] in "aeiou" else f"a {name}"


def _example(quantity: Quantity, system: System) -> str:
    if quantity is Quantity.THICKNESS:
        return "89 mm or 3 1/2 in"
    if quantity is Quantity.ANGLE:
        return "35°, 7/12 or 12 %"
    if quantity is Quantity.FALL:
        return "1:60, 1.7 % or 1/4 in/ft"
    if quantity is Quantity.LENGTH:
        return "1.2 m or 4'-0\""
    return f"1 {quantity.unit(system).symbol}".strip()
