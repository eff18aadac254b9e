# SPDX-License-Identifier: GPL-3.0-or-later
"""The real window: drag, insert, reorder, remedy, undo, redo, save, reopen."""

import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtWidgets import QApplication

from e2e.conftest import drag, hot, middle
from glacis.core.judgement.trials import Trial
from glacis.files.project_file import load
from glacis.report.section import lay_out
from glacis.ui.finding_row import Effect
from glacis.ui.widgets.paragraph import Paragraph
from support import demo


def thickness(window, layer: str) -> float:
    return next(x for x in window.desk.assembly.layers if x.id == layer).thickness


def up(canvas, layer: str, pixels: float) -> tuple[QPointF, QPointF]:
    start = middle(hot(canvas, "face", layer))
    return start, start - QPointF(0, pixels)


def test_a_whole_session_comes_back_equal(window, section, qtbot, answers, tmp_path):
    start, end = up(section.canvas, "between", 40)
    drag(section.canvas, start, end)
    assert thickness(window, "between") > 0.16

    section.open_palette()
    qtbot.keyClicks(section.panels.palette.search, "perlite board")
    qtbot.keyClick(section.panels.palette.search, Qt.Key.Key_Return)
    assert "perlite-board-1" in [x.id for x in window.desk.assembly.layers]
    assert not section.panels.palette.isVisible()

    order = [x.id for x in window.desk.assembly.layers]
    body = middle(hot(section.canvas, "layer", "over"))
    drag(section.canvas, body, middle(hot(section.canvas, "layer", "lining")) + QPointF(0, 6))
    moved = [x.id for x in window.desk.assembly.layers]
    assert moved[0] == "over"
    assert sorted(moved) == sorted(order)

    window.desk.select_area("laboratory")
    window.findings.open_first()
    effect = window.findings.findChildren(Effect)[0]
    qtbot.mouseClick(effect.button, Qt.MouseButton.LeftButton)
    assert "vapour.wet-room" not in {f.rule for f in window.desk.area.findings}

    edited = window.desk.project
    while window.desk.store.undo_label:
        window.undo()
    assert window.desk.project == demo()
    assert not window.isWindowModified()
    while window.desk.store.redo_label:
        window.redo()
    assert window.desk.project == edited

    answers.path = tmp_path / "station"
    assert window.papers.save()
    assert not window.isWindowModified()
    saved = tmp_path / "station.glacis"
    assert load(saved) == edited
    window.papers.new_project()
    assert window.desk.project.areas == ()
    answers.path = saved
    window.papers.open_project()
    assert window.desk.project == edited
    assert [str(saved)] == list(window.desk.settings.recent)


def test_a_drag_is_one_step_and_snaps_to_what_can_be_bought(window, section):
    drag(section.canvas, *up(section.canvas, "between", 37))
    series = window.desk.materials["stone-wool-batt"].thicknesses
    assert thickness(window, "between") in series
    window.undo()
    assert thickness(window, "between") == 0.16
    assert window.desk.store.undo_label == ""


def test_shift_leaves_the_steps_and_the_face_follows_the_hand(window, section):
    start, end = up(section.canvas, "between", 33)
    metre = lay_out(window.desk.area.roof, section._style(700, 480)).metre
    layout = section._frame()
    drag(section.canvas, start, end, Qt.KeyboardModifier.ShiftModifier)
    assert thickness(window, "between") == pytest.approx(0.16 + 33 / layout.metre, abs=0.0006)
    assert metre > 0


def test_every_edit_is_live_in_tally_and_findings(window, section):
    before = window.tally._cells["u"].figure.value
    rows = window.findings._shown
    drag(section.canvas, *up(section.canvas, "over", 30))
    after = window.tally._cells["u"].figure.value
    assert after < before
    assert window.findings._shown != rows
    assert window.isWindowModified()


def test_the_keyboard_does_what_the_hand_does(window, section, qtbot):
    canvas = section.canvas
    canvas.setFocus()
    window.desk.select_layer("between")
    qtbot.keyClick(canvas, Qt.Key.Key_Plus)
    assert thickness(window, "between") == 0.18
    qtbot.keyClick(canvas, Qt.Key.Key_Minus, Qt.KeyboardModifier.AltModifier)
    assert thickness(window, "between") == pytest.approx(0.179)
    qtbot.keyClick(canvas, Qt.Key.Key_Up)
    assert window.desk.selected_layer == "over"
    qtbot.keyClick(canvas, Qt.Key.Key_Down, Qt.KeyboardModifier.AltModifier)
    assert [x.id for x in window.desk.assembly.layers].index("over") == 3
    qtbot.keyClick(canvas, Qt.Key.Key_Delete)
    assert "over" not in [x.id for x in window.desk.assembly.layers]
    qtbot.keyClick(canvas, Qt.Key.Key_T)
    assert not window.desk.settings.show_temperature
    while window.desk.store.undo_label:
        window.undo()
    assert window.desk.project == demo()


def test_typed_figures_take_any_unit_and_refuse_nonsense(window, section, qtbot):
    window.desk.select_layer("between")
    field = section.strip.thickness
    field.setFocus()
    field.selectAll()
    qtbot.keyClicks(field, "7 7/8 in")
    qtbot.keyClick(field, Qt.Key.Key_Return)
    assert thickness(window, "between") == pytest.approx(0.200025)
    for nonsense, words in (("thick", "a thickness such as"), ("0", "0 to"), ("9 m", "to 3 m")):
        field.selectAll()
        qtbot.keyClicks(field, nonsense)
        qtbot.keyClick(field, Qt.Key.Key_Return)
        assert thickness(window, "between") == pytest.approx(0.200025)
        assert words in window._message.text() or "expected" in window._message.text()
    qtbot.keyClick(field, Qt.Key.Key_Escape)
    assert field.text() == "200\u2009mm"


