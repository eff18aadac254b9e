# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat in two dimensions against ISO 10211, closed forms, reference cases and the laws that hold everywhere."""

from math import log, pi, radians, tan
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.conduction.grid import COARSE, USUAL, Fineness, between, finer, grid_of
from glacis.core.conduction.refine import refined
from glacis.core.conduction.section import Ambient, Bend, Region, Section
from glacis.core.conduction.solve import (
    Solved,
    coldest,
    coupling,
    solve,
    temperature_at,
)
from glacis.core.conduction.volumes import flows_by_volumes
from glacis.core.errors import ValueRefused
from glacis.core.junctions.cases import AT_LINES, POINTS, WALLED, EdgeCase, draw, usual_detail
from glacis.core.junctions.pieces import KINDS
from glacis.core.junctions.sections.at_walls import parapet, roof_to_wall
from glacis.core.junctions.sections.drawn import Drawn, reach
from glacis.core.junctions.sections.in_roofs import change
from glacis.core.junctions.sections.round import post, tube
from glacis.core.junctions.sections.stack import Ply, Stack
from glacis.core.junctions.solved import solve_edge, solve_quickly
from glacis.core.model.edge_detail import EdgeDetail
from support import case

BARELY = 1e-7
"""A film that is next to none: the face has the temperature of its air [m²·K/W]."""
SLAB, WOOL = Ply("slab", 0.2, 2.3, "concrete", False), Ply("wool", 0.2, 0.036, "fibre", True)
ROOF = Stack((SLAB, WOOL), 0.10, 0.04)
WALL = Stack((SLAB, Ply("foam", 0.16, 0.035, "foam", True)), 0.13, 0.04)
WITH_SECTION = tuple(
    kind for kind in KINDS if kind not in ("scupper", "overflow", "upper-on-lower")
)


def section_of(run: dict[str, Any]) -> Section:
    """A section from a reference case: rectangles, later over earlier, with airs among them."""
    warm = max(air["T"] for air in run["envs"])
    airs = []
    for number, air in enumerate(run["envs"]):
        across, level = air["Rs"] if isinstance(air["Rs"], list) else (air["Rs"], air["Rs"])
        airs.append(Ambient(str(number), air["T"], across, level, is_room=air["T"] == warm))
    regions = tuple(
        Region(tuple(r["rect"]), r.get("lambda", 0.0), r.get("env", -1)) for r in run["regions"]
    )
    return Section(tuple(run["domain"]), regions, tuple(airs))


def test_iso_10211_case_1_meets_all_28_temperatures():
    found = case("c01_iso10211_case1")
    warm, cold = (
        Ambient("top", 20.0, BARELY, BARELY, is_room=True),
        Ambient("rest", 0.0, BARELY, BARELY),
    )
    regions = (
        Region((-0.1, 1, -0.1, 2.1), 0.0, 1), Region((0, 1, 2.0, 2.1), 0.0, 0), Region((0, 1, 0, 2), 1.0),
    )  # fmt: skip
    lines = tuple(Region((0, x / 4, 0, y / 4), 1.0) for x in range(1, 5) for y in range(1, 8))
    section = Section((-0.1, 1, -0.1, 2.1), (*regions, *lines), (warm, cold))
    solved = solve(section, Fineness(0.005, 1.3, 0.02))
    points = np.array([((i + 1) / 4, 2 - (j + 1) / 4) for j in range(7) for i in range(4)])
    wanted = np.array(found["expected"]["T"]).ravel()
    assert (
        np.abs(temperature_at(solved, points) - wanted).max() < 0.005
    )  # the standard asks for 0.1 K


