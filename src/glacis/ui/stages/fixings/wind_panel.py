# SPDX-License-Identifier: GPL-3.0-or-later
"""All about the wind over the bench: source and factors, terrain by direction, coefficients to be confirmed."""

from functools import partial

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QHeaderView,
    QLineEdit,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QWidget,
)

from glacis.core.errors import GlacisError
from glacis.core.fixings.change import confirm_rows, put_row
from glacis.core.model.wind import Coefficient, Sector, Wind
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.core.wind.coefficients import SHIPPED, Row, table_with
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.fixings.hand import FixingsHand
from glacis.ui.stages.fixings.strips import Flow
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet
from glacis.ui.widgets.unit_field import UnitField

TERRAINS = tuple((name, name) for name in ("0", "I", "II", "III", "IV"))
SECTORS = (
    Column("start", "from", "Where the sector begins, clockwise from north", 92, Quantity.ANGLE),
    Column("terrain", "terrain", "Terrain upwind", 88, choices=TERRAINS),
    Column("direction", "c_dir", "Factor of direction", 78),
    Column("orography", "c_o", "Factor of hills", 78),
)
FACTORS = (
    ("season", "c_season"), ("yearly", "yearly chance"), ("orography", "c_o or K_zt"), ("density", "air"),
    ("directionality", "K_d"), ("factor", "γ"),
)  # fmt: skip
LOWER = ("density", "factor")
"""What stands in a second row, so that a narrow window shows all."""
SHOWS = (
    ("read here", "here"),
    ("not settled", "open"),
    ("changed or confirmed", "stated"),
    ("all", "all"),
)
HEADS = ("row", "figures", "mark", "source", "settled by")


