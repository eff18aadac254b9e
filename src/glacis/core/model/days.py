# SPDX-License-Identifier: GPL-3.0-or-later
"""Days counted and named."""

from glacis.core.errors import ValueRefused

WEEK = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")


def day_number(text: str) -> int:
    """Days since 1 January 1970 of a day as year-month-day (days_from_civil, H. Hinnant, 2013).

    Raises:
        ValueRefused: for what is no day.

    >>> day_number("1970-01-01"), day_number("2026-11-27")
    (0, 20784)
    """
    try:
        year, month, day = (int(word) for word in text.split("-"))
    except ValueError:
        raise ValueRefused("day", text, "year-month-day") from None
    if not (1 <= month <= 12 and 1 <= day <= _month_days(year, month)):
        raise ValueRefused("day", text, "a day of the calendar as year-month-day")
    y = year - (month <= 2)
    era = y // 400
    of_era = y - era * 400
    of_year = (153 * (month + (-3 if month > 2 else 9)) + 2) // 5 + day - 1
    return era * 146097 + of_era * 365 + of_era // 4 - of_era // 100 + of_year - 719468


def _month_days(year: int, month: int) -> int:
    if month == 2:
        return 29 if year % 4 == 0 and (year % 100 or year % 400 == 0) else 28
    return 30 if month in (4, 6, 9, 11) else 31


def day_text(number: int) -> str:
    """A day as year-month-day (civil_from_days, likewise).

    >>> day_text(20784)
    '2026-11-27'
    """
    z = number + 719468
    era = z // 146097
    doe = z - era * 146097
    yoe = (doe - doe // 1460 + doe // 36524 - doe // 146096) // 365
    doy = doe - (365 * yoe + yoe // 4 - yoe // 100)
    mp = (5 * doy + 2) // 153
    day = doy - (153 * mp + 2) // 5 + 1
    month = mp + (3 if mp < 10 else -9)
    year = yoe + era * 400 + (month <= 2)
    return f"{year:04d}-{month:02d}-{day:02d}"


def weekday(number: int) -> int:
    """Day of the week, Monday 0.

    >>> WEEK[weekday(20784)]
    'Fri'
    """
    return (number + 3) % 7


def months_later(day: int, months: int) -> int:
    """The same day of a later month, or its last where it is shorter.

    >>> day_text(months_later(day_number("2027-08-31"), 6))
    '2028-02-29'
    """
    year, month, of_month = (int(word) for word in day_text(day).split("-"))
    at = year * 12 + month - 1 + months
    year, month = at // 12, at % 12 + 1
    return day_number(f"{year:04d}-{month:02d}-{min(of_month, _month_days(year, month)):02d}")
