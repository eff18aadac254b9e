# SPDX-License-Identifier: GPL-3.0-or-later
"""Ice at the eaves: snow that is melted from below runs down and freezes over the overhang."""

from math import cos, radians

from msgspec import Struct

from glacis.core.air.engine.march import CP
from glacis.core.heat.surfaces import R_SE

FUSION = 334000.0
"""Heat of melting ice [J/kg] (ISO 80000-5 lists the quantity; the figure is that of handbooks, 333.6 kJ/kg)."""
SOFFIT = 0.18
"""From the air under an overhang to the ice on it [m²·K/W]; our judgement: deck, covering and a film."""
BEYOND_WALL = 0.6
"""How far an ice sheet reaches beyond the inner face of the wall, level [m] (US model codes, R905.1.2,
recalled: 24 in; confirm)."""
SPELL = 5 * 86400.0
"""A spell of frost under snow [s]; our judgement: five days, until hours are read."""
STEPS = 60
"""Temperatures at which a spell is tried; our judgement: about half a kelvin apart."""


class Snow(Struct, frozen=True):
    """Snow on a roof: depth [m] and density [kg/m³]."""

    depth: float
    density: float = 200.0

    @property
    def conductivity(self) -> float:
        """λ_s [W/(m·K)] after Yen (1981)."""
        return float(2.224 * (self.density / 1000) ** 1.885)

    @property
    def resistance(self) -> float:
        """R_s with the film on it [m²·K/W]."""
        return self.depth / self.conductivity + R_SE


class Under(Struct, frozen=True):
    """What lies beneath the snow.

    Attributes:
        ceiling: conductance from the rooms to the air beneath the roof [W/K].
        area: of the roof along the slope [m²].
        r_below: from that air to the underside of the snow [m²·K/W].
        air: outside air that passes [kg/s].
        t_below: of the rooms [°C].
    """

    ceiling: float
    area: float
    r_below: float
    air: float
    t_below: float


class Melt(Struct, frozen=True):
    """How warm it is under the snow.

    Attributes:
        t_air: beneath the roof [°C].
        t_snow: of the underside of the snow [°C]; 0 where it melts.
        heat: that melts it [W/m²].
    """

    t_air: float
    t_snow: float
    heat: float


class Eaves(Struct, frozen=True):
    """What water runs to: rafter length, overhang along the slope [m]."""

    rafter: float
    overhang: float


class Ice(Struct, frozen=True):
    """Ice to the metre of eaves after a spell.

    Attributes:
        outside: temperature it forms at [°C].
        water: that comes down [kg/m].
        ice: that stays [kg/m].
        runs_off: [kg/m].
        melt: beneath the snow.
    """

    outside: float
    water: float
    ice: float
    runs_off: float
    melt: Melt


def melt_under(snow: Snow, under: Under, outside: float) -> Melt:
    """The balance beneath snow at ``outside`` [°C]: its underside is never warmer than 0 °C."""
    carried = under.air * CP
    r_snow = snow.resistance
    to_sky = under.area / (under.r_below + r_snow)
    t_air = (under.ceiling * under.t_below + (to_sky + carried) * outside) / (
        under.ceiling + to_sky + carried
    )
    t_snow = outside + (t_air - outside) * r_snow / (under.r_below + r_snow)
    if t_snow <= 0:
        return Melt(t_air, t_snow, 0.0)
    to_ice = under.area / under.r_below
    t_air = (under.ceiling * under.t_below + carried * outside) / (under.ceiling + to_ice + carried)
    return Melt(t_air, 0.0, max(0.0, t_air / under.r_below + outside / r_snow))


def ice_in(snow: Snow, under: Under, eaves: Eaves, outside: float, seconds: float) -> Ice:
    """Ice after ``seconds`` at ``outside`` [°C]: what melts, as far as it can freeze over the overhang."""
    melt = melt_under(snow, under, outside)
    water = melt.heat * seconds / FUSION * eaves.rafter
    most = -outside * (1 / SOFFIT + 1 / snow.resistance) * seconds / FUSION * eaves.overhang
    ice = max(0.0, min(water, most))
    return Ice(outside, water, ice, water - ice, melt)


def worst_ice(
    snow: Snow, under: Under, eaves: Eaves, coldest: float, seconds: float = SPELL
) -> Ice:
    """The worst spell between ``coldest`` [°C] and thaw."""
    low = min(-0.5, coldest)
    spells = (
        ice_in(snow, under, eaves, low + (-0.05 - low) * k / STEPS, seconds)
        for k in range(STEPS + 1)
    )
    return max(spells, key=lambda found: found.ice)


def ice_sheet(overhang: float, wall: float, pitch: float, beyond: float = BEYOND_WALL) -> float:
    """How far a sheet against ice reaches up the slope [m]: past the inner face of the wall.

    Args:
        overhang: beyond the outer face, level [m].
        wall: thickness [m].
        pitch: [°].
        beyond: the inner face, level [m].
    """
    return (overhang + wall + beyond) / cos(radians(pitch))
