# SPDX-License-Identifier: GPL-3.0-or-later
"""Each roof area as a plane in space: its corners, true area and rafter length."""

from math import cos, radians, sin, tan

from msgspec import Struct

from glacis.core.model.document import RoofArea
from glacis.core.model.lookup import plan_area, turning
from glacis.core.shape.vectors import Vector

FLAT = 0.5
"""Below this pitch [°] a plane counts as level for its edges; our judgement: 0.9 %, less than any fall."""


class Plane(Struct, frozen=True):
    """A roof area in space.

    Attributes:
        id: of the area.
        corners: anticlockwise seen from above [m].
        holes: clockwise, each with the id of what makes it, empty for a courtyard [m].
        box: west, south, east and north of it in plan [m].
        normal: upward unit normal.
        fall: unit vector down the slope, in the plane; level planes fall to their azimuth.
        gradient: rise per metre eastwards and northwards [-].
        plan_area: less holes [m²].
        true_area: along the slope, less holes [m²].
        rafter: longest run down the slope [m].
    """

    id: str
    corners: tuple[Vector, ...]
    holes: tuple[tuple[tuple[Vector, ...], str], ...]
    box: tuple[float, float, float, float]
    normal: Vector
    fall: Vector
    gradient: tuple[float, float]
    plan_area: float
    true_area: float
    rafter: float

    def height(self, x: float, y: float) -> float:
        """Height of the plane over a point of the plan [m]."""
        x0, y0, z0 = self.corners[0]
        return z0 + self.gradient[0] * (x - x0) + self.gradient[1] * (y - y0)

    @property
    def is_level(self) -> bool:
        """Whether it is too flat for ridge and eaves to mean much."""
        return self.normal[2] > cos(radians(FLAT))


def _clockwise(outline: tuple[tuple[float, float], ...]) -> tuple[tuple[float, float], ...]:
    return outline[::-1] if turning(outline) > 0 else outline


def plane_of(area: RoofArea) -> Plane:
    """The plane of an area: it falls towards its azimuth from its lowest edge up.

    The azimuth counts clockwise from north; the level is that of the lowest corner.
    """
    slope, azimuth = radians(area.pitch), radians(area.azimuth)
    east, north = sin(azimuth), cos(azimuth)
    along = [x * east + y * north for x, y in area.outline]
    lowest = max(along)
    rise = tan(slope)
    outline = _clockwise(area.outline)[::-1]

    def lifted(points: tuple[tuple[float, float], ...]) -> tuple[Vector, ...]:
        return tuple((x, y, area.level + rise * (lowest - x * east - y * north)) for x, y in points)

    flat = plan_area(area)
    return Plane(
        id=area.id,
        corners=lifted(outline),
        holes=tuple((lifted(_clockwise(hole.outline)), hole.by) for hole in area.holes),
        box=(
            min(x for x, _ in outline), min(y for _, y in outline),
            max(x for x, _ in outline), max(y for _, y in outline),
        ),
        normal=(sin(slope) * east, sin(slope) * north, cos(slope)),
        fall=(cos(slope) * east, cos(slope) * north, -sin(slope)),
        gradient=(-rise * east, -rise * north),
        plan_area=flat,
        true_area=flat / cos(slope),
        rafter=(lowest - min(along)) / cos(slope),
    )  # fmt: skip
