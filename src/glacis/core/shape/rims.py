# SPDX-License-Identifier: GPL-3.0-or-later
"""The edges of an outline and what rises from them."""

from msgspec import Struct

from glacis.core.errors import GlacisError
from glacis.core.model.geometry import Point

ALIKE = 1e-9
"""Directions and speeds closer than this are one [-]; our judgement, well above rounding."""


class RoofRefused(GlacisError):
    """An outline that no roof can be put over, and where.

    Attributes:
        why: in words.
        place: in plan [m]; None where it is the whole outline.
    """

    def __init__(self, why: str, place: Point | None = None) -> None:
        at = f" near x {place[0]:.2f} m, y {place[1]:.2f} m" if place else ""
        super().__init__(f"The roof does not close{at}: {why}")
        self.why = why
        self.place = place


class Band(Struct, frozen=True):
    """A part of a plane by height: from ``start`` [m] up it has ``pitch`` [°], 90 for a wall."""

    start: float
    pitch: float


class Rim(Struct, frozen=True):
    """An edge of an outline, its inside at the left, and what rises from it.

    Attributes:
        at: where it begins [m]; it ends where the next begins.
        bands: from below upwards.
    """

    at: Point
    bands: tuple[Band, ...]
