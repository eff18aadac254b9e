# SPDX-License-Identifier: GPL-3.0-or-later
"""An assembly in numbers at the temperatures it works at in winter.

Foams whose conductivity is a curve are taken at the mean temperature of their layer, found by
iteration: temperatures follow from resistances, and resistances from temperatures.
"""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.heat.assess import Films
from glacis.core.heat.profile import face_temperatures
from glacis.core.heat.resolve import Known, LayerData, resolve
from glacis.core.heat.surfaces import Direction
from glacis.core.model.document import Assembly

CLOSE = 0.01
"""Two rounds closer than this [K] in every layer end the iteration; our judgement: no conductivity curve
shows a difference."""
MOST_ROUNDS = 20
"""Rounds after which the iteration ends in any case; our judgement: it closes within five."""


class Winter(Struct, frozen=True):
    """Temperatures that foams in the cold are judged at [°C]."""

    indoor: float
    outdoor: float


def resolve_in_winter(
    assembly: Assembly, direction: Direction, known: Known, films: Films, winter: Winter | None
) -> tuple[LayerData, ...]:
    """Every layer in numbers; curves are read at the layers' mean temperatures.

    Args:
        assembly: to resolve.
        direction: of heat flow.
        known: materials and families.
        films: surface resistances.
        winter: boundary temperatures; None takes design values throughout.
    """
    layers = resolve(assembly, direction, known)
    if winter is None or not any(x.material and x.material.curve for x in layers):
        return layers
    before: dict[str, float] = {}
    for _ in range(MOST_ROUNDS):
        means = _means(layers, films, winter)
        layers = resolve(assembly, direction, replace(known, temperatures=means))
        if before and all(abs(means[key] - before[key]) < CLOSE for key in means):
            break
        before = means
    return layers


def _means(layers: tuple[LayerData, ...], films: Films, winter: Winter) -> dict[str, float]:
    faces = face_temperatures(layers, films, winter.indoor, winter.outdoor)
    return {
        layer.id: (inner + outer) / 2
        for layer, inner, outer in zip(layers, faces, faces[1:], strict=False)
        if layer.material is not None and layer.material.curve
    }
