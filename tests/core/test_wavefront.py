# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs over outlines: closed forms by hand, and what must hold for any outline and any pitches."""

from collections import Counter
from math import cos, hypot, pi, radians, sin, sqrt, tan

import pytest
from hypothesis import assume, example, given, settings
from hypothesis import strategies as st

from glacis.core.model.geometry import Point
from glacis.core.model.outlines import outline_fault
from glacis.core.shape.rims import Band, Rim, RoofRefused
from glacis.core.shape.wavefront import RoofFace, roof_over

Loops = list[list[Point]]


def rims(outline: list[Point], *pitches: float) -> tuple[Rim, ...]:
    """Edges with one pitch each, the last one for all that follow."""
    steep = [*pitches, *[pitches[-1]] * (len(outline) - len(pitches))]
    return tuple(Rim(at, (Band(0.0, pitch),)) for at, pitch in zip(outline, steep, strict=True))


def inside(corners) -> float:
    pairs = zip(corners, [*corners[1:], corners[0]], strict=True)
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in pairs) / 2


def by_rim(faces: tuple[RoofFace, ...]) -> dict[int, RoofFace]:
    return {face.rim: face for face in faces}


def apex(faces: tuple[RoofFace, ...]) -> float:
    return max(c[2] for face in faces for c in face.corners)


BOX: list[Point] = [(0.0, 0.0), (10.0, 0.0), (10.0, 6.0), (0.0, 6.0)]


def test_hip():
    faces = by_rim(roof_over((rims(BOX, 40.0),)))
    ridge = 3 * tan(radians(40))
    wanted = ((0, 0, 0), (10, 0, 0), (7, 3, ridge), (3, 3, ridge))
    for found, corner in zip(faces[0].corners, wanted, strict=True):
        assert found == pytest.approx(corner, abs=1e-9)
    assert [inside(faces[k].corners) for k in range(4)] == pytest.approx([21, 9, 21, 9], abs=1e-9)


def test_gable_mono_and_pyramid():
    gable = by_rim(roof_over((rims(BOX, 40.0, 90.0, 40.0, 90.0),)))
    assert set(gable) == {0, 2}
    assert inside(gable[0].corners) == pytest.approx(30.0, abs=1e-9)
    mono = by_rim(roof_over((rims(BOX, 12.0, 90.0),)))
    assert set(mono) == {0}
    assert apex((mono[0],)) == pytest.approx(6 * tan(radians(12)), abs=1e-9)
    square = roof_over((rims([(0.0, 0.0), (8.0, 0.0), (8.0, 8.0), (0.0, 8.0)], 30.0),))
    assert [len(face.corners) for face in square] == [3, 3, 3, 3]
    assert {face.corners[2] for face in square} == {square[0].corners[2]}
    assert apex(square) == pytest.approx(4 * tan(radians(30)), abs=1e-9)


def test_unequal_pitches_put_the_ridge_where_both_planes_are_as_high():
    faces = by_rim(roof_over((rims(BOX, 30.0, 90.0, 50.0, 90.0),)))
    share = (1 / tan(radians(30))) / (1 / tan(radians(30)) + 1 / tan(radians(50)))
    assert faces[0].corners[2][1] == pytest.approx(6 * share, abs=1e-9)
    assert apex(tuple(faces.values())) == pytest.approx(6 * share * tan(radians(30)), abs=1e-9)


def test_an_l_with_a_valley_at_half_the_corner():
    outline = [(0.0, 0.0), (10.0, 0.0), (10.0, 4.0), (4.0, 4.0), (4.0, 12.0), (0.0, 12.0)]
    faces = by_rim(roof_over((rims(outline, 45.0),)))
    assert (2.0, 2.0, 2.0) in [tuple(round(v, 9) for v in c) for c in faces[2].corners]
    valley = sqrt(2**2 + 2**2 + 2**2)
    ends = [c for c in faces[3].corners if c in faces[2].corners]
    assert hypot(*(a - b for a, b in zip(*ends, strict=True))) == pytest.approx(valley, abs=1e-9)
    assert inside(faces[5].corners) == pytest.approx((12 + 8) * 2 / 2, abs=1e-9)


