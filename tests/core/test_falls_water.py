# SPDX-License-Identifier: GPL-3.0-or-later
"""Rain, outlets, overflows and standing water against hand cases and rasters."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from glacis.core.errors import ValueRefused
from glacis.core.falls.channels import gutter_flow, least_pipe, length_share, pipe_flow
from glacis.core.falls.coping import coping_girth, coping_rise, pan_girth
from glacis.core.falls.crickets import fall_along, valley_fall
from glacis.core.falls.drained import drained
from glacis.core.falls.found import Drained, Undrained
from glacis.core.falls.ground import ground_of
from glacis.core.falls.lying import lying_on
from glacis.core.falls.mouths import outlet_flow, outlet_head
from glacis.core.falls.standing import below, water_levels
from glacis.core.falls.water import (
    common_head,
    opening,
    round_head,
    round_outlet,
    run_off,
)
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import (
    Burden,
    CricketRule,
    Falls,
    Gutter,
    LevelLine,
    Outlet,
    Overflow,
    Parapet,
    Spout,
)
from glacis.core.model.layers import MembraneLayer, SolidLayer
from support import analysed, case, roof_project


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


RULES: tuple[CricketRule, ...] = ("along", "added-twice", "twice-as-steep")
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
        RECTANGLE, outlets=(outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)),
        spouts=(Spout(id="s", name="Upper gutter", at=(20.0, 2.0)),),
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


def crossed(rule: CricketRule, positions: tuple[float, ...], fall: float, width: float) -> Drained:
    """A 20 × 12 m roof that falls both ways to a level valley with crickets."""
    roof = area((0.0, -6.0), (20.0, -6.0), (20.0, 6.0), (0.0, 6.0))
    line = LevelLine(
        id="v", name="Valley", start=(0.0, 0.0), end=(20.0, 0.0), both_sides=True, cricket=width,
        cricket_rule=rule,
    )  # fmt: skip
    outlets = tuple(outlet(f"o{k}", x, 0.0) for k, x in enumerate(positions))
    return found(roof, fall=fall, outlets=outlets, lines=(line,))


def test_crickets_of_unequal_length_by_the_reference_case():
    stated = case("f32_valley_crickets_unequal")
    given_, wanted = stated["inputs"], stated["expected"]
    roof = crossed(
        "along", tuple(map(float, given_["outlets"])), given_["fall"], given_["tan_plan"]
    )
    level = given_["level"]
    assert [roof.height(tuple(at)) + level for at in given_["probes"]] == pytest.approx(
        wanted["levels"], abs=1e-8
    )
    assert roof.heights.volume + 240 * level == pytest.approx(wanted["volume"], rel=1e-6)
    valleys = [c.fall for c in roof.facets.creases if c.kind == "valley"]
    assert valleys == pytest.approx([wanted["valley_fall"]] * len(valleys))
    assert roof.least_fall == pytest.approx(wanted["valley_fall"])
    assert [d.catchment for d in roof.drains] == pytest.approx([8 * 12, 12 * 12])
    assert [d.head is not None for d in roof.drains] == [True, True]


def test_crickets_with_twice_the_fall_added_by_the_reference_case():
    stated = case("f07_valley_crickets_added_2s")
    given_, wanted = stated["inputs"], stated["expected"]
    roof = crossed("added-twice", (5.0, 15.0), given_["s"], given_["b"] / given_["a"])
    assert roof.heights.volume + 240 * given_["t0"] == pytest.approx(wanted["volume"], rel=1e-6)
    assert roof.height((10.0, 0.0)) == pytest.approx(wanted["crest_height"], rel=1e-6)
    assert min(c.fall for c in roof.facets.creases if c.kind == "valley") == pytest.approx(
        wanted["valley_fall"]
    )
    steepest = max(facet.fall for facet in roof.facets.facets)
    assert steepest == pytest.approx(wanted["cricket_gradient"], rel=1e-6)


@given(st.sampled_from(RULES), st.floats(0.1, 1.5))
def test_the_three_meanings_of_a_crickets_fall(rule, width):
    """c² + k² with k = s − c/tan φ: twice the roof's fall, or what the rule says of c."""
    fall = 0.02
    along = fall_along(rule, fall, width)
    across = fall - along / width
    if rule == "twice-as-steep":
        assert along**2 + across**2 == pytest.approx((2 * fall) ** 2)
        assert along > 0
    else:
        assert across == pytest.approx(0.0 if rule == "along" else -fall)
    roof = crossed(rule, (10.0,), fall, min(width, 0.5))
    assert roof.facets.step < 1e-9
    assert roof.least_fall == pytest.approx(valley_fall(fall, min(width, 0.5)))


def test_a_valley_with_crickets_wants_an_outlet_on_it():
    line = LevelLine(
        id="v", name="Valley", start=(0.0, 5.0), end=(10.0, 5.0), both_sides=True, cricket=0.5
    )
    fault = drained(SQUARE, Falls(area="a", lines=(line,)), ground_of(SQUARE.outline))
    assert isinstance(fault, Undrained)
    assert "Valley" in fault.why


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


