# SPDX-License-Identifier: GPL-3.0-or-later
"""Contours, bands, water and sections say what the surface says."""

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon

from core.test_falls_water import RECTANGLE, SQUARE, area, found, outlet
from glacis.core.falls.contours import (
    MOST_BANDS,
    catchments_along,
    contours_of,
    section_of,
    step_for,
    water_of,
)
from glacis.core.falls.plan import gauge_of, longest_way
from glacis.core.model.falls import Falls, LevelLine
from glacis.core.model.outlines import foot_on_outline
from glacis.report.charts.falls_section import falls_section_scene
from glacis.report.scene import Text


def area_of(band) -> float:
    return sum(Polygon(rings[0], rings[1:]).area for rings in band.rings)


@settings(max_examples=20)
@given(st.floats(1, 9), st.floats(1, 9), st.sampled_from((0.01, 0.02, 0.05)))
def test_bands_cover_the_roof_and_lie_between_their_contours(x, y, step):
    roof = found(SQUARE, outlets=(outlet("o", x, y),))
    made = contours_of(roof, 0.06, step)
    assert sum(map(area_of, made.bands)) == pytest.approx(100.0, rel=1e-7)
    for band in made.bands:
        for rings in band.rings:
            for at in rings[0]:
                # A corner on a wall may lie outside by rounding: look a hair inside.
                inner = (at[0] + (5 - at[0]) * 1e-9, at[1] + (5 - at[1]) * 1e-9)
                thickness = roof.over_deck_at(inner) + 0.06
                assert band.low - 1e-6 <= thickness <= band.high + 1e-6
    for contour in made.contours:
        for line in contour.lines:
            middle = shapely.LineString(line).interpolate(0.5, normalized=True)
            assert roof.over_deck_at((middle.x, middle.y)) + 0.06 == pytest.approx(
                contour.level, abs=1e-6
            )


def test_contours_of_a_pyramid_are_squares():
    """By hand: at h above the outlet a square of side 2 h/s."""
    roof = found(SQUARE, outlets=(outlet("o", 5.0, 5.0),))
    made = contours_of(roof, 0.0, 0.02)
    assert [round(c.level, 6) for c in made.contours] == [0.02, 0.04, 0.06, 0.08]
    for contour in made.contours:
        length = sum(shapely.LineString(line).length for line in contour.lines)
        assert length == pytest.approx(8 * contour.level * 60, rel=1e-4)
    assert area_of(made.bands[0]) == pytest.approx((2 * 0.02 * 60) ** 2)


@given(st.floats(0.001, 3.0), st.sampled_from(("si", "us")))
def test_steps_leave_no_more_bands_than_can_be_told_apart(spread, system):
    step = step_for(spread, system)
    assert spread / step <= MOST_BANDS
    assert step == step_for(spread * 0.999, system) or step > step_for(spread * 0.5, system)


def test_water_bands_are_the_pools_in_plan():
    roof = found(RECTANGLE, outlets=(outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)), upstand=0.12)
    for case_ in roof.cases:
        bands = water_of(roof, case_, 0.02)
        assert sum(map(area_of, bands)) == pytest.approx(sum(p.area for p in case_.pools), rel=1e-6)
        deepest = max(band.high for band in bands)
        assert deepest + 1e-9 >= case_.depth > deepest - 0.02 - 1e-9


@settings(max_examples=20)
@given(st.floats(0, 10), st.floats(0, 10), st.floats(0, 10), st.floats(0, 10))
def test_a_section_follows_the_surface(ax, ay, bx, by):
    roof = found(SQUARE, outlets=(outlet("o", 4.0, 6.0),))
    start, end = (ax, ay), (bx, by)
    length = float(np.hypot(bx - ax, by - ay))
    if length < 0.5:
        return
    cuts = section_of(roof, 0.05, start, end)
    assert cuts[0].places[0] == pytest.approx(0.0, abs=1e-6)
    assert cuts[-1].places[1] == pytest.approx(length, rel=1e-6)
    for cut in cuts:
        middle = sum(cut.places) / 2 / length
        at = (ax + middle * (bx - ax), ay + middle * (by - ay))
        assert sum(cut.surface) / 2 == pytest.approx(roof.over_deck_at(at) + 0.05, abs=1e-6)
    for before, after in zip(cuts, cuts[1:], strict=False):
        assert before.places[1] == pytest.approx(after.places[0], abs=1e-6)
        assert before.surface[1] == pytest.approx(after.surface[0], abs=1e-6)


