# SPDX-License-Identifier: GPL-3.0-or-later
"""The Order bench driven as a site manager drives it: moves, clocks, days, crews, hold points, tonight, undo."""

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from glacis.core.graph.part import WHOLE
from glacis.core.hourly.change import hourly_in
from glacis.core.model.document import Project
from glacis.core.order.parts import FINISH, PLAN
from glacis.demo.shipped import shipped_demo
from glacis.report.scene import Text
from glacis.ui.stages.order.bench import OrderBench


@pytest.fixture
def bench(window) -> OrderBench:
    window.show_stage("order")
    return window.bench("order", OrderBench)


def written(bench):
    return " ".join(item.text for item in bench.canvas.scene.items if isinstance(item, Text))


def spot(bench, ident):
    bench.hand.choose(all=True, task=ident)
    hot = next(h for h in bench.canvas.scene.hot if h.id == ident)
    left, top, _right, bottom = hot.box
    return QPoint(int(left + 20), int((top + bottom) / 2))


def key(bench, code):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, code)


def enter(line, text):
    line.setFocus()
    line.setText(text)
    line.editingFinished.emit()


def undo_all(window, before):
    for _ in range(30):
        if window.desk.project == before:
            return
        window.desk.store.undo()


def start(bench, ident):
    plan = bench.hand.plan
    return plan.network.earliest[plan.at(ident)]


def test_a_wish_that_cannot_be_is_refused_with_the_path_that_forbids_it(window, bench, answers):
    before = window.desk.project
    bench.put_before("laboratory/sheet", "laboratory/retarder")
    assert "it lies on it" in answers.told[-1]
    assert window.desk.project == before


def test_a_wish_that_needs_a_decision_asks_for_it_and_is_undone(window, bench, answers):
    before = window.desk.project
    answers.named = ""
    bench.put_before("laboratory/insulation", "laboratory/air-test")
    assert window.desk.project == before  # nobody decided
    answers.named = "tested from below by smoke"
    bench.put_before("laboratory/insulation", "laboratory/air-test")
    move = window.desk.project.order.moves[-1]
    assert move.reason == "tested from below by smoke"
    assert move.who
    assert "laboratory/air-test > laboratory/insulation" in move.gives_way
    assert start(bench, "laboratory/air-test") > start(bench, "laboratory/insulation")
    bench.take_back()
    assert not window.desk.project.order.moves
    undo_all(window, before)
    assert window.desk.project == before


def test_a_task_dragged_on_to_another_comes_before_it(window, bench):
    first = spot(bench, "corridor/permit")
    there = next(
        h
        for h in bench.canvas.scene.hot
        if h.kind == "task" and h.id not in ("corridor/permit", "edge-protection")
    )
    onto = QPoint(int(there.box[0] + 20), int((there.box[1] + there.box[3]) / 2))
    QTest.mousePress(bench.canvas, Qt.MouseButton.LeftButton, pos=first)
    QTest.mouseMove(bench.canvas, (first + onto) / 2)
    QTest.mouseMove(bench.canvas, onto)
    assert bench.hand.onto == there.id
    QTest.mouseRelease(bench.canvas, Qt.MouseButton.LeftButton, pos=onto)
    assert [(m.before, m.after) for m in window.desk.project.order.moves] == [
        ("corridor/permit", there.id)
    ]
    key(bench, Qt.Key.Key_B)
    QTest.mouseClick(bench.canvas, Qt.MouseButton.LeftButton, pos=spot(bench, "edge-protection"))
    assert (
        len(window.desk.project.order.moves) == 1
    )  # edge protection comes first whatever is wished


def test_a_clock_that_runs_out_is_told_and_goes_when_its_paper_allows_more(window, bench):
    bench.show_view("clocks")
    assert "1 clock runs out" in bench._summary()
    assert "3.0 of 1" in written(bench)
    bench.open_crews()
    days = bench.crew_panel.clocks.field(0, "days")
    days.setText("14")
    days.returnPressed.emit()
    assert window.desk.project.order.clocks[0].days == 14.0
    assert "runs out" not in bench._summary()
    bench.crew_panel.dismiss()


def test_first_day_workdays_holidays_and_crews_move_the_end(window, bench):
    before = window.desk.project
    ends = bench._summary()
    enter(bench.tasks.begins, "2027-09-06")
    assert bench._summary() != ends
    enter(bench.tasks.begins, "some day")
    assert window.desk.project.order.begins == "2027-09-06"
    assert bench.tasks.begins.text() == "2027-09-06"
    bench.open_crews()
    panel = bench.crew_panel
    ends = bench._summary()
    panel.days[5].click()
    assert 5 in window.desk.project.order.calendar.days
    assert bench._summary() != ends
    for number in (0, 1, 2, 3, 4):
        panel.days[number].click()
    panel.days[5].click()
    assert window.desk.project.order.calendar.days == (5,)  # the last one stays
    enter(panel.holidays, "2027-09-11, nonsense")
    assert "nonsense" not in str(window.desk.project.order.calendar.holidays)
    enter(panel.holidays, "2027-09-11")
    assert window.desk.project.order.calendar.holidays == ("2027-09-11",)
    bench.hand.choose(crews=True)
    shared = max(bench.hand.plan.crews)
    people = panel.crews.field(0, "people")
    people.setText("2")
    people.returnPressed.emit()
    assert max(bench.hand.plan.crews) >= shared
    panel.dismiss()
    undo_all(window, before)
    assert window.desk.project == before


