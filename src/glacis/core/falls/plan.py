# SPDX-License-Identifier: GPL-3.0-or-later
"""From what is stated about a roof area to the sources, gauges and obstacles of its surface."""

from itertools import pairwise
from math import atan2, cos, hypot, radians, sin, tan

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.falls.sources import (
    Gauge,
    LineSource,
    Point,
    PointSource,
    Source,
    along_valley,
    regular,
    square_to,
)
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls, LevelLine, Outlet
from glacis.core.model.geometry import Opening
from glacis.core.model.lookup import turning
from glacis.core.shape.openings import opening_outline

ON_LINE = 0.05
"""An outlet so close to a valley with crickets stands in it [m]; our judgement: half a mouth."""
WIDE_ENOUGH = 0.3
"""Width of a base from which on falls go round it [m]; our judgement: water passes a narrower one by."""

Plane = tuple[float, float, float]
Ring = tuple[Point, ...]


def obstacles_of(area: RoofArea, openings: tuple[Opening, ...]) -> tuple[Ring, ...]:
    """What stands in the way of water: holes of the area, and the bases of plant on it."""
    standing = (
        opening_outline(opening, area)
        for opening in openings
        if opening.area == area.id
        and opening.kind == "plant"
        and max(opening.width, opening.length) >= WIDE_ENOUGH
    )
    return (*(hole.outline for hole in area.holes), *standing)


def longest_way(outline: Ring) -> float:
    """The angle of the longest edge of an outline from x [rad]."""
    sides = zip(outline, (*outline[1:], outline[0]), strict=True)
    (ax, ay), (bx, by) = max(
        sides, key=lambda side: hypot(side[1][0] - side[0][0], side[1][1] - side[0][1])
    )
    return atan2(by - ay, bx - ax)


def gauge_of(falls: Falls, area: RoofArea) -> Gauge:
    """How the surface rises from the outlets of an area.

    Raises:
        ValueRefused: for falls square to walls that do not face all ways round.
    """
    turn = longest_way(area.outline) + radians(falls.turn)
    if falls.directions == "square":
        return square_to(_normals(area.outline), falls.fall)
    if falls.along:
        return along_valley(falls.along, falls.fall, turn)
    return regular(falls.fall, 4 if falls.directions == "four" else 8, turn)


def _normals(outline: Ring) -> tuple[tuple[float, float], ...]:
    """Outward normals of the walls of an outline's convex hull, of unit length."""
    hull = _hull(outline)
    found = []
    for (ax, ay), (bx, by) in zip(hull, (*hull[1:], hull[0]), strict=True):
        length = hypot(bx - ax, by - ay)
        found.append(((by - ay) / length, (ax - bx) / length))
    return tuple(found)


def _hull(outline: Ring) -> Ring:
    """The convex hull, anticlockwise, by the monotone chain of Andrew (1979)."""

    def chain(points: list[tuple[float, float]]) -> list[tuple[float, float]]:
        row: list[tuple[float, float]] = []
        for p in points:
            while len(row) > 1 and turning((row[-2], row[-1], p)) <= 0:
                row.pop()
            row.append(p)
        return row[:-1]

    ordered = sorted(outline)
    return (*chain(ordered), *chain(ordered[::-1]))


def sources_of(falls: Falls, area: RoofArea) -> tuple[Source, ...]:
    """The outlets and level lines of an area; levels from the lowest of them.

    Raises:
        ValueRefused: as of ``gauge_of``.
    """
    crossed = {outlet.id: run for run in runs_of(falls) for outlet in (run.outlet,)}
    free = [outlet for outlet in falls.outlets if outlet.id not in crossed]
    gauge = gauge_of(falls, area) if free else None
    found: list[Source] = []
    for outlet in falls.outlets:
        run = crossed.get(outlet.id)
        if run is not None:
            line = run.line
            found.append(
                LineSource(outlet.id, run.start, run.end, line.raised, falls.fall, line.both_sides)
            )
        elif gauge is not None:
            found.append(PointSource(outlet.id, outlet.at, outlet.raised, gauge))
    for line in falls.lines:
        if not line.cricket:
            found.append(
                LineSource(
                    line.id,
                    line.start,
                    line.end,
                    line.raised,
                    falls.fall,
                    line.both_sides,
                    _trough(line, falls.fall),
                )
            )
    return tuple(found)


def _trough(line: LevelLine, fall: float) -> float:
    """How much a gutter within the roof saves the surface from its lips to its middle [m]."""
    inner = line.gutter is not None and line.gutter.kind == "inner" and line.both_sides
    return fall * line.gutter.width / 2 if inner and line.gutter is not None else 0.0


class Run(Struct, frozen=True):
    """The part of a valley with crickets that one outlet on it drains.

    Attributes:
        line: the valley.
        outlet: on it.
        at: the outlet's foot on the line, in plan [m].
        start: in plan [m], an end of the line or the crest towards the outlet before.
        end: in plan [m], likewise.
    """

    line: LevelLine
    outlet: Outlet
    at: Point
    start: Point
    end: Point


def runs_of(falls: Falls) -> tuple[Run, ...]:
    """The parts of all valleys with crickets, each with its outlet.

    Raises:
        ValueRefused: for a valley with crickets and no outlet on it.
    """
    return tuple(run for line in falls.lines if line.cricket for run in _runs(falls, line))


def _runs(falls: Falls, line: LevelLine) -> list[Run]:
    (x, y), (bx, by) = line.start, line.end
    length = hypot(bx - x, by - y)
    ux, uy = (bx - x) / length, (by - y) / length

    def place(along: float) -> Point:
        return (x + along * ux, y + along * uy)

    on = []
    for outlet in falls.outlets:
        dx, dy = outlet.at[0] - x, outlet.at[1] - y
        along = dx * ux + dy * uy
        if -ON_LINE <= along <= length + ON_LINE and abs(ux * dy - uy * dx) <= ON_LINE:
            on.append((min(length, max(0.0, along)), outlet))
    if not on:
        raise ValueRefused(
            f"outlets on '{line.name}'", 0, "at least one on the line of its crickets"
        )
    on.sort(key=lambda pair: pair[0])
    crests = [0.0, *((a[0] + b[0]) / 2 for a, b in pairwise(on)), length]
    return [
        Run(line, outlet, place(along), place(crests[k]), place(crests[k + 1]))
        for k, (along, outlet) in enumerate(on)
    ]


def deck_of(area: RoofArea) -> Plane:
    """The plane of a deck that falls itself: z = a·x + b·y + c [m], with c = 0."""
    slope, turn = tan(radians(area.pitch)), radians(area.azimuth)
    return (-slope * sin(turn), -slope * cos(turn), 0.0)
