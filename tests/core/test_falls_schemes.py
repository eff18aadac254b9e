# SPDX-License-Identifier: GPL-3.0-or-later
"""Schemes of falls beside one fall everywhere: level edges, drawn ridges, gutters within, crickets, best places."""

from itertools import pairwise

import pytest
from hypothesis import given, settings
from msgspec.structs import replace

from core.test_falls_surface import rings_of, roofs
from core.test_falls_water import RECTANGLE, SQUARE, area, found, outlet
from glacis.core.falls.drained import drained
from glacis.core.falls.facets import facets_of
from glacis.core.falls.found import Drained, Undrained
from glacis.core.falls.ground import ground_of
from glacis.core.falls.integrals import spread_of
from glacis.core.falls.level_edges import with_level_edges
from glacis.core.falls.places import best_places, with_answer, with_places
from glacis.core.falls.sources import PointSource, regular
from glacis.core.falls.surface import surface_of
from glacis.core.model.falls import (
    Falls,
    Gutter,
    LevelLine,
    Ridge,
)
from support import case


def test_level_edges_by_the_reference_cases():
    stated = case("f37_level_edges_L")
    given_, wanted = stated["inputs"], stated["expected"]
    roof = found(
        area(*map(tuple, given_["outline"])), edges="level", outlets=(outlet("o", 3.0, 3.0),)
    )
    level = given_["outlets"][0][2]
    assert [roof.height(tuple(at)) + level for at in given_["probes"]] == pytest.approx(
        wanted["levels"], abs=1e-8
    )
    assert roof.heights.volume + 108 * level == pytest.approx(wanted["volume"], rel=1e-6)
    falls = [facet.fall for facet in roof.facets.facets]
    assert (min(falls), max(falls)) == pytest.approx(tuple(wanted["falls"]), rel=1e-6)
    stated = case("f04_offcentre_level_perimeter")
    given_, wanted = stated["inputs"], stated["expected"]
    plan = area((0.0, 0.0), (given_["W"], 0.0), (given_["W"], given_["H"]), (0.0, given_["H"]))
    roof = found(
        plan, edges="level", fall=given_["s_min"], outlets=(outlet("o", *given_["drain"]),)
    )
    assert roof.heights.volume + 72 * given_["t0"] == pytest.approx(wanted["volume"], rel=1e-6)
    assert sorted(f.fall for f in roof.facets.facets) == pytest.approx(
        sorted(wanted["slopes"]), rel=1e-6
    )


def test_level_edges_of_several_outlets_meet_at_one_level():
    roof = found(RECTANGLE, edges="level", outlets=(outlet("a", 7.0, 4.0), outlet("b", 19.0, 5.0)))
    edge = [roof.height(at) for at in ((0.0, 5.0), (12.0, 0.0), (24.0, 10.0), (20.0, 0.0))]
    assert edge == pytest.approx([edge[0]] * 4)
    assert roof.facets.step < 1e-9
    assert min(f.fall for f in roof.facets.facets) == pytest.approx(1 / 60)
    gutter = LevelLine(id="g", name="South", start=(0.0, 0.0), end=(24.0, 0.0))
    fault = drained(
        RECTANGLE, Falls(area="a", edges="level", lines=(gutter,)), ground_of(RECTANGLE.outline)
    )
    assert isinstance(fault, Undrained)
    assert "outlet in every catchment" in fault.why


def test_level_edges_round_a_corner_by_hand():
    """An L whose outlet does not see the far arm: its water leaves it through the middle of the joint."""
    hidden = area((0, 0), (20, 0), (20, 6), (6, 6), (6, 16), (0, 16))
    roof = found(hidden, edges="level", fall=0.02, outlets=(outlet("o", 17.0, 3.0),))
    # Parts meet along (0, 0)-(6, 6), whose middle lies 14 m off; from there it is 13 m to the far wall.
    assert roof.height((3.0, 3.0)) == pytest.approx(0.28)
    assert roof.highest == pytest.approx(0.28 + 0.26)
    edge = [
        roof.height(at) for at in ((0.0, 16.0), (20.0, 6.0), (6.0, 6.0), (0.0, 6.0), (0.0, 0.0))
    ]
    assert edge == pytest.approx([0.54] * 5)
    # Half way from the outlet to the middle of its east wall: 3 m off at 0.54 m.
    assert roof.height((18.5, 3.0)) == pytest.approx(0.27)


