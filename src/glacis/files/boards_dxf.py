# SPDX-License-Identifier: GPL-3.0-or-later
"""The layout of tapered boards as a DXF drawing: every piece with its mark, packers on layers of their own."""

from typing import TYPE_CHECKING

from glacis.core.units.quantities import System
from glacis.files.dxf_sheet import Sheet

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout
    from glacis.core.model.document import RoofArea

MARK = 0.12
"""Height of marks [m]."""
OUTLINE, WHOLE, CUT, MARKS, PACKERS = (
    "AREA",
    "BOARDS-WHOLE",
    "BOARDS-CUT",
    "BOARDS-MARKS",
    "PACKERS",
)
COLOURS = {OUTLINE: 7, WHOLE: 8, CUT: 1, MARKS: 3}


def boards_dxf(layouts: "list[tuple[RoofArea, Layout]]", system: System) -> bytes:
    """All layouts where they lie in plan, in metres or feet; layers of packers below one another.

    Args:
        layouts: each area, and its boards.
        system: units of the drawing.
    """
    most = max((len(layout.packers) for _, layout in layouts), default=0)
    below = {f"{PACKERS}-{number}": 4 for number in range(1, most + 1)}
    sheet = Sheet(system, {**COLOURS, **below})
    for area, layout in layouts:
        sheet.flat(area.outline, 0.0, OUTLINE)
        for piece in layout.pieces:
            sheet.flat(piece.outline, 0.0, WHOLE if piece.is_whole else CUT)
            x = sum(x for x, _ in piece.outline) / len(piece.outline)
            y = sum(y for _, y in piece.outline) / len(piece.outline)
            sheet.name(piece.mark, (x, y, 0.0), MARKS, MARK)
        for layer in layout.packers:
            for piece in layer.pieces:
                sheet.flat(piece.outline, 0.0, f"{PACKERS}-{layer.number}")
    return sheet.done()
