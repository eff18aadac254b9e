# SPDX-License-Identifier: GPL-3.0-or-later
"""The Set-out bench driven as a designer drives it: window, gauges, datum, measured runs, products, undo."""

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from glacis.core.set_out.change import set_out_in
from glacis.core.set_out.parts import SET_OUT
from glacis.core.set_out.shipped import SHIPPED
from glacis.demo.shipped import shipped_demo
from glacis.files.products_csv import products_csv
from glacis.report.scene import Text
from glacis.ui.stages.set_out.bench import SetOutBench


@pytest.fixture
def bench(window) -> SetOutBench:
    window.desk.select_area("hall-south")
    window.show_stage("set-out")
    return window.bench("set-out", SetOutBench)


def middle(canvas, kind):
    hot = next(h for h in canvas.scene.hot if h.kind == kind)
    left, top, right, bottom = hot.box
    return QPoint(int((left + right) / 2), int((top + bottom) / 2))


def drag(canvas, start, by):
    end = start + by
    QTest.mousePress(canvas, Qt.MouseButton.LeftButton, pos=start)
    for share in (0.3, 0.7, 1.0):
        QTest.mouseMove(canvas, start + QPoint(round(by.x() * share), round(by.y() * share)))
    QTest.mouseRelease(canvas, Qt.MouseButton.LeftButton, pos=end)


def seat(bench):
    return bench.hand.found.covered.windows[0]


def typed(field, text):
    field.setFocus()
    field.selectAll()
    field.setText(text)
    field.textEdited.emit(text)
    QTest.keyClick(field, Qt.Key.Key_Return)


def test_the_window_is_moved_onto_a_course_and_met_by_two_gauges(window, bench):
    before = window.desk.project
    assert not seat(bench).sits
    assert "170 mm".replace(" ", "\u2009") in bench.canvas.scene.hot[0].hint
    bench.courses.move_it.click()
    assert seat(bench).sits
    assert not bench.courses.move_it.isEnabled()
    window.desk.store.undo()
    assert window.desk.project == before
    bench.hand.choose("hall-light")
    bench.courses.gauge.setCurrentIndex(1)
    bench.courses.gauge.activated.emit(1)
    assert set_out_in(window.desk.project, "hall-south").gauge == "two"
    assert bench.hand.found.covered.two is not None
    assert seat(bench).sits
    assert any(" at " in item.text for item in bench.canvas.scene.items if isinstance(item, Text))
    window.desk.store.undo()
    assert window.desk.project == before


def test_a_finding_moves_the_window_too(window, bench):
    found = next(f for f in window.desk.results.findings if f.rule == "set-out.window")
    remedies = window.desk.results.remedies(found)
    assert len(remedies) == 2
    after = remedies[0].change(window.desk.project)
    assert (
        window.desk.consider(lambda _p: after).value(SET_OUT, "hall-south").covered.windows[0].sits
    )


def test_window_and_datum_are_dragged_and_all_is_undone_in_two_steps(window, bench):
    before = window.desk.project
    start = seat(bench).window
    drag(bench.canvas, middle(bench.canvas, "window"), QPoint(30, -20))
    assert seat(bench).window.left > start.left + 0.5
    assert seat(bench).window.low > start.low + 0.3
    datum = middle(bench.canvas, "datum")
    drag(bench.canvas, QPoint(datum.x() - 2, datum.y()), QPoint(24, 0))
    stated = set_out_in(window.desk.project, "hall-south").datum
    assert 0.3 < stated < 3.0
    assert stated == pytest.approx(round(stated, 3))
    window.desk.store.undo()
    window.desk.store.undo()
    assert window.desk.project == before


def test_keys_take_a_window_and_nudge_it(window, bench):
    bench.canvas.setFocus()
    low = seat(bench).window.low
    QTest.keyClick(bench.canvas, Qt.Key.Key_W)
    assert bench.hand.window == "hall-light"
    QTest.keyClick(bench.canvas, Qt.Key.Key_Up)
    assert seat(bench).window.low == pytest.approx(low + 0.001, abs=1e-6)
    QTest.keyClick(bench.canvas, Qt.Key.Key_Left, Qt.KeyboardModifier.ShiftModifier)
    QTest.keyClick(bench.canvas, Qt.Key.Key_Escape)
    assert bench.hand.window == ""
    for key, view in (
        (Qt.Key.Key_3, "eaves"),
        (Qt.Key.Key_2, "deck"),
        (Qt.Key.Key_4, "panels"),
        (Qt.Key.Key_1, "courses"),
    ):
        QTest.keyClick(bench.canvas, key)
        assert bench.view == view


def test_eaves_follow_what_is_typed_and_refuse_what_cannot_be(window, bench):
    bench.show_view("eaves")
    height = bench.hand.found.eaves.fascia_height
    typed(bench.eaves.fields["projection"], "600 mm")
    assert set_out_in(window.desk.project, "hall-south").eaves.projection == pytest.approx(0.6)
    assert bench.hand.found.eaves.fascia_height == pytest.approx(height)
    typed(bench.eaves.fields["kick"], "30 mm")
    assert bench.hand.found.eaves.fascia_height > height
    typed(bench.eaves.fields["sprocket_pitch"], "30")
    assert bench.hand.found.eaves.flat_sprocket is not None
    typed(bench.eaves.fields["sprocket_pitch"], "50")
    assert any("flatter than the roof" in why for _, why in bench.hand.found.faults)
    window.desk.store.undo()
    assert bench.hand.found.eaves.flat_sprocket is not None
    typed(bench.eaves.fields["seat"], "9 m")
    assert set_out_in(window.desk.project, "hall-south").eaves.seat == pytest.approx(0.07)


