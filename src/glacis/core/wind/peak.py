# SPDX-License-Identifier: GPL-3.0-or-later
"""Peak velocity pressure: EN 1991-1-4:2005, clause 4, and ASCE 7-10, 7-16 and 7-22, chapter 26."""

from math import exp, log
from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.units.quantities import FOOT

Terrain = Literal["0", "I", "II", "III", "IV"]
Exposure = Literal["B", "C", "D"]
Edition = Literal["7-10", "7-16", "7-22"]

TERRAINS: dict[str, tuple[float, float]] = {
    "0": (0.003, 1.0), "I": (0.01, 1.0), "II": (0.05, 2.0), "III": (0.3, 5.0), "IV": (1.0, 10.0),
}  # fmt: skip
"""z_0 and z_min [m] by terrain category (EN 1991-1-4:2005, table 4.1)."""
Z0_II = 0.05
"""z_0 of terrain II [m], which k_r is taken against (EN 1991-1-4:2005, 4.3.2)."""
HIGHEST = 200.0
"""Height up to which the profile holds [m] (EN 1991-1-4:2005, 4.3.2)."""
AIR_DENSITY = 1.25
"""[kg/m³] (EN 1991-1-4:2005, 4.5, note 2)."""
SHAPE, EXPONENT, YEARLY = 0.2, 0.5, 0.02
"""K, n and the yearly chance that v_b0 is exceeded with (EN 1991-1-4:2005, 4.2, notes 4 and 5)."""

POWERS: dict[str, dict[str, tuple[float, float]]] = {
    "7-16": {"B": (7.0, 1200.0), "C": (9.5, 900.0), "D": (11.5, 700.0)},
    "7-22": {"B": (7.5, 3280.0), "C": (9.8, 2460.0), "D": (11.5, 1935.0)},
}  # fmt: skip
"""Exponent and gradient height [ft] of the profile by exposure (ASCE 7-16 and 7-22, table 26.11-1)."""
PROFILE: dict[str, float] = {"7-16": 2.01, "7-22": 2.41}
"""Factor of the profile [-] (ASCE 7-16 and 7-22, table 26.10-1)."""
LOWEST = 15.0
"""Least height of the profile [ft] (ASCE 7, table 26.10-1)."""
VELOCITY = 0.613
"""From the square of the speed [m/s] to pressure [Pa] (ASCE 7, 26.10.2)."""
THINNING = 0.0000362
"""Of the air with height above the sea [1/ft] (ASCE 7, table 26.9-1)."""


class EnPeak(Struct, frozen=True):
    """Peak velocity pressure by EN 1991-1-4:2005 and the steps to it.

    Attributes:
        height: z that the profile was taken at [m].
        basic: v_b [m/s].
        terrain_factor: k_r [-].
        roughness: c_r [-].
        mean: v_m [m/s].
        turbulence: I_v [-].
        basic_pressure: q_b [Pa].
        pressure: q_p [Pa].
        length: z_0 [m].
    """

    height: float
    basic: float
    terrain_factor: float
    roughness: float
    mean: float
    turbulence: float
    basic_pressure: float
    pressure: float
    length: float

    @property
    def exposure(self) -> float:
        """c_e = q_p/q_b [-]."""
        return self.pressure / self.basic_pressure


def probability_factor(
    yearly: float, shape: float = SHAPE, exponent: float = EXPONENT
) -> float:  # fmt: skip
    """c_prob for another yearly chance of being exceeded (EN 1991-1-4:2005, 4.2, expression 4.2).

    Args:
        yearly: chance p [-], above 0 and below 1.
        shape: K [-].
        exponent: n [-].

    Raises:
        ValueRefused: for a chance that is none.
    """
    if not 0 < yearly < 1:
        raise ValueRefused("yearly chance of the wind", yearly, "above 0 and below 1")
    top = 1 - shape * log(-log(1 - yearly))
    return float((top / (1 - shape * log(-log(1 - YEARLY)))) ** exponent)


