# SPDX-License-Identifier: GPL-3.0-or-later
"""Tapered boards as a table: the cut list, a row for every piece."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.files.layers_csv import safe
from glacis.files.rows_csv import csv_of

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout, Piece

COLUMNS = (
    "area", "layer", "mark", "board", "whole", "packers", "row", "area_m2", "corners_m",
)  # fmt: skip

Row = tuple[str | int | float, ...]


def boards_csv(layouts: "list[tuple[str, Layout]]") -> str:
    """The cut list of all areas with boards: tapered ones by mark and board, then packers by layer.

    Args:
        layouts: name of each area, and its boards.
    """
    return csv_of(COLUMNS, rows_of(layouts))


def rows_of(layouts: "list[tuple[str, Layout]]") -> Iterator[Row]:
    """A row for every piece; layer 0 holds the tapered boards, those below are flat packers."""
    for name, layout in layouts:
        for piece in sorted(layout.pieces, key=lambda p: (p.mark, p.board)):
            yield _row(name, 0, piece)
        for layer in layout.packers:
            for piece in sorted(layer.pieces, key=lambda p: p.board):
                yield _row(name, layer.number, piece)


def _row(name: str, layer: int, piece: "Piece") -> Row:
    corners = " ".join(f"{x:.3f},{y:.3f}" for x, y in piece.outline)
    whole = "yes" if piece.is_whole else "no"
    return (
        safe(name), layer, piece.mark, piece.board + 1, whole, piece.packers, piece.row + 1,
        round(piece.area, 4), corners,
    )  # fmt: skip
