# SPDX-License-Identifier: GPL-3.0-or-later
"""When the roof was completed, what it has to be looked after for, and what warranties demand, over the bench."""

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QLineEdit, QWidget

from glacis.core.log.change import care_of, complete, put_care, put_warranties
from glacis.core.model.log import Warranty
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk, today
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet

TICKS = (
    ("trees", "leaves fall on it", "Outlets are cleared each month of leaf fall"),
    ("overhung", "branches or roots reach it", "Makes roots and animals likelier"),
    ("coated", "a coating is measured", "After five years, then every two"),
    ("plant", "people go there for plant", "Makes traffic likelier"),
    ("pipes", "pipes or cooling run there", "Makes services likelier"),
)
WARRANTIES = (
    Column("name", "warranty", "What it is for", 170, words=True),
    Column("ends", "ends", "Its last day, year-month-day", 110, words=True),
    Column("months", "demands a look every", "Months between looks it demands", 130, Quantity.PIECES),
    Column("terms", "terms", "Its terms in words", 220, words=True),
)  # fmt: skip


class CarePanel(BenchPanel):
    """Completion, care of the selected area, warranties of the job."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Care", parent)
        self._desk = desk
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        row.addWidget(label("completed on", "second small"))
        self.completed = QLineEdit()
        self.completed.setAccessibleName("Completed on")
        self.completed.setToolTip(plain_tip("Day of completion as year-month-day: Return takes it"))
        self.completed.setPlaceholderText("year-month-day")
        self.completed.setFixedWidth(120)
        self.completed.editingFinished.connect(self._take_completed)
        row.addWidget(self.completed)
        row.addStretch(1)
        self.column.addLayout(row)
        self.whose = label("", "second small")
        self.column.addWidget(self.whose)
        self.ticks: dict[str, QCheckBox] = {}
        for key, words, tip in TICKS:
            box = QCheckBox(words)
            box.setToolTip(plain_tip(tip))
            box.clicked.connect(lambda on, key=key: self._take_care(key, on))
            self.ticks[key] = box
            self.column.addWidget(box)
        self.warranties = NodeSheet("Warranties", Warranty, WARRANTIES)
        self.warranties.changed.connect(self._take_warranties)
        self.warranties.said.connect(self.said)
        self.column.addWidget(self.warranties, 1)
        buttons = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        buttons.addWidget(push_button("Add a warranty", "Another row", self._add))
        buttons.addWidget(
            push_button("Take it out", "Take the row in the hand out", self.warranties.take_away)
        )
        buttons.addStretch(1)
        self.column.addLayout(buttons)
        self.finish()

    def _add(self) -> None:
        count = len(self._desk.project.log.warranties) + 1
        self.warranties.add(Warranty(name=f"Warranty {count}", ends=today()))

    @property
    def _roof(self) -> str:
        return self._desk.area.roof.area.id if self._desk.area else ""

    def _take_completed(self) -> None:
        text = self.completed.text().strip()
        if text != self._desk.project.log.completed and not self._desk.act(
            "Say when it was completed", lambda p: complete(p, text)
        ):
            self.completed.setText(self._desk.project.log.completed)

    def _take_care(self, key: str, on: bool) -> None:
        care = replace(care_of(self._desk.project.log, self._roof), **{key: on})
        self._desk.act("State its care", lambda p: put_care(p, care))

    def _take_warranties(self, nodes: tuple[Warranty, ...]) -> None:
        whole = tuple(replace(x, months=round(x.months)) for x in nodes)
        if not self._desk.act("State warranties", lambda p: put_warranties(p, whole)):
            self.warranties.refuse()

    def refresh(self) -> None:
        """Show it as it is stated."""
        log, result = self._desk.project.log, self._desk.area
        if not self.completed.hasFocus():
            self.completed.setText(log.completed)
        self.whose.setText(f"{result.roof.area.name}:" if result else "")
        care = care_of(log, self._roof)
        for key, box in self.ticks.items():
            box.setChecked(getattr(care, key))
        self.warranties.show_nodes(log.warranties, self._desk.system)
