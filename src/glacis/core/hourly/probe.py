# SPDX-License-Identifier: GPL-3.0-or-later
"""A probe in the roof held against the hourly run: means of days, misfit, and a probe that is simulated."""

from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.hourly.probe_cause import Cause, suggested
from glacis.core.hourly.run import Run
from glacis.core.hourly.story import calendar_day
from glacis.core.model.probe import Measures, Probe

Array = NDArray[np.float64]
Grade = Literal["agrees", "differs", "too little"]

WHOLE_DAY = 18
"""Hours from which a day's mean is one [h]; our judgement: three quarters."""
FEWEST = 14
"""Days from which a misfit is told [d]; our judgement: two weeks."""
AGREES: dict[Measures, float] = {"humidity": 0.05, "wood": 2.0}
"""Root mean square within which a probe agrees: humidity [-], wood [% by mass]; our judgement: what such probes
are worth."""
WARMED = 0.1
"""What a wood meter reads too much to every kelvin over 20 °C [% by mass] (EN 13183-2:2002, recalled)."""
BASE = 20.0
"""Temperature that wood meters are made for [°C] (EN 13183-2:2002, recalled)."""
OFFSET, NOISE, KEEPS, DRIFT, WOOD_NOISE = 0.02, 0.015, 0.9, 0.01, 0.4
"""Of a simulated probe: offset and noise of humidity [-], what noise keeps from hour to hour, drift a year [-], noise
of wood [% by mass]; our judgement of a usual device."""
SILENT, SILENT_FOR = 0.02, 48
"""Share of the hours in which it is silent [-], and for how long at a time [h]; our judgement."""
LEAP_DAY = 59
"""Days before 29 February, by definition."""


class Days(Struct, frozen=True, eq=False):
    """Means of days.

    Attributes:
        temperatures: [°C], NaN for a day without.
        values: humidity [-] or wood [% by mass], NaN for a day that is not whole.
    """

    temperatures: Array
    values: Array


class Spell(Struct, frozen=True):
    """The longest run of days on which a probe lies off on one side.

    Attributes:
        days: of it.
        first: its first day, from the probe's first.
        by: mean of the difference, measured less run.
    """

    days: int
    first: int
    by: float


class Misfit(Struct, frozen=True, eq=False):
    """A probe against the run.

    Attributes:
        measured: daily, corrected, NaN for gaps.
        predicted: of the same days.
        days: that were compared.
        bias: mean of measured less run.
        rms: root of the mean square of it.
        correlation: None where one of both stands still.
        spell: worst one over what agrees; None for none.
        grade: whether they agree.
        suggests: what the way they differ may come from; empty for nothing.
    """

    measured: Array
    predicted: Array
    days: int
    bias: float
    rms: float
    correlation: float | None
    spell: Spell | None
    grade: Grade
    suggests: Cause = ""


def places_for(run: Run, measures: Measures) -> tuple[str, ...]:
    """Names of the watched places where a probe can lie."""
    woods = measures == "wood"
    return tuple(watch.name for watch in run.watches if not woods or watch.kind.startswith("wood"))


def daily(temperatures: Array, values: Array) -> Days:
    """Means of the whole days of hours from midnight on; NaN are hours of silence."""
    days = len(values) // 24

    def means(hours: Array) -> Array:
        by_day = hours[: 24 * days].reshape(days, 24)
        there = np.isfinite(by_day)
        counts = there.sum(axis=1)
        sums = np.where(there, by_day, 0.0).sum(axis=1)
        return np.where(counts >= WHOLE_DAY, sums / np.maximum(counts, 1), np.nan)

    return Days(means(temperatures), means(values))


def kept(days: Days) -> tuple[tuple[float | None, ...], tuple[float | None, ...]]:
    """Temperatures and values as a document keeps them: to four decimals, None for gaps."""
    temperatures, values = (
        tuple(round(float(v), 4) if np.isfinite(v) else None for v in series)
        for series in (days.temperatures, days.values)
    )
    return temperatures, values


def corrected(probe: Probe) -> Array:
    """Daily values as they compare: wood that a meter read at its own temperature is taken to 20 °C."""
    values = np.array([np.nan if v is None else v for v in probe.values], float)
    if probe.measures == "humidity" or probe.corrects:
        return values
    warm = np.array([BASE if t is None else t for t in probe.temperatures], float)
    return np.asarray(values - WARMED * (warm - BASE))


