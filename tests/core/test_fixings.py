# SPDX-License-Identifier: GPL-3.0-or-later
"""Fixings: tests in numbers, patterns, placing, the chain, lengths, thrust, approvals."""

from math import cos, erf, pi, radians, sin, sqrt, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace
from shapely import Point, Polygon

from core.fixed_roofs import BOARDS as BOARDS_SET
from core.fixed_roofs import ROWS as ROWS_SET
from core.fixed_roofs import held as held_roof
from core.wind_roofs import area, met, shapes
from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.fixings.change import (
    add_tests,
    change_fastener,
    change_set,
    change_way,
    confirm_rows,
    count_in_heat,
    put_evidence,
    put_row,
    state_wind,
)
from glacis.core.fixings.evidence import Asked, best_of, judge_evidence
from glacis.core.fixings.held import Against, set_held
from glacis.core.fixings.lengths import Passed, bands_of, length_of, stray_share
from glacis.core.fixings.parts import FIXED
from glacis.core.fixings.place_set import PlacedRead, sets_placed
from glacis.core.fixings.placing import covered
from glacis.core.fixings.pull_out import factor_of, pulled
from glacis.core.fixings.resistance import bond_strength, resistance_of
from glacis.core.fixings.rows import (
    RowLimits,
    ballast_mass,
    board_count,
    clip_spacing,
    crests_between,
    floating_mass,
    piece_held,
    ribbon_strength,
    rows_for,
    travel,
)
from glacis.core.fixings.thrust import (
    bending_slip,
    buckling_force,
    eaves_force,
    thrust_of,
    truss_of,
    withdrawal,
)
from glacis.core.fixings.to_heat import fed_by
from glacis.core.model.fixings import (
    BattenScrews,
    BoardScrews,
    Bond,
    Clips,
    Crests,
    Evidence,
    Fastener,
    FixSet,
    Level,
    Pieces,
    PullOut,
    Role,
    SeamRows,
    Strength,
)
from glacis.core.model.validate import check_project
from glacis.core.model.wind import Coefficient, Sector, Wind
from support import analyser, case

EN = Wind(basis="en")
ROW = "en mono 180 15 F suction"
SCREW = (Strength(mode="pull-out", value=1350.0),)


def held(way, **values):
    return FixSet(
        id="a", name="screws", way=way, holds="sheet", anchor="deck", strengths=SCREW, **values
    )


def test_five_tests_by_two_schools_and_two_distributions_are_those_of_the_reference():
    wanted = case("x01_pull_out_five")
    values = [1000 * value for value in wanted["inputs"]["values_kN"]]
    for key, figures in wanted["expected"].items():
        if "-" not in key:
            continue
        found = pulled(values, *key.split("-"))
        assert found.factor == pytest.approx(figures["k"], rel=1e-6)
        assert found.characteristic == pytest.approx(1000 * figures["R_k"], rel=1e-6)
        assert found.design == pytest.approx(1000 * figures["R_d"], rel=1e-6)
        assert found.is_above_least == figures["above_least_test"]


@pytest.mark.parametrize(("count", "k"), [(3, 3.37), (5, 2.33), (10, 1.92)])
def test_factors_are_those_of_table_d1(count, k):
    assert factor_of(count, "predictive") == pytest.approx(k, abs=0.01)
    assert factor_of(count, "predictive", known=True) == pytest.approx(
        1.645 * sqrt(1 + 1 / count), rel=1e-3
    )


def test_tests_say_nothing_where_they_are_too_few_or_none():
    with pytest.raises(ValueRefused, match="2"):
        pulled([900.0, 1100.0])
    assert pulled([900.0, 1100.0], known=0.2).factor == pytest.approx(1.645 * sqrt(1.5), rel=1e-3)
    with pytest.raises(ValueRefused, match="above 0"):
        pulled([900.0, 0.0, 1000.0])
    alike = pulled([1000.0] * 4)
    assert alike.spread == 0.05
    assert not alike.is_above_least


