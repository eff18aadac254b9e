# SPDX-License-Identifier: GPL-3.0-or-later
"""A roof over an outline: every edge sends its plane inward, and where planes meet they end."""

from collections import defaultdict
from collections.abc import Iterator
from math import atan2, pi

from msgspec import Struct

from glacis.core.model.outlines import holds
from glacis.core.shape.front import Front, Key
from glacis.core.shape.rims import Rim, RoofRefused
from glacis.core.shape.vectors import Vector, cross, dot, length, minus, normal_of

TOP: Key = (-1, 0)


class RoofFace(Struct, frozen=True):
    """A plane of the roof.

    Attributes:
        rim: number of its edge over all loops; -1 for the level top.
        band: which of that edge's bands.
        corners: anticlockwise seen from above [m].
        holes: courtyards within it, clockwise.
    """

    rim: int
    band: int
    corners: tuple[Vector, ...]
    holes: tuple[tuple[Vector, ...], ...] = ()


def _cycles(half: list[tuple[int, int]], nodes: list[Vector]) -> Iterator[list[int]]:
    """Closed walks along directed sides; where several leave a corner, the leftmost turn."""
    leaving: dict[int, list[int]] = defaultdict(list)
    for start, end in half:
        leaving[start].append(end)
    while leaving:
        first = next(iter(leaving))
        walk, here = [first], first
        came: int | None = None
        while True:
            ways = leaving.get(here)
            if not ways:
                raise RoofRefused("its planes leave a gap", nodes[here][:2])
            going = ways[0] if len(ways) == 1 else _leftmost(nodes, came, here, ways)
            ways.remove(going)
            if not ways:
                del leaving[here]
            if going == first:
                break
            came, here = here, going
            walk.append(here)
        yield walk


def _leftmost(nodes: list[Vector], came: int | None, here: int, ways: list[int]) -> int:
    if came is None:
        return ways[0]
    x, y, _ = nodes[here]
    back = atan2(nodes[came][1] - y, nodes[came][0] - x)

    def turn(way: int) -> float:
        return (back - atan2(nodes[way][1] - y, nodes[way][0] - x)) % (2 * pi)

    return min(ways, key=turn)


def _area(corners: tuple[Vector, ...]) -> float:
    pairs = zip(corners, corners[1:] + corners[:1], strict=True)
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in pairs) / 2


def _tops(rings: list[list[int]], nodes: list[Vector]) -> Iterator[RoofFace]:
    outlines = [tuple(nodes[node] for node in ring) for ring in rings]
    outer = [ring for ring in outlines if _area(ring) > 0]
    inner = [ring for ring in outlines if _area(ring) < 0]
    for ring in outer:
        holes = tuple(hole for hole in inner if holds(ring, hole[0]))
        yield RoofFace(*TOP, ring, holes)


def _changes(front: Front) -> list[tuple[float, set[int]]]:
    found: dict[float, set[int]] = defaultdict(set)
    for number, rim in enumerate(front.rims):
        for band in rim.bands[1:]:
            found[band.start].add(number)
    return sorted(found.items())


def roof_over(loops: tuple[tuple[Rim, ...], ...], top: float | None = None) -> tuple[RoofFace, ...]:
    """The planes of a roof over an outline.

    Args:
        loops: the outline, anticlockwise, then courtyards, clockwise; none crosses any.
        top: height at which the roof is cut off level [m]; None lets it close.

    Returns:
        Faces by edge and band, walls (pitch 90°) left out, then the level tops.

    Raises:
        RoofRefused: where planes do not meet to a closed roof, with the place.
    """
    front = Front(loops)
    changes = _changes(front)
    limit = float("inf") if top is None else top
    rounds = 0
    while front.alive[: front.count].any():
        rounds += 1
        if rounds > 40 * len(front.rims) + 400:
            raise RoofRefused("its planes do not come to rest; move a corner a little")
        until = min(limit, changes[0][0] if changes else limit)
        places = front.due(until)
        if places:
            front.settle(places)
            continue
        if until == float("inf"):
            raise RoofRefused("no planes rise from enough of its edges; let more of them be eaves")
        front.now = until
        if changes and until == changes[0][0]:
            front.change(changes.pop(0)[1])
            continue
        rings = front.cut_level()
        return (*_faces(front), *_tops(rings, front.nodes))
    return _faces(front)


