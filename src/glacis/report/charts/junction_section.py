# SPDX-License-Identifier: GPL-3.0-or-later
"""The section of a junction to scale: pieces, the four lines through it, isotherms and ways of the heat."""

from collections.abc import Callable, Iterator

from msgspec import Struct

from glacis.core.junctions.continuity import Line as ControlLine
from glacis.core.junctions.edge_solved import EdgeSolved
from glacis.core.junctions.traced import Traced
from glacis.core.junctions.view import (
    BENT_STEPS,
    Points,
    SectionView,
    Shown,
    bent,
    turned,
)
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.junction_marks import LINE_INKS, LINE_KINDS, STATE_INKS, numbered
from glacis.report.charts.junction_names import NAME, isotherm_names, steps_told
from glacis.report.clipping import clipped_patch, clipped_stroke
from glacis.report.hatch import hatched
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    HATCH,
    Bounds,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    spread,
    text_width,
)

MARGIN, RIGHT, BELOW, ENDS = 14.0, 270.0, 52.0, 56.0
"""Room round the section, for names at its right, for the scale below, and for names of lines [pt]."""
AWAY = 0.5
"""How far beyond the junction is drawn [m]; our judgement: enough to see plane parts settle."""
SAMPLES = 24
"""Points at which a piece is looked for in the drawing; our judgement."""
SPAN = 18.0
"""Room for a dimension [pt]."""
EDGE = 0.12
"""How near the left end of the drawing a line ends there [m]; our judgement."""
Point = tuple[float, float]


class SectionDrawing(Struct, frozen=True):
    """What the drawing shows.

    Attributes:
        view: section with temperatures.
        found: the junction with its lines.
        system: units.
        solved: on fine grids; None where that is not worked out yet.
        heat: whether isotherms and ways of the heat are drawn.
    """

    view: SectionView
    found: Traced
    system: System
    solved: EdgeSolved | None = None
    heat: bool = True


class _Sheet(Struct, frozen=True):
    """Metres of the section to points, and the frame that is drawn."""

    x0: float
    y0: float
    scale: float
    frame: Bounds

    def at(self, point: Point) -> Point:
        return self.x0 + point[0] * self.scale, self.y0 - point[1] * self.scale

    def back(self, point: Point) -> Point:
        return (point[0] - self.x0) / self.scale, (self.y0 - point[1]) / self.scale


def _window(view: SectionView) -> tuple[float, float, float, float]:
    """What of a section is drawn: all that is solved, but no more of plane parts than is needed [m]."""
    left, right, low, high = view.box
    if view.bend.kind == "apex":
        right = min(right, left + 2 * AWAY)
        near = [
            y for piece in view.pieces if piece.ambient < 0
            for x, y in _along_box(piece, view) if x <= right
        ]  # fmt: skip
        return left, right, min(near), max(near)
    core = _core([piece for piece in view.pieces if piece.ambient < 0])
    return (
        max(left, core[0] - AWAY), min(right, core[1] + AWAY), max(low, core[2] - AWAY), min(high, core[3] + AWAY),
    )  # fmt: skip


def _along_box(piece: Shown, view: SectionView) -> Points:
    """Points amid a piece, along its longer way, in the true section."""
    x0, x1, y0, y1 = piece.box
    shares = [(k + 0.5) / SAMPLES for k in range(SAMPLES)]
    if x1 - x0 > y1 - y0:
        return bent([(x0 + (x1 - x0) * share, (y0 + y1) / 2) for share in shares], view.bend)
    return bent([((x0 + x1) / 2, y0 + (y1 - y0) * share) for share in shares], view.bend)


def _core(pieces: list[Shown]) -> tuple[float, float, float, float]:
    """Where pieces begin or end amid the section: the junction itself [m], before bending."""
    xs = sorted(x for piece in pieces for x in piece.box[:2])
    ys = sorted(y for piece in pieces for y in piece.box[2:])
    inner_x = [x for x in xs if xs[0] < x < xs[-1]] or xs
    inner_y = [y for y in ys if ys[0] < y < ys[-1]] or ys
    return inner_x[0], inner_x[-1], inner_y[0], inner_y[-1]


