# SPDX-License-Identifier: GPL-3.0-or-later
"""What goes through a roof area or stands on it: where it lies, and the holes it makes."""

from math import cos, radians, sin

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.geometry import CUTTING, Hole, Opening, Point
from glacis.core.model.lookup import things_of
from glacis.core.shape.dormers import dormer_shape

CLEAR = 0.01
"""How far [m] an opening stays from the edge of its area; our judgement: a joint."""


def opening_outline(opening: Opening, area: RoofArea) -> tuple[Point, ...]:
    """Its corners in plan [m]: its length lies down the slope."""
    turn = radians(area.azimuth)
    down, along = (sin(turn), cos(turn)), (-cos(turn), sin(turn))
    across, deep = opening.width / 2, opening.length / 2 * cos(radians(area.pitch))
    return tuple(
        (
            opening.at[0] + along[0] * across * a + down[0] * deep * d,
            opening.at[1] + along[1] * across * a + down[1] * deep * d,
        )
        for a, d in ((-1, 1), (1, 1), (1, -1), (-1, -1))
    )


def holes_in(project: Project, area: RoofArea) -> tuple[Hole, ...]:
    """All holes of an area: its own courtyards, its dormers' and openings'."""
    own = tuple(hole for hole in area.holes if not hole.by)
    dormers = tuple(
        Hole(outline=dormer_shape(dormer, area).base, by=dormer.id)
        for dormer in project.dormers
        if dormer.area == area.id
    )
    cut = tuple(
        Hole(outline=opening_outline(item, area), by=item.id)
        for item in project.openings
        if item.area == area.id and item.kind in CUTTING
    )
    return own + dormers + cut


def _check_clear(project: Project, area: RoofArea) -> None:
    """Refuse what stands outside its area or in another opening."""
    # Kept off the start of the window: most roofs are looked at before an opening is moved.
    from shapely import Polygon

    free = Polygon(area.outline, [hole.outline for hole in area.holes if not hole.by])
    things = [
        (f"dormer '{d.name}'", dormer_shape(d, area).base)
        for d in project.dormers
        if d.area == area.id
    ]
    things += [
        (f"{o.kind} '{o.name}'", opening_outline(o, area))
        for o in project.openings
        if o.area == area.id
    ]
    for name, outline in things:
        shape = Polygon(outline)
        if not free.contains(shape.buffer(CLEAR, join_style="mitre")):
            x, y = outline[0]
            raise ValueRefused(
                f"place of {name}", f"{x:.2f}, {y:.2f} m", f"clear within '{area.name}'",
                "It would reach over the area's edge or into another opening.",
            )  # fmt: skip
        free = free.difference(shape)


def with_holes(project: Project) -> Project:
    """The project with the holes of all areas as their openings and dormers now lie.

    Raises:
        ValueRefused: for what does not lie clear within its area.
    """
    busy = {thing.area for thing in things_of(project)}
    areas = []
    for area in project.areas:
        if area.id in busy or any(hole.by for hole in area.holes):
            _check_clear(project, area)
            holes = holes_in(project, area)
            areas.append(area if holes == area.holes else replace(area, holes=holes))
        else:
            areas.append(area)
    return replace(project, areas=tuple(areas))
