# SPDX-License-Identifier: GPL-3.0-or-later
"""Edges of the roof: what each is, how long it is, and which area lies beyond it."""

from collections.abc import Iterator
from math import hypot
from typing import Literal

from msgspec import Struct

from glacis.core.shape.planes import Plane
from glacis.core.shape.vectors import Vector, length, minus

EdgeKind = Literal[
    "eaves", "verge", "top", "edge", "ridge", "hip", "valley", "break", "abutment", "seam",
    "parapet", "kerb", "penetration",
]  # fmt: skip
NEAR = 0.005
"""Corners and lines closer than this [m] are one; our judgement: half the play of a carpenter's line."""
LEVEL = 0.01
"""Ends closer in height than this [m] are level; our judgement: the play of a string line."""
STRAIGHT = 1e-3
"""Planes whose slopes across an edge differ by less [-] run on as one; our
judgement, well above rounding."""


Side = tuple[float, float, float, float, Plane]
"""Ends of a side in plan, and the area it bounds."""


class Edge(Struct, frozen=True):
    """A piece of an area's outline.

    Attributes:
        kind: eaves below, top above, verge beside, edge of a level field; ridge, hip, valley,
            break (a change of pitch) or seam (none) where two planes meet; abutment where a
            higher area or a wall stands beside; kerb round an opening.
        start: [m].
        end: [m].
        area: id of the area it belongs to.
        other: id of the area beyond, or empty.
        over: id of an area that lies lower beyond a free edge, or empty.
        id: its place in the outline of its area: loop, side and piece of that side, such as
            ``hall-south/0.2.0``. It stays while corners of that area are neither made nor removed.
    """

    kind: EdgeKind
    start: Vector
    end: Vector
    area: str
    other: str = ""
    over: str = ""
    id: str = ""

    @property
    def length(self) -> float:
        """True length [m]."""
        return length(minus(self.end, self.start))

    @property
    def junction(self) -> str:
        """Id of the junction it is part of; empty for a seam, which is none."""
        return "" if self.kind == "seam" else junction_id(self.kind, self.areas)

    @property
    def areas(self) -> tuple[str, ...]:
        """Ids of the areas that meet here, in the order of their names."""
        return tuple(sorted((self.area, self.other))) if self.other else (self.area,)


def junction_id(kind: EdgeKind, areas: tuple[str, ...], by: str = "") -> str:
    """The name of a junction: it stays as long as the same areas meet in the same way."""
    return f"{kind}:{'+'.join(areas)}" + (f"/{by}" if by else "")


class Junction(Struct, frozen=True):
    """Where areas end or meet.

    Attributes:
        kind: as of its edges.
        length: of all its edges together [m].
        areas: ids of the areas concerned.
        lines: both ends of each of its edges [m], shared edges once.
        by: id of the opening that makes it; empty for most.
    """

    kind: EdgeKind
    length: float
    areas: tuple[str, ...]
    lines: tuple[tuple[Vector, Vector], ...] = ()
    by: str = ""

    @property
    def id(self) -> str:
        """Its stable name."""
        return junction_id(self.kind, self.areas, self.by)

    @property
    def middle(self) -> tuple[float, float] | None:
        """The middle in plan [m] of its longest edge; None where it has no edge."""
        if not self.lines:
            return None
        a, b = max(self.lines, key=lambda line: hypot(*(q - p for p, q in zip(*line, strict=True))))
        return (a[0] + b[0]) / 2, (a[1] + b[1]) / 2


def _overlaps(a: Vector, b: Vector, beside: list[Side]) -> list[tuple[float, float, Plane]]:
    """The parts of a–b, as shares of it, that sides of other areas cover the other way round."""
    ax, ay = a[0], a[1]
    ux, uy = b[0] - ax, b[1] - ay
    size = hypot(ux, uy)
    room = NEAR * size
    found = []
    reach = ax * uy - ay * ux
    for cx, cy, dx, dy, other in beside:
        if not -room <= cx * uy - cy * ux - reach <= room:
            continue
        if not -room <= dx * uy - dy * ux - reach <= room:
            continue
        if (dx - cx) * ux + (dy - cy) * uy >= 0:
            continue
        low = max(0.0, ((dx - ax) * ux + (dy - ay) * uy) / size**2)
        high = min(1.0, ((cx - ax) * ux + (cy - ay) * uy) / size**2)
        if (high - low) * size > NEAR:
            found.append((low, high, other))
    return sorted(found, key=lambda item: item[:2])


def _at(a: Vector, b: Vector, share: float) -> Vector:
    if share in (0.0, 1.0):
        return b if share else a
    return (
        a[0] + (b[0] - a[0]) * share,
        a[1] + (b[1] - a[1]) * share,
        a[2] + (b[2] - a[2]) * share,
    )


def _inward_slope(plane: Plane, a: Vector, b: Vector) -> float:
    """Rise per metre when one walks from the edge a–b into its area (a–b anticlockwise)."""
    size = hypot(b[0] - a[0], b[1] - a[1])
    inward = (-(b[1] - a[1]) / size, (b[0] - a[0]) / size)
    return plane.gradient[0] * inward[0] + plane.gradient[1] * inward[1]


def _free(plane: Plane, a: Vector, b: Vector) -> EdgeKind:
    if plane.is_level:
        return "edge"
    if abs(a[2] - b[2]) > LEVEL:
        return "verge"
    return "eaves" if _inward_slope(plane, a, b) > 0 else "top"


