# SPDX-License-Identifier: GPL-3.0-or-later
"""What rules are asked about, beside an analysed area."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.model.document import Material, RoofArea
from glacis.core.model.geometry import Opening
from glacis.core.shape.edges import Edge, Junction
from glacis.core.shape.planes import Plane
from glacis.core.shape.shape import RoofShape


class JunctionSubject(Struct, frozen=True):
    """Where areas end or meet: its edges as each area has them, the areas and their planes."""

    junction: Junction
    edges: tuple[Edge, ...]
    areas: tuple[RoofArea, ...]
    planes: tuple[Plane, ...]


class OpeningSubject(Struct, frozen=True):
    """Something that goes through an area or stands on it."""

    opening: Opening
    roof: AnalysedArea


class ProjectSubject(Struct, frozen=True):
    """The whole project: its areas as stated, its shape, what stands on it and what covers it.

    ``coverings`` pairs ids of areas with the material of their outermost covering.
    """

    areas: tuple[RoofArea, ...]
    shape: RoofShape
    openings: tuple[Opening, ...]
    coverings: tuple[tuple[str, Material], ...] = ()
