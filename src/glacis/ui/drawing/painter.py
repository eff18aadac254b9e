# SPDX-License-Identifier: GPL-3.0-or-later
"""Paint a scene with Qt."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QFont, QFontMetricsF, QImage, QPainter, QPen, QPolygonF

from glacis.report.palette import Palette
from glacis.report.scene import SUB_DROP, SUB_SCALE, Item, Line, Patch, Raster, Scene, Text, runs
from glacis.ui.theme.theme import colour, font

_DASHES = {
    "solid": Qt.PenStyle.SolidLine,
    "dash": Qt.PenStyle.DashLine,
    "dot": Qt.PenStyle.DotLine,
    "dash-dot": Qt.PenStyle.DashDotLine,
}


_AT_ONCE = 48
"""Points of a hairline stroked in one go: for a longer path Qt's rasteriser finds its store too
small, enlarges it and begins again, which cost the first painting of a hatch ten milliseconds."""


def _polygon(points: tuple[float, ...]) -> QPolygonF:
    return QPolygonF([QPointF(points[i], points[i + 1]) for i in range(0, len(points), 2)])


def _pieces_of(line: Line) -> list[tuple[float, ...]]:
    """The points of a line, of a long solid hairline in pieces that share their ends."""
    if line.width > 1 or line.dash != "solid" or len(line.points) <= 2 * _AT_ONCE:
        return [line.points]
    ends = range(0, len(line.points) - 2, 2 * _AT_ONCE - 2)
    return [line.points[start : start + 2 * _AT_ONCE] for start in ends]


def _pen(code: str, width: float, dash: str) -> QPen:
    pen = QPen(colour(code))
    pen.setWidthF(width)
    pen.setStyle(_DASHES[dash])
    pen.setJoinStyle(Qt.PenJoinStyle.MiterJoin)
    return pen


def _advance(face: QFont, text: str) -> float:
    return QFontMetricsF(face).horizontalAdvance(text)


def _pieces(item: Text) -> list[tuple[str, QFont, float, float]]:
    """Each run of a text: words, face, lowering and width."""
    found = []
    for words, low in runs(item.text):
        face = font(item.face, item.size * SUB_SCALE if low else item.size)
        found.append((words, face, SUB_DROP * item.size if low else 0.0, _advance(face, words)))
    return found


def paint_text(painter: QPainter, item: Text, palette: Palette) -> None:
    """Paint words with their subscripts on their baseline."""
    painter.setPen(colour(palette[item.ink]))
    pieces = _pieces(item)
    width = sum(piece[3] for piece in pieces)
    x = -{"start": 0.0, "middle": width / 2, "end": width}[item.anchor]
    painter.save()
    painter.translate(item.x, item.y)
    if item.angle:
        painter.rotate(-item.angle)
    for words, face, drop, advance in pieces:
        painter.setFont(face)
        painter.drawText(QPointF(x, drop), words)
        x += advance
    painter.restore()


def _paint_raster(painter: QPainter, item: Raster, palette: Palette) -> None:
    size = item.columns, item.rows
    image = QImage(item.cells, *size, item.columns, QImage.Format.Format_Indexed8)
    image.setColorTable([colour(palette[ink]).rgb() for ink in item.inks])
    left, top, right, bottom = item.box
    painter.drawImage(QRectF(left, top, right - left, bottom - top), image)


def _paint(painter: QPainter, item: Item, palette: Palette) -> None:
    if isinstance(item, Line):
        painter.setPen(_pen(palette[item.ink], item.width, item.dash))
        for points in _pieces_of(item):
            painter.drawPolyline(_polygon(points))
    elif isinstance(item, Patch):
        painter.setPen(
            _pen(palette[item.ink], item.width, "solid") if item.ink else Qt.PenStyle.NoPen
        )
        painter.setBrush(QBrush(colour(palette[item.fill])) if item.fill else Qt.BrushStyle.NoBrush)
        painter.drawPolygon(_polygon(item.points))
    elif isinstance(item, Raster):
        _paint_raster(painter, item, palette)
    else:
        paint_text(painter, item, palette)


def paint_scene(painter: QPainter, scene: Scene, palette: Palette) -> None:
    """Paint every item of ``scene`` in order."""
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
    for item in scene.items:
        _paint(painter, item, palette)
