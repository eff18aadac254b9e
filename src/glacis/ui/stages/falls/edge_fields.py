# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields of the parapet and of what lies on a roof for good."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QWidget

from glacis.core.falls.change import change_falls
from glacis.core.model.falls import Burden, Falls, Parapet
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.stages.falls.hand import FallsHand
from glacis.ui.widgets.field_grid import chooser, field_grid
from glacis.ui.widgets.unit_field import UnitField

WIDTH = 72
COPINGS = (("no parapet", ""), ("tips inward", "in"), ("tips outward", "out"))
PARAPET = (
    ("wall", "Wall", "Thickness of the parapet with its linings", Quantity.THICKNESS),
    ("fall", "Falls", "Fall of the coping", Quantity.FALL),
    ("overhang", "Drips", "How far the drips stand clear of both faces", Quantity.THICKNESS),
    ("drop", "Drop", "How far the coping comes down over both faces", Quantity.THICKNESS),
)
BURDEN = (
    ("storage", "Held back", "Depth of water that is held back on purpose", Quantity.THICKNESS),
    ("panels", "Panels", "Solar panels with their ballast, spread over the roof", Quantity.AREA_MASS),
    ("permanent", "May bear", "What the structure may bear for good above the waterproofing", Quantity.AREA_MASS),
    ("strength", "Boards bear", "Stress that the insulation bears for fifty years, as declared", Quantity.STRESS),
)  # fmt: skip


class EdgeFields(QWidget):
    """The parapet, and what lies on the roof."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: FallsHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        self.coping = chooser("Whether there is a parapet, and which way its coping tips", COPINGS)
        self.coping.activated.connect(self._choose)
        self.parapet = {key: self._field(key, words, q, Parapet) for key, _, words, q in PARAPET}
        self.burden = {key: self._field(key, words, q, Burden) for key, _, words, q in BURDEN}
        wall, fall, overhang, drop = ((word, self.parapet[key]) for key, word, _, _ in PARAPET)
        held, *loads = ((word, self.burden[key]) for key, word, _, _ in BURDEN)
        rows = ((("Coping", self.coping), wall, fall), (held, overhang, drop), tuple(loads))
        _, self._labels = field_grid(self, rows)

    def _field(self, key: str, words: str, quantity: Quantity, kind: type) -> UnitField:
        field = UnitField(words, quantity, WIDTH).bounded(ranges_of(kind)[key])
        field.committed.connect(partial(self._take, kind, key))
        field.said.connect(self.said)
        return field

    def refresh(self) -> None:
        """Show what is stated."""
        falls = self._hand.falls or Falls(area="")
        parapet = falls.parapet
        for key, word, _, _ in PARAPET:
            self.parapet[key].setVisible(parapet is not None)
            self._labels[word].setVisible(parapet is not None)
            if parapet is not None:
                self.parapet[key].show_value(getattr(parapet, key), self._desk.system)
        for key, field in self.burden.items():
            field.show_value(getattr(falls.burden, key), self._desk.system)
        tips = "" if parapet is None else "in" if parapet.inward else "out"
        self.coping.setCurrentIndex(self.coping.findData(tips))

    def _act(self, **values: object) -> bool:
        area = self._hand.area
        if area is None:
            return False
        return self._desk.act(
            "Change the edge", lambda p: change_falls(p, area.id, lambda f: replace(f, **values))
        )

    def _take(self, kind: type, key: str, value: float) -> None:
        falls = self._hand.falls
        if falls is None:
            return
        if kind is Burden:
            done = self._act(burden=replace(falls.burden, **{key: value}))
        else:
            done = self._act(parapet=replace(falls.parapet or Parapet(), **{key: value}))
        if not done:
            (self.burden if kind is Burden else self.parapet)[key].refuse()

    def _choose(self, _index: int) -> None:
        falls, tips = self._hand.falls, self.coping.currentData()
        if falls is None:
            return
        if not tips:
            self._act(parapet=None)
        else:
            self._act(parapet=replace(falls.parapet or Parapet(), inward=tips == "in"))
