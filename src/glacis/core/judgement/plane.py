# SPDX-License-Identifier: GPL-3.0-or-later
"""The plane between open insulation and closed insulation outside it: where it lies and how cold it gets."""

from glacis.core.area.analysed import AnalysedArea
from glacis.core.climate.year import coldest_three_mean
from glacis.core.heat.resolve import LayerData
from glacis.core.judgement.questions import is_open_insulation

LEAST_PLANE = 7.0
"""Least temperature of the condensing plane [°C] at ordinary indoor humidity: 45 °F by the insulation
ratio rule of US model codes."""


def _is_closed_insulation(layer: LayerData) -> bool:
    return layer.is_insulation and not is_open_insulation(layer)


def condensing_plane(roof: AnalysedArea) -> tuple[int, float, float] | None:
    """Outermost permeable insulation under closed-cell insulation, R inside and outside it.

    Returns:
        Index of the permeable layer, R up to its outer face and R beyond [m²·K/W]; None
        where the build-up is not of this kind.
    """
    layers = roof.layers[: roof.heat.counted]
    if len(layers) < len(roof.layers) and roof.heat.vented_by == "":
        return None
    plane = max((i for i, x in enumerate(layers) if is_open_insulation(x)), default=None)
    if plane is None or not any(map(_is_closed_insulation, layers[plane + 1 :])):
        return None
    inside = roof.films.inside + sum(x.resistance for x in layers[: plane + 1])
    outside = sum(x.resistance for x in layers[plane + 1 :]) + roof.heat.main.surfaces[1]
    return plane, inside, outside


def plane_temperature(roof: AnalysedArea, inside: float, outside: float) -> float:
    """Temperature of the condensing plane in the three coldest months [°C]."""
    cold = coldest_three_mean(roof.climate)
    warm = roof.zone.temperature
    return warm - inside / (inside + outside) * (warm - cold)


def least_outside(roof: AnalysedArea) -> float:
    """Share of R outside the plane that keeps it warm enough in this climate [-]; 0 without a plane."""
    warm, cold = roof.zone.temperature, coldest_three_mean(roof.climate)
    if condensing_plane(roof) is None or warm <= LEAST_PLANE or cold >= LEAST_PLANE:
        return 0.0
    return 1 - (warm - LEAST_PLANE) / (warm - cold)
