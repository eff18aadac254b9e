# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about insulation: its joints, fixings, thickness, fire, and what its labels promise."""

from collections.abc import Iterator
from functools import partial

from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.approaches.catalogue import approach_of
from glacis.core.build_up.approaches.fits import fitting, misfit
from glacis.core.build_up.fixings import is_continuous, needs_fixing
from glacis.core.build_up.rules.bearing import state_screws
from glacis.core.heat.corrections import SHIPLAP, inverted_layers, rain_factor_of
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.questions import finding, index_of, material
from glacis.core.judgement.remedies import (
    insert_solid,
    membrane_remedy,
    set_boards,
    set_fixing,
)
from glacis.core.model.document import ApproachId, Project
from glacis.core.model.edit import swap, with_assembly
from glacis.core.model.lookup import by_id
from glacis.core.model.uses import kind_of
from glacis.core.thickness.eaves import eaves_of
from glacis.core.units.quantities import Quantity

THERMAL_BARRIER = 0.012
"""Least thickness of a lining that keeps fire from foam for a quarter of an hour [m]: 12.5 mm gypsum
board less its tolerance, as US model codes on foam plastics take it."""
JOINTLESS = ("spray-foam-closed", "spray-foam-open", "structural-panel-core")
"""Foams without joints of their own, or with joints that the panel makes."""
NOTABLE_DERATING = 0.2
"""Share of the labelled R lost to members and corrections from which it is told [-]; our judgement: a
fifth is one board in five."""
THICK_BOARD = 0.08
"""A single board from this thickness [m] should be two with staggered joints; our judgement: 80 mm is
where trades begin to lay two."""


def _single_layer(roof: AnalysedArea) -> Iterator[Finding]:
    drained = inverted_layers(roof.layers)  # boards in the rain lie in one layer on purpose
    boards = [x for x in roof.layers[: roof.heat.counted] if is_continuous(x) and x not in drained]
    for layer in boards:
        if layer.boards > 1 and not layer.staggered:
            words = f"{layer.name} lies in {layer.boards} boards whose joints lie over each other."
            yield finding(roof, "order.single-layer", "note", "build-up", [layer], words)
        if layer.boards > 1 or layer.thickness < THICK_BOARD or len(boards) > 1:
            continue
        if material(layer) in JOINTLESS or layer.has_trait("own-skins"):
            continue
        words = f"{layer.name} lies in one layer of {{0}}: its joints run straight through."
        evidence = Evidence("thickness", layer.thickness, Quantity.THICKNESS)
        yield finding(roof, "order.single-layer", "note", "build-up", [layer], words, evidence)


