# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs that grow from outlines, on the real window: drawn, dragged, typed, opened up, undone."""

from math import radians, tan
from xml.etree import ElementTree as ET

import pytest
from msgspec.structs import replace
from pypdf import PdfReader
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtTest import QTest

from e2e.conftest import choose, drag, hot, middle, send
from glacis.core.model.edit import assign_assembly
from glacis.core.shape.change import settle
from glacis.core.shape.shape import shape_of
from glacis.files.dxf_write import roof_dxf
from glacis.report.scene import Text
from glacis.ui.stages.shape.bench import ShapeBench

PLAIN = Qt.KeyboardModifier.NoModifier


@pytest.fixture
def shape(window) -> ShapeBench:
    window.show_stage("shape")
    bench = window.bench("shape")
    assert isinstance(bench, ShapeBench)
    return bench


@pytest.fixture
def bare(window, shape) -> ShapeBench:
    """The demo with nothing on its roofs."""
    plain = replace(window.desk.project, dormers=(), openings=())
    kept = tuple(a for a in plain.areas if not a.id.startswith("dormer"))
    window.desk.open_document(settle(replace(plain, areas=kept)))
    return shape


def press(bench: ShapeBench, at: tuple[float, float]) -> None:
    """Press and let go over a point of the plan [m]."""
    spot = QPointF(*bench.hand.fit().point(*at))
    send(bench.canvas, QEvent.Type.MouseMove, spot, PLAIN)
    send(bench.canvas, QEvent.Type.MouseButtonPress, spot, PLAIN)
    send(bench.canvas, QEvent.Type.MouseButtonRelease, spot, PLAIN)


def told(bench: ShapeBench) -> str:
    assert bench.canvas.scene is not None
    return "\n".join(i.text for i in bench.canvas.scene.items if isinstance(i, Text))


def kinds(bench: ShapeBench) -> dict[str, float]:
    sums: dict[str, float] = {}
    for junction in bench.shape.junctions:
        sums[junction.kind] = sums.get(junction.kind, 0.0) + junction.length
    return sums


def type_in(field, text: str) -> None:
    field.setFocus()
    field.selectAll()
    QTest.keyClick(field, Qt.Key.Key_Delete)
    QTest.keyClicks(field, text)  # type: ignore[call-arg, arg-type]
    QTest.keyClick(field, Qt.Key.Key_Return)


def test_an_l_is_drawn_gets_gables_a_pitch_a_dormer_a_rooflight_and_all_is_undone(window, shape):
    window.papers.new_project()
    before = window.desk.project
    shape = window.bench("shape")
    shape.start_drawing()
    assert shape.drawing.isVisible()
    for length, direction in ((10, 90), (5, 0), (5, 270), (6, 0), (5, 270)):
        shape.drawing.length.setText(f"{length} m")
        shape.drawing.direction.setText(f"{direction}°")
        shape.drawing.add.click()
    shape.drawing.close_it.click()
    assert shape.panel.isVisible()
    shape.panel.name.setText("Workshop")
    shape.panel.add.click()
    areas = window.desk.project.areas
    assert len(areas) == 6
    assert {round(a.azimuth) % 360 for a in areas} == {0, 90, 180, 270}
    assert sum(p.plan_area for p in shape.shape.planes) == pytest.approx(50 + 30)

    def gable(name: str) -> None:
        shape.hand.choose(rim=name)
        shape.refresh()
        shape.edge.kind.setCurrentIndex(shape.edge.kind.findData("verge"))
        shape.edge.kind.activated.emit(shape.edge.kind.currentIndex())

    gable("e2")
    gable("e5")
    assert len(window.desk.project.areas) == 4
    assert kinds(shape)["verge"] > 0
    shape.hand.choose(rim="e1")
    shape.refresh()
    type_in(shape.edge.fields["pitch"], "40")
    assert window.desk.project.footprints[0].loops[0].edges[0].pitch == pytest.approx(40.0)
    window.desk.select_area(next(a.id for a in window.desk.project.areas if a.azimuth == 180))
    shape.tools.place_thing("dormer")
    shape.tools.place_thing("rooflight")
    assert (len(window.desk.project.dormers), len(window.desk.project.openings)) == (1, 1)
    assert shape.thing.isVisible()
    assert len(window.desk.project.areas) == 6
    assert "kerb" in kinds(shape)
    first = window.desk.project.areas[0]
    spare = window.desk.project.assemblies[0].id
    window.desk.act("Build alike", lambda p: assign_assembly(p, (first.id,), spare))
    while window.desk.store.undo_label:
        window.undo()
    assert window.desk.project == before


