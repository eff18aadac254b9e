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


def _reads(reader: Reader, _subject: str) -> ShapeRead:
    project = reader.project
    return ShapeRead(project.areas, project.footprints, project.openings, project.dormers)


def _size(shape: RoofShape) -> int:
    return SIZE_OF_AREA * (1 + len(shape.planes))


SHAPE = Part("shape", _reads, shape_of, _size)
"""Planes, edges, junctions and cuts of the whole roof."""
