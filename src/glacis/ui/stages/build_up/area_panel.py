# SPDX-License-Identifier: GPL-3.0-or-later
"""A new roof area: its size and pitch, the rooms below, then its approach."""

from functools import partial

from PyQt6.QtCore import QRect, pyqtSignal
from PyQt6.QtWidgets import QComboBox, QGridLayout, QLineEdit, QPushButton, QWidget

from glacis.core.errors import ValueRefused
from glacis.core.model.adding import NewArea, add_area
from glacis.core.model.uses import USUAL
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.overlay import Overlay
from glacis.ui.widgets.unit_field import UnitField

FACES = (
    ("north", 0.0), ("north-east", 45.0), ("east", 90.0), ("south-east", 135.0),
    ("south", 180.0), ("south-west", 225.0), ("west", 270.0), ("north-west", 315.0),
)  # fmt: skip


class AreaPanel(Overlay):
    """Asks for what an area cannot be without."""

    added = pyqtSignal(str)
    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Add a roof area", parent)
        self._desk = desk
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        grid.setVerticalSpacing(8)
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of the area")
        self.name.setPlaceholderText("Main roof, south slope")
        self.length = UnitField("Length along the eaves", Quantity.LENGTH, 110)
        self.plan_depth = UnitField("Depth in plan", Quantity.LENGTH, 110)
        self.pitch = UnitField("Pitch", Quantity.ANGLE, 110)
        self.faces = QComboBox()
        self.faces.setAccessibleName("Faces")
        for words, azimuth in FACES:
            self.faces.addItem(words, azimuth)
        self.rooms = QComboBox()
        self.rooms.setAccessibleName("Rooms below")
        rows: tuple[tuple[str, QWidget], ...] = (
            ("Name", self.name), ("Length along the eaves", self.length),
            ("Depth in plan", self.plan_depth), ("Pitch", self.pitch), ("Faces", self.faces),
            ("Rooms below", self.rooms),
        )  # fmt: skip
        for row, (words, widget) in enumerate(rows):
            grid.addWidget(label(words, "second"), row, 0)
            grid.addWidget(widget, row, 1)
        grid.setColumnStretch(1, 1)
        self.column.addLayout(grid)
        self._told = label(kind="refused", wrap=True)
        self.column.addWidget(self._told)
        self.column.addStretch(1)
        self.add = QPushButton("Add and choose its approach")
        self.add.setProperty("leading", True)
        self.add.setToolTip("Add the area; one undo takes it back")
        self.add.clicked.connect(self._add)
        self.name.returnPressed.connect(self._add)
        self.buttons.addWidget(self.add)
        self.finish()

    def open_over(self, area: QRect) -> None:
        """Ask with sensible values in place."""
        system = self._desk.system
        number = len(self._desk.project.areas) + 1
        self.name.setText(f"Roof {number}")
        for field, value in ((self.length, 10.0), (self.plan_depth, 5.0), (self.pitch, 35.0)):
            field.show_value(value, system)
        self.faces.setCurrentIndex(4)
        self.rooms.clear()
        for zone in self._desk.project.zones:
            self.rooms.addItem(zone.name, ("zone", zone.id))
        for use, usual in USUAL.items():
            self.rooms.addItem(f"new: {usual.words}", ("use", use))
        self._told.setText("")
        self.show_over(area, 420, self.sizeHint().height() + 24)
        self.name.setFocus()
        self.name.selectAll()

    def _value(self, field: UnitField, quantity: Quantity) -> float:
        return parse(field.text(), quantity, self._desk.system, field.accessibleName()).value

    def _add(self) -> None:
        kind, chosen = self.rooms.currentData()
        try:
            wanted = NewArea(
                name=self.name.text(), length=self._value(self.length, Quantity.LENGTH),
                depth=self._value(self.plan_depth, Quantity.LENGTH),
                pitch=self._value(self.pitch, Quantity.ANGLE),
                azimuth=self.faces.currentData(), zone=chosen if kind == "zone" else "",
                use=chosen if kind == "use" else "dwelling",
            )  # fmt: skip
            before = {area.id for area in self._desk.project.areas}
            changed = add_area(self._desk.project, wanted)
        except ValueRefused as fault:
            self._told.setText(str(fault))
            return
        if not self._desk.act("Add a roof area", partial(add_area, wanted=wanted)):
            self._told.setText("The area was refused; see the line under the bench.")
            return
        fresh = next(area.id for area in changed.areas if area.id not in before)
        self._desk.select_area(fresh)
        self.dismiss()
        self.added.emit(fresh)
