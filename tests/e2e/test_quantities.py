# SPDX-License-Identifier: GPL-3.0-or-later
"""The Quantities bench driven as a buyer drives it: bill, layout, prices, stacks, years, undo."""

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from glacis.core.graph.part import WHOLE
from glacis.core.quantities.parts import COST
from glacis.demo.shipped import shipped_demo
from glacis.report.scene import Text
from glacis.ui.stages.quantities.bench import QuantitiesBench


@pytest.fixture
def bench(window) -> QuantitiesBench:
    window.show_stage("quantities")
    return window.bench("quantities", QuantitiesBench)


def written(bench):
    return " ".join(item.text for item in bench.canvas.scene.items if isinstance(item, Text))


def spot(bench, kind, identifier=None):
    hot = next(h for h in bench.canvas.scene.hot if h.kind == kind and identifier in (None, h.id))
    left, top, right, bottom = hot.box
    return QPoint(int((left + right) / 2), int((top + bottom) / 2))


def press(bench, kind, identifier=None):
    QTest.mouseClick(bench.canvas, Qt.MouseButton.LeftButton, pos=spot(bench, kind, identifier))


def key(bench, code):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, code)


def enter(field, text):
    field.setText(text)
    field.returnPressed.emit()


def undo_all(window, before):
    for _ in range(30):
        if window.desk.project == before:
            return
        window.desk.store.undo()


def total(window):
    return window.desk.value(COST, WHOLE).total.typical


def test_a_product_shows_where_it_lies_and_how_it_is_laid(window, bench):
    press(bench, "product", "plywood|m2")
    assert "Plywood" in written(bench)
    line = bench.hand.line
    assert line is not None  # the only one of its product
    assert line.id == "laboratory/deck"
    bench.hand.take_line("laboratory/sheet")
    assert window.desk.area.roof.area.id == "laboratory"
    assert "end laps" in written(bench)
    assert any(h.id == "laboratory/sheet" for h in bench.canvas.scene.hot)  # scrolled into sight
    key(bench, Qt.Key.Key_Left)
    assert bench.hand.line_id == ""
    key(bench, Qt.Key.Key_Down)
    key(bench, Qt.Key.Key_Down)
    assert bench.hand.product
    key(bench, Qt.Key.Key_Escape)
    assert not bench.hand.product


def test_selling_laying_and_counting_otherwise_and_all_of_it_undone(window, bench):
    before = window.desk.project
    bench.hand.take_line("laboratory/sheet")
    joints = bench.hand.line.rolls.run.joints
    strip = bench.lines
    width = next(f for (form, name), f in strip.fields.items() if name == "width" and f.isVisible())
    enter(width, "1.5 m")
    assert window.desk.project.quantities.stocks[-1].key == "pvc-sheet"
    assert bench.hand.line.rolls.size.width == pytest.approx(1.5)
    assert strip.usual.isEnabled()
    strip.way.setCurrentIndex(strip.way.findData(90.0))
    strip.way.activated.emit(strip.way.currentIndex())
    assert bench.hand.line.rolls.direction == 90.0
    assert bench.hand.line.rolls.run.joints != joints
    enter(strip.spare, "5 %")
    assert bench.hand.line.share == pytest.approx(0.05)
    enter(strip.quantity, "210 m²")
    assert not window.desk.project.quantities.overrides  # not without a reason
    strip.reason.setText("as measured")
    strip.reason.editingFinished.emit()
    assert bench.hand.line.net == pytest.approx(210.0)
    assert bench.hand.line.derived == pytest.approx(192.0)
    strip.derive.click()
    assert bench.hand.line.net == pytest.approx(192.0)
    strip.usual.click()
    assert bench.hand.line.rolls.size.width == pytest.approx(2.0)
    undo_all(window, before)
    assert window.desk.project == before


def test_prices_are_typed_and_read_and_bad_ones_refused(window, bench, answers, tmp_path):
    before, cost = window.desk.project, total(window)
    path = tmp_path / "prices.csv"
    path.write_text(
        "key,unit,price,currency\npvc-sheet,m2,31,EUR\nplywood,m2,x,EUR\neps-white,tree,2,EUR\n",
        "utf-8",
    )
    answers.path = path
    bench.read_prices()
    assert "row 3, price" in answers.told[-1]
    assert "row 4, unit" in answers.told[-1]
    assert window.desk.project == before
    path.write_text("key,unit,price,currency\npvc-sheet,m2,31,EUR\n", "utf-8")
    bench.read_prices()
    assert total(window) > cost
    panel = bench.prices
    place = [price.key for price in window.desk.project.quantities.prices].index("pvc-sheet")
    field = panel.prices.field(place, "high")
    enter(field, "40")
    assert window.desk.project.quantities.prices[place].high == 40.0
    panel.dismiss()
    undo_all(window, before)
    assert window.desk.project == before
    assert total(window) == pytest.approx(cost)


