# SPDX-License-Identifier: GPL-3.0-or-later
"""A year of weather as a person reads it: hours down, days across, one field a tapestry."""

from collections.abc import Iterator

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.climate.year import MONTH_SHORT, date_words
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.core.weather.hours import MONTH_STARTS, WeatherYear
from glacis.report.palette import FIELD_TINTS
from glacis.report.scene import DIMENSION, Hot, Item, Line, Patch, Raster, Scene, Text

Array = NDArray[np.float64]
LEFT, RIGHT, TOP, FOOT, GAP = 40.0, 132.0, 6.0, 20.0, 14.0
DAYS = 365


class Field(Struct, frozen=True, eq=False):
    """One tapestry.

    Attributes:
        key: of its tints.
        name: what it shows.
        quantity: of its figures.
        values: hour by hour.
        low: that has the first tint.
        high: that has the last.
        even: the power to which the share is taken, 1 for even steps; less spreads the small ones.
    """

    key: str
    name: str
    quantity: Quantity
    values: Array
    low: float
    high: float
    even: float = 1.0


def fields_of(year: WeatherYear) -> tuple[Field, ...]:
    """What is shown of a year: temperature, humidity, sun and rain."""
    warm = year.temperature
    most = max(1.0, float(year.rain.max()))
    dry = min(0.9, float(np.floor(20 * year.humidity.min()) / 20))
    return (
        Field("heat", "Temperature", Quantity.TEMPERATURE, warm, float(warm.min()), float(warm.max())),
        Field("damp", "Humidity", Quantity.HUMIDITY, year.humidity, dry, 1.0),
        Field("glow", "Sun", Quantity.HEAT_FLUX, year.sun, 0.0, max(200.0, float(year.sun.max()))),
        Field("fall", "Rain", Quantity.RAIN_RATE, year.rain, 0.0, most, 0.4),
    )  # fmt: skip


class Place(Struct, frozen=True):
    """Where a tapestry lies: left, top, right, bottom [pt]."""

    left: float
    top: float
    right: float
    bottom: float

    def hour(self, x: float, y: float) -> int | None:
        """The hour of the year under a point, from 0; None beside it."""
        if not (self.left <= x < self.right and self.top <= y < self.bottom):
            return None
        day = int((x - self.left) / (self.right - self.left) * DAYS)
        hour = int((self.bottom - y) / (self.bottom - self.top) * 24)
        return min(DAYS - 1, day) * 24 + min(23, hour)


def places(width: float, height: float, count: int = 4) -> tuple[Place, ...]:
    """Where the tapestries of a drawing lie, one under the other."""
    tall = (height - TOP - FOOT - GAP * (count - 1)) / count
    return tuple(
        Place(LEFT, TOP + k * (tall + GAP), width - RIGHT, TOP + k * (tall + GAP) + tall)
        for k in range(count)
    )


def tints(field: Field) -> bytes:
    """The tint of every hour, midnight at the foot, the first of January at the left."""
    share = np.clip((field.values - field.low) / (field.high - field.low), 0.0, 1.0)
    steps = np.minimum(share**field.even * FIELD_TINTS, FIELD_TINTS - 1).astype(np.uint8)
    return np.ascontiguousarray(steps.reshape(DAYS, 24).T[::-1]).tobytes()


def _scale(field: Field, place: Place, system: System) -> Iterator[Item]:
    left = place.right + 10
    yield Text(left, place.top + 12, field.name, 13, "ink", face="semibold")
    wide = (RIGHT - 22) / FIELD_TINTS
    top = place.top + 19
    for step in range(FIELD_TINTS):
        x = left + step * wide
        yield Patch((x, top, x + wide, top, x + wide, top + 7, x, top + 7), f"{field.key}:{step}")
    low, high = (with_unit(value, field.quantity, system) for value in (field.low, field.high))
    yield Text(left, top + 21, low if field.low else "none", 11, "second")
    yield Text(left, top + 35, f"to {high}", 11, "second")


def _frame(field: Field, place: Place) -> Iterator[Item]:
    left, top, right, bottom = place.left, place.top, place.right, place.bottom
    inks = tuple(f"{field.key}:{step}" for step in range(FIELD_TINTS))
    yield Raster((left, top, right, bottom), DAYS, tints(field), inks)
    for hour in (0, 12, 24):
        y = bottom - hour / 24 * (bottom - top)
        yield Text(left - 6, y + 4, f"{hour} h", 11, "second", "end")
        yield Line((left - 4, y, left, y), "second", DIMENSION)


def _months(place: Place) -> Iterator[Item]:
    ends = MONTH_STARTS / 24 / DAYS * (place.right - place.left) + place.left
    for month, name in enumerate(MONTH_SHORT):
        x = ends[month]
        yield Line((x, place.bottom, x, place.bottom + 4), "second", DIMENSION)
        words = name if place.right - place.left > 330 else name[0]
        yield Text((x + ends[month + 1]) / 2, place.bottom + 15, words, 11, "second", "middle")


def year_scene(year: WeatherYear, width: float, height: float, system: System) -> Scene:
    """The year as four tapestries above each other, so that a day stands in one line through all.

    Args:
        year: of the weather.
        width: of the drawing.
        height: of the drawing.
        system: units.
    """
    items: list[Item] = []
    hot = []
    found = places(width, height)
    for field, place in zip(fields_of(year), found, strict=True):
        if field.key == "fall" and not year.rain_known:
            words = "No rain is known for this year."
            items.append(Text(place.left + 8, place.top + 20, words, 12, "second"))
            continue
        items += [*_frame(field, place), *_scale(field, place, system)]
        box = (place.left, place.top, place.right, place.bottom)
        hot.append(Hot("hours", field.key, box))
    items += _months(found[-1])
    return Scene(width, height, tuple(items), tuple(hot))


def hour_words(year: WeatherYear, hour: int, system: System) -> str:
    """What an hour of a year was like."""
    day, clock = divmod(hour, 24)
    figures = [
        with_unit(float(field.values[hour]), field.quantity, system) for field in fields_of(year)
    ]
    wind = with_unit(float(year.wind[hour]), Quantity.SPEED, system)
    rain = f"rain {figures[3]}" if year.rain_known else "rain not known"
    return (
        f"{date_words(day)}, {clock} to {clock + 1} h: {figures[0]}, {figures[1]}\n"
        f"sun {figures[2]}, {rain}, wind {wind}"
    )
