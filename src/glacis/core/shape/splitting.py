# SPDX-License-Identifier: GPL-3.0-or-later
"""Splitting an area by a line, so that each part can have a plane of its own."""

from math import hypot

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.geometry import Hole, Point
from glacis.core.model.lookup import area_of, fresh_id
from glacis.core.model.outlines import distance, foot_on, holds, meeting
from glacis.core.shape.change import settle
from glacis.core.shape.edges import NEAR
from glacis.core.shape.outline import with_outline


def on_outline(outline: tuple[Point, ...], at: Point, reach: float) -> Point | None:
    """The nearest corner of an outline within ``reach`` [m], else the nearest point of an edge."""
    corner = min(outline, key=lambda c: hypot(c[0] - at[0], c[1] - at[1]))
    if hypot(corner[0] - at[0], corner[1] - at[1]) <= reach:
        return corner
    best: tuple[float, Point] | None = None
    for a, b in zip(outline, outline[1:] + outline[:1], strict=True):
        away = distance(at, a, b)
        if away <= reach and (best is None or away < best[0]):
            best = (away, foot_on(a, b, at)[1])
    return best[1] if best else None


def _with_corner(outline: tuple[Point, ...], at: Point) -> tuple[tuple[Point, ...], int]:
    """An outline that has a corner at a point on it, and that corner's number."""
    for k, corner in enumerate(outline):
        if hypot(corner[0] - at[0], corner[1] - at[1]) <= NEAR:
            return outline, k
    for k, (a, b) in enumerate(zip(outline, outline[1:] + outline[:1], strict=True)):
        if distance(at, a, b) <= NEAR:
            return (*outline[: k + 1], at, *outline[k + 1 :]), k + 1
    raise ValueRefused("end of the line", f"{at[0]:.2f}, {at[1]:.2f} m", "a point on the outline")


def _clear(outline: tuple[Point, ...], one: int, two: int) -> bool:
    """Whether the run between two corners lies within an outline and touches nothing else."""
    a, b = outline[one], outline[two]
    if not holds(outline, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)):
        return False
    size = len(outline)
    for k in range(size):
        if {k, (k + 1) % size} & {one, two}:
            continue
        if meeting(a, b, outline[k], outline[(k + 1) % size]) is not None:
            return False
    return True


def split_area(project: Project, area_id: str, start: Point, end: Point) -> Project:
    """Two areas instead of one, both in its plane, parted by a line between points of its outline.

    What stands on the area stays on the part that holds it.

    Raises:
        ValueRefused: for an area that grows from an outline, a line that does not part it, or one
            that runs through an opening.
    """
    area = area_of(project, area_id)
    if area.grown is not None:
        raise ValueRefused(
            f"split of '{area.name}'", "a plane that grows from an outline", "a plane of its own",
            "Free the planes of its roof first.",
        )  # fmt: skip
    outline, _ = _with_corner(area.outline, start)
    outline, two = _with_corner(outline, end)
    outline, one = _with_corner(outline, start)
    first, last = min(one, two), max(one, two)
    rings = (outline[first : last + 1], (*outline[last:], *outline[: first + 1]))
    if any(len(ring) < 3 for ring in rings) or not _clear(outline, one, two):
        raise ValueRefused("line", "one that does not part the area", "a line across it")
    cut = [
        thing.by
        for thing in area.holes
        if any(
            meeting(start, end, p, q) is not None
            for p, q in zip(thing.outline, thing.outline[1:] + thing.outline[:1], strict=True)
        )
    ]
    if cut:
        raise ValueRefused("line", "one through an opening", "a line clear of openings")
    return _parted(project, area, rings)


def _with_courts(part: RoofArea, holes: tuple[Hole, ...]) -> RoofArea:
    """A part with the courtyards that lie in it; openings and dormers cut their own holes."""
    courts = tuple(h for h in holes if not h.by and holds(part.outline, h.outline[0]))
    return replace(part, holes=courts)


def _parted(
    project: Project, area: RoofArea, rings: tuple[tuple[Point, ...], tuple[Point, ...]]
) -> Project:
    taken = {a.id for a in project.areas}
    name = fresh_id({a.name for a in project.areas}, area.name, " ")
    kept, other = (with_outline(area, ring) for ring in rings)
    new = replace(other, id=fresh_id(taken, f"{area.id}-2"), name=name)
    parts = (_with_courts(kept, area.holes), _with_courts(new, area.holes))

    def owner(thing_area: str, at: Point) -> str:
        moved = thing_area == area.id and holds(new.outline, at)
        return new.id if moved else thing_area

    place = next(k for k, a in enumerate(project.areas) if a.id == area.id)
    return settle(
        replace(
            project,
            areas=(*project.areas[:place], *parts, *project.areas[place + 1 :]),
            openings=tuple(replace(o, area=owner(o.area, o.at)) for o in project.openings),
            dormers=tuple(replace(d, area=owner(d.area, d.at)) for d in project.dormers),
        )
    )
