# SPDX-License-Identifier: GPL-3.0-or-later
"""Hours in which work can be done, by the hours of a year, and finishes over many drawn years.

Blocks of three to five days are drawn from days of the same season, kept in their order, so that wet spells stay
together (block bootstrap, Künsch 1989).
"""

import numpy as np
from msgspec import Struct

from glacis.core.graph.part import Progress, unwatched
from glacis.core.model.days import day_number, day_text
from glacis.core.order.days import Calendar
from glacis.core.order.network import Tie
from glacis.core.order.task import Task
from glacis.core.weather.hours import WeatherYear

RUNS = 1000
"""Years that are drawn; our judgement: P80 then moves by less than half a day between seeds."""
SEASON = 15
"""Days to both sides that count as the same season; our judgement, as the page of the order of work asks."""
LEAST_RUN = 2
"""Hours in a row that are worth beginning [h]; our judgement: less goes into setting up."""
DRY = 3.0
"""How far the ground has to stay above the dew point [K] (EN ISO 8502-4)."""
ABSORBED = 0.8
"""Share of the sun that a dark ground takes [-]; our judgement."""
STEFAN = 5.670374419e-8
"""Of Stefan and Boltzmann [W/(m²·K⁴)] (CODATA 2018)."""


class Needs(Struct, frozen=True):
    """What a kind of work asks of the weather.

    Attributes:
        rain: at most [mm/h].
        dry_before: hours without rain before [h].
        wind: at most [m/s].
        least: temperature of the air [°C].
        ground: whether the ground has to stay above the dew point.
    """

    rain: float = 1.0
    dry_before: int = 0
    wind: float = 14.0
    least: float = -5.0
    ground: bool = False


KINDS: tuple[tuple[str, Needs], ...] = (
    ("coating", Needs(0.0, 4, 6.0, 10.0, ground=True)),
    ("foam", Needs(0.0, 4, 5.0, 10.0, ground=True)),
    ("panel", Needs(0.2, 0, 9.0)),
    ("sheet", Needs(0.0, 2, 8.0, 5.0, ground=True)),
    ("air", Needs(0.0, 2, 8.0, 5.0, ground=True)),
    ("vapour", Needs(0.0, 2, 8.0, 5.0)),
    ("underlay", Needs(0.1, 0, 8.0)),
    ("board", Needs(0.0, 0, 10.0)),
    ("strip", Needs(0.0, 0, 10.0)),
    ("covering", Needs(0.3, 0, 11.0)),
    ("edge", Needs(0.2, 0, 12.0, 0.0)),
)
"""What work asks, by its tag, the first that fits; site practice: 8 m/s loose sheets, 10 boards, 9 the crane."""
ANY = Needs()


def needs_of(task: Task) -> Needs | None:
    """What a task asks of the weather; None for what goes on in any."""
    if task.fitted != "above" or task.kind in ("wait", "decide"):
        return None
    return next((needs for tag, needs in KINDS if tag in task.tags), ANY)


def workable(year: WeatherYear, needs: Needs, shift: tuple[float, float]) -> np.ndarray:
    """Share of the shift of every day in which work can be done (365,) [-].

    Args:
        year: hour by hour.
        needs: of the work.
        shift: first and last hour of it [h].
    """
    rain = year.rain > needs.rain + 1e-9
    wet = rain.copy()
    for back in range(1, needs.dry_before + 1):
        wet[back:] |= year.rain[:-back] > 1e-9
    works = ~wet & (year.wind <= needs.wind) & (year.temperature >= needs.least)
    if needs.ground:
        lost = STEFAN * (year.temperature + 273.15) ** 4 - year.sky
        ground = year.temperature + (ABSORBED * year.sun - lost) / (5.7 + 3.8 * year.wind)
        works &= ground - dew_point(year.vapour) >= DRY
    first, last = int(shift[0]), int(np.ceil(shift[1]))
    hours = works.reshape(365, 24)[:, first:last]
    return np.asarray(_runs(hours).mean(axis=1))


