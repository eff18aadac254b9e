# SPDX-License-Identifier: GPL-3.0-or-later
"""A simulated sensor on site: what it would have read, from the site's year; labelled wherever it shows."""

from math import cos, pi

import numpy as np
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.days import day_number, day_text
from glacis.core.weather.hours import WeatherYear

NOISE_T, NOISE_RH, NOISE_V = 0.3, 0.015, 0.1
"""Noise of air temperature [K], humidity [-] and wind [share]; usual of such devices, our judgement."""
BACK = 48
"""Hours of rain that count before laying [h]; our judgement after practice."""
SWING = 3.0
"""By how much a deck in the shade follows the sun of the day [K]; our judgement."""


class Sensed(Struct, frozen=True):
    """What the simulated sensor read: temperature [°C], humidity [-], wind [m/s], rain of 48 hours [m], ground [°C]."""

    air: float
    humidity: float
    wind: float
    rain: float
    ground: float


def sensed(year: WeatherYear, date: str, hour: float, seed: int) -> Sensed:
    """What it read on a day at an hour; the same day and seed read the same.

    Args:
        year: of the site.
        date: year-month-day; only its day of the year counts.
        hour: of the day [h], 0 to 24.
        seed: of its noise.

    Raises:
        ValueRefused: for a day or an hour that is none.
    """
    if not 0 <= hour <= 24:
        raise ValueRefused("hour", hour, "0 to 24")
    number = day_number(date)
    first = day_number(f"{day_text(number)[:4]}-01-01")
    at = min(8759, (number - first) * 24 + int(hour))
    noise = np.random.default_rng((seed, number, int(hour))).standard_normal(3)
    humidity = float(np.clip(year.humidity[at] + NOISE_RH * noise[1], 0.0, 1.0))
    air = float(year.temperature[at] + NOISE_T * noise[0])
    hours = np.arange(at - BACK, at) % len(year.rain)
    ground = air + SWING * cos(2 * pi * (hour - 15.0) / 24.0) - SWING / 2
    return Sensed(
        round(air, 1), round(humidity, 2), round(max(0.0, float(year.wind[at] * (1 + NOISE_V * noise[2]))), 1),
        float(year.rain[hours].sum()) / 1000.0, round(ground, 1),
    )  # fmt: skip
