# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof in space against closed forms, hand calculations and what must always hold."""

from itertools import pairwise
from math import atan, atan2, cos, degrees, hypot, radians, sin, sqrt, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.saw import Saw
from glacis.core.model.validate import check_project
from glacis.core.shape.outline import move_corner, snapped
from glacis.core.shape.parts import SHAPE
from glacis.core.shape.planes import plane_of
from glacis.core.shape.saw import sawn
from glacis.core.shape.shape import RoofShape, shape_of
from support import analyser, case, demo, free_demo

PITCHES = [(30.0, 30.0), (45.0, 45.0), (20.0, 20.0), (60.0, 60.0), (42.0, 42.0), (30.0, 45.0),
           (45.0, 30.0), (18.0, 52.0), (35.0, 37.5), (12.0, 60.0), (55.0, 25.0), (5.0, 9.0)]  # fmt: skip


def area(name: str, outline, pitch: float, azimuth: float, level: float = 0.0) -> RoofArea:
    return RoofArea(
        id=name, name=name, outline=outline, pitch=pitch, azimuth=azimuth, level=level,
        assembly="a", zone="z",
    )  # fmt: skip


def roof(*areas: RoofArea) -> RoofShape:
    return shape_of(replace(free_demo(), areas=areas))


def corner(main: float, side: float) -> tuple[RoofArea, RoofArea]:
    """Two planes over the south-west corner of a house, eaves at one level."""
    run = 6.0
    across = run * tan(radians(main)) / tan(radians(side))
    apex = (across, run)
    south = area("south", ((0.0, 0.0), (across + 4, 0.0), (across + 4, run), apex), main, 180.0)
    west = area("west", ((0.0, run), (0.0, 0.0), apex), side, 270.0)
    return south, west


def lengths(shape: RoofShape) -> dict[str, float]:
    found: dict[str, float] = {}
    for junction in shape.junctions:
        found[junction.kind] = found.get(junction.kind, 0.0) + junction.length
    return found


@pytest.mark.parametrize(("main", "side"), PITCHES)
def test_cuts_of_a_hip_against_trigonometry_of_the_plan(main, side):
    cut = next(c for c in roof(*corner(main, side)).cuts if c.kind == "hip")
    tm, ts = tan(radians(main)), tan(radians(side))
    # In plan the hip leaves the corner at this angle from the main eaves.
    theta = atan2(ts, tm)
    assert cut.line_pitch == pytest.approx(degrees(atan(tm * sin(theta))))
    assert cut.plumb == pytest.approx(90 - cut.line_pitch)
    between = cos(radians(main)) * cos(radians(side))
    assert cos(radians(cut.dihedral)) == pytest.approx(-between)
    assert cut.tilt == pytest.approx((180 - cut.dihedral) / 2)
    sides = {s.area: s for s in cut.sides}
    # On the slope the plan angle stretches by 1/cos of the pitch.
    for name, pitch, plan in (("south", main, theta), ("west", side, radians(90) - theta)):
        mitre = degrees(atan(cos(radians(pitch)) / tan(plan)))
        assert sides[name].mitre == pytest.approx(mitre)
        assert sides[name].jack_plumb == pytest.approx(90 - pitch)
        assert sides[name].jack_bevel == pytest.approx(degrees(plan))
        backing = degrees(atan(sin(radians(cut.line_pitch)) / tan(plan)))
        assert sides[name].backing == pytest.approx(backing)
    assert sides["south"].backing + sides["west"].backing == pytest.approx(180 - cut.dihedral)


@pytest.mark.parametrize("name", ["g01_hip", "g03_hip"])
def test_hips_of_the_reference_cases(name):
    data = case(name)
    expected, pitches_ = data["expected"], (data["inputs"]["th1"], data["inputs"]["th2"])
    shape = roof(*corner(*pitches_))
    cut = next(c for c in shape.cuts if c.kind == "hip")
    assert cut.dihedral == pytest.approx(expected["dihedral"], abs=1e-6)
    assert cut.line_pitch == pytest.approx(expected["hip_pitch"], abs=1e-6)
    sides = {s.area: s for s in cut.sides}
    for side, wanted in zip((sides["south"], sides["west"]), expected["sides"], strict=True):
        on_side, top_up = wanted["jack_on_side"], wanted["jack_top_up"]
        assert side.mitre == pytest.approx(wanted["jack_side_cut_in_plane"], abs=1e-6)
        assert side.jack_on_side == pytest.approx((on_side["mitre"], on_side["tilt"]), abs=1e-6)
        assert side.jack_face_up == pytest.approx((top_up["mitre"], top_up["tilt"]), abs=1e-6)
        assert side.jack_step == pytest.approx(wanted["jack_shortening_per_spacing"], abs=1e-7)
    for fascia in expected["fascia_square"] or ():
        assert cut.tilt == pytest.approx(fascia["tilt"], abs=1e-6)
        assert cut.sides[0].mitre == pytest.approx(fascia["mitre"], abs=1e-6)
    hip = next(j for j in shape.junctions if j.kind == "hip")
    length = expected["sides"][0]["hip_length_per_run"] * 6.0
    assert hip.length == pytest.approx(length, rel=1e-7)


