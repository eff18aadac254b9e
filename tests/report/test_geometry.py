# SPDX-License-Identifier: GPL-3.0-or-later
"""Drawings of the roof in space, and its rows in the report."""

from itertools import combinations
from math import cos, hypot, radians
from xml.etree import ElementTree as ET

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.judgement.finding import Finding, Severity
from glacis.core.judgement.place import Place, on_area, on_edge, on_outlet
from glacis.core.model.document import Project
from glacis.core.model.saw import Saw
from glacis.core.shape.shape import shape_of
from glacis.core.shape.vectors import dot, normal_of
from glacis.report.chapters.shape.rows import area_rows, cut_rows, junction_rows
from glacis.report.charts.cuts import Choice, cut_words, cuts_scene
from glacis.report.charts.exploded import Apart, exploded_scene, runs_across
from glacis.report.charts.facets import Facet, View, painted_in_order, view_from
from glacis.report.charts.in_space import Turn, _facets, space_scene
from glacis.report.charts.outlines import Held, fit_shape, shape_plan_scene
from glacis.report.charts.room import bounds_of, clear, text_bounds
from glacis.report.charts.shades import ShadeKind, Shading, shading
from glacis.report.plan import fit_plan, plan_scene
from glacis.report.plan_spots import spots_of
from glacis.report.scene import DIMENSION, Line, Patch, Text
from glacis.report.svg import scene_svg
from support import analyser, demo

SIZES = [(740.0, 510.0), (560.0, 410.0), (300.0, 200.0)]


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("units", ["si", "us"])
def test_no_label_of_the_plan_lies_over_another(size, units):
    project = replace(demo(), units=units)
    fit = fit_shape(project, *size)
    scene = shape_plan_scene(project, shape_of(project), Held("hall-south"), fit, *size)
    labels = [item for item in scene.items if isinstance(item, Text) and item.anchor == "middle"]
    assert labels
    for one, other in combinations(labels, 2):
        a, b = text_bounds(one), text_bounds(other)
        apart = a[0] >= b[2] or b[0] >= a[2] or a[1] >= b[3] or b[1] >= a[3]
        names = one.face == other.face == "semibold" or "°" in one.text
        assert apart or names, (one.text, other.text)


def test_words_of_the_plan_keep_off_openings_and_the_lines_of_dimensions():
    project = demo()
    fit = fit_shape(project, 740.0, 440.0)
    hall = next(f.id for f in project.footprints)
    held = Held("hall-south", footprint=hall)
    scene = shape_plan_scene(project, shape_of(project), held, fit, 740.0, 440.0)
    things = [spot.box for spot in scene.hot if spot.kind == "thing"]
    level = [
        item.points for item in scene.items if isinstance(item, Line) and item.width == DIMENSION
    ]
    upright = [bounds_of(flat) for flat in level if abs(flat[0] - flat[2]) < 0.1]
    assert things
    assert upright
    named = ("hip", "eaves", "top", "parapet")
    words = [x for x in scene.items if isinstance(x, Text) and x.text.split(" ")[0] in named]
    assert len(words) >= 4
    for item in words:
        assert clear(text_bounds(item), [*things, *upright]), item.text


def test_what_is_found_is_marked_where_it_lies():
    project = demo()
    results = analyser().analyse(project)
    shape = shape_of(project)
    wanted = {
        "overflow": next(o.at for o in project.falls[0].overflows),
        "outlet": next(o.at for o in project.falls[0].outlets),
    }
    ridge = next(j for j in shape.junctions if j.kind == "ridge")
    findings = [
        found_at(results, on_outlet(project.falls[0].overflows[0].id, "laboratory"), "stop"),
        found_at(results, on_outlet(project.falls[0].outlets[0].id, "laboratory"), "mind"),
        found_at(results, on_edge(ridge.id, ridge.areas), "mind"),
        found_at(results, on_area("bunkhouse"), "stop"),
        found_at(results, on_area("bunkhouse"), "mind"),
        found_at(results, on_area("corridor"), "mind"),
        found_at(results, on_area("hall-south"), "note"),
    ]
    spots = spots_of(project, findings, lambda name: shape.junction(name).middle)
    assert {(spot.at, spot.severity) for spot in spots if not spot.area} == {
        (wanted["overflow"], "stop"), (wanted["outlet"], "mind"), (ridge.middle, "mind"),
    }  # fmt: skip
    assert [(spot.area, spot.severity) for spot in spots if spot.area] == [("bunkhouse", "stop")]
    ends = [
        line
        for line in ridge.lines
        if ridge.middle == tuple((a + b) / 2 for a, b in zip(*line, strict=True))[:2]
    ]
    assert ends
    fit = fit_plan(project, 220.0, 130.0)
    scene = plan_scene(project, "hall-south", spots, 220.0, 130.0)
    drawn = [item for item in scene.items if isinstance(item, Patch) and item.fill == "stop"]
    x, y = fit.point(*wanted["overflow"])
    assert any(abs(sum(p.points[::2]) / 4 - x) < 1e-6 and abs(sum(p.points[1::2]) / 4 - y) < 1e-6
               for p in drawn)  # fmt: skip