@settings(max_examples=30)
@given(roofs())
def test_level_edges_round_corners_and_kerbs_are_level_and_fall_enough(roof):
    """On any plan all walls lie at one level, no facet falls less than stated, and no step is left."""
    plan, places, _gauge, _raised = roof
    outline, holes = rings_of(plan)
    surface = surface_of(
        ground_of(outline, holes),
        tuple(PointSource(str(k), places[k], 0.0, regular(0.02, 4, 0.0)) for k in range(2)),
    )
    level = with_level_edges(surface, 0.02)
    assert spread_of(level.cells).area == pytest.approx(plan.area, abs=1e-3)
    facets = facets_of(level.cells)
    assert facets.step < 1e-5
    assert min(facet.fall for facet in facets.facets) >= 0.02 * (1 - 1e-6)
    top = spread_of(level.cells).most
    for ring in (outline, *holes):
        for (ax, ay), (bx, by) in pairwise((*ring, ring[0])):
            for share in (0.1, 0.5):
                at = (ax + share * (bx - ax), ay + share * (by - ay))
                found_level = level.level_at(at)
                assert found_level != found_level or found_level == pytest.approx(top, abs=1e-4)


def ridge(name: str, start: tuple[float, float], end: tuple[float, float]) -> Ridge:
    return Ridge(id=name, name=name.capitalize(), start=start, end=end)


def test_a_drawn_ridge_makes_falls_differ_by_hand():
    """24 x 10 m, outlets at x = 6 and 18, the ridge drawn at x = 16 instead of 12."""
    outlets = (outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0))
    ridges = (ridge("r", (16.0, 0.0), (16.0, 10.0)),)
    roof = found(RECTANGLE, edges="drawn", fall=0.02, outlets=outlets, ridges=ridges)
    far = 0.02 * (10**2 + 5**2) ** 0.5
    assert roof.height((16.0, 0.0)) == pytest.approx(far)
    assert roof.height((16.0, 5.0)) == pytest.approx(far)
    assert roof.height((0.0, 0.0)) == pytest.approx(0.02 * 61**0.5)
    assert roof.height((17.0, 5.0)) == pytest.approx(far / 2)
    assert roof.facets.step < 1e-9
    assert min(f.fall for f in roof.facets.facets) >= 0.02 - 1e-12
    assert [d.catchment for d in roof.drains] == pytest.approx([160.0, 80.0])
    steep = max(f.fall for f in roof.facets.facets)
    assert steep == pytest.approx(far / 2)


@pytest.mark.parametrize(
    ("ridges", "outlets", "why"),
    [
        ((), (outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)), "draw a ridge between them"),
        ((ridge("r", (12.0, 0.0), (12.0, 10.0)),), (outlet("a", 6.0, 5.0),), "has no outlet"),
        ((ridge("r", (12.0, 0.0), (12.0, 6.0)),), (outlet("a", 6.0, 5.0),), "parts nothing"),
        ((ridge("r", (12.0, 1.0), (12.0, 1.0)),), (outlet("a", 6.0, 5.0),), "has no length"),
    ],
)
def test_ridges_that_part_no_roof_say_why(ridges, outlets, why):
    fault = drained(
        RECTANGLE, Falls(area="a", edges="drawn", ridges=ridges, outlets=outlets), ground_of(RECTANGLE.outline)
    )  # fmt: skip
    assert isinstance(fault, Undrained)
    assert why in fault.why


