# SPDX-License-Identifier: GPL-3.0-or-later
"""One step in time, halved where it must be, and a run of hours.

Two-stage singly diagonal implicit steps (Alexander 1977); water is stored as itself, so every balance closes to
rounding.
"""

import numpy as np
from numpy.typing import NDArray

from glacis.core.compiled import kernel
from glacis.core.hourly.engine.cells import know
from glacis.core.hourly.engine.columns import (
    BOOKS,
    DRAINS,
    DRIPPED,
    FULL,
    GAMMA,
    JOINT,
    KNOWN,
    LEAK_CELL,
    LEAK_RAIN,
    MODE,
    ONE_WAY,
    PLANTED,
    REFUSED,
    SHED,
    SHEDS,
    WET_FROM,
    WET_TO,
    Array,
    P,
    Roof,
    Work,
)
from glacis.core.hourly.engine.edges import PLANTS_PASS, leaked
from glacis.core.hourly.engine.stage import EDGES, LEAST_LEFT, stage

HOUR = 3600.0
"""An hour [s], by definition."""
MOST_HALVINGS = 12
"""Halvings of a step; our judgement: a second is short enough for any flash of water."""
MOIST_PLANTS = 200.0
"""Water from which a substrate is moist [kg/m³]: 20 % by volume; our judgement."""
NEARLY = 1e-6
"""Of an hour left over that is none [s]; our judgement."""

Space = tuple[Array, Array, Array, Array]
"""Arrays of a step: what a stage starts from, its iterate, what passes a face, what both stages book."""


@kernel
def step(
    roof: Roof, hour: Array, caps: Array, dt: float, state: Array, slope: Array,
    turned: NDArray[np.bool_], work: Work, space: Space,
) -> bool:  # fmt: skip
    """One step of ``dt`` [s] from ``state``; True where it was found, else the state is as it was."""
    base, now, flow, books = space
    n = len(roof[3])
    for i in range(n):
        base[0, i], base[1, i] = state[0, i], state[1, i]
        now[0, i] = state[0, i] + 0.5 * dt * slope[0, i]
        now[1, i] = max(LEAST_LEFT * state[1, i], state[1, i] + 0.5 * dt * slope[1, i])
    if not stage(roof, hour, caps, base, GAMMA * dt, turned, now, work, flow, books[0]):
        return False
    by = (1.0 - GAMMA) / GAMMA
    for i in range(n):
        d_t, d_w = by * (now[0, i] - state[0, i]), by * (now[1, i] - state[1, i])
        base[0, i], base[1, i] = state[0, i] + d_t, state[1, i] + d_w
        now[0, i] += d_t
        now[1, i] = max(LEAST_LEFT * now[1, i], now[1, i] + d_w)
    if not stage(roof, hour, caps, base, GAMMA * dt, turned, now, work, flow, books[1]):
        return False
    for i in range(n):
        slope[0, i] = (now[0, i] - state[0, i]) / dt
        slope[1, i] = (now[1, i] - state[1, i]) / dt
        state[0, i], state[1, i] = now[0, i], now[1, i]
    return True


@kernel
def drip(roof: Roof, state: Array, book: Array) -> None:
    """Water over saturation runs off outside, goes to the next cell inwards, stands on a sheet or drips out inside."""
    materials, kinds, width, faces, places = roof[1], roof[2], roof[3], roof[4], roof[6]
    n = len(width)
    for i in range(n):
        over = (state[1, i] - materials[kinds[i], FULL]) * width[i]
        if over <= 0.0:
            continue
        if i < places[SHEDS]:
            state[1, i] -= over / width[i]
            book[SHED] -= over
        elif i < n - 1:
            if faces[i, JOINT] < 2.0:
                state[1, i] -= over / width[i]
                state[1, i + 1] += over / width[i + 1]
        elif places[DRAINS] > 0:
            state[1, i] -= over / width[i]
            book[DRIPPED] -= over


