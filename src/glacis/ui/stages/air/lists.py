# SPDX-License-Identifier: GPL-3.0-or-later
"""Panels over the Air bench: the way through a bay segment by segment, and what stands in a vent."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QRect, pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QPushButton, QWidget

from glacis.core.air.legs import listed_segments
from glacis.core.air.tables import SCREENS, SHIPPED
from glacis.core.model.air import Air, AirVent, Chutes, Obstruction, PathSegment
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.air.hand import AirHand
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet
from glacis.ui.widgets.unit_field import UnitField

YES = (("yes", True), ("no", False))
WAY_COLUMNS = (
    Column("kind", "what", "What the segment is", 118, choices=(
        ("soffit box", "soffit"), ("chute", "chute"), ("channel", "channel"),
    )),
    Column("depth", "depth", "Depth of its gap, nothing for the build-up's", 84, Quantity.THICKNESS, zero="as built"),
    Column("length", "length", "Its length, nothing for what the others leave", 84, Quantity.LENGTH, zero="the rest"),
    Column("level", "level", "Whether it lies level", 74, choices=YES),
    Column("zeta", "ζ at entry", "Loss of pressure at its entry", 78),
    Column("roughness", "rough", "Factor on the friction of smooth faces", 70),
    Column("e_top", "ε above", "Emissivity of its upper face", 72),
    Column("e_bottom", "ε below", "Emissivity of its lower face", 72),
)  # fmt: skip
SCREEN_COLUMNS = (
    Column("row", "screen", "Which screen, or a mesh of one's own", 250, choices=(
        ("mesh as stated beside", ""), *((row.name.split(":")[0], row.id) for row in SCREENS),
    )),
    Column("opening", "opening", "Opening of its mesh", 82, Quantity.THICKNESS, zero="table"),
    Column("wire", "wire", "Wire of its mesh", 76, Quantity.THICKNESS, zero="table"),
    Column("net", "net", "Share it leaves open, where somebody states it", 72, Quantity.SHARE, zero="its own"),
    Column("fouling", "dust leaves", "Share of that left after years", 86, Quantity.SHARE, zero="its own"),
    Column("metal", "metal", "Whether it is of metal, which embers do not burn", 74, choices=YES),
)  # fmt: skip
WAY_WORDS = (
    "From the low end up. A segment without a length takes what the others leave; without a depth it is as deep as the "
    "build-up's air layer. An overhang's box lies level and in the shade."
)
SCREEN_WORDS = (
    "In the order in which air meets them. Codes multiply what each leaves; air feels screens that stand apart one "
    "after the other. A mesh of one's own needs its opening and its wire."
)


class ListPanel(BenchPanel):
    """A list over the bench, with what belongs to all of it above and words below."""

    said = pyqtSignal(str, bool)

    def __init__(self, heading: str, parent: QWidget, sheet: NodeSheet, words: str) -> None:
        super().__init__(heading, parent)
        self.sheet = sheet
        sheet.said.connect(self.said)
        self.above = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self.column.addLayout(self.above)
        self.column.addWidget(sheet, 1)
        self.column.addWidget(label(words, "second small", wrap=True))
        self.add = self._button("Add one", "One more, after the one in the hand")
        self.remove = self._button(
            "Take it away", "Without the one in the hand, else without the last"
        )
        self.remove.clicked.connect(sheet.take_away)
        self.buttons.addWidget(self.add)
        self.buttons.addWidget(self.remove)

    def _button(self, words: str, tip: str) -> QPushButton:
        button = QPushButton(words)
        button.setToolTip(plain_tip(tip))
        return button

    def _field(self, words: str, name: str, of: tuple[type[Node], str, Quantity]) -> UnitField:
        """A labelled field above the list."""
        node, key, quantity = of
        field = UnitField(name, quantity, 84).bounded(ranges_of(node)[key])
        field.said.connect(self.said)
        self.above.addWidget(label(words, "second small"))
        self.above.addWidget(field)
        return field

    def open_over(self, area: QRect) -> None:
        """Lie over the bench."""
        super().open_over(area)
        self.sheet.setFocus()

    def refresh(self) -> None:
        """Show what is stated."""


class WayPanel(ListPanel):
    """The way through a bay, segment by segment."""

    def __init__(self, desk: Desk, hand: AirHand, parent: QWidget) -> None:
        sheet = NodeSheet(
            "Segments of the way through a bay, from the low end", PathSegment, WAY_COLUMNS
        )
        super().__init__("Way of the air through a bay", parent, sheet, WAY_WORDS)
        self._desk, self._hand = desk, hand
        self.chute = self._field(
            "Chutes wide",
            "Width of a chute's gap, nothing for the whole bay",
            (Chutes, "width", Quantity.THICKNESS),
        )
        self.chute.committed.connect(self._take_width)
        self.above.addStretch(1)
        self.usual = self._button("Usual way", "One channel, and chutes where there are any")
        self.usual.clicked.connect(lambda: self._set(()))
        self.buttons.addWidget(self.usual)
        self.add.clicked.connect(
            lambda: sheet.add(PathSegment(kind="channel", depth=0.05, length=1.0))
        )
        sheet.changed.connect(self._set)
        self.finish()

    def refresh(self) -> None:
        """Show the segments that are stated, else those that follow."""
        air, aired, system = self._hand.air, self._hand.aired, self._desk.system
        if air is None or aired is None:
            self.dismiss()
            return
        listed = listed_segments(air, aired.way.depth, aired.tables or SHIPPED)
        self.sheet.show_nodes(listed, system)
        self.usual.setEnabled(bool(air.segments))
        self.chute.setEnabled(air.chutes is not None)
        self.chute.show_limit(air.chutes.width or None if air.chutes else None, system, "whole bay")

    def _set(self, segments: tuple[PathSegment, ...]) -> None:
        if not self._hand.change("Change way through a bay", {"segments": segments}):
            self.sheet.refuse()
        self.refresh()

    def _take_width(self, value: float) -> None:
        air: Air | None = self._hand.air
        if air is None or air.chutes is None:
            return
        if not self._hand.change("Change chutes", {"chutes": replace(air.chutes, width=value)}):
            self.chute.refuse()


class ScreensPanel(ListPanel):
    """What stands in the vent of the edge in the hand, and how air passes its opening."""

    def __init__(self, desk: Desk, hand: AirHand, parent: QWidget) -> None:
        sheet = NodeSheet(
            "What stands in the vent, in the order air meets it", Obstruction, SCREEN_COLUMNS
        )
        super().__init__("What stands in the vent", parent, sheet, SCREEN_WORDS)
        self._desk, self._hand = desk, hand
        self.discharge = self._field(
            "C_d", "Discharge on the net opening", (AirVent, "discharge", Quantity.FACTOR)
        )
        self.discharge.committed.connect(partial(self._take, "discharge"))
        self.apart = QCheckBox("They stand apart")
        self.apart.setToolTip(plain_tip("Each costs the air its own drop of pressure"))
        self.apart.clicked.connect(partial(self._take, "apart"))
        self.above.addWidget(self.apart)
        self.above.addStretch(1)
        self.add.clicked.connect(lambda: sheet.add(Obstruction(row=SCREENS[0].id)))
        sheet.changed.connect(partial(self._take, "obstructions"))
        self.finish()

    @property
    def _vent(self) -> AirVent | None:
        return next(iter(self._hand.vents), None)

    def refresh(self) -> None:
        """Show what is stated."""
        vent, system = self._vent, self._desk.system
        if vent is None:
            self.dismiss()
            return
        self.sheet.show_nodes(vent.obstructions, system)
        self.discharge.show_value(vent.discharge, system)
        self.apart.setChecked(vent.apart)

    def _take(self, key: str, value: object) -> None:
        vent = self._vent
        if vent is None or not self._hand.set_vent(replace(vent, **{key: value})):
            self.sheet.refuse()
            self.discharge.refuse()
        self.refresh()
