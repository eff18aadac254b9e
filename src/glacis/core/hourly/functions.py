# SPDX-License-Identifier: GPL-3.0-or-later
"""How a material holds and passes water: the functions, and the tables that the engine reads."""

from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import ArrayLike, NDArray

from glacis.core.hourly.engine.columns import (
    FLOW,
    FREEZES,
    FULL,
    HEAT,
    INVERSE_MU,
    LAMBDA,
    MATERIAL_COLUMNS,
    RETAINED,
    RETENTION,
    RHO_W,
    ROWS,
    SCALE,
    SPREAD,
    STEP,
    STEPS,
)

Array = NDArray[np.float64]
Sorption = Literal["wood", "hyperbola", "linear"]
WOOD_W, WOOD_K, WOOD_K1, WOOD_K2 = 380.2, 0.8186, 5.961, 2.607
"""Hailwood and Horrobin's constants of wood at 20 °C [g/mol, -] (Wood handbook, equation 4-5; recalled: 12.0 % at
65 %)."""
NEAR = 1.0005
"""Humidity at which the water of full pores has no bound any more [-]; our judgement: full at 100 %."""
DRY_AT, WET_AT = 0.25, 0.72
"""Mean humidities of the dry and the wet cup [-] (ISO 12572:2016, table 1, its sets A and C rounded)."""
LEAST_PHI, MOST_PHI = 0.25, 0.85
"""Within these the resistance to vapour changes with humidity [-]; our judgement: nobody measures beyond."""
FINE = 24
"""Steps that potentials are integrated by, to one of the table; our judgement."""


class Hygric(Struct, frozen=True):
    """What an hourly calculation needs of a material.

    Attributes:
        name: of it.
        density: dry [kg/m³].
        heat: dry specific heat [J/(kg·K)].
        conductivity: dry [W/(m·K)].
        by_water: exponent by which conductivity grows with water by volume [-].
        sorption: which function holds its water.
        amount: of wood the share of its equilibrium moisture [-], else water at 80 % [kg/m³].
        full: water of filled pores [kg/m³].
        mu_dry: resistance to vapour, dry cup [-].
        mu_wet: wet cup [-].
        draws: coefficient of capillary uptake [kg/(m²·s^0.5)]; 0 for none.
        wooden: whether it is judged as wood.
        assumed: its name where sorption and uptake are estimates; empty where they are not.
    """

    name: str
    density: float
    heat: float
    conductivity: float
    by_water: float
    sorption: Sorption
    amount: float
    full: float
    mu_dry: float
    mu_wet: float
    draws: float = 0.0
    wooden: bool = False
    assumed: str = ""


def wood_moisture(phi: ArrayLike) -> Array:
    """Equilibrium moisture of wood at 20 °C, by mass [-], at humidities of 0 to 1 (Hailwood and Horrobin 1946).

    >>> f"{wood_moisture(0.65):.3f}"
    '0.120'
    """
    x = WOOD_K * np.asarray(phi, float)
    polymer = WOOD_K1 * x + 2 * WOOD_K1 * WOOD_K2 * x**2
    bound = polymer / (1 + WOOD_K1 * x + WOOD_K1 * WOOD_K2 * x**2)
    return np.asarray(18.0 / WOOD_W * (x / (1 - x) + bound))


def water_of(material: Hygric, phi: ArrayLike) -> Array:
    """Water content [kg/m³] at humidities [-] up to and a little over 1."""
    humid = np.asarray(phi, float)
    if material.sorption == "linear":
        return np.asarray(material.amount / 0.8 * humid)
    if material.sorption == "wood":
        bound = material.density * material.amount
        free = material.full - bound * float(wood_moisture(1.0))
        pores = free * (NEAR - 1.0) * humid / (NEAR - humid)
        return np.asarray(bound * wood_moisture(humid) + pores)
    b = bend(material)
    return np.asarray(material.full * (b - 1.0) * humid / (b - humid))


def bend(material: Hygric) -> float:
    """The constant of the hyperbola that passes the water at 80 % and is full at 100 % [-]."""
    at_80, full = material.amount, material.full
    return 0.8 * (full - at_80) / (0.8 * full - at_80)


def most_humid(material: Hygric) -> float:
    """Humidity up to which the table goes: somewhat over full [-]."""
    if material.sorption == "linear":
        return 1.2
    pole = NEAR if material.sorption == "wood" else bend(material)
    return 1.0 + 0.25 * (pole - 1.0)