class WindPanel(BenchPanel):
    """The wind in full."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: FixingsHand, parent: QWidget) -> None:
        super().__init__("Wind", parent)
        self._desk, self._hand = desk, hand
        self._shown: list[Row] = []
        self._filling = False
        self._make_factors()
        self._make_sectors()
        self._make_filters()
        self._make_rows()
        words = "Figures are those of the smallest area first. A changed row needs a source, a name and a date."
        self.column.addWidget(label(words, "second small", wrap=True))
        self.finish()

    def _make_factors(self) -> None:
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.source = QLineEdit()
        self.source.setAccessibleName("Source of the wind speed")
        self.source.setToolTip(
            plain_tip("Map, annex or clause that the speed comes from: Return takes it")
        )
        self.source.editingFinished.connect(self._take_source)
        row.addWidget(label("Speed from", "second small"))
        row.addWidget(self.source, 1)
        self.column.addLayout(row)
        self.flow = Flow(2)
        self.fields: dict[str, UnitField] = {}
        for key, words in FACTORS:
            bounds = ranges_of(Wind)[key]
            quantity = bounds.quantity or Quantity.FACTOR
            made = UnitField(bounds.words, quantity, 90 if key == "density" else 70).bounded(bounds)
            made.committed.connect(partial(self._take, made, key))
            made.said.connect(self.said)
            self.fields[key] = made
            self.flow.put(key, words, made, int(key in LOWER))
        self.flow.close()
        self.column.addWidget(self.flow)

    def _make_sectors(self) -> None:
        self.sectors = NodeSheet("Terrain by direction", Sector, SECTORS)
        self.sectors.setMaximumHeight(142)
        self.sectors.changed.connect(self._take_sectors)
        self.sectors.said.connect(self.said)
        beside = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        beside.addWidget(self.sectors, 1)
        buttons = QWidget()
        column = tight(QHBoxLayout(buttons), (0, 0, 0, 0), 6)
        self._button(
            column,
            "Add a sector",
            "Another direction",
            lambda: self.sectors.add(Sector(start=self._next())),
        )
        self._button(
            column, "Take it out", "Take the sector in the hand out", self.sectors.take_away
        )
        beside.addWidget(buttons, 0, Qt.AlignmentFlag.AlignTop)
        self.column.addLayout(beside)

    def _make_filters(self) -> None:
        filters = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.shows = chooser("Which coefficients are shown", SHOWS)
        self.shows.activated.connect(lambda _k: self._show_rows())
        self.by, self.dated = QLineEdit(), QLineEdit()
        self.by.setPlaceholderText("name")
        self.dated.setPlaceholderText("year-month-day")
        for line, name in ((self.by, "Who settles rows"), (self.dated, "Date as year-month-day")):
            line.setAccessibleName(name)
            line.setToolTip(plain_tip(name))
            line.setMaximumWidth(130)
        filters.addWidget(label("Coefficients", "second small"))
        filters.addWidget(self.shows)
        filters.addStretch(1)
        filters.addWidget(self.by)
        filters.addWidget(self.dated)
        self._button(
            filters,
            "Confirm",
            "Confirm the rows in the hand, or all that are shown, against the standard",
            self.confirm,
        )
        self.column.addLayout(filters)

    def _make_rows(self) -> None:
        self.rows = QTableWidget(0, len(HEADS))
        self.rows.setAccessibleName("Coefficients")
        self.rows.setToolTip(plain_tip("Coefficients: type a figure to change it, with a source"))
        self.rows.setHorizontalHeaderLabels(HEADS)
        self.rows.itemChanged.connect(self._typed)
        vertical, horizontal = self.rows.verticalHeader(), self.rows.horizontalHeader()
        if vertical is not None:
            vertical.hide()
        if horizontal is not None:
            horizontal.setSectionResizeMode(QHeaderView.ResizeMode.Interactive)
            horizontal.setStretchLastSection(True)
        for number, width in enumerate((190, 130, 76, 190)):
            self.rows.setColumnWidth(number, width)
        self.column.addWidget(self.rows, 1)

    def _button(self, row: QHBoxLayout, words: str, tip: str, done: object) -> None:
        button = QPushButton(words)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(lambda _on=False: done())  # type: ignore[operator]
        row.addWidget(button)

    def _next(self) -> float:
        starts = [sector.start for sector in self._desk.project.wind.sectors]
        return (max(starts) + 90.0) % 360 if starts else 0.0

    def refresh(self) -> None:
        """Show the wind as stated."""
        wind, system = self._desk.project.wind, self._desk.system
        if not self.source.isModified() or not self.source.hasFocus():
            self.source.setText(wind.source)
        for key, made in self.fields.items():
            made.show_value(getattr(wind, key), system)
        asce = wind.basis == "asce"
        self.flow.show_only(
            {"orography", "directionality"}
            if asce
            else {"season", "yearly", "orography", "density", "factor"}
        )
        self.sectors.show_nodes(wind.sectors, system)
        self._show_rows()

    def _take_source(self) -> None:
        if self.source.text().strip() != self._desk.project.wind.source:
            self._hand.state_wind(
                "Name the source of the wind", {"source": self.source.text().strip()}
            )

    def _take(self, field: UnitField, key: str, value: float) -> None:
        if not self._hand.state_wind("State the wind", {key: value}):
            field.refuse()

    def _take_sectors(self, sectors: tuple[Sector, ...]) -> None:
        if not self._hand.state_wind("State terrain by direction", {"sectors": sectors}):
            self.sectors.refuse()
        self.refresh()

    def _rows(self) -> list[Row]:
        wind = self._desk.project.wind
        table = table_with(wind.rows)
        which = self.shows.currentData()
        if which == "all":
            return list(table.values())
        if which == "open":
            return [row for row in table.values() if not row.is_settled]
        if which == "stated":
            return [table[row.row] for row in wind.rows]
        read = dict.fromkeys(row for zone in self._hand.wind.zones for row in zone.rows)
        return [table[name] for name in read]

    def _show_rows(self) -> None:
        self._filling = True
        self._shown = self._rows()
        self.rows.setRowCount(len(self._shown))
        for number, row in enumerate(self._shown):
            figures = " / ".join(f"{value:g}" for _, value in row.values)
            mark = row.mark if not row.by else "settled"
            by = f"{row.by}, {row.dated}" if row.by else ""
            for column, words in enumerate((row.key, figures, mark, row.source, by)):
                item = QTableWidgetItem(words)
                if column not in (1, 3):
                    item.setFlags(item.flags() & ~Qt.ItemFlag.ItemIsEditable)
                self.rows.setItem(number, column, item)
        self._filling = False

    def confirm(self) -> None:
        """Confirm the rows in the hand, or all that are shown."""
        marked = sorted({index.row() for index in self.rows.selectedIndexes()})
        chosen = [self._shown[number] for number in marked] or self._shown
        names = tuple(row.key for row in chosen if not row.is_settled)
        if not names:
            self.said.emit("Every row that is shown is settled.", False)
            return
        by, dated = self.by.text().strip(), self.dated.text().strip()
        words = f"Confirm {len(names)} coefficients"
        self._desk.act(words, lambda p: confirm_rows(p, names, by, dated))
        self.refresh()

    def _typed(self, item: QTableWidgetItem) -> None:
        """A figure or a source was typed."""
        if self._filling or item.row() >= len(self._shown):
            return
        row = self._shown[item.row()]
        figures, source = self.rows.item(item.row(), 1), self.rows.item(item.row(), 3)
        if figures is None or source is None:
            return
        try:
            values = tuple(float(part.replace("−", "-")) for part in figures.text().split("/"))
        except ValueError:
            self.said.emit(f"{figures.text()[:40]}: figures parted by a stroke are expected", True)
            self._show_rows()
            return
        same = values == tuple(value for _, value in row.values)
        if same and source.text() == row.source:
            return
        told = source.text() if source.text() != SHIPPED[row.key].source else ""
        made = Coefficient(
            row=row.key,
            values=values,
            source=told,
            by=self.by.text().strip(),
            dated=self.dated.text().strip(),
        )
        try:
            put_row(self._desk.project, made)
        except GlacisError as fault:
            self.said.emit(str(fault), True)
            self._show_rows()
            return
        self._desk.act("Change a coefficient", lambda p: put_row(p, made))
        self.refresh()
