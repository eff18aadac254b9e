# SPDX-License-Identifier: GPL-3.0-or-later
"""What an hourly run tells, in the order in which one asks: where, how wet, how long, does it dry, does it forgive."""

from collections.abc import Iterator
from math import isfinite

import numpy as np

from glacis.core.climate.year import DAYS, ENDS, MONTH_NAMES, month_of
from glacis.core.hourly.reserve import Most, Reserve
from glacis.core.hourly.run import Run
from glacis.core.hourly.verdicts import VISIBLE, Verdict, Wood, masses
from glacis.core.units.format import plain, significant
from glacis.core.units.quantities import Quantity, System, to_display

NOTHING, LITTLE, FAIR = 0.06, 0.25, 1.0
"""Water a year that nothing, little and a fair leak forgives [kg/m²]; our judgement."""
RUSTING = 250
"""Hours a year from which the rust of screws is worth a word [h] (ISO 9223:2012, table B.1, recalled)."""
Borne = tuple[Most | None, Most | None]
NOT_ASKED: Borne = (None, None)
WORDS = {"fit": "stays dry enough", "mind": "wants a second look", "stop": "gets too wet"}


def calendar_day(start: int, day: int) -> int:
    """The day of the calendar year, from 0, of a day of a run that begins with month ``start``, January 1.

    >>> calendar_day(10, 0), calendar_day(10, 92)
    (273, 0)
    """
    return (ENDS[start - 1] - DAYS[start - 1] + day) % 365


def monthly_means(values: np.ndarray, start: int) -> dict[int, float]:
    """Means by month of 365 days that begin with month ``start``."""
    found, first = {}, 0
    for k in range(12):
        month = (start - 1 + k) % 12
        found[month] = float(values[first : first + DAYS[month]].mean())
        first += DAYS[month]
    return found


def in_a_row(months: list[int]) -> tuple[int, int] | None:
    """First and last of the longest run of months round the year; None for none or all of them.

    >>> in_a_row([0, 1, 11]), in_a_row([3]), in_a_row([])
    ((11, 1), (3, 3), None)
    """
    if not months or len(months) == 12:
        return None
    best = (0, 0)
    for first in months:
        length = 1
        while (first + length) % 12 in months:
            length += 1
        best = max(best, (length, -first))
    first = -best[1]
    return first, (first + best[0] - 1) % 12


def water_words(water: float, system: System) -> str:
    """Water to an area [kg/m²] with no more digits than an hourly run means.

    >>> water_words(3.204, "si"), water_words(0.0971, "us")
    ('3200\u2009g/m²', '0.32\u2009oz/ft²')
    """
    unit = Quantity.CONDENSATE.unit(system)
    shown = to_display(water, unit)
    text = plain(round(shown, -1), 0) if system == "si" else plain(shown, 1 if shown >= 1 else 2)
    return f"{text}\u2009{unit.symbol}"


def story(
    run: Run, verdict: Verdict, reserve: Reserve | None, system: System, borne: Borne = NOT_ASKED
) -> tuple[str, ...]:
    """Sentences; none of them says that a roof is safe.

    Args:
        run: of the area.
        verdict: on it.
        reserve: what it forgives; None where that is not known.
        system: of units.
        borne: share of each rain, and times the air that leaks in now; None for what is not known.
    """
    told = list(_told(run, verdict, system))
    if reserve is not None:
        told.append(_forgives(reserve, system))
    told += _bears(borne)
    return tuple(told)


def _told(run: Run, verdict: Verdict, system: System) -> Iterator[str]:
    wood = verdict.wettest
    if wood is None:
        yield _without_wood(verdict, system)
    else:
        yield _how_wet(run, wood)
        yield _how_long(run, wood)
    worst = max(verdict.moulds, key=lambda item: item.index, default=None)
    if worst is not None and worst.index >= 1:
        seen = "visible" if worst.index >= VISIBLE else "seen through a lens"
        yield f"Mould comes to index {plain(worst.index, 1)}, {seen}: {worst.name}."
    if verdict.condensate[0] >= 0.01 and wood is not None:
        water = water_words(verdict.condensate[0], system)
        yield f"Up to {water} stands free in {verdict.condensate[1]}."
    yield from _beside(verdict)
    yield _settles(run, wooden=wood is not None)


