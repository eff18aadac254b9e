# SPDX-License-Identifier: GPL-3.0-or-later
"""The bays of a plane: strips between members, where each begins and ends, what cuts it.

``u`` runs to the right of one who stands at the eaves and looks up, ``s`` up the slope, both in true
length [m]. A bay ends where its centre line crosses the outline. Pieces, what is blocked and slivers at
corners make up the plane.
"""

from collections.abc import Sequence
from math import ceil, floor, hypot
from typing import Literal

import numpy as np
from msgspec import Struct
from shapely import LineString, Polygon, box, get_coordinates, intersection
from shapely.geometry.base import BaseGeometry

from glacis.core.errors import ValueRefused
from glacis.core.model.geometry import Point

Status = Literal["through", "no-exhaust", "no-intake", "closed"]
Datum = Literal["left", "right", "middle"]
Profile = tuple[Point, ...]

TOUCH = 0.005
"""How far an opening may reach into the clear width of a bay before it cuts it [m]; our judgement: a nail."""
CORNER = 1e-6
"""A centre line this near to a corner meets both its edges [m]; our judgement, well above rounding."""
ROUNDING = 1e-9
"""Places across a plane that differ by less are one [m]; our judgement, a million times what rounding does."""
MOST_BAYS = 2000
"""Bays of one plane at most; our judgement: a kilometre of eaves at half a metre."""


class Side(Struct, frozen=True):
    """A side of a plane's outline, or of an opening in it.

    Attributes:
        id: of the edge.
        kind: what it is.
        start: its ends, (u, s) [m].
        end: [m].
    """

    id: str
    kind: str
    start: Point
    end: Point

    @property
    def length(self) -> float:
        """True length [m]."""
        return hypot(self.end[0] - self.start[0], self.end[1] - self.start[1])

    @property
    def upright(self) -> float | None:
        """Where it runs straight up the slope [m]; None where it does not."""
        return self.start[0] if abs(self.end[0] - self.start[0]) < ROUNDING else None

    @property
    def stretch(self) -> float:
        """Its length for each metre across the slope [-]; 1 for eaves, more for hips."""
        across = abs(self.end[0] - self.start[0])
        return self.length / across if across > 0 else float("inf")


class Cutter(Struct, frozen=True):
    """What cuts bays: an opening or a dormer with its outline in (u, s) [m] and its sides."""

    id: str
    kind: str
    outline: Profile
    sides: tuple[Side, ...] = ()


class PlaneBays(Struct, frozen=True):
    """A plane as bays are laid over it.

    Attributes:
        sides: of its outline and of courtyards in it.
        outline: corners, (u, s) [m].
        holes: courtyards, likewise.
        cutters: openings and dormers.
        spacing: of the members, centre to centre [m].
        width: of one member [m].
        offset: where a member stands, from the left end of the plane [m].
    """

    sides: tuple[Side, ...]
    outline: Profile
    holes: tuple[Profile, ...]
    cutters: tuple[Cutter, ...]
    spacing: float
    width: float
    offset: float = 0.0


class End(Struct, frozen=True):
    """Where a piece ends.

    Attributes:
        kind: of the edge or the opening it meets.
        edge: id of that edge; empty where it meets none.
        at: (u, s) on the centre line [m].
        along: from the left end of the edge [m].
        stretch: length of the edge for each metre across the slope [-].
    """

    kind: str
    edge: str
    at: Point
    along: float = 0.0
    stretch: float = 1.0


class Piece(Struct, frozen=True):
    """A bay, or a part of it that an opening leaves.

    Attributes:
        bay: its number, counted from the member at the datum; 0 lies to the right of it.
        u: of its centre line [m].
        lower: end.
        upper: end.
        area: that it takes of the plane, half of both members included [m²].
        outline: its corners, (u, s) [m].
    """

    bay: int
    u: float
    lower: End
    upper: End
    area: float
    outline: Profile

    @property
    def length(self) -> float:
        """Along its centre line [m]."""
        return self.upper.at[1] - self.lower.at[1]


class BayMap(Struct, frozen=True):
    """The bays of a plane.

    Attributes:
        pieces: from the left, from below.
        blocked: what openings take and trim away [m²].
        slivers: at corners, where no centre line passes [m²].
        area: of the plane within its outline, openings included [m²].
        spacing: of its members [m].
        width: clear between them [m].
    """

    pieces: tuple[Piece, ...]
    blocked: float
    slivers: float
    area: float
    spacing: float
    width: float

    def name(self, piece: Piece) -> str:
        """What a bay is called: its number from the left, beginning with 1."""
        return str(piece.bay - min(other.bay for other in self.pieces) + 1)


