# SPDX-License-Identifier: GPL-3.0-or-later
"""Lists to mark and cut from: courses, pieces, sheets, panels, infill; each row says what it follows from."""

from collections import Counter
from collections.abc import Iterator
from math import atan2, ceil, degrees

from msgspec import Struct

from glacis.core.model.covering import ShingleStrip, Tile
from glacis.core.set_out.eaves import lining, wedge_length
from glacis.core.set_out.found import Covered, Panelled, SetOutFound, Sheeted
from glacis.core.set_out.metal import Strip
from glacis.core.set_out.panels import run_of
from glacis.core.set_out.plane import NEAR, RoofPlane, upright_verges
from glacis.core.set_out.running import MARK, between, running

RULE_WORDS = {
    "all": "every piece", "edges": "every piece at an edge",
    "alternate": "every piece at an edge, alternate courses inside",
}  # fmt: skip
"""Which pieces are fixed, in words."""


class Piece(Struct, frozen=True):
    """A row of the cut list.

    Attributes:
        mark: as it is written on the piece.
        piece: what it is.
        length: [m].
        width: [m]; 0 where it is the product's.
        angle: of its skewed end from square on its face [°]; 0 for square ends.
        count: how many.
        stock: what it is cut from [m]; 0 where it is ordered to length.
        offcut: what is left of that [m].
        product: id of the product; empty for timber.
        why: what it follows from.
    """

    mark: str
    piece: str
    length: float
    width: float
    angle: float
    count: int
    stock: float
    offcut: float
    product: str
    why: str


class Marked(Struct, frozen=True):
    """A course as it is marked: all rounded to a millimetre after summing [m]."""

    no: int
    s: float
    gauge: float
    headlap: float
    note: str


def marked(covered: Covered) -> tuple[Marked, ...]:
    """The list of courses: positions rounded from the datum, gauges as differences of what is printed."""
    places = running([course.s for course in covered.courses])
    gaps = (0.0, *between([course.s for course in covered.courses]))
    return tuple(
        Marked(course.no, place, gap, round(course.headlap / MARK) * MARK, course.note)
        for course, place, gap in zip(covered.courses, places, gaps, strict=True)
    )


def pieces_of(found: SetOutFound) -> tuple[Piece, ...]:
    """The cut list of an area, marks from 1 in each kind."""
    rows: list[Piece] = []
    if found.covered is not None:
        rows += _covering(found.covered)
    if found.sheeted is not None:
        rows += _sheets(found.sheeted, found.plane)
    rows += _deck(found)
    if found.panelled is not None:
        rows += _panels(found.panelled)
    rows += _plate(found)
    rows += _ladder(found)
    rows += _cheeks(found)
    for number, (profile, length) in enumerate(found.profiles, 1):
        up, down = profile.upper_leg * 1000, profile.lower_leg * 1000
        words = f"bent profile, {profile.bend:.1f}° between its legs, {up:.0f} mm under, {down:.0f} mm over at least"
        rows.append(
            Piece(f"X{number}", words, length, 0.0, 0.0, 1, 0.0, 0.0, "", "the pitch changes above")
        )
    rows += _windows(found)
    rows += _timber(found)
    return tuple(rows)


def _timber(found: SetOutFound) -> Iterator[Piece]:
    """Outriggers with their blocks, furring strips, facets of a curve."""
    rig, stated = found.outrigged, found.stated.outriggers
    if rig is not None and stated is not None:
        long = stated.overhang + stated.backspan
        count = len(rig.laid.centres)
        yield Piece(
            "O",
            "outrigger",
            long,
            stated.width,
            0.0,
            count,
            0.0,
            0.0,
            "",
            "boards that go in uncut",
        )
        if rig.laid.blocks:
            bay = (found.stated.grid.spacing or found.stack.spacing) - (
                found.stated.grid.width or found.stack.width
            )
            why = "outriggers that lie beside no member"
            yield Piece(
                "B", "block between members", bay, 0.0, 0.0, rig.laid.blocks, 0.0, 0.0, "", why
            )
    furring = found.stated.furring
    if found.planed is not None and furring is not None:
        for number, (zone, rip) in enumerate(zip(furring.zones, found.planed.rips, strict=True), 1):
            name = zone.name or f"zone {number}"
            yield Piece(
                f"F{number}", f"furring strip, {name}", 0.0, rip, 0.0, 1, 0.0, 0.0, "", "planed out"
            )
    if found.facets is not None:
        facet = found.facets
        yield Piece(
            "K", "facet of the curve", found.plane.slope, facet.chord, facet.bevel, facet.count, 0.0, 0.0, "",
            "R and limit",
        )  # fmt: skip


