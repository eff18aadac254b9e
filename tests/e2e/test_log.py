# SPDX-License-Identifier: GPL-3.0-or-later
"""The Log bench driven as a keeper drives it: entries, pins, photographs, walks, signs, exercises, undo."""

from pathlib import Path

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtGui import QColor, QImage
from PyQt6.QtTest import QTest

from e2e.test_painting import traced
from glacis.core.log.table import usual_table
from glacis.core.model.log import Deviated, Inspected, Laid, Observed, Spot
from glacis.files.log_table import read_shares
from glacis.report.scene import Text
from glacis.session.attachments import folder_of, name_of
from glacis.ui.desk import today
from glacis.ui.stages.log.bench import LogBench


@pytest.fixture
def bench(window) -> LogBench:
    window.show_stage("log")
    window.desk.select_area("laboratory")
    return window.bench("log", LogBench)


def written(bench):
    return " ".join(item.text for item in bench.canvas.scene.items if isinstance(item, Text))


def key(bench, code):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, code)


def press(bench, kind, ident):
    hot = next(h for h in bench.canvas.scene.hot if h.kind == kind and h.id == ident)
    left, top, right, bottom = hot.box
    at = QPoint(int((left + min(right, left + 60)) / 2), int((top + bottom) / 2))
    QTest.mouseClick(bench.canvas, Qt.MouseButton.LeftButton, pos=at)


def fill(panel, name, text):
    widget = panel.made[name]
    widget.setText(text)
    widget.textEdited.emit(text)
    if hasattr(widget, "committed"):
        widget.returnPressed.emit()


def log(window):
    return window.desk.project.log


def test_a_layer_that_was_laid_is_written_with_the_weather_of_the_simulated_sensor(window, bench):
    before = window.desk.project
    window.desk.select_layer("sheet")
    key(bench, Qt.Key.Key_N)
    panel = bench.entry_panel
    assert panel.isVisible()
    fill(panel, "product", "Sheet, 1.5 mm")
    panel.day.setText("2026-05-04")
    panel.hour.setText("10")
    panel.who.setText("R. Vane")
    panel.read_sensor()
    panel.write()
    entry = log(window).entries[-1]
    assert isinstance(entry.what, Laid)
    assert (entry.spot.layer, entry.what.product, entry.what.sensed) == (
        "sheet",
        "Sheet, 1.5 mm",
        True,
    )
    assert entry.what.air is not None
    assert panel.isHidden()
    bench.show_view("record")
    assert "Sheet, 1.5 mm" in written(bench)
    window.undo()
    assert window.desk.project == before


def test_days_to_come_and_hours_that_are_none_are_refused_and_nothing_is_lost(window, bench):
    before = window.desk.project
    said = []
    bench.said.connect(lambda words, _bad: said.append(words))
    bench.write()
    panel = bench.entry_panel
    fill(panel, "product", "Sheet")
    panel.who.setText("R. Vane")
    panel.day.setText("2999-01-01")
    panel.write()
    assert window.desk.project == before
    assert panel.isVisible()
    assert panel.made["product"].text() == "Sheet"
    panel.day.setText(today())
    panel.hour.setText("noon")
    panel.write()
    assert "noon" in said[-1]
    assert window.desk.project == before
    panel.hour.setText("")
    panel.write()
    assert len(log(window).entries) == len(before.log.entries) + 1


def test_what_is_seen_is_pinned_where_the_roof_is_pressed_and_goes_on(window, bench):
    key(bench, Qt.Key.Key_P)
    hot = next(h for h in bench.canvas.scene.hot if h.kind == "area" and h.id == "laboratory")
    left, top, right, bottom = hot.box
    at = QPoint(int(left + 0.25 * (right - left)), int(top + 0.75 * (bottom - top)))
    QTest.mouseClick(bench.canvas, Qt.MouseButton.LeftButton, pos=at)
    panel = bench.entry_panel
    assert panel.isVisible()
    panel.who.setText("T. Orme")
    panel.made["severity"].setCurrentIndex(2)
    panel.made["severity"].activated.emit(2)
    panel.write()
    entry = log(window).entries[-1]
    assert isinstance(entry.what, Observed)
    assert entry.spot.area == "laboratory"
    east, north = entry.spot.at
    assert 33 < east < 35.5
    assert 2 < north < 4
    assert "log.urgent" in {f.rule for f in window.desk.results.findings}
    bench._take_entry(entry.id)
    bench.entries.buttons["go-on"].click()
    trend = panel.made["trend"]
    trend.setCurrentIndex(trend.findData("gone"))
    trend.activated.emit(trend.currentIndex())
    panel.write()
    assert log(window).entries[-1].what.continues == entry.id
    assert "log.urgent" not in {f.rule for f in window.desk.results.findings}


