# SPDX-License-Identifier: GPL-3.0-or-later
"""What holds for the air of the whole area: way, members, rule, chutes, heel."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QWidget

from glacis.core.air.parts import AIR_WAY
from glacis.core.air.tables import RULES
from glacis.core.model.air import Air, Chutes, Heel, Members
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.air.hand import AirHand
from glacis.ui.widgets.field_grid import chooser, field_grid
from glacis.ui.widgets.unit_field import UnitField

WIDTH = 66
PATHS = (
    ("by build-up", "by-approach"), ("not vented", "unvented"), ("cold attic", "cold-attic"),
    ("cold slope", "cold-slope"), ("cold flat roof", "cold-flat"), ("over-roof", "over-roof"),
    ("counter-battens", "counter-batten"),
)  # fmt: skip
DATUMS = (("left end", "left"), ("right end", "right"), ("middle", "middle"))
EVERY = (("no chutes", 0), ("in each bay", 1), ("every 2nd", 2), ("every 3rd", 3))
LOWEST_HEEL = Heel(height=0.3)
"""What a heel begins with when one of its figures is first typed."""


class AirStrip(QWidget):
    """Fields for the area's air."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: AirHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        t = Quantity.THICKNESS
        self.spacing = self._field(
            "Spacing of the members", t, Members, "spacing", self._take_member
        )
        self.width_ = self._field("Width of a member", t, Members, "width", self._take_member)
        self.offset = self._field(
            "Offset of the first member", t, Members, "offset", self._take_member
        )
        self.gap = self._field("Gap between chute and deck", t, Chutes, "gap", self._take_chute)
        self.height_ = self._field(
            "Height of the heel, plate to deck", t, Heel, "height", self._take_heel
        )
        self.wall = self._field("Thickness of the wall", t, Heel, "wall", self._take_heel)
        self.overhang = self._field(
            "Overhang of the eaves", Quantity.LENGTH, Heel, "overhang", self._take_heel
        )
        self.path = chooser("Which way the air takes", PATHS)
        self.datum = chooser("End that members are set out from, seen looking up the slope", DATUMS)
        self.every = chooser("Chutes at the eaves", EVERY)
        self.rule = chooser("Rule for free areas; all are recalled and to be confirmed", ())
        self.rule.addItem("usual rule", "")
        for row in RULES:
            self.rule.addItem(row.name, row.id)
        self.rule.setFixedWidth(150)
        for box, take in (
            (self.path, lambda: self._act("Change way of the air", path=self.path.currentData())),
            (self.rule, lambda: self._act("Change rule for vents", rule=self.rule.currentData())),
            (self.every, self._take_every),
            (self.datum, self._take_datum),
        ):
            box.activated.connect(lambda _k, change=take: change())
        self.path.setFixedWidth(122)
        self.baffle = self._check(
            "Baffles", "Wind is kept out of the fill between plate and chute", "baffle"
        )
        self.dam = self._check("Dam", "The fill is kept from sliding over the plate", "dam")
        self.cross = self._check(
            "Sideways", "Cross-battens let air pass from bay to bay", "cross_battens"
        )
        self._grid, _ = field_grid(
            self,
            (
                (
                    ("Way", self.path), ("Members", self.spacing), ("wide", self.width_),
                    ("from", self.datum), ("at", self.offset),
                ),
                (("Rule", self.rule), ("Chutes", self.every), ("gap", self.gap), ("", self.cross), ("", self.dam)),
                (("Heel", self.height_), ("Wall", self.wall), ("out", self.overhang), ("", self.baffle)),
            ),
        )  # fmt: skip

    def _field(self, words, quantity, node, key, take) -> UnitField:  # type: ignore[no-untyped-def]
        field = UnitField(words, quantity, WIDTH).bounded(ranges_of(node)[key])
        field.committed.connect(partial(take, field, key))
        field.said.connect(self.said)
        return field

    def _check(self, words: str, tip: str, key: str) -> QCheckBox:
        box = QCheckBox(words)
        box.setToolTip(plain_tip(tip))
        box.clicked.connect(lambda on: self._act(f"{words}: {'yes' if on else 'no'}", **{key: on}))
        return box

    @property
    def _air(self) -> Air:
        area = self._hand.area
        return self._hand.air or Air(area=area.id if area else "")

    def refresh(self) -> None:
        """Show what is stated, and what follows where nothing is."""
        air, system = self._air, self._desk.system
        area = self._hand.area
        way = self._desk.value(AIR_WAY, area.id).way if area is not None else None
        members = air.members
        self.spacing.show_limit(
            members.spacing or (way.spacing if way else 0.0) or None, system, "ask"
        )
        self.width_.show_limit(members.width or (way.width if way else 0.0) or None, system, "ask")
        self.offset.show_value(members.offset, system)
        self.gap.show_value((air.chutes or Chutes()).gap, system)
        heel = air.heel
        self.height_.show_limit(heel.height if heel else None, system, "none")
        self.wall.show_value((heel or LOWEST_HEEL).wall, system)
        self.overhang.show_value((heel or LOWEST_HEEL).overhang, system)
        self.path.setCurrentIndex(max(0, self.path.findData(air.path)))
        self.rule.setCurrentIndex(max(0, self.rule.findData(air.rule)))
        self.datum.setCurrentIndex(max(0, self.datum.findData(members.datum)))
        self.every.setCurrentIndex(
            max(0, self.every.findData(air.chutes.every if air.chutes else 0))
        )
        kind = way.kind if way else "unvented"
        self.gap.setEnabled(air.chutes is not None)
        self.every.setEnabled(kind in ("cold-attic", "cold-slope"))
        for widget in (self.height_, self.wall, self.overhang, self.baffle, self.dam):
            widget.setEnabled(kind == "cold-attic")
        for box, on in (
            (self.baffle, air.baffle),
            (self.dam, air.dam),
            (self.cross, air.cross_battens),
        ):
            box.setChecked(on)

    def _act(self, words: str, **values: object) -> bool:
        done = self._hand.change(words, values)
        self.refresh()
        return done

    def _take_member(self, field: UnitField, key: str, value: float) -> None:
        members = replace(self._air.members, **{key: value})
        if not self._act("Change members", members=members):
            field.refuse()

    def _take_datum(self) -> None:
        members = replace(self._air.members, datum=self.datum.currentData())
        self._act("Change members", members=members)

    def _take_every(self) -> None:
        every = self.every.currentData()
        chutes = replace(self._air.chutes or Chutes(), every=every) if every else None
        self._act("Change chutes", chutes=chutes)

    def _take_chute(self, field: UnitField, key: str, value: float) -> None:
        chutes = replace(self._air.chutes or Chutes(), **{key: value})
        if not self._act("Change chutes", chutes=chutes):
            field.refuse()

    def _take_heel(self, field: UnitField, key: str, value: float) -> None:
        heel = None
        if key != "height" or value:
            heel = replace(self._air.heel or LOWEST_HEEL, **{key: value})
        if not self._act("Change heel", heel=heel):
            field.refuse()