def lost_days(
    year: WeatherYear, shift: tuple[float, float], calendar: Calendar, days: int
) -> tuple[float, ...]:
    """Share of the shift of each workday that general work outdoors loses to weather, by the year of record.

    Args:
        year: hour by hour.
        shift: first and last hour of it [h].
        calendar: of the site.
        days: how many, from the first workday on.
    """
    share = 1 - workable(year, ANY, shift)
    return tuple(float(share[_of_year(day)]) for day in calendar.workdays[:days])


def dew_point(vapour: np.ndarray) -> np.ndarray:
    """Temperature at which air with this vapour pressure is saturated [°C] (ISO 13788:2012, E.9 and E.10)."""
    ratio = np.log(np.maximum(vapour, 1.0) / 610.5)
    warm, cold = 237.3 * ratio / (17.269 - ratio), 265.5 * ratio / (21.875 - ratio)
    return np.asarray(np.where(vapour >= 610.5, warm, cold))


def _runs(hours: np.ndarray) -> np.ndarray:
    """Hours that stand in a row of at least the least run."""
    days, count = hours.shape
    padded = np.zeros((days, count + 2 * LEAST_RUN), dtype=bool)
    padded[:, LEAST_RUN:-LEAST_RUN] = hours
    kept = np.zeros_like(hours)
    for offset in range(LEAST_RUN):
        row = np.ones_like(hours)
        for step in range(LEAST_RUN):
            begin = LEAST_RUN - offset + step
            row &= padded[:, begin : begin + count]
        kept |= row
    return kept


def drawn_days(first: int, days: int, runs: int, seed: int, years: int = 1) -> np.ndarray:
    """Days of the record for every calendar day of every run (runs, days), as day of the year from 0.

    Args:
        first: number of the first calendar day.
        days: how many.
        runs: how many.
        seed: of the generator of the first run; each run has its own.
        years: of record; one only makes the spread too narrow.
    """
    found = np.empty((runs, days), dtype=np.int64)
    start = _of_year(first)
    window = 2 * SEASON + 1
    for run in range(runs):
        maker = np.random.default_rng([seed, run])
        day = 0
        while day < days:
            length = 3 + int(maker.random() * 3)
            place = int(np.floor(maker.random() * window * years))
            begin = start + day - SEASON + place % window
            length = min(length, days - day)
            found[run, day : day + length] = (begin + np.arange(length)) % 365
            day += length
    return found


def _of_year(day: int) -> int:
    """Day of the year from 0 of a calendar day."""
    return min(364, day - day_number(f"{day_text(day)[:4]}-01-01"))


class Finish(Struct, frozen=True):
    """When the work is done, over drawn years.

    Attributes:
        still: without weather [workdays].
        p10: one in ten is done by then [workdays].
        p50: likewise.
        p80: likewise.
        p90: likewise.
        error: standard error of P50 [workdays].
        runs: years that were drawn.
        seed: of the draws.
        narrow: whether one year of record stood for all.
        shares: of the shift that can be worked from the first day on, by month from January.
    """

    still: float
    p10: float
    p50: float
    p80: float
    p90: float
    error: float
    runs: int
    seed: int
    narrow: bool
    shares: tuple[float, ...]


class FinishRead(Struct, frozen=True):
    """What drawn finishes follow from.

    Attributes:
        tasks: of the job, in an order in which each comes after what it waits for.
        ties: between them.
        starts: of each without weather [workdays].
        calendar: of the site.
        year: its weather.
        shift: first and last hour [h].
        seed: of the draws.
    """

    tasks: tuple[Task, ...]
    ties: tuple[Tie, ...]
    starts: tuple[float, ...]
    calendar: Calendar
    year: WeatherYear
    shift: tuple[float, float]
    seed: int


