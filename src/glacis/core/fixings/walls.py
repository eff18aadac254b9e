# SPDX-License-Identifier: GPL-3.0-or-later
"""Free edges of an area and the parapets that stand on them."""

from msgspec import Struct

from glacis.core.falls.parts import falls_of
from glacis.core.fixings.parts import fixings_of
from glacis.core.graph.part import WHOLE
from glacis.core.graph.reader import Reader
from glacis.core.model.fixings import AreaFixings
from glacis.core.model.geometry import Point
from glacis.core.shape.parts import SHAPE


class Wall(Struct, frozen=True):
    """A free edge of an area and the parapet on it.

    Attributes:
        edge: its id.
        start: in plan [m].
        end: in plan [m].
        height: of the parapet [m].
        stated: whether somebody stated it for this edge.
    """

    edge: str
    start: Point
    end: Point
    height: float
    stated: bool


def walls_of(reader: Reader, area: str) -> tuple[Wall, ...]:
    """Free edges of an area; what nobody stated is as high as Falls has its upstands, where it has a parapet.

    Args:
        reader: of the document.
        area: its id.
    """
    stated = fixings_of(reader, area) or AreaFixings(area=area)
    falls = falls_of(reader, area)
    usual = falls.upstand if falls is not None and falls.parapet is not None else 0.0
    height = usual if stated.parapet is None else stated.parapet
    own = {item.edge: item.height for item in stated.parapets}
    return tuple(
        Wall(edge.id, edge.start[:2], edge.end[:2], own.get(edge.id, height), edge.id in own)
        for edge in reader.value(SHAPE, WHOLE).edges
        if edge.area == area and not edge.other and edge.kind not in ("kerb", "seam")
    )
