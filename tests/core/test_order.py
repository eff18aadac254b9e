# SPDX-License-Identifier: GPL-3.0-or-later
"""The order of work of roofs: tasks, links, clocks, moves and what stands by hand."""

from collections.abc import Callable
from datetime import date, timedelta
from itertools import pairwise
from math import radians, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from core.bought_roofs import TRIPS
from core.low_roof import TWELVE, twelve
from glacis.core.errors import ValueRefused
from glacis.core.graph.part import WHOLE
from glacis.core.model.days import day_text, weekday
from glacis.core.model.document import Project
from glacis.core.model.layers import AirLayer, Framing, Layer, MembraneLayer, SolidLayer
from glacis.core.model.order import ClockLimit, Crew, Lasts, Move, Order, Signed
from glacis.core.order.change import (
    MoveRefused,
    drop_move,
    lasts,
    lasts_as_derived,
    limit_clock,
    move_task,
    put_crew,
    sign,
    state_calendar,
    state_order,
    state_tonight,
)
from glacis.core.order.closing import closing_of, hand_closing, handed
from glacis.core.order.growth import area_at, at_work, layers_at
from glacis.core.order.moves import path_between
from glacis.core.order.parts import PLAN, TASKS
from glacis.core.order.planned import Plan, wish_in
from glacis.core.order.task import LEAST
from glacis.core.quantities.parts import COST
from glacis.demo.shipped import shipped_demo
from support import analyser, demo, roof_project

BASE = date(1970, 1, 1)
BATTEN = Framing(material="softwood-dense", width=0.05, spacing=0.6)
PITCHED = (
    SolidLayer(id="wool", material="stone-wool-batt", thickness=0.2, framing=Framing(
        material="softwood-dense", width=0.08, spacing=0.6)),
    MembraneLayer(id="underlay", material="underlay-open"),
    AirLayer(id="battens", thickness=0.04, ventilation="well", framing=BATTEN),
    SolidLayer(id="slate", material="slate", thickness=0.008),
)  # fmt: skip


def plan_of(project: Project) -> Plan:
    return analyser().analyse(project, "figures").value(PLAN, WHOLE)


@pytest.fixture(scope="module")
def station() -> Plan:
    return plan_of(demo())


def begins(plan: Plan, ident: str) -> float:
    assert plan.network is not None
    return plan.network.earliest[plan.at(ident)]


def ends(plan: Plan, ident: str) -> float:
    return begins(plan, ident) + plan.tasks[plan.at(ident)].days[1]


# tasks and links of roofs


def test_the_derived_order_of_a_low_roof_keeps_what_it_must_and_leaves_free_what_it_may():
    project = twelve()
    results = analyser().analyse(project, "figures")
    plan = results.value(PLAN, WHOLE)
    assert plan.network is not None
    strong = [link for link in plan.links if link.strength != "wish"]

    def named(key: str) -> str:
        return next(task.id for task in plan.tasks if f"/{task.id}".endswith(f"/{key}"))

    keep = (
        ("barrier", "flat-board"), ("air-test", "taper-board"), ("sheet", "coping"), ("flood-test", "lining"),
        ("parapet wrap", "flat-board"), ("barrier", "stones"), ("holes", "barrier"), ("deck", "holes"),
        ("outlet", "air-test"), ("upstand strip", "flood-test"), ("fleece", "stones"), ("flood-test", "fleece"),
        ("upstand strip", "coping"), ("grid", "lining"), ("edge-protection", "deck"),
    )  # fmt: skip
    for pair in keep:
        first, second = map(named, pair)
        assert path_between(strong, first, second), pair
        assert ends(plan, first) <= begins(plan, second) + 1e-9
    for first, second in (("stones", "lining"), ("coping", "flood-test"), ("coping", "stones")):
        assert wish_in(plan, named(first), named(second)).verdict == "free", (first, second)
        assert wish_in(plan, named(second), named(first)).verdict == "free", (second, first)


ROOFS: dict[str, Callable[[], Project]] = {
    "station": demo,
    "barn": lambda: shipped_demo("sallow-creek"),
    "low": twelve,
}


