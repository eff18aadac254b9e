# SPDX-License-Identifier: GPL-3.0-or-later
"""Sections of junctions as a DXF drawing, side by side, at true size."""

from collections.abc import Sequence

from glacis.core.junctions.view import SectionView
from glacis.core.units.quantities import System
from glacis.files.dxf_sheet import Sheet

MARK = 0.04
"""Height of names [m]; by convention of our drawings."""
APART = 0.6
"""Between sections on the sheet [m]; by convention of our drawings."""
PIECES, ISOTHERMS, CRITICAL, NAMES = "PIECES", "ISOTHERMS", "ISOTHERM-CRITICAL", "NAMES"
RUNS = {
    "water": "LINE-WATER",
    "air": "LINE-AIR",
    "vapour": "LINE-VAPOUR",
    "thermal": "LINE-THERMAL",
}
COLOURS = {
    PIECES: 7, ISOTHERMS: 9, CRITICAL: 1, NAMES: 3, "LINE-WATER": 5, "LINE-AIR": 4, "LINE-VAPOUR": 6,
    "LINE-THERMAL": 30,
}  # fmt: skip


def sections_dxf(sections: Sequence[tuple[str, SectionView]], system: System) -> bytes:
    """All sections, in metres or feet: pieces, isotherms and control lines on layers of their own."""
    sheet = Sheet(system, COLOURS)
    begin = 0.0
    for name, view in sections:
        left, right, low, _ = view.box
        shift = begin - left
        for piece in view.pieces:
            if piece.ambient < 0:
                sheet.flat(tuple((x + shift, y) for x, y in piece.outline), 0.0, PIECES)
        for isotherm in view.isotherms:
            layer = CRITICAL if isotherm.critical else ISOTHERMS
            for line in isotherm.lines:
                sheet.stroke([(x + shift, y) for x, y in line], layer)
        for control, points in view.runs:
            sheet.stroke([(x + shift, y) for x, y in points], RUNS[control])
        sheet.name(name, (begin, low - 3 * MARK, 0.0), NAMES, MARK)
        begin += right - left + APART
    return sheet.done()
