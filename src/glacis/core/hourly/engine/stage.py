# SPDX-License-Identifier: GPL-3.0-or-later
"""One implicit stage: Newton's method in temperature and water content of all cells at once."""

import numpy as np
from numpy.typing import NDArray

from glacis.core.compiled import kernel
from glacis.core.hourly.engine.blocks import solve
from glacis.core.hourly.engine.cells import know
from glacis.core.hourly.engine.columns import (
    ABSORBS,
    BY_AIR,
    BY_CAVITY,
    BY_IN,
    BY_LEAK,
    BY_OUT,
    BY_RAIN,
    C_W,
    CAVITY,
    H_V,
    HEAT,
    HEAT_IN,
    HEAT_OTHER,
    HEAT_OUT,
    JOINT,
    LEAK_CELL,
    PHI_W,
    WET_FROM,
    WET_TO,
    Array,
    Roof,
    Work,
)
from glacis.core.hourly.engine.edges import aired, inner, leaked, outer, rained
from glacis.core.hourly.engine.faces import across, inside

MOST_ROUNDS = 12
"""Newton rounds of a stage; our judgement: 2.3 are usual."""
NEAR_T, NEAR_PHI = 3.0, 0.02
"""Last change of temperature [K] and humidity [-] at which a stage is taken; our judgement: water is kept whatever
they are, and tighter ones change nothing that is shown."""
LEAST_LEFT = 0.2
"""Share of a cell's water that one round leaves at least [-]; our judgement: less runs away from steep curves."""
# Rows of what passes the edges, each with water, its slopes by T and w, heat and its slopes.
OUTER, RAINED, INNER, AIRED, LEAKED = range(5)
EDGES = 5
"""Rows of the edges, by definition of the list above."""


@kernel
def store(roof: Roof, base: Array, dt: float, now: Array, mid: Array, right: Array) -> None:
    """What cells take up: heat by their capacity with its water, water as itself."""
    materials, kinds, width = roof[1], roof[2], roof[3]
    for i in range(len(width)):
        heat = materials[kinds[i], HEAT] + C_W * now[1, i]
        by_t, by_w = width[i] * heat / dt, width[i] / dt
        mid[i, 0], mid[i, 1] = by_t, width[i] * C_W * (now[0, i] - base[0, i]) / dt
        mid[i, 2], mid[i, 3] = 0.0, by_w
        right[i, 0] = -by_t * (now[0, i] - base[0, i])
        right[i, 1] = -by_w * (now[1, i] - base[1, i])


@kernel
def between(roof: Roof, now: Array, turned: NDArray[np.bool_], work: Work, flow: Array) -> None:
    """What passes from cell to cell."""
    width, faces = roof[3], roof[4]
    known, low, mid, up, right, _ = work
    n = len(width)
    for i in range(n - 1):
        a, b = known[i], known[i + 1]
        half_a, half_b = 0.5 * width[i], 0.5 * width[i + 1]
        if faces[i, JOINT] == 0.0:
            inside(a, b, now[0, i], now[0, i + 1], half_a + half_b, flow)
        else:
            across(a, b, now[0, i], now[0, i + 1], half_a, half_b, faces[i], turned[i], flow)
        right[i, 0] -= flow[5]
        right[i, 1] -= flow[0]
        right[i + 1, 0] += flow[5]
        right[i + 1, 1] += flow[0]
        mid[i, 0] += flow[6]
        mid[i, 1] += flow[7]
        mid[i, 2] += flow[1]
        mid[i, 3] += flow[2]
        up[i, 0], up[i, 1], up[i, 2], up[i, 3] = flow[8], flow[9], flow[3], flow[4]
        mid[i + 1, 0] -= flow[8]
        mid[i + 1, 1] -= flow[9]
        mid[i + 1, 2] -= flow[3]
        mid[i + 1, 3] -= flow[4]
        low[i + 1, 0], low[i + 1, 1] = -flow[6], -flow[7]
        low[i + 1, 2], low[i + 1, 3] = -flow[1], -flow[2]
    up[n - 1, :] = 0.0


@kernel
def into(i: int, edge: Array, mid: Array, right: Array) -> None:
    """Bring what passes an edge into a cell."""
    right[i, 0] += edge[3]
    right[i, 1] += edge[0]
    mid[i, 0] -= edge[4]
    mid[i, 1] -= edge[5]
    mid[i, 2] -= edge[1]
    mid[i, 3] -= edge[2]