def _sheet(view: SectionView, size: Size) -> _Sheet:
    left, right, low, high = _window(view)
    ends = [points[k][0] for _, points in view.runs for k in (0, -1)]
    room = ENDS if any(x <= left + EDGE for x in ends) else MARGIN
    upright = sum(span.upright for span in view.spans)
    room += SPAN * upright + (MARGIN if upright else 0.0)
    above = MARGIN + SPAN * sum(not span.upright for span in view.spans)
    wide, tall = size[0] - room - RIGHT, size[1] - above - BELOW
    scale = min(wide / (right - left), tall / (high - low))
    x0 = room - left * scale + (wide - (right - left) * scale) / 2
    y0 = above + high * scale + (tall - (high - low) * scale) / 2
    frame = (x0 + left * scale, y0 - high * scale, x0 + right * scale, y0 - low * scale)
    return _Sheet(x0, y0, scale, frame)


def _flat(points: list[Point]) -> tuple[float, ...]:
    return tuple(value for point in points for value in point)


def _stroke(
    points: list[Point], sheet: _Sheet, make: Callable[[tuple[float, ...]], Line]
) -> Iterator[Line]:
    for part in clipped_stroke([sheet.at(point) for point in points], sheet.frame):
        yield make(_flat(part))


def _hatch(view: SectionView, piece: Shown, sheet: _Sheet) -> Iterator[Item]:
    """The hatch of a piece, laid on its rectangle and bent with it."""
    x0, x1, y0, y1 = piece.box
    (left, top), (right, bottom) = sheet.at((x0, y1)), sheet.at((x1, y0))
    f_left, f_top, f_right, f_bottom = sheet.frame
    if view.bend.kind == "none" or view.bend.pitch == 0:
        left, right = max(left, f_left), min(right, f_right)
        top, bottom = max(top, f_top), min(bottom, f_bottom)
    if right - left < 3 or bottom - top < 3:
        return

    def bowed(item: Line | Patch) -> list[Point]:
        pairs = zip(item.points[::2], item.points[1::2], strict=True)
        return [sheet.at(p) for p in bent([sheet.back(pair) for pair in pairs], view.bend)]

    for item in list(hatched(piece.hatch, (left, top, right, bottom)))[1:]:
        if isinstance(item, Line):
            for part in clipped_stroke(bowed(item), sheet.frame):
                yield Line(_flat(part), "hatch", HATCH)
        elif isinstance(item, Patch):
            shape = clipped_patch(bowed(item), sheet.frame)
            if len(shape) > 2:
                yield Patch(_flat(shape), item.fill, item.ink, item.width)


def _pieces(view: SectionView, sheet: _Sheet) -> Iterator[Item]:
    for piece in view.pieces:
        shape = clipped_patch([sheet.at(point) for point in piece.outline], sheet.frame)
        if len(shape) < 3:
            continue
        if piece.ambient >= 0:
            yield Patch(_flat(shape), "bench")
            continue
        yield Patch(_flat(shape), f"tint:{piece.hatch or 'board'}", "ink", FACE)
        yield from _hatch(view, piece, sheet)


def _heat(view: SectionView, sheet: _Sheet) -> Iterator[Item]:
    for way in view.ways:
        yield from _stroke(list(way), sheet, lambda points: Line(points, "warm", DIMENSION, "dot"))
    for isotherm in view.isotherms:
        ink, width = ("stop", CUT) if isotherm.critical else ("cold", DIMENSION)
        for line in isotherm.lines:
            yield from _stroke(list(line), sheet, lambda p, i=ink, w=width: Line(p, i, w))  # type: ignore[misc]


def _line_of(found: Traced, control: str) -> ControlLine:
    return next(line for line in found.lines if line.control == control)


def _torn(points: tuple[Point, ...], line: ControlLine) -> list[list[Point]]:
    """A line as it is drawn: whole, or only as far as it gets from both ends where it is broken."""
    if line.state != "broken" or len(points) <= 2 * BENT_STEPS:
        return [list(points)]
    return [list(points[: BENT_STEPS + 1]), list(points[-BENT_STEPS - 1 :])]


