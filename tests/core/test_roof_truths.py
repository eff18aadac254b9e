# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs against independent truths: lower envelopes, distances to the outline, water and lengths."""

from math import atan, cos, degrees, hypot, inf, pi, radians, sin, tan

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from core.test_wavefront import cells, inside, rims
from glacis.core.model.geometry import Break, Footprint, FootprintEdge, Loop
from glacis.core.model.outlines import holds
from glacis.core.shape.change import Under, add_roof, set_footprint
from glacis.core.shape.footprints import bands_of, faces_of
from glacis.core.shape.overhangs import reached, start_of
from glacis.core.shape.rims import Band, Rim, RoofRefused
from glacis.core.shape.shape import shape_of
from glacis.core.shape.wavefront import RoofFace, roof_over
from support import demo

shares = st.lists(st.tuples(st.floats(0.01, 0.99), st.floats(0.01, 0.99)), min_size=12, max_size=12)


def height_at(faces: tuple[RoofFace, ...], x: float, y: float) -> float | None:
    """Height of the face over a point, from its own corners; None on or off all of them."""
    for face in faces:
        flat = tuple((c[0], c[1]) for c in face.corners)
        if holds(flat, (x, y)):
            a = face.corners[0]
            best = max(
                (
                    (b, c)
                    for b in face.corners[1:]
                    for c in face.corners[1:]
                    if abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])) > 1e-9
                ),
                key=lambda pair: abs(
                    (pair[0][0] - a[0]) * (pair[1][1] - a[1])
                    - (pair[1][0] - a[0]) * (pair[0][1] - a[1])
                ),
            )
            (bx, by, bz), (cx, cy, cz) = best
            det = (bx - a[0]) * (cy - a[1]) - (cx - a[0]) * (by - a[1])
            s = ((x - a[0]) * (cy - a[1]) - (cx - a[0]) * (y - a[1])) / det
            t = ((bx - a[0]) * (y - a[1]) - (x - a[0]) * (by - a[1])) / det
            return a[2] + s * (bz - a[2]) + t * (cz - a[2])
    return None


def spots(outline, picks) -> list[tuple[float, float]]:
    xs, ys = [p[0] for p in outline], [p[1] for p in outline]
    return [
        (min(xs) + (max(xs) - min(xs)) * u, min(ys) + (max(ys) - min(ys)) * v) for u, v in picks
    ]


@st.composite
def convex(draw) -> list[tuple[float, float]]:
    """Corners on an ellipse, in order: always convex."""
    count = draw(st.integers(3, 12))
    turns = draw(st.lists(st.floats(0.2, 1.0), min_size=count, max_size=count))
    wide, deep = draw(st.floats(3.0, 20.0)), draw(st.floats(3.0, 20.0))
    total, angle, corners = sum(turns), 0.3, []
    for turn in turns:
        corners.append((wide * cos(angle), deep * sin(angle)))
        angle += 2 * pi * turn / total
    assume(inside(corners) > 1.0)
    return corners


@settings(max_examples=120)
@given(convex(), shares, st.data())
def test_over_a_convex_outline_the_roof_is_the_lowest_of_all_planes(outline, picks, data):
    pitch = st.sampled_from([10.0, 25.0, 35.0, 50.0, 75.0, 90.0])
    pitches = data.draw(st.lists(pitch, min_size=len(outline), max_size=len(outline)))
    try:
        faces = roof_over((rims(outline, *pitches),))
    except RoofRefused:
        assert pitches.count(90.0) >= len(pitches) - 2
        return
    edges = list(zip(outline, outline[1:] + outline[:1], pitches, strict=True))
    for x, y in spots(outline, picks):
        found = height_at(faces, x, y)
        if found is None:
            continue
        lowest = inf
        for (ax, ay), (bx, by), steep in edges:
            away = ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / hypot(bx - ax, by - ay)
            if steep < 90:
                lowest = min(lowest, away * tan(radians(steep)))
        assert found == pytest.approx(lowest, abs=1e-6)


@settings(max_examples=120)
@given(cells(), shares, st.sampled_from([20.0, 45.0, 60.0]))
def test_over_square_outlines_the_height_is_the_larger_distance_along_the_axes(loops, picks, pitch):
    """At one pitch over right angles the level line is all points at one distance max(|dx|, |dy|)."""
    faces = roof_over(tuple(rims(loop, pitch) for loop in loops))
    for x, y in spots(loops[0], picks):
        found = height_at(faces, x, y)
        if found is None:
            continue
        nearest = inf
        for loop in loops:
            for (ax, ay), (bx, by) in zip(loop, [*loop[1:], loop[0]], strict=True):
                dx = max(min(ax, bx) - x, 0.0, x - max(ax, bx))
                dy = max(min(ay, by) - y, 0.0, y - max(ay, by))
                nearest = min(nearest, max(dx, dy))
        assert found == pytest.approx(nearest * tan(radians(pitch)), abs=1e-6)


