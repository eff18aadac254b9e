# SPDX-License-Identifier: GPL-3.0-or-later
"""Areas set out: pieces tile the plane, mirrored planes give mirrored lists, windows and datum follow."""

from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from core.set_outs import (
    METAL,
    SHIPPED,
    SLATE,
    TILE,
    hipped,
    laid,
    lit,
    long_row,
    plane,
    seen_from,
)
from glacis.core.arithmetic import evaluate
from glacis.core.errors import GlacisError, MissingReference, ValueRefused
from glacis.core.model.geometry import Break, Footprint, FootprintEdge, Loop
from glacis.core.model.set_out import EavesSection, MeasuredRun, SetOut
from glacis.core.model.validate import check_project
from glacis.core.set_out.change import (
    choose_product,
    measure_run,
    move_opening,
    put_set_out,
    state_set_out,
)
from glacis.core.set_out.laid_out import laid_out
from glacis.core.set_out.laying import shape_of
from glacis.core.set_out.lists import marked, pieces_of
from glacis.core.set_out.parts import SET_OUT, SHEET_WAYS
from glacis.core.set_out.plane import mirrored, plane_of, widened
from glacis.core.set_out.working import set_out_working
from glacis.core.shape.footprints import regrow
from glacis.core.units.format import number
from support import analyser, demo

COVERINGS = (
    "tile-interlocking",
    "tile-flat-broken",
    "slate-500-250",
    "slate-400-200",
    "plain-tile",
    "shingle-strip",
)
SHAPES = {
    "rectangle": plane((0, 0), (12, 0), (12, 5), (0, 5)),
    "hip": plane((0, 0), (14, 0), (10, 4), (4, 4)),
    "triangle": plane((0, 0), (9, 0), (4.5, 4.5)),
    "valley": plane((0, 0), (8, 0), (12, 4), (0, 4)),
    "turned": plane((0, 0), (4, 3), (1, 7), (-3, 4), azimuth=143.13010235415598),
}  # fmt: skip


def found_in(project, area="a") -> Any:
    return analyser().analyse(project).value(SET_OUT, area)


@pytest.mark.parametrize("product", COVERINGS)
@pytest.mark.parametrize("shape", SHAPES)
def test_pieces_tile_the_plane(shape, product):
    area = SHAPES[shape]
    found = laid_out(seen_from(product, area, overhang=0.0))
    assert not found.faults
    covered = found.covered
    seen = found.plane
    over = covered.across.overhang if covered.across else 0.0
    room = widened(seen, 0.0, over, over)
    low, high = covered.lines[0], covered.lines[-1]
    assert low == pytest.approx(0.0, abs=1e-9)
    assert high == pytest.approx(seen.slope)
    assert covered.laid.areas.sum() == pytest.approx(room.area, rel=1e-9)
    assert len(covered.courses) == len(covered.lines) - 1


@settings(max_examples=25, deadline=None)
@given(
    st.floats(6.0, 20.0), st.floats(2.5, 7.0), st.floats(0.0, 1.0), st.floats(0.0, 1.0), st.sampled_from(COVERINGS),
    st.floats(-2.0, 2.0),
)  # fmt: skip
def test_a_mirrored_plane_gives_a_mirrored_list(width, deep, left, right, product, datum):
    half = width / 2 - 0.3
    one = plane((0, 0), (width, 0), (width - right * half, deep), (left * half, deep))
    other = plane((0, 0), (width, 0), (width - left * half, deep), (right * half, deep))
    here = laid_out(seen_from(product, one, datum=datum)).covered
    there = laid_out(seen_from(product, other, datum=datum, mirrored=True)).covered
    assert [c.s for c in here.courses] == pytest.approx([c.s for c in there.courses])
    if here.laid is None:
        assert there.laid is None
        return
    assert (here.laid.whole, here.laid.cuts, here.laid.wide) == (
        there.laid.whole, there.laid.cuts, there.laid.wide,
    )  # fmt: skip
    lefts = np.sort(width - there.laid.boxes[:, 2])
    assert np.sort(here.laid.boxes[:, 0]) == pytest.approx(lefts, abs=1e-6)