def test_the_plan_comes_near_to_the_selected_roof_and_pins_land_there(window, bench):
    box = bench.entries.here
    box.setCurrentIndex(box.findData(True))
    box.activated.emit(box.currentIndex())
    assert "2 still to be seen" in written(bench)
    key(bench, Qt.Key.Key_P)
    hot = next(h for h in bench.canvas.scene.hot if h.kind == "area")
    left, top, right, bottom = hot.box
    assert right - left > 300
    at = QPoint(int(left + 0.75 * (right - left)), int(top + 0.25 * (bottom - top)))
    QTest.mouseClick(bench.canvas, Qt.MouseButton.LeftButton, pos=at)
    bench.entry_panel.who.setText("T. Orme")
    bench.entry_panel.write()
    east, north = log(window).entries[-1].spot.at
    assert (east, north) == pytest.approx((42.0, 9.0), abs=0.2)
    key(bench, Qt.Key.Key_Down)
    assert bench.hand.entry


def test_an_entry_is_corrected_and_both_stay(window, bench):
    bench.show_view("record")
    bench._take_entry("peel-1")
    bench.entries.buttons["correct"].click()
    panel = bench.entry_panel
    fill(panel, "value", "2.4")
    panel.write()
    entries = {e.id: e for e in log(window).entries}
    assert entries["peel-1"].what.value == 3.4
    fixed = log(window).entries[-1]
    assert (fixed.corrects, fixed.what.value) == ("peel-1", 2.4)
    assert "log.verdict" in {f.rule for f in window.desk.results.findings}


def test_an_entry_belongs_to_an_edge_and_keeps_it_when_it_is_corrected(window, bench):
    bench.entry_panel.begin("held", Spot(area="laboratory"))
    panel = bench.entry_panel
    ids = [panel.junction.itemData(k) for k in range(panel.junction.count())]
    parapet = next(x for x in ids if x.startswith("parapet"))
    panel.junction.setCurrentIndex(ids.index(parapet))
    fill(panel, "what", "Upstand before the coping")
    fill(panel, "witness", "A. Merrow")
    panel.who.setText("R. Vane")
    panel.write()
    entry = log(window).entries[-1]
    assert entry.spot.junction == parapet
    bench.show_view("record")
    bench._take_entry(entry.id)
    bench.entries.buttons["correct"].click()
    assert panel.junction.currentData() == parapet


def test_work_that_was_left_is_done_by_somebody(window, bench, answers):
    bench.entry_panel.begin("left", Spot(area=bench.hand.area))
    panel = bench.entry_panel
    fill(panel, "what", "Edge not screwed")
    panel.who.setText("R. Vane")
    panel.write()
    left = log(window).entries[-1]
    bench.show_view("record")
    bench._take_entry(left.id)
    answers.named = "R. Vane"
    bench.entries.buttons["close"].click()
    assert log(window).entries[-1].what.closed == today()
    assert "log.left" not in {f.rule for f in window.desk.results.findings}


def picture(path: Path, colour: str) -> Path:
    image = QImage(40, 30, QImage.Format.Format_RGB32)
    image.fill(QColor(colour))
    image.save(str(path))
    return path


def test_photographs_lie_beside_the_project_and_are_known_by_their_content(
    window, bench, answers, tmp_path
):
    source = picture(tmp_path / "seam.png", "red")
    bench.write()
    panel = bench.entry_panel
    answers.path = source
    panel.add_file()
    assert panel._files == ()  # nobody has saved the project yet
    answers.path = tmp_path / "station.glacis"
    window.papers.save_as()
    home = window.desk.path
    answers.path = source
    panel.add_file()
    panel.add_file()  # the same content is kept once
    assert len(panel._files) == 1
    fill(panel, "product", "Seam")
    panel.who.setText("R. Vane")
    panel.write()
    entry = log(window).entries[-1]
    kept = folder_of(home) / name_of(entry.attachments[0])
    assert kept.read_bytes() == source.read_bytes()
    bench.show_view("record")
    bench._take_entry(entry.id)
    assert bench.hand.files((entry,)) == {entry.id: ("1 file", False)}
    moved = kept.with_name("elsewhere.png")
    kept.rename(moved)
    assert "moved" in bench.hand.files((entry,))[entry.id][0]
    moved.rename(kept)
    picture(kept, "blue")
    assert "changed" in bench.hand.files((entry,))[entry.id][0]
    bench.refresh()
    assert "changed" in written(bench)
    kept.unlink()
    assert bench.hand.files((entry,))[entry.id] == ("1 file, missing", True)
    answers.path = tmp_path / "nowhere.png"
    panel.add_file()
    assert panel._files == entry.attachments


