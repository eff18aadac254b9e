# SPDX-License-Identifier: GPL-3.0-or-later
"""One line of words that gives way to its neighbours: what does not fit ends in an ellipsis."""

from PyQt6.QtCore import QSize
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QSizePolicy, QWidget

from glacis.report.scene import Text
from glacis.ui.desk import Desk
from glacis.ui.drawing.painter import paint_text
from glacis.ui.painting import painting
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.paragraph import text_advance

HEIGHT = 20


def elided(words: str, width: float, size: float) -> str:
    """``words`` cut to ``width`` pixels."""
    if text_advance(words, "regular", size) <= width:
        return words
    low, high = 0, len(words)
    while low < high:
        middle = (low + high + 1) // 2
        if text_advance(words[:middle].rstrip() + "…", "regular", size) <= width:
            low = middle
        else:
            high = middle - 1
    return words[:low].rstrip() + "…" if low else ""


class OneLine(QWidget):
    """Words in the second ink; the tooltip has them all."""

    def __init__(self, desk: Desk, size: float = 13.0, ink: str = "second") -> None:
        super().__init__()
        self._desk, self._size, self._ink = desk, size, ink
        self._words = ""
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)

    @property
    def words(self) -> str:
        """What it says."""
        return self._words

    def show_words(self, words: str) -> None:
        """Say something else."""
        self._words = words
        self.setAccessibleName(words)
        self.setToolTip(plain_tip(words))
        self.update()

    def sizeHint(self) -> QSize:
        """Any width will do."""
        return QSize(80, HEIGHT)

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """Paint what fits."""
        with painting(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
            words = elided(self._words, self.width(), self._size)
            paint_text(painter, Text(0, 15, words, self._size, self._ink), self._desk.palette)
