# SPDX-License-Identifier: GPL-3.0-or-later
"""What the pointer and the keys do on every bench: hover, hints, wheel, fields, what is refused."""

import pytest
from PyQt6.QtCore import QEvent, QPoint, QPointF, Qt
from PyQt6.QtGui import QHelpEvent, QWheelEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QMenu

from e2e.conftest import hot, middle, send
from glacis.core.model.edit import remove_layer
from glacis.core.model.layers import AirLayer, RoofSpaceLayer, SolidLayer
from glacis.core.model.variants import variants_of
from glacis.demo.shipped import shipped_demo
from glacis.report.scene import Scene
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.icon import app_icon
from glacis.ui.stages.shape.bench import ShapeBench

PLAIN = Qt.KeyboardModifier.NoModifier


def hover(canvas: Canvas, at: QPointF) -> None:
    send(canvas, QEvent.Type.MouseMove, at, PLAIN)
    canvas.repaint()


def wheel(canvas: Canvas, at: QPointF, notches: int) -> bool:
    event = QWheelEvent(
        at, canvas.mapToGlobal(at), QPoint(), QPoint(0, 120 * notches), Qt.MouseButton.NoButton, PLAIN,
        Qt.ScrollPhase.NoScrollPhase, False,
    )  # fmt: skip
    QApplication.sendEvent(canvas, event)
    return event.isAccepted()


def commit(field, text: str) -> None:
    field.setText(text)
    field.returnPressed.emit()


def layer(window, identifier: str):
    return next(x for x in window.desk.assembly.layers if x.id == identifier)


@pytest.mark.parametrize(
    ("stage", "kind", "identifier", "cursor"),
    [
        ("build-up", "face", "between", Qt.CursorShape.SizeVerCursor),
        ("build-up", "layer", "between", Qt.CursorShape.PointingHandCursor),
        ("shape", "rim-corner", "south", Qt.CursorShape.SizeAllCursor),
        ("shape", "thing", "hall-light", Qt.CursorShape.OpenHandCursor),
        ("shape", "area", "laboratory", Qt.CursorShape.PointingHandCursor),
    ],
)
def test_the_pointer_tells_what_can_be_done(window, stage, kind, identifier, cursor):
    window.desk.select_area("hall-south")
    canvas = window.bench(stage).canvas
    part = hot(canvas, kind, identifier)
    spot = middle(part)
    if kind == "area":
        spot = QPointF(part.box[0] + 12, part.box[1] + 12)
    hover(canvas, spot)
    assert canvas.cursor().shape() == cursor
    QApplication.sendEvent(canvas, QEvent(QEvent.Type.Leave))
    assert canvas._hover is None
    hover(canvas, QPointF(1.0, 1.0))
    assert canvas.cursor().shape() == Qt.CursorShape.ArrowCursor


def test_hints_say_what_lies_under_the_pointer(window):
    window.desk.select_area("hall-south")
    bench = window.bench("shape")
    canvas = bench.canvas
    told = {}
    for kind, identifier in (("thing", "hall-light"), ("rim", "south"), ("area", "laboratory")):
        spot = middle(hot(canvas, kind, identifier))
        part = canvas.hot_at(spot)
        assert part is not None
        at = spot.toPoint()
        QApplication.sendEvent(canvas, QHelpEvent(QEvent.Type.ToolTip, at, canvas.mapToGlobal(at)))
        told[kind] = part.hint
    assert "rooflight" in told["thing"]
    assert "24.00" in told["rim"]
    assert "levels" in told["area"]
    assert "in 12" in told["area"]
    nothing = QPoint(1, 1)
    QApplication.sendEvent(
        canvas, QHelpEvent(QEvent.Type.ToolTip, nothing, canvas.mapToGlobal(nothing))
    )
    assert canvas.hot_at(QPointF(nothing)) is None