def test_equal_pitches_of_45_by_hand():
    cut = next(c for c in roof(*corner(45.0, 45.0)).cuts if c.kind == "hip")
    assert cut.dihedral == pytest.approx(120.0)
    assert cut.tilt == pytest.approx(30.0)
    assert cut.line_pitch == pytest.approx(degrees(atan(1 / sqrt(2))))
    assert [s.mitre for s in cut.sides] == pytest.approx([degrees(atan(1 / sqrt(2)))] * 2)
    assert [s.backing for s in cut.sides] == pytest.approx([30.0, 30.0])


def test_a_valley_is_the_hip_turned_inside_out():
    hip = next(c for c in roof(*corner(35.0, 50.0)).cuts if c.kind == "hip")
    across = 6.0 * tan(radians(35.0)) / tan(radians(50.0))
    # The same line, with each plane on its other side.
    south = area("south", ((0.0, 0.0), (across, 6.0), (-4.0, 6.0), (-4.0, 0.0)), 35.0, 180.0)
    west = area("west", ((across, 6.0), (0.0, 0.0), (0.0, -4.0), (across, -4.0)), 50.0, 270.0)
    shape = roof(south, west)
    valley = next(c for c in shape.cuts if c.kind == "valley")
    assert valley.dihedral == pytest.approx(360 - hip.dihedral)
    assert valley.line_pitch == pytest.approx(hip.line_pitch)
    assert valley.tilt == pytest.approx(hip.tilt)
    assert {s.area: s.mitre for s in valley.sides} == pytest.approx(
        {s.area: s.mitre for s in hip.sides}
    )


def test_the_hall_of_the_demo_by_hand():
    shape = shape_of(free_demo())
    found = lengths(replace(shape, junctions=tuple(
        j for j in shape.junctions if all(name.startswith("hall") for name in j.areas)
    )))  # fmt: skip
    rise = 6 * tan(radians(42))
    assert found["ridge"] == pytest.approx(12.0)
    assert found["hip"] == pytest.approx(4 * sqrt(72 + rise**2))
    assert found["eaves"] == pytest.approx(72.0), "the corridor lies below the east eaves"
    assert set(found) == {"ridge", "hip", "eaves"}
    south = shape.plane("hall-south")
    assert south.rafter == pytest.approx(6 / cos(radians(42)))
    assert south.true_area == pytest.approx(108 / cos(radians(42)))
    assert [e.kind for e in shape.edges_at("hall-south")] == ["eaves", "hip", "ridge", "hip"]


def test_free_edges_breaks_seams_and_walls():
    lower = area("lower", ((0, 0), (8, 0), (8, 3), (0, 3)), 60.0, 180.0)
    top = 3 * tan(radians(60))
    upper = area("upper", ((0, 3), (8, 3), (8, 5), (0, 5)), 20.0, 180.0, top)
    beside = area("beside", ((8, 0), (12, 0), (12, 3), (8, 3)), 60.0, 180.0)
    porch = area("porch", ((0, -4), (8, -4), (8, 0), (0, 0)), 0.2, 180.0, -3.0)
    found = lengths(roof(lower, upper, beside, porch))
    slope = 3 / cos(radians(60))
    assert found["break"] == pytest.approx(8.0)
    assert found["top"] == pytest.approx(8.0 + 4.0)
    assert found["verge"] == pytest.approx(2 * slope + 2 * 2 / cos(radians(20)))
    assert found["abutment"] == pytest.approx(8.0)
    assert found["eaves"] == pytest.approx(4.0 + 8.0), "over the porch it is eaves all the same"
    assert found["edge"] == pytest.approx(8.0 + 2 * 4.0 / cos(radians(0.2)))
    assert "seam" not in found
    edges = roof(lower, upper, beside, porch).edges_at("lower")
    assert [(e.kind, e.over) for e in edges] == [
        ("eaves", "porch"), ("seam", ""), ("break", ""), ("verge", ""),
    ]  # fmt: skip


