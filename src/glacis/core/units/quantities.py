# SPDX-License-Identifier: GPL-3.0-or-later
"""Kinds of number: what each is called and how SI and US customary readers see it.

Values are SI everywhere inside Glacis. This module is the only place that converts.
Conversion factors follow from the exact definitions of the inch (0.0254 m), the pound
(0.45359237 kg), the degree Fahrenheit and the Btu (International Table, 1055.05585262 J),
NIST SP 811 (2008), appendix B.
"""

from enum import Enum
from typing import Literal

from msgspec import Struct

System = Literal["si", "us"]

INCH = 0.0254
"""[m], exact by definition (international yard and pound agreement, 1959)."""
FOOT = 0.3048
"""[m], exact by definition (the same)."""
POUND = 0.45359237
"""[kg], exact by definition (the same)."""
BTU = 1055.05585262
"""[J], of the International Table (ISO 80000-5:2019)."""
HOUR = 3600.0
"""[s], by definition."""
GALLON_A_MINUTE = 231 * (INCH * 10) ** 3 / 60
"""[l/s] of US liquid gallons of 231 cubic inches (NIST SP 811, appendix B)."""
FAHRENHEIT_STEP = 5.0 / 9.0
US_PERM = 5.72135e-11
"""[kg/(m²·s·Pa)] at 0 °C, one grain an hour through a square foot at an inch of mercury (ASTM E96)."""
DELTA_0 = 2.0e-10
"""Vapour permeability of still air in the monthly method [kg/(m·s·Pa)] (ISO 13788:2012, 4.3)."""


class Unit(Struct, frozen=True):
    """How one system writes a quantity.

    Attributes:
        symbol: the unit as printed.
        scale: SI value of one display unit (ignored where ``reciprocal``).
        offset: SI value of zero display units.
        decimals: digits after the point in ordinary display.
        reciprocal: display = scale / SI (perms against an equivalent air layer).
        fraction: display in inches (or feet and inches) with binary fractions of this
            denominator; 0 for decimal display.
    """

    symbol: str
    scale: float
    decimals: int
    offset: float = 0.0
    reciprocal: bool = False
    fraction: int = 0


class Kind(Struct, frozen=True):
    """A kind of number: its name, usual symbol and its two ways of being written."""

    name: str
    symbol: str
    si: Unit
    us: Unit


def _same(symbol: str, scale: float, decimals: int) -> tuple[Unit, Unit]:
    unit = Unit(symbol, scale, decimals)
    return unit, unit


