# SPDX-License-Identifier: GPL-3.0-or-later
"""The real window on the demo, with answers to its questions and nothing left behind."""

import threading
from collections.abc import Iterator
from pathlib import Path

import pytest
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QApplication, QWidget

from glacis.report.scene import Hot
from glacis.ui.app import Homes, make_window
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Answer, Prompts
from glacis.ui.stages.build_up.bench import SectionBench
from glacis.ui.window import MainWindow


class Answers(Prompts):
    """Answers instead of dialogs, and remembers what was asked and told."""

    def __init__(self) -> None:
        super().__init__()
        self.path: Path | None = None
        self.answer: Answer = "discard"
        self.yes = True
        self.named = ""
        self.choice = ""
        self.offered: tuple[str, ...] = ()
        self.told: list[str] = []

    def open_path(self, _parent: QWidget, _folder: str) -> Path | None:
        return self.path

    def save_path(self, _parent: QWidget, _title: str, _proposal: str, _kinds: str) -> Path | None:
        return self.path

    def outline_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def table_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def site_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def products_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def tests_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def evidence_table_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def picture_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def prices_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def evidence_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def probe_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def weather_path(self, _parent: QWidget) -> Path | None:
        return self.path

    def name(self, _parent: QWidget, _title: str, proposal: str) -> str | None:
        return self.named or proposal

    def unsaved(self, _parent: QWidget, name: str) -> Answer:
        self.told.append(f"unsaved: {name}")
        return self.answer

    def confirm(self, _parent: QWidget, _title: str, text: str, _yes: str) -> bool:
        self.told.append(text)
        return self.yes

    def choose(self, _parent: QWidget, _title: str, text: str, answers: tuple[str, ...]) -> str:
        self.told.append(text)
        self.offered = answers
        return self.choice if self.choice in answers else ""

    def tell(self, _parent: QWidget, _title: str, text: str) -> None:
        self.told.append(text)


@pytest.fixture
def answers() -> Answers:
    return Answers()


@pytest.fixture
def window(qtbot, tmp_path, answers) -> Iterator[MainWindow]:
    """The window on the demo; closing it must leave no thread and no window."""
    homes = Homes(tmp_path / "config", tmp_path / "journal")
    made = make_window(True, None, homes, answers)
    made.resize(1280, 800)
    made.show()
    qtbot.waitExposed(made)
    made.desk.session.judge_all()
    yield made
    answers.answer = "discard"
    assert made.close()
    let_go(made)
    names = [thread.name for thread in threading.enumerate()]
    assert "journal" not in names
    assert "job" not in names
    assert not [w for w in QApplication.topLevelWidgets() if w.isVisible()]


@pytest.fixture
def section(window) -> SectionBench:
    return window.bench("build-up", SectionBench)


def choose(window: MainWindow, text: str) -> None:
    """Take something out of the menus by its words."""
    next(made for action, made in window.menu_entries if action.text == text).trigger()


def let_go(window: MainWindow) -> None:
    """Delete a closed window now, not at some later turn of the event loop."""
    window.deleteLater()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)
    QApplication.processEvents()


def hot(canvas: Canvas, kind: str, identifier: str) -> Hot:
    """The part of a canvas that stands for something."""
    assert canvas.scene is not None
    found = [h for h in canvas.scene.hot if h.kind == kind and h.id == identifier]
    return found[-1]


def middle(part: Hot) -> QPointF:
    left, top, right, bottom = part.box
    return QPointF((left + right) / 2, (top + bottom) / 2)


def send(canvas: Canvas, kind: QEvent.Type, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
    button = Qt.MouseButton.NoButton if kind == QEvent.Type.MouseMove else Qt.MouseButton.LeftButton
    QApplication.sendEvent(
        canvas,
        QMouseEvent(kind, at, canvas.mapToGlobal(at), button, Qt.MouseButton.LeftButton, modifiers),
    )


def drag(
    canvas: Canvas,
    start: QPointF,
    end: QPointF,
    modifiers: Qt.KeyboardModifier = Qt.KeyboardModifier.NoModifier,
) -> None:
    """Press, move in ten steps, release."""
    send(canvas, QEvent.Type.MouseButtonPress, start, modifiers)
    for step in range(1, 11):
        at = start + (end - start) * (step / 10)
        send(canvas, QEvent.Type.MouseMove, at, modifiers)
    send(canvas, QEvent.Type.MouseButtonRelease, end, modifiers)
