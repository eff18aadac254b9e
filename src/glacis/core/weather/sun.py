# SPDX-License-Identifier: GPL-3.0-or-later
"""Where the sun stands, and what of it falls on a plane."""

from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]
Transposition = Literal["perez", "hay-davies", "isotropic"]

NOMINAL = 2023
"""The year that a typical year's sun is taken from; our judgement: it lies between two leap years."""
SOLAR = 1361.0
"""Radiation of the sun at its mean distance [W/m²] (Kopp and Lean 2011)."""
STRONGEST = 1100.0
"""Beam that is believed [W/m²]; our judgement: more is an error of division at a low sun."""
POINTS = 6
"""Moments within an hour that its sun is a mean of; our judgement: 12 change a year's sum by under 0.05 %."""
LOWEST = np.cos(np.radians(85.0))
"""Sine of elevation that the circumsolar part is held above [-] (Perez et al. 1990)."""

# Classes of clearness after Perez et al., "Modeling daylight availability and irradiance components from
# direct and global irradiance", Solar Energy 44 (1990): from, F11, F12, F13, F21, F22, F23.
PEREZ = np.array([
    [1.0, -0.008, 0.588, -0.062, -0.06, 0.072, -0.022],
    [1.065, 0.13, 0.683, -0.151, -0.019, 0.066, -0.029],
    [1.23, 0.33, 0.487, -0.221, 0.055, -0.064, -0.026],
    [1.5, 0.568, 0.187, -0.295, 0.109, -0.152, 0.014],
    [1.95, 0.873, -0.392, -0.362, 0.226, -0.462, 0.001],
    [2.8, 1.132, -1.237, -0.412, 0.288, -0.823, 0.056],
    [4.5, 1.06, -1.6, -0.359, 0.264, -1.127, 0.131],
    [6.2, 0.678, -0.327, -0.25, 0.156, -1.377, 0.251],
])  # fmt: skip


class Place(Struct, frozen=True):
    """Where on earth: latitude north [°], longitude east [°], and its clock [h] ahead of universal time."""

    latitude: float
    longitude: float
    zone: float


class Sun(Struct, frozen=True):
    """Where the sun stands at some moments.

    Attributes:
        elevation: over the horizon, without refraction [°].
        azimuth: clockwise from north [°].
        declination: [°].
        equation: of time [min].
        outside: beam outside the atmosphere [W/m²].
    """

    elevation: Array
    azimuth: Array
    declination: Array
    equation: Array
    outside: Array

    @property
    def sine(self) -> Array:
        """Sine of its elevation [-]."""
        return np.sin(np.radians(self.elevation))


def sun_at(place: Place, day: ArrayLike, clock: ArrayLike, year: int = NOMINAL) -> Sun:
    """The sun on a day of the year, 1 to 366, at an hour of the place's clock.

    Low-precision ephemeris of the Astronomical Almanac, good to 0.01° from 1950 to 2050.
    """
    days, hours = np.asarray(day, float), np.asarray(clock, float)
    n = (year - 2000) * 365 + (year - 1997) // 4 + days - 1 + (hours - place.zone) / 24 - 0.5
    mean = 280.460 + 0.9856474 * n
    g = np.radians((357.528 + 0.9856003 * n) % 360)
    ecliptic = np.radians((mean + 1.915 * np.sin(g) + 0.020 * np.sin(2 * g)) % 360)
    tilt = np.radians(23.439 - 4e-7 * n)
    delta = np.arcsin(np.sin(tilt) * np.sin(ecliptic))
    ascension = np.degrees(np.arctan2(np.cos(tilt) * np.sin(ecliptic), np.cos(ecliptic)))
    equation = 4 * ((mean - ascension + 180) % 360 - 180)
    solar = hours + (4 * (place.longitude - 15 * place.zone) + equation) / 60
    angle = np.radians(15 * (solar - 12))
    phi = np.radians(place.latitude)
    sine = np.sin(phi) * np.sin(delta) + np.cos(phi) * np.cos(delta) * np.cos(angle)
    north = np.sin(delta) * np.cos(phi) - np.cos(delta) * np.sin(phi) * np.cos(angle)
    azimuth = np.degrees(np.arctan2(-np.cos(delta) * np.sin(angle), north)) % 360
    distance = 1.00014 - 0.01671 * np.cos(g) - 0.00014 * np.cos(2 * g)
    elevation = np.degrees(np.arcsin(np.clip(sine, -1.0, 1.0)))
    return Sun(elevation, azimuth, np.degrees(delta), equation, SOLAR / distance**2)


