# SPDX-License-Identifier: GPL-3.0-or-later
"""What holds for the air of the whole area: way, members, rule, chutes, heel."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QWidget

from glacis.core.air.parts import AIR_WAY
from glacis.core.air.tables import RULES
from glacis.core.model.air import Air, Chutes, Heel, Members, PathSegment
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
EVERY = (("no chutes", 0), ("each bay", 1), ("every 2nd", 2), ("every 3rd", 3))
GUARDS = (
    ("none", (False, False)), ("baffles", (True, False)), ("dam", (False, True)), ("both", (True, True)),
)  # fmt: skip
LOWEST_HEEL = Heel(height=0.3)
"""What a heel begins with when one of its figures is first typed."""


CHANNEL = PathSegment(kind="channel")
FIRST_BOX = PathSegment(kind="soffit", depth=0.05, length=0.4, level=True, zeta=1.2)
"""A box over a soffit when one of its figures is first typed, with a bend at the plate."""


def soffit_box(air: Air) -> PathSegment | None:
    """The stated box over the soffit; None for none."""
    return next((segment for segment in air.segments if segment.kind == "soffit"), None)


class AirStrip(QWidget):
    """Fields for the area's air."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: AirHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        self._make_fields()
        self._make_choosers()
        field_grid(
            self,
            (
                (("Way", self.path), ("Members", self.spacing), ("wide", self.width_), ("", self.cross)),
                (("Rule", self.rule), ("from", self.datum), ("at", self.offset), ("Absorbs", self.absorptance)),
                (("Chutes", self.every), ("gap", self.gap), ("Soffit box", self.box_depth), ("long", self.box_length)),
                (("Heel", self.height_), ("Wall", self.wall), ("out", self.overhang), ("Guards", self.guards)),
            ),
        )  # fmt: skip

    def _make_fields(self) -> None:
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
        self.box_depth = self._field(
            "Depth of a level box over the soffit, 0 for none",
            t,
            PathSegment,
            "depth",
            self._take_box,
        )
        self.box_length = self._field(
            "Length of that box", Quantity.LENGTH, PathSegment, "length", self._take_box
        )
        self.absorptance = self._field(
            "Share of the sun that the covering takes up",
            Quantity.FACTOR,
            Air,
            "absorptance",
            self._take_own,
        )

    def _make_choosers(self) -> None:
        self.path = chooser("Which way the air takes", PATHS)
        self.datum = chooser("End that members are set out from, seen looking up the slope", DATUMS)
        self.every = chooser("Chutes at the eaves", EVERY)
        self.rule = chooser("Rule for free areas; all are recalled and to be confirmed", ())
        self.rule.addItem("usual rule", "")
        for row in RULES:
            self.rule.addItem(row.name, row.id)
        self.rule.setFixedWidth(104)
        for box, take in (
            (self.path, lambda: self._act("Change way of the air", path=self.path.currentData())),
            (self.rule, lambda: self._act("Change rule for vents", rule=self.rule.currentData())),
            (self.every, self._take_every),
            (self.datum, self._take_datum),
        ):
            box.activated.connect(lambda _k, change=take: change())
        self.path.setFixedWidth(104)
        self.guards = chooser(
            "What holds the fill at the eaves: baffles in each bay against the wind, a dam", GUARDS
        )
        self.guards.activated.connect(lambda _k: self._take_guards())
        self.cross = self._check(
            "Sideways", "Cross-battens let air pass from bay to bay", "cross_battens"
        )

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
        box = soffit_box(air)
        self.box_depth.show_limit(box.depth if box else None, system, "none")
        self.box_length.show_value(box.length if box else 0.0, system)
        self.absorptance.show_value(air.absorptance, system)
        kind = way.kind if way else "unvented"
        self.gap.setEnabled(air.chutes is not None)
        self.every.setEnabled(kind in ("cold-attic", "cold-slope"))
        for widget in (self.height_, self.wall, self.overhang, self.guards):
            widget.setEnabled(kind == "cold-attic")
        self.cross.setChecked(air.cross_battens)
        self.guards.setCurrentIndex(int(air.baffle) + 2 * int(air.dam))

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

    def _take_guards(self) -> None:
        baffle, dam = self.guards.currentData()
        self._act("Change guards at the eaves", baffle=baffle, dam=dam)

    def _take_own(self, field: UnitField, key: str, value: float) -> None:
        if not self._act("Change covering", **{key: value}):
            field.refuse()

    def _take_box(self, field: UnitField, key: str, value: float) -> None:
        """A level box before the channel; without a depth there is none."""
        box = replace(soffit_box(self._air) or FIRST_BOX, **{key: value})
        others = tuple(s for s in self._air.segments if s.kind != "soffit")
        segments = (box, *(others or (CHANNEL,))) if box.depth else others
        if segments == (CHANNEL,):
            segments = ()
        if not self._act("Change soffit box", segments=segments):
            field.refuse()

    def _take_heel(self, field: UnitField, key: str, value: float) -> None:
        heel = None
        if key != "height" or value:
            heel = replace(self._air.heel or LOWEST_HEEL, **{key: value})
        if not self._act("Change heel", heel=heel):
            field.refuse()