@pytest.mark.parametrize("name", [*ROOFS, *TRIPS])
def test_every_order_keeps_its_links_and_lays_outward(name):
    project = ROOFS[name]() if name in ROOFS else TRIPS[name]
    results = analyser().analyse(project, "figures")
    plan = results.value(PLAN, WHOLE)
    assert plan.network is not None, plan.circle
    assert len({task.id for task in plan.tasks}) == len(plan.tasks)
    places = {area.id for area in project.areas}
    for task in plan.tasks:
        assert set(task.areas) <= places
        assert task.days[0] <= task.days[1] + 1e-9 or task.origin == "user"
        assert task.days[1] >= LEAST - 1e-9 or task.origin == "user"
    by_id = {task.id: k for k, task in enumerate(plan.tasks)}
    for link in plan.links:
        first, second = by_id[link.before], by_id[link.after]
        early = plan.network.earliest
        begun, done = early[first], early[first] + plan.tasks[first].days[1]
        at = early[second] + (plan.tasks[second].days[1] if link.kind == "ff" else 0.0)
        assert at >= (begun if link.kind == "ss" else done) - 1e-9, link
    for area in project.areas:
        mine = sorted(
            (t for t in plan.tasks if t.layer and t.areas == (area.id,)), key=lambda t: t.number
        )
        above = [t for t in mine if t.fitted == "above"]
        for low, high in pairwise(above):
            assert ends(plan, low.id) <= begins(plan, high.id) + 1e-9
        below = [t for t in mine if t.fitted == "below"]
        tight = [t for t in above if t.water == "closes"]
        if below and tight and not any("ceiling" in t.tags for t in below):
            assert ends(plan, tight[0].id) <= min(begins(plan, t.id) for t in below) + 1e-9


@pytest.mark.parametrize("side", [4.0, 60.0, 120.0])
def test_layers_of_large_roofs_wait_for_each_other_without_contradiction(side):
    """The wait of a board for its sheet is that of the outermost: those below lie covered."""
    project = twelve()
    ground = ((0.0, 0.0), (side, 0.0), (side, side), (0.0, side))
    plan = plan_of(replace(project, areas=(replace(project.areas[0], outline=ground),), falls=()))
    assert plan.network is not None, plan.circle
    held = [link.before for link in plan.links if link.rule == 18 and link.longest == 1.0]
    assert held == ["a/cover"]


SOLIDS = (
    "plywood", "dense-concrete", "eps-white", "gypsum-board", "gypsum-cover-board", "gravel-ballast", "stone-wool-batt",
    "oriented-strand-board", "slate", "spray-foam-closed", "cellulose-loose",
)  # fmt: skip
SHEETS = (
    "bitumen-aluminium-barrier", "polyethylene-sheet", "polyolefin-sheet", "protection-fleece", "underlay-open",
    "silicone-coating", "epdm-sheet",
)  # fmt: skip


@st.composite
def stacks(draw):
    """Layers in any order, sensible or not."""
    layers: list[Layer] = []
    for number in range(draw(st.integers(1, 8))):
        kind = draw(st.sampled_from(("solid", "solid", "sheet", "air")))
        frame = BATTEN if draw(st.booleans()) else None
        ident = f"l{number}"
        if kind == "solid":
            thickness = draw(st.sampled_from((0.012, 0.05, 0.2)))
            material = draw(st.sampled_from(SOLIDS))
            layers.append(
                SolidLayer(id=ident, material=material, thickness=thickness, framing=frame)
            )
        elif kind == "sheet":
            layers.append(MembraneLayer(id=ident, material=draw(st.sampled_from(SHEETS))))
        else:
            layers.append(AirLayer(id=ident, thickness=0.04, framing=frame, ventilation="well"))
    return tuple(layers), draw(st.sampled_from((0.0, 35.0)))


