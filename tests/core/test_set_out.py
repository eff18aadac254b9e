# SPDX-License-Identifier: GPL-3.0-or-later
"""Set-out against independent cases, closed forms, hand calculations and what must always hold."""

from itertools import pairwise
from math import cos, isclose, pi, radians, sin, tan
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.saw import Saw
from glacis.core.set_out.across import Shunt, across
from glacis.core.set_out.curves import facets, gore
from glacis.core.set_out.eaves import EavesIn, PlateIn, eaves, lining, pitch_change, plate
from glacis.core.set_out.foam import BY_TEMPERATURE, BY_VAPOUR, cans_for, read_off, vapour
from glacis.core.set_out.gauges import (
    Hanging,
    Seat,
    counted,
    gauged,
    moved,
    nearest_sill,
    otherwise,
    two_gauges,
)
from glacis.core.set_out.grid import Grid, Sheeting, creeps_off, decked, framed, row_heights
from glacis.core.set_out.metal import (
    Coil,
    MetalSheet,
    by_diameters,
    coil_length,
    movement,
    ordered_length,
    share_out,
    strip_edges,
)
from glacis.core.set_out.outriggers import best_start, reactions, rigged
from glacis.core.set_out.panels import PanelRow, measured, panels_for, ridge_void, run_of
from glacis.core.set_out.planing import DeckZone, nail_length, over_supports, planed
from glacis.core.set_out.rolls import Roll, courses_of, rolls_over
from glacis.core.set_out.running import between, running
from glacis.core.set_out.shingles import Shingle, shingle_courses
from glacis.core.set_out.slates import Slate, gauge_of, slate_courses
from glacis.core.shape.saw import guide, sawn
from support import case

SEAT = Seat(0.08, 0.1)


def hanging(**other: float) -> Hanging:
    values = {
        "slope": 5.237, "tile": 0.42, "hang": 0.385, "headlap_least": 0.075, "headlap_most": 0.105, "overhang": 0.05,
        "pitch": 35.0, "top_clear": 0.04, **other,
    }  # fmt: skip
    return Hanging(**values)


@pytest.mark.parametrize("number", range(3))
def test_gauges_and_a_window_as_the_case_has_them(number):
    held = case("g42_gauge_window")
    query, wanted = held["inputs"]["queries"][number], held["expected"]["rows"][number]
    given_ = hanging(
        **{key: query[key] for key in ("slope", "tile", "hang", "headlap_least", "headlap_most", "pitch", "top_clear")},
        overhang=query["overhang_plan"],
    )  # fmt: skip
    seat, sill, plain = (
        Seat(query["seat_least"], query["seat_most"]),
        query["sill"],
        wanted["plain"],
    )
    even = gauged(given_)
    assert even.first == pytest.approx(plain["first"], abs=1e-9)
    assert (even.courses, even.feasible) == (plain["courses"], plain["feasible"])
    assert even.battens == pytest.approx(plain["battens"], abs=1e-9)
    assert (even.gauge, even.headlap) == pytest.approx((plain["gauge"], plain["headlap"]))
    move, two = moved(even.battens, seat, sill), two_gauges(given_, seat, sill)
    if wanted["move"] is None:
        assert move is None
    else:
        assert (move.shift, move.batten, move.sill) == pytest.approx(tuple(wanted["move"].values()))
    if wanted["two"] is None:
        assert two is None
    else:
        found = (two.below, two.above, two.batten, two.gauge_below, two.gauge_above, two.difference)
        assert found == pytest.approx(tuple(wanted["two"].values()))
    assert nearest_sill(given_, seat, sill) == (
        None if wanted["nearest_sill_by_two_gauges"] is None
        else pytest.approx(wanted["nearest_sill_by_two_gauges"])
    )  # fmt: skip


