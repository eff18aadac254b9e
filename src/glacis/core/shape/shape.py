"""The whole roof in space, from the document's areas."""

from typing import Protocol

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.document import RoofArea
from glacis.core.model.geometry import Footprint, Opening
from glacis.core.model.outlines import distance
from glacis.core.shape.cuts import Cut, cuts_of
from glacis.core.shape.edges import NEAR, Edge, Junction, edges_of, junctions_of
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


class RoofShape(Struct, frozen=True):
    """Planes, their edges, the junctions between them and the cuts these ask for."""

    planes: tuple[Plane, ...]
    edges: tuple[Edge, ...]
    junctions: tuple[Junction, ...]
    cuts: tuple[Cut, ...]

    def plane(self, area: str) -> Plane | None:
        """The plane of an area; None where there is no such area."""
        return next((plane for plane in self.planes if plane.id == area), None)

    def junction(self, identifier: str) -> Junction | None:
        """A junction by its id; None where there is no such one."""
        return next((found for found in self.junctions if found.id == identifier), None)

    def edges_at(self, area: str) -> tuple[Edge, ...]:
        """The edges of one area, anticlockwise."""
        return tuple(edge for edge in self.edges if edge.area == area)


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
        if any(e.kind in ("parapet", "abutment") for loop in footprint.loops for e in loop.edges)
    }
    if not stated:
        return edges
    sources = {area.id: area.grown.source for area in project.areas if area.grown}
    return tuple(
        _stated_kind(stated[sources[edge.area]], edge)
        if not edge.other and sources.get(edge.area) in stated
        else edge
        for edge in edges
    )


def _penetrations(project: StatedShape) -> tuple[Junction, ...]:
    """Posts and pipes: what they measure round about is where layers have to be closed to them."""
    return tuple(
        Junction("penetration", 2 * (item.width + item.length), (item.area,), by=item.id)
        for item in project.openings
        if item.kind == "post"
    )


def shape_of(project: StatedShape) -> RoofShape:
    """The roof of a project in space, from its areas, footprints and openings."""
    planes = tuple(plane_of(area) for area in project.areas)
    edges = _as_stated(project, edges_of(planes))
    junctions = (*junctions_of(edges), *_penetrations(project))
    return RoofShape(planes, edges, junctions, cuts_of(planes, edges))
