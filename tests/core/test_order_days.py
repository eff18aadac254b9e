# SPDX-License-Identifier: GPL-3.0-or-later
"""Networks, calendars, wishes, crews and weather against linear programmes, counted days and brute force."""

from datetime import date, timedelta
from itertools import combinations
from math import hypot

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from msgspec.structs import replace
from scipy.optimize import linprog

from core.low_roof import twelve
from glacis.core.errors import ValueRefused
from glacis.core.graph.part import WHOLE, unwatched
from glacis.core.model.days import day_number, day_text, weekday
from glacis.core.model.order import Crew, Order, Tonight, Workdays
from glacis.core.order.bays import MOST, bays_of
from glacis.core.order.crews import levelled
from glacis.core.order.days import calendar_of
from glacis.core.order.moves import path_between, wished
from glacis.core.order.network import Contradiction, Tie, relaxed
from glacis.core.order.parts import FINISH, PLAN
from glacis.core.order.planned import ties_of
from glacis.core.order.task import Link, Task
from glacis.core.order.tonight import closed_tonight, tonight_steps
from glacis.core.order.weather import FinishRead, Needs, drawn_days, finishes, lost_days, workable
from glacis.core.quantities.parts import COUNTED
from glacis.core.weather.parts import WEATHER
from support import analyser, case, demo

ABOVE = ("barrier", "flat-board", "taper-board", "cover", "sheet")
BASE = date(1970, 1, 1)

BASE = date(1970, 1, 1)
FAST = settings(deadline=None, max_examples=60)


# the network


def test_twelve_layers_have_the_days_floats_and_critical_path_of_the_reference():
    told = case("o01_twelve_layers")
    names = list(told["inputs"]["tasks"])
    ties = [Tie(names.index(a), names.index(b), least=w) for a, b, w in told["inputs"]["links"]]
    found = relaxed(list(told["inputs"]["tasks"].values()), ties)
    wanted = told["expected"]
    assert found.length == pytest.approx(wanted["length"])
    for what, values in (
        ("earliest", found.earliest),
        ("latest", found.latest),
        ("float", found.floats),
    ):
        assert dict(zip(names, values, strict=True)) == pytest.approx(wanted[what], abs=1e-9)
    critical = sorted(name for name, late in zip(names, found.critical, strict=True) if late)
    assert critical == wanted["critical"]


KINDS = {"fs": (1, 0), "ss": (0, 0), "ff": (1, 1)}


@st.composite
def networks(draw):
    """Tasks and ties that run forwards, some with a longest wait."""
    count = draw(st.integers(2, 9))
    days = draw(
        st.lists(st.sampled_from((0.25, 0.5, 1.0, 2.0, 3.5)), min_size=count, max_size=count)
    )
    ties = []
    for a, b in combinations(range(count), 2):
        if draw(st.integers(0, 3)) == 0:
            least = draw(st.sampled_from((0.0, 0.5, 2.0)))
            longest = draw(st.sampled_from((None, None, least, least + 1.0)))
            ties.append(Tie(a, b, draw(st.sampled_from(tuple(KINDS))), least, longest))
    return days, ties


def programme(days, ties):
    """Earliest starts by a linear programme: the least sum of all starts that keeps every wait."""
    rows, limits = [], []
    for tie in ties:
        own, other = KINDS[tie.kind]
        shift = own * days[tie.before] - other * days[tie.after]
        row = np.zeros(len(days))
        row[tie.before], row[tie.after] = 1, -1
        rows.append(row)
        limits.append(-tie.least - shift)
        if tie.longest is not None:
            rows.append(-row)
            limits.append(tie.longest + shift)
    return linprog(
        np.ones(len(days)),
        A_ub=np.array(rows) if rows else None,
        b_ub=limits or None,
        bounds=(0, None),
    )