def found_at(results, place: Place, severity: Severity) -> Finding:
    return replace(results.open_findings[0], place=place, severity=severity)


def space(project: Project, turn: Turn, kind: ShadeKind = "build-up"):
    shades = shading(kind, project, analyser().analyse(project))
    return space_scene(project, shape_of(project), shades, "hall-south", turn, (700.0, 500.0))


@settings(max_examples=25)
@given(st.floats(0.0, 360.0), st.floats(8.0, 80.0))
def test_in_space_everything_stays_in_the_frame(azimuth, lift):
    scene = space(demo(), Turn(azimuth, lift))
    for item in scene.items:
        if isinstance(item, Patch):
            assert all(0 <= x <= 700 for x in item.points[::2])
            assert all(0 <= y <= 500 for y in item.points[1::2])


@settings(max_examples=25)
@given(
    st.floats(0.0, 360.0), st.floats(10.0, 75.0),
    st.lists(st.tuples(st.floats(0.02, 0.98), st.floats(0.02, 0.98)), min_size=30, max_size=30),
)  # fmt: skip
def test_what_is_painted_last_over_a_point_is_what_a_ray_from_the_eye_meets_first(
    azimuth, lift, shares
):
    project = demo()
    facets = _facets(project, shape_of(project), Shading({}, {}), "")
    view = view_from(azimuth, lift)
    order = painted_in_order(facets, view)
    spots = [(dot(view.right, c), dot(view.up, c)) for f in facets for c in f.corners]
    low = [min(p[k] for p in spots) for k in (0, 1)]
    high = [max(p[k] for p in spots) for k in (0, 1)]
    for share in shares:
        u, v = (low[k] + (high[k] - low[k]) * share[k] for k in (0, 1))
        over = [(f, depth) for f in order if (depth := ray_depth(f, view, u, v)) is not None]
        if over:
            nearest = max(depth for _, depth in over)
            assert over[-1][1] == pytest.approx(nearest, abs=1e-4)


def ray_depth(facet: Facet, view: View, u: float, v: float) -> float | None:
    """How near the eye a ray meets a facet; None where it passes it or its very edge."""
    flat = [(dot(view.right, c), dot(view.up, c)) for c in facet.corners]
    inside = False
    for (x1, y1), (x2, y2) in zip(flat, flat[1:] + flat[:1], strict=True):
        size = hypot(x2 - x1, y2 - y1)
        if size and abs((x2 - x1) * (v - y1) - (y2 - y1) * (u - x1)) / size < 0.02:
            return None
        if (y1 > v) != (y2 > v) and u < x1 + (v - y1) / (y2 - y1) * (x2 - x1):
            inside = not inside
    if not inside:
        return None
    normal = normal_of(facet.corners)
    foot = [view.right[k] * u + view.up[k] * v for k in range(3)]
    away = sum(n * (c - f) for n, c, f in zip(normal, facet.corners[0], foot, strict=True))
    return away / dot(normal, view.eye)


@pytest.mark.parametrize("kind", ["build-up", "u-value", "moisture", "pitch", "plain"])
def test_every_fill_of_the_view_in_space_is_explained(kind):
    project = demo()
    shades = shading(kind, project, analyser().analyse(project))
    assert {fill for fill, _ in shades.legend} == set(shades.fills.values())
    scene = space(project, Turn(), kind)
    told = " ".join(item.text for item in scene.items if isinstance(item, Text))
    for _, words in shades.legend:
        assert words[:20] in told
    if kind == "moisture":
        assert "gathers water" in told
    if kind == "pitch":
        assert "42.0°" in told


def test_the_layers_lie_apart_in_their_order_and_are_all_named():
    roof = next(r.roof for r in analyser().analyse(demo()).areas if r.roof.area.id == "laboratory")
    scene = exploded_scene(roof, Apart(selected="sheet"), (740.0, 480.0), "si")
    told = [item.text for item in scene.items if isinstance(item, Text)]
    layers = [spot.id for spot in scene.hot]
    assert layers == [layer.id for layer in roof.layers]
    heights = [spot.box[1] for spot in scene.hot]
    assert heights == sorted(heights, reverse=True), "outside on top"
    for layer in roof.layers:
        assert any(words.startswith(layer.name[:14]) for words in told)
    assert any(words.startswith("160") for words in told), "its thickness"
    wide = exploded_scene(roof, Apart(gap=0.3), (740.0, 480.0), "us")
    assert "6 5/16" in " ".join(t.text for t in wide.items if isinstance(t, Text))
    for item in (*scene.items, *wide.items):
        if isinstance(item, Patch):
            assert all(0 <= x <= 740 for x in item.points[::2])