def first_member(plane: PlaneBays, datum: Datum, offset: float) -> float:
    """U of the member at the datum [m]: from the left or right end of the plane, or from its middle."""
    us = [u for u, _ in plane.outline]
    start = {"left": min(us), "right": max(us), "middle": (min(us) + max(us)) / 2}[datum]
    return start + (-offset if datum == "right" else offset)


def check_members(spacing: float, width: float) -> None:
    """Refuse members that leave no bay.

    Raises:
        ValueRefused: where the spacing does not exceed the width.
    """
    if not 0 < width < spacing:
        raise ValueRefused(
            "spacing of the members", f"{spacing * 1000:g} mm", f"over their width of {width * 1000:g} mm"
        )  # fmt: skip


def bays_of(plane: PlaneBays, member: float) -> BayMap:
    """Lay bays over a plane with a member at ``member`` [m] across.

    Raises:
        ValueRefused: for members that leave no bay, or more than 2000 of them.
    """
    check_members(plane.spacing, plane.width)
    us = [u for u, _ in plane.outline]
    first = floor((min(us) - member) / plane.spacing + 1e-9)
    last = ceil((max(us) - member) / plane.spacing - 1e-9)
    if last - first > MOST_BAYS:
        raise ValueRefused("bays of the plane", last - first, f"{MOST_BAYS} at most")
    field: BaseGeometry = Polygon(plane.outline, plane.holes)
    cutters = [_Cut(Polygon(cutter.outline)) for cutter in plane.cutters]
    lefts = member + plane.spacing * np.arange(first, last)
    south, north = _beyond(plane)
    strips = intersection(field, box(lefts, south, lefts + plane.spacing, north))
    pieces: list[Piece] = []
    blocked = slivers = 0.0
    for number, left, strip in zip(range(first, last), lefts.tolist(), strips, strict=True):
        if strip.is_empty or strip.area <= 0:
            continue
        u = _centre(plane, left + plane.spacing / 2)
        cut = _cutting(cutters, left, plane)
        runs = [] if cut else _runs(plane, u)
        if len(runs) == 1 and strip.geom_type == "Polygon":
            pieces.append(_whole(plane, number, u, runs[0], strip))
            continue
        found, trimmed = _trimmed(strip, cut, (left, plane))
        blocked += trimmed
        made, wasted = _pieces(found, plane, number, u)
        pieces += made
        slivers += wasted
    return BayMap(
        tuple(pieces), blocked, slivers, float(field.area), plane.spacing, plane.spacing - plane.width
    )  # fmt: skip


def _centre(plane: PlaneBays, u: float) -> float:
    """Where a centre line at ``u`` is followed: of one along an upright side, where the plane reaches further.

    A plane and its mirror image would have unlike bays if one side were always taken.
    """
    if all(
        abs(place - u) > ROUNDING for side in plane.sides if (place := side.upright) is not None
    ):
        return u
    return max(
        (u - 2 * ROUNDING, u + 2 * ROUNDING),
        key=lambda at: sum(high - low for low, high in _runs(plane, at)),
    )


def _runs(plane: PlaneBays, u: float) -> list[tuple[float, float]]:
    """Where the centre line at ``u`` lies within the plane [m], openings left aside."""
    met = []
    for side in plane.sides:
        (a, b), (c, d) = side.start, side.end
        if (a <= u) != (c <= u):
            met.append(b + (d - b) * (u - a) / (c - a))
    met.sort()
    pairs = zip(met[::2], met[1::2], strict=False)
    return [(low, high) for low, high in pairs if high - low > CORNER]


def _whole(
    plane: PlaneBays, number: int, u: float, run: tuple[float, float], strip: BaseGeometry
) -> Piece:
    """A bay that nothing cuts."""
    lower, upper = _end(plane, (u, run[0])), _end(plane, (u, run[1]))
    return Piece(number, u, lower, upper, float(strip.area), _outline(strip))


class _Cut:
    """An opening, and from where to where it reaches across the slope [m]."""

    def __init__(self, shape: Polygon) -> None:
        self.shape = shape
        self.west, _, self.east, _ = shape.bounds


def _cutting(cutters: Sequence[_Cut], left: float, plane: PlaneBays) -> list[_Cut]:
    """Openings that reach into the clear width of a bay."""
    low, high = left + plane.width / 2, left + plane.spacing - plane.width / 2
    return [cut for cut in cutters if min(cut.east, high) - max(cut.west, low) > TOUCH]


def _beyond(plane: PlaneBays) -> tuple[float, float]:
    """Places beyond the low and the high end of the plane [m]."""
    ends = [s for _, s in plane.outline]
    return min(ends) - 1.0, max(ends) + 1.0