def _shared(plane: Plane, other: Plane, a: Vector, b: Vector) -> Edge:
    """The edge between two areas, as the first has it."""
    if _is_over(plane, other, a, b):
        return Edge(_free(plane, a, b), a, b, plane.id, over=other.id)
    return Edge(_meeting(plane, other, a, b), a, b, plane.id, other.id)


def _gaps(other: Plane, a: Vector, b: Vector) -> tuple[float, float]:
    """How much higher another plane lies at two points [m]."""
    return other.height(a[0], a[1]) - a[2], other.height(b[0], b[1]) - b[2]


def _is_over(plane: Plane, other: Plane, a: Vector, b: Vector) -> bool:
    """Whether the other area lies lower, so that the edge is free.

    Where planes cross as much above as below, one of the two has to be the wall.
    """
    gaps = _gaps(other, a, b)
    if max(abs(gap) for gap in gaps) <= LEVEL:
        return False
    crossed = abs(sum(gaps)) < NEAR and plane.id < other.id
    return not (crossed or sum(gaps) >= NEAR)


def _meeting(plane: Plane, other: Plane, a: Vector, b: Vector) -> EdgeKind:
    if max(abs(gap) for gap in _gaps(other, a, b)) > LEVEL:
        return "abutment"
    mine, theirs = _inward_slope(plane, a, b), _inward_slope(other, b, a)
    if abs(mine + theirs) < STRAIGHT:
        return "seam"
    if abs(a[2] - b[2]) <= LEVEL and mine * theirs < 0:
        return "break"
    if mine + theirs > 0:
        return "valley"
    return "ridge" if abs(a[2] - b[2]) <= LEVEL else "hip"


def _neighbours(planes: tuple[Plane, ...]) -> dict[str, list[Plane]]:
    """For each plane those whose boxes in plan touch its own: no other can share an edge."""
    found: dict[str, list[Plane]] = {plane.id: [] for plane in planes}
    eastward = sorted(planes, key=lambda plane: plane.box[0])
    for k, plane in enumerate(eastward):
        _, south, east, north = plane.box
        for other in eastward[k + 1 :]:
            left, bottom, _, top = other.box
            if left > east + NEAR:
                break
            if south <= top + NEAR and bottom <= north + NEAR:
                found[plane.id].append(other)
                found[other.id].append(plane)
    return found


def _rings(plane: Plane) -> Iterator[tuple[tuple[Vector, ...], str]]:
    yield plane.corners, ""
    yield from plane.holes


def _sides(ring: tuple[Vector, ...]) -> Iterator[tuple[Vector, Vector]]:
    return zip(ring, ring[1:] + ring[:1], strict=True)


def _pieces(plane: Plane, beside: list[Side]) -> Iterator[Edge]:
    for loop, (ring, by) in enumerate(_rings(plane)):
        for side, (a, b) in enumerate(_sides(ring)):
            for piece, edge in enumerate(_cut(plane, a, b, _overlaps(a, b, beside))):
                name = f"{plane.id}/{loop}.{side}.{piece}"
                kerb = by and not edge.other and not edge.over
                kind = "kerb" if kerb else edge.kind
                yield Edge(kind, edge.start, edge.end, plane.id, edge.other, edge.over, name)


def _cut(
    plane: Plane, a: Vector, b: Vector, found: list[tuple[float, float, Plane]]
) -> Iterator[Edge]:
    size = hypot(b[0] - a[0], b[1] - a[1])
    done = 0.0
    for start, high, other in found:
        low = max(start, done)
        if (high - low) * size <= NEAR:
            continue
        if (low - done) * size > NEAR:
            p, q = _at(a, b, done), _at(a, b, low)
            yield Edge(_free(plane, p, q), p, q, plane.id)
        p, q = _at(a, b, low), _at(a, b, high)
        yield _shared(plane, other, p, q)
        done = high
    if (1 - done) * size > NEAR:
        p, q = _at(a, b, done), _at(a, b, 1.0)
        yield Edge(_free(plane, p, q), p, q, plane.id)


def edges_of(planes: tuple[Plane, ...]) -> tuple[Edge, ...]:
    """Every edge of every area, those that two areas share once for each."""
    near = _neighbours(planes)
    sides: dict[str, list[Side]] = {
        plane.id: [
            (c[0], c[1], d[0], d[1], plane) for ring, _ in _rings(plane) for c, d in _sides(ring)
        ]
        for plane in planes
    }
    return tuple(
        edge
        for plane in planes
        for edge in _pieces(plane, [side for other in near[plane.id] for side in sides[other.id]])
    )


def junctions_of(edges: tuple[Edge, ...]) -> tuple[Junction, ...]:
    """All junctions, shared ones once, gathered by kind and areas; seams are none."""
    lengths: dict[tuple[EdgeKind, tuple[str, ...]], float] = {}
    lines: dict[tuple[EdgeKind, tuple[str, ...]], list[tuple[Vector, Vector]]] = {}
    for edge in edges:
        if edge.kind == "seam":
            continue
        twice = edge.other and edge.kind != "abutment"
        key = (edge.kind, edge.areas)
        lengths[key] = lengths.get(key, 0.0) + (edge.length / 2 if twice else edge.length)
        if not (twice and edge.area != edge.areas[0]):
            lines.setdefault(key, []).append((edge.start, edge.end))
    return tuple(
        Junction(kind, size, areas, tuple(lines.get((kind, areas), ())))
        for (kind, areas), size in lengths.items()
    )