def test_edges_that_share_only_a_part_are_cut_there():
    long = area("long", ((0, 0), (10, 0), (10, 4), (0, 4)), 30.0, 180.0)
    short = area("short", ((3, 8), (3, 4), (7, 4), (7, 8)), 30.0, 0.0)
    kinds = [(e.kind, round(e.length, 6)) for e in roof(long, short).edges_at("long")]
    slope = round(4 / cos(radians(30)), 6)
    assert kinds == [
        ("eaves", 10.0), ("verge", slope), ("top", 3.0), ("ridge", 4.0), ("top", 3.0), ("verge", slope),
    ]  # fmt: skip


pitches = st.floats(1.0, 80.0)


@given(pitches, st.floats(0.0, 359.9), st.floats(-20, 20), st.floats(0.3, 30), st.floats(0.3, 30))
def test_planes_keep_area_fall_and_level(pitch, azimuth, x, wide, deep):
    outline = ((x, 0.0), (x + wide, 0.0), (x + wide, deep), (x, deep))
    plane = plane_of(area("one", outline, pitch, azimuth, 2.5))
    assert plane.true_area * cos(radians(pitch)) == pytest.approx(wide * deep)
    assert min(z for _, _, z in plane.corners) == pytest.approx(2.5)
    for a, b in pairwise(plane.corners):
        run = sum((p - q) * n for p, q, n in zip(a, b, plane.normal, strict=True))
        assert run == pytest.approx(0.0, abs=1e-8)
    reversed_plane = plane_of(area("one", outline[::-1], pitch, azimuth, 2.5))
    assert set(reversed_plane.corners) == set(plane.corners)
    assert reversed_plane.true_area == pytest.approx(plane.true_area)


@given(pitches, pitches)
def test_mirrored_planes_give_mirrored_cuts(main, side):
    one = next(c for c in roof(*corner(main, side)).cuts)
    south, west = corner(side, main)
    other = next(c for c in roof(south, west).cuts)
    assert one.dihedral == pytest.approx(other.dihedral)
    assert one.line_pitch == pytest.approx(other.line_pitch)
    mine = {s.area: s for s in one.sides}
    theirs = {s.area: s for s in other.sides}
    assert mine["south"].mitre == pytest.approx(theirs["west"].mitre, abs=1e-6)
    assert mine["west"].backing == pytest.approx(theirs["south"].backing, abs=1e-6)
    assert 90 <= one.dihedral < 180
    assert one.line_pitch <= min(main, side) + 1e-9


@given(st.floats(-1.5, 1.5), st.floats(-1.5, 1.5))
def test_moving_a_corner_leaves_planes_where_they_are(east, north):
    before = free_demo()
    to = (18.0 + east, 6.0 + north)
    after = move_corner(before, (18.0, 6.0), to)
    for name in ("hall-south", "hall-north", "hall-east"):
        was = shape_of(before).plane(name)
        now = shape_of(after).plane(name)
        assert now.normal == was.normal
        assert now.height(3.0, 4.0) == pytest.approx(was.height(3.0, 4.0))
        assert to in next(a for a in after.areas if a.id == name).outline
    assert shape_of(after).plane("hall-west") == shape_of(before).plane("hall-west")
    back = move_corner(after, to, (18.0, 6.0))
    assert [a.level for a in back.areas] == pytest.approx([a.level for a in before.areas])


def test_wider_eaves_hang_lower():
    project = move_corner(free_demo(), (0.0, 0.0), (0.0, -1.0))
    project = move_corner(project, (24.0, 0.0), (24.0, -1.0))
    south = next(a for a in project.areas if a.id == "hall-south")
    assert south.level == pytest.approx(4.2 - tan(radians(42)))


@pytest.mark.parametrize("to", [(30.0, 6.0), (12.0, -3.0), (0.0, 0.0)])
def test_an_outline_that_crosses_or_turns_over_is_refused(to):
    with pytest.raises(ValueRefused, match="outline of 'Lecture hall"):
        move_corner(free_demo(), (18.0, 6.0), to)


def test_a_dragged_corner_finds_others_and_the_grid():
    project: Project = free_demo()
    still = (18.0, 6.0)
    assert snapped(project, (23.9, 0.05), still, 0.3, 0.05) == (24.0, 0.0)
    assert snapped(project, (17.9, 6.02), still, 0.3, 0.05) == pytest.approx((17.9, 6.0))
    assert snapped(project, (17.913, 6.02), still, 0.0, 0.0) == (17.913, 6.02)


