# SPDX-License-Identifier: GPL-3.0-or-later
"""The states a ventilated roof is looked at in, and the hours of a still, clear summer day."""

from math import acos, asin, atan2, cos, degrees, exp, pi, radians, sin

import numpy as np
from msgspec import Struct

from glacis.core.climate.atmosphere import air_pressure
from glacis.core.climate.year import extremes, mean_temperature
from glacis.core.model.document import Site

STILL_FILM = 1.0
"""Wind that is left on a still day [m/s], for the film outside only (our judgement)."""
CLEAR_SKY = 63.0
"""Radiation lost to a clear sky [W/m²] (our judgement after ISO 13790:2008, 11.4.6 and ASHRAE's sol-air 63)."""
OVER = 5.0
"""How much warmer the covering is in the test for drive [K]; our judgement: a bright winter noon."""
DAY_RANGE = 12.0
"""From the lowest to the highest hour of a clear summer day [K]; our judgement, until hours are read."""
WARMEST = 15.0
"""Hour of the highest temperature [h] of solar time; our judgement after common practice."""
DIFFUSE = 0.15
"""Share of clear-sky radiation that comes from the whole sky [-]; our judgement: haze of a clear day."""
GROUND = 0.2
"""Albedo of the ground [-] (ISO 52010-1:2017, 6.4.2)."""


class Conditions(Struct, frozen=True):
    """The outside in one state.

    Attributes:
        id: of the state.
        name: in words.
        temperature: of the air [°C].
        sun: on the plane [W/m²].
        film_wind: wind that cools the covering [m/s].
        wind: that presses on vents [m/s].
        sky: radiation lost to the sky by a level roof [W/m²].
    """

    id: str
    name: str
    temperature: float
    sun: float
    film_wind: float
    wind: float
    sky: float


def conditions(site: Site) -> tuple[Conditions, ...]:
    """Hot still noon, clear winter night, a windy overcast day of the coldest month, sun against wind."""
    climate = site.climate
    coldest, _ = extremes(climate)
    return (
        Conditions("noon", "Hot still noon", climate.design_summer, site.sun, STILL_FILM, 0.0, CLEAR_SKY),
        Conditions("night", "Clear winter night", climate.design_winter, 0.0, STILL_FILM, 0.0, CLEAR_SKY),
        Conditions(
            "windy", "Windy winter day", climate.temperature[coldest], 0.0, max(STILL_FILM, site.wind),
            site.wind, 0.0,
        ),
        Conditions(
            "breezy", "Hot windy noon", climate.design_summer, site.sun, max(STILL_FILM, site.wind), site.wind,
            CLEAR_SKY,
        ),
    )  # fmt: skip


def drive_test(site: Site) -> Conditions:
    """Still air and a covering 5 K over it, at the yearly mean."""
    return Conditions(
        "drive", "Still air, covering 5 K over it", mean_temperature(site.climate), 0.0, STILL_FILM, 0.0, 0.0
    )  # fmt: skip


class SunAt(Struct, frozen=True):
    """Where the sun stands: elevation and azimuth, clockwise from north [°]."""

    elevation: float
    azimuth: float


def sun_at(latitude: float, day: int, hour: float) -> SunAt:
    """The sun at ``hour`` of solar time on a day of the year, its declination after Cooper (1969)."""
    phi = radians(latitude)
    delta = radians(23.45) * sin(2 * pi * (284 + day) / 365)
    w = radians(15 * (hour - 12))
    s = sin(phi) * sin(delta) + cos(phi) * cos(delta) * cos(w)
    east = -cos(delta) * sin(w)
    north = sin(delta) * cos(phi) - cos(delta) * sin(phi) * cos(w)
    return SunAt(degrees(asin(max(-1.0, min(1.0, s)))), degrees(atan2(east, north)) % 360)


def clear_sun(sun: SunAt, pitch: float, azimuth: float) -> float:
    """Radiation of a clear sky on a plane [W/m²] (Haurwitz 1945), its diffuse part taken to be even."""
    s = sin(radians(sun.elevation))
    if s <= 0.01:
        return 0.0
    level = 1098 * s * exp(-0.057 / s)
    tilt, z = radians(pitch), acos(s)
    on = cos(tilt) * cos(z) + sin(tilt) * sin(z) * cos(radians(sun.azimuth - azimuth))
    beam = level * (1 - DIFFUSE) / s * max(0.0, on)
    return beam + level * DIFFUSE * (1 + cos(tilt)) / 2 + level * GROUND * (1 - cos(tilt)) / 2


class Day(Struct, frozen=True):
    """A clear, still summer day.

    Attributes:
        temperature: of the air by hour [°C], the middle of each hour.
        sun: on the plane [W/m²].
        pressure: of the air [Pa].
    """

    temperature: tuple[float, ...]
    sun: tuple[float, ...]
    pressure: float


def summer_day(site: Site, pitch: float, azimuth: float) -> Day:
    """The hottest day, in July north of the equator, in January south of it."""
    day = 198 if site.latitude >= 0 else 17
    hours = np.arange(24) + 0.5
    swing = DAY_RANGE / 2 * (np.cos((hours - WARMEST) * pi / 12) - 1)
    sun = tuple(
        clear_sun(sun_at(site.latitude, day, float(hour)), pitch, azimuth) for hour in hours
    )
    temperature = tuple(float(site.climate.design_summer + step) for step in swing)
    return Day(temperature, sun, air_pressure(site.elevation))
