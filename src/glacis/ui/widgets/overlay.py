# SPDX-License-Identifier: GPL-3.0-or-later
"""A panel that lies over a bench until it has done its work."""

from PyQt6.QtCore import QEvent, QObject, QRect, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QResizeEvent
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from glacis.ui.widgets.labels import label, tight


class Overlay(QFrame):
    """Heading, content, and a row of buttons with Close at its end; Escape closes."""

    closed = pyqtSignal()

    def __init__(self, heading: str, parent: QWidget) -> None:
        super().__init__(parent)
        self.setProperty("popup", True)
        self.column: QVBoxLayout = tight(QVBoxLayout(self), (12, 10, 12, 12), 8)
        self.heading = label(heading, "heading")
        self.column.addWidget(self.heading)
        self.buttons = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self._area = QRect()
        self._wanted: tuple[int, int | None] = (0, None)
        parent.installEventFilter(self)
        self.hide()

    def finish(self) -> None:
        """Lay the buttons below everything else; Close comes last."""
        close = QPushButton("Close")
        close.setToolTip("Close (Esc)")
        close.clicked.connect(self.dismiss)
        self.buttons.addStretch(1)
        self.buttons.addWidget(close)
        self.column.addLayout(self.buttons)

    def show_over(self, area: QRect, width: int, height: int | None = None) -> None:
        """Lie over the right part of ``area``, as tall as it or as ``height``."""
        self._area, self._wanted = area, (width, height)
        self._lie()
        self.show()
        self.raise_()

    def _lie(self) -> None:
        area, (width, height) = self._area, self._wanted
        width = min(width, area.width())
        height = min(height or area.height(), area.height())
        self.setGeometry(area.right() - width + 1, area.top(), width, height)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """Grow and shrink with the bench."""
        if isinstance(event, QResizeEvent) and self.isVisible():
            by = event.size() - event.oldSize()
            self._area.setSize(self._area.size() + by)
            self._lie()
        return super().eventFilter(watched, event)

    def dismiss(self) -> None:
        """Go away and give the focus back to whoever listens."""
        if self.isVisible():
            self.closed.emit()
            self.hide()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Escape closes."""
        if event is not None and event.key() == Qt.Key.Key_Escape:
            self.dismiss()
        else:
            super().keyPressEvent(event)
