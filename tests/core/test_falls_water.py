# SPDX-License-Identifier: GPL-3.0-or-later
"""Rain, outlets, overflows and standing water against hand cases and rasters."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from glacis.core.errors import ValueRefused
from glacis.core.falls.drained import drained
from glacis.core.falls.found import Drained, Undrained
from glacis.core.falls.ground import ground_of
from glacis.core.falls.standing import below, water_levels
from glacis.core.falls.water import (
    common_head,
    opening,
    round_head,
    round_outlet,
    run_off,
)
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls, LevelLine, Outlet, Overflow
from support import case


def area(*outline, pitch: float = 0.0) -> RoofArea:
    return RoofArea(
        id="a",
        name="Area",
        outline=outline,
        pitch=pitch,
        azimuth=180.0,
        level=0.0,
        assembly="b",
        zone="z",
    )


RECTANGLE = area((0.0, 0.0), (24.0, 0.0), (24.0, 10.0), (0.0, 10.0))
SQUARE = area((0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0))


def outlet(name: str, x: float, y: float, **values) -> Outlet:
    return Outlet(id=name, name=name, at=(x, y), **values)


def found(roof: RoofArea, **stated) -> Drained:
    result = drained(roof, Falls(area="a", **stated), ground_of(roof.outline))
    assert isinstance(result, Drained)
    return result


def test_the_reference_case_of_an_outlet():
    stated = case("f10_drain")
    given_, wanted = stated["inputs"], stated["expected"]
    flow = run_off(given_["mm_per_h"], given_["area_m2"])
    assert flow == pytest.approx(wanted["Q_l_s"])
    taken = round_outlet(given_["D"], given_["h"], given_["ko"])
    assert taken == pytest.approx(wanted["outlet_capacity_l_s"], rel=1e-6)
    assert -(-flow // taken) == wanted["n_outlets"]
    assert round_head(given_["D"], flow, given_["ko"]) == pytest.approx(
        wanted["head_for_1_mm"], rel=1e-6
    )
    assert round_head(given_["D"], flow / 4, given_["ko"]) == pytest.approx(
        wanted["head_at_n_mm"], rel=1e-6
    )


def test_risk_multiplies_the_rain():
    assert [run_off(60.0, 60.0, risk) for risk in ("eaves", "entrance", "inner", "special")] == [
        1,
        1.5,
        2,
        3,
    ]
    with pytest.raises(ValueRefused):
        run_off(-1.0, 10.0)


@given(st.floats(30, 300), st.floats(0.5, 1.0), st.floats(0.01, 200))
def test_heads_and_flows_of_outlets_undo_each_other(diameter, grate, flow):
    head = round_head(diameter, flow, grate)
    assert round_outlet(diameter, head, grate) == pytest.approx(flow, rel=1e-9)


def test_an_outlet_and_an_opening_pass_from_weir_to_orifice_without_a_jump():
    assert round_outlet(100, 50 - 1e-9) == pytest.approx(round_outlet(100, 50 + 1e-9), rel=1e-6)
    assert opening(300, 100, 100) == pytest.approx(300 * 1000 / 24000)
    heads = np.linspace(1, 400, 2000)
    flows = [opening(300, 100, float(h)) for h in heads]
    assert all(b > a for a, b in zip(flows, flows[1:], strict=False))
    assert opening(300, 100, 250) == pytest.approx(300 * 100 * 200**0.5 / 12000)


@given(st.floats(0, 50), st.floats(0, 60))
def test_openings_share_a_flow_at_one_level(flow, difference):
    openings = ((300.0, 100.0, 40.0), (200.0, 150.0, 40.0 + difference))
    level = common_head(openings, flow)
    taken = sum(opening(w, h, max(0.0, level - sill)) for w, h, sill in openings)
    assert taken == pytest.approx(flow, abs=1e-9, rel=1e-9)
    assert level >= 40.0


def test_still_water_at_an_overflow():
    """The reference case without flow: V = 4 H³/(3 s²), by hand."""
    stated = case("f14_ponding_still")["expected"]
    roof = found(
        SQUARE, outlets=(outlet("o", 5.0, 5.0),), rain=1.0,
        overflows=(Overflow(id="v", name="v", at=(0.0, 5.0), sill=0.09, width=5.0, height=1.0),),
    )  # fmt: skip
    level = stated["level"]
    area_, volume = below(roof.heights.areas, roof.heights.corners, level)
    assert (area_, volume) == pytest.approx((stated["pond_area"], stated["volume"]), rel=1e-9)
    case_ = roof.cases[0]
    head = common_head(((5000.0, 1000.0, 90.0),), roof.drains[0].flow) / 1000
    assert case_.pools[0].level == pytest.approx(head, rel=1e-9)
    assert case_.most == pytest.approx(1000 * head)


def test_one_of_two_outlets_blocked_runs_over_the_ridge():
    wanted = case("f44_blocked_one_of_two")["expected"]
    roof = found(
        RECTANGLE, outlets=(outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)),
        overflows=(Overflow(id="v", name="v", at=(0.0, 5.0), sill=0.15),),
    )  # fmt: skip
    first = roof.cases[0]
    pool = wanted["pools"][0]
    assert first.pools[0].level == pytest.approx(pool["level"], abs=1e-9)
    assert first.pools[0].area == pytest.approx(pool["area"], rel=1e-6)
    assert first.volume == pytest.approx(wanted["volume"], rel=1e-6)
    assert (first.mean, first.most) == pytest.approx(
        (wanted["mean_load_kg_m2"], wanted["max_load_kg_m2"]), rel=1e-6
    )
    assert first.exits == ()
    together = roof.cases[-1]
    assert together.blocked == (0, 1)
    assert together.exits == ("v",)
    assert together.depth > 0.15
    assert roof.worst == together


def test_the_load_of_standing_water_is_its_depth_added_up():
    roof = found(
        RECTANGLE, outlets=(outlet("a", 7.0, 4.0), outlet("b", 19.0, 6.0, raised=0.02)), upstand=0.14,
    )  # fmt: skip
    together = roof.cases[-1]
    step = 0.05
    places = [(x, y) for x in np.arange(step / 2, 24, step) for y in np.arange(step / 2, 10, step)]
    volume = 0.0
    for x, y in places:
        at = (float(x), float(y))
        owner = roof.surface.owner_at(at)
        level = together.level(owner if owner is not None else 0)
        volume += max(0.0, (level or 0.0) - roof.height(at)) * step**2
    assert together.volume == pytest.approx(volume, rel=1e-3)


def test_without_an_overflow_or_a_rim_water_finds_no_way_out():
    roof = found(SQUARE, outlets=(outlet("o", 5.0, 5.0),))
    assert not roof.cases[0].escapes
    assert roof.worst is None


def test_water_leaves_over_the_lowest_of_all_greatest_passes():
    """Four catchments in a row, the first blocked: by hand it leaves over 3, not over the lower 2."""
    passes = {(0, 1): 2.0, (1, 2): 3.0, (0, 3): 5.0}
    assert water_levels((0, 1), 4, passes, {})[:2] == [3.0, 3.0]
    assert water_levels((0, 1), 4, passes, {1: 2.5})[:2] == [2.5, 2.5]
    assert water_levels((0,), 4, passes, {})[0] == 2.0


@given(st.lists(st.floats(0, 1), min_size=3, max_size=3), st.floats(0, 1.2))
def test_water_over_a_triangle_is_exact(corners, level):
    heights = np.array([corners])
    area_, volume = below(np.array([2.0]), heights, level)
    steps = np.linspace(0, 1, 401)
    u, v = np.meshgrid(steps[:-1] + steps[1] / 2, steps[:-1] + steps[1] / 2)
    inside = u + v <= 1
    z = corners[0] + u * (corners[1] - corners[0]) + v * (corners[2] - corners[0])
    depth = np.maximum(0, level - z)[inside]
    assert area_ == pytest.approx(2.0 * (depth > 0).mean(), abs=0.02)
    assert volume == pytest.approx(2.0 * depth.mean(), abs=0.006)


def test_catchments_take_their_share_of_walls_and_roofs_above():
    plain = found(RECTANGLE, outlets=(outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)))
    more = found(
        RECTANGLE, outlets=(outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)), wall_above=40.0, from_above=1.0,
    )  # fmt: skip
    spot = found(
        RECTANGLE, outlets=(outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)), from_above=1.0,
        above_at=(20.0, 2.0),
    )  # fmt: skip
    assert [d.flow for d in plain.drains] == pytest.approx([2.5, 2.5])
    assert [d.flow for d in more.drains] == pytest.approx([2.5 + 10 * 75 / 3600 + 0.5] * 2)
    assert [d.flow for d in spot.drains] == pytest.approx([2.5, 3.5])


def test_the_least_fall_and_the_longest_way_by_hand():
    roof = found(SQUARE, outlets=(outlet("o", 5.0, 5.0),))
    assert roof.least_fall == pytest.approx(1 / 60 / 2**0.5)
    assert roof.longest == pytest.approx(50**0.5)
    gutter = LevelLine(id="g", name="g", start=(0.0, 0.0), end=(10.0, 0.0))
    way = found(SQUARE, lines=(gutter,), fall=0.02)
    assert (way.least_fall, way.longest) == pytest.approx((0.02, 10.0))
    corner = area((0, 0), (20, 0), (20, 6), (6, 6), (6, 16), (0, 16))
    bent = found(corner, outlets=(outlet("o", 17.0, 3.0),))
    assert bent.longest == pytest.approx((11**2 + 3**2) ** 0.5 + (6**2 + 10**2) ** 0.5)


def test_on_a_deck_that_falls_itself_the_thinnest_place_need_not_be_the_outlet():
    """Deck falls 1:100 to the south, surface 1:60 to an outlet in the middle, by hand."""
    tilted = area(
        (0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0), pitch=float(np.degrees(np.arctan(0.01)))
    )
    roof = found(tilted, outlets=(outlet("o", 5.0, 5.0),))
    over = roof.over_deck
    assert over.least == pytest.approx(0.0, abs=1e-12)
    # Along the middle line to the north z rises by 1/60, the deck by 1/100; to the south it falls away.
    assert over.most == pytest.approx(5 / 60 + 5 / 100)
    assert roof.over_deck_at((5.0, 5.0)) == pytest.approx(0.0, abs=1e-12)


def test_falls_that_give_no_surface_say_why_and_where():
    outside = drained(
        SQUARE, Falls(area="a", outlets=(outlet("o", 12.0, 5.0),)), ground_of(SQUARE.outline)
    )
    assert isinstance(outside, Undrained)
    assert (outside.thing, outside.at) == ("o", (12.0, 5.0))
    astray = Falls(
        area="a", outlets=(outlet("o", 5.0, 5.0),), overflows=(Overflow(id="v", name="West", at=(-2.0, 0.0)),)
    )  # fmt: skip
    fault = drained(SQUARE, astray, ground_of(SQUARE.outline))
    assert isinstance(fault, Undrained)
    assert "West" in fault.why
    assert fault.thing == "v"
