# SPDX-License-Identifier: GPL-3.0-or-later
"""A figure that opens its working when it is pressed."""

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtGui import QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QAbstractButton

from glacis.report.scene import Text
from glacis.ui.desk import Desk
from glacis.ui.drawing.painter import paint_text
from glacis.ui.painting import painting
from glacis.ui.plain import plain_tip
from glacis.ui.theme.theme import colour
from glacis.ui.widgets.paragraph import text_advance

HEIGHT = 36


class FigureLink(QAbstractButton):
    """A name and, beneath it, its figure; the whole answers to hand and keyboard."""

    def __init__(self, desk: Desk, name: str) -> None:
        super().__init__()
        self._desk = desk
        self._name = name
        self._figure = ""
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFixedHeight(HEIGHT)

    @property
    def figure(self) -> str:
        """The figure with its unit."""
        return self._figure

    def show_figure(self, figure: str) -> None:
        """Show another figure."""
        self._figure = figure
        self.setAccessibleName(f"{self._name}: {figure}")
        self.setToolTip(plain_tip(f"{self._name}: {figure}. Click for its working."))
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """Room for the wider of its two lines."""
        name = text_advance(self._name, "regular", 12)
        figure = text_advance(self._figure, "regular", 13)
        return QSize(round(max(name, figure)) + 10, HEIGHT)

    def minimumSizeHint(self) -> QSize:
        """Never squeezed."""
        return self.sizeHint()

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """The name, the figure, and a visible focus."""
        palette = self._desk.palette
        with painting(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
            ink = "accent" if self.underMouse() else "ink"
            paint_text(painter, Text(2, 13, self._name, 12, "second"), palette)
            paint_text(painter, Text(2, 30, self._figure, 13, ink), palette)
            if self.hasFocus():
                painter.setPen(QPen(colour(palette["accent"]), 2))
                painter.drawRect(self.rect().adjusted(0, 0, -1, -1))
