# SPDX-License-Identifier: GPL-3.0-or-later
"""Kernels of the falls against the geometry library, and compiled against their plain twins."""

import os
import subprocess
import sys
from math import cos, hypot, pi, sin

import numpy as np
import pytest
import shapely
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon

from core.test_falls_surface import rings_of, roofs
from glacis.core.falls.engine.cells import CORNERS, LINES, cut, let_in, locate, sides_into
from glacis.core.falls.engine.envelope import is_whole
from glacis.core.falls.engine.sights import REFLEX, is_within, nearest, rise, sees, touch
from glacis.core.falls.engine.views import limits_of, steepest, strip, view
from glacis.core.falls.ground import ground_of, holds, touched
from glacis.core.falls.sources import regular

GAUGE = np.array(regular(0.02, 4, 0.1).gradients)


def polygon(count: int, seed: int) -> np.ndarray:
    """A convex polygon in the row of a cell."""
    rng = np.random.default_rng(seed)
    turns = np.sort(rng.random(count)) * 2 * pi
    found = np.zeros((CORNERS, 2))
    found[:count] = np.column_stack([np.cos(turns), np.sin(turns)]) * (
        1 + rng.random()
    ) + rng.random(2)
    return found


@settings(max_examples=80)
@given(st.integers(3, 10), st.integers(0, 10**6), st.floats(0, 6.3), st.floats(-1.5, 2.5))
def test_a_cut_parts_a_polygon_without_loss(count, seed, turn, offset):
    shape = polygon(count, seed)
    whole = Polygon(shape[:count])
    assume(whole.area > 1e-3)
    line = np.array([cos(turn), sin(turn), -offset])
    kept, rest = np.empty((CORNERS, 2)), np.empty((CORNERS, 2))
    n_kept, n_rest = cut(shape, count, line, kept, rest)
    parts = [Polygon(p[:n]) if n > 2 else Polygon() for p, n in ((kept, n_kept), (rest, n_rest))]
    assert parts[0].area + parts[1].area == pytest.approx(whole.area, rel=1e-9)
    far = 50.0
    half = Polygon([
        (line[0] * offset - line[1] * s + line[0] * d, line[1] * offset + line[0] * s + line[1] * d)
        for s, d in ((-far, 0), (-far, far), (far, far), (far, 0))
    ])  # fmt: skip
    assert parts[0].area == pytest.approx(whole.intersection(half).area, abs=1e-6)


@settings(max_examples=60)
@given(st.integers(3, 8), st.integers(3, 6), st.integers(0, 10**6))
def test_letting_a_polygon_into_another_keeps_their_common_part(count, other, seed):
    shape, second = polygon(count, seed), polygon(other, seed + 1)
    first, inside = Polygon(shape[:count]), Polygon(second[:other])
    assume(min(first.area, inside.area) > 1e-2)
    lines = np.empty((LINES, 3))
    used = sides_into(second, other, lines, 0)
    rests, counts = np.empty((LINES, CORNERS, 2)), np.zeros(LINES, dtype=np.int64)
    kept = let_in(shape, count, lines, used, rests, counts)
    common = first.intersection(inside).area
    area = Polygon(shape[:kept]).area if kept else 0.0
    assert area == pytest.approx(common, abs=1e-5)
    if kept:
        left = sum(Polygon(rests[k, : counts[k]]).area for k in range(used) if counts[k] > 2)
        assert area + left == pytest.approx(first.area, rel=1e-9)


