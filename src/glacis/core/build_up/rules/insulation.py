# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about insulation: its joints, fixings, thickness, fire, and what its labels promise."""

from collections.abc import Iterator
from functools import partial

from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.approaches.catalogue import approach_of
from glacis.core.build_up.approaches.fits import fitting, misfit
from glacis.core.heat.corrections import inverted_layers
from glacis.core.heat.resolve import LayerData
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.questions import (
    FIBRES,
    STIFF_FIBRES,
    family,
    finding,
    first_with,
    index_of,
    material,
)
from glacis.core.judgement.remedies import insert_solid, set_boards, set_fixing
from glacis.core.materials.library import nearest_purchasable
from glacis.core.model.document import ApproachId, Project
from glacis.core.model.edit import set_thickness, swap, with_assembly
from glacis.core.model.lookup import by_id
from glacis.core.thickness.eaves import eaves_of
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity

THERMAL_BARRIER = 0.012
"""Least thickness of a lining that keeps fire from foam for a quarter of an hour [m]: 12.5 mm gypsum
board less its tolerance, as US model codes on foam plastics take it."""
NOTABLE_DERATING = 0.2
"""Share of the labelled R lost to members and corrections from which it is told [-]; our judgement: a
fifth is one board in five."""
THICK_BOARD = 0.08
"""A single board from this thickness [m] should be two with staggered joints; our judgement: 80 mm is
where trades begin to lay two."""
SLIP_BELOW, SLIP_ABOVE = 0.5, 2.2
"""Thickness against the series sold that looks like a slip of units [-]."""
SLIPS = (10.0, 0.1, 25.4, 1 / 25.4, 1000.0, 0.001)


def _continuous(layer: LayerData) -> bool:
    """Boards that run over the structure without members between them; batts are none."""
    stiff = family(layer) not in (*FIBRES, "") or material(layer) in STIFF_FIBRES
    return layer.is_insulation and layer.frame is None and stiff


def _single_layer(roof: AnalysedArea) -> Iterator[Finding]:
    drained = inverted_layers(roof.layers)  # boards in the rain lie in one layer on purpose
    boards = [x for x in roof.layers[: roof.heat.counted] if _continuous(x) and x not in drained]
    sprayed = ("spray-foam-closed", "spray-foam-open", "structural-panel-core")
    for layer in boards:
        if layer.boards > 1 or layer.thickness < THICK_BOARD or len(boards) > 1:
            continue
        if layer.material is not None and layer.material.id in sprayed:
            continue
        words = f"{layer.name} lies in one layer of {{0}}: its joints run straight through."
        evidence = Evidence("thickness", layer.thickness, Quantity.THICKNESS)
        yield finding(roof, "order.single-layer", "note", "build-up", [layer], words, evidence)


