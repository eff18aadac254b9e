# SPDX-License-Identifier: GPL-3.0-or-later
"""A plane as one sees it who stands at its eaves and looks up: u to the right, s up the slope, true lengths."""

from collections.abc import Callable
from math import cos, radians, sin

from glacis.core.model.geometry import Point


def upslope_frame(azimuth: float, pitch: float) -> Callable[[Point], Point]:
    """From the plan [m] to (u, s) [m] of a plane that faces ``azimuth`` [°] at ``pitch`` [°]."""
    turn = radians(azimuth)
    east, north, steep = sin(turn), cos(turn), cos(radians(pitch))
    return lambda at: (at[1] * east - at[0] * north, -(at[0] * east + at[1] * north) / steep)


def plan_frame(azimuth: float, pitch: float) -> Callable[[Point], Point]:
    """From (u, s) [m] back to the plan [m]."""
    turn = radians(azimuth)
    east, north, steep = sin(turn), cos(turn), cos(radians(pitch))
    return lambda at: (
        -at[0] * north - at[1] * steep * east,
        at[0] * east - at[1] * steep * north,
    )