def calendar(probe: Probe) -> NDArray[np.int64]:
    """The day of a year of 365 days, from 0, of every day of a probe; 29 February counts as the day before."""
    found, year, day = np.empty(len(probe.values), np.int64), probe.year, probe.day - 1
    for number in range(len(found)):
        leap = year % 4 == 0 and (year % 100 != 0 or year % 400 == 0)
        found[number] = day - 1 if leap and day >= LEAP_DAY else day
        day += 1
        if day >= 365 + leap:
            year, day = year + 1, 0
    return found


def predicted(run: Run, probe: Probe) -> Array:
    """What the last year of the run gives for the days of a probe; NaN where the place is no more."""
    number = next((k for k, watch in enumerate(run.watches) if watch.name == probe.place), None)
    if number is None:
        return np.full(len(probe.values), np.nan)
    year = run.daily[-365:, number]
    wooden = probe.measures == "wood"
    values = 100 * year[:, 2] / run.watches[number].density if wooden else year[:, 1]
    at = (calendar(probe) - calendar_day(run.start, 0)) % 365
    return np.asarray(values[at], float)


def compared(run: Run, probe: Probe) -> Misfit:
    """A probe against the last year of the run, day by day of the calendar."""
    measured, ran = corrected(probe), predicted(run, probe)
    off = measured - ran
    there = np.isfinite(off)
    days = int(there.sum())
    if days < FEWEST:
        return Misfit(measured, ran, days, 0.0, 0.0, None, None, "too little")
    bias, rms = float(off[there].mean()), float(np.sqrt((off[there] ** 2).mean()))
    least = min(float(series[there].std()) for series in (measured, ran))
    together = float(np.corrcoef(measured[there], ran[there])[0, 1]) if least > 0 else None
    most = AGREES[probe.measures]
    grade: Grade = "agrees" if rms <= most else "differs"
    warmth = np.array([np.nan if t is None else t for t in probe.temperatures], float)
    why = suggested(off, warmth, most)
    return Misfit(measured, ran, days, bias, rms, together, _worst(off, most), grade, why)


def _worst(off: Array, most: float) -> Spell | None:
    """The longest run of days off by more than ``most`` on one side; a gap ends it."""
    best: Spell | None = None
    for side in (1.0, -1.0):
        over = np.concatenate(([False], side * np.nan_to_num(off) > most, [False])).astype(int)
        edges = np.flatnonzero(np.diff(over))
        for first, end in zip(edges[::2], edges[1::2], strict=True):
            if best is None or end - first > best.days:
                best = Spell(int(end - first), int(first), float(off[first:end].mean()))
    return best


def simulated(run: Run, place: str, measures: Measures, seed: int) -> Days:
    """What a usual device would tell of a place over the last year of a run, from 1 January on.

    Args:
        run: with a whole year.
        place: name of the watch.
        measures: of it.
        seed: another one draws other noise and other gaps.

    Raises:
        StopIteration: where there is no such place.
    """
    number = next(k for k, watch in enumerate(run.watches) if watch.name == place)
    hours = np.roll(run.hours[-1, :, number].astype(float), 24 * calendar_day(run.start, 0), axis=0)
    draws = np.random.default_rng(seed)
    count = len(hours)
    if measures == "wood":
        values = 100 * hours[:, 2] / run.watches[number].density
        values = np.maximum(0.0, values + WOOD_NOISE * draws.standard_normal(count))
        values = values + WARMED * (hours[:, 0] - BASE)
    else:
        noise = _kept(draws.standard_normal(count) * NOISE)
        values = np.clip(hours[:, 1] + OFFSET + DRIFT * np.arange(count) / count + noise, 0.0, 1.0)
    warm = hours[:, 0].copy()
    for start in draws.integers(0, count - SILENT_FOR, round(SILENT * count / SILENT_FOR)):
        values[start : start + SILENT_FOR] = warm[start : start + SILENT_FOR] = np.nan
    return daily(warm, values)


def _kept(draws: Array) -> Array:
    """Noise that keeps a share of itself from hour to hour, as strong as its draws."""
    from scipy.signal import lfilter

    fresh = draws * np.sqrt(1 - KEEPS**2)
    fresh[0] = draws[0]
    return np.asarray(lfilter([1.0], [1.0, -KEEPS], fresh))
