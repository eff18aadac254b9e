# SPDX-License-Identifier: GPL-3.0-or-later
"""In the window: a climate pasted, rooms by month, the job named, joints sealed, findings here and elsewhere."""

from functools import partial

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLabel

from e2e.conftest import choose
from glacis.core.model.edit import set_thickness
from glacis.core.model.uses import USUAL
from glacis.ui.beginning import Beginning
from glacis.ui.finding_row import Effect, FindingRow
from glacis.ui.stages.build_up.bench import SectionBench
from glacis.ui.stages.site.bench import SiteBench
from glacis.ui.widgets.paragraph import Paragraph

FROST = tuple(-20.0 + 3 * abs(6 - month) for month in range(12))


@pytest.fixture
def months(window):
    bench = window.bench("site", SiteBench)
    choose(window, "Table of months…")
    assert bench._table is not None
    return bench._table


def test_a_climate_is_pasted_told_of_and_undone(window, months):
    before = window.desk.project.site.climate
    clipboard = QApplication.clipboard()
    assert clipboard is not None
    clipboard.setText("T [°C]\t" + "\t".join(f"{t:.1f}".replace(".", ",") for t in FROST))
    months.table.setCurrentCell(0, 3)
    QTest.keyClick(months.table, Qt.Key.Key_V, Qt.KeyboardModifier.ControlModifier)
    assert window.desk.project.site.climate.temperature == pytest.approx(FROST)
    assert months.table.item(0, 0).text() == "−2.0"
    said = []
    months.said.connect(lambda words, wrong: said.append((words, wrong)))
    months.paste("one\ttwo")
    assert said[-1][1]
    assert "rows of figures" in said[-1][0]
    window.undo()
    assert window.desk.project.site.climate == before


def test_months_of_rooms_are_typed_and_taken_away(window, months):
    months.table.item(3, 6).setText("26")
    zone = window.desk.project.zones[0]
    assert (zone.temperatures[6], zone.temperatures[0]) == (26.0, zone.temperature)
    months.table.item(4, 6).setText("rather damp")
    assert window.desk.project.zones[0].humidities == ()
    months.table.setCurrentCell(3, 0)
    QTest.keyClick(months.table, Qt.Key.Key_Delete)
    assert window.desk.project.zones[0].temperatures == ()


def test_a_site_is_saved_changed_and_read_again(window, months, answers, tmp_path):
    answers.path = tmp_path / "ours.csv"
    months.name.setText("Our own valley")
    months.name.editingFinished.emit()
    months.elevation.setText("812 m")
    QTest.keyClick(months.elevation, Qt.Key.Key_Return)
    ours = window.desk.project.site
    assert (ours.name, ours.elevation) == ("Our own valley", 812.0)
    months.save_file()
    window.undo()
    window.undo()
    assert window.desk.project.site != ours
    months.read_file()
    assert window.desk.project.site == ours
    answers.path.write_text("nothing of the kind")
    months.read_file()
    assert window.desk.project.site == ours


def test_the_job_is_named(window):
    bench = window.bench("site", SiteBench)
    choose(window, "Job…")
    assert bench._job is not None
    bench._job.fields["client"].setText("The harbour board")
    bench._job.fields["client"].editingFinished.emit()
    bench._job.fields["name"].setText("  ")
    bench._job.fields["name"].editingFinished.emit()
    assert window.desk.project.client == "The harbour board"
    assert window.desk.project.name.strip()


def test_a_use_sets_what_is_usual_and_says_so(window):
    bench = window.bench("site", SiteBench)
    said = []
    bench.said.connect(lambda words, _wrong: said.append(words))
    row = next(iter(bench._rows.values()))
    row.use.activated.emit(row.use.findData("pool"))
    zone = window.desk.project.zones[0]
    assert (zone.temperature, zone.humidity) == (30.0, USUAL["pool"].humidity)
    assert "pool hall, set to the usual 30.0 °C" in said[-1].replace("\u2009", " ")


def test_sealed_joints_make_an_air_layer_of_boards(window):
    window.desk.select_area("bunkhouse")
    bench = window.bench("build-up", SectionBench)
    window.desk.select_layer("ceiling")
    assert "order.no-air-layer" in {f.rule for f in window.desk.area.findings}
    bench.strip.sealed.click()
    assert "order.no-air-layer" not in {f.rule for f in window.desk.area.findings}
    window.undo()
    assert not bench.strip.sealed.isChecked()


