# SPDX-License-Identifier: GPL-3.0-or-later
"""Contacts over the Junctions bench: what touches what in the selected build-up, and what holds here."""

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QHeaderView,
    QLineEdit,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QWidget,
)

from glacis.core.junctions.change import hold_contact, table_contact
from glacis.core.junctions.contacts import FAMILY_NAMES, VALUES, Touch, touches
from glacis.core.model.junctions import ContactRule
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight

HEADS = ("below", "above", "faces that meet", "value", "why")
WIDTHS = (130, 130, 170, 86, 200)
SAYS = {
    "compatible": "may touch", "separate": "a layer between", "test": "ask their makers", "forbidden": "may not touch",
}  # fmt: skip


class ContactPanel(BenchPanel):
    """Contacts of a build-up from outside to inside, and the project's own word on a pair."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Contacts", parent)
        self._desk = desk
        self.table = QTableWidget(0, len(HEADS))
        self.table.setAccessibleName("What touches what")
        self.table.setHorizontalHeaderLabels(list(HEADS))
        self.table.setEditTriggers(QTableWidget.EditTrigger.NoEditTriggers)
        self.table.setSelectionBehavior(QTableWidget.SelectionBehavior.SelectRows)
        self.table.itemSelectionChanged.connect(self._show_chosen)
        vertical, horizontal = self.table.verticalHeader(), self.table.horizontalHeader()
        if vertical is not None:
            vertical.hide()
        if horizontal is not None:
            horizontal.setStretchLastSection(True)
            horizontal.setSectionResizeMode(QHeaderView.ResizeMode.Interactive)
        for column, width in enumerate(WIDTHS):
            self.table.setColumnWidth(column, width)
        self.column.addWidget(self.table, 1)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.value = chooser(
            "What holds in this project", tuple((SAYS[value], value) for value in VALUES)
        )
        self.reason = QLineEdit()
        self.reason.setAccessibleName("Why it differs from the table")
        self.reason.setToolTip(
            "Why it differs from the table, such as the maker's letter and its date"
        )
        self.hold, self.back = QPushButton("Hold it so"), QPushButton("As the table has it")
        self.hold.setToolTip("Hold otherwise than the table about these two, with the reason")
        self.back.setToolTip("Let the table speak again about these two")
        self.hold.clicked.connect(self._hold)
        self.back.clicked.connect(self._let_go)
        for widget in (
            label("Here they", "second small"),
            self.value,
            label("because", "second small"),
        ):
            row.addWidget(widget)
        row.addWidget(self.reason, 1)
        row.addWidget(self.hold)
        row.addWidget(self.back)
        self.column.addLayout(row)
        words = (
            "The face decides, not the core. Cured concrete harms nothing; fresh concrete does. The products' own "
            "approvals outrank the table."
        )
        self.column.addWidget(label(words, "second small", wrap=True))
        self.finish()
        self._touches: tuple[Touch, ...] = ()

    @property
    def chosen(self) -> Touch | None:
        """The contact in the hand."""
        row = self.table.currentRow()
        return self._touches[row] if 0 <= row < len(self._touches) else None

    def refresh(self) -> None:
        """Show the contacts of the selected area."""
        area, held = self._desk.area, self.table.currentRow()
        layers = area.roof.layers if area is not None else ()
        listed = [(x.id, x.material.id if x.material is not None else "", x.kind) for x in layers]
        self._touches = tuple(reversed(touches(listed, self._desk.project.contacts)))
        names = {layer.id: layer.name for layer in layers}
        self.table.setRowCount(len(self._touches))
        for row, touch in enumerate(self._touches):
            faces = (
                " on ".join(FAMILY_NAMES[face] for face in reversed(touch.faces))
                if touch.faces
                else "not known"
            )
            own = " (own)" if touch.judged.own else ""
            texts = (
                names[touch.below],
                names[touch.above],
                faces,
                SAYS[touch.judged.value] + own,
                touch.judged.reason,
            )
            for column, text in enumerate(texts):
                item = QTableWidgetItem(text)
                item.setToolTip(plain_tip(text))
                self.table.setItem(row, column, item)
        if self._touches:
            self.table.setCurrentCell(min(max(held, 0), len(self._touches) - 1), 0)
        self._show_chosen()

    def _show_chosen(self) -> None:
        touch = self.chosen
        known = touch is not None and touch.faces is not None
        for widget in (self.value, self.reason, self.hold):
            widget.setEnabled(known)
        self.back.setEnabled(touch is not None and touch.judged.own)
        if touch is not None:
            self.value.setCurrentIndex(self.value.findData(touch.judged.value))
            self.reason.setText(touch.judged.reason if touch.judged.own else "")

    def _hold(self) -> None:
        touch = self.chosen
        if touch is None or touch.faces is None:
            return
        first, second = touch.faces
        rule = ContactRule(
            first=first,
            second=second,
            value=self.value.currentData(),
            reason=self.reason.text().strip(),
        )
        if self._desk.act("Hold a contact", lambda p: hold_contact(p, rule)):
            self.refresh()

    def _let_go(self) -> None:
        touch = self.chosen
        if touch is not None and touch.faces is not None:
            first, second = touch.faces
            self._desk.act("As the table has it", lambda p: table_contact(p, first, second))
            self.refresh()
