# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof seen from above at an angle, turned as one likes, shaded by what follows for each area."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.model.document import Project
from glacis.core.shape.edges import Edge
from glacis.core.shape.shape import RoofShape
from glacis.core.shape.vectors import Vector
from glacis.report.charts.facets import (
    Facet,
    View,
    box_facets,
    fitted,
    middle_of,
    painted_in_order,
    view_from,
)
from glacis.report.charts.outlines import STROKES
from glacis.report.charts.room import bounds_of, clear
from glacis.report.charts.shades import Shading
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Bounds,
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

MARGIN = 26.0
LIFT = 32.0
"""How high the eye stands above the horizon [°]."""
WALL = 2.5
"""Height [m] of the walls drawn under the lowest edge."""
LEGEND = 20.0


class Turn(Struct, frozen=True):
    """Where the eye stands [°]."""

    azimuth: float = 200.0
    lift: float = LIFT


def _floor(shape: RoofShape) -> float:
    return min((c[2] for plane in shape.planes for c in plane.corners), default=0.0) - WALL


def _wall(edge: Edge, shape: RoofShape, floor: float) -> Facet:
    """The wall under a free edge, down to the area below it or to the ground."""
    a, b = edge.start, edge.end
    below = shape.plane(edge.over) if edge.over else None
    foot = [below.height(p[0], p[1]) if below else floor for p in (a, b)]
    return Facet(((a[0], a[1], foot[0]), (b[0], b[1], foot[1]), b, a), "paper")


def _things(project: Project, shape: RoofShape) -> Iterator[Facet]:
    """Openings and what else stands on the roof, as upright boxes."""
    for item in project.openings:
        plane = shape.plane(item.area)
        if plane is None:
            continue
        base = tuple((x, y, plane.height(x, y)) for x, y in shape.thing(item.id))
        fill = "wash" if item.kind == "rooflight" else "tint:tile"
        yield from box_facets(base, max(0.02, item.upstand), fill, item.id)


def _facets(project: Project, shape: RoofShape, shades: Shading, selected: str) -> list[Facet]:
    floor = _floor(shape)
    edges = shape.edges_by_area()
    facets: list[Facet] = []
    for plane in shape.planes:
        fill = "wash" if plane.id == selected else shades.fills.get(plane.id, "bench")
        # Openings stand as boxes over their holes and dormers over theirs: only courtyards show.
        courts = tuple(ring for ring, by in plane.holes if not by)
        facets.append(Facet(plane.corners, fill, plane.id, holes=courts))
        facets.extend(
            _wall(edge, shape, floor)
            for edge in edges[plane.id]
            if not edge.other and edge.kind not in ("abutment", "kerb")
        )
    facets.extend(_things(project, shape))
    return facets


def keyholed(facet: Facet) -> tuple[Vector, ...]:
    """Its corners as one line that goes in to every hole and out again."""
    corners = facet.corners
    for hole in facet.holes:
        near, at = min(
            ((k, j) for k in range(len(corners)) for j in range(len(hole))),
            key=lambda pair: sum(
                (p - q) ** 2 for p, q in zip(corners[pair[0]], hole[pair[1]], strict=True)
            ),
        )
        corners = (*corners[: near + 1], *hole[at:], *hole[: at + 1], *corners[near:])
    return corners


def _items(facet: Facet, view: View, edges: dict[str, list[Edge]]) -> Iterator[Item]:
    if not facet.area:
        ink = "ink" if facet.thing else "hairline"
        yield Patch(view.flat(facet.corners), facet.fill, ink, DIMENSION)
        return
    yield Patch(view.flat(keyholed(facet)), facet.fill, "" if facet.holes else "ink", FACE)
    for edge in edges[facet.area]:
        stroke, dash = STROKES[edge.kind]
        if edge.kind != "kerb" and (stroke > FACE or facet.holes):
            yield Line(view.flat((edge.start, edge.end)), "ink", stroke, dash)


def _labels(
    order: list[Facet], view: View, shades: Shading, hot: tuple[Hot, ...]
) -> Iterator[Text]:
    """Words on areas whose middle is not covered and where they find room.

    Args:
        order: facets, those behind first.
        view: of them.
        shades: with the words.
        hot: where each of them lies in the drawing, in the same order.
    """
    taken: list[Bounds] = []
    for place, facet in enumerate(order):
        words = shades.words.get(facet.area, "")
        if not words:
            continue
        x, y = view.point(middle_of(facet.corners))
        half = text_width(words, 12) / 2
        spot = (x - half - 2, y - 10, x + half + 2, y + 4)
        ends = [(px, py) for px in (spot[0], spot[2]) for py in (spot[1], spot[3])]
        if not (all(hot[place].holds(*at) for at in ends) and clear(spot, taken)):
            continue
        over = (later for later in hot[place + 1 :] if not clear(spot, [later.box]))
        if not any(later.holds(*at) for later in over for at in ((x, y), *ends)):
            taken.append(spot)
            yield Text(x, y, words, 12, "ink", "middle")


def _legend(shades: Shading, width: float) -> Iterator[Item]:
    x, y = 8.0, 16.0
    for fill, words in shades.legend:
        shown = shorten(words, 230, 12)
        wide = 26 + text_width(shown, 12) + 16
        if x + wide > width - 8 and x > 8:
            x, y = 8.0, y + LEGEND
        yield Patch(box(x, y - 10, x + 18, y + 2), fill, "ink", DIMENSION)
        yield Text(x + 24, y, shown, 12)
        x += wide


def _legend_height(shades: Shading, width: float) -> float:
    items = [item for item in _legend(shades, width) if isinstance(item, Text)]
    return max((item.y for item in items), default=0.0) + 6


def space_scene(
    project: Project,
    shape: RoofShape,
    shades: Shading,
    selected: str,
    turn: Turn,
    size: tuple[float, float],
) -> Scene:
    """The whole roof over plain walls, 2.5 m below its lowest edge.

    Args:
        project: the document.
        shape: its roof in space.
        shades: how areas are filled and what is written on them.
        selected: id of the selected area.
        turn: where the eye stands.
        size: width and height of the drawing.
    """
    width, height = size
    facets = _facets(project, shape, shades, selected)
    places = [c for facet in facets for c in facet.corners]
    top = MARGIN + _legend_height(shades, width)
    room = (MARGIN, top, width - MARGIN, height - MARGIN - 16)
    view = fitted(view_from(turn.azimuth, turn.lift), places, room)
    order = painted_in_order(facets, view)
    edges = shape.edges_by_area()
    names = {area.id: area.name for area in project.areas}
    items: list[Item] = []
    hot: list[Hot] = []
    for facet in order:
        items.extend(_items(facet, view, edges))
        flat = view.flat(facet.corners)
        if facet.area:
            hint = f"{names[facet.area]}\n{shades.words.get(facet.area, '')}".strip()
            hot.append(Hot("area", facet.area, bounds_of(flat), hint, flat))
        else:
            hot.append(Hot("wall", "", bounds_of(flat), "", flat))
    items.extend(_labels(order, view, shades, tuple(hot)))
    items.extend(_legend(shades, width))
    words = f"seen from {turn.azimuth % 360:.0f}° (0° is north), {turn.lift:.0f}° above; walls are only a base"
    items.append(Text(8, height - 10, words, 12, "second"))
    return Scene(width, height, tuple(items), tuple(hot))
