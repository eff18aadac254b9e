# SPDX-License-Identifier: GPL-3.0-or-later
"""What the way a probe differs from its run suggests: rain that gets in, room air in the cold, a wet start."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Cause = Literal["", "leak", "air", "wet start", "dry"]

RISE = 3
"""Days within which water that comes in shows [d]; our judgement."""
JUMPS = 2
"""Rises that are no chance; our judgement."""
FIFTH = 5
"""Parts in which a wet start is looked for; our judgement."""
TOGETHER = 0.5
"""Correlation from which warmth and difference hang together [-]; our judgement."""
LEAST = 30
"""Days without which nothing is suggested; our judgement."""
WORDS: dict[Cause, str] = {
    "": "",
    "leak": "It jumps within days and dries slowly: look for rain that gets in.",
    "air": "It is wetter the colder it is: look for room air that gets in.",
    "wet start": "It began wetter and closes in on the run: look for a wet start.",
    "dry": "It is drier than the run: leaks or damp of the run may be assumed too large.",
}
"""What each suggests, as a sentence: judgement, to be tested."""


def suggested(off: Array, temperatures: Array, most: float) -> Cause:
    """What the difference of a probe suggests; nothing where it agrees or shows none of these ways.

    Args:
        off: measured less run, daily, NaN for gaps; in the probe's measure.
        temperatures: at the probe, daily [°C], NaN for gaps.
        most: difference that still agrees, in the same measure.
    """
    there = np.isfinite(off)
    days = np.flatnonzero(there)
    if len(days) < LEAST or float(np.sqrt((off[there] ** 2).mean())) <= most:
        return ""
    if float(off[there].mean()) < -most:
        return "dry"
    if _jumps(off, most) >= JUMPS:
        return "leak"
    if _settles(off[there], most):
        return "wet start"
    both = there & np.isfinite(temperatures)
    if both.sum() >= LEAST and temperatures[both].std() > 0 and off[both].std() > 0:
        together = float(np.corrcoef(off[both], temperatures[both])[0, 1])
        if together < -TOGETHER:
            return "air"
    return ""


def _jumps(off: Array, most: float) -> int:
    """How often it rises by more than agrees within days, and stays up at first."""
    found, day = 0, RISE
    while day < len(off):
        rise = off[day] - off[day - RISE]
        if np.isfinite(rise) and rise > most:
            found += 1
            day += 2 * RISE
        day += 1
    return found


def _settles(off: Array, most: float) -> bool:
    """Whether it begins well off, falls all along, and ends close."""
    parts = [float(part.mean()) for part in np.array_split(off, FIFTH)]
    falls = all(later < earlier for earlier, later in zip(parts, parts[1:], strict=False))
    return falls and parts[0] > 2 * most and parts[-1] < parts[0] / 3
