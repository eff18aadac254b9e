# SPDX-License-Identifier: GPL-3.0-or-later
"""The Moisture bench by hours: run in the background, scrubbed, changed, stopped, kept, saved, reported."""

import pytest
from pypdf import PdfReader
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtTest import QTest

from glacis.core.graph.part import Ready
from glacis.core.hourly.change import change_hourly, hourly_in
from glacis.core.hourly.parts import HOURLY, RESERVE, VERDICT
from glacis.files.project_file import load
from glacis.report.charts.hours import layout_of, wettest_day
from glacis.report.scene import Raster
from glacis.ui.app import Homes, make_window
from glacis.ui.stages.moisture.bench import MoistureBench

from .conftest import drag, let_go, middle, send

AREA = "laboratory"
LONG = 120_000


@pytest.fixture
def bench(window) -> MoistureBench:
    window.desk.act("Few years", lambda p: change_hourly(p, AREA, years=1))
    window.desk.select_area(AREA)
    window.show_stage("moisture")
    made = window.bench("moisture", MoistureBench)
    made.show_view("hours")
    return made


def ready(bench):
    return isinstance(bench.desk.session.state(HOURLY, AREA), Ready)


def wait(qtbot, bench):
    qtbot.waitUntil(lambda: ready(bench), timeout=LONG)
    qtbot.waitUntil(lambda: "before" not in bench.hours.words.text(), timeout=LONG)


def press(canvas, hot):
    send(canvas, QEvent.Type.MouseButtonPress, middle(hot), Qt.KeyboardModifier.NoModifier)
    send(canvas, QEvent.Type.MouseButtonRelease, middle(hot), Qt.KeyboardModifier.NoModifier)


def jobs(bench):
    return bench.desk.session.jobs.job((HOURLY.name, AREA))


def test_an_area_is_run_drawn_scrubbed_and_run_again_when_it_is_taken_otherwise(qtbot, bench, window):  # fmt: skip
    assert jobs(bench) is not None
    wait(qtbot, bench)
    canvas = bench.hours.canvas
    assert sum(isinstance(item, Raster) for item in canvas.scene.items) == 2
    verdict = window.desk.results.value(VERDICT, AREA)
    hours = window.desk.session.state(HOURLY, AREA).value
    layout = layout_of(hours, verdict, canvas.width(), canvas.height())
    start = QPointF(layout.x(20), layout.tops[0] + 30)
    drag(canvas, start, QPointF(layout.x(100), start.y()))
    assert bench.hours._day[AREA] == 100
    QTest.keyClick(canvas, Qt.Key.Key_Right)
    QTest.keyClick(canvas, Qt.Key.Key_Left, Qt.KeyboardModifier.ShiftModifier)
    assert bench.hours._day[AREA] == 71
    assert 0 <= wettest_day(verdict) < 365
    box = bench.hours.strip.boxes["absorptance"]
    box.setCurrentIndex(box.findData(0.25))
    box.activated.emit(box.currentIndex())
    assert hourly_in(window.desk.project, AREA).absorptance == 0.25
    assert "picture is that of before" in bench.hours.words.text()
    wait(qtbot, bench)
    pale = window.desk.results.value(VERDICT, AREA)
    assert pale.peak_surface < verdict.peak_surface - 5
    counts = dict(window.desk.session.analyser.counts)
    window.desk.store.undo()
    assert ready(bench)
    assert window.desk.results.value(VERDICT, AREA).peak_surface == verdict.peak_surface
    assert window.desk.session.analyser.counts["hourly"] == counts["hourly"]
    bench.fields.setCurrentIndex(1)
    bench.fields.activated.emit(1)
    inks = next(item.inks for item in canvas.scene.items if isinstance(item, Raster))
    assert inks[0].startswith("heat")


def test_a_run_is_stopped_and_begins_again_with_the_next_change(qtbot, bench, window):
    assert jobs(bench) is not None
    bench.hours.stop.click()
    assert jobs(bench) is None
    bench.refresh()
    assert jobs(bench) is None
    assert "Stopped" in bench.hours.words.text()
    bench.hours.strip.wet.click()
    assert jobs(bench) is not None
    wait(qtbot, bench)


def test_what_a_roof_forgives_is_sought_and_told(qtbot, bench, window):
    wait(qtbot, bench)
    bench.hours.reserve.click()
    assert not bench.hours.reserve.isEnabled()
    session = window.desk.session
    qtbot.waitUntil(lambda: isinstance(session.state(RESERVE, AREA), Ready), timeout=LONG)
    qtbot.waitUntil(lambda: "forgives" in bench.hours.words.text(), timeout=LONG)
    assert bench.hours.reserve.isEnabled()
    assert session.state(RESERVE, AREA).value.runs >= 2


def test_what_is_stated_is_saved_and_the_report_tells_of_it(
    qtbot, bench, window, answers, tmp_path
):
    from glacis.report.pdf import report_pdf

    wait(qtbot, bench)
    bench.hours.strip.report.click()
    assert ready(bench)
    saved = tmp_path / "hours.glacis"
    window.desk.session.documents.save(saved)
    report = tmp_path / "report.pdf"
    report.write_bytes(report_pdf(window.desk.session.analyser.analyse(window.desk.project)))
    text = " ".join(page.extract_text() for page in PdfReader(report).pages)
    assert "Moisture hour by hour" in text
    assert "Plywood" in text
    assert hourly_in(load(saved), AREA).report


def test_an_empty_project_says_so(qtbot, answers, tmp_path):
    homes = Homes(tmp_path / "config", tmp_path / "journal")
    empty = make_window(False, None, homes, answers)
    empty.show()
    empty.show_stage("moisture")
    bench = empty.bench("moisture", MoistureBench)
    bench.show_view("hours")
    assert bench.hours.canvas.scene.items[0].text == "No layers yet."
    assert not bench.hours.strip.isEnabled()
    bench.hours.reserve.click()
    assert not empty.desk.session.jobs.busy
    assert empty.close()
    let_go(empty)


def test_a_study_is_run_and_a_cell_is_built(qtbot, bench, window):
    wait(qtbot, bench)
    bench.open_study()
    panel = bench.study
    panel.run.click()
    assert panel.stop.isEnabled()
    panel.stop.click()
    assert not panel.stop.isEnabled()
    assert panel.run.isEnabled()
    panel.across.setCurrentIndex(0)
    panel.run.click()
    assert "two different" in panel.told.text()
    panel.down.setCurrentIndex(panel.down.findData("rain"))
    panel.across.setCurrentIndex(panel.across.findData("shade"))
    panel.run.click()
    qtbot.waitUntil(lambda: panel._shown is not None, timeout=LONG)
    assert len(panel.canvas.scene.hot) == 9
    before = window.desk.project
    press(panel.canvas, panel.canvas.scene.hot[4])
    assert hourly_in(window.desk.project, AREA).rain_leak == 0.002
    assert hourly_in(window.desk.project, AREA).sun_passes == 0.5
    window.desk.store.undo()
    assert window.desk.project == before