def test_a_section_tells_catchments_and_its_exaggeration():
    roof = found(RECTANGLE, outlets=(outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)))
    runs = catchments_along(roof, (0.0, 5.0), (24.0, 5.0))
    assert {owner for a, _, owner in runs if a < 11.9} == {0}
    assert {owner for _, b, owner in runs if b > 12.1} == {1}
    scene = falls_section_scene(
        section_of(roof, 0.06, (0.0, 5.0), (24.0, 5.0)), (), (700, 120), "si"
    )
    words = [item.text for item in scene.items if isinstance(item, Text)]
    assert "160\u2009mm" in words
    assert any(word.startswith("heights ×") for word in words)
    beside = falls_section_scene(
        section_of(roof, 0.0, (0.0, 50.0), (9.0, 50.0)), (), (700, 120), "si"
    )
    assert "beside the roof" in beside.items[0].text


def test_a_falling_valley_and_turned_facets_by_hand():
    line_free = Falls(area="a", outlets=(outlet("o", 12.0, 5.0),), along=0.01, fall=0.02)
    gauge = gauge_of(line_free, RECTANGLE)
    assert gauge.rise(4.0, 3.0) == pytest.approx(0.01 * 4 + 0.02 * 3)
    roof = found(RECTANGLE, outlets=(outlet("o", 12.0, 5.0),), along=0.01, fall=0.02)
    assert roof.height((24.0, 10.0)) == pytest.approx(0.01 * 12 + 0.02 * 5)
    assert roof.least_fall == pytest.approx(0.01)
    turned = gauge_of(Falls(area="a", outlets=(outlet("o", 5.0, 5.0),), turn=45.0), SQUARE)
    assert turned.rise(1.0, 1.0) == pytest.approx(2**0.5 / 60)
    assert longest_way(RECTANGLE.outline) == pytest.approx(0.0)
    eight = found(SQUARE, outlets=(outlet("o", 5.0, 5.0),), directions="eight")
    assert eight.least_fall == pytest.approx(0.9238795 / 60, rel=1e-6)
    walls = found(
        area((0.0, 0.0), (6.0, 0.0), (0.0, 8.0)),
        outlets=(outlet("o", 2.0, 2.0),),
        directions="square",
    )
    # The incentre lies 2 m from every wall.
    assert walls.highest == pytest.approx(2 / 60)


def test_a_gutter_and_an_outlet_share_a_roof():
    gutter = LevelLine(id="g", name="Gutter", start=(0.0, 0.0), end=(24.0, 0.0), raised=0.05)
    roof = found(RECTANGLE, outlets=(outlet("o", 12.0, 8.0),), lines=(gutter,))
    assert [d.head is None for d in roof.drains] == [False, True]
    assert sum(d.catchment for d in roof.drains) == pytest.approx(240.0)
    assert [d.level for d in roof.drains] == pytest.approx([0.0, 0.05])
    assert roof.height((2.0, 0.0)) == pytest.approx(0.05)
    assert roof.height((12.0, 10.0)) == pytest.approx(2 / 60)


@given(st.floats(-5, 15), st.floats(-5, 15))
def test_the_foot_on_an_outline_is_the_nearest_point_of_it(x, y):
    foot, away, (a, b) = foot_on_outline(SQUARE.outline, (x, y))
    ring = Polygon(SQUARE.outline).exterior
    assert away == pytest.approx(ring.distance(shapely.Point(x, y)), abs=1e-9)
    assert ring.distance(shapely.Point(foot)) < 1e-9
    assert shapely.LineString([a, b]).distance(shapely.Point(foot)) < 1e-9
