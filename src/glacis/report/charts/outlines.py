# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof in plan to scale: every edge named and measured, the selected area with its corners."""

from collections.abc import Iterator
from math import acos, atan2, cos, degrees, hypot, radians, sin

from msgspec import Struct

from glacis.core.model.document import Project
from glacis.core.model.outlines import holds
from glacis.core.shape.edges import Edge, EdgeKind
from glacis.core.shape.planes import Plane
from glacis.core.shape.shape import RoofShape
from glacis.core.units.format import pitch_notations, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.plan_marks import (
    Sketch,
    bounds_of,
    drawing_marks,
    fault_marks,
    footprint_marks,
    thing_marks,
)
from glacis.report.plan import Fit, fall_arrow, fit_plan, is_upper
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Dash,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Text,
    box,
    shorten,
    text_width,
)

STROKES: dict[EdgeKind, tuple[float, Dash]] = {
    "eaves": (FACE, "solid"), "verge": (FACE, "dash-dot"), "top": (FACE, "solid"),
    "edge": (FACE, "solid"), "ridge": (2.4, "solid"), "hip": (CUT, "solid"),
    "valley": (2.4, "dash"), "break": (CUT, "dot"), "abutment": (CUT, "dash-dot"),
    "seam": (DIMENSION, "dot"), "parapet": (3.0, "solid"), "kerb": (FACE, "solid"),
    "penetration": (FACE, "solid"),
}  # fmt: skip
MARGIN = 58.0
LABEL = 12.0


MARKED = 4.0
"""Stroke of an edge that a finding points at."""


class Held(Struct, frozen=True):
    """What is selected, by id, and what else is drawn over the plan.

    Attributes:
        area: the selected area.
        also: areas chosen beside it.
        corner: of it, in the hand [m].
        footprint: whose edges and corners show.
        rim: chosen edge of that footprint.
        rim_corner: edge of that footprint whose beginning is in the hand.
        thing: chosen opening or dormer.
        drawing: a new outline.
        fault: where something does not close [m].
        marked: ids of junctions that a finding points at.
    """

    area: str
    also: frozenset[str] = frozenset()
    corner: tuple[float, float] | None = None
    footprint: str = ""
    rim: str = ""
    rim_corner: str = ""
    thing: str = ""
    drawing: Sketch | None = None
    fault: tuple[float, float] | None = None
    marked: frozenset[str] = frozenset()


def middle_of(plane: Plane) -> tuple[float, float]:
    """Centre of gravity of an area's outline in plan [m], holes or not."""
    x0, y0, _ = plane.corners[0]
    whole = east = north = 0.0
    for a, b in zip(plane.corners[1:], plane.corners[2:], strict=False):
        part = ((a[0] - x0) * (b[1] - y0) - (b[0] - x0) * (a[1] - y0)) / 2
        whole += part
        east += part * (a[0] + b[0] - 2 * x0) / 3
        north += part * (a[1] + b[1] - 2 * y0) / 3
    return x0 + east / whole, y0 + north / whole


def _upright(angle: float) -> float:
    return angle - 180 if angle > 90 else angle + 180 if angle <= -90 else angle


Bounds = tuple[float, float, float, float]


def _bounds(text: Text) -> Bounds:
    """The rectangle round a word, whichever way it is turned."""
    turn, wide = radians(text.angle), text_width(text.text, text.size)
    middle = text.size * 0.35
    x, y = text.x - middle * sin(turn), text.y - middle * cos(turn)
    half_x = (abs(cos(turn)) * wide + abs(sin(turn)) * text.size) / 2
    half_y = (abs(sin(turn)) * wide + abs(cos(turn)) * text.size) / 2
    return x - half_x, y - half_y, x + half_x, y + half_y


def _clear(box_: Bounds, taken: list[Bounds]) -> bool:
    """Whether a label touches none that is there."""
    return not any(
        box_[0] < t[2] and t[0] < box_[2] and box_[1] < t[3] and t[1] < box_[3] for t in taken
    )


