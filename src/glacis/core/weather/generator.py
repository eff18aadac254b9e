# SPDX-License-Identifier: GPL-3.0-or-later
"""An invented year of weather from monthly means, the habits of a station and a seed.

Daily drivers of cloud, warmth and wind hang together and persist; rain, cloud, sun, temperature, vapour and
wind follow from them hour by hour, and the months come out as stated.
"""

from collections.abc import Callable

import numpy as np
from msgspec import Struct
from numpy.typing import ArrayLike, NDArray
from scipy.special import ndtr, ndtri

from glacis.core.climate.atmosphere import air_pressure
from glacis.core.weather.draws import Draws, persistent
from glacis.core.weather.hours import (
    HOURS,
    MONTH_STARTS,
    WeatherYear,
    by_day,
    by_month,
    over_water,
    sky_radiation,
)
from glacis.core.weather.stations import Habits, Pair
from glacis.core.weather.sun import Place, Sun, diffuse_share, sun_of_hours

Array = NDArray[np.float64]
DAYS = 365
"""Of a year without a leap day, by definition."""
# Figures without a mark of their own in this module are our judgement: they were set so that years of all eight
# stations look like measured ones in the statistics that tests/data/weather-targets.json lists.
MID_MONTHS = (MONTH_STARTS[:-1] + MONTH_STARTS[1:]) / 2
MIDDLES: Array = np.arange(HOURS, dtype=np.float64) + 0.5
"""Middle of each hour [h]."""
HOUR_OF_MONTH = np.repeat(np.arange(12), np.diff(MONTH_STARTS))
DAY_OF_MONTH = HOUR_OF_MONTH[::24]
MONTH_DAYS = np.diff(MONTH_STARTS) / 24
DRY = 0.05
"""Rain that is too little for an hour of it [mm]; our judgement: below what gauges tell."""
MOST_CLEARNESS = 0.82
"""Clearness index of the clearest hour [-]; our judgement after measured years."""


class Months(Struct, frozen=True):
    """What the months of a year come out as.

    Attributes:
        temperature: monthly means [°C].
        humidity: monthly means over water [-].
        rain: monthly sums [mm].
        cloud: monthly means [-].
    """

    temperature: Array
    humidity: Array
    rain: Array
    cloud: Array


class Asked(Struct, frozen=True):
    """What a year is to be.

    Attributes:
        place: where.
        elevation: above the sea [m].
        habits: of its weather.
        months: that come out.
        seed: of the draws.
    """

    place: Place
    elevation: float
    habits: Habits
    months: Months
    seed: int


def hats(months: ArrayLike, at: Array) -> Array:
    """Monthly values between mid-months, straight from one to the next and round the year."""
    months = np.asarray(months, float)
    places = np.concatenate(([MID_MONTHS[-1] - HOURS], MID_MONTHS, [MID_MONTHS[0] + HOURS]))
    values = np.concatenate(([months[-1]], months, [months[0]]))
    return np.asarray(np.interp(at, places, values))


def _hat_means() -> Array:
    """What monthly means follow from mid-month values: 12 by 12."""
    columns = np.zeros((12, 12))
    for month in range(12):
        alone = np.zeros(12)
        alone[month] = 1.0
        columns[:, month] = by_month(hats(alone, MIDDLES))
    return columns


def exact_hats(wanted: Array) -> Array:
    """Hourly values between mid-months whose monthly means are exactly those wanted."""
    nodes = np.linalg.solve(_hat_means(), wanted)
    return hats(nodes, MIDDLES)


class Season:
    """How far each day is from mid-winter to mid-summer, 0 to 1; half a year later in the south."""

    def __init__(self, latitude: float) -> None:
        day = np.arange(DAYS) + 1.0 + (0.0 if latitude >= 0 else 182.5)
        self.share = (1 - np.cos(2 * np.pi * (day - 15) / 365)) / 2

    def days(self, pair: Pair) -> Array:
        """A pair of winter and summer, day by day."""
        return pair[0] + (pair[1] - pair[0]) * self.share

    def hours(self, pair: Pair) -> Array:
        """The same hour by hour."""
        return np.repeat(self.days(pair), 24)


class Drivers(Struct, frozen=True):
    """Standard normal drivers of each day: cloud, warmth, wind [-]."""

    cloud: Array
    warmth: Array
    wind: Array


