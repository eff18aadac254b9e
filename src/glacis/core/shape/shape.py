# SPDX-License-Identifier: GPL-3.0-or-later
"""The whole roof in space, from the document's areas."""

from typing import Protocol

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.document import RoofArea
from glacis.core.model.geometry import Dormer, Footprint, Opening, Point
from glacis.core.model.outlines import distance
from glacis.core.shape.cuts import Cut, cuts_of
from glacis.core.shape.dormers import dormer_shape
from glacis.core.shape.edges import NEAR, Edge, Junction, edges_of, junctions_of
from glacis.core.shape.openings import opening_outline
from glacis.core.shape.overhangs import reached
from glacis.core.shape.planes import Plane, plane_of


class StatedShape(Protocol):
    """What the shape of a roof follows from: a project, or just these of it."""

    @property
    def areas(self) -> tuple[RoofArea, ...]:
        """Roof areas."""

    @property
    def footprints(self) -> tuple[Footprint, ...]:
        """Outlines that areas grow from."""

    @property
    def openings(self) -> tuple[Opening, ...]:
        """What goes through areas or stands on them."""

    @property
    def dormers(self) -> tuple[Dormer, ...]:
        """Small roofs set on areas."""


class ThingPlace(Struct, frozen=True):
    """Where an opening or a dormer lies: its id and its corners in plan [m]."""

    id: str
    outline: tuple[Point, ...]


class RoofShape(Struct, frozen=True):
    """Planes, their edges, the junctions between them, the cuts these ask for, what stands there."""

    planes: tuple[Plane, ...]
    edges: tuple[Edge, ...]
    junctions: tuple[Junction, ...]
    cuts: tuple[Cut, ...]
    things: tuple[ThingPlace, ...] = ()

    def thing(self, identifier: str) -> tuple[Point, ...]:
        """Corners of an opening or dormer in plan [m]; none where there is no such thing."""
        return next((thing.outline for thing in self.things if thing.id == identifier), ())

    def plane(self, area: str) -> Plane | None:
        """The plane of an area; None where there is no such area."""
        return next((plane for plane in self.planes if plane.id == area), None)

    def junction(self, identifier: str) -> Junction | None:
        """A junction by its id; None where there is no such one."""
        return next((found for found in self.junctions if found.id == identifier), None)

    def edges_at(self, area: str) -> tuple[Edge, ...]:
        """The edges of one area, anticlockwise."""
        return tuple(edge for edge in self.edges if edge.area == area)

    def edges_by_area(self) -> dict[str, list[Edge]]:
        """The edges of every area, anticlockwise: for those who need many."""
        found: dict[str, list[Edge]] = {plane.id: [] for plane in self.planes}
        for edge in self.edges:
            found[edge.area].append(edge)
        return found


def _stated_kind(footprint: Footprint, edge: Edge) -> Edge:
    """A free edge on a parapet or at a wall, as its footprint states it."""
    middle = ((edge.start[0] + edge.end[0]) / 2, (edge.start[1] + edge.end[1]) / 2)
    for loop in footprint.loops:
        corners = reached(loop)
        for rim, a, b in zip(loop.edges, corners, corners[1:] + corners[:1], strict=True):
            if rim.kind in ("parapet", "abutment") and distance(middle, a, b) < NEAR:
                return replace(edge, kind=rim.kind)
    return edge


def _as_stated(project: StatedShape, edges: tuple[Edge, ...]) -> tuple[Edge, ...]:
    stated = {
        footprint.id: footprint
        for footprint in project.footprints
        if any(edge.kind in ("parapet", "abutment") for edge, _ in footprint.sides)
    }
    if not stated:
        return edges
    sources = {area.id: area.grown.source for area in project.areas if area.grown}

    def as_stated(edge: Edge) -> Edge:
        footprint = stated.get(sources.get(edge.area, ""))
        return edge if edge.other or footprint is None else _stated_kind(footprint, edge)

    return tuple(map(as_stated, edges))


def _penetrations(project: StatedShape) -> tuple[Junction, ...]:
    """Posts and pipes: what they measure round about is where layers have to be closed to them."""
    known = {area.id for area in project.areas}
    return tuple(
        Junction("penetration", 2 * (item.width + item.length), (item.area,), by=item.id)
        for item in project.openings
        if item.kind == "post" and item.area in known
    )


def _things(project: StatedShape) -> tuple[ThingPlace, ...]:
    areas = {area.id: area for area in project.areas}
    openings = tuple(
        ThingPlace(item.id, opening_outline(item, areas[item.area]))
        for item in project.openings
        if item.area in areas
    )
    dormers = tuple(
        ThingPlace(dormer.id, dormer_shape(dormer, areas[dormer.area]).base)
        for dormer in project.dormers
        if dormer.area in areas
    )
    return openings + dormers


def shape_of(project: StatedShape, walled: frozenset[str] = frozenset()) -> RoofShape:
    """The roof of a project in space, from its areas, footprints and openings.

    Args:
        project: as stated.
        walled: ids of level areas whose free edges carry a parapet.
    """
    planes = tuple(plane_of(area) for area in project.areas)
    edges = tuple(
        replace(edge, kind="parapet") if edge.kind == "edge" and edge.area in walled else edge
        for edge in _as_stated(project, edges_of(planes))
    )
    junctions = (*junctions_of(edges), *_penetrations(project))
    return RoofShape(planes, edges, junctions, cuts_of(planes, edges), _things(project))
