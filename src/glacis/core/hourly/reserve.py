# SPDX-License-Identifier: GPL-3.0-or-later
"""How much water a roof forgives: the most that may get into it every year while its wood stays under its limit."""

from collections.abc import Callable

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from glacis.core.graph.part import Progress
from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.roof import Roof
from glacis.core.hourly.run import Run, Small, Watch, run_until
from glacis.core.hourly.verdicts import masses

Array = NDArray[np.float64]
FIRST, MOST = 0.1, 4.0
"""Water that is tried first, and at most [kg/(m²·a)]; our judgement."""
NEAR, SHARE = 0.01, 0.1
"""To how much the reserve is found [kg/(m²·a), or a share of it]; our judgement: no more is meant."""
MOST_RUNS = 14
"""Runs by which progress is told; our judgement: 6 to 11 are usual."""
MOST_AIR, NEAR_AIR = 16.0, 0.5
"""Times the air that leaks in at most, and to how much that is found [-]; our judgement: no more is meant."""
WANTED = 0.25
"""Reserve that is usually asked of roofs [kg/(m²·a)] (DIN 4108-3:2018, 5.3.3, recalled)."""


class Reserve(Struct, frozen=True):
    """What a roof forgives of water that comes steadily.

    Attributes:
        water: a year [kg/m²]; at least that where ``more``.
        more: whether the roof forgave all that was tried.
        runs: that were needed.
        years: of all of them.
        settled: whether the last run that held had settled.
    """

    water: float
    more: bool
    runs: int
    years: int
    settled: bool


class Most(Struct, frozen=True):
    """The most that holds; at least that where ``more``."""

    value: float
    more: bool


def peak_over(found: Run, limits: dict[str, float]) -> float:
    """By how much the wettest wood passes its limit in the last year [% by mass]; negative under it."""
    return max(
        (
            float(masses(found, k)[-365:].max()) - limits[watch.layer]
            for k, watch in enumerate(found.watches)
            if watch.kind == "wood"
        ),
        default=-np.inf,
    )


class Sought(Struct, frozen=True, eq=False):
    """What is run again and again.

    Attributes:
        roof: the area.
        hours: 8760 from the first of its month on.
        span: that month, January 1, and years at most.
        limits: of moisture by layer [% by mass].
    """

    roof: Roof
    hours: Array
    span: tuple[int, int]
    limits: dict[str, float]


class _Trying:
    """Runs with more or less water."""

    def __init__(self, sought: Sought, progress: Progress) -> None:
        self._sought, self._progress = sought, progress
        roof = sought.roof
        self._wetted = replace(roof, case=replace(roof.case, wetted=roof.woods[0]))
        self.hours = sought.hours
        self.runs, self.years, self.settled = 0, 0, True

    def holds(self, hours: Array, *, wetted: bool = True) -> bool:
        """Whether the limit holds in these hours, with water at the outer face of the outermost wood or without."""
        share = self.runs
        self.runs += 1

        def tell(part: float, words: str) -> None:
            self._progress(min(0.99, (share + part) / MOST_RUNS), words)

        roof = self._wetted if wetted else self._sought.roof
        found = run_until(roof, hours, self._sought.span, tell, self._is_clear)
        self.years += found.years
        passed = peak_over(found, self._sought.limits)
        if passed <= 0:
            self.settled = found.settled
        return passed <= 0

    def _is_clear(self, watches: tuple[Watch, ...], years: list[Small]) -> bool:
        """Whether later years only confirm it: over the limit and no drier than before, or under it and no wetter.

        A roof that is run through the same year again and again comes nearer to its end from one side.
        """
        if len(years) < 2:
            return False
        before, after = (self._over(watches, year) for year in years[-2:])
        return (after > 0 and after >= before) or (after <= 0 and after <= before)

    def _over(self, watches: tuple[Watch, ...], year: Small) -> float:
        """By how much the wettest wood passes its limit in a year [% by mass]."""
        return max(
            float(year[:, k, 2].reshape(-1, 24).mean(axis=1).max()) * 100 / watch.density
            - self._sought.limits[watch.layer]
            for k, watch in enumerate(watches)
            if watch.kind == "wood"
        )

    def steadily(self, water: float) -> bool:
        """Whether it holds with so much water a year [kg/m²]."""
        hours = self.hours.copy()
        hours[:, col.LEAK_RAIN] += water / (365 * 86400.0)
        return self.holds(hours)

    def in_rain(self, share: float) -> bool:
        """Whether it holds with so much of each hour's rain [-]."""
        hours = self.hours.copy()
        hours[:, col.LEAK_RAIN] += share * hours[:, col.RAIN]
        return self.holds(hours)

    def in_air(self, times: float) -> bool:
        """Whether it holds with so many times the air that leaks in [-]."""
        hours = self.hours.copy()
        hours[:, col.LEAK_AIR] *= times
        return self.holds(hours, wetted=False)


