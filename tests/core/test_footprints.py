# SPDX-License-Identifier: GPL-3.0-or-later
"""Footprints, dormers and openings: areas that follow, sizes by hand, and what is refused."""

from math import atan, cos, degrees, hypot, radians, sin, sqrt, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.model.document import Project
from glacis.core.model.edit import assign_assembly
from glacis.core.model.geometry import Break, Dormer, Footprint, FootprintEdge, Loop, Opening
from glacis.core.model.lookup import plan_area, turning
from glacis.core.model.validate import check_project
from glacis.core.shape.change import (
    Under,
    add_courtyard,
    add_dormer,
    add_opening,
    add_roof,
    area_change,
    drop_corner,
    edge_length,
    move_corner_to,
    push_edge,
    remove_opening,
    remove_shape,
    set_dormer,
    set_edge,
    set_footprint,
    set_length,
    set_opening,
    split_edge,
)
from glacis.core.shape.cut_working import cut_working
from glacis.core.shape.placing import PLACES, placed_dormer, placed_opening
from glacis.core.shape.rims import RoofRefused
from glacis.core.shape.shape import RoofShape, shape_of
from glacis.core.shape.starters import PLAN_FORMS, Start, roofs_for, start_footprint
from glacis.core.units.format import pitch_notations
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.report.charts.outlines import middle_of
from support import demo

UNDER = Under(assembly="hall-slate", zone="hall")


def bare() -> Project:
    return replace(demo(), areas=(), footprints=(), dormers=(), openings=(), decisions=())


def started(**values) -> Project:
    wanted = {
        "name": "Roof",
        "plan": "rectangle",
        "roof": "gable",
        "length": 12.0,
        "depth": 8.0,
        "wing": 4.0,
    }
    return add_roof(bare(), start_footprint(Start(**{**wanted, **values})), UNDER)


def sums(shape: RoofShape) -> dict[str, float]:
    found: dict[str, float] = {}
    for junction in shape.junctions:
        found[junction.kind] = found.get(junction.kind, 0.0) + junction.length
    return found


FORMS = [(plan, roof) for plan in PLAN_FORMS for roof in roofs_for(plan)]


@pytest.mark.parametrize(("plan", "roof"), FORMS)
def test_every_form_covers_its_outline_and_opens_again(plan, roof):
    project = started(plan=plan, roof=roof, length=14.0, depth=12.0, wing=4.0)
    check_project(project)
    loops = project.footprints[0].loops
    shape = shape_of(project)
    assert sum(p.plan_area for p in shape.planes) == pytest.approx(
        sum(turning(loop.outline) for loop in loops), abs=1e-9
    )
    for plane, area in zip(shape.planes, project.areas, strict=True):
        assert plane.true_area * cos(radians(area.pitch)) == pytest.approx(plane.plan_area)
    free = {e.kind for e in shape.edges if not e.other}
    assert free <= {"eaves", "verge", "parapet", "top"}
    assert "top" not in free or roof == "mono"
    assert len({a.name for a in project.areas}) == len(project.areas)


def test_lengths_of_a_gable_and_a_hip_by_hand():
    rise = 4 * tan(radians(35))
    gable = sums(shape_of(started()))
    assert gable == pytest.approx(
        {"eaves": 24.0, "ridge": 12.0, "verge": 4 * hypot(4, rise)}, abs=1e-9
    )
    hip = sums(shape_of(started(roof="hip")))
    assert hip == pytest.approx(
        {"eaves": 40.0, "ridge": 4.0, "hip": 4 * sqrt(32 + rise**2)}, abs=1e-9
    )


def test_an_overhang_lowers_the_tip_and_leaves_the_plane_where_it_was():
    plain, wide = started(), started(overhang=0.6)
    for before, after in zip(plain.areas, wide.areas, strict=True):
        assert after.level == pytest.approx(before.level - 0.6 * tan(radians(35)))
        one, other = (shape_of(p).plane(before.id) for p in (plain, wide))
        assert other.height(3.0, 3.0) == pytest.approx(one.height(3.0, 3.0), abs=1e-9)
        assert other.plan_area == pytest.approx(one.plan_area + 0.6 * 12)


