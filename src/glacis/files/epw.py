# SPDX-License-Identifier: GPL-3.0-or-later
"""Weather years from EPW, the open format of hourly weather, with every quirk of real files."""

import csv
from collections.abc import Iterator
from pathlib import Path

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.climate.atmosphere import air_pressure
from glacis.core.weather.gaps import LONG_GAP, Filled, filled, filled_sun
from glacis.core.weather.hours import HOURS, WeatherYear, over_water, sky_radiation
from glacis.core.weather.sun import Place, sun_of_hours
from glacis.files.errors import FileRefused
from glacis.files.reading import read_whole

Array = NDArray[np.float64]
HEAD_LINES = 8
LEAP = 8784
LEAST_COLUMNS = 16
LARGEST = 32 * 1024 * 1024
"""Largest file that is read [bytes]; our judgement: a year takes two."""
MONTH_DAYS = (31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
FIRST_DAY = np.cumsum((0, *MONTH_DAYS))
LEAP_DAY = slice(59 * 24, 60 * 24)
MOST_RAIN_MISSING = 0.05
"""Share of hours without rain from which none is known [-]; our judgement."""


COLDEST = -95.0
"""Temperature below which a figure is none [°C]: no station has told of a colder hour."""


class Column(Struct, frozen=True):
    """A column of the format: its place, what it is called in messages, and which numbers it may hold."""

    index: int
    name: str
    missing: float
    least: float = 0.0


COLUMNS = {
    "temperature": Column(6, "dry bulb temperature", 99.9, COLDEST),
    "dew": Column(7, "dew point", 99.9, COLDEST),
    "humidity": Column(8, "relative humidity", 999.0),
    "pressure": Column(9, "air pressure", 999999.0),
    "sky": Column(12, "long-wave radiation", 9999.0),
    "sun": Column(13, "global radiation", 9999.0),
    "beam": Column(14, "beam radiation", 9999.0),
    "diffuse": Column(15, "diffuse radiation", 9999.0),
    "wind_from": Column(20, "wind direction", 999.0),
    "wind": Column(21, "wind speed", 999.0),
    "cloud": Column(22, "total sky cover", 99.0),
    "rain": Column(33, "rain", 999.0),
}
"""Columns that are read, counted from 0."""


class Counts(Struct, frozen=True):
    """What was found and mended in a file, hours each.

    Attributes:
        rows: read.
        doubles: rows of an hour that had one already; the first was kept.
        missing: hours without a row.
        temperature: filled.
        vapour: filled.
        pressure: missing.
        wind: filled.
        sun_from_parts: global radiation taken from its parts.
        sun: filled.
        sky: long-wave radiation worked out from air, vapour and cloud.
        rain: missing and taken as dry.
        damp: relative humidities over 100 %.
        shifted: whether its hours run from 0 to 23.
        odd: temperatures, radiation and night sun beyond belief.
    """

    rows: int
    doubles: int
    missing: int
    temperature: int
    vapour: int
    pressure: int
    wind: int
    sun_from_parts: int
    sun: int
    sky: int
    rain: int
    damp: int
    shifted: bool
    odd: tuple[str, ...]


def mended_words(counts: Counts) -> tuple[str, ...]:
    """What was missing or odd in a file and what was made of it, in sentences; nothing for a whole one."""

    def hours(count: int) -> str:
        return f"{count} hour" if count == 1 else f"{count} hours"

    told = (
        (counts.shifted, "Its hours run from 0 to 23 and were taken as 1 to 24."),
        (counts.doubles, f"{hours(counts.doubles)} stood twice: the first was kept."),
        (counts.missing, f"{hours(counts.missing)} had no row."),
        (counts.temperature, f"Temperature filled for {hours(counts.temperature)}."),
        (counts.vapour, f"Humidity filled for {hours(counts.vapour)}."),
        (counts.wind, f"Wind filled for {hours(counts.wind)}."),
        (counts.sun_from_parts, f"Sun taken from its parts for {hours(counts.sun_from_parts)}."),
        (counts.sun, f"Sun filled for {hours(counts.sun)}."),
        (counts.sky, f"Radiation of the sky worked out for {hours(counts.sky)}."),
        (counts.rain, f"Rain missing for {hours(counts.rain)}, taken as dry."),
        (counts.damp, f"Humidity over 100 % in {hours(counts.damp)}."),
    )
    return (*(words for count, words in told if count), *(f"{odd}." for odd in counts.odd))


class EpwFile(Struct, frozen=True, eq=False):
    """A file that was read: the year, where it is of, and what was mended."""

    year: WeatherYear
    city: str
    country: str
    counts: Counts
    rain_known: bool


class Head(Struct, frozen=True):
    """The first line: city, country, place, elevation [m]."""

    city: str
    country: str
    place: Place
    elevation: float


class LongGap(FileRefused):
    """A year with a gap that is filled only where somebody accepts it."""


def read_epw(path: Path, *, accept_long_gaps: bool = False) -> EpwFile:
    """A weather year from a file.

    Args:
        path: of the file.
        accept_long_gaps: fill gaps over two days too, from the days around them.

    Raises:
        FileRefused: for what is no such file, naming line, column, expected and found.
    """
    lines = _lines(path)
    head = _head(path, lines)
    rows, places = _rows(path, lines)
    raw, counts = _placed(path, rows, places)
    return _year(path, head, raw, counts, accept_long_gaps)


def _lines(path: Path) -> list[str]:
    """Its lines, in UTF-8 with or without a mark, else in Latin-1; ends of lines of any kind."""
    content = read_whole(path, LARGEST, "a weather year")
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = content.decode("latin-1")
    return text.replace("\r\n", "\n").replace("\r", "\n").split("\n")


def _head(path: Path, lines: list[str]) -> Head:
    first = next(csv.reader(lines[:1]), [])
    words = [word.strip() for word in first]
    if not words or words[0].upper() != "LOCATION":
        found = words[0][:20] if words else "nothing"
        raise FileRefused(path, "line 1", "LOCATION, city, ...", found)
    names = ("latitude", "longitude", "time zone", "elevation")
    values = []
    for index, name in enumerate(names, 6):
        text = words[index] if index < len(words) else ""
        try:
            values.append(float(text))
        except ValueError:
            where = f"line 1, column {index + 1} ({name})"
            raise FileRefused(path, where, "a number", text or "nothing") from None
    latitude, longitude, zone, elevation = values
    if not (abs(latitude) <= 90 and abs(longitude) <= 180 and abs(zone) <= 14):
        raise FileRefused(path, "line 1", "a place on earth", f"{latitude}, {longitude}, {zone}")
    return Head(words[1], words[4], Place(latitude, longitude, zone), elevation)


def _rows(path: Path, lines: list[str]) -> tuple[list[list[str]], list[int]]:
    """The rows of data and the lines they stand on."""
    rows, places = [], []
    for number, line in enumerate(lines[HEAD_LINES:], HEAD_LINES + 1):
        if not line.strip():
            continue
        row = next(csv.reader([line])) if '"' in line else line.split(",")
        if len(row) < LEAST_COLUMNS:
            found = f"{len(row)}"
            raise FileRefused(path, f"line {number}", f"at least {LEAST_COLUMNS} columns", found)
        rows.append(row)
        places.append(number)
    if not rows:
        raise FileRefused(path, "", "hours below eight lines of head", "none")
    return rows, places


def _whole(path: Path, rows: list[list[str]], places: list[int], index: int, name: str) -> Array:
    try:
        values = np.array([float(row[index]) for row in rows])
    except ValueError:
        return _first_bad(path, rows, places, (index, name))
    if not np.isfinite(values).all():
        at = int(np.argmin(np.isfinite(values)))
        where = f"line {places[at]}, column {index + 1} ({name})"
        raise FileRefused(path, where, "a number", rows[at][index].strip())
    return values


def _first_bad(
    path: Path, rows: list[list[str]], places: list[int], column: tuple[int, str]
) -> Array:
    index, name = column
    for row, place in zip(rows, places, strict=True):
        try:
            float(row[index])
        except ValueError:
            where = f"line {place}, column {index + 1} ({name})"
            raise FileRefused(path, where, "a number", row[index].strip() or "nothing") from None
    raise FileRefused(path, f"column {index + 1} ({name})", "numbers", "something else")


def _numbers(path: Path, rows: list[list[str]], places: list[int], column: Column) -> Array:
    """A column, not a number where it is missing or its row ends before it."""
    index = column.index
    try:
        try:  # nearly every file has every row whole
            values = np.array([float(row[index]) for row in rows])
        except (IndexError, ValueError):
            texts = [row[index].strip() if index < len(row) else "" for row in rows]
            values = np.array([float(text) if text else np.nan for text in texts])
    except ValueError:
        full = [row for row in rows if column.index < len(row) and row[column.index].strip()]
        kept = [
            place
            for row, place in zip(rows, places, strict=True)
            if column.index < len(row) and row[column.index].strip()
        ]
        values = _first_bad(path, full, kept, (column.index, column.name))
    known = np.isfinite(values) & (values < column.missing - 1e-9) & (values >= column.least)
    return np.where(known, values, np.nan)


class Raw(Struct, frozen=True, eq=False):
    """Columns hour by hour of a leap year, not a number where nothing is known."""

    values: dict[str, Array]
    known: NDArray[np.bool_]
    leap: bool


def _placed(
    path: Path, rows: list[list[str]], places: list[int]
) -> tuple[Raw, tuple[int, int, int, bool]]:
    """Every row at its hour; years may differ from row to row, as in patched years."""
    month = _whole(path, rows, places, 1, "month").astype(int)
    day = _whole(path, rows, places, 2, "day").astype(int)
    hour = _whole(path, rows, places, 3, "hour").astype(int)
    shifted = bool(hour.min() == 0)
    hour = hour + 1 if shifted else hour
    days = np.array(MONTH_DAYS)
    bad = (month < 1) | (month > 12) | (hour < 1) | (hour > 24) | (day < 1)
    bad |= day > days[np.clip(month - 1, 0, 11)]
    if bad.any():
        at = int(np.argmax(bad))
        found = f"{month[at]}/{day[at]} hour {hour[at]}"
        raise FileRefused(path, f"line {places[at]}", "a month, a day and an hour", found)
    index = (FIRST_DAY[month - 1] + day - 1) * 24 + hour - 1
    _, first = np.unique(index, return_index=True)
    known = np.zeros(LEAP, bool)
    known[index] = True
    leap = bool(known[LEAP_DAY].any())
    values = {}
    for name, column in COLUMNS.items():
        at_hours = np.full(LEAP, np.nan)
        at_hours[index[first]] = _numbers(path, rows, places, column)[first]
        values[name] = at_hours
    missing = int((~known).sum()) - (0 if leap else 24)
    if missing > HOURS / 4:
        found = f"{len(first)} hours"
        raise FileRefused(path, "", f"a year of {HOURS} hours", found)
    return Raw(values, known, leap), (len(rows), len(rows) - len(first), missing, shifted)


def _year(
    path: Path, head: Head, raw: Raw, found: tuple[int, int, int, bool], accept: bool
) -> EpwFile:
    keep = np.ones(LEAP, bool)
    if not raw.leap:
        keep[LEAP_DAY] = False
    columns = {name: values[keep] for name, values in raw.values.items()}
    final = np.ones(int(keep.sum()), bool)
    if raw.leap:
        final[LEAP_DAY] = False
    rain_known = bool(np.isnan(columns["rain"]).mean() <= MOST_RAIN_MISSING)
    series, filled_hours = _series(path, head, columns, raw.leap, accept)
    year = WeatherYear(
        head.place,
        head.elevation,
        **{name: values[final] for name, values in series.items()},
        rain_known=rain_known,
        source=f"{head.city}, read from {path.name}",
    )
    rows, doubles, missing, shifted = found
    counts = Counts(
        rows=rows,
        doubles=doubles,
        missing=missing,
        shifted=shifted,
        **filled_hours,
        pressure=int(np.isnan(columns["pressure"]).sum()),
        sky=int(np.isnan(columns["sky"]).sum()),
        rain=int(np.isnan(columns["rain"]).sum()),
        damp=int((columns["humidity"] > 100).sum()),
        odd=tuple(_odd(year)),
    )
    return EpwFile(year, head.city, head.country, counts, rain_known)


def _series(
    path: Path, head: Head, columns: dict[str, Array], leap: bool, accept: bool
) -> tuple[dict[str, Array], dict[str, int]]:
    """All columns of a year without gaps, and how many hours of the main ones were filled."""
    pressure_read = columns["pressure"]
    if np.isnan(pressure_read).all():
        pressure_read = np.full(len(pressure_read), air_pressure(head.elevation))

    def mended(name: str, values: Array) -> Filled:
        made = filled(values, accept_long=accept)
        if made.longest > LONG_GAP and not accept:
            raise LongGap(
                path, COLUMNS[name].name if name in COLUMNS else name,
                f"gaps of {LONG_GAP} h at most", f"one of {made.longest} h",
            )  # fmt: skip
        return made

    temperature = mended("temperature", columns["temperature"])
    vapour = mended("vapour pressure", _vapour(columns, temperature.values))
    pressure, wind = mended("pressure", pressure_read), mended("wind", columns["wind"])
    level, beam, diffuse, from_parts, sun_filled = filled_sun(
        columns["sun"], columns["beam"], columns["diffuse"], _height(head.place, leap)
    )
    cloud = np.clip(_gentle(columns["cloud"] / 10, 0.5), 0.0, 1.0)
    own_sky = sky_radiation(temperature.values, vapour.values, cloud)
    series = {
        "temperature": temperature.values,
        "vapour": vapour.values,
        "pressure": pressure.values,
        "wind": wind.values,
        "wind_from": _gentle(columns["wind_from"], 0.0) % 360,
        "sun": level,
        "beam": beam,
        "diffuse": diffuse,
        "sky": np.where(np.isnan(columns["sky"]), own_sky, columns["sky"]),
        "rain": np.where(np.isnan(columns["rain"]), 0.0, columns["rain"]),
        "cloud": cloud,
    }
    counts = {
        "temperature": temperature.count,
        "vapour": vapour.count,
        "wind": wind.count,
        "sun_from_parts": from_parts,
        "sun": sun_filled,
    }
    return series, counts


def _gentle(values: Array, usual: float) -> Array:
    """A column that a year can do without, its gaps of any length filled; the usual value where it has none."""
    if not np.isfinite(values).any():
        return np.full(len(values), usual)
    return filled(values, accept_long=True).values


def _vapour(columns: dict[str, Array], temperature: Array) -> Array:
    """Vapour pressure [Pa]: the dew point wins over the humidity, both over water; no more than saturated."""
    saturated = over_water(temperature)
    by_dew = over_water(columns["dew"])
    by_humidity = columns["humidity"] / 100 * saturated
    return np.minimum(np.where(np.isnan(by_dew), by_humidity, by_dew), saturated)


def _height(place: Place, leap: bool) -> Array:
    """Mean sine of the sun's elevation in every hour [-]."""
    height = np.maximum(sun_of_hours(place).sine, 0.0).mean(axis=1)
    if not leap:
        return np.asarray(height)
    start = LEAP_DAY.start
    return np.concatenate((height[:start], height[start - 24 : start], height[start:]))


def _odd(year: WeatherYear) -> Iterator[str]:
    for words, count in (
        ("temperatures outside -70 to 60 °C", ((year.temperature < -70) | (year.temperature > 60)).sum()),
        ("hours with over 1500 W/m² of sun", (year.sun > 1500).sum()),
        ("hours with sun by night", ((year.sun > 20) & (_height(year.place, leap=False) <= 0)).sum()),
    ):  # fmt: skip
        if count:
            yield f"{int(count)} {words}"
