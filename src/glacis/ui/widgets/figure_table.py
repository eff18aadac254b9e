# SPDX-License-Identifier: GPL-3.0-or-later
"""Figures in as many columns as have room for all of their words."""

from PyQt6.QtCore import QSize
from PyQt6.QtGui import QResizeEvent
from PyQt6.QtWidgets import QGridLayout, QSizePolicy, QWidget

from glacis.ui.widgets.figure_link import FigureLink

GAP = 12


class FigureTable(QWidget):
    """Named figures side by side; a narrow window gives them more rows, never less room."""

    def __init__(self, figures: dict[str, FigureLink], most: int) -> None:
        super().__init__()
        self._links = tuple(figures.values())
        self._most = most
        self._columns = 0
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setHorizontalSpacing(GAP)
        self._grid.setVerticalSpacing(0)
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Minimum)
        self.refit()

    def minimumSizeHint(self) -> QSize:
        """As narrow as one likes."""
        return QSize(0, self._grid.minimumSize().height())

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Another width may ask for other columns."""
        super().resizeEvent(event)
        self.refit()

    def refit(self) -> None:
        """Take the most columns that fit, after a figure or the width has changed."""
        columns = next((n for n in range(self._most, 1, -1) if self._asks(n) <= self.width()), 1)
        if columns == self._columns:
            return
        self._columns = columns
        for number, link in enumerate(self._links):
            self._grid.addWidget(link, *divmod(number, columns))
        self.updateGeometry()

    def _asks(self, columns: int) -> int:
        widths = [link.sizeHint().width() for link in self._links]
        return sum(max(widths[k::columns]) for k in range(columns)) + GAP * (columns - 1)
