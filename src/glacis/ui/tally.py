# SPDX-License-Identifier: GPL-3.0-or-later
"""The tally: headline figures of the selected area, each opening its working."""

from PyQt6.QtCore import QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QFontMetrics, QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QAbstractButton, QHBoxLayout, QWidget

from glacis.core.figures.headline import Headline
from glacis.core.units.format import number, with_unit
from glacis.report.scene import Text
from glacis.ui.desk import Desk
from glacis.ui.drawing.painter import paint_text
from glacis.ui.painting import painting
from glacis.ui.plain import plain_tip
from glacis.ui.theme.theme import colour, font
from glacis.ui.widgets.labels import tight
from glacis.ui.widgets.severity import paint_mark

HEIGHT = 64
ROOMY, TIGHT = 32, 20
"""Margins of a cell, where there is room and where there is none."""


def target_words(figure: Headline, desk: Desk) -> str:
    """The target of a figure in words, and whether it is met."""
    if figure.limit is None:
        return ""
    sign = "at most" if figure.less_is_better else "at least"
    shown = number(figure.limit, figure.quantity, desk.system) if figure.limit else "0"
    if figure.screwed is not None:
        screwed = number(figure.screwed, figure.quantity, desk.system)
        return f"{sign} {shown}: met, {screwed} with usual screws"
    return f"{sign} {shown}: {'met' if figure.meets else 'missed'}"


class TallyCell(QAbstractButton):
    """One figure: its name, its value large, its target."""

    def __init__(self, desk: Desk, figure: Headline) -> None:
        super().__init__()
        self._desk = desk
        self.figure = figure
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFixedHeight(HEIGHT)

    def show_figure(self, figure: Headline) -> None:
        """Show another value."""
        before = self.sizeHint()
        self.figure = figure
        shown = with_unit(figure.value, figure.quantity, self._desk.system)
        self.setAccessibleName(f"{figure.name} {shown} {target_words(figure, self._desk)}")
        self.setToolTip(plain_tip(f"{figure.name}: {shown}. Click for its working."))
        if self.sizeHint() != before:
            self.updateGeometry()
        self.update()

    def _texts(self) -> tuple[str, str]:
        system = self._desk.system
        value = number(self.figure.value, self.figure.quantity, system)
        return value, self.figure.quantity.unit(system).symbol

    def sizeHint(self) -> QSize:
        """Room for the widest of the three lines."""
        value, unit = self._texts()
        large = QFontMetrics(font("semibold", 22)).horizontalAdvance(value)
        small = QFontMetrics(font("regular", 12))
        head = small.horizontalAdvance(f"{self.figure.name}  {unit}")
        tail = small.horizontalAdvance(target_words(self.figure, self._desk))
        return QSize(max(large, head, tail) + ROOMY, HEIGHT)

    def minimumSizeHint(self) -> QSize:
        """A cell gives up its margins, never its words."""
        return QSize(self.sizeHint().width() - ROOMY + TIGHT, HEIGHT)

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """Name and unit, figure, target; a bar where the target is missed."""
        palette = self._desk.palette
        with painting(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
            value, unit = self._texts()
            if self.figure.meets is False:
                paint_mark(painter, QRectF(5, 8, 5, 48), "mind", palette)
            paint_text(painter, Text(16, 17, f"{self.figure.name}  {unit}", 12, "second"), palette)
            painter.setPen(colour(palette["accent" if self.underMouse() else "ink"]))
            painter.setFont(font("semibold", 22))
            painter.drawText(QRectF(16, 18, self.width(), 28), Qt.AlignmentFlag.AlignVCenter, value)
            painter.setFont(font("regular", 12))
            doubtful = self.figure.meets is False or self.figure.screwed is not None
            painter.setPen(colour(palette["mind" if doubtful else "second"]))
            painter.drawText(
                QRectF(16, 46, self.width(), 14), 0, target_words(self.figure, self._desk)
            )
            if self.hasFocus():
                painter.setPen(QPen(colour(palette["accent"]), 2))
                painter.drawRect(self.rect().adjusted(2, 2, -3, -3))


class Tally(QWidget):
    """The row of figures."""

    opened = pyqtSignal(str)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.setWhatsThis("The figures of the selected area; each opens its working.")
        self.setFixedHeight(HEIGHT)
        self._row = tight(QHBoxLayout(self), (0, 0, 0, 0), 0)
        self._row.addStretch(1)
        self._cells: dict[str, TallyCell] = {}

    def refresh(self) -> None:
        """Show the selected area's figures."""
        area = self._desk.area
        figures = area.headlines if area else ()
        for figure in figures:
            cell = self._cells.get(figure.id)
            if cell is None:
                cell = TallyCell(self._desk, figure)
                cell.clicked.connect(lambda _on=False, name=figure.id: self.opened.emit(name))
                self._cells[figure.id] = cell
                self._row.insertWidget(self._row.count() - 1, cell)
            cell.show_figure(figure)
        for cell in self._cells.values():
            cell.setVisible(bool(figures))

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """A hairline above, and a word where there is nothing to tell."""
        with painting(self) as painter:
            painter.setPen(colour(self._desk.palette["hairline"]))
            painter.drawLine(0, 0, self.width(), 0)
            if self._desk.area is None:
                painter.setPen(colour(self._desk.palette["second"]))
                painter.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, "No roof area yet")
