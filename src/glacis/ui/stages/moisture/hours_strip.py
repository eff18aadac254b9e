# SPDX-License-Identifier: GPL-3.0-or-later
"""How the selected area is taken hour by hour: colour, shade, leaks, wet start, month of closing in."""

from functools import partial

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QComboBox, QHBoxLayout, QPushButton, QWidget

from glacis.core.climate.year import MONTH_NAMES
from glacis.core.hourly.change import change_hourly, hourly_in
from glacis.core.model.hourly import Hourly
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.ui.desk import Desk
from glacis.ui.widgets.field_grid import chooser, field_grid
from glacis.ui.widgets.labels import tight
from glacis.ui.widgets.unit_field import UnitField

LEAKS = (
    ("by build-up", None), ("none", "none"), ("tight", "tight"), ("usual", "usual"), ("leaky", "leaky"),
)  # fmt: skip
COLOURS = (
    ("by covering", None), ("white 0.25", 0.25), ("pale 0.45", 0.45), ("medium 0.7", 0.7), ("dark 0.9", 0.9),
)  # fmt: skip
EXPOSURES = (("open land", "open"), ("suburban", "suburban"), ("town", "town"))
MONTHS = tuple((name, k) for k, name in enumerate(MONTH_NAMES, 1))
WIDTH = 66
BOX, BUTTON = 104, 70


def _beside(box: QCheckBox, button: QPushButton) -> QWidget:
    """A button beside a box, at one place over all rows."""
    made = QWidget()
    row = tight(QHBoxLayout(made), (0, 0, 0, 0), 8)
    box.setMinimumWidth(BOX)
    button.setMinimumWidth(BUTTON)
    for widget in (box, button):
        row.addWidget(widget)
    row.addStretch(1)
    return made


class HoursStrip(QWidget):
    """Fields for the area's hours; every change reruns it. ``runs`` seek and stop."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, runs: tuple[QPushButton, QPushButton]) -> None:
        super().__init__()
        self._desk = desk
        self.boxes: dict[str, QComboBox] = {
            "absorptance": chooser("Colour of the covering: its absorptance for sun", COLOURS),
            "leak": chooser("Air leaks through the layer that stops air", LEAKS),
            "start": chooser("Month in which the roof is closed in", MONTHS),
            "exposure": chooser("Exposure to wind", EXPOSURES),
        }
        for key, box in self.boxes.items():
            box.activated.connect(partial(self._choose, key))
            box.setMinimumWidth(100)
        self.fields = {
            "sun_passes": self._field("Sun let through past panels, trees, walls", Quantity.SHARE, "sun_passes"),
            "rain_leak": self._field("Share of the rain that leaks in", Quantity.SHARE, "rain_leak"),
            "height": self._field("Height of the rooms' air below the leaks", Quantity.LENGTH, "height"),
        }  # fmt: skip
        self.wet = QCheckBox("closed in wet")
        self.wet.setToolTip("Timber at 30 % by mass, concrete and screed not dried out")
        self.wet.clicked.connect(lambda on: self._act(wet_start=on))
        self.report = QCheckBox("in the report")
        self.report.setToolTip("Whether the report tells of this area hour by hour")
        self.report.clicked.connect(lambda on: self._act(report=on))
        field_grid(
            self,
            (
                (("Colour", self.boxes["absorptance"]), ("Air leaks", self.boxes["leak"]),
                 ("Closed in", self.boxes["start"])),
                (("Wind", self.boxes["exposure"]), ("Height", self.fields["height"]),
                 ("", _beside(self.wet, runs[0]))),
                (("Sun", self.fields["sun_passes"]), ("Rain leak", self.fields["rain_leak"]),
                 ("", _beside(self.report, runs[1]))),
            ),
        )  # fmt: skip

    def _field(self, name: str, quantity: Quantity, key: str) -> UnitField:
        field = UnitField(name, quantity, WIDTH).bounded(range_of(Hourly, key))
        field.committed.connect(partial(self._take, key))
        field.said.connect(self.said)
        return field

    @property
    def _area(self) -> str:
        return self._desk.area.roof.area.id if self._desk.area else ""

    def refresh(self) -> None:
        """Show how the area is taken."""
        self.setEnabled(bool(self._area))
        if not self._area:
            return
        stated = hourly_in(self._desk.project, self._area)
        for key, box in self.boxes.items():
            value = getattr(stated, key)
            index = box.findData(value)
            if index < 0:
                box.setPlaceholderText(f"{value:g}")
            box.setCurrentIndex(index)
        for key, field in self.fields.items():
            field.show_value(getattr(stated, key), self._desk.system)
        self.wet.setChecked(stated.wet_start)
        self.report.setChecked(stated.report)

    def _act(self, **values: object) -> bool:
        area = self._area
        return self._desk.act(
            "Change how hours are taken", lambda project: change_hourly(project, area, **values)
        )

    def _choose(self, key: str, index: int) -> None:
        self._act(**{key: self.boxes[key].itemData(index)})

    def _take(self, key: str, value: float) -> None:
        if not self._act(**{key: value}):
            self.fields[key].refuse()