def _most(holds: Callable[[float], bool], first: float, most: float, near: float) -> Most:
    """The most that holds, where nothing does: doubled until it fails, then halved between."""
    good, bad = 0.0, first
    while bad <= most and holds(bad):
        good, bad = bad, 2 * bad
    if bad > most:
        return Most(good, more=True)
    while bad - good > max(near, SHARE * bad):
        middle = (good + bad) / 2
        good, bad = (middle, bad) if holds(middle) else (good, middle)
    return Most(good, more=False)


def reserve_of(sought: Sought, progress: Progress) -> Reserve | None:
    """The reserve of an area; None where it has no wood."""
    if not sought.roof.woods:
        return None
    trying = _Trying(sought, progress)
    found = Most(0.0, more=False)
    if trying.steadily(0.0):
        found = _most(trying.steadily, FIRST, MOST, NEAR)
    return Reserve(found.value, found.more, trying.runs, trying.years, trying.settled)


def _most_near(holds: Callable[[float], bool], guess: float, most: float, near: float) -> Most:
    """The same from a guess on: first to both sides of what is sought, then halved between."""
    if holds(guess):
        found = _most(
            lambda more: holds(guess + more), max(near, SHARE * guess), most - guess, near
        )
        return Most(guess + found.value, found.more)
    good, bad = guess / 2, guess
    while good > near and not holds(good):
        good, bad = good / 2, good
    good = good if good > near else 0.0
    while bad - good > max(near, SHARE * bad):
        middle = (good + bad) / 2
        good, bad = (middle, bad) if holds(middle) else (good, middle)
    return Most(good, more=False)


def rain_borne_by(sought: Sought, reserve: Reserve | None, progress: Progress) -> Most | None:
    """Share of each hour's rain that an area bears [-]; None where it has no wood, or no rain is known.

    Args:
        sought: what is run.
        reserve: of it, near which what is borne of the rain lies.
        progress: told while it goes on.
    """
    fallen = float(sought.hours[:, col.RAIN].sum()) * 3600
    if reserve is None or fallen <= 0:
        return None
    if reserve.water <= 0:
        return Most(0.0, more=False)
    trying = _Trying(sought, progress)
    return _most_near(trying.in_rain, reserve.water / fallen, MOST / fallen, NEAR / fallen)


def air_borne_by(sought: Sought, progress: Progress) -> Most | None:
    """Times the air that leaks in now that an area bears [-]; None where it has no wood or nothing leaks in.

    0 where that is too much already.
    """
    if not sought.roof.woods or float(sought.hours[:, col.LEAK_AIR].max()) <= 0:
        return None
    trying = _Trying(sought, progress)
    if not trying.in_air(1.0):
        return Most(0.0, more=False)
    found = _most(trying.in_air, 2.0, MOST_AIR, NEAR_AIR)
    return Most(max(1.0, found.value), found.more)
