# SPDX-License-Identifier: GPL-3.0-or-later
"""A short list of alike things as a table of fields: one row each, to be changed, added to and taken from."""

from collections.abc import Sequence
from functools import partial
from typing import Any

from msgspec import Struct
from msgspec.structs import replace
from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import QComboBox, QHeaderView, QLineEdit, QTableWidget, QWidget

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity, System
from glacis.core.units.ranges import ranges_of
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.unit_field import UnitField

ROW_HEIGHT = 34


class Column(Struct, frozen=True):
    """A column of the table.

    Attributes:
        key: of the thing's attribute.
        head: over the column.
        name: what it is, told by hints and to readers of the screen.
        width: [pt].
        quantity: of a figure.
        choices: words and values, where it is no figure.
        zero: what 0 stands for; empty where it is a figure like others.
        words: whether it holds words that are typed.
    """

    key: str
    head: str
    name: str
    width: int
    quantity: Quantity = Quantity.FACTOR
    choices: tuple[tuple[str, Any], ...] = ()
    zero: str = ""
    words: bool = False


Cell = UnitField | QComboBox | QLineEdit


def _show_words(line: QLineEdit, words: str) -> None:
    """Show words, unless somebody is typing there."""
    if line.text() != words and not (line.hasFocus() and line.isModified()):
        line.setText(words)
        line.setCursorPosition(0)


class NodeSheet(QTableWidget):
    """Things of one kind; each change tells what all of them would be."""

    changed = pyqtSignal(object)
    said = pyqtSignal(str, bool)

    def __init__(self, name: str, node: type[Node], columns: Sequence[Column]) -> None:
        super().__init__(0, len(columns))
        self.setAccessibleName(name)
        self.setToolTip(plain_tip(name))
        self._node, self._columns = node, tuple(columns)
        self._nodes: tuple[Any, ...] = ()
        self._drawn: list[list[Cell]] = []
        self.setHorizontalHeaderLabels([column.head for column in columns])
        vertical, horizontal = self.verticalHeader(), self.horizontalHeader()
        if vertical is not None:
            vertical.hide()
            vertical.setDefaultSectionSize(ROW_HEIGHT)
        if horizontal is not None:
            horizontal.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAsNeeded)
        for number, column in enumerate(columns):
            self.setColumnWidth(number, column.width)

    def show_nodes(self, nodes: Sequence[Any], system: System) -> None:
        """Show things as they are; fields that stay keep what is being typed in them."""
        self._nodes = tuple(nodes)
        if len(self._drawn) != len(nodes):
            self._lay(len(nodes))
        for widgets, node in zip(self._drawn, self._nodes, strict=True):
            for widget, column in zip(widgets, self._columns, strict=True):
                value = getattr(node, column.key)
                if isinstance(widget, UnitField) and column.zero:
                    widget.show_limit(value or None, system, column.zero)
                elif isinstance(widget, UnitField):
                    widget.show_value(value, system)
                elif isinstance(widget, QLineEdit):
                    _show_words(widget, value)
                else:
                    widget.setCurrentIndex(widget.findData(value))

    def field(self, row: int, key: str) -> Cell:
        """The field of a thing's attribute."""
        return self._drawn[row][[column.key for column in self._columns].index(key)]

    def _lay(self, rows: int) -> None:
        self.setRowCount(0)
        self.setRowCount(rows)
        self._drawn = []
        for row in range(rows):
            widgets = [self._made(row, column) for column in self._columns]
            for number, widget in enumerate(widgets):
                self.setCellWidget(row, number, widget)
            self._drawn.append(widgets)

    def _made(self, row: int, column: Column) -> Cell:
        name = f"{column.name}, {row + 1}"
        if column.choices:
            box = chooser(name, column.choices)
            box.activated.connect(lambda _k: self._take(row, column.key, box.currentData()))
            return box
        if column.words:
            line = QLineEdit()
            line.setAccessibleName(name)
            line.setToolTip(plain_tip(name))
            line.editingFinished.connect(lambda: self._take_words(row, column.key, line))
            return line
        field = UnitField(name, column.quantity, column.width - 2)
        field.bounded(ranges_of(self._node)[column.key])
        field.committed.connect(partial(self._take, row, column.key))
        field.said.connect(self.said)
        return field

    def _take_words(self, row: int, key: str, line: QLineEdit) -> None:
        words = line.text().strip()
        if row < len(self._nodes) and words != getattr(self._nodes[row], key):
            self._take(row, key, words)

    def _take(self, row: int, key: str, value: Any) -> None:
        changed = replace(self._nodes[row], **{key: value})
        self.changed.emit((*self._nodes[:row], changed, *self._nodes[row + 1 :]))

    def refuse(self) -> None:
        """Show the last good values again."""
        for widgets, node in zip(self._drawn, self._nodes, strict=True):
            for widget, column in zip(widgets, self._columns, strict=True):
                if isinstance(widget, UnitField):
                    widget.refuse()
                elif isinstance(widget, QLineEdit):
                    widget.setText(getattr(node, column.key))

    def add(self, node: Node) -> None:
        """One more, after the row in the hand."""
        at = self.currentRow() + 1 if self.currentRow() >= 0 else len(self._nodes)
        self.changed.emit((*self._nodes[:at], node, *self._nodes[at:]))

    def take_away(self) -> None:
        """Without the row in the hand, else without the last."""
        at = self._row_in_hand()
        if self._nodes:
            self.changed.emit((*self._nodes[:at], *self._nodes[at + 1 :]))

    def _row_in_hand(self) -> int:
        focus: QWidget | None = self.focusWidget()
        for row, widgets in enumerate(self._drawn):
            if focus in widgets:
                return row
        return self.currentRow() if self.currentRow() >= 0 else len(self._nodes) - 1