def mu_of(material: Hygric, phi: ArrayLike) -> Array:
    """Resistance to vapour [-] by humidity, from the dry to the wet cup."""
    held = np.clip(np.asarray(phi, float), LEAST_PHI, MOST_PHI)
    ratio = material.mu_wet / material.mu_dry
    return np.asarray(material.mu_dry * ratio ** ((held - DRY_AT) / (WET_AT - DRY_AT)))


def diffusivity(material: Hygric, water: ArrayLike) -> Array:
    """Of liquid, by water content [m²/s] (Künzel 1995, from the capillary uptake)."""
    share = np.asarray(water, float) / material.full
    return np.asarray(3.8 * (material.draws / material.full) ** 2 * 1000.0 ** (share - 1.0))


def lambda_of(material: Hygric, water: ArrayLike) -> Array:
    """Conductivity [W/(m·K)] by water content (ISO 10456:2007, 7.3)."""
    return np.asarray(material.conductivity * np.exp(material.by_water * np.asarray(water) / RHO_W))


class Curves(Struct, frozen=True, eq=False):
    """A material by points along its water content, from nothing to more than full.

    Attributes:
        water: [kg/m³], rising from 0.
        humidity: [-] of isotherms; suction over density and gas constant of vapour [K] of retention curves.
        inverse_mu: [-].
        conductivity: [W/(m·K)].
        potential: of the flow of liquid, the integral of its diffusivity [kg/(m·s)].
        scale: water to which the table's steps are fine [kg/m³].
        heat: of the dry material by volume [J/(m³·K)].
        full: [kg/m³].
        retention: whether it is a retention curve.
        freezes: whether its water stops below zero; that which is bound in wood does not.
    """

    water: Array
    humidity: Array
    inverse_mu: Array
    conductivity: Array
    potential: Array
    scale: float
    heat: float
    full: float
    retention: bool = False
    freezes: bool = False


def curves_of(material: Hygric) -> Curves:
    """A material by points."""
    top = most_humid(material)
    phi = np.concatenate((np.linspace(0, 0.9, 4001)[:-1], 1 - np.geomspace(0.1, 1e-7, 4000), [1.0]))
    if top > 1:
        phi = np.concatenate((phi, 1 + (top - 1) * np.geomspace(1e-3, 1.0, 2000)))
    rough = water_of(material, phi)
    scale = float(np.interp(0.8, phi, rough)) / 4
    water = from_steps(scale, float(rough[-1]))
    humid = np.interp(water, rough, phi)
    drawn = diffusivity(material, water) if material.draws > 0 else np.zeros_like(water)
    return Curves(
        water=water,
        humidity=humid,
        inverse_mu=1 / mu_of(material, humid),
        conductivity=lambda_of(material, water),
        potential=integrated(water, drawn),
        scale=scale,
        heat=material.density * material.heat,
        full=material.full,
        freezes=not material.wooden,
    )


def from_steps(scale: float, most: float) -> Array:
    """Water contents as fine as potentials are integrated by, even in ln(1 + w/scale)."""
    steps = np.linspace(0.0, np.log1p(most / scale), STEPS * FINE + 1)
    return np.asarray(scale * np.expm1(steps))


def integrated(water: Array, diffusivities: Array) -> Array:
    """The integral of diffusivity over water [kg/(m·s)]."""
    pieces = np.diff(water) * (diffusivities[1:] + diffusivities[:-1]) / 2
    return np.concatenate(([0.0], np.cumsum(pieces)))


def tabulated(curves: Curves) -> tuple[Array, Array]:
    """Table (rows by steps) and columns of a material, as the engine reads them."""
    most = np.log1p(curves.water[-1] / curves.scale)
    steps = np.linspace(0.0, most, STEPS + 1)
    water = curves.scale * np.expm1(steps)
    table = np.empty((ROWS, STEPS + 1))
    for row, values in (
        (RETAINED, curves.humidity), (INVERSE_MU, curves.inverse_mu), (LAMBDA, curves.conductivity),
        (FLOW, curves.potential),
    ):  # fmt: skip
        table[row] = np.interp(water, curves.water, values)
    falls = -1.0 if curves.retention else 1.0
    spread = falls * np.gradient(table[FLOW], steps) / np.gradient(table[RETAINED], steps)
    table[SPREAD] = np.maximum(0.0, spread)
    column = np.zeros(MATERIAL_COLUMNS)
    column[SCALE], column[STEP] = curves.scale, most / STEPS
    column[RETENTION], column[HEAT], column[FULL] = (
        float(curves.retention),
        curves.heat,
        curves.full,
    )
    column[FREEZES] = float(curves.freezes)
    return table, column
