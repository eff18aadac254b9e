# SPDX-License-Identifier: GPL-3.0-or-later
"""The site and the rooms by month, as a table: typed, pasted from a spreadsheet, read and saved as a file."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QRect, Qt, pyqtSignal
from PyQt6.QtGui import QGuiApplication, QKeyEvent, QKeySequence
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QHeaderView,
    QLineEdit,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QWidget,
)

from glacis.core.climate.pasted import (
    MONTHS,
    MonthRow,
    read_grid,
    rows_of,
    values_of,
    with_grid,
    with_month,
    with_values,
)
from glacis.core.climate.year import MONTH_SHORT
from glacis.core.errors import GlacisError
from glacis.core.model.document import Climate, Project, Site
from glacis.core.units.format import number
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.files.errors import shown_name
from glacis.report.scene import shorten
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.unit_field import UnitField

LABELS, UNIT = 196, 44
"""Room for the names of rows, and for their units in it."""
CSV = "CSV tables (*.csv)"


class MonthTable(QTableWidget):
    """Twelve columns of months; Ctrl+V pastes at the chosen cell, Delete empties a row."""

    pasted = pyqtSignal(str)
    emptied = pyqtSignal(int)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Paste and delete; everything else as tables do."""
        if event is not None and event.matches(QKeySequence.StandardKey.Paste):
            clipboard = QGuiApplication.clipboard()
            self.pasted.emit(clipboard.text() if clipboard is not None else "")
        elif event is not None and event.key() == Qt.Key.Key_Delete:
            self.emptied.emit(self.currentRow())
        else:
            super().keyPressEvent(event)