@settings(deadline=None, max_examples=40)
@given(stacks())
def test_any_stack_of_layers_has_an_order_that_keeps_laps_tests_and_drying(stack):
    layers, pitch = stack
    plan = plan_of(roof_project(*layers, pitch=pitch))
    assert plan.network is not None, plan.circle
    above = sorted(
        (t for t in plan.tasks if t.layer and t.fitted == "above"), key=lambda t: t.number
    )
    for low, high in pairwise(above):
        assert ends(plan, low.id) <= begins(plan, high.id) + 1e-9
    ids = {task.id for task in plan.tasks}
    for first, second in (("a/drying", "a/deck-dry"), ("edge-protection", "a/flood-test")):
        if {first, second} <= ids:
            assert ends(plan, first) <= begins(plan, second) + 1e-9
    starts = plan.network.earliest
    tight = [t for t in above if t.water == "closes"]
    for task in plan.tasks:
        if task.fitted == "below" and tight and "ceiling" not in task.tags:
            assert begins(plan, task.id) >= ends(plan, tight[0].id) - 1e-9 or any(
                "ceiling" in other.tags for other in plan.tasks
            )
    stages = [area_at(plan, starts, "a", at / 2) for at in range(2 * int(plan.network.length) + 4)]
    order = ("untouched", "begun", "tight", "done")
    assert [order.index(each) for each in stages] == sorted(order.index(each) for each in stages)
    assert stages[-1] == "done"


def test_a_roof_grows_from_its_deck_outward_and_last_from_below():
    plan = plan_of(twelve())
    assert plan.network is not None
    ids = [layer.id for layer in TWELVE]

    def laid(at: float) -> list[str]:
        states = layers_at(plan, plan.network.earliest, "a", ids, at)
        return [name for name, state in zip(ids, states, strict=True) if state == "laid"]

    assert laid(0.0) == []
    assert laid(ends(plan, "a/taper-board")) == ["deck", "barrier", "flat-board", "taper-board"]
    assert "lining" not in laid(ends(plan, "a/sheet"))
    assert laid(plan.network.length) == ids
    assert area_at(plan, plan.network.earliest, "a", ends(plan, "a/sheet")) == "tight"
    going = at_work(plan, plan.network.earliest, begins(plan, "a/sheet"))
    assert "a/sheet" in {task.id for task in going}


def test_boards_of_a_panel_lie_with_it():
    plan = plan_of(shipped_demo("sallow-creek"))
    assert plan.network is not None
    ids = ("inner-board", "core", "outer-board")
    early = plan.network.earliest
    assert (
        layers_at(plan, early, "barn-north", ids, begins(plan, "barn-north/core") - 0.1)
        == ("to come",) * 3
    )
    assert layers_at(plan, early, "barn-north", ids, ends(plan, "barn-north/core")) == ("laid",) * 3


def test_a_roof_is_closed_in_the_month_of_its_sheet_and_wet_until_somebody_reads_its_deck():
    project = replace(twelve(), order=Order(begins="2027-11-29"))
    plan = plan_of(project)
    assert plan.network is not None
    found = closing_of(plan, plan.network.earliest, "a", ())
    assert found is not None
    assert found.day == day_text(plan.calendar.evening(ends(plan, "a/sheet")))
    assert (found.month, found.wet) == (12, True)
    read = closing_of(plan, plan.network.earliest, "a", ("a/deck-dry",))
    assert read is not None
    assert not read.wet
    late = lasts(lasts(project, "a/cover", 2.0, "slow"), "a/permit", 1.0, "office")
    late = limit_clock(
        late, ClockLimit(item="timber board or panel deck in rain", days=0.0, source="test")
    )
    soaked = plan_of(late)
    assert soaked.network is not None
    wet = closing_of(soaked, soaked.network.earliest, "a", ("a/deck-dry",))
    assert wet is not None
    assert "timber board" in wet.why
    given = hand_closing(project, wet)
    assert handed(given, wet)
    assert not handed(project, wet)
    undated = plan_of(twelve())
    assert closing_of(undated, undated.network.earliest if undated.network else (), "a", ()) is None


def test_hours_of_the_bill_are_days_of_a_crew():
    """150 m² of sheet at 10 m² in an hour of a person, by three of eight hours."""
    results = analyser().analyse(demo(), "figures")
    cost = {line.id: line for line in results.value(COST, WHOLE).lines}
    task = next(t for t in results.value(TASKS, WHOLE) if t.id == "laboratory/sheet")
    worked = cost["laboratory/sheet"].hours[1]
    assert task.people == 6
    assert task.days[1] == pytest.approx(worked / (6 * 8.0))


