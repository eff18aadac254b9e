# SPDX-License-Identifier: GPL-3.0-or-later
"""An entry for a figure that takes any unit and says what it understood."""

from typing import Self

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QFocusEvent, QKeyEvent
from PyQt6.QtWidgets import QLineEdit, QWidget

from glacis.core.errors import ValueRefused
from glacis.core.units.format import with_unit
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity, System
from glacis.core.units.ranges import Range
from glacis.ui.plain import plain_tip


class UnitField(QLineEdit):
    """Shows one SI value in the reader's units; Return or leaving the field commits it.

    Escape takes back what was typed. What cannot be read is told and stays to be mended.
    """

    committed = pyqtSignal(float)
    said = pyqtSignal(str, bool)

    def __init__(
        self, name: str, quantity: Quantity, width: int = 92, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.setAccessibleName(name)
        self.setFixedWidth(width)
        self.setToolTip(plain_tip(f"{name}: type a figure in any unit, Return to take it"))
        self._name = name
        self._quantity = quantity
        self._system: System = "si"
        self._value = 0.0
        self._shown = ""
        self._may_be_empty = False
        self._bounds: Range | None = None
        self.textEdited.connect(self._listen)
        self.returnPressed.connect(self._commit)

    def bounded(self, bounds: Range) -> Self:
        """Tell in its hint between which figures the value may lie."""
        self._bounds = bounds
        return self

    def _tell_bounds(self, system: System) -> None:
        if self._bounds is not None:
            between = self._bounds.between(system)
            self.setToolTip(
                plain_tip(f"{self._name}, {between}: type a figure in any unit, Return to take it")
            )

    def measure(self, quantity: Quantity) -> None:
        """Take figures of another kind from now on."""
        self._quantity = quantity

    def show_value(self, value: float, system: System) -> None:
        """Show ``value``, unless the user is typing."""
        self._tell_bounds(system)
        fresh = with_unit(value, self._quantity, system)
        typing = self.hasFocus() and self.text() != self._shown
        self._value, self._system, self._shown = value, system, fresh
        if not typing:
            self._show()

    def show_limit(self, value: float | None, system: System, without: str = "no limit") -> None:
        """Show a value, or ``without`` where there is none; an emptied field commits 0 for none."""
        self.setPlaceholderText(without)
        self._may_be_empty = True
        if value is not None:
            self.show_value(value, system)
            return
        typing = self.hasFocus() and self.text() != self._shown
        self._value, self._system, self._shown = 0.0, system, ""
        if not typing:
            self._show()

    def _show(self) -> None:
        if self.text() != self._shown:
            self.setText(self._shown)
            self.setCursorPosition(0)
        self._mark(refused=False)

    def _mark(self, *, refused: bool) -> None:
        if bool(self.property("refused")) != refused:
            self.setProperty("refused", refused)
            style = self.style()
            if style is not None:
                style.unpolish(self)
                style.polish(self)

    def _listen(self, text: str) -> None:
        try:
            reading = parse(text, self._quantity, self._system, self._name)
        except ValueRefused:
            self.said.emit("", False)
            return
        self._mark(refused=False)
        self.said.emit(f"understood as {reading.understood}", False)

    def _commit(self) -> None:
        if self.text() == self._shown:
            return
        if self._may_be_empty and not self.text().strip():
            self._shown = self.text()
            self.committed.emit(0.0)
            return
        try:
            reading = parse(self.text(), self._quantity, self._system, self._name)
        except ValueRefused as fault:
            self._mark(refused=True)
            self.said.emit(fault.words(self._system), True)
            return
        self.said.emit("", False)
        self._shown = self.text()
        self.committed.emit(reading.value)

    def refuse(self) -> None:
        """Show the last good value again after the document refused a new one."""
        self._shown = with_unit(self._value, self._quantity, self._system)
        self._show()

    def focusOutEvent(self, event: QFocusEvent | None) -> None:
        """Leaving the field commits what was typed; what cannot be read is put back."""
        self._commit()
        if self.property("refused"):
            self.refuse()
        super().focusOutEvent(event)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Escape takes back what was typed."""
        if event is not None and event.key() == Qt.Key.Key_Escape and self.text() != self._shown:
            self._show()
            self.said.emit("", False)
            return
        super().keyPressEvent(event)
