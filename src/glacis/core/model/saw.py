# SPDX-License-Identifier: GPL-3.0-or-later
"""The saw that cuts are written for, and the board it cuts."""

from typing import Annotated

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

T = Quantity.THICKNESS
BLADE = "our judgement: no hand-held saw reaches farther"


class Saw(Node, frozen=True, kw_only=True):
    """A saw, and the board that is cut with it.

    Attributes:
        thickness: of the board [m].
        reach: of the blade at no tilt [m].
        reach_tilted: at 45° [m].
        tilt_most: that it can be set to [°].
        shoe_left: from the blade to the left edge of its shoe [m].
        shoe_right: to the right edge [m].
        kerf: width of its cut [m].
    """

    thickness: Annotated[float, Range("board", T, 0.001, 2.0)] = 0.12
    reach: Annotated[float, Range("reach of the saw", T, 0.001, 2.0, BLADE)] = 0.065
    reach_tilted: Annotated[float, Range("reach at 45°", T, 0.001, 2.0, BLADE)] = 0.045
    tilt_most: Annotated[float, Range("greatest tilt", Quantity.ANGLE, 0.0, 60.0)] = 45.0
    shoe_left: Annotated[float, Range("shoe at the left", T, 0.0, 0.5)] = 0.12
    shoe_right: Annotated[float, Range("shoe at the right", T, 0.0, 0.5)] = 0.04
    kerf: Annotated[float, Range("kerf", Quantity.JOINT, 0.0, 0.02)] = 0.0024
