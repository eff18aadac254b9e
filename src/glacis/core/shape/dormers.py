# SPDX-License-Identifier: GPL-3.0-or-later
"""Dormers: small roofs set on a plane, cut where they run into it, and the hole they stand over."""

from math import cos, radians, sin, tan

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.geometry import Dormer, Grown, Point
from glacis.core.model.lookup import fresh_id
from glacis.core.shape.planes import plane_of


class Piece(Struct, frozen=True):
    """A plane of a dormer: its name, outline in plan [m], direction [°] and lowest level [m]."""

    name: str
    outline: tuple[Point, ...]
    azimuth: float
    level: float


class DormerShape(Struct, frozen=True):
    """A dormer in place: its planes and the part of the plane below that they stand over [m]."""

    pieces: tuple[Piece, ...]
    base: tuple[Point, ...]


def dormer_shape(dormer: Dormer, host: RoofArea) -> DormerShape:
    """The planes of a dormer on its area.

    With α the pitch of the area and β that of the dormer, its wall *h* high and *b* wide: the
    eaves of a gable run back *h*/tan α until they meet the area, its ridge (*h* + *b*/2·tan β)/tan α;
    a shed runs back *h*/(tan α − tan β). All in plan.

    Raises:
        ValueRefused: where its planes would never run into the area.
    """
    where = f"dormer '{dormer.name}'"
    rise, own = tan(radians(host.pitch)), tan(radians(dormer.pitch))
    turn = radians(host.azimuth)
    down, along = (sin(turn), cos(turn)), (-cos(turn), sin(turn))
    half, plane = dormer.width / 2, plane_of(host)

    def place(right: float, back: float) -> Point:
        x, y = dormer.at
        return (
            x + along[0] * right - down[0] * back,
            y + along[1] * right - down[1] * back,
        )

    eaves = plane.height(*dormer.at) + dormer.wall
    if dormer.form == "shed":
        if host.pitch - dormer.pitch < 0.5:
            raise ValueRefused(
                f"{where}, pitch", dormer.pitch, f"flatter than its roof of {host.pitch:g}°"
            )
        back = dormer.wall / (rise - own)
        base = (place(-half, 0), place(half, 0), place(half, back), place(-half, back))
        return DormerShape((Piece("roof", base, host.azimuth, eaves),), base)
    if host.pitch < 1:
        raise ValueRefused(f"{where}, pitch of its roof", host.pitch, "1° or more")
    side, ridge = dormer.wall / rise, (dormer.wall + half * own) / rise
    front, top = place(0, 0), place(0, ridge)
    left = (place(-half, 0), front, top, place(-half, side))
    right = (front, place(half, 0), place(half, side), top)
    return DormerShape(
        (
            Piece("left", left, (host.azimuth + 90) % 360, eaves),
            Piece("right", right, (host.azimuth - 90) % 360, eaves),
        ),
        (place(-half, 0), place(half, 0), place(half, side), top, place(-half, side)),
    )


def _fresh_area(dormer: Dormer, piece: Piece, host: RoofArea, taken: set[str]) -> RoofArea:
    """A new area for a piece of a dormer, built as the roof below it; it is put in place after."""
    words = dormer.name if piece.name == "roof" else f"{dormer.name}, {piece.name}"
    return RoofArea(
        id=fresh_id(taken, f"{dormer.id}-{piece.name}"), name=words, outline=(), pitch=0.0,
        azimuth=0.0, level=0.0, assembly=host.assembly, zone=host.zone,
        target_u=host.target_u, grown=Grown(source=dormer.id, edge=piece.name),
    )  # fmt: skip


def regrow_dormer(project: Project, dormer: Dormer, host: RoofArea) -> Project:
    """The project with the areas of a dormer where they now lie; new ones are built as its roof."""
    shape = dormer_shape(dormer, host)
    own = {a.grown.edge: a for a in project.areas if a.grown and a.grown.source == dormer.id}
    taken = {a.id for a in project.areas}
    placed: dict[str, RoofArea] = {}
    made: list[RoofArea] = []
    for piece in shape.pieces:
        area = own.get(piece.name)
        if area is None:
            area = _fresh_area(dormer, piece, host, taken)
            made.append(area)
        placed[area.id] = replace(
            area, outline=piece.outline, pitch=dormer.pitch, azimuth=piece.azimuth,
            level=piece.level,
        )  # fmt: skip
    gone = {area.id for area in own.values()} - placed.keys()
    kept = [placed.get(a.id, a) for a in project.areas if a.id not in gone]
    return replace(project, areas=(*kept, *(placed[a.id] for a in made)))
