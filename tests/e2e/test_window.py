# SPDX-License-Identifier: GPL-3.0-or-later
"""The window itself: stages, themes, units, workings, documents, recovery, jobs."""

import json
import sys

import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtWidgets import QApplication, QTextBrowser

from e2e.conftest import Answers, choose, drag, hot, let_go, middle
from glacis.core.stages import STAGES
from glacis.files.project_file import encode, save
from glacis.report.offers import exports
from glacis.ui.app import Homes, LastResort, make_window
from glacis.ui.pages import AboutPage, KeyboardPage
from glacis.ui.stages.handover.bench import HandoverBench
from glacis.ui.stages.site.bench import SiteBench
from support import demo


@pytest.mark.parametrize("units", ["si", "us"])
@pytest.mark.parametrize("theme", ["sheet", "lamp"])
def test_every_stage_shows_in_both_themes_and_unit_systems(window, theme, units):
    if window.desk.settings.theme != theme:
        window.toggle_theme()
    if window.desk.system != units:
        window.toggle_units()
    assert (window.desk.settings.theme, window.desk.system) == (theme, units)
    for stage in (s.id for s in STAGES[:-1]):
        window.show_stage(stage)
        for area in window.desk.project.areas:
            window.desk.select_area(area.id)
            assert not window.grab().isNull()


def test_an_empty_project_says_what_to_do_first(window):
    window.papers.new_project()
    for stage in (s.id for s in STAGES):
        window.show_stage(stage)
        assert not window.grab().isNull()
    assert "add one, or open a project or the demo" in window.bench("heat")._line.words
    choose(window, "Insert…")
    window.open_working("u")
    assert "no roof area yet" in window._message.text()
    window.papers.open_demo()
    assert window.desk.project == demo()


def test_every_figure_opens_its_working_and_follows_the_roof(window, qtbot):
    for figure, cell in window.tally._cells.items():
        qtbot.mouseClick(cell, Qt.MouseButton.LeftButton)
        text = window.working_panel.findChild(QTextBrowser).toPlainText()
        assert len(text) > 60, figure
    window.open_working("u")
    before = window.working_panel.findChild(QTextBrowser).toPlainText()
    window.desk.select_area("corridor")
    after = window.working_panel.findChild(QTextBrowser).toPlainText()
    assert before != after
    assert "0.161" in after
    window.working_panel._copy()
    clipboard = QApplication.clipboard()
    assert clipboard is not None
    assert "R_tot = R_si + ΣR + R_se" in clipboard.text()
    window.working_panel.close()


def test_findings_fold_and_lead_to_their_place(window, qtbot):
    row = next(r for r in window.findings._rows if r.group.finding.rule == "vapour.wet-room")
    qtbot.mouseClick(row, Qt.MouseButton.LeftButton)
    assert window.desk.area.roof.area.id == "laboratory"
    assert window.desk.selected_layer == "insulation"
    window.toggle_findings()
    assert window.findings.width() == 28
    qtbot.mouseClick(window.findings, Qt.MouseButton.LeftButton)
    assert window.findings.width() == 280


def test_a_month_of_the_climate_can_be_dragged_and_typed(window, qtbot):
    bench = window.bench("site")
    assert isinstance(bench, SiteBench)
    at = middle(hot(bench.canvas, "temperature", "0"))
    drag(bench.canvas, at, at + QPointF(0, 60))
    climate = window.desk.project.site.climate
    assert climate.temperature[0] < 2.1
    assert climate.source.endswith("edited by hand")
    window.undo()
    assert window.desk.project == demo()
    bench._type(hot(bench.canvas, "humidity", "3"), QPointF(20, 40))
    qtbot.keyClicks(bench._month_field, "66 %")
    qtbot.keyClick(bench._month_field, Qt.Key.Key_Return)
    assert window.desk.project.site.climate.humidity[3] == pytest.approx(0.66)


def test_rooms_targets_and_sites_are_set_on_the_site_bench(window, qtbot):
    bench = window.bench("site")
    row = bench._rows["bunks"]
    row.use.activated.emit(row.use.findData("wet"))
    assert "vapour.wet-room" in {f.rule for f in window.desk.results.area("bunkhouse").findings}
    row.humidity.activated.emit(row.humidity.findData(0))
    assert row.set_point.isVisible()
    field = bench._targets["u_value"]
    field.setFocus()
    field.setText("0.25")
    qtbot.keyClick(field, Qt.Key.Key_Return)
    assert window.desk.project.targets.u_value == 0.25
    bench._sites.activated.emit(1)
    assert window.desk.project.site.name == "Sallow Creek"
    bench.units.activated.emit(1)
    assert window.desk.system == "us"


def test_months_are_picked_on_the_moisture_bench(window, qtbot):
    window.desk.select_area("laboratory")
    bench = window.bench("moisture")
    qtbot.mouseClick(
        bench._water,
        Qt.MouseButton.LeftButton,
        pos=middle(hot(bench._water, "month", "1")).toPoint(),
    )
    assert window.desk.telling_month() == 1
    qtbot.keyClick(bench._water, Qt.Key.Key_Right)
    assert window.desk.telling_month() == 2


def test_the_report_is_previewed_and_written(window, qtbot, answers, tmp_path):
    bench = window.bench("handover")
    assert isinstance(bench, HandoverBench)
    qtbot.waitUntil(lambda: bench.ready is not None, timeout=40000)
    assert "pages" in bench._line.words
    offered = [
        e for e in exports(window.desk.stages) if not e.id.startswith("pack") and e.id != "page"
    ]
    writes = (action.trigger for action in bench.files.actions())
    for name, write in (
        ("r.pdf", bench.write_report),
        *zip((f"{e.id}{e.suffix}" for e in offered), writes, strict=True),
    ):
        answers.path = tmp_path / name
        write()
        qtbot.waitUntil(lambda: not window.desk.session.jobs.busy, timeout=40000)
        if not name.startswith(("hours", "probes")):  # nothing was run by hours: told, not written
            assert answers.path.stat().st_size > 120
    answers.path = tmp_path / "no" / "where.pdf"
    bench.write_report()
    assert "No such file" in answers.told[-1]
    assert json.loads((tmp_path / "results.json").read_text())["format"] == "glacis-results/1"