def test_an_h_whose_ridges_all_meet_at_once():
    outline = [
        (0.0, 0.0), (2.0, 0.0), (2.0, 4.0), (6.0, 4.0), (6.0, 0.0), (8.0, 0.0), (8.0, 10.0),
        (6.0, 10.0), (6.0, 6.0), (2.0, 6.0), (2.0, 10.0), (0.0, 10.0),
    ]  # fmt: skip
    faces = roof_over((rims(outline, 45.0),))
    assert apex(faces) == pytest.approx(1.0, abs=1e-9)
    assert sum(inside(f.corners) for f in faces) == pytest.approx(48.0, abs=1e-9)
    assert inside(by_rim(faces)[2].corners) == pytest.approx((4 + 6) / 2, abs=1e-9)


def test_a_mansard_breaks_level_and_half_hips_begin_on_their_gables():
    steep, shallow, height = 70.0, 30.0, 2.0
    outline = tuple(Rim(at, (Band(0.0, steep), Band(height, shallow))) for at in BOX)
    faces = roof_over((outline,))
    assert len(faces) == 8
    reach = height / tan(radians(steep))
    assert apex(faces) == pytest.approx(height + (3 - reach) * tan(radians(shallow)), abs=1e-9)
    gabled = tuple(
        Rim(at, (Band(0.0, 90.0), Band(1.5, 45.0)) if k % 2 else (Band(0.0, 45.0),))
        for k, at in enumerate(BOX)
    )
    hips = [face for face in roof_over((gabled,)) if face.band == 1]
    assert [face.rim for face in hips] == [1, 3]
    assert [min(c[2] for c in face.corners) for face in hips] == pytest.approx([1.5, 1.5])
    assert inside(hips[0].corners) == pytest.approx(1.5**2, abs=1e-9)


def test_courtyards_and_level_tops():
    inner = [(3.0, 3.0), (3.0, 7.0), (7.0, 7.0), (7.0, 3.0)]
    outer = [(0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0)]
    faces = roof_over((rims(outer, 45.0), rims(inner, 45.0)))
    assert apex(faces) == pytest.approx(1.5, abs=1e-9)
    assert sum(inside(f.corners) for f in faces) == pytest.approx(84.0, abs=1e-9)
    cut = roof_over((rims(outer, 45.0), rims(inner, 45.0)), 1.0)
    top = next(face for face in cut if face.rim < 0)
    assert len(top.holes) == 1
    assert inside(top.corners) + inside(top.holes[0]) == pytest.approx(64.0 - 36.0, abs=1e-9)
    assert {c[2] for c in top.corners} == {1.0}


def test_edges_in_one_line_raise_one_plane():
    outline = [
        (0.0, 0.0), (12.0, 0.0), (12.0, 8.0), (8.0, 8.0), (8.0, 10.0), (4.0, 10.0), (4.0, 8.0),
        (0.0, 8.0),
    ]  # fmt: skip
    pitches = [45.0] * 8
    pitches[4] = 90.0
    faces = roof_over((rims(outline, *pitches),))
    north = [face for face in faces if face.rim in (2, 6)]
    assert [face.rim for face in north] == [2]


@pytest.mark.parametrize(
    ("outline", "pitches", "why"),
    [
        (BOX, (90.0,), "rise from enough"),
        (BOX, (90.0, 45.0, 90.0, 45.0), None),
        ([(0.0, 0.0), (5.0, 0.0), (10.0, 0.0), (10.0, 6.0), (0.0, 6.0)], (30.0, 45.0, 30.0),
         "different pitches"),
    ],
)  # fmt: skip
def test_what_cannot_close_is_told_with_its_place(outline, pitches, why):
    if why is None:
        assert roof_over((rims(outline, *pitches),))
        return
    with pytest.raises(RoofRefused, match=why) as told:
        roof_over((rims(outline, *pitches),))
    assert told.value.place is None or told.value.place == pytest.approx((5.0, 0.0), abs=1e-6)