def en_peak(
    basic_speed: float, terrain: Terrain, height: float, orography: float = 1.0,
    factors: float = 1.0, density: float = AIR_DENSITY,
) -> EnPeak:  # fmt: skip
    """Peak velocity pressure q_p(z) (EN 1991-1-4:2005, 4.2 to 4.5).

    Args:
        basic_speed: v_b0, above 0 [m/s].
        terrain: category 0 to IV.
        height: z above ground, above 0 [m]; below z_min that is taken, above 200 m it is refused.
        orography: c_o [-].
        factors: c_dir c_season c_prob [-].
        density: of the air [kg/m³].

    Raises:
        ValueRefused: for a speed, height or terrain out of range.
    """
    if not basic_speed > 0:
        raise ValueRefused("basic wind speed", f"{basic_speed:g} m/s", "more than 0 m/s")
    if not 0 < height <= HIGHEST:
        raise ValueRefused("height of the roof", f"{height:g} m", f"above 0 to {HIGHEST:g} m")
    if terrain not in TERRAINS:
        raise ValueRefused("terrain", terrain, "0, I, II, III or IV")
    length, least = TERRAINS[terrain]
    z = max(height, least)
    k_r = 0.19 * (length / Z0_II) ** 0.07
    basic = factors * basic_speed
    roughness = k_r * log(z / length)
    mean = roughness * orography * basic
    turbulence = 1 / (orography * log(z / length))
    return EnPeak(
        z, basic, k_r, roughness, mean, turbulence, density / 2 * basic**2,
        (1 + 7 * turbulence) * density / 2 * mean**2, length,
    )  # fmt: skip


class AscePeak(Struct, frozen=True):
    """Velocity pressure by ASCE 7 and the steps to it.

    Attributes:
        height: z that the profile was taken at [ft].
        exposure: K_z [-].
        topography: K_zt [-].
        directionality: K_d [-], in q_h up to 7-16 and in p from 7-22 on.
        elevation: K_e [-].
        pressure: q_h [Pa].
        pressure_factor: what p is multiplied by besides: K_d from 7-22 on, else 1.
    """

    height: float
    exposure: float
    topography: float
    directionality: float
    elevation: float
    pressure: float
    pressure_factor: float


class AsceSite(Struct, frozen=True):
    """Factors of a site by ASCE 7.

    Attributes:
        topography: K_zt [-].
        directionality: K_d [-].
        elevation: of the ground above the sea [m].
    """

    topography: float = 1.0
    directionality: float = 0.85
    elevation: float = 0.0


PLAIN = AsceSite()


def asce_peak(
    speed: float,
    exposure: Exposure,
    height: float,
    edition: Edition = "7-16",
    site: AsceSite = PLAIN,
) -> AscePeak:
    """Velocity pressure q_h (ASCE 7-16 and 7-22, 26.10; 7-10 without K_e).

    Args:
        speed: V, above 0 [m/s].
        exposure: B, C or D.
        height: mean roof height, above 0 [m].
        edition: from 7-22 on K_d is no part of q_h but of p, so that it is never taken twice.
        site: its factors.

    Raises:
        ValueRefused: for a speed, height or exposure out of range.
    """
    if not speed > 0:
        raise ValueRefused("basic wind speed", f"{speed:g} m/s", "more than 0 m/s")
    if not 0 < height <= HIGHEST:
        raise ValueRefused("mean roof height", f"{height:g} m", f"above 0 to {HIGHEST:g} m")
    profile = "7-22" if edition == "7-22" else "7-16"
    if exposure not in POWERS[profile]:
        raise ValueRefused("exposure", exposure, "B, C or D")
    power, gradient = POWERS[profile][exposure]
    z = min(max(height / FOOT, LOWEST), gradient)
    k_z = PROFILE[profile] * (z / gradient) ** (2 / power)
    k_e = exp(-THINNING * site.elevation / FOOT) if edition != "7-10" else 1.0
    late = edition == "7-22"
    in_pressure = 1.0 if late else site.directionality
    q_h = VELOCITY * k_z * site.topography * in_pressure * k_e * speed**2
    return AscePeak(
        z, k_z, site.topography, site.directionality, k_e, q_h, site.directionality if late else 1.0
    )
