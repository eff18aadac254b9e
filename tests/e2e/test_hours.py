# SPDX-License-Identifier: GPL-3.0-or-later
"""The Moisture bench by hours: run in the background, scrubbed, changed, stopped, kept, saved, reported."""

from io import BytesIO

import pytest
from pypdf import PdfReader
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtTest import QTest

from glacis.core.graph.part import Ready
from glacis.core.hourly.change import change_hourly, hourly_in
from glacis.core.hourly.parts import HOURLY, RESERVE, VERDICT
from glacis.files.project_file import load
from glacis.report.charts.hours import layout_of, wettest_day
from glacis.report.offers import exports
from glacis.report.pdf import report_pdf
from glacis.report.results import results_json
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
    qtbot.waitUntil(lambda: bench.hours.reserve.isEnabled(), timeout=LONG)
    assert "Of each rain it bears" in bench.hours.words.text()
    assert session.state(RESERVE, AREA).value.runs >= 2


def test_what_is_stated_is_saved_and_the_report_tells_of_it(
    qtbot, bench, window, answers, tmp_path
):
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
    panel.rest.click()
    assert panel._desk.session.jobs.job((panel._part.name, panel._subject)).paused
    assert panel.rest.isChecked()
    panel.rest.click()
    assert not panel._desk.session.jobs.job((panel._part.name, panel._subject)).paused
    panel.stop.click()
    assert not panel.rest.isEnabled()
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


def test_a_probe_is_simulated_read_moved_and_taken_out(qtbot, bench, window, answers, tmp_path):
    wait(qtbot, bench)
    before = window.desk.project
    bench.open_probes()
    panel = bench.probes
    assert panel.probe.name == "Deck by the south outlet"
    assert "Simulated, no device. It differs: over 258 days" in panel.told.text()
    assert "wetter than the run" in panel.told.text()
    panel.simulate.click()
    assert panel.which.count() == 2
    assert panel.probe.simulated
    assert "It agrees" in panel.told.text()
    rows = ["time,temperature,humidity"]
    rows += [
        f"2025-{1 + d // 28:02d}-{1 + d % 28:02d} {h:02d}:00,12,{80 + h / 10}"
        for d in range(56)
        for h in range(24)
    ]
    table = tmp_path / "ceiling void.csv"
    table.write_text("\n".join(rows))
    answers.path = table
    panel.read.click()
    qtbot.waitUntil(lambda: panel.which.count() == 3, timeout=LONG)
    assert (panel.probe.name, panel.probe.source) == ("ceiling void", "ceiling void.csv")
    assert panel.corrects.isHidden()
    last = panel.place.count() - 1
    panel.place.setCurrentIndex(last)
    panel.place.activated.emit(last)
    assert panel.probe.place.startswith("room side")
    assert "over 56 days" in panel.told.text()
    table.write_text("nothing of the kind")
    panel.read.click()
    qtbot.waitUntil(lambda: bool(answers.told), timeout=LONG)
    assert "columns time, temperature" in answers.told[-1]
    panel.remove.click()
    assert panel.which.count() == 2
    for _ in range(4):
        window.desk.store.undo()
    assert window.desk.project == before
    answers.path = tmp_path / "probes.csv"
    hand_over = window.bench("handover")
    hand_over.write(next(e for e in exports(window.desk.stages) if e.id == "probes"))
    told = answers.path.read_text().splitlines()
    assert len(told) == 1 + len(before.probes[0].values)
    assert told[1].startswith("Wet laboratory,Deck by the south outlet")
    project = change_hourly(before, AREA, report=True)
    results = window.desk.session.analyser.analyse(project)
    text = " ".join(p.extract_text() for p in PdfReader(BytesIO(report_pdf(results))).pages)
    assert "Probe Deck by the south outlet" in text
    assert "It differs: over 258 days" in " ".join(text.split())
    (told_area,) = [a for a in results_json(results)["areas"] if a["id"] == AREA]
    (stands,) = told_area["hourly"]["probes"]
    assert (stands["days"], stands["verdict"], stands["simulated"]) == (258, "differs", True)
