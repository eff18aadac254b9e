# SPDX-License-Identifier: GPL-3.0-or-later
"""Any row of changes to the shape: the document stays sound, areas add up, pictures can be drawn."""

from math import hypot

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.errors import GlacisError
from glacis.core.model.document import Project
from glacis.core.model.geometry import CUTTING, Dormer
from glacis.core.model.lookup import turning
from glacis.core.model.validate import check_project
from glacis.core.shape.change import (
    Under,
    add_courtyard,
    add_dormer,
    add_opening,
    add_roof,
    area_change,
    drop_corner,
    move_corner_to,
    push_edge,
    release_footprint,
    remove_opening,
    remove_shape,
    set_edge,
    set_footprint,
    set_length,
    set_opening,
    split_edge,
)
from glacis.core.shape.outline import insert_corner, move_corner
from glacis.core.shape.overhangs import reached
from glacis.core.shape.placing import PLACES, placed_dormer, placed_opening
from glacis.core.shape.shape import shape_of
from glacis.core.shape.splitting import split_area
from glacis.core.shape.starters import PLAN_FORMS, Start, roofs_for, start_footprint
from glacis.files.dxf_write import roof_dxf
from glacis.files.project_file import decode, encode
from glacis.files.shape_csv import cuts_csv, edges_csv
from glacis.report.chapters.shape.rows import area_rows, cut_rows, junction_rows, opening_rows
from glacis.report.charts.facets import painted_in_order, view_from
from glacis.report.charts.in_space import _facets
from glacis.report.charts.outlines import Held, fit_shape, shape_plan_scene
from glacis.report.charts.shades import Shading
from report.test_geometry import ray_depth
from support import demo

KINDS = [kind for kind, _ in PLACES if kind != "dormer"]
SLOW = settings(
    max_examples=30, suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large]
)


def bare() -> Project:
    return replace(demo(), areas=(), footprints=(), dormers=(), openings=(), decisions=())


@st.composite
def starts(draw) -> Start:
    plan = draw(st.sampled_from(PLAN_FORMS))
    return Start(
        name=draw(st.sampled_from(["Roof", "Öst & <West>", "Very long name " * 6])), plan=plan,
        roof=draw(st.sampled_from(roofs_for(plan))), length=draw(st.floats(12.0, 24.0)),
        depth=draw(st.floats(12.0, 20.0)), wing=draw(st.floats(3.0, 5.0)),
        pitch=draw(st.floats(15.0, 55.0)), level=draw(st.floats(-2.0, 12.0)),
        overhang=draw(st.sampled_from([0.0, 0.0, 0.4])),
    )  # fmt: skip


def pick(items, number: int):
    return items[number % len(items)]


def step(project: Project, what: int, one: int, size: float) -> Project:
    """One change, chosen by numbers."""
    footprint = pick(project.footprints, one) if project.footprints else None
    edges = footprint.loops[0].edges if footprint else ()
    edge = pick(edges, one) if edges else None
    if footprint and edge:
        grown = {
            0: lambda: push_edge(project, footprint.id, edge.id, size),
            1: lambda: move_corner_to(
                project, footprint.id, edge.id, (edge.at[0] + size, edge.at[1] + 0.7 * size)
            ),
            2: lambda: set_edge(
                project, footprint.id,
                replace(edge, kind=pick(("eaves", "verge", "parapet", "abutment"), one)),
            ),
            3: lambda: set_edge(project, footprint.id, replace(edge, pitch=30.0 + 8 * size)),
            4: lambda: set_length(project, footprint.id, edge.id, 6.0 + size),
            5: lambda: drop_corner(project, footprint.id, edge.id),
            6: lambda: set_footprint(project, replace(footprint, top=1.5 + size / 3)),
            7: lambda: release_footprint(project, footprint.id),
            8: lambda: add_courtyard(
                project, footprint.id, ((5.0, 5.0), (5.0 + abs(size), 5.0), (5.0, 6.0 + abs(size)))
            ),
            9: lambda: split_edge(
                project, footprint.id, edge.id,
                tuple((a + b) / 2 for a, b in zip(edge.at, pick(edges, one + 1).at, strict=True)),
            ),
        }.get(what)  # fmt: skip
        if grown is not None:
            return grown()
    return on_area(project, what, one, size)


def on_area(project: Project, what: int, one: int, size: float) -> Project:
    """One change to an area or to what stands on it."""
    areas = project.areas
    area = pick(areas, one)
    if what in (10, 11):
        return add_opening(project, placed_opening(project, area, pick(KINDS, one)))
    if what == 12:
        return add_dormer(project, placed_dormer(project, area))
    if what == 13 and project.openings:
        thing = pick(project.openings, one)
        return set_opening(project, replace(thing, at=(thing.at[0] + size, thing.at[1])))
    if what == 14 and project.openings:
        return remove_opening(project, pick(project.openings, one).id)
    if what == 15 and len(areas) > 3:
        return remove_shape(project, area.id)
    if what == 16:
        return area_change(project, replace(area, pitch=25.0 + 5 * size))(project)
    if what == 17:
        return split_area(project, area.id, area.outline[0], pick(area.outline, 2 + one))
    if what == 18:
        at = area.outline[0]
        return move_corner(project, at, (at[0] + size, at[1]))
    a, b = area.outline[0], area.outline[1]
    return insert_corner(project, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2))


steps = st.lists(
    st.tuples(st.integers(0, 19), st.integers(0, 11), st.floats(-2.0, 2.0)), max_size=9
)


