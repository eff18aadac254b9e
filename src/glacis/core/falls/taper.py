# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat, weight and height of a roof one of whose layers varies in thickness.

ISO 6946:2017, annex C: the roof's U is the area mean of U, not 1 over the mean of R and not the U of the
mean thickness. Both are given beside it, as the errors they are.
"""

from collections.abc import Callable

import numpy as np
from msgspec import Struct

from glacis.core.falls.integrals import Spread, mean_conductance, mean_of
from glacis.core.heat.assess import Films, assess
from glacis.core.heat.resolve import LayerData, rescaled
from glacis.core.heat.surfaces import Direction
from glacis.core.model.document import Imperfections, Method

NODES = 12
"""Thicknesses at which U of a bridged roof is worked out in full; our judgement: by trial R between them
is then right to 1e-9."""
EVEN = 1e-9
"""Spread of thickness under which a layer is even [m]; our judgement."""


class Through(Struct, frozen=True):
    """What heat through an area depends on beside the thickness of its tapered layer.

    Attributes:
        layers: inside to outside, the tapered one at its least thickness.
        index: of the tapered layer.
        direction: of the heat flow.
        films: surface resistances.
        imperfections: air voids, fixings, rain.
        rain: that reaches inverted insulation [mm/day].
        method: by which paths are averaged.
    """

    layers: tuple[LayerData, ...]
    index: int
    direction: Direction
    films: Films
    imperfections: Imperfections
    rain: float
    method: Method

    def at(self, thickness: float) -> float:
        """U with corrections where the tapered layer is so thick [W/(m²·K)]."""
        layers = list(self.layers)
        layers[self.index] = rescaled(layers[self.index], thickness)
        return assess(
            tuple(layers), self.direction, self.films, self.imperfections, self.rain, self.method
        ).transmittance

    @property
    def base(self) -> float:
        """R of films and all flat layers, where nothing bridges or corrects them [m²·K/W]."""
        return 1 / self.at(self.layer.thickness) - self.layer.resistance

    @property
    def layer(self) -> LayerData:
        """The tapered layer at its least thickness."""
        return self.layers[self.index]

    @property
    def conductivity(self) -> float:
        """Of the tapered layer [W/(m·K)]."""
        return self.layer.thickness / self.layer.resistance


class Taper(Struct, frozen=True):
    """A layer of varying thickness and what follows from it.

    Attributes:
        layer: its id.
        spread: how thick it is where.
        transmittance: area mean of U [W/(m²·K)].
        thinnest: U at the thinnest place [W/(m²·K)].
        of_mean: U of the mean thickness, for comparison [W/(m²·K)].
        by_source: area [m²] and mean U of every catchment, in the order of the sources.
        density: of the layer [kg/m³].
        exact: whether the mean is in closed form: no bridge, no correction.
    """

    layer: str
    spread: Spread
    transmittance: float
    thinnest: float
    of_mean: float
    by_source: tuple[tuple[float, float], ...]
    density: float
    exact: bool

    @property
    def error(self) -> float:
        """By how much U of the mean thickness misses the roof's U [-]."""
        return self.of_mean / self.transmittance - 1

    @property
    def extra(self) -> float:
        """Mean thickness beyond the least [m]."""
        return self.spread.mean - self.spread.least

    @property
    def extra_weight(self) -> float:
        """Of the layer beyond its least thickness, mean over the roof [kg/m²]."""
        return self.extra * self.density


def taper_of(through: Through, spread: Spread, sources: int) -> Taper:
    """What follows from a layer that varies as ``spread``, whose least is the layer's own thickness."""
    exact = _is_linear(through, spread)
    mean: Callable[[Spread], float]
    if exact:
        base, conductivity = through.base, through.conductivity

        def mean(part: Spread) -> float:
            return mean_conductance(base, conductivity, part)

    else:
        function = _interpolated(through, spread)

        def mean(part: Spread) -> float:
            return mean_of(part, function)

    parts = [_part(spread, owner) for owner in range(sources)]
    by_source = tuple((p.area, mean(p)) if len(p.areas) else (0.0, 0.0) for p in parts)
    material = through.layer.material
    return Taper(
        through.layer.id,
        spread,
        mean(spread),
        through.at(spread.least),
        through.at(spread.mean),
        by_source,
        material.density if material else 0.0,
        exact,
    )


def raised(spread: Spread, least: float) -> Spread:
    """The same layer with another least thickness [m]."""
    return Spread(spread.areas, spread.corners - spread.least + least, spread.owners)


def _part(spread: Spread, owner: int) -> Spread:
    mine = spread.owners == owner
    return Spread(spread.areas[mine], spread.corners[mine], spread.owners[mine])


def _is_linear(through: Through, spread: Spread) -> bool:
    """Whether 1/U rises linearly with the thickness."""
    if spread.most - spread.least < EVEN:
        return True
    if any(layer.frame for layer in through.layers):
        return False
    low, high = spread.least, spread.most
    r = [1 / through.at(t) for t in (low, (low + high) / 2, high)]
    return abs(r[0] - 2 * r[1] + r[2]) <= EVEN * r[2]


def _interpolated(through: Through, spread: Spread) -> Callable[[np.ndarray], np.ndarray]:
    """U as a function of thickness: 1/U by a polynomial through Chebyshev's points."""
    low, high = spread.least, spread.most

    def resistance(thickness: np.ndarray) -> np.ndarray:
        return np.array([1 / through.at(float(t)) for t in thickness])

    found = np.polynomial.Chebyshev.interpolate(resistance, NODES - 1, domain=[low, high])
    return lambda thickness: 1 / found(thickness)
