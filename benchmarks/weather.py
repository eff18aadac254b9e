# SPDX-License-Identifier: GPL-3.0-or-later
"""Times of weather years: one made, one read."""

import tempfile
from pathlib import Path
from statistics import median

from glacis.core.weather.asked import asked_of
from glacis.core.weather.generator import generated
from glacis.files.epw import read_epw
from glacis.files.epw_write import write_epw
from glacis.files.libraries import load_sites
from timing import timed


def year_made() -> float:
    """Median seconds of a year by the generator."""
    asked = asked_of(load_sites()[0])
    generated(asked)
    return median(timed(lambda: generated(asked)) for _ in range(5))


def year_read() -> float:
    """Median seconds of a year read from a file."""
    year = generated(asked_of(load_sites()[0]))
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "year.epw"
        path.write_bytes(write_epw(year, "Tern Point"))
        return median(timed(lambda: read_epw(path)) for _ in range(5))
