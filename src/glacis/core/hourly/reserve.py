# SPDX-License-Identifier: GPL-3.0-or-later
"""How much water a roof forgives: the most that may get into it every year while its wood stays under its limit."""

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from glacis.core.graph.part import Progress
from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.roof import Roof
from glacis.core.hourly.run import Run, run
from glacis.core.hourly.verdicts import masses

Array = NDArray[np.float64]
FIRST, MOST = 0.1, 4.0
"""Water that is tried first, and at most [kg/(m²·a)]; our judgement."""
NEAR, SHARE = 0.01, 0.1
"""To how much the reserve is found [kg/(m²·a), or a share of it]; our judgement: no more is meant."""
MOST_RUNS = 14
"""Runs at most; our judgement: 6 to 11 are usual."""
WANTED = 0.25
"""Reserve that is usually asked of roofs [kg/(m²·a)] (DIN 4108-3:2018, 5.3.3, recalled)."""


class Reserve(Struct, frozen=True):
    """What a roof forgives.

    Attributes:
        water: a year [kg/m²]; at least that where ``more``.
        more: whether the roof forgave all that was tried.
        runs: that were needed.
        years: of all of them.
        settled: whether the last run that held had settled.
        rain: the same as a share of the year's rain [-]; None where no rain is known.
    """

    water: float
    more: bool
    runs: int
    years: int
    settled: bool
    rain: float | None


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


class _Trying:
    """Runs with more or less water."""

    def __init__(
        self, roof: Roof, hours: Array, start: tuple[int, int], progress: Progress
    ) -> None:
        place = roof.woods[0]
        self._roof = replace(roof, case=replace(roof.case, wetted=place))
        self._hours, self._start, self._progress = hours, start, progress
        self.runs, self.years, self.settled = 0, 0, True

    def over(self, water: float, limits: dict[str, float]) -> float:
        """By how much the limit is passed with so much water a year [% by mass]."""
        hours = self._hours.copy()
        hours[:, col.LEAK_RAIN] += water / (365 * 86400.0)
        self.runs += 1
        share = self.runs

        def tell(part: float, words: str) -> None:
            self._progress(min(0.99, (share - 1 + part) / MOST_RUNS), words)

        found = run(self._roof, hours, self._start[0], self._start[1], tell)
        self.years += found.years
        passed = peak_over(found, limits)
        if passed <= 0:
            self.settled = found.settled
        return passed


def reserve_of(
    roof: Roof, hours: Array, start: tuple[int, int], limits: dict[str, float], progress: Progress
) -> Reserve | None:
    """The reserve of an area; None where it has no wood.

    Args:
        roof: the area.
        hours: 8760 from the first of its month on.
        start: that month, and years at most.
        limits: of moisture by layer [% by mass].
        progress: told while it goes on.
    """
    if not roof.woods:
        return None
    trying = _Trying(roof, hours, start, progress)
    rain = float(hours[:, col.RAIN].sum()) * 3600
    if trying.over(0.0, limits) > 0:
        return Reserve(0.0, False, trying.runs, trying.years, trying.settled, 0.0 if rain else None)
    holds, fails = 0.0, FIRST
    while fails <= MOST and trying.over(fails, limits) <= 0:
        holds, fails = fails, 2 * fails
    if fails > MOST:
        return Reserve(
            holds, True, trying.runs, trying.years, trying.settled, holds / rain if rain else None
        )
    while fails - holds > max(NEAR, SHARE * fails) and trying.runs < MOST_RUNS:
        middle = (holds + fails) / 2
        if trying.over(middle, limits) <= 0:
            holds = middle
        else:
            fails = middle
    return Reserve(
        holds, False, trying.runs, trying.years, trying.settled, holds / rain if rain else None
    )
