# SPDX-License-Identifier: GPL-3.0-or-later
"""When a roof has to be looked at next, and why: by kind of roof, by what it went through, by what was seen.

Intervals are practice of roof keeping (half-yearly for low slopes, yearly for steep ones); a warranty's own
outrank them.
"""

from collections.abc import Iterable, Iterator

from msgspec import Struct

from glacis.core.log.as_built import standing
from glacis.core.model.days import day_number, day_text, months_later
from glacis.core.model.log import (
    Entry,
    Happened,
    Inspected,
    Log,
    Observed,
    Tried,
    Warranty,
)

LOW, STEEP, PLANTED = 6, 12, 6
"""Months between looks at low slopes, steep roofs, planted ones; practice."""
AFTER_STORM, AFTER_TRADE = 7, 3
"""Days within which a roof is looked at after a gust or hail, and after people or plant; practice."""
GUST = 20.0
"""Gust from which a roof is looked at [m/s]; our judgement after practice."""
BEFORE_END = 90
"""Days before a warranty ends; our judgement: defects have to be told in time."""
COATING_FIRST, COATING_THEN = 5, 2
"""Years until a coating is measured, and then between; practice."""
AT_ONCE = 2
"""Days within which what is urgent is made safe; our judgement after practice."""
LEAF_FALL = (9, 10, 11, 12)
"""Months in which outlets under trees are cleared, north of the equator; half a year later south of it."""
SPRING = 4
"""Month in which roots are looked for, north of the equator; our judgement after practice."""
CAUTION = "Nobody on a wet, icy, windy (over 10 m/s) or unguarded roof. Rooflights are fragile."


class Kept(Struct, frozen=True):
    """A roof area to be kept.

    Attributes:
        id: of it.
        name: of it.
        low: whether it is nearly flat.
        planted: whether plants grow on it.
        coated: whether a coating has to be measured.
        trees: whether leaves fall on it.
    """

    id: str
    name: str
    low: bool
    planted: bool = False
    coated: bool = False
    trees: bool = False


class Due(Struct, frozen=True):
    """Something to be looked at.

    Attributes:
        area: id of the roof area; empty for the whole job.
        name: of the area or the job.
        what: is looked at.
        day: by when, days since 1 January 1970.
        why: in words.
        late: days since it should have been done; 0 for not yet.
        urgent: whether it waits for nobody.
        months: after which it comes again; 0 for once.
    """

    area: str
    name: str
    what: str
    day: int
    why: str
    late: int
    urgent: bool = False
    months: int = 0

    @property
    def date(self) -> str:
        """By when, year-month-day."""
        return day_text(self.day)


class Keeping(Struct, frozen=True):
    """What the calendar follows from.

    Attributes:
        roofs: of the job.
        log: on record.
        south: whether it lies south of the equator.
    """

    roofs: tuple[Kept, ...]
    log: Log
    south: bool = False


def due_tasks(keeping: Keeping, today: str) -> tuple[Due, ...]:
    """Everything that is due, overdue first, then by day.

    Args:
        keeping: roofs and what is on record.
        today: year-month-day.

    Raises:
        ValueRefused: for a day that is none.
    """
    now = day_number(today)
    entries = standing(keeping.log)
    found = [
        *_urgent(keeping, entries, now),
        *_after_events(keeping, entries, now),
        *_warranties(keeping, entries, now),
    ]
    if keeping.log.completed:
        done = day_number(keeping.log.completed)
        for roof in keeping.roofs:
            found += _regular(keeping, roof, entries, done, now)
    return tuple(sorted(found, key=lambda due: (-due.late, due.day, due.area, due.what)))


def _last(entries: Iterable[Entry], area: str, occasions: tuple[str, ...]) -> int | None:
    """Day of the last walk over an area on such an occasion."""
    days = [
        day_number(entry.date) for entry in entries
        if isinstance(entry.what, Inspected) and entry.spot.area in ("", area)
        and entry.what.occasion in occasions
    ]  # fmt: skip
    return max(days, default=None)


def _late(day: int, now: int) -> int:
    return max(0, now - day)


def open_observations(entries: Iterable[Entry]) -> tuple[tuple[Entry, Observed], ...]:
    """Observations that nothing goes on from and that are not gone: what is still to be seen on the roof."""
    seen = [(entry, entry.what) for entry in entries if isinstance(entry.what, Observed)]
    followed = {what.continues for _, what in seen if what.continues}
    return tuple(
        (entry, what) for entry, what in seen if entry.id not in followed and what.trend != "gone"
    )


def _urgent(keeping: Keeping, entries: tuple[Entry, ...], now: int) -> Iterator[Due]:
    names = {roof.id: roof.name for roof in keeping.roofs}
    for entry, what in open_observations(entries):
        if what.severity == 3:
            day = day_number(entry.date) + AT_ONCE
            words = f"{told(what.what)} made safe and repaired"
            yield Due(
                entry.spot.area, names.get(entry.spot.area, ""), words, day, f"seen on {entry.date}, severity 3",
                _late(day, now), urgent=True,
            )  # fmt: skip


def told(kind: str) -> str:
    """A kind of observation in words."""
    return kind.replace("-", " ")


