# SPDX-License-Identifier: GPL-3.0-or-later
"""The Shape bench on the real window: corners in the hand, fields, cuts, turning, undo."""

from math import cos, radians, tan

import pytest
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtTest import QTest

from e2e.conftest import drag, hot, middle, send
from glacis.report.scene import Text
from glacis.ui.stages.shape.bench import ShapeBench
from support import free_demo

PLAIN = Qt.KeyboardModifier.NoModifier


@pytest.fixture
def shape(window) -> ShapeBench:
    """The bench on the demo with a plain hall whose planes stand for themselves."""
    window.desk.open_document(free_demo())
    window.show_stage("shape")
    window.desk.select_area("hall-south")
    bench = window.bench("shape")
    assert isinstance(bench, ShapeBench)
    return bench


def area(window, name: str):
    return next(a for a in window.desk.project.areas if a.id == name)


def words(bench: ShapeBench) -> str:
    assert bench.canvas.scene is not None
    return "\n".join(i.text for i in bench.canvas.scene.items if isinstance(i, Text))


def corner(bench: ShapeBench, east: float, north: float) -> QPointF:
    outline = bench.hand.outline()
    number = min(
        range(len(outline)), key=lambda k: abs(outline[k][0] - east) + abs(outline[k][1] - north)
    )
    return middle(hot(bench.canvas, "corner", str(number)))


def test_lengths_of_the_demo_stand_in_the_plan(shape):
    told = words(shape).replace("\u2009", " ")
    for length in ("eaves 24.00 m", "ridge 12.00 m", "hip 10.06 m", "abutment 6.00 m"):
        assert length in told
    assert "145.3 m²" in told


def test_dragging_a_shared_corner_moves_every_area_that_has_it_in_one_step(window, shape):
    at = corner(shape, 18.0, 6.0)
    scale = shape._fit().scale
    drag(shape.canvas, at, at + QPointF(-2.02 * scale, 0.0))
    for name in ("hall-south", "hall-north", "hall-east"):
        assert any(c == pytest.approx((16.0, 6.0)) for c in area(window, name).outline)
    ridge = next(j for j in shape.shape.junctions if j.kind == "ridge")
    assert ridge.length == pytest.approx(10.0)
    window.undo()
    assert area(window, "hall-south").outline[2] == (18.0, 6.0)


def test_a_corner_snaps_to_others_and_refuses_to_cross(window, shape):
    before = window.desk.project
    at = corner(shape, 18.0, 6.0)
    scale = shape._fit().scale
    send(shape.canvas, QEvent.Type.MouseButtonPress, at, PLAIN)
    send(shape.canvas, QEvent.Type.MouseMove, at + QPointF(8 * scale, 0.0), PLAIN)
    assert shape.canvas._note is not None
    assert shape.canvas._note[1] == "edges would cross"
    send(shape.canvas, QEvent.Type.MouseButtonRelease, at, PLAIN)
    assert window.desk.project == before
    at = corner(shape, 24.0, 0.0)
    target = shape._fit().point(30.0, 0.0)
    drag(shape.canvas, at, QPointF(target[0] - 4, target[1] + 3))
    assert (30.0, 0.0) in area(window, "hall-south").outline


def test_corners_by_keyboard(window, shape):
    shape.canvas.setFocus()
    QTest.keyClick(shape.canvas, Qt.Key.Key_Space)
    start = shape.hand.outline()[0]
    QTest.keyClick(shape.canvas, Qt.Key.Key_Down)
    QTest.keyClick(shape.canvas, Qt.Key.Key_Down)
    assert shape.hand.outline()[0] == pytest.approx((start[0], start[1] - 0.1))
    level = area(window, "hall-south").level
    assert level == pytest.approx(4.2 - 0.1 * tan(radians(42)))
    window.undo()
    assert window.desk.project.areas[0].outline[0] == start