@st.composite
def stars(draw) -> Loops:
    """A plain outline round a point, as ragged as it likes."""
    count = draw(st.integers(3, 14))
    radii = draw(st.lists(st.floats(2.0, 12.0), min_size=count, max_size=count))
    turns = draw(st.lists(st.floats(0.1, 1.0), min_size=count, max_size=count))
    total, angle, outline = sum(turns), 0.0, []
    for radius, turn in zip(radii, turns, strict=True):
        outline.append((radius * cos(angle), radius * sin(angle)))
        angle += turn / total * 2 * pi
    assume(abs(inside(outline)) > 0.1)
    return [outline if inside(outline) > 0 else outline[::-1]]


@st.composite
def cells(draw) -> Loops:
    """The outline of some squares of a grid, with courtyards: much happens at one height."""
    chosen = {(3, 3)}
    for direction, pick in draw(
        st.lists(st.tuples(st.integers(0, 3), st.integers(0, 99)), max_size=18)
    ):
        x, y = sorted(chosen)[pick % len(chosen)]
        chosen.add(((x + 1, y), (x - 1, y), (x, y + 1), (x, y - 1))[direction])
    leaving: dict[tuple[int, int], list[tuple[int, int]]] = {}
    for x, y in chosen:
        for a, b, beyond in (
            ((x, y), (x + 1, y), (x, y - 1)), ((x + 1, y), (x + 1, y + 1), (x + 1, y)),
            ((x + 1, y + 1), (x, y + 1), (x, y + 1)), ((x, y + 1), (x, y), (x - 1, y)),
        ):  # fmt: skip
            if beyond not in chosen:
                leaving.setdefault(a, []).append(b)
    assume(all(len(ways) == 1 for ways in leaving.values()))
    loops: Loops = []
    while leaving:
        at, ring = next(iter(leaving)), []
        while at in leaving:
            ring.append(at)
            at = leaving.pop(at)[0]
        corners = []
        for k, b in enumerate(ring):
            a, c = ring[k - 1], ring[(k + 1) % len(ring)]
            if (b[0] - a[0]) * (c[1] - b[1]) != (b[1] - a[1]) * (c[0] - b[0]):
                corners.append((float(b[0]), float(b[1])))
        loops.append(corners)
    return sorted(loops, key=lambda loop: -inside(loop))


