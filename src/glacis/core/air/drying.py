# SPDX-License-Identifier: GPL-3.0-or-later
"""The most water that air can carry off a wet face in a bay: a bound, never a promise."""

from math import exp

from glacis.core.air.channel import BayFlow, Outside
from glacis.core.air.engine.march import CP
from glacis.core.moisture.air import saturation_pressure


def humidity_ratio(vapour: float, pressure: float = 101325.0) -> float:
    """Water to dry air [kg/kg] at vapour and air pressure [Pa]: 0.622 p_v/(p − p_v)."""
    return 0.622 * vapour / (pressure - vapour)


def dried(
    mass: float,
    face: float,
    outside: tuple[float, float],
    wet: tuple[float, float],
    pressure: float,
) -> float:
    """Water that leaves a wet face [kg/s]; negative where it takes water up, as under a clear night sky.

    Args:
        mass: of air through the bay, in either direction [kg/s].
        face: its temperature [°C].
        outside: temperature [°C] and relative humidity [-] of the air that enters.
        wet: h_c at the face [W/(m²·K)] and its area [m²].
        pressure: of the air [Pa].
    """
    flow = abs(mass)
    if flow == 0:
        return 0.0
    temperature, humidity = outside
    h_c, area = wet
    at_face = humidity_ratio(saturation_pressure(face), pressure)
    entering = humidity_ratio(humidity * saturation_pressure(temperature), pressure)
    return flow * (at_face - entering) * (1 - exp(-h_c * area / (flow * CP)))


def drying_bound(flow: BayFlow, humidity: float, outside: Outside, width: float) -> float:
    """The most that air through a bay takes off a wet upper face [kg/(s·m²)]; negative where it wets it.

    Args:
        flow: through the bay.
        humidity: of the outside air [-].
        outside: air.
        width: of the bay, clear [m].
    """
    length = flow.cells[-1].end
    face = sum(cell.t_top * (cell.end - cell.start) for cell in flow.cells) / length
    spread = sum(segment.h_c for segment in flow.segments) / len(flow.segments)
    wet = spread, width * length
    entering = outside.temperature, humidity
    return dried(flow.mass, face, entering, wet, outside.pressure) / (width * length)
