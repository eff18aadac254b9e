# SPDX-License-Identifier: GPL-3.0-or-later
"""The finished surface against shortest ways found by another road, closed forms and reference cases."""

from math import cos, radians, sin

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon
from shapely.prepared import prep

from glacis.core.errors import ValueRefused
from glacis.core.falls.facets import _plain, facets_of
from glacis.core.falls.ground import ground_of
from glacis.core.falls.integrals import mean_conductance, spread_of
from glacis.core.falls.origins import PlaceRefused
from glacis.core.falls.sources import (
    Gauge,
    LineSource,
    PointSource,
    along_valley,
    regular,
    square_to,
)
from glacis.core.falls.surface import Surface, Unreached, surface_of
from glacis.core.model.lookup import turning
from support import case

SQUARE = ((0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0))
FOUR = regular(1 / 60, 4, 0.0)
GAUGES = (regular(0.02, 4, 0.0), regular(0.02, 8, 0.3), along_valley(0.01, 0.02, 0.4))


def shaped(outline, sources, holes=()) -> Surface:
    return surface_of(ground_of(outline, holes), tuple(sources))


def rings_of(shape: Polygon) -> tuple:
    plain = tuple((float(x), float(y)) for x, y in shape.exterior.coords[:-1])
    return plain, tuple(tuple(ring.coords[:-1]) for ring in shape.interiors)


def shortest(shape: Polygon, sources: tuple[PointSource, ...], places, gauge: Gauge) -> list[float]:
    """Heights by sight lines between all corners, with nothing of the program's own geometry."""
    inside = prep(shape.buffer(1e-9))
    corners = [at for ring in (shape.exterior, *shape.interiors) for at in list(ring.coords)[:-1]]
    nodes = [source.at for source in sources] + corners
    levels = [source.level for source in sources] + [1e9] * len(corners)

    def rise(a, b):
        return gauge.rise(b[0] - a[0], b[1] - a[1])

    def seen(a, b):
        return a == b or inside.covers(LineString([a, b]))

    left = set(range(len(nodes)))
    while left:
        here = min(left, key=lambda k: levels[k])
        left.remove(here)
        for k in left:
            if seen(nodes[here], nodes[k]):
                levels[k] = min(levels[k], levels[here] + rise(nodes[here], nodes[k]))
    return [
        min(levels[k] + rise(nodes[k], p) for k in range(len(nodes)) if seen(nodes[k], p))
        for p in places
    ]


@st.composite
def roofs(draw):
    """A plan of boxes, turned or rounded, with kerbs on it, and three outlets."""
    rng = np.random.default_rng(draw(st.integers(0, 10**6)))
    boxes = [
        shapely.box(x, y, x + w, y + h)
        for x, y, w, h in np.column_stack(
            [
                rng.integers(0, 14, 4),
                rng.integers(0, 14, 4),
                rng.integers(3, 12, 4),
                rng.integers(3, 12, 4),
            ]
        )
    ]
    plan = shapely.union_all(boxes)
    kind = draw(st.sampled_from(("plain", "turned", "rounded")))
    if kind == "turned":
        plan = shapely.affinity.rotate(plan, float(rng.random() * 90))
    elif kind == "rounded":
        plan = plan.buffer(0.5, quad_segs=2)
    plan = max(getattr(plan, "geoms", [plan]), key=lambda part: part.area)
    plan = Polygon(plan.exterior)
    west, south, east, north = plan.bounds

    def spot():
        return (
            float(west + rng.random() * (east - west)),
            float(south + rng.random() * (north - south)),
        )

    kerbs: list = []
    for _ in range(20):
        x, y = spot()
        kerb = shapely.box(x, y, x + 0.3 + rng.random(), y + 0.3 + rng.random())
        kerb = shapely.affinity.rotate(kerb, float(rng.choice([0, 45, rng.random() * 90])))
        if (
            len(kerbs) < 4
            and plan.buffer(-0.2).covers(kerb)
            and all(kerb.distance(k) > 0.1 for k in kerbs)
        ):
            kerbs.append(kerb)
    plan = plan.difference(shapely.union_all(kerbs)) if kerbs else plan
    places: list = []
    while len(places) < 40:
        at = spot()
        if plan.covers(shapely.Point(at)):
            places.append(at)
    return plan, places, draw(st.sampled_from(GAUGES)), rng.random(3) * 0.05


