# SPDX-License-Identifier: GPL-3.0-or-later
"""Own lines of the bill, and what comes off before the new roof goes on, over the bench."""

from collections.abc import Callable

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from glacis.core.model.lookup import numbered_id
from glacis.core.model.quantities import OwnLine, Stripped
from glacis.core.quantities.change import add_line, state_quantities, strip_off
from glacis.core.quantities.line import SECTIONS
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.quantities.hand import QuantitiesHand
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet

UNITS = (("m²", "m2"), ("m", "m"), ("m³", "m3"), ("kg", "kg"), ("piece", "item"))
OWN = (
    Column("name", "what", "What it is", 180, words=True),
    Column("quantity", "how much", "Quantity", 84, Quantity.MONEY),
    Column("unit", "unit", "Unit it is counted in", 74, choices=UNITS),
    Column(
        "section",
        "in the bill under",
        "Section of the bill",
        170,
        choices=tuple((name, name) for name in SECTIONS),
    ),
    Column("mass", "a unit weighs", "Mass of a unit", 96, Quantity.MASS, zero="not said"),
)
OFF = (
    Column("name", "what comes off", "What is taken off", 180, words=True),
    Column("thickness", "thick", "How thick it lies", 80, Quantity.THICKNESS),
    Column("density", "density", "Density on the roof", 96, Quantity.DENSITY),
    Column("bulking", "looser by", "Volume in the skip over that on the roof", 84),
    Column("reused", "goes on again", "Share that is used again", 96, Quantity.SHARE),
)


class OwnPanel(BenchPanel):
    """Own lines, and what is taken off."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: QuantitiesHand, parent: QWidget) -> None:
        super().__init__("Own lines, and what comes off", parent)
        self._desk, self._hand = desk, hand
        self.column.addWidget(
            label(
                "Hire, skips, permits, whatever the roof does not tell of: a line each.",
                "second small",
            )
        )
        self.own = NodeSheet("Own lines of the bill", OwnLine, OWN)
        self.own.changed.connect(self._take_own)
        self.own.said.connect(self.said)
        self.column.addWidget(self.own, 1)
        self._row(
            (
                ("Add a line", "Another line of your own", self.add_line),
                ("Take it out", "Take the line in the hand out", self.own.take_away),
            )
        )
        self.off_words = label("", "second small", wrap=True)
        self.column.addWidget(self.off_words)
        self.off = NodeSheet("What comes off", Stripped, OFF)
        self.off.changed.connect(self._take_off)
        self.off.said.connect(self.said)
        self.column.addWidget(self.off, 1)
        self._row(
            (
                ("Add what comes off", "A layer that comes off the selected area", self.add_off),
                ("Take it out", "Take the row in the hand out", self.off.take_away),
            )
        )
        self.finish()

    def _row(self, buttons: tuple[tuple[str, str, Callable[[], None]], ...]) -> None:
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for words, tip, done in buttons:
            button = QPushButton(words)
            button.setToolTip(plain_tip(tip))
            button.clicked.connect(lambda _on=False, done=done: done())
            row.addWidget(button)
        row.addStretch(1)
        self.column.addLayout(row)

    def refresh(self) -> None:
        """Show them as they are."""
        stated, system = self._desk.project.quantities, self._desk.system
        self.own.show_nodes(stated.own, system)
        self.off.show_nodes(stated.stripped, system)
        names = {area.id: area.name for area in self._desk.project.areas}
        where = "; ".join(
            f"{item.name}: {names.get(item.area, item.area)}" for item in stated.stripped
        )
        caution = (
            "Before anything is stripped: survey load, fibres and moisture. Old drains stay live."
        )
        self.off_words.setText(f"{caution} {where}".strip())

    def add_line(self) -> None:
        """Another line."""
        taken = {line.id for line in self._desk.project.quantities.own}
        made = OwnLine(id=numbered_id(taken, "own"), name="new line")
        self._desk.act("Add a line", lambda p: add_line(p, made))
        self.refresh()

    def add_off(self) -> None:
        """Something that comes off the selected area."""
        area = self._desk.area
        if area is None:
            return
        taken = {item.id for item in self._desk.project.quantities.stripped}
        made = Stripped(
            id=numbered_id(taken, "off"),
            area=area.roof.area.id,
            name="old sheet and boards",
            thickness=0.1,
            density=60.0,
        )
        self._desk.act("Add what comes off", lambda p: strip_off(p, made))
        self.refresh()

    def _take_own(self, own: tuple[OwnLine, ...]) -> None:
        self._desk.act("Change own lines", lambda p: state_quantities(p, own=own))
        self.refresh()

    def _take_off(self, stripped: tuple[Stripped, ...]) -> None:
        self._desk.act("Change what comes off", lambda p: state_quantities(p, stripped=stripped))
        self.refresh()
