# SPDX-License-Identifier: GPL-3.0-or-later
"""The plane as the roofer sees it who looks up from the eaves: courses, pieces, windows, running dimensions."""

from collections.abc import Iterator, Sequence

import numpy as np
from msgspec import Struct

from glacis.core.set_out.found import Covered, Seated, SetOutFound
from glacis.core.set_out.laying import CUT as CUT_PIECE
from glacis.core.set_out.laying import WIDE
from glacis.core.set_out.plane import Ring
from glacis.core.set_out.running import MARK
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    text_width,
)

LEFT, RIGHT, TOP, BOTTOM = 92.0, 84.0, 14.0, 46.0
"""Room round the plane for its dimensions [pt]."""
LEAST_JOINT = 3.0
"""Joints nearer to each other than this are not drawn [pt]; our judgement: they would only grey the plane."""
EVERY = 5
"""Courses between two that carry their number; by convention of the page."""
BEYOND = 60.0
"""How far pieces may reach over the plane's edges before they are cut away [pt]; our judgement."""
CHANGES = 5e-4
"""Gauges that differ by more are two [m]; by definition of the marking."""
ROW = 13.0
"""Height of a line of figures [pt]."""


class PlaneView(Struct, frozen=True):
    """What is drawn of a plane.

    Attributes:
        found: its set-out.
        names: of openings by id.
        system: units of the reader.
        what: pieces, or the deck beneath them.
        chosen: id of the window in the hand; empty for none.
    """

    found: SetOutFound
    names: dict[str, str]
    system: System
    what: str = "pieces"
    chosen: str = ""


class Sheet(Struct, frozen=True):
    """Metres on the plane to points."""

    left: float
    base: float
    scale: float
    begin: float

    def x(self, u: float) -> float:
        """Points from the left."""
        return self.left + (u - self.begin) * self.scale

    def y(self, s: float) -> float:
        """Points from the top."""
        return self.base - s * self.scale

    def flat(self, ring: Ring) -> tuple[float, ...]:
        """A ring as flat pairs."""
        return tuple(value for u, s in ring for value in (self.x(u), self.y(s)))


def sheet_of(found: SetOutFound, size: Size) -> Sheet:
    """Where the plane lies on a drawing: as large as its room lets, in the middle of it."""
    plane = found.plane
    wide, high = plane.right - plane.left, plane.slope
    room = max(size[0] - LEFT - RIGHT, 60.0), max(size[1] - TOP - BOTTOM, 60.0)
    scale = min(room[0] / wide, room[1] / high)
    left = LEFT + (room[0] - wide * scale) / 2
    base = TOP + room[1] - (room[1] - high * scale) / 2
    return Sheet(left, base, scale, plane.left)


def plane_scene(view: PlaneView, size: Size) -> Scene:
    """The plane at its true lengths."""
    found, sheet = view.found, sheet_of(view.found, size)
    items: list[Item] = [Patch(sheet.flat(found.plane.outline), "wash", "", 0.0)]
    if view.what == "deck":
        items += _deck(found, sheet)
        items += _members(found, sheet)
    else:
        items += _pieces(found, sheet)
        items += _strips(found, sheet)
    items.append(_beside(found.plane.outline, sheet))
    hot: list[Hot] = []
    _holes(view, sheet, items, hot)
    items.append(Patch(sheet.flat(found.plane.outline), "", "ink", CUT))
    items += _heights(view, sheet)
    items += _widths(view, sheet)
    _datum(view, sheet, items, hot)
    return Scene(*size, tuple(items), tuple(hot))


def _beside(ring: Ring, sheet: Sheet) -> Patch:
    """All round the plane, laid over what reaches beyond its edges; outer and inner ring as one."""
    us, ss = [u for u, _ in ring], [s for _, s in ring]
    far = BEYOND / sheet.scale
    left, right, low, high = min(us) - far, max(us) + far, min(ss) - far, max(ss) + far
    corner = ring[0]
    outer = ((left, low), (left, high), (right, high), (right, low), (left, low))
    return Patch(sheet.flat((*outer, *ring, corner)), "bench", "", 0.0)


