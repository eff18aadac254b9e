# SPDX-License-Identifier: GPL-3.0-or-later
"""Falls as parts of the results: the plan once for an outline, the surface while outlets are dragged."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.falls.found import Drained, Undrained
from glacis.core.graph.part import LongPart, Part, Progress
from glacis.core.graph.reader import Reader
from glacis.core.heat.corrections import rain_per_day
from glacis.core.heat.parts import THERMAL, Thermal, used_in
from glacis.core.model.document import Assembly, Method, RoofArea
from glacis.core.model.falls import Falls

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout
    from glacis.core.falls.ground import Ground, Ring
    from glacis.core.falls.places import Answers
    from glacis.core.falls.rain import RainTest
    from glacis.core.falls.taper import Taper

# The compiler and the geometry library are imported where a roof has falls: the window opens without.


class GroundRead(Struct, frozen=True):
    """What the plan of the falls depends on."""

    outline: "Ring"
    obstacles: "tuple[Ring, ...]"
    gap: float


class DrainedRead(Struct, frozen=True):
    """What the surface depends on; nothing of it where no falls are stated."""

    area: RoofArea
    falls: Falls | None
    ground: "Ground | str | None"


class TaperRead(Struct, frozen=True):
    """What heat and weight of a tapered roof depend on."""

    drained: Drained | Undrained | None
    thermal: Thermal
    assembly: Assembly
    rain: float
    method: Method


def falls_of(reader: Reader, area: str) -> Falls | None:
    """The stated falls of an area; None where there are none."""
    stated = reader.once("falls", lambda: {falls.area: falls for falls in reader.project.falls})
    return stated.get(area)


def _reads_ground(reader: Reader, subject: str) -> GroundRead:
    from glacis.core.falls.plan import obstacles_of

    area, falls = reader.area(subject), falls_of(reader, subject)
    openings = tuple(o for o in reader.project.openings if o.area == subject)
    gap = falls.kerb_gap if falls else 0.0
    return GroundRead(area.outline, obstacles_of(area, openings), gap)


def _ground(read: GroundRead) -> "Ground | str":
    from glacis.core.errors import GlacisError
    from glacis.core.falls.ground import ground_of

    try:
        return ground_of(read.outline, read.obstacles, read.gap)
    except GlacisError as fault:
        return str(fault)


GROUND = Part("falls plan", _reads_ground, _ground)
"""The plan that a surface lies on, in words where there is none."""


def _reads_drained(reader: Reader, subject: str) -> DrainedRead:
    falls = falls_of(reader, subject)
    area = reader.area(subject)
    if falls is None or not (falls.outlets or falls.lines):
        return DrainedRead(area, falls, None)
    return DrainedRead(area, falls, reader.value(GROUND, subject))


def _drained(read: DrainedRead) -> Drained | Undrained | None:
    if read.falls is None:
        return None
    from glacis.core.falls.drained import drained

    if read.ground is None:
        return Undrained(read.falls, "Nothing drains the roof yet: place an outlet or a gutter.")
    if isinstance(read.ground, str):
        return Undrained(read.falls, read.ground)
    return drained(read.area, read.falls, read.ground)


class RainRead(Struct, frozen=True):
    """What rain test and boards depend on."""

    found: Drained | Undrained | None


def _reads_rain(reader: Reader, subject: str) -> RainRead:
    return RainRead(reader.value(DRAINED, subject))


def _boards(read: RainRead) -> "Layout | None":
    found = read.found
    if not isinstance(found, Drained) or found.stated.means != "tapered":
        return None
    from glacis.core.falls.boards import layout

    return layout(found, found.stated.boards)


def _rain(read: RainRead, progress: Progress) -> "RainTest | None":
    if not isinstance(read.found, Drained):
        return None
    from glacis.core.falls.rain import rain_test

    return rain_test(read.found, progress=progress)


def _places(read: DrainedRead, progress: Progress) -> "Answers | str":
    from glacis.core.errors import GlacisError
    from glacis.core.falls.places import best_places

    if read.falls is None or not read.falls.outlets or read.ground is None:
        return "Place an outlet first: its best place is sought from there."
    if isinstance(read.ground, str):
        return read.ground
    try:
        return best_places(read.area, read.falls, read.ground, progress)
    except GlacisError as fault:
        return str(fault)


def _weigh(found: Drained | Undrained | None) -> int:
    cells = getattr(getattr(found, "surface", None), "cells", None)
    return 4096 if cells is None else 4 * int(cells.shapes.nbytes)


DRAINED = Part("falls", _reads_drained, _drained, _weigh)
"""The falls of an area, or what is wrong with them; None where none are stated."""
RAIN_TEST = LongPart("rain test", _reads_rain, _rain)
"""Rain over many draws of an area's surface; None where it has none."""


def _reads_taper(reader: Reader, subject: str) -> TaperRead:
    assembly = reader.assembly(reader.area(subject))
    inverted = used_in(reader, assembly).inverted
    return TaperRead(
        drained=reader.value(DRAINED, subject),
        thermal=reader.value(THERMAL, subject),
        assembly=assembly,
        rain=rain_per_day(reader.project.site.climate) if inverted else 0.0,
        method=reader.project.targets.method,
    )


def _taper(read: TaperRead) -> "Taper | None":
    if read.drained is None:
        return None
    from glacis.core.falls.assess import taper_in

    return taper_in(read)


PLACES = LongPart("outlet places", _reads_drained, _places)
"""Better places for the outlets of an area, in words where there are none to seek."""
BOARDS = Part("boards", _reads_rain, _boards)
"""Tapered boards over an area; None where none make its falls."""
TAPER = Part("taper", _reads_taper, _taper)
"""The layer that makes the falls; None where none does."""
