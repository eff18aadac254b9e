# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip under the Shape bench: what the selected area states about itself."""

from collections.abc import Callable, Iterable
from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QComboBox, QGridLayout, QLineEdit, QSizePolicy, QWidget

from glacis.core.model.document import Assembly, RoofArea, Zone
from glacis.core.model.edit import assign_assembly, assign_zone
from glacis.core.shape.change import area_change
from glacis.core.units.format import pitch_notations
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.unit_field import UnitField

FIELDS: tuple[tuple[str, str, Quantity], ...] = (
    ("pitch", "Pitch", Quantity.ANGLE),
    ("azimuth", "Faces (north 0°)", Quantity.ANGLE),
    ("level", "Lowest level", Quantity.LENGTH),
)
WIDTH = 100


def _fill(box: QComboBox, items: Iterable[Zone | Assembly], chosen: str) -> None:
    """Offer things by their names, the chosen one selected."""
    box.clear()
    for item in items:
        box.addItem(item.name, item.id)
    box.setCurrentIndex(box.findData(chosen))


class AreaStrip(QWidget):
    """Name, rooms, target, pitch, direction and level of the selected area."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, also: Callable[[], frozenset[str]]) -> None:
        super().__init__()
        self._desk = desk
        self._also = also
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(8)
        grid.setVerticalSpacing(6)
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of the area")
        self.name.setToolTip("Name of the area: Return takes it")
        self.name.editingFinished.connect(self._take_name)
        self.rooms = QComboBox()
        self.rooms.setAccessibleName("Rooms below")
        self.rooms.setToolTip("Rooms below")
        self.rooms.setSizeAdjustPolicy(
            QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon
        )
        self.rooms.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.rooms.activated.connect(self._take_rooms)
        self.built = QComboBox()
        self.built.setAccessibleName("Built as")
        self.built.setToolTip(
            "Build-up of the selected area and of all chosen with it (Ctrl and press in the plan)"
        )
        self.built.setSizeAdjustPolicy(self.rooms.sizeAdjustPolicy())
        self.built.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.built.activated.connect(self._take_built)
        self._count = label(kind="second small")
        self.target = UnitField("U at most", Quantity.TRANSMITTANCE, WIDTH + 14)
        self.target.committed.connect(self._take_target)
        self.fields: dict[str, UnitField] = {}
        for key, words, quantity in FIELDS:
            field = UnitField(words, quantity, WIDTH).bounded(range_of(RoofArea, key))
            field.committed.connect(partial(self._take_figure, key))
            self.fields[key] = field
        first: tuple[tuple[str, QWidget], ...] = (
            ("Name", self.name), ("Rooms below", self.rooms), ("U at most", self.target),
        )  # fmt: skip
        second = tuple((words, self.fields[key]) for key, words, _ in FIELDS)
        for row, pairs in enumerate((first, second)):
            for column, (words, widget) in enumerate(pairs):
                grid.addWidget(label(words, "second small"), row, 2 * column)
                grid.addWidget(widget, row, 2 * column + 1)
        grid.addWidget(label("Built as", "second small"), 2, 0)
        grid.addWidget(self.built, 2, 1)
        grid.addWidget(self._count, 2, 2, 1, 4)
        for field in (self.target, *self.fields.values()):
            field.said.connect(self.said)
        grid.setColumnStretch(1, 1)
        grid.setColumnStretch(3, 1)

    def refresh(self) -> None:
        """Show the selected area."""
        area = self._area()
        self.setEnabled(area is not None)
        if area is None:
            self.name.clear()
            return
        system = self._desk.system
        if not (self.name.hasFocus() and self.name.isModified()):
            self.name.setText(area.name)
            self.name.setCursorPosition(0)
        _fill(self.rooms, self._desk.project.zones, area.zone)
        _fill(self.built, self._desk.project.assemblies, area.assembly)
        count = len(self._chosen())
        words = (
            f"for {count} areas: build-up and rooms"
            if count > 1
            else "Ctrl and press chooses more areas"
        )
        self._count.setText(words)
        self.target.show_limit(area.target_u, system, "as the project")
        for key, _, _ in FIELDS:
            self.fields[key].show_value(getattr(area, key), system)
        self.fields["pitch"].setToolTip(
            plain_tip(f"Pitch: {pitch_notations(area.pitch)}; type any of these")
        )
        dormers = {dormer.id for dormer in self._desk.project.dormers}
        self.fields["azimuth"].setEnabled(area.grown is None or not area.grown.edge)
        self.fields["level"].setEnabled(area.grown is None or area.grown.source not in dormers)

    def _area(self) -> RoofArea | None:
        result = self._desk.area
        return result.roof.area if result else None

    def _change(self, words: str, **values: object) -> bool:
        area = self._area()
        if area is None:
            return False
        return self._desk.act(words, area_change(self._desk.project, replace(area, **values)))

    def _take_name(self) -> None:
        area = self._area()
        if area is not None and self.name.text().strip() != area.name:
            self._change("Rename roof area", name=self.name.text().strip())
        self.name.setModified(False)
        self.refresh()

    def _take_rooms(self, index: int) -> None:
        zone = self.rooms.itemData(index)
        act = partial(assign_zone, areas=self._chosen(), zone=zone)
        self._desk.act("Change the rooms below", act)

    def _take_built(self, index: int) -> None:
        build = self.built.itemData(index)
        act = partial(assign_assembly, areas=self._chosen(), assembly_id=build)
        self._desk.act("Change build-up", act)

    def _chosen(self) -> tuple[str, ...]:
        """The selected area and those chosen with it."""
        area = self._area()
        return (area.id, *sorted(self._also())) if area else ()

    def _take_target(self, value: float) -> None:
        if not self._change("Change the area's target", target_u=value or None):
            self.target.refuse()

    def _take_figure(self, key: str, value: float) -> None:
        wanted = value % 360 if key == "azimuth" else value
        if not self._change(f"Change {key}", **{key: wanted}):
            self.fields[key].refuse()
