# SPDX-License-Identifier: GPL-3.0-or-later
"""Approaches: each starts from a roof that works where it stands, solved for its target."""

from typing import get_args

import pytest
from msgspec.structs import replace

from glacis.core.analysis.propose import propose, sharing
from glacis.core.build_up.approaches.catalogue import APPROACHES
from glacis.core.build_up.approaches.fits import misfit
from glacis.core.errors import ValueRefused
from glacis.core.model.document import ApproachId
from glacis.core.model.layers import Framing, MembraneLayer, SolidLayer
from glacis.core.model.validate import check_project
from glacis.files.libraries import load_sites
from support import analyser, climate, demo, roof_project
from sweep import ROOMS, bare, judged, makes_sense, pitches

GYPSUM = SolidLayer(id="g", material="gypsum-board", thickness=0.0125)
COLD = climate(
    (-9.5, -8.5, -4.0, 2.5, 9.5, 14.5, 17.0, 15.5, 10.5, 5.0, -1.0, -6.5),
    (0.87, 0.85, 0.80, 0.72, 0.66, 0.68, 0.72, 0.77, 0.81, 0.84, 0.88, 0.89),
)
SETTINGS = {"mild": {}, "cold": {"weather": COLD}, "wet": {"use": "wet"}}


def pitch_for(low: float, high: float) -> float:
    return 32.0 if low <= 32.0 <= high else 2.0


@pytest.mark.parametrize("setting", SETTINGS)
@pytest.mark.parametrize("approach", APPROACHES, ids=lambda a: a.id)
def test_every_approach_starts_from_a_roof_that_works(approach, setting):
    project = roof_project(GYPSUM, pitch=pitch_for(*approach.pitches), **SETTINGS[setting])  # type: ignore[arg-type]
    judge = analyser()
    made = propose(judge, project, "a", approach.id)
    check_project(made)
    result = judge.preview(made).of("a")
    assert result.roof.assembly.approach == approach.id
    assert misfit(approach.id, result.roof.layers) == ""
    assert result.roof.heat.transmittance <= result.roof.target
    grave = {f.rule for f in result.findings if f.severity != "note"}
    assert grave == set()


@pytest.mark.parametrize("approach", APPROACHES, ids=lambda a: a.id)
def test_every_approach_starts_from_a_roof_that_works_in_every_climate(approach):
    """Each over ten climates, with rooms and pitch changing from one to the next; all of them in
    docs/physics/approaches.md.
    """
    judge, kinds = analyser(), list(ROOMS.values())
    done = 0
    for place, site in enumerate(load_sites()):
        pitch = pitches(approach)[place % 3]
        for rooms in (kinds[(place + APPROACHES.index(approach)) % len(kinds)], kinds[place % 3]):
            if makes_sense(site.climate, rooms):
                found = judged(judge, bare(site.climate, rooms, pitch), approach)
                assert found is None or not found["stop"] + found["mind"], (site.name, rooms, pitch)
                done += found is not None
    assert done >= 8


def test_an_approach_is_refused_with_its_reason():
    """A vented attic over a freezer in the humid heat, and on a flat roof; nothing is changed."""
    judge, heron = analyser(), load_sites()[2].climate
    for project, reason in (
        (bare(heron, ROOMS["freezer"], 30.0), "would condense on anything as cold as these rooms"),
        (bare(heron, ROOMS["dwelling"], 2.0), "10° to 75° of pitch; this area has 2.0°"),
    ):
        with pytest.raises(ValueRefused, match=reason):
            propose(judge, project, "a", "cold-ventilated-attic")


def test_every_approach_of_the_document_is_described():
    assert {approach.id for approach in APPROACHES} == set(get_args(ApproachId))
    for approach in APPROACHES:
        for words in (approach.what, approach.who, approach.needs, approach.forgives):
            assert len(words) > 20, approach.id
        assert approach.unforgiving


def test_switching_keeps_what_can_be_kept():
    hemp = Framing(material="softwood", width=0.1, spacing=0.9)
    project = roof_project(
        SolidLayer(id="l", material="gypsum-fibre-board", thickness=0.015),
        SolidLayer(id="w", material="hemp-batt", thickness=0.2, framing=hemp),
        MembraneLayer(id="u", material="underlay-open"),
        SolidLayer(id="c", material="clay-tile", thickness=0.018),
        pitch=40,
    )
    made = propose(analyser(), project, "a", "warm-between-and-over")
    layers = {layer.id: layer for layer in made.assemblies[0].layers}
    assert layers["lining"].material == "gypsum-fibre-board"
    assert layers["between"].material == "hemp-batt"
    assert (layers["between"].framing.width, layers["between"].framing.spacing) == (0.1, 0.9)
    assert layers["covering"].material == "clay-tile"


def test_a_covering_too_flat_for_the_pitch_is_not_kept():
    project = roof_project(GYPSUM, SolidLayer(id="c", material="slate", thickness=0.008), pitch=12)
    made = propose(analyser(), project, "a", "all-outside")
    materials = [getattr(layer, "material", "") for layer in made.assemblies[0].layers]
    assert "slate" not in materials
    assert "steel-sheet" in materials


def test_a_shared_assembly_is_left_to_the_others():
    project = demo()
    made = propose(analyser(), project, "hall-south", "all-outside", only_here=True)
    before = {area.id: area.assembly for area in project.areas}
    after = {area.id: area.assembly for area in made.areas}
    changed = {key for key in before if before[key] != after[key]}
    assert changed == {"hall-south"}
    assert made.assemblies[: len(project.assemblies)] == project.assemblies


def test_an_approach_is_taken_by_all_areas_that_share_the_build_up():
    """Eight areas share the hall's roof; the covering fits the flattest of them."""
    project, judge = demo(), analyser()
    eight = {area.id for area in sharing(project, "hall-south")}
    made = propose(judge, project, "hall-south", "all-outside")
    assert len(eight) == 8
    assert {area.id for area in sharing(made, "hall-south")} == eight
    assert len(made.assemblies) == len(project.assemblies)
    results = judge.preview(made)
    for name in eight:
        assert "order.covering-pitch" not in {f.rule for f in results.of(name).findings}
    flat = tuple(replace(a, pitch=2.0) if a.id == "dormer-left" else a for a in project.areas)
    with pytest.raises(ValueRefused, match="Not for 'Stair dormer"):
        propose(judge, replace(project, areas=flat), "hall-south", "all-outside")


def test_a_roof_that_is_not_what_it_is_called_says_why():
    project = roof_project(GYPSUM, pitch=30, approach="cold-ventilated-slope")
    result = analyser().preview(project).of("a")
    finding = next(f for f in result.findings if f.rule == "order.approach")
    assert "no insulation lies between members" in finding.template
    wet = replace(project.zones[0], use="wet")
    assert propose(analyser(), replace(project, zones=(wet,)), "a", "hybrid") != project