class Quantity(Enum):
    """Every kind of number that Glacis shows or reads."""

    THICKNESS = Kind("thickness", "d", Unit("mm", 1e-3, 0), Unit("in", INCH, 3, fraction=16))
    LENGTH = Kind("length", "l", Unit("m", 1.0, 2), Unit("ft", FOOT, 2, fraction=8))
    AREA = Kind("area", "A", Unit("m²", 1.0, 1), Unit("ft²", FOOT**2, 0))
    ANGLE = Kind("angle", "α", *_same("°", 1.0, 1))
    CONDUCTIVITY = Kind(
        "thermal conductivity",
        "λ",
        Unit("W/(m·K)", 1.0, 3),
        Unit("Btu·in/(h·ft²·°F)", BTU * INCH / (HOUR * FOOT**2 * FAHRENHEIT_STEP), 3),
    )
    RESISTANCE = Kind(
        "thermal resistance",
        "R",
        Unit("m²·K/W", 1.0, 3),
        Unit("h·ft²·°F/Btu", HOUR * FOOT**2 * FAHRENHEIT_STEP / BTU, 1),
    )
    TRANSMITTANCE = Kind(
        "thermal transmittance",
        "U",
        Unit("W/(m²·K)", 1.0, 3),
        Unit("Btu/(h·ft²·°F)", BTU / (HOUR * FOOT**2 * FAHRENHEIT_STEP), 4),
    )
    TEMPERATURE = Kind(
        "temperature",
        "θ",
        Unit("°C", 1.0, 1),
        Unit("°F", FAHRENHEIT_STEP, 1, offset=-32 * FAHRENHEIT_STEP),
    )
    PRESSURE = Kind("vapour pressure", "p", Unit("Pa", 1.0, 0), Unit("inHg", 3386.389, 3))
    AIR_LAYER = Kind(
        "equivalent air layer",
        "s_d",
        Unit("m", 1.0, 2),
        Unit("perm", DELTA_0 / US_PERM, 2, reciprocal=True),
    )
    CONDENSATE = Kind(
        "condensate", "M_a", Unit("g/m²", 1e-3, 0), Unit("oz/ft²", POUND / 16 / FOOT**2, 3)
    )
    DENSITY = Kind("density", "ρ", Unit("kg/m³", 1.0, 0), Unit("lb/ft³", POUND / FOOT**3, 1))
    AIR_DENSITY = Kind(
        "density of the air", "ρ", Unit("kg/m³", 1.0, 2), Unit("lb/ft³", POUND / FOOT**3, 4)
    )
    HEAT_CAPACITY = Kind(
        "specific heat capacity",
        "c",
        Unit("J/(kg·K)", 1.0, 0),
        Unit("Btu/(lb·°F)", BTU / (POUND * FAHRENHEIT_STEP), 3),
    )
    AREA_MASS = Kind("weight", "m", Unit("kg/m²", 1.0, 1), Unit("lb/ft²", POUND / FOOT**2, 1))
    STRESS = Kind("stress", "σ", Unit("kPa", 1000.0, 1), Unit("psi", 6894.757, 2))
    RAIN = Kind("rain", "p", Unit("mm", 1.0, 0), Unit("in", 25.4, 1))
    PRICE_HEAT = Kind("price of heat", "c", *_same("per kWh", 1.0, 3))
    CARBON_HEAT = Kind(
        "carbon of heat", "k", Unit("kg CO₂e/kWh", 1.0, 3), Unit("lb CO₂e/kWh", POUND, 3)
    )
    COUNT_AREA = Kind(
        "number to the area", "n", Unit("per m²", 1.0, 1), Unit("per ft²", 1 / FOOT**2, 2)
    )
    COST = Kind("first cost", "C", Unit("per m²", 1.0, 0), Unit("per ft²", 1 / FOOT**2, 1))
    CARBON = Kind(
        "embodied carbon",
        "G",
        Unit("kg CO₂e/m²", 1.0, 0),
        Unit("lb CO₂e/ft²", POUND / FOOT**2, 1),
    )
    HEAT_LOSS = Kind(
        "annual heat loss",
        "Q",
        Unit("kWh/(m²·a)", 1.0, 1),
        Unit("kBtu/(ft²·a)", BTU * 1000 / 3.6e6 / FOOT**2, 1),
    )
    OPENING = Kind("vent opening", "A_v", Unit("mm²/m", 1e-6, 0), Unit("in²/ft", INCH**2 / FOOT, 2))
    VENT_AREA = Kind("net free area", "A", Unit("cm²", 1e-4, 0), Unit("in²", INCH**2, 1))
    AIR_FLOW = Kind("flow of air", "V", Unit("m³/h", 1 / HOUR, 1), Unit("ft³/min", FOOT**3 / 60, 2))
    AIR_FLOW_AREA = Kind(
        "flow of air to the area",
        "v",
        Unit("m³/(h·m²)", 1 / HOUR, 2),
        Unit("ft³/(min·ft²)", FOOT / 60, 3),
    )
    LOAD = Kind("load", "q", Unit("kN/m²", 1000.0, 2), Unit("lb/ft²", POUND * 9.80665 / FOOT**2, 1))
    FORCE = Kind("force", "F", Unit("N", 1.0, 0), Unit("lbf", POUND * 9.80665, 0))
    JOINT = Kind("joint", "g", Unit("mm", 1e-3, 1), Unit("in", INCH, 3))
    LINEAR = Kind(
        "linear transmittance",
        "ψ",
        Unit("W/(m·K)", 1.0, 3),
        Unit("Btu/(h·ft·°F)", BTU / HOUR / FOOT / FAHRENHEIT_STEP, 3),
    )
    POINT = Kind(
        "point transmittance",
        "χ",
        Unit("W/K", 1.0, 3),
        Unit("Btu/(h·°F)", BTU / HOUR / FAHRENHEIT_STEP, 3),
    )
    COUPLING = Kind(
        "heat loss a kelvin",
        "H",
        Unit("W/K", 1.0, 2),
        Unit("Btu/(h·°F)", BTU / HOUR / FAHRENHEIT_STEP, 2),
    )
    AIR_CHANGE = Kind("air changes", "n", *_same("1/h", 1 / HOUR, 1))
    AIR_PRESSURE = Kind("pressure", "p", Unit("Pa", 1.0, 2), Unit("inH₂O", 249.08891, 5))
    SPEED = Kind("speed", "v", Unit("m/s", 1.0, 2), Unit("mph", 5280 * FOOT / HOUR, 1))
    HEAT_FLUX = Kind(
        "heat flow density",
        "q",
        Unit("W/m²", 1.0, 1),
        Unit("Btu/(h·ft²)", BTU / (HOUR * FOOT**2), 1),
    )
    TEMPERATURE_STEP = Kind(
        "difference of temperature", "Δθ", Unit("K", 1.0, 1), Unit("°F", FAHRENHEIT_STEP, 1)
    )
    CLOCK = Kind("time", "t", *_same("h", 1.0, 1))
    DEGREE_DAYS = Kind("degree days", "HDD", Unit("K·d", 1.0, 0), Unit("°F·d", FAHRENHEIT_STEP, 0))
    SUN_SUM = Kind(
        "sun of a year",
        "H",
        Unit("kWh/m²", 1.0, 0),
        Unit("kBtu/ft²", BTU * 1000 / 3.6e6 / FOOT**2, 0),
    )
    LINE_MASS = Kind("ice to the metre", "m", Unit("kg/m", 1.0, 1), Unit("lb/ft", POUND / FOOT, 1))
    FALL = Kind("fall", "s", Unit("%", 0.01, 2), Unit("in/ft", INCH / FOOT, 3))
    RAIN_RATE = Kind("rain", "r", Unit("mm/h", 1.0, 0), Unit("in/h", 25.4, 2))
    WATER_FLOW = Kind(
        "flow of water", "Q", Unit("l/s", 1.0, 2), Unit("gal/min", GALLON_A_MINUTE, 1)
    )
    VOLUME = Kind("volume", "V", Unit("m³", 1.0, 2), Unit("ft³", FOOT**3, 1))
    MASS = Kind("mass", "m", Unit("kg", 1.0, 0), Unit("lb", POUND, 0))
    MONEY = Kind("cost", "C", *_same("", 1.0, 2))
    FIGURE = Kind("figure", "x", *_same("", 1.0, 2))
    PIECES = Kind("number", "n", *_same("", 1.0, 0))
    WORK_HOURS = Kind("work", "h", *_same("h", 1.0, 1))
    DIOXIDE = Kind("carbon", "G", Unit("kg CO₂e", 1.0, 1), Unit("lb CO₂e", POUND, 1))
    SHARE = Kind("share", "f", *_same("%", 0.01, 1))
    HUMIDITY = Kind("relative humidity", "φ", *_same("%", 0.01, 0))
    WOOD_MOISTURE = Kind("moisture by mass", "u", *_same("%", 0.01, 0))
    MOULD_INDEX = Kind("mould index", "M", *_same("", 1.0, 1))
    FACTOR = Kind("factor", "f", *_same("", 1.0, 3))
    CONCENTRATION = Kind(
        "vapour concentration", "v", Unit("g/m³", 1e-3, 2), Unit("gr/ft³", 6.479891e-5 / FOOT**3, 2)
    )
    FLOW = Kind(
        "vapour flow density",
        "g",
        Unit("g/(m²·h)", 1e-3 / HOUR, 3),
        Unit("gr/(ft²·h)", 6.479891e-5 / FOOT**2 / HOUR, 3),
    )

    def unit(self, system: System) -> Unit:
        """The unit in which ``system`` shows this quantity."""
        return self.value.us if system == "us" else self.value.si


def to_display(value: float, unit: Unit) -> float:
    """The SI ``value`` as a number of ``unit``; infinite where a reciprocal meets zero.

    >>> round(to_display(0.1, Quantity.THICKNESS.unit("us")), 3)
    3.937
    """
    if unit.reciprocal:
        return unit.scale / value if value else float("inf")
    return (value - unit.offset) / unit.scale


def from_display(number: float, unit: Unit) -> float:
    """The SI value of ``number`` of ``unit``; infinite where a reciprocal meets zero."""
    if unit.reciprocal:
        return unit.scale / number if number else float("inf")
    return number * unit.scale + unit.offset