def words_at(value: float, system: System) -> str:
    """A running dimension, to the millimetre that it is marked to."""
    shown = round(value / MARK) * MARK
    return with_unit(shown, Quantity.THICKNESS, system) if shown else "0"


def _pieces(found: SetOutFound, sheet: Sheet) -> Iterator[Item]:
    """Courses with their joints, each one stroke; cut pieces hatched over them."""
    covered = found.covered
    if covered is None or covered.laid is None:
        return
    laid = covered.laid
    for number in np.flatnonzero(laid.kind == WIDE).tolist():
        yield Patch(_face(laid.boxes[number], sheet), "copper:2")
    narrow = set(covered.slivers)
    for number in _hatched(covered):
        box_of = laid.boxes[number]
        ink = "stop" if number in narrow else "second"
        yield Patch(_face(box_of, sheet), "copper:4" if number in narrow else "copper:1")
        left, low, right, high = box_of
        stroke = (sheet.x(left), sheet.y(low), sheet.x(right), sheet.y(high))
        yield Line(stroke, ink, 0.5)
    order = np.flatnonzero(np.r_[True, laid.course[1:] != laid.course[:-1]])
    for block in np.split(np.arange(len(laid.course)), order[1:]):
        boxes = laid.boxes[block]
        joined = (boxes[:, 2] - boxes[:, 0]).max() * sheet.scale >= LEAST_JOINT
        yield Line(_comb(boxes, sheet, joined), "second", 0.5)


def _hatched(covered: Covered) -> list[int]:
    laid = covered.laid
    if laid is None:
        return []
    cut = set(np.flatnonzero(laid.kind == CUT_PIECE).tolist()) | set(laid.cut)
    return sorted(cut | set(covered.slivers))


def _face(corners: np.ndarray, sheet: Sheet) -> tuple[float, ...]:
    left, low, right, high = corners.tolist()
    return box(sheet.x(left), sheet.y(high), sheet.x(right), sheet.y(low))


def _comb(boxes: np.ndarray, sheet: Sheet, joined: bool) -> tuple[float, ...]:
    """The lower edge of a course with a tooth at every joint, as one stroke."""
    if not joined:
        return (
            sheet.x(float(boxes[0, 0])), sheet.y(float(boxes[0, 1])),
            sheet.x(float(boxes[-1, 2])), sheet.y(float(boxes[0, 1])),
        )  # fmt: skip
    low, high = sheet.y(float(boxes[0, 1])), sheet.y(float(boxes[0, 3]))
    xs = sheet.left + (boxes[:, 2] - sheet.begin) * sheet.scale
    teeth = np.empty((len(xs), 3, 2))
    teeth[:, :, 0] = xs[:, None]
    teeth[:, 0, 1] = teeth[:, 2, 1] = low
    teeth[:, 1, 1] = high
    start = (sheet.x(float(boxes[0, 0])), low)
    return (*start, *teeth.reshape(-1).tolist())


def _strips(found: SetOutFound, sheet: Sheet) -> Iterator[Item]:
    """Metal up the slope: seams, rips, skewed ends."""
    if found.sheeted is None:
        return
    for strip in found.sheeted.strips:
        corners = box(sheet.x(strip.left), sheet.y(strip.high), sheet.x(strip.right), sheet.y(strip.low))  # fmt: skip
        fill = "copper:2" if strip.rip else "copper:1" if strip.skew else ""
        yield Patch(corners, fill, "second", 0.5)
        for k in range(1, strip.pieces):
            y = sheet.y(strip.low + (strip.high - strip.low) * k / strip.pieces)
            yield Line((sheet.x(strip.left), y, sheet.x(strip.right), y), "ink", FACE, "dash")


def _deck(found: SetOutFound, sheet: Sheet) -> Iterator[Item]:
    """Deck sheets or courses of rolls."""
    if found.decked is not None:
        for laid in found.decked.sheets:
            corners = box(
                sheet.x(laid.left), sheet.y(laid.high), sheet.x(laid.right), sheet.y(laid.low)
            )
            yield Patch(corners, "copper:1" if laid.cut else "", "ink", FACE)
            if laid.cut:
                yield Line((*corners[:2], *corners[4:6]), "second", 0.5)
    if found.rolled is not None:
        left, right = sheet.x(found.plane.left), sheet.x(found.plane.right)
        rolls = found.rolled[1]
        for line, marks in zip(rolls.lines, rolls.starts, strict=True):
            yield Line((left, sheet.y(line), right, sheet.y(line)), "accent", FACE, "dash")
            width = found.rolled[0].width
            for mark in marks:
                x = sheet.x(found.plane.left + mark)
                yield Line((x, sheet.y(line), x, sheet.y(line + width)), "accent", FACE, "dash")