def walked(start: Start, moves) -> Project:
    project = add_roof(bare(), start_footprint(start), Under("hall-slate", "hall"))
    for what, one, size in moves:
        if not project.areas:
            break
        try:
            project = step(project, what, one, size)
        except GlacisError:
            continue
    return project


def overhanging(project: Project) -> float:
    return sum(
        turning(reached(loop)) for footprint in project.footprints for loop in footprint.loops
    )


@SLOW
@given(starts(), steps)
def test_any_row_of_changes_leaves_a_sound_document_whose_areas_add_up(start, moves):
    project = walked(start, moves)
    check_project(project)
    assert decode(encode(project), "x.glacis") == project
    ids = {f.id for f in project.footprints}
    shape = shape_of(project)
    grown = [a for a in project.areas if a.grown and a.grown.source in ids]
    cut = {o.id for o in project.openings} | {d.id for d in project.dormers}
    whole = 0.0
    for area in grown:
        plane = shape.plane(area.id)
        whole += plane.plan_area + sum(abs(turning(h.outline)) for h in area.holes if h.by in cut)
    assert whole == pytest.approx(overhanging(project), abs=2e-3)
    for plane in shape.planes:
        edges = shape.edges_at(plane.id)
        rings = [plane.corners, *(ring for ring, _ in plane.holes)]
        around = sum(
            hypot(a[0] - b[0], a[1] - b[1])
            for ring in rings
            for a, b in zip(ring, ring[1:] + ring[:1], strict=True)
        )
        told = sum(hypot(e.end[0] - e.start[0], e.end[1] - e.start[1]) for e in edges)
        assert told == pytest.approx(around, abs=0.05 * len(edges) + 0.01)
    for thing in project.openings:
        holes = [h for a in project.areas for h in a.holes if h.by == thing.id]
        assert len(holes) == (1 if thing.kind in CUTTING else 0)
    sources = ids | {d.id for d in project.dormers}
    assert all(a.grown.source in sources for a in project.areas if a.grown)


@SLOW
@given(starts(), steps)
def test_any_shape_is_drawn_listed_and_written(start, moves):
    project = walked(start, moves)
    if not project.areas:
        return
    shape = shape_of(project)
    fit = fit_shape(project, 700.0, 480.0)
    first = project.areas[0].id
    footprint = project.footprints[0].id if project.footprints else ""
    scene = shape_plan_scene(project, shape, Held(first, footprint=footprint), fit, 700.0, 480.0)
    shown = {spot.id for spot in scene.hot if spot.kind == "area"}
    assert shown == {a.id for a in project.areas}
    rows = (area_rows, junction_rows, cut_rows)
    assert all(len({len(row) for row in make(project, shape)}) == 1 for make in rows)
    assert len(opening_rows(project)) == 1 + len(project.openings) + len(project.dormers)
    assert edges_csv(project, shape_of(project)).count("\n") == 1 + len(shape.junctions)
    assert cuts_csv(project, shape_of(project)).count("\n") == 1 + 2 * len(shape.cuts)
    assert roof_dxf(project, shape_of(project))


@settings(max_examples=25, suppress_health_check=[HealthCheck.too_slow])
@given(
    starts(), st.floats(0.0, 360.0), st.floats(12.0, 70.0),
    st.lists(st.tuples(st.floats(0.02, 0.98), st.floats(0.02, 0.98)), min_size=20, max_size=20),
)  # fmt: skip
def test_nothing_hidden_is_painted_over_what_hides_it(start, azimuth, lift, shares):
    project = add_roof(bare(), start_footprint(start), Under("hall-slate", "hall"))
    facets = _facets(project, shape_of(project), Shading({}, {}), "")
    view = view_from(azimuth, lift)
    order = painted_in_order(facets, view)
    ends = [
        (sum(r * p for r, p in zip(view.right, c, strict=True)), sum(u * p for u, p in zip(view.up, c, strict=True)))
        for f in facets
        for c in f.corners
    ]  # fmt: skip
    low = [min(p[k] for p in ends) for k in (0, 1)]
    high = [max(p[k] for p in ends) for k in (0, 1)]
    for share in shares:
        u, v = (low[k] + (high[k] - low[k]) * share[k] for k in (0, 1))
        over = [
            depth for f in order if not f.holes and (depth := ray_depth(f, view, u, v)) is not None
        ]
        if over and not any(f.holes for f in order):
            assert over[-1] == pytest.approx(max(over), abs=1e-4)


def test_a_dormer_that_no_longer_fits_stops_the_change_and_not_the_document():
    start = Start(name="Roof", plan="rectangle", roof="gable", length=14.0, depth=10.0, wing=4.0)
    project = add_roof(bare(), start_footprint(start), Under("hall-slate", "hall"))
    fitted = add_dormer(project, placed_dormer(project, project.areas[0]))
    assert isinstance(fitted.dormers[0], Dormer)
    for size in range(4, 9):
        with pytest.raises(GlacisError, match=r"Dormer 1|outline"):
            push_edge(fitted, "roof", "e1", -float(size))
    check_project(fitted)


def test_notes_of_a_newer_program_in_a_link_do_not_cut_it():
    start = Start(name="Roof", plan="rectangle", roof="hip", length=14.0, depth=10.0, wing=4.0)
    project = add_roof(bare(), start_footprint(start), Under("hall-slate", "hall"))
    first = project.areas[0]
    noted = replace(first, name="Front", grown=replace(first.grown, extra='{"later": 1}'))
    project = replace(project, areas=(noted, *project.areas[1:]))
    after = push_edge(project, "roof", "e1", 1.0)
    assert after.areas[0].name == "Front"
    assert after.areas[0].grown.extra == '{"later": 1}'
    assert len(after.areas) == 4