def _case_2() -> Section:
    run = case("c02_iso10211_case2")["geometry"]
    high = run["domain"][3]
    pieces = tuple(
        Region((r["rect"][0], r["rect"][1], high - r["rect"][3], high - r["rect"][2]), r["lambda"])
        for r in run["regions"]
    )
    airs = (Region((0, 0.5, -0.01, 0), 0.0, 1), Region((0, 0.5, high, high + 0.01), 0.0, 0))
    outside, inside = Ambient("out", 0.0, 0.06, 0.06), Ambient("in", 20.0, 0.11, 0.11, is_room=True)
    return Section((0, 0.5, -0.01, high + 0.01), (*airs, *pieces), (outside, inside))


def test_iso_10211_case_2_meets_nine_temperatures_and_the_flow():
    found = case("c02_iso10211_case2")
    section, high = _case_2(), found["geometry"]["domain"][3]
    solved = solve(section, Fineness(0.0015, 1.25, 0.02))
    for name, (x, y) in found["geometry"]["points"].items():
        theta = float(temperature_at(solved, np.array([[x, high - y]]))[0])
        assert theta == pytest.approx(found["expected"]["T"][name], abs=0.1)
    assert solved.flows[0] == pytest.approx(found["expected"]["Q"], abs=0.1)
    assert refined(section).value * 20 == pytest.approx(
        9.491, abs=0.006
    )  # both of the case's own methods


@pytest.mark.parametrize("name", ["c03b_parapet_wrapped", "c20b_roof_wall_wrapped"])
def test_reference_sections_are_met_as_given_and_as_generated(name):
    found = case(name)
    wanted = found["expected"]
    runs = found["geometry"]
    given_section = refined(section_of(runs["flow_run"]))
    assert given_section.value == pytest.approx(wanted["L2D"], abs=0.001)
    mould = section_of(runs["fRsi_run"])
    cold = [theta / 20 for _, theta, _ in coldest(mould, solve(mould, mould=True))]
    assert min(cold) == pytest.approx(wanted["fRsi"], abs=0.002)
    if name.startswith("c03b"):
        drawn = parapet(
            ROOF, WALL, EdgeDetail(height=0.6, width=0.2, wrap="both", insulation=0.1, head=0.06)
        )
    else:
        drawn = roof_to_wall(ROOF, WALL, EdgeDetail(height=0.2, insulation=0.1, conductivity=0.035))
        lower, upper = wanted["fRsi_lower"], wanted["fRsi_upper"]
        assert cold == pytest.approx([lower, upper], abs=0.002)
    assert _psi(drawn) == pytest.approx((wanted["psi_internal"], wanted["psi_external"]), abs=0.003)


def _psi(drawn: Drawn) -> tuple[float, float]:
    value = refined(drawn.section).value
    inner = sum(share.transmittance * share.internal for share in drawn.shares)
    return value - inner, value - sum(
        share.transmittance * share.external for share in drawn.shares
    )


def test_schools_of_parapet_and_upstand_differ_as_published():
    bare = _psi(parapet(ROOF, WALL, EdgeDetail(height=0.6, width=0.2)))
    assert bare[1] == pytest.approx(0.600, abs=0.002)
    gap = _psi(roof_to_wall(ROOF, WALL, EdgeDetail(height=0.2)))
    assert gap[1] == pytest.approx(1.75, abs=0.01)
    coldest_gap = solve_edge(
        EdgeCase("wall-level", ROOF, None, WALL, EdgeDetail(height=0.2))
    ).factor
    assert coldest_gap == pytest.approx(0.59, abs=0.01)


def _corner(bend: Bend, thick: float = 0.2) -> float:
    """Psi by inner lengths of a corner of one material with faces at the temperatures of their airs."""
    airs = (Ambient("out", 0.0, BARELY, BARELY), Ambient("in", 20.0, BARELY, BARELY, is_room=True))
    if bend.kind == "none":
        arm = 1.0
        regions = (
            Region((-0.05, thick + arm, -0.05, thick + arm), 0.0, 0),
            Region((0, thick + arm, 0, thick + arm), 1.0),
            Region((thick, thick + arm, thick, thick + arm), 0.0, 1),
        )
        section = Section((-0.05, thick + arm, -0.05, thick + arm), regions, airs)
        return refined(section, most=200_000).value - 2 * arm / thick
    arm = 2.0
    regions = (
        Region((0, arm, -0.05, 0), 0.0, 1), Region((0, arm, thick, thick + 0.05), 0.0, 0),
        Region((0, arm, 0, thick), 1.0),
    )  # fmt: skip
    section = Section((0, arm, -0.05, thick + 0.05), regions, airs, bend)
    return 2 * (refined(section, most=200_000).value - arm / thick)


