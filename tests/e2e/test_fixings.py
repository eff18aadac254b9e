# SPDX-License-Identifier: GPL-3.0-or-later
"""The Fixings bench driven as a designer drives it: wind, parapet, school, tests, approval that runs out, undo."""

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from glacis.core.fixings.parts import FIXED
from glacis.core.model.document import Project
from glacis.core.model.fixings import SeamRows
from glacis.core.model.wind import Wind
from glacis.demo.shipped import shipped_demo
from glacis.files.fixings_table import pull_outs_csv, register_csv
from glacis.report.scene import Text
from glacis.ui.stages.fixings.bench import FixingsBench


@pytest.fixture
def bench(window) -> FixingsBench:
    window.desk.select_area("laboratory")
    window.show_stage("fixings")
    return window.bench("fixings", FixingsBench)


def written(bench):
    return " ".join(item.text for item in bench.canvas.scene.items if isinstance(item, Text))


def spot(bench, kind, identifier=None):
    hot = next(h for h in bench.canvas.scene.hot if h.kind == kind and identifier in (None, h.id))
    left, top, right, bottom = hot.box
    return QPoint(int((left + right) / 2), int((top + bottom) / 2))


def drag(canvas, start, by):
    QTest.mousePress(canvas, Qt.MouseButton.LeftButton, pos=start)
    for share in (0.3, 0.7, 1.0):
        QTest.mouseMove(canvas, start + QPoint(round(by.x() * share), round(by.y() * share)))
    QTest.mouseRelease(canvas, Qt.MouseButton.LeftButton, pos=start + by)


def key(bench, code):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, code)


def choose(box, data):
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())


def found(window, rule):
    return [f for f in window.desk.results.findings if f.rule == rule and f.area == "laboratory"]


def test_the_whole_story_and_all_of_it_undone(window, bench):
    before = window.desk.project
    count = bench.hand.placed.count
    # State another wind: more of it asks for more screws.
    bench.wind_strip.fields["speed"].setText("31 m/s")
    bench.wind_strip.fields["speed"].returnPressed.emit()
    assert window.desk.project.wind.speed == pytest.approx(31.0)
    assert bench.hand.placed.count > count
    # Raise one parapet by dragging it: its corners are calmer, and the drag is one step.
    worst = bench.hand.wind.zones[0]
    drag(bench.canvas, spot(bench, "parapet"), QPoint(0, -60))
    assert window.desk.project.fixings[0].parapets[0].height == pytest.approx(0.8)
    assert bench.hand.wind.height > 3.9
    assert bench.hand.wind.zones[0] != worst
    # A school takes its sets over.
    key(bench, Qt.Key.Key_5)
    assert "Adhered in ribbons" in written(bench)
    QTest.mouseClick(
        bench.canvas, Qt.MouseButton.LeftButton, pos=spot(bench, "school", "boards-screwed")
    )
    bench.hold.click()
    assert [held.id for held in bench.hand.stated.sets] == ["board-screws", "sheet-bond"]
    key(bench, Qt.Key.Key_2)
    assert "to a board" in written(bench)
    # Pull-out tests for the boards' screws.
    bench.open_strengths()
    panel = bench.strengths
    panel.onto.setText("old plywood")
    panel.force.setText("900 N, 0.95 kN, 1010 N")
    panel.add_tests()
    assert [test.force for test in window.desk.project.pull_outs[-3:]] == [900.0, 950.0, 1010.0]
    choose(panel.substrate, "old plywood")
    assert bench.hand.placed.held.resistance.governs.mode in ("tests", "pull-through")
    assert bench.hand.placed.held.resistance.tests.count == 3
    panel.dismiss()
    # The approval expires before the roof is laid.
    bench.open_register()
    bench.register.register.field(0, "expires").setText("2027-01-01")
    bench.register.register.field(0, "expires").editingFinished.emit()
    assert "before the roof is laid" in " ".join(
        f.template for f in found(window, "fixings.evidence")
    )
    bench.register.dismiss()
    for _ in range(20):
        if window.desk.project == before:
            break
        window.desk.store.undo()
    assert window.desk.project == before
    assert bench.hand.placed.count == count