@given(st.floats(0.6, 4.6))
def test_two_gauges_are_the_best_of_a_plain_search(sill):
    given_ = hanging()
    first, top = given_.first, given_.top
    best = None
    for batten in np.linspace(sill - SEAT.most, sill - SEAT.least, 41):
        for below in range(1, 17):
            for above in range(1, 17):
                lower, upper = (batten - first) / below, (top - batten) / above
                if all(0.315 - 1e-9 <= gauge <= 0.345 + 1e-9 for gauge in (lower, upper)):
                    off = abs(lower - upper)
                    best = off if best is None else min(best, off)
    found = two_gauges(given_, SEAT, sill)
    assert (found is None) or SEAT.least - 1e-9 <= sill - found.batten <= SEAT.most + 1e-9
    if best is not None:
        assert found is not None
        assert found.difference <= best + 1e-9


@given(st.floats(1.0, 30.0), st.floats(0.0, 0.08), st.floats(0.0, 0.2), st.floats(10.0, 60.0))
def test_gauges_lie_within_their_limits_or_are_said_to_be_impossible(slope, overhang, clear, pitch):
    given_ = hanging(slope=slope, overhang=overhang, top_clear=clear, pitch=pitch)
    if given_.top - given_.first < 0.05:
        return
    found = gauged(given_)
    assert found.gauge <= given_.gauge_most + 1e-9
    assert found.feasible == (found.gauge >= given_.gauge_least - 1e-9)
    if not found.feasible:
        for way in otherwise(given_):
            if way.what != "cut top course":
                changed = {"overhang": "overhang", "top clearance": "top_clear"}[way.what]
                again = gauged(hanging(**{
                    "slope": slope, "overhang": overhang, "top_clear": clear, "pitch": pitch, changed: way.value
                }))  # fmt: skip
                assert again.feasible


def test_a_length_parts_into_courses_as_the_case_has_it():
    wanted = case("g10_gauge")["expected"]
    found = counted(5.237, 0.315, 0.345)
    assert (found.courses, found.battens, found.feasible, found.fewest, found.most) == (
        16,
        17,
        True,
        16,
        16,
    )
    assert found.gauge * 1000 == pytest.approx(wanted["gauge"])


@pytest.mark.parametrize("number", range(3))
def test_panels_grow_and_skew_as_the_case_has_it(number):
    held = case("g46_panels_skew")
    query, wanted = dict(held["inputs"]["queries"][number]), held["expected"]["rows"][number]
    laid, bottom, top = (query.pop(key) for key in ("laid", "measured_bottom", "measured_top"))
    found = measured(PanelRow(**query), laid, bottom, top)
    for key, value in wanted.items():
        got: Any = found.skew * 1000 if key == "skew_mrad" else getattr(found, key)
        assert (list(got) if isinstance(value, list) else got) == pytest.approx(value, abs=1e-8), (
            key
        )


def test_eaves_and_plate_are_as_the_case_has_them():
    held = case("g48_eaves_plate")
    found, infill = (
        eaves(EavesIn(**held["inputs"]["eaves_in"])),
        plate(PlateIn(**held["inputs"]["plate_in"])),
    )
    flat = held["expected"]["eaves"].pop("flat_sprocket")
    for what, values in ((found, held["expected"]["eaves"]), (infill, held["expected"]["plate"])):
        for key, value in values.items():
            assert getattr(what, key) == pytest.approx(value, abs=1e-9), key
    for key, value in flat.items():
        assert getattr(found.flat_sprocket, key) == pytest.approx(value, abs=1e-9), key


def test_slates_by_hand():
    slate = Slate(0.5, 0.25, 0.1)
    assert gauge_of(slate) == pytest.approx(0.2)
    assert gauge_of(Slate(0.5, 0.25, 0.1, "head")) == pytest.approx(0.1875)
    found = slate_courses(slate, 5.03, top=0.05, overhang=0.04)
    assert found.courses == 26  # 5.02 m by 0.2 m at most is 25.1
    assert found.gauge == pytest.approx(5.02 / 26)
    assert found.lap == pytest.approx(0.5 - 2 * 5.02 / 26)
    assert found.under_eaves == pytest.approx(found.gauge + found.lap)
    assert found.tails[0] == pytest.approx(-0.04)
    assert found.tails[-1] == pytest.approx(4.98)
    with pytest.raises(ValueRefused, match="lap"):
        gauge_of(Slate(0.3, 0.2, 0.3))