def _trimmed(
    strip: BaseGeometry, cutters: Sequence[_Cut], at: tuple[float, PlaneBays]
) -> tuple[BaseGeometry, float]:
    """A strip less what openings cut off it across its whole width, and how much that is [m²]."""
    left, plane = at
    low, high = left + plane.width / 2, left + plane.spacing - plane.width / 2
    before = strip.area
    for cut in cutters:
        _, south, _, north = cut.shape.bounds
        part = cut.shape & box(low, south - 1, high, north + 1)
        if part.is_empty or part.bounds[2] - part.bounds[0] <= TOUCH:
            continue
        _, bottom, _, top = part.bounds
        strip = strip - box(left, bottom, left + plane.spacing, top)
    return strip, float(before - strip.area)


def _pieces(
    found: BaseGeometry, plane: PlaneBays, number: int, u: float
) -> tuple[list[Piece], float]:
    """The pieces of a strip that its centre line passes, and the area of the rest [m²]."""
    pieces, wasted = [], 0.0
    south, north = _beyond(plane)
    centre = LineString(((u, south), (u, north)))
    for part in getattr(found, "geoms", (found,)):
        if part.area <= 0:
            continue
        line = part & centre
        runs = [
            run
            for run in getattr(line, "geoms", (line,))
            if not run.is_empty and run.length > CORNER
        ]
        if not runs:
            wasted += part.area
            continue
        runs.sort(key=lambda run: run.bounds[1])
        shares = _shared(part, [run.bounds[1::2] for run in runs])
        for run, (area, outline) in zip(runs, shares, strict=True):
            low, high = run.bounds[1], run.bounds[3]
            lower, upper = _end(plane, (u, low)), _end(plane, (u, high))
            pieces.append(Piece(number, u, lower, upper, area, outline))
    pieces.sort(key=lambda piece: piece.lower.at[1])
    return pieces, wasted


def _shared(part: BaseGeometry, runs: list[tuple[float, float]]) -> list[tuple[float, Profile]]:
    """A part of a strip cut between the runs of its centre line, each with its area [m²] and outline."""
    if len(runs) == 1:
        return [(float(part.area), _outline(part))]
    west, south, east, north = part.bounds
    cuts = [
        south - 1,
        *((a[1] + b[0]) / 2 for a, b in zip(runs, runs[1:], strict=False)),
        north + 1,
    ]
    found = []
    for low, high in zip(cuts, cuts[1:], strict=False):
        shape = part & box(west - 1, low, east + 1, high)
        found.append((float(shape.area), _outline(shape)))
    return found


def _outline(shape: BaseGeometry) -> Profile:
    largest = max(getattr(shape, "geoms", (shape,)), key=lambda part: part.area)
    corners = get_coordinates(largest.exterior)[:-1].tolist()
    return tuple((u, s) for u, s in corners)


def _end(plane: PlaneBays, at: Point) -> End:
    """What a piece meets at a place on its centre line: an edge, else the opening that trims it."""
    met = [side for side in plane.sides if _passes(side, at)]
    if not met:
        return _at_opening(plane, at)
    ends = [_on(side, at) for side in met]
    return ends[0] if len(ends) == 1 else _corner(ends)


def _corner(ends: list[End]) -> End:
    """At a corner both edges are met; whoever reads the end takes the worse of the two."""
    first, second = ends[0], ends[1]
    return End(
        f"{first.kind} and {second.kind}", f"{first.edge} {second.edge}", first.at,
        first.along, max(first.stretch, second.stretch),
    )  # fmt: skip


def _passes(side: Side, at: Point) -> bool:
    (a, b), (c, d) = side.start, side.end
    u, s = at
    if abs(c - a) < CORNER:
        return False
    if not min(a, c) - CORNER <= u <= max(a, c) + CORNER:
        return False
    return abs(b + (d - b) * (u - a) / (c - a) - s) < 1e-5


def _on(side: Side, at: Point) -> End:
    left = side.start if side.start[0] < side.end[0] else side.end
    along = hypot(at[0] - left[0], at[1] - left[1])
    return End(side.kind, side.id, at, along, side.stretch)


def _at_opening(plane: PlaneBays, at: Point) -> End:
    """The opening that trims a bay at this height."""
    u, s = at
    half = plane.spacing / 2

    def gap(cutter: Cutter) -> float:
        us, ss = [x for x, _ in cutter.outline], [y for _, y in cutter.outline]
        beside = max(min(us) - u - half, u - half - max(us), 0.0)
        return beside + min(abs(s - min(ss)), abs(s - max(ss)))

    if not plane.cutters:
        return End("edge", "", at)
    nearest = min(plane.cutters, key=gap)
    return End(nearest.kind, nearest.id, at)