@pytest.mark.parametrize(
    ("thickness", "tilt", "reach", "count"),
    [(0.12, 0.0, 0.16, 1), (0.12, 45.0, 0.16, 2), (0.3, 30.0, 0.16, 0), (0.16, 0.0, 0.16, 1)],
)
def test_how_often_a_saw_must_pass(thickness, tilt, reach, count):
    found = sawn(Saw(thickness=thickness, reach=reach, reach_tilted=reach), tilt)
    assert found.passes == count
    assert found.depth == pytest.approx(hypot(thickness, thickness * tan(radians(tilt))))


@st.composite
def patchworks(draw) -> list[RoofArea]:
    """Fields of a grid with some left out, each with any pitch, direction, level and turn."""
    wide = draw(st.lists(st.floats(0.5, 9.0), min_size=1, max_size=3))
    deep = draw(st.lists(st.floats(0.5, 9.0), min_size=1, max_size=3))
    made = []
    for i, w in enumerate(wide):
        for j, d in enumerate(deep):
            x, y = sum(wide[:i]), sum(deep[:j])
            corners = ((x, y), (x + w, y), (x + w, y + d), (x, y + d))
            outline = corners[::-1] if draw(st.booleans()) else corners
            pitch = draw(st.sampled_from([0.0, 0.4, 2.0, 30.0, 30.0, 45.0, 85.0]))
            azimuth = draw(st.sampled_from([0.0, 90.0, 180.0, 270.0, 33.0]))
            level = draw(st.sampled_from([0.0, 0.0, 3.0]))
            made.append(area(f"{i}-{j}", outline, pitch, azimuth, level))
    keep = draw(st.lists(st.booleans(), min_size=len(made), max_size=len(made)))
    return [field for field, stays in zip(made, keep, strict=True) if stays]


@given(patchworks())
def test_edges_go_once_round_every_area_and_neighbours_agree(fields):
    shape = roof(*fields)
    for plane in shape.planes:
        edges = shape.edges_at(plane.id)
        corners = [c[:2] for c in plane.corners]
        rim = sum(hypot(a[0] - b[0], a[1] - b[1]) for a, b in pairwise([*corners, corners[0]]))
        plan = sum(hypot(e.end[0] - e.start[0], e.end[1] - e.start[1]) for e in edges)
        assert plan == pytest.approx(rim, abs=0.02 * len(corners))
        for edge in edges:
            for x, y, z in (edge.start, edge.end):
                assert z == pytest.approx(plane.height(x, y), abs=1e-6)
    for edge in shape.edges:
        beyond = edge.other or edge.over
        if beyond:
            twin = [e for e in shape.edges_at(beyond) if edge.area in (e.other, e.over)]
            if edge.kind == "abutment":
                assert [e.over for e in twin] == [edge.area]
            elif edge.over:
                assert [e.kind for e in twin] == ["abutment"]
            else:
                assert [e.kind for e in twin] == [edge.kind]
            assert twin[0].start[:2] == pytest.approx(edge.end[:2], abs=1e-6)
    total = sum(e.length for e in shape.edges if e.kind != "seam")
    met = ("ridge", "hip", "valley", "break")
    twice = sum(e.length for e in shape.edges if e.kind in met)
    assert sum(j.length for j in shape.junctions) == pytest.approx(total - twice / 2)


def test_planes_that_cross_over_their_edge_have_one_wall_between_them():
    one = area("one", ((0, 0), (4, 0), (4, 6), (0, 6)), 30.0, 180.0)
    two = area("two", ((4, 0), (8, 0), (8, 6), (4, 6)), 30.0, 0.0)
    walls = [j for j in roof(one, two).junctions if j.kind == "abutment"]
    assert [wall.areas for wall in walls] == [("one", "two")]
    assert walls[0].length == pytest.approx(6 / cos(radians(30)))


def test_an_outline_without_area_is_refused_before_it_is_opened():
    flat = replace(free_demo().areas[0], outline=((0.0, 0.0), (4.0, 0.0), (8.0, 0.0)))
    with pytest.raises(ValueRefused, match=r"outline: expected 0\.0001 m² or more"):
        check_project(replace(free_demo(), areas=(flat,)))


def test_a_stated_parapet_stands_on_every_free_edge_of_a_level_area():
    results = analyser().analyse(demo())
    lengths = {
        j.kind: j.length for j in results.value(SHAPE).junctions if j.areas == ("laboratory",)
    }
    # 16 by 12 m; the corridor lies lower and abuts its wall from outside.
    assert lengths == {"parapet": pytest.approx(56.0), "penetration": pytest.approx(0.4)}