@kernel
def around(roof: Roof, hour: Array, caps: Array, now: Array, work: Work) -> None:
    """What passes both surfaces and comes from elsewhere."""
    width, surfaces, places = roof[3], roof[5], roof[6]
    known, _, mid, _, right, edges = work
    n = len(width)
    edges[:, :] = 0.0
    outer(known[0], now[0, 0], 0.5 * width[0], surfaces[0], hour, caps[2], edges[OUTER])
    into(0, edges[OUTER], mid, right)
    if places[ABSORBS] > 0:
        rained(known[0], 0.5 * width[0], caps[3], hour, edges[RAINED])
        into(0, edges[RAINED], mid, right)
    inner(known[n - 1], now[0, n - 1], 0.5 * width[n - 1], surfaces[1], hour, edges[INNER])
    into(n - 1, edges[INNER], mid, right)
    cavity, cell = places[CAVITY], places[LEAK_CELL]
    if cavity >= 0:
        aired(known[cavity], now[0, cavity], width[cavity], hour, edges[AIRED])
        into(cavity, edges[AIRED], mid, right)
    if cell >= 0:
        leaked(now[0, cell], hour, caps[0], edges[LEAKED])
        edges[LEAKED, 3] = H_V * edges[LEAKED, 0]
        edges[LEAKED, 4] = H_V * edges[LEAKED, 1]
        into(cell, edges[LEAKED], mid, right)
    for i in range(max(0, places[WET_FROM]), places[WET_TO]):
        right[i, 1] += caps[1] * width[i]


@kernel
def take(now: Array, right: Array, known: Array) -> tuple[bool, bool]:
    """Change the iterate by what was solved; whether it is near enough, and whether it is finite."""
    clamped = False
    moved_t, moved_phi, total = 0.0, 0.0, 0.0
    for i in range(len(right)):
        d_t, d_w = right[i, 0], right[i, 1]
        if now[1, i] + d_w < LEAST_LEFT * now[1, i]:
            d_w = (LEAST_LEFT - 1.0) * now[1, i]
            clamped = True
        total += abs(d_t) + abs(d_w)
        moved_t = max(moved_t, abs(d_t))
        moved_phi = max(moved_phi, abs(known[i, PHI_W] * d_w))
        now[0, i] += d_t
        now[1, i] += d_w
    near = not clamped and moved_t < NEAR_T and moved_phi < NEAR_PHI
    return near, np.isfinite(total)


@kernel
def passed(edge: Array, right: Array, i: int) -> tuple[float, float]:
    """Water and heat that passed an edge, with what the last change added."""
    d_t, d_w = right[i, 0], right[i, 1]
    return edge[0] + edge[1] * d_t + edge[2] * d_w, edge[3] + edge[4] * d_t + edge[5] * d_w


@kernel
def book(roof: Roof, caps: Array, work: Work, booked: Array) -> None:
    """Book what passed in this stage [per second]."""
    width, places = roof[3], roof[6]
    right, edges = work[4], work[5]
    n = len(width)
    booked[BY_OUT], booked[HEAT_OUT] = passed(edges[OUTER], right, 0)
    booked[BY_RAIN], _ = passed(edges[RAINED], right, 0)
    booked[BY_IN], booked[HEAT_IN] = passed(edges[INNER], right, n - 1)
    cavity, cell = max(0, places[CAVITY]), max(0, places[LEAK_CELL])
    booked[BY_CAVITY], by_cavity = passed(edges[AIRED], right, cavity)
    booked[BY_AIR], by_air = passed(edges[LEAKED], right, cell)
    booked[HEAT_OTHER] = by_cavity + by_air
    booked[BY_LEAK] = 0.0
    for i in range(max(0, places[WET_FROM]), places[WET_TO]):
        booked[BY_LEAK] += caps[1] * width[i]


@kernel
def stage(
    roof: Roof,
    hour: Array,
    caps: Array,
    base: Array,
    dt: float,
    turned: NDArray[np.bool_],
    now: Array,
    work: Work,
    flow: Array,
    booked: Array,
) -> bool:
    """Newton's method for one stage of length ``dt`` [s]; True where it was found.

    Args:
        roof: tables, materials, kinds, widths, faces, surfaces, places.
        hour: what is outside and inside.
        caps: what leaks may bring, share of radiation, potential of a full covering.
        base: temperature and water that the stage starts from.
        dt: of the stage [s].
        turned: faces of one-way sheets that vapour passes outwards.
        now: the iterate, changed in place.
        work: arrays of the system.
        flow: what passes a face.
        booked: gets what passed [per second].
    """
    known, low, mid, up, right, _ = work
    for _round in range(MOST_ROUNDS):
        know(roof[0], roof[1], roof[2], now[0], now[1], known)
        store(roof, base, dt, now, mid, right)
        between(roof, now, turned, work, flow)
        around(roof, hour, caps, now, work)
        solve(low, mid, up, right)
        near, finite = take(now, right, known)
        if not finite:
            return False
        if near:
            book(roof, caps, work, booked)
            return True
    return False
