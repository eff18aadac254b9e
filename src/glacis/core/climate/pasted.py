# SPDX-License-Identifier: GPL-3.0-or-later
"""Tables of months as people paste them from a spreadsheet, and as rows of a project."""

import csv
from collections.abc import Iterator
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.climate.year import MONTH_NAMES
from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project
from glacis.core.model.edit import swap
from glacis.core.model.lookup import by_id
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity, System

MONTHS = 12
"""Of a year, by definition."""
Grid = tuple[tuple[str, ...], ...]
RowKind = Literal["temperature", "humidity", "rain", "room-temperature", "room-humidity"]
QUANTITIES: dict[RowKind, Quantity] = {
    "temperature": Quantity.TEMPERATURE, "humidity": Quantity.HUMIDITY, "rain": Quantity.RAIN,
    "room-temperature": Quantity.TEMPERATURE, "room-humidity": Quantity.HUMIDITY,
}  # fmt: skip


class MonthRow(Struct, frozen=True):
    """One row of the table of months.

    Attributes:
        kind: what it holds.
        words: to print.
        zone: id of the rooms, for rows of theirs.
    """

    kind: RowKind
    words: str
    zone: str = ""

    @property
    def quantity(self) -> Quantity:
        """What kind of figures it holds."""
        return QUANTITIES[self.kind]


def rows_of(project: Project) -> tuple[MonthRow, ...]:
    """The rows: outside air and rain, then temperature and humidity of every zone of rooms."""
    return (
        MonthRow("temperature", "Outside air"),
        MonthRow("humidity", "Its humidity"),
        MonthRow("rain", "Rain"),
        *(
            row
            for zone in project.zones
            for row in (
                MonthRow("room-temperature", zone.name, zone.id),
                MonthRow("room-humidity", "its humidity", zone.id),
            )
        ),
    )


def values_of(project: Project, row: MonthRow) -> tuple[float, ...]:
    """Twelve values of a row in SI units; none where nobody stated any."""
    climate = project.site.climate
    if row.kind == "temperature":
        return climate.temperature
    if row.kind == "humidity":
        return climate.humidity
    if row.kind == "rain":
        return climate.rain
    zone = by_id(project.zones, row.zone, "indoor zone", "The table of months")
    return zone.year if row.kind == "room-temperature" else zone.humidities


def with_values(project: Project, row: MonthRow, values: tuple[float, ...]) -> Project:
    """The project with other values in a row; none take the row away, where it may be missing."""
    if row.zone:
        zone = by_id(project.zones, row.zone, "indoor zone", "The table of months")
        field = "temperatures" if row.kind == "room-temperature" else "humidities"
        return replace(project, zones=swap(project.zones, replace(zone, **{field: values})))
    climate = project.site.climate
    if not values and row.kind != "rain":
        raise ValueRefused(row.words, "nothing", "12 monthly values")
    mark = "" if climate.source.endswith(STATED) else STATED
    made = replace(climate, **{row.kind: values}, source=climate.source + mark)
    return replace(project, site=replace(project.site, climate=made))


STATED = "; stated by the user"


def with_month(project: Project, row: MonthRow, month: int, value: float) -> Project:
    """The project with one month of a row changed; a row that was missing gets that value all year."""
    present = values_of(project, row) or (value,) * MONTHS
    return with_values(project, row, (*present[:month], value, *present[month + 1 :]))


def read_grid(text: str) -> Grid:
    """The cells of a pasted table, without heads: a row a series, or a column a series turned round.

    Tabs, semicolons or commas part the cells; a decimal comma is read where commas part nothing.

    Raises:
        ValueRefused: for a row of another length than the first, naming it.

    >>> read_grid("Month;Jan;Feb / T;1,5;2".replace(" / ", chr(10)))
    (('1.5', '2'),)
    """
    lines = [line for line in text.replace("\r", "\n").split("\n") if line.strip()]
    separator = next((s for s in ("\t", ";") if s in text), "")
    spaced = any(" " in line.strip() for line in lines)
    if not separator and "," in text and (", " in text or not spaced):
        separator = ","
    cells = [list(_cells(line, separator)) for line in lines]
    if separator != ",":
        cells = [[cell.replace(",", ".") for cell in row] for row in cells]
    rows = [_without_label(row) for row in cells if any(map(_is_figure, row))]
    rows = [row for row in rows if row]
    if not rows:
        raise ValueRefused(
            "pasted table", text[:40], "rows of figures, a month a column or a month a row"
        )
    for number, row in enumerate(rows, 1):
        if len(row) != len(rows[0]):
            raise ValueRefused(
                f"pasted table, row {number}",
                f"{len(row)} cells",
                f"{len(rows[0])}, as in the first",
            )
    if len(rows) == MONTHS and len(rows[0]) != MONTHS:
        rows = [list(column) for column in zip(*rows, strict=True)]
    return tuple(tuple(row) for row in rows)


def _cells(line: str, separator: str) -> Iterator[str]:
    if not separator:
        yield from line.split()
        return
    for cell in next(csv.reader([line], delimiter=separator)):
        yield cell.strip()


def _is_figure(cell: str) -> bool:
    bare = cell.rstrip("%°CFmin ").replace("−", "-")
    try:
        float(bare)
    except ValueError:
        return False
    return True


def _without_label(row: list[str]) -> list[str]:
    """A row without the words at its begin and what is empty at its end."""
    while row and not _is_figure(row[0]):
        row = row[1:]
    while row and not row[-1]:
        row = row[:-1]
    return row


def with_grid(project: Project, grid: Grid, first: int, month: int, system: System) -> Project:
    """The project with a pasted table laid from row ``first`` and ``month`` on, both counted from 0.

    A row of twelve begins in January wherever it is laid.

    Raises:
        ValueRefused: naming row, month, what was expected and found.
    """
    rows = rows_of(project)
    for number, cells in enumerate(grid):
        if first + number >= len(rows):
            raise ValueRefused(
                "pasted table", f"{len(grid)} rows", f"{len(rows) - first} from here on"
            )
        row, start = rows[first + number], 0 if len(cells) == MONTHS else month
        if start + len(cells) > MONTHS:
            raise ValueRefused(
                "pasted table", f"{len(cells)} columns", f"{MONTHS - start} from here on"
            )
        figures = tuple(
            parse(cell, row.quantity, system, f"{row.words}, {MONTH_NAMES[start + k]}").value
            for k, cell in enumerate(cells)
        )
        present = values_of(project, row) or (figures[0],) * MONTHS
        laid = (*present[:start], *figures, *present[start + len(figures) :])
        project = with_values(project, row, laid)
    return project
