# SPDX-License-Identifier: GPL-3.0-or-later
"""The second opinion on roofs whose verdict is certain: none sound is stopped, no mistake is missed, and every
way out that is offered is taken and judged again.
"""

import pytest
from msgspec.structs import replace

from core.corpus import MISTAKEN, SITES, SOUND
from glacis.core.judgement.finding import SEVERITIES, Finding
from glacis.core.model.document import Assembly, Project
from glacis.core.model.layers import SolidLayer
from support import analyser

EVERY = {**SOUND, **{name: project for name, (_, project) in MISTAKEN.items()}}
SLIGHT = {"order.single-layer"}
"""Rules whose mistake is worth a note and no more."""


def judged(project: Project) -> tuple[Finding, ...]:
    return analyser().analyse(project).findings


def weigh(findings: tuple[Finding, ...], rule: str) -> tuple[int, ...]:
    """The severities of a rule's findings, gravest first."""
    return tuple(
        sorted((3 - SEVERITIES.index(f.severity) for f in findings if f.rule == rule), reverse=True)
    )


def test_the_corpus_is_wide_enough():
    assert len(SOUND) >= 30
    assert len(MISTAKEN) >= 30
    climates = {project.site.climate for project in SOUND.values()}
    assert climates == set(SITES.values())
    assert len(SITES) == 10
    assert len({project.zones[0].temperature for project in SOUND.values()}) >= 7


@pytest.mark.parametrize("name", SOUND)
def test_nothing_of_weight_is_said_against_a_sound_roof(name):
    assert [(f.rule, f.message("si")) for f in judged(SOUND[name]) if f.severity != "note"] == []


@pytest.mark.parametrize("name", MISTAKEN)
def test_no_mistake_is_missed(name):
    rule, project = MISTAKEN[name]
    found = [f.severity for f in judged(project) if f.rule == rule]
    assert found
    assert rule in SLIGHT or found[0] != "note"


@pytest.mark.parametrize("name", EVERY)
def test_every_way_out_that_is_offered_helps_and_harms_nothing(name):
    project = EVERY[name]
    results = analyser().analyse(project)
    stopped = {f.rule for f in results.findings if f.severity == "stop"}
    for finding in results.findings:
        for trial in results.trials(finding):
            if trial.is_offered:
                after = judged(trial.remedy.change(project))
                eased = trial.eases or weigh(after, finding.rule) < weigh(
                    results.findings, finding.rule
                )
                assert eased, (finding.rule, trial.remedy.title)
                brought = {f.rule for f in after if f.severity == "stop"} - stopped
                assert not brought, (finding.rule, trial.remedy.title)


def above_and_below(upper: str, lower: str, step: float = 3.0) -> Project:
    """A slope that drains onto another below it, with a wall between; each with its covering."""
    plain = SOUND["copper on a mat by the southern bay"]
    coverings = {
        "copper-sheet": 0.0006,
        "zinc-sheet": 0.0008,
        "aluminium-sheet": 0.0008,
        "slate": 0.008,
    }
    area, stated = plain.areas[0], plain.assemblies[0]

    def covered(name: str, material: str) -> Assembly:
        top = SolidLayer(id="covering", material=material, thickness=coverings[material])
        return replace(stated, id=name, layers=(*stated.layers[:-1], top))

    high = replace(area, id="high", name="High", assembly="high", level=3.0 + step,
                   outline=((0.0, 5.0), (10.0, 5.0), (10.0, 10.0), (0.0, 10.0)))  # fmt: skip
    low = replace(area, id="low", name="Low", assembly="low", level=0.0)
    return replace(
        plain, areas=(high, low), assemblies=(covered("high", upper), covered("low", lower))
    )


@pytest.mark.parametrize(
    ("upper", "lower", "told"),
    [
        ("copper-sheet", "zinc-sheet", True),
        ("copper-sheet", "aluminium-sheet", True),
        ("zinc-sheet", "copper-sheet", False),
        ("copper-sheet", "copper-sheet", False),
        ("copper-sheet", "slate", False),
    ],
)
def test_copper_may_lie_below_a_lesser_metal_and_never_above(upper, lower, told):
    found = [f for f in judged(above_and_below(upper, lower)) if f.rule == "order.copper-run-off"]
    assert [f.place.areas for f in found] == ([("low", "high")] if told else [])
