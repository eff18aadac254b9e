# SPDX-License-Identifier: GPL-3.0-or-later
"""What is drawn over the plan of the roof: a footprint in the hand, openings, a new outline, a fault."""

from collections.abc import Iterator
from math import atan2, cos, degrees, hypot, radians, sin

from msgspec import Struct

from glacis.core.model.document import Project
from glacis.core.model.geometry import Dormer, Footprint, FootprintEdge, Opening, Point
from glacis.core.shape.shape import RoofShape
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.room import bounds_of
from glacis.report.plan import Fit
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Dash,
    Hot,
    Item,
    Line,
    Patch,
    Text,
    box,
    text_width,
)

LABEL = 12.0
OUT = 26.0
"""How far outside an edge its dimension stands [pt]."""
Marks = tuple[list[Item], list[Hot]]
RIM_STROKES: dict[str, tuple[float, Dash]] = {
    "eaves": (CUT, "solid"), "verge": (CUT, "dash-dot"), "parapet": (3.0, "solid"),
    "abutment": (3.0, "dash"),
}  # fmt: skip


class Sketch(Struct, frozen=True):
    """An outline being drawn: its corners so far and where the next would come [m]."""

    corners: tuple[Point, ...] = ()
    next: Point | None = None


def flat_points(fit: Fit, outline: tuple[Point, ...]) -> tuple[float, ...]:
    """An outline in the drawing, flat x, y pairs."""
    return tuple(value for x, y in outline for value in fit.point(x, y))


def _strip(x1: float, y1: float, x2: float, y2: float, half: float) -> tuple[float, ...]:
    """A band along a line that answers to the pointer."""
    size = hypot(x2 - x1, y2 - y1) or 1.0
    nx, ny = -(y2 - y1) / size * half, (x2 - x1) / size * half
    return (x1 + nx, y1 + ny, x2 + nx, y2 + ny, x2 - nx, y2 - ny, x1 - nx, y1 - ny)


def _dimension(
    run: tuple[float, float, float, float], words: str, *, chosen: bool
) -> Iterator[Item]:
    """A dimension line outside an edge, which has its inside at the left of its run in plan."""
    x1, y1, x2, y2 = run
    size = hypot(x2 - x1, y2 - y1)
    if text_width(words, LABEL) > size - 8:
        return
    nx, ny = -(y2 - y1) / size, (x2 - x1) / size
    ink = "accent" if chosen else "second"
    ends = []
    for x, y in ((x1, y1), (x2, y2)):
        yield Line((x + nx * 6, y + ny * 6, x + nx * (OUT + 4), y + ny * (OUT + 4)), ink, DIMENSION)
        ends.append((x + nx * OUT, y + ny * OUT))
    (ax, ay), (bx, by) = ends
    yield Line((ax, ay, bx, by), ink, DIMENSION)
    for x, y in ends:
        yield Line((x - 3, y + 3, x + 3, y - 3), ink, FACE)
    angle = degrees(atan2(-(y2 - y1), x2 - x1))
    angle = angle - 180 if angle > 90 else angle + 180 if angle <= -90 else angle
    upward = (-sin(radians(angle)), -cos(radians(angle)))
    lift = 4.0 if upward[0] * nx + upward[1] * ny > 0 else -13.0
    x, y = (ax + bx) / 2 + upward[0] * lift, (ay + by) / 2 + upward[1] * lift
    yield Text(x, y, words, LABEL, ink, "middle", "mono", angle)


def rim_words(edge: FootprintEdge, system: System) -> str:
    """What an edge is, in a few words."""
    if edge.kind != "eaves":
        return edge.kind
    return f"eaves, {with_unit(edge.pitch, Quantity.ANGLE, system)}"


def footprint_marks(
    footprint: Footprint, chosen: str, corner: str, fit: Fit, system: System
) -> Marks:
    """A footprint's edges with their dimensions, and its corners to be dragged.

    Args:
        footprint: in the hand.
        chosen: id of the chosen edge.
        corner: id of the edge whose beginning is in the hand.
        fit: where metres go.
        system: units of the reader.
    """
    items: list[Item] = []
    hot: list[Hot] = []
    corners: list[tuple[Item, Hot]] = []
    for edge, end in footprint.sides:
        (x1, y1), (x2, y2) = fit.point(*edge.at), fit.point(*end)
        length = hypot(end[0] - edge.at[0], end[1] - edge.at[1])
        words = with_unit(length, Quantity.LENGTH, system)
        mine = edge.id == chosen
        stroke, dash = RIM_STROKES[edge.kind]
        items.append(Line((x1, y1, x2, y2), "accent", stroke + 1.2 if mine else stroke, dash))
        items.extend(_dimension((x1, y1, x2, y2), words, chosen=mine))
        band = _strip(x1, y1, x2, y2, 6.0)
        hint = (
            f"{rim_words(edge, system)}, {words} in plan\nDrag to move the edge, double click "
            "to make a corner; its fields stand below"
        )
        hot.append(Hot("rim", edge.id, bounds_of(band), hint, band))
        half = 5.0 if edge.id == corner else 3.5
        mark = Patch(
            box(x1 - half, y1 - half, x1 + half, y1 + half),
            "accent" if edge.id == corner else "bench", "accent", FACE,
        )  # fmt: skip
        zone = (x1 - 7, y1 - 7, x1 + 7, y1 + 7)
        corners.append((mark, Hot("rim-corner", edge.id, zone, "drag it; the roof follows")))
    return [*items, *(c[0] for c in corners)], [*hot, *(c[1] for c in corners)]


