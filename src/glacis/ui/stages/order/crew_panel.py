# SPDX-License-Identifier: GPL-3.0-or-later
"""Crews, machines, workdays and products' own clocks, over the bench."""

from collections.abc import Callable
from typing import Any

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QLineEdit, QPushButton, QWidget

from glacis.core.model.days import WEEK
from glacis.core.model.lookup import numbered_id
from glacis.core.model.node import Node
from glacis.core.model.order import ClockLimit, Crew, Machine
from glacis.core.order.change import state_calendar, state_order
from glacis.core.order.clocks import table
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet

CREWS = (
    Column("trade", "trade", "Trade", 180, words=True),
    Column(
        "people", "people at once", "People who are there at the same time", 110, Quantity.PIECES
    ),
)
MACHINES = (
    Column("name", "machine", "Machine that has to be booked", 180, words=True),
    Column("lead", "booked days ahead", "From booking to its coming", 130, Quantity.PIECES),
)
CLOCKS = (
    Column("item", "what lies open", "As the clocks call it, or the material", 270, words=True),
    Column("days", "days", "Days it may lie open", 76, Quantity.PIECES),
    Column("source", "by", "The product's paper", 180, words=True),
)


class CrewPanel(BenchPanel):
    """Crews, machines, workdays, clocks."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Crews, days and clocks", parent)
        self._desk = desk
        week = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        week.addWidget(label("worked on", "second small"))
        self.days: list[QCheckBox] = []
        for number, name in enumerate(WEEK):
            box = QCheckBox(name)
            box.setToolTip(plain_tip(f"Whether there is work on {name}"))
            box.clicked.connect(lambda _on=False, number=number: self._take_day(number))
            self.days.append(box)
            week.addWidget(box)
        week.addWidget(label("not on", "second small"))
        self.holidays = QLineEdit()
        self.holidays.setAccessibleName("Holidays")
        self.holidays.setToolTip(
            plain_tip("Holidays as year-month-day, parted by commas: Return takes them")
        )
        self.holidays.setPlaceholderText("2027-05-06, 2027-05-17")
        self.holidays.editingFinished.connect(self._take_holidays)
        week.addWidget(self.holidays, 1)
        self.column.addLayout(week)
        self.crews = self._sheet(
            "Crews", Crew, CREWS, "crews", ("Add a crew", lambda: Crew(trade="roofer"))
        )
        self.machines = self._sheet(
            "Machines", Machine, MACHINES, "machines", ("Add a machine", self._machine)
        )
        self.clocks = self._sheet(
            "Clocks of products", ClockLimit, CLOCKS, "clocks", ("Add a clock", self._clock)
        )  # fmt: skip
        self.finish()

    def _machine(self) -> Machine:
        taken = {each.id for each in self._desk.project.order.machines}
        return Machine(id=numbered_id(taken, "machine"), name="mobile crane")

    def _clock(self) -> ClockLimit:
        item = next(iter(table().values())).item
        return ClockLimit(item=item, days=14.0, source="data sheet")

    def _sheet(
        self,
        name: str,
        node: type,
        columns: tuple[Column, ...],
        key: str,
        add: tuple[str, Callable[[], Node]],
    ) -> NodeSheet:
        sheet = NodeSheet(name, node, columns)
        sheet.changed.connect(lambda nodes: self._take(name, key, nodes))
        sheet.said.connect(self.said)
        self.column.addWidget(sheet, 1)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        made = QPushButton(add[0])
        made.setToolTip(plain_tip(f"Another row: {name.lower()}"))
        made.clicked.connect(lambda _on=False: sheet.add(add[1]()))
        out = QPushButton("Take it out")
        out.setToolTip(plain_tip("Take the row in the hand out"))
        out.clicked.connect(lambda _on=False: sheet.take_away())
        row.addWidget(made)
        row.addWidget(out)
        row.addStretch(1)
        self.column.addLayout(row)
        return sheet

    def refresh(self) -> None:
        """Show them as they are."""
        order, system = self._desk.project.order, self._desk.system
        for number, box in enumerate(self.days):
            box.setChecked(number in order.calendar.days)
        if not self.holidays.hasFocus():
            self.holidays.setText(", ".join(order.calendar.holidays))
            self.holidays.setCursorPosition(0)
        self.crews.show_nodes(order.crews, system)
        self.machines.show_nodes(order.machines, system)
        self.clocks.show_nodes(order.clocks, system)

    def _take(self, name: str, key: str, nodes: tuple[Any, ...]) -> None:
        if key == "crews":
            nodes = tuple(replace(crew, people=round(crew.people)) for crew in nodes)
        self._desk.act(f"Change {name.lower()}", lambda p: state_order(p, **{key: nodes}))
        self.refresh()

    def _take_day(self, number: int) -> None:
        days = set(self._desk.project.order.calendar.days) ^ {number}
        self._desk.act("Change workdays", lambda p: state_calendar(p, days=tuple(sorted(days))))
        self.refresh()

    def _take_holidays(self) -> None:
        found = tuple(word.strip() for word in self.holidays.text().split(",") if word.strip())
        if found != self._desk.project.order.calendar.holidays:
            self._desk.act("Change holidays", lambda p: state_calendar(p, holidays=found))
            self.refresh()