def _two_layers(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    change = partial(set_boards, assembly=roof.assembly.id, layer_id=found.layers[0], boards=2)
    return (Remedy("Lay it as two boards with staggered joints", change),)


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


def _takes_screws(layer: LayerData) -> bool:
    return layer.has_role("deck") or layer.has_role("structure") or layer.frame is not None


def _needs_fixing(roof: AnalysedArea) -> LayerData | None:
    """Continuous insulation outside something that fixings could bite into."""
    layers = roof.layers[: roof.heat.counted]
    for index, layer in enumerate(layers):
        carried = any(map(_takes_screws, layers[:index]))
        held = first_with(roof.layers[index:], "ballast", "planting") is not None
        if _continuous(layer) and carried and not held and not layer.has_role("air"):
            return layer
    return None


def _fixings_unstated(roof: AnalysedArea) -> Iterator[Finding]:
    if roof.assembly.imperfections.fixing != "unstated":
        return
    layer = _needs_fixing(roof)
    if layer is not None:
        words = f"How {layer.name} is held is not stated; screws through it would raise U."
        yield finding(roof, "heat.fixings-unstated", "note", "heat", [layer], words)


def count_fixings(project: Project, assembly: str, layer: str, per_area: float) -> Project:
    """State steel screws through a layer, counted in U."""
    shared = by_id(project.assemblies, assembly, "assembly", "The remedy")
    fixings = replace(shared.imperfections.fixings, layer=layer, per_area=per_area)
    stated = replace(shared.imperfections, fixing="counted", fixings=fixings)
    return with_assembly(project, replace(shared, imperfections=stated))


def _state_fixings(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    assembly = roof.assembly.id
    counted = partial(count_fixings, assembly=assembly, layer=found.layers[0], per_area=4.0)
    return (
        Remedy("State 4 steel screws of 4.8 mm to the square metre", counted),
        Remedy("State none: adhered", partial(set_fixing, assembly=assembly, fixing="none")),
    )


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
    if strip is None or roof.meets(strip.transmittance):
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
    if roof.layers and not any(x.is_insulation for x in roof.layers) and roof.zone.use != "store":
        words = f"Nothing insulates {roof.zone.name}: U is {{0}}."
        evidence = Evidence("U", roof.transmittance, Quantity.TRANSMITTANCE)
        yield finding(roof, "heat.no-insulation", "mind", "build-up", [], words, evidence)


def _insulate(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    covering = [i for i, x in enumerate(roof.layers) if x.has_role("covering")]
    index = covering[0] if covering else len(roof.layers)
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
        if layer.is_insulation and family(layer) == "foam":
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


def _slipped(layer: LayerData) -> bool:
    series = layer.material.thicknesses if layer.material else ()
    if layer.kind != "solid" or not series or (layer.material and layer.material.is_membrane):
        return False
    most = max(series) * (max(1, layer.boards))
    return not SLIP_BELOW * min(series) <= layer.thickness <= SLIP_ABOVE * most


def _thickness(roof: AnalysedArea) -> Iterator[Finding]:
    for layer in roof.layers:
        if _slipped(layer) and layer.material is not None:
            series = layer.material.thicknesses
            yield finding(
                roof, "data.thickness-slip", "mind", "build-up", [layer],
                f"{layer.name} is {{0}} thick; it is sold from {{1}} to {{2}}.",
                Evidence("thickness", layer.thickness, Quantity.THICKNESS),
                Evidence("thinnest sold", min(series), Quantity.THICKNESS),
                Evidence("thickest sold", max(series), Quantity.THICKNESS),
            )  # fmt: skip


def _believable(project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    layer = roof.layers[index_of(roof, found.layers[0])]
    series = layer.material.thicknesses if layer.material else ()
    meant = [layer.thickness * slip for slip in SLIPS]
    chosen = [t for t in meant if min(series) <= t <= max(series)][:1]
    chosen.append(
        nearest_purchasable(layer.material, min(max(layer.thickness, min(series)), max(series)))
    )
    return tuple(
        Remedy(
            f"Take it as {with_unit(thickness, Quantity.THICKNESS, project.units)}",
            partial(
                set_thickness, assembly_id=roof.assembly.id, layer_id=layer.id,
                thickness=round(thickness, 5),
            ),
        )
        for thickness in dict.fromkeys(round(t, 5) for t in chosen)
    )  # fmt: skip


THICKNESS = Rule(
    "data.thickness-slip",
    "Thickness that nobody sells",
    "build-up",
    "mind",
    "Ten times too thick or thin is a slip of the pen: inches for millimetres, mils for "
    "millimetres, a point too far.",
    "Our judgement: what is ten times off what can be bought is a slip of the unit",
    _thickness,
    _believable,
)


def _claimed(roof: AnalysedArea) -> Iterator[Finding]:
    for layer in roof.layers:
        material = layer.material
        if material is None or material.claimed is None:
            continue
        if abs(material.claimed - material.conductivity) > 1e-9:
            yield finding(
                roof, "data.claimed", "note", "build-up", [layer],
                f"For {layer.name} λ {{0}} is claimed; {{1}} is used.",
                Evidence("claimed", material.claimed, Quantity.CONDUCTIVITY),
                Evidence("used", material.conductivity, Quantity.CONDUCTIVITY),
            )  # fmt: skip


CLAIMED = Rule(
    "data.claimed",
    "Another value is claimed",
    "build-up",
    "note",
    "Two sources give two values. Both are kept until one is confirmed; the one used is named.",
    "Our judgement: a figure without its origin cannot be checked",
    _claimed,
    no_remedies,
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
    SINGLE_LAYER, FIXINGS, EAVES, DERATING, NO_INSULATION, THERMAL_BARRIER_RULE, THICKNESS, CLAIMED,
    APPROACH,
)  # fmt: skip
