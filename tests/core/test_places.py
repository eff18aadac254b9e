# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings about edges, openings and the whole project: found, placed, remedied, accepted."""

import pytest
from msgspec.structs import replace

from glacis.core.judgement.decisions import accept
from glacis.core.judgement.finding import Finding
from glacis.core.judgement.place import Place, on_area, on_edge, on_opening
from glacis.core.model.document import Decision, Project
from glacis.core.model.edit import swap
from glacis.core.model.geometry import Opening
from glacis.core.shape.shape import shape_of
from support import analyser, demo, free_demo

WHO = Decision(id="", subject="", who="R. Vane", role="designer", date="2026-05-04", reason="So")
LIGHT = Opening(
    id="light", name="Roof light", kind="rooflight", area="laboratory", at=(34.0, 6.0), width=1.0,
    length=1.0, upstand=0.15,
)  # fmt: skip


def lit(**values: object) -> Project:
    project = free_demo()
    middle = next(a for a in project.areas if a.id == "laboratory").outline
    at = (sum(x for x, _ in middle) / len(middle), sum(y for _, y in middle) / len(middle))
    return replace(project, openings=(replace(LIGHT, at=at, **values),))


def found(project: Project, rule: str) -> list[Finding]:
    return [f for f in analyser().analyse(project).findings if f.rule == rule]


@pytest.mark.parametrize(("upstand", "count"), [(0.149, 1), (0.15, 0)])
def test_a_low_upstand_on_a_low_slope_is_found_at_its_opening(upstand, count):
    findings = found(lit(upstand=upstand), "shape.low-upstand")
    assert [f.place for f in findings] == [on_opening("light", "laboratory")] * count


def test_what_does_not_go_through_or_stands_on_a_slope_needs_no_such_upstand():
    assert not found(lit(upstand=0.05, kind="solar"), "shape.low-upstand")
    steep = lit(upstand=0.05)
    area = next(a for a in steep.areas if a.id == "laboratory")
    steep = replace(steep, areas=swap(steep.areas, replace(area, pitch=12.0)))
    assert not found(steep, "shape.low-upstand")


def stepped(drop: float) -> Project:
    """A hip roof whose north plane was lowered by itself."""
    project = free_demo()
    north = next(a for a in project.areas if a.id == "hall-north")
    return replace(project, areas=swap(project.areas, replace(north, level=north.level - drop)))


@pytest.mark.parametrize(("drop", "steps"), [(0.0, False), (0.25, True), (0.35, False)])
def test_planes_that_miss_each_other_are_found_at_their_edge(drop, steps):
    findings = found(stepped(drop), "shape.small-step")
    assert bool(findings) == steps
    shape = shape_of(stepped(drop))
    for finding in findings:
        junction = shape.junction(finding.place.ids[0])
        assert junction.kind == "abutment"
        assert "hall-north" in finding.place.areas
        assert finding.evidence[0].value == pytest.approx(drop, abs=1e-6)


def test_junctions_keep_their_ids_and_know_their_lines():
    before, after = shape_of(free_demo()), shape_of(stepped(0.0))
    assert [j.id for j in before.junctions] == [j.id for j in after.junctions]
    assert len({j.id for j in before.junctions}) == len(before.junctions)
    for junction in before.junctions:
        edges = [e for e in before.edges if e.junction == junction.id]
        if edges:
            drawn = sum(
                sum((q - p) ** 2 for p, q in zip(a, b, strict=True)) ** 0.5
                for a, b in junction.lines
            )
            assert drawn == pytest.approx(junction.length, rel=1e-6)
    ids = [edge.id for edge in before.edges]
    assert len(set(ids)) == len(ids)


def test_areas_of_one_name_are_numbered_by_the_remedy():
    project = free_demo()
    twins = tuple(
        replace(a, name="Slope") if a.id in ("hall-south", "hall-north") else a
        for a in project.areas
    )
    twin = replace(project, areas=twins)
    finding = found(twin, "shape.twin-names")[0]
    assert finding.place == Place("project", ("hall-south", "hall-north"))
    remedy = analyser().analyse(twin).remedies(finding)[0]
    after = remedy.change(twin)
    assert not found(after, "shape.twin-names")
    assert {a.name for a in after.areas} >= {"Slope", "Slope 2"}


def test_a_remedy_raises_the_kerb_and_clears_the_finding():
    low = lit(upstand=0.08)
    results = analyser().analyse(low)
    finding = next(f for f in results.findings if f.rule == "shape.low-upstand")
    after = results.remedies(finding)[0].change(low)
    assert not found(after, "shape.low-upstand")


def test_a_decision_is_kept_for_its_place_alone():
    project = lit(upstand=0.08)
    second = replace(project.openings[0], id="second", name="Second light")
    project = replace(project, openings=(*project.openings, second))
    first, other = found(project, "shape.low-upstand")
    accepted = accept(project, first, WHO)
    results = analyser().analyse(accepted)
    assert results.decision(first).place == "opening:laboratory/light"
    assert results.decision(other) is None


def test_decisions_of_older_files_that_name_the_area_only_still_hold():
    finding = next(f for f in analyser().analyse(demo()).findings if f.rule == "heat.target")
    accepted = accept(demo(), finding, WHO)
    old = replace(
        accepted,
        decisions=tuple(replace(d, place="") for d in accepted.decisions),
    )
    assert analyser().analyse(old).decision(finding) is not None


def test_places_have_keys_that_tell_them_apart():
    places = (
        Place("project"), on_area("a"), on_area("a", ("l",)), on_area("b", ("l",)),
        on_edge("hip:a+b", ("a", "b")), on_opening("o", "a"),
    )  # fmt: skip
    assert len({place.key for place in places}) == len(places)
    assert on_area("a", ("l", "m")).layers == ("l", "m")
    assert on_edge("hip:a+b", ("a", "b")).layers == ()
