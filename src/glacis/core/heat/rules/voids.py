# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about air layers that are too deep to be air layers."""

from collections.abc import Iterator
from functools import partial
from math import cos, radians

from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.air_layers import DEEPEST
from glacis.core.heat.assess import Films, ventilated_cut
from glacis.core.heat.resolve import LayerData
from glacis.core.heat.surfaces import R_SE, R_SI
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule
from glacis.core.judgement.place import on_area
from glacis.core.model.document import Project
from glacis.core.model.edit import set_layer
from glacis.core.model.layers import RoofSpaceLayer
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of

AIR_CHANGES = {"none": 0.1, "slight": 3.0}
"""Air changes of a space with outside air [1/h]: without openings, all joints sealed, and with localised
openings (ISO 13789:2017, table 7)."""


def _too_deep(roof: AnalysedArea) -> list[int]:
    return [
        k
        for k, layer in enumerate(roof.layers[: roof.heat.counted])
        if layer.kind == "air" and layer.thickness > DEEPEST and layer.ventilation != "well"
    ]


def _deep(roof: AnalysedArea) -> Iterator[Finding]:
    for k in _too_deep(roof):
        layer = roof.layers[k]
        yield Finding(
            "heat.deep-air-layer",
            "note",
            "heat",
            on_area(roof.area.id, (layer.id,)),
            f"{layer.name} is {{0}} deep; the table of air layers ends at {{1}}. It counts with the "
            "value there; a space this deep has a heat balance of its own.",
            (
                Evidence("depth", layer.thickness, Quantity.THICKNESS),
                Evidence("table ends", DEEPEST, Quantity.THICKNESS),
            ),
        )


def _bounded(field: str, value: float) -> float:
    bounds = range_of(RoofSpaceLayer, field)
    return min(bounds.most, max(bounds.least, value))


def space_for(layers: tuple[LayerData, ...], place: int, pitch: float) -> RoofSpaceLayer:
    """A deep air layer as a roof space with its own balance; what lies outside is its roof.

    Args:
        layers: inside to outside.
        place: index of the air layer.
        pitch: of the area [°].
    """
    layer, cut = layers[place], ventilated_cut(layers)
    films = Films(R_SI["up"], R_SE)
    outside = sum(x.resistance for x in layers[place + 1 : cut.end])
    over = 1 / (films.inside + outside + cut.beyond(films))
    return RoofSpaceLayer(
        id=layer.id,
        covering="balance",
        height=layer.thickness,
        air_change=AIR_CHANGES[layer.ventilation],
        roof_u=_bounded("roof_u", over),
        roof_ratio=_bounded("roof_ratio", 1 / cos(radians(pitch))),
    )


def _as_space(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    """Offered where nothing outside insulates: the water of a warm roof is judged layer by layer."""
    place = next(k for k in _too_deep(roof) if roof.layers[k].id == finding.layers[0])
    insulated = any(layer.is_insulation for layer in roof.layers[place + 1 :])
    if insulated or roof.heat.direction != "up":
        return ()
    space = space_for(roof.layers, place, roof.area.pitch)
    change = partial(set_layer, assembly_id=roof.assembly.id, layer=space)
    return (Remedy("Enter it as a roof space with its own balance", change),)


DEEP = Rule(
    "heat.deep-air-layer",
    "Air layer deeper than the table",
    "heat",
    "note",
    "In a deep space air moves as in a room: its surfaces, its air change and the roof over it decide.",
    "ISO 6946:2017, 6.9.1 and table 8; ISO 13789:2017, 8.4",
    _deep,
    _as_space,
)

RULES = (DEEP,)
