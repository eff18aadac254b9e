# SPDX-License-Identifier: GPL-3.0-or-later
"""Zones of every wind onto a roof by EN 1991-1-4:2005, figures 7.6 to 7.9, measured in plan."""

from collections.abc import Iterator, Sequence

from msgspec import Struct

from glacis.core.wind.flat import SLIVER, EdgeZones, Shape, common, edge_zones, joined, less
from glacis.core.wind.outline import (
    Point,
    Side,
    apart,
    edge_distance,
    is_parallel,
    sides_of,
)
from glacis.core.wind.roofs import Face, Line, Meeting, Roof

OWN = -1
"""Number of a side that is none of the whole outline."""
MANSARD = 60.0
"""Steepest plane below a flat roof that the table has [°]; beyond it is read as sharp, on the safe side
(EN 1991-1-4:2005, table 7.2)."""


class Zone(Struct, frozen=True):
    """A part of an area that one wind treats alike.

    Attributes:
        area: its id.
        name: letter of the zone.
        roof: form by which its coefficient is read.
        wind: direction as the table has it.
        parameter: pitch [°], negative for a trough.
        shape: in plan, of shapely.
        wind_from: clockwise from north [°].
        side: number of the side that the wind meets.
        reach: e [m].
    """

    area: str
    name: str
    roof: str
    wind: str
    parameter: float
    shape: Shape
    wind_from: float
    side: int
    reach: float


class Plan(Struct, frozen=True):
    """A roof in plan.

    Attributes:
        roof: as the wind meets it.
        whole: its outline, of shapely, without what goes through it.
        faces: each of its planes, likewise.
        sides: of its outline.
        points: corners of its outline [m].
    """

    roof: Roof
    whole: Shape
    faces: tuple[Shape, ...]
    sides: tuple[Side, ...]
    points: tuple[Point, ...]


def plan_of(roof: Roof) -> Plan:
    """A roof in plan; gaps thinner than a millimetre between its planes are none."""
    from shapely import Polygon, unary_union

    faces = tuple(Polygon(face.rings[0], face.rings[1:]).buffer(0) for face in roof.faces)
    gap = 0.0005
    whole = faces[0]
    if len(faces) > 1:
        grown = unary_union([face.buffer(gap, join_style="mitre") for face in faces])
        whole = grown.buffer(-gap, join_style="mitre").simplify(gap)
    parts = getattr(whole, "geoms", (whole,))
    rings = [
        ring
        for part in parts
        for ring in (
            _turned(part.exterior.coords[:-1], left=True),
            *(_turned(hole.coords[:-1], left=False) for hole in part.interiors),
        )
    ]
    points = tuple(point for ring in rings for point in ring)
    return Plan(roof, whole, faces, sides_of(rings), points)


def _turned(ring: Sequence[Point], left: bool) -> tuple[Point, ...]:
    area = sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, (*ring[1:], ring[0]), strict=True))
    return tuple(ring) if (area > 0) == left else tuple(ring)[::-1]


def en_zones(plan: Plan, height: float) -> Iterator[Zone]:
    """Zones of all winds square to a side, plane by plane.

    A flat top over steeper planes has its zones along its own sides.

    Args:
        plan: of the roof.
        height: h: of the ridge, or of a flat roof without its parapet, above ground [m].
    """
    pairs = tuple(zip(plan.roof.faces, plan.faces, strict=True))
    others = [(face, shape) for face, shape in pairs if face.kind != "mansard"]
    for number, side in enumerate(plan.sides if others else ()):
        reach = edge_distance(plan.points, side.along, height)
        zones = edge_zones(plan.whole, side, reach)
        for face, shape in others:
            found = _of_face(plan, face, shape, side, zones, reach)
            yield from _named(face, found, side, number, reach)
    for face, shape in pairs:
        if face.kind == "mansard":
            yield from _of_top(face, shape, height)


def _of_top(face: Face, shape: Shape, height: float) -> Iterator[Zone]:
    curbed = face.steep <= MANSARD
    roof, parameter = ("flat-mansard", max(30.0, face.steep)) if curbed else ("flat", 0.0)
    for side in sides_of(face.rings):
        reach = edge_distance(face.rings[0], side.along, height)
        found = _beside(shape, edge_zones(shape, side, reach), (roof, "any", parameter))
        yield from _named(face, found, side, OWN, reach)


def _named(
    face: Face, parts: "Iterator[Part]", side: Side, number: int, reach: float
) -> Iterator[Zone]:  # fmt: skip
    for name, roof, table, parameter, part in parts:
        if part.area > SLIVER:
            yield Zone(face.area, name, roof, table, parameter, part, side.wind_from, number, reach)


Part = tuple[str, str, str, float, Shape]


