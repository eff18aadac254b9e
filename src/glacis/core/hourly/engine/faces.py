# SPDX-License-Identifier: GPL-3.0-or-later
"""What passes between two cells, with derivatives."""

from math import exp, log

from glacis.core.compiled import kernel
from glacis.core.hourly.engine.columns import (
    DELTA,
    DELTA_0,
    DELTA_W,
    H_V,
    JOINT,
    LAM,
    LAM_W,
    MODE,
    P_T,
    P_W,
    PHI,
    PHI_T,
    PHI_W,
    PLAIN,
    POT,
    POT_W,
    R_FACE,
    SD_A,
    SD_B,
    STAR,
    STAR_T,
    STAR_W,
    THAWED,
    VARIABLE,
    Array,
    P,
)

TURN, SHARP = 0.60, 18.0
"""Humidity at which a variable sheet is half open, and how sharply it turns [-]; our judgement: the course of usual
sheets, where a product's points are known they win."""


@kernel
def inside(a: Array, b: Array, t_a: float, t_b: float, apart: float, out: Array) -> None:
    """Between two cells of one material: ``out`` gets water, heat and their slopes by T and w of both."""
    delta = 0.5 * (a[DELTA] + b[DELTA]) / apart
    lam = 0.5 * (a[LAM] + b[LAM]) / apart
    drop = a[P] - b[P]
    g_v = delta * drop
    liquid = min(a[THAWED], b[THAWED]) / apart
    q = lam * (t_a - t_b)
    g_wa = delta * a[P_W] + 0.5 * a[DELTA_W] / apart * drop
    g_wb = -delta * b[P_W] + 0.5 * b[DELTA_W] / apart * drop
    g_ta, g_tb = delta * a[P_T], -delta * b[P_T]
    out[0] = g_v + liquid * (a[POT] - b[POT])
    out[1], out[2] = g_ta, g_wa + liquid * a[POT_W]
    out[3], out[4] = g_tb, g_wb - liquid * b[POT_W]
    out[5] = q + H_V * g_v
    out[6] = lam + H_V * g_ta
    out[7] = 0.5 * a[LAM_W] / apart * (t_a - t_b) + H_V * g_wa
    out[8] = -lam + H_V * g_tb
    out[9] = 0.5 * b[LAM_W] / apart * (t_a - t_b) + H_V * g_wb


@kernel
def across(
    a: Array,
    b: Array,
    t_a: float,
    t_b: float,
    half_a: float,
    half_b: float,
    face: Array,
    turned: bool,
    out: Array,
) -> None:
    """Across a change of material or a sheet: vapour and liquid of each half cell side by side."""
    s_d, s_d_phi = face[SD_A], 0.0
    if face[MODE] == VARIABLE:
        ends = log(face[SD_B] / face[SD_A])
        open_ = 1.0 / (1.0 + exp(-SHARP * (0.5 * (a[PHI] + b[PHI]) - TURN)))
        s_d = face[SD_A] * exp(open_ * ends)
        s_d_phi = s_d * ends * SHARP * open_ * (1.0 - open_) * 0.5
    elif face[MODE] != PLAIN and turned:
        s_d = face[SD_B]
    sheet = s_d / DELTA_0
    r = half_a / a[STAR] + sheet + half_b / b[STAR]
    drop = a[P] - b[P]
    g = drop / r
    by_a, by_b = half_a / (a[STAR] * a[STAR]) / r * g, half_b / (b[STAR] * b[STAR]) / r * g
    by_phi = -s_d_phi / DELTA_0 / r * g
    out[0] = g
    out[1] = a[P_T] / r + by_a * a[STAR_T] + by_phi * a[PHI_T]
    out[2] = a[P_W] / r + by_a * a[STAR_W] + by_phi * a[PHI_W]
    out[3] = -b[P_T] / r + by_b * b[STAR_T] + by_phi * b[PHI_T]
    out[4] = -b[P_W] / r + by_b * b[STAR_W] + by_phi * b[PHI_W]
    vapour = 1.0
    if face[JOINT] < 2.0:
        vapour = max(a[DELTA] / a[STAR], b[DELTA] / b[STAR])
    resistance = half_a / a[LAM] + face[R_FACE] + half_b / b[LAM]
    q = (t_a - t_b) / resistance
    latent = H_V * vapour
    out[5] = q + latent * g
    out[6] = 1.0 / resistance + latent * out[1]
    out[7] = q / resistance * half_a / (a[LAM] * a[LAM]) * a[LAM_W] + latent * out[2]
    out[8] = -1.0 / resistance + latent * out[3]
    out[9] = q / resistance * half_b / (b[LAM] * b[LAM]) * b[LAM_W] + latent * out[4]