@settings(max_examples=40)
@given(roofs())
def test_heights_are_those_of_the_shortest_ways_inside_the_roof(roof):
    plan, places, gauge, raised = roof
    sources = tuple(PointSource(str(k), places[k], float(raised[k]), gauge) for k in range(3))
    outline, holes = rings_of(plan)
    surface = shaped(outline, sources, holes)
    found = [surface.level_at(at) for at in places[3:]]
    assert found == pytest.approx(shortest(plan, sources, places[3:], gauge), abs=1e-9)
    facets = facets_of(surface.cells)
    assert sum(facet.area for facet in facets.facets) == pytest.approx(plan.area, abs=2e-6)
    assert spread_of(surface.cells).area == pytest.approx(plan.area, rel=1e-9)
    assert facets.step < 1e-6
    assert_falls_on(surface, plan, places[3:], sources)


def assert_falls_on(surface, plan, places, sources):
    """From every place the surface goes down somewhere on the roof: only sources are low points."""
    for x, y in places:
        if min(abs(x - s.at[0]) + abs(y - s.at[1]) for s in sources) < 1e-6:
            continue
        here = surface.level_at((x, y))
        around = [
            (x + 1e-3 * cos(radians(a)), y + 1e-3 * sin(radians(a))) for a in range(0, 360, 15)
        ]
        assert min(surface.level_at(at) for at in around if plan.covers(shapely.Point(at))) < here


@given(st.floats(0, 360), st.floats(-50, 50), st.floats(0.2, 5), st.booleans())
@settings(max_examples=25)
def test_a_roof_that_is_turned_moved_scaled_and_mirrored_is_the_same_roof(
    angle, shift, size, mirrored
):
    plan = ((0, 0), (20, 0), (20, 6), (6, 6), (6, 16), (0, 16))
    kerb = ((10, 2), (11, 2), (11, 3), (10, 3))
    outlets = ((17.0, 3.0), (2.0, 13.0))
    c, s = cos(radians(angle)), sin(radians(angle))

    def put(at):
        x, y = at[0] * size, at[1] * size * (-1 if mirrored else 1)
        return (x * c - y * s + shift, x * s + y * c - shift)

    def made(outline, hole, places, turn):
        gauge = regular(1 / 60, 4, turn)
        outline, hole = (ring[::-1] if mirrored and turn else ring for ring in (outline, hole))
        return shaped(
            outline, [PointSource(str(k), at, 0.0, gauge) for k, at in enumerate(places)], (hole,)
        )

    plain = spread_of(made(plan, kerb, outlets, 0.0).cells)
    moved = made(
        tuple(map(put, plan)),
        tuple(map(put, kerb)),
        tuple(map(put, outlets)),
        radians(angle) or 1e-12,
    )
    other = spread_of(moved.cells)
    assert other.volume == pytest.approx(plain.volume * size**3, rel=1e-6)
    for owner in range(2):
        assert other.area_of(owner) == pytest.approx(plain.area_of(owner) * size**2, rel=1e-5)


@pytest.mark.parametrize("name", ["f02_pyramid", "f05_two_drains_sym"])
def test_reference_cases_of_outlets_on_rectangles(name):
    stated = case(name)
    given_, wanted = stated["inputs"], stated["expected"]
    gauge = regular(given_["s"], 4, 0.0)
    sources = [
        PointSource(str(k), tuple(at), given_["t0"], gauge) for k, at in enumerate(given_["drains"])
    ]
    surface = shaped(tuple(map(tuple, given_["polygon"])), sources)
    spread, facets = spread_of(surface.cells), facets_of(surface.cells)
    assert spread.volume == pytest.approx(wanted["volume"], rel=1e-6)
    assert (spread.least, spread.most) == pytest.approx(
        (wanted["t_min"], wanted["t_max"]), abs=1e-8
    )
    u_value = mean_conductance(given_["R0"], given_["lam"], spread)
    assert u_value == pytest.approx(wanted["U"], rel=1e-6)
    areas = [spread.area_of(k) for k in range(len(sources))]
    assert areas == pytest.approx(wanted["catchment_areas"], rel=1e-6)
    assert len(facets.facets) == wanted["n_facets"]


def gauge_in(stated) -> Gauge:
    return regular(stated["fall"], stated["directions"], radians(stated["angle_deg"]))