@settings(max_examples=25)
@given(roofs())
def test_who_sees_whom_is_what_the_geometry_library_says(roof):
    plan, places, _, _ = roof
    outline, obstacles = rings_of(plan)
    ground = ground_of(outline, obstacles)
    free = np.zeros(5)
    inside = plan.buffer(1e-7)
    for a, b in zip(places[:12], places[12:24], strict=True):
        wanted = inside.covers(LineString([a, b]))
        assert sees(np.array(a), free, np.array(b), free, ground.walls) == wanted
        assert is_within(a[0], a[1], ground.walls) == plan.contains(shapely.Point(a))
    for at, cone in zip(ground.corners, ground.cones, strict=True):
        assert cone[0] == REFLEX
        ball = shapely.Point(at).buffer(1e-3)
        assert plan.intersection(ball).area > 0.5 * ball.area
        assert holds(ground, tuple(at))
        assert touched(ground, tuple(at))[0] == REFLEX


@settings(max_examples=25)
@given(roofs())
def test_a_view_is_all_that_is_seen_and_no_more(roof):
    plan, places, _, _ = roof
    outline, obstacles = rings_of(plan)
    ground = ground_of(outline, obstacles)
    origin = np.array((*places[0], 0.0, 0.0, 0.0, 0.0, 0.0, 0.0))
    shapes, sectors = view(origin, np.zeros(5), 100.0, ground.walls, GAUGE)
    # Not their union: in some roofs with slivers the library's own loses triangles.
    seen = [Polygon(shape[:3]).buffer(1e-9) for shape in shapes]
    inside = plan.buffer(1e-7)
    for at in places[1:30]:
        clear = inside.covers(LineString([places[0], at]))
        point = shapely.Point(at)
        near_edge = any(part.exterior.distance(point) < 1e-6 for part in seen)
        assert near_edge or any(part.covers(point) for part in seen) == clear
    around = plan.buffer(1e-6)
    assert sum(part.difference(around).area for part in seen) < 1e-6
    for shape, sector in zip(shapes, sectors, strict=True):
        middle = shape[:3].mean(axis=0) - places[0]
        assert steepest(middle[0], middle[1], GAUGE) == sector


@settings(max_examples=25)
@given(roofs(), st.floats(0, 6.3), st.floats(0.5, 4))
def test_a_strip_is_what_a_line_sees_square_to_itself(roof, turn, length):
    plan, places, _, _ = roof
    (ax, ay), way = places[0], (cos(turn), sin(turn))
    line = LineString([(ax, ay), (ax + length * way[0], ay + length * way[1])])
    assume(plan.contains(line))
    outline, obstacles = rings_of(plan)
    ground = ground_of(outline, obstacles)
    row = np.array([*line.coords[0], *line.coords[1]])
    seen = [Polygon(s).buffer(1e-9) for s in strip(row, ground.walls)]
    inside = plan.buffer(1e-7)
    for x, y in places[1:30]:
        on = way[0] * (x - ax) + way[1] * (y - ay)
        off = way[0] * (y - ay) - way[1] * (x - ax)
        foot = (ax + on * way[0], ay + on * way[1])
        clear = 0 <= on <= length and off > 0 and inside.covers(LineString([foot, (x, y)]))
        point = shapely.Point(x, y)
        near_edge = any(part.exterior.distance(point) < 1e-6 for part in seen)
        assert near_edge or any(part.covers(point) for part in seen) == clear


@given(st.floats(-3, 3), st.floats(-3, 3), st.integers(3, 9), st.floats(0, 1))
def test_a_gauge_rises_by_its_steepest_gradient_and_is_a_distance(x, y, count, turn):
    gauge = np.array(regular(0.02, count, turn).gradients)
    here = rise(x, y, gauge)
    assert here == pytest.approx(max(gx * x + gy * y for gx, gy in gauge))
    assert here >= -1e-15
    assert rise(2 * x, 2 * y, gauge) == pytest.approx(2 * here)
    assert rise(x + y, y - x, gauge) <= here + rise(y, -x, gauge) + 1e-12
    limits = limits_of(gauge)
    for k in range(count):
        a, b = gauge[k], gauge[(k + 1) % count]
        assert a @ limits[k] == pytest.approx(b @ limits[k], abs=1e-12)
        assert hypot(*limits[k]) == pytest.approx(1.0)
        assert a @ limits[k] > 0