def test_panels_come_with_their_boards():
    plan = plan_of(shipped_demo("sallow-creek"))
    ids = {task.id for task in plan.tasks}
    assert "barn-north/core" in ids
    assert not {"barn-north/inner-board", "barn-north/outer-board"} & ids
    assert "machine/lift" in ids
    assert begins(plan, "barn-north/core") >= 3.0


def test_the_field_below_a_break_of_the_slope_is_laid_before_the_one_that_laps_over_it():
    low = roof_project(*PITCHED, pitch=40.0)
    high = replace(
        low.areas[0], id="n", name="Above", pitch=20.0, level=3.0 + 5.0 * tan(radians(40.0)),
        outline=((0.0, 5.0), (10.0, 5.0), (10.0, 9.0), (0.0, 9.0)),
    )  # fmt: skip
    plan = plan_of(replace(low, areas=(*low.areas, high)))
    pairs = {(link.before, link.after) for link in plan.links if link.rule == 16}
    assert pairs == {("a/underlay", "n/underlay"), ("a/slate", "n/slate")}
    with pytest.raises(MoveRefused, match="laps lie with the water"):
        moved(replace(low, areas=(*low.areas, high)), "n/slate", "a/slate")


def test_a_deck_of_concrete_dries_a_day_for_each_millimetre_and_is_measured():
    slab = SolidLayer(id="deck", material="dense-concrete", thickness=0.06)
    plan = plan_of(roof_project(slab, *TWELVE[3:8], pitch=1.0))
    dry = plan.tasks[plan.at("a/drying")]
    assert dry.days[1] == pytest.approx(50 + 2 * 10)
    assert begins(plan, "a/drying") >= ends(plan, "a/deck") - 1e-9
    assert begins(plan, "a/deck-dry") >= ends(plan, "a/drying") - 1e-9
    assert begins(plan, "a/barrier") >= ends(plan, "a/deck-dry") - 1e-9


# clocks


def test_what_lies_open_too_long_is_told_with_its_last_day(station):
    broken = [clock for clock in station.clocks if clock.broken]
    assert [clock.task for clock in broken] == ["laboratory/retarder"]
    clock = broken[0]
    begun = date.fromisoformat(day_text(station.calendar.date(clock.begins)))
    covered = date.fromisoformat(day_text(station.calendar.date(clock.ends)))
    assert clock.limit == 1.0
    assert clock.used <= (covered - begun).days + 1
    assert date.fromisoformat(day_text(clock.last)) == begun + timedelta(1)


def test_crews_that_come_later_let_things_lie_open_longer():
    few = put_crew(demo(), Crew(trade="roofer", people=2))
    plan = plan_of(few)
    early = {clock.task: clock.used for clock in plan.clocks}
    late = {clock.task: clock.used for clock in plan.crew_clocks}
    assert early.keys() == late.keys()
    assert sum(late.values()) > sum(early.values())
    starts = dict(zip([task.id for task in plan.tasks], plan.crews, strict=True))
    assert all(clock.begins == pytest.approx(starts[clock.task]) for clock in plan.crew_clocks)


def test_the_products_own_limit_outranks_the_general_one():
    looser = limit_clock(
        demo(), ClockLimit(item="loose plastic vapour sheet", days=20.0, source="its paper")
    )
    assert not [clock for clock in plan_of(looser).clocks if clock.broken]


def test_a_weekend_counts_for_what_lies_open():
    """A barrier laid on a Friday and covered on the Wednesday lies open four whole days and a part."""
    plan = plan_of(
        replace(twelve(), order=Order(
            begins="2027-04-01",
            lasts=(Lasts(task="a/air-test", days=1.5, reason="smoke"),),
        ))
    )  # fmt: skip
    clock = next(clock for clock in plan.clocks if clock.task == "a/barrier")
    laid = plan.calendar.date(clock.begins)
    covered = plan.calendar.date(clock.ends)
    assert clock.cover == "a/flat-board"
    assert (weekday(laid), covered - laid) == (4, 5)
    assert clock.used == pytest.approx(4 + clock.ends % 1)


# what is changed by hand


