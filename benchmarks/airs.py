# SPDX-License-Identifier: GPL-3.0-or-later
"""Timed pieces of the Air stage: bays of a long roof, a path under the hand, a year of a dozen bays."""

from statistics import median

import numpy as np
from msgspec.structs import replace

from glacis.core.air.bays import Cutter, PlaneBays, Side, bays_of
from glacis.core.air.channel import Bay, Mouth, Outside, Segment, flow_through
from glacis.core.air.states import Hours, by_hour
from glacis.core.air.warm import call_every_kernel
from timing import timed

RUNS = 9
LONG = 180.0


def three_hundred_bays() -> float:
    """Median seconds for the bay map of a hipped plane of 180 m with eight chimneys."""
    outline = ((0.0, 0.0), (LONG, 0.0), (LONG - 6, 6.0), (6.0, 6.0))
    ends = (*outline[1:], outline[0])
    kinds = ("eaves", "hip", "ridge", "hip")
    sides = tuple(Side(kind, kind, a, b) for kind, a, b in zip(kinds, outline, ends, strict=True))
    stacks = tuple(
        Cutter(str(k), "chimney", ((x, 2.0), (x + 1, 2.0), (x + 1, 3.0), (x, 3.0)))
        for k, x in enumerate(range(15, 175, 20))
    )
    plane = PlaneBays(sides, outline, (), stacks, 0.6, 0.05)
    return median(timed(lambda: bays_of(plane, 0.0)) for _ in range(RUNS))


def _bay() -> Bay:
    return Bay(
        (Segment(8.0, 0.05, 35.0, 0.016, 6.0, 60.0, 20.0),), 0.55, 0.6, Mouth(0.0069), Mouth(0.0055)
    )


def one_path() -> float:
    """Median seconds for one bay solved in both directions."""
    call_every_kernel()
    bay = _bay()
    return median(timed(lambda: flow_through(bay, Outside(25.0))) for _ in range(RUNS))


def year_of_twelve() -> float:
    """Seconds for 8,760 hours of twelve bays, the wind turning every few hours."""
    call_every_kernel()
    hours = np.arange(8760)
    sun = np.maximum(0.0, np.sin(2 * np.pi * (hours - 6) / 24)) * 500
    air = 10 - 10 * np.cos(2 * np.pi * hours / 8760)
    wind = 0.6 * np.sin(hours / 7.0) * np.sin(hours / 31.0)
    given = Hours(air, air + 0.05 * sun - 3 * (sun == 0), 15.0, wind, np.full(8760, 20.0), 101325.0)
    bays = [replace(_bay(), low=Mouth(0.004 + 0.0004 * k)) for k in range(12)]
    return timed(lambda: [by_hour(bay, given) for bay in bays])