def test_straight_bond_may_be_impossible_where_broken_bond_is_not():
    shunt = Shunt(0.298, 0.302, 0.03, 0.05)
    assert across(6.1, shunt, "straight") is None
    found = across(6.1, shunt, "broken")
    assert found.tiles == 20.5
    assert found.tiles * found.cover == pytest.approx(6.1 + 2 * found.overhang)


@given(st.floats(1.0, 40.0), st.sampled_from(("straight", "broken")))
def test_tiles_across_keep_all_limits(width, bond):
    shunt = Shunt(0.2, 0.206, 0.03, 0.06)
    found = across(width, shunt, bond)
    if found is not None:
        assert 0.2 - 1e-9 <= found.cover <= 0.206 + 1e-9
        assert 0.03 - 1e-9 <= found.overhang <= 0.06 + 1e-9
        assert (found.tiles * (1 if bond == "straight" else 2)) % 1 == 0


@given(st.floats(1.0, 12.0), st.floats(1.5, 30.0))
def test_rolls_lay_what_they_are_opened_for(slope, run):
    roll = Roll(1.0, 10.0, 0.1, 0.15)
    count = courses_of(slope, 1.0, 0.1)
    found = rolls_over((run,) * count, roll, slope)
    assert found.laid + found.left + found.wasted == pytest.approx(found.rolls * roll.length)
    assert found.laid == pytest.approx(count * run + found.joints * roll.side_lap)
    assert (count - 1) * 0.9 + 1.0 >= slope - 1e-9
    assert count == 1 or (count - 2) * 0.9 + 1.0 < slope


def test_members_begin_with_their_face_so_that_sheets_end_on_centres():
    found = framed(Grid(6.0, 0.6, 0.05))
    assert found.centres[:3] == pytest.approx((0.025, 0.6, 1.2))
    assert found.clear_first == pytest.approx(0.525)
    assert found.centres[-1] == pytest.approx(5.975)
    assert framed(Grid(6.1, 0.6, 0.05, "centre", (1,))).members == 13
    assert creeps_off(0.045, 0.0032, 6) == 2  # 22.5 - 2 x 3.2 is under 18 mm
    assert creeps_off(0.045, 0.0, 6) is None


@given(st.floats(2.5, 25.0), st.floats(0.8, 9.0))
def test_deck_sheets_tile_the_rectangle_with_moved_joints(run, slope):
    grid = Grid(run, 0.6, 0.05)
    found = decked(grid, slope, Sheeting(2.4, 1.2))
    assert sum((s.right - s.left) * (s.high - s.low) for s in found.sheets) == pytest.approx(
        run * slope
    )
    rows = [[s for s in found.sheets if s.row == k + 1] for k in range(found.sheets[-1].row)]
    for row in rows:
        for sheet in row[:-1]:
            assert sheet.right / 0.6 == pytest.approx(round(sheet.right / 0.6))
    for below, above in pairwise(rows):
        lower = {round(s.right, 6) for s in below[:-1]}
        assert all(abs(s.right - end) > 0.6 - 1e-6 for s in above[:-1] for end in lower)
    heights = row_heights(slope, 1.2)
    assert slope < 0.3 or min(heights) >= 0.3 - 1e-9
    assert found.bought * 2.4 * 1.2 >= run * slope - 1e-9


def test_shingles_are_shortened_and_keep_bond_and_pieces():
    strip = Shingle(1.0, 0.145, 0.167, 0.1, 0.1)
    found = shingle_courses(strip, 5.0, 9.9)
    assert found.courses == 35
    assert found.exposure == pytest.approx(5.0 / 35)
    for below, above in pairwise(found.rows):
        gap = abs(below.start - above.start) % 1.0
        assert min(gap, 1.0 - gap) >= 0.1 - 1e-9
    assert all(row.first >= 0.1 - 1e-9 and row.last >= 0.1 - 1e-9 for row in found.rows)
    assert any(row.moved for row in found.rows)
    # By its offset the second course would begin at 0.833 m and end with 0.067 m: it moves to 0.8 m.
    assert [row.start for row in found.rows[:2]] == pytest.approx([0.0, 0.8])


