# SPDX-License-Identifier: GPL-3.0-or-later
"""Tapered boards as a table: the cut list, a row for every piece."""

import csv
from io import StringIO
from typing import TYPE_CHECKING

from glacis.files.layers_csv import safe

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout

COLUMNS = (
    "area", "mark", "board", "whole", "packers", "row", "area_m2", "corners_m",
)  # fmt: skip


def boards_csv(layouts: "list[tuple[str, Layout]]") -> str:
    """The cut list of all areas with boards, by mark and board.

    Args:
        layouts: name of each area, and its boards.
    """
    out = StringIO()
    table = csv.writer(out, lineterminator="\n")
    table.writerow(COLUMNS)
    for name, layout in layouts:
        for piece in sorted(layout.pieces, key=lambda p: (p.mark, p.board)):
            corners = " ".join(f"{x:.3f},{y:.3f}" for x, y in piece.outline)
            whole = "yes" if piece.is_whole else "no"
            table.writerow(
                (safe(name), piece.mark, piece.board + 1, whole, piece.packers, piece.row + 1,
                 f"{piece.area:.4f}", corners)
            )  # fmt: skip
    return out.getvalue()
