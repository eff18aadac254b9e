# SPDX-License-Identifier: GPL-3.0-or-later
"""Layouts of rolls and boards as a DXF drawing: each plane as one looks at it from its eaves, every piece marked."""

from typing import TYPE_CHECKING

from glacis.core.quantities.measures import told
from glacis.core.units.quantities import System
from glacis.files.dxf_sheet import Sheet

if TYPE_CHECKING:
    from collections.abc import Callable

    from glacis.core.quantities.line import Line
    from glacis.core.set_out.plane import Ring

MARK = 0.12
"""Height of marks [m]."""
GAP = 2.0
"""Between two layouts [m]."""
PLANE, ROLLS, BOARDS, PIECES, MARKS, NAMES = (
    "PLANE",
    "ROLLS",
    "BOARDS-WHOLE",
    "BOARDS-CUT",
    "MARKS",
    "NAMES",
)
COLOURS = {PLANE: 7, ROLLS: 4, BOARDS: 8, PIECES: 1, MARKS: 3, NAMES: 2}


def layouts_dxf(layouts: "list[tuple[Line, Ring]]", system: System) -> bytes:
    """Layouts side by side, in metres or feet.

    Args:
        layouts: each line that is laid out, and the outline of its plane in true lengths.
        system: units of the drawing.
    """
    sheet = Sheet(system, COLOURS)
    along = 0.0
    for line, outline in layouts:
        left = along - min(u for u, _ in outline)

        def at(ring: "Ring", shift: float = left) -> "Ring":
            return tuple((u + shift, v) for u, v in ring)

        sheet.flat(at(outline), 0.0, PLANE)
        top = max(v for _, v in outline)
        sheet.name(told(line.name, system), (along, top + 0.4, 0.0), NAMES, 2 * MARK)
        _rolls(sheet, line, at)
        _boards(sheet, line, at)
        along += max(u for u, _ in outline) - min(u for u, _ in outline) + GAP
    return sheet.done()


def _rolls(sheet: Sheet, line: "Line", at: "Callable[[Ring], Ring]") -> None:
    if line.rolls is None:
        return
    for number, piece in enumerate(line.rolls.pieces, 1):
        ring = at(piece.outline)
        sheet.flat(ring, 0.0, ROLLS)
        _mark(sheet, str(number), ring)


def _boards(sheet: Sheet, line: "Line", at: "Callable[[Ring], Ring]") -> None:
    for plan in line.boards[:1]:
        for cut in plan.cuts:
            ring = at(cut.outline)
            sheet.flat(ring, 0.0, BOARDS if cut.whole else PIECES)
            if cut.mark:
                _mark(sheet, cut.mark, ring)


def _mark(sheet: Sheet, words: str, ring: "Ring") -> None:
    x = sum(x for x, _ in ring) / len(ring)
    y = sum(y for _, y in ring) / len(ring)
    sheet.name(words, (x, y, 0.0), MARKS, MARK)