def test_members_can_be_added_changed_and_taken_away(window, section, qtbot):
    window.desk.select_layer("between")
    strip = section.strip
    strip._width.setFocus()
    strip._width.selectAll()
    qtbot.keyClicks(strip._width, "100 mm")
    qtbot.keyClick(strip._width, Qt.Key.Key_Return)
    framing = window.desk.assembly.layers[3].framing
    assert framing.width == pytest.approx(0.1)
    before = window.desk.area.roof.heat.transmittance
    qtbot.mouseClick(strip._frame, Qt.MouseButton.LeftButton)
    assert window.desk.assembly.layers[3].framing is None
    assert window.desk.area.roof.heat.transmittance < before
    assert window.desk.assembly.layers[6].framing.aligned_with == ""
    qtbot.mouseClick(strip._frame, Qt.MouseButton.LeftButton)
    assert window.desk.assembly.layers[3].framing is not None


def test_a_material_of_ones_own_is_checked_and_used(window, section, qtbot):
    from glacis.ui.stages.build_up.material_dialog import MaterialDialog

    section.open_palette()
    dialog = MaterialDialog(window.desk, window)
    dialog.material_added.connect(lambda m: section._take_from_palette(_layer(m)))
    dialog.open()
    assert not dialog.take.isEnabled()
    for line, text in (
        (dialog.name, "Eel-grass mat"), (dialog.conductivity, "45"), (dialog.density, "60"),
        (dialog.mu, "2"), (dialog.series, "50, 100 mm"),
    ):  # fmt: skip
        line.setText(text)
    dialog.family.setCurrentIndex(dialog.family.findData("plant-fibre"))
    assert "lies outside" in dialog.verdict.text()
    dialog.conductivity.setText("0.045")
    assert "source" in dialog.verdict.text()
    qtbot.mouseClick(dialog.take, Qt.MouseButton.LeftButton)
    assert window.desk.project.materials[-1].name == "Eel-grass mat"
    assert any(
        getattr(x, "material", "") == "own-eel-grass-mat" for x in window.desk.assembly.layers
    )


def test_a_declared_conductivity_is_converted_and_kept(window, section, qtbot):
    from math import exp

    from glacis.ui.stages.build_up.material_dialog import MaterialDialog

    dialog = MaterialDialog(window.desk, window)
    dialog.open()
    dialog.family.setCurrentIndex(dialog.family.findData("mineral-fibre"))
    for line, text in (
        (dialog.name, "Rock mat"), (dialog.declared, "0.035"), (dialog.service, "20"),
        (dialog.wetness, "1"), (dialog.ageing, "1.02"), (dialog.density, "60"), (dialog.mu, "1"),
        (dialog.source, "declaration"),
    ):  # fmt: skip
        line.setText(text)
    assert "ISO 10456" in dialog.verdict.text()
    qtbot.mouseClick(dialog.take, Qt.MouseButton.LeftButton)
    made = window.desk.project.materials[-1]
    assert made.claimed == 0.035
    assert made.conductivity == pytest.approx(0.035 * exp(0.046) * exp(0.04) * 1.02, abs=1e-5)


def _layer(material):
    from glacis.ui.stages.build_up.material_palette import layer_of

    return layer_of(material)


def test_another_material_keeps_thickness_and_members(window, section, qtbot):
    window.desk.select_layer("between")
    qtbot.mouseClick(section.strip._replace, Qt.MouseButton.LeftButton)
    section.panels.palette.search.setText("hemp")
    qtbot.keyClick(section.panels.palette.search, Qt.Key.Key_Return)
    layer = window.desk.assembly.layers[3]
    assert (layer.material, layer.thickness, layer.id) == ("hemp-batt", 0.16, "between")
    assert layer.framing is not None


def test_picking_an_area_in_the_plan_shows_it_everywhere(window):
    canvas = window.core._plan
    window.core._pick_area(hot(canvas, "area", "corridor"), QPointF())
    assert window.desk.area.roof.area.id == "corridor"
    assert window.core._areas.currentText() == "Link corridor"
    window.step_area(1)
    assert window.desk.area.roof.area.id == "dormer-left"
    assert QApplication.instance() is not None


def test_an_area_can_be_given_its_own_assembly(window, section, qtbot):
    window.desk.select_area("hall-west")
    assert section._own.isVisible()
    qtbot.mouseClick(section._own, Qt.MouseButton.LeftButton)
    assert window.desk.sharing() == 1
    assert not section._own.isVisible()


def test_a_remedy_says_what_it_brings_and_that_it_only_eases(window):
    window.desk.session.judge_all()
    window.desk.select_area("laboratory")
    results = window.desk.results
    finding = next(f for f in results.findings if f.rule == "vapour.wet-room")
    other = next(f for f in results.findings if f.rule == "order.cover-board")
    remedy = results.remedies(finding)[0]
    told = Effect(window.desk, Trial(remedy, False, True, (other,), results, 0), window.desk.area)
    words = [paragraph.words for paragraph in told.findChildren(Paragraph)]
    title = results.rule(other).title
    assert words == ["eases it, does not clear it alone", f"brings {other.severity}: {title}"]
    plain = Effect(window.desk, Trial(remedy, True, False, (), results, 1), window.desk.area)
    assert not plain.findChildren(Paragraph)