def test_a_report_job_can_be_cancelled(window, qtbot):
    bench = window.bench("handover")
    assert bench.busy
    bench.stop()
    assert not bench.busy
    assert "stopped" in bench._line.words
    assert bench.ready is None
    window.show_stage("heat")
    bench = window.bench("handover", HandoverBench)
    qtbot.waitUntil(lambda: bench.ready is not None, timeout=40000)
    first = bench.ready
    window.desk.act("Rename", lambda project: replace(project, name="Renamed"))
    assert bench.ready is None
    window.undo()
    assert bench.ready == first


def test_bad_files_leave_the_open_project_as_it_was(window, answers, tmp_path):
    good = encode(demo())
    for number, content in enumerate(
        (b"", good[:900], b"\x00" * 99, good.replace(b"42.0", b'"x"'))
    ):
        path = tmp_path / f"bad{number}.glacis"
        path.write_bytes(content)
        answers.path = path
        window.papers.open_project()
        assert path.name in answers.told[-1]
        assert window.desk.project == demo()
        assert window.desk.path is None


def test_unsaved_changes_are_guarded(window, answers, tmp_path):
    window.desk.act("Rename", lambda project: replace(project, name="Changed"))
    answers.answer = "cancel"
    window.papers.new_project()
    assert window.desk.project.name == "Changed"
    assert not window.close()
    answers.answer, answers.path = "save", tmp_path / "kept.glacis"
    window.papers.new_project()
    assert answers.path.exists()
    assert window.desk.project.name == "Untitled"


def test_a_file_changed_by_someone_else_is_not_overwritten_unasked(window, answers, tmp_path):
    answers.path = tmp_path / "shared.glacis"
    assert window.papers.save()
    save(replace(demo(), name="Theirs"), answers.path)
    window.desk.act("Rename", lambda project: replace(project, name="Mine"))
    answers.yes = False
    assert not window.papers.save()
    assert "changed on disk" in answers.told[-1]
    answers.yes = True
    assert window.papers.save()


def test_a_file_open_elsewhere_is_not_opened_twice(window, answers, tmp_path, qtbot):
    answers.path = tmp_path / "one.glacis"
    window.papers.save()
    homes = Homes(tmp_path / "c2", tmp_path / "journal")
    other = make_window(False, answers.path, homes, other_answers := Answers())
    qtbot.waitUntil(lambda: bool(other_answers.told))
    assert "open in another window" in other_answers.told[0]
    other.close()
    let_go(other)


def test_edits_reach_the_journal_and_saving_clears_it(window, answers, tmp_path, qtbot):
    window.desk.act("Rename", lambda project: replace(project, name="Changed"))
    written = window.papers.documents.journal.path
    qtbot.waitUntil(written.exists)
    assert b"Changed" in written.read_bytes()
    answers.path = tmp_path / "done.glacis"
    window.papers.save()
    assert not written.exists()


def test_an_error_in_a_slot_is_told_and_loses_nothing(window, monkeypatch, capsys):
    monkeypatch.setattr(sys, "excepthook", sys.excepthook)
    LastResort().window = window
    before = window.desk.project
    try:
        raise RuntimeError("boom")
    except RuntimeError as fault:
        sys.excepthook(type(fault), fault, fault.__traceback__)
    assert "boom" in window._message.text()
    assert "boom" in capsys.readouterr().err
    assert window.desk.project is before


def test_window_state_is_remembered(qtbot, tmp_path, answers):
    homes = Homes(tmp_path / "config", tmp_path / "journal")
    first = make_window(True, None, homes, answers)
    first.resize(1190, 760)
    first.show()
    first.toggle_theme()
    first.toggle_findings()
    first.close()
    second = make_window(True, None, homes, answers)
    assert (second.width(), second.height()) == (1190, 760)
    assert second.desk.settings.theme == "lamp"
    assert not second.desk.settings.findings_open
    second.toggle_theme()
    second.close()
    for made in (first, second):
        let_go(made)


def test_the_action_table_makes_menus_and_pages(window):
    keys = [action.keys for action in window.actions_offered if action.keys]
    assert len(keys) == len(set(keys))
    page = KeyboardPage(window, window.desk.stages, window.kinds, window.actions_offered)
    about = AboutPage(window)
    text = page.findChild(QTextBrowser).toPlainText()
    assert all(key in text for key in keys)
    for stage in STAGES:
        assert f"Ctrl+G, {stage.letter}" in text
        assert all(key.words in text for key in window.kinds[stage.id].keys)
    assert len({stage.letter for stage in STAGES}) == len(STAGES)
    assert "General Public License" in about.findChild(QTextBrowser).toPlainText()
    page.close()
    about.close()


def test_everything_that_can_be_pressed_has_a_name(window):
    from PyQt6.QtWidgets import QAbstractButton, QComboBox, QLineEdit

    for stage in (s.id for s in STAGES):
        window.show_stage(stage)
    for kind in (QAbstractButton, QComboBox, QLineEdit):
        for widget in window.findChildren(kind):
            if widget.isVisible() and widget.objectName() != "qt_toolbar_ext_button":
                name = widget.accessibleName() or getattr(widget, "text", str)()
                assert name or widget.toolTip(), widget
    assert QEvent.Type.ToolTip is not None