def _of_face(
    plan: Plan, face: Face, shape: Shape, side: Side, zones: EdgeZones, reach: float
) -> Iterator[Part]:
    wind = side.wind_from
    met = apart(wind, face.azimuth)
    if face.kind == "flat":
        yield from _beside(shape, zones, ("flat", "any", 0.0))
    elif face.kind == "mono":
        yield from _mono(face, shape, side, zones, met)
    elif face.kind == "hip":
        yield from _hip(plan, face, shape, side, zones, reach)
    else:
        sign = -1 if face.kind == "trough" else 1
        first, last = (met >= 135, met <= 45) if sign < 0 else (met <= 45, met >= 135)
        table = "0" if first or last else "90"
        key = ("duo", table, sign * face.pitch)
        if first:
            yield from _front(shape, zones, key)
        elif last:
            lines = [m.line for m in face.meetings if m.kind in ("ridge", "valley")]
            yield from _back(shape, (("J", lines),), reach, key)
        else:
            yield from _beside(shape, zones, key)


def _front(shape: Shape, zones: EdgeZones, key: tuple[str, str, float]) -> Iterator[Part]:
    """The plane that the wind meets: F, G, and H on all the rest of it."""
    yield "F", *key, common(shape, zones.corners)
    yield "G", *key, common(shape, zones.edge)
    yield "H", *key, less(less(shape, zones.corners), zones.edge)


def _beside(shape: Shape, zones: EdgeZones, key: tuple[str, str, float]) -> Iterator[Part]:
    """A plane along which the wind runs: F, G, H to e/2, I."""
    for name, zone in (
        ("F", zones.corners), ("G", zones.edge), ("H", zones.behind), ("I", zones.rest),
    ):  # fmt: skip
        yield name, *key, common(shape, zone)


def _band(lines: Sequence[Line], depth: float) -> Shape:
    from shapely import LineString, unary_union

    return unary_union([LineString(line).buffer(depth, cap_style="flat") for line in lines])


def _back(
    shape: Shape, strips: Sequence[tuple[str, list[Line]]], reach: float, key: tuple[str, str, float]
) -> Iterator[Part]:  # fmt: skip
    """The plane in the lee: strips e/10 wide along its lines, I on all the rest."""
    rest = shape
    for name, lines in strips:
        if lines:
            strip = common(rest, _band(lines, reach / 10))
            rest = less(rest, strip)
            yield name, *key, strip
    yield "I", *key, rest


def _mono(face: Face, shape: Shape, side: Side, zones: EdgeZones, met: float) -> Iterator[Part]:
    if met <= 45 or met >= 135:
        yield from _front(shape, zones, ("mono", "0" if met <= 45 else "180", face.pitch))
        return
    key = ("mono", "90", face.pitch)
    upward = face.rise(side.start, side.end) > 0
    low, high = (zones.first, zones.last) if upward else (zones.last, zones.first)
    yield "F_up", *key, common(shape, high)
    yield "F_low", *key, common(shape, low)
    for name, zone in (("G", zones.edge), ("H", zones.behind), ("I", zones.rest)):
        yield name, *key, common(shape, zone)


def _hip(
    plan: Plan, face: Face, shape: Shape, side: Side, zones: EdgeZones, reach: float
) -> Iterator[Part]:
    """A plane of a hipped roof; the table goes by the pitch of the plane that the wind meets."""
    wind = side.wind_from
    met = apart(wind, face.azimuth)
    key = ("hip", "any", _pitch_met(plan, wind, face))
    if met <= 45:
        yield from _front(shape, zones, key)
        return
    hips = [m for m in face.meetings if m.kind == "hip"]
    if met >= 135:
        ridges = [m.line for m in face.meetings if m.kind == "ridge"]
        yield from _back(shape, (("J", ridges), ("K", [m.line for m in hips])), reach, key)
        return
    windward = [m.line for m in hips if _faces(plan, m, wind)]
    rest = shape
    if windward:
        strip = common(shape, _band(windward, reach / 10))
        rest = less(shape, strip)
        yield "L", *key, strip
    near = joined((zones.corners, zones.edge, zones.behind))
    yield "M", *key, common(rest, near)
    yield "N", *key, less(rest, near)


def _faces(plan: Plan, meeting: Meeting, wind: float) -> bool:
    other = next((face for face in plan.roof.faces if face.area == meeting.other), None)
    return other is not None and apart(wind, other.azimuth) <= 45


def _pitch_met(plan: Plan, wind: float, face: Face) -> float:
    """Pitch of the plane of a hipped roof that the wind meets; its own where none faces it."""
    if apart(wind, face.azimuth) <= 45:
        return face.pitch
    met = [
        other.pitch
        for other in plan.roof.faces
        if other.kind == "hip" and is_parallel(wind, other.azimuth)
    ]
    return max(met, default=face.pitch)
