# SPDX-License-Identifier: GPL-3.0-or-later
"""How long water that stands takes to dry."""

from math import exp

WIND = 2.0
"""Wind over the roof that dries it [m/s]; our judgement: a sheltered site."""


def evaporation(temperature: float, humidity: float, wind: float = WIND) -> float:
    """How much standing water dries away [mm/day] (Penman 1948, as recalled, confirm).

    Args:
        temperature: of the air [°C].
        humidity: of the air [-].
        wind: over the water [m/s].
    """
    saturated = 6.112 * exp(17.62 * temperature / (243.12 + temperature))
    return 0.26 * (1 + 0.54 * wind) * saturated * (1 - humidity)


def days_to_dry(
    depth: float, temperatures: tuple[float, ...], humidities: tuple[float, ...]
) -> float:
    """How long water so deep [m] stands in the mean of the year [day]; infinite where nothing dries."""
    pairs = zip(temperatures, humidities, strict=True)
    a_day = sum(evaporation(t, h) for t, h in pairs) / len(temperatures) / 1000
    return depth / a_day if a_day > 0 else float("inf")