def finishes(read: FinishRead, progress: Progress = unwatched, runs: int = RUNS) -> Finish:
    """Finishes over drawn years: each day gives a task the share of its shift that can be worked.

    Longest waits are not held: clocks tell where they run out.
    """
    still = max((s + t.days[1] for s, t in zip(read.starts, read.tasks, strict=True)), default=0.0)
    ahead = int(3 * still) + 60
    calendar = read.calendar
    days = calendar.workdays[: min(ahead, len(calendar.workdays))]
    progress(0.05, "days drawn")
    span = days[-1] - days[0] + 1
    drawn = drawn_days(days[0], span, runs, read.seed)[:, np.array(days) - days[0]]
    kinds: dict[Needs, np.ndarray] = {}
    shares: dict[Needs, np.ndarray] = {}
    for task in read.tasks:
        needs = needs_of(task)
        if needs is not None and needs not in kinds:
            shares[needs] = workable(read.year, needs, read.shift)
            worked = shares[needs][drawn]
            kinds[needs] = np.concatenate([np.zeros((runs, 1)), np.cumsum(worked, axis=1)], axis=1)
    ends = _run(read, kinds, runs, progress)
    p10, p50, p80, p90 = (float(p) for p in np.percentile(ends, (10, 50, 80, 90)))
    error = 1.2533 * float(ends.std()) / runs**0.5
    general = shares.get(ANY, workable(read.year, ANY, read.shift))
    return Finish(still, p10, p50, p80, p90, error, runs, read.seed, True, _monthly(general))


def _monthly(share: np.ndarray) -> tuple[float, ...]:
    ends = np.cumsum((31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31))
    return tuple(float(part.mean()) for part in np.split(share, ends[:-1]))


def _run(
    read: FinishRead, kinds: dict[Needs, np.ndarray], runs: int, progress: Progress
) -> np.ndarray:
    """Moments at which everything is done, run by run [workdays]."""
    before: dict[int, list[Tie]] = {}
    for tie in read.ties:
        before.setdefault(tie.after, []).append(tie)
    count = len(read.tasks)
    start, end = np.zeros((count, runs)), np.zeros((count, runs))
    order = sorted(range(count), key=lambda k: (round(read.starts[k], 6), k))
    settled: set[int] = set()
    for done, k in enumerate(order):
        if done % 25 == 0:
            progress(0.1 + 0.9 * done / max(1, count), "finishes drawn")
        moment = np.full(runs, 0.0)
        for tie in before.get(k, ()):
            if tie.before not in settled:
                continue
            at = start[tie.before] if tie.kind == "ss" else end[tie.before]
            at = at + tie.least
            if tie.elapsed and tie.least >= 1:
                at = np.ceil(at - 1e-9)
            moment = np.maximum(moment, at - read.tasks[k].days[1] if tie.kind == "ff" else at)
        start[k] = moment
        needs = needs_of(read.tasks[k])
        days = read.tasks[k].days[1]
        end[k] = moment + days if needs is None else _done(kinds[needs], moment, days)
        settled.add(k)
    return np.asarray(end.max(axis=0)) if count else np.zeros(runs)


def _done(worked: np.ndarray, moment: np.ndarray, days: float) -> np.ndarray:
    """When a task that begins at a moment has got its days of workable shift."""
    runs, columns = worked.shape
    rows = np.arange(runs)
    whole = np.minimum(moment.astype(np.int64), columns - 2)
    part = moment - whole
    begun = worked[rows, whole] + part * (worked[rows, whole + 1] - worked[rows, whole])
    target = begun + days
    place = np.minimum((worked < target[:, None] - 1e-12).sum(axis=1), columns - 1)
    low, high = worked[rows, np.maximum(place - 1, 0)], worked[rows, place]
    share = np.where(high > low, (target - low) / np.maximum(high - low, 1e-12), 1.0)
    return np.asarray(np.maximum(moment, np.maximum(place - 1, 0) + np.clip(share, 0.0, 1.0)))