def _drivers(habits: Habits, season: Season, draws: Draws) -> Drivers:
    cloud = draws.normal(DAYS)
    with_cloud, with_warmth = season.days(habits.warm_cloud), season.days(habits.warm_wind)
    warmth = with_cloud * cloud + np.sqrt(1 - with_cloud**2) * draws.normal(DAYS)
    told = with_warmth**2 + 0.0625 + 0.5 * with_warmth * with_cloud
    wind = (
        with_warmth * warmth
        + 0.25 * cloud
        + np.sqrt(np.maximum(0.05, 1 - told)) * draws.normal(DAYS)
    )
    return Drivers(
        persistent(cloud, habits.cloud_stays),
        persistent(warmth, habits.warm_stays),
        persistent(wind, 0.5),
    )


def _through_day(days: Array) -> Array:
    """Daily values at noon, straight from one to the next and round the year, hour by hour."""
    places = np.arange(-1, DAYS + 1) * 24 + 12.0
    values = np.concatenate(([days[-1]], days, [days[0]]))
    return np.asarray(np.interp(MIDDLES, places, values))


def _rain(asked: Asked, season: Season, drivers: Drivers, draws: Draws) -> Array:
    """Rain of every hour [mm]."""
    habits = asked.habits
    on_wet_day = season.days(habits.wet_day)
    chance = np.clip((asked.months.rain / MONTH_DAYS)[DAY_OF_MONTH] / on_wet_day, 1e-4, 0.97)
    wet = 0.8 * drivers.cloud + 0.6 * draws.normal(DAYS) > ndtri(1 - chance)
    for month in range(12):  # a month that has rain has a day of it
        if asked.months.rain[month] > 0 and not wet[month == DAY_OF_MONTH].any():
            wet[np.argmax(np.where(month == DAY_OF_MONTH, drivers.cloud, -np.inf))] = True
    fallen = np.zeros(HOURS)
    storms, lasts = season.days(habits.storms), season.days(habits.lasts)
    for day in np.flatnonzero(wet):
        _wet_day(fallen, int(day), storms[day], lasts[day], draws)
    fallen *= _to_months(fallen, asked.months.rain)
    fallen[fallen < DRY] = 0.0
    return np.asarray(fallen * _to_months(fallen, asked.months.rain))


def _wet_day(fallen: Array, day: int, storms: float, lasts: float, draws: Draws) -> None:
    """One or two spells of rain on a day, as heavy as its luck, added where they fall."""
    luck, two = draws.uniform(2)
    amount = (-np.log(luck)) ** (1 + 0.3 * storms)
    count = 2 if two < 0.35 else 1
    for _ in range(count):
        kind, when, long = draws.uniform(3)
        storm = kind < storms
        start = 16 + 2.5 * float(ndtri(when)) if storm else 24 * when
        mean = max(0.1, lasts - 1) * (0.5 if storm else 1.0)
        size = max(1, round((1 if storm else 2) - mean * np.log(long)))
        weights = -np.log(draws.uniform(size))
        hours = (day * 24 + int(start) + np.arange(size)) % HOURS
        np.add.at(fallen, hours, amount / count * weights / weights.sum())


def _to_months(fallen: Array, wanted: Array) -> Array:
    """Factor for every hour that makes monthly sums as wanted."""
    sums = np.add.reduceat(fallen, MONTH_STARTS[:-1])
    return np.asarray(np.where(sums > 0, wanted / np.where(sums > 0, sums, 1.0), 0.0))[
        HOUR_OF_MONTH
    ]


def _cloud(asked: Asked, drivers: Drivers, rain: Array, draws: Draws) -> Array:
    """Cloud of every hour [-]; at least 0.85 in rain."""
    level = np.sqrt(1 + 1.1**2 + 0.6**2) * ndtri(np.clip(asked.months.cloud, 0.02, 0.98))
    free = ndtr(
        level[HOUR_OF_MONTH]
        + 1.1 * _through_day(drivers.cloud)
        + 0.6 * draws.persistent(HOURS, 0.85)
    )
    return np.asarray(np.where(rain > 0, np.maximum(free, 0.85), free))


def _sun(asked: Asked, sun: Sun, cloud: Array) -> tuple[Array, Array, Array]:
    """Global, beam and diffuse of every hour [W/m²]: a clear sky after Haurwitz 1945, cloud after Kasten and Czeplak
    1980.
    """
    sine = np.maximum(sun.sine, 1e-6)
    clear = np.where(sun.sine > 0, 1098 * sine * np.exp(-0.057 / sine), 0.0)
    clear *= (1 + 4e-5 * asked.elevation) * (1 - asked.habits.haze)
    overhead = np.maximum(sun.sine, 0.0)
    level = (clear * (1 - 0.75 * cloud[:, None] ** 3.4)).mean(axis=1)
    outside = (sun.outside * overhead).mean(axis=1)
    level = np.minimum(level, MOST_CLEARNESS * outside)
    clearness = np.divide(level, outside, out=np.zeros(HOURS), where=outside > 0)
    diffuse = level * diffuse_share(clearness)
    height = overhead.mean(axis=1)
    beam = np.where(height > 0.02, (level - diffuse) / np.maximum(height, 0.02), 0.0)
    return level, beam, np.where(height > 0.02, diffuse, level)


