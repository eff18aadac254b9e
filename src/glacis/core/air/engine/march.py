# SPDX-License-Identifier: GPL-3.0-or-later
"""Air that is marched through a bay, cell by cell, and the flows at which its pressures balance.

Formulas: laminar friction in rectangular ducts after Shah and London (1978); Blasius; forced convection
of Dittus and Boelter (1930); still air layers and exchange by radiation as ISO 6946:2017, annex D.
"""

import numpy as np

from glacis.core.compiled import kernel

G, CP, R_AIR = 9.81, 1006.0, 287.05
"""Gravity [m/s²], heat capacity [J/(kg·K)] and gas constant of dry air [J/(kg·K)] (ISO 2533:1975)."""
VISCOSITY, K_AIR, PRANDTL = 1.85e-5, 0.026, 0.71
"""Of air near 25 °C: [Pa·s], [W/(m·K)], [-] (Incropera, Fundamentals of heat and mass transfer, table A.4)."""
SIGMA, KELVIN = 5.670374e-8, 273.15
"""Stefan's constant [W/(m²·K⁴)] (CODATA 2018), and 0 °C [K] by definition."""
LEAST, MOST, A_DECADE = 1e-7, 1.0, 8
"""Flows that are scanned [kg/s], and steps to a decade; our judgement: from a breath to a gale in one bay."""
SURE, NEARLY = 1e-13, 1e-7
"""Share of a flow to which it is found [-], once or hour by hour; our judgement, well above rounding."""
SETTLED, SCANNED, ROUGHLY = 1e-11, 1e-6, 1e-3
"""Change of temperature [K] at which exchange by radiation is settled, where it is told, where flows are
followed, and where they are looked for; our judgement."""
QUIET, RESTED = 1e-5, 1e-4
"""A flow [kg/s] at which air that has settled to this [K] in its first cell is still all but at rest: between the
least flow and it nothing turns (our judgement: what is left over changes evenly there)."""
BEYOND = 3.0
"""Where losses exceed all that resting air and wind drive so many times, no greater flow holds itself (our
judgement: moving air is nowhere further from the outside's temperature than resting air is somewhere)."""
TURNS = 60
"""Rounds after which it is taken as it is; our judgement: five settle it."""

# Columns of a segment.
LENGTH, DEPTH, SINE, R_TOP, R_BOTTOM, T_SOL, T_BELOW, ZETA, ROUGH, E_TOP, E_BOTTOM = range(11)
# Columns of a cell: its segment, length, temperatures of air at entry, exit and mean, of both faces,
# exchange by radiation and by moving air, buoyancy and friction.
SEGMENT, DX, T_IN, T_OUT, T_AIR, T_UPPER, T_LOWER, H_R, H_C, RISE, DRAG = range(11)
COLUMNS = 11
"""Columns of a cell, by definition of the list above."""


@kernel
def rho(t: float, p: float) -> float:
    """Density of dry air [kg/m³] at ``t`` [°C] and ``p`` [Pa]."""
    return p / (R_AIR * (t + KELVIN))


@kernel
def friction(reynolds: float, ratio: float) -> float:
    """Friction factor (Darcy) in a duct whose sides are as ``ratio``, short to long [-]."""
    a = ratio
    series = 1.3553 - a * (1.9467 - a * (1.7012 - a * (0.9564 - a * 0.2537)))
    return max(96.0 * (1.0 - a * series) / reynolds, 0.3164 * reynolds**-0.25)


@kernel
def still(depth: float, t_above: float, t_below: float) -> float:
    """Exchange across a still air layer [W/(m²·K)]: less where it is warmer above."""
    if t_above < t_below:
        return max(1.95, 0.025 / depth)
    return max(0.12 * depth**-0.44, 0.025 / depth)


@kernel
def moving(reynolds: float, diameter: float, quiet: float) -> float:
    """Exchange between a face and air that moves [W/(m²·K)], at least that of still air at each face."""
    nusselt = max(7.54, 0.023 * reynolds**0.8 * PRANDTL**0.4)
    return max(K_AIR / diameter * nusselt, 2.0 * quiet)