def _opening(opening: Opening, flat: tuple[float, ...], *, chosen: bool) -> Iterator[Item]:
    ink = "accent" if chosen else "ink"
    fill = {"rooflight": "wash", "hatch": "paper", "chimney": "tint:tile"}.get(opening.kind, "")
    yield Patch(flat, fill or "paper", ink, CUT if opening.kind != "solar" else FACE)
    ax, ay, bx, by, cx, cy, dx, dy = flat
    if opening.kind in ("rooflight", "chimney"):
        yield Line((ax, ay, cx, cy), ink, DIMENSION)
        if opening.kind == "chimney":
            yield Line((bx, by, dx, dy), ink, DIMENSION)
    elif opening.kind == "solar":
        for share in (0.25, 0.5, 0.75):
            yield Line(
                (ax + (bx - ax) * share, ay + (by - ay) * share,
                 dx + (cx - dx) * share, dy + (cy - dy) * share), ink, DIMENSION,
            )  # fmt: skip


def thing_words(thing: Opening | Dormer, system: System) -> str:
    """What stands there and how big it is."""
    show = Quantity.LENGTH
    width = with_unit(thing.width, show, system)
    if isinstance(thing, Dormer):
        return f"{thing.name}: {thing.form} dormer, {width} wide"
    return f"{thing.name}: {thing.kind}, {width} by {with_unit(thing.length, show, system)}"


def thing_marks(
    project: Project, shape: RoofShape, chosen: str, fit: Fit, *, live: bool = True
) -> Marks:
    """Openings and dormers where they lie, where ``live`` to be pressed and dragged."""
    items: list[Item] = []
    hot: list[Hot] = []
    hand = "\nDrag to move it; its fields stand below"
    for opening in project.openings:
        flat = flat_points(fit, shape.thing(opening.id))
        items.extend(_opening(opening, flat, chosen=opening.id == chosen))
        if bounds_of(flat)[2] - bounds_of(flat)[0] < 8:
            x, y = fit.point(*opening.at)
            items.append(Patch(box(x - 3, y - 3, x + 3, y + 3), "ink"))
        hint = thing_words(opening, project.units) + hand
        hot.append(Hot("thing", opening.id, bounds_of(flat, 3.0), hint))
    for dormer in project.dormers:
        x, y = fit.point(*dormer.at)
        base = flat_points(fit, shape.thing(dormer.id))
        if dormer.id == chosen:
            items.append(Patch(base, "", "accent", CUT))
        if not live:
            continue
        items.append(Patch((x, y - 6, x + 6, y, x, y + 6, x - 6, y), "bench", "accent", FACE))
        hint = thing_words(dormer, project.units) + hand
        hot.append(Hot("thing", dormer.id, (x - 8, y - 8, x + 8, y + 8), hint))
    return items, hot


def drawing_marks(drawing: Sketch, fit: Fit, system: System) -> list[Item]:
    """An outline being drawn, its last edge measured."""
    corners = drawing.corners
    items: list[Item] = []
    if corners and drawing.next is not None:
        a, b = corners[-1], drawing.next
        items.append(Line((*fit.point(*a), *fit.point(*b)), "accent", FACE, "dash"))
        length = with_unit(hypot(b[0] - a[0], b[1] - a[1]), Quantity.LENGTH, system)
        x, y = fit.point((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
        items.append(Text(x + 8, y - 8, length, 13, "accent", "start", "mono"))
    if len(corners) > 1:
        items.append(Line(flat_points(fit, corners), "accent", CUT))
    for number, corner in enumerate(corners):
        x, y = fit.point(*corner)
        half = 5.0 if number == 0 and len(corners) > 2 else 3.0
        items.append(Patch(box(x - half, y - half, x + half, y + half), "bench", "accent", FACE))
    return items


def fault_marks(place: Point, fit: Fit) -> list[Item]:
    """Where a roof does not close or edges cross."""
    x, y = fit.point(*place)
    return [
        Patch((x, y - 11, x + 10, y + 7, x - 10, y + 7), "bench", "stop", CUT),
        Line((x, y - 4, x, y + 2), "stop", CUT),
        Line((x, y + 4, x, y + 5), "stop", CUT),
    ]
