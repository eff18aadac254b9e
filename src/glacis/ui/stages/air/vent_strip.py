# SPDX-License-Identifier: GPL-3.0-or-later
"""The vent along the edge in the hand: how open, behind which screen, from where to where."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QPushButton, QSpinBox, QWidget

from glacis.core.air.change import KINDS, new_vent, with_vent, without_vent
from glacis.core.air.tables import SCREENS
from glacis.core.model.air import AirVent, Obstruction
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.air.hand import AirHand
from glacis.ui.widgets.field_grid import chooser, field_grid
from glacis.ui.widgets.unit_field import UnitField

WIDTH = 98
SINGLE = 0.02
"""Gross opening of a single vent when a number of them is first typed [m²]."""
FIELDS = (
    ("per_metre", "Gross opening to the metre of edge; 10 mm of slot are 10,000 mm²/m", Quantity.OPENING),
    ("left", "How far it stops short of the left end, seen looking up the slope", Quantity.LENGTH),
    ("right", "How far it stops short of the right end", Quantity.LENGTH),
    ("height", "Height of its sill over the covering, for snow", Quantity.THICKNESS),
    ("each", "Gross opening of one, where single vents stand along the edge", Quantity.VENT_AREA),
)  # fmt: skip


class VentStrip(QWidget):
    """Fields of the first vent of an edge, and ways to give it one or take it away."""

    said = pyqtSignal(str, bool)
    screens_wanted = pyqtSignal()

    def __init__(self, desk: Desk, hand: AirHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        self.fields: dict[str, UnitField] = {}
        for key, words, quantity in FIELDS:
            field = UnitField(words, quantity, WIDTH).bounded(ranges_of(AirVent)[key])
            field.committed.connect(partial(self._take, key))
            field.said.connect(self.said)
            self.fields[key] = field
        self.mesh = chooser("What stands in it, and what that leaves open after years", ())
        self.mesh.addItem("nothing in it", "")
        for row in SCREENS:
            left = 100 * row.net * row.fouling
            self.mesh.addItem(f"{row.name.split(',')[0]} {_size(row.clear)}: {left:.0f} %", row.id)
        self.mesh.setFixedWidth(190)
        self.mesh.activated.connect(lambda _k: self._take_screen())
        self.scope = chooser(
            "Which edges it runs along", (("this edge", "edge"), ("all of its kind", "kind"))
        )
        self.scope.activated.connect(lambda _k: self._take_scope())
        self.count = QSpinBox()
        self.count.setRange(0, 1000)
        self.count.setAccessibleName("Number of single vents")
        self.count.setToolTip(
            plain_tip("Number of single vents along the edge; 0 for one that runs along it")
        )
        self.count.setSpecialValueText("runs along")
        self.count.setFixedWidth(98)
        self.count.editingFinished.connect(self._take_count)
        self.sealed = QCheckBox("Shut")
        self.sealed.setToolTip(plain_tip("Shut for good, as against embers"))
        self.sealed.clicked.connect(lambda on: self._change(sealed=on))
        self.open = QPushButton("Open this edge")
        self.open.setToolTip(plain_tip("Give this edge a usual vent"))
        self.open.clicked.connect(self.add)
        self.remove = QPushButton("Take it away")
        self.remove.setToolTip(plain_tip("Take the vent of this edge away"))
        self.remove.clicked.connect(self.take_away)
        self.screens = QPushButton("Screens…")
        self.screens.setToolTip(
            "Several screens, a mesh of one's own, and how air passes the opening"
        )
        self.screens.clicked.connect(self.screens_wanted)
        f = self.fields
        field_grid(
            self,
            (
                (("Open", f["per_metre"]), ("Screen", self.mesh), ("On", self.scope)),
                (("Stops left", f["left"]), ("", self.sealed), ("", self.open)),
                (("right", f["right"]), ("", self.remove), ("Over roof", f["height"])),
                (("Single", self.count), ("", self.screens), ("each", f["each"])),
            ),
        )  # fmt: skip

    @property
    def _vent(self) -> AirVent | None:
        return next(iter(self._hand.vents), None)

    def refresh(self) -> None:
        """Show the vent of the edge in the hand; its fields rest where it has none."""
        vent, system = self._vent, self._desk.system
        for key, field in self.fields.items():
            field.setEnabled(vent is not None)
            field.show_value(getattr(vent, key) if vent else 0.0, system)
        for widget in (self.mesh, self.scope, self.sealed, self.remove, self.count, self.screens):
            widget.setEnabled(vent is not None)
        if vent is not None:
            self.fields["per_metre"].setEnabled(not vent.count)
            self.fields["each"].setEnabled(bool(vent.count))
        if not self.count.hasFocus():
            self.count.setValue(vent.count if vent else 0)
        self.open.setEnabled(vent is None)
        if vent is not None:
            row = vent.obstructions[0].row if vent.obstructions else ""
            self.mesh.setCurrentIndex(max(0, self.mesh.findData(row)))
            self.scope.setCurrentIndex(0 if vent.edge == self._hand.edge else 1)
            self.sealed.setChecked(vent.sealed)

    def add(self) -> None:
        """A usual vent along the edge in the hand."""
        aired, air = self._hand.aired, self._hand.air
        if aired is None or aired.layout is None or air is None:
            return
        rim = next((r for r in aired.layout.edges if r.side.id == self._hand.edge), None)
        if rim is None:
            return
        vent = new_vent(air, rim.side.id, rim.side.kind, aired.way.kind)
        vents = with_vent(air, vent).vents
        self._hand.change(f"Open {KINDS.get(rim.side.kind, 'edge')}", {"vents": vents})
        self.refresh()

    def take_away(self) -> None:
        """Take the vent of the edge away."""
        vent, air = self._vent, self._hand.air
        if vent is not None and air is not None:
            self._hand.change("Take vent away", {"vents": without_vent(air, vent.id).vents})
            self.refresh()

    def _change(self, **values: object) -> bool:
        vent = self._vent
        return vent is not None and self._hand.set_vent(replace(vent, **values))

    def _take(self, key: str, value: float) -> None:
        if not self._change(**{key: value}):
            self.fields[key].refuse()

    def _take_count(self) -> None:
        vent = self._vent
        if vent is not None and vent.count != self.count.value():
            each = vent.each or SINGLE
            self._change(count=self.count.value(), each=each)

    def _take_screen(self) -> None:
        row = self.mesh.currentData()
        self._change(obstructions=(Obstruction(row=row),) if row else ())

    def _take_scope(self) -> None:
        aired = self._hand.aired
        if aired is None or aired.layout is None:
            return
        rim = next((r for r in aired.layout.edges if r.side.id == self._hand.edge), None)
        if rim is not None:
            one = self.scope.currentData() == "edge"
            self._change(edge=rim.side.id if one else rim.side.kind)


def _size(clear: float) -> str:
    return f"{clear * 1000:.1f} mm" if clear else ""
