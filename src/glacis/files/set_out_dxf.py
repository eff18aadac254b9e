# SPDX-License-Identifier: GPL-3.0-or-later
"""Set-out as a DXF drawing: every plane as one sees it looking up from its eaves, side by side, true lengths."""

from typing import TYPE_CHECKING

from glacis.core.set_out.found import Covered, SetOutFound
from glacis.core.set_out.running import running
from glacis.core.units.quantities import System
from glacis.files.dxf_sheet import Sheet

if TYPE_CHECKING:
    from collections.abc import Iterable

MARK = 0.12
"""Height of marks [m]; by convention of our drawings."""
APART = 2.0
"""Between planes on the sheet [m]; by convention of our drawings."""
PLANE, COURSES, CUT, SHEETS, MEMBERS, WINDOWS, MARKS = (
    "PLANE", "COURSES", "PIECES-CUT", "SHEETS", "MEMBERS", "WINDOWS", "MARKS",
)  # fmt: skip
COLOURS = {PLANE: 7, COURSES: 8, CUT: 1, SHEETS: 5, MEMBERS: 9, WINDOWS: 4, MARKS: 3}


def set_out_dxf(areas: "list[tuple[str, SetOutFound]]", system: System) -> bytes:
    """All planes that are set out, in metres or feet, each with its name under its eaves."""
    sheet = Sheet(system, COLOURS)
    begin = 0.0
    for name, found in areas:
        plane = found.plane
        shift = begin - plane.left
        _plane(sheet, found, shift)
        sheet.name(name, (begin, -4 * MARK, 0.0), MARKS, 2 * MARK)
        begin += plane.right - plane.left + APART
    return sheet.done()


def _plane(sheet: Sheet, found: SetOutFound, shift: float) -> None:
    plane = found.plane

    def flat(ring: "Iterable[tuple[float, float]]", layer: str) -> None:
        sheet.flat(tuple((u + shift, s) for u, s in ring), 0.0, layer)

    flat(plane.outline, PLANE)
    for _, ring in plane.holes:
        flat(ring, WINDOWS)
    if found.frame is not None:
        width = found.stated.grid.width or found.stack.width
        for centre in found.frame.centres:
            at = plane.left + centre
            flat(_box(at - width / 2, 0.0, at + width / 2, plane.slope), MEMBERS)
    if found.sheeted is not None:
        for strip in found.sheeted.strips:
            flat(_box(strip.left, strip.low, strip.right, strip.high), SHEETS)
    if found.covered is not None:
        _courses(sheet, found.covered, (plane.left, plane.right), shift)


def _courses(sheet: Sheet, covered: Covered, ends: tuple[float, float], shift: float) -> None:
    def flat(ring: "Iterable[tuple[float, float]]", layer: str) -> None:
        sheet.flat(tuple((u + shift, s) for u, s in ring), 0.0, layer)

    places = running([course.s for course in covered.courses])
    for course, place in zip(covered.courses, places, strict=True):
        flat(_box(ends[0], course.s, ends[1], course.s), COURSES)
        words = f"{course.no}  {place * 1000:.0f}"
        sheet.name(words, (ends[1] + shift + MARK, course.s, 0.0), MARKS, MARK)
    laid = covered.laid
    for number in sorted(laid.cut) if laid is not None else ():
        part = laid.cut[number] if laid is not None else None
        for face in getattr(part, "geoms", (part,)):
            if face is not None and face.geom_type == "Polygon":
                flat(tuple(face.exterior.coords)[:-1], CUT)


def _box(left: float, low: float, right: float, high: float) -> tuple[tuple[float, float], ...]:
    return (left, low), (right, low), (right, high), (left, high)