@FAST
@given(networks())
def test_earliest_starts_are_those_of_a_linear_programme_and_contradictions_its_infeasible_ones(
    net,
):
    days, ties = net
    known = programme(days, ties)
    if known.status == 2:
        with pytest.raises(Contradiction) as found:
            relaxed(days, ties)
        linked = {(t.before, t.after) for t in ties} | {(t.after, t.before) for t in ties}
        circle = found.value.circle
        assert len(circle) >= 2
        assert all(pair in linked for pair in zip(circle, (*circle[1:], circle[0]), strict=True))
    else:
        assert relaxed(days, ties).earliest == pytest.approx(tuple(known.x), abs=1e-6)


@FAST
@given(networks(), st.data())
def test_a_task_may_slip_by_its_float_and_no_further(net, data):
    days, ties = net
    ties = [replace(tie, longest=None) for tie in ties]
    found = relaxed(days, ties)
    k = data.draw(st.integers(0, len(days) - 1))
    floors = [0.0] * len(days)
    floors[k] = found.earliest[k] + found.floats[k]
    assert relaxed(days, ties, floors=floors).length == pytest.approx(found.length)
    floors[k] += 0.5
    assert relaxed(days, ties, floors=floors).length == pytest.approx(found.length + 0.5)


def test_a_longest_wait_delays_the_earlier_task():
    days = [1.0, 5.0, 1.0]
    ties = [Tie(0, 2, longest=1.0), Tie(1, 2)]
    assert relaxed(days, ties).earliest == pytest.approx((3.0, 0.0, 5.0))


def test_circles_are_told_with_their_tasks():
    with pytest.raises(Contradiction) as found:
        relaxed([1.0] * 4, [Tie(0, 1), Tie(1, 2), Tie(2, 0), Tie(2, 3)])
    assert set(found.value.circle) == {0, 1, 2}


@pytest.mark.parametrize(
    ("days", "tie"), [([-1.0, 1.0], Tie(0, 1)), ([1.0, 1.0], Tie(0, 1, "fs", 2.0, 1.0))]
)
def test_networks_that_cannot_be_are_refused(days, tie):
    with pytest.raises(ValueRefused):
        relaxed(days, [tie])


# the calendar


@given(st.dates(date(1900, 1, 1), date(2200, 12, 31)))
def test_days_are_those_of_the_calendar(day):
    number = (day - BASE).days
    assert day_number(day.isoformat()) == number
    assert day_text(number) == day.isoformat()
    assert weekday(number) == day.weekday()


@pytest.mark.parametrize("text", ["2026-02-29", "2026-13-01", "2026-4", "tomorrow", "2026-04-31"])
def test_days_that_are_none_are_refused(text):
    with pytest.raises(ValueRefused, match="day"):
        day_number(text)


@FAST
@given(
    st.dates(date(2026, 1, 1), date(2028, 1, 1)), st.sets(st.integers(0, 6), min_size=1), st.integers(0, 40),
    st.integers(1, 20),
)  # fmt: skip
def test_cure_runs_on_days_without_work(first, week, ended, cure):
    """Something done on the evening of a workday goes on at the first workday after so many whole days."""
    calendar = calendar_of(first.isoformat(), Workdays(days=tuple(sorted(week))))
    worked = [d for d in (first + timedelta(n) for n in range(900)) if d.weekday() in week]
    evening = worked[ended]
    wanted = next(d for d in worked if d > evening + timedelta(cure))
    assert calendar.date(calendar.after(ended + 1.0, cure)) == (wanted - BASE).days


def test_holidays_are_not_worked():
    calendar = calendar_of("2027-05-03", Workdays(holidays=("2027-05-06",)))
    assert [day_text(calendar.date(k)) for k in range(5)] == [
        "2027-05-03", "2027-05-04", "2027-05-05", "2027-05-07", "2027-05-10"
    ]  # fmt: skip
    assert calendar.elapsed(3.5, 4.25) == pytest.approx(
        2.25
    )  # the whole weekend, and part of a day


# wishes