def test_raised_eaves_begin_higher_and_the_ridge_moves():
    project = started()
    edge = project.footprints[0].loops[0].edges[2]
    raised = set_edge(project, "roof", replace(edge, rise=1.0))
    north = next(a for a in raised.areas if a.azimuth == pytest.approx(0.0))
    assert north.level == pytest.approx(4.0)
    south = shape_of(raised).plane("roof-e1")
    ridge = max(c[1] for c in south.corners)
    assert ridge == pytest.approx(4.0 + 0.5 / tan(radians(35)), abs=1e-9)


def test_areas_keep_what_was_stated_about_them_while_the_roof_changes():
    project = assign_assembly(started(roof="hip"), ("roof-e1",), "lab-low-slope")
    project = area_change(project, replace(project.areas[0], name="Front", target_u=0.12))(project)
    steeper = area_change(project, replace(project.areas[0], pitch=50.0))(project)
    front = steeper.areas[0]
    assert (front.name, front.assembly, front.target_u) == ("Front", "lab-low-slope", 0.12)
    assert front.pitch == pytest.approx(50.0)
    assert [a.pitch for a in steeper.areas[1:]] == pytest.approx([35.0] * 3)
    lifted = area_change(steeper, replace(front, level=5.0))(steeper)
    assert lifted.footprints[0].level == pytest.approx(5.0)
    wide = push_edge(lifted, "roof", "e1", 2.0)
    assert wide.areas[0].name == "Front"
    assert edge_length(wide.footprints[0], "e2") == pytest.approx(10.0)


def test_new_planes_are_built_as_their_neighbours_and_vanished_ones_go():
    project = assign_assembly(started(), ("roof-e1", "roof-e3"), "bunkhouse-attic")
    edge = project.footprints[0].loops[0].edges[1]
    hipped = set_edge(project, "roof", replace(edge, kind="eaves"))
    assert [a.assembly for a in hipped.areas] == ["bunkhouse-attic"] * 3
    back = set_edge(hipped, "roof", edge)
    assert [a.id for a in back.areas] == ["roof-e1", "roof-e3"]


def test_corners_are_split_moved_dropped_and_edges_measured():
    project = started(roof="hip")
    split = split_edge(project, "roof", "e1", (6.0, 0.0))
    assert len(split.footprints[0].loops[0].edges) == 5
    assert len(split.areas) == 4, "two edges in one line raise one plane"
    bent = move_corner_to(split, "roof", "e1-2", (6.0, -2.0))
    assert len(bent.areas) == 5
    assert len(drop_corner(bent, "roof", "e1-2").areas) == 4
    longer = set_length(project, "roof", "e1", 15.0)
    assert edge_length(longer.footprints[0], "e1") == pytest.approx(15.0)
    assert edge_length(longer.footprints[0], "e3") == pytest.approx(15.0)
    triangle = drop_corner(project, "roof", "e3")
    with pytest.raises(ValueRefused, match="at least 3"):
        drop_corner(triangle, "roof", "e1")


@pytest.mark.parametrize(
    ("change", "words"),
    [
        (lambda f: replace(f, name=" "), "name of the footprint"),
        (lambda f: with_edge(f, pitch=0.0), "pitch"),
        (lambda f: with_edge(f, pitch=90.0), "upright is a verge"),
        (lambda f: with_edge(f, overhang=9.0), "overhang"),
        (lambda f: with_edge(f, breaks=(Break(start=-1.0, pitch=20.0),)), "upper pitch"),
        (lambda f: with_edge(f, at=(14.0, 4.0)), "cross or touch"),
        (lambda f: with_edge(f, at=(12.0, 0.0)), "one spot"),
        (lambda f: with_edge(f, id="e2"), "id used once"),
        (lambda f: replace(f, loops=(Loop(edges=f.loops[0].edges[::-1]),)), "wrong way"),
        (lambda f: replace(f, top=-1.0), "level top"),
    ],
)
def test_bad_footprints_are_refused_and_nothing_is_lost(change, words):
    project = started(roof="hip")
    with pytest.raises(ValueRefused, match=words):
        set_footprint(project, change(project.footprints[0]))


def with_edge(footprint: Footprint, **values) -> Footprint:
    first, *rest = footprint.loops[0].edges
    return replace(footprint, loops=(Loop(edges=(replace(first, **values), *rest)),))


