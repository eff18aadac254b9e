# SPDX-License-Identifier: GPL-3.0-or-later
"""The tables of ventilation: every figure with its source, to be stated otherwise."""

from functools import partial

from PyQt6.QtCore import QRect, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHeaderView, QTableWidget, QTableWidgetItem, QWidget

from glacis.core.air.change import ship_table_value, state_table_value
from glacis.core.air.tables import TableCell, table_cells, tables_with
from glacis.core.errors import ValueRefused
from glacis.core.model.air import TableValue
from glacis.core.units.format import significant
from glacis.core.units.ranges import finite
from glacis.ui.desk import Desk
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.labels import label

HEADS = ("what", "figure", "value", "source", "")
VALUE, SOURCE, MARK = 2, 3, 4
WORDS = {
    "low": "low, share or m of slot", "high": "high, share or m of slot", "depth": "clear depth, m",
    "net": "left open", "fouling": "left of that after years", "value": "factor",
}  # fmt: skip


class FigureSheet(QTableWidget):
    """A table in which Delete takes a figure as it is shipped again."""

    def __init__(self, panel: "TablePanel") -> None:
        super().__init__(0, len(HEADS))
        self._panel = panel

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Delete goes back to what is shipped."""
        if event is not None and event.key() == Qt.Key.Key_Delete:
            self._panel.ship(self.currentRow())
        else:
            super().keyPressEvent(event)


class TablePanel(BenchPanel):
    """Rules, screens and losses, figure by figure."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Tables of ventilation", parent)
        self._desk = desk
        self._filling = False
        self._cells: tuple[TableCell, ...] = ()
        self.table = FigureSheet(self)
        self.table.setAccessibleName("Figures of rules, screens and losses")
        self.table.setToolTip("Type a value or its source; Delete takes the shipped one again")
        self.table.setHorizontalHeaderLabels(list(HEADS))
        vertical, horizontal = self.table.verticalHeader(), self.table.horizontalHeader()
        if vertical is not None:
            vertical.hide()
        if horizontal is not None:
            horizontal.setSectionResizeMode(QHeaderView.ResizeMode.Interactive)
            horizontal.setStretchLastSection(True)
        self.table.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        for column, width in enumerate((205, 150, 66, 190)):
            self.table.setColumnWidth(column, width)
        self.table.itemChanged.connect(self._typed)
        self.column.addWidget(self.table, 1)
        words = (
            "Figures marked recalled were written down from memory of the practice they name: confirm them, then type "
            "them with their source. What the project states counts in it alone. The local code outranks every row."
        )
        self.column.addWidget(label(words, "second small", wrap=True))
        self.finish()

    def open_over(self, area: QRect) -> None:
        """Lie over the bench."""
        super().open_over(area)
        self.table.setFocus()

    def refresh(self) -> None:
        """Show every figure as it is."""
        stated = self._desk.project.air_values
        self._cells = table_cells(tables_with(stated), stated)
        self._filling = True
        self.table.setRowCount(len(self._cells))
        for number, cell in enumerate(self._cells):
            mark = "stated here" if cell.own else "recalled" if cell.confirm else ""
            texts = (cell.name, WORDS[cell.column], significant(cell.value), cell.source, mark)
            for column, text in enumerate(texts):
                item = QTableWidgetItem(text)
                if column not in (VALUE, SOURCE):
                    item.setFlags(item.flags() & ~Qt.ItemFlag.ItemIsEditable)
                self.table.setItem(number, column, item)
        self._filling = False

    def ship(self, row: int) -> None:
        """Take the figure of a row as it is shipped again."""
        if 0 <= row < len(self._cells):
            cell = self._cells[row]
            self._desk.act(
                "Take shipped figure", partial(ship_table_value, row=cell.row, column=cell.column)
            )
            self.refresh()

    def _typed(self, item: QTableWidgetItem) -> None:
        if self._filling or item.column() not in (VALUE, SOURCE):
            return
        cell = self._cells[item.row()]
        value, source = cell.value, cell.source if cell.own else ""
        if item.column() == SOURCE:
            source = item.text().strip()
        else:
            try:
                value = finite(item.text().replace("−", "-").replace(",", "."))
            except ValueError:
                fault = ValueRefused(WORDS[cell.column], item.text(), "a number")
                self._desk.refused.emit(str(fault))
                self.refresh()
                return
        made = TableValue(row=cell.row, column=cell.column, value=value, source=source)
        self._desk.act("State figure of a table", partial(state_table_value, value=made))
        self.refresh()
