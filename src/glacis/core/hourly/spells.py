# SPDX-License-Identifier: GPL-3.0-or-later
"""How long something lasts: days over a limit, spells, and how wood decays."""

import numpy as np
from msgspec import Struct
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.floating]


class Spells(Struct, frozen=True):
    """Days strictly over a limit.

    Attributes:
        days: in all [d].
        spells: lengths of those in a row, in their order [d].
        open: whether the last one goes on beyond the end.
    """

    days: int
    spells: tuple[int, ...]
    open: bool

    @property
    def longest(self) -> int:
        """The longest spell [d]."""
        return max(self.spells, default=0)


def spells_over(values: ArrayLike, limit: float, *, periodic: bool = False) -> Spells:
    """Days strictly over a limit; exactly at it does not count.

    Args:
        values: by day.
        limit: in the same unit.
        periodic: whether the last day is followed by the first: a spell then runs over the end.

    >>> spells_over([21, 21, 20, 22], 20.0).spells
    (2, 1)
    >>> spells_over([21, 21, 20, 22], 20.0, periodic=True).spells
    (3,)
    """
    over = np.asarray(values, float) > limit
    if not len(over):
        return Spells(0, (), False)
    edges = np.flatnonzero(np.diff(np.concatenate(([False], over, [False])).astype(int)))
    lengths = [int(b - a) for a, b in zip(edges[::2], edges[1::2], strict=True)]
    runs_on = bool(over[-1])
    if periodic and runs_on and over[0] and len(lengths) > 1:
        lengths = [*lengths[1:-1], lengths[-1] + lengths[0]]
    return Spells(int(over.sum()), tuple(lengths), runs_on)


YEARS_TO_FORGET = 17520.0
"""Hours in which what brings decay on is forgotten (Viitanen and others 2010, recalled; our judgement now)."""


def decay(temperature: Array, humidity: Array) -> float:
    """Loss of mass of untreated wood by decay [% of dry mass] (Viitanen and others 2010, recalled; an indicator).

    Args:
        temperature: hour by hour [°C].
        humidity: relative, of the wood's air [-].
    """
    warm = np.asarray(temperature, float)
    damp = 100 * np.minimum(1.0, np.asarray(humidity, float))
    grows = (warm > 0) & (damp >= 95)
    with np.errstate(divide="ignore", invalid="ignore"):
        ready = 720 * (2.3 * warm + 0.035 * damp - 0.024 * warm * damp)
        ready = ready / (-42.9 + 0.14 * warm + 0.45 * damp)
    speed = np.where(grows & (ready > 0), 1 / np.maximum(ready, 1e-6), -1 / YEARS_TO_FORGET)
    lost = np.maximum(0.0, -0.0596 + 1.96e-4 * warm + 6.25e-4 * damp)
    brought, gone = 0.0, 0.0
    for step, eats, by in zip(speed.tolist(), grows.tolist(), lost.tolist(), strict=True):
        brought = min(1.0, max(0.0, brought + step))
        if brought >= 1.0 and eats:
            gone += by
    return gone