def test_a_square_corner_has_the_shape_factor_of_conformal_mapping():
    # 0.559 exactly (Langmuir, 1913); textbooks print 0.54. The same corner as two slopes bent at 45°.
    assert _corner(Bend()) == pytest.approx(0.559, abs=0.003)
    assert _corner(Bend("apex", -45.0, 1.0)) == pytest.approx(0.559, abs=0.003)


def test_ridge_and_valley_are_one_body_seen_from_both_sides():
    # A ridge with its airs changed over is a valley.
    ply = (Ply("stuff", 0.2, 0.5, "board", False),)
    ridge = solve_edge(EdgeCase("ridge", Stack(ply, 0.1, 0.04), None, None, EdgeDetail(), 30.0))
    valley = solve_edge(EdgeCase("valley", Stack(ply, 0.04, 0.1), None, None, EdgeDetail(), -30.0))
    assert ridge.internal == pytest.approx(valley.external, abs=1e-4)
    assert ridge.external == pytest.approx(valley.internal, abs=1e-4)
    assert ridge.internal - ridge.external == pytest.approx(
        2 * ridge.shares[0].transmittance * 0.2 * tan(radians(30.0)), rel=1e-9
    )


def test_a_pipe_about_an_axis_meets_its_closed_form():
    inner, outer, long, conductivity = 0.05, 0.15, 1.0, 0.04
    airs = (Ambient("out", 0.0, BARELY, BARELY), Ambient("in", 20.0, BARELY, BARELY, is_room=True))
    regions = (
        Region((0, inner, 0, long), 0.0, 0), Region((inner, outer, 0, long), conductivity),
        Region((outer, outer + 0.05, 0, long), 0.0, 1),
    )  # fmt: skip
    section = Section((0, outer + 0.05, 0, long), regions, airs, axis=True)
    wanted = 2 * pi * conductivity * long / log(outer / inner)
    assert refined(section).value == pytest.approx(wanted, rel=1e-3)


def test_the_tube_keeps_perimeter_and_metal_of_the_square_post():
    outer, inner = tube(0.1, 0.005)
    assert 2 * pi * outer == pytest.approx(0.4)
    assert pi * (outer**2 - inner**2) == pytest.approx(0.1**2 - 0.09**2)


def test_bolts_through_a_pad_count_and_a_jacket_is_a_way_without():
    def chi(**sizes: Any) -> float:
        drawn = post(ROOF, EdgeDetail(size=0.1, metal=0.005, proud=0.15, **sizes))
        share = drawn.shares[0]
        return refined(drawn.section).value - share.transmittance * share.internal

    bare, padded = chi(), chi(pad=0.02)
    bolted = chi(pad=0.02, bolts=4 * 113e-6)
    assert bare > bolted > padded > 0
    assert chi(insulation=0.1) < bare / 2


def test_flat_is_nothing_and_a_fold_of_none_is_none():
    assert _psi(change(ROOF, ROOF, EdgeDetail())) == pytest.approx((0.0, 0.0), abs=1e-9)
    none = solve_edge(EdgeCase("ridge", ROOF, None, None, EdgeDetail(), 0.0))
    assert (none.internal, none.external) == pytest.approx((0.0, 0.0), abs=1e-9)


