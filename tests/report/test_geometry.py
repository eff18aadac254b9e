"""Drawings of the roof in space, and its rows in the report."""

from itertools import combinations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.shape.shape import shape_of
from glacis.core.shape.vectors import dot
from glacis.report.charts.cuts import Choice, cuts_scene
from glacis.report.charts.in_space import space_scene, view_from
from glacis.report.charts.outlines import Held, _bounds, fit_shape, shape_plan_scene
from glacis.report.geometry import area_rows, cut_rows, junction_rows
from glacis.report.plan import fit_plan, plan_scene
from glacis.report.scene import Shape, Text
from support import demo

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
        a, b = _bounds(one), _bounds(other)
        apart = a[0] >= b[2] or b[0] >= a[2] or a[1] >= b[3] or b[1] >= a[3]
        names = one.face == other.face == "semibold" or one.text.endswith("°")
        assert apart or names, (one.text, other.text)


@settings(max_examples=40, deadline=None)
@given(st.floats(0.0, 360.0))
def test_in_space_everything_stays_in_the_frame_and_nothing_hides_its_owner(azimuth):
    shape = shape_of(demo())
    names = {area.id: area.name for area in demo().areas}
    scene = space_scene(shape, names, "hall-south", azimuth, 700.0, 500.0)
    for item in scene.items:
        if isinstance(item, Shape):
            assert all(0 <= x <= 700 for x in item.points[::2])
            assert all(0 <= y <= 500 for y in item.points[1::2])
    seen = {p.id for p in shape.planes if dot(p.normal, view_from(azimuth).eye) > 0}
    assert {part.id for part in scene.hot} == seen


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
    scene = cuts_scene(shape.cuts, names, Choice(number, 0.12, 0.065), 560.0, height, "si")
    assert str(number) in {part.id for part in scene.hot}
    assert all(part.box[3] <= height for part in scene.hot)


@pytest.mark.parametrize(
    ("east", "north", "name"),
    [(1.0, 6.0, "hall-west"), (2.0, 3.0, "hall-west"), (12.0, 2.0, "hall-south"),
     (22.5, 3.0, "hall-east"), (3.0, 1.0, "hall-south"), (3.0, 11.0, "hall-north")],
)  # fmt: skip
def test_a_press_on_a_slope_takes_that_slope_and_not_one_whose_box_covers_it(east, north, name):
    project = demo()
    fit = fit_shape(project, 740.0, 510.0)
    large = shape_plan_scene(project, shape_of(project), Held("hall-south"), fit, 740.0, 510.0)
    small = plan_scene(project, "hall-south", {}, 220.0, 130.0)
    for scene, scale in ((large, fit), (small, fit_plan(project, 220.0, 130.0))):
        at = scale.point(east, north)
        held = [part.id for part in scene.hot if part.kind == "area" and part.holds(*at)]
        assert held == [name]


def test_rows_add_up():
    project = demo()
    shape = shape_of(project)
    areas = area_rows(project, shape)
    assert len(areas) == len(project.areas) + 2
    assert "660.0" in areas[-1][3]
    assert len({len(row) for row in areas}) == 1
    hips = [row for row in junction_rows(project, shape) if row[0] == "hip"]
    assert len(hips) == 4
    cuts = cut_rows(project, shape)
    assert len(cuts) == 1 + 2 * len(shape.cuts)
    assert len({len(row) for row in cuts}) == 1