def test_the_wheel_is_taken_only_where_it_does_something(window):
    window.desk.select_area("hall-south")
    shape = window.bench("shape")
    assert isinstance(shape, ShapeBench)
    before = shape.hand.fit().scale
    assert wheel(shape.canvas, QPointF(200, 200), 2)
    assert shape.hand.fit().scale > before
    assert wheel(shape.canvas, QPointF(200, 200), -9)
    assert shape.hand.fit().scale == before
    shape.show_view("layers")
    gap = shape._apart.gap
    assert wheel(shape.canvas, QPointF(200, 200), 1)
    assert shape._apart.gap > gap
    section = window.bench("build-up")
    assert not wheel(section.canvas, QPointF(200, 200), 1)


def test_a_layer_states_everything_it_can_in_its_strip(window, section):
    window.desk.select_area("hall-south")
    window.desk.select_layer("service-void")
    strip = section.strip
    strip._ventilation.setCurrentIndex(strip._ventilation.findData("slight"))
    strip._ventilation.activated.emit(strip._ventilation.currentIndex())
    commit(strip._opening, "800")
    void = layer(window, "service-void")
    assert isinstance(void, AirLayer)
    assert (void.ventilation, void.opening) == ("slight", pytest.approx(0.0008))
    strip._frame.click()
    commit(strip._inner, "0.1")
    commit(strip._outer, "0.2")
    void = layer(window, "service-void")
    assert (void.framing, void.emissivity_inside, void.emissivity_outside) == (None, 0.1, 0.2)
    commit(strip._inner, "7")
    assert layer(window, "service-void").emissivity_inside == 0.1, "what is refused is put back"
    window.desk.select_layer("between")
    for field, text in (
        (strip._width, "100 mm"),
        (strip._spacing, "700 mm"),
        (strip._allowance, "2 %"),
    ):
        commit(field, text)
    commit(strip.share, "12 %")
    framing = layer(window, "between").framing
    assert framing.width == pytest.approx(0.1)
    assert framing.spacing == pytest.approx(0.7)
    assert (framing.allowance, framing.share) == (pytest.approx(0.02), pytest.approx(0.12))
    commit(strip._width, "900 mm")
    assert layer(window, "between").framing.width == pytest.approx(0.1)
    window.desk.select_layer("counter-battens")
    strip._aligned.setCurrentIndex(strip._aligned.findData(""))
    strip._aligned.activated.emit(strip._aligned.currentIndex())
    assert layer(window, "counter-battens").framing.aligned_with == ""


def test_an_attic_can_have_a_balance_of_its_own(window, section):
    window.desk.select_area("bunkhouse")
    window.desk.select_layer("attic")
    strip = section.strip
    strip._space.setCurrentIndex(strip._space.findData("balance"))
    strip._space.activated.emit(strip._space.currentIndex())
    commit(strip.air_change, "4")
    commit(strip.roof_u, "3.2")
    attic = layer(window, "attic")
    assert isinstance(attic, RoofSpaceLayer)
    assert (attic.covering, attic.air_change, attic.roof_u) == ("balance", 4.0, pytest.approx(3.2))
    assert "Its own balance" in strip._about.words
    window.desk.select_layer("over-joists")
    commit(strip.settling, "15 %")
    fill = layer(window, "over-joists")
    assert isinstance(fill, SolidLayer)
    assert fill.settling == pytest.approx(0.15)


def test_variants_are_kept_named_built_and_removed_by_keys(window, answers):
    window.desk.select_area("laboratory")
    bench = window.bench("compare")
    canvas = bench.canvas
    canvas.setFocus()
    answers.named = "Before the meeting"
    QTest.keyClick(canvas, Qt.Key.Key_K)
    kept = variants_of(window.desk.project, window.desk.assembly.id)
    assert [v.name for v in kept][-1] == "Before the meeting"
    answers.named = "After the meeting"
    bench.name()
    kept = variants_of(window.desk.project, window.desk.assembly.id)
    assert [v.name for v in kept][-1] == "After the meeting"
    at = middle(hot(canvas, "column", "lab-closed"))
    for kind in (QEvent.Type.MouseButtonPress, QEvent.Type.MouseButtonRelease):
        send(canvas, kind, at, PLAIN)
    before = window.desk.area.roof.heat.transmittance
    QTest.keyClick(canvas, Qt.Key.Key_Return)
    assert window.desk.area.roof.heat.transmittance < before
    window.undo()
    bench.select("")
    QTest.keyClick(canvas, Qt.Key.Key_Delete)
    assert len(variants_of(window.desk.project, window.desk.assembly.id)) == len(kept)
    bench.select("lab-closed")
    QTest.keyClick(canvas, Qt.Key.Key_Delete)
    assert len(variants_of(window.desk.project, window.desk.assembly.id)) == len(kept) - 1