def _two_layers(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    layer = roof.layers[index_of(roof, found.layers[0])]
    boards = max(2, layer.boards)
    change = partial(set_boards, assembly=roof.assembly.id, layer_id=layer.id, boards=boards)
    return (Remedy("Lay it in boards with staggered joints", change),)


SINGLE_LAYER = Rule(
    "order.single-layer",
    "Boards in a single layer",
    "build-up",
    "note",
    "Boards shrink and sites are not benches: gaps through a single layer lose heat and carry moist "
    "air to the cold side.",
    "ISO 6946:2017, annex F.2",
    _single_layer,
    _two_layers,
)


def _fixings_unstated(roof: AnalysedArea) -> Iterator[Finding]:
    if roof.assembly.imperfections.fixing != "unstated":
        return
    layer = needs_fixing(roof.layers, roof.heat.counted)
    if layer is not None:
        words = f"How {layer.name} is held is not stated; screws through it would raise U."
        yield finding(roof, "heat.fixings-unstated", "note", "heat", [layer], words)


def _state_fixings(project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    none = partial(set_fixing, assembly=roof.assembly.id, fixing="none")
    return (*state_screws(project, roof, found), Remedy("State none: adhered", none))


FIXINGS = Rule(
    "heat.fixings-unstated",
    "Fixings not stated",
    "heat",
    "note",
    "Some call long screws negligible, some count them. Counting settles it; zero must be stated "
    "and never assumed.",
    "ISO 6946:2017, annex F.3",
    _fixings_unstated,
    _state_fixings,
)


def _rain_claimed(roof: AnalysedArea) -> Iterator[Finding]:
    claimed, boards = roof.assembly.imperfections.rain_factor, inverted_layers(roof.layers)
    follows = min(rain_factor_of(roof.layers), SHIPLAP)  # edges of boards are in no list of layers
    if claimed is None or not boards or claimed >= follows:
        return
    yield finding(
        roof, "heat.rain-factor", "mind", "heat", boards[-1:],
        f"A rain factor of {{0}} is claimed for {boards[-1].name}; what lies over it gives {{1}} at best.",
        Evidence("claimed", claimed, Quantity.FACTOR), Evidence("by the layers", follows, Quantity.FACTOR),
    )  # fmt: skip


def _by_layers(project: Project, assembly: str) -> Project:
    shared = by_id(project.assemblies, assembly, "assembly", "The remedy")
    stated = replace(shared.imperfections, rain_factor=None)
    return with_assembly(project, replace(shared, imperfections=stated))


def _rain_remedies(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    index = index_of(roof, found.layers[0]) + 1
    return (
        Remedy("Take what follows from the layers", partial(_by_layers, assembly=roof.assembly.id)),
        membrane_remedy(
            "Lay a water-flow reducing layer over the boards", roof, index, "rain-shedding-layer"
        ),
    )


RAIN_FACTOR = Rule(
    "heat.rain-factor",
    "Rain factor better than the layers",
    "heat",
    "mind",
    "A low factor belongs to a sheet over the boards that leads rain off before it reaches their joints.",
    "ISO 6946:2017, F.4; the approval of the system decides",
    _rain_claimed,
    _rain_remedies,
)


def _derated(roof: AnalysedArea) -> Iterator[Finding]:
    lost = roof.heat.derating
    if not roof.heat.nominal or lost < NOTABLE_DERATING:
        return
    worst = [x for x in roof.layers[: roof.heat.counted] if x.is_insulation]
    yield finding(
        roof, "heat.derating", "note", "heat", worst,
        "The insulation is labelled {0} and works as {1}: {2} is lost to members, settling and "
        "corrections.",
        Evidence("labelled", roof.heat.nominal, Quantity.RESISTANCE),
        Evidence("effective", roof.heat.effective, Quantity.RESISTANCE),
        Evidence("lost", lost, Quantity.SHARE),
    )  # fmt: skip


DERATING = Rule(
    "heat.derating",
    "Labelled resistance is not what works",
    "heat",
    "note",
    "A label speaks of the batt, not of the roof: members, gaps and screws take their share.",
    "ISO 6946:2017, 6.7.2 and annex F",
    _derated,
    no_remedies,
)


def _thin_eaves(roof: AnalysedArea) -> Iterator[Finding]:
    strip = eaves_of(roof)
    if strip is None or strip.heel is not None or roof.meets(strip.transmittance):
        return
    yield finding(
        roof, "heat.eaves", "mind", "heat", [],
        "At the eaves U is {0}; the target is {1}. The strip takes {2} of the area.",
        Evidence("U at the eaves", strip.transmittance, Quantity.TRANSMITTANCE),
        Evidence("target", roof.target, Quantity.TRANSMITTANCE),
        Evidence("share", strip.share, Quantity.SHARE),
    )  # fmt: skip


def raise_heel(project: Project, area: str) -> Project:
    """Full insulation to the outside of the wall: no strip is left."""
    stated = by_id(project.areas, area, "roof area", "The remedy")
    raised = replace(stated, eaves_width=0.0, eaves_thickness=0.0)
    return replace(project, areas=swap(project.areas, raised))


def _raise(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    return (
        Remedy(
            "Raise the heel: full insulation at the eaves", partial(raise_heel, area=roof.area.id)
        ),
    )


EAVES = Rule(
    "heat.eaves",
    "Insulation squeezed at the eaves",
    "heat",
    "mind",
    "The thinnest place is the coldest, just where the ceiling meets the wall and mould begins.",
    "Our judgement: U is the area-weighted mean, and a low heel squeezes what lies there",
    _thin_eaves,
    _raise,
)


def _no_insulation(roof: AnalysedArea) -> Iterator[Finding]:
    if (
        roof.layers
        and not any(x.is_insulation for x in roof.layers)
        and kind_of(roof.zone.use) != "store"
    ):
        words = f"Nothing insulates {roof.zone.name}: U is {{0}}."
        evidence = Evidence("U", roof.transmittance, Quantity.TRANSMITTANCE)
        yield finding(roof, "heat.no-insulation", "mind", "build-up", [], words, evidence)


def _insulate(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    outer = ("covering", "water", "wind")
    ends = (
        i
        for i, x in enumerate(roof.layers)
        if any(map(x.has_role, outer)) or x.ventilation == "well"
    )
    index = next(ends, len(roof.layers))
    change = partial(
        insert_solid, assembly=roof.assembly.id, index=index, material="stone-wool-slab",
        thickness=0.2,
    )  # fmt: skip
    return (Remedy("Lay stone wool slabs below the covering", change),)


NO_INSULATION = Rule(
    "heat.no-insulation",
    "No thermal layer",
    "build-up",
    "mind",
    "Without insulation the inner surface is cold, and every other layer works at its limit.",
    "Our judgement: rooms below are heated or cooled",
    _no_insulation,
    _insulate,
)


def _thermal_barrier(roof: AnalysedArea) -> Iterator[Finding]:
    for index, layer in enumerate(roof.layers):
        if layer.is_insulation and layer.is_foam and not layer.has_trait("own-skins"):
            inside = roof.layers[:index]
            covered = any(
                x.kind == "solid" and not x.is_insulation and x.thickness >= THERMAL_BARRIER
                for x in inside
            )
            if not covered:
                words = f"{layer.name} has no lining between it and the room."
                yield finding(roof, "fire.thermal-barrier", "stop", "build-up", [layer], words)
            return


def _line(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    change = partial(
        insert_solid, assembly=roof.assembly.id, index=0, material="gypsum-board", thickness=0.0125
    )
    return (Remedy("Line it with gypsum board", change),)


THERMAL_BARRIER_RULE = Rule(
    "fire.thermal-barrier",
    "Foam without a lining",
    "build-up",
    "stop",
    "Bare foam burns within minutes and fills the room with smoke. Codes ask for a barrier of a "
    "quarter of an hour.",
    "US model codes on foam plastics; local code decides",
    _thermal_barrier,
    _line,
)


def _approach(roof: AnalysedArea) -> Iterator[Finding]:
    why = misfit(roof.assembly.approach, roof.layers)
    if why:
        name = approach_of(roof.assembly.approach).name.lower()
        words = f"The build-up is called {name}, but {why}."
        yield finding(roof, "order.approach", "mind", "build-up", [], words)


def call_it(project: Project, assembly: str, approach: ApproachId) -> Project:
    """Say that an assembly follows another approach."""
    shared = by_id(project.assemblies, assembly, "assembly", "The remedy")
    return with_assembly(project, replace(shared, approach=approach))


def _rename(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    return tuple(
        Remedy(
            f"Call it {approach_of(name).name.lower()}",
            partial(call_it, assembly=roof.assembly.id, approach=name),  # type: ignore[arg-type]
        )
        for name in fitting(roof.layers)[:2]
    )


APPROACH = Rule(
    "order.approach",
    "Not what its approach says",
    "build-up",
    "mind",
    "Each approach works by a few conditions. A build-up that keeps only some of them has the "
    "faults of both worlds.",
    "Our judgement: the conditions that the approach itself states",
    _approach,
    _rename,
)

RULES = (
    SINGLE_LAYER, FIXINGS, RAIN_FACTOR, EAVES, DERATING, NO_INSULATION, THERMAL_BARRIER_RULE, APPROACH,
)  # fmt: skip