def test_rows_are_dragged_and_keys_do_the_same(window, bench):
    bench.show_view("pattern")
    roll = bench.hand.placed.set.way.roll
    row = spot(bench, "row", "3")
    drag(bench.canvas, row, QPoint(0, -30))
    wider = bench.hand.placed.set.way.roll
    assert wider > roll
    window.desk.store.undo()
    assert bench.hand.placed.set.way.roll == roll
    key(bench, Qt.Key.Key_Down)
    assert bench.hand.placed.set.way.roll == pytest.approx(roll - 0.01)
    key(bench, Qt.Key.Key_Z)
    assert bench.hand.zone == 0
    key(bench, Qt.Key.Key_Escape)
    assert bench.hand.zone == -1


def test_every_view_shows_its_figures_and_its_working(window, bench):
    assert "F, " in written(bench)
    assert "c_pe" in written(bench)
    bench.show_view("chain")
    assert "weakest link" in written(bench)
    bench.show_view("length")
    assert "at least" in written(bench)
    working, name = bench.working()
    assert name == "Wet laboratory"
    assert {"q_p", "w_d", "R_d", "L_min"} <= {step.symbol for step in working.steps}
    bench.controls.itemAt(bench.controls.count() - 1).widget().click()
    assert window.working.isVisible() if hasattr(window, "working") else True


def test_a_remedy_turns_the_product_back_and_opens_no_other_wound(window, bench):
    (finding,) = found(window, "fixings.evidence")
    remedy = window.desk.results.remedies(finding)[0]
    assert remedy.title == "Take deck screw 4.8 as screw, as tested"
    assert window.desk.act(remedy.title, remedy.change)
    assert not found(window, "fixings.evidence")
    bench.open_register()
    bench.register.products.field(2, "product").setText("garden screw")
    bench.register.products.field(2, "product").editingFinished.emit()
    assert found(window, "fixings.evidence")


def test_coefficients_are_confirmed_and_changed_with_a_source_only(window, bench, qtbot):
    window.desk.select_area("hall-south")
    assert bench.hand.wind.open_rows
    bench.open_wind()
    panel = bench.wind
    choose(panel.shows, "here")
    said = []
    panel.said.connect(lambda words, _bad: said.append(words))
    panel.confirm()
    assert not window.desk.project.wind.rows
    panel.by.setText("R. Vane")
    panel.dated.setText("2026-11-20")
    panel.confirm()
    assert not bench.hand.wind.open_rows
    row = next(k for k, each in enumerate(panel._shown) if " L suction" in each.key)
    panel.rows.item(row, 1).setText("-2.2 / -1.5")
    assert "source" in " ".join(said)
    panel.rows.item(row, 3).setText("national annex, table 3")
    panel.rows.item(row, 1).setText("-2.2 / -1.5")
    changed = [each for each in window.desk.project.wind.rows if each.values]
    assert [each.values for each in changed] == [(-2.2, -1.5)]


def test_a_length_list_is_read_in_any_unit_and_nonsense_is_told(window, bench):
    bench.show_view("length")
    strip = bench.screw_strip
    strip.stock.setText("200 mm; 220mm, 9 1/2 in")
    strip.stock.editingFinished.emit()
    assert [round(size, 4) for size in bench.hand.placed.set.fastener.stock] == [0.2, 0.22, 0.2413]
    told = []
    strip.said.connect(lambda words, bad: told.append((words, bad)))
    strip.stock.setText("long enough")
    strip.stock.editingFinished.emit()
    assert told[-1][1]
    strip.stock.setText(", ")
    strip.stock.editingFinished.emit()
    assert bench.hand.placed.set.fastener.stock


