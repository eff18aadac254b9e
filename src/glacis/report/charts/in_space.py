"""The roof seen from above at an angle, turned as one likes."""

from collections.abc import Iterator
from math import cos, radians, sin

from msgspec import Struct

from glacis.core.shape.edges import Edge
from glacis.core.shape.shape import Shape as RoofShape
from glacis.core.shape.vectors import Vector, dot
from glacis.report.charts.outlines import STROKES
from glacis.report.scene import DIMENSION, FACE, Hot, Item, Line, Scene, Shape, Text

MARGIN = 26.0
LIFT = 32.0
"""How high the eye stands above the horizon [°]."""


class View(Struct, frozen=True):
    """A parallel view: three directions in space and where they go in the drawing."""

    right: Vector
    up: Vector
    eye: Vector
    scale: float = 1.0
    x: float = 0.0
    y: float = 0.0

    def point(self, place: Vector) -> tuple[float, float]:
        """Where a point in space [m] lies in the drawing."""
        return self.x + dot(self.right, place) * self.scale, self.y - dot(
            self.up, place
        ) * self.scale


def view_from(azimuth: float, lift: float = LIFT) -> View:
    """The view of an eye that stands in the direction ``azimuth`` [°] and ``lift`` [°] high."""
    a, h = radians(azimuth), radians(lift)
    eye = (sin(a) * cos(h), cos(a) * cos(h), sin(h))
    right = (-cos(a), sin(a), 0.0)
    up = (-sin(a) * sin(h), -cos(a) * sin(h), cos(h))
    return View(right, up, eye)


def _ground(shape: RoofShape) -> float:
    return min((c[2] for plane in shape.planes for c in plane.corners), default=0.0)


def _fitted(view: View, places: list[Vector], width: float, height: float) -> View:
    xs = [dot(view.right, p) for p in places]
    ys = [dot(view.up, p) for p in places]
    wide, high = max(max(xs) - min(xs), 1.0), max(max(ys) - min(ys), 1.0)
    scale = min((width - 2 * MARGIN) / wide, (height - 2 * MARGIN - 20) / high)
    x = width / 2 - (max(xs) + min(xs)) / 2 * scale
    y = (height - 20) / 2 + (max(ys) + min(ys)) / 2 * scale
    return View(view.right, view.up, view.eye, scale, x, y)


def _flat(view: View, places: tuple[Vector, ...]) -> tuple[float, ...]:
    return tuple(value for place in places for value in view.point(place))


def _nearness(view: View, places: tuple[Vector, ...]) -> float:
    count = len(places)
    return sum(c[0] * view.eye[0] + c[1] * view.eye[1] for c in places) / count


def _walls(view: View, edges: tuple[Edge, ...], floor: float) -> Iterator[tuple[float, Item]]:
    """Walls that face the eye, under free edges and down to lower areas."""
    for edge in edges:
        a, b = edge.start, edge.end
        outward = (b[1] - a[1]) * view.eye[0] - (b[0] - a[0]) * view.eye[1]
        if outward > 0 and (not edge.other or edge.kind == "over"):
            foot = ((a[0], a[1], floor), (b[0], b[1], floor))
            wall = Shape(_flat(view, (*foot, b, a)), "paper", "hairline", DIMENSION)
            yield _nearness(view, (a, b)), wall


def space_scene(
    shape: RoofShape,
    names: dict[str, str],
    selected: str,
    azimuth: float,
    width: float,
    height: float,
) -> Scene:
    """The whole roof from the direction ``azimuth`` [°], over plain walls to its lowest edge less 2.5 m."""
    view = view_from(azimuth)
    floor = _ground(shape) - 2.5
    places = [c for plane in shape.planes for c in plane.corners]
    places += [(c[0], c[1], floor) for c in places]
    view = _fitted(view, places, width, height)
    # What faces away is painted first: a closed body hides it. The rest goes by distance in
    # plan, where areas do not overlap.
    away: list[Item] = []
    facing: list[tuple[float, list[Item]]] = []
    hot: list[Hot] = []
    for plane in sorted(shape.planes, key=lambda item: _nearness(view, item.corners)):
        facing.extend((far, [wall]) for far, wall in _walls(view, shape.edges_at(plane.id), floor))
        seen = dot(plane.normal, view.eye) > 0
        items: list[Item] = []
        fill = "wash" if plane.id == selected else "bench" if seen else "tint:board"
        items.append(Shape(_flat(view, plane.corners), fill, "ink", FACE))
        for edge in shape.edges_at(plane.id):
            stroke, dash = STROKES[edge.kind]
            if stroke > FACE:
                items.append(Line(_flat(view, (edge.start, edge.end)), "ink", stroke, dash))
        if seen:
            facing.append((_nearness(view, plane.corners), items))
        else:
            away.extend(items)
        spots = [view.point(c) for c in plane.corners]
        xs, ys = [p[0] for p in spots], [p[1] for p in spots]
        if seen:
            bounds = (min(xs), min(ys), max(xs), max(ys))
            flat = _flat(view, plane.corners)
            hot.append(Hot("area", plane.id, bounds, names[plane.id], flat))
    words = f"seen from {azimuth % 360:.0f}° (0° is north); walls are only a base"
    shown = [item for _, group in sorted(facing, key=lambda pair: pair[0]) for item in group]
    caption = Text(8, height - 10, words, 12, "second")
    return Scene(width, height, (*away, *shown, caption), tuple(hot))
