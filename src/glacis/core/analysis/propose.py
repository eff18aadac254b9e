# SPDX-License-Identifier: GPL-3.0-or-later
"""Another approach for an area: its build-up adapted to the place and solved for the target."""

from collections.abc import Iterator

from msgspec.structs import replace

from glacis.core.air.change import air_in, set_air, usual_air, with_usual
from glacis.core.air.parts import AIR_WAY
from glacis.core.analysis.analyser import Analyser
from glacis.core.analysis.results import AreaResult
from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.approaches.catalogue import Approach, approach_of
from glacis.core.build_up.approaches.setting import Setting
from glacis.core.build_up.fixings import usual_fixings, with_fixings
from glacis.core.errors import ValueRefused
from glacis.core.judgement.drive import vapour_drive
from glacis.core.judgement.finding import SEVERITIES
from glacis.core.judgement.questions import is_wet
from glacis.core.materials.library import FOAMS
from glacis.core.model.document import ApproachId, Material, Project, RoofArea
from glacis.core.model.edit import give_own_assembly, with_assembly
from glacis.core.model.layers import Layer, MembraneLayer, SolidLayer
from glacis.core.model.lookup import area_of, assembly_of
from glacis.core.moisture.air import saturation_pressure
from glacis.core.moisture.indoor import outdoor_pressures
from glacis.core.thickness.solve import Option, Wish, solve

TRIED = 6
"""Answers of the solver that are judged before one is taken; our judgement: the best are among the first."""
PRESSING = 650.0
"""Mean drive outwards from which a barrier is wanted in frost [Pa]; our judgement, above that of dwellings in a
mild winter."""
SPAN = 1.5
"""What the back of a lining lies above its room where it is warm outside [K]; our judgement."""
KEPT_COVERINGS = ("masonry", "timber", "mineral-board", "metal")


def _is_kept(material: Material, pitch: float) -> bool:
    """Whether a covering of boards, slates or metal can stay at this pitch [°]."""
    return material.family in KEPT_COVERINGS and pitch >= (material.least_pitch or 0)


def setting_of(roof: AnalysedArea) -> Setting:
    """Pitch, use and climate of an area, and the parts of its present build-up worth keeping."""
    drive = vapour_drive(roof)
    damp = max(outdoor_pressures(roof.climate))
    sweats = damp > saturation_pressure(roof.zone.temperature + SPAN)
    lining = covering = None
    sheet, between = "", ""
    rafters = None
    for layer, stated in zip(roof.layers, roof.assembly.layers, strict=True):
        material = layer.material
        if material is None or not isinstance(stated, (SolidLayer, MembraneLayer)):
            continue
        if lining is None and layer.has_role("lining") and layer.kind == "solid":
            lining = (material.id, layer.thickness)
        if layer.has_role("covering") and layer.kind == "membrane":
            sheet = material.id
        elif layer.has_role("covering") and _is_kept(material, roof.area.pitch):
            covering = (material.id, layer.thickness)
        framing = getattr(stated, "framing", None)
        if framing is not None and layer.is_insulation and not framing.web:
            rafters = replace(framing, aligned_with="")
            between = material.id if material.family not in FOAMS else ""
    return Setting(
        pitch=roof.area.pitch,
        wet=is_wet(roof),
        frost=min(roof.climate.temperature) < 0,
        lining=lining,
        covering=covering,
        sheet=sheet,
        rafters=rafters,
        between=between,
        rain=sum(roof.climate.rain),
        inward=drive.comes_from == "outside" or (sweats and drive.comes_from == "neither"),
        pressing=drive.mean > PRESSING and min(roof.climate.temperature) < 0,
        sweats=sweats,
    )


def with_options(project: Project, assembly: str, option: Option) -> Project:
    """The project with the thicknesses, and the other material, of an answer in an assembly."""
    shared = next(a for a in project.assemblies if a.id == assembly)
    chosen = dict(option.thicknesses)
    boards = {name: len(parts) for name, parts in option.boards}

    def resized(layer: Layer) -> Layer:
        if layer.id not in chosen or not isinstance(layer, SolidLayer):
            return layer
        material = option.material or layer.material
        made = replace(layer, thickness=chosen[layer.id], material=material)
        if boards.get(layer.id, 1) > layer.boards and layer.framing is None:
            return replace(made, boards=boards[layer.id], staggered=True)
        return made

    layers: tuple[Layer, ...] = tuple(map(resized, shared.layers))
    return with_assembly(project, replace(shared, layers=layers))