def _groups(front: Front) -> dict[Key, list[Key]]:
    """Faces by the plane they lie in: edges in one line with alike planes raise one together."""
    first: dict[tuple[float, ...], int] = {}
    groups: dict[Key, list[Key]] = defaultdict(list)
    for number, (rim, run) in enumerate(zip(front.rims, front.dirs.tolist(), strict=True)):
        reach = (rim.at[0] * -run[1] + rim.at[1] * run[0]) / (10 * front.near)
        bands = tuple(value for band in rim.bands for value in (band.start, band.pitch))
        line = (round(run[0], 8), round(run[1], 8), round(reach), *bands)
        lead = first.setdefault(line, number)
        for band in range(len(rim.bands)):
            groups[lead, band].append((number, band))
    return groups


def _joined(front: Front, members: list[Key]) -> dict[tuple[int, int], int]:
    """Sides of several faces without those that two of them share; the edge each comes from."""
    sides = {side: rim for rim, band in members for side in front.half.get((rim, band), ())}
    return {side: rim for side, rim in sides.items() if side[::-1] not in sides}


def _around(ring: tuple[Vector, ...], court: tuple[Vector, ...]) -> bool:
    """Whether a courtyard lies within a ring and in its plane."""
    a, normal = ring[0], normal_of(ring)
    size = length(normal)
    level = all(abs(dot(normal, minus(c, a))) < 1e-6 * size for c in court)
    return level and holds(ring, court[0])


def _walks(front: Front) -> list[tuple[int, int, list[int]]]:
    """Edge, band and corners of every face that is no wall; holes of faces run clockwise."""
    walks = []
    for (lead, band), members in sorted(_groups(front).items()):
        if front.rims[lead].bands[band].pitch >= 90:
            continue
        sides = _joined(front, members)
        for walk in _cycles(list(sides), front.nodes):
            if abs(_area(tuple(front.nodes[node] for node in walk))) > front.near**2:
                steps = zip(walk, walk[1:] + walk[:1], strict=True)
                walks.append((min(sides[step] for step in steps), band, walk))
    return walks


def _idle(front: Front, walks: list[list[int]]) -> set[int]:
    """Corners at which no face turns: left over where planes in one line grew together."""
    turns: set[int] = set()
    for walk in walks:
        for k, node in enumerate(walk):
            a, b, c = (front.nodes[n] for n in (walk[k - 1], node, walk[(k + 1) % len(walk)]))
            one, two = minus(b, a), minus(c, b)
            if length(cross(one, two)) > 1e-7 * length(one) * length(two) or dot(one, two) < 0:
                turns.add(node)
    return {node for walk in walks for node in walk} - turns


def _faces(front: Front) -> tuple[RoofFace, ...]:
    walks = _walks(front)
    idle = _idle(front, [walk for _, _, walk in walks])
    rings = [
        (rim, band, tuple(front.nodes[node] for node in walk if node not in idle))
        for rim, band, walk in walks
    ]
    courts = [(band, ring) for _, band, ring in rings if _area(ring) < 0]
    faces = [
        RoofFace(
            rim,
            band,
            ring,
            tuple(c for level, c in courts if level == band and _around(ring, c)),
        )
        for rim, band, ring in rings
        if _area(ring) > 0
    ]

    def along(face: RoofFace) -> tuple[int, int, float]:
        """By edge and band, then along the edge, so that pieces keep their order."""
        x, y = front.dirs[face.rim].tolist()
        return face.rim, face.band, min(c[0] * x + c[1] * y for c in face.corners)

    return tuple(sorted(faces, key=along))