@kernel
def radiant(t_top: float, t_bottom: float, e_top: float, e_bottom: float) -> float:
    """Exchange by radiation between two faces [W/(m²·K)]; none where one is stated to give off nothing."""
    if e_top <= 0.0 or e_bottom <= 0.0:
        return 0.0
    mean = 0.5 * (t_top + t_bottom) + KELVIN
    return 4.0 * SIGMA * mean**3 / (1.0 / e_top + 1.0 / e_bottom - 1.0)


@kernel
def faces(
    seg: np.ndarray, h_c: float, h_r: float, t_air: float,
) -> tuple[float, float, float, float]:  # fmt: skip
    """Temperatures of the upper and lower face beside air of ``t_air`` [°C], and how much of it they follow."""
    up, down = 1.0 / seg[R_TOP], 1.0 / seg[R_BOTTOM]
    a, b = up + h_c + h_r, down + h_c + h_r
    det = a * b - h_r * h_r
    p, q = seg[T_SOL] * up + h_c * t_air, seg[T_BELOW] * down + h_c * t_air
    follow_top, follow_bottom = h_c * (b + h_r) / det, h_c * (a + h_r) / det
    return (b * p + h_r * q) / det, (a * q + h_r * p) / det, follow_top, follow_bottom


@kernel
def march(
    m: float, up: float, segs: np.ndarray, counts: np.ndarray, width: float, t_in: float,
    p: float, fixed: float, close: float, cells: np.ndarray,
) -> tuple[float, float, float]:  # fmt: skip
    """Air of ``m`` [kg/s] through all segments from the low end where ``up`` is 1, else from the high end.

    ``fixed`` [W/(m²·K)] takes the place of the exchange with moving air where it is not negative.
    Fills ``cells`` in the order of the air; gives buoyancy and friction [Pa], and its temperature at the exit [°C].
    """
    lift, drag, t, row = 0.0, 0.0, t_in, 0
    top, bottom, before = 0.0, 0.0, -1
    rho_out = rho(t_in, p)
    total = segs.shape[0]
    for order in range(total):
        k = order if up > 0 else total - 1 - order
        seg = segs[k]
        depth, dx = seg[DEPTH], seg[LENGTH] / counts[k]
        area, diameter = width * depth, 2.0 * width * depth / (width + depth)
        reynolds = m * diameter / (area * VISCOSITY)
        factor = seg[ROUGH] * friction(reynolds, min(width, depth) / max(width, depth))
        h_c = moving(reynolds, diameter, still(depth, seg[T_SOL], seg[T_BELOW]))
        if fixed >= 0.0:
            h_c = fixed
        for cell in range(counts[k]):
            if k != before:
                top, bottom, before = seg[T_SOL], seg[T_BELOW], k
            t_air, h_r, t_out = t, 0.0, t
            for _ in range(TURNS):
                h_r = radiant(top, bottom, seg[E_TOP], seg[E_BOTTOM])
                at_zero, low_zero, gain, low_gain = faces(seg, h_c, h_r, 0.0)
                hold = h_c * (2.0 - gain - low_gain)
                limit = h_c * (at_zero + low_zero) / hold
                n = hold * width * dx / (m * CP)
                fade = -np.expm1(-n)
                t_out = limit + (t - limit) * (1.0 - fade)
                t_air = limit + (t - limit) * fade / n
                moved = abs(at_zero + gain * t_air - top) + abs(
                    low_zero + low_gain * t_air - bottom
                )
                top, bottom = at_zero + gain * t_air, low_zero + low_gain * t_air
                if moved < close:
                    break
            dense = rho(t_air, p)
            rise = G * seg[SINE] * dx * (rho_out - dense)
            zeta = seg[ZETA] if cell == 0 else 0.0
            loss = (factor * dx / diameter + zeta) * m * m / (2.0 * dense * area * area)
            lift += rise
            drag += loss
            line = cells[row]
            line[SEGMENT], line[DX] = k, dx
            line[T_IN], line[T_OUT], line[T_AIR] = t, t_out, t_air
            line[T_UPPER], line[T_LOWER], line[H_R], line[H_C] = top, bottom, h_r, h_c
            line[RISE], line[DRAG] = rise, loss
            row += 1
            t = t_out
    return lift, drag, t


