# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to the falls of an area, each a function from one document to another."""

from collections.abc import Callable

from msgspec.structs import replace

from glacis.core.errors import MissingReference
from glacis.core.model.document import Project
from glacis.core.model.falls import Falls, LevelLine, Outlet, Overflow, Ridge, Spout, Threshold
from glacis.core.model.geometry import Point
from glacis.core.model.lookup import area_of, numbered_id
from glacis.core.model.validate import check_falls

Thing = Outlet | LevelLine | Ridge | Overflow | Threshold | Spout


def falls_in(project: Project, area: str) -> Falls | None:
    """The stated falls of an area; None where there are none."""
    return next((falls for falls in project.falls if falls.area == area), None)


def set_falls(project: Project, falls: Falls) -> Project:
    """Give an area these falls in place of what it had.

    Raises:
        MissingReference: where there is no such area.
        ValueRefused: for a figure out of its range.
    """
    area = area_of(project, falls.area)
    check_falls(falls, f"falls of '{area.name}'")
    kept = tuple(item for item in project.falls if item.area != falls.area)
    return replace(project, falls=(*kept, falls))


def remove_falls(project: Project, area: str) -> Project:
    """Take the falls of an area away."""
    return replace(project, falls=tuple(item for item in project.falls if item.area != area))


def change_falls(project: Project, area: str, change: Callable[[Falls], Falls]) -> Project:
    """Change the falls of an area, beginning with plain ones where it has none."""
    return set_falls(project, change(falls_in(project, area) or Falls(area=area)))


def things_in(falls: Falls) -> tuple[Thing, ...]:
    """Its outlets, level lines, ridges, overflows, doors and spouts from above."""
    openings: tuple[Overflow | Threshold, ...] = (*falls.overflows, *falls.thresholds)
    return (*falls.outlets, *falls.lines, *falls.ridges, *openings, *falls.spouts)


def thing_of(falls: Falls, identifier: str) -> Thing | None:
    """The outlet, line, ridge, overflow, door or spout of this id; None where there is none."""
    return next((thing for thing in things_in(falls) if thing.id == identifier), None)


def with_thing(falls: Falls, thing: Thing) -> Falls:
    """The falls with a thing in place of the one with its id, or besides."""

    def put(items: tuple[Thing, ...]) -> tuple[Thing, ...]:
        if any(item.id == thing.id for item in items):
            return tuple(thing if item.id == thing.id else item for item in items)
        return (*items, thing)

    if isinstance(thing, Outlet):
        return replace(falls, outlets=put(falls.outlets))
    if isinstance(thing, LevelLine):
        return replace(falls, lines=put(falls.lines))
    if isinstance(thing, Ridge):
        return replace(falls, ridges=put(falls.ridges))
    if isinstance(thing, Threshold):
        return replace(falls, thresholds=put(falls.thresholds))
    if isinstance(thing, Spout):
        return replace(falls, spouts=put(falls.spouts))
    return replace(falls, overflows=put(falls.overflows))


def without_thing(falls: Falls, identifier: str) -> Falls:
    """The falls without an outlet, line, ridge, overflow, door or spout.

    Raises:
        MissingReference: where there is none.
    """
    if thing_of(falls, identifier) is None:
        raise MissingReference(
            "outlet, line, ridge, overflow, door or spout", identifier, "The change"
        )
    return replace(
        falls,
        outlets=tuple(x for x in falls.outlets if x.id != identifier),
        lines=tuple(x for x in falls.lines if x.id != identifier),
        ridges=tuple(x for x in falls.ridges if x.id != identifier),
        overflows=tuple(x for x in falls.overflows if x.id != identifier),
        thresholds=tuple(x for x in falls.thresholds if x.id != identifier),
        spouts=tuple(x for x in falls.spouts if x.id != identifier),
    )


def moved(thing: Thing, to: Point) -> Thing:
    """The thing with its place, or the middle of a line, at another point [m]."""
    if isinstance(thing, LevelLine | Ridge):
        (ax, ay), (bx, by) = thing.start, thing.end
        dx, dy = to[0] - (ax + bx) / 2, to[1] - (ay + by) / 2
        return replace(thing, start=(ax + dx, ay + dy), end=(bx + dx, by + dy))
    return replace(thing, at=to)


def with_end(thing: LevelLine | Ridge, end: int, to: Point) -> LevelLine | Ridge:
    """A line with its start (0) or end (1) at another point [m]."""
    return replace(thing, start=to) if end == 0 else replace(thing, end=to)


def new_outlet(falls: Falls, at: Point) -> Outlet:
    """An outlet that the falls do not have yet."""
    identifier = _fresh(falls, "outlet")
    return Outlet(id=identifier, name=identifier.capitalize().replace("-", " "), at=at)


def new_overflow(falls: Falls, at: Point, sill: float) -> Overflow:
    """An overflow that the falls do not have yet, its sill so high [m]."""
    identifier = _fresh(falls, "overflow")
    name = identifier.capitalize().replace("-", " ")
    return Overflow(id=identifier, name=name, at=at, sill=sill)


def new_threshold(falls: Falls, at: Point, level: float) -> Threshold:
    """A door onto the roof that the falls do not have yet, its sill so high [m]."""
    identifier = _fresh(falls, "door")
    name = identifier.capitalize().replace("-", " ")
    return Threshold(id=identifier, name=name, at=at, level=level)


def new_spout(falls: Falls, at: Point) -> Spout:
    """A spout of an upper roof that the falls do not have yet."""
    identifier = _fresh(falls, "spout")
    return Spout(id=identifier, name=identifier.capitalize().replace("-", " "), at=at)


def new_line(falls: Falls, start: Point, end: Point, *, both_sides: bool) -> LevelLine:
    """A gutter or valley that the falls do not have yet."""
    identifier = _fresh(falls, "valley" if both_sides else "gutter")
    name = identifier.capitalize().replace("-", " ")
    return LevelLine(id=identifier, name=name, start=start, end=end, both_sides=both_sides)


def new_ridge(falls: Falls, start: Point, end: Point) -> Ridge:
    """A ridge that the falls do not have yet."""
    identifier = _fresh(falls, "ridge")
    name = identifier.capitalize().replace("-", " ")
    return Ridge(id=identifier, name=name, start=start, end=end)


def _fresh(falls: Falls, stem: str) -> str:
    return numbered_id({thing.id for thing in things_in(falls)}, stem)
