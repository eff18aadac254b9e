# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip under the plan for a chosen opening or dormer."""

from functools import partial
from typing import Any

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QLineEdit, QPushButton, QWidget

from glacis.core.model.document import Project
from glacis.core.model.geometry import Dormer, Opening
from glacis.core.shape.change import set_dormer, set_opening
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.stages.shape.plan_hand import PlanHand
from glacis.ui.widgets.field_grid import chooser, field_grid
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.unit_field import UnitField

WIDTH = 88
FORMS = (("Gable", "gable"), ("Shed", "shed"))
DORMER_ONLY = ("Front wall", "Pitch", "Form")
OPENING_ONLY = ("Length", "Upstand")


def set_thing(project: Project, thing: Opening | Dormer) -> Project:
    """Replace an opening or a dormer."""
    return set_dormer(project, thing) if isinstance(thing, Dormer) else set_opening(project, thing)


class ThingStrip(QWidget):
    """Name and sizes of what stands on the roof."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: PlanHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of it")
        self.name.setToolTip("Name: Return takes it")
        self.name.setMinimumWidth(110)
        self.name.editingFinished.connect(self._take_name)
        self.form = chooser("Form of the dormer", FORMS)
        self.form.activated.connect(self._take_form)
        self.fields: dict[str, UnitField] = {}
        for key, words, quantity in (
            ("width", "Width along the eaves", Quantity.LENGTH),
            ("length", "Length down the slope", Quantity.LENGTH),
            ("upstand", "Upstand above the covering", Quantity.THICKNESS),
            ("wall", "Front wall above the slope", Quantity.LENGTH),
            ("pitch", "Pitch of the dormer", Quantity.ANGLE),
        ):
            bounds = {**ranges_of(Dormer), **ranges_of(Opening)}[key]
            self.fields[key] = UnitField(words, quantity, WIDTH).bounded(bounds)
            self.fields[key].committed.connect(partial(self._take, key))
            self.fields[key].said.connect(self.said)
        self.remove = QPushButton("Remove it")
        self.remove.setToolTip("Take it away (Delete); undo brings it back")
        self.remove.clicked.connect(hand.remove_thing)
        f = self.fields
        first = (("Name", self.name), ("Width", f["width"]), ("Length", f["length"]))
        second = (("", self.remove), ("Upstand", f["upstand"]), ("Form", self.form))
        grid, self._labels = field_grid(self, (first, second))
        # An opening and a dormer show different figures in the same places.
        for words, key, row, column in (("Front wall", "wall", 0, 4), ("Pitch", "pitch", 1, 2)):
            self._labels[words] = label(words, "second small")
            grid.addWidget(self._labels[words], row, column)
            grid.addWidget(f[key], row, column + 1)

    def refresh(self) -> None:
        """Show what is chosen."""
        thing = self._hand.chosen_thing
        if thing is None:
            return
        if not (self.name.hasFocus() and self.name.isModified()):
            self.name.setText(thing.name)
            self.name.setCursorPosition(0)
        dormer = isinstance(thing, Dormer)
        for words, widget in self._labels.items():
            widget.setVisible(
                bool(words) and words not in (OPENING_ONLY if dormer else DORMER_ONLY)
            )
        for key, field in self.fields.items():
            value = getattr(thing, key, None)
            field.setVisible(value is not None)
            if value is not None:
                field.show_value(value, self._desk.system)
        self.form.setVisible(dormer)
        if isinstance(thing, Dormer):
            self.form.setCurrentIndex(self.form.findData(thing.form))

    def _change(self, **values: Any) -> bool:
        thing = self._hand.chosen_thing
        if thing is None:
            return False
        changed = replace(thing, **values)
        return self._desk.act(f"Change {thing.name}", partial(set_thing, thing=changed))

    def _take(self, key: str, value: float) -> None:
        if not self._change(**{key: value}):
            self.fields[key].refuse()

    def _take_form(self, index: int) -> None:
        self._change(form=self.form.itemData(index))
        self.refresh()

    def _take_name(self) -> None:
        thing, name = self._hand.chosen_thing, self.name.text().strip()
        if thing is not None and name and name != thing.name:
            self._change(name=name)
        self.name.setModified(False)
        self.refresh()
