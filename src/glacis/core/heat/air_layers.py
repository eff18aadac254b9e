# SPDX-License-Identifier: GPL-3.0-or-later
"""Thermal resistance of air layers (ISO 6946:2017, 6.9, table 8 and annex D)."""

from math import sqrt

from msgspec import Struct

from glacis.core.heat.surfaces import Direction

_DEPTHS = (0.0, 0.005, 0.007, 0.010, 0.015, 0.025, 0.050, 0.100, 0.300)
_TABLE: dict[Direction, tuple[float, ...]] = {
    "up": (0.0, 0.11, 0.13, 0.15, 0.16, 0.16, 0.16, 0.16, 0.16),
    "horizontal": (0.0, 0.11, 0.13, 0.15, 0.17, 0.18, 0.18, 0.18, 0.18),
    "down": (0.0, 0.11, 0.13, 0.15, 0.17, 0.19, 0.21, 0.22, 0.23),
}
_CONDUCTION = 0.025
"""Conductivity of still air at 10 °C [W/(m·K)] (ISO 6946:2017, annex D.2)."""
_STEFAN_BOLTZMANN = 5.670374419e-8
"""[W/(m²·K⁴)] (CODATA 2018, exact by definition of its constants)."""
HIGH_EMISSIVITY = 0.8
"""From this emissivity of both faces on, the table holds (ISO 6946:2017, 6.9.2)."""
NARROW = 10.0
"""A void is an air layer from this many times its depth in width on (ISO 6946:2017, 6.9.1)."""
DEEPEST = 0.3
"""Depth at which table 8 ends [m]; deeper spaces exchange heat as rooms do (ISO 6946:2017, 6.9.1)."""
SLIGHT_FROM = 500e-6
"""Vent openings from which an air layer is slightly ventilated [m²/m] (ISO 6946:2017, 6.9.3)."""
WELL_FROM = 1500e-6
"""Vent openings from which it is well ventilated [m²/m] (ISO 6946:2017, 6.9.4)."""


class Rows(Struct, frozen=True):
    """The two rows of table 8 that a depth lies between: depths [m] and R [m²·K/W]."""

    depths: tuple[float, float]
    resistances: tuple[float, float]


def rows(depth: float, direction: Direction) -> Rows:
    """The rows round ``depth`` [m]; a depth in the table, or beyond its end, has one row twice."""
    values = _TABLE[direction]
    place = next((k for k, row in enumerate(_DEPTHS) if depth <= row), len(_DEPTHS) - 1)
    first = place if depth >= _DEPTHS[place] else place - 1
    return Rows((_DEPTHS[first], _DEPTHS[place]), (values[first], values[place]))


def tabulated(depth: float, direction: Direction) -> float:
    """R of an unventilated air layer of ``depth`` [m], linear between rows [m²·K/W].

    Depths above 0.3 m take the value at 0.3 m.

    >>> tabulated(0.025, "up"), round(tabulated(0.020, "horizontal"), 3)
    (0.16, 0.175)
    """
    found = rows(depth, direction)
    (low, high), (least, most) = found.depths, found.resistances
    if low == high:
        return most
    return least + (depth - low) / (high - low) * (most - least)


def convection(depth: float, direction: Direction, difference: float = 5.0) -> float:
    """Conduction and convection coefficient h_a [W/(m²·K)] across an air layer (annex D.2).

    Args:
        depth: of the layer in the direction of heat flow [m].
        direction: of heat flow.
        difference: temperature difference across the layer [K]; above 5 K it drives more.
    """
    conduction = _CONDUCTION / depth
    if direction == "up":
        driven = 1.95 if difference <= 5 else 1.14 * difference ** (1 / 3)
    elif direction == "horizontal":
        driven = 1.25 if difference <= 5 else 0.73 * difference ** (1 / 3)
    elif difference <= 5:
        driven = 0.12 * depth**-0.44
    else:
        driven = 0.09 * difference**0.187 * depth**-0.44
    return max(driven, conduction)


def radiation(emissivity_1: float, emissivity_2: float, mean: float = 10.0) -> float:
    """Radiative coefficient h_r = E h_r0 [W/(m²·K)] at ``mean`` temperature [°C] (annex D.2).

    >>> round(radiation(0.9, 0.9), 2), round(radiation(0.9, 0.05), 2)
    (4.21, 0.26)
    """
    exchange = 1 / (1 / emissivity_1 + 1 / emissivity_2 - 1)
    black_body: float = 4 * _STEFAN_BOLTZMANN * (mean + 273.15) ** 3
    return exchange * black_body


def by_formula(
    depth: float,
    direction: Direction,
    emissivities: tuple[float, float],
    mean: float = 10.0,
    difference: float = 5.0,
) -> float:
    """R = 1/(h_a + h_r) of an unventilated air layer [m²·K/W] (annex D.1).

    >>> round(by_formula(0.025, "up", (0.9, 0.05)), 3)
    0.453
    """
    return 1 / (convection(depth, direction, difference) + radiation(*emissivities, mean))


def in_narrow_void(
    depth: float, width: float, emissivities: tuple[float, float], mean: float = 10.0
) -> float:
    """Radiative coefficient h_r [W/(m²·K)] across a void between members (annex D.4).

    Its sides take part: 1/E = 1/e_1 + 1/e_2 - 2 + 2/(1 + sqrt(1 + d²/b²) - d/b).

    Args:
        depth: d, in the direction of heat flow [m].
        width: b, between the members [m], above 0.
        emissivities: of both faces [-].
        mean: temperature [°C].
    """
    ratio = depth / width
    sides = 2 / (1 + sqrt(1 + ratio**2) - ratio)
    black_body: float = 4 * _STEFAN_BOLTZMANN * (mean + 273.15) ** 3
    return black_body / (1 / emissivities[0] + 1 / emissivities[1] - 2 + sides)


def is_narrow(depth: float, width: float | None) -> bool:
    """Whether a void is divided so closely that it is no air layer any more (6.9.1, annex D.4)."""
    return width is not None and width < NARROW * depth


def unventilated(
    depth: float,
    direction: Direction,
    emissivities: tuple[float, float],
    width: float | None = None,
) -> float:
    """R of an unventilated air layer: by table where both faces are dull, else by formula.

    Args:
        depth: in the direction of heat flow [m].
        direction: of heat flow.
        emissivities: of both faces [-].
        width: between members that divide it [m]; below ten times the depth they count.

    >>> unventilated(0.05, "up", (0.9, 0.9)), round(unventilated(0.05, "up", (0.9, 0.9), 0.05), 3)
    (0.16, 0.196)
    """
    if width is not None and is_narrow(depth, width):
        return 1 / (convection(depth, direction) + in_narrow_void(depth, width, emissivities))
    if min(emissivities) >= HIGH_EMISSIVITY:
        return tabulated(depth, direction)
    return by_formula(depth, direction, emissivities)
