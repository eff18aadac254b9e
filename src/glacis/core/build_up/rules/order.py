# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about the order of layers: control layers, coverings and separation."""

from collections.abc import Callable, Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.control import REAL_CONTROL
from glacis.core.falls.found import Drained
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.judgement.drive import held_back, vapour_drive
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.place import on_area
from glacis.core.judgement.questions import NOT_DESIGNED, is_bare, is_wet
from glacis.core.judgement.remedies import (
    membrane_remedies,
    membrane_remedy,
    move,
    seal,
    sheet_covering_in_place,
    swap_solid,
    warm_side_index,
)
from glacis.core.model.document import Project
from glacis.core.model.traits import Trait
from glacis.core.units.quantities import Quantity


def _cold_side_control(roof: AnalysedArea) -> Iterator[Finding]:
    main = strongest(roof.layers)
    if main is None or vapour_drive(roof).comes_from != "inside":
        return
    for index, layer in enumerate(roof.layers[: roof.heat.counted]):
        tight = layer.has_role("vapour") and layer.sd_dry >= REAL_CONTROL
        inside = held_back(roof.layers[:index])
        if index > main and tight and not layer.is_insulation and layer.sd_dry > inside:
            yield Finding(
                "order.vapour-control-side",
                "stop",
                "build-up",
                on_area(roof.area.id, (layer.id,)),
                f"{layer.name} lies on the cold side of the insulation: s_d {{0}} outside, "
                "{1} inside.",
                (
                    Evidence("s_d of the sheet", layer.sd_dry, Quantity.AIR_LAYER),
                    Evidence("s_d inside it", inside, Quantity.AIR_LAYER),
                ),
            )


def _move_to_warm_side(
    _project: Project, roof: AnalysedArea, finding: Finding
) -> tuple[Remedy, ...]:
    change = partial(
        move, assembly=roof.assembly.id, layer_id=finding.layers[0], index=warm_side_index(roof)
    )
    return (Remedy("Move it to the warm side of the insulation", change),)


COLD_SIDE_CONTROL = Rule(
    "order.vapour-control-side",
    "Vapour control on the cold side",
    "build-up",
    "stop",
    "A tight sheet outside the insulation stops vapour where it is cold, so water gathers on it.",
    "ISO 13788:2012, 6.4; DIN 4108-3:2018, 5.3",
    _cold_side_control,
    _move_to_warm_side,
)


def _no_air_layer(roof: AnalysedArea) -> Iterator[Finding]:
    main = strongest(roof.layers)
    if main is None:
        return
    if any(layer.has_role("air") for layer in roof.layers[: main + 1]):
        return
    words = "No layer stops air on the warm side of the insulation"
    unsealed = _unsealed(roof, main)
    if unsealed is not None:
        words += f": nothing is said to seal the joints of {unsealed.name}"
    yield Finding(
        "order.no-air-layer",
        "mind",
        "build-up",
        on_area(roof.area.id, (roof.layers[main].id,)),
        f"{words}.",
    )


def _unsealed(roof: AnalysedArea, main: int) -> LayerData | None:
    """The outermost board inside the main insulation that would stop air if its joints were sealed."""
    found = (x for x in reversed(roof.layers[:main]) if x.has_trait("sealable"))
    return next(found, None)


