# SPDX-License-Identifier: GPL-3.0-or-later
"""Rolls, boards, bars, fills, costs, carbon and years against hand calculations, closed forms and laws."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from core.bought_roofs import NEAR, NET, TRIPS, by_hand, flat, pitched, priced
from glacis.core.errors import ValueRefused
from glacis.core.graph.part import WHOLE
from glacis.core.judgement.catalogue import rule_book
from glacis.core.model.document import Project
from glacis.core.model.fixings import AreaFixings
from glacis.core.model.quantities import (
    BoardForm,
    Costing,
    Labour,
    OwnLine,
    RollForm,
    Stock,
    Stripped,
    TrimForm,
)
from glacis.core.model.sound_quantities import check_quantities, check_stock
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.carbon import Emitted, footprint
from glacis.core.quantities.change import (
    lay,
    override_line,
    put_stock,
    state_costing,
    state_quantities,
)
from glacis.core.quantities.choices import level_at, pareto
from glacis.core.quantities.cost import Cost
from glacis.core.quantities.life import Ahead, Part, drawn, ledger, replaced
from glacis.core.quantities.parts import BILL, COST, LATER, STACKS, WEIGHT
from glacis.core.quantities.shown import grouped
from glacis.core.quantities.spread import Item, Spread, apart, summed
from support import analysed, analyser, case, demo, roof_project, rules_of


def bill_of(project: Project) -> Bill:
    return analyser().analyse(project, "figures").value(BILL, WHOLE)


def cost_of(project: Project) -> Cost:
    return analyser().analyse(project, "figures").value(COST, WHOLE)


# Spreads, carbon, years, choices


def test_carbon_is_that_of_the_case_and_splitting_lines_shrinks_no_spread():
    given_case = case("q16_carbon_spread")
    lines = given_case["inputs"]["lines"]

    def emitted(parts: int) -> tuple[Emitted, ...]:
        return tuple(
            Emitted(
                x["mass"] / parts,
                x["group"],
                tuple(x["factor"]),
                x.get("carbon_fraction", 0.0),
                x.get("moisture", 0.0),
            )
            for x in lines
            for _ in range(parts)
        )

    expected = given_case["expected"]
    for parts in (1, 10):
        found = footprint(emitted(parts))
        assert found.made.three == pytest.approx(
            (expected["all_low"], expected["typical"], expected["all_high"])
        )
        likely = (found.made.likely_low, found.made.likely_high)
        assert likely == pytest.approx((expected["likely_low"], expected["likely_high"]))
        assert found.bound == pytest.approx(expected["biogenic_apart"])
    with pytest.raises(ValueRefused):
        footprint((Emitted(1.0, "x", (3.0, 2.0, 4.0)),))


@given(
    st.lists(
        st.tuples(st.sampled_from("abc"), st.floats(0, 50), st.floats(0, 50), st.floats(0, 50)),
        max_size=8,
    )
)
def test_what_is_likely_lies_within_all_low_and_all_high(rows):
    items = [Item(g, (x, x + y, x + y + z)) for g, x, y, z in rows]
    found = summed(items)
    assert (
        found.low - 1e-6
        <= found.likely_low
        <= found.typical
        <= found.likely_high
        <= found.high + 1e-6
    )
    assert not apart(found, found)


def test_the_ledger_is_that_of_hand():
    insulation = Part("i", "insulation", "roof", (10.0, 10.0, 10.0), (50.0, 50.0, 50.0))
    sheet = Part("s", "sheet", "roof", (20.0, 20.0, 20.0), (20.0, 20.0, 20.0), bonded=True)
    found = ledger((insulation, sheet), (("inspection", 1.0, 5.0),), Ahead(60, 0.03))
    replacements = [
        (due.year, due.part, due.because) for due in found.due if due.part != "inspection"
    ]
    assert replacements == [(20, "i", "s"), (20, "s", ""), (40, "i", "s"), (40, "s", "")]
    assert sum(due.part == "inspection" for due in found.due) == 11  # never in the last year
    assert found.rest == pytest.approx(10 * (1 - 20 / 50))
    # A series of its own for the present value.
    years = [0, 20, 40]
    expected = (
        sum(30 / 1.03**y for y in years)
        + sum(1 / 1.03 ** (5 * k) for k in range(1, 12))
        - 6 / 1.03**60
    )
    assert found.present == pytest.approx(expected)
    loose = ledger((insulation, replace(sheet, bonded=False)), (), Ahead(60, 0.0))
    assert [(due.year, due.part) for due in loose.due] == [
        (20, "s"),
        (40, "s"),
        (50, "i"),
        (50, "s"),
    ]
    assert loose.present == loose.undiscounted


def test_what_lies_outside_comes_off_and_what_can_is_laid_again():
    events = replaced([30.0, 80.0], [False, False], 70.0, [False, True])
    assert [(e.year, e.part, e.renewed) for e in events] == [
        (30.0, 0, True), (30.0, 1, False), (60.0, 0, True), (60.0, 1, False),
    ]  # fmt: skip
    with pytest.raises(ValueRefused):
        replaced([0.0], [False], 50.0)
    with pytest.raises(ValueRefused):
        Ahead(50, -1.0).today(1.0, 1.0)


def test_draws_without_spread_are_the_ledger_and_a_seed_draws_the_same_again():
    parts = (
        Part("a", "a", "x", (10.0, 10.0, 10.0), (15.0, 15.0, 15.0), group="g"),
        Part("b", "b", "y", (4.0, 4.0, 4.0), (60.0, 60.0, 60.0), group="g"),
        Part("c", "c", "y", (7.0, 7.0, 7.0), (25.0, 25.0, 25.0), bonded=True, group="h"),
    )
    ahead, upkeep = Ahead(50, 0.02, 0.005), (("cleaning", 2.0, 3.0),)
    known = ledger(parts, upkeep, ahead).present
    still = drawn(parts, upkeep, ahead, 7)
    assert (still.low, still.middle, still.high) == pytest.approx((known,) * 3)
    wide = tuple(replace(part, life=(10.0, 20.0, 35.0), cost=(5.0, 8.0, 14.0)) for part in parts)
    assert drawn(wide, upkeep, ahead, 7) == drawn(wide, upkeep, ahead, 7)
    spread = drawn(wide, upkeep, ahead, 8)
    assert spread.low < spread.middle < spread.high


def test_pareto_keeps_ties_and_says_where_nothing_is_clear():
    assert pareto([(1, 3), (2, 2), (2, 3), (1, 3)]) == (True, True, False, True)
    near, far = (Spread(typical=t, likely_low=t - 2, likely_high=t + 2) for t in (10.0, 12.0))
    assert not apart(near, far)
    assert apart(replace(near, likely_high=11.0), replace(far, likely_low=11.0))
    assert level_at(lambda x: x * x, 2.0, 0.0, 5.0) == pytest.approx(2**0.5)
    assert level_at(lambda x: x + 10, 2.0, 0.0, 5.0) is None


def test_sums_show_two_figures():
    assert grouped(106512.0) == "110\u2009000"
    assert grouped(-3476.0) == "−3\u2009500"


# The bill of a roof


def test_every_layer_has_a_line_or_says_why_none_is_needed():
    project = demo()
    bill = bill_of(project)
    areas = {area.id: area.assembly for area in project.areas}
    layers = {a.id: [layer.id for layer in a.layers] for a in project.assemblies}
    told = {(line.places.areas[0], line.places.layer) for line in bill.lines if line.places.layer}
    for area, assembly in areas.items():
        for layer in layers[assembly]:
            assert (area, layer) in told, (area, layer)
    assert len({line.id for line in bill.lines}) == len(bill.lines)
    for line in bill.lines:
        assert line.net + line.lap + line.cut + line.spare == pytest.approx(line.gross)
        assert bool(line.why) == (line.gross == 0) or line.net == 0
    for order in bill.orders:
        mine = [line for line in bill.lines if line.id in order.lines]
        assert order.gross == pytest.approx(sum(line.gross for line in mine))
        assert order.bought >= order.gross - 1e-6
        assert sum(bill.packs(line) for line in mine) == pytest.approx(order.packs)


def test_an_edge_that_two_areas_share_counts_once():
    bill = bill_of(demo())
    ridge = [
        line for line in bill.bought if line.key == "ridge cap" and len(line.places.areas) == 2
    ]
    assert len({line.places.pieces for line in ridge}) == len(ridge)
    assert sum(line.net for line in ridge if "hall-north" in line.places.areas) == pytest.approx(
        12.0, abs=1e-6
    )


def test_fixings_are_the_points_that_are_placed_by_length():
    results = analyser().analyse(demo(), "figures")
    bill = results.value(BILL, WHOLE)
    sheet = [
        line
        for line in bill.bought
        if line.places.set == "sheet-screws" and line.places.areas == ("laboratory",)
    ]
    from glacis.core.fixings.parts import FIXED

    fixed = results.value(FIXED, "laboratory")
    assert fixed is not None
    assert sum(line.net for line in sheet) == fixed.sets[0].count
    assert len(sheet) == len({line.key for line in sheet}) > 3


def test_packs_are_rounded_once_over_the_job():
    # Two areas of 25 m² each: each alone takes 2 rolls of 20 m², together 3.
    project = flat(
        stocks=(
            Stock(
                key="epdm-sheet",
                form=RollForm(width=1.0, length=20.0, side_lap=0.0, end_lap=0.0, least=0.5),
            ),
        )
    )
    base = project.areas[0]
    small = ((0.0, 0.0), (5.0, 0.0), (5.0, 4.9), (0.0, 4.9))
    two = tuple(
        replace(
            base, id=name, name=name, pitch=0.0, outline=tuple((x + 20 * k, y) for x, y in small)
        )
        for k, name in enumerate(("a", "b"))
    )
    bill = bill_of(replace(project, areas=two))
    sheet = next(order for order in bill.orders if order.key == "epdm-sheet")
    assert sheet.packs == 3
    assert [bill.packs(line) for line in bill.bought if line.key == "epdm-sheet"] == pytest.approx(
        [1.5, 1.5]
    )


def test_doubling_an_area_doubles_what_lies_on_it():
    one = flat(costing=Costing(currency="EUR"))
    base = one.areas[0]
    twice = replace(base, outline=tuple((2 * x, y) for x, y in base.outline))
    lines = {line.id: line.net for line in bill_of(one).bought if line.places.layer}
    for line in bill_of(replace(one, areas=(twice,))).bought:
        if line.places.layer:
            assert line.net == pytest.approx(2 * lines[line.id], rel=1e-9)


def test_how_things_are_sold_moves_the_bill():
    project = flat()
    usual = next(line for line in bill_of(project).bought if line.key == "epdm-sheet")
    narrow = put_stock(
        project,
        Stock(key="epdm-sheet", form=RollForm(width=1.0, length=20.0, side_lap=0.1, end_lap=0.1)),
    )
    laid = next(line for line in bill_of(narrow).bought if line.key == "epdm-sheet")
    assert usual.assumed
    assert not laid.assumed
    assert laid.rolls is not None
    assert usual.rolls is not None
    assert laid.rolls.strips > usual.rolls.strips
    assert laid.lap > usual.lap
    turned = lay(narrow, "a", "sheet", 90.0)
    there = next(line for line in bill_of(turned).bought if line.key == "epdm-sheet")
    assert there.rolls is not None
    assert there.rolls.direction == 90.0


def test_a_quantity_by_hand_stands_beside_the_derived_one_and_a_moved_roof_keeps_and_flags_it():
    line = bill_of(by_hand(NET)).line("a/sheet")
    assert line is not None
    assert (line.net, line.derived, line.origin, line.stale) == (
        60.0,
        pytest.approx(NET),
        "user",
        False,
    )
    grown = by_hand(NET)
    base = grown.areas[0]
    moved = bill_of(
        replace(grown, areas=(replace(base, outline=tuple((1.1 * x, y) for x, y in base.outline)),))
    ).line("a/sheet")
    assert moved is not None
    assert (moved.net, moved.stale) == (60.0, True)
    with pytest.raises(ValueRefused, match="reason"):
        override_line(flat(), "a/sheet", 60.0, NET, " ")


def test_an_unknown_price_is_never_nothing():
    cost = cost_of(flat(own=(OwnLine(id="x", name="hoist"),)))
    assert cost.at_least
    assert "hoist" in cost.unpriced
    hired = flat(
        own=(OwnLine(id="x", name="hoist", quantity=3.0),),
        prices=(priced(key="hoist", unit="item", low=80.0, typical=100.0, high=150.0),),
    )
    assert "hoist" not in cost_of(hired).unpriced
    found = next(order for order in cost_of(hired).orders if order.key == "hoist")
    assert found.cost == (240.0, 300.0, 450.0)


def test_prices_convert_by_thickness_and_mass_and_odd_units_are_queried():
    foam = cost_of(
        flat(prices=(priced(key="eps-white", unit="m3", low=100.0, typical=100.0, high=100.0),))
    )
    order = next(x for x in foam.orders if x.key == "eps-white")
    bought = next(x for x in bill_of(flat()).orders if x.key == "eps-white").bought
    assert order.cost[1] == pytest.approx(bought * 0.2 * 100.0)
    by_mass = cost_of(
        flat(prices=(priced(key="eps-white", unit="kg", low=3.0, typical=3.0, high=3.0),))
    )
    assert next(x for x in by_mass.orders if x.key == "eps-white").cost[1] == pytest.approx(
        bought * 0.2 * 20 * 3.0
    )
    odd = cost_of(flat(prices=(priced(key="eps-white", unit="item"),)))
    assert next(x for x in odd.orders if x.key == "eps-white").query


def test_hours_are_work_over_rate_and_sums_carry_overhead_and_contingency():
    trades = tuple(
        Labour(trade=t, low=40.0, typical=50.0, high=60.0)
        for t in ("roofer", "carpenter", "sheet metal", "fit-out", "gardener")
    )
    project = flat(labour=trades)
    cost = cost_of(project)
    sheet = cost.line("a/sheet")
    assert sheet is not None
    assert sheet.hours == pytest.approx((NET / 10, NET / 7, NET / 4))
    assert sheet.labour == pytest.approx((NET / 10 * 40, NET / 7 * 50, NET / 4 * 60))
    more = cost_of(state_costing(project, overhead=0.1, contingency=0.05, region=1.2))
    assert more.total.typical == pytest.approx(cost.total.typical * 1.1 * 1.05 * 1.2)
    assert [item.name for item in more.sums] == ["overhead", "contingency"]


def test_waste_counts_in_carbon_and_wood_stands_apart():
    project = flat()
    cost, bill = cost_of(project), bill_of(project)
    deck = next(k for k, order in enumerate(bill.orders) if order.key == "plywood")
    assert bill.orders[deck].mass == pytest.approx(bill.orders[deck].bought * 0.021 * 500)
    assert cost.carbon.bound == pytest.approx(-44 / 12 * 0.5 * bill.orders[deck].mass / 1.12)
    made = sum(order.carbon[1] for order in cost.orders if order.carbon is not None)
    assert cost.carbon.made.typical == pytest.approx(made)


def test_weights_add_water_snow_and_what_comes_off():
    project = pitched(
        stripped=(
            Stripped(id="o", area="a", name="old felt", thickness=0.01, density=1100.0, reused=0.5),
        )
    )
    snowy = replace(project, site=replace(project.site, snow=0.3))
    weight = analyser().analyse(snowy, "figures").value(WEIGHT, "a")
    roof = analysed(project).roof
    assert weight.dry == pytest.approx(roof.weight)
    assert weight.snow == pytest.approx(0.3 * 300 * np.cos(np.radians(35)))
    assert weight.removed == pytest.approx(5.5)
    assert weight.added == pytest.approx(weight.dry - 5.5)
    assert weight.carried[0].most == pytest.approx(0.6 * weight.most)
    assert next(
        line for line in bill_of(project).bought if line.section == "Taken off"
    ).net == pytest.approx(weight.true_area * 0.01 * 1.5 * 0.5)


def test_a_stack_loads_its_foot():
    results = analyser().analyse(TRIPS["quantities.stack-heavy"], "figures")
    (stack,) = results.value(STACKS, WHOLE)
    assert stack.load == pytest.approx(481 / 0.96)
    assert stack.holds is False


def test_the_years_of_a_roof_hold_every_layer_that_costs():
    later = analyser().analyse(demo(), "figures").value(LATER, WHOLE)
    assert later.ledger.first > 0
    assert {due.part for due in later.ledger.due} > {"inspection", "cleaning"}
    assert all(due.year < later.ledger.ahead.horizon for due in later.ledger.due)
    assert later.spread.low < later.spread.middle < later.spread.high


# Rules


def test_every_rule_has_a_roof_that_trips_it_and_one_that_nearly_does():
    mine = {rule.id for rule in rule_book().rules if rule.about == "quantities"}
    assert set(TRIPS) == set(NEAR) == mine
    assert not {
        rule
        for rule in rules_of(roof_project(*flat().assemblies[0].layers, pitch=2))
        if rule.startswith("quantities")
    }


@pytest.mark.parametrize("rule", TRIPS)
def test_a_roof_trips_its_rule_and_its_neighbour_does_not(rule):
    assert rule in {f.rule for f in analyser().analyse(TRIPS[rule]).findings}
    assert rule not in {f.rule for f in analyser().analyse(NEAR[rule]).findings}


@pytest.mark.parametrize("rule", TRIPS)
def test_every_way_out_of_buying_leads_out(rule):
    judge = analyser()
    results = judge.analyse(TRIPS[rule])
    for finding in [f for f in results.findings if f.rule == rule]:
        for remedy in results.remedies(finding):
            assert finding not in judge.analyse(remedy.change(TRIPS[rule])).findings, remedy.title


# Refusals


@pytest.mark.parametrize(
    ("what", "values"),
    [
        ("price", {"prices": (priced(low=20.0),)}),
        ("carbon", {"prices": (priced(carbon=(1.0, 2.0)),)}),
        ("life", {"prices": (priced(life=(0.0, 10.0, 20.0)),)}),
        ("labour", {"labour": (Labour(trade="roofer", low=50.0, typical=40.0, high=60.0),)}),
        ("horizon", {"costing": Costing(horizon=20)}),
        ("discount rate", {"costing": Costing(rate=-1.0)}),
        (
            "bulking",
            {
                "stripped": (
                    Stripped(id="o", area="a", name="x", thickness=0.1, density=50.0, bulking=0.5),
                )
            },
        ),
    ],
)
def test_what_cannot_be_is_refused_by_name(what, values):
    with pytest.raises(ValueRefused, match=what):
        state_quantities(flat(), **values)


@pytest.mark.parametrize(
    ("what", "form"),
    [
        ("side lap", RollForm(width=1.0, side_lap=1.0)),
        ("least piece", RollForm(length=2.0, least=2.0, end_lap=0.1)),
        ("stagger", BoardForm(length=1.0, stagger=0.6)),
        ("lap", TrimForm(piece=0.1, lap=0.1)),
    ],
)
def test_stock_that_cannot_be_is_refused_by_name(what, form):
    with pytest.raises(ValueRefused, match=what):
        check_stock(Stock(key="x", form=form))


def test_nothing_stated_is_sound():
    check_quantities(flat().quantities)
    assert AreaFixings(area="a").sets == ()
