# SPDX-License-Identifier: GPL-3.0-or-later
"""Hourly runs to take along: daily series as CSV, all that was kept as NumPy arrays."""

import csv
import io
from collections.abc import Iterator

import numpy as np

from glacis.core.climate.year import date_words
from glacis.core.hourly.parts import Hours
from glacis.core.hourly.run import Run
from glacis.core.hourly.story import calendar_day
from glacis.files.layers_csv import safe

HEAD = (
    "area",
    "year",
    "day",
    "place",
    "temperature_C",
    "humidity_percent",
    "water_kg_m3",
    "mass_percent",
)
FORMAT = "glacis-hours/1"


def _rows(area: str, run: Run) -> Iterator[tuple[str, ...]]:
    for number, day in enumerate(run.daily):
        when = date_words(calendar_day(run.start, number))
        for watch, values in zip(run.watches, day, strict=True):
            warm, damp, water = (float(value) for value in values)
            mass = f"{100 * water / watch.density:.2f}" if watch.kind.startswith("wood") else ""
            yield (
                safe(area), str(number // 365 + 1), when, safe(watch.name), f"{warm:.2f}", f"{100 * damp:.1f}",
                f"{water:.3f}", mass,
            )  # fmt: skip


def hours_csv(runs: dict[str, Hours]) -> bytes:
    """Daily means of all that is watched, by area.

    Args:
        runs: by the name of their area.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(HEAD)
    for area, hours in runs.items():
        writer.writerows(_rows(area, hours.run))
    return out.getvalue().encode("utf-8")


def hours_npz(runs: dict[str, Hours]) -> bytes:
    """Everything that was kept of some runs, each array under ``area number/name``.

    Arrays: ``temperature`` [°C] and ``humidity`` [-] of all cells by day, ``depths`` of their faces [m],
    ``hours`` of what is watched in the first and the last year, ``daily`` of it, ``booked`` by day [kg/m²],
    ``places`` and ``slabs`` in words, ``area``.

    Args:
        runs: by the name of their area.
    """
    arrays: dict[str, np.ndarray] = {"format": np.array(FORMAT)}
    for number, (area, hours) in enumerate(runs.items()):
        run = hours.run
        arrays |= {
            f"{number}/area": np.array(area),
            f"{number}/slabs": np.array(hours.names),
            f"{number}/places": np.array([watch.name for watch in run.watches]),
            f"{number}/temperature": run.temperature,
            f"{number}/humidity": run.humidity,
            f"{number}/depths": run.depths,
            f"{number}/hours": run.hours,
            f"{number}/daily": run.daily,
            f"{number}/booked": run.booked,
        }
    out = io.BytesIO()
    np.savez_compressed(out, **arrays)  # type: ignore[arg-type]
    return out.getvalue()