@kernel
def limits(roof: Roof, hour: Array, dt: float, state: Array, flow: Array, caps: Array) -> float:
    """What leaks may bring in a step: no more than there is room for; gives what is refused [kg/m²]."""
    materials, kinds, width, places = roof[1], roof[2], roof[3], roof[6]
    refused = 0.0
    cell = places[LEAK_CELL]
    if cell >= 0:
        caps[0] = max(0.0, (materials[kinds[cell], FULL] - state[1, cell]) * width[cell] / dt)
        g = leaked(state[0, cell], hour, caps[0], flow)
        refused += max(0.0, g - caps[0]) * dt
    first, last = places[WET_FROM], places[WET_TO]
    if first >= 0:
        deep, room = 0.0, np.inf
        for i in range(first, last):
            deep += width[i]
            room = min(room, max(0.0, materials[kinds[i], FULL] - state[1, i]) / dt)
        asked = hour[LEAK_RAIN] / deep
        caps[1] = min(asked, room)
        refused += (asked - caps[1]) * deep * dt
    planted = places[PLANTED]
    moist = planted >= 0 and state[1, planted] > MOIST_PLANTS
    caps[2] = PLANTS_PASS if moist else 1.0
    return refused


@kernel
def turn(roof: Roof, state: Array, work: Work, turned: NDArray[np.bool_]) -> None:
    """Which one-way sheets vapour passes outwards: by the pressures at the start of a step."""
    faces = roof[4]
    known = False
    for i in range(len(roof[3]) - 1):
        if faces[i, MODE] == ONE_WAY:
            if not known:
                know(roof[0], roof[1], roof[2], state[0], state[1], work[0])
                known = True
            turned[i] = work[0][i, P] < work[0][i + 1, P]


@kernel
def hour_on(
    roof: Roof, hour: Array, parts: int, caps: Array, state: Array, slope: Array,
    turned: NDArray[np.bool_], work: Work, space: Space, booked: Array,
) -> tuple[int, int]:  # fmt: skip
    """One hour; how often a step was halved, and how deep: one more than may be where it was not found."""
    done, left, deep, deepest, halvings = 0.0, parts, 0, 0, 0
    while done < HOUR - NEARLY:
        dt = (HOUR - done) / left
        turn(roof, state, work, turned)
        refused = limits(roof, hour, dt, state, space[2], caps)
        if step(roof, hour, caps, dt, state, slope, turned, work, space):
            books = space[3]
            for b in range(BOOKS):
                booked[b] += dt * ((1.0 - GAMMA) * books[0, b] + GAMMA * books[1, b])
            booked[REFUSED] += refused
            drip(roof, state, booked)
            done += dt
            left -= 1
            if deep > 0 and left > 1 and left % 2 == 0:
                left //= 2
                deep -= 1
            continue
        slope[:, :] = 0.0
        left *= 2
        deep += 1
        halvings += 1
        deepest = max(deepest, deep)
        if deep > MOST_HALVINGS:
            break
    return halvings, deepest


@kernel
def march(
    roof: Roof, hours: Array, parts: int, full_flow: float, state: Array, slope: Array, kept: Array, booked: Array
) -> tuple[int, int]:  # fmt: skip
    """Hours one after another, each in ``parts`` steps or, where it must be, in smaller ones.

    Args:
        roof: tables, materials, kinds, widths, faces, surfaces, places.
        hours: what is outside and inside, held within each hour.
        parts: steps of an hour.
        full_flow: potential of liquid of the outermost material where it is full.
        state: temperature and water, changed in place.
        slope: how they changed last, changed in place.
        kept: temperature and water at the end of every hour.
        booked: what passed in every hour.

    Returns:
        How many hours were worked out, and halvings in all.
    """
    n = len(roof[3])
    work = (
        np.zeros((n, KNOWN)), np.zeros((n, 4)), np.zeros((n, 4)), np.zeros((n, 4)), np.zeros((n, 2)),
        np.zeros((EDGES, 6)),
    )  # fmt: skip
    space = np.zeros((2, n)), np.zeros((2, n)), np.zeros(10), np.zeros((2, BOOKS))
    caps, turned = np.zeros(4), np.zeros(n, np.bool_)
    caps[3] = full_flow
    total = 0
    for k in range(len(hours)):
        halvings, deepest = hour_on(
            roof, hours[k], parts, caps, state, slope, turned, work, space, booked[k]
        )
        total += halvings
        if deepest > MOST_HALVINGS:
            return k, total
        for i in range(n):
            kept[k, 0, i], kept[k, 1, i] = state[0, i], state[1, i]
    return len(hours), total
