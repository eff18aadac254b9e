# SPDX-License-Identifier: GPL-3.0-or-later
"""Severity by shape and word: a solid, a half and an open bar."""

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QWidget

from glacis.core.judgement.finding import Severity
from glacis.report.palette import Palette
from glacis.ui.painting import painting
from glacis.ui.theme.theme import colour


def paint_mark(painter: QPainter, area: QRectF, severity: Severity, palette: Palette) -> None:
    """A bar: solid for stop, half for mind, open for note."""
    ink = colour(palette[severity])
    painter.setPen(QPen(ink, 1.4))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawRect(area)
    if severity == "note":
        return
    filled = QRectF(area)
    if severity == "mind":
        filled.setTop(area.center().y())
    painter.fillRect(filled, ink)


class SeverityMark(QWidget):
    """The bar of one severity."""

    def __init__(self, severity: Severity, palette: Palette, height: int = 16) -> None:
        super().__init__()
        self._severity: Severity = severity
        self._palette = palette
        self.setFixedSize(QSize(8, height))
        self.setAccessibleName(severity)

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """Paint the bar."""
        with painting(self) as painter:
            area = QRectF(1, 1, self.width() - 2, self.height() - 2)
            paint_mark(painter, area, self._severity, self._palette)