def test_days_by_hand_need_a_reason_and_show_their_working(window, bench):
    bench.hand.choose(task="laboratory/sheet", all=True)
    strip = bench.tasks
    derived = bench.hand.held.days[1]
    strip.days.setText("6")
    strip.days.returnPressed.emit()
    assert not [each for each in window.desk.project.order.lasts if each.task == "laboratory/sheet"]
    enter(strip.reason, "two people only")
    assert bench.hand.held.days == (6.0, 6.0, 6.0)
    made, where = bench.working()
    assert {"d", "ES", "LS", "float"} <= {step.symbol for step in made.steps}
    assert where
    strip.derive.click()
    assert bench.hand.held.days[1] == pytest.approx(derived)


def test_hold_points_are_signed_with_a_name(window, bench, answers):
    bench.hand.choose(task="laboratory/sheet", all=True)
    bench.sign_hold_point()
    assert not window.desk.project.order.signed
    bench.hand.choose(task="laboratory/air-test")
    answers.named = "A. Builder"
    bench.sign_hold_point()
    assert [(s.task, s.who) for s in window.desk.project.order.signed] == [
        ("laboratory/air-test", "A. Builder")
    ]


def test_finishes_are_drawn_in_the_background_and_want_a_first_day(window, bench, qtbot):
    key(bench, Qt.Key.Key_3)
    qtbot.waitUntil(
        lambda: window.desk.results.state(FINISH, WHOLE).__class__.__name__ == "Ready",
        timeout=60_000,
    )
    bench.refresh()
    assert "P80" in written(bench) or "eight in ten" in written(bench)
    bench.show_view("timeline")
    enter(bench.tasks.begins, "")
    bench.show_view("finish")
    assert "Say when work begins" in written(bench)


def test_more_people_open_more_of_a_roof_tonight(window, bench):
    window.desk.select_area("laboratory")
    key(bench, Qt.Key.Key_4)
    few = bench.hand.closed().exact
    people = bench.tonight.fields["people"]
    people.setText("9")
    people.returnPressed.emit()
    assert bench.hand.closed().exact > few
    rain = bench.tonight.fields["rain"]
    rain.setText("8")
    rain.returnPressed.emit()
    assert bench.hand.closed().advance == 0.0
    assert written(bench)
    made, _ = bench.working()
    assert {"H", "x", "bay"} <= {step.symbol for step in made.steps}


def test_a_slider_lets_the_roof_grow_day_by_day(window, bench):
    window.desk.select_area("laboratory")
    key(bench, Qt.Key.Key_5)
    assert "day 0" in written(bench)
    drawn = len(bench.canvas.scene.items)
    bench.growth.slider.setValue(bench.growth.slider.maximum())
    assert "All is done." in written(bench)
    assert len(bench.canvas.scene.items) > drawn
    key(bench, Qt.Key.Key_Left)
    assert bench.hand.at == pytest.approx(bench.growth.slider.maximum() / 4 - 0.25)
    other = next(h for h in bench.canvas.scene.hot if h.id == "corridor")
    middle = [int((other.box[k] + other.box[k + 2]) / 2) for k in (0, 1)]
    QTest.mouseClick(bench.canvas, Qt.MouseButton.LeftButton, pos=QPoint(*middle))
    assert window.desk.area.roof.area.id == "corridor"


def test_the_closing_of_a_roof_is_handed_to_moisture(window, bench, answers):
    before = window.desk.project
    window.desk.select_area("laboratory")
    bench.show_view("growth")
    assert "nobody has signed that the deck is dry" in bench.growth.closing.text()
    bench.growth.handing.click()
    stated = hourly_in(window.desk.project, "laboratory")
    assert (stated.start, stated.wet_start) == (4, True)
    assert not bench.growth.handing.isEnabled()
    bench.hand.choose(task="laboratory/deck-dry")
    answers.named = "A. Builder"
    bench.sign_hold_point()
    assert ", dry:" in bench.growth.closing.text()
    bench.growth.handing.click()
    assert not hourly_in(window.desk.project, "laboratory").wet_start
    undo_all(window, before)
    assert window.desk.project == before


def test_a_job_without_roofs_says_so(window, bench):
    window.desk.open_document(Project(name="Bare", site=window.desk.project.site))
    assert written(bench)


@pytest.mark.parametrize("units", ["si", "us"])
@pytest.mark.parametrize("demo_name", ["tern-point", "sallow-creek"])
def test_both_demos_in_both_units_show_every_view(window, bench, units, demo_name):
    window.desk.open_document(shipped_demo(demo_name))
    window.desk.change_units(units)
    assert window.desk.value(PLAN, WHOLE).network is not None
    for view in ("timeline", "clocks", "tonight", "growth"):
        bench.show_view(view)
        assert written(bench)
    for code in (
        Qt.Key.Key_1,
        Qt.Key.Key_A,
        Qt.Key.Key_Down,
        Qt.Key.Key_Down,
        Qt.Key.Key_Up,
        Qt.Key.Key_Escape,
    ):
        key(bench, code)
    assert bench.hand.task == ""