def _temperature(
    asked: Asked, season: Season, drivers: Drivers, cloud: Array, draws: Draws
) -> Array:
    """Temperature at the end of every hour [°C], its months exact."""
    habits = asked.habits
    hour = np.arange(HOURS) % 24 + 1.0
    w = 2 * np.pi / 24
    wave = 0.46 * np.cos(w * (hour - 15)) + 0.10 * np.cos(2 * w * (hour - 14))
    day_cloud = np.repeat(by_day(cloud), 24)
    swing = season.hours(habits.swing) * (1 - 0.65 * day_cloud**1.5) / 0.7725
    free = (
        season.hours(habits.spread) * _through_day(drivers.warmth)
        + swing * wave
        + 0.5 * draws.persistent(HOURS, 0.9)
    )
    return np.asarray(free + exact_hats(asked.months.temperature - by_month(free)))


def _vapour(asked: Asked, temperature: Array, cloud: Array, rain: Array, draws: Draws) -> Array:
    """Vapour pressure at the end of every hour [Pa], its months as damp as asked."""
    saturated = over_water(temperature)
    mean, day_cloud = (np.repeat(by_day(values), 24) for values in (temperature, cloud))
    free = (
        np.log(over_water(mean))
        + asked.habits.damp_cloud * (day_cloud - asked.months.cloud[HOUR_OF_MONTH])
        + 0.07 * _through_day(draws.persistent(DAYS, 0.5))
    )
    least = np.where(rain > 0, 0.88, 0.0) * saturated

    def made(shift: Array) -> Array:
        return np.clip(np.exp(free + shift), least, 0.995 * saturated)

    return _solved(made, lambda vapour: by_month(vapour / saturated), asked.months.humidity)


def _solved(
    made: Callable[[Array], Array], months: Callable[[Array], Array], wanted: Array
) -> Array:
    """What is made of a shift by hats, its months as wanted; as near as its bounds let them."""
    nodes = np.zeros(12)
    for _ in range(12):
        found = made(hats(nodes, MIDDLES))
        off = np.log(wanted / months(found))
        if np.abs(off).max() < 1e-7:
            break
        nodes = nodes + np.linalg.solve(_MEANS, off)
    return made(hats(nodes, MIDDLES))


_MEANS = _hat_means()


def _wind(asked: Asked, season: Season, drivers: Drivers, cloud: Array, draws: Draws) -> Array:
    """Wind at the end of every hour [m/s], its months exact: Weibull of shape 2."""
    rank = ndtr(0.85 * _through_day(drivers.wind) + 0.53 * draws.persistent(HOURS, 0.8))
    free = np.sqrt(-np.log(np.maximum(1e-9, 1 - rank)))
    hour = np.arange(HOURS) % 24 + 1.0
    free *= 1 + 0.25 * (1 - cloud) * np.maximum(0.0, np.cos(2 * np.pi / 24 * (hour - 14)))
    wanted = by_month(season.hours(asked.habits.wind))
    return np.asarray(free * (wanted / by_month(free))[HOUR_OF_MONTH])


def generated(asked: Asked) -> WeatherYear:
    """A year of weather: the same from the same seed, its monthly means as asked."""
    draws = Draws(asked.seed)
    season = Season(asked.place.latitude)
    drivers = _drivers(asked.habits, season, draws)
    rain = _rain(asked, season, drivers, draws)
    cloud = _cloud(asked, drivers, rain, draws)
    level, beam, diffuse = _sun(asked, sun_of_hours(asked.place), cloud)
    temperature = _temperature(asked, season, drivers, cloud, draws)
    vapour = _vapour(asked, temperature, cloud, rain, draws)
    wind = _wind(asked, season, drivers, cloud, draws)
    turning = 45 * _through_day(draws.persistent(DAYS, 0.6)) + 15 * draws.persistent(HOURS, 0.7)
    pressure = air_pressure(asked.elevation) + 600 * _through_day(draws.persistent(DAYS, 0.8))
    return WeatherYear(
        asked.place,
        asked.elevation,
        temperature=temperature,
        vapour=vapour,
        pressure=pressure,
        wind=wind,
        wind_from=(asked.habits.wind_from + turning) % 360,
        sun=level,
        beam=beam,
        diffuse=diffuse,
        sky=sky_radiation(temperature, vapour, cloud),
        rain=rain,
        cloud=cloud,
        source=f"Invented, after the habits of a {asked.habits.kind} climate, seed {asked.seed}",
    )
