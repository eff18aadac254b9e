# SPDX-License-Identifier: GPL-3.0-or-later
"""A tour of the window in six steps: a frame round each part, and a card that says what it is for."""

from typing import TYPE_CHECKING, Literal

from msgspec import Struct
from PyQt6.QtCore import QEvent, QObject, QPoint, QRect, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QPaintEvent, QPen
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from glacis.ui.desk import Desk
from glacis.ui.painting import painting
from glacis.ui.plain import plain_tip
from glacis.ui.theme.theme import colour
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.paragraph import Paragraph

if TYPE_CHECKING:
    from glacis.ui.window import MainWindow

WIDTH, APART = 360, 10
Part = Literal["walk", "core", "centre", "tally", "findings"]


class Step(Struct, frozen=True):
    """One stop of the tour.

    Attributes:
        title: what is shown.
        words: what it is for and what to try.
        part: of the window.
        stage: where to go for it.
        area: which roof area to show.
    """

    title: str
    words: str
    part: Part
    stage: str
    area: str


STEPS = (
    Step("The walk", "The work goes from left to right, from the site to the handover. Marks tell what was "
         "found on each stage: a solid bar stops, a half one is to be minded.", "walk", "shape", "hall-south"),
    Step("Plan and core", "Everything shows one roof area. Pick it in the small plan; below it is its core, as "
         "if drilled out of the roof. Try another area.", "core", "build-up", "laboratory"),
    Step("The section", "Drag the face of a layer: thickness steps through what can be bought, and every figure "
         "follows while you drag. Layers go in by Insert, by drag and drop or by keyboard.",
         "centre", "build-up", "laboratory"),
    Step("The figures", "What a designer watches. Press one to read every step behind it, with clause and "
         "numbers, so that it can be checked by hand.", "tally", "heat", "laboratory"),
    Step("The findings", "What is wrong or uncertain, worst first, with its reason. Remedies were tried on this "
         "roof before they are offered. What you keep as it is goes on record with your name.",
         "findings", "moisture", "laboratory"),
    Step("Falls, and the handover", "On a flat roof drag an outlet: tapered boards, standing water and U follow. "
         "The last stage writes the report. Shift+F1 explains anything you see.",
         "centre", "falls", "laboratory"),
)  # fmt: skip


def beside(part: QRect, card: QSize, room: QRect) -> QPoint:
    """Where a card lies near a part without covering it; within its lower right corner if nowhere."""
    for corner in (
        QPoint(max(part.left(), room.left() + APART), part.bottom() + APART),
        QPoint(part.right() + APART, part.top() + APART),
        QPoint(part.left() - card.width() - APART, part.top() + APART),
        QPoint(part.left() + APART, part.top() - card.height() - APART),
    ):
        if room.contains(QRect(corner, card)):
            return corner
    return QPoint(part.right() - card.width() - APART, part.bottom() - card.height() - APART)


class Ring(QWidget):
    """A frame round a part of the window that lets every press through."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        self._desk = desk
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """Paint the frame."""
        with painting(self) as painter:
            painter.setPen(QPen(colour(self._desk.palette["accent"]), 3))
            painter.drawRect(self.rect().adjusted(1, 1, -2, -2))


class Tour(QFrame):
    """The card with its six steps; the window stays usable meanwhile."""

    def __init__(self, window: "MainWindow") -> None:
        super().__init__(window)
        self._window = window
        self.number = 0
        self._ring = Ring(window.desk, window)
        self.setProperty("popup", True)
        self.setFixedWidth(WIDTH)
        column = tight(QVBoxLayout(self), (16, 12, 16, 12), 8)
        self._count = label("", "second small")
        self._title = label("", "heading")
        self._words = Paragraph(window.desk, WIDTH - 34)
        for widget in (self._count, self._title, self._words):
            column.addWidget(widget)
        row = tight(QHBoxLayout(), (0, 4, 0, 0), 8)
        self.back = self._button("Back", "The step before (Left)", row)
        self.next = self._button("Next", "The next step (Right)", row)
        self.next.setProperty("leading", True)
        row.addStretch(1)
        self.end = self._button("End", "End the tour (Esc)", row)
        column.addLayout(row)
        self.back.clicked.connect(lambda: self.show_step(self.number - 1))
        self.next.clicked.connect(lambda: self.show_step(self.number + 1))
        self.end.clicked.connect(self.finish)
        window.installEventFilter(self)

    @staticmethod
    def _button(words: str, tip: str, row: QHBoxLayout) -> QPushButton:
        button = QPushButton(words)
        button.setToolTip(plain_tip(tip))
        row.addWidget(button)
        return button

    def show_step(self, number: int) -> None:
        """Go to a step; past the last one the tour is over."""
        if number >= len(STEPS):
            self.finish()
            return
        self.number = max(0, number)
        step = STEPS[self.number]
        desk = self._window.desk
        if any(area.id == step.area for area in desk.project.areas):
            desk.select_area(step.area)
        if step.part == "findings":
            desk.adjust(findings_open=True)
        self._window.show_stage(step.stage)
        self._count.setText(f"{self.number + 1} of {len(STEPS)}")
        self._title.setText(step.title)
        self._words.show_words(step.words)
        self.back.setEnabled(self.number > 0)
        self.next.setText("Done" if self.number == len(STEPS) - 1 else "Next")
        self._lie()
        self._ring.show()
        self._ring.raise_()
        self.show()
        self.raise_()
        self.next.setFocus()

    def finish(self) -> None:
        """Leave the window as it is now."""
        self._ring.hide()
        self.hide()
        self._window.bench(self._window.stage).setFocus()

    def _lie(self) -> None:
        step = STEPS[self.number]
        window = self._window
        part: QWidget = getattr(window, step.part)
        frame = QRect(part.mapTo(window, QPoint(0, 0)), part.size())
        self._ring.setGeometry(frame)
        column = self.layout()
        if column is not None:
            column.activate()
        self.adjustSize()
        self.move(beside(frame, self.size(), window.rect()))

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """Stay at the part as the window changes its size."""
        if event is not None and event.type() == QEvent.Type.LayoutRequest and self.isVisible():
            self._lie()
        if event is not None and event.type() == QEvent.Type.Resize and self.isVisible():
            self._lie()
        return super().eventFilter(watched, event)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Right and left step, Escape ends."""
        key = event.key() if event is not None else None
        if key == Qt.Key.Key_Escape:
            self.finish()
        elif key in (Qt.Key.Key_Right, Qt.Key.Key_Left):
            self.show_step(self.number + (1 if key == Qt.Key.Key_Right else -1))
        else:
            super().keyPressEvent(event)
