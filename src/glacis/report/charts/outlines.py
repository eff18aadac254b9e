# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof in plan to scale: every edge named and measured, the selected area with its corners."""

from collections.abc import Iterator
from math import acos, atan2, cos, degrees, hypot, radians, sin

from msgspec import Struct

from glacis.core.model.document import Project, RoofArea
from glacis.core.shape.edges import Edge, EdgeKind
from glacis.core.shape.planes import Plane
from glacis.core.shape.shape import RoofShape
from glacis.core.units.format import pitch_notations, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.plan_marks import (
    Sketch,
    drawing_marks,
    fault_marks,
    footprint_marks,
    thing_marks,
)
from glacis.report.charts.room import LABEL, bounds_of, clear, room_for, text_bounds
from glacis.report.plan import Fit, fall_arrow, fit_plan, is_upper
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Bounds,
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


ALONG = (0.5, 0.38, 0.62, 0.26, 0.74)
"""Where along an edge its label may stand, the best first."""


def _edge_labels(edge: Edge, fit: Fit, system: System, inside: bool) -> Iterator[Text]:
    """Places for the words of an edge, the best first; the length alone where all is too long."""
    (x1, y1), (x2, y2) = (fit.point(p[0], p[1]) for p in (edge.start, edge.end))
    size = hypot(x2 - x1, y2 - y1)
    length = with_unit(edge.length, Quantity.LENGTH, system)
    # Anticlockwise corners have their area at the left of the run, on the drawing above it.
    out = -1.0 if inside else 1.0
    angle = _upright(degrees(atan2(-(y2 - y1), x2 - x1)))
    aside = 11 * out / size if size else 0.0
    drop = 4.5 * sin(radians(angle)), 4.5 * cos(radians(angle))
    for words, spare in ((f"{edge.kind} {length}", 20 if inside else 6), (length, 2)):
        needed = text_width(words, LABEL) + spare
        for share in ALONG:
            if needed > 2 * min(share, 1 - share) * size:
                continue
            x = x1 + (x2 - x1) * share - (y2 - y1) * aside + drop[0]
            y = y1 + (y2 - y1) * share + (x2 - x1) * aside + drop[1]
            yield Text(x, y, words, LABEL, "second", "middle", angle=angle)


def _fall(
    plane: Plane, azimuth: float, fit: Fit, name: list[Text], taken: list[Bounds]
) -> Iterator[Item]:
    """An arrow down the slope, left or right of words in the middle, where it touches none."""
    if plane.is_level:
        return
    middle, y = fit.point(*middle_of(plane))
    beside = max((text_width(text.text, text.size) for text in name), default=0.0)
    aside = beside / 2 + 16 if beside else 0.0
    y -= 4
    for x in (middle - aside, middle + aside):
        if clear((x - 10, y - 10, x + 10, y + 10), taken):
            yield fall_arrow(x, y, azimuth)
            return


def _flat(plane: Plane, fit: Fit) -> tuple[float, ...]:
    return tuple(v for c in plane.corners for v in fit.point(c[0], c[1]))


def _plan_box(shape: RoofShape, area: str, fit: Fit) -> Bounds:
    plane = shape.plane(area)
    return bounds_of(_flat(plane, fit) if plane else ())


def _name(
    plane: Plane, area: RoofArea, fit: Fit, system: System, things: list[Bounds]
) -> list[Text]:
    """Name and facts where they find room, else the end of the name, else the facts alone."""
    size = with_unit(plane.true_area, Quantity.AREA, system)
    facts = f"{size}, {with_unit(area.pitch, Quantity.ANGLE, system)}"
    flat = _flat(plane, fit)
    whole = Hot("", "", bounds_of(flat), "", flat)
    room = (whole.box[2] - whole.box[0]) * 0.72
    if text_width(facts, LABEL) > room:
        return []
    middle = fit.point(*middle_of(plane))
    for shown in (shorten(area.name, room, 13), area.name.rpartition(", ")[2], ""):
        at = room_for((shown, facts), middle, whole, things)
        if at is not None:
            name = [Text(at[0], at[1] - 10, shown, 13, "ink", "middle", "semibold")]
            return name * bool(shown) + [Text(at[0], at[1] + 5, facts, LABEL, "second", "middle")]
    return []


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


