# SPDX-License-Identifier: GPL-3.0-or-later
"""Catchments by ridges that are drawn: each field between them has an outlet, and falls differ.

Every corner of a field lies at H = max over the fields that meet there (t_k + s·distance from corner to outlet);
facets are the triangles from outlet to side, and none falls less than s. Own derivation.
"""

import shapely
from msgspec.structs import replace
from shapely.geometry import LineString, Polygon
from shapely.geometry.polygon import orient

from glacis.core.errors import GlacisError
from glacis.core.falls.ground import SPECK, Ground, Ring, ring_sides
from glacis.core.falls.sources import Point, PointSource, Source, distance
from glacis.core.falls.surface import Surface
from glacis.core.falls.triangles import Triangles, left_of
from glacis.core.model.falls import Ridge
from glacis.core.model.lookup import turning

NEAR = 1e-6
"""Corners closer than this are one, and an outlet so close to a side lies on it [m]; our judgement."""
REACH = 1e-4
"""So much longer is every ridge, that it meets the edge that it ends on [m]; our judgement."""


class RidgesAskew(GlacisError):
    """Ridges that do not part a roof into fields with one outlet each, seen whole from it."""

    def __init__(self, why: str, at: Point, thing: str = "") -> None:
        super().__init__(why)
        self.at = at
        self.thing = thing


def with_ridges(
    surface: Surface, ground: Ground, ridges: tuple[Ridge, ...], least: float
) -> Surface:
    """The fields between drawn ridges, each falling by ``least`` [-] or more to its outlet.

    Raises:
        RidgesAskew: for a field without an outlet, with several, or not seen whole from it; for lines as
            outlets; for a ridge that parts nothing.
    """
    fields = _fields(ground, ridges)
    owners = [_owner(field, surface.sources) for field in fields]
    _refuse_idle(ridges, fields)
    heights: dict[Point, float] = {}
    for field, owner in zip(fields, owners, strict=True):
        source = surface.sources[owner]
        for corner in field:
            level = source.level + least * distance(_at(source), corner)
            heights[_key(corner)] = max(level, heights.get(_key(corner), level))
    triangles = Triangles()
    for field, owner in zip(fields, owners, strict=True):
        source = surface.sources[owner]
        at = _at(source)
        for a, b in ring_sides(field):
            side = left_of(at, a, b)
            if side < -NEAR:
                raise RidgesAskew(
                    f"The field of '{source.id}' is not seen whole from it near ({a[0]:.2f}, {a[1]:.2f}): part "
                    "it by another ridge, with an outlet in each part.",
                    a,
                    source.id,
                )
            if side > NEAR:
                corners = ((at, source.level), (a, heights[_key(a)]), (b, heights[_key(b)]))
                triangles.put(corners, owner)
    return replace(surface, cells=triangles.cells())


def _key(corner: Point) -> Point:
    return (round(corner[0] / NEAR) * NEAR, round(corner[1] / NEAR) * NEAR)


def _at(source: Source) -> Point:
    return source.at if isinstance(source, PointSource) else source.start


def _fields(ground: Ground, ridges: tuple[Ridge, ...]) -> list[Ring]:
    """The parts of the plan between ridges, anticlockwise, with a corner wherever several meet."""
    plan = shapely.union_all([Polygon(r) for r in ground.rings if turning(r) > 0]).difference(
        shapely.union_all([Polygon(r) for r in ground.rings if turning(r) < 0])
    )
    lines = shapely.union_all(
        [plan.boundary, *(_longer(ridge) for ridge in ridges)], grid_size=NEAR
    )
    found = []
    for part in shapely.get_parts(shapely.polygonize(shapely.get_parts(lines))):
        if part.area < SPECK or not plan.contains(part.representative_point()):
            continue
        if part.interiors:
            x, y = part.interiors[0].coords[0]
            raise RidgesAskew(
                f"A kerb stands in a field near ({x:.2f}, {y:.2f}): draw a ridge to it on both sides.",
                (float(x), float(y)),
            )
        ring = orient(part).exterior.coords[:-1]
        found.append(tuple((float(x), float(y)) for x, y in ring))
    return found


def _longer(ridge: Ridge) -> LineString:
    (ax, ay), (bx, by) = ridge.start, ridge.end
    length = distance(ridge.start, ridge.end)
    if length < NEAR:
        raise RidgesAskew(f"{ridge.name} has no length.", ridge.start, ridge.id)
    ux, uy = (bx - ax) / length * REACH, (by - ay) / length * REACH
    return LineString([(ax - ux, ay - uy), (bx + ux, by + uy)])


def _owner(field: Ring, sources: tuple[Source, ...]) -> int:
    """Index of the one outlet in a field."""
    plan = Polygon(field)
    inside = [
        k
        for k, source in enumerate(sources)
        if isinstance(source, PointSource) and plan.distance(shapely.Point(source.at)) < NEAR
    ]
    spot = plan.representative_point()
    place = (float(spot.x), float(spot.y))
    if not inside:
        raise RidgesAskew(
            f"The field round ({place[0]:.2f}, {place[1]:.2f}) has no outlet: place one, or move a ridge.",
            place,
        )
    if len(inside) > 1:
        names = " and ".join(sources[k].id for k in inside)
        raise RidgesAskew(
            f"One field holds {names}: draw a ridge between them.",
            _at(sources[inside[1]]),
            sources[inside[1]].id,
        )
    return inside[0]


def _refuse_idle(ridges: tuple[Ridge, ...], fields: list[Ring]) -> None:
    """Refuse ridges that end before they part anything."""
    sides = shapely.union_all([Polygon(field).boundary for field in fields])
    for ridge in ridges:
        middle = shapely.Point(
            (ridge.start[0] + ridge.end[0]) / 2, (ridge.start[1] + ridge.end[1]) / 2
        )
        if sides.distance(middle) > REACH:
            raise RidgesAskew(
                f"{ridge.name} parts nothing: let both its ends lie on an edge or on another ridge.",
                ridge.end, ridge.id,
            )  # fmt: skip