def test_metal_by_hand():
    assert strip_edges(2.1, 0.5) == (0.0, 0.5, 1.0, 1.5, 1.8, 2.1)
    coil = Coil(500.0, 7850.0, 0.0006, 0.6)
    assert coil_length(coil) == pytest.approx(500 / (7850 * 0.0006 * 0.6))
    tight = Coil(0.0, 7850.0, 0.0006, 0.6, outer=0.62, bore=0.508)
    assert (
        coil_length(tight)
        == by_diameters(tight)
        == pytest.approx((0.62**2 - 0.508**2) * pi / 0.0024)
    )
    with pytest.raises(ValueRefused, match="coil"):
        coil_length(Coil(0.0, 7850.0, 0.0006, 0.6))
    assert movement(10.0, 12e-6, 100.0) == pytest.approx(0.012)
    assert ordered_length(12.31, MetalSheet(0.5, step=0.1, transport=8.0)) == (6.3, 2)
    found = share_out((6.0, 4.0, 3.0, 3.0, 2.0, 12.0), (10.0,), setup=0.5)
    assert found.unplaced == (12.0,)
    assert sorted(sum(found.coils, ())) == [2.0, 3.0, 3.0, 4.0, 6.0]
    for lengths, left in zip(found.coils, found.left, strict=True):
        assert sum(lengths) + left + 0.5 == pytest.approx(10.0)
    assert share_out((6.0, 5.0), (7.0, 4.0)).unplaced == (5.0,)


@given(st.floats(0.5, 20.0), st.floats(0.3, 12.0))
def test_a_finer_step_never_lengthens_an_order(length, transport):
    coarse = ordered_length(length, MetalSheet(0.5, step=0.1, transport=transport, end_lap=0.2))
    fine = ordered_length(length, MetalSheet(0.5, step=0.05, transport=transport, end_lap=0.2))
    assert fine[0] * fine[1] <= coarse[0] * coarse[1] + 1e-9
    assert fine[0] * fine[1] - 0.2 * (fine[1] - 1) >= length - 1e-5


def test_outriggers_by_moments_and_boards_that_go_in_uncut():
    found = reactions(0.6, 1.2, (1500.0, 0.0), tip=200.0)
    assert found.inner == pytest.approx(-(1500 * 0.18 + 120) / 1.2)
    assert found.inner + found.outer == pytest.approx(1500 * 0.6 + 200)
    drift = rigged(15 * 0.64, 0.64, (0.6, 0.045))
    assert (len(drift.centres), drift.blocks) == (16, 14)
    ways = best_start(15 * 0.64, 0.64, (0.6, 0.045))
    assert len(ways) == 24
    assert ways[0].blocks - ways[0].boards == min(way.blocks - way.boards for way in ways)


def test_planing_out_and_a_plane_over_measured_supports():
    zones = (
        DeckZone(0.0, 0.024, 0.004),
        DeckZone(0.003, 0.018, 0.0084),
        DeckZone(-0.002, 0.024, 0.004),
    )
    found = planed(zones, 0.02)
    assert found.rips == pytest.approx((0.021, 0.02, 0.023))
    assert max(abs(off) for off in found.residuals) <= 0.0005 + 1e-12
    assert not found.minded
    points = [(x, y, 0.01 * x - 0.02 * y + bump) for x, y, bump in (
        (0, 0, 0), (4, 0, 0.006), (4, 3, 0), (0, 3, 0.006), (2, 1.5, 0)
    )]  # fmt: skip
    plane = over_supports(points, 0.015)
    assert min(plane.furring) == pytest.approx(0.015)
    assert (plane.slope_x, plane.slope_y) == pytest.approx((0.01, -0.02), abs=1e-9)
    with pytest.raises(ValueRefused, match="line"):
        over_supports([(0, 0, 0), (1, 1, 0), (2, 2, 0)])
    assert nail_length(0.02, 0.018, 0.024) == pytest.approx((0.038, 0.062))