class MonthPanel(BenchPanel):
    """Name, elevation and design days of the site, then its months and those of the rooms."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, prompts: Prompts, parent: QWidget) -> None:
        super().__init__("Site and rooms by month", parent)
        self._desk, self._prompts = desk, prompts
        self._filling = False
        self.name = self._line("Site", "name", 150)
        self.source = self._line("Source", "source", 0)
        self.elevation = self._field("Elevation", Quantity.LENGTH, "elevation")
        self.winter = self._field("Winter design day", Quantity.TEMPERATURE, "design_winter")
        self.summer = self._field("Summer design day", Quantity.TEMPERATURE, "design_summer")
        first, second = (tight(QHBoxLayout(), (0, 0, 0, 0), 6) for _ in range(2))
        for row, words, widget in (
            (first, "Site", self.name), (first, "Elevation", self.elevation), (second, "Winter day", self.winter),
            (second, "Summer day", self.summer), (second, "Source", self.source),
        ):  # fmt: skip
            row.addWidget(label(words, "second small"))
            row.addWidget(widget, 1 if widget is self.source else 0)
        first.addStretch(1)
        self.column.addLayout(first)
        self.column.addLayout(second)
        self.table = MonthTable(0, MONTHS)
        self._lay_out_table()
        self.column.addWidget(self.table, 1)
        self.column.addWidget(
            label(
                "Paste rows of twelve, or columns of twelve, from a spreadsheet at the chosen row. Rooms without "
                "figures of their own keep one temperature and their humidity all year; Delete takes them away.",
                "second small", wrap=True,
            )
        )  # fmt: skip
        self._lay_out_buttons()
        self.finish()

    def _lay_out_table(self) -> None:
        table = self.table
        table.setAccessibleName("Months")
        table.setHorizontalHeaderLabels(list(MONTH_SHORT))
        table.setToolTip("Type a figure, or paste from a spreadsheet (Ctrl+V)")
        vertical, horizontal = table.verticalHeader(), table.horizontalHeader()
        if vertical is not None:
            vertical.setMaximumWidth(LABELS)
        if horizontal is not None:
            horizontal.setSectionResizeMode(QHeaderView.ResizeMode.Stretch)
            horizontal.setMinimumSectionSize(28)
        table.itemChanged.connect(self._typed)
        table.pasted.connect(self.paste)
        table.emptied.connect(self._empty)

    def _lay_out_buttons(self) -> None:
        for words, hint, slot in (
            ("Paste", "Paste rows of months at the chosen row (Ctrl+V)", self._paste_clipboard),
            ("Read a site…", "Read a site that was saved as a file", self.read_file),
            ("Save the site…", "Save the site as a file, for other projects", self.save_file),
        ):
            button = QPushButton(words)
            button.setToolTip(plain_tip(hint))
            button.clicked.connect(slot)
            self.buttons.addWidget(button)

    def _line(self, words: str, key: str, width: int) -> QLineEdit:
        line = QLineEdit()
        line.setAccessibleName(words)
        line.setToolTip(plain_tip(f"{words}, as the report prints it"))
        if width:
            line.setFixedWidth(width)
        line.editingFinished.connect(partial(self._take_text, key))
        return line

    def _field(self, words: str, quantity: Quantity, key: str) -> UnitField:
        field = UnitField(words, quantity, 76)
        if key != "elevation":
            field.bounded(range_of(Climate, key))
        field.committed.connect(partial(self._take_figure, key))
        field.said.connect(self.said)
        return field

    def open_over(self, area: QRect) -> None:
        """Show the table."""
        super().open_over(area)
        self.table.setCurrentCell(0, 0)
        self.table.setFocus()

    def refresh(self) -> None:
        """Show what the project states."""
        project, system = self._desk.project, self._desk.system
        site, climate = project.site, project.site.climate
        for line, text in ((self.name, site.name), (self.source, climate.source)):
            if not line.hasFocus():
                line.setText(text)
                line.setCursorPosition(0)
        self.elevation.show_value(site.elevation, system)
        self.winter.show_value(climate.design_winter, system)
        self.summer.show_value(climate.design_summer, system)
        self._filling = True
        rows = rows_of(project)
        self.table.setRowCount(len(rows))
        for place, row in enumerate(rows):
            unit = row.quantity.unit(system).symbol
            head = QTableWidgetItem(f"{shorten(row.words, LABELS - UNIT, 13)}, {unit}")
            head.setToolTip(plain_tip(f"{row.words}, {unit}"))
            self.table.setVerticalHeaderItem(place, head)
            values = values_of(project, row)
            for month in range(MONTHS):
                text = number(values[month], row.quantity, system) if values else ""
                item = QTableWidgetItem(text)
                item.setTextAlignment(Qt.AlignmentFlag.AlignCenter)
                self.table.setItem(place, month, item)
        self._filling = False

    def _row(self, place: int) -> MonthRow:
        return rows_of(self._desk.project)[place]

    def _typed(self, item: QTableWidgetItem) -> None:
        if self._filling:
            return
        row, month = self._row(item.row()), item.column()
        try:
            value = parse(item.text(), row.quantity, self._desk.system, row.words).value
        except GlacisError as fault:
            self.said.emit(str(fault), True)
            self.refresh()
            return
        change = partial(with_month, row=row, month=month, value=value)
        if not self._desk.act("Change a month", change):
            self.refresh()

    def _empty(self, place: int) -> None:
        row = self._row(place)
        if row.zone or row.kind == "rain":
            self._desk.act("Empty a row of months", partial(with_values, row=row, values=()))

    def _paste_clipboard(self) -> None:
        clipboard = QGuiApplication.clipboard()
        self.paste(clipboard.text() if clipboard is not None else "")

    def paste(self, text: str) -> None:
        """Lay a table of figures from the chosen cell on; nothing changes where it cannot be read."""
        first, month = max(0, self.table.currentRow()), max(0, self.table.currentColumn())
        system = self._desk.system
        try:
            grid = read_grid(text)
            laid = partial(with_grid, grid=grid, first=first, month=month, system=system)
            laid(self._desk.project)
        except GlacisError as fault:
            self.said.emit(str(fault), True)
            return
        if self._desk.act("Paste months", laid):
            self.said.emit(f"{len(grid)} rows of {len(grid[0])} months pasted.", False)

    def _take_text(self, key: str) -> None:
        line = self.name if key == "name" else self.source
        text, site = line.text().strip(), self._desk.project.site
        if text == (site.name if key == "name" else site.climate.source) or (
            key == "name" and not text
        ):
            self.refresh()
            return
        self._desk.act(f"Change {key} of the site", partial(_with_site, key=key, value=text))

    def _take_figure(self, key: str, value: float) -> None:
        self._desk.act("Change the site", partial(_with_site, key=key, value=value))

    def read_file(self) -> None:
        """Take a site that was saved as a file."""
        from glacis.files.site_csv import read_site

        path = self._prompts.site_path(self)
        if path is None:
            return
        try:
            site = read_site(path)
        except GlacisError as fault:
            self.said.emit(str(fault), True)
            return
        if self._desk.act("Read a site", lambda project: replace(project, site=site)):
            self.said.emit(f"Site {site.name} read from {shown_name(path)}.", False)

    def save_file(self) -> None:
        """Save the site as a file."""
        from glacis.files.site_csv import site_csv
        from glacis.ui.outputs import write_out

        site: Site = self._desk.project.site
        path = self._prompts.save_path(self, "Save the site", f"{site.name}.csv", CSV)
        if path is None:
            return
        written = write_out(self._desk, self._prompts, self, path, lambda: site_csv(site).encode())
        if written:
            self.said.emit(written, False)


def _with_site(project: Project, key: str, value: str | float) -> Project:
    """The project with a field of its site or of its climate changed."""
    site = project.site
    if key in ("name", "elevation"):
        return replace(project, site=replace(site, **{key: value}))
    return replace(project, site=replace(site, climate=replace(site.climate, **{key: value})))