def test_members_of_the_main_layer_run_up_the_slope_with_all_in_line():
    roof = analyser().analyse(demo()).areas[0].roof
    across = runs_across(roof.layers)
    assert across == {"service-void": True, "between": False, "counter-battens": False}


def test_a_drawing_is_written_as_svg_that_any_reader_parses():
    scene = space(replace(demo(), name="A & <B>"), Turn())
    odd = Text(10, 20, "s_d of <this> & that", 12, "ink", "start", "mono", 30.0)
    written = scene_svg(replace(scene, items=(*scene.items, odd)), "A & <B>")
    root = ET.fromstring(written)  # noqa: S314 - our own text
    names = [child.tag.rpartition("}")[2] for child in root]
    assert names.count("polygon") == sum(isinstance(i, Patch) for i in scene.items)
    assert names.count("polyline") == sum(isinstance(i, Line) for i in scene.items)
    texts = ["".join(child.itertext()) for child in root if child.tag.endswith("text")]
    assert texts[-1] == "sd of <this> & that"
    title = root.find("{http://www.w3.org/2000/svg}title")
    assert title is not None
    assert title.text == "A & <B>"


@given(st.floats(0.0, 360.0), st.floats(1.0, 89.0))
def test_a_view_is_three_directions_square_to_each_other(azimuth, lift):
    view = view_from(azimuth, lift)
    axes = (view.right, view.up, view.eye)
    for i, a in enumerate(axes):
        for j, b in enumerate(axes):
            inner = sum(p * q for p, q in zip(a, b, strict=True))
            assert inner == pytest.approx(float(i == j), abs=1e-12)


@pytest.mark.parametrize("number", range(5))
@pytest.mark.parametrize("height", [300.0, 520.0])
def test_the_chosen_cut_is_in_the_table_whatever_the_room(number, height):
    project = demo()
    shape = shape_of(project)
    names = {area.id: area.name for area in project.areas}
    words = tuple(cut_words(shape.cuts[number], names, Saw(), "si"))
    scene = cuts_scene(shape.cuts, names, Choice(number, words), 560.0, height)
    assert str(number) in {part.id for part in scene.hot}
    assert all(part.box[3] <= height for part in scene.hot)


@pytest.mark.parametrize(
    ("east", "north", "name"),
    [(1.0, 6.0, "hall-west"), (2.0, 3.0, "hall-west"), (12.0, 2.0, "hall-south"),
     (22.5, 3.0, "hall-east"), (3.0, 1.0, "hall-south"), (3.0, 11.0, "hall-north"),
     (10.0, 13.0, "hall-porch-west"), (5.5, 2.0, "dormer-left")],
)  # fmt: skip
def test_a_press_on_a_slope_takes_that_slope_and_not_one_whose_box_covers_it(east, north, name):
    project = demo()
    fit = fit_shape(project, 740.0, 510.0)
    large = shape_plan_scene(project, shape_of(project), Held("hall-south"), fit, 740.0, 510.0)
    small = plan_scene(project, "hall-south", (), 220.0, 130.0)
    for scene, scale in ((large, fit), (small, fit_plan(project, 220.0, 130.0))):
        at = scale.point(east, north)
        held = [part.id for part in scene.hot if part.kind == "area" and part.holds(*at)]
        assert held[-1] == name


def test_rows_add_up():
    project = demo()
    shape = shape_of(project)
    areas = area_rows(project, shape)
    assert len(areas) == len(project.areas) + 2
    flat = sum(plane.plan_area for plane in shape.planes)
    assert f"{flat:.1f}" in areas[-1][3]
    # The dormer roofs over what it cuts; rooflight and chimney are open.
    open_plan = (1.14 * 1.4 + 0.7 * 0.7) * cos(radians(42))
    assert flat == pytest.approx(660.0 + 24.0 - open_plan)
    assert len({len(row) for row in areas}) == 1
    hips = [row for row in junction_rows(project, shape) if row[0] == "hip"]
    assert len(hips) == 4
    cuts = cut_rows(project, shape)
    assert len(cuts) == 1 + 2 * len(shape.cuts)
    assert len({len(row) for row in cuts}) == 1