def test_drawing_by_hand_snaps_closes_and_can_be_left(window, shape):
    shape.open_panel()
    shape.panel.draw.click()
    assert shape.hand.pen.drawing is not None
    for at in ((0.0, 40.0), (8.02, 40.1)):
        press(shape, at)
    corners = shape.hand.pen.drawing.corners
    assert corners[1][1] == pytest.approx(corners[0][1]), "runs snap to directions of 15°"
    QTest.keyClick(shape.canvas, Qt.Key.Key_Backspace)
    assert len(shape.hand.pen.drawing.corners) == 1
    QTest.keyClick(shape.canvas, Qt.Key.Key_Return)
    assert not shape.panel.isVisible()
    QTest.keyClick(shape.canvas, Qt.Key.Key_Escape)
    assert shape.hand.pen.drawing is None


@pytest.mark.parametrize("plan", range(5))
def test_every_form_is_put_in_place_with_one_undo(window, shape, plan):
    before = window.desk.project
    panel = shape.panel
    for roof in range(7):
        shape.open_panel()
        panel.plan.setCurrentIndex(plan)
        panel.plan.activated.emit(plan)
        if roof >= panel.roof.count():
            break
        panel.roof.setCurrentIndex(roof)
        panel.preview()
        assert panel.canvas.scene is not None
        panel.add.click()
        assert not panel.isVisible(), panel._told.text()
        assert len(window.desk.project.areas) > len(before.areas)
        window.undo()
        assert window.desk.project == before
    panel.dismiss()


def test_bad_sizes_are_told_in_the_panel(window, shape):
    shape.open_panel()
    shape.panel.fields["length"].setText("0.1 m")
    shape.panel.add.click()
    assert "0.5 to 1000 m" in shape.panel._told.text()
    shape.panel.fields["length"].setText("12 m")
    shape.panel.fields["pitch"].setText("0")
    shape.panel.add.click()
    assert "pitch" in shape.panel._told.text()
    shape.panel.dismiss()


def test_a_dragged_edge_and_corner_take_the_roof_along(window, shape):
    window.desk.select_area("hall-south")
    rim = hot(shape.canvas, "rim", "east")
    at = QPointF(
        rim.outline[0] * 0.3 + rim.outline[4] * 0.7, rim.outline[1] * 0.3 + rim.outline[5] * 0.7
    )
    scale = shape.hand.fit().scale
    drag(shape.canvas, at, at + QPointF(2.0 * scale, 0.0))
    edges = {e.id: e.at for e in window.desk.project.footprints[0].loops[0].edges}
    assert edges["east"] == pytest.approx((26.0, 0.0), abs=0.06)
    assert edges["north"] == pytest.approx((26.0, 12.0), abs=0.06)
    assert kinds(shape)["ridge"] > 12.0 + 7.0
    assert shape.edge.isVisible()
    window.undo()
    shape.hand.choose()
    shape.refresh()
    corner = middle(hot(shape.canvas, "rim-corner", "south"))
    before = window.desk.project
    drag(shape.canvas, corner, corner + QPointF(-1.0 * shape.hand.fit().scale, 0.0))
    west = next(a for a in window.desk.project.areas if a.id == "hall-west")
    assert west.azimuth != pytest.approx(270.0)
    window.undo()
    assert window.desk.project == before


def test_lengths_are_typed_and_the_neighbour_moves_along(window, shape):
    window.desk.select_area("hall-south")
    shape.canvas.setFocus()
    QTest.keyClick(shape.canvas, Qt.Key.Key_Space)
    QTest.keyClick(shape.canvas, Qt.Key.Key_Return)
    assert shape.edge.length.hasFocus()
    type_in(shape.edge.length, "26 m")
    edges = {e.id: e.at for e in window.desk.project.footprints[0].loops[0].edges}
    assert edges["east"] == pytest.approx((26.0, 0.0))
    assert edges["north"] == pytest.approx((26.0, 12.0))
    type_in(shape.edge.length, "0")
    assert shape.edge.length.text().startswith("26")


def test_what_would_not_close_stays_and_says_where(window, bare):
    shape = bare
    window.desk.select_area("hall-south")
    before = window.desk.project
    shape.hand.choose(rim="south")
    shape.refresh()
    for name in ("south", "east", "north", "north-west", "west"):
        shape.hand.choose(rim=name)
        shape.refresh()
        shape.edge.kind.setCurrentIndex(shape.edge.kind.findData("verge"))
        shape.edge.kind.activated.emit(shape.edge.kind.currentIndex())
    assert window.desk.project != before
    sound = {a.id for a in window.desk.project.areas}
    assert sound
    assert "does not close" in window._message.text()