def sun_of_hours(place: Place, hours: int = 8760) -> Sun:
    """The sun at :data:`POINTS` moments in each hour of a year, shape (hours, POINTS)."""
    moments = np.arange(hours)[:, None] + (np.arange(POINTS) + 0.5) / POINTS
    return sun_at(place, moments // 24 + 1, moments % 24)


def diffuse_share(clearness: ArrayLike) -> Array:
    """Share of diffuse in global radiation [-] by the clearness index [-] (Erbs, Klein and Duffie 1982).

    >>> f"{diffuse_share(0.5):.3f}"
    '0.659'
    """
    k = np.asarray(clearness, float)
    middle = 0.9511 - 0.1604 * k + 4.388 * k**2 - 16.638 * k**3 + 12.336 * k**4
    return np.where(k <= 0.22, 1 - 0.09 * k, np.where(k <= 0.8, middle, 0.165))


class Plane(Struct, frozen=True):
    """A plane: tilt from level [°], the direction it faces clockwise from north [°], albedo of the ground [-]."""

    tilt: float
    aspect: float
    albedo: float = 0.2


class OnPlane(Struct, frozen=True):
    """What falls on a plane [W/m²]: beam, from the sky, from the ground."""

    beam: Array
    diffuse: Array
    ground: Array

    @property
    def total(self) -> Array:
        """All of it [W/m²]."""
        return self.beam + self.diffuse + self.ground


def on_plane(
    sun: Sun,
    direct: Array,
    diffuse: Array,
    plane: Plane,
    transposition: Transposition = "perez",
) -> OnPlane:
    """What of a beam and of the sky's light [W/m²] falls on a plane at given moments.

    Args:
        sun: at those moments.
        direct: normal to the beam [W/m²].
        diffuse: on the level [W/m²].
        plane: where it faces.
        transposition: how the sky's light is spread: Perez et al. 1990, Hay and Davies 1980, or evenly.
    """
    up = sun.elevation > 0
    direct = np.where(up, np.minimum(direct, STRONGEST), 0.0)
    tilt, zenith = np.radians(plane.tilt), np.radians(90 - sun.elevation)
    facing = np.cos(np.radians(sun.azimuth - plane.aspect))
    met = np.cos(tilt) * np.cos(zenith) + np.sin(tilt) * np.sin(zenith) * facing
    on = np.maximum(0.0, met)
    level = direct * np.maximum(0.0, np.cos(zenith)) + diffuse
    even = diffuse * (1 + np.cos(tilt)) / 2
    sky = even
    if transposition == "hay-davies":
        share = direct / sun.outside
        around = on / np.maximum(LOWEST, np.cos(zenith))
        sky = np.where(up, diffuse * (share * around + (1 - share) * (1 + np.cos(tilt)) / 2), even)
    elif transposition == "perez":
        sky = np.where(up & (diffuse > 0), _perez(sun, direct, diffuse, (tilt, on)), even)
    ground = plane.albedo * level * (1 - np.cos(tilt)) / 2
    return OnPlane(direct * on, sky, ground)


def _perez(sun: Sun, direct: Array, diffuse: Array, plane: tuple[float, Array]) -> Array:
    """The sky's light after Perez et al. 1990, its air mass after Kasten and Young 1989."""
    tilt, on = plane
    degrees = 90 - sun.elevation
    zenith = np.radians(np.minimum(degrees, 90.0))
    mass = 1 / (np.cos(zenith) + 0.50572 * (96.07995 - np.minimum(degrees, 90.0)) ** -1.6364)
    safe = np.where(diffuse > 0, diffuse, 1.0)
    brightness = diffuse * mass / sun.outside
    cube = 1.041 * zenith**3
    clearness = ((safe + direct) / safe + cube) / (1 + cube)
    row = PEREZ[np.maximum(0, np.searchsorted(PEREZ[:, 0], clearness, side="right") - 1)]
    f1 = np.maximum(0.0, row[..., 1] + row[..., 2] * brightness + row[..., 3] * zenith)
    f2 = row[..., 4] + row[..., 5] * brightness + row[..., 6] * zenith
    around = on / np.maximum(LOWEST, np.cos(zenith))
    made = diffuse * ((1 - f1) * (1 + np.cos(tilt)) / 2 + f1 * around + f2 * np.sin(tilt))
    return np.asarray(np.maximum(0.0, made))