def test_a_plane_is_seen_from_its_eaves_whichever_way_it_faces():
    for name, area in SHAPES.items():
        seen = plane_of(area)
        assert seen.eaves[0] == pytest.approx(0.0, abs=1e-9), name
        assert min(s for _, s in seen.outline) == pytest.approx(0.0, abs=1e-9)
    south = plane_of(SHAPES["valley"])
    assert south.right == pytest.approx(12.0)  # what looks south has its left in the west
    turned = plane_of(SHAPES["turned"])
    assert (turned.right, turned.slope) == pytest.approx((5.0, 5.0 / np.cos(np.radians(35.0))))
    again = mirrored(mirrored(south)).outline
    assert np.array(again) == pytest.approx(np.array(south.outline), abs=1e-9)


def test_slates_are_counted_by_hand_on_a_small_plane():
    # 2.2 m wide: even courses 8 whole and one of 0.2 m; odd ones begin 0.375 m wide, then 7, then 0.075 m
    # that is too narrow and makes its neighbour a wide one of 0.325 m.
    found = laid_out(
        seen_from("slate-500-250", plane((0, 0), (2.2, 0), (2.2, 1.0), (0, 1.0)), overhang=0.0)
    )
    laid_ = found.covered.laid
    rows = len(found.covered.courses)
    even, odd = (rows + 1) // 2, rows // 2
    assert rows == 7  # 1.2208 m at 0.2 m at most
    assert laid_.whole == even * 8 + odd * 6
    assert laid_.cuts == even
    assert laid_.wide == odd * 2
    under = next(piece for piece in pieces_of(found) if piece.mark == "E")
    assert under.count == 9


def test_a_window_is_moved_onto_a_course_or_met_by_two_gauges():
    project = lit(laid(TILE), (5.0, 2.6))
    seat = found_in(project).covered.windows[0]
    assert not seat.sits
    up = seat.moved.shift
    sat = move_opening(project, "w", 0.0, up)
    assert found_in(sat).covered.windows[0].sits
    met = move_opening(project, "w", 0.0, seat.nearest - seat.window.low)
    two = state_set_out(met, "a", gauge="two", window="w")
    covered = found_in(two).covered
    assert covered.windows[0].sits
    assert [course.note for course in covered.courses].count("window") == 1
    gauges = {round(course.gauge, 6) for course in covered.courses[1:]}
    assert len(gauges) == 2
    assert all(0.315 - 1e-9 <= gauge <= 0.345 + 1e-9 for gauge in gauges)
    assert covered.laid.areas.sum() == pytest.approx(
        found_in(sat).covered.laid.areas.sum(), rel=1e-6
    )
    with pytest.raises(MissingReference):
        move_opening(project, "none", 0.0, 0.1)
    with pytest.raises(ValueRefused):
        move_opening(project, "w", 0.0, 9.0)


def test_a_window_moves_as_one_sees_it_whichever_way_its_plane_faces():
    base = lit(laid(TILE))
    for azimuth in (0.0, 90.0, 180.0, 233.0):
        turned = replace(base, areas=(replace(base.areas[0], azimuth=azimuth),))
        before = plane_of(turned.areas[0], frozenset({"w"}))
        if not before.windows or before.slope < 3:
            continue
        try:
            after = move_opening(turned, "w", 0.05, 0.1)
        except GlacisError:
            continue
        seen = plane_of(after.areas[0], frozenset({"w"})).windows[0]
        start = plane_of(lit(turned).areas[0], frozenset({"w"})).windows[0]
        assert seen.left - start.left == pytest.approx(0.05, abs=1e-9)
        assert seen.low - start.low == pytest.approx(0.1, abs=1e-9)


