# SPDX-License-Identifier: GPL-3.0-or-later
"""A site as a CSV table: what it is called, its design days, and twelve months in SI units."""

import csv
import io
from pathlib import Path

from msgspec.structs import replace

from glacis.core.climate.year import MONTH_NAMES
from glacis.core.errors import ValueRefused
from glacis.core.model.document import Climate, Site
from glacis.core.model.sound import check_values
from glacis.core.model.validate import check_site
from glacis.core.units.ranges import finite
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import safe
from glacis.files.materials_csv import text_of

HEAD = ("month", "temperature_C", "humidity_percent", "rain_mm")
FIGURES = ("elevation_m", "design_winter_C", "design_summer_C")
PLACE = {"latitude_deg": "latitude", "longitude_deg": "longitude", "clock_h": "clock"}
"""Where the site lies, which a table need not state."""


def site_csv(site: Site) -> str:
    """A site as a table that :func:`read_site` reads again."""
    climate = site.climate
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    for key, value in (
        ("name", safe(site.name)), ("note", safe(site.note)), ("elevation_m", f"{site.elevation:g}"),
        *((key, f"{getattr(site, name):g}") for key, name in PLACE.items()),
        ("design_winter_C", f"{climate.design_winter:g}"),
        ("design_summer_C", f"{climate.design_summer:g}"), ("source", safe(climate.source)),
    ):  # fmt: skip
        writer.writerow((key, value))
    writer.writerow(HEAD)
    for month, name in enumerate(MONTH_NAMES):
        rain = f"{climate.rain[month]:.6g}" if climate.rain else ""
        writer.writerow(
            (
                name,
                f"{climate.temperature[month]:.6g}",
                f"{climate.humidity[month] * 100:.6g}",
                rain,
            )
        )
    return out.getvalue()


def read_site(path: Path) -> Site:
    """A site from a table.

    Raises:
        FileRefused: for a file that is no such table, naming place, expected and found.
    """
    rows = [row for row in csv.reader(io.StringIO(text_of(path))) if any(map(str.strip, row))]
    head = next((k for k, row in enumerate(rows) if row[0].strip() == HEAD[0]), None)
    if head is None:
        raise FileRefused(path, "", f"a row that begins with '{HEAD[0]}'", "none")
    stated = {row[0].strip(): row[1].strip() if len(row) > 1 else "" for row in rows[:head]}
    months = rows[head + 1 :]
    if len(months) != len(MONTH_NAMES):
        raise FileRefused(path, "below the head", "12 months", str(len(months)))
    columns = [
        [_figure(path, MONTH_NAMES[k], row, column) for k, row in enumerate(months)]
        for column in (1, 2, 3)
    ]
    temperature, humidity, rain = columns
    if None in temperature or None in humidity:
        raise FileRefused(
            path, "temperature and humidity", "a figure in every month", "an empty cell"
        )
    if None in rain and any(value is not None for value in rain):
        raise FileRefused(path, "rain", "a figure in every month, or in none", "some are empty")
    figures = {key: _stated(path, stated, key) for key in FIGURES}
    place = {name: _stated(path, stated, key) for key, name in PLACE.items() if stated.get(key)}
    climate = Climate(
        temperature=tuple(t for t in temperature if t is not None),
        humidity=tuple(round(h / 100, 6) for h in humidity if h is not None),
        rain=tuple(r for r in rain if r is not None),
        design_winter=figures["design_winter_C"], design_summer=figures["design_summer_C"],
        source=stated.get("source", ""),
    )  # fmt: skip
    site = Site(
        name=stated.get("name") or path.stem, note=stated.get("note", ""), climate=climate,
        elevation=figures["elevation_m"],
    )  # fmt: skip
    site = replace(site, **place)
    try:
        check_values(site, "site")
        check_site(site)
    except ValueRefused as fault:
        raise FileRefused(path, fault.field, fault.expected, str(fault.found)) from fault
    return site


def _figure(path: Path, month: str, row: list[str], column: int) -> float | None:
    text = row[column].strip() if len(row) > column else ""
    if not text:
        return None
    try:
        return finite(text)
    except ValueError:
        raise FileRefused(path, f"{month}, {HEAD[column]}", "a number", text[:40]) from None


def _stated(path: Path, stated: dict[str, str], key: str) -> float:
    try:
        return finite(stated.get(key, ""))
    except ValueError:
        raise FileRefused(path, key, "a number", stated.get(key, "") or "nothing") from None
