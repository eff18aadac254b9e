"""The whole roof in space, from the document's areas."""

from msgspec import Struct

from glacis.core.model.document import Project
from glacis.core.shape.cuts import Cut, cuts_of
from glacis.core.shape.edges import Edge, Junction, edges_of, junctions_of
from glacis.core.shape.planes import Plane, plane_of


class Shape(Struct, frozen=True):
    """Planes, their edges, the junctions between them and the cuts these ask for."""

    planes: tuple[Plane, ...]
    edges: tuple[Edge, ...]
    junctions: tuple[Junction, ...]
    cuts: tuple[Cut, ...]

    def plane(self, area: str) -> Plane | None:
        """The plane of an area; None where there is no such area."""
        return next((plane for plane in self.planes if plane.id == area), None)

    def edges_at(self, area: str) -> tuple[Edge, ...]:
        """The edges of one area, anticlockwise."""
        return tuple(edge for edge in self.edges if edge.area == area)


def shape_of(project: Project) -> Shape:
    """The roof of a project in space."""
    planes = tuple(plane_of(area) for area in project.areas)
    edges = edges_of(planes)
    return Shape(planes, edges, junctions_of(edges), cuts_of(planes, edges))