@given(st.floats(1.0, 60.0), st.floats(20.0, 300.0), st.floats(0.0005, 0.05))
def test_facets_keep_their_limit_and_one_less_would_not(radius, angle, limit):
    found = facets(radius, angle, limit, 0.02)
    turn = radians(angle)
    assert radius * (1 - cos(turn / found.count / 2)) <= limit + 1e-9
    assert found.count == 1 or radius * (1 - cos(turn / (found.count - 1) / 2)) > limit
    half = turn / found.count / 2
    assert (found.chord, found.tangent) == pytest.approx(
        (2 * radius * sin(half), 2 * radius * tan(half))
    )
    if found.count > 6:
        assert found.fill_chord / found.fill == pytest.approx(2.0, rel=0.15)


def test_gores_close_a_dome():
    found = gore(3.0, 24, 60)
    assert found.widths[0] == pytest.approx(6 * sin(pi / 24))
    area = sum(
        (a + b) / 2 * edge for (a, b), edge in zip(pairwise(found.widths), found.edges, strict=True)
    )
    assert 24 * area == pytest.approx(2 * pi * 9, rel=0.01)


def test_saw_foam_ridge_and_linings_by_hand():
    saw = Saw()
    assert sawn(replace(saw, thickness=0.04), 30.0).passes == 1
    found = sawn(saw, 45.0)
    assert (found.passes, found.web) == (0, pytest.approx(0.12 / cos(radians(45)) - 0.09))
    assert sawn(replace(saw, thickness=0.03), 60.0).wedge == pytest.approx(15.0)
    assert guide(saw, 1.0) == pytest.approx(0.88)
    assert guide(saw, 1.0, "left") == pytest.approx(1.04)
    assert ridge_void(0.2, 30.0) == pytest.approx(0.04 * sin(radians(60)) / 2)
    assert ridge_void(0.2, 30.0, 0.01, plumb=True) == pytest.approx(0.01 * 0.2 / cos(radians(30)))
    reach = lining(0.3, 35.0)
    assert reach.head * reach.sill == pytest.approx(0.09)
    assert pitch_change(25.0, 40.0, (0.1, 0.15)).bend == pytest.approx(165.0)
    assert vapour(20.0, 0.5) == pytest.approx(8.64, abs=0.03)
    cans = cans_for((9, 4.8, 0.0006), (0.035, 5.0), (20.0, 0.6))
    foam = 9 * 4.8 * 0.0006 * 1.15
    assert cans.foam == pytest.approx(foam)
    share = read_off(BY_TEMPERATURE, 20.0) * read_off(BY_VAPOUR, vapour(20.0, 0.6))
    assert cans.cans == -(-foam // (0.92 * 0.035 * share))
    assert cans_for((9, 4.8, 0.0006), (0.035, 5.0), (4.9, 0.6)).too_cold


def test_panels_are_counted_and_wrong_runs_refused():
    assert panels_for(12.218, 1.22, 0.002) == 10
    assert panels_for(12.219, 1.22, 0.002) == 11
    row = PanelRow(10, 1.22, 4.8, 0.002, 11.9, 0.15, 0.15)
    assert isclose(run_of(10, 1.22, 0.002), 12.218)
    with pytest.raises(ValueRefused, match="Measure again"):
        measured(row, 6, 7.31, 7.34)
    with pytest.raises(ValueRefused, match="panels laid"):
        measured(row, 1, 1.22, 1.22)


@given(st.lists(st.floats(0.0, 30.0), min_size=2, max_size=40))
def test_running_dimensions_never_add_their_rounding_up(places):
    ordered = sorted(places)
    marks = running(ordered)
    assert all(
        abs(mark - place) <= 0.0005 + 1e-9 for mark, place in zip(marks, ordered, strict=True)
    )
    assert sum(between(ordered)) == pytest.approx(marks[-1] - marks[0], abs=1e-6)


@pytest.mark.parametrize(
    "other",
    [
        {"headlap_least": 0.2},
        {"headlap_most": 0.43},
        {"tile": 6.0},
        {"top_clear": 5.0},
        {"tile": 0.0},
    ],
)
def test_impossible_tiles_are_refused(other):
    with pytest.raises(ValueRefused):
        gauged(hanging(**other))


def test_a_slip_of_units_is_asked_about():
    with pytest.raises(ValueRefused, match="unit slip"):
        gauged(hanging(tile=0.000385, hang=0.0003, headlap_least=0.00007, headlap_most=0.0001))
