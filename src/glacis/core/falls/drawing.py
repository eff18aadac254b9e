# SPDX-License-Identifier: GPL-3.0-or-later
"""What drawings of an area's falls show, as a part of the results: contours, and water in every case."""

from typing import TYPE_CHECKING

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
        waters: bands of depth for every case of blocked outlets.
        obstacles: outlines that water goes round.
        least: thickness where the layer is thinnest [m]; 0 where none is tapered.
    """

    contours: "Contours"
    waters: "tuple[tuple[Band, ...], ...]"
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
    from glacis.core.falls.contours import contours_of, step_for, water_of

    least = read.taper.spread.least if read.taper is not None else 0.0
    step = step_for(max(found.over_deck.most, 1e-3), read.units)
    waters = tuple(
        water_of(found, case, step_for(max(case.depth, 1e-3), read.units)) for case in found.cases
    )
    obstacles = obstacles_of(found.area, read.openings)
    return FallsDrawing(contours_of(found, least, step), waters, obstacles, least)


FALLS_DRAWING = Part("falls drawing", _reads, _drawing)
"""Contours and standing water of an area; None where it has no falls that drain."""
