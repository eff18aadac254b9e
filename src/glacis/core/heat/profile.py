# SPDX-License-Identifier: GPL-3.0-or-later
"""Temperatures through an assembly at one moment."""

from glacis.core.heat.assess import Films, ventilated_cut
from glacis.core.heat.resolve import LayerData


def face_temperatures(
    layers: tuple[LayerData, ...], films: Films, indoor: float, outdoor: float
) -> tuple[float, ...]:
    """Steady temperatures [°C] at the inner surface and the outer face of every layer.

    The path runs between the members. Beyond a well ventilated layer the air is as cold as
    outside; a roof space lies between by its R_u (ISO 6946:2017, 6.9.4 and 6.10.2).
    """
    cut = ventilated_cut(layers)
    end = cut.end
    total = films.inside + sum(layer.resistance for layer in layers[:end]) + cut.beyond(films)
    slope = (indoor - outdoor) / total
    passed = films.inside
    found = [indoor - slope * passed]
    for layer in layers[:end]:
        passed += layer.resistance
        found.append(indoor - slope * passed)
    found.extend([outdoor] * (len(layers) - end))
    return tuple(found)