def _after_events(keeping: Keeping, entries: tuple[Entry, ...], now: int) -> Iterator[Due]:
    answers = {"gust": "storm", "hail": "hail", "trade": "trade", "first-rain": "first-rain"}
    words = {
        "gust": "after the gust",
        "hail": "after hail",
        "trade": "after people or plant were on it",
        "first-rain": "after its first rain",
    }
    for entry in entries:
        what = entry.what
        if not isinstance(what, Happened):
            continue
        if what.event == "gust" and what.gust is not None and what.gust <= GUST:
            continue
        begun = day_number(entry.date)
        wait = {"trade": AFTER_TRADE, "first-rain": 1}.get(what.event, AFTER_STORM)
        for roof in keeping.roofs:
            if entry.spot.area not in ("", roof.id):
                continue
            last = _last(entries, roof.id, (answers[what.event], "regular", "warranty"))
            if last is None or last < begun:
                day = begun + wait
                why = f"{words[what.event]} of {entry.date}"
                yield Due(roof.id, roof.name, "Walk the roof", day, why, _late(day, now))


def _warranties(keeping: Keeping, entries: tuple[Entry, ...], now: int) -> Iterator[Due]:
    for warranty in keeping.log.warranties:
        ends = day_number(warranty.ends)
        if ends < now:
            continue
        day = ends - BEFORE_END
        last = _last(entries, "", ("warranty",))
        if last is None or last < day:
            why = f"“{warranty.name}” ends on {warranty.ends}"
            yield Due("", "all roofs", "Look before the warranty ends", day, why, _late(day, now))
        if warranty.months and keeping.log.completed:
            yield from _demanded(keeping, warranty, entries, now)


def _demanded(
    keeping: Keeping, warranty: Warranty, entries: tuple[Entry, ...], now: int
) -> Iterator[Due]:
    since = day_number(keeping.log.completed)
    last = _last(entries, "", ("warranty", "regular")) or since
    day = months_later(max(last, since), warranty.months)
    if day < day_number(warranty.ends):
        why = f"“{warranty.name}” demands it every {warranty.months} months"
        yield Due(
            "", "all roofs", "Inspection by the warranty", day, why, _late(day, now), months=warranty.months
        )  # fmt: skip


def _regular(
    keeping: Keeping, roof: Kept, entries: tuple[Entry, ...], completed: int, now: int
) -> Iterator[Due]:
    months = min(LOW if roof.low else STEEP, PLANTED if roof.planted else STEEP)
    severe = max(
        (what.severity for entry, what in open_observations(entries) if entry.spot.area == roof.id),
        default=0,
    )
    kind = "planted" if roof.planted else "low" if roof.low else "steep"
    why = f"every {months} months for a {kind} roof"
    if severe >= 2:
        months //= 2
        why = f"half the interval, {months} months: something seen there wants repair"
    last = _last(entries, roof.id, ("regular", "warranty"))
    day = months_later(completed if last is None else last, months)
    yield Due(roof.id, roof.name, "Walk the roof", day, why, _late(day, now), months=months)
    if _last(entries, roof.id, ("first-rain", "regular", "storm", "warranty")) is None:
        rain = "after its first rain; nobody has looked yet"
        yield Due(
            roof.id, roof.name, "Look beneath after the first rain", completed + 1, rain, _late(completed + 1, now)
        )  # fmt: skip
    if roof.trees:
        yield from _outlets(keeping, roof, entries, completed, now)
    if roof.planted:
        yield from _roots(keeping, roof, entries, completed, now)
    if roof.coated:
        yield from _coating(roof, entries, completed, now)


def _months(keeping: Keeping, months: tuple[int, ...]) -> tuple[int, ...]:
    return tuple((month + 5) % 12 + 1 for month in months) if keeping.south else months


def _outlets(
    keeping: Keeping, roof: Kept, entries: tuple[Entry, ...], completed: int, now: int
) -> Iterator[Due]:
    """The first month of leaf fall in which nobody has cleared them yet."""
    last = _last(entries, roof.id, ("outlets", "regular", "warranty"))
    day = _next_month(max(completed, last or completed), _months(keeping, LEAF_FALL))
    yield Due(
        roof.id, roof.name, "Clear outlets and gutters", day, "leaves fall on it", _late(day, now), months=1
    )  # fmt: skip


def _roots(
    keeping: Keeping, roof: Kept, entries: tuple[Entry, ...], completed: int, now: int
) -> Iterator[Due]:
    last = _last(entries, roof.id, ("regular", "warranty"))
    day = _next_month(max(completed, last or completed), _months(keeping, (SPRING,)))
    why = "each spring on a planted roof"
    yield Due(
        roof.id, roof.name, "Pull roots and strange plants", day, why, _late(day, now), months=12
    )


def _next_month(after: int, months: tuple[int, ...]) -> int:
    """Last day of the first of these months that ends later than a month after a day."""
    year, month, _ = (int(word) for word in day_text(after).split("-"))
    for step in range(1, 14):
        at = month - 1 + step
        there = at % 12 + 1
        if there in months:
            return months_later(day_number(f"{year + at // 12:04d}-{there:02d}-01"), 1) - 1
    raise AssertionError("every month comes again within thirteen")


def _coating(roof: Kept, entries: tuple[Entry, ...], completed: int, now: int) -> Iterator[Due]:
    measured = [
        day_number(entry.date) for entry in entries
        if isinstance(entry.what, Tried) and entry.what.test == "thickness"
        and entry.spot.area == roof.id and day_number(entry.date) > completed
    ]  # fmt: skip
    years = COATING_THEN if measured else COATING_FIRST
    day = months_later(max(measured, default=completed), 12 * years)
    why = f"coatings wear: after {COATING_FIRST} years, then every {COATING_THEN}"
    yield Due(
        roof.id, roof.name, "Measure the coating", day, why, _late(day, now), months=12 * COATING_THEN
    )  # fmt: skip