def test_metal_follows_the_plane_and_no_sheet_spans_two_coils():
    found = found_in(laid(METAL))
    slope = 5 / np.cos(np.radians(35.0))
    assert [strip.length for strip in found.sheeted.strips] == pytest.approx([slope + 0.03] * 20)
    assert len(found.sheeted.strips) == 20
    shared = found.sheeted.shared
    assert sum(len(coil) for coil in shared.coils) == 20
    assert all(sum(coil) <= found.sheeted.coil - 1.0 + 1e-9 for coil in shared.coils)
    skewed = found_in(hipped(METAL)).sheeted.strips
    assert all(strip.skew for strip in skewed)
    assert max(strip.length for strip in skewed) == pytest.approx(slope + 0.03, abs=0.01)


def test_panels_are_recut_before_the_last_is_lifted():
    project = long_row(0.02)
    last = found_in(project).panelled.measured[-1][1]
    assert (last.recut, last.short) == (True, False)
    assert last.last_width_bottom == pytest.approx(1.108 - 0.02)
    cut = next(piece for piece in pieces_of(found_in(project)) if piece.mark == "L")
    assert cut.width == pytest.approx(1.088)
    again = measure_run(project, "a", MeasuredRun(laid=7, bottom=7.8, top=7.8))
    assert [run.laid for run in again.set_outs[0].panels.measured] == [5, 7]
    put_right = measure_run(again, "a", MeasuredRun(laid=7, bottom=7.81, top=7.8))
    assert len(put_right.set_outs[0].panels.measured) == 2
    broken = measure_run(project, "a", MeasuredRun(laid=6, bottom=6.0, top=6.7))
    assert any("Measure again" in why for _, why in found_in(broken).faults)


def test_lists_are_rounded_once_from_the_datum():
    covered = found_in(laid(SLATE)).covered
    rows = marked(covered)
    assert [round(row.s * 1000) for row in rows] == [round(c.s * 1000) for c in covered.courses]
    assert sum(row.gauge for row in rows) == pytest.approx(rows[-1].s - rows[0].s, abs=1e-9)


@pytest.mark.parametrize(
    "project",
    [
        laid(TILE, eaves=EavesSection(sprocket_pitch=28.0)),
        laid(SLATE),
        laid(SHIPPED["slate-400-200"]),
        laid(SHIPPED["shingle-strip"]),
        laid(METAL),
        long_row(0.013),
        state_set_out(lit(laid(TILE), (5.0, 2.63)), "a", gauge="two", window="w"),
    ],
)  # fmt: skip
def test_every_step_of_the_working_is_redone_by_a_calculator(project):
    working = set_out_working(found_in(project))
    assert len(working.steps) >= 2
    for step in working.steps:
        redone = number(evaluate(step.substitution, {}), step.quantity, "si")
        assert redone == number(step.value, step.quantity, "si"), step.symbol


def test_products_and_limits_are_checked():
    project = laid(TILE)
    with pytest.raises(MissingReference):
        choose_product(project, "b", "cover", "none")
    assert choose_product(project, "b", "cover", "").assemblies[0].layers[-1].product == ""
    with pytest.raises(ValueRefused, match="seat"):
        state_set_out(project, "a", seat_least=0.2, seat_most=0.1)
    crossed = replace(project, products=(replace(TILE, headlap_least=0.2),))
    with pytest.raises(ValueRefused, match="headlap"):
        check_project(crossed)
    with pytest.raises(MissingReference):
        check_project(put_set_out(project, replace(project.set_outs[0], area="a")).__class__(
            name="x", site=project.site, set_outs=(replace(project.set_outs[0], area="gone"),)
        ))  # fmt: skip


def test_the_demo_s_hall_is_laid_but_for_its_window():
    found = found_in(demo(), "hall-south")
    assert not found.faults
    assert [seat.name for seat in found.covered.windows if not seat.sits] == ["Stage rooflight"]
    assert found.covered.laid.areas.sum() == pytest.approx(found.plane.area, rel=0.01)
    rolled = found.rolled
    assert rolled is not None
    rolls = rolled[1]
    assert rolls.laid + rolls.left + rolls.wasted == pytest.approx(rolls.rolls * 50.0)