def _edge_label(edge: Edge, fit: Fit, system: System, inside: bool) -> Iterator[Text]:
    (x1, y1), (x2, y2) = (fit.point(p[0], p[1]) for p in (edge.start, edge.end))
    size = hypot(x2 - x1, y2 - y1)
    length = with_unit(edge.length, Quantity.LENGTH, system)
    words = f"{edge.kind} {length}"
    if text_width(words, LABEL) > size - 6:
        words = length
    if text_width(words, LABEL) > size - 2:
        return
    # Anticlockwise corners have their area at the left of the run, on the drawing above it.
    out = -1.0 if inside else 1.0
    nx, ny = -(y2 - y1) / size * out, (x2 - x1) / size * out
    angle = _upright(degrees(atan2(-(y2 - y1), x2 - x1)))
    drop = 4.5 * cos(radians(angle)), 4.5 * sin(radians(angle))
    x, y = (x1 + x2) / 2 + nx * 11, (y1 + y2) / 2 + ny * 11
    yield Text(x + drop[1], y + drop[0], words, LABEL, "second", "middle", angle=angle)


def _fall(
    plane: Plane, azimuth: float, fit: Fit, beside: float, taken: list[Bounds]
) -> Iterator[Item]:
    """An arrow down the slope, left or right of words in the middle, where it touches none."""
    if plane.is_level:
        return
    middle, y = fit.point(*middle_of(plane))
    aside = beside / 2 + 16 if beside else 0.0
    y -= 4
    for x in (middle - aside, middle + aside):
        if _clear((x - 10, y - 10, x + 10, y + 10), taken):
            yield fall_arrow(x, y, azimuth)
            return


NUDGES = tuple(
    sorted(
        ((dx, dy) for dx in range(-240, 241, 16) for dy in range(-64, 65, 8)),
        key=lambda step: step[0] ** 2 + 4 * step[1] ** 2,
    )
)
"""Where else than in the middle a name may stand [pt], the nearest first."""


def _plan_box(shape: RoofShape, area: str, fit: Fit) -> Bounds:
    plane = shape.plane(area)
    corners = plane.corners if plane else ()
    return bounds_of(tuple(v for c in corners for v in fit.point(c[0], c[1])))


def _along(spot: Bounds) -> Iterator[tuple[float, float]]:
    """Points on the upper and lower side of a rectangle, close enough to meet a notch."""
    for share in (0.0, 1.0, 0.5, 0.25, 0.75, 0.125, 0.375, 0.625, 0.875):
        x = spot[0] + (spot[2] - spot[0]) * share
        yield x, spot[1]
        yield x, spot[3]


def _room_for(
    lines: tuple[str, str], middle: tuple[float, float], whole: Hot, things: list[Bounds]
) -> tuple[float, float] | None:
    """Where two lines lie within an area and off what stands there, near its middle."""
    half = max(text_width(lines[0], 13), text_width(lines[1], LABEL)) / 2 + 3
    left, top, right, bottom = whole.box
    if 2 * half > right - left or bottom - top < 31:
        return None
    corners = tuple(zip(whole.outline[::2], whole.outline[1::2], strict=True))
    rise = 22 if lines[0] else 7
    for dx, dy in NUDGES:
        x, y = middle[0] + dx, middle[1] + dy
        spot = (x - half, y - rise, x + half, y + 9)
        if spot[0] < left or spot[1] < top or spot[2] > right or spot[3] > bottom:
            continue
        notched = any(spot[0] < px < spot[2] and spot[1] < py < spot[3] for px, py in corners)
        if not notched and _clear(spot, things) and all(holds(corners, at) for at in _along(spot)):
            return x, y
    return None