def test_pitches_that_cannot_meet_are_told_with_their_place():
    edges = tuple(
        FootprintEdge(id=f"e{k}", at=at, pitch=pitch)
        for k, (at, pitch) in enumerate(
            (
                ((0.0, 0.0), 30.0),
                ((5.0, 0.0), 45.0),
                ((10.0, 0.0), 30.0),
                ((10.0, 6.0), 30.0),
                ((0.0, 6.0), 30.0),
            )
        )
    )
    footprint = Footprint(id="roof", name="Odd", level=0.0, loops=(Loop(edges=edges),))
    with pytest.raises(RoofRefused, match="different pitches") as told:
        add_roof(bare(), footprint, UNDER)
    assert told.value.place == pytest.approx((5.0, 0.0))


def dormered(host=35.0, **values) -> tuple[Project, Dormer]:
    project = started(pitch=host, length=20.0, depth=16.0)
    wanted = {
        "id": "dormer",
        "name": "Dormer",
        "area": "roof-e1",
        "at": (10.0, 2.0),
        "width": 2.4,
        "wall": 1.2,
    }
    dormer = Dormer(**{**wanted, **values})
    return add_dormer(project, dormer), dormer


@settings(max_examples=40)
@given(st.floats(25.0, 60.0), st.floats(15.0, 60.0), st.floats(0.8, 4.0), st.floats(0.3, 1.6))
def test_a_gable_dormer_meets_its_roof_in_two_valleys(host, own, width, wall):
    try:
        project, _ = dormered(host, width=width, wall=wall)
        project = set_dormer(project, replace(project.dormers[0], pitch=own))
    except ValueRefused:
        return
    shape = shape_of(project)
    below = shape.plane("roof-e1")
    side = wall / tan(radians(host))
    ridge = (wall + width / 2 * tan(radians(own))) / tan(radians(host))
    for name in ("dormer-left", "dormer-right"):
        plane = shape.plane(name)
        valley = [e for e in shape.edges_at(name) if e.kind == "valley"]
        assert len(valley) == 1
        for x, y, z in (valley[0].start, valley[0].end):
            assert z == pytest.approx(below.height(x, y), abs=1e-6)
            assert z == pytest.approx(plane.height(x, y), abs=1e-6)
        assert plane.plan_area == pytest.approx(width / 2 * (side + ridge) / 2, abs=1e-9)
    kinds = [e.kind for e in shape.edges_at("roof-e1") if e.other.startswith("dormer")]
    assert kinds.count("valley") == 2
    assert kinds.count("abutment") == 4
    whole = sum(p.plan_area for p in shape.planes)
    assert whole == pytest.approx(20.0 * 16.0, abs=1e-9), "the dormer roofs over what it cuts"


def test_a_shed_dormer_runs_back_to_a_level_break():
    project, dormer = dormered(form="shed", pitch=12.0)
    shape = shape_of(project)
    back = 1.2 / (tan(radians(35)) - tan(radians(12)))
    assert shape.plane("dormer-roof").plan_area == pytest.approx(2.4 * back)
    assert {e.kind for e in shape.edges_at("dormer-roof")} == {"eaves", "verge", "break"}
    with pytest.raises(ValueRefused, match="flatter than its roof"):
        set_dormer(project, replace(dormer, pitch=40.0))


def test_a_dormer_follows_its_roof_and_goes_with_it():
    project, _ = dormered()
    edge = project.footprints[0].loops[0].edges[0]
    steeper = set_edge(project, "roof", replace(edge, pitch=45.0))
    before, after = (shape_of(p).plane("dormer-left") for p in (project, steeper))
    assert after.plan_area < before.plan_area
    assert not remove_shape(project, "roof-e1").dormers
    only = remove_shape(project, "dormer-left")
    assert [a.id for a in only.areas] == ["roof-e1", "roof-e3"]
    assert all(not a.holes for a in only.areas)
    with pytest.raises(ValueRefused, match="vanish"):
        set_edge(project, "roof", replace(edge, kind="verge"))


@pytest.mark.parametrize("kind", [kind for kind, _ in PLACES if kind != "dormer"])
def test_openings_are_put_where_they_lie_clear_and_cut_what_they_cut(kind):
    project = started()
    first = add_opening(project, placed_opening(project, project.areas[0], kind))
    second = add_opening(first, placed_opening(first, first.areas[0], kind))
    one, two = second.openings
    assert one.at != two.at
    assert one.name != two.name
    cut = (
        one.width * one.length * cos(radians(35))
        if kind in ("rooflight", "hatch", "chimney")
        else 0.0
    )
    assert plan_area(second.areas[0]) == pytest.approx(48.0 - 2 * cut)
    kerb = sums(shape_of(second)).get("kerb", 0.0)
    assert kerb == pytest.approx(4 * (one.width + one.length) if cut else 0.0)
    shut = remove_opening(remove_opening(second, one.id), two.id)
    assert shut.areas == project.areas