def _members(found: SetOutFound, sheet: Sheet) -> Iterator[Item]:
    """Members as light double strokes up the slope."""
    if found.frame is None:
        return
    width = found.stated.grid.width or found.stack.width
    beside = {number for _, numbers in found.beside for number in numbers}
    for number, centre in enumerate(found.frame.centres, 1):
        twice = number in found.stated.grid.doubled or number in beside
        half = width / 2 * (2 if twice else 1)
        at = found.plane.left + centre
        for edge in (at - half, at + half):
            x = sheet.x(edge)
            ink = "second" if twice else "hairline"
            yield Line((x, sheet.y(0.0), x, sheet.y(found.plane.slope)), ink, FACE)


def _holes(view: PlaneView, sheet: Sheet, items: list[Item], hot: list[Hot]) -> None:
    """Windows with their trimmers, and what else goes through."""
    found = view.found
    seats = {seat.window.id: seat for seat in found.covered.windows} if found.covered else {}
    windows = {window.id: window for window in found.plane.windows}
    gap = found.stated.clearance
    for by, ring in found.plane.holes:
        window, seat = windows.get(by), seats.get(by)
        bad = seat is not None and not seat.sits and bool(found.covered and found.covered.courses)
        if window is not None:
            trim = box(
                sheet.x(window.left - gap), sheet.y(window.high + gap), sheet.x(window.right + gap),
                sheet.y(window.low - gap),
            )  # fmt: skip
            items.append(Patch(trim, "bench", "second", FACE))
        items.append(Patch(sheet.flat(ring), "bench", "stop" if bad else "ink", CUT))
        flat = sheet.flat(ring)
        bounds = (min(flat[::2]), min(flat[1::2]), max(flat[::2]), max(flat[1::2]))
        name = view.names.get(by, "")
        wide = bounds[2] - bounds[0]
        if name and text_width(name, 12) < wide - 4:
            middle = (bounds[0] + bounds[2]) / 2
            items.append(Text(middle, (bounds[1] + bounds[3]) / 2 + 4, name, 12, "ink", "middle"))
        if window is not None:
            hot.append(Hot("window", by, bounds, _hint(view, name, seat)))
            if by == view.chosen:
                items.append(Patch(box(*bounds), "", "accent", CUT))


def _hint(view: PlaneView, name: str, seat: Seated | None) -> str:
    if seat is None or view.found.covered is None or not view.found.covered.courses:
        return f"{name}: drag it, arrows move it by a millimetre"
    over = words_at(seat.over, view.system)
    said = "sits on a whole course" if seat.sits else "half a course lies under it"
    return (
        f"{name}: {over} above the line of course {seat.line + 1}, {said}; drag it, arrows move it"
    )


def _shown(
    values: Sequence[tuple[float, float, str]], gap: float
) -> list[tuple[float, float, str]]:
    """Those of some labels that lie apart by a gap, the first and the last kept."""
    kept: list[tuple[float, float, str]] = []
    for value in values:
        if not kept or abs(kept[-1][0] - value[0]) >= gap:
            kept.append(value)
    if values and kept[-1] is not values[-1]:
        if len(kept) > 1:
            kept.pop()
        kept.append(values[-1])
    return kept


