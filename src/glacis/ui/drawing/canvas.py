# SPDX-License-Identifier: GPL-3.0-or-later
"""A widget that shows a scene and tells what the pointer does to its parts."""

from collections.abc import Callable

from PyQt6.QtCore import QBuffer, QEvent, QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import (
    QCursor,
    QFocusEvent,
    QFontMetricsF,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QResizeEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import QToolTip, QWidget

from glacis.report.palette import SHEET, Palette
from glacis.report.scene import Hot, Scene, Text, saying
from glacis.ui.drawing.painter import paint_scene
from glacis.ui.painting import painting, tell_once
from glacis.ui.plain import plain_tip
from glacis.ui.theme.theme import colour, font

_CURSORS = {
    "face": Qt.CursorShape.SizeVerCursor,
    "temperature": Qt.CursorShape.SizeVerCursor,
    "humidity": Qt.CursorShape.SizeVerCursor,
    "layer": Qt.CursorShape.PointingHandCursor,
    "month": Qt.CursorShape.PointingHandCursor,
    "area": Qt.CursorShape.PointingHandCursor,
    "cut": Qt.CursorShape.PointingHandCursor,
    "corner": Qt.CursorShape.SizeAllCursor,
    "rim": Qt.CursorShape.SizeAllCursor,
    "rim-corner": Qt.CursorShape.SizeAllCursor,
    "thing": Qt.CursorShape.OpenHandCursor,
    "means": Qt.CursorShape.PointingHandCursor,
    "outlet": Qt.CursorShape.OpenHandCursor,
    "overflow": Qt.CursorShape.OpenHandCursor,
    "line": Qt.CursorShape.OpenHandCursor,
}


def png_of(widget: QWidget) -> bytes:
    """A widget as it looks now, as a PNG file."""
    buffer = QBuffer()
    buffer.open(QBuffer.OpenModeFlag.WriteOnly)
    widget.grab().save(buffer, "PNG")
    return bytes(buffer.data().data())


class Canvas(QWidget):
    """Shows what ``build`` draws for its size and reports presses, drags and keys.

    While something is dragged a note stands beside the hand.
    """

    pressed = pyqtSignal(object, QPointF)
    dragged = pyqtSignal(QPointF, object)
    released = pyqtSignal(QPointF)
    double_clicked = pyqtSignal(object, QPointF)
    hovered = pyqtSignal(QPointF, object)
    wheeled = pyqtSignal(QPointF, float)
    key = pyqtSignal(QKeyEvent)

    def __init__(self, name: str, least: QSize, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setAccessibleName(name)
        self.setMouseTracking(True)
        self.modifiers = Qt.KeyboardModifier.NoModifier
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(least)
        self._build: Callable[[float, float], Scene] | None = None
        self._palette = SHEET
        self._scene: Scene | None = None
        self._hover: Hot | None = None
        self._note: tuple[QPointF, str] | None = None
        self._marker: tuple[float, float, float] | None = None
        self._dragging = False
        self._stale = False

    @property
    def scene(self) -> Scene | None:
        """What is shown, drawn only once it is looked at."""
        if self._stale and self._build is not None:
            self._stale = False
            size = float(self.width()), float(self.height())
            try:
                self._scene = self._build(*size)
            except Exception as fault:  # noqa: BLE001 - what cannot be drawn must not end the program
                tell_once(self, fault)
                words = f"This cannot be drawn ({type(fault).__name__}); nothing else is lost."
                self._scene = saying(words)(*size)
            self._find_hover_again(self._scene)
        return self._scene

    def _find_hover_again(self, scene: Scene) -> None:
        if self._hover is not None:
            wanted = (self._hover.kind, self._hover.id)
            self._hover = next((h for h in scene.hot if (h.kind, h.id) == wanted), None)

    def show_scene(self, build: Callable[[float, float], Scene], palette: Palette) -> None:
        """Show what ``build`` makes for a width and height."""
        self._build, self._palette = build, palette
        self._stale = True
        self.update()

    def set_note(self, position: QPointF | None, text: str = "") -> None:
        """Show a figure beside the hand, or none."""
        self._note = None if position is None else (position, text)
        self.update()

    def set_marker(self, marker: tuple[float, float, float] | None) -> None:
        """Show where something dragged would be put: left, right and y of a line."""
        self._marker = marker
        self.update()

    def hot_at(self, position: QPointF) -> Hot | None:
        """The topmost part under the pointer: the last described wins."""
        scene = self.scene
        if scene is None:
            return None
        x, y = position.x(), position.y()
        return next((hot for hot in reversed(scene.hot) if hot.holds(x, y)), None)

    def words_at(self, position: QPointF) -> list[str]:
        """What is written under the pointer, what lies there, and what the whole drawing shows."""
        x, y = position.x(), position.y()
        items = self.scene.items if self.scene is not None else ()
        written = [item.text for item in items if isinstance(item, Text) and item.covers(x, y)]
        hot = self.hot_at(position)
        there = [hot.hint.partition("\n")[0], hot.kind] if hot is not None else []
        return [*written, *there, self.accessibleName()]

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Draw anew for the new size."""
        super().resizeEvent(event)
        self._stale = True

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """Paint scene, hover mark, insertion mark, note and focus."""
        with painting(self) as painter:
            painter.fillRect(self.rect(), colour(self._palette["bench"]))
            scene = self.scene
            if scene is not None:
                paint_scene(painter, scene, self._palette)
            self._paint_hover(painter)
            self._paint_marker(painter)
            self._paint_note(painter)
            if self.hasFocus():
                painter.setPen(QPen(colour(self._palette["accent"]), 1.0, Qt.PenStyle.DotLine))
                painter.setBrush(Qt.BrushStyle.NoBrush)
                painter.drawRect(self.rect().adjusted(1, 1, -2, -2))

    def _paint_hover(self, painter: QPainter) -> None:
        if self._hover is None or self._hover.kind != "face":
            return
        left, top, right, bottom = self._hover.box
        y = (top + bottom) / 2
        painter.setPen(QPen(colour(self._palette["accent"]), 2.0))
        painter.drawLine(QPointF(left, y), QPointF(right, y))
        grip = QRectF((left + right) / 2 - 14, y - 4, 28, 8)
        painter.setBrush(colour(self._palette["bench"]))
        painter.drawRect(grip)
        for dx in (-6, 0, 6):
            x = grip.center().x() + dx
            painter.drawLine(QPointF(x, y - 2), QPointF(x, y + 2))

    def _paint_marker(self, painter: QPainter) -> None:
        if self._marker is None:
            return
        left, right, y = self._marker
        painter.setPen(QPen(colour(self._palette["accent"]), 3.0))
        painter.drawLine(QPointF(left - 8, y), QPointF(right + 8, y))

    def _paint_note(self, painter: QPainter) -> None:
        if self._note is None:
            return
        position, text = self._note
        face = font("semibold", 13)
        painter.setFont(face)
        lines = text.split("\n")
        width = max(QFontMetricsF(face).horizontalAdvance(line) for line in lines) + 16
        height = 18.0 * len(lines) + 8
        x = min(position.x() + 18, self.width() - width - 4)
        y = max(4.0, min(position.y() - height - 6, self.height() - height - 4))
        painter.setPen(QPen(colour(self._palette["accent"]), 1.0))
        painter.setBrush(colour(self._palette["bench"]))
        painter.drawRect(QRectF(x, y, width, height))
        painter.setPen(colour(self._palette["ink"]))
        for number, line in enumerate(lines):
            painter.drawText(QPointF(x + 8, y + 18 + 18 * number), line)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Report what was pressed."""
        if event is None or event.button() != Qt.MouseButton.LeftButton:
            return
        self._dragging = True
        self.modifiers = event.modifiers()
        self.pressed.emit(self.hot_at(event.position()), event.position())

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """Report a drag, or show what could be dragged."""
        if event is None:
            return
        if self._dragging:
            self.dragged.emit(event.position(), event.modifiers())
            return
        self.hovered.emit(event.position(), event.modifiers())
        hover = self.hot_at(event.position())
        if hover != self._hover:
            self._hover = hover
            shape = _CURSORS.get(hover.kind) if hover else None
            self.setCursor(shape if shape is not None else Qt.CursorShape.ArrowCursor)
            self.update()

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        """Report the end of a drag."""
        if event is None or not self._dragging:
            return
        self._dragging = False
        self.released.emit(event.position())

    def focusOutEvent(self, event: QFocusEvent | None) -> None:
        """What takes the keyboard away, such as a dialog, also keeps the button's release to itself."""
        super().focusOutEvent(event)
        if self._dragging:
            self._dragging = False
            self.released.emit(QPointF(self.mapFromGlobal(QCursor.pos())))

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:
        """Report a double click."""
        if event is not None:
            self.double_clicked.emit(self.hot_at(event.position()), event.position())

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        """Report notches of the wheel, upwards positive, where anyone listens."""
        if event is None:
            return
        event.setAccepted(self.receivers(self.wheeled) > 0)
        if event.isAccepted():
            self.wheeled.emit(event.position(), event.angleDelta().y() / 120.0)

    def leaveEvent(self, _event: QEvent | None) -> None:
        """Nothing is under the pointer any more."""
        self._hover = None
        self.setCursor(Qt.CursorShape.ArrowCursor)
        self.update()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Offer the key to the bench; what it ignores goes on its way. A hand that drags is left alone."""
        if event is None or (self._dragging and event.key() != Qt.Key.Key_Escape):
            return
        event.ignore()
        self.key.emit(event)
        if not event.isAccepted():
            super().keyPressEvent(event)

    def event(self, event: QEvent | None) -> bool:
        """Show the hint of the part under the pointer."""
        if event is not None and event.type() == QEvent.Type.ToolTip:
            hot = self.hot_at(QPointF(event.pos()))  # type: ignore[attr-defined]
            if hot and hot.hint:
                QToolTip.showText(event.globalPos(), plain_tip(hot.hint), self)  # type: ignore[attr-defined]
            else:
                QToolTip.hideText()
            return True
        return super().event(event)