def _name(plane: Plane, words: tuple[str, str], fit: Fit, things: list[Bounds]) -> Iterator[Text]:
    """Name and facts where they find room, else the end of the name, else the facts alone."""
    name, facts = words
    flat = tuple(v for c in plane.corners for v in fit.point(c[0], c[1]))
    whole = Hot("", "", bounds_of(flat), "", flat)
    if text_width(facts, LABEL) > (whole.box[2] - whole.box[0]) * 0.72:
        return
    middle = fit.point(*middle_of(plane))
    room = (whole.box[2] - whole.box[0]) * 0.72
    for shown in (shorten(name, room, 13), name.rpartition(", ")[2], ""):
        at = _room_for((shown, facts), middle, whole, things)
        if at is not None:
            if shown:
                yield Text(at[0], at[1] - 10, shown, 13, "ink", "middle", "semibold")
            yield Text(at[0], at[1] + 5, facts, LABEL, "second", "middle")
            return


def fit_shape(project: Project, width: float, height: float, margin: float = MARGIN) -> Fit:
    """The scale of the plan."""
    return fit_plan(project, width, height, margin)


def _hint(plane: Plane, name: str, edges: tuple[Edge, ...], system: System) -> str:
    low, high = (
        with_unit(f(c[2] for c in plane.corners), Quantity.LENGTH, system) for f in (min, max)
    )
    parts = [
        pitch_notations(degrees(acos(min(1.0, plane.normal[2])))),
        f"levels {low} to {high}",
        f"along the slope {with_unit(plane.true_area, Quantity.AREA, system)}",
        f"in plan {with_unit(plane.plan_area, Quantity.AREA, system)}",
        f"down the slope {with_unit(plane.rafter, Quantity.LENGTH, system)}",
    ]
    around = [f"{e.kind} {with_unit(e.length, Quantity.LENGTH, system)}" for e in edges]
    return f"{name}\n" + "\n".join(parts + around)


def _corners(plane: Plane, held: tuple[float, float] | None, fit: Fit, system: System) -> Iterator[
    tuple[Item, Hot]
]:  # fmt: skip
    for number, (east, north, up) in enumerate(plane.corners):
        x, y = fit.point(east, north)
        half = 5.0 if held is not None and hypot(held[0] - east, held[1] - north) < 1e-6 else 3.5
        fill = "accent" if half > 4 else "bench"
        level = with_unit(up, Quantity.LENGTH, system)
        hint = f"corner at level {level}: drag it; the planes stay where they are"
        mark = Patch(box(x - half, y - half, x + half, y + half), fill, "accent", FACE)
        yield mark, Hot("corner", str(number), (x - 7, y - 7, x + 7, y + 7), hint)


def _edges(
    shape: RoofShape, first: str, fit: Fit, system: System, taken: list[Bounds], measured: set[str]
) -> tuple[list[Item], list[Text]]:
    """Every edge once, and the labels that find room, those of the area ``first`` before others.

    Free edges of ``measured`` areas have dimensions of their own.
    """
    lines: list[Item] = []
    labels: list[Text] = []
    for edge in sorted(shape.edges, key=lambda e: (e.area != first, -e.length)):
        twice = edge.other and edge.kind != "abutment" and edge.area > edge.other
        if twice or edge.over:
            continue
        (x1, y1), (x2, y2) = (fit.point(p[0], p[1]) for p in (edge.start, edge.end))
        stroke, dash = STROKES[edge.kind]
        lines.append(Line((x1, y1, x2, y2), "ink", stroke, dash))
        dimensioned = edge.area in measured and not edge.other and edge.kind != "verge"
        if edge.kind in ("seam", "kerb") or dimensioned:
            continue
        for text in _edge_label(edge, fit, system, inside=bool(edge.other)):
            if _clear(_bounds(text), taken):
                labels.append(text)
                taken.append(_bounds(text))
    return lines, labels


