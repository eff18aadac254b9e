# SPDX-License-Identifier: GPL-3.0-or-later
"""Designing through the real window: approach, target, acceptance, variants, corrections."""

import pytest
from PyQt6.QtCore import Qt

from e2e.conftest import choose
from glacis.core.model.variants import variants_of
from glacis.files.project_file import load
from glacis.report.scene import Text
from glacis.ui.beginning import Beginning
from glacis.ui.stages.compare.level_panel import LevelPanel
from support import demo


def test_a_whole_design_comes_back_undone_step_by_step(window, qtbot, tmp_path, answers):
    desk = window.desk
    before = desk.project
    desk.select_area("laboratory")
    choose(window, "Approach…")
    panel = window.bench("build-up").panels.approaches
    panel.choose("planted")
    qtbot.mouseClick(panel.take, Qt.MouseButton.LeftButton)
    assert desk.assembly.approach == "planted"
    choose(window, "Solve for the target…")
    solver = window.bench("build-up").panels.solver
    solver.most_u.setText("0.15")
    qtbot.keyClick(solver.most_u, Qt.Key.Key_Return)
    assert solver.answer.options
    solver.take_selected()
    assert desk.area.roof.transmittance <= 0.15
    window.findings.refresh()
    row = next(r for r in window.findings._rows if r.isVisible() and r.group.decision is None)
    accepted = row.group.finding
    row._activate()
    row._ask(row.group, row.findChildren(type(solver.take))[-1])
    row.form.who.setText("R. Vane")
    row.form.role.setText("designer")
    row.form.reason.setText("Agreed with the owner")
    qtbot.mouseClick(row.form.take, Qt.MouseButton.LeftButton)
    assert desk.results.decision(accepted).reason == "Agreed with the owner"
    assert desk.settings.decider == "R. Vane"
    compare = window.bench("compare")
    answers.named = "As solved"
    compare.keep_present()
    assert variants_of(desk.project, desk.assembly.id)[-1].name == "As solved"
    assert len(compare.columns()) >= 2
    compare.promote()
    window.toggle_units()
    done = desk.project
    path = tmp_path / "designed.glacis"
    answers.path = path
    assert window.papers.save_as()
    assert load(path) == done
    steps = 0
    while desk.store.undo_label:
        window.undo()
        steps += 1
    assert desk.project == before
    assert steps >= 6
    for _ in range(steps):
        window.redo()
    assert desk.project == done


def test_the_approach_chooser_tells_what_would_change_before_it_is_taken(window):
    window.desk.select_area("hall-south")
    before = window.desk.project
    choose(window, "Approach…")
    panel = window.bench("build-up").panels.approaches
    for row in range(panel.list.count()):
        panel.list.setCurrentRow(row)
        assert panel.core.scene is not None
    assert window.desk.project == before
    panel.dismiss()
    assert not panel.isVisible()


def test_an_empty_project_grows_a_roof(window, qtbot):
    window.desk.store.mark_saved()
    window.papers.new_project()
    bench = window.bench("build-up")
    beginning = window.centre.currentWidget()
    assert isinstance(beginning, Beginning)
    qtbot.mouseClick(beginning.ways["area"], Qt.MouseButton.LeftButton)
    assert window.centre.currentWidget() is bench
    bench.panels.new_area.name.setText("Barn, north side")
    bench.panels.new_area.pitch.setText("steep")
    qtbot.mouseClick(bench.panels.new_area.add, Qt.MouseButton.LeftButton)
    assert "pitch" in bench.panels.new_area._told.text().lower()
    bench.panels.new_area.pitch.setText("7/12")
    qtbot.mouseClick(bench.panels.new_area.add, Qt.MouseButton.LeftButton)
    assert window.desk.area.roof.area.name == "Barn, north side"
    assert window.desk.area.roof.area.pitch == pytest.approx(30.256, abs=1e-3)
    assert bench.panels.approaches.isVisible()
    bench.panels.approaches.choose("dense-pack")
    qtbot.mouseClick(bench.panels.approaches.take, Qt.MouseButton.LeftButton)
    assert window.desk.area.roof.heat.transmittance <= window.desk.area.roof.target
    while window.desk.store.undo_label:
        window.undo()
    assert window.desk.project.areas == ()
    assert isinstance(window.centre.currentWidget(), Beginning)


