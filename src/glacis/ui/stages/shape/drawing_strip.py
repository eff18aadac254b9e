# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip under the plan while an outline is drawn: runs by length and direction."""

from math import atan2, degrees

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QPushButton, QWidget

from glacis.core.errors import ValueRefused
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.stages.shape.plan_hand import PlanHand
from glacis.ui.widgets.field_grid import field_grid
from glacis.ui.widgets.unit_field import UnitField


class DrawingStrip(QWidget):
    """Length and direction of the next run; close or leave the outline."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: PlanHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        self.length = UnitField("Length of the next edge", Quantity.LENGTH, 100)
        self.direction = UnitField("Its direction, clockwise from north", Quantity.ANGLE, 100)
        self.add = QPushButton("Add edge")
        self.add.setToolTip("Add an edge of this length and direction")
        self.add.clicked.connect(self._add)
        self.close_it = QPushButton("Close outline")
        self.close_it.setProperty("leading", True)
        self.close_it.setToolTip("Join the last corner with the first (Return)")
        self.close_it.clicked.connect(hand.pen.close)
        self.leave = QPushButton("Leave")
        self.leave.setToolTip("Leave without a roof (Esc)")
        self.leave.clicked.connect(hand.pen.stop)
        first = (("Length", self.length), ("Direction", self.direction), ("", self.add))
        field_grid(self, (first, (("", self.close_it), ("", self.leave))))
        for field in (self.length, self.direction):
            field.said.connect(self.said)
            field.show_value(5.0 if field is self.length else 90.0, desk.system)

    def refresh(self) -> None:
        """Show the units in force; corners decide whether the outline can be closed."""
        drawing = self._hand.pen.drawing
        self.close_it.setEnabled(drawing is not None and len(drawing.corners) > 2)
        if drawing is not None and len(drawing.corners) > 1 and not self.direction.hasFocus():
            (ax, ay), (bx, by) = drawing.corners[-2:]
            turn = degrees(atan2(bx - ax, by - ay)) - 90
            self.direction.show_value(turn % 360, self._desk.system)

    def _add(self) -> None:
        try:
            system = self._desk.system
            length = parse(self.length.text(), Quantity.LENGTH, system, "length").value
            turn = parse(self.direction.text(), Quantity.ANGLE, system, "direction").value
        except ValueRefused as fault:
            self.said.emit(str(fault), True)
            return
        if not 0.01 <= length <= 10000:
            self.said.emit("An edge is 1 cm to 10 km long.", True)
            return
        self._hand.pen.add_run(length, turn)
