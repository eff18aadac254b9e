# SPDX-License-Identifier: GPL-3.0-or-later
"""Outlines out of GeoJSON (RFC 7946): polygons with their holes, alone or as features."""

from collections.abc import Iterator
from math import cos, radians
from pathlib import Path
from typing import Any

import msgspec

from glacis.core.model.geometry import Point
from glacis.core.shape.drawn import Found, FoundLoop
from glacis.files.errors import FileRefused
from glacis.files.reading import MEBI, read_whole

LARGEST = 32 * MEBI
DEGREE = 111_320.0
"""Metres to a degree of latitude, and of longitude at the equator."""
LAYER_KEYS = ("layer", "building", "type")


def _polygons(node: Any, properties: dict[str, Any]) -> Iterator[tuple[Any, dict[str, Any]]]:
    if not isinstance(node, dict):
        return
    kind = node.get("type")
    if kind == "FeatureCollection":
        for feature in _listed(node, "features"):
            yield from _polygons(feature, {})
    elif kind == "Feature":
        yield from _polygons(node.get("geometry"), node.get("properties") or {})
    elif kind == "GeometryCollection":
        for geometry in _listed(node, "geometries"):
            yield from _polygons(geometry, properties)
    elif kind == "MultiPolygon":
        for rings in _listed(node, "coordinates"):
            yield rings, properties
    elif kind == "Polygon":
        yield _listed(node, "coordinates"), properties


def _listed(node: dict[str, Any], key: str) -> list[Any]:
    """What is listed at a key; nothing where that is no list."""
    found = node.get(key)
    return found if isinstance(found, list) else []


def _ring(path: Path, ring: Any) -> tuple[Point, ...]:
    try:
        points = tuple((float(p[0]), float(p[1])) for p in ring)
    except (TypeError, ValueError, IndexError, KeyError, OverflowError) as fault:
        raise FileRefused(path, "", "rings of pairs of numbers", f"{ring!r}"[:80]) from fault
    if len(points) > 1 and points[0] == points[-1]:
        points = points[:-1]
    if len(points) < 3:
        raise FileRefused(path, "", "rings of three corners or more", f"{len(points)}")
    return points


def _layer(properties: Any) -> str:
    if not isinstance(properties, dict):
        return "polygons"
    return next((str(properties[key]) for key in LAYER_KEYS if properties.get(key)), "polygons")


def read_geojson(path: Path) -> Found:
    """The polygons of a file, degrees of longitude and latitude turned to metres about its middle.

    Raises:
        FileRefused: for what is no GeoJSON or holds no polygon.
    """
    try:
        data = msgspec.json.decode(read_whole(path, LARGEST, "a GeoJSON file"))
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as fault:
        raise FileRefused(path, "", "a GeoJSON file", str(fault)) from fault
    loops: list[FoundLoop] = []
    for rings, properties in _polygons(data, {}):
        name = str(properties.get("name") or "") if isinstance(properties, dict) else ""
        for number, ring in enumerate(rings if isinstance(rings, list) else ()):
            outline = _ring(path, ring)
            loops.append(FoundLoop(_layer(properties), outline, 0.0, "" if number else name))
    if not loops:
        raise FileRefused(path, "", "at least one polygon", "none")
    if _in_degrees(loops):
        return Found(_in_metres(loops), unit=1.0, notes=("degrees turned to metres",))
    return Found(tuple(loops))


def _in_degrees(loops: list[FoundLoop]) -> bool:
    """Whether all corners may be longitude and latitude, and lie close enough for one roof."""
    xs = [x for loop in loops for x, _ in loop.outline]
    ys = [y for loop in loops for _, y in loop.outline]
    in_range = max(map(abs, xs)) <= 180 and max(map(abs, ys)) <= 90
    return in_range and max(xs) - min(xs) < 0.05 and max(ys) - min(ys) < 0.05


def _in_metres(loops: list[FoundLoop]) -> tuple[FoundLoop, ...]:
    xs = [x for loop in loops for x, _ in loop.outline]
    ys = [y for loop in loops for _, y in loop.outline]
    x0, y0 = min(xs), min(ys)
    east = DEGREE * cos(radians((min(ys) + max(ys)) / 2))
    return tuple(
        FoundLoop(
            loop.layer, tuple(((x - x0) * east, (y - y0) * DEGREE) for x, y in loop.outline),
            loop.level, loop.name,
        )
        for loop in loops
    )  # fmt: skip
