# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what controls vapour: its class, its number, and what it locks in."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.control import vapour_layers
from glacis.core.climate.year import mean_temperature
from glacis.core.heat.resolve import strongest
from glacis.core.judgement.drive import vapour_drive
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule
from glacis.core.judgement.questions import (
    family,
    finding,
    index_of,
    is_open_insulation,
    is_vented,
    is_wet,
    material,
    sd_inside,
    tight_sheets,
)
from glacis.core.judgement.remedies import (
    insert_membrane,
    membrane_remedy,
    move,
    remove,
    swap_membrane,
    warm_side_index,
)
from glacis.core.model.document import Project
from glacis.core.model.uses import kind_of
from glacis.core.units.quantities import Quantity

CLASS_TWO_SD = 3.5
"""s_d of a class II retarder, 1 US perm [m] (US model codes, retarder classes by ASTM E96)."""
SHEETS = (
    (2.0, "retarder-fixed-2", "a retarder of s_d 2 m"),
    (10.0, "retarder-fixed-10", "a retarder of s_d 10 m"),
    (70.0, "polyethylene-sheet", "a polyethylene barrier"),
)
"""Control sheets by s_d [m], the most open first: material and how it is called."""
COLD_MONTH = 5.0
"""A coldest month below this [°C] makes a cold climate here; our judgement: there a ceiling without any
vapour control wets its roof."""


def needed_inside(outside: float) -> float:
    """Least s_d inside [m] that needs no calculation, for an s_d outside [m].

    DIN 4108-3:2018, table 3: 1.0 m for s_d,e up to 0.1 m, 2.0 m up to 0.3 m, then six times
    s_d,e up to 2.0 m; beyond that the table does not go.
    """
    if outside <= 0.1:
        return 1.0
    if outside <= 0.3:
        return 2.0
    return 6 * min(outside, 2.0)


def _retarder_class(roof: AnalysedArea) -> Iterator[Finding]:
    layers = roof.layers[: roof.heat.counted]
    main = strongest(layers)
    if main is None or min(roof.climate.temperature) > COLD_MONTH or roof.monthly.verdict == "none":
        return
    if vapour_drive(roof).comes_from != "inside":
        return
    if not is_open_insulation(layers[main]):
        return
    inside = sd_inside(layers, main)
    beyond = sum(x.sd_wet for x in layers[main + 1 :])
    needed = needed_inside(beyond)
    if inside < needed:
        yield finding(
            roof, "vapour.retarder-class", "mind", "build-up", [layers[main]],
            "s_d {0} lies inside the insulation and {1} outside it; {2} inside would need no proof.",
            Evidence("s_d inside", inside, Quantity.AIR_LAYER),
            Evidence("s_d outside", beyond, Quantity.AIR_LAYER),
            Evidence("s_d wanted inside", needed, Quantity.AIR_LAYER),
        )  # fmt: skip


def _tight_enough(needed: float, wet: bool) -> tuple[str, str]:
    """The most open sheet that does: its material and how it is called."""
    if wet:
        return "aluminium-foil-barrier", "an aluminium laminated barrier"
    return next((name, words) for sd, name, words in SHEETS if sd >= needed)


