# SPDX-License-Identifier: GPL-3.0-or-later
"""What a saw reaches, and where its guide lies beside a cut."""

from math import cos, radians

from msgspec import Struct

from glacis.core.errors import ValueRefused

UPRIGHT, HALF = 0.0, 45.0
"""Tilts at which a saw's reach is stated [°]; by convention."""


class SawIn(Struct, frozen=True):
    """A saw [m].

    Attributes:
        reach: at no tilt.
        reach_tilted: at 45°.
        tilt_most: [°].
        shoe_left: blade to the shoe's left edge.
        shoe_right: to its right edge.
        kerf: width of its cut.
    """

    reach: float
    reach_tilted: float
    tilt_most: float
    shoe_left: float
    shoe_right: float
    kerf: float


class Sawn(Struct, frozen=True):
    """A cut with a saw.

    Attributes:
        depth: along the blade [m].
        reach: of the saw at that tilt [m].
        passes: one, two from both faces, or 0 where it does not get through.
        web: what two passes leave [m].
        wedge: of a block under the saw, where the tilt is beyond it [°].
        complement: what it is set to where the board stands on edge [°].
    """

    depth: float
    reach: float
    passes: int
    web: float
    wedge: float
    complement: float


def reach_at(saw: SawIn, tilt: float) -> float:
    """Reach at a tilt [m], linear between upright and 45°."""
    return saw.reach + (saw.reach_tilted - saw.reach) * tilt / HALF


def sawn(saw: SawIn, thickness: float, tilt: float) -> Sawn:
    """How a board is cut through at a tilt.

    Raises:
        ValueRefused: for a tilt that is none.
    """
    if not 0 <= tilt < 90:
        raise ValueRefused("tilt", f"{tilt:g}°", "0 to less than 90°")
    wedge = max(0.0, tilt - saw.tilt_most)
    reach = reach_at(saw, min(tilt, saw.tilt_most))
    depth = thickness / cos(radians(tilt))
    passes = 1 if depth <= reach + 1e-12 else 2 if depth <= 2 * reach + 1e-12 else 0
    return Sawn(depth, reach, passes, max(0.0, depth - 2 * reach), wedge, 90 - tilt)


def guide(saw: SawIn, cut: float, waste: str = "right") -> float:
    """Where the guide lies [m] for a line to be cut at ``cut``, the kerf on the waste side.

    With the waste at the right the shoe's left edge runs along the guide: the blade's left flank is on
    the line.

    >>> guide(SawIn(0.065, 0.045, 45.0, 0.12, 0.04, 0.0024), 1.0)
    0.88
    """
    if waste == "right":
        return round(cut - saw.shoe_left, 9)
    return round(cut + saw.shoe_right, 9)