@settings(max_examples=60)
@given(convex(), st.floats(15.0, 60.0), st.floats(0.05, 0.9))
def test_a_level_top_leaves_below_it_what_was_there(outline, pitch, share):
    whole = roof_over((rims(outline, pitch),))
    high = max(c[2] for face in whole for c in face.corners)
    cut = roof_over((rims(outline, pitch),), high * share)
    top = [face for face in cut if face.rim < 0]
    assert len(top) == 1
    assert all(c[2] == pytest.approx(high * share) for c in top[0].corners)
    assert max(c[2] for face in cut for c in face.corners) == pytest.approx(high * share)
    assert sum(inside(f.corners) for f in cut) == pytest.approx(inside(outline), abs=1e-6)


@settings(max_examples=60)
@given(
    st.floats(4.0, 20.0),
    st.floats(4.0, 20.0),
    st.floats(0.05, 0.8),
    st.floats(45.0, 75.0),
    st.floats(10.0, 40.0),
)
def test_a_break_lies_level_all_round_at_its_height(long, wide, share, steep, shallow):
    outline = [(0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide)]
    height = share * min(long, wide) / 2 * tan(radians(steep))
    faces = roof_over(
        (tuple(Rim(at, (Band(0.0, steep), Band(height, shallow))) for at in outline),)
    )
    lower = [f for f in faces if f.band == 0]
    upper = [f for f in faces if f.band == 1]
    assert len(lower) == len(upper) == 4
    assert max(c[2] for f in lower for c in f.corners) == pytest.approx(height)
    assert min(c[2] for f in upper for c in f.corners) == pytest.approx(height)
    reach = height / tan(radians(steep))
    assert sum(inside(f.corners) for f in upper) == pytest.approx(
        (long - 2 * reach) * (wide - 2 * reach), abs=1e-6
    )


edges = st.builds(
    FootprintEdge,
    id=st.just("e"),
    at=st.just((0.0, 0.0)),
    kind=st.sampled_from(["eaves", "verge", "parapet", "abutment"]),
    pitch=st.floats(1.0, 80.0),
    overhang=st.floats(0.0, 2.0),
    rise=st.floats(-1.0, 2.0),
)


@given(edges, st.floats(-20.0, -15.0))
def test_bands_of_an_edge_rise_from_the_lowest_point_and_reach_the_edge_at_its_rise(edge, lowest):
    bands = bands_of(edge, lowest)
    starts = [band.start for band in bands]
    assert starts == sorted(starts)
    assert starts[0] == lowest
    if edge.kind == "eaves":
        assert bands[-1].pitch == edge.pitch
        tip = start_of(edge)
        assert tip + edge.overhang * tan(radians(edge.pitch)) == pytest.approx(edge.rise)
    else:
        assert [band.pitch for band in bands] == [90.0]


@settings(max_examples=60)
@given(st.floats(20.0, 50.0), st.lists(st.floats(0.0, 1.2), min_size=4, max_size=4))
def test_overhangs_of_any_size_leave_every_plane_through_its_wall(pitch, overhangs):
    outline = [(0.0, 0.0), (12.0, 0.0), (12.0, 7.0), (0.0, 7.0)]
    rim = tuple(
        FootprintEdge(id=f"e{k}", at=at, pitch=pitch, overhang=over)
        for k, (at, over) in enumerate(zip(outline, overhangs, strict=True))
    )
    footprint = Footprint(id="roof", name="Roof", level=0.0, loops=(Loop(edges=rim),))
    moved = reached(footprint.loops[0])
    (south, east, north, west) = overhangs
    wanted = [(-west, -south), (12 + east, -south), (12 + east, 7 + north), (-west, 7 + north)]
    for corner, expected in zip(moved, wanted, strict=True):
        assert corner == pytest.approx(expected, abs=1e-9)
    ridge = max(c[2] for face in faces_of(footprint) for c in face.corners)
    assert ridge == pytest.approx(3.5 * tan(radians(pitch)), abs=1e-9), "as without overhangs"


def grown(outline, **values):
    rim = tuple(FootprintEdge(id=f"e{k}", at=at, **values) for k, at in enumerate(outline))
    footprint = Footprint(id="roof", name="Roof", level=3.0, loops=(Loop(edges=rim),))
    empty = replace(demo(), areas=(), footprints=(), dormers=(), openings=(), decisions=())
    return add_roof(empty, footprint, Under("hall-slate", "hall"))


