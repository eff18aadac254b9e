# SPDX-License-Identifier: GPL-3.0-or-later
"""Where rows and boards lie on an area: a frame along and across, in true lengths on the slope."""

from math import cos, radians, sin

from msgspec import Struct

from glacis.core.model.document import RoofArea

Point = tuple[float, float]
FLAT = 5.0
"""Pitch up to which rows may turn any way [°]; steeper they run along or across the fall; our judgement."""


class Frame(Struct, frozen=True):
    """A frame on an area.

    Attributes:
        origin: in plan [m].
        along: direction of rows in plan, of length 1.
        across: square to it in plan.
        stretch: plan metres to a true metre along and across.
    """

    origin: Point
    along: Point
    across: Point
    stretch: tuple[float, float]

    def plan(self, u: float, v: float) -> Point:
        """A place of the frame in plan [m]."""
        a, b = u * self.stretch[0], v * self.stretch[1]
        return (
            self.origin[0] + a * self.along[0] + b * self.across[0],
            self.origin[1] + a * self.along[1] + b * self.across[1],
        )

    def true(self, x: float, y: float) -> Point:
        """A place of the plan in the frame [m]."""
        dx, dy = x - self.origin[0], y - self.origin[1]
        return (
            (dx * self.along[0] + dy * self.along[1]) / self.stretch[0],
            (dx * self.across[0] + dy * self.across[1]) / self.stretch[1],
        )


def contour_frame(area: RoofArea, turn: float = 0.0) -> Frame:
    """Rows along the eaves, or at an angle from eastward on what is flat [°]."""
    if area.pitch <= FLAT:
        angle = radians(turn)
        return Frame(
            area.outline[0], (cos(angle), sin(angle)), (-sin(angle), cos(angle)), (1.0, 1.0)
        )
    return _sloped(area, down=False)


def fall_frame(area: RoofArea) -> Frame:
    """Rows down the slope, as rafters and seams run."""
    return _sloped(area, down=True)


def _sloped(area: RoofArea, down: bool) -> Frame:
    facing, short = radians(area.azimuth), cos(radians(area.pitch))
    up, level = (-sin(facing), -cos(facing)), (-cos(facing), sin(facing))
    if down:
        return Frame(area.outline[0], up, (-level[0], -level[1]), (short, 1.0))
    return Frame(area.outline[0], level, up, (1.0, short))