def badness(result: AreaResult) -> tuple[int, ...]:
    """How many findings of each severity, the gravest first."""
    return tuple(sum(f.severity == s for f in result.findings) for s in SEVERITIES)


def _solved(analyser: Analyser, project: Project, area: str, assembly: str) -> Project:
    """The first answers of the solver judged; the one with the fewest grave findings taken."""
    result = analyser.preview(project).of(area)
    answer = solve(result.roof, Wish(result.roof.target))
    tried = [with_options(project, assembly, option) for option in answer.options[:TRIED]]
    tried.append(project)
    return min(tried, key=lambda p: badness(analyser.preview(p).of(area)))


def sharing(project: Project, area: str) -> tuple[RoofArea, ...]:
    """The areas that share the build-up of an area, that area among them."""
    assembly = area_of(project, area).assembly
    return tuple(other for other in project.areas if other.assembly == assembly)


def setting_for_all(analyser: Analyser, project: Project, area: str) -> Setting:
    """The setting of an area, with the flattest pitch and the wettest rooms of all that share its build-up."""
    results = analyser.preview(project)
    settings = [setting_of(results.of(other.id).roof) for other in sharing(project, area)]
    return replace(
        setting_of(results.of(area).roof),
        pitch=min(setting.pitch for setting in settings),
        wet=any(setting.wet for setting in settings),
        sweats=any(setting.sweats for setting in settings),
    )


def refusal_for_all(analyser: Analyser, project: Project, area: str, approach: Approach) -> str:
    """Why an approach is not for all areas that share a build-up; empty where it is."""
    results = analyser.preview(project)
    for other in sharing(project, area):
        reason = approach.refusal(setting_of(results.of(other.id).roof))
        if reason:
            return reason if other.id == area else f"Not for '{other.name}': {reason}"
    return ""


def propose(
    analyser: Analyser, project: Project, area: str, approach: ApproachId, only_here: bool = False
) -> Project:
    """The project with another approach for the build-up of ``area``, its thicknesses solved, its vents usual.

    Args:
        analyser: that judges what is tried.
        project: as it is.
        area: to be built so, with all areas that share its build-up.
        approach: to follow.
        only_here: leave the others as they are; the area gets a build-up of its own.

    Raises:
        ValueRefused: where the approach is not for one of those places, with the reason.
    """
    chosen = approach_of(approach)
    shared = len(sharing(project, area)) > 1
    if only_here and shared:
        project = give_own_assembly(project, area)
    reason = refusal_for_all(analyser, project, area, chosen)
    if reason:
        raise ValueRefused("approach", chosen.name, reason)
    layers = chosen.build(setting_for_all(analyser, project, area))
    stated = assembly_of(project, area_of(project, area))
    made = replace(stated, approach=approach, layers=layers)
    if only_here and shared:
        made = replace(made, name=f"{chosen.name} ({area_of(project, area).name})")
    changed = _as_usually_vented(analyser, with_assembly(project, made), area)
    return _solved(analyser, _as_usually_held(analyser, changed, area), area, made.id)


def _as_usually_vented(analyser: Analyser, project: Project, area: str) -> Project:
    """The project with the usual vents where a build-up has a space for air and nobody stated any."""
    results, made = analyser.preview(project), project
    for one in sharing(project, area):
        unstated = results.value(AIR_WAY, one.id)
        stated = air_in(project, one.id)
        if unstated.way.vented and (stated is None or not stated.vents):
            usual = usual_air(one.id, unstated.way.kind, unstated.kinds)
            made = set_air(made, usual if stated is None else with_usual(stated, usual))
    return made


def _as_usually_held(analyser: Analyser, project: Project, area: str) -> Project:
    """The project with the usual fixings of an area's new build-up counted, where it needs any."""
    roof = analyser.preview(project).of(area).roof
    usual = usual_fixings(roof.layers, roof.heat.counted)
    stated = roof.assembly.imperfections
    held = replace(stated, fixing="none") if usual is None else with_fixings(stated, usual)
    return with_assembly(project, replace(roof.assembly, imperfections=held))


def suited(approaches: tuple[Approach, ...], setting: Setting) -> Iterator[tuple[Approach, str]]:
    """Every approach, those for this place first, and why it is not; empty where it is."""
    ranked = sorted(approaches, key=lambda approach: bool(approach.refusal(setting)))
    for approach in ranked:
        yield approach, approach.refusal(setting)
