# SPDX-License-Identifier: GPL-3.0-or-later
"""Whatever one stacks up, Glacis answers: finite figures, true workings, sound remedies, no crash."""

import json
from math import isfinite

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.analysis.propose import propose, setting_of
from glacis.core.analysis.results import AreaResult
from glacis.core.build_up.approaches.catalogue import APPROACHES
from glacis.core.build_up.control import control_layers
from glacis.core.build_up.schools import schools_of
from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.figures.headline import headlines, working_of
from glacis.core.judgement.decisions import accept
from glacis.core.model.document import (
    Decision,
    FixingSet,
    HumidityClass,
    Imperfections,
    Project,
    SetPoint,
)
from glacis.core.model.layers import (
    AirLayer,
    Framing,
    Layer,
    MembraneLayer,
    RoofSpaceLayer,
    SolidLayer,
)
from glacis.core.model.validate import check_project
from glacis.core.moisture.parts import VAPOUR_LINES
from glacis.core.thickness.returns import returns_of
from glacis.core.thickness.solve import Wish, solve
from glacis.files.project_file import decode, encode
from glacis.report.results import results_json
from glacis.report.section import SectionStyle, section_scene
from support import MILD, MILD_HUMIDITY, analyser, climate, library, roof_project

SOLIDS = [m for m in library().materials if not m.is_membrane]
SHEETS = [m for m in library().materials if m.is_membrane]
SLOW = settings(
    max_examples=60,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large],
)
WHO = Decision(id="", subject="", who="A", role="", date="2026-01-01", reason="because")


@st.composite
def framings(draw, depth: float) -> Framing | None:
    if draw(st.booleans()):
        return None
    spacing = draw(st.floats(0.3, 1.2))
    width = draw(st.floats(0.03, 0.25)) * spacing / 1.2
    webbed = depth > 0.12 and width > 0.02 and draw(st.booleans())
    return Framing(
        material=draw(st.sampled_from(["softwood", "hardwood", "steel-sheet"])),
        width=width, spacing=spacing, allowance=draw(st.floats(0.0, 0.1)),
        web=0.01 if webbed else 0.0, flange=0.04 if webbed else 0.0,
    )  # fmt: skip


@st.composite
def layers(draw, number: int) -> Layer:
    kind = draw(st.sampled_from(["solid", "solid", "solid", "sheet", "air", "space"]))
    name = f"layer-{number}"
    if kind == "sheet":
        return MembraneLayer(id=name, material=draw(st.sampled_from(SHEETS)).id)
    if kind == "air":
        depth = draw(st.floats(0.005, 0.3))
        return AirLayer(
            id=name, thickness=depth, ventilation=draw(st.sampled_from(["none", "slight", "well"])),
            opening=draw(st.floats(0.0004, 0.0016)), emissivity_outside=draw(st.floats(0.05, 0.95)),
            framing=draw(framings(0.0)),
        )  # fmt: skip
    if kind == "space":
        covering = draw(st.sampled_from(["tiles", "sheeted", "balance"]))
        return RoofSpaceLayer(id=name, covering=covering, height=draw(st.floats(0.2, 3.0)))
    material = draw(st.sampled_from(SOLIDS))
    thickness = draw(st.sampled_from(material.thicknesses))
    return SolidLayer(
        id=name, material=material.id, thickness=thickness, framing=draw(framings(thickness)),
        boards=draw(st.integers(1, 3)), settling=draw(st.floats(0.0, 0.3)),
    )  # fmt: skip


@st.composite
def projects(draw) -> Project:
    count = draw(st.integers(1, 9))
    stack = tuple(draw(layers(number)) for number in range(count))
    humidity = draw(
        st.one_of(
            st.integers(1, 5).map(lambda n: HumidityClass(number=n)),
            st.floats(0.2, 0.9).map(lambda h: SetPoint(humidity=h)),
        )
    )
    colder = draw(st.floats(-22.0, 14.0))
    weather = climate(tuple(t + colder for t in MILD), MILD_HUMIDITY)
    stated = Imperfections(
        voids=draw(st.integers(0, 2)),
        fixing=draw(st.sampled_from(["unstated", "none", "counted"])),
        fixings=FixingSet(per_area=draw(st.floats(0.0, 12.0))),
    )
    project = roof_project(
        *stack, pitch=draw(st.floats(0.0, 85.0)), humidity=humidity, weather=weather,
        use=draw(st.sampled_from(["dwelling", "work", "wet", "store"])), imperfections=stated,
        method=draw(st.sampled_from(["combined", "parallel", "isothermal"])),
    )  # fmt: skip
    zone = replace(project.zones[0], temperature=draw(st.floats(-20.0, 30.0)))
    return replace(project, zones=(zone,))


def result_of(project: Project) -> AreaResult:
    return analyser().analyse(project).areas[0]


