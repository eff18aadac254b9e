# SPDX-License-Identifier: GPL-3.0-or-later
"""Years that differ from the mean, and which of them is hard on a roof."""

from collections.abc import Callable, Sequence

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from glacis.core.errors import ValueRefused
from glacis.core.graph.part import Progress, unwatched
from glacis.core.weather.draws import Draws
from glacis.core.weather.generator import Asked, Months, generated
from glacis.core.weather.hours import SIGMA, ZERO, WeatherYear, over_water, within_hours

Array = NDArray[np.float64]
YEARS = 20
"""Years that the severe one is taken from; our judgement: one in ten is then the second."""
ASIDE = 1_000_003
"""Between the seed of a year and that of its months; our judgement: a prime, so that streams do not meet."""
GREY, EMITS = 0.6, 0.9
"""Absorptance and emittance of the roof by which years are ranked where none is given [-]; our judgement."""


def another_year(asked: Asked, number: int) -> Asked:
    """The same place in another year: its months warmer or colder, wetter or drier than the mean.

    Args:
        asked: the mean year.
        number: of the year, from 0.
    """
    draws = Draws(asked.seed + ASIDE * (number + 1))
    months, warmth = asked.months, draws.persistent(12, 0.3)
    made = Months(
        temperature=months.temperature + asked.habits.months_differ * warmth,
        humidity=np.clip(months.humidity + 0.03 * draws.normal(12), 0.08, 0.98),
        rain=months.rain * np.exp(0.35 * draws.normal(12) - 0.06),
        cloud=np.clip(months.cloud + 0.07 * draws.normal(12), 0.03, 0.97),
    )
    return replace(asked, months=made, seed=asked.seed + number + 1)


def sol_air(year: WeatherYear) -> Array:
    """Sol-air temperature of a grey flat roof, hour by hour [°C]."""
    air = within_hours(year.temperature)
    film = 4 + 4 * within_hours(year.wind)
    kelvin = air + ZERO
    lost = EMITS * (SIGMA * kelvin**4 - year.sky)
    return np.asarray(air + (GREY * year.sun - lost) / (film + 4 * EMITS * SIGMA * kelvin**3))


def wetting(year: WeatherYear, indoor: Array) -> float:
    """How much more a year wets the outside of a roof than it dries it [-]: without a roof, by vapour pressures.

    Args:
        year: of the weather.
        indoor: vapour pressure of the rooms hour by hour [Pa].
    """
    drive = indoor - over_water(sol_air(year))
    wet, dry = np.maximum(0, drive).sum(), np.maximum(0, -drive).sum()
    return float(wet / dry) if dry > 0 else float("inf")


def severe_year(
    asked: Asked,
    how_wet: Callable[[WeatherYear], float],
    count: int = YEARS,
    progress: Progress = unwatched,
) -> tuple[int, tuple[float, ...]]:
    """Which of a number of years is the second wettest, from 0, and how wet each is.

    Args:
        asked: the mean year.
        how_wet: of a year; of a roof in it, or :func:`wetting`.
        count: of years, at least 2.
        progress: told after every year.

    Raises:
        ValueRefused: for fewer than two years.
    """
    if count < 2:
        raise ValueRefused("years that a severe one is taken from", str(count), "at least 2")
    wet = []
    for number in range(count):
        progress(number / count, f"year {number + 1} of {count}")
        wet.append(how_wet(generated(another_year(asked, number))))
    return second_wettest(wet), tuple(wet)


def second_wettest(wet: Sequence[float]) -> int:
    """Which of some years comes second."""
    return sorted(range(len(wet)), key=lambda k: -wet[k])[1]