def test_a_field_has_to_be_seen_whole_from_its_outlet():
    shape = area((0, 0), (20, 0), (20, 6), (6, 6), (6, 16), (0, 16))
    one = Falls(area="a", edges="drawn", outlets=(outlet("o", 17.0, 3.0),))
    fault = drained(shape, one, ground_of(shape.outline))
    assert isinstance(fault, Undrained)
    assert "not seen whole" in fault.why
    two = replace(
        one,
        outlets=(*one.outlets, outlet("p", 3.0, 12.0)),
        ridges=(ridge("r", (0.0, 6.0), (6.0, 6.0)),),
    )
    roof = drained(shape, two, ground_of(shape.outline))
    assert isinstance(roof, Drained)
    kerb = (((10, 2), (11, 2), (11, 3), (10, 3)),)
    alone = drained(shape, two, ground_of(shape.outline, kerb))
    assert isinstance(alone, Undrained)
    assert "A kerb stands in a field" in alone.why


def test_outlets_are_led_to_where_closed_forms_put_them():
    """One in a square: its middle, V = 2 s h³·4/3. Two in a rectangle: the middles of its halves."""
    for plan, places, best in (
        (SQUARE, ((2.0, 3.0),), {(5.0, 5.0)}),
        (RECTANGLE, ((3.0, 5.0), (10.0, 2.0)), {(6.0, 5.0), (18.0, 5.0)}),
    ):
        stated = Falls(area="a", outlets=tuple(outlet(f"o{k}", *at) for k, at in enumerate(places)))
        answers = best_places(plan, stated, ground_of(plan.outline))
        first = next(a for a in answers.found if a.aim == "volume")
        found_ = sorted(first.places)
        for at, wanted in zip(found_, sorted(best), strict=True):
            assert at == pytest.approx(wanted, abs=0.3)
        assert first.volume < answers.stated.volume
        assert list(first.places) == found_
        moved = with_places(stated, first.places)
        again = drained(plan, moved, ground_of(plan.outline))
        assert again.heights.volume == pytest.approx(first.volume)
        low = next(a for a in answers.found if a.aim == "height")
        assert low.highest < answers.stated.highest
    settled = best_places(plan, moved, ground_of(plan.outline))
    assert all(a.volume <= first.volume + 1e-9 for a in settled.found if a.aim == "volume")


def test_other_directions_are_offered_at_a_fall_that_keeps_valleys_as_they_were():
    """Eight ways keep 0.924 of their fall in valleys, four 0.707: a square roof takes less volume by them."""
    stated = Falls(area="a", fall=0.02, outlets=(outlet("o", 5.0, 5.0),))
    ground = ground_of(SQUARE.outline)
    other = next(a for a in best_places(SQUARE, stated, ground).found if a.directions == "eight")
    assert other.fall == pytest.approx(0.02 * 0.70710678 / 0.92387953)
    made = drained(SQUARE, with_answer(stated, other), ground)
    assert isinstance(made, Drained)
    assert made.heights.volume == pytest.approx(other.volume)
    assert made.least_fall == pytest.approx(0.02 * 0.5**0.5)
    # By hand over an eighth: four ways 2 s h/3, eight ways lower where walls are near, higher in corners.
    assert (
        other.volume
        < drained(SQUARE, stated, ground).heights.volume
        == pytest.approx(0.02 * 1000 / 3)
    )
    valley = Falls(area="a", along=0.01, outlets=stated.outlets)
    assert {a.directions for a in best_places(SQUARE, valley, ground).found} <= {"four"}