def test_what_is_due_is_walked_and_comes_later(window, bench):
    bench.show_view("due")
    late = {(d.area, d.what): d for d in bench.hand.due()}
    assert late["laboratory", "Walk the roof"].late > 0
    assert "late" in written(bench)
    bench._walked()
    panel = bench.entry_panel
    panel.who.setText("T. Orme")
    panel.write()
    assert isinstance(log(window).entries[-1].what, Inspected)
    after = {(d.area, d.what): d for d in bench.hand.due()}
    assert after["laboratory", "Walk the roof"].late == 0


def test_a_sheet_goes_up_the_roof_and_comes_back(window, bench, answers, tmp_path):
    answers.path = tmp_path / "sheet.csv"
    bench.papers.write_sheet()
    text = answers.path.read_text().splitlines()
    rows = [line.split(",") for line in text]
    head = rows[0]
    pond = next(r for r in rows if r[0] == "pond-2")
    pond[head.index("trend")] = "grew"
    pond[head.index("severity")] = "3"
    fresh = ["", "laboratory", "blister", "new", "1", "0.3", "2", "33.0", "3.0", "by the post"]
    bad = answers.path.with_name("bad.csv")
    bad.write_text(
        "\n".join(
            [
                ",".join(head),
                ",".join(pond).replace("grew", "worse"),
                ",".join([*fresh[:5], "wide", *fresh[6:]]),
            ]
        )
    )
    before = window.desk.project
    answers.path, answers.named = bad, "T. Orme"
    bench.papers.read_back()
    assert "2 faults" in answers.told[-1]
    assert "trend" in answers.told[-1]
    assert "size_m" in answers.told[-1]
    assert window.desk.project == before
    semicolons = answers.path.with_name("good.csv")
    semicolons.write_text("\n".join(";".join(r) for r in (head, pond, fresh)))
    answers.path = semicolons
    bench.papers.read_back()
    last = log(window).entries[-3:]
    assert [type(e.what) for e in last] == [Inspected, Observed, Observed]
    assert last[1].what.continues == "pond-2"
    assert last[1].what.inspection == last[0].id
    assert last[2].spot.at == (33.0, 3.0)
    window.undo()
    assert window.desk.project == before


def test_care_and_warranties_change_what_is_due(window, bench):
    bench._care()
    panel = bench.care_panel
    panel.ticks["trees"].click()
    assert any(
        d.what == "Clear outlets and gutters" and d.area == "laboratory" for d in bench.hand.due()
    )
    panel._add()
    assert len(log(window).warranties) == 2
    panel.completed.setText("someday")
    panel.completed.editingFinished.emit()
    assert panel.completed.text() == "2024-10-04"


def test_signs_turn_from_seen_to_absent_to_not_looked_at_and_causes_follow(window, bench):
    bench.show_view("diagnosis")
    before = window.desk.project
    first = bench.hand.belief().causes[0]
    press(bench, "sign", "ceiling-gaps")
    assert "ceiling-gaps" in bench.hand.case.seen
    risen = {c.id: c.share for c in bench.hand.belief().causes}["air"]
    assert risen > first.share
    press(bench, "sign", "ceiling-gaps")
    assert "ceiling-gaps" in bench.hand.case.absent
    press(bench, "sign", "ceiling-gaps")
    assert window.desk.project == before
    key(bench, Qt.Key.Key_Down)
    key(bench, Qt.Key.Key_Space)
    assert bench.hand.sign == "humid-rooms"
    assert "humid-rooms" in bench.hand.case.absent


def test_a_test_that_was_made_counts_as_a_sign(window, bench, answers):
    bench.show_view("diagnosis")
    test = bench.hand.next_tests()[0].id
    answers.choice = "Not made"
    press(bench, "test", test)
    assert test not in bench.hand.case.seen
    answers.choice = "No"
    press(bench, "test", test)
    assert test in bench.hand.case.absent
    assert test not in {t.id for t in bench.hand.next_tests()}