def menus(parent) -> list[list[str]]:
    found = [m for m in parent.findChildren(QMenu) if m.isVisible()]
    return [[a.text() for a in m.actions() if a.text()] for m in found]


def test_menus_offer_schools_places_and_examples(window):
    window.desk.select_area("laboratory")
    compare = window.bench("compare")
    compare._offer_schools()
    assert any("Fixed retarder inside" in words for words in menus(compare))
    shape = window.bench("shape")
    shape.tools.open_places()
    offered = menus(shape)[-1]
    assert offered[:2] == ["Dormer", "Rooflight"]
    assert offered[-2:] == ["Courtyard, drawn", "Line that splits the area"]
    window.papers.open_example()
    assert len(menus(window)[-1]) == 23
    for menu in window.findChildren(QMenu):
        menu.close()


def test_the_core_is_walked_by_keys_and_picked(window):
    window.desk.select_area("hall-south")
    core = window.core
    ids = [x.id for x in window.desk.assembly.layers]
    core._core.setFocus()
    QTest.keyClick(core._core, Qt.Key.Key_Up)
    assert window.desk.selected_layer == ids[0]
    QTest.keyClick(core._core, Qt.Key.Key_Up)
    QTest.keyClick(core._core, Qt.Key.Key_Down)
    assert window.desk.selected_layer == ids[0]
    core._pick_layer(hot(core._core, "layer", "slate"), QPointF())
    assert window.desk.selected_layer == "slate"
    core._area_chosen(core._areas.findData("bunkhouse"))
    assert window.desk.area.roof.area.id == "bunkhouse"
    window.desk.select_area("hall-south")
    QTest.keyClick(core._core, Qt.Key.Key_Down)
    assert window.desk.selected_layer == ids[-1]


def test_a_place_that_cannot_be_written_is_told_and_the_work_stays_unsaved(
    window, answers, tmp_path
):
    window.desk.select_area("hall-south")
    window.shape = None
    bench = window.bench("shape")
    bench.tools.place_thing("rooflight")
    answers.path = tmp_path / "no" / "where.glacis"
    assert not window.papers.save()
    assert "where.glacis" in answers.told[-1] or "No such" in answers.told[-1]
    assert window.isWindowModified()
    answers.path = None
    assert not window.papers.save_as()
    assert window.isWindowModified()


def test_what_is_typed_wrong_in_the_drawing_strip_is_told(window):
    bench = window.bench("shape")
    bench.start_drawing()
    strip = bench.drawing
    strip.length.setText("long")
    strip.add.click()
    assert "length" in window._message.text()
    strip.length.setText("0 m")
    strip.add.click()
    assert "1 cm" in window._message.text()
    assert bench.hand.pen.drawing.corners == ()
    assert not strip.close_it.isEnabled()
    bench.hand.pen.close()
    assert "three corners" in window._message.text()
    strip.leave.click()
    assert bench.hand.pen.drawing is None


def test_things_are_nudged_and_corners_stay_where_roofs_would_not_close(window):
    bench = window.bench("shape")
    window.desk.select_area("hall-south")
    bench.hand.choose(thing="hall-light")
    bench.canvas.setFocus()
    before = bench.hand.chosen_thing.at
    QTest.keyClick(bench.canvas, Qt.Key.Key_Right)
    QTest.keyClick(bench.canvas, Qt.Key.Key_Up, Qt.KeyboardModifier.ShiftModifier)
    assert bench.hand.chosen_thing.at == pytest.approx((before[0] + 0.05, before[1] + 0.01))
    bench.hand.choose(rim="east", rim_corner="east")
    corner = {e.id: e.at for e in bench.hand.footprint.loops[0].edges}["east"]
    QTest.keyClick(bench.canvas, Qt.Key.Key_Down)
    moved = {e.id: e.at for e in bench.hand.footprint.loops[0].edges}["east"]
    assert moved == pytest.approx((corner[0], corner[1] - 0.05))
    window.undo()
    bench.hand.choose(rim="south", rim_corner="south")
    spot = bench.hand.fit().point(12.0, 0.0)
    rim = QPointF(*spot)
    send(bench.canvas, QEvent.Type.MouseButtonDblClick, rim, PLAIN)
    assert len(bench.hand.footprint.loops[0].edges) == 9
    bench.hand.choose(rim="e1", rim_corner="e1")
    QTest.keyClick(bench.canvas, Qt.Key.Key_Delete)
    assert len(bench.hand.footprint.loops[0].edges) == 8