def test_a_gutter_within_the_roof_is_level_from_lip_to_lip_by_hand():
    """24 x 10 m, a gutter 0.6 m wide wall to wall at y = 5: both halves fall 4.7 m to their lips."""
    gutter = LevelLine(
        id="g", name="Inner gutter", start=(0.0, 5.0), end=(24.0, 5.0), both_sides=True,
        gutter=Gutter(kind="inner", width=0.6, depth=0.2),
    )  # fmt: skip
    roof = found(RECTANGLE, fall=0.02, lines=(gutter,))
    assert [roof.height((7.0, y)) for y in (5.0, 4.8, 5.3, 6.3, 10.0)] == pytest.approx(
        [0.0, 0.0, 0.0, 0.02, 0.02 * 4.7]
    )
    assert roof.heights.area == pytest.approx(240.0)
    assert roof.heights.volume == pytest.approx(2 * 24 * 0.02 * 4.7**2 / 2)
    assert roof.highest == pytest.approx(0.094)
    assert roof.least_fall == pytest.approx(0.02)
    assert (roof.drains[0].dry, roof.drains[0].catchment) == (0.0, pytest.approx(240.0))
    assert roof.facets.step < 1e-9
    # An outlet lower than the lips keeps its own surface, and the gutter ends short of the wall.
    low = outlet("o", 20.0, 2.0)
    short = replace(gutter, start=(2.0, 5.0), end=(12.0, 5.0), raised=0.05)
    mixed = found(RECTANGLE, fall=0.02, lines=(short,), outlets=(low,))
    assert mixed.height((20.0, 2.0)) == pytest.approx(0.0)
    assert mixed.height((6.0, 5.2)) == pytest.approx(0.05)
    assert mixed.facets.step < 1e-9
    assert mixed.heights.area == pytest.approx(240.0)


def test_a_longer_cricket_behind_a_kerb_by_hand():
    """A kerb 2 m wide on a plane of 2 %: natural crest 20 mm over its face, at 2 to 1 40 mm and 2 m uphill."""
    kerb = (((4.0, 4.0), (6.0, 4.0), (6.0, 5.0), (4.0, 5.0)),)
    gutter = LevelLine(id="g", name="g", start=(0.0, 0.0), end=(10.0, 0.0))
    made = [
        drained(SQUARE, Falls(area="a", fall=0.02, lines=(gutter,), kerb_cricket=w), ground_of(SQUARE.outline, kerb))
        for w in (1.0, 2.0)
    ]  # fmt: skip
    plain, long = made
    assert plain.height((5.0, 5.0)) == pytest.approx(0.10 + 0.02)
    assert long.height((5.0, 5.0)) == pytest.approx(0.10 + 0.04)
    # Its ridge runs level to where the field is as high, 2 m uphill; beyond, nothing has changed.
    assert long.height((5.0, 6.9)) == pytest.approx(0.14)
    assert long.height((5.0, 7.5)) == pytest.approx(plain.height((5.0, 7.5)))
    assert long.height((3.0, 4.5)) == pytest.approx(plain.height((3.0, 4.5)))
    assert long.facets.step < 1e-9
    # Valleys fall s sin φ: 0.707 and 0.894 of 2 %.
    assert plain.least_fall == pytest.approx(0.02 * 0.5**0.5)
    assert long.least_fall == pytest.approx(0.02 * 2 / 5**0.5)


def test_a_longer_cricket_that_would_end_in_another_facet_is_none():
    """Below the north wall a kerb 2 m wide has 1.5 m uphill of it: at 2 to 1 it would want two."""
    kerb = (((4.0, 7.5), (6.0, 7.5), (6.0, 8.5), (4.0, 8.5)),)
    south = LevelLine(id="g", name="g", start=(0.0, 0.0), end=(10.0, 0.0))
    north = LevelLine(id="h", name="h", start=(10.0, 10.0), end=(0.0, 10.0), raised=0.15)
    ground = ground_of(SQUARE.outline, kerb)
    for lines in ((south,), (south, north)):
        plain, long = (
            drained(SQUARE, Falls(area="a", fall=0.02, lines=lines, kerb_cricket=w), ground)
            for w in (1.0, 2.0)
        )
        assert isinstance(plain, Drained)
        assert isinstance(long, Drained)
        assert long.heights.volume == pytest.approx(plain.heights.volume)
        assert long.facets.step < 1e-9