@kernel
def surplus(
    m: float, up: float, segs: np.ndarray, counts: np.ndarray, width: float, ends: np.ndarray,
    t_in: float, p: float, wind: float, fixed: float, close: float, cells: np.ndarray,
) -> float:  # fmt: skip
    """Pressure [Pa] that is left over when ``m`` [kg/s] has passed; ``ends`` are C_d A of low and high vent [m²]."""
    lift, drag, t_out = march(m, up, segs, counts, width, t_in, p, fixed, close, cells)
    first, last = (ends[0], ends[1]) if up > 0 else (ends[1], ends[0])
    enter = m * m / (2.0 * rho(t_in, p) * first * first)
    leave = m * m / (2.0 * rho(t_out, p) * last * last)
    return up * (lift + wind) - drag - enter - leave


@kernel
def between(
    low: float, high: float, left: float, right: float, share: float, up: float, segs: np.ndarray,
    counts: np.ndarray, width: float, ends: np.ndarray, t_in: float, p: float, wind: float,
    fixed: float, close: float, cells: np.ndarray,
) -> float:  # fmt: skip
    """The flow between two [kg/s] at which nothing is left over: secants, halved where they dawdle (Brent 1973).

    ``left`` and ``right`` are what is left over there [Pa], ``share`` is how closely it is found.
    """
    a, b, fa, fb = low, high, left, right
    c, fc, step, before = a, fa, b - a, b - a
    for _ in range(100):
        if (fb > 0.0) == (fc > 0.0):
            c, fc, step, before = a, fa, b - a, b - a
        if abs(fc) < abs(fb):
            a, b, c, fa, fb, fc = b, c, b, fb, fc, fb
        near, half = share * abs(b), 0.5 * (c - b)
        if abs(half) <= near or fb == 0.0:
            break
        if abs(before) >= near and abs(fa) > abs(fb):
            s = fb / fa
            if a == c:
                num, den = 2.0 * half * s, 1.0 - s
            else:
                q, r = fa / fc, fb / fc
                num = s * (2.0 * half * q * (q - r) - (b - a) * (r - 1.0))
                den = (q - 1.0) * (r - 1.0) * (s - 1.0)
            if num > 0.0:
                den = -den
            num = abs(num)
            if 2.0 * num < min(3.0 * half * den - abs(near * den), abs(before * den)):
                before, step = step, num / den
            else:
                step = before = half
        else:
            step = before = half
        a, fa = b, fb
        b += step if abs(step) > near else np.copysign(near, half)
        fb = surplus(b, up, segs, counts, width, ends, t_in, p, wind, fixed, close, cells)
    return b


