# SPDX-License-Identifier: GPL-3.0-or-later
"""Angles of cuts where two planes meet in a hip, a valley or a ridge, by vectors in space.

All angles follow from the planes' normals and the line they share; equal and unequal pitches
are one case. Board cuts meet in the plane that halves the angle between the two boards.
"""

from math import radians, tan

from msgspec import Struct

from glacis.core.shape.edges import Edge, EdgeKind
from glacis.core.shape.planes import Plane
from glacis.core.shape.vectors import UP, Vector, angle, cross, dot, minus, times, unit

MET = ("hip", "valley", "ridge", "break")


class SideCut(Struct, frozen=True):
    """Cuts on one side of the line [°].

    Attributes:
        area: id of the area.
        mitre: of a board laid along the eaves, from square on its face.
        jack_plumb: between a common rafter's edge and its plumb line.
        jack_bevel: blade tilt of a jack rafter against the hip or valley, from square.
        backing: bevel of the hip's or valley's top on this side.
    """

    area: str
    mitre: float
    jack_plumb: float
    jack_bevel: float
    backing: float

    @property
    def jack_on_side(self) -> tuple[float, float]:
        """Mitre and blade tilt for a jack that lies on its side [°]."""
        return 90.0 - self.jack_plumb, self.jack_bevel

    @property
    def jack_face_up(self) -> tuple[float, float]:
        """Mitre and blade tilt for a jack that lies with its upper face up [°]."""
        return 90.0 - self.mitre, self.backing

    @property
    def jack_step(self) -> float:
        """By how much jacks differ in length, for each metre of their spacing [m/m].

        0 where the line runs with the fall, as beside a level top: nothing shortens there.
        """
        return 1 / tan(radians(self.mitre)) if self.mitre > 1e-6 else 0.0


class Cut(Struct, frozen=True):
    """All cuts at one meeting of two planes [°].

    Attributes:
        kind: hip, valley, ridge or break.
        areas: ids of the two areas.
        dihedral: between the two planes, measured through the roof.
        line_pitch: of the shared line.
        plumb: between the edge of a member along the line and its plumb line.
        tilt: of the blade from square to the face, for boards that meet halfway.
        sides: one for each area.
    """

    kind: EdgeKind
    areas: tuple[str, str]
    dihedral: float
    line_pitch: float
    plumb: float
    tilt: float
    sides: tuple[SideCut, SideCut]


def _acute(value: float) -> float:
    return min(value, 180.0 - value)


def _side(plane: Plane, line: Vector) -> SideCut:
    level = unit(cross(UP, line)) if abs(line[2]) < 1 - 1e-12 else (1.0, 0.0, 0.0)
    across = unit(cross(plane.normal, line))
    plan_line = unit((line[0], line[1], 0.0))
    plan_fall = unit((plane.fall[0], plane.fall[1], 0.0))
    return SideCut(
        area=plane.id,
        mitre=_acute(angle(line, plane.fall)),
        jack_plumb=_acute(angle(plane.fall, UP)),
        jack_bevel=90.0 - _acute(angle(plan_fall, plan_line)),
        backing=_acute(angle(level, across)),
    )


def cut_between(kind: EdgeKind, first: Plane, second: Plane, line: Vector) -> Cut:
    """The cuts where two planes meet along ``line``."""
    between = angle(first.normal, second.normal)
    dihedral = 180.0 - between if kind != "valley" else 180.0 + between
    pitch = 90.0 - _acute(angle(line, UP))
    return Cut(
        kind=kind,
        areas=(first.id, second.id),
        dihedral=dihedral,
        line_pitch=pitch,
        plumb=90.0 - pitch,
        tilt=between / 2,
        sides=(_side(first, line), _side(second, line)),
    )


def cuts_of(planes: tuple[Plane, ...], edges: tuple[Edge, ...]) -> tuple[Cut, ...]:
    """One cut for every pair of areas and kind of meeting."""
    by_id = {plane.id: plane for plane in planes}
    found: dict[tuple[EdgeKind, tuple[str, str]], Cut] = {}
    for edge in edges:
        if edge.kind not in MET or not edge.other:
            continue
        pair = (min(edge.area, edge.other), max(edge.area, edge.other))
        if (edge.kind, pair) not in found:
            line = unit(minus(edge.end, edge.start))
            line = times(line, -1) if dot(line, UP) < 0 else line
            made = cut_between(edge.kind, by_id[pair[0]], by_id[pair[1]], line)
            found[(edge.kind, pair)] = made
    return tuple(found.values())
