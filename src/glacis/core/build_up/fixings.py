# SPDX-License-Identifier: GPL-3.0-or-later
"""How insulation over a structure is usually held, where nobody has stated it."""

from msgspec.structs import replace

from glacis.core.heat.corrections import inverted_layers
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import FixingSet, Imperfections

SHEET_SCREWS = FixingSet(per_area=4.0, diameter=0.0048)
"""Screws with plates that hold boards and sheet on a flat deck; our judgement: 3 to 5 in the field of a roof,
more at its edges."""
BATTEN_SCREWS = FixingSet(per_area=2.5, diameter=0.008)
"""Screws through counter-battens into rafters; our judgement: one to 0.65 m on rafters at 0.6 m."""


def is_continuous(layer: LayerData) -> bool:
    """Boards that run over the structure without members between them; batts are none."""
    soft = layer.is_fibre and not layer.has_trait("stiff")
    return layer.is_insulation and layer.frame is None and not soft


def _takes_screws(layer: LayerData) -> bool:
    return layer.has_role("deck") or layer.has_role("structure") or layer.frame is not None


def needs_fixing(layers: tuple[LayerData, ...], counted: int) -> LayerData | None:
    """The innermost continuous insulation outside something that fixings could bite into.

    What lies under ballast or planting, is sprayed, bedded in bitumen or brings its own skins needs none.

    Args:
        layers: of the build-up, inside to outside.
        counted: how many of them count for heat.
    """
    for index, layer in enumerate(layers[:counted]):
        carried = any(map(_takes_screws, layers[:index]))
        held = any(x.has_role("ballast") or x.has_role("planting") for x in layers[index:])
        stays = layer.has_role("air") or layer.has_trait("own-skins")
        if is_continuous(layer) and carried and not held and not stays:
            return layer
    return None


def hangs_on_battens(layers: tuple[LayerData, ...], held: LayerData) -> bool:
    """Whether battens with a ventilated layer lie outside an insulation and hold it."""
    index = layers.index(held)
    return any(x.kind == "air" and x.ventilation == "well" for x in layers[index:])


def usual_fixings(layers: tuple[LayerData, ...], counted: int) -> FixingSet | None:
    """Fixings that hold such a build-up as a rule; None where it needs none."""
    held = needs_fixing(layers, counted)
    if held is None or inverted_layers(layers):
        return None
    kind = BATTEN_SCREWS if hangs_on_battens(layers, held) else SHEET_SCREWS
    over = [x for x in layers[:counted] if is_continuous(x)]
    return replace(kind, layer=over[-1].id)


def with_fixings(stated: Imperfections, fixings: FixingSet) -> Imperfections:
    """The same with these fixings counted."""
    return replace(stated, fixing="counted", fixings=fixings)