def test_overhang_rise_upper_pitch_and_level_top(window, bare):
    shape = bare
    window.desk.select_area("hall-west")
    shape.hand.choose(rim="west")
    shape.refresh()
    type_in(shape.edge.fields["overhang"], "0.5 m")
    west = next(a for a in window.desk.project.areas if a.id == "hall-west")
    assert west.level == pytest.approx(4.2 - 0.5 * tan(radians(42)))
    assert min(x for x, _ in west.outline) == pytest.approx(-0.5)
    window.undo()
    shape.hand.choose(rim="west")
    shape.refresh()
    type_in(shape.edge.fields["upper_pitch"], "20°")
    assert any(a.grown and a.grown.band == 1 for a in window.desk.project.areas)
    window.undo()
    shape.hand.choose(rim="west")
    shape.refresh()
    type_in(shape.edge.top, "4.5 m")
    top = next(a for a in window.desk.project.areas if a.grown and not a.grown.edge)
    assert (top.pitch, top.level) == (0.0, pytest.approx(8.7))
    type_in(shape.edge.level, "5 m")
    assert window.desk.project.footprints[0].level == pytest.approx(5.0)
    type_in(shape.edge.top, "")
    assert window.desk.project.footprints[0].top is None


def test_pitch_and_level_of_a_grown_area_change_its_roof(window, shape):
    window.desk.select_area("hall-north")
    shape.hand.choose()
    shape.refresh()
    assert not shape.strip.fields["azimuth"].isEnabled()
    type_in(shape.strip.fields["pitch"], "38°")
    edges = {e.id: e.pitch for e in window.desk.project.footprints[0].loops[0].edges}
    assert edges["north"] == edges["north-west"] == pytest.approx(38.0)
    assert edges["south"] == pytest.approx(42.0)
    type_in(shape.strip.fields["level"], "4.5 m")
    assert window.desk.project.footprints[0].level == pytest.approx(4.5)
    window.desk.select_area("dormer-left")
    assert not shape.strip.fields["level"].isEnabled()
    type_in(shape.strip.fields["pitch"], "30°")
    assert window.desk.project.dormers[0].pitch == pytest.approx(30.0)


def test_openings_are_dragged_typed_and_kept_clear_of_each_other(window, shape):
    shape.hand.show_whole()
    light = middle(hot(shape.canvas, "thing", "hall-light"))
    scale = shape.hand.fit().scale
    drag(shape.canvas, light, light + QPointF(2.0 * scale, 0.0))
    moved = next(o for o in window.desk.project.openings if o.id == "hall-light")
    assert moved.at == pytest.approx((17.0, 3.4), abs=0.06)
    window.undo()
    light = middle(hot(shape.canvas, "thing", "hall-light"))
    dormer = middle(hot(shape.canvas, "thing", "dormer"))
    before = window.desk.project
    send(shape.canvas, QEvent.Type.MouseButtonPress, light, PLAIN)
    send(shape.canvas, QEvent.Type.MouseMove, dormer + QPointF(0.0, -12.0), PLAIN)
    send(shape.canvas, QEvent.Type.MouseButtonRelease, light, PLAIN)
    assert window.desk.project == before, "it would lie in the dormer"
    shape.hand.choose(thing="hall-light")
    shape.refresh()
    type_in(shape.thing.fields["width"], "900 mm")
    assert next(o for o in window.desk.project.openings if o.id == "hall-light").width == 0.9
    type_in(shape.thing.fields["width"], "40 m")
    assert next(o for o in window.desk.project.openings if o.id == "hall-light").width == 0.9
    shape.thing.name.setText("North light")
    shape.thing.name.editingFinished.emit()
    assert shape.hand.chosen_thing.name == "North light"
    QTest.keyClick(shape.canvas, Qt.Key.Key_Delete)
    assert "hall-light" not in {o.id for o in window.desk.project.openings}
    shape.hand.choose(thing="dormer")
    shape.refresh()
    shape.thing.form.setCurrentIndex(shape.thing.form.findData("shed"))
    type_in(shape.thing.fields["pitch"], "12°")
    shape.thing.form.activated.emit(shape.thing.form.findData("shed"))
    assert {
        a.grown.edge for a in window.desk.project.areas if a.grown and a.grown.source == "dormer"
    } == {"roof"}
    shape.remove.click()
    assert not window.desk.project.dormers