@settings(max_examples=50, deadline=None)
@given(st.lists(st.floats(500, 3000), min_size=3, max_size=30), st.floats(1.01, 3))
def test_statistics_scale_and_one_better_test_never_hurts_the_mean(values, factor):
    one, other = pulled(values), pulled([factor * value for value in values])
    assert other.characteristic == pytest.approx(factor * one.characteristic, rel=1e-9)
    assert one.characteristic < one.centre


def test_substrates_are_never_pooled_and_every_level_is_taken_for_what_it_is():
    tests = tuple(
        PullOut(id=str(k), area="a", substrate=name, fixing="screw", force=force)
        for k, (name, force) in enumerate(
            [("old boards", 900.0), ("old boards", 950.0), ("old boards", 1010.0), ("slab", 4000.0)]
        )
    )
    found = resistance_of(held(SeamRows(), substrate="old boards"), tests, 1.5)
    assert found.tests.count == 3
    assert found.governs.mode == "tests"
    assert resistance_of(held(SeamRows(), substrate="slab"), tests, 1.5).design == 0.0
    levels: tuple[tuple[Level, float], ...] = (
        ("characteristic", 900.0), ("design", 1350.0), ("allowable", 2025.0),
    )  # fmt: skip
    for level, wanted in levels:
        strength = Strength(mode="set", value=1350.0, level=level)
        assert resistance_of(
            replace(held(SeamRows()), strengths=(strength,)), (), 1.5
        ).design == pytest.approx(wanted)


def test_rows_on_flutes_are_those_of_the_reference():
    wanted = case("x04_rows_on_flutes")
    stated = wanted["inputs"]
    limits = RowLimits(
        stated["flute_m"], stated["s_min_m"], stated["s_max_m"], stated["n_min_per_m2"]
    )
    for zone, figures in wanted["expected"].items():
        load = 1000 * stated["w_d_by_zone"][zone]
        found = rows_for(load, 1000 * stated["F_Rd_kN"], stated["row_distances_m"], limits)
        assert found.distance == figures["row_distance"]
        assert found.spacing == pytest.approx(figures["spacing"])
        assert found.use == pytest.approx(figures["utilisation"], rel=1e-6)
    assert rows_for(20e3, 900.0, (1.9,), limits) is None


def test_patterns_by_hand():
    found = board_count(2000.0, 2.88, 900.0, (4, 6, 8))
    assert (found.needed, found.chosen, found.load) == (7, 8, 720.0)
    assert board_count(9000.0, 2.88, 900.0, (4, 6, 8)).chosen is None
    assert clip_spacing(1500.0, 0.5, 400.0, 0.05, 0.6) == pytest.approx(0.5)
    assert clip_spacing(20e3, 0.5, 400.0, 0.05, 0.6) is None
    assert [
        crests_between(load, 0.25, 1.0, 900.0) for load in (1000.0, 1500.0, 3000.0, 4000.0)
    ] == [3, 2, 1, None]
    assert travel(24e-6, 12.0, 60.0) == pytest.approx(0.01728)
    assert ballast_mass(1800.0, 0.0) == pytest.approx(1800 / 0.9 / 9.81)
    assert ballast_mass(100.0, 0.0) == 50.0
    assert floating_mass(0.2, 33.0) == pytest.approx(0.2 * 967 / 0.9)
    assert ribbon_strength(0.03, 0.3, 90e3, 40e3, 60e3, 2.0) == pytest.approx(2000.0)
    with pytest.raises(ValueRefused, match="no wider"):
        ribbon_strength(0.4, 0.3, 90e3, 40e3, 60e3, 2.0)


def test_a_tile_turns_about_where_it_hangs():
    tile = Pieces(width=0.3, exposed=0.34, mass=4.2, arm_wind=0.2, arm_weight=0.18, arm_fixing=0.3)
    found = piece_held(1500.0, tile, 30.0)
    assert found.moment == pytest.approx(1500 * 0.3 * 0.34 * 0.2)
    assert found.steadying == pytest.approx(0.9 * 4.2 * 9.81 * cos(radians(30)) * 0.18)
    assert found.force == pytest.approx((found.moment - found.steadying) / 0.3)
    assert piece_held(100.0, tile, 30.0).force == 0.0