def _is_shown_from_other(edge: Edge) -> bool:
    """Whether the area beyond a shared edge shows it."""
    return bool(edge.other) and edge.kind != "abutment" and edge.area > edge.other


class Taken(Struct):
    """Rectangles of words that are placed, and of things that words about the roof keep off.

    Attributes:
        words: of what is written.
        things: of openings, dormers and dimensions.
        upper: ids of areas that lie on others; their own words may lie on them.
        measured: ids of areas whose free edges have dimensions of their own.
    """

    words: list[Bounds]
    things: list[Bounds]
    upper: set[str]
    measured: set[str]

    def place(self, edge: Edge, texts: Iterator[Text]) -> Iterator[Text]:
        """The first of ``texts`` that touches nothing, which is then taken."""
        keep_off = self.words if edge.area in self.upper else [*self.words, *self.things]
        for text in texts:
            spot = text_bounds(text)
            if clear(spot, keep_off):
                self.words.append(spot)
                yield text
                return


def _edges(
    shape: RoofShape, first: str, fit: Fit, system: System, taken: Taken
) -> tuple[list[Item], list[Text]]:
    """Every edge once, and the labels that find room, those of the area ``first`` before others."""
    lines: list[Item] = []
    labels: list[Text] = []
    for edge in sorted(shape.edges, key=lambda e: (e.area != first, -e.length)):
        if edge.over or _is_shown_from_other(edge):
            continue
        (x1, y1), (x2, y2) = (fit.point(p[0], p[1]) for p in (edge.start, edge.end))
        stroke, dash = STROKES[edge.kind]
        lines.append(Line((x1, y1, x2, y2), "ink", stroke, dash))
        dimensioned = edge.area in taken.measured and not edge.other and edge.kind != "verge"
        if edge.kind in ("seam", "kerb") or dimensioned:
            continue
        places = _edge_labels(edge, fit, system, inside=bool(edge.other))
        labels.extend(taken.place(edge, places))
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
    areas = {area.id: area for area in project.areas}
    system = project.units
    marks, spots = _over(project, shape, held, fit)
    dimensions = [text_bounds(item) for item in marks if isinstance(item, Text)]
    things = [spot.box for spot in spots if spot.kind == "thing"] + dimensions + _strokes(marks)
    things += [_plan_box(shape, area.id, fit) for area in project.areas if is_upper(project, area)]
    around = shape.edges_by_area()
    fills: list[Item] = []
    hot: list[Hot] = []
    names: dict[str, list[Text]] = {}
    for plane in sorted(
        shape.planes, key=lambda p: (is_upper(project, areas[p.id]), p.id == held.area)
    ):
        area = areas[plane.id]
        flat = _flat(plane, fit)
        held_too = plane.id == held.area or plane.id in held.also
        fills.append(Patch(flat, "wash" if held_too else "bench"))
        hint = _hint(plane, area.name, tuple(around[plane.id]), system)
        hot.append(Hot("area", plane.id, bounds_of(flat), hint, flat))
        over = [] if is_upper(project, area) else things
        names[plane.id] = _name(plane, area, fit, system, over)
    words = [text for name in names.values() for text in name]
    upper = {area.id for area in project.areas if is_upper(project, area)}
    measured = {a.id for a in project.areas if a.grown and a.grown.source == held.footprint}
    taken = Taken([*dimensions, *map(text_bounds, words)], things, upper, measured)
    lines, labels = _edges(shape, held.area, fit, system, taken)
    falls = [
        item
        for plane in shape.planes
        for item in _fall(plane, areas[plane.id].azimuth, fit, names[plane.id], taken.words)
    ]
    items = (*fills, *lines, *words, *labels, *falls, *marks, *_bar(fit, height, system))
    return Scene(width, height, items, (*hot, *spots))


def _strokes(marks: list[Item]) -> list[Bounds]:
    """Rectangles of the upright and level lines of dimensions, which words should not cross."""
    found = (
        bounds_of(m.points, 1.5) for m in marks if isinstance(m, Line) and m.width == DIMENSION
    )
    return [spot for spot in found if min(spot[2] - spot[0], spot[3] - spot[1]) < 4]


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