@pytest.mark.parametrize("name", ["f17_L_round_the_corner", "f26_one_way_splayed"])
def test_reference_cases_of_corners_and_lines(name):
    stated = case(name)
    given_, wanted = stated["inputs"], stated["expected"]
    sources: list = [
        PointSource(str(k), (x, y), level, gauge_in(given_["gauge"]))
        for k, (x, y, level) in enumerate(given_.get("outlets", ()))
    ]
    for ax, ay, bx, by, level, fall, _side in given_.get("lines", ()):
        sources.append(LineSource("line", (ax, ay), (bx, by), level, fall))
    surface = shaped(tuple(map(tuple, given_["outline"])), sources)
    spread = spread_of(surface.cells)
    assert spread.area == pytest.approx(wanted["area"], rel=1e-6)
    assert spread.volume == pytest.approx(wanted["volume"], rel=1e-6)
    assert [surface.level_at(tuple(at)) for at in given_["probes"]] == pytest.approx(
        wanted["levels"], abs=1e-8
    )
    assert mean_conductance(given_["R0"], given_["lam"], spread) == pytest.approx(
        wanted["U"], rel=1e-6
    )
    assert surface.dry == (0.0,) * len(sources)


def test_one_way_to_a_gutter_is_one_plane():
    stated = case("f01_one_way")["inputs"]
    outline = ((0, 0), (8, 0), (8, 12), (0, 12))
    surface = shaped(outline, [LineSource("gutter", (0, 0), (8, 0), stated["t0"], stated["s"])])
    facets = facets_of(surface.cells).facets
    assert len(facets) == 1
    assert set(facets[0].outline) == set(outline)
    spread = spread_of(surface.cells)
    wanted = case("f01_one_way")["expected"]
    assert spread.volume == pytest.approx(wanted["volume"], rel=1e-9)
    u_value = mean_conductance(stated["R0"], stated["lam"], spread)
    assert u_value == pytest.approx(wanted["U"], rel=1e-6)


def test_a_kerb_makes_its_own_cricket():
    stated = case("f34_kerb_cricket")
    given_, wanted = stated["inputs"], stated["expected"]
    line = LineSource("gutter", (0.0, 8.0), (0.0, 0.0), given_["level"], given_["fall"])
    kerb = tuple(map(tuple, given_["kerb"]))
    surface = shaped(tuple(map(tuple, given_["outline"])), [line], (kerb,))
    spread = spread_of(surface.cells)
    assert spread.volume == pytest.approx(wanted["volume"], rel=1e-6)
    levels = [surface.level_at(tuple(at)) for at in given_["probes"]]
    assert levels == pytest.approx(wanted["levels"], abs=1e-8)
    valleys = {round(c.fall, 9) for c in facets_of(surface.cells).creases if c.kind == "valley"}
    assert valleys == {round(wanted["valley_fall"], 9)}


def test_a_place_both_outlets_reach_alike_goes_to_the_longer_straight_run():
    """Two outlets 6 m apart share facets; by hand the tie parts them at the middle, x = 9."""
    outline = ((0, 0), (18, 0), (18, 10), (0, 10))
    outlets = [PointSource("a", (6.0, 5.0), 0.0, FOUR), PointSource("b", (12.0, 5.0), 0.0, FOUR)]
    surface = shaped(outline, outlets)
    spread = spread_of(surface.cells)
    assert [spread.area_of(0), spread.area_of(1)] == pytest.approx([90.0, 90.0], rel=1e-9)
    assert surface.owner_at((8.9, 9.9)) == 0
    assert surface.owner_at((9.1, 9.9)) == 1


def test_no_water_runs_through_a_wall():
    """Two rooms joined by a door at one end: beyond the wall the way round counts."""
    plan = Polygon(SQUARE).difference(shapely.box(4.9, 0, 5.1, 8))
    surface = shaped(rings_of(plan)[0], [PointSource("a", (2.0, 1.0), 0.0, regular(0.02, 4, 0.0))])
    # To the wall's far corners (4.9, 8), (5.1, 8): max(2.9, 7); 0.2 across; down to (6, 1): max(0.9, 7).
    assert surface.level_at((6.0, 1.0)) == pytest.approx(0.02 * (7 + 0.2 + 7), abs=1e-12)


def test_an_outlet_above_the_surface_is_passed_by():
    raised = PointSource("b", (7.0, 5.0), 0.2, FOUR)
    surface = shaped(SQUARE, [PointSource("a", (3.0, 5.0), 0.0, FOUR), raised])
    assert surface.dry == pytest.approx((0.0, 0.2 - 4 / 60), abs=1e-12)
    assert spread_of(surface.cells).area_of(1) == 0.0