def test_what_a_point_touches():
    ground = ground_of(((0, 0), (6, 0), (6, 3), (3, 3), (3, 6), (0, 6)))
    kinds = {
        at: int(touch(at[0], at[1], ground.turns, ground.turn_cones, ground.walls)[0])
        for at in ((1.0, 1.0), (2.0, 0.0), (0.0, 0.0), (3.0, 3.0), (3.0, 4.5))
    }
    assert kinds == {(1.0, 1.0): 0, (2.0, 0.0): 1, (0.0, 0.0): 2, (3.0, 3.0): 3, (3.0, 4.5): 1}
    assert nearest(1.0, 1.0, 1.0, 0.0, ground.walls) == next(
        k for k, wall in enumerate(ground.walls) if tuple(wall) == (6, 0, 6, 3)
    )
    square = np.array([[(0, 0), (1, 0), (1, 1), (0, 1)]], dtype=float)
    assert locate(square, np.array([4]), 1.0, 0.5) == 0
    assert locate(square, np.array([4]), 1.1, 0.5) == -1


SCRIPT = """
import numpy as np
from glacis.core.falls.drained import drained
from glacis.core.falls.ground import ground_of
from glacis.core.falls.nests import nests_in
from glacis.core.falls.raster import pools_in, raster_of
from glacis.core.falls.strayed import Strayed
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls, LevelLine, Outlet
plan = ((0.0, 0.0), (9.0, 0.0), (9.0, 4.0), (4.0, 4.0), (4.0, 8.0), (0.0, 8.0))
area = RoofArea(id="a", name="A", outline=plan, pitch=0, azimuth=180, level=0, assembly="b", zone="z")
outlets = (Outlet(id="o", name="o", at=(7.0, 2.0)), Outlet(id="p", name="p", at=(2.0, 7.0), raised=0.02))
line = LevelLine(id="l", name="l", start=(0.0, 8.0), end=(0.0, 5.0), raised=0.01)
kerb = ((2.0, 2.0), (3.0, 2.0), (3.0, 3.0), (2.0, 3.0))
found = drained(area, Falls(area="a", outlets=outlets, lines=(line,)), ground_of(plan, (kerb,)))
print(repr((found.heights.volume, found.least_fall, found.longest, [d.catchment for d in found.drains])))
print(repr([case.volume for case in found.cases]))
raster = raster_of(found, 0.1)
z = Strayed(found, raster).draw(3)
print(repr(pools_in(raster, z, 0.0)[1][:3]), repr(nests_in(raster, z)[:3]))
"""


def test_compiled_kernels_and_their_plain_twins_give_the_same_figures():
    said = []
    for plain in ("0", "1"):
        done = subprocess.run(
            [sys.executable, "-c", SCRIPT], env={**os.environ, "NUMBA_DISABLE_JIT": plain},
            capture_output=True, text=True, timeout=55, check=False,
        )  # fmt: skip
        assert done.returncode == 0, done.stderr
        said.append(done.stdout)
    assert said[0] == said[1]


def test_a_way_into_a_wall_is_no_sight_though_it_ends_on_the_wall():
    """The corner at (13, 9) looks along its wall at a tile that starts at (9, 9) and reaches behind it."""
    walls = np.array([(9.0, 0, 9, 9), (9, 9, 13, 9), (13, 9, 13, 8)])
    cone = np.array([REFLEX, 1.0, 0.0, 0.0, -1.0])
    origin = np.array([13.0, 9, 0, 0, 0])
    behind = np.array([(9.0, 8.6), (9, 9), (9, 9.5), (8, 9.5), (8, 8.6)])
    before = np.array([(9.0, 9), (9, 9.5), (8, 9.5), (8, 9)])
    assert not is_whole(origin, cone, behind, 5, walls)
    assert is_whole(origin, cone, before, 4, walls)