@SLOW
@given(projects())
def test_every_figure_is_finite_and_opens_a_working_that_ends_in_it(project):
    check_project(project)
    roof = result_of(project).roof
    for figure in headlines(roof):
        assert isfinite(figure.value), figure.id
        steps = working_of(roof, figure.id).steps
        assert any(step.value == pytest.approx(figure.value, rel=1e-9, abs=1e-12) for step in steps)
    assert roof.heat.lower <= roof.heat.upper * (1 + 1e-12)
    assert roof.heat.transmittance > 0
    assert all(mass >= 0 for face in roof.monthly.interfaces for mass in face.mass)
    assert roof.monthly.residual <= roof.monthly.peak + 1e-12
    assert [thread.control for thread in control_layers(roof.layers)] == [
        "water",
        "air",
        "vapour",
        "thermal",
    ]


@SLOW
@given(projects())
def test_every_remedy_makes_a_sound_document_and_never_a_second_fault_of_its_kind(project):
    judge = analyser()
    results = judge.analyse(project)
    for finding in results.findings:
        assert "{0}" not in finding.message("si")
        assert finding.message("us")
        for remedy in results.remedies(finding):
            after = remedy.change(project)
            check_project(after)
            assert after != project, remedy.title
            judge.preview(after)


@SLOW
@given(projects())
def test_every_finding_can_be_accepted_and_the_file_keeps_it(project):
    judge = analyser()
    for finding in judge.analyse(project).findings:
        project = accept(project, finding, WHO)
    results = judge.analyse(project)
    assert results.open_findings == ()
    again = decode(encode(project), "x.glacis")
    assert again == project
    data = results_json(judge.analyse(project))
    text = json.dumps(data, allow_nan=False)
    assert all(entry["accepted"] for entry in json.loads(text)["findings"])


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(projects(), st.sampled_from(APPROACHES))
def test_any_roof_can_be_built_another_way(project, approach):
    judge = analyser()
    try:
        made = propose(judge, project, "a", approach.id)
    except ValueRefused:
        assert approach.refusal(setting_of(judge.preview(project).of("a").roof))
        return
    except GlacisError as fault:
        pytest.fail(f"{approach.id}: {fault}")
    check_project(made)
    after = judge.preview(made).of("a")
    assert after.roof.assembly.approach == approach.id
    for school in schools_of(after.roof):
        changed = replace(made, assemblies=(school.assembly,))
        check_project(changed)
        assert school.assembly != after.roof.assembly
        judge.preview(changed)


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(projects(), st.floats(0.08, 0.6))
def test_the_solver_never_proposes_what_misses_its_wish(project, target):
    roof = result_of(project).roof
    answer = solve(roof, Wish(target=target, height=0.7))
    for option in answer.options:
        assert option.transmittance <= target * (1 + 1e-9)
        assert option.thickness <= 0.7 + 1e-9
        assert 0 <= option.outside <= 1
    # Without corrections: screws through next to no insulation, and rain on inverted boards over
    # a thick layer, can raise U as it thickens.
    none = Imperfections(fixing="none", rain_factor=0.0)
    clear = replace(project.assemblies[0], imperfections=none)
    found = returns_of(result_of(replace(project, assemblies=(clear,))).roof)
    if found is not None:
        u_values = [point.transmittance for point in found.points]
        assert u_values == sorted(u_values, reverse=True)


@settings(max_examples=30, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(projects(), st.sampled_from(["si", "us"]), st.sampled_from(["full", "thickness"]))
def test_any_section_can_be_drawn(project, system, labels):
    results = analyser().analyse(project)
    roof, lines = results.of("a").roof, results.value(VAPOUR_LINES, "a")
    style = SectionStyle(
        700,
        480,
        system=system,
        labels=labels,
        temperature=True,
        vapour=lines[0] if lines else None,
        threads=True,
        live=True,
    )
    scene = section_scene(roof, results.detail("a"), style)
    for item in scene.items:
        numbers = (item.x, item.y) if hasattr(item, "text") else item.points
        assert all(isfinite(value) for value in numbers)


@settings(max_examples=40, deadline=None)
@given(projects(), st.integers(0, 8), st.floats(0.02, 0.2))
def test_one_more_board_of_insulation_never_raises_u(project, place, thickness):
    roof = result_of(project).roof
    stack = project.assemblies[0].layers
    counted = max(0, min(place, roof.heat.counted - 1, len(stack)))
    board = SolidLayer(id="more", material="eps-white", thickness=thickness)
    changed = replace(
        project.assemblies[0], layers=(*stack[:counted], board, *stack[counted:]),
        imperfections=Imperfections(fixing="none"),
    )  # fmt: skip
    plain = replace(project.assemblies[0], imperfections=Imperfections(fixing="none"))
    targets = replace(project.targets, method="combined")
    before = result_of(replace(project, assemblies=(plain,), targets=targets)).roof.heat
    after = result_of(replace(project, assemblies=(changed,), targets=targets)).roof.heat
    assert after.clear_transmittance <= before.clear_transmittance * (1 + 1e-9)
