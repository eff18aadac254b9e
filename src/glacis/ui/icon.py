# SPDX-License-Identifier: GPL-3.0-or-later
"""The program's own sign: a roof slope cut open, in three layers."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QIcon, QPainter, QPixmap, QPolygonF

from glacis.report.palette import SHEET

_BANDS = (("ink", 0.0, 0.13), ("tint:fibre", 0.13, 0.42), ("accent", 0.42, 0.55))


def app_icon(size: int = 64) -> QIcon:
    """The icon, painted."""
    picture = QPixmap(size, size)
    picture.fill(QColor(SHEET["paper"]))
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setPen(Qt.PenStyle.NoPen)
    for role, top, bottom in _BANDS:
        painter.setBrush(QColor(SHEET[role]))
        corners = [(0.0, 0.58 + top), (1.0, 0.10 + top), (1.0, 0.10 + bottom), (0.0, 0.58 + bottom)]
        painter.drawPolygon(QPolygonF([QPointF(x * size, y * size) for x, y in corners]))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(QColor(SHEET["ink"]))
    painter.drawRect(QRectF(0.5, 0.5, size - 1, size - 1))
    painter.end()
    return QIcon(picture)
