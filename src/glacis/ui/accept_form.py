# SPDX-License-Identifier: GPL-3.0-or-later
"""Accepting a finding: who, in which role, and why; it stays on the record."""

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QFrame, QLineEdit, QPushButton, QVBoxLayout

from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.paragraph import Paragraph


class AcceptForm(QFrame):
    """Three lines and a button; name and role are remembered for the next time."""

    accepted = pyqtSignal(str, str, str)

    def __init__(self, desk: Desk, room: int) -> None:
        super().__init__()
        column = tight(QVBoxLayout(self), (0, 4, 0, 2), 4)
        words = "Accepting keeps the finding on record. It opens again when the roof changes."
        column.addWidget(Paragraph(desk, room, words, 12, "second"))
        self.who = self._line("Name", desk.settings.decider)
        self.role = self._line("Role", desk.settings.role)
        self.reason = self._line("Reason", "")
        for field in (self.who, self.role, self.reason):
            column.addWidget(field)
        self.take = QPushButton("Put it on record")
        self.take.setToolTip("Accept the finding with this name and reason; one undo takes it back")
        self.take.clicked.connect(self._take)
        self.reason.returnPressed.connect(self._take)
        self.told = label(kind="refused", wrap=True)
        self.told.hide()
        column.addWidget(self.told)
        column.addWidget(self.take)

    def _line(self, name: str, value: str) -> QLineEdit:
        field = QLineEdit(value)
        field.setPlaceholderText(name)
        field.setAccessibleName(name)
        field.setToolTip(plain_tip(name))
        return field

    def _take(self) -> None:
        who, role, reason = (x.text().strip() for x in (self.who, self.role, self.reason))
        if not who or not reason:
            self.told.setText("A name and a reason are needed.")
            self.told.show()
            (self.reason if who else self.who).setFocus()
            return
        self.accepted.emit(who, role, reason)
