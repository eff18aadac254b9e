# SPDX-License-Identifier: GPL-3.0-or-later
"""Answers of the solver as they are offered: with usual fixings, judged by the rules, other materials tried."""

from collections.abc import Iterator

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.analysis.propose import with_options
from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.fixings import usual_fixings, with_fixings
from glacis.core.heat.resolve import LayerData, remade, strongest
from glacis.core.judgement.finding import Finding
from glacis.core.model.document import FixingSet, Material, Project
from glacis.core.model.edit import give_own_assembly, with_assembly
from glacis.core.model.lookup import area_of, assembly_of
from glacis.core.thickness.solve import (
    MOST_OPTIONS,
    Option,
    Wish,
    insulation_indices,
    meeting,
    purchasable,
    rank,
    solve,
    transmittance_of,
    with_thicknesses,
)

JUDGED = 24
"""Answers that are judged at most before the list is closed; our judgement: three times what is shown."""


class Answers(Struct, frozen=True):
    """What the solver offers.

    Attributes:
        options: that meet the wish and bring no stop, best first.
        left_out: how many met the wish and were left out because a rule stops them.
        why: ids of those rules.
        binding: the wish that shut out most answers; ``target`` where nothing reaches it.
        reached: the least U that can be bought for the layers as they are [W/(m²·K)].
        rain: how much of that is rain on inverted boards [W/(m²·K)].
        members: how much of that the members take [W/(m²·K)].
        fixings: usual ones that are counted because nobody stated any; None where they are stated.
    """

    options: tuple[Option, ...]
    left_out: int
    why: tuple[str, ...]
    binding: str
    reached: float
    rain: float
    members: float
    fixings: FixingSet | None = None


def screwed(project: Project, roof: AnalysedArea) -> tuple[Project, FixingSet | None]:
    """The project with the usual fixings of a roof counted, where nobody stated any."""
    stated = roof.assembly.imperfections
    usual = usual_fixings(roof.layers, roof.heat.counted) if stated.fixing == "unstated" else None
    if usual is None:
        return project, None
    held = replace(roof.assembly, imperfections=with_fixings(stated, usual))
    return with_assembly(project, held), usual


def taken(
    project: Project, area: str, option: Option, fixings: FixingSet | None, only_here: bool = False
) -> Project:
    """The project with an answer in the assembly of an area, and the fixings it was counted with.

    Areas that share the assembly take the answer too, unless it is for this one only.
    """
    if only_here:
        project = give_own_assembly(project, area)
    assembly = assembly_of(project, area_of(project, area))
    if fixings is not None:
        stated = with_fixings(assembly.imperfections, fixings)
        project = with_assembly(project, replace(assembly, imperfections=stated))
    return with_options(project, assembly.id, option)


def answers(
    analyser: Analyser, project: Project, area: str, wish: Wish, others: bool = False
) -> Answers:
    """Purchasable thicknesses that meet a wish and bring no stop, best first.

    Args:
        analyser: that judges them.
        project: as it is.
        area: to be solved.
        wish: what an answer has to meet.
        others: whether other materials are tried for the main insulation.
    """
    before = analyser.preview(project).of(area)
    held, usual = screwed(project, before.roof)
    roof = analyser.preview(held).of(area).roof
    found = solve(roof, wish)
    options = list(found.options)
    if others:
        options += _of_other_materials(roof, wish, tuple(analyser.materials(project).values()))
    options.sort(key=lambda option: rank(option, wish.order))
    kept: list[Option] = []
    left_out: list[str] = []
    stopped = _stops(before.findings)
    for option in options[:JUDGED]:
        tried = with_options(held, roof.assembly.id, option)
        brings = _stops(analyser.preview(tried).of(area).findings) - stopped
        if brings:
            left_out.append(min(brings))
        elif len(kept) < MOST_OPTIONS:
            kept.append(option)
    return Answers(
        tuple(kept),
        len(left_out),
        tuple(dict.fromkeys(left_out)),
        found.binding,
        *_reach(roof),
        usual,
    )


def _stops(findings: tuple[Finding, ...]) -> set[str]:
    return {finding.rule for finding in findings if finding.severity == "stop"}


def _reach(roof: AnalysedArea) -> tuple[float, float, float]:
    """The least U that can be bought, and what rain and members take of it [W/(m²·K)]."""
    most = {index: purchasable(roof.layers[index])[-1] for index in insulation_indices(roof)}
    layers = with_thicknesses(roof.layers, most)
    least = transmittance_of(roof, layers)
    plain = tuple(replace(layer, frame=None) for layer in layers)
    dry = replace(roof, climate=replace(roof.climate, rain=()))
    return least, least - transmittance_of(dry, layers), least - transmittance_of(roof, plain)


def _of_other_materials(
    roof: AnalysedArea, wish: Wish, materials: tuple[Material, ...]
) -> Iterator[Option]:
    """The main insulation in other materials of its kind, each as thin as will do."""
    main = strongest(roof.layers[: roof.heat.counted])
    if main is None:
        return
    layer = roof.layers[main]
    for material in materials:
        if layer.material is not None and material.id == layer.material.id:
            continue
        other = remade(layer, material)
        if not _is_alike(layer, other):
            continue
        layers = (*roof.layers[:main], other, *roof.layers[main + 1 :])
        yield from meeting(replace(roof, layers=layers), main, wish)


def _is_alike(layer: LayerData, other: LayerData) -> bool:
    """Whether another material can be laid where a layer lies: boards for boards, batts for batts."""
    material = other.material
    if material is None or "insulation" not in material.roles or not material.thicknesses:
        return False
    if material.curve:  # its λ follows from the temperatures of the whole build-up
        return False
    if (
        any(other.has_trait(trait) for trait in ("panel-part", "never-pierced"))
        or material.is_membrane
    ):
        return False
    return _kind(layer) == _kind(other) and layer.has_role("water") == other.has_role("water")


def _kind(layer: LayerData) -> str:
    if layer.material is not None and layer.material.family == "loose-fill":
        return "fill"
    if layer.has_role("air") and layer.is_foam:
        return "sprayed"
    return "batt" if layer.is_fibre and not layer.has_trait("stiff") else "board"
