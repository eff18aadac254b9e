# SPDX-License-Identifier: GPL-3.0-or-later
"""“What is this?” has an answer everywhere, from the glossary where the field has a word for it."""

import pytest
from PyQt6.QtCore import QEvent, QPoint, QPointF, Qt
from PyQt6.QtGui import QKeyEvent, QMouseEvent
from PyQt6.QtWidgets import QApplication, QComboBox, QLabel, QLineEdit, QWhatsThis, QWidget

from glacis.core.glossary import explained
from glacis.report.scene import Text
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.explain import UNKNOWN, explanation, glossary


@pytest.mark.parametrize(
    ("words", "name"),
    [
        ("U-value", "U-value"),
        ("U clear field: 0.210 W/(m²·K)", "U clear field"),
        ("Lower limit R″: 4.539 m²·K/W", "Lower limit R″"),
        ("λ 0.036", "Conductivity"),
        ("s_d 27 m", "Equivalent air layer"),
        ("stop: Water gathers", "Stop"),
        ("eaves 24.00 m", "Eaves"),
        ("Temperature of the ridge beam", "Ridge"),
        ("rain, head", "Head"),
    ],
)
def test_words_find_their_meaning(words, name):
    assert explained(glossary(), words)[0].name == name


def test_a_symbol_is_not_found_within_words_or_in_another_case():
    assert explained(glossary(), "Rubber and cork under a lid") == ()
    assert {term.name for term in explained(glossary(), "R")} == {"Thermal resistance"}
    assert explained(glossary(), "r") == ()


def test_each_term_is_a_sentence_that_is_told_apart():
    names = [term.name for term in glossary()]
    assert len(set(names)) == len(names) > 100
    for term in glossary():
        assert term.says[-1] == ".", term.name
        assert 15 < len(term.says) < 200, term.name


def test_everything_on_every_bench_answers(window, qtbot):
    silent: set[str] = set()
    from_glossary: set[str] = set()
    views = [(stage, "") for stage in window.kinds] + [("site", "hours"), ("moisture", "hours")]
    for area in ("laboratory", "hall-south"):
        window.desk.select_area(area)
        for stage, view in views:
            window.show_stage(stage)
            if view:
                window.bench(stage).show_view(view)
            qtbot.wait(1)
            for widget in window.findChildren(QWidget):
                if not widget.isVisible():
                    continue
                told = explanation(widget, widget.rect().center())
                named = widget.accessibleName() or getattr(widget, "text", str)()
                if "font-weight" in told:
                    from_glossary.add(named)
                if told == UNKNOWN and isinstance(widget, QLabel | QComboBox | QLineEdit | Canvas):
                    silent.add(f"{stage}: {type(widget).__name__} {named}")
    assert not silent
    assert {"Pitch", "Margin ×", "Humidity", "Fall", "Gap", "Target U", "stop"} <= from_glossary


def test_what_a_drawing_says_is_explained_where_it_is_written(window, qtbot):
    window.desk.select_area("hall-south")
    window.show_stage("shape")
    canvas = window.bench("shape").findChild(Canvas)
    labels = [x for x in canvas.scene.items if isinstance(x, Text) and x.text.startswith("hip ")]
    assert labels
    for label in labels:
        assert "outward line" in explanation(canvas, QPoint(round(label.x), round(label.y)))


def test_a_name_with_markup_is_shown_as_text(window, monkeypatch):
    field = QLineEdit(window)
    field.setToolTip("<img src=x> & so on")
    told = explanation(field, QPoint(1, 1))
    assert "<img" not in told
    assert "&lt;img src=x&gt; &amp; so on" in told


def press(widget: QWidget, at: QPoint) -> None:
    spot = QPointF(at)
    event = QMouseEvent(QEvent.Type.MouseButtonPress, spot, QPointF(widget.mapToGlobal(at)),
                        Qt.MouseButton.LeftButton, Qt.MouseButton.LeftButton,
                        Qt.KeyboardModifier.NoModifier)  # fmt: skip
    QApplication.sendEvent(widget, event)


def test_shift_f1_then_a_press_tells_and_ends(window, qtbot, monkeypatch):
    told: list[str] = []

    def show(_at: QPoint, text: str, _widget: QWidget) -> None:
        told.append(text)
        QWhatsThis.leaveWhatsThisMode()

    monkeypatch.setattr(QWhatsThis, "showText", show)
    entries = {action.text: made for action, made in window.menu_entries}
    entries["What is this?"].trigger()
    assert QWhatsThis.inWhatsThisMode()
    cell = window.tally._cells["u"]
    before = window.working_panel
    press(cell, cell.rect().center())
    assert not QWhatsThis.inWhatsThisMode()
    assert "Heat that passes a square metre" in told[0]
    assert window.working_panel is before
    entries["What is this?"].trigger()
    QApplication.sendEvent(
        window, QKeyEvent(QEvent.Type.KeyPress, Qt.Key.Key_Escape, Qt.KeyboardModifier.NoModifier)
    )
    assert not QWhatsThis.inWhatsThisMode()
    window.bench("site")
    window.setFocus()
    entries["What is in hand?"].trigger()
    assert len(told) <= 2
