# SPDX-License-Identifier: GPL-3.0-or-later
"""Days told apart by the calendar of the site."""

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.days import day_number, weekday
from glacis.core.model.order import Workdays

MOST_AHEAD = 4000
"""Days that are looked ahead at most; our judgement: no roof takes ten years."""


class Calendar(Struct, frozen=True):
    """Workdays in a row.

    Attributes:
        first: number of the day that work may begin on.
        workdays: numbers of the days worked, rising.
        position: for every calendar day from the first on, how many workdays lie before it.
    """

    first: int
    workdays: tuple[int, ...]
    position: tuple[int, ...]

    def date(self, at: float) -> int:
        """The calendar day of a moment in workdays: the end of a day belongs to that day."""
        return self.workdays[min(len(self.workdays) - 1, max(0, int(at + 1e-9)))]

    def evening(self, at: float) -> int:
        """The calendar day on which something that ends then ends."""
        whole = int(at - 1e-9) if at > 1e-9 else 0
        return self.workdays[min(len(self.workdays) - 1, whole)]

    def after(self, at: float, days: float) -> float:
        """The first moment of work after so many elapsed days: curing runs every day, work waits for workdays.

        A whole number of days lies between the evening and a morning.
        """
        if days <= 0:
            return at
        if days < 1:
            return at + days
        day = self.evening(at) + int(days) + 1
        place = min(len(self.position) - 1, max(0, day - self.first))
        morning = float(self.position[place])
        return max(at, morning + (days - int(days)))

    def elapsed(self, start: float, end: float) -> float:
        """Whole days between the evening of one moment and the morning of another; parts of a day within one."""
        if int(end + 1e-9) == int(start + 1e-9):
            return max(0.0, end - start)
        return float(max(0, self.date(end) - self.evening(start) - 1) + (end - int(end + 1e-9)))


def calendar_of(begins: str, stated: Workdays) -> Calendar:
    """Workdays from the first day on; without a first day every day of the week counts from a Monday.

    Raises:
        ValueRefused: for no workdays, a shift that ends before it starts, or a day that is none.
    """
    if not stated.days:
        raise ValueRefused("workdays", "none", "one day of the week at least")
    if stated.hours <= 0:
        raise ValueRefused(
            "shift",
            f"{stated.start:g} to {stated.end:g} h",
            "an end after the start and its breaks",
        )
    first = day_number(begins) if begins else 4
    off = {day_number(day) for day in stated.holidays}
    workdays: list[int] = []
    position: list[int] = []
    for day in range(first, first + MOST_AHEAD):
        position.append(len(workdays))
        if weekday(day) in stated.days and day not in off:
            workdays.append(day)
    if not workdays:
        raise ValueRefused("workdays", "none", "a day that is no holiday")
    return Calendar(first, tuple(workdays), tuple(position))