@kernel
def stable_flows(
    share: float, segs: np.ndarray, counts: np.ndarray, width: float, ends: np.ndarray, t_in: float,
    p: float, wind: float, fixed: float, close: float, cells: np.ndarray, found: np.ndarray,
) -> int:  # fmt: skip
    """Fill ``found`` with flows [kg/s] that come back when they are disturbed, downward ones negative; how many."""
    number = 0
    ratio = 10.0 ** (1.0 / A_DECADE)
    march(LEAST, 1.0, segs, counts, width, t_in, p, fixed, ROUGHLY, cells)
    steepest, whole = 0.0, 0.0
    for row in range(cells.shape[0]):
        steepest = max(steepest, abs(cells[row, RISE]) / cells[row, DX])
        whole += cells[row, DX]
    most = BEYOND * (steepest * whole + abs(wind))
    for up in (1.0, -1.0):
        low = LEAST
        left = surplus(low, up, segs, counts, width, ends, t_in, p, wind, fixed, ROUGHLY, cells)
        rested = cells[0, T_OUT]
        right = surplus(QUIET, up, segs, counts, width, ends, t_in, p, wind, fixed, ROUGHLY, cells)
        if abs(cells[0, T_OUT] - rested) < RESTED and (left > 0.0) == (right > 0.0):
            low, left = QUIET, right
        while low < MOST * 0.999999 and number < found.shape[0] and left > -most:
            high = low * ratio
            right = surplus(
                high, up, segs, counts, width, ends, t_in, p, wind, fixed, ROUGHLY, cells
            )
            if left > 0.0 >= right:
                found[number] = up * between(
                    low, high, left, right, share, up, segs, counts, width, ends, t_in, p, wind, fixed,
                    close, cells,
                )  # fmt: skip
                number += 1
            low, left = high, right
    return number


@kernel
def drive_at_rest(
    segs: np.ndarray, counts: np.ndarray, width: float, t_in: float, p: float, wind: float,
    fixed: float, close: float, cells: np.ndarray,
) -> float:  # fmt: skip
    """What drives air that all but stands, upward positive [Pa]."""
    lift, _, _ = march(LEAST, 1.0, segs, counts, width, t_in, p, fixed, close, cells)
    return lift + wind


@kernel
def choose(found: np.ndarray, number: int, before: float, drive: float) -> float:
    """Of several flows the one in the direction of ``before``, else of the drive, the least [kg/s]; 0 for none."""
    if number == 0:
        return 0.0
    way = before if before != 0.0 else drive
    best = 0.0
    for k in range(number):
        if found[k] * way > 0.0 and (best == 0.0 or abs(found[k]) < abs(best)):
            best = found[k]
    if best == 0.0:
        best = found[0]
        for k in range(number):
            if abs(found[k]) < abs(best):
                best = found[k]
    return best


@kernel
def stilled(seg: np.ndarray) -> tuple[float, float, float, float, float]:
    """A segment through which no air passes: upper face, lower face, air [°C], h_c, h_r [W/(m²·K)]."""
    h_c = 2.0 * still(seg[DEPTH], seg[T_SOL], seg[T_BELOW])
    top, bottom, h_r = seg[T_SOL], seg[T_BELOW], 0.0
    for _ in range(TURNS):
        h_r = radiant(top, bottom, seg[E_TOP], seg[E_BOTTOM])
        across = 1.0 / (0.5 * h_c + h_r)
        q = (seg[T_SOL] - seg[T_BELOW]) / (seg[R_TOP] + across + seg[R_BOTTOM])
        new_top, new_bottom = seg[T_SOL] - q * seg[R_TOP], seg[T_BELOW] + q * seg[R_BOTTOM]
        moved = abs(new_top - top) + abs(new_bottom - bottom)
        top, bottom = new_top, new_bottom
        if moved < SETTLED:
            break
    return top, bottom, 0.5 * (top + bottom), h_c, h_r


@kernel
def near_before(
    before: float, share: float, segs: np.ndarray, counts: np.ndarray, width: float, ends: np.ndarray,
    t_in: float, p: float, wind: float, fixed: float, close: float, cells: np.ndarray,
) -> float:  # fmt: skip
    """The flow of this hour close to that of the hour before [kg/s]; 0 where it has to be sought afresh."""
    up = 1.0 if before > 0.0 else -1.0
    low, high = abs(before) / 1.3, abs(before) * 1.3
    left = surplus(low, up, segs, counts, width, ends, t_in, p, wind, fixed, close, cells)
    right = surplus(high, up, segs, counts, width, ends, t_in, p, wind, fixed, close, cells)
    for _ in range(12):
        if left > 0.0 >= right:
            return up * between(
                low,
                high,
                left,
                right,
                share,
                up,
                segs,
                counts,
                width,
                ends,
                t_in,
                p,
                wind,
                fixed,
                close,
                cells,
            )
        if left <= 0.0:
            high, right = low, left
            low /= 1.8
            if low < LEAST:
                return 0.0
            left = surplus(low, up, segs, counts, width, ends, t_in, p, wind, fixed, close, cells)
        else:
            low, left = high, right
            high *= 1.8
            if high > MOST:
                return 0.0
            right = surplus(high, up, segs, counts, width, ends, t_in, p, wind, fixed, close, cells)
    return 0.0


