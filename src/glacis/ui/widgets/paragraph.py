# SPDX-License-Identifier: GPL-3.0-or-later
"""Words over several lines at a fixed width, painted at once: no layout has to guess."""

from PyQt6.QtCore import QSize
from PyQt6.QtGui import QFontMetricsF, QPainter, QPaintEvent
from PyQt6.QtWidgets import QWidget

from glacis.report.scene import SUB_SCALE, Face, Text, runs
from glacis.ui.desk import Desk
from glacis.ui.drawing.painter import paint_text
from glacis.ui.painting import painting
from glacis.ui.theme.theme import font

LEADING = 1.36


def text_advance(words: str, face: Face, size: float) -> float:
    """Width of ``words`` with their subscripts, in pixels."""
    return sum(
        QFontMetricsF(font(face, size * SUB_SCALE if low else size)).horizontalAdvance(part)
        for part, low in runs(words)
    )


def broken(words: str, width: float, face: Face, size: float) -> list[str]:
    """``words`` in lines of at most ``width`` pixels; a longer word stands alone."""
    lines: list[str] = []
    line, used = "", 0.0
    space = text_advance(" ", face, size)
    for word in words.split():
        needed = text_advance(word, face, size)
        if line and used + space + needed > width:
            lines.append(line)
            line, used = word, needed
        else:
            used += needed + (space if line else 0.0)
            line = f"{line} {word}" if line else word
    return [*lines, line]


class Paragraph(QWidget):
    """Words in one face and ink, broken to ``width``."""

    def __init__(
        self, desk: Desk, width: int, words: str = "", size: float = 13.0, ink: str = "ink"
    ) -> None:
        super().__init__()
        self._desk = desk
        self._size = size
        self._ink = ink
        self._words = ""
        self._lines: list[str] = []
        self._room = width
        self.setMinimumWidth(width)
        self.show_words(words)

    @property
    def words(self) -> str:
        """What it says."""
        return self._words

    @property
    def _step(self) -> int:
        return round(self._size * LEADING)

    def show_words(self, words: str) -> None:
        """Say something else."""
        if words != self._words:
            self._words = words
            self.setAccessibleName(words)
            self._lines = broken(words, self._room, "regular", self._size)
        self.setFixedHeight(max(1, self._step * len(self._lines)))
        self.update()

    def sizeHint(self) -> QSize:
        """Just what the lines need."""
        return QSize(self._room, self._step * len(self._lines))

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """Paint the lines."""
        with painting(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
            for number, line in enumerate(self._lines):
                y = self._step * number + self._size
                paint_text(painter, Text(0, y, line, self._size, self._ink), self._desk.palette)
