# SPDX-License-Identifier: GPL-3.0-or-later
"""What passes the two surfaces of a roof, and what comes into its cells from elsewhere, with derivatives."""

from glacis.core.compiled import kernel
from glacis.core.hourly.engine.cells import saturation
from glacis.core.hourly.engine.columns import (
    AIR,
    AIR_HEAT,
    BETA_IN,
    BETA_OUT,
    DELTA_0,
    EMIT,
    GAIN,
    H_IN,
    H_OUT,
    H_V,
    KELVIN,
    L_IN,
    LAM,
    LAM_W,
    LEAK_AIR,
    P_IN,
    P_OUT,
    P_T,
    P_W,
    POT,
    POT_W,
    R_FACE,
    R_V,
    RAIN,
    SD_A,
    SIGMA,
    STAR,
    STAR_T,
    STAR_W,
    T_IN,
    T_OUT,
    Array,
    P,
)

ROUNDS = 3
"""Newton steps for the temperature of the surface; our judgement: the third changes nothing that is shown."""
PLANTS_PASS = 0.6
"""Share of radiation that heats a moist planted substrate [-]; our judgement, the rest evaporates water."""


@kernel
def outer(
    a: Array, t: float, half: float, face: Array, hour: Array, shaded: float, out: Array
) -> float:
    """From the outside into the outermost cell; gives the temperature of the surface [°C].

    ``out`` gets water [kg/(m²·s)] and its slopes by T and w, heat [W/m²] and its slopes.
    """
    k = 1.0 / (half / a[LAM] + face[R_FACE])
    gain, emit = hour[GAIN] * shaded, hour[EMIT] * shaded
    surface = t
    slope = k
    for _ in range(ROUNDS):
        kelvin = surface + KELVIN
        cube = emit * SIGMA * kelvin * kelvin * kelvin
        net = hour[H_OUT] * (hour[T_OUT] - surface) + gain + emit * hour[L_IN] - cube * kelvin
        slope = hour[H_OUT] + 4.0 * cube + k
        surface += (net - k * (surface - t)) / slope
        if emit == 0.0:
            break
    k_w = k * k * half / (a[LAM] * a[LAM]) * a[LAM_W]
    left = 1.0 - k / slope
    r = 1.0 / hour[BETA_OUT] + face[SD_A] / DELTA_0 + half / a[STAR]
    g = (hour[P_OUT] - a[P]) / r
    by = half / (a[STAR] * a[STAR]) / r * g
    out[0] = g
    out[1] = -a[P_T] / r + by * a[STAR_T]
    out[2] = -a[P_W] / r + by * a[STAR_W]
    out[3] = k * (surface - t) + H_V * g
    out[4] = -k * left + H_V * out[1]
    out[5] = k_w * (surface - t) * left + H_V * out[2]
    return surface


@kernel
def inner(a: Array, t: float, half: float, face: Array, hour: Array, out: Array) -> None:
    """From the room into the innermost cell, as :func:`outer`."""
    r_heat = half / a[LAM] + face[R_FACE] + 1.0 / hour[H_IN]
    q = (hour[T_IN] - t) / r_heat
    r = half / a[STAR] + face[SD_A] / DELTA_0 + 1.0 / hour[BETA_IN]
    g = (hour[P_IN] - a[P]) / r
    by = half / (a[STAR] * a[STAR]) / r * g
    out[0] = g
    out[1] = -a[P_T] / r + by * a[STAR_T]
    out[2] = -a[P_W] / r + by * a[STAR_W]
    out[3] = q + H_V * g
    out[4] = -1.0 / r_heat + H_V * out[1]
    out[5] = q / r_heat * half / (a[LAM] * a[LAM]) * a[LAM_W] + H_V * out[2]


@kernel
def rained(a: Array, half: float, full: float, hour: Array, out: Array) -> None:
    """Rain that the outermost cell takes up: what falls, or what it can draw."""
    drawn = (full - a[POT]) / half
    if drawn < hour[RAIN]:
        out[0], out[1] = max(0.0, drawn), 0.0
        out[2] = -a[POT_W] / half if drawn > 0.0 else 0.0
    else:
        out[0], out[1], out[2] = hour[RAIN], 0.0, 0.0


@kernel
def aired(a: Array, t: float, depth: float, hour: Array, out: Array) -> None:
    """What moving outside air brings to the air of a cavity."""
    per = hour[AIR] * depth / 3600.0
    kelvin = t + KELVIN
    by = per / R_V
    out[0] = by * (hour[P_OUT] / (hour[T_OUT] + KELVIN) - a[P] / kelvin)
    out[1] = by * (a[P] / (kelvin * kelvin) - a[P_T] / kelvin)
    out[2] = -by * a[P_W] / kelvin
    out[3] = per * AIR_HEAT * (hour[T_OUT] - t) + H_V * out[0]
    out[4] = -per * AIR_HEAT + H_V * out[1]
    out[5] = H_V * out[2]


@kernel
def leaked(t: float, hour: Array, most: float, out: Array) -> float:
    """Water that leaking room air leaves at a cold plane, ``most`` at most; it arrives as vapour."""
    sat, sat_t = saturation(t)
    by = hour[LEAK_AIR] / (R_V * (hour[T_IN] + KELVIN))
    g = by * max(0.0, hour[P_IN] - sat)
    if g > most:
        out[0], out[1] = most, 0.0
    else:
        out[0], out[1] = g, (-by * sat_t if g > 0.0 else 0.0)
    return float(g)