def _covering(covered: Covered) -> Iterator[Piece]:
    laid, product = covered.laid, covered.product
    if laid is None:
        return
    length = product.exposure if isinstance(product, ShingleStrip) else product.length
    width = float((laid.boxes[:, 2] - laid.boxes[:, 0]).max(initial=0.0))
    if not isinstance(product, Tile):
        width = product.width
    name = product.name
    for mark, word, count, wide in (
        ("P", f"{name}, whole", laid.whole, width), ("C", f"{name}, cut", laid.cuts, 0.0),
        ("W", f"{name}, cut from a wide one", laid.wide, 1.5 * width),
    ):  # fmt: skip
        if count:
            yield Piece(
                mark, word, length, wide, 0.0, count, 0.0, 0.0, product.id, "laid piece by piece"
            )
    each = product.fixings
    if each and covered.fixed:
        rule = RULE_WORDS[product.nailing if isinstance(product, Tile) else "all"]
        yield Piece(
            "N", "nails, screws or clips", 0.0, 0.0, 0.0, each * covered.fixed, 0.0, 0.0, "", f"{each} to {rule}"
        )  # fmt: skip
    slates = covered.slates
    if slates is not None:
        eaves = int((laid.course == 0).sum())
        why = "under the lowest course"
        cut = product.name
        yield Piece(
            "E", f"{cut}, under-eaves", slates.under_eaves, width, 0.0, eaves, length,
            max(0.0, length - slates.under_eaves), product.id, why,
        )  # fmt: skip


def _skew(plane: RoofPlane, strip: Strip) -> float:
    """Angle of the edge that crosses a strip, from square across it [°]."""
    ring = plane.outline
    for k, (u, s) in enumerate(ring):
        after = ring[(k + 1) % len(ring)]
        crosses = min(u, after[0]) < strip.right - NEAR and max(u, after[0]) > strip.left + NEAR
        if crosses and abs(after[1] - s) > NEAR and abs(after[0] - u) > NEAR:
            return degrees(atan2(abs(after[1] - s), abs(after[0] - u)))
    return 0.0


def _sheets(sheeted: Sheeted, plane: RoofPlane) -> Iterator[Piece]:
    """Sheets of equal length, width and skew together, the longest first."""
    groups: Counter[tuple[float, float, float]] = Counter()
    for strip in sheeted.strips:
        angle = round(_skew(plane, strip), 1) if strip.skew else 0.0
        groups[round(strip.length, 3), round(strip.right - strip.left, 3), angle] += strip.pieces
    for number, ((length, width, angle), count) in enumerate(
        sorted(groups.items(), reverse=True), 1
    ):
        word = "sheet, end on the skew" if angle else "sheet"
        yield Piece(
            f"M{number}", f"{sheeted.product.name}, {word}", length, width, angle, count, 0.0, 0.0, sheeted.product.id,
            "longest line of its strip in the plane with eaves and ridge",
        )  # fmt: skip


def _deck(found: SetOutFound) -> Iterator[Piece]:
    if found.decked is None:
        return
    groups: Counter[tuple[float, float]] = Counter()
    for sheet in found.decked.sheets:
        groups[round(sheet.right - sheet.left, 3), round(sheet.high - sheet.low, 3)] += 1
    for number, ((length, width), count) in enumerate(sorted(groups.items(), reverse=True), 1):
        yield Piece(
            f"D{number}",
            "deck sheet",
            length,
            width,
            0.0,
            count,
            0.0,
            0.0,
            "",
            "ends on members, rows moved",
        )


