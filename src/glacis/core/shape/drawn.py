# SPDX-License-Identifier: GPL-3.0-or-later
"""Outlines found in a drawing: put right, scaled, and made footprints with their courtyards."""

from math import hypot

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.geometry import Footprint, FootprintEdge, Loop, Point, RimKind
from glacis.core.model.lookup import turning
from glacis.core.model.outlines import LEAST_EDGE, distance, holds

FAR = 2000.0
"""Drawings that lie farther [m] from the origin than this are moved to where they are wanted; our
judgement: such figures are coordinates of a map."""


class FoundLoop(Struct, frozen=True):
    """A closed outline of a drawing, in its own units.

    Attributes:
        layer: on which it lies.
        outline: its corners.
        level: its height.
        name: of what it is, where the drawing says so.
    """

    layer: str
    outline: tuple[Point, ...]
    level: float = 0.0
    name: str = ""


class FoundRun(Struct, frozen=True):
    """A line of a drawing that says what an edge is."""

    kind: RimKind
    start: Point
    end: Point


class Found(Struct, frozen=True):
    """What a drawing holds.

    Attributes:
        loops: closed outlines.
        runs: lines that say what edges are.
        unit: metres to one of its units [m]; None where it does not say.
        notes: what was left out, and where.
    """

    loops: tuple[FoundLoop, ...]
    runs: tuple[FoundRun, ...] = ()
    unit: float | None = None
    notes: tuple[str, ...] = ()

    @property
    def layers(self) -> tuple[str, ...]:
        """Layers that hold outlines, in their order."""
        return tuple(dict.fromkeys(loop.layer for loop in self.loops))


class Taking(Struct, frozen=True):
    """How outlines become footprints.

    Attributes:
        name: of the roof.
        unit: metres to one unit of the drawing [m].
        layer: whose outlines are taken; empty for all.
        pitch: over eaves [°].
        level: added to the level of the drawing [m].
        overhang: of eaves [m].
        at: where the south-west corner of a far drawing goes [m].
    """

    name: str
    unit: float = 1.0
    layer: str = ""
    pitch: float = 35.0
    level: float = 0.0
    overhang: float = 0.0
    at: Point = (0.0, 0.0)


def tidy(outline: tuple[Point, ...]) -> tuple[Point, ...]:
    """Corners without those that stand on the one before."""
    kept: list[Point] = []
    for corner in outline:
        if not kept or hypot(corner[0] - kept[-1][0], corner[1] - kept[-1][1]) >= LEAST_EDGE:
            kept.append(corner)
    while len(kept) > 1 and hypot(kept[0][0] - kept[-1][0], kept[0][1] - kept[-1][1]) < LEAST_EDGE:
        kept.pop()
    return tuple(kept)


def _kind(a: Point, b: Point, runs: tuple[FoundRun, ...]) -> RimKind:
    """What an edge is: as a line says that covers both its ends and its middle."""
    middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    for run in runs:
        if all(distance(at, run.start, run.end) < 2 * LEAST_EDGE for at in (a, middle, b)):
            return run.kind
    return "eaves"


def _loop(
    outline: tuple[Point, ...], runs: tuple[FoundRun, ...], taking: Taking, first: int
) -> Loop:
    edges = []
    for k, at in enumerate(outline):
        kind = _kind(at, outline[(k + 1) % len(outline)], runs)
        edges.append(
            FootprintEdge(
                id=f"e{first + k}", at=at, kind=kind, pitch=taking.pitch,
                overhang=taking.overhang if kind == "eaves" else 0.0,
            )
        )  # fmt: skip
    return Loop(edges=tuple(edges))


def _scaled(found: Found, taking: Taking) -> tuple[list[FoundLoop], tuple[FoundRun, ...]]:
    chosen = [loop for loop in found.loops if taking.layer in ("", loop.layer)]
    if not chosen:
        raise ValueRefused("outlines of the drawing", 0, "at least one closed outline")
    points = [p for loop in chosen for p in loop.outline]
    low = [min(p[k] for p in points) * taking.unit for k in (0, 1)]
    high = [max(abs(p[k]) for p in points) * taking.unit for k in (0, 1)]
    shift = (0.0, 0.0)
    if max(high) > FAR:
        shift = (taking.at[0] - low[0], taking.at[1] - low[1])

    def put(at: Point) -> Point:
        return at[0] * taking.unit + shift[0], at[1] * taking.unit + shift[1]

    loops = [
        FoundLoop(x.layer, tidy(tuple(map(put, x.outline))), x.level * taking.unit, x.name)
        for x in chosen
    ]
    runs = tuple(FoundRun(r.kind, put(r.start), put(r.end)) for r in found.runs)
    return [loop for loop in loops if len(loop.outline) > 2], runs


def _turned(outline: tuple[Point, ...], way: float) -> tuple[Point, ...]:
    """An outline anticlockwise for a positive ``way``, else clockwise."""
    return outline if turning(outline) * way > 0 else outline[::-1]


def _footprint(
    loop: FoundLoop, courts: list[FoundLoop], runs: tuple[FoundRun, ...], taking: Taking, name: str
) -> Footprint:
    rings = [_loop(_turned(loop.outline, 1.0), runs, taking, 1)]
    for court in courts:
        first = 1 + sum(len(ring.edges) for ring in rings)
        rings.append(_loop(_turned(court.outline, -1.0), runs, taking, first))
    return Footprint(
        id="roof", name=loop.name or name, level=loop.level + taking.level, loops=tuple(rings)
    )


def as_footprints(found: Found, taking: Taking) -> tuple[Footprint, ...]:
    """One footprint for every outline that lies in no other; outlines within are courtyards.

    Raises:
        ValueRefused: where there is no closed outline.
    """
    loops, runs = _scaled(found, taking)
    loops.sort(key=lambda loop: -abs(turning(loop.outline)))
    outer: list[tuple[FoundLoop, list[FoundLoop]]] = []
    for loop in loops:
        around = [pair for pair in outer if holds(pair[0].outline, loop.outline[0])]
        within = [c for pair in around for c in pair[1] if holds(c.outline, loop.outline[0])]
        if len(around) > len(within):
            around[-1][1].append(loop)
        else:
            outer.append((loop, []))
    several = len(outer) > 1
    return tuple(
        _footprint(
            loop, courts, runs, taking, f"{taking.name} {number}" if several else taking.name
        )
        for number, (loop, courts) in enumerate(outer, 1)
    )
