# SPDX-License-Identifier: GPL-3.0-or-later
"""What a year of weather is like: degree days, zone, spells, sun, rain, sky."""

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.weather.hours import (
    MONTH_STARTS,
    SIGMA,
    ZERO,
    WeatherYear,
    by_day,
    by_month,
)

Array = NDArray[np.float64]
BRIGHT = 120.0
"""Beam from which the sun shines [W/m²] by definition (WMO, Guide to instruments, 8.1.1)."""
WET_DAY = 0.2
"""Rain from which a day is wet [mm]; our judgement after rain gauges."""


class Statistics(Struct, frozen=True):
    """A year in figures.

    Attributes:
        mean: temperature [°C].
        lowest: temperature of an hour [°C].
        highest: likewise [°C].
        heating: degree days below 18 °C [K·d].
        growing: degree days over 10 °C [K·d].
        humidity: mean, over water [-].
        damp_hours: over 95 % relative humidity [h].
        rain: [mm].
        rain_known: whether it was measured or made.
        wet_days: with any rain to speak of [d].
        rain_hours: with any [h].
        heaviest: rain of an hour [mm].
        dry_spell: the longest without a wet day: days [d] and the day it begins, 0 for 1 January.
        wet_spell: the longest of wet days likewise.
        sun: on the level [kWh/m²].
        diffuse: share of it from the whole sky [-].
        sun_hours: with bright sun [h].
        cloud: mean [-].
        wind: mean [m/s].
        windy: speed that 5 % of hours exceed [m/s].
        sky: how much colder the sky is than the air, mean [K].
        frost_days: on which the air turns below and over 0 °C [d].
        frost_nights: days on which the air is below 0 °C at some hour [d].
        zone: by degree days and moisture, as "5A".
        months: temperature [°C], humidity [-] and rain [mm] of each, 3 by 12.
    """

    mean: float
    lowest: float
    highest: float
    heating: float
    growing: float
    humidity: float
    damp_hours: int
    rain: float
    rain_known: bool
    wet_days: int
    rain_hours: int
    heaviest: float
    dry_spell: tuple[int, int]
    wet_spell: tuple[int, int]
    sun: float
    diffuse: float
    sun_hours: float
    cloud: float
    wind: float
    windy: float
    sky: float
    frost_days: int
    frost_nights: int
    zone: str
    months: tuple[tuple[float, ...], ...]


def longest_spell(days: NDArray[np.bool_]) -> tuple[int, int]:
    """Length and first day of the longest run of days, over the year's end too.

    >>> longest_spell(np.array([True, False, True, True, False, True]))
    (2, 2)
    """
    if days.all():
        return len(days), 0
    if not days.any():
        return 0, 0
    start = int(np.argmin(days))
    turned = np.concatenate((np.roll(days, -start), [False])).astype(int)
    edges = np.flatnonzero(np.diff(np.concatenate(([0], turned))))
    lengths = edges[1::2] - edges[::2]
    longest = int(np.argmax(lengths))
    return int(lengths[longest]), int((edges[::2][longest] + start) % len(days))


def degree_days(daily: Array) -> tuple[float, float]:
    """Below 18 °C and over 10 °C, from daily means [K·d]."""
    return float(np.maximum(0, 18 - daily).sum()), float(np.maximum(0, daily - 10).sum())


def thermal_zone(heating: float, growing: float) -> int:
    """0, the hottest, to 8 (ASHRAE 169-2013, table A3, recalled and put in kelvins; confirm).

    Args:
        heating: degree days below 18 °C [K·d].
        growing: over 10 °C [K·d].
    """
    for zone, least in enumerate((6000, 5000, 3500)):
        if growing > least:
            return zone
    for zone, most in enumerate((2000, 3000, 4000, 5000, 7000), 3):
        if heating <= most:
            return zone
    return 8


def moisture_regime(temperature: Array, rain: Array, latitude: float) -> str:
    """A moist, B dry, C marine, from monthly means [°C] and sums [mm] (ASHRAE 169-2013, recalled; confirm)."""
    summer = np.arange(3, 9) if latitude >= 0 else np.array([9, 10, 11, 0, 1, 2])
    winter = np.setdiff1d(np.arange(12), summer)
    coldest, warmest = temperature.min(), temperature.max()
    dry_summer = rain[winter].max() >= 3 * rain[summer].min()
    marine = -3 < coldest < 18 and warmest < 22 and (temperature > 10).sum() >= 4
    if marine and dry_summer:
        return "C"
    total, mean = rain.sum(), float(temperature.mean())
    share = rain[summer].sum() / total if total > 0 else 0.5
    shift = 14.0 if share >= 0.7 else 7.0 if share > 0.3 else 0.0
    return "B" if total < 20 * (mean + shift) else "A"


def climate_zone(year: WeatherYear) -> str:
    """Thermal zone and moisture regime, as "5A"; no regime where the rain is not known, nor in the coldest two."""
    temperature = by_month(year.temperature)
    zone = thermal_zone(*degree_days(by_day(year.temperature)))
    if zone > 6 or not year.rain_known:
        return str(zone)
    rain = np.add.reduceat(year.rain, MONTH_STARTS[:-1])
    return f"{zone}{moisture_regime(temperature, rain, year.place.latitude)}"


def statistics_of(year: WeatherYear) -> Statistics:
    """A year in figures."""
    daily = by_day(year.temperature)
    heating, growing = degree_days(daily)
    humidity = year.humidity
    rain_days = year.rain.reshape(-1, 24).sum(axis=1)
    wet = rain_days >= WET_DAY
    span = year.temperature.reshape(-1, 24)
    sky = (year.sky / SIGMA) ** 0.25 - ZERO
    total = float(year.sun.sum())
    rain_months = np.add.reduceat(year.rain, MONTH_STARTS[:-1])
    return Statistics(
        mean=float(year.temperature.mean()),
        lowest=float(year.temperature.min()),
        highest=float(year.temperature.max()),
        heating=heating,
        growing=growing,
        humidity=float(humidity.mean()),
        damp_hours=int((humidity > 0.95).sum()),
        rain=float(year.rain.sum()),
        rain_known=year.rain_known,
        wet_days=int(wet.sum()),
        rain_hours=int((year.rain > 0).sum()),
        heaviest=float(year.rain.max()),
        dry_spell=longest_spell(~wet),
        wet_spell=longest_spell(wet),
        sun=total / 1000,
        diffuse=float(year.diffuse.sum()) / total if total > 0 else 0.0,
        sun_hours=float((year.beam > BRIGHT).sum()),
        cloud=float(year.cloud.mean()),
        wind=float(year.wind.mean()),
        windy=float(np.quantile(year.wind, 0.95)),
        sky=float((year.temperature - sky).mean()),
        frost_days=int(((span.min(axis=1) < 0) & (span.max(axis=1) > 0)).sum()),
        frost_nights=int((span.min(axis=1) < 0).sum()),
        zone=climate_zone(year),
        months=tuple(
            tuple(float(v) for v in values)
            for values in (by_month(year.temperature), by_month(humidity), rain_months)
        ),
    )
