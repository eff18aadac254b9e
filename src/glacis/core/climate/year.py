# SPDX-License-Identifier: GPL-3.0-or-later
"""Twelve months of outside air."""

from glacis.core.model.document import Climate

MONTH_NAMES = ("January", "February", "March", "April", "May", "June", "July", "August",
               "September", "October", "November", "December")  # fmt: skip
MONTH_SHORT = tuple(name[:3] for name in MONTH_NAMES)
DAYS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
ENDS = tuple(sum(DAYS[: month + 1]) for month in range(12))
"""Days of the year that are over at the end of each month."""
SECONDS = tuple(days * 86400.0 for days in DAYS)


def month_of(day: int) -> int:
    """The month, from 0, of a day of the year counted from 0; later years go on as the first.

    >>> month_of(0), month_of(58), month_of(59), month_of(365)
    (0, 1, 2, 0)
    """
    return next(month for month, end in enumerate(ENDS) if day % 365 < end)


def date_words(day: int) -> str:
    """A day of the year counted from 0, as :func:`month_of` takes it.

    >>> date_words(0), date_words(59)
    ('1 Jan', '1 Mar')
    """
    month = month_of(day)
    return f"{day % 365 - ENDS[month] + DAYS[month] + 1} {MONTH_SHORT[month]}"


def mean_temperature(climate: Climate) -> float:
    """Yearly mean of the outside air [°C], months weighted by their days."""
    return sum(t * d for t, d in zip(climate.temperature, DAYS, strict=True)) / sum(DAYS)


def coldest_three_mean(climate: Climate) -> float:
    """Mean of the three coldest months [°C]."""
    return sum(sorted(climate.temperature)[:3]) / 3


def extremes(climate: Climate) -> tuple[int, int]:
    """Indices of the coldest and the warmest month, January = 0."""
    months = range(12)
    coldest = min(months, key=lambda m: climate.temperature[m])
    return coldest, max(months, key=lambda m: climate.temperature[m])
