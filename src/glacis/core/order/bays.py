# SPDX-License-Identifier: GPL-3.0-or-later
"""Bays in which a roof is taken off and closed again, one a day: in strips, each from the low end up the water."""

from math import ceil, cos, radians, sin
from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.document import RoofArea

if TYPE_CHECKING:
    import shapely

LEAST = 0.01
"""Pieces of bays smaller than this are none [m²]; by definition of rounding."""
MOST = 2000
"""Bays that are laid out at most; our judgement: smaller ones are no day's work."""


class Bay(Struct, frozen=True):
    """What is opened and closed in one day.

    Attributes:
        number: in their order, from 1.
        rings: outlines in plan, n × 2 [m]; more than one where the roof is notched.
        area: in plan [m²].
    """

    number: int
    rings: tuple[tuple[tuple[float, float], ...], ...]
    area: float


def bays_of(area: RoofArea, width: float, advance: float) -> tuple[Bay, ...]:
    """The bays of an area, in strips across its fall, each from its low end up the water.

    Args:
        area: the roof area; openings are left out.
        width: of a strip [m], above 0.
        advance: of a day [m]; 0 makes no bays.

    Raises:
        ValueRefused: for strips without width, or more bays than anybody works.
    """
    import shapely
    from shapely import affinity

    if width <= 0:
        raise ValueRefused("strip", f"{width:g} m wide", "more than 0")
    if advance <= 0:
        return ()
    roof = shapely.Polygon(area.outline, [hole.outline for hole in area.holes])
    angle = area.azimuth - 180.0
    level = affinity.rotate(roof, angle, origin=(0.0, 0.0))
    west, south, east, north = level.bounds
    lanes, steps = ceil((east - west) / width - 1e-9), ceil((north - south) / advance - 1e-9)
    if lanes * steps > MOST:
        raise ValueRefused("bays", f"{lanes * steps}", f"no more than {MOST}: a larger advance")
    found: list[Bay] = []
    for lane in range(lanes):
        for step in range(steps):
            x, y = west + lane * width, south + step * advance
            piece = shapely.intersection(level, shapely.box(x, y, x + width, y + advance))
            if piece.area > LEAST:
                rings = tuple(
                    _turned(part, -angle) for part in shapely.get_parts(piece) if part.area > LEAST
                )
                found.append(Bay(len(found) + 1, rings, float(piece.area)))
    return tuple(found)


def _turned(piece: "shapely.Polygon", angle: float) -> tuple[tuple[float, float], ...]:
    c, s = cos(radians(angle)), sin(radians(angle))
    return tuple((c * x - s * y, s * x + c * y) for x, y in piece.exterior.coords[:-1])
