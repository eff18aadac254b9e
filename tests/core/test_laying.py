# SPDX-License-Identifier: GPL-3.0-or-later
"""Rolls, boards, bars, trims and fills against hand calculations, closed forms and laws."""

from itertools import combinations
from math import ceil, pi

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.graph.part import WHOLE
from glacis.core.model.document import Project
from glacis.core.quantities.amounts import (
    coats_mass,
    edge_pieces,
    foam_metres,
    loose_fill,
    packs_of,
    skips_of,
    trimmed,
    wet_film,
)
from glacis.core.quantities.bars import cut_list, spliced
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.boards import BoardSize, board_plan
from glacis.core.quantities.cost import Cost
from glacis.core.quantities.members import bay_boards, member_lines
from glacis.core.quantities.nest import Sheet, nested
from glacis.core.quantities.parts import BILL, COST
from glacis.core.quantities.rolls import (
    STAGGER,
    RollPlan,
    RollSize,
    RollWish,
    gore_count,
    pleated,
    ranked,
    roll_plan,
    strip_count,
)
from glacis.core.quantities.surface import Ground
from support import analyser, case

SQUARE = Ground(((0.0, 0.0), (10.0, 0.0), (10.0, 6.0), (0.0, 6.0)))
U_SHAPE = Ground(((0, 0), (12, 0), (12, 8), (8, 8), (8, 3), (4, 3), (4, 8), (0, 8)))  # fmt: skip


def bill_of(project: Project) -> Bill:
    return analyser().analyse(project, "figures").value(BILL, WHOLE)


def cost_of(project: Project) -> Cost:
    return analyser().analyse(project, "figures").value(COST, WHOLE)


# Rolls


def test_rolls_on_an_l_are_those_counted_by_hand():
    given_case = case("q02_rolls_L")
    inputs, expected = given_case["inputs"], given_case["expected"]
    size = RollSize(
        inputs["width"], inputs["roll"], inputs["side_lap"], inputs["end_lap"], inputs["least"]
    )
    plan = roll_plan(Ground(tuple(map(tuple, inputs["outline"]))), inputs["direction_deg"], size)
    assert plan.strips == expected["strips"]
    assert [[p.strip, pytest.approx(p.length)] for p in plan.pieces] == expected["pieces"]
    assert (plan.run.joints, plan.rolls, plan.least_rolls) == (9, 10, 10)
    for name in ("net", "side_seam", "end_seam", "laid", "bought", "waste"):
        assert getattr(plan, name) == pytest.approx(expected[name], abs=1e-6)
    assert plan.net + plan.lap + plan.cut == pytest.approx(plan.laid)


def test_strips_of_a_u_come_in_several_pieces_and_are_as_long_as_their_whole_width():
    plan = roll_plan(U_SHAPE, 0.0, RollSize(1.0, 50.0, 0.1, 0.1))
    by_strip = {k: [p.length for p in plan.pieces if p.strip == k] for k in range(plan.strips)}
    assert by_strip[0] == [12.0]
    assert by_strip[3] == [12.0]  # from 2.7 m, below the notch
    assert by_strip[4] == [4.0, 4.0]
    assert plan.strips == strip_count(8.0, 1.0, 0.1) == 9


def test_what_is_turned_up_lengthens_the_pieces_that_end_there():
    # Both ends at parapets: the second and the fourth edge.
    plan = roll_plan(
        replace(SQUARE, turn_ups=(0.0, 0.2, 0.0, 0.3)), 0.0, RollSize(1.5, 50.0, 0.1, 0.1)
    )
    assert all(piece.length == pytest.approx(10.5) for piece in plan.pieces)
    assert plan.turned_up == pytest.approx(0.5 * 1.5 * plan.strips)


ROLLS = st.builds(
    RollSize,
    width=st.floats(0.5, 3.0),
    length=st.floats(8.0, 60.0),
    side_lap=st.floats(0.0, 0.2),
    end_lap=st.floats(0.0, 0.2),
    least=st.floats(0.3, 2.0),
)
CORNERS = st.tuples(
    st.floats(3.0, 20.0), st.floats(3.0, 20.0), st.floats(0.2, 0.8), st.floats(0.2, 0.8)
)


def l_shape(corner: tuple[float, float, float, float]) -> Ground:
    a, b, x, y = corner
    return Ground(((0.0, 0.0), (a, 0.0), (a, b * y), (a * x, b * y), (a * x, b), (0.0, b)))