def test_measured_runs_are_typed_and_the_last_panel_recut(window):
    window.desk.open_document(shipped_demo("sallow-creek"))
    window.desk.select_area("barn-south")
    window.show_stage("set-out")
    bench = window.bench("set-out", SetOutBench)
    bench.show_view("panels")
    before = window.desk.project
    strip = bench.panels
    assert strip.laid.currentData() == 9
    assert any(f.rule == "set-out.panels" for f in window.desk.results.findings)
    strip.laid.setCurrentIndex(strip.laid.findData(12))
    strip.laid.activated.emit(strip.laid.currentIndex())
    typed(strip.bottom, "578 1/4 in")
    typed(strip.top, "578 in")
    runs = set_out_in(window.desk.project, "barn-south").panels.measured
    assert [run.laid for run in runs] == [5, 9, 12]
    last = bench.hand.found.panelled.measured[-1][1]
    assert last.recut
    strip.recut.click()
    assert not any(f.rule == "set-out.panels" for f in window.desk.results.findings)
    bench.open_lists()
    bench.lists.choices["sheets"].click()
    assert bench.lists.table.rowCount() == 2
    for _ in range(3):
        window.desk.store.undo()
    assert window.desk.project == before


def test_an_area_is_set_out_laid_of_another_product_and_let_go(window, bench, answers, tmp_path):
    window.desk.select_area("hall-west")
    assert bench.start.isVisible()
    bench.start.click()
    assert "courses at" in bench._line._words
    laid_of = bench.courses._laid_of
    answers.path = tmp_path / "own.csv"
    answers.path.write_text(products_csv(SHIPPED[:1]).replace("tile-interlocking", "own-tile"))
    bench.read_products()
    assert [product.id for product in window.desk.project.products] == ["own-tile"]
    bench.refresh()
    laid_of.product.setCurrentIndex(laid_of.product.findData("own-tile"))
    laid_of.product.activated.emit(laid_of.product.currentIndex())
    assert bench.hand.found.covered.product.id == "own-tile"
    answers.path.write_text(
        answers.path.read_text().replace("Interlocking tile", "Tile from the kiln")
    )
    bench.read_products()
    assert "Tile from the kiln" in laid_of.product.currentText()
    bench.courses.side.setCurrentIndex(1)
    bench.courses.side.activated.emit(1)
    assert set_out_in(window.desk.project, "hall-west").mirrored
    bench.open_lists()
    assert bench.lists.table.rowCount() == len(bench.hand.found.covered.courses)
    bench.lists.choices["pieces"].click()
    assert bench.lists.table.item(0, 0).text() == "P"
    bench.lists.dismiss()
    bench.take_away()
    assert set_out_in(window.desk.project, "hall-west") is None
    assert "Nobody has set" in " ".join(
        i.text for i in bench.canvas.scene.items if isinstance(i, Text)
    )


def test_a_table_that_is_none_changes_nothing(window, bench, answers, tmp_path):
    before = window.desk.project
    answers.path = tmp_path / "own.csv"
    answers.path.write_text("kind,id,name\nbrick,x,y\n")
    bench.read_products()
    assert "brick" in answers.told[-1]
    assert window.desk.project == before
    answers.path = None
    bench.read_products()
    assert window.desk.project == before


def test_timber_is_stated_over_the_bench_and_undone(window, bench):
    before = window.desk.project
    bench.open_lists()
    bench.open_timber()
    assert not bench.lists.isVisible()
    panel = bench.timber
    typed(panel.fields["outriggers", "overhang"], "700 mm")
    rig = bench.hand.found.outrigged
    assert rig.hold_down > 0
    assert any(f.rule == "set-out.hold-down" for f in window.desk.results.findings)
    assert any("hold down" in i.text for i in panel.canvas.scene.items if isinstance(i, Text))
    panel.choices["furring"].click()
    panel.add_zone()
    panel.add_zone()
    panel.zones.field(1, "deck").setText("24 mm")
    panel.zones.field(1, "deck").returnPressed.emit()
    assert bench.hand.found.planed.rips == pytest.approx((0.026, 0.02))
    assert any("rip" in i.text for i in panel.canvas.scene.items if isinstance(i, Text))
    panel.choices["curve"].click()
    typed(panel.fields["curve", "radius"], "3 m")
    assert any("facets" in i.text for i in panel.canvas.scene.items if isinstance(i, Text))
    bench.open_lists()
    bench.lists.choices["pieces"].click()
    marks = {bench.lists.table.item(k, 0).text() for k in range(bench.lists.table.rowCount())}
    assert {"O", "B", "F1", "F2", "K"} <= marks
    for _ in range(5):
        window.desk.store.undo()
    assert window.desk.project == before


def test_working_opens_for_the_set_out(window, bench):
    bench.show_working()
    panel = window._working_panel()
    assert panel.isVisible()
    assert "Lecture hall, south slope" in bench.working()[1]
