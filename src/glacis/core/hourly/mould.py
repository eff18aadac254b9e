# SPDX-License-Identifier: GPL-3.0-or-later
"""The mould index of a surface, 0 to 6 (Ojanen, Viitanen and others 2010; recalled where marked in the docs)."""

from math import exp
from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import ArrayLike, NDArray

Sensitivity = Literal["very", "sensitive", "medium", "resistant"]
HOURS_OF_WEEK, DAY = 168.0, 24.0
"""Of a week and a day [h], by definition."""
SLOW = 0.25
"""How fast mould declines on usual surfaces, beside pine [-]; our judgement between 0.1 and 0.5."""


class Grows(Struct, frozen=True):
    """How mould grows on a class of surfaces.

    Attributes:
        early: speed below index 1, beside pine sapwood [-].
        late: from index 1 on [-].
        a: of the largest index.
        b: of the largest index.
        c: of the largest index.
        least: humidity it needs [%].
        words: surfaces.
    """

    early: float
    late: float
    a: float
    b: float
    c: float
    least: float
    words: str


CLASSES: dict[Sensitivity, Grows] = {
    "very": Grows(1.0, 2.0, 1.0, 7.0, 2.0, 80.0, "untreated softwood"),
    "sensitive": Grows(0.578, 0.386, 0.3, 6.0, 1.0, 80.0, "planed wood, wood boards, paper"),
    "medium": Grows(0.072, 0.097, 0.0, 5.0, 1.5, 85.0, "concrete, glass wool, plastics"),
    "resistant": Grows(0.033, 0.014, 0.0, 3.0, 1.0, 85.0, "foam skins, treated surfaces"),
}


def critical_humidity(temperature: ArrayLike, least: float) -> NDArray[np.float64]:
    """Humidity from which mould grows [%], by temperature [°C].

    >>> f"{critical_humidity(20.0, 80.0):.2f}"
    '80.04'
    """
    t = np.asarray(temperature, float)
    cold = -0.00267 * t**3 + 0.160 * t**2 - 3.13 * t + 100
    return np.where(t <= 20, np.maximum(least, cold), least)


def largest_index(temperature: ArrayLike, humidity: ArrayLike, of: Grows) -> NDArray[np.float64]:
    """The index that mould comes to at most [-] at a temperature [°C] and humidity [%]."""
    need = critical_humidity(temperature, of.least)
    x = (need - np.asarray(humidity, float)) / (need - 100)
    return np.asarray(of.a + of.b * x - of.c * x**2)


class Mould(Struct, frozen=True):
    """How mould went.

    Attributes:
        end: index at the end.
        peak: largest index.
        hour: of the peak, from 0.
        hours_to_1: until index 1 was reached; None for never.
    """

    end: float
    peak: float
    hour: int
    hours_to_1: int | None


def mould_index(
    temperature: ArrayLike,
    humidity: ArrayLike,
    sensitivity: Sensitivity,
    decline: float = SLOW,
    start: float = 0.0,
) -> Mould:
    """The index hour by hour.

    Args:
        temperature: of the surface [°C].
        humidity: relative, at the surface [%].
        sensitivity: of the surface.
        decline: how fast mould goes back, beside pine [-].
        start: index at the beginning.
    """
    of = CLASSES[sensitivity]
    t, damp = np.asarray(temperature, float), np.minimum(100.0, np.asarray(humidity, float))
    good = (t > 0) & (t <= 50) & (damp >= critical_humidity(t, of.least))
    warm = np.where(good, t, 1.0)
    wet = np.where(good, damp, 100.0)
    weeks = np.exp(-0.68 * np.log(warm) - 13.9 * np.log(wet) + 66.02)
    speed = 1 / (HOURS_OF_WEEK * weeks)
    most = largest_index(t, damp, of)
    index, peak, hour, reached, since = start, start, 0, None, 0
    rows = zip(good.tolist(), speed.tolist(), most.tolist(), strict=True)
    for k, (grows, by, top) in enumerate(rows):
        if grows:
            since = 0
            held = max(0.0, 1 - exp(2.3 * (index - top)))
            index += by * held * (of.early if index < 1 else of.late)
        else:
            since += 1
            rate = 0.032 if since <= 6 else 0.0 if since <= 24 else 0.016
            index = max(0.0, index - decline * rate / DAY)
        if index > peak:
            peak, hour = index, k
        if reached is None and index >= 1:
            reached = k + 1
    return Mould(float(index), float(peak), hour, reached)