def sound(plan: RollPlan) -> None:
    """Bits make up their pieces, no roll gives more than it has, joints keep apart where rolls allow it."""
    for number, piece in enumerate(plan.pieces):
        bits = [bit for bit in plan.run.bits if bit.piece == number]
        laps = (len(bits) - 1) * plan.size.end_lap
        assert sum(bit.length for bit in bits) == pytest.approx(piece.length + laps)
    used: dict[int, float] = {}
    for bit in plan.run.bits:
        used[bit.roll] = used.get(bit.roll, 0.0) + bit.length
    assert max(used.values()) <= plan.size.length + 1e-9
    assert len(used) == plan.rolls >= plan.least_rolls
    covered = shapely.union_all([shapely.Polygon(p.outline) for p in plan.pieces]).buffer(1e-7)
    assert covered.area >= plan.net - 1e-5


@settings(max_examples=40, deadline=None)
@given(corner=CORNERS, size=ROLLS, direction=st.sampled_from((0.0, 90.0, 37.0)))
def test_rolls_cover_any_l_and_are_cut_from_what_there_is(corner, size, direction):
    plan = roll_plan(l_shape(corner), direction, size)
    sound(plan)
    assert plan.net + plan.lap + plan.cut == pytest.approx(plan.laid)
    assert plan.cut > -1e-6


@settings(max_examples=25, deadline=None)
@given(corner=CORNERS, size=ROLLS, turn=st.floats(-170.0, 170.0), shift=st.floats(-50.0, 50.0))
def test_a_roof_that_is_moved_and_turned_with_its_rolls_takes_the_same(corner, size, turn, shift):
    here = roll_plan(l_shape(corner), 0.0, size)
    c, s = np.cos(np.radians(turn)), np.sin(np.radians(turn))
    moved = Ground(
        tuple((x * c - y * s + shift, x * s + y * c - shift) for x, y in l_shape(corner).outline)
    )
    there = roll_plan(moved, turn, size)
    assert (there.strips, len(there.pieces)) == (here.strips, len(here.pieces))
    assert (there.net, there.side_seam, there.laid) == pytest.approx(
        (here.net, here.side_seam, here.laid), rel=1e-6
    )


@settings(max_examples=40, deadline=None)
@given(
    extent=st.floats(0.5, 60.0),
    width=st.floats(0.5, 3.0),
    lap=st.floats(0.0, 0.3),
    more=st.floats(0.0, 0.15),
)
def test_more_lap_never_takes_fewer_strips(extent, width, lap, more):
    fewer = strip_count(extent, width, lap)
    assert strip_count(extent, width, lap + more) >= fewer
    cover = width - lap
    assert lap + fewer * cover >= extent - 1e-6
    assert fewer == 1 or lap + (fewer - 1) * cover < extent


def test_end_laps_of_neighbours_keep_apart_and_no_last_bit_is_too_short():
    plan = roll_plan(
        Ground(((0, 0), (21, 0), (21, 8), (0, 8))), 0.0, RollSize(1.0, 10.5, 0.1, 0.1, 1.0)
    )
    joints: dict[int, list[float]] = {}
    for bit in plan.run.bits:
        if bit.start > 1e-6:
            joints.setdefault(plan.pieces[bit.piece].strip, []).append(bit.start)
    for strip, mine in joints.items():
        for other in joints.get(strip - 1, []):
            assert all(abs(at - other) >= STAGGER - 1e-9 for at in mine)
    last = {bit.piece: bit.length for bit in plan.run.bits}
    assert min(last.values()) >= 1.0 - 1e-9


def test_directions_are_ranked_by_trouble_and_forbidden_ones_come_last():
    ways = ranked(SQUARE, RollSize(1.05, 10.0), RollWish(), ((90.0, "against the fall"),))
    assert [way.direction for way in ways] == [0.0, 90.0]
    assert ways[-1].forbidden == "against the fall"
    free = ranked(Ground(((0, 0), (2, 0), (2, 9), (0, 9))), RollSize(1.05, 10.0), RollWish())
    assert free[0].direction == 90.0


def test_gores_and_pleats():
    assert gore_count(2.0, 1.0, 0.1) == ceil(2 * pi * 2 / 0.9)
    assert pleated(12.0, 3, 0.05) == pytest.approx(12.3)