def _retard(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    index = warm_side_index(roof)
    controls = [x for x in roof.layers[:index] if x.kind == "membrane" and x.has_role("vapour")]
    name, words = _tight_enough(found.evidence[-1].value, is_wet(roof))
    assembly = roof.assembly.id
    if controls:
        swap = partial(swap_membrane, assembly=assembly, layer_id=controls[-1].id, material=name)
        return (Remedy(f"Put {words} in the place of {controls[-1].name}", swap),)
    change = partial(insert_membrane, assembly=assembly, index=index, material=name)
    return (Remedy(f"Lay {words} inside", change),)


RETARDER_CLASS = Rule(
    "vapour.retarder-class",
    "Too open inside for what lies outside",
    "build-up",
    "mind",
    "The tighter the outside, the tighter the inside must be. This roof condenses in some month, "
    "so the table's easy way is not open to it.",
    "DIN 4108-3:2018, table 3",
    _retarder_class,
    _retard,
)


def _open_cell(roof: AnalysedArea) -> Iterator[Finding]:
    for index, layer in enumerate(roof.layers[: roof.heat.counted]):
        if material(layer) != "spray-foam-open" or min(roof.climate.temperature) > COLD_MONTH:
            continue
        inside = sd_inside(roof.layers, index)
        if inside < CLASS_TWO_SD and not is_vented(roof):
            yield finding(
                roof, "vapour.open-cell", "mind", "build-up", [layer],
                f"{layer.name} reaches the cold deck with s_d {{0}} inside it; class II is {{1}}.",
                Evidence("s_d inside", inside, Quantity.AIR_LAYER),
                Evidence("class II", CLASS_TWO_SD, Quantity.AIR_LAYER),
            )  # fmt: skip


def _paint(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    index = index_of(roof, found.layers[0])
    return (membrane_remedy("Add a vapour-retarding paint inside", roof, index, "variable-paint"),)


OPEN_CELL = Rule(
    "vapour.open-cell",
    "Open-cell foam without vapour control",
    "build-up",
    "mind",
    "Open foam stops air but not vapour. It shows a leak, which closed foam may hide, but in the "
    "cold its deck needs a retarder.",
    "US model codes: class II retarder with open foam in cold zones",
    _open_cell,
    _paint,
)


def _doubled(roof: AnalysedArea) -> Iterator[Finding]:
    main = strongest(roof.layers)
    if main is None:
        return
    sheets = [
        roof.layers[i]
        for i in vapour_layers(roof.layers[:main])
        if roof.layers[i].kind == "membrane"
    ]
    if len(sheets) > 1:
        words = f"{sheets[0].name} and {sheets[-1].name} both control vapour inside the insulation."
        yield finding(roof, "order.vapour-doubled", "note", "build-up", sheets, words)


def _take_one(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    sheets = [roof.layers[index_of(roof, name)] for name in found.layers]
    spare = [sheet for sheet in sheets if not sheet.has_role("water")]
    if not spare:
        return ()
    looser = min(spare, key=lambda sheet: sheet.sd_dry)
    change = partial(remove, assembly=roof.assembly.id, layer_id=looser.id)
    return (Remedy(f"Take {looser.name} out", change),)


DOUBLED = Rule(
    "order.vapour-doubled",
    "Vapour controlled twice",
    "build-up",
    "note",
    "Two control layers trap what lies between them and make it unclear which is the air layer.",
    "Our judgement: water between two tight layers has no way out",
    _doubled,
    _take_one,
)


def _no_vapour(roof: AnalysedArea) -> Iterator[Finding]:
    main = strongest(roof.layers)
    if main is None or is_wet(roof) or not is_open_insulation(roof.layers[main]):
        return
    if roof.zone.temperature <= mean_temperature(roof.climate) or kind_of(roof.zone.use) == "store":
        return
    if min(roof.climate.temperature) > COLD_MONTH or vapour_layers(roof.layers[:main]):
        return
    inside = sd_inside(roof.layers, main)
    yield finding(
        roof, "order.no-vapour-layer", "note", "build-up", [roof.layers[main]],
        "No layer inside the insulation controls vapour; s_d {0} in all.",
        Evidence("s_d inside", inside, Quantity.AIR_LAYER),
    )  # fmt: skip


def _lay_retarder(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    index = warm_side_index(roof)
    assembly = roof.assembly.id
    return tuple(
        Remedy(words, partial(insert_membrane, assembly=assembly, index=index, material=name))
        for words, name in (
            ("Lay a retarder of s_d 10 m inside", "retarder-fixed-10"),
            ("Lay a variable retarder inside", "retarder-variable"),
        )
    )


NO_VAPOUR = Rule(
    "order.no-vapour-layer",
    "No vapour control layer",
    "build-up",
    "note",
    "Some build without one and trust an airtight board and an open outside; some never would. Say "
    "which is meant.",
    "Our judgement: good practice disagrees openly, so both schools are computed",
    _no_vapour,
    _lay_retarder,
)


def _built_in(roof: AnalysedArea) -> Iterator[Finding]:
    layers = roof.layers
    for index, layer in enumerate(layers):
        if not layer.has_role("screed") or family(layer) != "concrete":
            continue
        inside, outside = tight_sheets(layers[:index]), tight_sheets(layers[index + 1 :])
        if inside and outside:
            words = f"{layer.name} lies between {inside[-1].name} and {outside[0].name}."
            yield finding(
                roof,
                "moisture.built-in",
                "mind",
                "moisture",
                [inside[-1], layer, outside[0]],
                words,
            )


def _dry_side(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    screed = index_of(roof, found.layers[1])
    change = partial(move, assembly=roof.assembly.id, layer_id=found.layers[0], index=screed)
    return (Remedy("Move the inner sheet over the screed", change),)


BUILT_IN = Rule(
    "moisture.built-in",
    "Built-in water between two sheets",
    "moisture",
    "mind",
    "A screed brings litres of water to the square metre. Between two tight sheets they stay.",
    "ISO 13788:2012 leaves built-in water out; our judgement that it must be let out",
    _built_in,
    _dry_side,
)

RULES = (RETARDER_CLASS, OPEN_CELL, DOUBLED, NO_VAPOUR, BUILT_IN)