def test_planes_are_freed_and_a_whole_roof_goes_in_one_step(window, shape):
    window.desk.select_area("hall-south")
    before = window.desk.project
    choose(window, "Free the planes")
    assert not window.desk.project.footprints
    assert shape.hand.outline()
    choose(window, "Free the planes")
    assert "stands for itself" in window._message.text()
    window.undo()
    shape.remove.click()
    assert not any(a.id.startswith(("hall", "dormer")) for a in window.desk.project.areas)
    window.undo()
    assert window.desk.project == before


def test_the_plan_comes_nearer_under_the_pointer_and_moves_with_the_hand(window, shape):
    at = QPointF(300.0, 250.0)
    spot = shape.hand.fit()
    east = (at.x() - spot.x) / spot.scale
    shape.canvas.wheeled.emit(at, 4.0)
    near = shape.hand.fit()
    assert near.scale > 1.5 * spot.scale
    assert (at.x() - near.x) / near.scale == pytest.approx(east)
    empty = next(
        QPointF(x, y)
        for x in range(6, 600, 40)
        for y in range(6, 400, 40)
        if shape.canvas.hot_at(QPointF(x, y)) is None
    )
    drag(shape.canvas, empty, empty + QPointF(40.0, 0.0))
    assert shape.hand.fit().x == pytest.approx(near.x + 40.0)
    shape.canvas.wheeled.emit(at, -20.0)
    assert shape.hand.fit() == spot
    shape.canvas.setFocus()
    QTest.keyClick(shape.canvas, Qt.Key.Key_F)
    assert shape.hand.fit() != spot
    QTest.keyClick(shape.canvas, Qt.Key.Key_F)
    assert shape.hand.fit() == spot


def test_layers_turn_lift_apart_and_are_picked(window, shape):
    window.desk.select_area("hall-south")
    shape.canvas.setFocus()
    QTest.keyClick(shape.canvas, Qt.Key.Key_4)
    first = hot(shape.canvas, "layer", "slate").box
    QTest.keyClick(shape.canvas, Qt.Key.Key_Plus)
    QTest.keyClick(shape.canvas, Qt.Key.Key_Right)
    assert hot(shape.canvas, "layer", "slate").box != first
    send(
        shape.canvas,
        QEvent.Type.MouseButtonPress,
        middle(hot(shape.canvas, "layer", "slate")),
        PLAIN,
    )
    assert window.desk.selected_layer == "slate"
    assert "Natural slate" in told(shape)


@pytest.mark.parametrize("view", ["plan", "space", "cuts", "layers"])
def test_every_view_is_saved_as_svg_and_png(window, shape, answers, tmp_path, view):
    window.desk.select_area("hall-south")
    shape.show_view(view)
    answers.path = tmp_path / "roof.svg"
    shape.picture.click()
    root = ET.fromstring(answers.path.read_text())  # noqa: S314 - our own file
    assert len(root) > 10
    answers.path = tmp_path / "roof.png"
    shape.picture.click()
    assert answers.path.read_bytes().startswith(b"\x89PNG")
    answers.path = tmp_path / "none" / "roof.svg"
    shape.picture.click()
    assert "roof.svg" in answers.told[-1]


def test_outlines_are_read_from_a_file_of_which_the_unit_is_asked(
    window, shape, answers, tmp_path, qtbot
):
    before = window.desk.project
    answers.path = tmp_path / "roof.dxf"
    answers.path.write_bytes(roof_dxf(before, shape_of(before)))
    shape.read_file()
    qtbot.waitUntil(shape.panel.isVisible, timeout=30000)
    assert shape.panel.layer.currentData() == "ROOF-OUTLINE"
    assert shape.panel.unit.currentText() == "metres"
    assert not shape.panel.plan.isVisible()
    shape.panel.add.click()
    assert len(window.desk.project.footprints) == 2
    assert (
        window.desk.project.footprints[1].loops[0].outline == before.footprints[0].loops[0].outline
    )
    window.undo()
    assert window.desk.project == before
    answers.path.write_bytes(b"broken")
    told = len(answers.told)
    shape.read_file()
    qtbot.waitUntil(lambda: len(answers.told) > told, timeout=30000)
    assert "roof.dxf" in answers.told[-1]
    assert window.desk.project == before