@st.composite
def wishes(draw):
    count = draw(st.integers(3, 6))
    links = []
    for a, b in combinations(range(count), 2):
        strength = draw(st.sampled_from(("", "", "firm", "firm", "hard", "wish")))
        if strength:
            links.append(Link(str(a), str(b), "fs", 0.0, None, False, strength, 1, "because"))
    return links, str(count - 1), str(0)


@FAST
@given(wishes())
def test_the_fewest_links_give_way_to_a_wish(wish):
    links, before, after = wish
    found = wished(links, before, after)
    strong = [link for link in links if link.strength != "wish"]
    hard = [link for link in strong if link.strength == "hard"]
    firm = [link for link in strong if link.strength == "firm"]

    def runs(kept) -> bool:
        return bool(path_between(kept, after, before))

    if not runs(strong):
        assert found.verdict == "free"
    elif runs(hard):
        assert found.verdict == "refused"
        assert [link.before for link in found.path[1:]] == [link.after for link in found.path[:-1]]
        assert (found.path[0].before, found.path[-1].after) == (after, before)
    else:
        least = next(
            n for n in range(1, len(firm) + 1)
            if any(not runs([x for x in strong if x not in out]) for out in combinations(firm, n))
        )  # fmt: skip
        assert found.verdict == "decide"
        assert len(found.gives_way) == least
        assert not runs([link for link in strong if link not in found.gives_way])


# crews


@FAST
@given(networks(), st.lists(st.integers(1, 4), min_size=9, max_size=9), st.integers(1, 5))
def test_a_trade_never_does_more_than_it_has_people_for(net, people, most):
    days, ties = net
    ties = [replace(tie, longest=None) for tie in ties]
    tasks = [
        Task(str(k), str(k), "lay", ("a",), (), people=people[k], days=(d, d, d))
        for k, d in enumerate(days)
    ]
    network = relaxed(days, ties)
    order = Order(crews=(Crew(trade="roofer", people=most),))
    start = levelled(tasks, ties, network, order, calendar_of("", Workdays()))
    for at in start:
        busy = sum(
            min(people[k], most)
            for k, begin in enumerate(start)
            if begin <= at + 1e-9 < begin + days[k] - 1e-9
        )
        assert busy <= most
    for tie in ties:
        own, other = KINDS[tie.kind]
        gap = (
            start[tie.after] + other * days[tie.after] - start[tie.before] - own * days[tie.before]
        )
        assert gap >= tie.least - 1e-9 or start[tie.after] == 0.0
    free = levelled(tasks, ties, network, Order(), calendar_of("", Workdays()))
    assert free == pytest.approx(network.earliest)


# closed by tonight


def tonight(**values) -> Tonight:
    told = case("o12_tonight")["inputs"]
    stated = Tonight(
        people=told["people"], start=told["start"], shift_end=told["shift_end"], dusk=told["dusk"],
        rain=told["rain_hour"], buffer=told["rain_buffer"], setup=told["setup"], breaks=told["breaks"],
        check=told["final_check"], wait=sum(told["waits"]), width=told["width"], edge=told["edge_hours_per_m"],
        sides=told["open_sides"], module=told["module"], stock=told["cover_in_stock_m2"],
    )  # fmt: skip
    return replace(stated, **values)


RATES = case("o12_tonight")["inputs"]["rates"]


def test_how_much_may_be_opened_is_that_of_the_reference():
    wanted = case("o12_tonight")["expected"]
    found = closed_tonight(tonight(), RATES)
    assert found.hours == pytest.approx(wanted["hours"])
    assert found.exact == pytest.approx(wanted["advance_exact"])
    assert found.advance == pytest.approx(wanted["advance"])
    assert found.area == pytest.approx(wanted["area"])
    assert found.limit == wanted["limited_by"]
    assert found.seal == pytest.approx(8.0 + wanted["advance"])