@settings(max_examples=50)
@given(cells(), st.sampled_from([25.0, 45.0]))
def test_edges_of_a_grown_roof_add_up_to_its_outline_and_meet_in_pairs(loops, pitch):
    assume(len(loops) == 1)
    project = grown(loops[0], pitch=pitch)
    shape = shape_of(project)
    rim = sum(
        hypot(b[0] - a[0], b[1] - a[1])
        for a, b in zip(loops[0], [*loops[0][1:], loops[0][0]], strict=True)
    )
    free = [e for e in shape.edges if not e.other]
    assert {e.kind for e in free} == {"eaves"}
    assert sum(e.length for e in free) == pytest.approx(rim)
    for kind in ("ridge", "hip", "valley"):
        both = [e for e in shape.edges if e.kind == kind]
        once = sum(j.length for j in shape.junctions if j.kind == kind)
        assert sum(e.length for e in both) == pytest.approx(2 * once)
    hips = sum(j.length for j in shape.junctions if j.kind in ("hip", "valley"))
    # Over right angles at one pitch every hip and valley runs at 45° in plan.
    slope = hypot(2**0.5, tan(radians(pitch)))
    across = sum(abs(e.end[0] - e.start[0]) for e in shape.edges if e.kind in ("hip", "valley"))
    assert hips == pytest.approx(slope * across / 2)
    for edge in shape.edges:
        if edge.kind in ("hip", "valley"):
            dx, dy = abs(edge.end[0] - edge.start[0]), abs(edge.end[1] - edge.start[1])
            assert dx == pytest.approx(dy, abs=1e-6)
            assert edge.length == pytest.approx(dx * slope, abs=1e-6)


@settings(max_examples=40)
@given(cells(), st.floats(15.0, 55.0))
def test_true_areas_are_plan_areas_over_the_cosine_and_water_runs_to_the_eaves(loops, pitch):
    assume(len(loops) == 1)
    project = grown(loops[0], pitch=pitch)
    for plane, area in zip(shape_of(project).planes, project.areas, strict=True):
        assert plane.true_area == pytest.approx(plane.plan_area / cos(radians(pitch)))
        lowest = min(c[2] for c in plane.corners)
        assert lowest == pytest.approx(3.0, abs=1e-9), "every plane begins at its eaves"
        assert area.level == pytest.approx(lowest)
        fall = (sin(radians(area.azimuth)), cos(radians(area.azimuth)))
        low = [c for c in plane.corners if c[2] - lowest < 1e-9]
        reach = max(c[0] * fall[0] + c[1] * fall[1] for c in plane.corners)
        for corner in low:
            assert corner[0] * fall[0] + corner[1] * fall[1] == pytest.approx(reach, abs=1e-6)


@pytest.mark.parametrize("facets", [2, 3, 8])
def test_many_breaks_make_many_strips_of_one_name_each(facets):
    breaks = tuple(Break(start=0.6 * k, pitch=60.0 - 50.0 * k / facets) for k in range(1, facets))
    project = grown([(0.0, 0.0), (20.0, 0.0), (20.0, 16.0), (0.0, 16.0)], pitch=60.0, breaks=breaks)
    assert len(project.areas) == 4 * facets
    assert len({a.name for a in project.areas}) == 4 * facets
    kinds = {j.kind for j in shape_of(project).junctions}
    assert kinds == {"eaves", "hip", "break", "ridge"}


def test_the_same_change_twice_is_no_change():
    project = grown([(0.0, 0.0), (9.0, 0.0), (9.0, 7.0), (0.0, 7.0)], pitch=40.0)
    again = set_footprint(project, project.footprints[0])
    assert again == project


def test_a_hip_over_a_triangle_by_hand():
    """Over a triangle at one pitch all planes meet over the centre of the circle within it."""
    corners = [(0.0, 0.0), (12.0, 0.0), (0.0, 5.0)]
    radius = 12 * 5 / (12 + 5 + 13)
    faces = roof_over((rims(corners, 30.0),))
    peak = max((c for face in faces for c in face.corners), key=lambda c: c[2])
    assert peak == pytest.approx((radius, radius, radius * tan(radians(30))), abs=1e-9)


def test_two_pitches_of_a_gable_that_meet_at_a_wall_of_the_same_height():
    """A ridge lies at the share cot α : cot β of the width; its height follows from either side."""
    for one, two in ((20.0, 60.0), (35.0, 35.0), (45.0, 10.0)):
        outline = [(0.0, 0.0), (9.0, 0.0), (9.0, 6.0), (0.0, 6.0)]
        faces = roof_over((rims(outline, one, 90.0, two, 90.0),))
        ridge = max((c for face in faces for c in face.corners), key=lambda c: c[2])
        assert ridge[2] / ridge[1] == pytest.approx(tan(radians(one)))
        assert degrees(atan(ridge[2] / (6.0 - ridge[1]))) == pytest.approx(two)
