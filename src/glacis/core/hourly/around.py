# SPDX-License-Identifier: GPL-3.0-or-later
"""What an area has outside and inside, hour by hour."""

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.roof import Outside
from glacis.core.model.hourly import Exposure, Hourly, LeakClass
from glacis.core.weather.generator import exact_hats
from glacis.core.weather.hours import (
    HOURS,
    MONTH_STARTS,
    SIGMA,
    ZERO,
    WeatherYear,
    sun_on,
    within_hours,
)
from glacis.core.weather.sun import Plane

Array = NDArray[np.float64]
WIND: dict[Exposure, float] = {"open": 0.7, "suburban": 0.5, "town": 0.3}
"""Share of the wind at the mast that passes a roof [-]; our judgement."""
LEAKS: dict[LeakClass, float] = {"none": 0.0, "tight": 0.004, "usual": 0.007, "leaky": 0.010}
"""Flow of air through a roof by its pressure [m³/(m²·h·Pa)] (WTA 6-2, recalled: q50 of 1, 3 and 5 m³/(m²·h))."""
LEAK_WORDS: dict[LeakClass, str] = {
    "none": "no air leak", "tight": "tight, q50 of 1", "usual": "usual, q50 of 3", "leaky": "leaky, q50 of 5",
}  # fmt: skip
USUAL_ABSORPTANCE = 0.7
"""Of coverings for sun [-]; our judgement: a grey or red roof that has aged."""
H_STILL, H_WIND = 4.0, 4.0
"""Film outside without radiation: at rest and by wind [W/(m²·K), per m/s] (ISO 6946:2017, annex C)."""
BETA = 7e-9
"""Transfer of vapour by that of heat [kg/(s·Pa·W/K)] (EN 15026:2007, Lewis' relation)."""
BETA_INSIDE = 2.5e-8
"""Transfer of vapour at inner surfaces [kg/(m²·s·Pa)] (EN 15026:2007, table 2, rounded)."""
LOFT_FILM = 10.0
"""Film in a vented loft [W/(m²·K)] (ISO 6946:2017, table 7: its inner film upwards)."""
STACK = 353.0 * 9.81 / 2
"""Half the weight of air by temperature [Pa·K/m] by definition of the ideal gas: the neutral plane at mid-height."""


class Rooms(Struct, frozen=True):
    """The air below by month: temperature [°C] and vapour pressure [Pa]."""

    temperature: tuple[float, ...]
    vapour: tuple[float, ...]


class Setting(Struct, frozen=True):
    """What the surroundings of an area depend on beside weather and rooms.

    Attributes:
        pitch: from level [°].
        azimuth: the direction it faces [°].
        absorptance: for sun [-].
        film_inside: surface resistance inside [m²·K/W].
        outside: what is beyond its outermost slab.
        leak: how leaky it is.
    """

    pitch: float
    azimuth: float
    absorptance: float
    film_inside: float
    outside: Outside
    leak: LeakClass


def surroundings(
    year: WeatherYear,
    rooms: Rooms,
    setting: Setting,
    stated: Hourly,
    air_change: Array | float = 0.0,
) -> Array:
    """8760 hours as the engine reads them, from 1 January.

    Args:
        year: of the weather.
        rooms: below.
        setting: of the area.
        stated: of its exposure.
        air_change: of its vented gap [1/h].
    """
    made = np.zeros((HOURS, col.HOUR_COLUMNS))
    outside, wind = within_hours(year.temperature), within_hours(year.wind)
    made[:, col.T_OUT], made[:, col.P_OUT] = outside, within_hours(year.vapour)
    film = H_STILL + H_WIND * WIND[stated.exposure] * wind
    if setting.outside == "loft":
        film = np.full(HOURS, LOFT_FILM)
    else:
        plane = Plane(setting.pitch, setting.azimuth)
        made[:, col.GAIN] = setting.absorptance * stated.sun_passes * sun_on(year, plane)
        made[:, col.EMIT] = stated.emissivity
        seen = stated.sky_passes * (1 + np.cos(np.radians(setting.pitch))) / 2
        black = SIGMA * (outside + ZERO) ** 4
        made[:, col.L_IN] = seen * year.sky + (1 - seen) * black
        made[:, col.RAIN] = year.rain * np.cos(np.radians(setting.pitch)) / 3600
    made[:, col.H_OUT], made[:, col.BETA_OUT] = film, BETA * film
    inside = exact_hats(np.array(rooms.temperature))
    made[:, col.T_IN], made[:, col.P_IN] = inside, exact_hats(np.array(rooms.vapour))
    made[:, col.H_IN], made[:, col.BETA_IN] = 1 / setting.film_inside, BETA_INSIDE
    made[:, col.AIR] = air_change
    drive = STACK * stated.height * (1 / (outside + ZERO) - 1 / (inside + ZERO))
    made[:, col.LEAK_AIR] = LEAKS[setting.leak] / 3600 * np.maximum(0.0, drive)
    made[:, col.LEAK_RAIN] = stated.rain_leak * year.rain / 3600
    return made


def from_month(hours: Array, month: int) -> Array:
    """The same year from the first of a month on, January 1."""
    return np.roll(hours, -int(MONTH_STARTS[month - 1]), axis=0)