def test_openings_that_reach_out_or_overlap_are_refused():
    project = started()
    light = Opening(
        id="light", name="Light", kind="rooflight", area="roof-e1", at=(6.0, 2.0), width=1.0, length=1.2
    )  # fmt: skip
    lit = add_opening(project, light)
    for at in ((0.2, 2.0), (6.0, 3.9), (40.0, 2.0)):
        with pytest.raises(ValueRefused, match="clear within 'Roof, south slope'"):
            set_opening(lit, replace(light, at=at))
    with pytest.raises(ValueRefused, match="another opening"):
        add_opening(lit, replace(light, id="other", name="Other", at=(6.4, 2.2)))
    with pytest.raises(GlacisError):
        add_opening(lit, replace(light, id="other", area="nowhere"))
    with pytest.raises(ValueRefused, match="Light"):
        push_edge(lit, "roof", "e1", -3.0)
    dormer = placed_dormer(lit, lit.areas[0])
    assert len(add_dormer(lit, dormer).areas) == 4


angles = st.floats(5.0, 70.0)


@settings(max_examples=60)
@given(angles, angles, angles, st.sampled_from(["hip", "L"]))
def test_the_working_of_a_cut_finds_by_trigonometry_what_vectors_found(one, two, three, form):
    plan = "L" if form == "L" else "rectangle"
    project = started(plan=plan, roof="hip", length=14.0, depth=12.0)
    edges = project.footprints[0].loops[0].edges
    pitched = tuple(replace(e, pitch=(one, two, three)[k % 3]) for k, e in enumerate(edges))
    try:
        project = set_footprint(
            project, replace(project.footprints[0], loops=(Loop(edges=pitched),))
        )
    except RoofRefused:
        return
    areas = {a.id: a for a in project.areas}
    for cut in shape_of(project).cuts:
        working = cut_working(cut, *(areas[name] for name in cut.areas))
        found = {step.symbol: step.value for step in working.steps}
        wanted = {
            "dihedral": cut.dihedral, "tilt": cut.tilt, "p": cut.line_pitch, "plumb": cut.plumb,
        }  # fmt: skip
        for k, side in enumerate(cut.sides, 1):
            wanted |= {f"m_{k}": side.mitre, f"b_{k}": side.backing}
            assert abs(found[f"j_{k}"]) == pytest.approx(abs(side.jack_bevel), abs=1e-5)
        for name, value in wanted.items():
            other = 180.0 - value if name[0] in "mb" else value
            close = [
                abs(found[name] - value),
                abs(abs(found[name]) - value),
                abs(found[name] - other),
            ]
            assert min(close) < 2e-5, (name, cut)


def test_a_hip_of_any_two_pitches_runs_where_both_are_as_high():
    project = started(roof="hip")
    edges = project.footprints[0].loops[0].edges
    pitched = tuple(replace(e, pitch=30.0 if k % 2 else 50.0) for k, e in enumerate(edges))
    project = set_footprint(project, replace(project.footprints[0], loops=(Loop(edges=pitched),)))
    hip = next(c for c in shape_of(project).cuts if c.kind == "hip")
    delta = atan(tan(radians(30)) / tan(radians(50)))
    assert hip.line_pitch == pytest.approx(degrees(atan(tan(radians(30)) * cos(delta))))
    normals = [
        (0.0, -sin(radians(50)), cos(radians(50))),
        (sin(radians(30)), 0.0, cos(radians(30))),
    ]
    inner = sum(a * b for a, b in zip(*normals, strict=True))
    assert cos(radians(2 * hip.tilt)) == pytest.approx(inner, abs=1e-12)


def test_a_curved_shell_stands_on_its_arc_in_facets():
    project = started(roof="barrel", pitch=60.0, depth=10.0)
    radius = 5.0 / sin(radians(60))
    centre = 3.0 - radius * cos(radians(60))
    corners = {c for plane in shape_of(project).planes for c in plane.corners}
    assert len(project.areas) == 10
    for _, y, z in corners:
        assert hypot(y - 5.0, z - centre) == pytest.approx(radius, abs=1e-9)
    pitches = [a.pitch for a in project.areas[:5]]
    assert pitches == sorted(pitches, reverse=True)
    assert pitches == pytest.approx([54.0, 42.0, 30.0, 18.0, 6.0])
    assert {a.name for a in project.areas[1:3]} == {
        "Roof, south slope, strip 2", "Roof, south slope, strip 3",
    }  # fmt: skip
    second = replace(project.areas[1], pitch=40.0)
    flatter = area_change(project, second)(project)
    assert flatter.areas[1].pitch == pytest.approx(40.0)
    assert flatter.areas[0].pitch == pytest.approx(54.0)