@given(st.integers(1, 12), st.floats(0, 24), st.floats(0, 300), st.floats(1, 30))
def test_what_is_opened_is_closed_by_the_hours_there_are(people, rain, stock, width):
    stated = tonight(people=people, rain=rain, stock=stock, width=width)
    found = closed_tonight(stated, RATES)
    assert 0 <= found.area <= stock + 1e-6
    if found.advance:
        work = found.area * sum(1 / rate for rate in RATES)
        work += stated.edge * (width + stated.sides * found.advance)
        assert work <= people * found.hours + 1e-6
        assert found.stop <= found.ends
    assert closed_tonight(replace(stated, people=people + 1), RATES).exact >= found.exact


def test_rates_of_nothing_are_refused():
    with pytest.raises(ValueRefused, match="rate"):
        closed_tonight(tonight(), [10.0, 0.0])


def test_of_a_low_roof_what_is_laid_from_above_is_closed_tonight_and_stones_come_later():
    """Old roof off, deck swept, sheet below, two boards, cover, sheet above: no lining, no fleece, no gravel."""
    items = analyser().analyse(twelve(), "figures").value(COUNTED, "a")
    found = tonight_steps(items, "")
    laid = [item.sold.step for item in items if item.layer.id in ABOVE]
    assert found == ("strip single-ply and boards", "sweep and dry deck", *laid)
    assert len(laid) == len(ABOVE)
    assert tonight_steps(items, "strip slates")[0] == "strip slates"


@given(
    st.floats(3, 40), st.floats(3, 30), st.floats(0, 360), st.floats(1, 12), st.floats(0.6, 9), st.booleans()
)  # fmt: skip
def test_bays_cover_the_roof_once_from_the_low_end(wide, deep, azimuth, width, advance, notched):
    across = hypot(wide, deep)
    assume((across / width + 1) * (across / advance + 1) <= MOST)  # more are refused, below
    ring = (
        (0.0, 0.0),
        (wide, 0.0),
        (wide, deep),
        (wide / 2, deep),
        (wide / 2, deep / 2),
        (0.0, deep / 2),
    )
    square = ((0.0, 0.0), (wide, 0.0), (wide, deep), (0.0, deep))
    area = replace(twelve().areas[0], outline=ring if notched else square, azimuth=azimuth)
    bays = bays_of(area, width, advance)
    whole = wide * deep * (0.75 if notched else 1.0)
    assert sum(bay.area for bay in bays) == pytest.approx(whole, abs=0.02 * len(bays))
    assert [bay.number for bay in bays] == list(range(1, len(bays) + 1))
    assert max(bay.area for bay in bays) <= width * advance + 1e-6
    down = np.array([np.sin(np.radians(azimuth)), np.cos(np.radians(azimuth))])
    lowest = max(np.array(ring if notched else square) @ down)
    depths = [max(np.array(piece) @ down) for bay in bays for piece in bay.rings]
    assert max(depths) == pytest.approx(lowest, abs=0.1)


def test_bays_of_a_rectangle_are_counted_by_hand():
    """10 by 5 m falling south, strips of 4 m, 2 m a day: three strips of three bays, the first at the south-west."""
    area = replace(twelve().areas[0], azimuth=180.0)
    bays = bays_of(area, 4.0, 2.0)
    assert len(bays) == 9
    assert np.array(bays[0].rings[0]).min(axis=0) == pytest.approx((0.0, 0.0))
    assert np.array(bays[1].rings[0]).min(axis=0) == pytest.approx((0.0, 2.0))
    assert bays[8].area == pytest.approx(2.0 * 1.0)
    assert bays_of(area, 4.0, 0.0) == ()
    for width, advance in ((0.0, 1.0), (0.1, 0.1)):
        with pytest.raises(ValueRefused):
            bays_of(area, width, advance)


# weather


