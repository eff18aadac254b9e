# SPDX-License-Identifier: GPL-3.0-or-later
"""Tapered boards as a workbook: what to buy, and the cut list."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.files.boards_csv import COLUMNS, rows_of
from glacis.files.layers_csv import safe
from glacis.files.workbook import book_of

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout

BUY = ("area", "mark", "boards", "whole", "pieces", "laid_m2", "least_boards")


def boards_xlsx(layouts: "list[tuple[str, Layout]]") -> bytes:
    """A sheet of what to buy and a sheet with every piece.

    Args:
        layouts: name of each area, and its boards.
    """
    return book_of({"To buy": [BUY, *_to_buy(layouts)], "Pieces": [COLUMNS, *rows_of(layouts)]})


def _to_buy(layouts: "list[tuple[str, Layout]]") -> Iterator[tuple[object, ...]]:
    for name, layout in layouts:
        for kind in layout.kinds:
            area = round(kind.area, 4)
            yield safe(name), kind.mark, kind.count, kind.whole, kind.pieces, area, kind.least
        for layer in layout.packers:
            whole = sum(piece.is_whole for piece in layer.pieces)
            mark = f"flat {layer.thickness * 1000:.0f}, layer {layer.number}"
            cut, area = len(layer.pieces) - whole, round(layer.area, 4)
            yield safe(name), mark, layer.count, whole, cut, area, None
