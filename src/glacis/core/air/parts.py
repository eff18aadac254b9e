# SPDX-License-Identifier: GPL-3.0-or-later
"""Air as parts of the results: all of an area while a vent is dragged, its day beside it."""

from typing import TYPE_CHECKING

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.found import Aired, AirRead, BaysRead, Beside, Laid, over_breaks
from glacis.core.air.path import AirWay, way_of
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.model.air import Air
from glacis.core.model.document import ApproachId, RoofArea

if TYPE_CHECKING:
    from glacis.core.air.day import AirDay
    from glacis.core.air.meshes import MeshPrice
    from glacis.core.shape.edges import Edge

# Shape, compiler and geometry library are imported where a roof has vents: the window opens without.

JOINED = ("ridge", "hip", "valley", "break", "seam")
"""Kinds of edge over which areas share their air."""


class DayRead(Struct, frozen=True):
    """What a day of an area depends on."""

    read: AirRead | None
    aired: Aired | None


def air_of(reader: Reader, area: str) -> Air | None:
    """What is stated about the air of an area; None for nothing."""
    stated = reader.once("airs", lambda: {air.area: air for air in reader.project.airs})
    return stated.get(area)


def _edges(reader: Reader) -> "dict[str, list[Edge]]":
    """The edges of every area, gathered once for a document."""
    from glacis.core.shape.parts import SHAPE

    return reader.once("edges by area", reader.value(SHAPE, WHOLE).edges_by_area)


def _beside(reader: Reader, area: RoofArea) -> tuple[Beside, ...]:
    """The area and those that share its air under the same build-up, nearest first."""
    from glacis.core.shape.parts import SHAPE

    shape, edges = reader.value(SHAPE, WHOLE), _edges(reader)
    planes = reader.once("planes by area", lambda: {plane.id: plane for plane in shape.planes})
    queue, met = [area.id], {area.id}
    found = []
    while queue:
        name = queue.pop(0)
        stated = reader.area(name)
        found.append(Beside(stated, planes[name], tuple(edges[name]), air_of(reader, name)))
        for edge in edges[name]:
            beyond = edge.other
            if edge.kind not in JOINED or not beyond or beyond in met:
                continue
            if reader.area(beyond).assembly == area.assembly:
                met.add(beyond)
                queue.append(beyond)
    return tuple(found)


def _reads_bays(reader: Reader, subject: str) -> BaysRead | None:
    air = air_of(reader, subject)
    way = reader.value(AIR_WAY, subject).way
    if air is None or not way.vented:
        return None
    chain = over_breaks(_beside(reader, reader.area(subject)))
    plain = replace(way, depth=0.0, r_outside=0.0, r_inside=0.0, e_top=0.9, e_bottom=0.9)
    return BaysRead(air, chain, plain, reader.project.air_values)


def _bays(read: BaysRead | None) -> Laid | None:
    if read is None:
        return None
    from glacis.core.air.aired import laid_out

    return laid_out(read)


def read_air(reader: Reader, subject: str, air: Air) -> AirRead:
    """What the air of an area depends on, with ``air`` stated about it."""
    area = reader.area(subject)
    thermal = reader.value(THERMAL, subject)
    project = reader.project
    return AirRead(
        area=area,
        air=air,
        layers=thermal.layers,
        approach=reader.assembly(area).approach,
        film=thermal.films.inside,
        beside=_beside(reader, area),
        site=project.site,
        below=reader.zone(area).temperature,
        values=project.air_values,
    )


class WayRead(Struct, frozen=True):
    """What the way of the air depends on where nothing is stated about it."""

    layers: tuple[LayerData, ...]
    approach: ApproachId
    pitch: float
    film: float
    air: Air | None
    kinds: frozenset[str]


class Unstated(Struct, frozen=True):
    """An area about whose air nothing needs to be stated yet: the way it would take, and kinds of its edges."""

    way: AirWay
    kinds: frozenset[str]


def _reads_way(reader: Reader, subject: str) -> WayRead:
    area, thermal = reader.area(subject), reader.value(THERMAL, subject)
    kinds = frozenset(edge.kind for edge in _edges(reader)[subject])
    return WayRead(
        thermal.layers, reader.assembly(area).approach, area.pitch, thermal.films.inside,
        air_of(reader, subject), kinds,
    )  # fmt: skip


def _way(read: WayRead) -> Unstated:
    way = way_of(read.layers, read.approach, read.pitch, read.air, read.film)
    return Unstated(way, read.kinds)


AIR_WAY = Part("ventilation way", _reads_way, _way)
"""The way that air takes or would take through an area, whether anything is stated about it or not."""


def _reads(reader: Reader, subject: str) -> AirRead | None:
    air = air_of(reader, subject)
    if air is None:
        return None
    return replace(read_air(reader, subject, air), laid=reader.value(BAYS, subject))


def _aired(read: AirRead | None) -> Aired | None:
    if read is None:
        return None
    from glacis.core.air.aired import aired

    return aired(read)


def _reads_day(reader: Reader, subject: str) -> DayRead:
    return DayRead(_reads(reader, subject), reader.value(AIRED, subject))


def _day(read: DayRead) -> "AirDay | None":
    if read.read is None or read.aired is None:
        return None
    from glacis.core.air.day import air_day

    return air_day(read.read, read.aired)


def _meshes(read: AirRead | None) -> "tuple[MeshPrice, ...]":
    if read is None:
        return ()
    from glacis.core.air.meshes import mesh_prices

    return mesh_prices(read)


AIR_MESHES = Part("ventilation meshes", _reads, _meshes)
"""What each screen would cost an area; none where nothing is stated about its air."""
BAYS = Part("ventilation bays", _reads_bays, _bays)
"""The bays of an area as geometry and vents alone have them."""
AIRED = Part("ventilation", _reads, _aired)
"""The air of an area; None where nothing is stated about it."""
AIR_DAY = Part("ventilation day", _reads_day, _day)
"""Its bays over a clear, still summer day; None where no air passes."""
