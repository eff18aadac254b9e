# SPDX-License-Identifier: GPL-3.0-or-later
"""Twelve months of outside air."""

from glacis.core.model.document import Climate

MONTH_NAMES = ("January", "February", "March", "April", "May", "June", "July", "August",
               "September", "October", "November", "December")  # fmt: skip
MONTH_SHORT = tuple(name[:3] for name in MONTH_NAMES)
DAYS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
SECONDS = tuple(days * 86400.0 for days in DAYS)


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