def year_of(**values):
    """A year that is dry, mild, calm and clear of dew but where stated otherwise."""
    results = analyser().analyse(demo())
    real = results.value(WEATHER, WHOLE).year
    still = {
        "rain": np.zeros(8760), "wind": np.full(8760, 2.0), "temperature": np.full(8760, 18.0),
        "vapour": np.full(8760, 700.0), "sun": np.full(8760, 300.0), "sky": np.full(8760, 340.0),
    }  # fmt: skip
    return replace(real, **(still | values))


def drawn_finish(year, days: float, tags=("covering",), runs: int = 200, seed: int = 4):
    task = Task("a/x", "x", "lay", ("a",), tags, days=(days, days, days))
    read = FinishRead(
        (task,), (), (0.0,), calendar_of("2027-04-05", Workdays()), year, (7.0, 16.0), seed
    )
    return finishes(read, runs=runs)


def test_in_fair_weather_work_takes_the_days_it_takes():
    found = drawn_finish(year_of(), 6.5)
    assert (found.p10, found.p50, found.p90) == pytest.approx((6.5, 6.5, 6.5))
    assert found.shares == pytest.approx((1.0,) * 12)


def test_rain_every_afternoon_doubles_what_takes_a_morning():
    """Of a shift from seven to sixteen, rain from twelve on leaves five of nine hours."""
    rain = np.tile((np.arange(24) >= 12) * 3.0, 365)
    found = drawn_finish(year_of(rain=rain), 10.0)
    worked = 10.0 / (5 / 9)
    assert found.p50 == pytest.approx(worked, abs=0.5)
    assert found.p10 == pytest.approx(found.p90)
    assert drawn_finish(year_of(rain=rain), 10.0, ("lining",)).p50 >= found.p50


def test_a_shower_keeps_sheets_waiting_for_dry_ground():
    rain = np.zeros(8760)
    rain[9] = 1.0
    share = workable(year_of(rain=rain), Needs(0.0, 2), (7.0, 16.0))
    assert share[0] == pytest.approx((9 - 3) / 9)
    assert share[1:] == pytest.approx(np.ones(364))
    lone = np.ones(8760)
    lone[10] = 0.0
    assert workable(year_of(rain=lone), Needs(0.0), (7.0, 16.0)).sum() == 0


def test_days_lost_to_weather_are_those_of_the_record():
    rain = np.zeros(8760)
    rain[(31 + 28 + 31 + 5) * 24 : (31 + 28 + 31 + 6) * 24] = 4.0  # the sixth of April
    lost = lost_days(year_of(rain=rain), (7.0, 16.0), calendar_of("2027-04-05", Workdays()), 3)
    assert lost == pytest.approx((0.0, 1.0, 0.0))


def test_finishes_are_drawn_again_alike_and_stand_in_their_order():
    results = analyser().analyse(demo(), "figures")
    plan = results.value(PLAN, WHOLE)
    year = analyser().analyse(demo()).value(WEATHER, WHOLE).year
    read = FinishRead(
        plan.tasks,
        tuple(ties_of(plan.tasks, plan.links)),
        plan.network.earliest,
        plan.calendar,
        year,
        (7.0, 16.0),
        3,
    )
    first, again = finishes(read, runs=200), finishes(read, runs=200)
    assert first == again
    assert plan.network.length <= first.p10 <= first.p50 <= first.p80 <= first.p90
    assert finishes(replace(read, seed=4), runs=200).p50 == pytest.approx(
        first.p50, abs=6 * first.error + 0.5
    )


def test_drawn_days_stay_in_their_season_and_in_rows():
    days = drawn_days(day_number("2027-07-01"), 30, 50, 1)
    assert days.min() >= 181 - 15
    assert days.max() <= 181 + 30 + 15 + 5
    assert (np.diff(days, axis=1) == 1).mean() >= 0.6


def test_nobody_said_when_it_begins_so_nothing_is_drawn():
    results = analyser().analyse(replace(demo(), order=Order()))
    read = FINISH.reads(results.reader, WHOLE)
    assert read is None
    assert FINISH.work(read, unwatched) is None
