# SPDX-License-Identifier: GPL-3.0-or-later
"""What a saw reaches at a tilt, and where its guide lies beside a line."""

from math import cos, radians

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project
from glacis.core.model.saw import Saw
from glacis.core.units.ranges import check_ranges

HALF = 45.0
"""Tilt at which a saw's second reach is stated [°]; by definition of the field."""
SLACK = 1e-12
"""By definition of rounding."""


class Sawn(Struct, frozen=True):
    """A cut with a saw.

    Attributes:
        depth: along the blade [m].
        reach: of the saw at that tilt [m].
        passes: one, two from both faces, or 0 where even two do not get through.
        web: what two passes leave [m].
        wedge: of a block under the saw, where the tilt is beyond it [°].
        complement: what a saw is set to that counts from the table, or a board on its edge [°].
    """

    depth: float
    reach: float
    passes: int
    web: float
    wedge: float
    complement: float


def reach_at(saw: Saw, tilt: float) -> float:
    """Reach at a tilt [m], linear between upright and 45°."""
    return saw.reach + (saw.reach_tilted - saw.reach) * tilt / HALF


def sawn(saw: Saw, tilt: float) -> Sawn:
    """How the board is cut through at a tilt [°].

    Raises:
        ValueRefused: for a tilt that is none.
    """
    if not 0 <= tilt < 90:
        raise ValueRefused("tilt", f"{tilt:g}°", "0 to less than 90°")
    reach = reach_at(saw, min(tilt, saw.tilt_most))
    depth = saw.thickness / cos(radians(tilt))
    passes = 1 if depth <= reach + SLACK else 2 if depth <= 2 * reach + SLACK else 0
    web = max(0.0, depth - 2 * reach)
    return Sawn(depth, reach, passes, web, max(0.0, tilt - saw.tilt_most), 90 - tilt)


def guide(saw: Saw, cut: float, waste: str = "right") -> float:
    """Where the guide lies [m] for a line to be cut at ``cut``, the kerf on the waste side.

    With the waste at the right the left flank of the blade is on the line, and the shoe's left edge runs
    along the guide; with the waste at the left it is the other way round.

    >>> guide(Saw(), 1.0), guide(Saw(), 1.0, "left")
    (0.88, 1.04)
    """
    return round(cut - saw.shoe_left if waste == "right" else cut + saw.shoe_right, 9)


def set_saw(project: Project, **values: float) -> Project:
    """State figures of the saw.

    Raises:
        ValueRefused: for one out of its range.
    """
    saw = replace(project.saw, **values)
    check_ranges(saw, "saw")
    return replace(project, saw=saw)