@pytest.mark.parametrize(
    "size",
    [
        RollSize(1.0, 10.0, 1.0),
        RollSize(1.0, 10.0, 0.1, 10.0),
        RollSize(0.0, 10.0),
        RollSize(1.0, 2.0, 0.1, 0.1, 2.0),
    ],
)
def test_a_roll_that_cannot_be_laid_is_refused(size):
    with pytest.raises(ValueRefused):
        roll_plan(SQUARE, 0.0, size)


def test_an_outline_that_crosses_itself_is_refused():
    with pytest.raises(ValueRefused, match="crosses itself"):
        roll_plan(Ground(((0, 0), (4, 4), (4, 0), (0, 4))), 0.0, RollSize(1.0, 10.0))


# Boards


def test_boards_on_a_rectangle_reach_the_bound():
    plan = board_plan(
        Ground(((0, 0), (16, 0), (16, 12), (0, 12))), 0.0, BoardSize(1.2, 0.6, kerf=0.0)
    )
    assert plan.boards == plan.bound == ceil(16 * 12 / 0.72)
    assert plan.net == pytest.approx(192.0)


@settings(max_examples=25, deadline=None)
@given(
    corner=CORNERS, length=st.floats(0.8, 2.5), width=st.floats(0.4, 1.25), turn=st.sampled_from((0.0, 90.0, 23.0)),
    second=st.booleans(), edged=st.booleans(),
)  # fmt: skip
def test_boards_cover_any_l_never_overlap_and_never_beat_the_bound(
    corner, length, width, turn, second, edged
):
    ground = l_shape(corner)
    plan = board_plan(ground, turn, BoardSize(length, width, 0.2, 0.2, edged=edged), second=second)
    assert sum(cut.area for cut in plan.cuts) == pytest.approx(plan.net, rel=1e-9)
    assert plan.bound <= plan.boards <= plan.by_rows
    for board in range(plan.nest.boards):
        mine = [p for p in plan.nest.parts if p.board == board]
        for p in mine:
            assert p.x + p.length <= length + 1e-6
            assert p.y + p.width <= width + 1e-6
        for a, b in combinations(mine, 2):
            apart_along = a.x + a.length <= b.x + 1e-6 or b.x + b.length <= a.x + 1e-6
            apart_across = a.y + a.width <= b.y + 1e-6 or b.y + b.width <= a.y + 1e-6
            assert apart_along or apart_across
    again = board_plan(ground, turn, BoardSize(length, width, 0.2, 0.2, edged=edged), second=second)
    assert again == plan


def test_joints_of_neighbouring_rows_keep_apart_and_a_second_layer_lies_half_off():
    size = BoardSize(1.2, 0.6)
    first = board_plan(SQUARE, 0.0, size)
    ends: dict[int, set[float]] = {}
    for cut in first.cuts:
        ends.setdefault(cut.row, set()).update(round(u, 6) for u, _ in cut.outline)
    inner = {row: {u for u in us if 0 < u < 10} for row, us in ends.items()}
    for row, us in inner.items():
        for u in us:
            assert all(abs(u - other) >= 0.2 - 1e-6 for other in inner.get(row - 1, ()))
    second = board_plan(SQUARE, 0.0, size, second=True)
    assert min(v for cut in second.cuts for _, v in cut.outline) == 0.0
    assert {round(max(v for _, v in c.outline), 6) for c in second.cuts if c.row == 0} == {0.3}


def test_a_nest_is_cancelled_when_asked():
    def stop() -> None:
        raise RuntimeError("enough")

    with pytest.raises(RuntimeError, match="enough"):
        nested([(0.5, 0.5)] * 3, Sheet(1.2, 0.6), stop)
    with pytest.raises(ValueRefused, match="no larger"):
        nested([(1.3, 0.5)], Sheet(1.2, 0.6))


# Bars


def brute_force(pieces: list[float], stock: float, kerf: float) -> int:
    """Fewest bars by trying every way, for a handful of pieces."""
    best = len(pieces)

    def place(k: int, rooms: list[float]) -> None:
        nonlocal best
        if len(rooms) >= best:
            return
        if k == len(pieces):
            best = len(rooms)
            return
        for n, room in enumerate(rooms):
            if pieces[k] <= room + 1e-9:
                place(k + 1, [*rooms[:n], room - pieces[k] - kerf, *rooms[n + 1 :]])
        place(k + 1, [*rooms, stock - pieces[k] - kerf])

    place(0, [])
    return best


