# SPDX-License-Identifier: GPL-3.0-or-later
"""Wind, sun and snow of the site, as ventilation and ice take them."""

from functools import partial

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QVBoxLayout, QWidget

from glacis.core.model.document import Site
from glacis.core.model.edit import change_site
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.ui.desk import Desk
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.unit_field import UnitField

FIELDS = (
    ("wind", "Wind", "Mean wind at the eaves", Quantity.SPEED, 70),
    ("wind_from", "from", "Where the wind mostly comes from, clockwise from north", Quantity.ANGLE, 62),
    ("sun", "Sun", "Sun on a roof on a clear summer noon", Quantity.HEAT_FLUX, 118),
    ("snow", "Snow", "Depth of snow that lies for days on the roof, 0 for none", Quantity.THICKNESS, 70),
)  # fmt: skip


def _put(row: QHBoxLayout, words: str, field: UnitField) -> None:
    row.addWidget(label(words, "second small"))
    row.addWidget(field)
    row.addSpacing(4)


class ExposureRow(QWidget):
    """Fields of the site that ventilation and ice take; each begins with a usual value."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, rain: UnitField) -> None:
        super().__init__()
        self._desk = desk
        self.fields: dict[str, UnitField] = {}
        rows = tight(QVBoxLayout(self), (0, 0, 0, 4), 4)
        wind, sun = (tight(QHBoxLayout(), (0, 0, 0, 0), 6) for _ in range(2))
        rows.addLayout(wind)
        rows.addLayout(sun)
        for key, words, tip, quantity, width in FIELDS:
            field = UnitField(tip, quantity, width).bounded(range_of(Site, key))
            field.committed.connect(partial(self._take, key))
            field.said.connect(self.said)
            self.fields[key] = field
            _put(wind if key.startswith("wind") else sun, words, field)
        self.sheltered = QCheckBox("sheltered")
        self.sheltered.setToolTip("Trees or buildings take most of the wind")
        self.sheltered.clicked.connect(lambda on: self._act(sheltered=on))
        wind.addWidget(self.sheltered)
        _put(sun, "Rain in a year", rain)
        for row in (wind, sun):
            row.addStretch(1)

    def refresh(self) -> None:
        """Show the site as it is."""
        site = self._desk.project.site
        for key, field in self.fields.items():
            field.show_value(getattr(site, key), self._desk.system)
        self.sheltered.setChecked(site.sheltered)

    def _act(self, **values: object) -> bool:
        return self._desk.act("Change exposure", lambda p: change_site(p, **values))

    def _take(self, key: str, value: float) -> None:
        if not self._act(**{key: value}):
            self.fields[key].refuse()