def shape_plan_scene(
    project: Project,
    shape: RoofShape,
    held: Held,
    fit: Fit,
    width: float,
    height: float,
) -> Scene:
    """All areas in plan, their edges by kind of line with their true lengths; north is up.

    Args:
        project: the document.
        shape: its roof in space.
        held: the selected area, which shows its corners, and the corner in the hand.
        fit: where metres go.
        width: of the drawing.
        height: of the drawing.
    """
    names = {area.id: area for area in project.areas}
    system = project.units
    fills: list[Item] = []
    words: list[Item] = []
    taken: list[Bounds] = []
    named: dict[str, float] = {}
    hot: list[Hot] = []
    marks, spots = _over(project, shape, held, fit)
    dimensions = [_bounds(item) for item in marks if isinstance(item, Text)]
    taken.extend(dimensions)
    things = [spot.box for spot in spots if spot.kind == "thing"] + dimensions
    things += [_plan_box(shape, area.id, fit) for area in project.areas if is_upper(project, area)]

    def order(plane: Plane) -> tuple[bool, bool]:
        return is_upper(project, names[plane.id]), plane.id == held.area

    for plane in sorted(shape.planes, key=order):
        chosen = plane.id == held.area
        points = [fit.point(c[0], c[1]) for c in plane.corners]
        flat = tuple(value for point in points for value in point)
        fills.append(Patch(flat, "wash" if chosen or plane.id in held.also else "bench"))
        area = names[plane.id]
        facts = f"{with_unit(plane.true_area, Quantity.AREA, system)}, {with_unit(area.pitch, Quantity.ANGLE, system)}"
        over = [] if is_upper(project, area) else things
        name = list(_name(plane, (area.name, facts), fit, over))
        words.extend(name)
        taken.extend(_bounds(text) for text in name)
        named[plane.id] = max((text_width(text.text, text.size) for text in name), default=0.0)
        xs, ys = [p[0] for p in points], [p[1] for p in points]
        bounds = (min(xs), min(ys), max(xs), max(ys))
        hint = _hint(plane, area.name, shape.edges_at(plane.id), system)
        hot.append(Hot("area", plane.id, bounds, hint, flat))
    measured = {
        area.id for area in project.areas if area.grown and area.grown.source == held.footprint
    }
    lines, labels = _edges(shape, held.area, fit, system, taken, measured)
    words.extend(labels)
    for plane in shape.planes:
        words.extend(_fall(plane, names[plane.id].azimuth, fit, named[plane.id], taken))
    items = (*fills, *lines, *words, *marks, *_bar(fit, height, system))
    return Scene(width, height, items, (*hot, *spots))


def _over(project: Project, shape: RoofShape, held: Held, fit: Fit) -> tuple[list[Item], list[Hot]]:
    """What lies over the plan: openings, then what is in the hand."""
    marks, hot = thing_marks(project, shape, held.thing, fit, live=bool(held.area))
    for footprint in project.footprints:
        if footprint.id == held.footprint:
            more, spots = footprint_marks(footprint, held.rim, held.rim_corner, fit, project.units)
            marks, hot = [*more, *marks], [*spots, *hot]
    plane = shape.plane(held.area)
    free = {area.id for area in project.areas if area.grown is None}
    if plane is not None and held.area in free:
        for mark, spot in _corners(plane, held.corner, fit, project.units):
            marks.append(mark)
            hot.append(spot)
    if held.drawing is not None:
        marks.extend(drawing_marks(held.drawing, fit, project.units))
    if held.fault is not None:
        marks.extend(fault_marks(held.fault, fit))
    marks.extend(_pointed_at(shape, held.marked, fit))
    return marks, hot


def _pointed_at(shape: RoofShape, marked: frozenset[str], fit: Fit) -> Iterator[Item]:
    """Junctions that a finding points at, as heavy lines over the plan."""
    for junction in shape.junctions if marked else ():
        if junction.id in marked:
            for a, b in junction.lines:
                yield Line((*fit.point(a[0], a[1]), *fit.point(b[0], b[1])), "mind", MARKED)


def _bar(fit: Fit, height: float, system: System) -> Iterator[Item]:
    step = 1.0 if system == "si" else 0.3048
    length = next(n for n in (1, 2, 5, 10, 20, 50, 100, 1000, 1e6) if n * step * fit.scale >= 48)
    x, y, right = 8.0, height - 10, 8.0 + length * step * fit.scale
    yield Line((x, y - 4, x, y, right, y, right, y - 4), "second", FACE)
    yield Text(right + 6, y, f"{length:g} {'m' if system == 'si' else 'ft'}", LABEL, "second")
