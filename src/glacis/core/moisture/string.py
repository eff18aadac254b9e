# SPDX-License-Identifier: GPL-3.0-or-later
"""The taut string: vapour pressure below saturation along the s_d axis.

ISO 13788:2012, 6.4: the vapour line is the lower convex envelope of the indoor and outdoor
pressures and the saturation pressures between them; where it touches, water condenses.
Wet interfaces are held at saturation until they are dry (6.5).
"""

from collections.abc import Sequence
from collections.abc import Set as AbstractSet

TOUCH = 1e-9
"""Relative depth below a straight line that counts as touching [-]; our judgement, well above rounding."""


def _envelope(s: Sequence[float], p: Sequence[float], first: int, last: int) -> list[int]:
    """Indices of the lower convex envelope of the points ``first`` to ``last``.

    A point on the line between its neighbours, within ``TOUCH``, is no corner.
    """
    chain = [first]
    for k in range(first + 1, last + 1):
        while len(chain) > 1:
            i, j = chain[-2], chain[-1]
            line = p[i] + (p[k] - p[i]) * (s[j] - s[i]) / (s[k] - s[i])
            if p[j] < line - TOUCH * p[j]:
                break
            chain.pop()
        chain.append(k)
    return chain


def _touches(s: Sequence[float], p: Sequence[float], first: int, last: int) -> bool:
    """Whether any point between falls below the straight line from first to last."""
    if last - first < 2:
        return False
    slope = (p[last] - p[first]) / (s[last] - s[first])
    base = p[first] - slope * s[first]
    return any(p[k] < base + slope * s[k] for k in range(first + 1, last))


def corners(s: Sequence[float], pressures: Sequence[float], wet: AbstractSet[int]) -> list[int]:
    """Where the string bends: both ends, every wet point and every new contact.

    Args:
        s: rising positions on the s_d axis [m].
        pressures: at the ends the pressures of the air, between them saturation [Pa].
        wet: indices held at saturation because water lies there.
    """
    pins = [0, *sorted(wet), len(s) - 1]
    found = [0]
    for first, last in zip(pins, pins[1:], strict=False):
        if _touches(s, pressures, first, last):
            found.extend(_envelope(s, pressures, first, last)[1:])
        else:
            found.append(last)
    return found


def flows(
    s: Sequence[float], pressures: Sequence[float], bends: Sequence[int], permeability: float
) -> dict[int, float]:
    """Condensation rate at each inner bend [kg/(m²·s)]; evaporation is negative."""
    rates = {}
    for before, here, after in zip(bends, bends[1:], bends[2:], strict=False):
        arriving = (pressures[before] - pressures[here]) / (s[here] - s[before])
        leaving = (pressures[here] - pressures[after]) / (s[after] - s[here])
        rates[here] = permeability * (arriving - leaving)
    return rates


def along(s: Sequence[float], pressures: Sequence[float], bends: Sequence[int]) -> list[float]:
    """Vapour pressure [Pa] at every position, straight between the bends."""
    line = []
    segment = 0
    for k, position in enumerate(s):
        while segment < len(bends) - 2 and k > bends[segment + 1]:
            segment += 1
        i, j = bends[segment], bends[segment + 1]
        share = (position - s[i]) / (s[j] - s[i])
        line.append(pressures[i] + share * (pressures[j] - pressures[i]))
    return line