def test_fixings_are_counted_in_heat_as_they_are_placed(window, bench):
    u = window.desk.results.of("laboratory").roof.transmittance
    bench.count_in_heat()
    stated = window.desk.assembly.imperfections
    assert stated.fixing == "counted"
    assert stated.fixings.per_area == pytest.approx(bench.hand.placed.per_area, abs=1e-3)
    assert window.desk.results.of("laboratory").roof.transmittance > u
    assert not found(window, "fixings.heat")


def test_tables_of_tests_and_approvals_are_read_and_refused(window, bench, answers, tmp_path):
    names = {area.id: area.name for area in window.desk.project.areas}
    path = tmp_path / "tests.csv"
    path.write_text(pull_outs_csv(window.desk.project.pull_outs, names))
    answers.path = path
    bench.read_tests()
    assert len(window.desk.project.pull_outs) == 10
    path.write_text(
        "area,substrate,fixing,force_kN\nWet laboratory,deck,screw,900 N\nWet laboratory,deck,screw,200 lbf\n"
    )
    bench.read_tests()
    assert "one unit" in answers.told[-1]
    path.write_text("area,substrate,fixing,force_kN\nWet laboratory,deck,screw,0\n")
    bench.read_tests()
    assert "row 2" in answers.told[-1]
    assert len(window.desk.project.pull_outs) == 10
    path.write_text(register_csv(window.desk.project.evidence).replace("TA-208", "TA-209"))
    bench.read_register()
    assert [each.id for each in window.desk.project.evidence] == ["TA-114", "TA-208", "TA-209"]
    proof = tmp_path / "proof.pdf"
    proof.write_bytes(b"proof")
    answers.path = proof
    bench.register._take_file()
    assert len(window.desk.project.evidence[0].digest) == 64


def test_sets_are_added_aimed_and_taken_away(window, bench):
    bench.show_view("pattern")
    sets = len(bench.hand.stated.sets)
    index = next(
        k for k in range(bench.bar.more.count()) if bench.bar.more.itemText(k) == "Board screws"
    )
    bench.bar.more.setCurrentIndex(index)
    bench.bar.more.activated.emit(index)
    assert len(bench.hand.stated.sets) == sets + 1
    choose(bench.bar.zones, "F")
    assert {bench.hand.wind.zones[p.zone].name for p in bench.hand.placed.held.patterns} == {"F"}
    choose(bench.bar.anchor, "")
    assert bench.hand.placed.set.anchor == ""
    bench.bar.fewer.click()
    assert len(bench.hand.stated.sets) == sets


def test_the_barn_and_the_empty_project_have_their_words(window, bench):
    window.desk.open_document(shipped_demo("sallow-creek"))
    window.desk.select_area("barn-south")
    for view in ("zones", "pattern", "chain", "length", "schools"):
        bench.show_view(view)
        assert written(bench)
    assert "GC_p" in "".join(_of(bench, "zones"))
    assert isinstance(window.desk.value(FIXED, "barn-south").sets[0].placed.points, tuple)
    window.desk.act("No wind", lambda p: _still(p))
    bench.show_view("zones")
    assert "Nobody stated the wind" in written(bench)
    choose(bench.wind_strip.boxes["basis"], "stated")
    assert "a figure" in written(bench)
    for name in ("field", "edge", "corner"):
        bench.wind_strip.fields[name].setText("1.2 kN/m²")
        bench.wind_strip.fields[name].returnPressed.emit()
    assert "field" in written(bench)
    window.desk.open_document(Project(name="Empty", site=window.desk.project.site))
    assert "No roof area yet" in written(bench)


def _of(bench, view):
    bench.show_view(view)
    return written(bench)


def _still(project):
    from msgspec.structs import replace

    return replace(project, wind=Wind())


def test_dragging_rolls_keeps_them_within_what_is_sold(bench):
    bench.show_view("pattern")
    drag(bench.canvas, spot(bench, "row", "0"), QPoint(0, -400))
    way = bench.hand.placed.set.way
    assert isinstance(way, SeamRows)
    assert way.roll <= 4.0
