# SPDX-License-Identifier: GPL-3.0-or-later
"""Design thermal conductivity: conversion from declared values, and foams in the cold.

ISO 10456:2007, clause 7: lambda_2 = lambda_1 F_T F_m F_a.
"""

from math import exp
from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused

Moisture = Literal["none", "by-mass", "by-volume"]


class Conditions(Struct, frozen=True):
    """Conditions that a conductivity holds for.

    Attributes:
        temperature: mean temperature [°C].
        moisture: moisture content, by mass [kg/kg] or by volume [m³/m³].
    """

    temperature: float = 10.0
    moisture: float = 0.0


class Coefficients(Struct, frozen=True):
    """How a material's conductivity answers (ISO 10456:2007, tables 4 and A.1 to A.15).

    Attributes:
        temperature: f_T [1/K].
        moisture: f_u or f_psi [-].
        ageing: F_a [-], 1 where the declared value is an aged one.
    """

    temperature: float = 0.0
    moisture: float = 0.0
    ageing: float = 1.0


def temperature_factor(coefficient: float, old: float, new: float) -> float:
    """F_T = exp(f_T (T_2 - T_1)) [-] (7.2).

    >>> round(temperature_factor(0.0046, 10.0, 20.0), 3)
    1.047
    """
    return exp(coefficient * (new - old))


def moisture_factor(coefficient: float, old: float, new: float) -> float:
    """F_m = exp(f (u_2 - u_1)) [-], by mass or by volume (7.3)."""
    return exp(coefficient * (new - old))


def converted(
    declared: float, coefficients: Coefficients, old: Conditions, new: Conditions
) -> float:
    """Design conductivity [W/(m·K)] from a declared one.

    Args:
        declared: lambda_1 [W/(m·K)], above 0.
        coefficients: of the material.
        old: conditions of the declared value.
        new: conditions in the roof.

    Raises:
        ValueRefused: for a declared value that is not above 0, or ageing below 1.
    """
    if declared <= 0:
        raise ValueRefused("declared conductivity", declared, "above 0 W/(m·K)")
    if coefficients.ageing < 1:
        raise ValueRefused("ageing factor", coefficients.ageing, "1 or more")
    return (
        declared
        * temperature_factor(coefficients.temperature, old.temperature, new.temperature)
        * moisture_factor(coefficients.moisture, old.moisture, new.moisture)
        * coefficients.ageing
    )


def on_curve(curve: tuple[tuple[float, float], ...], temperature: float) -> float:
    """Conductivity [W/(m·K)] at a mean temperature [°C], straight between the curve's points.

    Beyond its ends the curve is held at its end values.

    >>> round(on_curve(((-10.0, 0.030), (10.0, 0.024)), 0.0), 4)
    0.027
    """
    if temperature <= curve[0][0]:
        return curve[0][1]
    for (t_low, low), (t_high, high) in zip(curve, curve[1:], strict=False):
        if temperature <= t_high:
            return low + (high - low) * (temperature - t_low) / (t_high - t_low)
    return curve[-1][1]