def _beside(verdict: Verdict) -> Iterator[str]:
    """Frost, screws in wood and the guideline for its outer edge, where there is something to say."""
    cycles, where = verdict.frosts
    if cycles:
        yield f"Frost finds its pores too full {cycles} times a year: {where}."
    wood = verdict.wettest
    if wood is not None and wood.fixings > RUSTING:
        yield f"Its screws rust for {wood.fixings} h of the year (over 18 % by mass)."
    if wood is not None and wood.damp:
        yield f"Its outer 10 mm are damper than the guideline bears on {wood.damp} days."


def _without_wood(verdict: Verdict, system: System) -> str:
    stands = "no water stands free"
    if verdict.condensate[0] >= 0.01:
        stands = f"up to {water_words(verdict.condensate[0], system)} stands free in {verdict.condensate[1]}"
    return (
        f"No wood lies in the way of the vapour. The dampest plane is over 80 % for {verdict.wet_hours} h of the "
        f"year, class {verdict.corrosion} of 5 for the wetness of metal; {stands}."
    )


def _how_wet(run: Run, wood: Wood) -> str:
    month = MONTH_NAMES[month_of(calendar_day(run.start, wood.day))]
    first = ""
    if wood.first_peak > wood.peak + 1:
        first = f" In the first year it came to {plain(wood.first_peak, 0)} %."
    return (
        f"{wood.name} is wettest in {month}, {plain(wood.peak, 0)} % by mass ({wood.place}); its limit is "
        f"{plain(wood.limit, 0)} %.{first}"
    )


def place_of(run: Run, wood: Wood) -> int:
    """The watch of the wettest place of a layer of wood."""
    wanted = (wood.layer, wood.place)
    return next(k for k, watch in enumerate(run.watches) if (watch.layer, watch.name) == wanted)


def _how_long(run: Run, wood: Wood) -> str:
    number = place_of(run, wood)
    means = monthly_means(masses(run, number)[-365:], run.start)
    over = [month for month, mean in means.items() if mean > wood.limit]
    if wood.rising:
        return (
            f"It gets wetter year by year; the driest day of the last is at {plain(wood.low, 0)} %."
        )
    if len(over) == 12:
        return f"It is over its limit in every month; in the driest it holds {plain(min(means.values()), 0)} %."
    spell = in_a_row(over)
    if spell is None:
        days = sum(wood.days[:1]) if wood.limit < 20 else wood.days[1]
        short = (
            f"It passes its limit on {days} days" if days else "It stays under its limit all year"
        )
        return f"{short} and dries to {plain(wood.low, 0)} %."
    first, last = (MONTH_NAMES[month] for month in spell)
    when = f"in {first}" if first == last else f"from {first} to {last}"
    return f"It is over its limit {when} and dries to {plain(wood.low, 0)} % by the driest day."


def _settles(run: Run, *, wooden: bool) -> str:
    if run.stopped:
        return run.stopped
    years = f"{run.years} year" if run.years == 1 else f"{run.years} years"
    if run.settled:
        return f"After {years} the roof repeats itself."
    if not isfinite(run.change):
        return f"{years} was looked at: too few to say where it goes."
    change, of = (run.change, "by mass") if wooden else (run.change * 5, "of humidity")
    return (
        f"After {years} it still changes from year to year (by {plain(change, 1)} % {of} at most)."
    )


def _forgives(reserve: Reserve, system: System) -> str:
    water = water_words(reserve.water, system)
    more = "more than " if reserve.more else ""
    kind = (
        "nothing" if reserve.water < NOTHING else "little" if reserve.water < LITTLE
        else "a fair leak" if reserve.water < FAIR else "much"
    )  # fmt: skip
    return f"It forgives {kind}: {more}{water} a year may get in before its wood passes the limit."


def _bears(borne: Borne) -> Iterator[str]:
    """How leaks may be: with the rain, and of air."""
    rain, air = borne
    if rain is not None and rain.value > 0:
        more = "more than " if rain.more else ""
        yield f"Of each rain it bears {more}{significant(100 * rain.value, 2)} % getting in."
    elif rain is not None:
        yield "Of the rain it bears nothing."
    if air is not None and air.value >= 1:
        more = "more than " if air.more else ""
        yield f"Of the air that leaks in now it bears {more}{plain(air.value, 0)} times as much."