def check_roof(loops: Loops, steep: list[list[float]], faces: tuple[RoofFace, ...]) -> None:
    """Faces lie in their planes, touch their edge, tile the outline and leave no step."""
    assert sum(inside(f.corners) for f in faces) == pytest.approx(sum(map(inside, loops)), abs=1e-6)
    edges = [
        (a, b, pitch)
        for loop, pitches in zip(loops, steep, strict=True)
        for a, b, pitch in zip(loop, [*loop[1:], loop[0]], pitches, strict=True)
    ]
    sides: Counter[tuple] = Counter()
    for face in faces:
        a, b, pitch = edges[face.rim]
        size = hypot(b[0] - a[0], b[1] - a[1])
        away = [
            ((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) / size
            for x, y, _ in face.corners
        ]
        for (_, _, z), reach in zip(face.corners, away, strict=True):
            assert z == pytest.approx(reach * tan(radians(pitch)), abs=1e-5)
        assert any(abs(reach) < 1e-9 for reach in away)
        assert inside(face.corners) > 0
        sides.update(zip(face.corners, [*face.corners[1:], face.corners[0]], strict=True))
    for (start, end), count in sides.items():
        assert count == 1
        met = sides.get((end, start), 0) == 1
        assert met or start[2] == end[2] == 0.0, "a side without a neighbour is an edge"


@settings(max_examples=150)
@given(stars(), st.data())
def test_any_outline_with_any_pitches_is_tiled_without_steps(loops, data):
    assume(outline_fault(tuple(tuple(loop) for loop in loops)) is None)
    pitch = st.sampled_from([12.0, 30.0, 35.0, 45.0, 70.0])
    steep = [data.draw(st.lists(pitch, min_size=len(x), max_size=len(x))) for x in loops]
    check_roof(
        loops, steep, roof_over(tuple(rims(x, *s) for x, s in zip(loops, steep, strict=True)))
    )


@settings(max_examples=150)
@given(cells())
@example([[(2.0, 0.0), (4.0, 0.0), (4.0, 2.0), (6.0, 2.0), (6.0, 4.0), (4.0, 4.0), (4.0, 6.0),
           (2.0, 6.0), (2.0, 4.0), (0.0, 4.0), (0.0, 2.0), (2.0, 2.0)]])  # fmt: skip
def test_square_outlines_with_courtyards_are_tiled_whatever_meets_at_once(loops):
    steep = [[40.0] * len(loop) for loop in loops]
    check_roof(
        loops, steep, roof_over(tuple(rims(x, *s) for x, s in zip(loops, steep, strict=True)))
    )


@settings(max_examples=60)
@given(cells(), st.data())
def test_gables_and_unequal_pitches_tile_or_are_refused_with_a_place(loops, data):
    pitch = st.sampled_from([30.0, 45.0, 52.0, 90.0])
    steep = [data.draw(st.lists(pitch, min_size=len(x), max_size=len(x))) for x in loops]
    try:
        faces = roof_over(tuple(rims(x, *s) for x, s in zip(loops, steep, strict=True)))
    except RoofRefused as told:
        refused = told.why
        faces = ()
    if not faces:
        assert refused.startswith(("two edges in one line", "no planes rise"))
        return
    covered = sum(inside(ring) for f in faces for ring in (f.corners, *f.holes))
    assert covered == pytest.approx(sum(map(inside, loops)), abs=1e-6)


@given(stars(), st.floats(10.0, 70.0), st.floats(0.0, 360.0), st.floats(-50, 50))
def test_turning_and_moving_an_outline_turns_and_moves_its_roof(loops, pitch, angle, shift):
    assume(outline_fault(tuple(tuple(loop) for loop in loops)) is None)
    c, s = cos(radians(angle)), sin(radians(angle))
    turned = [[(x * c - y * s + shift, x * s + y * c) for x, y in loop] for loop in loops]
    one = roof_over(tuple(rims(loop, pitch) for loop in loops))
    other = roof_over(tuple(rims(loop, pitch) for loop in turned))
    assert [inside(f.corners) for f in other] == pytest.approx(
        [inside(f.corners) for f in one], abs=1e-5
    )
    assert apex(other) == pytest.approx(apex(one), abs=1e-6)


@pytest.mark.parametrize(
    ("loops", "words", "place"),
    [
        ([[(0, 0), (4, 0)]], "fewer than three", (0, 0)),
        ([[(0, 0), (4, 0), (4, 0), (4, 4)]], "one spot", (4, 0)),
        ([[(0, 0), (4, 4), (4, 0), (0, 4)]], "cross", (2, 2)),
        ([[(0, 0), (4, 0), (2, 0), (2, 4)]], "runs back", (0, 0)),
        ([[(0, 0), (4, 0), (4, 4), (2, 0), (0, 4)]], "touch", (2, 0)),
        (
            [[(0, 0), (9, 0), (9, 9), (0, 9)], [(8, 2), (8, 4), (12, 4), (12, 2)]],
            "cross",
            (9, None),
        ),
    ],
)
def test_outlines_that_are_none_are_told_with_the_place(loops, words, place):
    fault = outline_fault(tuple(tuple(map(tuple, loop)) for loop in loops))
    assert fault is not None
    assert words in fault.words
    for found, wanted in zip(fault.place, place, strict=True):
        assert wanted is None or found == pytest.approx(wanted)
    assert outline_fault((tuple(BOX),)) is None


def test_a_plane_runs_round_a_courtyard_with_upright_edges():
    outer = [(0.0, 0.0), (12.0, 0.0), (12.0, 9.0), (0.0, 9.0)]
    inner = [(4.0, 3.0), (4.0, 6.0), (8.0, 6.0), (8.0, 3.0)]
    faces = roof_over((rims(outer, 20.0, 90.0), rims(inner, 90.0)))
    assert [face.rim for face in faces] == [0]
    assert len(faces[0].holes) == 1
    assert inside(faces[0].corners) + inside(faces[0].holes[0]) == pytest.approx(108.0 - 12.0)
    for x, y, z in (*faces[0].corners, *faces[0].holes[0]):
        assert z == pytest.approx(y * tan(radians(20)), abs=1e-9), (x, y)