def test_both_demos_show_on_every_view_of_the_shape_stage(window):
    bench = window.bench("shape")
    for name in ("tern-point", "sallow-creek"):
        window.desk.open_document(shipped_demo(name))
        for area in window.desk.project.areas:
            window.desk.select_area(area.id)
            for view in ("plan", "space", "cuts", "layers"):
                bench.show_view(view)
                assert bench.canvas.scene is not None
                assert bench.canvas.scene.items
    for kind in ("u-value", "moisture", "pitch", "plain"):
        bench.show_view("space")
        bench.shaded.setCurrentIndex(bench.shaded.findData(kind))
        bench.shaded.activated.emit(bench.shaded.currentIndex())
        assert bench.canvas.scene.items


def test_the_sign_of_the_program_is_painted_at_any_size():
    for size in (16, 64, 256):
        icon = app_icon(size)
        assert not icon.isNull()
        assert icon.availableSizes()[0].width() == size


def test_keys_leave_a_hand_that_drags_alone(window):
    window.desk.select_area("laboratory")
    falls = window.bench("falls")
    canvas = falls.canvas
    canvas.setFocus()

    def outlets() -> list[str]:
        falls = next(f for f in window.desk.project.falls if f.area == "laboratory")
        return [outlet.id for outlet in falls.outlets]

    at = middle(hot(canvas, "outlet", outlets()[0]))
    before = window.desk.project
    send(canvas, QEvent.Type.MouseButtonPress, at, PLAIN)
    QTest.keyClick(canvas, Qt.Key.Key_Delete)
    assert window.desk.project == before
    canvas.clearFocus()
    assert not falls.hand.is_dragging
    canvas.setFocus()
    QTest.keyClick(canvas, Qt.Key.Key_Delete)
    assert outlets() == ["outlet-2"]


def test_a_drawing_that_breaks_says_so_once_and_the_window_goes_on(window, monkeypatch):
    told: list[object] = []
    monkeypatch.setattr("sys.excepthook", lambda _kind, fault, _trace: told.append(fault))
    canvas = window.bench("build-up").canvas

    def breaks(_width: float, _height: float) -> Scene:
        raise ZeroDivisionError("division by zero")

    for _ in range(3):
        canvas.show_scene(breaks, window.desk.palette)
        assert not canvas.grab().isNull()
    assert [str(fault) for fault in told] == ["division by zero"]
    assert "cannot be drawn" in canvas.scene.items[0].text
    window.desk.select_layer(window.desk.assembly.layers[0].id)
    assert len(canvas.scene.items) > 5


def test_a_layer_undone_from_under_the_hand_is_not_missed(window, section):
    desk = window.desk
    desk.select_area("hall-south")
    canvas = section.canvas
    fresh = desk.assembly.layers[-2].id
    desk.act("Take it away", lambda project: remove_layer(project, desk.assembly.id, fresh))
    desk.store.undo()
    at = middle(hot(canvas, "layer", fresh))
    send(canvas, QEvent.Type.MouseButtonPress, at, PLAIN)
    for dy in (20, 60):
        send(canvas, QEvent.Type.MouseMove, at + QPointF(0, dy), PLAIN)
    desk.store.redo()
    before = desk.project
    send(canvas, QEvent.Type.MouseButtonRelease, at + QPointF(0, 60), PLAIN)
    assert desk.project == before
