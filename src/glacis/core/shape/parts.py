# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof in space as a part of the results."""

from msgspec import Struct

from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.model.document import RoofArea
from glacis.core.model.geometry import Dormer, Footprint, Opening
from glacis.core.shape.shape import RoofShape, shape_of

SIZE_OF_AREA = 8 * 1024
"""What the plane, edges and cuts of one area take [bytes]; measured on the demo projects."""


class ShapeRead(Struct, frozen=True):
    """What the roof in space depends on."""

    areas: tuple[RoofArea, ...]
    footprints: tuple[Footprint, ...]
    openings: tuple[Opening, ...]
    dormers: tuple[Dormer, ...]
    walled: frozenset[str]


def _reads(reader: Reader, _subject: str) -> ShapeRead:
    project = reader.project
    walled = frozenset(falls.area for falls in project.falls if falls.parapet is not None)
    return ShapeRead(project.areas, project.footprints, project.openings, project.dormers, walled)


def _shape(read: ShapeRead) -> RoofShape:
    return shape_of(read, read.walled)


def _size(shape: RoofShape) -> int:
    return SIZE_OF_AREA * (1 + len(shape.planes))


SHAPE = Part("shape", _reads, _shape, _size)
"""Planes, edges, junctions and cuts of the whole roof."""
