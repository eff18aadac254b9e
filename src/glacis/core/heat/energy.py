# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat lost over a year by degree hours, and what more insulation would still save."""

from collections.abc import Callable

from msgspec import Struct

from glacis.core.climate.year import DAYS
from glacis.core.model.document import Climate

HOURS_A_DAY = 24.0
"""By definition."""
PER_KILO = 1e-3
"""By definition."""


def degree_hours(climate: Climate, indoor: tuple[float, ...]) -> float:
    """Sum of (indoor - outdoor) over the hours of months colder outside [K·h].

    From monthly means (ISO 52016-1:2017 takes the same sum for a monthly balance without
    gains): sun, gains and night set-back are not in it.

    Args:
        climate: of the site.
        indoor: twelve monthly temperatures of the rooms [°C].
    """
    return sum(
        max(0.0, inside - outside) * days * HOURS_A_DAY
        for inside, outside, days in zip(indoor, climate.temperature, DAYS, strict=True)
    )


def annual_loss(transmittance: float, climate: Climate, indoor: tuple[float, ...]) -> float:
    """Heat through a square metre in a year [kWh/(m²·a)] at U [W/(m²·K)] and twelve θ_i [°C]."""
    return transmittance * degree_hours(climate, indoor) * PER_KILO


class CurvePoint(Struct, frozen=True):
    """One thickness on the curve of diminishing returns: d [m], U [W/(m²·K)], Q [kWh/(m²·a)]."""

    thickness: float
    transmittance: float
    loss: float


class Step20(Struct, frozen=True):
    """What the next 20 mm bring.

    Attributes:
        saved: heat saved [kWh/(m²·a)].
        cost: of the 20 mm, middle of the range [per m²].
        carbon: of the 20 mm, middle of the range [kg CO2e/m²].
        cost_years: years until saved heat at the stated price has paid for it; None for never.
        carbon_years: the same for carbon.
    """

    saved: float
    cost: float
    carbon: float
    cost_years: float | None
    carbon_years: float | None


def curve(
    transmittance: Callable[[float], float], hours: float, most: float, count: int = 41
) -> tuple[CurvePoint, ...]:
    """U and annual loss against thickness.

    Args:
        transmittance: U [W/(m²·K)] of a thickness [m].
        hours: degree hours [K·h].
        most: largest thickness [m].
        count: number of points, evenly spread from a twentieth of ``most``.
    """
    points = []
    for k in range(count):
        thickness = most * (0.05 + 0.95 * k / (count - 1))
        u_value = transmittance(thickness)
        points.append(CurvePoint(thickness, u_value, u_value * hours * PER_KILO))
    return tuple(points)


def pay_back(spent: float, saved_a_year: float) -> float | None:
    """Years until what is saved has paid for what was spent; None where nothing is saved.

    >>> pay_back(12.0, 1.5), pay_back(12.0, 0.0)
    (8.0, None)
    """
    return spent / saved_a_year if saved_a_year > 1e-12 else None
