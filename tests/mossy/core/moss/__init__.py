# SPDX-License-Identifier: GPL-3.0-or-later
"""Moss by pitch and direction."""

from math import cos, radians


def mossiness(pitch: float, azimuth: float) -> float:
    """How much a plane of this pitch [°] that faces ``azimuth`` [°] stays damp [-], 0 to 1."""
    north = (1 + cos(radians(azimuth))) / 2
    return north * cos(radians(pitch))