def test_sheets_stand_side_by_side_and_the_rest_of_the_list_is_there():
    project = laid(METAL, eaves=EavesSection())
    ways = analyser().analyse(project).value(SHEET_WAYS, "a")
    assert {way.product.fixing for way in ways} == {"concealed", "exposed"}
    chosen = next(way for way in ways if way.product.id == "metal")
    assert chosen == found_in(project).sheeted
    assert analyser().analyse(laid(TILE)).value(SHEET_WAYS, "a") == ()
    pieces = {piece.mark: piece for piece in pieces_of(found_in(demo(), "hall-south"))}
    assert pieces["G1"].length == pytest.approx(1.1 / np.tan(np.radians(42.0)))
    assert pieces["Q1"].count == 2
    assert pieces["N"].count == 2 * sum(pieces[mark].count for mark in "PCW")


def test_a_bent_profile_lies_where_the_pitch_changes():
    project = laid(TILE)
    edges = tuple(
        FootprintEdge(id=name, at=at, kind=kind, pitch=60.0, breaks=breaks)  # type: ignore[arg-type]
        for name, at, kind, breaks in (
            ("s", (0.0, 0.0), "eaves", (Break(start=2.0, pitch=30.0),)), ("e", (10.0, 0.0), "verge", ()),
            ("n", (10.0, 8.0), "eaves", (Break(start=2.0, pitch=30.0),)), ("w", (0.0, 8.0), "verge", ()),
        )
    )  # fmt: skip
    footprint = Footprint(id="f", name="Mansard", level=3.0, loops=(Loop(edges=edges),))
    grown = regrow(
        replace(project, areas=(), set_outs=(), footprints=(footprint,)), "f", ("b", "z")
    )
    lower = next(a for a in grown.areas if a.grown and (a.grown.edge, a.grown.band) == ("s", 0))
    upper = next(a for a in grown.areas if a.grown and (a.grown.edge, a.grown.band) == ("s", 1))
    stated = replace(grown, set_outs=(SetOut(area=lower.id), SetOut(area=upper.id)))
    found = found_in(stated, lower.id)
    ((profile, length),) = found.profiles
    assert (profile.bend, length) == pytest.approx((150.0, 10.0))
    assert next(piece.length for piece in pieces_of(found) if piece.mark == "X1") == pytest.approx(
        10.0
    )
    above = found_in(stated, upper.id)
    assert above.profiles == ()
    assert above.covered.courses[0].s == pytest.approx(
        found.covered.hanging.hang - 0.05 / np.cos(np.radians(30))
    )


@pytest.mark.parametrize(
    "product", ["plain-tile", "sheet-rib", "roll-membrane", "deck-2440", "panel-1220"]
)
def test_a_roof_as_large_as_a_town_is_refused_and_not_laid(product):
    area = plane((0, 0), (90_000, 0), (90_000, 60_000), (0, 60_000))
    found = laid_out(seen_from(product, area))
    assert any("at most" in why for _, why in found.faults)
    assert all(len(why) < 300 for _, why in found.faults)


def test_a_product_that_nobody_knows_is_told_and_the_document_still_opens():
    project = replace(laid(TILE), products=())
    check_project(project)
    found = found_in(project)
    assert found.covered is None
    assert found.faults == (("product", "nobody knows 'tile'; choose another"),)
    assert "set-out.fault" in {finding.rule for finding in analyser().analyse(project).findings}


def test_an_outline_that_crosses_itself_is_taken_apart_where_it_does():
    whole = plane_of(SHAPES["rectangle"])
    bow = ((1.0, 1.0), (3.0, 3.0), (3.0, 1.0), (1.0, 3.0))
    shape = shape_of(replace(whole, holes=(("x", bow),)))
    assert shape.is_valid
    assert shape.area == pytest.approx(shape_of(whole).area - 2.0)
