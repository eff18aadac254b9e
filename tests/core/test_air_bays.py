# SPDX-License-Identifier: GPL-3.0-or-later
"""Bays of a plane, against a reference roof, and by what must hold of any plane."""

import json
from math import hypot
from pathlib import Path

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from glacis.core.air.bays import (
    Cutter,
    PlaneBays,
    Side,
    bays_of,
    first_member,
)
from glacis.core.errors import ValueRefused
from glacis.core.shape.upslope import plan_frame, upslope_frame

CASE = Path(__file__).parents[1] / "data" / "air" / "v26a_eaves_ridge.json"


def sides_of(outline, kinds=None):
    kinds = kinds or ["edge"] * len(outline)
    ends = (*outline[1:], outline[0])
    return tuple(
        Side(f"e{k}", kind, a, b)
        for k, (kind, a, b) in enumerate(zip(kinds, outline, ends, strict=True))
    )


def plane_of(outline, kinds=None, cutters=(), spacing=0.6, width=0.05) -> PlaneBays:
    return PlaneBays(sides_of(outline, kinds), tuple(outline), (), tuple(cutters), spacing, width)


def placed(stated, openings):
    """A plane of the case in (u, s), its origin where the case has it."""
    frame = upslope_frame(stated["azimuth"], stated["pitch"])
    u0, s0 = frame(tuple(stated["origin"]))

    def at(corner):
        u, s = frame(tuple(corner))
        return u - u0, s - s0

    outline = [at(corner) for corner in stated["outline"]]
    cutters = [
        Cutter(o["kind"], o["kind"], tuple(at(c) for c in o["outline"]))
        for o in openings
        if o["plane"] == stated["id"]
    ]
    return outline, cutters


@pytest.mark.parametrize(
    ("vented", "share"),
    [({"eaves", "ridge"}, 0.6848598131), ({"eaves", "ridge", "hip", "valley"}, None)],
)
def test_the_hip_roof_is_that_of_the_reference(vented, share):
    case = json.loads(CASE.read_text())
    starved = area = 0.0
    for stated in case["inputs"]["planes"]:
        outline, cutters = placed(stated, case["inputs"]["openings"])
        plane = plane_of(outline, stated["kinds"], cutters)
        found = bays_of(plane, stated.get("datum", 0.0))
        wanted = case["expected"]["planes"][stated["id"]]
        assert found.area == pytest.approx(wanted["area"], rel=1e-9)
        assert found.blocked == pytest.approx(wanted["blocked_area"], abs=1e-9)
        assert found.slivers == pytest.approx(wanted["sliver_area"], abs=1e-9)
        assert len(found.pieces) == len(wanted["pieces"])
        for mine, theirs in zip(found.pieces, wanted["pieces"], strict=True):
            assert (mine.bay, mine.lower.kind, mine.upper.kind) == (
                theirs["bay"], theirs["lower"], theirs["upper"],
            )  # fmt: skip
            assert mine.length == pytest.approx(theirs["length"], abs=1e-9)
            assert mine.u == pytest.approx(theirs["u"], abs=1e-9)
        starved += found.slivers + sum(
            p.area for p in found.pieces if not {p.lower.kind, p.upper.kind} <= vented
        )
        area += found.area
    if share is not None:
        assert starved / area == pytest.approx(share, rel=1e-8)
    else:
        assert starved / area < 0.04  # 3 % with hips and valleys vented too


outlines = st.lists(
    st.tuples(st.floats(0.5, 9.0), st.floats(1.0, 8.0)), min_size=2, max_size=5
).map(lambda steps: _saw(steps))


def _saw(steps):
    """A plane with a straight low edge and a broken high one."""
    u = 0.0
    tops = []
    for wide, high in steps:
        tops += [(u, high), (u + wide, high * 0.7 + 0.1)]
        u += wide
    return [(0.0, 0.0), (u, 0.0), *reversed(tops)]


