# SPDX-License-Identifier: GPL-3.0-or-later
"""Hours that are missing from a series, filled from what stands around them."""

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

Array = NDArray[np.float64]
SHORT_GAP, LONG_GAP = 6, 48
"""Longest gaps that are filled straight, and from the days around [h]; our judgement."""


class Filled(Struct, frozen=True, eq=False):
    """A series without gaps, how many hours were filled, and the longest gap [h]."""

    values: Array
    count: int
    longest: int


def gaps_of(missing: NDArray[np.bool_]) -> list[tuple[int, int]]:
    """First hour and length of every gap."""
    edges = np.flatnonzero(np.diff(np.concatenate(([False], missing, [False])).astype(int)))
    return [(int(a), int(b - a)) for a, b in zip(edges[::2], edges[1::2], strict=True)]


def filled(values: Array, *, accept_long: bool = False) -> Filled:
    """A series with its gaps filled: to 6 h straight, to 48 h (any, if accepted) by the same hour of other days.

    A gap that is too long is left as it is; the longest one tells.
    """
    missing = np.isnan(values)
    gaps = gaps_of(missing)
    longest = max((length for _, length in gaps), default=0)
    made = values.copy()
    hours = np.arange(len(values))
    known = ~missing
    if not known.any():
        return Filled(made, 0, len(values))
    straight = np.interp(hours, hours[known], values[known]) if gaps else made
    for start, length in gaps:
        span = slice(start, start + length)
        if length <= SHORT_GAP:
            made[span] = straight[span]
        elif length <= LONG_GAP or accept_long:
            made[span] = _from_days(values, start, length)
    return Filled(made, int(missing.sum()), longest)


def _from_days(values: Array, start: int, length: int) -> Array:
    """Mean of the same hour of the nearest days before and after on which it is known."""
    known = ~np.isnan(values)
    made = np.empty(length)
    for k in range(length):
        hours = np.arange((start + k) % 24, len(values), 24)
        hours = hours[known[hours]]
        before, after = hours[hours < start + k], hours[hours > start + k]
        near = values[np.concatenate((before[-1:], after[:1]))]
        made[k] = near.mean() if len(near) else float(np.nanmean(values))
    return made


def filled_sun(
    level: Array, beam: Array, diffuse: Array, height: Array
) -> tuple[Array, Array, Array, int, int]:
    """Global, beam and diffuse radiation [W/m²] without gaps.

    Global comes from its parts where those are known, else from the same hour of the days around; what is
    missing of the parts follows from it.

    Args:
        level: global on the level.
        beam: normal to the sun.
        diffuse: on the level.
        height: mean sine of the sun's elevation in the hour [-].

    Returns:
        The three, how many hours came from parts and how many from other days.
    """
    parts = beam * height + diffuse
    from_parts = np.isnan(level) & ~np.isnan(parts)
    made = np.where(from_parts, parts, level)
    missing = np.isnan(made)
    made = _by_days(made, height)
    high = np.maximum(height, 0.02)
    one = np.isnan(beam) & ~np.isnan(diffuse) & ~missing
    direct = _by_days(np.where(one, np.maximum(0.0, made - diffuse) / high, beam), height)
    spread = np.where(np.isnan(diffuse), np.maximum(0.0, made - direct * height), diffuse)
    return made, direct, spread, int(from_parts.sum()), int(missing.sum())


def _by_days(values: Array, height: Array) -> Array:
    """Radiation with all its gaps filled by the same hour of other days; none by night."""
    made = values.copy()
    for start, length in gaps_of(np.isnan(values)):
        span = slice(start, start + length)
        made[span] = np.where(height[span] > 0, _from_days(values, start, length), 0.0)
    return made
