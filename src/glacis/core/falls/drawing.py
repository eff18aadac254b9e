# SPDX-License-Identifier: GPL-3.0-or-later
"""What drawings of an area's falls show, as parts of the results: contours, and water in every case."""

from typing import TYPE_CHECKING, TypeAlias

from msgspec import Struct

from glacis.core.falls.found import Drained, Undrained
from glacis.core.falls.parts import DRAINED, TAPER
from glacis.core.falls.plan import obstacles_of
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.model.geometry import Opening, Point
from glacis.core.units.quantities import System

if TYPE_CHECKING:
    from glacis.core.falls.contours import Band, Contours
    from glacis.core.falls.taper import Taper


Waters: TypeAlias = "tuple[tuple[Band, ...], ...]"


class DrawingRead(Struct, frozen=True):
    """What the drawings depend on."""

    found: Drained | Undrained | None
    taper: "Taper | None"
    openings: tuple[Opening, ...]
    units: System


class FallsDrawing(Struct, frozen=True):
    """What the drawings show beyond the falls themselves.

    Attributes:
        contours: of the thickness, or of the height over the lowest outlet where no layer is tapered.
        obstacles: outlines that water goes round.
        least: thickness where the layer is thinnest [m]; 0 where none is tapered.
    """

    contours: "Contours"
    obstacles: tuple[tuple[Point, ...], ...]
    least: float


def _reads(reader: Reader, subject: str) -> DrawingRead:
    return DrawingRead(
        found=reader.value(DRAINED, subject),
        taper=reader.value(TAPER, subject),
        openings=tuple(o for o in reader.project.openings if o.area == subject),
        units=reader.project.units,
    )


def _drawing(read: DrawingRead) -> FallsDrawing | None:
    found = read.found
    if not isinstance(found, Drained):
        return None
    from glacis.core.falls.contours import contours_of, step_for

    least = read.taper.spread.least if read.taper is not None else 0.0
    step = step_for(max(found.over_deck.most, 1e-3), read.units)
    obstacles = obstacles_of(found.area, read.openings)
    return FallsDrawing(contours_of(found, least, step), obstacles, least)


class WaterRead(Struct, frozen=True):
    """What drawings of standing water depend on."""

    found: Drained | Undrained | None
    units: System


def _reads_water(reader: Reader, subject: str) -> WaterRead:
    return WaterRead(reader.value(DRAINED, subject), reader.project.units)


def _water(read: WaterRead) -> "Waters":
    found = read.found
    if not isinstance(found, Drained):
        return ()
    from glacis.core.falls.contours import step_for, water_of

    return tuple(
        water_of(found, case, step_for(max(case.depth, 1e-3), read.units)) for case in found.cases
    )


FALLS_WATER = Part("falls water", _reads_water, _water)
"""Bands of depth for every case of blocked outlets of an area."""
FALLS_DRAWING = Part("falls drawing", _reads, _drawing)
"""Contours and standing water of an area; None where it has no falls that drain."""
