# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs for the wind: bare areas gathered as it meets them."""

from math import radians, tan
from types import SimpleNamespace

from shapely import MultiPolygon

from glacis.core.model.document import RoofArea
from glacis.core.shape.shape import shape_of
from glacis.core.wind.loads import Told, area_wind, loads_on, order_of
from glacis.core.wind.mapped import Book, map_of
from glacis.core.wind.roofs import cut_of, roofs_of
from glacis.core.wind.suction import parted


def area(name, outline, pitch=0.0, azimuth=180.0, level=5.0):
    """A bare roof area."""
    corners = tuple((float(x), float(y)) for x, y in outline)
    return RoofArea(
        id=name,
        name=name,
        outline=corners,
        pitch=pitch,
        azimuth=azimuth,
        level=level,
        assembly="",
        zone="",
    )


def gable(length, span, pitch, top):
    """Two planes with their ridge at a height."""
    half = span / 2
    foot = top - half * tan(radians(pitch))
    return (
        area("s", ((0, 0), (length, 0), (length, half), (0, half)), pitch, 180.0, foot),
        area("n", ((0, half), (length, half), (length, span), (0, span)), pitch, 0.0, foot),
    )


def told(kind):
    """Whole roofs by name."""
    if kind == "hip":
        return (
            area("s", ((0, 0), (20, 0), (16, 4), (4, 4)), 30.0, 180.0),
            area("n", ((16, 4), (20, 8), (0, 8), (4, 4)), 30.0, 0.0),
            area("w", ((0, 8), (0, 0), (4, 4)), 30.0, 270.0),
            area("e", ((20, 0), (20, 8), (16, 4)), 30.0, 90.0),
        )
    if kind == "trough":
        return (
            area("s", ((0, 0), (20, 0), (20, 4), (0, 4)), 30.0, 0.0),
            area("n", ((0, 4), (20, 4), (20, 8), (0, 8)), 30.0, 180.0),
        )
    steep = 2 * tan(radians(60.0))
    return (
        area("front", ((0, 0), (20, 0), (20, 2), (0, 2)), 60.0, 180.0, 8.0 - steep),
        area("top", ((0, 2), (20, 2), (20, 10), (0, 10)), 0.0, 180.0, 8.0),
        area("back", ((0, 10), (20, 10), (20, 12), (0, 12)), 60.0, 0.0, 8.0 - steep),
    )


def shape_in(areas):
    """Areas in space."""
    return shape_of(SimpleNamespace(areas=tuple(areas), footprints=(), openings=(), dormers=()))


def roofs_in(areas):
    """Areas gathered to roofs."""
    shape = shape_in(areas)
    return roofs_of(tuple(areas), {plane.id: plane for plane in shape.planes}, shape.edges)


def met(wind, areas, said=None, overhangs=None):
    """Wind on every area."""
    told = {each.id: (said or {}).get(each.id, Told()) for each in areas}
    book = Book(wind.basis, wind.edition, wind.ground)
    cuts = {plane.id: cut_of(plane) for plane in shape_in(areas).planes}
    found = {}
    for roof in roofs_in(areas):
        for mapped in map_of(book, roof, overhangs or {}):
            loads = loads_on(wind, mapped, told)
            order = order_of(loads)
            parts = parted([part.shape for part in mapped.zones], order, cuts[mapped.area])
            found[mapped.area] = area_wind(mapped, loads, order, parts)
    return found


def shapes(found):
    """Zones of an area as shapes."""
    return [
        MultiPolygon([(rings[0], rings[1:]) for rings in zone.polygons]) for zone in found.zones
    ]