def test_what_goes_from_one_air_to_another_goes_back_alike():
    drawn = roof_to_wall(ROOF, WALL, EdgeDetail(height=0.2, insulation=0.05))

    def flow(warm: int, watched: int) -> float:
        airs = tuple(
            replace(air, temperature=1.0 if k == warm else 0.0)
            for k, air in enumerate(drawn.section.ambients)
        )
        return solve(replace(drawn.section, ambients=airs)).flows[watched]

    for one, other in ((0, 1), (0, 2), (1, 2)):
        assert flow(one, other) == pytest.approx(flow(other, one), rel=1e-9)


def test_elements_lie_above_and_volumes_below_and_both_close_in():
    section = parapet(ROOF, WALL, EdgeDetail(height=0.6, width=0.2)).section
    last = float("inf")
    for fineness in (COARSE, USUAL, finer(USUAL)):
        solved = solve(section, fineness)
        above = coupling(section, solved)
        below = -flows_by_volumes(section, solved.grid)[1] / 20
        assert below < above < last
        assert above - below < last
        last = above
    assert above - below < 0.002


@settings(max_examples=25)
@given(
    st.lists(st.floats(0.01, 0.3), min_size=2, max_size=4),
    st.lists(st.floats(0.02, 3.0), min_size=4, max_size=4),
)
def test_random_heaps_keep_their_heat_and_their_bounds(sizes, conductivities):
    airs = (Ambient("out", -5.0, 0.04, 0.04), Ambient("in", 21.0, 0.13, 0.1, is_room=True))
    high = sum(sizes)
    regions = [Region((0, 1.2, -0.05, 0), 0.0, 1), Region((0, 1.2, high, high + 0.05), 0.0, 0)]
    at = 0.0
    for k, size in enumerate(sizes):
        regions.append(Region((0, 1.2, at, at + size), conductivities[k % 4]))
        regions.append(Region((0.3 * k, 0.3 * k + 0.2, at, at + size), conductivities[(k + 1) % 4]))
        at += size
    section = Section((0, 1.2, -0.05, high + 0.05), tuple(regions), airs)
    solved = solve(section, COARSE)
    assert solved.balance < 1e-6
    assert solved.flows[1] < 0 < solved.flows[0]
    assert -flows_by_volumes(section, solved.grid)[1] <= -solved.flows[1] * (1 + 1e-9)


def _case(kind: str, roof: Stack, wall: Stack, pitch: float) -> EdgeCase:
    half = -pitch if kind == "valley" else pitch
    slope = half if kind in AT_LINES else pitch if kind == "eaves-warm" else 0.0
    second = ROOF if kind == "change" else None
    return EdgeCase(kind, roof, second, wall if kind in WALLED else None, usual_detail(kind), slope)


PLIES = st.builds(
    Ply, st.just("ply"), st.floats(0.008, 0.3), st.floats(0.02, 2.5), st.just("board"), st.booleans()
)  # fmt: skip
STACKS = st.builds(
    Stack, st.lists(PLIES, min_size=1, max_size=4).map(tuple), st.sampled_from((0.1, 0.13)), st.just(0.04)
)  # fmt: skip


@pytest.mark.parametrize("kind", WITH_SECTION)
@settings(max_examples=12)
@given(roof=STACKS, wall=STACKS, pitch=st.floats(0.0, 55.0))
def test_every_kind_is_meshed_for_any_thickness_without_slivers_or_silent_air(
    kind, roof, wall, pitch
):
    for drawn in draw(_case(kind, roof, wall, pitch)):
        solved = solve(drawn.section, COARSE)
        assert solved.balance < 1e-6
        assert _least_turn(solved) > 0
        found = coupling(drawn.section, solved)
        assert 0 < found < 1e3
        assert {name for name, _, _ in coldest(drawn.section, solved)}


def _least_turn(solved: Solved) -> float:
    """The least area that two sides of a cell span, over the product of their lengths [-]."""
    corners = np.stack([solved.mesh.x[solved.mesh.cells], solved.mesh.y[solved.mesh.cells]], axis=2)
    onward, back = np.roll(corners, -1, 1) - corners, np.roll(corners, 1, 1) - corners
    spanned = onward[..., 0] * back[..., 1] - onward[..., 1] * back[..., 0]
    lengths = np.hypot(onward[..., 0], onward[..., 1]) * np.hypot(back[..., 0], back[..., 1])
    return float((spanned / lengths).min())


