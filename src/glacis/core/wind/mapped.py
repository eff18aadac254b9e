# SPDX-License-Identifier: GPL-3.0-or-later
"""Zones of every wind on every area, measured once for the form of a roof: they ask neither speed nor parapet."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.model.wind import Basis, Edition
from glacis.core.wind.asce_zones import asce_zones
from glacis.core.wind.en_zones import Zone, en_zones, plan_of
from glacis.core.wind.flat import SLIVER, Shape, common, joined, less
from glacis.core.wind.outline import Side
from glacis.core.wind.roofs import Face, Line, Roof


class Book(Struct, frozen=True):
    """By which book zones are measured, and from where up.

    Attributes:
        basis: of the wind.
        edition: of ASCE 7.
        ground: level of the ground [m].
    """

    basis: Basis
    edition: Edition = "7-16"
    ground: float = 0.0


class MapZone(Struct, frozen=True):
    """A part of an area that one wind treats alike.

    Attributes:
        zone: as measured.
        shape: in plan, of shapely.
        out: whether it reaches out over a wall.
    """

    zone: Zone
    shape: Shape
    out: bool


class AreaMap(Struct, frozen=True):
    """Zones of all winds on one area.

    Attributes:
        area: its id.
        zones: of all winds; they lie over each other.
        sides: of the outline of its roof.
        slope: true area over plan area [-].
        base: h that zones are measured with [m].
        flat: whether all of its roof is.
        mates: ids of the areas of its roof.
        refused: in words, why there are none; empty where there are.
    """

    area: str
    zones: tuple[MapZone, ...] = ()
    sides: tuple[Side, ...] = ()
    slope: float = 1.0
    base: float = 0.0
    flat: bool = False
    mates: tuple[str, ...] = ()
    refused: str = ""


Eaves = tuple[tuple[Line, float], ...]
"""Lines in plan and how far they reach out [m]."""
Overhangs = dict[str, Eaves]
"""Eaves that reach out, by area."""


def _over(overhangs: Eaves) -> Shape:
    """Strips that reach out over the walls."""
    from shapely import LineString, Polygon

    bands = [
        LineString(line).buffer(reach, cap_style="flat") for line, reach in overhangs if reach > 0
    ]
    return joined(bands) if bands else Polygon()


def _parts(zone: Zone, over: Shape) -> Iterator[MapZone]:
    """A zone without and with a wall's wind below it."""
    if over.is_empty:
        yield MapZone(zone, zone.shape, False)
        return
    for part, out in ((less(zone.shape, over), False), (common(zone.shape, over), True)):
        if part.area > SLIVER:
            yield MapZone(zone, part, out)


def _base(book: Book, roof: Roof) -> float:
    asce = book.basis == "asce"
    base = (roof.mean if asce else roof.top) - book.ground
    if not base > 0:
        words = "mean roof height above ground" if asce else "height of the roof above ground"
        raise ValueRefused(words, f"{base:g} m", "more than 0 m")
    return base


def map_of(book: Book, roof: Roof, overhangs: Overhangs) -> tuple[AreaMap, ...]:
    """Zones of every area of a roof; what the book refuses is told of each.

    Args:
        book: by which they are measured.
        roof: as the wind meets it.
        overhangs: of its areas.
    """
    mates = tuple(face.area for face in roof.faces)
    try:
        base = _base(book, roof)
        shown = (
            roof
            if book.basis != "stated"
            else Roof(tuple(map(_flattened, roof.faces)), roof.top, roof.foot)
        )
        plan = plan_of(shown)
        zones = tuple(
            asce_zones(plan, base, book.edition) if book.basis == "asce" else en_zones(plan, base)
        )
    except GlacisError as refused:
        return tuple(AreaMap(area, mates=mates, refused=str(refused)) for area in mates)
    counts = book.basis == "en"
    found = []
    for face in roof.faces:
        over = _over(overhangs.get(face.area, ()) if counts else ())
        mine = tuple(
            part for zone in zones if zone.area == face.area for part in _parts(zone, over)
        )
        found.append(AreaMap(face.area, mine, plan.sides, _slope(face), base, roof.is_flat, mates))
    return tuple(found)


def _slope(face: Face) -> float:
    east, north = face.gradient
    return float((1 + east**2 + north**2) ** 0.5)


def _flattened(face: Face) -> Face:
    return Face(
        face.area,
        "flat",
        face.pitch,
        face.azimuth,
        face.rings,
        face.meetings,
        face.gradient,
    )
