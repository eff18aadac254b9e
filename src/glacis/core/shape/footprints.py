# SPDX-License-Identifier: GPL-3.0-or-later
"""From footprints to roof areas: what each edge raises, and areas that follow their footprint."""

from collections import defaultdict
from collections.abc import Iterator
from math import atan2, degrees

from msgspec.structs import replace

from glacis.core.model.document import Project, RoofArea
from glacis.core.model.geometry import Footprint, FootprintEdge, Grown, Hole, Point
from glacis.core.model.lookup import by_id, fresh_id, turning
from glacis.core.model.validate import LEAST_AREA
from glacis.core.shape.overhangs import reached, run_of, start_of
from glacis.core.shape.rims import Band, Rim
from glacis.core.shape.vectors import Vector
from glacis.core.shape.wavefront import RoofFace, roof_over

WALL = 90.0
"""Pitch of what stands upright [°], by definition."""
SIDES = (
    "north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west",
)  # fmt: skip
LOWEST_TOP = 5.0
"""Pitch [°] up to which a level top keeps the fall that was stated for it; our judgement: more is a plane
of its own."""


def bands_of(edge: FootprintEdge, lowest: float) -> tuple[Band, ...]:
    """What rises from an edge, upright from ``lowest`` [m] to where its plane begins."""
    bands = []
    if edge.kind == "eaves":
        start = start_of(edge)
        if start > lowest:
            bands.append(Band(lowest, WALL))
        bands.append(Band(start, edge.pitch))
    else:
        bands.append(Band(lowest, WALL))
    return (*bands, *(Band(brk.start, brk.pitch) for brk in edge.breaks))


def rims_of(footprint: Footprint) -> tuple[tuple[Rim, ...], ...]:
    """Edges with their overhangs, and what rises from them, heights from the footprint's level."""
    edges = [edge for loop in footprint.loops for edge in loop.edges]
    lowest = min((start_of(edge) for edge in edges if edge.kind == "eaves"), default=0.0)
    return tuple(
        tuple(
            Rim(at, bands_of(edge, lowest))
            for at, edge in zip(reached(loop), loop.edges, strict=True)
        )
        for loop in footprint.loops
    )


def faces_of(footprint: Footprint) -> tuple[RoofFace, ...]:
    """The planes of a footprint, heights from its level.

    Raises:
        RoofRefused: where they do not close.
    """
    rims = rims_of(footprint)
    flat = all(rim.bands[0].pitch >= WALL and len(rim.bands) == 1 for loop in rims for rim in loop)
    return roof_over(rims, 0.0 if flat and footprint.top is None else footprint.top)


def _links(footprint: Footprint, faces: tuple[RoofFace, ...]) -> Iterator[tuple[Grown, RoofFace]]:
    edges = [edge for edge, _ in footprint.sides]
    rims = [rim for loop in rims_of(footprint) for rim in loop]
    counts: dict[tuple[str, int], int] = defaultdict(int)
    for face in faces:
        if turning(_in_plan(face.corners)) < LEAST_AREA:
            continue
        edge, band = "", 0
        if face.rim >= 0:
            edge = edges[face.rim].id
            walls = sum(b.pitch >= WALL for b in rims[face.rim].bands[: face.band])
            band = face.band - walls + int(edges[face.rim].kind != "eaves")
        yield Grown(source=footprint.id, edge=edge, band=band, piece=counts[edge, band]), face
        counts[edge, band] += 1


def _facing(footprint: Footprint, edge: str) -> float:
    """Direction that the right side of an edge faces, clockwise from north [°]."""
    found, end = footprint.side(edge)
    return degrees(atan2(end[1] - found.at[1], found.at[0] - end[0])) % 360


def side_name(azimuth: float) -> str:
    """The nearest of eight directions."""
    return SIDES[round(azimuth / 45.0) % 8]


def alike(footprint: Footprint, edge_id: str) -> frozenset[str]:
    """Ids of the edges that raise one plane together: in one line and stated alike."""
    lines = {}
    for edge, end in footprint.sides:
        run = run_of(edge.at, end)
        reach = edge.at[0] * -run[1] + edge.at[1] * run[0]
        stated = (
            edge.kind,
            edge.pitch,
            edge.overhang,
            edge.rise,
            edge.breaks,
        )
        lines[edge.id] = (round(run[0], 6), round(run[1], 6), round(reach, 4), stated)
    return frozenset(name for name, line in lines.items() if line == lines[edge_id])


