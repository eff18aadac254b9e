# SPDX-License-Identifier: GPL-3.0-or-later
"""Hours as they are worked with: a year read, an area run and changed, its ways out run, kept and opened again."""

import gzip
from functools import partial
from pathlib import Path

import pytest
from PyQt6.QtCore import QPointF

from glacis.core.graph.part import Ready
from glacis.core.hourly.change import change_hourly
from glacis.core.hourly.parts import HOURLY, VERDICT
from glacis.core.judgement.by_hours import TRIED
from glacis.core.judgement.remedies import swap_membrane
from glacis.core.model.lookup import area_of
from glacis.files.project_file import load
from glacis.report.charts.hours import layout_of
from glacis.ui.app import Homes, make_window
from glacis.ui.finding_row import FindingRow
from glacis.ui.stages.moisture.bench import MoistureBench
from glacis.ui.stages.site.bench import SiteBench

from .conftest import drag, let_go

ROOT = Path(__file__).parents[2]
LONG = 120_000
LABORATORY = "laboratory"


def until_run(qtbot, window, area):
    session = window.desk.session
    qtbot.waitUntil(lambda: isinstance(session.state(HOURLY, area), Ready), timeout=LONG)
    return window.desk.results.value(VERDICT, area)


@pytest.fixture
def failed(window) -> str:
    """The roof with a void over its deck, run for two years; the id of its area."""
    window.desk.session.documents.begin(load(ROOT / "examples" / "15-failed-sleeper-void.glacis"))
    area = window.desk.project.areas[0].id
    window.desk.act("Few years", lambda p: change_hourly(p, area, years=2))
    window.show_stage("moisture")
    window.bench("moisture", MoistureBench).show_view("hours")
    return area


def opened(homes, answers, path=None):
    """A window on the demo, or on a file."""
    made = make_window(path is None, path, homes, answers)
    made.resize(1280, 800)
    made.show()
    made.desk.session.judge_all()
    return made


def retarder_swapped(window, area):
    """The change that puts a plain retarder in the place of the sheet of an area."""
    assembly = area_of(window.desk.project, area).assembly
    sheet = next(
        x for x in window.desk.results.of(area).roof.layers
        if x.kind == "membrane" and x.has_role("vapour") and not x.has_role("covering")
    )  # fmt: skip

    return partial(swap_membrane, assembly=assembly, layer_id=sheet.id, material="retarder-fixed-2")


def row_of(window, rule: str) -> FindingRow:
    return next(row for row in window.findings._rows if row.group.finding.rule == rule)


def test_findings_come_with_the_run_and_their_ways_out_are_run_when_one_is_opened(
    qtbot, window, failed
):
    assert not any(r.group.finding.rule.startswith("hours.") for r in window.findings._rows)
    before = until_run(qtbot, window, failed)
    qtbot.waitUntil(
        lambda: any(r.group.finding.rule == "hours.wood" for r in window.findings._rows)
    )
    window.findings._toggle(row_of(window, "hours.wood").group)
    assert window.desk.session.jobs.job((TRIED.name, failed)) is not None
    assert row_of(window, "hours.wood")._waiting is not None
    session = window.desk.session
    qtbot.waitUntil(lambda: isinstance(session.state(TRIED, failed), Ready), timeout=LONG)
    qtbot.waitUntil(lambda: row_of(window, "hours.wood")._waiting is None)
    wet = row_of(window, "hours.wood").group.finding
    best = window.desk.results.trials(wet)[0]
    counts = session.analyser.counts["hourly"]
    assert window.desk.act(best.remedy.title, best.remedy.change)
    after = until_run(qtbot, window, failed)
    assert session.analyser.counts["hourly"] == counts, "what was tried is not run again"
    assert after.wettest.peak < before.wettest.peak - 20
    left = {
        r.group.finding.severity for r in window.findings._rows if r.group.finding.rule == wet.rule
    }
    assert "stop" not in left
    window.desk.store.undo()
    assert row_of(window, "hours.wood").group.finding == wet


def test_a_year_is_read_an_area_run_changed_stopped_kept_and_opened_again(qtbot, answers, tmp_path):
    homes = Homes(tmp_path / "config", tmp_path / "journal", tmp_path / "series")
    window = opened(homes, answers)
    weather = tmp_path / "measured.epw"
    content = (ROOT / "tests" / "data" / "weather" / "tricky.epw.gz").read_bytes()
    weather.write_bytes(gzip.decompress(content))
    area = LABORATORY
    window.desk.act("Few years", lambda p: change_hourly(p, area, years=1))
    window.show_stage("site")
    site = window.bench("site", SiteBench)
    site.show_view("hours")
    answers.path = weather
    site.weather.read.click()
    qtbot.waitUntil(lambda: window.desk.project.site.weather.file is not None, timeout=LONG)
    window.desk.select_area(area)
    window.show_stage("moisture")
    bench = window.bench("moisture", MoistureBench)
    bench.show_view("hours")
    as_drawn = until_run(qtbot, window, area)
    hours = window.desk.session.state(HOURLY, area).value
    assert not hours.invented
    canvas = bench.hours.canvas
    layout = layout_of(hours, as_drawn, canvas.width(), canvas.height())
    drag(canvas, QPointF(layout.x(40), layout.tops[0] + 20), QPointF(layout.x(200), layout.tops[0]))
    assert bench.hours._day[area] == 200
    window.desk.act("Another retarder", retarder_swapped(window, area))
    assert "picture is that of before" in bench.hours.words.text()
    other = until_run(qtbot, window, area)
    assert other.wettest.peak != as_drawn.wettest.peak
    counts = window.desk.session.analyser.counts["hourly"]
    window.desk.store.undo()
    assert window.desk.results.value(VERDICT, area).wettest.peak == as_drawn.wettest.peak
    window.desk.store.redo()
    assert window.desk.session.analyser.counts["hourly"] == counts
    bench.hours.strip.wet.click()
    bench.hours.stop.click()
    assert window.desk.session.jobs.job((HOURLY.name, area)) is None
    window.desk.store.undo()
    answers.path = tmp_path / "kept.glacis"
    assert window.papers.save_as()
    kept = window.desk.project
    assert window.close()
    let_go(window)
    again = opened(homes, answers, answers.path)
    again.desk.select_area(area)
    again.show_stage("moisture")
    again.bench("moisture", MoistureBench).show_view("hours")
    found = until_run(qtbot, again, area)
    assert found.wettest.peak == pytest.approx(other.wettest.peak, abs=1e-6)
    assert again.desk.project == kept
    assert again.close()
    let_go(again)
