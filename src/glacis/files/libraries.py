# SPDX-License-Identifier: GPL-3.0-or-later
"""The tables that ship with Glacis: materials, families and invented sites."""

import csv
import io
from pathlib import Path

from glacis.core.materials.library import Library, read_family, read_material
from glacis.core.model.document import Climate, Site

_MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")


def rows(name: str) -> list[dict[str, str]]:
    """The rows of a shipped table, each by its columns."""
    text = (Path(__file__).parent / "data" / name).read_text(encoding="utf-8")
    head, *rows = csv.reader(io.StringIO(text))
    return [dict(zip(head, row, strict=True)) for row in rows]


def load_library() -> Library:
    """The generic materials and their families."""
    return Library(
        materials=tuple(read_material(row) for row in rows("materials.csv")),
        families=tuple(read_family(row) for row in rows("families.csv")),
    )


def load_sites() -> tuple[Site, ...]:
    """The invented sites; humidities in the table are in percent."""
    return tuple(_site(row) for row in rows("sites.csv"))


def _site(row: dict[str, str]) -> Site:
    climate = Climate(
        temperature=tuple(float(row[f"{month}_t"]) for month in _MONTHS),
        humidity=tuple(float(row[f"{month}_rh"]) / 100 for month in _MONTHS),
        design_winter=float(row["design_winter"]),
        design_summer=float(row["design_summer"]),
        rain=tuple(float(row[f"{month}_rain"]) for month in _MONTHS),
        source=row["source"],
    )
    return Site(
        name=row["name"],
        climate=climate,
        note=row["note"],
        elevation=float(row["elevation"]),
        latitude=float(row["latitude"]),
        longitude=float(row["longitude"]),
        clock=float(row["clock"]),
    )
