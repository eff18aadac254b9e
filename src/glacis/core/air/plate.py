# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated at the eaves, as the geometry of the heel takes it."""

from collections.abc import Sequence

from glacis.core.air.heel import Plate
from glacis.core.heat.resolve import LayerData
from glacis.core.model.air import Air, Heel


def plate_of(heel: Heel, air: Air, pitch: float) -> Plate:
    """How the roof stands on its wall."""
    gap = air.chutes.gap if air.chutes else 0.0
    return Plate(heel.height, pitch, gap, heel.wall, heel.overhang)


def fill_depth(layers: Sequence[LayerData]) -> float:
    """Depth of the insulation on the ceiling [m]: all of it inside the roof space."""
    found = 0.0
    for layer in layers:
        if layer.kind == "roof-space":
            break
        if layer.is_insulation:
            found += layer.thickness
    return found