def moved(project: Project, before: str, after: str, reason: str = "", who: str = "") -> Project:
    found = wish_in(plan_of(project), before, after)
    return move_task(project, found, Move(before=before, after=after, reason=reason, who=who))


def test_moves_are_accepted_decided_or_refused_and_taken_back():
    project = twelve()
    plan = plan_of(project)
    parapet = next(task.id for task in plan.tasks if task.id.endswith("/coping"))
    freed = moved(project, parapet, "a/flood-test")
    assert ends(plan_of(freed), parapet) <= begins(plan_of(freed), "a/flood-test") + 1e-9
    with pytest.raises(MoveRefused, match="lies on it") as refused:
        moved(project, "a/sheet", "a/barrier")
    assert refused.value.path[0].before == "a/barrier"
    with pytest.raises(ValueRefused, match="who decides"):
        moved(project, "a/flat-board", "a/air-test")
    decided = moved(
        project, "a/flat-board", "a/air-test", reason="tested from below", who="A. Builder"
    )
    other = plan_of(decided)
    assert {link.name for link in other.given} >= {"a/air-test > a/flat-board"}
    assert begins(other, "a/air-test") >= ends(other, "a/flat-board") - 1e-9
    assert drop_move(decided, "a/flat-board", "a/air-test") == project


def test_a_wish_that_breaks_a_longest_wait_asks_for_that_wait_too():
    """A day of work between the cover board and its sheet: the board lies a night in the rain."""
    collar = next(task.id for task in plan_of(twelve()).tasks if task.id.endswith("/collar"))
    slow = lasts(twelve(), collar, 4.0, "cut on site")
    assert (
        wish_in(plan_of(lasts(twelve(), collar, 0.25, "made")), "a/cover", collar).verdict == "free"
    )
    found = wish_in(plan_of(slow), "a/cover", collar)
    assert (found.verdict, [link.rule for link in found.gives_way]) == ("decide", [18])
    with pytest.raises(ValueRefused, match="who decides"):
        moved(slow, "a/cover", collar)
    decided = plan_of(moved(slow, "a/cover", collar, reason="sheets over it", who="A. Builder"))
    assert begins(decided, "a/sheet") >= ends(decided, "a/cover") + 4.0 - 1e-9


def test_moves_that_no_longer_fit_are_told_and_change_nothing():
    project = twelve()
    ghost = replace(project.order, moves=(Move(before="a/sheet", after="nobody"),))
    other = plan_of(replace(project, order=ghost))
    assert [move.after for move in other.lost] == ["nobody"]
    assert other.network == plan_of(project).network


def test_days_by_hand_stand_and_can_be_taken_back():
    project = lasts(twelve(), "a/sheet", 9.0, "steep")
    task = plan_of(project).task("a/sheet")
    assert task is not None
    assert (task.days, task.origin) == ((9.0, 9.0, 9.0), "user")
    assert lasts_as_derived(project, "a/sheet") == twelve()


REFUSED = {
    "no workdays": lambda p: state_calendar(p, days=()),
    "a shift that ends before it starts": lambda p: state_calendar(p, start=16.0, end=7.0),
    "a shift of breaks": lambda p: state_calendar(p, start=7.0, end=8.0, breaks=1.0),
    "a beginning that is no day": lambda p: state_order(p, begins="soon"),
    "a beginning long ago": lambda p: state_order(p, begins="1066-10-14"),
    "a holiday that is no day": lambda p: state_calendar(p, holidays=("2027-02-30",)),
    "nobody in a crew": lambda p: put_crew(p, Crew(trade="roofer", people=0)),
    "days without a reason": lambda p: lasts(p, "a/sheet", 2.0, " "),
    "no days": lambda p: lasts(p, "a/sheet", 0.0, "quick"),
    "a limit from nowhere": lambda p: limit_clock(p, ClockLimit(item="x", days=1.0, source="")),
    "a hold point nobody signed": lambda p: sign(
        p, Signed(task="a/air-test", who="", date="2027-04-01")
    ),
    "a strip without width": lambda p: state_tonight(p, width=0.0),
}


@pytest.mark.parametrize("what", REFUSED)
def test_what_cannot_be_is_refused(what):
    with pytest.raises(ValueRefused):
        REFUSED[what](twelve())