def test_solver_limits_are_typed_emptied_and_refused(window, qtbot):
    window.desk.select_area("hall-south")
    choose(window, "Solve for the target…")
    panel = window.bench("build-up").panels.solver
    first = panel.answer.options[0]
    panel.most_height.setText("100 mm")
    qtbot.keyClick(panel.most_height, Qt.Key.Key_Return)
    assert panel.answer.options == ()
    assert "height" in panel._line.text()
    assert not panel.take.isEnabled()
    panel.most_height.setText("")
    qtbot.keyClick(panel.most_height, Qt.Key.Key_Return)
    assert panel.answer.options[0] == first
    panel.most_u.setText("-1")
    qtbot.keyClick(panel.most_u, Qt.Key.Key_Return)
    assert "more than 0" in window._message.text()
    assert panel.wish.target == pytest.approx(window.desk.area.roof.target)
    panel.order.setCurrentIndex(2)
    panel.order.activated.emit(2)
    costs = [sum(option.cost) for option in panel.answer.options]
    assert costs == sorted(costs)


def test_corrections_are_chosen_in_plain_words_and_counted(window, qtbot):
    window.desk.select_area("laboratory")
    bench = window.bench("heat")
    bench.open_corrections()
    panel = bench.corrections_panel
    clear = window.desk.area.roof.heat.clear_transmittance
    panel.fixing.setCurrentIndex(2)
    panel.fixing.activated.emit(2)
    panel.count.setText("6")
    qtbot.keyClick(panel.count, Qt.Key.Key_Return)
    heat = window.desk.area.roof.heat
    assert heat.corrections.fixings.value > 0
    assert heat.transmittance == pytest.approx(clear + heat.corrections.total)
    assert "insulation" in panel._sum.words
    panel.diameter.setText("2 m")
    qtbot.keyClick(panel.diameter, Qt.Key.Key_Return)
    assert "diameter of fixings" in window._message.text()
    panel.voids.setCurrentIndex(2)
    panel.voids.activated.emit(2)
    assert window.desk.area.roof.heat.corrections.voids.value == 0
    assert "staggered" in panel._sum.words
    window.desk.select_area("hall-south")
    panel.voids.setCurrentIndex(2)
    panel.voids.activated.emit(2)
    assert window.desk.area.roof.heat.corrections.voids.value > 0
    assert bench.figures["corrections"].figure != "none"
    panel.flow.setCurrentIndex(3)
    panel.flow.activated.emit(3)
    assert window.desk.area.roof.heat.direction == "down"
    assert window.desk.area.roof.films.inside == 0.17
    window.undo()
    assert window.desk.area.roof.heat.direction == "up"
    assert "upward" in panel.flow.itemText(0)


def test_a_panel_over_the_bench_follows_the_window(window, qtbot):
    window.desk.select_area("laboratory")
    bench = window.bench("heat")
    window.resize(1280, 800)
    qtbot.wait(20)
    bench.open_corrections()
    panel = bench.corrections_panel
    for width, height in ((1100, 700), (1500, 900)):
        window.resize(width, height)
        qtbot.wait(20)
        assert bench.rect().contains(panel.geometry())
        assert bench.rect().bottom() - panel.geometry().bottom() < 20


def test_heat_is_looked_at_by_paths_thickness_and_methods(window, qtbot):
    window.desk.select_area("hall-south")
    bench = window.bench("heat")
    bench.canvas.setFocus()
    scenes = []
    for key in (Qt.Key.Key_1, Qt.Key.Key_2, Qt.Key.Key_3):
        qtbot.keyClick(bench.canvas, key)
        scenes.append(bench.canvas.scene)
    assert len({id(scene) for scene in scenes}) == 3
    before = window.desk.area.roof.heat.transmittance
    bench._press(next(h for h in scenes[2].hot if h.id == "parallel"), None)
    assert window.desk.project.targets.method == "parallel"
    assert window.desk.area.roof.heat.transmittance < before
    window.undo()
    assert window.desk.project == demo()


