# SPDX-License-Identifier: GPL-3.0-or-later
"""The bays of ventilated roofs as a DXF drawing, a layer to each status."""

from typing import TYPE_CHECKING

from glacis.core.units.quantities import System
from glacis.files.dxf_sheet import Sheet

if TYPE_CHECKING:
    from glacis.core.air.found import Aired
    from glacis.core.model.document import RoofArea

MARK = 0.12
"""Height of marks [m]."""
OUTLINE, MARKS, VENTS = "AREA", "BAYS-NUMBERS", "VENTS"
COLOURS = {
    OUTLINE: 7, MARKS: 3, VENTS: 4, "BAYS-THROUGH": 8, "BAYS-NO-EXHAUST": 1, "BAYS-NO-INTAKE": 30,
    "BAYS-CLOSED": 6,
}  # fmt: skip


def bays_dxf(areas: "list[tuple[RoofArea, Aired]]", system: System) -> bytes:
    """All bays where they lie in plan, in metres or feet.

    Args:
        areas: each area with its air.
        system: units of the drawing.
    """
    from glacis.core.shape.upslope import plan_frame

    sheet = Sheet(system, COLOURS)
    for area, found in areas:
        layout = found.layout
        if layout is None:
            continue
        back = plan_frame(area.azimuth, area.pitch)
        sheet.flat(area.outline, 0.0, OUTLINE)
        for piece in layout.pieces:
            outline = tuple(back(corner) for corner in piece.piece.outline)
            sheet.flat(outline, 0.0, f"BAYS-{piece.status.upper()}")
            low, high = piece.piece.lower.at, piece.piece.upper.at
            middle = back(((low[0] + high[0]) / 2, (low[1] + high[1]) / 2))
            sheet.name(layout.map.name(piece.piece), (*middle, 0.0), MARKS, MARK)
        for rim in layout.edges:
            if rim.vents:
                ends = tuple((*back(end), 0.0) for end in (rim.side.start, rim.side.end))
                sheet.space.add_line(
                    sheet.at(ends[0]), sheet.at(ends[1]), dxfattribs={"layer": VENTS}
                )
    return sheet.done()