def _heights(view: PlaneView, sheet: Sheet) -> Iterator[Item]:
    """Running dimensions up the left, numbers and gauges of courses up the right."""
    found, system = view.found, view.system
    x = sheet.x(found.plane.left) - 10
    top = found.plane.slope
    ends = [(sheet.y(0.0), 0.0, ""), (sheet.y(top), top, "")]
    marks = [(sheet.y(c.s), c.s, str(c.no)) for c in found.covered.courses] if found.covered else []
    if view.what == "deck":
        marks = []
        if found.decked is not None:
            lows = sorted({round(laid.low, 6) for laid in found.decked.sheets} - {0.0})
            marks = [(sheet.y(low), low, "") for low in lows]
        elif found.rolled is not None:
            marks = [(sheet.y(low), low, "") for low in found.rolled[1].lines if low > 0]
    yield Line((x, sheet.y(0.0), x, sheet.y(top)), "ink", DIMENSION)
    for y, _, _ in (*ends, *marks):
        yield Line((x - 3, y + 3, x + 3, y - 3), "ink", DIMENSION)
    wanted = [mark for mark in marks if mark[2] == "" or (int(mark[2]) - 1) % EVERY == 0]
    rows = _shown(sorted([*ends, *wanted], reverse=True), ROW)
    for y, value, _ in rows:
        words = words_at(value, system)
        yield Text(x - 6, y + 4, words, 12, "ink", "end")
    yield from _numbers(view, sheet)


def _numbers(view: PlaneView, sheet: Sheet) -> Iterator[Item]:
    covered = view.found.covered
    if covered is None or view.what == "deck":
        return
    x = sheet.x(view.found.plane.right) + 8
    last_gauge = 0.0
    told: list[tuple[bool, float, str]] = []
    for course in covered.courses:
        changes = course.no > 2 and abs(course.gauge - last_gauge) > CHANGES
        last_gauge = course.gauge or last_gauge
        if changes or course.note or (course.no - 1) % EVERY == 0:
            gauge = f" at {words_at(course.gauge, view.system)}" if changes else ""
            told.append((changes, sheet.y(course.s), f"{course.no}{gauge}"))
    taken: list[float] = []
    for changes, y, words in sorted(told, key=lambda item: not item[0]):
        if all(abs(y - other) >= ROW for other in taken):
            taken.append(y)
            yield Line((x - 6, y, x - 2, y), "second", DIMENSION)
            yield Text(x, y + 4, words, 12, "ink" if changes else "second")


def _widths(view: PlaneView, sheet: Sheet) -> Iterator[Item]:
    """Running dimensions along the eaves from the datum."""
    found, system = view.found, view.system
    plane, datum = found.plane, found.stated.datum
    y = sheet.y(0.0) + 14
    start, end = sheet.x(plane.left), sheet.x(plane.right)
    yield Line((start, y, end, y), "ink", DIMENSION)
    places = {plane.left, plane.right, *plane.eaves}
    for window in plane.windows:
        places |= {window.left, window.right}
    if found.sheeted is not None and view.what != "deck":
        places |= {strip.left for strip in found.sheeted.strips}
    if view.what == "deck" and found.frame is not None:
        places |= {plane.left + centre for centre in found.frame.centres[1:-1]}
    marks = sorted(places)
    for u in marks:
        yield Line((sheet.x(u) - 3, y + 3, sheet.x(u) + 3, y - 3), "ink", DIMENSION)
    zero = plane.eaves[1] if found.stated.mirrored else plane.eaves[0]
    way = -1.0 if found.stated.mirrored else 1.0
    labels = [(sheet.x(u), u, words_at(way * (u - zero) - datum, system)) for u in marks]
    for x, _, words in _shown(labels, max(text_width(w, 12) for _, _, w in labels) + 10):
        yield Text(x, y + 16, words, 12, "ink", "middle")


def _datum(view: PlaneView, sheet: Sheet, items: list[Item], hot: list[Hot]) -> None:
    """The flag from which all is measured."""
    stated, plane = view.found.stated, view.found.plane
    u = plane.eaves[1] - stated.datum if stated.mirrored else plane.eaves[0] + stated.datum
    x, y = sheet.x(u), sheet.y(0.0)
    items.append(Line((x, y + 20, x, y - 16), "accent", CUT))
    way = -10.0 if stated.mirrored else 10.0
    items.append(Patch((x, y - 16, x + way, y - 12, x, y - 8), "accent", "accent", FACE))
    side = "right" if stated.mirrored else "left"
    hint = f"Datum: joints and dimensions begin here, laid from the {side}; drag it along the eaves"
    hot.append(Hot("datum", "", (x - 7, y - 20, x + 12, y + 20), hint))