@pytest.mark.parametrize("kind", ["parapet", "eaves-warm", "ridge", "kerb", "wall-level"])
def test_cuts_lie_far_enough_away(kind, monkeypatch):
    from glacis.core.junctions.sections import drawn

    edge = _case(kind, ROOF, WALL, 30.0)
    near = solve_edge(edge).external
    monkeypatch.setattr(drawn, "LEAST_REACH", 2.0)
    monkeypatch.setattr(drawn, "THICKNESSES", 6.0)
    solve_edge.cache_clear()
    assert solve_edge(edge).external == pytest.approx(near, abs=0.0015)
    solve_edge.cache_clear()


@given(st.floats(0.002, 2.0), st.floats(0.001, 0.1), st.floats(1.05, 2.5), st.integers(1, 4))
def test_lines_between_two_edges_leave_no_sliver(size, first, growth, across):
    fineness = Fineness(first, growth, 0.25, across)
    widths = np.diff([*between(0.0, size, fineness), size])
    assert widths.min() > 0.3 * min(first, size / across)
    assert widths.sum() == pytest.approx(size)
    assert max(widths[0], widths[-1]) <= first * (1 + 1e-9)


@pytest.mark.parametrize(
    ("pitch", "films"), [(5.0, {0.10, 0.13}), (55.0, {0.10, 0.13}), (65.0, {0.13})]
)
def test_a_slope_has_the_film_of_a_ceiling_up_to_sixty_degrees(pitch, films):
    (drawn,) = draw(EdgeCase("eaves-warm", ROOF, None, WALL, EdgeDetail(), pitch))
    faces = solve(drawn.section, COARSE).mesh.faces
    assert set(faces.film[faces.ambient == 1].tolist()) == films


def test_a_cut_lies_a_metre_or_three_thicknesses_away():
    thin = Stack((Ply("sheet", 0.02, 0.1, "board", False),), 0.1, 0.04)
    assert reach(thin) == 1.0
    assert reach(thin, ROOF) == pytest.approx(1.2)


def test_a_coarse_grid_is_near_enough_for_a_hand_that_drags():
    for kind in ("parapet", "eaves-warm", "wall-level", "kerb", *POINTS):
        edge = _case(kind, ROOF, WALL, 30.0)
        quick, fine = solve_quickly(edge), solve_edge(edge)
        assert quick.external == pytest.approx(fine.external, abs=0.02)
        assert quick.factor == pytest.approx(fine.factor, abs=0.01)


def test_what_cannot_be_solved_says_where():
    good = parapet(ROOF, WALL, EdgeDetail(height=0.6)).section
    silent = replace(good, regions=good.regions[1:])
    with pytest.raises(ValueRefused, match="what fills this"):
        solve(silent)
    with pytest.raises(ValueRefused, match=r"conductivity.*above 0"):
        solve(replace(good, regions=(*good.regions, Region((0, 0.1, 0, 0.1), 0.0, -1, "gap"))))
    alike = tuple(replace(air, temperature=20.0) for air in good.ambients)
    with pytest.raises(ValueRefused, match="temperatures"):
        solve(replace(good, ambients=alike))
    with pytest.raises(ValueRefused, match="cells"):
        solve(good, Fineness(0.0005, 1.02, 0.002))
    with pytest.raises(ValueRefused, match="film"):
        solve(replace(good, ambients=tuple(replace(air, level=0.0) for air in good.ambients)))
    with pytest.raises(ValueRefused, match="pitch"):
        draw(EdgeCase("eaves-warm", ROOF, None, WALL, EdgeDetail(), 80.0))
    with pytest.raises(ValueRefused, match="wall"):
        draw(EdgeCase("parapet", ROOF, None, None, EdgeDetail()))
    assert grid_of(good).cells > 1000