def _panels(panelled: Panelled) -> Iterator[Piece]:
    row = panelled.row
    product = panelled.product
    last = panelled.measured[-1][1] if panelled.measured else None
    drawn = row.overhang_start + row.frame + row.overhang_end
    planned = row.width - max(0.0, run_of(row.n, row.width, row.growth_planned) - drawn)
    whole = row.n - 1
    yield Piece(
        "S", f"{product.name}, whole", row.length, row.width, 0.0, whole * panelled.rows, 0.0, 0.0,
        product.id, "n w + (n - 1) g",
    )  # fmt: skip
    below = last.last_width_bottom if last is not None and last.recut else planned
    above = last.last_width_top if last is not None and last.recut else planned
    angle = degrees(atan2(abs(above - below), row.length))
    why = "measured runs" if last is not None else "planned growth"
    words = f"{product.name}, last: {below * 1000:.0f} mm below, {above * 1000:.0f} mm above"
    wide = max(below, above)
    yield Piece(
        "L", words, row.length, min(wide, row.width), angle, panelled.rows, row.width, max(0.0, row.width - wide),
        product.id, why,
    )  # fmt: skip


def _plate(found: SetOutFound) -> Iterator[Piece]:
    plate, frame = found.plate, found.frame
    if plate is None or frame is None:
        return
    bays = max(0, len(frame.centres) - 1)
    words = f"plate infill, {plate.height_out * 1000:.0f} mm outside, {plate.height_in * 1000:.0f} mm inside"
    yield Piece(
        "I",
        words,
        plate.run_level,
        plate.width,
        0.0,
        bays,
        0.0,
        0.0,
        "",
        "a trapezoid in every bay",
    )


def _ladder(found: SetOutFound) -> Iterator[Piece]:
    """Fields of the ladders that carry the verges over the rafters, each with its infill."""
    cut, frame = found.eaves, found.frame
    if (
        cut is None
        or frame is None
        or cut.verge_ladder_depth <= 0
        or not upright_verges(found.plane)
    ):
        return
    spacing = found.stated.grid.spacing or found.stack.spacing
    field = spacing - (found.stated.grid.width or found.stack.width)
    count = 2 * ceil(found.plane.slope / spacing - 1e-9)
    yield Piece(
        "V", "verge ladder, infill of a field", field, cut.verge_ladder_depth, 0.0, count, 0.0, 0.0, "",
        "both verges: spacing less member, as deep as the board",
    )  # fmt: skip


def _cheeks(found: SetOutFound) -> Iterator[Piece]:
    """Triangles of the dormers' cheeks: as high as the front wall, back to where the roof meets its top."""
    for number, (name, wall) in enumerate(found.dormers, 1):
        if found.plane.pitch > 0:
            back = wedge_length(wall, found.plane.pitch)
            yield Piece(
                f"G{number}", f"cheek of {name}, a triangle", back, wall, 90 - found.plane.pitch, 2, 0.0,
                0.0, "", "h by h/tan",
            )  # fmt: skip


def _windows(found: SetOutFound) -> Iterator[Piece]:
    """Trimmers and linings of the windows."""
    gap, stack = found.stated.clearance, found.stack
    depth = stack.rafter + stack.board
    for number, window in enumerate(found.plane.windows, 1):
        wide = window.right - window.left + 2 * gap
        doubled = len(dict(found.beside).get(window.id, ()))
        if doubled:
            yield Piece(
                f"Q{number}", "rafter beside a window, doubled", found.plane.slope, 0.0, 0.0, doubled, 0.0, 0.0, "",
                "trimmers bear on them",
            )  # fmt: skip
        yield Piece(
            f"T{number}", "trimmer over and under a window", wide, 0.0, 0.0, 2, 0.0, 0.0, "", "frame and its clearance",
        )  # fmt: skip
        if depth > 0 and found.plane.pitch > 0:
            reach = lining(depth, found.plane.pitch)
            up, down = reach.head * 1000, reach.sill * 1000
            words = f"lining: level head {up:.0f} mm further up, plumb sill {down:.0f} mm down"
            yield Piece(
                f"R{number}",
                words,
                wide,
                0.0,
                0.0,
                1,
                0.0,
                0.0,
                "",
                "t/tan and t tan of the roof's thickness",
            )
