# SPDX-License-Identifier: GPL-3.0-or-later
"""Thermal resistance of air layers (ISO 6946:2017, 6.9, table 8 and annex D)."""

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
SLIGHT_FROM = 500e-6
"""Vent openings from which an air layer is slightly ventilated [m²/m] (ISO 6946:2017, 6.9.3)."""
WELL_FROM = 1500e-6
"""Vent openings from which it is well ventilated [m²/m] (ISO 6946:2017, 6.9.4)."""


def tabulated(depth: float, direction: Direction) -> float:
    """R of an unventilated air layer of ``depth`` [m], linear between rows [m²·K/W].

    Depths above 0.3 m take the value at 0.3 m.
    """
    values = _TABLE[direction]
    if depth >= _DEPTHS[-1]:
        return values[-1]
    for index in range(1, len(_DEPTHS)):
        if depth <= _DEPTHS[index]:
            low, high = _DEPTHS[index - 1], _DEPTHS[index]
            share = (depth - low) / (high - low)
            return values[index - 1] + share * (values[index] - values[index - 1])
    return values[-1]


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
    """Radiative coefficient h_r = E h_r0 [W/(m²·K)] at ``mean`` temperature [°C] (annex D.2)."""
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
    """R = 1/(h_a + h_r) of an unventilated air layer [m²·K/W] (annex D.1)."""
    return 1 / (convection(depth, direction, difference) + radiation(*emissivities, mean))


def unventilated(depth: float, direction: Direction, emissivities: tuple[float, float]) -> float:
    """R of an unventilated air layer: by table where both faces are dull, else by formula."""
    if min(emissivities) >= HIGH_EMISSIVITY:
        return tabulated(depth, direction)
    return by_formula(depth, direction, emissivities)
