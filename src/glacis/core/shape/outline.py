# SPDX-License-Identifier: GPL-3.0-or-later
"""Moving corners in plan while every plane stays where it is in space."""

from collections.abc import Callable
from math import hypot

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.lookup import turning
from glacis.core.model.outlines import distance, outline_fault
from glacis.core.model.validate import LEAST_AREA
from glacis.core.shape.change import settle
from glacis.core.shape.edges import NEAR
from glacis.core.shape.planes import plane_of

Point = tuple[float, float]


def _same(a: Point, b: Point) -> bool:
    return hypot(a[0] - b[0], a[1] - b[1]) <= NEAR


def with_outline(area: RoofArea, outline: tuple[Point, ...]) -> RoofArea:
    """The area with another outline on the same plane in space; its level follows.

    Raises:
        ValueRefused: for an outline that crosses or touches itself, turns over or vanishes.
    """
    before, after = turning(area.outline), turning(outline)
    if outline_fault((outline,)) or after * before <= 0 or abs(after) < LEAST_AREA:
        raise ValueRefused(
            f"outline of '{area.name}'", "edges that cross or vanish", "a plain outline"
        )
    plane = plane_of(area)
    lowest = min(plane.height(x, y) for x, y in outline)
    return replace(area, outline=outline, level=lowest)


def move_corner(project: Project, at: Point, to: Point) -> Project:
    """Move the corner of every free area that has one at ``at`` [m]; their planes stay.

    Raises:
        ValueRefused: where an outline would cross itself or vanish, or would no longer hold what
            stands on it.
    """

    def moved(area: RoofArea) -> RoofArea:
        outline = tuple(to if _same(corner, at) else corner for corner in area.outline)
        return area if outline == area.outline else with_outline(area, outline)

    return _with_free(project, moved)


def _with_free(project: Project, change: Callable[[RoofArea], RoofArea]) -> Project:
    """The project with every area changed that stands for itself; what grows stays as it grew."""
    areas = tuple(area if area.grown else change(area) for area in project.areas)
    return settle(replace(project, areas=areas))


def snapped(project: Project, point: Point, still: Point, reach: float, grid: float) -> Point:
    """Where a dragged corner comes to rest: on another corner in reach, else on the grid.

    Args:
        project: whose corners draw.
        point: under the hand [m].
        still: the dragged corner itself, which draws not [m].
        reach: how near a corner draws [m].
        grid: of the plan [m]; 0 for none.
    """
    corners = {c for area in project.areas for c in area.outline if not _same(c, still)}
    near = [c for c in corners if hypot(c[0] - point[0], c[1] - point[1]) <= reach]
    if near:
        return min(near, key=lambda c: (hypot(c[0] - point[0], c[1] - point[1]), c))
    if grid <= 0:
        return point
    return round(point[0] / grid) * grid, round(point[1] / grid) * grid


def _on_edge(a: Point, b: Point, point: Point) -> bool:
    """Whether a point lies on an edge, off its ends."""
    return not (_same(a, point) or _same(b, point)) and distance(point, a, b) <= NEAR


def insert_corner(project: Project, point: Point) -> Project:
    """A new corner in every edge that runs through ``point`` [m].

    Raises:
        ValueRefused: where no edge runs there.
    """

    def cornered(area: RoofArea) -> RoofArea:
        corners: list[Point] = []
        for a, b in zip(area.outline, area.outline[1:] + area.outline[:1], strict=True):
            corners.append(a)
            if _on_edge(a, b, point):
                corners.append(point)
        return replace(area, outline=tuple(corners))

    changed = _with_free(project, cornered)
    if changed == project:
        raise ValueRefused("new corner", "no edge there", "a point on an edge, off its corners")
    return changed


def remove_corner(project: Project, at: Point) -> Project:
    """Take a corner out of every area that has it; their planes stay.

    Raises:
        ValueRefused: where fewer than three corners or a crossed outline would be left.
    """

    def without(area: RoofArea) -> RoofArea:
        outline = tuple(corner for corner in area.outline if not _same(corner, at))
        if len(outline) < 3:
            raise ValueRefused(f"corners of '{area.name}'", len(outline), "at least 3")
        return area if outline == area.outline else with_outline(area, outline)

    return _with_free(project, without)
