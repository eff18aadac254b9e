# SPDX-License-Identifier: GPL-3.0-or-later
"""Wind and fixings as parts of the results."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.build_up.control import control_layers
from glacis.core.falls.found import Drained, Undrained
from glacis.core.falls.parts import DRAINED, falls_of
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls
from glacis.core.model.fixings import AreaFixings, Evidence
from glacis.core.model.geometry import Footprint
from glacis.core.model.layers import AirLayer, SolidLayer
from glacis.core.model.wind import Wind
from glacis.core.shape.parts import SHAPE
from glacis.core.shape.planes import Plane
from glacis.core.shape.shape import RoofShape
from glacis.core.wind.roofs import Line

if TYPE_CHECKING:
    from glacis.core.fixings.compared import SchoolFound, SchoolsRead
    from glacis.core.fixings.found import Fixed, SetPlaced
    from glacis.core.fixings.place_set import PlacedRead
    from glacis.core.fixings.placing import Ground
    from glacis.core.wind.loads import AreaLoads, AreaWind
    from glacis.core.wind.mapped import AreaMap, Book, Eaves
    from glacis.core.wind.met import Said
    from glacis.core.wind.roofs import Roof
    from glacis.core.wind.suction import Order
    from glacis.core.wind.suction import Part as WindPart

DEEP = 0.08
"""Members at least so deep carry the roof [m]; our judgement: battens are shallower."""
CAST = ("concrete",)
"""Families that are airtight by themselves; by common knowledge."""


def fixings_of(reader: Reader, area: str) -> AreaFixings | None:
    """What is stated about the fixings of an area; None for nothing."""
    stated = reader.once("fixings", lambda: {item.area: item for item in reader.project.fixings})
    return stated.get(area)


class RoofsRead(Struct, frozen=True):
    """What roofs as the wind meets them depend on.

    Attributes:
        areas: roof areas.
        shape: in space.
        footprints: whose eaves reach out.
    """

    areas: tuple[RoofArea, ...]
    shape: RoofShape
    footprints: tuple[Footprint, ...]


class RoofsMet(Struct, frozen=True):
    """Roofs as the wind meets them, and eaves that reach out, by area."""

    roofs: "tuple[Roof, ...]"
    overhangs: "tuple[tuple[str, Eaves], ...]"


def _reads_roofs(reader: Reader, _subject: str) -> RoofsRead:
    project = reader.project
    return RoofsRead(project.areas, reader.value(SHAPE, WHOLE), project.footprints)


def _roofs(read: RoofsRead) -> RoofsMet:
    from glacis.core.wind.met import overhangs_of
    from glacis.core.wind.roofs import roofs_of

    planes = {plane.id: plane for plane in read.shape.planes}
    roofs = roofs_of(read.areas, planes, read.shape.edges)
    return RoofsMet(roofs, tuple(overhangs_of(read.areas, read.footprints).items()))


ROOFS = Part("roofs in the wind", _reads_roofs, _roofs)
"""Areas gathered to roofs without what goes through them: the same wherever a rooflight sits."""


class MapsRead(Struct, frozen=True):
    """What zones of all winds depend on.

    Attributes:
        book: by which they are measured.
        roofs: as the wind meets them.
        overhangs: eaves that reach out, by area.
    """

    book: "Book"
    roofs: "tuple[Roof, ...]"
    overhangs: "tuple[tuple[str, Eaves], ...]"


def _reads_maps(reader: Reader, _subject: str) -> MapsRead | None:
    wind = reader.project.wind
    if wind.basis == "unstated":
        return None
    from glacis.core.wind.mapped import Book

    book = Book(wind.basis, wind.edition, wind.ground)
    met = reader.value(ROOFS, WHOLE)
    return MapsRead(book, met.roofs, met.overhangs)


def _maps(read: MapsRead | None) -> "dict[str, AreaMap]":
    if read is None:
        return {}
    from glacis.core.wind.mapped import map_of

    overhangs = dict(read.overhangs)
    return {
        mapped.area: mapped for roof in read.roofs for mapped in map_of(read.book, roof, overhangs)
    }


MAPS = Part("zones of all winds", _reads_maps, _maps, lambda found: 32 * 1024 * (1 + len(found)))
"""Zones of every wind on every area, whatever its speed; empty where nobody stated the wind."""


class LoadsRead(Struct, frozen=True):
    """What figures of the wind on an area depend on.

    Attributes:
        wind: as stated.
        mapped: zones of all winds on it.
        fixings: about parapets and eaves of the areas of its roof.
        walls: height of the parapet by area, as Falls has it [m].
        lines: edges in plan that parapets are stated for.
        airtight: ids of areas whose covering the air inside does not reach.
        elevation: of the site [m].
    """

    wind: Wind
    mapped: "AreaMap"
    fixings: "tuple[Said, ...]"
    walls: tuple[tuple[str, float], ...]
    lines: tuple[tuple[str, Line], ...]
    airtight: frozenset[str]
    elevation: float


def _walls(reader: Reader) -> tuple[tuple[str, float], ...]:
    return tuple(
        (falls.area, falls.upstand) for falls in reader.project.falls if falls.parapet is not None
    )


def _airtight(reader: Reader) -> frozenset[str]:
    """Areas with an airtight layer stated beneath their covering, or a cast slab."""
    found = set()
    for area in reader.project.areas:
        stated = fixings_of(reader, area.id)
        layers = reader.assembly(area).layers
        named = stated.airtight if stated is not None else ""
        place = next((k for k, layer in enumerate(layers) if layer.id == named), None)
        if place is not None:
            if place < len(layers) - 1:
                found.add(area.id)
            continue
        for layer in layers:
            material = reader.known.materials.get(getattr(layer, "material", ""))
            if material is not None and material.family in CAST:
                found.add(area.id)
    return frozenset(found)


def _said(reader: Reader) -> "dict[str, Said]":
    from glacis.core.wind.met import Said

    return {
        item.area: Said(
            item.area, item.parapet, tuple((edge.edge, edge.height) for edge in item.parapets), item.rounding,
            item.loaded,
        )
        for item in reader.project.fixings
    }  # fmt: skip


def _reads_loads(reader: Reader, subject: str) -> LoadsRead | None:
    mapped = reader.value(MAPS, WHOLE).get(subject)
    if mapped is None:
        return None
    project = reader.project
    said = reader.once("said to the wind", lambda: _said(reader))
    walls = dict(reader.once("walls to the wind", lambda: _walls(reader)))
    mates = set(mapped.mates)
    stated = {edge for mate in mates if mate in said for edge, _ in said[mate].parapets}
    lines: tuple[tuple[str, Line], ...] = ()
    if stated:
        edges = reader.value(SHAPE, WHOLE).edges
        lines = tuple(
            (edge.id, (edge.start[:2], edge.end[:2])) for edge in edges if edge.id in stated
        )
    airtight = reader.once("airtight areas", lambda: _airtight(reader))
    return LoadsRead(
        project.wind, mapped, tuple(said[mate] for mate in mapped.mates if mate in said),
        tuple((mate, walls[mate]) for mate in mapped.mates if mate in walls), lines, airtight & mates,
        project.site.elevation,
    )  # fmt: skip


def _loads(read: LoadsRead | None) -> "AreaLoads | None":
    if read is None:
        return None
    from glacis.core.wind.loads import loads_on
    from glacis.core.wind.met import told_of

    return loads_on(read.wind, read.mapped, told_of(read), read.elevation)


LOADS = Part("figures of the wind", _reads_loads, _loads)
"""Figures of every zone of every wind on an area; None where nobody stated the wind."""


class PartedRead(Struct, frozen=True):
    """What parts of an area by the worst wind depend on.

    Attributes:
        mapped: zones of all winds.
        order: which are worse than which.
        plane: of the area, with what goes through it.
    """

    mapped: "AreaMap"
    order: "Order"
    plane: Plane


def _reads_parted(reader: Reader, subject: str) -> PartedRead | None:
    loads = reader.value(LOADS, subject)
    if loads is None:
        return None
    from glacis.core.wind.loads import order_of

    plane = next(plane for plane in reader.value(SHAPE, WHOLE).planes if plane.id == subject)
    return PartedRead(reader.value(MAPS, WHOLE)[subject], order_of(loads), plane)


def _parted(read: PartedRead | None) -> "tuple[WindPart, ...]":
    if read is None:
        return ()
    from glacis.core.wind.roofs import cut_of
    from glacis.core.wind.suction import parted

    return parted([part.shape for part in read.mapped.zones], read.order, cut_of(read.plane))


PARTED = Part("worst of all winds", _reads_parted, _parted)
"""What each group of zones governs; the same as long as the same winds are worse than others."""


class WindRead(Struct, frozen=True):
    """What the wind on an area is put together from."""

    mapped: "AreaMap"
    loads: "AreaLoads"
    parts: "tuple[WindPart, ...]"


def _reads_wind(reader: Reader, subject: str) -> WindRead | None:
    loads = reader.value(LOADS, subject)
    if loads is None:
        return None
    return WindRead(reader.value(MAPS, WHOLE)[subject], loads, reader.value(PARTED, subject))


def _wind(read: WindRead | None) -> "AreaWind":
    from glacis.core.wind.loads import AreaWind, area_wind, order_of

    if read is None:
        return AreaWind()
    return area_wind(read.mapped, read.loads, order_of(read.loads), read.parts)


WIND = Part("wind", _reads_wind, _wind)
"""Wind on an area; without zones where nobody stated it."""


def wind_of(reader: Reader, area: str) -> "AreaWind":
    """Wind on an area; without zones where nobody stated it."""
    return reader.value(WIND, area)


class GroundRead(Struct, frozen=True):
    """What zones made ready to be placed on depend on."""

    area: RoofArea
    parts: "tuple[WindPart, ...]"


def _reads_ground(reader: Reader, subject: str) -> GroundRead | None:
    parts = reader.value(PARTED, subject)
    return GroundRead(reader.area(subject), parts) if parts else None


def _ground(read: GroundRead | None) -> "Ground | None":
    if read is None:
        return None
    from glacis.core.fixings.placing import ground_of

    return ground_of(read.parts, read.area)


GROUND = Part("ground of fixings", _reads_ground, _ground)
"""Zones of an area made ready to be placed on; None where nobody stated the wind."""


def factor_of(wind: Wind) -> float:
    """Design load over the load at service level [-]."""
    return 1 / 0.6 if wind.basis == "asce" else wind.factor


def rafters_of(layers: tuple[LayerData, ...]) -> float:
    """Spacing of the outermost members that carry [m]; 0 where there are none."""
    found = [
        layer.frame.spacing
        for layer in layers
        if layer.frame is not None and layer.thickness >= DEEP
    ]
    return found[-1] if found else 0.0


def _spacing(reader: Reader, area: RoofArea) -> float:
    found = 0.0
    for layer in reader.assembly(area).layers:
        if isinstance(layer, SolidLayer | AirLayer) and layer.framing and layer.thickness >= DEEP:
            found = layer.framing.spacing
    return found


def _reads_placed(reader: Reader, subject: str) -> "PlacedRead | None":
    stated = fixings_of(reader, subject)
    if stated is None or not stated.sets:
        return None
    from glacis.core.fixings.held import Against
    from glacis.core.fixings.place_set import PlacedRead

    substrates = {item.substrate for item in stated.sets if item.substrate}
    tests = tuple(test for test in reader.project.pull_outs if test.substrate in substrates)
    area = reader.area(subject)
    return PlacedRead(
        stated.sets,
        Against(
            area, wind_of(reader, subject).zones, tests, factor_of(reader.project.wind), _spacing(reader, area),
            stated.share, reader.value(GROUND, subject),
        ),
    )  # fmt: skip


def _placed(read: "PlacedRead | None") -> "tuple[SetPlaced, ...]":
    if read is None:
        return ()
    from glacis.core.fixings.place_set import sets_placed

    return sets_placed(read)


def _weigh(found: "tuple[SetPlaced, ...]") -> int:
    return 8 * 1024 + 150 * sum(
        len(each.placed.points) for each in found if each.placed is not None
    )


SETS_PLACED = Part("fixings placed", _reads_placed, _placed, _weigh)
"""Sets of an area, solved for its zones and placed."""


class FixedRead(Struct, frozen=True):
    """What is held down depends on.

    Attributes:
        area: the roof area.
        stated: about its fixings; None for nothing.
        wind: on it.
        basis: how the wind is stated.
        sets: solved and placed.
        layers: of the build-up.
        airtight: id of the airtight layer as read; empty for the covering.
        reaches: whether the air inside presses on the covering.
        drained: falls that make a taper.
        slope: length of the slope [m].
        evidence: of the project.
    """

    area: RoofArea
    stated: AreaFixings | None
    wind: "AreaWind"
    basis: Wind
    sets: "tuple[SetPlaced, ...]"
    layers: tuple[LayerData, ...]
    closed: tuple[str, ...]
    drained: Drained | Undrained | None
    falls: Falls | None
    slope: float
    evidence: tuple[Evidence, ...]


def _reads_fixed(reader: Reader, subject: str) -> FixedRead | None:
    stated = fixings_of(reader, subject)
    if stated is None:
        return None
    project, area = reader.project, reader.area(subject)
    layers = reader.value(THERMAL, subject).layers
    _, air, vapour, _ = (thread.layers for thread in control_layers(layers))
    closed = tuple(dict.fromkeys(layers[k].id for k in (*air, *vapour)))
    plane = next(plane for plane in reader.value(SHAPE, WHOLE).planes if plane.id == subject)
    falls = falls_of(reader, subject)
    return FixedRead(
        area, stated, wind_of(reader, subject), project.wind, reader.value(SETS_PLACED, subject), layers, closed,
        reader.value(DRAINED, subject) if falls is not None else None, falls, plane.rafter, project.evidence,
    )  # fmt: skip


def _fixed(read: FixedRead | None) -> "Fixed | None":
    if read is None:
        return None
    from glacis.core.fixings.fixed import fixed

    return fixed(read)


FIXED = Part("fixings", _reads_fixed, _fixed)
"""What holds an area down; None where nothing is stated about it."""


def _reads_schools(reader: Reader, subject: str) -> "SchoolsRead | None":
    wind = wind_of(reader, subject)
    if not wind.zones:
        return None
    from glacis.core.fixings.compared import SchoolsRead
    from glacis.core.fixings.fixed import loads_of
    from glacis.core.fixings.held import Against

    stated = fixings_of(reader, subject) or AreaFixings(area=subject)
    area, thermal = reader.area(subject), reader.value(THERMAL, subject)
    against = Against(
        area, wind.zones, (), factor_of(reader.project.wind), _spacing(reader, area), stated.share,
        reader.value(GROUND, subject),
    )  # fmt: skip
    loads = loads_of(thermal.layers, stated, wind, reader.project.wind, area.pitch)
    return SchoolsRead(
        against, thermal.layers, loads, thermal.heat.resistance, thermal.heat.counted
    )


def _schools(read: "SchoolsRead | None") -> "tuple[SchoolFound, ...]":
    if read is None:
        return ()
    from glacis.core.fixings.compared import compared

    return compared(read)


SCHOOLS = Part("schools of fixing", _reads_schools, _schools)
"""An area held by every school that its build-up takes, in the same wind."""
