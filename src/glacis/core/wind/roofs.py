# SPDX-License-Identifier: GPL-3.0-or-later
"""Roof areas gathered to whole roofs as the wind meets them, and what each plane is among them."""

from collections.abc import Iterable, Iterator
from typing import Literal

from msgspec import Struct

from glacis.core.model.document import RoofArea
from glacis.core.shape.edges import Edge
from glacis.core.shape.planes import Plane
from glacis.core.wind.coefficients import FLATTEST
from glacis.core.wind.outline import Point, Ring

FaceKind = Literal["flat", "mansard", "mono", "duo", "hip", "trough"]
Line = tuple[Point, Point]
JOINED = ("ridge", "hip", "valley", "break", "seam")
"""Edges across which a roof goes on; a wall between two areas parts them."""
ON_LINE = 0.02
"""Within so much an edge lies on a line [m]; our judgement: outlines keep their millimetres."""


class Meeting(Struct, frozen=True):
    """A line where a plane meets another.

    Attributes:
        kind: ridge, hip or valley.
        line: in plan [m].
        other: id of the plane beyond.
    """

    kind: str
    line: Line
    other: str


class Face(Struct, frozen=True):
    """A plane as the wind meets it.

    Attributes:
        area: its id.
        kind: by which table it is read.
        pitch: [°].
        azimuth: that it faces, clockwise from north [°].
        rings: in plan: its outline and the courtyards in it [m].
        meetings: with other planes.
        gradient: rise per metre eastwards and northwards [-].
        steep: pitch of the planes below a flat one [°]; 0 where there are none.
    """

    area: str
    kind: FaceKind
    pitch: float
    azimuth: float
    rings: tuple[Ring, ...]
    meetings: tuple[Meeting, ...]
    gradient: Point
    steep: float = 0.0

    def rise(self, a: Point, b: Point) -> float:
        """How much higher b is than a [m]."""
        return (b[0] - a[0]) * self.gradient[0] + (b[1] - a[1]) * self.gradient[1]


class Roof(Struct, frozen=True):
    """Planes that the wind meets as one roof.

    Attributes:
        faces: its planes.
        top: height of its highest point [m].
        foot: of its lowest [m].
    """

    faces: tuple[Face, ...]
    top: float
    foot: float

    @property
    def is_flat(self) -> bool:
        """Whether all of it is."""
        return all(face.kind in ("flat", "mansard") for face in self.faces)

    @property
    def mean(self) -> float:
        """Mean roof height [m]: of the eaves up to 10° of pitch (ASCE 7, 26.2)."""
        low = all(face.pitch <= 10.0 for face in self.faces)
        return self.foot if low else (self.foot + self.top) / 2


def _groups(areas: Iterable[RoofArea], edges: Iterable[Edge]) -> list[list[str]]:
    """Ids of areas that hang together, in the order of the areas."""
    root = {area.id: area.id for area in areas}

    def find(name: str) -> str:
        while root[name] != name:
            name = root[name]
        return name

    for edge in edges:
        if edge.kind in JOINED and edge.area in root and edge.other in root:
            root[find(edge.other)] = find(edge.area)
    groups: dict[str, list[str]] = {}
    for name in root:
        groups.setdefault(find(name), []).append(name)
    return list(groups.values())


def _kind(area: RoofArea, meetings: tuple[Meeting, ...], steep: float) -> FaceKind:
    if area.pitch <= FLATTEST:
        return "mansard" if steep else "flat"
    kinds = {meeting.kind for meeting in meetings}
    if "hip" in kinds:
        return "hip"
    if "ridge" in kinds:
        return "duo"
    return "trough" if "valley" in kinds else "mono"


def _meetings(edges: Iterable[Edge], pitches: dict[str, float]) -> Iterator[Meeting]:
    for edge in edges:
        if edge.kind not in ("ridge", "hip", "valley") or not edge.other:
            continue
        level = abs(edge.start[2] - edge.end[2]) < ON_LINE
        if edge.kind == "valley" and (not level or pitches[edge.other] <= FLATTEST):
            continue
        if edge.kind == "ridge" and not level:
            continue
        yield Meeting(edge.kind, (edge.start[:2], edge.end[:2]), edge.other)


def _steep(edges: Iterable[Edge], pitches: dict[str, float]) -> float:
    """Pitch of planes that fall from a flat one; the steepest of them, whose suction is the least relieved."""
    found = [
        pitches[edge.other] for edge in edges
        if edge.kind in ("break", "ridge") and pitches.get(edge.other, 0.0) > FLATTEST
    ]  # fmt: skip
    return max(found, default=0.0)


def cut_of(plane: Plane) -> tuple[Ring, ...]:
    """What goes through a plane, not held by anything: rooflights and chimneys [m]."""
    return tuple(tuple((x, y) for x, y, _ in ring) for ring, by in plane.holes if by)


def roofs_of(
    areas: tuple[RoofArea, ...], planes: dict[str, Plane], edges: tuple[Edge, ...]
) -> tuple[Roof, ...]:
    """Areas gathered to roofs.

    Args:
        areas: as stated.
        planes: by area.
        edges: of the whole roof in space.
    """
    by_area: dict[str, list[Edge]] = {area.id: [] for area in areas}
    for edge in edges:
        by_area[edge.area].append(edge)
    stated = {area.id: area for area in areas}
    pitches = {area.id: area.pitch for area in areas}
    return tuple(
        _roof([stated[name] for name in group], planes, by_area, pitches)
        for group in _groups(areas, edges)
    )


def _roof(
    areas: list[RoofArea], planes: dict[str, Plane], by_area: dict[str, list[Edge]], pitches: dict[str, float]
) -> Roof:  # fmt: skip
    faces = []
    for area in areas:
        plane, edges = planes[area.id], by_area[area.id]
        meetings = tuple(_meetings(edges, pitches))
        steep = _steep(edges, pitches) if area.pitch <= FLATTEST else 0.0
        outline = tuple((x, y) for x, y, _ in plane.corners)
        courts = (tuple((x, y) for x, y, _ in ring) for ring, by in plane.holes if not by)
        faces.append(Face(
            area.id, _kind(area, meetings, steep), area.pitch, area.azimuth % 360,
            (outline, *courts), meetings, plane.gradient, steep,
        ))  # fmt: skip
    heights = [z for area in areas for _, _, z in planes[area.id].corners]
    return Roof(tuple(faces), max(heights), min(heights))