def _in_plan(ring: tuple[Vector, ...]) -> tuple[Point, ...]:
    return tuple((x, y) for x, y, _ in ring)


def _placed(area: RoofArea, footprint: Footprint, face: RoofFace) -> RoofArea:
    """An area as its face now lies."""
    link = area.grown
    outline = _in_plan(face.corners)
    level = footprint.level + min(z for _, _, z in face.corners)
    courts = tuple(Hole(outline=_in_plan(ring)) for ring in face.holes)
    holes = (*courts, *(hole for hole in area.holes if hole.by))
    if face.rim < 0 or link is None:
        pitch = area.pitch if area.pitch <= LOWEST_TOP else 0.0
        return replace(area, outline=outline, level=level, holes=holes, pitch=pitch)
    edge, _ = footprint.side(link.edge)
    pitch = edge.breaks[link.band - 1].pitch if link.band else edge.pitch
    return replace(
        area, outline=outline, level=level, holes=holes, pitch=pitch,
        azimuth=_facing(footprint, link.edge),
    )  # fmt: skip


def _fresh_name(footprint: Footprint, link: Grown, azimuth: float, taken: set[str]) -> str:
    edges = [edge for edge, _ in footprint.sides]
    strips = max(len(edge.breaks) for edge in edges)
    words = "slope"
    if link.band:
        words = "upper slope" if strips == 1 else f"slope, strip {link.band + 1}"
    stem = f"{footprint.name}, {side_name(azimuth)} {words}" if link.edge else footprint.name
    if not link.edge and any(edge.kind == "eaves" for edge in edges):
        stem += ", level top"
    return fresh_id(taken, stem, " ")


def _like(footprint: Footprint, link: Grown, areas: tuple[RoofArea, ...]) -> RoofArea | None:
    """An area of the same roof whose build-up and rooms a new one takes over."""
    own = [a for a in areas if a.grown and a.grown.source == footprint.id]
    same = [a for a in own if a.grown and bool(a.grown.edge) == bool(link.edge)]
    level = [a for a in same if a.grown and a.grown.band == link.band]
    return next(iter([*level, *same, *own]), None)


Built = tuple[str, str]
"""Ids of the build-up and the rooms of a new area."""


def _new_area(
    footprint: Footprint, link: Grown, areas: tuple[RoofArea, ...], built: Built
) -> RoofArea:
    like = _like(footprint, link, areas)
    assembly, zone = (like.assembly, like.zone) if like else built
    azimuth = _facing(footprint, link.edge) if link.edge else 180.0
    stem = f"{footprint.id}-{link.edge or 'top'}" + (f"-{link.band + 1}" if link.band else "")
    return RoofArea(
        id=fresh_id({a.id for a in areas}, stem),
        name=_fresh_name(footprint, link, azimuth, {a.name for a in areas}),
        outline=(), pitch=0.0, azimuth=azimuth, level=0.0, assembly=assembly, zone=zone,
        target_u=like.target_u if like else None, grown=link,
    )  # fmt: skip


def _place(link: Grown) -> tuple[str, int, int]:
    """Which plane of its footprint a link means, whatever else a newer program noted in it."""
    return link.edge, link.band, link.piece


def regrow(project: Project, footprint_id: str, built: Built = ("", "")) -> Project:
    """The project with the areas of a footprint as its planes now lie.

    Areas keep their name, build-up and rooms as long as their plane is there; what vanished is
    removed, and new planes take over what their neighbours have, the first ones ``built``.

    Raises:
        RoofRefused: where the planes do not close.
    """
    footprint = by_id(project.footprints, footprint_id, "footprint", "The change")
    known = {
        _place(a.grown): a for a in project.areas if a.grown and a.grown.source == footprint_id
    }
    made: list[RoofArea] = []
    placed: dict[str, RoofArea] = {}
    for link, face in _links(footprint, faces_of(footprint)):
        area = known.get(_place(link))
        if area is None:
            new = _new_area(footprint, link, (*project.areas, *made), built)
            made.append(_placed(new, footprint, face))
        else:
            placed[area.id] = _placed(area, footprint, face)
    areas = []
    for area in project.areas:
        if area.grown is None or area.grown.source != footprint_id:
            areas.append(area)
        elif area.id in placed:
            areas.append(placed[area.id])
    return replace(project, areas=(*areas, *made))