def _add_air_layer(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    index = warm_side_index(roof)
    barrier = ("Lay an aluminium laminated barrier inside", "aluminium-foil-barrier")
    open_kinds = (
        ("Lay a variable retarder inside, joints taped", "retarder-variable"),
        ("Lay an airtight paper inside, joints taped", "airtight-paper"),
    )
    found = membrane_remedies(roof, index, (barrier,) if is_wet(roof) else open_kinds)
    main = strongest(roof.layers)
    unsealed = _unsealed(roof, main) if main is not None else None
    if unsealed is None:
        return found
    change = partial(seal, assembly=roof.assembly.id, layer_id=unsealed.id)
    return (Remedy(f"Seal the joints of {unsealed.name}", change), *found)


NO_AIR_LAYER = Rule(
    "order.no-air-layer",
    "No continuous air layer",
    "build-up",
    "mind",
    "Moving air carries far more moisture into a roof than diffusion does, and heat out of it.",
    "DIN 4108-7:2011",
    _no_air_layer,
    _add_air_layer,
)


def _not_designed(roof: AnalysedArea) -> Iterator[Finding]:
    if is_bare(roof):
        words = "Nothing but a deck is there yet: choose an approach, or lay the first layer."
        yield Finding(NOT_DESIGNED, "note", "build-up", on_area(roof.area.id), words)


UNDESIGNED = Rule(
    NOT_DESIGNED,
    "Not designed yet",
    "build-up",
    "note",
    "A bare deck is where an area begins; it is judged once there is something to judge.",
    "Our judgement: what nobody has designed has no mistakes yet",
    _not_designed,
    no_remedies,
)
SHEDDING = (
    ("Take interlocking concrete tiles", "concrete-tile", 0.015, 17.5),
    ("Take seamed steel sheet", "steel-sheet", 0.0007, 3.0),
)
"""Coverings that shed rain: words, material, thickness [m] and least pitch [°] by the library."""
SHEET_TO = 15.0
"""Pitch up to which a waterproofing sheet is offered in the place of a covering too steep for it [°]; our
judgement: beyond it creeps and is hard to lay."""
SHEETS = 2.0
"""Least pitch of coverings that are sheets, not laps [°]; our judgement, between library values."""


def _covering_pitch(roof: AnalysedArea) -> Iterator[Finding]:
    for layer in roof.layers:
        least = layer.material.least_pitch if layer.material else None
        if least is not None and least <= SHEETS and isinstance(roof.drained, Drained):
            continue  # the falls have rules of their own for how a sheet drains
        if least is not None and roof.area.pitch < least - 1e-9:
            yield Finding(
                "order.covering-pitch",
                "stop",
                "build-up",
                on_area(roof.area.id, (layer.id,)),
                f"{layer.name} needs at least {{0}} of pitch; the area has {{1}}.",
                (
                    Evidence("least pitch", least, Quantity.ANGLE),
                    Evidence("pitch", roof.area.pitch, Quantity.ANGLE),
                ),
            )


def _fitting_coverings(
    _project: Project, roof: AnalysedArea, finding: Finding
) -> tuple[Remedy, ...]:
    """Coverings that the pitch allows: laid in small pieces where they can be, else metal, else a sheet."""
    layer, pitch = finding.layers[0], roof.area.pitch
    fitting: list[tuple[str, Callable[..., Project]]] = []
    for words, name, thickness, least in SHEDDING:
        if least <= pitch:
            fitting.append((words, partial(swap_solid, material=name, thickness=thickness)))
    if pitch < SHEET_TO:
        fitting.append(("Take a two-ply sheet on a deck of plywood", sheet_covering_in_place))
    return tuple(
        Remedy(words, partial(change, assembly=roof.assembly.id, layer_id=layer))
        for words, change in fitting
    )


COVERING_PITCH = Rule(
    "order.covering-pitch",
    "Covering too flat",
    "build-up",
    "stop",
    "Water backs up through the laps of a covering that lies flatter than it was made for.",
    "Our judgement after general trade values; the product's approval decides",
    _covering_pitch,
    _fitting_coverings,
)


def _no_water_layer(roof: AnalysedArea) -> Iterator[Finding]:
    if not roof.layers or any(layer.kind == "roof-space" for layer in roof.layers):
        return
    if not any(layer.has_role("water") for layer in roof.layers):
        yield Finding(
            "order.no-water-layer",
            "stop",
            "build-up",
            on_area(roof.area.id, (roof.layers[-1].id,)),
            "No layer of the build-up keeps rain out.",
        )


def _below_what_lies_loose(roof: AnalysedArea) -> int:
    """Where a covering belongs: on top, or under ballast and planting."""
    loose = ("ballast", "planting", "drainage", "filter", "protection")
    found = (i for i, x in enumerate(roof.layers) if any(map(x.has_role, loose)))
    return next(found, len(roof.layers))


def _add_water_layer(
    _project: Project, roof: AnalysedArea, _finding: Finding
) -> tuple[Remedy, ...]:
    low_slope = roof.area.pitch < 12
    choice = (
        ("Lay a two-ply bitumen covering", "bitumen-two-ply-cold")
        if low_slope
        else ("Lay a breather underlay on top, covering to follow", "underlay-open")
    )
    return membrane_remedies(roof, _below_what_lies_loose(roof), (choice,))


NO_WATER_LAYER = Rule(
    "order.no-water-layer",
    "No water layer",
    "build-up",
    "stop",
    "Every roof needs one layer whose job is to keep rain out.",
    "Our judgement: a roof is there to keep the rain out",
    _no_water_layer,
    _add_water_layer,
)


ENEMIES: tuple[tuple[Trait, Trait], ...] = (
    ("plasticised", "polystyrene"),
    ("plasticised", "bituminous"),
    ("rubber", "bituminous"),
)


def _plastics_apart(roof: AnalysedArea) -> Iterator[Finding]:
    for below, above in zip(roof.layers, roof.layers[1:], strict=False):
        if any(_meet(below, above, *pair) for pair in ENEMIES):
            yield Finding(
                "order.separation",
                "mind",
                "build-up",
                on_area(roof.area.id, (below.id, above.id)),
                f"{above.name} lies straight on {below.name}: they harm each other.",
            )


def _meet(below: LayerData, above: LayerData, one: Trait, other: Trait) -> bool:
    pair = (below, above) if below.has_trait(one) else (above, below)
    return pair[0].has_trait(one) and pair[1].has_trait(other)


def _separate(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    upper = next(i for i, layer in enumerate(roof.layers) if layer.id == finding.layers[1])
    return (
        membrane_remedy("Lay a separation fleece between them", roof, upper, "separation-fleece"),
    )


SEPARATION = Rule(
    "order.separation",
    "Plastics that harm each other",
    "build-up",
    "mind",
    "Plasticiser and oils wander between sheet, foam and bitumen; the sheet shrinks or softens.",
    "Our judgement: plasticiser and solvents wander; the makers' compatibility tables decide",
    _plastics_apart,
    _separate,
)


def _root_layer(roof: AnalysedArea) -> Iterator[Finding]:
    soil = [i for i, layer in enumerate(roof.layers) if layer.has_role("planting")]
    if soil and not any(layer.has_role("root") for layer in roof.layers[: soil[0]]):
        yield Finding(
            "order.root-layer",
            "stop",
            "build-up",
            on_area(roof.area.id, (roof.layers[soil[0]].id,)),
            f"Nothing keeps the roots in {roof.layers[soil[0]].name} off the waterproofing.",
        )


def _add_root_layer(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    covering = [i for i, layer in enumerate(roof.layers) if layer.has_role("covering")]
    index = (covering[-1] + 1) if covering else len(roof.layers)
    return (
        membrane_remedy("Lay a root barrier on the waterproofing", roof, index, "root-barrier"),
    )


ROOT_LAYER = Rule(
    "order.root-layer",
    "Planting without a root layer",
    "build-up",
    "stop",
    "Roots find every seam; a waterproofing that is not root-proof leaks under its planting.",
    "EN 13948 root test",
    _root_layer,
    _add_root_layer,
)

RULES = (
    UNDESIGNED,
    COLD_SIDE_CONTROL,
    NO_AIR_LAYER,
    COVERING_PITCH,
    NO_WATER_LAYER,
    SEPARATION,
    ROOT_LAYER,
)
