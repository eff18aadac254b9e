"""The roof in plan to scale: every edge named and measured, the selected area with its corners."""

from collections.abc import Iterator
from math import atan2, cos, degrees, hypot, radians, sin

from msgspec import Struct

from glacis.core.model.document import Project
from glacis.core.shape.edges import Edge, EdgeKind
from glacis.core.shape.planes import Plane
from glacis.core.shape.shape import Shape as RoofShape
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.plan import Fit, fall_arrow, fit_plan
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Dash,
    Hot,
    Item,
    Line,
    Scene,
    Shape,
    Text,
    box,
    shorten,
    text_width,
)

STROKES: dict[EdgeKind, tuple[float, Dash]] = {
    "eaves": (FACE, "solid"), "verge": (FACE, "dash-dot"), "top": (FACE, "solid"),
    "edge": (FACE, "solid"), "ridge": (2.4, "solid"), "hip": (CUT, "solid"),
    "valley": (2.4, "dash"), "break": (CUT, "dot"), "abutment": (CUT, "dash-dot"),
    "over": (FACE, "solid"), "seam": (DIMENSION, "dot"),
}  # fmt: skip
MARGIN = 34.0
LABEL = 12.0


class Held(Struct, frozen=True):
    """What is selected: an area by id, and a corner of it [m] or None."""

    area: str
    corner: tuple[float, float] | None = None


def middle_of(plane: Plane) -> tuple[float, float]:
    """Centre of gravity of an area in plan [m]."""
    x0, y0, _ = plane.corners[0]
    east = north = 0.0
    for a, b in zip(plane.corners[1:], plane.corners[2:], strict=False):
        part = ((a[0] - x0) * (b[1] - y0) - (b[0] - x0) * (a[1] - y0)) / 2
        east += part * (a[0] + b[0] - 2 * x0) / 3
        north += part * (a[1] + b[1] - 2 * y0) / 3
    return x0 + east / plane.plan_area, y0 + north / plane.plan_area


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


def _name(plane: Plane, words: tuple[str, str], fit: Fit) -> Iterator[Text]:
    xs = [c[0] for c in plane.corners]
    room = (max(xs) - min(xs)) * fit.scale * 0.72
    x, y = fit.point(*middle_of(plane))
    name, facts = words
    if text_width(facts, LABEL) > room:
        return
    yield Text(x, y - 10, shorten(name, room, 13), 13, "ink", "middle", "semibold")
    yield Text(x, y + 5, facts, LABEL, "second", "middle")


def fit_shape(project: Project, width: float, height: float) -> Fit:
    """The scale of the plan."""
    return fit_plan(project, width, height, MARGIN)


def _hint(plane: Plane, name: str, edges: tuple[Edge, ...], system: System) -> str:
    parts = [
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
        mark = Shape(box(x - half, y - half, x + half, y + half), fill, "accent", FACE)
        yield mark, Hot("corner", str(number), (x - 7, y - 7, x + 7, y + 7), hint)


def _edges(
    shape: RoofShape, first: str, fit: Fit, system: System, taken: list[Bounds]
) -> tuple[list[Item], list[Text]]:
    """Every edge once, and the labels that find room, those of the area ``first`` before others."""
    lines: list[Item] = []
    labels: list[Text] = []
    for edge in sorted(shape.edges, key=lambda e: (e.area != first, -e.length)):
        twice = edge.other and edge.kind != "abutment" and edge.area > edge.other
        if twice or edge.kind == "over":
            continue
        (x1, y1), (x2, y2) = (fit.point(p[0], p[1]) for p in (edge.start, edge.end))
        stroke, dash = STROKES[edge.kind]
        lines.append(Line((x1, y1, x2, y2), "ink", stroke, dash))
        if edge.kind == "seam":
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
    for plane in sorted(shape.planes, key=lambda item: item.id == held.area):
        chosen = plane.id == held.area
        points = [fit.point(c[0], c[1]) for c in plane.corners]
        flat = tuple(value for point in points for value in point)
        fills.append(Shape(flat, "wash" if chosen else "bench"))
        area = names[plane.id]
        facts = f"{with_unit(plane.true_area, Quantity.AREA, system)}, {with_unit(area.pitch, Quantity.ANGLE, system)}"
        name = list(_name(plane, (area.name, facts), fit))
        words.extend(name)
        taken.extend(_bounds(text) for text in name)
        named[plane.id] = max((text_width(text.text, text.size) for text in name), default=0.0)
        xs, ys = [p[0] for p in points], [p[1] for p in points]
        bounds = (min(xs), min(ys), max(xs), max(ys))
        hint = _hint(plane, area.name, shape.edges_at(plane.id), system)
        hot.append(Hot("area", plane.id, bounds, hint, flat))
    lines, labels = _edges(shape, held.area, fit, system, taken)
    words.extend(labels)
    for plane in shape.planes:
        words.extend(_fall(plane, names[plane.id].azimuth, fit, named[plane.id], taken))
    plane_chosen = shape.plane(held.area)
    marks: list[Item] = []
    if plane_chosen is not None:
        for mark, spot in _corners(plane_chosen, held.corner, fit, system):
            marks.append(mark)
            hot.append(spot)
    items = (*fills, *lines, *words, *marks, *_bar(fit, height, system))
    return Scene(width, height, items, tuple(hot))


def _bar(fit: Fit, height: float, system: System) -> Iterator[Item]:
    step = 1.0 if system == "si" else 0.3048
    length = next(n for n in (1, 2, 5, 10, 20, 50, 100, 1000, 1e6) if n * step * fit.scale >= 48)
    x, y, right = 8.0, height - 10, 8.0 + length * step * fit.scale
    yield Line((x, y - 4, x, y, right, y, right, y - 4), "second", FACE)
    yield Text(right + 6, y, f"{length:g} {'m' if system == 'si' else 'ft'}", LABEL, "second")