def test_the_likelihood_table_goes_out_is_edited_and_comes_back(window, bench, answers, tmp_path):
    bench.show_view("diagnosis")
    answers.path = tmp_path / "table.csv"
    bench.papers.write_table()
    text = answers.path.read_text()
    assert read_shares(answers.path) == ()
    first = next(
        line for line in text.splitlines() if line.startswith("cold-dry") and ",air," in line
    )
    answers.path.write_text(
        text.replace(
            first,
            first.replace(",0.8,", ",0.1,").replace(
                "table " + usual_table().name, "our own winters"
            ),
        )
    )
    before = {c.id: c.share for c in bench.hand.belief().causes}["air"]
    bench.papers.read_table()
    assert len(log(window).shares) == 1
    assert {c.id: c.share for c in bench.hand.belief().causes}["air"] < before
    assert "1 of the project's own" in written(bench)
    answers.path.write_text(text.replace(first, first.replace(",0.8,", ",1.8,")))
    bench.papers.read_table()
    assert "1.8" in answers.told[-1]
    bench.papers.take_usual()
    assert log(window).shares == ()


def test_the_roof_as_found_is_computed_in_the_background_and_moves_priors(window, bench, qtbot):
    window.desk.select_area("bunkhouse")
    bench.show_view("diagnosis")
    assert "not computed" in written(bench)
    bench.run()
    qtbot.waitUntil(lambda: bench.hand.found is not None, timeout=120000)
    assert bench.hand.found.way == "still"
    assert {f.cause: f.value for f in bench.hand.factors}["ventilation"] == 4.0
    assert not bench.signs.run.isEnabled()


def test_repairs_of_a_cause_are_computed_on_the_roof_as_found(window, bench, qtbot):
    bench.show_view("diagnosis")
    bench.hand.choose(cause="drainage")
    assert "Repair: drainage" in written(bench)
    bench.mend()
    qtbot.waitUntil(lambda: "U 0.159 → 0.159" in written(bench), timeout=120000)
    bench.hand.choose(cause="services")
    bench.mend()
    qtbot.waitUntil(lambda: "the site decides" in written(bench), timeout=120000)


def test_a_finding_behind_a_cause_is_one_press_away(window, bench):
    bench.show_view("diagnosis")
    bench.hand.choose(cause="diffusion")
    first = bench._mends()[0]
    press(bench, "finding", "0")
    assert window.stage == first.stage


def test_an_exercise_is_looked_at_tested_answered_and_marked(window, bench):
    key(bench, Qt.Key.Key_5)
    assert "Drips under a hot spring sun" in written(bench)
    press(bench, "test", "vent")
    assert bench.hand.tests == ("vent",)
    said = []
    bench.said.connect(lambda words, _bad: said.append(words))
    bench.answers.commit.click()
    assert "Name a cause" in said[-1]
    for box, value in (
        (bench.answers.first, "air"),
        (bench.answers.second, "ventilation"),
        (bench.answers.repair, "seal"),
    ):
        box.setCurrentIndex(box.findData(value))
        box.activated.emit(box.currentIndex())
    bench.answers.commit.click()
    assert "10.0 of 10" in written(bench)
    assert not bench.answers.commit.isEnabled()
    bench.answers.again.click()
    assert bench.hand.marks == ()
    key(bench, Qt.Key.Key_Down)
    assert bench.hand.exercise.id == "attic"


def test_diagnosis_and_practice_are_driven_by_keys_alone(window, bench, answers):
    key(bench, Qt.Key.Key_4)
    best = bench.hand.next_tests()[0].id
    answers.choice = "Yes"
    key(bench, Qt.Key.Key_T)
    assert best in bench.hand.case.seen
    first = bench.hand.belief().causes
    key(bench, Qt.Key.Key_C)
    assert bench.hand.cause == first[1].id
    key(bench, Qt.Key.Key_5)
    key(bench, Qt.Key.Key_Right)
    key(bench, Qt.Key.Key_Right)
    key(bench, Qt.Key.Key_Space)
    assert bench.hand.tests == ("follow",)


def test_what_was_built_otherwise_counts_in_the_roof_as_found(window, bench):
    entries = [e for e in log(window).entries if isinstance(e.what, Deviated)]
    assert [e.what.thickness for e in entries] == [0.16]


@pytest.mark.parametrize("view", ["roof", "record", "due", "diagnosis", "practice"])
def test_no_view_calculates_while_it_paints(window, bench, view):
    bench.show_view(view)
    bench.canvas.grab()
    with traced() as called:
        bench.canvas.resize(bench.canvas.width() - 40, bench.canvas.height() - 20)
        bench.canvas.grab()
    assert called == set()
