# SPDX-License-Identifier: GPL-3.0-or-later
"""Which layer makes the falls of an area, and what follows from that."""

from glacis.core.falls.found import Drained
from glacis.core.falls.parts import TaperRead
from glacis.core.falls.taper import Taper, Through, raised, taper_of
from glacis.core.heat.resolve import LayerData
from glacis.core.model.falls import Falls


def tapered_index(falls: Falls, layers: tuple[LayerData, ...]) -> int | None:
    """The layer that makes the falls: the named one, or the outermost insulation; None for none.

    A structure that falls itself needs none, and a layer without thickness can make none.
    """
    if falls.means == "structure":
        return None
    solid = [k for k, x in enumerate(layers) if x.thickness > 0 and x.resistance > 0]
    if falls.layer:
        return next((k for k in solid if layers[k].id == falls.layer), None)
    return next((k for k in reversed(solid) if layers[k].is_insulation), None)


def taper_in(read: TaperRead) -> Taper | None:
    """The tapered layer of an area with falls; None where its structure makes them, or no layer can."""
    found, thermal = read.drained, read.thermal
    if not isinstance(found, Drained):
        return None
    index = tapered_index(found.stated, thermal.layers)
    if index is None or index >= thermal.heat.counted:
        return None
    through = Through(
        thermal.layers, index, thermal.heat.direction, thermal.films,
        read.assembly.imperfections, read.rain, read.method,
    )  # fmt: skip
    thickness = raised(found.over_deck, through.layer.thickness)
    return taper_of(through, thickness, len(found.drains))