@given(
    outlines, st.floats(0.3, 0.9), st.floats(-1.0, 1.0), st.floats(0.2, 3.0), st.floats(0.3, 2.0)
)
@settings(deadline=None, max_examples=60)
def test_pieces_blocked_and_slivers_make_up_the_plane(outline, spacing, member, at, wide):
    hole = Cutter("c", "chimney", ((at, 0.2), (at + wide, 0.2), (at + wide, 0.6), (at, 0.6)))
    found = bays_of(plane_of(outline, cutters=(hole,), spacing=spacing), member)
    total = sum(piece.area for piece in found.pieces) + found.blocked + found.slivers
    assert total == pytest.approx(found.area, abs=1e-8)
    assert all(piece.length > 0 for piece in found.pieces)


@given(outlines, st.floats(0.3, 0.9), st.floats(0.0, 0.5))
@example(_saw([(1.5, 1.0), (1.0, 1.0)]), 1 / 3, 0.0)  # a centre line along a step of the outline
@settings(deadline=None, max_examples=40)
def test_a_mirrored_plane_has_mirrored_bays(outline, spacing, offset):
    plane = plane_of(outline, spacing=spacing)
    mirrored = plane_of([(-u, s) for u, s in reversed(outline)], spacing=spacing)
    one = bays_of(plane, first_member(plane, "left", offset))
    two = bays_of(mirrored, first_member(mirrored, "right", offset))
    mine = sorted((round(p.u, 6), round(p.length, 6), round(p.area, 6)) for p in one.pieces)
    theirs = sorted((round(-p.u, 6), round(p.length, 6), round(p.area, 6)) for p in two.pieces)
    assert np.array(mine) == pytest.approx(np.array(theirs), abs=2e-6)


def test_an_opening_cuts_a_bay_where_it_reaches_over_5_mm_into_its_clear_width():
    outline = [(0.0, 0.0), (3.0, 0.0), (3.0, 4.0), (0.0, 4.0)]

    def pieces(reach):
        edge = 0.6 - 0.025 - reach  # the clear width of the first bay ends at 0.575
        hole = Cutter("c", "chimney", ((edge, 1.0), (1.0, 1.0), (1.0, 2.0), (edge, 2.0)))
        return len(bays_of(plane_of(outline, cutters=(hole,)), 0.0).pieces)

    assert pieces(0.0049) == 6
    assert pieces(0.0051) == 7
    assert pieces(-0.01) == 6


def test_a_centre_line_on_a_corner_meets_both_edges():
    outline = [(0.0, 0.0), (1.2, 0.0), (1.2, 2.0), (0.3, 3.0), (0.0, 2.5)]
    found = bays_of(plane_of(outline, ["eaves", "verge", "hip", "ridge", "verge"]), 0.0)
    assert found.pieces[0].upper.edge.split() == ["e2", "e3"]


def test_members_that_leave_no_bay_and_bays_without_end_are_refused():
    outline = [(0.0, 0.0), (3.0, 0.0), (3.0, 4.0), (0.0, 4.0)]
    with pytest.raises(ValueRefused, match="spacing of the members"):
        bays_of(plane_of(outline, spacing=0.05, width=0.06), 0.0)
    with pytest.raises(ValueRefused, match="2000 at most"):
        bays_of(plane_of([(0.0, 0.0), (3e4, 0.0), (3e4, 4.0), (0.0, 4.0)]), 0.0)


@given(st.floats(0, 360), st.floats(0, 70), st.floats(-50, 50), st.floats(-50, 50))
def test_the_frame_of_a_plane_goes_there_and_back_and_keeps_lengths_up_the_slope(
    azimuth, pitch, x, y
):
    there, back = upslope_frame(azimuth, pitch), plan_frame(azimuth, pitch)
    assert back(there((x, y))) == pytest.approx((x, y), abs=1e-9)
    u, _ = there((x, y))
    assert abs(u) <= hypot(x, y) + 1e-9


def test_right_is_at_the_right_of_one_who_looks_up_a_south_slope():
    frame = upslope_frame(180.0, 30.0)
    assert frame((1.0, 0.0))[0] == pytest.approx(1.0)
    assert frame((0.0, 1.0))[1] == pytest.approx(1 / 0.8660254)