def test_bonds_bear_what_their_weakest_face_bears_and_some_only_what_was_tested():
    glued = Bond(kind="ribbons", glue=90e3, facer=40e3, bead=0.03, spacing=0.3)
    assert bond_strength(glued, 1.5).design == pytest.approx(2000.0)
    assert bond_strength(glued, 1.5, 0.15).design == pytest.approx(4000.0)
    assert (
        bond_strength(Bond(kind="full", glue=90e3, facer=40e3, share=0.5), 1.5).governs.mode
        == "facer"
    )
    torched = Bond(kind="torched", glue=90e3)
    assert "tested values only" in bond_strength(torched, 1.5).reason
    assert bond_strength(replace(torched, source="report 12"), 1.5).design == pytest.approx(45e3)


@settings(max_examples=200, deadline=None)
@given(st.lists(st.tuples(st.integers(1, 40), st.integers(1, 12)), min_size=1, max_size=6))
def test_fixings_along_runs_are_never_farther_apart_than_any_place_between_allows(pairs):
    runs, start = [], 0
    for size, steps in pairs:
        runs.append((start, start + size - 1, steps, 0))
        start += size
    allowed = [steps for size, steps in pairs for _ in range(size)]
    taken, zones = covered(runs)
    assert len(zones) == len(taken)
    assert taken == sorted(set(taken))
    assert taken[0] >= 0
    assert taken[-1] < start
    for one, other in zip(taken, taken[1:], strict=False):
        assert other - one <= max(1, min(allowed[one : other + 1]))
    assert taken[0] <= max(0, min(allowed[: taken[0] + 1]) // 2)
    assert start - 1 - taken[-1] <= max(0, min(allowed[taken[-1] :]) // 2)


WAYS = [
    SeamRows(), SeamRows(turn=30.0, step=0.25, least=0.25), BoardScrews(), BoardScrews(turn=20.0),
    BattenScrews(rafters=0.6), Clips(), Crests(),
]  # fmt: skip


@pytest.mark.parametrize("way", WAYS)
@pytest.mark.parametrize("pitch", [0.0, 28.0])
def test_placed_points_lie_within_the_area_and_hold_every_zone(way, pitch):
    outline = ((0, 0), (21.3, 0), (21.3, 8.7), (9.1, 8.7), (9.1, 14.2), (0, 14.2)) if pitch == 0 else (
        (0, 0), (21.3, 0), (18.0, 7.0), (3.0, 7.0)
    )  # fmt: skip
    roof = area("a", outline, pitch, level=6.0)
    zones = met(EN, (roof,))["a"].zones
    strong = replace(held(way), strengths=(Strength(mode="pull-out", value=3000.0),))
    placed = sets_placed(PlacedRead((strong,), Against(roof, zones, rafters=0.6)))[0]
    whole = Polygon(roof.outline).buffer(1e-9)
    assert placed.placed is not None
    assert all(whole.contains(Point(at)) for at in placed.placed.points)
    assert placed.count == len(placed.placed.points)
    assert all(pattern.fits for pattern in placed.held.patterns)
    wanted = sum(
        p.per_area * size for p, size in zip(placed.held.patterns, placed.areas, strict=True)
    )
    assert placed.count >= wanted * 0.95


@settings(max_examples=25, deadline=None)
@given(speed=st.floats(16, 34), more=st.floats(0.2, 8), way=st.sampled_from(WAYS[:5]))
def test_more_wind_never_asks_for_fewer_fixings(speed, more, way):
    roof = area("a", ((0, 0), (18, 0), (18, 11), (0, 11)), level=8.0)
    counts = []
    for blows in (speed, speed + more):
        zones = met(replace(EN, speed=blows), (roof,))["a"].zones
        against = Against(roof, zones, rafters=0.6)
        counts.append(sum(pattern.per_area for pattern in set_held(held(way), against).patterns))
    assert counts[1] >= counts[0] - 1e-9


def test_rows_along_flutes_are_refused_and_across_them_laid():
    roof = area("a", ((0, 0), (18, 0), (18, 11), (0, 11)), level=8.0)
    against = Against(roof, met(EN, (roof,))["a"].zones)
    assert "along the flutes" in set_held(held(SeamRows(flutes=10.0)), against).refused
    assert not set_held(held(SeamRows(flutes=90.0)), against).refused
    corner = set_held(held(SeamRows(), zones=("F",)), against)
    assert {against.zones[pattern.zone].name for pattern in corner.patterns} == {"F"}


def test_counts_are_what_hand_and_grid_say_on_a_plain_roof():
    roof = area("a", ((0, 0), (12.0, 0), (12.0, 2.76), (0, 2.76)), level=3.0)
    wind = Wind(basis="stated", field=600.0, edge=600.0, corner=600.0)
    zones = met(wind, (roof,))["a"].zones
    way = SeamRows(roll=1.5, lap=0.12, step=0.05, least=0.1, least_per_area=0.0, halves=False)
    placed = sets_placed(PlacedRead((held(way),), Against(roof, zones)))[0]
    # Seams at 0.06, 1.44 and 2.70 m; 900 N at 1.5 x 600 Pa hold 1.38 m x 0.70 m and more, so every 0.5 m.
    assert {round(y, 2) for _, y in placed.placed.points} == {0.06, 1.44, 2.7}
    assert placed.count == 3 * 24
    # Ten boards of 1.2 x 1.2 m in each of two rows, the second begun with half a board: 1296 N a board take two.
    boards = BoardScrews(length=1.2, width=1.2, patterns=(1, 2, 4))
    even = area("a", ((0, 0), (12, 0), (12, 2.4), (0, 2.4)), level=3.0)
    laid = sets_placed(PlacedRead((held(boards),), Against(even, met(wind, (even,))["a"].zones)))[0]
    assert laid.count == 10 * 2 + 9 * 2 + 2 * 1


def test_lengths_are_those_of_the_reference():
    wanted = case("x09_lengths")
    for given_, figures in zip(wanted["inputs"]["cases"], wanted["expected"], strict=True):
        passed = Passed(
            sum(given_["passed_mm"]) / 1000, given_["tol_plus"] / 1000, given_["tol_minus"] / 1000,
            given_["substrate_mm"] / 1000, given_["grip"], given_.get("recess_mm", 0) / 1000,
            given_.get("angle_deg", 90.0), given_.get("e_min", 40) / 1000, given_.get("e_max_cover", 10) / 1000,
            given_.get("tip_min", 20) / 1000, given_.get("tip_max", 60) / 1000,
        )  # fmt: skip
        found = length_of(passed, [size / 1000 for size in given_["stock_mm"]])
        assert 1000 * found.least == pytest.approx(figures["least"], abs=1e-6)
        assert 1000 * found.most == pytest.approx(figures["most"], abs=1e-6)
        assert found.chosen is not None
        assert 1000 * found.chosen == pytest.approx(figures["chosen"])
        assert 1000 * found.thick == pytest.approx(figures["grip_or_tip_thick"], abs=1e-6)
        assert 1000 * found.thin == pytest.approx(figures["grip_or_tip_thin"], abs=1e-6)


def test_a_taper_takes_a_length_to_every_band_and_strays_by_hand():
    passed = Passed(0.1, substrate=0.1, least_grip=0.05, cover=0.01)
    bands, mapped = bands_of([0.1 + k * 0.001 for k in range(100)], passed, [0.16, 0.2, 0.24])
    assert (mapped[0], mapped[-1], len(mapped)) == (0, 3, 100)
    assert [band.length for band in bands] == [0.16, 0.2, 0.24, None]
    assert [round(band.share, 2) for band in bands] == [0.11, 0.4, 0.4, 0.09]
    assert bands[0].thickest == pytest.approx(0.11)
    allowed, share = stray_share(0.08, 0.008, 0.01, 2.0, 0.2)
    assert allowed == pytest.approx(0.008)
    spread = sqrt(0.01**2 + (0.2 * tan(radians(2))) ** 2) / 1.96
    assert share == pytest.approx(2 * (1 - 0.5 * (1 + erf(0.008 / spread / sqrt(2)))))
    assert stray_share(0.05, 0.008, 0.01, 2.0, 0.2)[1] == 1.0


@pytest.mark.parametrize(
    ("passed", "stock", "words"),
    [
        (Passed(0.1), [], "one length"),
        (Passed(0.1, angle=20.0), [0.2], "30"),
        (Passed(0.1, recess=0.1), [0.2], "less than"),
    ],
)
def test_lengths_refuse_what_cannot_be(passed, stock, words):
    with pytest.raises(ValueRefused, match=words):
        length_of(passed, stock)


def test_thrust_and_truss_keep_the_forces_in_balance():
    found = thrust_of(600.0, 900.0, 35.0, 0.7)
    load = 1.35 * 600 + 1.5 * 900 * cos(radians(35))
    assert found.along == pytest.approx(load * sin(radians(35)) * 0.7)
    truss = truss_of(found, 65.0, 5000.0, 0.06, 20e3)
    assert truss.tension * cos(radians(65)) == pytest.approx(found.along)
    assert truss.tension * sin(radians(65)) == pytest.approx(truss.compression - found.square)
    assert truss.spacing == pytest.approx(5000 / truss.tension)
    assert truss.use_insulation == pytest.approx(truss.compression / 0.06 / 20e3)
    assert eaves_force(found, 6.0) == pytest.approx(6 * found.along)
    assert thrust_of(600.0, 900.0, 0.0, 0.7).along == 0.0
    with pytest.raises(ValueRefused, match="30"):
        truss_of(found, 20.0, 5000.0, 0.06)


def test_screws_in_timber_by_hand():
    by_hand = 0.52 * 8**-0.5 * 80**-0.1 * 350**0.8 * 8 * 80 * 0.9 / 1.3
    assert withdrawal(0.008, 0.08, 350.0) == pytest.approx(by_hand)
    thin = withdrawal(0.006, 0.08, 350.0)
    assert thin == pytest.approx(0.52 * 6**-0.5 * 80**-0.1 * 350**0.8 * 6 * 80 * 6 / 8 * 0.9 / 1.3)
    assert withdrawal(0.008, 0.08, 350.0, 30.0) == pytest.approx(by_hand / (1.2 * 0.75 + 0.25))
    inertia = pi * 0.005**4 / 64
    assert buckling_force(0.005, 0.2) == pytest.approx(pi**2 * 2.1e11 * inertia / 0.04)
    assert bending_slip(300.0, 0.2, 0.005) == pytest.approx(300 * 0.008 / (12 * 2.1e11 * inertia))


def proof(**values):
    covers = (Role(role="sheet", product="sheet A"), Role(role="screw", product="screw B"))
    return Evidence(id=values.pop("id", "E-1"), title="sheet with screws", covers=covers, **values)


def asked(**values):
    products = proof().covers
    return Asked(
        **{
            "products": products,
            "pitch": 2.0,
            "substrate": "",
            "uplift": 3000.0,
            "laid": "",
            "today": "",
        }
        | values
    )


@pytest.mark.parametrize(
    ("limits", "asks", "gap"),
    [
        ({}, {}, None),
        ({"expires": "2027-05-01"}, {"laid": "2027-05-01"}, None),
        ({"expires": "2027-05-01"}, {"laid": "2027-05-02"}, "expires"),
        ({"expires": "2027-05-01"}, {"today": "2027-06-01"}, "expired"),
        ({"expires": "next year"}, {}, "unread-date"),
        ({"steepest": 1.5}, {}, "slope"),
        ({"uplift": 3000.0}, {}, None),
        ({"uplift": 2999.0}, {}, "uplift"),
        ({"substrates": ("slab",)}, {"substrate": "old boards"}, "substrate"),
        ({}, {"products": (Role(role="sheet", product="sheet Z"),)}, "mixed"),
        ({}, {"products": (Role(role="glue", product="glue"),)}, "not-in-set"),
    ],
)
def test_an_approval_stands_for_what_was_tested_and_no_longer(limits, asks, gap):
    found = judge_evidence(proof(**limits), asked(**asks))
    assert [name for name, _ in found.gaps] == ([] if gap is None else [gap])
    assert found.holds == (gap is None)


def test_the_set_that_differs_least_then_lasts_longest_is_taken():
    register = (
        proof(id="old", expires="2027-01-01"), proof(id="long", expires="2031-01-01"),
        replace(proof(id="other"), covers=(Role(role="sheet", product="Z"), proof().covers[1])),
    )  # fmt: skip
    assert best_of(register, asked()).evidence.id == "long"
    assert best_of(register, asked(), "old").evidence.id == "old"
    assert best_of(register, asked(products=())) is None


def test_zones_reach_points_of_a_set_for_corners_alone():
    roof = area("a", ((0, 0), (18, 0), (18, 11), (0, 11)), level=8.0)
    found = met(EN, (roof,))["a"]
    only = replace(held(BoardScrews(length=0.6, width=0.6)), zones=("F",))
    placed = sets_placed(PlacedRead((only,), Against(roof, found.zones)))[0]
    corner = shapes(found)[0].buffer(0.9)
    assert placed.count > 0
    assert all(corner.contains(Point(at)) for at in placed.placed.points)
    assert Fastener().stock


@pytest.mark.parametrize(
    ("change", "words"),
    [
        (lambda p: change_fastener(p, "a", "rows", stock=()), "one length"),
        (lambda p: change_fastener(p, "a", "rows", angle=25.0), "30"),
        (lambda p: change_set(p, "a", "rows", anchor="nowhere"), "nowhere"),
        (lambda p: change_way(p, "a", "rows", least=0.6), "least first"),
        (lambda p: change_way(p, "a", "rows", lap=0.5, roll=0.5), "less than the roll"),
        (lambda p: state_wind(p, speed=0.0), "1.00"),
        (lambda p: state_wind(p, sectors=(Sector(start=0.0), Sector(start=360.0))), "one for each"),
        (
            lambda p: put_row(
                p, Coefficient(row=ROW, values=(-3.0, -2.0), by="A", dated="2026-01-01")
            ),
            "source",
        ),
        (
            lambda p: put_row(
                p, Coefficient(row="en duo", values=(-3.0,), source="x", by="A", dated="2026-01-01")
            ),
            "row",
        ),
        (lambda p: confirm_rows(p, (ROW,), "", "2026-01-01"), "name"),
        (
            lambda p: add_tests(
                p, (PullOut(id="", area="a", substrate=" ", fixing="x", force=900.0),)
            ),
            "substrate",
        ),
        (
            lambda p: add_tests(
                p, (PullOut(id="", area="a", substrate="x", fixing="x", force=0.0),)
            ),
            "N",
        ),
        (lambda p: put_evidence(p, Evidence(id=" ", title="x")), "number"),
        (lambda p: change_set(p, "a", "none"), "none"),
    ],
)
def test_what_cannot_be_is_refused_with_field_and_limit_and_nothing_changes(change, words):
    project = held_roof()
    before = project
    with pytest.raises(GlacisError, match=words):
        change(project)
    assert project == before
    check_project(project)


def test_heat_adds_sets_up_and_counts_what_is_placed():
    project = held_roof(ROWS_SET, BOARDS_SET)
    roof = analyser().analyse(project)
    found = roof.value(FIXED, "a")
    fed = tuple(each.mean for each in fed_by(found.sets, roof.of("a").roof.layers))
    assert [each.per_area for each in fed] == [
        pytest.approx(each.per_area, abs=1e-3) for each in found.sets
    ]
    counted = count_in_heat(project, "b", fed)
    heat = analyser().analyse(counted).of("a").roof.heat
    alone = [
        analyser()
        .analyse(count_in_heat(project, "b", (each,)))
        .of("a")
        .roof.heat.corrections.fixings.value
        for each in fed
    ]
    assert heat.corrections.shafts == pytest.approx(sum(alone))
    assert heat.transmittance == pytest.approx(heat.clear_transmittance + heat.corrections.total)
    assert "fixings.heat" in {f.rule for f in analyser().analyse(project).findings}
    assert "fixings.heat" not in {f.rule for f in analyser().analyse(counted).findings}