def test_gauges_keep_to_their_own_paths():
    """Beside an outlet of 1:60 a gutter of 1:40 takes what it reaches lower."""
    gutter = LineSource("gutter", (0.0, 0.0), (10.0, 0.0), 0.0, 1 / 40)
    surface = shaped(SQUARE, [PointSource("a", (5.0, 9.0), 0.0, FOUR), gutter])
    for at in ((5.0, 3.0), (1.0, 6.0), (9.5, 2.0), (5.0, 8.0)):
        outlet = max(abs(at[0] - 5), abs(at[1] - 9)) / 60
        assert surface.level_at(at) == pytest.approx(min(outlet, at[1] / 40), abs=1e-12)


def test_falls_square_to_the_walls_of_a_triangle():
    corners = ((0.0, 0.0), (6.0, 0.0), (0.0, 8.0))
    normals = ((0.0, -1.0), (0.8, 0.6), (-1.0, 0.0))
    gauge = square_to(normals, 0.02)
    surface = shaped(corners, [PointSource("a", (2.0, 2.0), 0.0, gauge)])
    # The incentre is 2 m from every wall: all edges lie at one level.
    assert [surface.level_at(at) for at in ((3, 0), (0, 4), (3, 4))] == pytest.approx([0.04] * 3)
    with pytest.raises(ValueRefused, match="walls that face all ways round"):
        square_to(((1.0, 0.0), (0.0, 1.0)), 0.02)


@pytest.mark.parametrize(
    ("directions", "share"), [(4, 0.7071067812), (8, 0.9238795325), (6, 0.8660254038)]
)
def test_the_least_fall_of_a_gauge(directions, share):
    assert regular(0.02, directions, 0.7).least_fall == pytest.approx(0.02 * share)


def test_two_corners_close_together_at_a_bend_leave_one():
    """Each of the two alone lies on the line of its neighbours within the width of a seam."""
    ring = [(0.0, 0.0), (1.0, 1e-7), (1.0 + 2e-7, 2e-7), (2.0, 1.0), (0.0, 1.0)]
    assert len(_plain(ring)) == 4
    assert turning(_plain(ring)) == pytest.approx(1.5, abs=1e-6)


def test_close_kerbs_are_one_to_water():
    kerbs = (((4, 4), (5, 4), (5, 5), (4, 5)), ((5.1, 4), (6, 4), (6, 5), (5.1, 5)))
    apart, joined = ground_of(SQUARE, kerbs), ground_of(SQUARE, kerbs, 0.15)
    assert apart.area == pytest.approx(100 - 1.9)
    assert joined.area == pytest.approx(100 - 2.0)
    assert len(apart.rings) == 3
    assert len(joined.rings) == 2


def test_what_cannot_drain_says_where():
    with pytest.raises(PlaceRefused) as beside:
        shaped(SQUARE, [PointSource("far", (12.0, 5.0), 0.0, FOUR)])
    assert (beside.value.thing, beside.value.at) == ("far", (12.0, 5.0))
    with pytest.raises(ValueRefused):
        shaped(SQUARE, [])
    island = ((4.0, -1.0), (4.5, -1.0), (4.5, 11.0), (4.0, 11.0))
    with pytest.raises(Unreached) as cut_off:
        shaped(SQUARE, [PointSource("a", (1.0, 5.0), 0.0, FOUR)], (island,))
    assert cut_off.value.area == pytest.approx(55.0)
    assert 4.5 < cut_off.value.at[0] < 10
    inside_kerb = (((3, 3), (7, 3), (7, 7), (3, 7)),)
    with pytest.raises(PlaceRefused):
        shaped(SQUARE, [PointSource("in", (5.0, 5.0), 0.0, FOUR)], inside_kerb)


def test_facets_agree_with_a_raster():
    outline = ((0, 0), (20, 0), (20, 6), (6, 6), (6, 16), (0, 16))
    surface = shaped(
        outline, [PointSource("a", (17, 3), 0.06, FOUR), PointSource("b", (3, 12), 0.1, FOUR)]
    )
    step = 0.1
    places = [
        (x, y)
        for x in np.arange(step / 2, 20, step)
        for y in np.arange(step / 2, 16, step)
        if x < 6 or y < 6
    ]
    raster = sum(surface.level_at((float(x), float(y))) for x, y in places) * step**2
    assert spread_of(surface.cells).volume == pytest.approx(raster, rel=1e-3)