def test_corners_are_made_and_taken_out(window, shape):
    x, y = shape._fit().point(12.0, 0.0)
    send(shape.canvas, QEvent.Type.MouseButtonDblClick, QPointF(x, y), PLAIN)
    assert len(area(window, "hall-south").outline) == 5
    assert shape.hand.outline()[shape.hand.corner] == pytest.approx((12.0, 0.0), abs=0.1)
    shape.canvas.setFocus()
    QTest.keyClick(shape.canvas, Qt.Key.Key_Delete)
    assert len(area(window, "hall-south").outline) == 4


def test_fields_change_the_area_and_refuse_what_cannot_be(window, shape):
    strip = shape.strip
    strip.fields["pitch"].setText("12/12")
    strip.fields["pitch"].setModified(True)
    strip.fields["pitch"].returnPressed.emit()
    assert area(window, "hall-south").pitch == pytest.approx(45.0)
    assert shape.shape.plane("hall-south").true_area == pytest.approx(108 / cos(radians(45)))
    strip.fields["pitch"].setText("89°")
    strip.fields["pitch"].returnPressed.emit()
    assert area(window, "hall-south").pitch == pytest.approx(45.0)
    strip.target.setText("0.15")
    strip.target.returnPressed.emit()
    assert window.desk.area.roof.target == pytest.approx(0.15)
    strip.name.setText("  ")
    strip.name.editingFinished.emit()
    assert strip.name.text() == "Lecture hall, south slope"
    strip.name.setText("South")
    strip.name.editingFinished.emit()
    strip.rooms.setCurrentIndex(strip.rooms.findData("tanks"))
    strip.rooms.activated.emit(strip.rooms.currentIndex())
    assert (area(window, "hall-south").name, area(window, "hall-south").zone) == ("South", "tanks")


def test_cuts_can_be_chosen_and_tell_what_the_saw_must_do(window, shape):
    shape.canvas.setFocus()
    QTest.keyClick(shape.canvas, Qt.Key.Key_3)
    told = words(shape)
    for angle in ("123.5°", "32.5°", "28.2°", "36.6°", "61.8°", "mitre 53.4°, tilt 28.2°"):
        assert angle in told
    for key, text in (("reach", "160 mm"), ("reach_tilted", "150 mm")):
        shape.saw.fields[key].setText(text)
        shape.saw.fields[key].returnPressed.emit()
    assert window.desk.project.saw.reach_tilted == pytest.approx(0.15)
    assert "Guide 120" in words(shape)
    assert "gets through in one pass" in " ".join(words(shape).split())
    QTest.keyClick(shape.canvas, Qt.Key.Key_Down)
    assert "Blade 42.0° from square" in words(shape)
    window.desk.select_area("bunkhouse")
    for _ in range(9):
        QTest.keyClick(shape.canvas, Qt.Key.Key_Down)
    assert shape._cut == 4


def test_the_roof_turns_and_areas_are_picked_in_space(window, shape):
    shape.canvas.setFocus()
    QTest.keyClick(shape.canvas, Qt.Key.Key_2)
    assert "seen from 200°" in words(shape)
    QTest.keyClick(shape.canvas, Qt.Key.Key_Right)
    assert "seen from 215°" in words(shape)
    drag(shape.canvas, QPointF(5, 25), QPointF(65, 65))
    assert "seen from 245° (0° is north), 42° above" in words(shape)
    send(
        shape.canvas,
        QEvent.Type.MouseButtonPress,
        middle(hot(shape.canvas, "area", "laboratory")),
        PLAIN,
    )
    assert window.desk.area.roof.area.id == "laboratory"


def test_an_area_goes_with_the_build_up_only_it_used_and_comes_back(window, shape):
    before = window.desk.project
    shape.remove.click()
    assert "hall-slate" in {a.id for a in window.desk.project.assemblies}
    window.desk.select_area("laboratory")
    shape.remove.click()
    assert "lab-low-slope" not in {a.id for a in window.desk.project.assemblies}
    window.undo()
    window.undo()
    assert window.desk.project == before
    for name in [a.id for a in before.areas]:
        window.desk.select_area(name)
        shape.remove.click()
    for view in ("plan", "space", "cuts", "layers"):
        shape.show_view(view)
        assert "No roof yet" in words(shape)
    assert not shape.strip.isVisible()
