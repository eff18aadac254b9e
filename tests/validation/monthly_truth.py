# SPDX-License-Identifier: GPL-3.0-or-later
"""The monthly method by small steps of time: an independent truth for the whole year.

Every small step solves the vapour pressures as an obstacle problem on a chain of nodes: the
steady line, but never above saturation, and held at saturation where water lies. What a node
gains or loses follows from the flows beside it. No convex hull, no event, no splitting of
months: only small steps, so the answer converges as they shrink. Nothing here comes from Glacis
but the numbers that go in.
"""

from math import exp

DELTA_0 = 2.0e-10
DAYS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)


def saturation(theta: float) -> float:
    """Saturation vapour pressure [Pa] (ISO 13788:2012, E.1)."""
    if theta >= 0:
        return 610.5 * exp(17.269 * theta / (237.3 + theta))
    return 610.5 * exp(21.875 * theta / (265.5 + theta))


def _between(s: list[float], p: dict[int, float], i: int, j: int, k: int) -> float:
    return p[i] + (p[j] - p[i]) * (s[k] - s[i]) / (s[j] - s[i])


def pinned(
    s: list[float], limit: list[float], ends: tuple[float, float], wet: set[int]
) -> set[int]:
    """Nodes at saturation: the wet ones, and those that a straight line would lift above it.

    Nodes are pinned one at a time, the worst first, and let go where their water would have to
    come from nowhere: plain relaxation to the one solution of the obstacle problem.
    """
    held = set(wet)
    last = len(s) - 1
    for _ in range(60 * len(s)):
        pins = sorted({0, last, *held})
        p = {k: limit[k] for k in held}
        p[0], p[last] = ends
        worst, excess = -1, 1e-9
        for i, j in zip(pins, pins[1:], strict=False):
            for k in range(i + 1, j):
                over = _between(s, p, i, j, k) - limit[k]
                if over > excess:
                    worst, excess = k, over
        if worst >= 0:
            held.add(worst)
            continue
        loose = [k for k in sorted(held - wet) if _gain(s, p, pins, k) < -1e-25]
        if not loose:
            return held
        held.discard(loose[0])
    raise AssertionError("the obstacle problem did not settle")


def _gain(s: list[float], p: dict[int, float], pins: list[int], k: int) -> float:
    place = pins.index(k)
    i, j = pins[place - 1], pins[place + 1]
    return DELTA_0 * ((p[i] - p[k]) / (s[k] - s[i]) - (p[k] - p[j]) / (s[j] - s[k]))


def run(
    s: list[float],
    limits: list[list[float]],
    ends: list[tuple[float, float]],
    start: int,
    steps: int,
) -> list[list[float]]:
    """Water at every node at the end of each of twelve months from ``start`` [kg/m²].

    Args:
        s: positions of the nodes on the s_d axis [m].
        limits: saturation pressure at every node, by month [Pa].
        ends: vapour pressures inside and outside, by month [Pa].
        start: first month, January = 0.
        steps: small steps in a month.
    """
    water = [0.0] * len(s)
    found = []
    for offset in range(12):
        month = (start + offset) % 12
        dt = DAYS[month] * 86400.0 / steps
        for _ in range(steps):
            wet = {k for k, mass in enumerate(water) if mass > 0}
            held = pinned(s, limits[month], ends[month], wet)
            pins = sorted({0, len(s) - 1, *held})
            p = {k: limits[month][k] for k in held}
            p[0], p[len(s) - 1] = ends[month]
            for k in sorted(held):
                water[k] = max(0.0, water[k] + _gain(s, p, pins, k) * dt)
        found.append(list(water))
    return found
