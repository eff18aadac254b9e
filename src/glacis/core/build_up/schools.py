# SPDX-License-Identifier: GPL-3.0-or-later
"""Where good practitioners disagree: the other school's build-up, to be computed beside this one."""

from collections.abc import Iterator

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import Assembly
from glacis.core.model.layers import Layer, MembraneLayer, SolidLayer


class School(Struct, frozen=True):
    """The other side of an open disagreement, applied to a roof.

    Attributes:
        name: what would be different.
        why: who would choose which, and why.
        assembly: the roof built the other way.
    """

    name: str
    why: str
    assembly: Assembly


def _with_layers(roof: AnalysedArea, layers: tuple[Layer, ...]) -> Assembly:
    return replace(roof.assembly, layers=layers)


def _stated(roof: AnalysedArea, index: int) -> Layer:
    return roof.assembly.layers[index]


def _underlay(layers: tuple[LayerData, ...]) -> int | None:
    """Index of a breather membrane that is no covering."""
    for index, layer in enumerate(layers):
        breather = layer.kind == "membrane" and layer.has_role("water")
        if breather and not layer.has_role("covering") and layer.sd_dry < 2:
            return index
    return None


def _breather(roof: AnalysedArea) -> Iterator[School]:
    """Breather membrane above or below the over-rafter insulation."""
    layers, stated = roof.layers, roof.assembly.layers
    membrane = _underlay(layers)
    if membrane is None:
        return
    over = [i for i, x in enumerate(layers) if x.is_insulation and x.frame is None]
    why = (
        "Above, it keeps the boards dry and the counter-battens hold it; below, it is the second "
        "water layer that no screw from above need pierce in the open, and the boards must stand rain."
    )
    if membrane - 1 in over:
        first = membrane - 1
        while first - 1 in over:
            first -= 1
        moved = (
            *stated[:first],
            stated[membrane],
            *stated[first:membrane],
            *stated[membrane + 1 :],
        )
        yield School("Breather below the over-rafter boards", why, _with_layers(roof, moved))
    elif membrane + 1 in over:
        last = membrane + 1
        while last + 1 in over:
            last += 1
        moved = (
            *stated[:membrane],
            *stated[membrane + 1 : last + 1],
            stated[membrane],
            *stated[last + 1 :],
        )
        yield School("Breather above the over-rafter boards", why, _with_layers(roof, moved))


def _swap(roof: AnalysedArea, index: int, material: str) -> Assembly:
    layer = _stated(roof, index)
    if isinstance(layer, (SolidLayer, MembraneLayer)):
        layer = replace(layer, material=material)
    layers = roof.assembly.layers
    return _with_layers(roof, (*layers[:index], layer, *layers[index + 1 :]))


def _retarder(roof: AnalysedArea) -> Iterator[School]:
    why = (
        "A fixed sheet is known and cheap; a variable one lets the roof dry inwards in summer; "
        "none at all trusts an airtight board. Over wet rooms only a barrier will do."
    )
    for index, layer in enumerate(roof.layers):
        if layer.kind != "membrane" or layer.material is None or not layer.has_role("vapour"):
            continue
        if layer.has_role("water"):
            continue
        if layer.sd_dry == layer.sd_wet:
            yield School("Variable retarder inside", why, _swap(roof, index, "retarder-variable"))
        else:
            yield School("Fixed retarder inside", why, _swap(roof, index, "retarder-fixed-10"))
        yield School("Airtight paper only", why, _swap(roof, index, "airtight-paper"))
        return


def _foam(roof: AnalysedArea) -> Iterator[School]:
    why = (
        "Open foam shows a leak and lets the deck dry inwards, but wants vapour control in the cold; "
        "closed foam stops vapour by itself and may hide a leak for years."
    )
    other = {"spray-foam-closed": "spray-foam-open", "spray-foam-open": "spray-foam-closed"}
    for index, layer in enumerate(roof.layers):
        if layer.material is not None and layer.material.id in other:
            kind = "Open" if layer.material.id == "spray-foam-closed" else "Closed"
            yield School(f"{kind}-cell foam", why, _swap(roof, index, other[layer.material.id]))
            return


def _cover_board(roof: AnalysedArea) -> Iterator[School]:
    why = "Some lay a cover board always, against hail, feet and fire; some call it waste."
    layers = roof.layers
    for index in range(1, len(layers)):
        sheet, below = layers[index], layers[index - 1]
        if sheet.kind != "membrane" or not sheet.has_role("covering"):
            continue
        stated = roof.assembly.layers
        if below.material is not None and below.material.id == "gypsum-cover-board":
            without = (*stated[: index - 1], *stated[index:])
            yield School("Without a cover board", why, _with_layers(roof, without))
        elif below.is_insulation:
            made = SolidLayer(id="cover-board", material="gypsum-cover-board", thickness=0.0125)
            taken = {layer.id for layer in stated}
            if made.id not in taken:
                with_it = (*stated[:index], made, *stated[index:])
                yield School("With a cover board", why, _with_layers(roof, with_it))
        return


def _fixings(roof: AnalysedArea) -> Iterator[School]:
    why = "Some call long screws negligible; some count them. Here is the difference."
    stated = roof.assembly.imperfections
    if not any(x.is_insulation and x.frame is None for x in roof.layers[: roof.heat.counted]):
        return
    if stated.fixing == "counted":
        without = replace(stated, fixing="none")
        yield School("Fixings not counted", why, replace(roof.assembly, imperfections=without))
    else:
        counted = replace(stated, fixing="counted")
        yield School("Fixings counted", why, replace(roof.assembly, imperfections=counted))


def schools_of(roof: AnalysedArea) -> tuple[School, ...]:
    """Every other school that could build this roof."""
    makers = (_breather, _retarder, _foam, _cover_board, _fixings)
    return tuple(school for make in makers for school in make(roof))
