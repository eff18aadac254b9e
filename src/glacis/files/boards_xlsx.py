# SPDX-License-Identifier: GPL-3.0-or-later
"""Tapered boards as a workbook: what to buy, and the cut list."""

import io
from typing import TYPE_CHECKING

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from glacis.files.boards_csv import COLUMNS, rows_of
from glacis.files.layers_csv import safe

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout

BUY = ("area", "mark", "boards", "whole", "pieces", "laid_m2", "least_boards")


def boards_xlsx(layouts: "list[tuple[str, Layout]]") -> bytes:
    """A sheet of what to buy and a sheet with every piece.

    Args:
        layouts: name of each area, and its boards.
    """
    book = Workbook()
    book.properties.creator = "Glacis"
    buy = book.active
    if not isinstance(buy, Worksheet):
        buy = book.create_sheet()
    buy.title = "To buy"
    buy.append(BUY)
    for name, layout in layouts:
        for kind in layout.kinds:
            buy.append(
                (
                    safe(name),
                    kind.mark,
                    kind.count,
                    kind.whole,
                    kind.pieces,
                    round(kind.area, 4),
                    kind.least,
                )
            )
        for layer in layout.packers:
            whole = sum(piece.is_whole for piece in layer.pieces)
            mark = f"flat {layer.thickness * 1000:.0f}, layer {layer.number}"
            cut = len(layer.pieces) - whole
            buy.append((safe(name), mark, layer.count, whole, cut, round(layer.area, 4), None))
    pieces = book.create_sheet("Pieces")
    pieces.append(COLUMNS)
    for row in rows_of(layouts):
        pieces.append(row)
    for sheet in (buy, pieces):
        _dress(sheet)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _dress(sheet: Worksheet) -> None:
    """A bold first row that stays, and columns as wide as their words."""
    for cell in sheet[1]:
        cell.font = Font(bold=True)
    sheet.freeze_panes = "A2"
    for number, column in enumerate(sheet.iter_cols(values_only=True), 1):
        widest = max(len(str(value)) for value in column if value is not None)
        sheet.column_dimensions[get_column_letter(number)].width = min(60, widest + 2)