def test_what_has_no_price_is_told_and_listed(window, bench):
    bench.open_own()
    bench.own.add_line()
    bench.own.own.field(2, "name").setText("hoist")
    bench.own.own.field(2, "name").editingFinished.emit()
    bench.own.dismiss()
    assert "at least" in bench._summary()
    bench.open_prices()
    assert "hoist" in bench.prices.told.text()
    bench.prices.add_open()
    assert window.desk.project.quantities.prices[-1].key == "hoist"
    bench.own.add_off()
    assert window.desk.project.quantities.stripped
    assert "fibres" in bench.own.off_words.text()


def test_a_stack_is_dragged_off_the_weak_place_and_its_finding_goes(window, bench):
    rule = "quantities.stack-heavy"
    assert any(f.rule == rule for f in window.desk.results.findings)
    bench.show_view("weight")
    assert "958" in written(bench)
    start = spot(bench, "stack", "stack-1")
    at = bench.hand.stacks[0].stated.at
    QTest.mousePress(bench.canvas, Qt.MouseButton.LeftButton, pos=start)
    for share in (10, 20, 30):
        QTest.mouseMove(bench.canvas, start + QPoint(share, 0))
    QTest.mouseRelease(bench.canvas, Qt.MouseButton.LeftButton, pos=start + QPoint(30, 0))
    moved = bench.hand.stacks[0].stated.at
    assert moved[0] > at[0]
    window.desk.store.undo()
    assert bench.hand.stacks[0].stated.at == at  # one step for the whole drag
    bench.hand.choose(stack="stack-1")
    enter(bench.stacks.fields["mass"], "500 kg")
    assert not any(f.rule == rule for f in window.desk.results.findings)
    bench.stacks.away.click()
    assert len(bench.hand.stacks) == 1
    window.desk.select_area("bunkhouse")
    bench.hand.add_stack()
    assert bench.hand.stacks[-1].stated.area == "bunkhouse"


def test_cuts_cost_and_years_answer_to_keys(window, bench):
    bench.hand.take_line("laboratory/deck")
    key(bench, Qt.Key.Key_2)
    assert "board 1" in written(bench)
    bench.hand.take_line("hall-south/slate#battens")
    assert "pieces of stock" in written(bench)
    bench._scroll(3)
    key(bench, Qt.Key.Key_4)
    assert "bound in wood, apart" in written(bench)
    strip = bench.strips["cost"]
    cost = total(window)
    enter(strip.fields["overhead"], "20 %")
    assert total(window) > cost
    strip.currency.setText("SEK")
    strip.currency.editingFinished.emit()
    assert any(f.rule == "quantities.mixed-money" for f in window.desk.results.findings)
    key(bench, Qt.Key.Key_5)
    assert "value today" in written(bench)
    key(bench, Qt.Key.Key_Down)
    assert bench.hand.year == 1
    assert "inspection" in written(bench)
    enter(bench.strips["years"].fields["horizon"], "40")
    assert window.desk.project.quantities.costing.horizon == 40
    enter(bench.strips["years"].upkeep["inspection", "cost"], "500")
    assert {item.kind: item.cost for item in window.desk.project.quantities.costing.upkeep}[
        "inspection"
    ] == 500.0


def test_every_line_and_the_job_show_their_working(window, bench):
    for ident in (
        "laboratory/sheet",
        "laboratory/deck",
        "hall-south/slate",
        "bunkhouse/over-joists",
        "hall-south/between#members",
    ):
        bench.hand.take_line(ident)
        made, where = bench.working()
        assert {"net", "gross", "bought"} <= {step.symbol for step in made.steps}
        assert where
    bench.show_view("cost")
    made, _ = bench.working()
    assert {"C_m", "C_w", "G"} <= {step.symbol for step in made.steps}
    bench.show_working()


@pytest.mark.parametrize("units", ["si", "us"])
@pytest.mark.parametrize("demo_name", ["tern-point", "sallow-creek"])
def test_both_demos_in_both_units_show_every_view(window, bench, units, demo_name):
    window.desk.open_document(shipped_demo(demo_name))
    window.desk.change_units(units)
    for view in ("bill", "cuts", "weight", "cost", "years"):
        bench.show_view(view)
        assert written(bench)
