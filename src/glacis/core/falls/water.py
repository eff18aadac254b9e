# SPDX-License-Identifier: GPL-3.0-or-later
"""Rain, outlets and overflows.

EN 12056-3:2000, as recalled, confirm: run-off (4), outlets of flat roofs (5.4), rectangular openings
(5.6). Heads and openings are in mm here and flows in l/s, as the standard writes them.
"""

from math import sqrt

from glacis.core.errors import ValueRefused
from glacis.core.model.falls import Risk

MILLI = 1000.0
"""By definition."""
WATER = 1000.0
"""Density of water [kg/m³]; our judgement: as loads are taken."""
RISK: dict[Risk, float] = {"eaves": 1.0, "entrance": 1.5, "inner": 2.0, "special": 3.0}
"""Factors on the rain (EN 12056-3:2000, table 2, as recalled)."""
WALL_SHARE = 0.5
"""Share of walls above that counts as catchment (EN 12056-3:2000, 4.3.4, as recalled)."""
GRATE = 0.5
"""Share of an outlet's flow that a grate lets pass (EN 12056-3:2000, 5.4.2, as recalled)."""
USUAL_HEAD = 35.0
"""Head that outlets of flat roofs are rated at [mm] (EN 1253-1, as recalled)."""
WEIR, ORIFICE = 24000.0, 12000.0
"""Constants of rectangular openings (EN 12056-3:2000, 5.6, as recalled)."""
ROUND_WEIR, ROUND_ORIFICE = 7500.0, 15000.0
"""Constants of round outlets (EN 12056-3:2000, table 7, as recalled)."""


def run_off(intensity: float, area: float, risk: Risk = "eaves") -> float:
    """Q = r A C: water that rain brings off a catchment [l/s].

    Args:
        intensity: of the rain [mm/h], 0 or more.
        area: of the catchment in plan, with half of the walls above [m²], 0 or more.
        risk: what a flood would harm.

    >>> run_off(75.0, 240.0)
    5.0
    """
    if intensity < 0 or area < 0:
        raise ValueRefused("rain and catchment", min(intensity, area), "0 or more")
    return intensity / 3600 * RISK[risk] * area


def round_outlet(diameter: float, head: float, grate: float = 1.0) -> float:
    """What a round outlet takes [l/s]: a weir up to h = D/2, an orifice above.

    Args:
        diameter: of its mouth [mm], above 0.
        head: of water above its rim [mm], 0 or more.
        grate: share that a grate lets pass [-].

    >>> round(round_outlet(100.0, 35.0, 0.5), 3)
    1.38
    """
    if head <= diameter / 2:
        return grate * diameter * head * sqrt(head) / ROUND_WEIR
    return grate * diameter**2 * sqrt(head) / ROUND_ORIFICE


def round_head(diameter: float, flow: float, grate: float = 1.0) -> float:
    """The head at which a round outlet takes a flow [mm]; the inverse of ``round_outlet``.

    >>> round(round_head(100.0, 5.0, 0.5), 6)
    225.0
    """
    weir: float = (flow * ROUND_WEIR / (grate * diameter)) ** (2 / 3)
    if weir <= diameter / 2:
        return weir
    root = flow * ROUND_ORIFICE / (grate * diameter**2)
    return root * root


def opening(width: float, height: float, head: float) -> float:
    """What a rectangular opening through a parapet takes [l/s]: a weir, an orifice once it is full.

    The lesser of both, since a switch between them would jump.

    Args:
        width: of the opening [mm], above 0.
        height: of the opening [mm], above 0.
        head: of water above its sill [mm], 0 or more.
    """
    weir = width * head * sqrt(head) / WEIR
    if head <= height:
        return weir
    return min(weir, width * height * sqrt(head - height / 2) / ORIFICE)


def common_head(openings: tuple[tuple[float, float, float], ...], flow: float) -> float:
    """The level at which openings together take a flow [mm], above the datum of their sills.

    Args:
        openings: width, height and sill of each [mm]; at least one.
        flow: to be taken together [l/s], 0 or more.
    """
    lowest = min(sill for _, _, sill in openings)
    if flow <= 0:
        return lowest

    def taken(level: float) -> float:
        return sum(opening(w, h, max(0.0, level - sill)) for w, h, sill in openings)

    low, high = lowest, lowest + 1.0
    while taken(high) < flow:
        high = lowest + 2 * (high - lowest)
    for _ in range(200):
        middle = (low + high) / 2
        if middle in (low, high):
            break
        low, high = (middle, high) if taken(middle) < flow else (low, middle)
    return high