def test_gutters_and_pipes_by_hand():
    """Half round 150 mm: A = 8836 mm², 0.9 x 2.78e-5 x A^1.25 = 2.143; 10 m are 133 depths: x 0.887."""
    assert gutter_flow("half-round", 150, 75, 3000) == pytest.approx(2.1433, rel=1e-4)
    assert gutter_flow("half-round", 150, 75, 10_000) == pytest.approx(2.1433 * 0.88667, rel=1e-4)
    # A box of 100 x 100: 0.9 x 3.48e-5 x 1e4^1.25 = 3.132; half as deep: (1/2)^1.25 (1/2)^0.25.
    assert gutter_flow("box", 100, 100, 1000) == pytest.approx(3.132, rel=1e-4)
    assert gutter_flow("box", 100, 50, 1000) == pytest.approx(3.132 * 0.5**1.5, rel=1e-4)
    # An inner one keeps 60 of 200 mm dry; a bend leaves 0.85.
    inner = gutter_flow("inner", 300, 200, 5000, bend=True)
    assert inner == pytest.approx(0.9 * 3.89e-5 * 42_000**1.25 * (140 / 300) ** 0.25 * 0.85)
    with pytest.raises(ValueRefused, match="depth of the gutter"):
        gutter_flow("inner", 300, 20, 5000)
    assert length_share(1e9) == 0.67
    # The table of the standard gives 10.7 and 4.6 l/s for 100 mm a third and a fifth full.
    assert (pipe_flow(100), pipe_flow(100, 0.2)) == pytest.approx((10.7, 4.65), abs=0.02)
    assert (least_pipe(10.0, (100, 80)), least_pipe(99.0, (100,))) == (100, None)


@given(
    st.sampled_from(("round", "box", "scupper")), st.booleans(), st.floats(0.03, 0.5), st.floats(0.03, 0.3),
    st.floats(0.01, 30.0),
)  # fmt: skip
def test_an_outlet_takes_its_flow_at_its_head(mouth, grate, width, height, flow):
    thing = outlet(
        "o", 1.0, 1.0, mouth=mouth, grate=grate, diameter=height, width=width, height=height
    )
    head = outlet_head(thing, flow)
    assert outlet_flow(thing, head) == pytest.approx(flow, rel=1e-9)
    assert outlet_flow(thing, 1.1 * head) > flow


def test_what_a_gutter_along_the_eaves_carries():
    """10 m of half round gutter with two downpipes: two stretches of 5 m, each 66.7 depths long."""
    line = LevelLine(
        id="g", name="Gutter", start=(0.0, 0.0), end=(10.0, 0.0), gutter=Gutter(pipes=2, pipe=0.08)
    )
    roof = found(SQUARE, lines=(line,))
    drain = roof.drains[0]
    assert drain.capacity == pytest.approx(2 * 2.1433 * (1 - 0.07 / 3), rel=1e-4)
    assert drain.pipe == pytest.approx(2 * pipe_flow(80.0))
    assert drain.head is None
    with_pipe = found(SQUARE, outlets=(outlet("o", 5.0, 5.0, pipe=0.1),))
    assert with_pipe.drains[0].pipe == pytest.approx(pipe_flow(100.0))


def test_what_lies_on_a_planted_roof_by_hand():
    """80 mm of substrate at 1200 kg/m³ and 25 mm of studded board at 50 over the sheet."""
    layers = (
        SolidLayer(id="deck", material="reinforced-concrete", thickness=0.2),
        MembraneLayer(id="sheet", material="bitumen-root-resistant"),
        SolidLayer(id="board", material="drainage-board", thickness=0.025),
        SolidLayer(id="soil", material="extensive-substrate", thickness=0.08),
    )
    roof = analysed(roof_project(*layers, pitch=0.0)).roof
    plain = lying_on(roof.layers, Burden())
    assert plain.dry == pytest.approx(80 * 1.2 + 0.025 * 50)
    pores = 0.3 * 80 + 0.6 * 25
    assert plain.saturated == pytest.approx(plain.dry + pores)
    loaded = lying_on(roof.layers, Burden(storage=0.05, panels=20.0))
    # Of 50 mm of water 39 mm stand in the pores already.
    assert loaded.total == pytest.approx(plain.saturated + (50 - pores) + 20)
    assert loaded.stress == pytest.approx(loaded.total * 9.81)
    assert plain.names == ("Drainage board, studded plastic", "Extensive planting substrate, moist")


def test_sheet_metal_for_a_parapet_by_hand():
    parapet = Parapet(wall=0.3, fall=0.05, overhang=0.04, drop=0.06)
    assert coping_girth(parapet) == pytest.approx(0.38 * (1 + 0.05**2) ** 0.5 + 0.15)
    assert coping_rise(parapet) == pytest.approx(0.019)
    hole = Overflow(id="v", name="v", at=(0.0, 0.0), width=0.4, height=0.12)
    assert pan_girth(parapet, hole) == pytest.approx((0.4 + 0.24 + 0.2, 0.3 + 0.2))