def test_findings_stand_here_first_then_elsewhere_and_are_filtered_and_walked(window):
    findings = window.findings
    window.desk.select_area("laboratory")
    ranks = [r.group.areas[0] == "laboratory" for r in findings._rows]
    mine = sum(ranks)
    assert ranks == [True] * mine + [False] * (len(ranks) - mine)
    assert 0 < mine < len(ranks)
    assert findings._here.text() == f"Here · {mine}"
    assert findings._there.text() == f"Elsewhere · {len(ranks) - mine}"
    assert findings._title.text() == f"{len(ranks)} findings"
    findings._rows[0].setFocus()
    QTest.keyClick(findings._rows[0], Qt.Key.Key_Down)
    assert findings._rows[1].hasFocus()
    findings.severity.setCurrentIndex(1)
    findings.severity.activated.emit(1)
    assert {r.group.finding.severity for r in findings._rows} == {"stop"}
    findings.stage.setCurrentIndex(findings.stage.findData("falls"))
    findings.stage.activated.emit(0)
    assert {r.group.finding.stage for r in findings._rows} == {"falls"}
    assert findings._title.text() == f"{len(findings._rows)} of {len(ranks)} findings"


def test_approaches_and_answers_are_for_all_that_share_a_build_up_or_only_here(window):
    window.desk.select_area("hall-south")
    bench = window.bench("build-up", SectionBench)
    before = window.desk.project
    hall = before.areas[0].assembly
    bench.panels.choose_approach()
    panel = bench.panels.approaches
    panel.choose("all-outside")
    assert panel.take.text() == "Take it for 8 areas"
    panel.take.click()
    assert len(window.desk.project.assemblies) == len(before.assemblies)
    assert window.desk.area.roof.assembly.approach == "all-outside"
    window.undo()
    bench.panels.solve()
    bench.panels.solver.only.click()
    own = {area.id for area in window.desk.project.areas if area.assembly != hall}
    assert own - {area.id for area in before.areas if area.assembly != hall} == {"hall-south"}
    assert window.desk.area.roof.meets_target


def test_an_approach_that_does_not_fit_cannot_be_taken_and_says_why(window):
    window.desk.select_area("corridor")
    bench = window.bench("build-up", SectionBench)
    bench.panels.choose_approach()
    panel = bench.panels.approaches
    panel.choose("cold-ventilated-attic")
    assert not panel.take.isEnabled()
    texts = [panel._text.itemAt(k).widget() for k in range(panel._text.count())]
    assert any("made for 10° to 75°" in getattr(w, "words", "") for w in texts if w is not None)
    panel.choose("warm-deck")
    assert panel.take.isEnabled()


def test_a_remedy_says_for_how_many_areas_it_is(window):
    window.desk.select_area("hall-south")
    row = next(r for r in window.findings._rows if r.group.finding.rule == "heat.target")
    row._activate()
    opened = next(r for r in window.findings._rows if r._opened)
    effects = opened.findChildren(Effect)
    assert effects
    words = [p.words for p in effects[0].findChildren(Paragraph)]
    assert "for 8 areas" in words


def test_from_nothing_to_a_judged_hip_roof_under_ones_own_climate(window, qtbot):
    """A newcomer's way, every press and every typed figure counted: fewer than 25."""
    window.desk.store.mark_saved()
    window.papers.new_project()
    actions = 0

    def press(button):
        nonlocal actions
        actions += 1
        qtbot.mouseClick(button, Qt.MouseButton.LeftButton)

    beginning = window.centre.currentWidget()
    assert isinstance(beginning, Beginning)
    press(beginning.ways["form"])
    shape = window.bench("shape")
    panel = shape.panel
    assert panel.isVisible()
    panel.roof.setCurrentIndex(panel.roof.findData("hip"))
    panel.roof.activated.emit(panel.roof.currentIndex())
    actions += 1
    press(panel.add)
    assert len(window.desk.project.areas) == 4
    assert {f.rule for f in window.desk.results.findings} == {"order.not-designed"}
    site = window.bench("site", SiteBench)
    site.open_table()
    clipboard = QApplication.clipboard()
    assert clipboard is not None
    clipboard.setText(
        "\n".join("\t".join(row) for row in (map("{:.1f}".format, FROST), ["80"] * 12, ["70"] * 12))
    )
    QTest.keyClick(site._table.table, Qt.Key.Key_V, Qt.KeyboardModifier.ControlModifier)
    site._table.dismiss()
    actions += 4  # the stage, the table, the paste, close
    bench = window.bench("build-up", SectionBench)
    bench.panels.choose_approach()
    bench.panels.approaches.choose("warm-over-rafter")
    actions += 3
    press(bench.panels.approaches.take)
    results = window.desk.results
    assert results.project.site.climate.temperature == pytest.approx(FROST)
    assert len({area.assembly for area in results.project.areas}) == 1
    for item in results.areas:
        assert item.roof.meets_target
        assert item.findings
        assert not [f for f in item.findings if f.severity == "stop"]
    assert actions < 25