def test_several_areas_are_built_alike_and_put_over_other_rooms(window, shape):
    window.desk.select_area("hall-south")
    south = window.desk.area.roof.area
    for name in ("laboratory", "bunkhouse"):
        left, top, _, _ = hot(shape.canvas, "area", name).box
        spot = QPointF(left + 12, top + 12)
        send(shape.canvas, QEvent.Type.MouseButtonPress, spot, Qt.KeyboardModifier.ControlModifier)
        send(
            shape.canvas, QEvent.Type.MouseButtonRelease, spot, Qt.KeyboardModifier.ControlModifier
        )
    assert shape.hand.also == {"laboratory", "bunkhouse"}
    assert "3 areas" in shape.strip._count.text()
    shape.strip.built.setCurrentIndex(shape.strip.built.findData("corridor-planted"))
    shape.strip.built.activated.emit(shape.strip.built.currentIndex())
    shape.strip.rooms.setCurrentIndex(shape.strip.rooms.findData("bunks"))
    shape.strip.rooms.activated.emit(shape.strip.rooms.currentIndex())
    built = {a.id: (a.assembly, a.zone) for a in window.desk.project.areas}
    for name in (south.id, "laboratory", "bunkhouse"):
        assert built[name] == ("corridor-planted", "bunks")
    assert built["hall-north"][0] == "hall-slate"
    window.undo()
    window.undo()
    assert window.desk.area.roof.area == south


def test_a_cut_opens_its_working_and_its_card(window, shape, answers, tmp_path):
    window.desk.select_area("hall-south")
    shape.show_view("cuts")
    shape.steps.click()
    assert "Angles of the hip" in window.working_panel.windowTitle()
    text = window.working_panel._text.toPlainText()
    for angle in ("123.5°", "28.2°", "36.6°"):
        assert angle in text
    shape.canvas.setFocus()
    QTest.keyClick(shape.canvas, Qt.Key.Key_Down)
    window.desk.changed.emit()
    assert "Angles of the ridge" in window.working_panel.windowTitle()
    window.open_working("u")
    assert "transmittance" in window.working_panel.windowTitle()
    window.working_panel.close()
    answers.path = tmp_path / "cards.pdf"
    shape.cards.click()
    pages = PdfReader(answers.path).pages
    told = " ".join(page.extract_text() for page in pages)
    assert len(pages) == 6
    for words in ("Cut cards: Tern Point", "123.5°", "wedge block", "Cut a trial piece first"):
        assert words in told


def test_the_second_demo_opens_in_us_units(window, shape):
    window.papers.open_demo("sallow-creek")
    assert window.desk.system == "us"
    shape.refresh()
    told_now = told(shape)
    assert "ridge 60′" in told_now
    assert "abutment" in told_now


def test_a_courtyard_is_drawn_and_a_free_plane_is_split(window, bare):
    shape = bare
    window.desk.select_area("laboratory")
    shape.tools.cut_courtyard()
    assert shape.hand.pen.drawing is None
    window.desk.select_area("hall-south")
    shape.tools.split_by_line()
    assert "free the planes" in window._message.text()
    shape.tools.cut_courtyard()
    for at in ((10.0, 4.0), (14.0, 4.0), (14.0, 7.0), (10.0, 7.0)):
        shape.hand.pen.add_point(at)
    QTest.keyClick(shape.canvas, Qt.Key.Key_Return)
    assert shape.hand.pen.drawing is None
    assert len(window.desk.project.footprints[0].loops) == 2
    window.undo()
    window.desk.select_area("laboratory")
    shape.tools.split_by_line()
    fit = shape.hand.fit()
    for at in ((38.1, 0.1), (38.0, 11.9)):
        send(shape.canvas, QEvent.Type.MouseButtonPress, QPointF(*fit.point(*at)), PLAIN)
        send(shape.canvas, QEvent.Type.MouseButtonRelease, QPointF(*fit.point(*at)), PLAIN)
    parts = [a for a in window.desk.project.areas if a.name.startswith("Wet laboratory")]
    assert len(parts) == 2
    assert parts[0].outline[0] == pytest.approx((38.1, 0.0)) or len(parts[0].outline) == 4
    window.undo()
    assert sum(a.name.startswith("Wet laboratory") for a in window.desk.project.areas) == 1


def test_a_drawn_outline_that_crosses_is_marked_where_it_does(window, shape):
    shape.start_drawing()
    for at in ((30.0, 20.0), (40.0, 20.0), (30.0, 28.0), (40.0, 28.0)):
        shape.hand.pen.add_point(at)
    QTest.keyClick(shape.canvas, Qt.Key.Key_Return)
    assert shape.hand.fault == pytest.approx((35.0, 24.0))
    assert "cross" in window._message.text()
    assert shape._panel is None or not shape.panel.isVisible()
    assert shape.hand.pen.drawing is not None
