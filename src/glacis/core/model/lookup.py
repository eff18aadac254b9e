# SPDX-License-Identifier: GPL-3.0-or-later
"""Find things in a document by their id."""

from collections.abc import Iterable
from math import cos, radians, sin
from typing import Protocol, TypeVar

from glacis.core.errors import MissingReference
from glacis.core.model.document import Assembly, Project, RoofArea, Zone
from glacis.core.model.geometry import Dormer, Opening


class Identified(Protocol):
    """Anything in a document that other things point at by its id."""

    @property
    def id(self) -> str:
        """The id, unique among its kind."""


T = TypeVar("T", bound=Identified)


def by_id(items: Iterable[T], identifier: str, kind: str, where: str) -> T:
    """The one of ``items`` with this id.

    Raises:
        MissingReference: where there is none.
    """
    for item in items:
        if item.id == identifier:
            return item
    raise MissingReference(kind, identifier, where)


def fresh_id(taken: set[str], stem: str, gap: str = "-") -> str:
    """``stem``, or with a number from 2 on after a ``gap`` where that is taken."""
    number, name = 1, stem
    while name in taken:
        number += 1
        name = f"{stem}{gap}{number}"
    return name


def numbered_id(taken: set[str], stem: str) -> str:
    """``stem`` with the least number that is not taken, from 1."""
    number = 1
    while f"{stem}-{number}" in taken:
        number += 1
    return f"{stem}-{number}"


def area_of(project: Project, identifier: str) -> RoofArea:
    """The roof area with this id."""
    return by_id(project.areas, identifier, "roof area", "The project")


def assembly_of(project: Project, area: RoofArea) -> Assembly:
    """The assembly of an area."""
    return by_id(project.assemblies, area.assembly, "assembly", f"Roof area '{area.name}'")


def zone_of(project: Project, area: RoofArea) -> Zone:
    """The indoor zone beneath an area."""
    return by_id(project.zones, area.zone, "indoor zone", f"Roof area '{area.name}'")


def target_of(project: Project, area: RoofArea) -> float:
    """The U-value [W/(m²·K)] that an area has to meet."""
    return project.targets.u_value if area.target_u is None else area.target_u


def turning(outline: tuple[tuple[float, float], ...]) -> float:
    """Area inside an outline [m²] by the shoelace formula: positive where it runs anticlockwise."""
    pairs = zip(outline, outline[1:] + outline[:1], strict=True)
    return sum(x1 * y2 - x2 * y1 for (x1, y1), (x2, y2) in pairs) / 2


def plan_area(area: RoofArea) -> float:
    """Area in plan [m²], less its holes."""
    return abs(turning(area.outline)) - sum(abs(turning(hole.outline)) for hole in area.holes)


def shorter_side(area: RoofArea) -> float:
    """The shorter way across an area in plan [m], along its slope or square to it."""
    turn = radians(area.azimuth)
    along = [x * sin(turn) + y * cos(turn) for x, y in area.outline]
    across = [x * cos(turn) - y * sin(turn) for x, y in area.outline]
    return min(max(along) - min(along), max(across) - min(across))


def things_of(project: Project) -> tuple[Opening | Dormer, ...]:
    """All that goes through a roof area or stands on it."""
    openings: tuple[Opening | Dormer, ...] = project.openings
    return (*openings, *project.dormers)


def shape_ids(project: Project) -> set[str]:
    """Ids that footprints, dormers and openings share among them."""
    return {item.id for item in project.footprints} | {item.id for item in things_of(project)}


def plan_bounds(project: Project) -> tuple[float, float, float, float]:
    """West, south, east and north of all areas [m]; zeros where there is none."""
    corners = [corner for area in project.areas for corner in area.outline] or [(0.0, 0.0)]
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    return min(xs), min(ys), max(xs), max(ys)
