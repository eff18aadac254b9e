# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what lies on, under and around the water layer."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.control import REAL_CONTROL
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.judgement.drive import vapour_drive
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity, no_remedies
from glacis.core.judgement.questions import (
    family,
    finding,
    first_with,
    index_of,
    is_low_slope,
    is_soft,
    is_wet,
    material,
    sheet_covering,
)
from glacis.core.judgement.remedies import (
    insert_membrane,
    insert_solid,
    lay_on_battens,
    membrane_remedy,
    set_fixing,
    swap_membrane,
    swap_solid,
)
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

TILES_FROM = 17.5
"""Least pitch of concrete tiles [°]; our judgement, as the library has it."""
CLOSING = 0.001
"""Bituminous sheets from this thickness [m] close round a screw; our judgement."""
LOADS = ("planting", "ballast")


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
        change = partial(
            insert_membrane, assembly=assembly, index=top, material="bitumen-two-ply-cold"
        )
        return (Remedy("Lay a two-ply bitumen covering on top", change),)
    tiles = roof.area.pitch >= TILES_FROM
    words, name, thickness = (
        ("tiles", "concrete-tile", 0.015) if tiles else ("seamed steel", "steel-sheet", 0.0007)
    )
    change = partial(lay_on_battens, assembly=assembly, material=name, thickness=thickness)
    return (Remedy(f"Lay {words} on battens over a ventilated space", change),)


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
        if layer.is_insulation and not layer.has_trait("drained"):
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


def _soft_under_load(roof: AnalysedArea) -> Iterator[Finding]:
    load = first_with(roof.layers, *LOADS)
    if load is None:
        return
    for index in range(load - 1, -1, -1):
        layer = roof.layers[index]
        if any(layer.has_role(role) for role in ("deck", "structure")):
            return
        if is_soft(layer) and layer.frame is None:
            words = f"{layer.name} is too soft to carry {roof.layers[load].name}."
            yield finding(
                roof,
                "structure.soft-insulation",
                "stop",
                "build-up",
                [layer, roof.layers[load]],
                words,
            )


def _soft_under_sheet(roof: AnalysedArea) -> Iterator[Finding]:
    sheet = sheet_covering(roof.layers)
    if sheet is None:
        return
    below = next((x for x in reversed(roof.layers[:sheet]) if x.kind != "membrane"), None)
    if below is not None and is_soft(below):
        top = roof.layers[sheet]
        words = (
            f"{below.name} is too soft to lie under {top.name}: feet and wind stretch the sheet."
        )
        yield finding(roof, "structure.soft-insulation", "stop", "build-up", [below, top], words)


def _too_soft(roof: AnalysedArea) -> Iterator[Finding]:
    yield from _soft_under_load(roof)
    yield from _soft_under_sheet(roof)


def _stiffer(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    soft = roof.layers[index_of(roof, found.layers[0])]
    if soft.frame is not None:
        change = partial(
            insert_solid, assembly=roof.assembly.id, index=index_of(roof, soft.id) + 1,
            material="plywood", thickness=0.018,
        )  # fmt: skip
        return (Remedy("Lay a deck of plywood below the sheet", change),)
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
    _too_soft,
    _stiffer,
)


def _metal_bed(roof: AnalysedArea) -> Iterator[Finding]:
    for below, above in zip(roof.layers, roof.layers[1:], strict=False):
        if family(above) != "metal" or not above.has_role("covering"):
            continue
        if below.kind in ("air", "roof-space") or material(below) == "structured-mat":
            continue
        soft = above.has_trait("soft-metal")
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
    if vapour_drive(roof).comes_from == "outside":
        return
    for index, layer in enumerate(layers):
        if not _is_closed_underlay(layer):
            continue
        inner = next((x for x in reversed(layers[:index]) if x.is_insulation), None)
        if inner is not None and inner.is_fibre:
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
        closes = pierced[-1].has_trait("bituminous") and pierced[-1].thickness >= CLOSING
        severity: Severity = "mind" if is_wet(roof) and not closes else "note"
        yield finding(
            roof,
            "order.pierced-barrier",
            severity,
            "build-up",
            [pierced[-1], roof.layers[fixed]],
            words,
        )


def adhere(project: Project, assembly: str, index: int) -> Project:
    """Bed what lies at ``index`` counted from the inside in adhesive, and take its fixings away."""
    bedded = insert_membrane(project, assembly, index, "adhesive-polyurethane")
    return set_fixing(bedded, assembly, "none")


def _adhere(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    sheet = roof.layers[index_of(roof, found.layers[0])]
    remedies = []
    if not sheet.has_trait("bituminous") and not is_wet(roof):
        swap = partial(
            swap_membrane, assembly=roof.assembly.id, layer_id=sheet.id,
            material="self-adhered-bitumen-barrier",
        )  # fmt: skip
        words = f"Take a self-adhered bituminous sheet for {sheet.name}: it closes round screws"
        remedies.append(Remedy(words, swap))
    if is_low_slope(roof):
        index = index_of(roof, sheet.id) + 1
        bed = partial(adhere, assembly=roof.assembly.id, index=index)
        remedies.append(Remedy("Bed the boards in adhesive in the place of the fixings", bed))
    return tuple(remedies)


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
        weight = sum(x.mass for x in soil)
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