@kernel
def this_hour(
    before: float, segs: np.ndarray, counts: np.ndarray, width: float, ends: np.ndarray, t_in: float,
    p: float, wind: float, cells: np.ndarray, found: np.ndarray,
) -> float:  # fmt: skip
    """The flow of an hour [kg/s]: near that of the hour before, else sought afresh in both directions."""
    if before != 0.0:
        m = near_before(
            before, NEARLY, segs, counts, width, ends, t_in, p, wind, -1.0, SCANNED, cells
        )
        if m != 0.0:
            return m
    number = stable_flows(
        NEARLY, segs, counts, width, ends, t_in, p, wind, -1.0, SCANNED, cells, found
    )
    drive = drive_at_rest(segs, counts, width, t_in, p, wind, -1.0, SCANNED, cells)
    return choose(found, number, before, drive)


@kernel
def by_hour(
    segs: np.ndarray, counts: np.ndarray, width: float, ends: np.ndarray, t_out: np.ndarray,
    p: float, wind: np.ndarray, sol: np.ndarray, below: np.ndarray, cells: np.ndarray,
    found: np.ndarray, out: np.ndarray,
) -> None:  # fmt: skip
    """One bay over many hours, each beginning from the hour before.

    Args:
        segs: as they are at any hour; their temperatures are put in here.
        counts: cells of each.
        width: clear [m].
        ends: C_d A of low and high vent [m²].
        t_out: outside by hour [°C].
        p: air pressure [Pa].
        wind: pressure of the wind by hour, upward positive [Pa].
        sol: outside the covering, by segment and hour [°C].
        below: beneath, likewise [°C].
        cells: to work in.
        found: to work in.
        out: by hour: flow [kg/s], then mean upper face, lower face and air [°C].
    """
    before = 0.0
    for hour in range(t_out.shape[0]):
        for k in range(segs.shape[0]):
            segs[k, T_SOL] = sol[k, hour]
            segs[k, T_BELOW] = below[k, hour]
        m = 0.0
        if ends[0] > 0.0 and ends[1] > 0.0:
            m = this_hour(
                before, segs, counts, width, ends, t_out[hour], p, wind[hour], cells, found
            )
        means(m, segs, counts, width, t_out[hour], p, cells, out[hour])
        before = m


@kernel
def means(
    m: float, segs: np.ndarray, counts: np.ndarray, width: float, t_in: float, p: float,
    cells: np.ndarray, line: np.ndarray,
) -> None:  # fmt: skip
    """Flow and means along the bay into ``line``: upper face, lower face, air [°C]."""
    line[0] = m
    line[1:] = 0.0
    whole = 0.0
    for k in range(segs.shape[0]):
        whole += segs[k, LENGTH]
    if m == 0.0:
        for k in range(segs.shape[0]):
            top, bottom, air, _, _ = stilled(segs[k])
            share = segs[k, LENGTH] / whole
            line[1] += share * top
            line[2] += share * bottom
            line[3] += share * air
        return
    march(abs(m), 1.0 if m > 0.0 else -1.0, segs, counts, width, t_in, p, -1.0, SCANNED, cells)
    for row in range(cells.shape[0]):
        share = cells[row, DX] / whole
        line[1] += share * cells[row, T_UPPER]
        line[2] += share * cells[row, T_LOWER]
        line[3] += share * cells[row, T_AIR]