def test_other_schools_stand_beside_what_is_built(window, qtbot):
    window.desk.select_area("hall-south")
    bench = window.bench("compare")
    for school in bench.offered():
        bench.add_school(school)
    kept = variants_of(window.desk.project, window.desk.assembly.id)
    assert len(kept) >= 4
    bench.canvas.setFocus()
    for _ in range(len(kept) + 1):
        qtbot.keyClick(bench.canvas, Qt.Key.Key_Left)
    assert bench._chosen == ""
    qtbot.keyClick(bench.canvas, Qt.Key.Key_Right)
    assert bench._chosen == kept[0].id
    assert len(bench.columns()) == 4
    qtbot.keyClick(bench.canvas, Qt.Key.Key_Delete)
    assert len(variants_of(window.desk.project, window.desk.assembly.id)) == len(kept) - 1
    assert bench.offered()


def test_variants_show_what_they_mean_for_the_whole_job(window, qtbot):
    window.desk.select_area("laboratory")
    bench = window.bench("compare")
    window.show_stage("compare")
    bench.add_school(bench.offered()[0])

    def words():
        return [item.text for item in bench.canvas.scene.items if isinstance(item, Text)]

    assert not any("whole job" in each for each in words())
    bench.canvas.setFocus()
    qtbot.keyClick(bench.canvas, Qt.Key.Key_W)
    qtbot.waitUntil(lambda: "Workdays" in words(), timeout=60000)
    assert {"Workdays", "Among these", "stays"} <= set(words())
    assert "First cost, whole job  EUR" in words()
    assert "likely spreads" in bench._why.text()
    bench.whole.click()
    assert "Workdays" not in words()
    bench.select("")
    qtbot.keyClick(bench.canvas, Qt.Key.Key_L)  # what is built draws level with itself
    assert bench.findChild(LevelPanel) is None
    qtbot.keyClick(bench.canvas, Qt.Key.Key_Right)
    qtbot.keyClick(bench.canvas, Qt.Key.Key_L)
    panel = bench.findChild(LevelPanel)

    def told():
        return {item.text for item in panel.canvas.scene.items if isinstance(item, Text)}

    qtbot.waitUntil(lambda: "U as built, if this alone were otherwise" in told(), timeout=60000)
    assert any(each.startswith("now ") for each in told())
    bench.let_go()
    assert panel.isHidden()


def test_members_can_be_webbed_boards_staggered_and_fills_settle(window, section, qtbot):
    desk = window.desk
    desk.select_area("hall-south")
    desk.select_layer("between")
    strip = section.strip
    strip.webbed.setCurrentIndex(1)
    strip.webbed.activated.emit(1)
    framing = next(x for x in desk.assembly.layers if x.id == "between").framing
    assert (framing.web, framing.flange) == (0.01, 0.045)
    strip._flange.setText("90 mm")
    qtbot.keyClick(strip._flange, Qt.Key.Key_Return)
    assert "flange" in window._message.text()
    desk.select_area("laboratory")
    desk.select_layer("insulation")
    strip.boards.setCurrentIndex(0)
    strip.boards.activated.emit(0)
    assert "order.single-layer" in {f.rule for f in desk.area.findings}
    desk.select_area("bunkhouse")
    desk.select_layer("over-joists")
    before = desk.area.roof.heat.transmittance
    strip.settling.setText("20 %")
    qtbot.keyClick(strip.settling, Qt.Key.Key_Return)
    assert desk.area.roof.heat.transmittance > before


def test_favourites_stand_first_and_tables_of_materials_come_and_go(
    window, section, tmp_path, answers
):
    section.open_palette()
    panel = section.panels.palette
    panel.search.setText("hemp")
    panel.toggle_favourite()
    panel.search.setText("")
    rows = [panel._model.item(row).text() for row in range(8)]
    assert any(name.startswith("★ Hemp") for name in rows)
    answers.path = tmp_path / "out.csv"
    section.panels.export_materials()
    assert "hemp-batt" in answers.path.read_text()
    table = tmp_path / "in.csv"
    table.write_text(
        "id,name,family,conductivity,density,mu_dry,source\n"
        "own-reed,Reed board,plant-fibre,0.055,180,2,measured\n"
    )
    answers.path = table
    section.panels.import_materials()
    assert window.desk.project.materials[-1].id == "own-reed"
    table.write_text("nonsense")
    before = window.desk.project
    section.panels.import_materials()
    assert "columns" in window._message.text()
    assert window.desk.project == before


def test_an_example_opens_as_a_new_project(window):
    window.desk.store.mark_saved()
    window.papers.take_example("15-failed-sleeper-void")
    assert window.desk.path is None
    assert window.desk.results.open_findings[0].severity == "stop"
