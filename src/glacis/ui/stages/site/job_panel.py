# SPDX-License-Identifier: GPL-3.0-or-later
"""What the job is called: it stands on the report's first page."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QRect
from PyQt6.QtWidgets import QGridLayout, QLineEdit, QWidget

from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.overlay import Overlay

FIELDS = (
    ("name", "Name"), ("number", "Number"), ("author", "Author"), ("client", "Client"), ("note", "Note"),
)  # fmt: skip


class JobPanel(Overlay):
    """Name, number, author, client and note; each is taken when its field is left."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("The job", parent)
        self._desk = desk
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        grid.setVerticalSpacing(6)
        self.fields: dict[str, QLineEdit] = {}
        for row, (key, words) in enumerate(FIELDS):
            line = QLineEdit()
            line.setAccessibleName(words)
            line.setToolTip(plain_tip(f"{words} of the project, as the report prints it"))
            line.editingFinished.connect(partial(self._take, key))
            grid.addWidget(label(words, "second"), row, 0)
            grid.addWidget(line, row, 1)
            self.fields[key] = line
        self.column.addLayout(grid)
        self.column.addStretch(1)
        self.finish()

    def open_over(self, area: QRect) -> None:
        """Show what is stated."""
        self.refresh()
        self.show_over(area, 460, 300)
        self.fields["name"].setFocus()

    def refresh(self) -> None:
        """Show the project's fields."""
        for key, line in self.fields.items():
            if not line.hasFocus():
                line.setText(getattr(self._desk.project, key))

    def _take(self, key: str) -> None:
        text = self.fields[key].text().strip()
        if text == getattr(self._desk.project, key) or (key == "name" and not text):
            self.fields[key].setText(getattr(self._desk.project, key))
            return
        self._desk.act(f"Change {key} of the job", lambda project: replace(project, **{key: text}))
