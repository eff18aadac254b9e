# SPDX-License-Identifier: GPL-3.0-or-later
"""Tables as the sheets of a workbook."""

import io
from collections.abc import Iterable, Mapping

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

WIDEST = 60
"""Letters to a column at most; our judgement."""


def book_of(sheets: Mapping[str, Iterable[tuple[object, ...]]]) -> bytes:
    """A workbook with these sheets, the first row of each its head."""
    book = Workbook()
    book.properties.creator = "Glacis"
    for sheet in list(book.worksheets):
        book.remove(sheet)
    for title, rows in sheets.items():
        made = book.create_sheet(title)
        for row in rows:
            made.append(row)
        _dress(made)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _dress(sheet: Worksheet) -> None:
    """A bold first row that stays, and columns as wide as their words."""
    for cell in sheet[1]:
        cell.font = Font(bold=True)
    sheet.freeze_panes = "A2"
    for number, column in enumerate(sheet.iter_cols(values_only=True), 1):
        widest = max((len(str(value)) for value in column if value is not None), default=0)
        sheet.column_dimensions[get_column_letter(number)].width = min(WIDEST, widest + 2)