def _runs(drawing: SectionDrawing, sheet: _Sheet) -> Iterator[Item]:
    """The four lines through the junction; broken ones torn, undrawn ones numbered as well."""
    marks: list[Item] = []
    number = 0
    ends: list[tuple[str, Point]] = []
    for control, points in sorted(drawing.view.runs, key=lambda run: run[0] != "thermal"):
        line = _line_of(drawing.found, control)
        if line.state == "none":
            continue
        stroke, dash = LINE_KINDS[control]
        ink = LINE_INKS[control] if line.state == "whole" else STATE_INKS[line.state]
        pieces = [
            part
            for run in _torn(points, line)
            for part in clipped_stroke([sheet.at(point) for point in run], sheet.frame)
        ]
        yield from (Line(_flat(part), ink, stroke, dash) for part in pieces)
        if pieces:
            ends += [(control, pieces[0][0]), (control, pieces[-1][-1])]
        if line.state in ("broken", "undrawn"):
            number += 1
            x, y = sheet.at(
                _torn(points, line)[0][-1] if line.state == "broken" else points[len(points) // 2]
            )
            left, top, right, bottom = sheet.frame
            x, y = min(max(x, left + 10), right - 10), min(max(y, top + 10), bottom - 10)
            marks += numbered(x, y, str(number), STATE_INKS[line.state])
    yield from _end_names(ends, sheet)
    yield from marks


def _end_names(ends: list[tuple[str, Point]], sheet: _Sheet) -> Iterator[Item]:
    """Names of the lines where they leave the drawing: beside it, or below it."""
    left, _, right, bottom = sheet.frame
    below = sorted((x, control) for control, (x, y) in ends if y > bottom - 2)
    beside = sorted((y, control) for control, (x, y) in ends if x > right - 2 and y <= bottom - 2)
    far = sorted((y, control) for control, (x, y) in ends if x < left + 2 and y <= bottom - 2)
    for (x, control), at in zip(
        below, spread([x for x, _ in below], 50.0, left + 20, right), strict=True
    ):
        yield Line((x, bottom, at, bottom + 5), "second", DIMENSION)
        yield Text(at, bottom + 16, control, NAME, "ink", "middle")
    for rows, edge, way in ((beside, right, 1), (far, left, -1)):
        heights = spread([y for y, _ in rows], 14.0, sheet.frame[1] + 6, bottom)
        for (y, control), at in zip(rows, heights, strict=True):
            yield Line((edge, y, edge + 6 * way, at), "second", DIMENSION)
            yield Text(edge + 9 * way, at + 4, control, NAME, "ink", "start" if way > 0 else "end")


def _spans(drawing: SectionDrawing, sheet: _Sheet) -> Iterator[Item]:
    """Reference lengths, level ones above the drawing and upright ones left of it; cut where the drawing is."""
    left, top, right, bottom = sheet.frame
    rows = {True: 0, False: 0}
    for span in drawing.view.spans:
        rows[span.upright] += 1
        words = f"{span.name} {with_unit(span.end - span.start, Quantity.LENGTH, drawing.system)}"
        if span.upright:
            low, high = sheet.at((0.0, span.start))[1], sheet.at((0.0, span.end))[1]
            x = left - _beside(drawing.view, sheet) - SPAN * (rows[True] - 0.5)
            a, b = max(high, top), min(low, bottom)
            yield Line((x, a, x, b), "second", DIMENSION)
            ends = [y for y in (high, low) if top - 1 <= y <= bottom + 1]
            yield from (Line((x - 3, y + 3, x + 3, y - 3), "second", FACE) for y in ends)
            yield Text(x - 3, (a + b) / 2, words, NAME, "second", "middle", angle=90)
        else:
            start, end = sheet.at((span.start, 0.0))[0], sheet.at((span.end, 0.0))[0]
            y = top - SPAN * (rows[False] - 0.6)
            a, b = max(start, left), min(end, right)
            yield Line((a, y, b, y), "second", DIMENSION)
            ends = [x for x in (start, end) if left - 1 <= x <= right + 1]
            yield from (Line((x - 3, y + 3, x + 3, y - 3), "second", FACE) for x in ends)
            yield Text((a + b) / 2, y - 3, words, NAME, "second", "middle")


def _beside(view: SectionView, sheet: _Sheet) -> float:
    """Room that names of lines take left of the drawing."""
    left = sheet.back((sheet.frame[0], 0.0))[0]
    ends = [points[k][0] for _, points in view.runs for k in (0, -1)]
    return ENDS if any(x <= left + EDGE for x in ends) else 0.0


def _names(view: SectionView, sheet: _Sheet) -> Iterator[Item]:
    """Names of the pieces at the right, on leaders, stacked in their order."""
    _, top, right, bottom = sheet.frame
    found: dict[str, Point] = {}
    for piece in view.pieces:
        if piece.ambient >= 0 or not piece.name:
            continue
        points = [sheet.at(point) for point in _along_box(piece, view)]
        seen = [p for p in points if _inside(p, sheet.frame)]
        if seen:
            found[piece.name] = seen[int(len(seen) * 0.75)]
    order = sorted(found.items(), key=lambda item: item[1][1])
    ys = spread([at[1] for _, at in order], 16.0, top + 8, max(bottom - 4, top + 16.0 * len(order)))
    for (name, (x, y)), row in zip(order, ys, strict=True):
        yield Line((x, y, right + ENDS, row - 4, right + ENDS + 6, row - 4), "second", DIMENSION)
        yield Patch((x - 2, y, x, y - 2, x + 2, y, x, y + 2), "ink")
        yield Text(right + ENDS + 10, row, name, NAME, "ink")


def _inside(point: Point, frame: Bounds) -> bool:
    return frame[0] <= point[0] <= frame[2] and frame[1] <= point[1] <= frame[3]


def _coldest(drawing: SectionDrawing, sheet: _Sheet) -> Iterator[Item]:
    solved = drawing.solved or drawing.view.solved
    rooms = drawing.view.rooms
    left, top, right, bottom = sheet.frame
    for cold in solved.cold:
        x, y = sheet.at(turned(cold.at, drawing.view.bend))
        if not (left <= x <= right and top <= y <= bottom):
            continue
        bad = rooms.needed is not None and cold.factor < rooms.needed
        ink = "stop" if bad else "accent"
        theta = with_unit(rooms.at(cold.factor), Quantity.TEMPERATURE, drawing.system)
        words = f"f_Rsi {plain(cold.factor, 2)}, {theta}"
        yield Line((x, y, x + 14, y + 22), ink, FACE)
        yield Patch((x - 3, y, x, y - 3, x + 3, y, x, y + 3), ink)
        at = (
            x + 18 if x + 24 + text_width(words, NAME) < right else x - 18 - text_width(words, NAME)
        )
        yield Patch(box(at - 2, y + 18, at + text_width(words, 13) + 4, y + 35), "bench")
        yield Text(at, y + 30, words, 13, ink, "start", "semibold")


def _scale(sheet: _Sheet, size: Size, system: System) -> Iterator[Item]:
    unit, name = (0.3048, "ft") if system == "us" else (1.0, "m")
    length = next((n for n in (2, 1, 0.5, 0.2, 0.1) if n * unit * sheet.scale <= 120), 0.1)
    x, y = MARGIN, size[1] - 12
    end = x + length * unit * sheet.scale
    yield Line((x, y - 4, x, y, end, y, end, y - 4), "ink", FACE)
    yield Text(end + 6, y, f"{length:g} {name}", NAME, "second")
    words = f"{steps_told(system)} on the design day; dotted: ways of equal heat"
    yield Text(size[0] - 8, y, words, NAME, "second", "end")


def section_scene(drawing: SectionDrawing, size: Size) -> Scene:
    """The section at one scale."""
    view = drawing.view
    sheet = _sheet(view, size)
    items: list[Item] = [*_pieces(view, sheet)]
    over = [*_runs(drawing, sheet), *_names(view, sheet), *_coldest(drawing, sheet)]
    if drawing.heat:
        items += _heat(view, sheet)
    items += over
    if drawing.heat:
        words = drawing.system, [item for item in over if isinstance(item, Text)]
        items += isotherm_names(view.isotherms, sheet.at, sheet.frame, words)
    items += _spans(drawing, sheet)
    left, top, right, bottom = sheet.frame
    items.append(
        Line((left, top, right, top, right, bottom, left, bottom, left, top), "hairline", DIMENSION)
    )
    items += _scale(sheet, size, drawing.system)
    spots = tuple(
        Hot("piece", piece.name, _bounds(shape), piece.name, _flat(shape))
        for piece in view.pieces
        if piece.ambient < 0
        and len(shape := clipped_patch([sheet.at(p) for p in piece.outline], sheet.frame)) >= 3
    )
    return Scene(size[0], size[1], tuple(items), spots)


def _bounds(points: list[Point]) -> Bounds:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return min(xs), min(ys), max(xs), max(ys)