@settings(max_examples=30, deadline=None)
@given(
    st.lists(st.sampled_from((0.9, 1.3, 1.7, 2.2, 2.9)), min_size=1, max_size=8),
    st.sampled_from((0.0, 0.004)),
)
def test_short_cut_lists_are_the_best_there_is(pieces, kerf):
    found = cut_list(pieces, (6.0,), kerf)
    assert found.exact
    assert len(found.bars) == brute_force(pieces, 6.0, kerf)


@settings(max_examples=30, deadline=None)
@given(st.lists(st.floats(0.3, 5.9).map(lambda x: round(x, 2)), min_size=1, max_size=60))
def test_any_cut_list_holds_every_piece_and_never_beats_its_bound(pieces):
    found = cut_list(pieces, (4.0, 5.0, 6.0), 0.004)
    assert sorted(p for bar in found.bars for p in bar.pieces) == pytest.approx(sorted(pieces))
    for bar in found.bars:
        assert sum(bar.pieces) + 0.004 * (len(bar.pieces) - 1) <= bar.stock + 1e-9
    assert found.bought >= found.bound - 1e-9
    assert found.bought <= 6.0 * len(pieces)


def test_runs_are_spliced_on_supports_and_refused_where_none_is_near():
    assert spliced(11.0, 5.0, 0.6) == (4.8, 4.8, 1.4)
    assert spliced(4.9, 5.0, 0.6) == (4.9,)
    with pytest.raises(ValueRefused, match="supports"):
        spliced(11.0, 5.0, 6.0)
    with pytest.raises(ValueRefused, match="splice it or buy longer"):
        cut_list([7.0], (6.0,))
    with pytest.raises(ValueRefused):
        cut_list([1.0], ())


# By the piece and metre


def test_trims_share_their_cut_ends():
    # Two edges of 5 m from pieces of 3 m with 0.1 m lap: each ends in 2.1 m; two of 0.9 m and 2 m share a piece.
    assert edge_pieces(5.0, 3.0, 0.1) == 2
    found = trimmed((5.0, 5.0), 3.0, 0.1)
    assert (found.whole, found.count, found.net, found.lap) == (2, 4, 10.0, pytest.approx(0.2))
    short = trimmed((0.9, 2.0), 3.0, 0.1)
    assert short.count == 1
    assert short.cut == pytest.approx(0.1)
    with pytest.raises(ValueRefused):
        edge_pieces(5.0, 0.1, 0.1)


def test_loose_fill_goes_by_what_settles_and_is_blown_deeper():
    found = loose_fill(100.0, 0.3, 38.0, 0.2, members=1.5)
    assert found.settled == pytest.approx(28.5)
    assert found.mass == pytest.approx(1083.0)
    assert found.blown == pytest.approx(0.375)
    assert (
        found.mass < 100 * found.blown * 38.0
    )  # settled density with blown depth would order too much
    for settling in (-0.1, 0.51):
        with pytest.raises(ValueRefused):
            loose_fill(1.0, 0.1, 40.0, settling)


def test_packs_coats_foam_films_and_skips():
    assert packs_of(30.0 + 1e-12, 10.0) == 3
    assert packs_of(30.1, 10.0) == 4
    assert coats_mass(20.0, 0.3, 2) == pytest.approx(12.0)
    assert coats_mass(20.0, 0.3, 1, both_faces=True) == pytest.approx(12.0)
    assert wet_film(0.001, 1300.0, 0.65) == pytest.approx(2.0)
    assert foam_metres(70.0, 0.0005, 0.035) == pytest.approx(1.0)
    assert skips_of(8.0, 1.5, 6.0, reused=0.5) == 1
    for wrong in (
        lambda: packs_of(1.0, 0.0),
        lambda: wet_film(0.001, 1000.0, 0.0),
        lambda: foam_metres(1.0, 1.0, 0.0),
    ):
        with pytest.raises(ValueRefused):
            wrong()


def test_members_are_as_long_as_the_plane_is_there():
    triangle = Ground(((0.0, 0.0), (6.0, 0.0), (3.0, 6.0)))
    lines = member_lines(triangle, 1.0, 90.0)
    assert lines.lengths == pytest.approx((2.0, 4.0, 6.0, 4.0, 2.0), abs=1e-6)
    assert bay_boards((2.4, 2.4), 0.5, (1.2, 0.6), 0.2) == 4
    assert bay_boards((2.0, 2.0), 0.5, (1.2, 0.6), 0.2) == 4  # 0.4 m over starts the next bay
    assert bay_boards((1.2,), 0.9, (1.2, 0.6), 0.2) == 2  # two side by side