def test_a_courtyard_drawn_into_a_roof_has_eaves_and_valleys():
    project = started(roof="hip", length=20.0, depth=16.0)
    court = ((8.0, 6.0), (12.0, 6.0), (12.0, 10.0), (8.0, 10.0))
    open_roof = add_courtyard(project, "roof", court)
    shape = shape_of(open_roof)
    assert sum(p.plan_area for p in shape.planes) == pytest.approx(320.0 - 16.0)
    assert sums(shape)["eaves"] == pytest.approx(72.0 + 16.0)
    assert sums(shape)["valley"] > 0
    with pytest.raises(ValueRefused, match="within the outline"):
        add_courtyard(open_roof, "roof", ((30.0, 7.0), (32.0, 7.0), (32.0, 9.0)))
    with pytest.raises(ValueRefused, match="in no other"):
        add_courtyard(open_roof, "roof", ((9.0, 7.0), (11.0, 7.0), (11.0, 9.0)))
    with pytest.raises(ValueRefused, match="cross or touch"):
        add_courtyard(open_roof, "roof", ((7.0, 7.0), (9.0, 7.0), (9.0, 9.0)))


def test_a_post_is_a_penetration_among_the_junctions():
    project = add_opening(started(), Opening(
        id="pipe", name="Pipe", kind="post", area="roof-e1", at=(6.0, 2.0), width=0.1, length=0.2
    ))  # fmt: skip
    assert sums(shape_of(project))["penetration"] == pytest.approx(0.6)


@given(st.floats(0.5, 80.0))
def test_a_pitch_is_read_back_from_each_of_its_notations(pitch):
    degrees_, percent, twelve, ratio = pitch_notations(pitch).split(" · ")
    for text, room in ((degrees_, 0.06), (percent, 0.04), (twelve, 0.03)):
        assert parse(text, Quantity.ANGLE, "si", "pitch").value == pytest.approx(pitch, abs=room)
    run = float(ratio.removeprefix("1 : "))
    assert parse(ratio, Quantity.ANGLE, "si", "pitch").value == pytest.approx(
        degrees(atan(1 / run)) if run else 90.0
    )


def test_parapets_with_an_overhang_are_parapets_all_the_same():
    project = started(roof="flat")
    edges = tuple(replace(e, overhang=0.3) for e in project.footprints[0].loops[0].edges)
    wide = set_footprint(project, replace(project.footprints[0], loops=(Loop(edges=edges),)))
    assert sums(shape_of(wide)) == pytest.approx({"parapet": 2 * (12.6 + 8.6)})


def test_pieces_of_one_edge_keep_their_order_along_it():
    project = started(plan="U", roof="hip", length=16.0, depth=12.0, wing=4.0)
    tips = [a for a in project.areas if a.azimuth == pytest.approx(180.0) and a.level == 3.0]
    edges = [(a.grown.edge, a.grown.piece) for a in tips]
    assert len(set(edges)) == len(edges)
    low = sorted(tips, key=lambda a: (a.grown.edge, a.grown.piece))
    wide = push_edge(project, "roof", "e8", 1.0)
    after = {a.id: a for a in wide.areas}
    for area in low:
        assert sum(x for x, _ in after[area.id].outline) / len(
            after[area.id].outline
        ) == pytest.approx(sum(x for x, _ in area.outline) / len(area.outline), abs=1.5)


def test_the_middle_of_an_area_does_not_move_for_its_holes():
    project = started()
    lit = add_opening(project, Opening(
        id="light", name="Light", kind="rooflight", area="roof-e1", at=(9.0, 2.0), width=3.0, length=2.0
    ))  # fmt: skip
    whole, holed = (shape_of(p).plane("roof-e1") for p in (project, lit))
    assert whole is not None
    assert holed is not None
    assert middle_of(holed) == pytest.approx(middle_of(whole))
    assert middle_of(whole) == pytest.approx((6.0, 2.0))
