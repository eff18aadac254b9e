# SPDX-License-Identifier: GPL-3.0-or-later
"""The coping of a parapet and the pan of a scupper, as sheet metal is cut for them."""

from math import atan, cos

from glacis.core.model.falls import Outlet, Overflow, Parapet

UPSTAND = 0.15
"""Height of upstands over the finished surface at least [m]; our judgement after BS 6229:2018, 4.9, as
recalled, confirm."""
DRIP = 0.015
"""Folded edge of each drip [m]; our judgement: what a bending bench folds."""


def coping_girth(parapet: Parapet) -> float:
    """Width of the strip that a coping is bent from [m]: top, both faces, both drips.

    >>> round(coping_girth(Parapet(wall=0.3, overhang=0.04, drop=0.06, fall=0.0)), 3)
    0.53
    """
    top = (parapet.wall + 2 * parapet.overhang) / cos(atan(parapet.fall))
    return top + 2 * (parapet.drop + DRIP)


def coping_rise(parapet: Parapet) -> float:
    """How much higher its high edge lies than its low one [m]."""
    return parapet.fall * (parapet.wall + 2 * parapet.overhang)


def pan_girth(parapet: Parapet, opening: Overflow | Outlet) -> tuple[float, float]:
    """The sheet that a scupper's pan is folded from [m]: round the opening with flanges, and through the wall.

    >>> [round(x, 2) for x in pan_girth(Parapet(), Overflow(id="o", name="o", at=(0.0, 0.0)))]
    [0.7, 0.5]
    """
    around = opening.width + 2 * opening.height + 2 * parapet.flange
    return around, parapet.wall + 2 * parapet.flange
