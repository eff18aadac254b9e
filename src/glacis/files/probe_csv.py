# SPDX-License-Identifier: GPL-3.0-or-later
"""Readings of a probe as a CSV table: time, temperature, and humidity or moisture of wood."""

import csv
import io
from datetime import datetime, timedelta
from pathlib import Path

import numpy as np
from msgspec import Struct

from glacis.core.hourly.probe import Days, Misfit, daily
from glacis.core.model.probe import HUMIDITY, LONGEST, WARMTH, WOOD, Measures, Probe
from glacis.core.units.ranges import finite
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import safe
from glacis.files.materials_csv import text_of

TIMES = ("time", "date", "timestamp", "datetime")
WARM = ("t", "temperature", "temperature_c", "temp", "temp_c")
DAMP = ("rh", "phi", "humidity", "humidity_percent", "rh_percent", "relative_humidity")
WOODEN = ("u", "wood", "wood_percent", "moisture_percent", "wood_moisture", "mass_percent")
MOST_ROWS = 2_000_000
"""Rows that are read; our judgement: twenty years of five minutes."""
FORMATS = ("%d.%m.%Y %H:%M", "%d.%m.%Y %H:%M:%S", "%Y/%m/%d %H:%M", "%Y/%m/%d %H:%M:%S", "%d.%m.%Y")


class Readings(Struct, frozen=True):
    """What a table tells.

    Attributes:
        year: of the first day.
        day: of that year, from 1.
        days: means of days.
        measures: which of both.
        rows: that were read, and how many of them were empty.
    """

    year: int
    day: int
    days: Days
    measures: Measures
    rows: tuple[int, int]


def read_probe(path: Path) -> Readings:
    """The readings of a table.

    Humidity is taken in percent where any of it is over 1.5. Times are local; what tells its zone is taken
    as its clock shows. Several readings of an hour count as their mean.

    Raises:
        FileRefused: for what is no such table, naming row, expected and found.
    """
    text = text_of(path)
    head = text.split("\n", 1)[0]
    mark = max(";\t,", key=head.count)
    rows = csv.reader(io.StringIO(text), delimiter=mark)
    names = [name.strip().lower().replace(" ", "_") for name in next(rows, [])]
    columns, measures = _columns(path, names)
    times: list[datetime] = []
    read: list[list[float]] = []
    empty = 0
    for number, row in enumerate(rows, 2):
        if not any(cell.strip() for cell in row):
            continue
        if len(times) >= MOST_ROWS:
            raise FileRefused(path, f"row {number}", f"at most {MOST_ROWS} rows", "more")
        cells = [row[k].strip() if 0 <= k < len(row) else "" for k in columns]
        times.append(_time(path, number, cells[0]))
        read.append([_figure(path, number, cell, mark) for cell in cells[1:]])
        empty += not cells[2]
    if not times:
        raise FileRefused(path, "below the head", "rows of readings", "none")
    return _gathered(path, times, np.array(read, float), measures, empty)


def _columns(path: Path, names: list[str]) -> tuple[tuple[int, int, int], Measures]:
    def found(wanted: tuple[str, ...]) -> int:
        return next((k for k, name in enumerate(names) if name in wanted), -1)

    time, warm, damp, wooden = (found(w) for w in (TIMES, WARM, DAMP, WOODEN))
    if time < 0 or (damp < 0 and wooden < 0):
        wanted = "columns time, temperature, and humidity or wood_percent"
        raise FileRefused(path, "row 1", wanted, ", ".join(names)[:80] or "nothing")
    measures: Measures = "wood" if damp < 0 else "humidity"
    return (time, warm, wooden if damp < 0 else damp), measures


def _time(path: Path, row: int, text: str) -> datetime:
    try:
        return datetime.fromisoformat(text).replace(tzinfo=None)
    except ValueError:
        pass
    for form in FORMATS:
        try:
            return datetime.strptime(text, form)  # noqa: DTZ007 - a probe tells its own clock
        except ValueError:
            continue
    raise FileRefused(path, f"row {row}, time", "such as 2026-03-01 14:00", text[:40] or "nothing")


def _figure(path: Path, row: int, text: str, mark: str) -> float:
    if not text or text.lower() in ("nan", "na", "-", "null", "none"):
        return float("nan")
    try:
        return finite(text if mark == "," else text.replace(",", "."))
    except ValueError:
        raise FileRefused(path, f"row {row}", "a number or nothing", text[:40]) from None


def _gathered(
    path: Path, times: list[datetime], read: np.ndarray, measures: Measures, empty: int
) -> Readings:
    begin = min(times).replace(hour=0, minute=0, second=0, microsecond=0)
    hours = np.array([int((time - begin) / timedelta(hours=1)) for time in times])
    count = (int(hours.max()) // 24 + 1) * 24
    if count > 24 * LONGEST:
        raise FileRefused(path, "time", f"at most {LONGEST} days", f"{count // 24} days")
    if not 1900 <= begin.year <= 2200:
        raise FileRefused(path, "time", "a year from 1900 to 2200", str(begin.year))
    means = [_by_hour(hours, read[:, k], count) for k in range(2)]
    if measures == "humidity" and np.nanmax(means[1], initial=0.0) > 1.5:
        means[1] = means[1] / 100
    most = HUMIDITY if measures == "humidity" else WOOD
    for bounds, values in ((WARMTH, means[0]), (most, means[1])):
        odd = values[np.isfinite(values) & ((values < bounds.least) | (values > bounds.most))]
        if len(odd):
            wanted = f"{bounds.least:g} to {bounds.most:g}"
            raise FileRefused(path, bounds.words, wanted, f"{odd[0]:g}")
    found = daily(*means)
    if not np.isfinite(found.values).any():
        raise FileRefused(path, "readings", "a day with 18 hours of them", "none")
    return Readings(begin.year, begin.timetuple().tm_yday, found, measures, (len(times), empty))


def _by_hour(hours: np.ndarray, values: np.ndarray, count: int) -> np.ndarray:
    there = np.isfinite(values)
    sums = np.bincount(hours[there], values[there], count)
    counts = np.bincount(hours[there], minlength=count)
    return np.where(counts > 0, sums / np.maximum(counts, 1), np.nan)


HEAD = ("area", "probe", "place", "date", "temperature_C", "measured", "run", "unit", "simulated")


def probes_csv(found: dict[str, tuple[tuple[Probe, Misfit], ...]]) -> bytes:
    """Probes beside the run, day by day; measured as it compares, gaps left empty.

    Args:
        found: by the name of their area.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(HEAD)
    for area, probes in found.items():
        for probe, misfit in probes:
            scale, unit = (
                (1.0, "mass_percent") if probe.measures == "wood" else (100.0, "rh_percent")
            )
            first = datetime(probe.year, 1, 1) + timedelta(days=probe.day - 1)  # noqa: DTZ001 - a day
            for k, warm in enumerate(probe.temperatures):
                date = (first + timedelta(days=k)).date().isoformat()
                said = (_shown(float(v) * scale) for v in (misfit.measured[k], misfit.predicted[k]))
                writer.writerow((
                    safe(area), safe(probe.name), safe(probe.place), date,
                    "" if warm is None else f"{warm:.2f}", *said, unit, str(probe.simulated).lower(),
                ))  # fmt: skip
    return out.getvalue().encode()


def _shown(value: float) -> str:
    return f"{value:.2f}" if value == value else ""
