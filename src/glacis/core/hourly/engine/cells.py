# SPDX-License-Identifier: GPL-3.0-or-later
"""What follows in every cell from its temperature and water content, with derivatives."""

from math import exp, log

from glacis.core.compiled import kernel
from glacis.core.hourly.engine.columns import (
    DELTA,
    DELTA_0,
    DELTA_W,
    FLOW,
    FREEZES,
    INVERSE_MU,
    KELVIN,
    LAM,
    LAM_W,
    LAMBDA,
    P_T,
    P_W,
    PHI,
    PHI_T,
    PHI_W,
    POT,
    POT_W,
    RETAINED,
    RETENTION,
    SCALE,
    SPREAD,
    STAR,
    STAR_T,
    STAR_W,
    STEP,
    STEPS,
    THAWED,
    Array,
    P,
    Whole,
)

SOLID = 2.0
"""Below zero by this [K] no water of filled pores moves any more; our judgement, untested; bound water of wood does."""


@kernel
def saturation(t: float) -> tuple[float, float]:
    """Pressure [Pa] over water or ice, and its slope [Pa/K] (ISO 13788:2012, annex E.1)."""
    if t >= 0.0:
        below = 237.3 + t
        p = 610.5 * exp(17.269 * t / below)
        return p, p * 17.269 * 237.3 / (below * below)
    below = 265.5 + t
    p = 610.5 * exp(21.875 * t / below)
    return p, p * 21.875 * 265.5 / (below * below)


@kernel
def place(scale: float, step: float, w: float) -> tuple[int, float, float]:
    """Where a water content lies in a table: the interval, the share of it, and its slope by water."""
    u = log(1.0 + w / scale)
    at = u / step
    k = int(at)
    if k > STEPS - 1:
        k = STEPS - 1
    if k < 0:
        k = 0
    return k, at - k, 1.0 / (step * (scale + w))


@kernel
def know(
    tables: Array, materials: Array, kinds: Whole, temperature: Array, water: Array, known: Array
) -> None:
    """Fill what is known of every cell at an iterate."""
    for i in range(len(water)):
        m = kinds[i]
        t, w = temperature[i], water[i]
        scale, step = materials[m, SCALE], materials[m, STEP]
        k, share, slope = place(scale, step, w)
        row = tables[m]
        d_value = row[RETAINED, k + 1] - row[RETAINED, k]
        value = row[RETAINED, k] + share * d_value
        if materials[m, RETENTION] > 0.0:
            kelvin = t + KELVIN
            phi = exp(-value / kelvin)
            phi_w = -phi / kelvin * d_value * slope
            phi_t = phi * value / (kelvin * kelvin)
        else:
            phi, phi_w, phi_t = value, d_value * slope, 0.0
        sat, sat_t = saturation(t)
        d_mu = row[INVERSE_MU, k + 1] - row[INVERSE_MU, k]
        delta = DELTA_0 * (row[INVERSE_MU, k] + share * d_mu)
        delta_w = DELTA_0 * d_mu * slope
        d_lam = row[LAMBDA, k + 1] - row[LAMBDA, k]
        d_pot = row[FLOW, k + 1] - row[FLOW, k]
        d_spread = row[SPREAD, k + 1] - row[SPREAD, k]
        spread = row[SPREAD, k] + share * d_spread
        spread_w, spread_t = d_spread * slope, 0.0
        if materials[m, RETENTION] > 0.0:
            by = (t + KELVIN) / phi
            spread_w = spread_w * by - spread * by / phi * phi_w
            spread_t = spread / phi - spread * by / phi * phi_t
            spread *= by
        thawed = 1.0
        if materials[m, FREEZES] > 0.0:
            thawed = min(1.0, max(0.0, 1.0 + t / SOLID))
            spread_t = thawed * spread_t + (spread / SOLID if 0.0 < thawed < 1.0 else 0.0)
            spread, spread_w = thawed * spread, thawed * spread_w
        known[i, THAWED] = thawed
        known[i, PHI], known[i, PHI_W], known[i, PHI_T] = phi, phi_w, phi_t
        known[i, P] = phi * sat
        known[i, P_W] = phi_w * sat
        known[i, P_T] = phi * sat_t + phi_t * sat
        known[i, DELTA], known[i, DELTA_W] = delta, delta_w
        known[i, LAM] = row[LAMBDA, k] + share * d_lam
        known[i, LAM_W] = d_lam * slope
        known[i, POT] = row[FLOW, k] + share * d_pot
        known[i, POT_W] = d_pot * slope
        known[i, STAR] = delta + spread / sat
        known[i, STAR_W] = delta_w + spread_w / sat
        known[i, STAR_T] = spread_t / sat - spread * sat_t / (sat * sat)
