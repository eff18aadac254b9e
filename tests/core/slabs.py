# SPDX-License-Identifier: GPL-3.0-or-later
"""Slabs of stated functions run hour by hour, for tests of the engine."""

import csv
import gzip
from pathlib import Path
from typing import Any

import numpy as np

from glacis.core.hourly.case import Assembled, Case, assembled
from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.engine.march import march
from glacis.core.hourly.functions import Curves, from_steps, integrated
from glacis.core.moisture.air import saturation_pressure

DATA = Path(__file__).parents[1] / "data" / "hygro"
FIXED = 1e13
"""Heat capacity by which a slab keeps its temperature [J/(m³·K)]."""
AT_ONCE = {"h": 1e7, "beta": 1.0}
"""Films that put the surface at what the air has."""


def table(name: str) -> list[dict[str, str]]:
    return list(csv.DictReader((DATA / name).read_text().splitlines()))


def zipped(name: str) -> dict[str, np.ndarray]:
    rows = list(csv.DictReader(gzip.decompress((DATA / name).read_bytes()).decode().splitlines()))
    return {key: np.array([float(row[key]) for row in rows]) for key in rows[0]}


def curves(
    water: np.ndarray, humidity: np.ndarray, full: float, *, mu: Any, heat: float,
    conductivity: Any, liquid: Any = None, scale: float = 0.0, retention: bool = False,
) -> Curves:  # fmt: skip
    """A material from points; ``mu``, ``conductivity`` and ``liquid`` are figures or functions of water."""
    fine = from_steps(scale or float(np.interp(0.8, humidity, water)) / 4, float(water[-1]))

    def by_water(given: Any) -> np.ndarray:
        return given(fine) if callable(given) else np.full(len(fine), float(given or 0.0))

    return Curves(
        water=fine,
        humidity=np.interp(fine, water, humidity),
        inverse_mu=1 / by_water(mu),
        conductivity=by_water(conductivity),
        potential=integrated(fine, by_water(liquid)),
        scale=scale or float(np.interp(0.8, humidity, water)) / 4,
        heat=heat,
        full=full,
        retention=retention,
    )


def linear(a: float, mu: float, conductivity: float, heat: float) -> Curves:
    """Water in proportion to humidity."""
    phi = np.linspace(0, 1.2, 4001)
    return curves(a * phi, phi, 1.2 * a, mu=mu, heat=heat, conductivity=conductivity)


def hyperbola(full: float, b: float, **rest: Any) -> Curves:
    """The usual isotherm of porous materials."""
    top = 1 + 0.25 * (b - 1)
    phi = np.concatenate(
        (np.linspace(0, 0.9, 4001)[:-1], 1 - np.geomspace(0.1, 1e-7, 4000), [1.0], np.linspace(1, top, 2001)[1:])
    )  # fmt: skip
    return curves(full * (b - 1) * phi / (b - phi), phi, full, **rest)


def uptake(a: float, full: float) -> Any:
    """Diffusivity of liquid from the capillary uptake."""
    return lambda w: 3.8 * (a / full) ** 2 * 1000.0 ** (w / full - 1)


def hours_of(count: int, **given: Any) -> np.ndarray:
    """Hours: T and phi outside and inside, films, gain and whatever else is given by its column."""
    made = np.zeros((count, col.HOUR_COLUMNS))
    made[:, col.H_OUT], made[:, col.BETA_OUT] = (
        given.pop("h_out", 25.0),
        given.pop("beta_out", 1e-7),
    )
    made[:, col.H_IN], made[:, col.BETA_IN] = given.pop("h_in", 8.0), given.pop("beta_in", 2.5e-8)
    full = np.vectorize(saturation_pressure)
    for t_column, p_column, t, phi in (
        (col.T_OUT, col.P_OUT, given.pop("t_out", 20.0), given.pop("phi_out", 0.5)),
        (col.T_IN, col.P_IN, given.pop("t_in", 20.0), given.pop("phi_in", 0.5)),
    ):
        made[:, t_column] = t
        made[:, p_column] = np.asarray(phi) * full(made[:, t_column])
    for name, value in given.items():
        made[:, getattr(col, name)] = value
    return made


class Ran:
    """What a run left: temperature, water and accounts by hour."""

    def __init__(self, case: Case | Assembled, hours: np.ndarray, parts: int = 1) -> None:
        self.made = assembled(case) if isinstance(case, Case) else case
        n = len(self.made.widths)
        self.state, slope = self.made.state.copy(), np.zeros((2, n))
        self.kept = np.zeros((len(hours), 2, n))
        self.booked = np.zeros((len(hours), col.BOOKS))
        self.done, self.halvings = march(
            self.made.roof, hours, parts, self.made.full_flow, self.state, slope, self.kept, self.booked
        )  # fmt: skip

    @property
    def depths(self) -> np.ndarray:
        """Of the middles of the cells [m]."""
        return np.cumsum(self.made.widths) - self.made.widths / 2

    def water(self, hour: int = -1) -> float:
        """In the whole slab [kg/m²]."""
        return float((self.kept[hour, 1] * self.made.widths).sum())

    @property
    def unbalanced(self) -> float:
        """Water that no account tells of [kg/m²]."""
        before = float((self.made.state[1] * self.made.widths).sum())
        return self.water() - before - float(self.booked[:, : col.DRIPPED + 1].sum())
