# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about the order of layers: control layers, coverings and separation."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.control import REAL_CONTROL
from glacis.core.falls.found import Drained
from glacis.core.heat.resolve import strongest
from glacis.core.judgement.drive import held_back, vapour_drive
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.place import on_area
from glacis.core.judgement.remedies import (
    membrane_remedies,
    membrane_remedy,
    move,
    warm_side_index,
)
from glacis.core.model.document import Project
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
    yield Finding(
        "order.no-air-layer",
        "mind",
        "build-up",
        on_area(roof.area.id, (roof.layers[main].id,)),
        "No layer stops air on the warm side of the insulation.",
    )


def _add_air_layer(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    index = warm_side_index(roof)
    if roof.zone.use == "wet":
        return membrane_remedies(
            roof, index, (("Lay an aluminium laminated barrier inside", "aluminium-foil-barrier"),)
        )
    return membrane_remedies(
        roof,
        index,
        (
            ("Lay a variable retarder inside, joints taped", "retarder-variable"),
            ("Lay an airtight paper inside, joints taped", "airtight-paper"),
        ),
    )


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


COVERING_PITCH = Rule(
    "order.covering-pitch",
    "Covering too flat",
    "build-up",
    "stop",
    "Water backs up through the laps of a covering that lies flatter than it was made for.",
    "Our judgement after general trade values; the product's approval decides",
    _covering_pitch,
    no_remedies,
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


def _add_water_layer(
    _project: Project, roof: AnalysedArea, _finding: Finding
) -> tuple[Remedy, ...]:
    low_slope = roof.area.pitch < 12
    choice = (
        ("Lay a two-ply bitumen covering on top", "bitumen-two-ply")
        if low_slope
        else ("Lay a breather underlay on top, covering to follow", "underlay-open")
    )
    return membrane_remedies(roof, len(roof.layers), (choice,))


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


def _plastics_apart(roof: AnalysedArea) -> Iterator[Finding]:
    for below, above in zip(roof.layers, roof.layers[1:], strict=False):
        pair = {_chemistry(below.material.id) if below.material else "",
                _chemistry(above.material.id) if above.material else ""}  # fmt: skip
        if pair in ({"pvc", "polystyrene"}, {"pvc", "bitumen"}, {"rubber", "bitumen"}):
            yield Finding(
                "order.separation",
                "mind",
                "build-up",
                on_area(roof.area.id, (below.id, above.id)),
                f"{above.name} lies straight on {below.name}: they harm each other.",
            )


def _chemistry(material: str) -> str:
    for stem, kind in (
        ("pvc", "pvc"),
        ("epdm", "rubber"),
        ("eps", "polystyrene"),
        ("xps", "polystyrene"),
        ("bitumen", "bitumen"),
        ("self-adhered-bitumen", "bitumen"),
        ("underlay-bitumen", "bitumen"),
    ):
        if material.startswith(stem):
            return kind
    return ""


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

RULES = (COLD_SIDE_CONTROL, NO_AIR_LAYER, COVERING_PITCH, NO_WATER_LAYER, SEPARATION, ROOT_LAYER)