def test_the_beginning_opens_demos_examples_and_recent_files(window, tmp_path):
    window.desk.store.mark_saved()
    window.papers.new_project()
    beginning = window.centre.currentWidget()
    assert isinstance(beginning, Beginning)
    assert beginning.examples.count() == 23
    beginning.examples.itemActivated.emit(beginning.examples.item(3))
    assert window.desk.project.name.startswith("Example: Sealed attic")
    kept = tmp_path / "kept.glacis"
    window.desk.store.mark_saved()
    window.papers.documents.save(kept)
    window.papers.new_project()
    window.papers.open_path(kept)
    assert window.desk.project.name.startswith("Example: Sealed attic")
    window.papers.new_project()
    beginning.ways["sallow-creek"].click()
    assert window.desk.project.site.name == "Sallow Creek"
    assert window.centre.currentWidget() is not beginning


def test_what_is_accepted_opens_again_when_it_gets_materially_worse(window):
    """U of 0.216 is accepted; 2 mm less change nothing, half the insulation opens it again."""
    window.desk.select_area("hall-south")

    def target() -> list[FindingRow]:
        return [r for r in window.findings._rows if r.group.finding.rule == "heat.target"]

    row = next(r for r in target() if r.group.areas[0] == "hall-south")
    row.accept_wanted.emit(row.group, "R. Vane", "designer", "The rafters are what they are")
    assert "hall-south" not in {r.group.areas[0] for r in target()}
    assembly = window.desk.assembly.id
    for thickness, is_open in ((0.158, False), (0.08, True)):
        change = partial(
            set_thickness, assembly_id=assembly, layer_id="between", thickness=thickness
        )
        assert window.desk.act("Change thickness", change)
        assert ("hall-south" in {r.group.areas[0] for r in target()}) == is_open
    window.undo()
    assert "hall-south" not in {r.group.areas[0] for r in target()}


def test_the_findings_here_are_as_many_as_a_remedy_speaks_of(window):
    window.desk.select_area("laboratory")
    rows = window.findings._rows
    mine = sum(r.group.areas[0] == "laboratory" for r in rows)
    rows[0]._activate()
    opened = next(r for r in window.findings._rows if r._opened)
    words = [label.text() for label in opened.findChildren(QLabel)]
    assert any(f"of {mine} findings here" in text for text in words)


def test_a_remedy_for_shared_areas_can_be_taken_for_one(window, qtbot):
    window.papers.open_demo()
    desk = window.desk
    desk.session.judge_all()
    desk.select_area("hall-south")
    window.findings.open_first()
    effect = next(e for e in window.findings.findChildren(Effect) if hasattr(e, "only"))
    before = {area.id: area.assembly for area in desk.project.areas}
    shared = [name for name, assembly in before.items() if assembly == before["hall-south"]]
    assert len(shared) == 8
    missed = {f.area for f in desk.results.open_findings if f.rule == "heat.target"}
    qtbot.mouseClick(effect.only, Qt.MouseButton.LeftButton)
    after = {area.id: area.assembly for area in desk.project.areas}
    assert {name for name in after if after[name] != before[name]} == {"hall-south"}
    still = {f.area for f in desk.results.open_findings if f.rule == "heat.target"}
    assert missed - still == {"hall-south"}
    assert desk.store.undo_label.endswith(", only here")
    window.undo()
    assert {area.id: area.assembly for area in desk.project.areas} == before
