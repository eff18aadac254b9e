# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what lies on, under and around the water layer."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.control import REAL_CONTROL
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity, no_remedies
from glacis.core.judgement.questions import (
    FIBRES,
    STIFF_FIBRES,
    family,
    finding,
    first_with,
    index_of,
    is_low_slope,
    is_wet,
    material,
    sheet_covering,
)
from glacis.core.judgement.remedies import (
    insert_membrane,
    lay_tiles,
    membrane_remedy,
    set_fixing,
    swap_membrane,
    swap_solid,
)
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

LOADS = ("planting", "ballast")
SOFT_METALS = ("zinc-sheet", "copper-sheet", "lead-sheet")
DRAINED_BOARDS = ("xps", "cellular-glass")


def _exposed(roof: AnalysedArea) -> Iterator[Finding]:
    if not roof.layers or first_with(roof.layers, "water") is None:
        return
    top = roof.layers[-1]
    if top.kind == "roof-space" or any(top.has_role(r) for r in ("covering", *LOADS)):
        return
    grave = top.is_insulation or top.kind == "air"
    words = f"{top.name} lies open to sun and rain; nothing covers it."
    yield finding(roof, "order.exposed", "stop" if grave else "mind", "build-up", [top], words)


def _cover(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    assembly, top = roof.assembly.id, len(roof.layers)
    if is_low_slope(roof):
        change = partial(insert_membrane, assembly=assembly, index=top, material="bitumen-two-ply")
        return (Remedy("Lay a two-ply bitumen covering on top", change),)
    return (
        Remedy(
            "Lay tiles on battens over a ventilated space", partial(lay_tiles, assembly=assembly)
        ),
    )


EXPOSED = Rule(
    "order.exposed",
    "Left open to the weather",
    "build-up",
    "stop",
    "Foam, fibre and underlay lose their strength in sunlight within weeks or months; a layer "
    "that is no covering must not stay the last one.",
    "Our judgement: sheets and foams are sold with a limit of days in the sun; the product's limit decides",
    _exposed,
    _cover,
)


def _bare_sheet(roof: AnalysedArea) -> Iterator[Finding]:
    sheet, load = sheet_covering(roof.layers), first_with(roof.layers, *LOADS)
    if sheet is None or load is None or load < sheet:
        return
    between = roof.layers[sheet + 1 : load]
    softeners = ("protection", "drainage")
    if any(x.is_insulation or any(x.has_role(r) for r in softeners) for x in between):
        return
    upper = roof.layers[load]
    words = f"{upper.name} lies on {roof.layers[sheet].name} with nothing to protect the sheet."
    yield finding(roof, "order.protection", "mind", "build-up", [roof.layers[sheet], upper], words)


def _protect(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    index = index_of(roof, found.layers[0]) + 1
    return (
        membrane_remedy("Lay a protection fleece on the sheet", roof, index, "protection-fleece"),
    )


PROTECTION = Rule(
    "order.protection",
    "Sheet without protection under its load",
    "build-up",
    "mind",
    "Stones and pavers work through a sheet under every step and every frost.",
    "Our judgement: what is laid loose or dug in rubs and pierces the sheet below it",
    _bare_sheet,
    _protect,
)


def _inverted(roof: AnalysedArea) -> Iterator[Finding]:
    sheet = sheet_covering(roof.layers)
    if sheet is None:
        return
    for layer in roof.layers[sheet + 1 :]:
        if layer.is_insulation and material(layer) not in DRAINED_BOARDS:
            words = f"{layer.name} lies over the waterproofing, where rain stands in it."
            yield finding(roof, "order.inverted-insulation", "stop", "build-up", [layer], words)


def _drained_board(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    change = partial(
        swap_solid, assembly=roof.assembly.id, layer_id=found.layers[0], material="xps"
    )
    return (Remedy("Take extruded polystyrene in its place", change),)


INVERTED = Rule(
    "order.inverted-insulation",
    "Insulation that must not get wet lies over the waterproofing",
    "build-up",
    "stop",
    "Only boards that take up next to no water may lie in the rain; others soak, freeze and stop "
    "insulating.",
    "ISO 6946:2017, annex F.4; EN 13164 for the boards",
    _inverted,
    _drained_board,
)


def _is_soft(layer: LayerData) -> bool:
    return family(layer) in FIBRES and material(layer) not in STIFF_FIBRES


def _soft_under_load(roof: AnalysedArea) -> Iterator[Finding]:
    load = first_with(roof.layers, *LOADS)
    if load is None:
        return
    for index in range(load - 1, -1, -1):
        layer = roof.layers[index]
        if any(layer.has_role(role) for role in ("deck", "structure")):
            return
        if layer.is_insulation and _is_soft(layer) and layer.frame is None:
            words = f"{layer.name} is too soft to carry {roof.layers[load].name}."
            yield finding(
                roof,
                "structure.soft-insulation",
                "stop",
                "build-up",
                [layer, roof.layers[load]],
                words,
            )


def _stiffer(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    return tuple(
        Remedy(
            words,
            partial(swap_solid, assembly=roof.assembly.id, layer_id=found.layers[0], material=name),
        )
        for words, name in (
            ("Take expanded polystyrene in its place", "eps-white"),
            ("Take walkable stone wool in its place", "stone-wool-slab"),
        )
    )


SOFT_UNDER_LOAD = Rule(
    "structure.soft-insulation",
    "Insulation too soft for its load",
    "build-up",
    "stop",
    "Soft insulation settles under soil, gravel and feet; the sheet above stretches over every "
    "joint and tears.",
    "EN 13162 to EN 13171 stress classes; the product's long-term limit decides",
    _soft_under_load,
    _stiffer,
)


def _metal_bed(roof: AnalysedArea) -> Iterator[Finding]:
    for below, above in zip(roof.layers, roof.layers[1:], strict=False):
        if family(above) != "metal" or not above.has_role("covering"):
            continue
        if below.kind in ("air", "roof-space") or material(below) == "structured-mat":
            continue
        soft = material(above) in SOFT_METALS
        words = f"{above.name} lies flat on {below.name}: water under it cannot leave."
        yield finding(
            roof, "order.metal-bed", "mind" if soft else "note", "build-up", [below, above], words
        )


def _mat(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    index = index_of(roof, found.layers[1])
    return (
        membrane_remedy(
            "Lay an underlay with a structured mat below the metal", roof, index, "structured-mat"
        ),
    )


METAL_BED = Rule(
    "order.metal-bed",
    "Metal without air or mat below",
    "build-up",
    "mind",
    "Water that condenses or is driven under the metal stays there and corrodes it from below; "
    "soft metals go first.",
    "Our judgement: seamed metal moves with heat and sweats beneath; makers ask for a separating layer",
    _metal_bed,
    _mat,
)


def _is_closed_underlay(layer: LayerData) -> bool:
    """A sheet that keeps water off and vapour in, and is neither covering nor vapour control."""
    closed = layer.kind == "membrane" and layer.has_role("water") and layer.sd_wet >= REAL_CONTROL
    return closed and not layer.has_role("covering") and not layer.has_role("vapour")


def _closed_underlay(roof: AnalysedArea) -> Iterator[Finding]:
    layers = roof.layers[: roof.heat.counted]
    for index, layer in enumerate(layers):
        if not _is_closed_underlay(layer):
            continue
        inner = next((x for x in reversed(layers[:index]) if x.is_insulation), None)
        if inner is not None and family(inner) in FIBRES:
            words = f"{layer.name} closes {inner.name} to the outside, and no air passes between."
            yield finding(roof, "vapour.closed-underlay", "stop", "build-up", [layer, inner], words)


def _open_underlay(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    change = partial(
        swap_membrane, assembly=roof.assembly.id, layer_id=found.layers[0], material="underlay-open"
    )
    return (Remedy("Take a breather underlay in its place", change),)


CLOSED_UNDERLAY = Rule(
    "vapour.closed-underlay",
    "Closed underlay over fibre",
    "build-up",
    "stop",
    "Felt and plastic underlays were made for roofs with an air space below them; straight over "
    "filled rafters they hold the water in.",
    "DIN 4108-3:2018, 5.3.3",
    _closed_underlay,
    _open_underlay,
)


def _soft_bed(roof: AnalysedArea) -> Iterator[Finding]:
    sheet = sheet_covering(roof.layers)
    if sheet is None or first_with(roof.layers[sheet:], *LOADS) is not None:
        return
    below = next((x for x in reversed(roof.layers[:sheet]) if x.kind == "solid"), None)
    single_ply = family(roof.layers[sheet]) == "plastic"
    if below is None or not single_ply or not below.is_insulation or below.has_role("cover"):
        return
    if below.has_role("air"):
        return  # sprayed foam under its coating
    words = f"{roof.layers[sheet].name} lies on {below.name} without a cover board."
    yield finding(roof, "order.cover-board", "note", "build-up", [below, roof.layers[sheet]], words)


def _cover_board(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    from glacis.core.judgement.remedies import insert_solid

    change = partial(
        insert_solid,
        assembly=roof.assembly.id,
        index=index_of(roof, found.layers[0]) + 1,
        material="gypsum-cover-board",
        thickness=0.0125,
    )
    return (Remedy("Lay a gypsum cover board below the sheet", change),)


COVER_BOARD = Rule(
    "order.cover-board",
    "Single-ply without a cover board",
    "build-up",
    "note",
    "Some lay it always, against hail, feet and fire; some call it waste. Say which is meant.",
    "Our judgement: good practice disagrees openly, so both schools are computed",
    _soft_bed,
    _cover_board,
)


def _pierced_by_screws(inside: tuple[LayerData, ...]) -> list[LayerData]:
    """Vapour sheets that screws pass on their way in, up to what they bite into."""
    pierced = []
    for layer in reversed(inside):
        if layer.kind == "membrane" and layer.has_role("vapour"):
            pierced.append(layer)
        if layer.frame is not None or layer.has_role("deck") or layer.has_role("structure"):
            break
    return pierced


def _pierced_barrier(roof: AnalysedArea) -> Iterator[Finding]:
    stated = roof.assembly.imperfections
    if stated.fixing != "counted" or stated.fixings.per_area <= 0:
        return
    main = strongest(roof.layers)
    if main is None:
        return
    named = (i for i, x in enumerate(roof.layers) if x.id == stated.fixings.layer)
    fixed = next(named, main)
    pierced = _pierced_by_screws(roof.layers[:fixed])
    if pierced:
        words = f"The fixings pass through {pierced[-1].name}."
        severity: Severity = "mind" if is_wet(roof) else "note"
        yield finding(
            roof,
            "order.pierced-barrier",
            severity,
            "build-up",
            [pierced[-1], roof.layers[fixed]],
            words,
        )


def _adhere(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    change = partial(set_fixing, assembly=roof.assembly.id, fixing="none")
    return (Remedy("Adhere or ballast instead: no fixings", change),)


PIERCED = Rule(
    "order.pierced-barrier",
    "Fixings through the vapour control layer",
    "build-up",
    "mind",
    "Every screw is a hole; a bituminous sheet closes round it, a thin foil does not. Over wet "
    "rooms adhere, or seal.",
    "Our judgement: a hole in a barrier leaks more than its area; the system's approval decides",
    _pierced_barrier,
    _adhere,
)


def _planting_load(roof: AnalysedArea) -> Iterator[Finding]:
    soil = [x for x in roof.layers if x.has_role("planting")]
    if soil:
        weight = sum(x.material.density * x.thickness for x in soil if x.material is not None)
        words = f"{soil[-1].name} weighs {{0}} moist and more when saturated; the structure must carry that and snow."
        moist = Evidence("moist", weight, Quantity.AREA_MASS)
        yield finding(roof, "structure.planting-load", "note", "build-up", soil[-1:], words, moist)


PLANTING_LOAD = Rule(
    "structure.planting-load",
    "Planting weighs most when wet",
    "build-up",
    "note",
    "Dry weights of the library are no design loads. The structural engineer decides by the "
    "saturated weight of the products used.",
    "EN 1991-1-1; our judgement of what a light deck carries",
    _planting_load,
    no_remedies,
)


RULES = (
    EXPOSED, PROTECTION, INVERTED, SOFT_UNDER_LOAD, METAL_BED, CLOSED_UNDERLAY, COVER_BOARD,
    PIERCED, PLANTING_LOAD,
)  # fmt: skip
