# SPDX-License-Identifier: GPL-3.0-or-later
"""The saw and its board, under the table of cuts."""

from functools import partial

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from glacis.core.model.saw import Saw
from glacis.core.shape.saw import set_saw
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.widgets.field_grid import field_grid
from glacis.ui.widgets.labels import tight
from glacis.ui.widgets.unit_field import UnitField

T = Quantity.THICKNESS
FIELDS = (
    (("Board", "thickness", T, "Board that is cut"), ("Saw reaches", "reach", T, "Reach of the blade at no tilt"),
     ("at 45°", "reach_tilted", T, "Reach of the blade at 45°"),
     ("Tilts to", "tilt_most", Quantity.ANGLE, "Greatest tilt of the blade")),
    (("Shoe left", "shoe_left", T, "From the blade to the left edge of the shoe"),
     ("right", "shoe_right", T, "From the blade to the right edge of the shoe"),
     ("Kerf", "kerf", Quantity.JOINT, "Width of the cut")),
)  # fmt: skip


class SawStrip(QWidget):
    """Fields for the saw, with what is done with it."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, more: tuple[QWidget, ...]) -> None:
        super().__init__()
        self._desk = desk
        self.fields: dict[str, UnitField] = {}
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 6)
        held = QWidget()
        rows = tuple(
            tuple((words, self._field(key, quantity, tip)) for words, key, quantity, tip in row)
            for row in FIELDS
        )
        field_grid(held, rows)
        column.addWidget(held)
        line = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for widget in more:
            line.addWidget(widget)
        line.addStretch(1)
        column.addLayout(line)

    def _field(self, key: str, quantity: Quantity, tip: str) -> UnitField:
        field = UnitField(tip, quantity, 76).bounded(ranges_of(Saw)[key])
        field.committed.connect(partial(self._take, key))
        field.said.connect(self.said)
        self.fields[key] = field
        return field

    def refresh(self) -> None:
        """Show the saw as it is."""
        saw, system = self._desk.project.saw, self._desk.system
        for key, field in self.fields.items():
            field.show_value(getattr(saw, key), system)

    def _take(self, key: str, value: float) -> None:
        if not self._desk.act("Change saw", lambda p: set_saw(p, **{key: value})):
            self.fields[key].refuse()
