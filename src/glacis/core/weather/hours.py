# SPDX-License-Identifier: GPL-3.0-or-later
"""A year of the outside air, hour by hour."""

import numpy as np
from msgspec import Struct
from numpy.typing import ArrayLike, NDArray

from glacis.core.climate.year import ENDS
from glacis.core.errors import ValueRefused
from glacis.core.graph.series import Series
from glacis.core.weather.sun import Place, Plane, on_plane, sun_of_hours

Array = NDArray[np.float64]
HOURS = 8760
"""Of a year without a leap day, by definition."""
MONTH_STARTS = np.array((0, *ENDS)) * 24
"""First hour of each month, and the end of the year."""
COLUMNS = (
    "temperature", "vapour", "pressure", "wind", "wind_from", "sun", "beam", "diffuse", "sky", "rain", "cloud",
)  # fmt: skip
SIGMA = 5.670374e-8
"""Constant of Stefan and Boltzmann [W/(m²·K⁴)] (CODATA 2018)."""
ZERO = 273.15
"""Of the Celsius scale [K], by definition."""


def over_water(temperature: ArrayLike) -> Array:
    """Saturation pressure over water [Pa], below zero too: what humidities of weather stations are of.

    ISO 13788:2012, annex E.1, its formula for t >= 0.
    """
    t = np.asarray(temperature, float)
    return np.asarray(610.5 * np.exp(17.269 * t / (237.3 + t)))


def dew_point(vapour: ArrayLike) -> Array:
    """Temperature [°C] at which a vapour pressure [Pa] saturates over water."""
    ratio = np.log(np.maximum(np.asarray(vapour, float), 1e-3) / 610.5)
    return np.asarray(237.3 * ratio / (17.269 - ratio))


def sky_radiation(temperature: ArrayLike, vapour: ArrayLike, cloud: ArrayLike) -> Array:
    """Long-wave radiation of the sky on the level [W/m²] (Martin and Berdahl 1984, for sites; cloud by ours).

    Args:
        temperature: of the air [°C].
        vapour: its pressure [Pa].
        cloud: share of the sky that is covered [-].
    """
    t = np.asarray(temperature, float)
    hundredth = dew_point(vapour) / 100
    clear = 0.711 + 0.56 * hundredth + 0.73 * hundredth**2
    emittance = clear + 0.8 * (1 - clear) * np.asarray(cloud, float)
    return np.asarray(np.minimum(emittance, 1.0) * SIGMA * (t + ZERO) ** 4)


class WeatherYear(Struct, frozen=True, eq=False):
    """8760 hours from 1 January, by the clock of the place.

    Temperature, vapour pressure, air pressure and wind are readings at the end of their hour; radiation is
    the mean and rain the sum of the hour.

    Attributes:
        place: where.
        elevation: above the sea [m].
        temperature: [°C].
        vapour: pressure of it [Pa].
        pressure: of the air [Pa].
        wind: speed [m/s].
        wind_from: direction it comes from, clockwise from north [°].
        sun: global on the level [W/m²].
        beam: normal to the sun [W/m²].
        diffuse: on the level [W/m²].
        sky: long-wave on the level [W/m²].
        rain: [mm].
        cloud: share of the sky [-].
        rain_known: whether rain was measured or made.
        source: in words.
    """

    place: Place
    elevation: float
    temperature: Array
    vapour: Array
    pressure: Array
    wind: Array
    wind_from: Array
    sun: Array
    beam: Array
    diffuse: Array
    sky: Array
    rain: Array
    cloud: Array
    rain_known: bool = True
    source: str = ""

    @property
    def humidity(self) -> Array:
        """Relative humidity over water [-], as stations tell it; may pass 1 by rounding alone."""
        return self.vapour / over_water(self.temperature)

    @property
    def numbers(self) -> Array:
        """All columns side by side, (8760, columns)."""
        return np.column_stack([getattr(self, name) for name in COLUMNS])


def year_of(
    series: Series, place: Place, elevation: float, source: str, *, rain_known: bool = True
) -> WeatherYear:
    """The year that a series holds.

    Raises:
        ValueRefused: for a series of another shape.
    """
    if series.numbers.shape != (HOURS, len(COLUMNS)):
        wanted = f"{HOURS} hours of {len(COLUMNS)} figures"
        raise ValueRefused("weather year", f"{series.numbers.shape}", wanted)
    columns = {name: series.numbers[:, k] for k, name in enumerate(COLUMNS)}
    return WeatherYear(place, elevation, **columns, rain_known=rain_known, source=source)


def within_hours(readings: Array) -> Array:
    """Means of hours from readings at their ends, the year closed upon itself: what engines hold for an hour."""
    return (readings + np.roll(readings, 1)) / 2


def by_month(values: Array) -> Array:
    """Twelve monthly means of hourly values."""
    sums = np.add.reduceat(values, MONTH_STARTS[:-1])
    return np.asarray(sums / np.diff(MONTH_STARTS))


def by_day(values: Array) -> Array:
    """365 daily means of hourly values."""
    return np.asarray(values.reshape(-1, 24).mean(axis=1))


def sun_on(year: WeatherYear, plane: Plane) -> Array:
    """Sun on a plane, the mean of each hour [W/m²]: six moments an hour, Perez 1990."""
    sun = sun_of_hours(year.place)
    moments = on_plane(
        sun,
        np.broadcast_to(year.beam[:, None], sun.elevation.shape),
        np.broadcast_to(year.diffuse[:, None], sun.elevation.shape),
        plane,
    )
    return np.asarray(moments.total.mean(axis=1))


def driving_rain(year: WeatherYear, faces: float) -> float:
    """Airfield index of a year's driving rain on a wall that faces a direction [°] [mm] (ISO 15927-3:2009, 4)."""
    towards = np.cos(np.radians(year.wind_from - faces))
    hourly = 2 / 9 * year.wind * year.rain ** (8 / 9) * np.maximum(0.0, towards)
    return float(hourly.sum())
