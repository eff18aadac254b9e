# SPDX-License-Identifier: GPL-3.0-or-later
"""Weather files: every quirk of real ones read, what is none of them refused, and what is written reads back."""

import gzip
import json
from pathlib import Path

import numpy as np
import pytest

from glacis.core.weather.asked import asked_of
from glacis.core.weather.generator import generated
from glacis.core.weather.hours import COLUMNS, HOURS
from glacis.files.epw import read_epw
from glacis.files.epw_write import write_epw
from glacis.files.errors import FileRefused
from glacis.files.libraries import load_sites

DATA = Path(__file__).parents[1] / "data" / "weather"
YEAR = generated(asked_of(load_sites()[0]))
WRITTEN = write_epw(YEAR, "Tern Point").decode()


@pytest.fixture
def kept(tmp_path):
    """Writes a file of lines, or of bytes, and gives its path."""

    def keep(content):
        path = tmp_path / "year.epw"
        path.write_bytes(content if isinstance(content, bytes) else "\n".join(content).encode())
        return path

    return keep


def test_a_file_with_every_quirk_is_read_as_another_reader_reads_it(kept):
    found = read_epw(kept(gzip.decompress((DATA / "tricky.epw.gz").read_bytes())))
    wanted = json.loads((DATA / "ep01_tricky_epw.json").read_text())["expected"]
    year, counts = found.year, found.counts
    assert {
        "rows_read": counts.rows,
        "duplicates": counts.doubles,
        "rows_missing": counts.missing,
        "T_filled": counts.temperature,
        "p_filled": counts.vapour,
        "GHI_from_components": counts.sun_from_parts,
        "GHI_filled": counts.sun,
        "wind_filled": counts.wind,
        "rain_missing": counts.rain,
        "IR_missing": counts.sky,
        "humidity_over_100": counts.damp,
        "pressure_missing": counts.pressure,
    }.items() <= wanted.items()
    for key, value in (
        ("T_mean", year.temperature.mean()), ("T_min", year.temperature.min()), ("T_max", year.temperature.max()),
        ("p_mean", year.vapour.mean()), ("GHI_sum_kWh", year.sun.sum() / 1000),
        ("DNI_sum_kWh", year.beam.sum() / 1000), ("wind_mean", year.wind.mean()), ("rain_sum_mm", year.rain.sum()),
    ):  # fmt: skip
        assert value == pytest.approx(wanted[key], rel=2e-6), key


def test_what_is_written_reads_back_the_same(kept):
    back = read_epw(kept(WRITTEN.encode()))
    exact = (0.005, 1.0, 0.5, 0.005, 0.5, 0.05, 0.05, 0.05, 0.05, 0.005, 0.05)
    digits = dict(zip(COLUMNS, exact, strict=True))
    for name, digit in digits.items():
        found, wanted = getattr(back.year, name), getattr(YEAR, name)
        assert np.abs(found - wanted).max() <= digit * 1.01, name
    assert back.year.place == YEAR.place
    assert (back.city, back.year.elevation) == ("Tern Point", 12.0)
    again = write_epw(back.year, back.city).decode()
    rows = [text.splitlines()[8:] for text in (WRITTEN, again)]
    assert sum(a != b for a, b in zip(*rows, strict=True)) < 0.3 * HOURS


def test_hours_from_0_to_23_blanks_marks_and_leap_days_make_no_other_year(kept):
    lines = WRITTEN.splitlines()
    shifted = [*lines[:8]]
    for line in lines[8:]:
        cells = line.split(",")
        cells[3] = str(int(cells[3]) - 1)
        shifted.append(",".join(cells))
    leap = [*lines]
    day = [line.replace("2023,2,28,", "2024,2,29,") for line in lines if ",2,28," in line[:10]]
    at = next(k for k, line in enumerate(lines) if line.startswith("2023,3,1,"))
    leap[at:at] = day
    plain = read_epw(kept(lines))
    for content in (["\ufeff" + lines[0], *lines[1:8], "", *lines[8:], "  "], shifted, leap):
        year = read_epw(kept(content)).year
        assert (year.numbers == plain.year.numbers).all()
    assert read_epw(kept(shifted)).counts.shifted


def with_cell(row, column, text):
    """The lines with one cell changed."""
    lines = WRITTEN.splitlines()
    cells = lines[row].split(",")
    cells[column] = text
    lines[row] = ",".join(cells)
    return lines


LINES = WRITTEN.splitlines()


@pytest.mark.parametrize(
    ("content", "words"),
    [
        ([], "LOCATION"),
        (["LOCATION,X"], "latitude"),
        (["PLACE,X,,,,,1,2,3,4"], "line 1.*LOCATION.*PLACE"),
        (with_cell(0, 6, "north"), "column 7.*latitude.*north"),
        (with_cell(0, 6, "95"), "a place on earth"),
        (LINES[:8], "hours below eight lines of head"),
        (LINES[:800], "a year of 8760 hours.*792"),
        (with_cell(20, 6, "warm"), r"line 21, column 7 \(dry bulb.*warm"),
        (with_cell(20, 1, "13"), "line 21.*13/"),
        (with_cell(20, 1, "nan"), r"line 21, column 2 \(month\).*a number.*nan"),
        (with_cell(20, 3, "25"), "line 21.*hour 25"),
        ([*LINES[:20], "2023,1,1,13,60", *LINES[21:]], "line 21.*at least 16 columns.*5"),
        (
            [*LINES[:8], *(",".join([*x.split(",")[:6], "99.9", *x.split(",")[7:]]) for x in LINES[8:])],
            "dry bulb temperature.*gaps of 48 h.*8760",
        ),
        (b"\x00\x01\x02" * 400, "LOCATION"),
    ],
)  # fmt: skip
def test_what_is_no_weather_year_is_refused_with_place_expected_and_found(kept, content, words):
    with pytest.raises(FileRefused, match=words):
        read_epw(kept(content))


def test_figures_that_no_weather_has_are_taken_as_missing(kept):
    lines = with_cell(400, 13, "-50")
    for column, text in ((6, "-999"), (21, "-1"), (33, "-3")):
        cells = lines[400].split(",")
        cells[column] = text
        lines[400] = ",".join(cells)
    found = read_epw(kept(lines))
    assert (found.counts.temperature, found.counts.wind, found.counts.rain) == (1, 1, 1)
    assert (found.year.sun >= 0).all()
    assert found.year.temperature[392] > -95


def test_a_long_gap_is_refused_unless_it_is_accepted_and_no_rain_is_told(kept):
    lines = WRITTEN.splitlines()
    for row in range(1000, 1060):
        cells = lines[row].split(",")
        cells[6] = "99.9"
        lines[row] = ",".join(cells)
    with pytest.raises(FileRefused, match="one of 60 h"):
        read_epw(kept(lines))
    year = read_epw(kept(lines), accept_long_gaps=True).year
    assert np.isfinite(year.numbers).all()
    dry = [*lines[:8], *(",".join([*x.split(",")[:33], "999", "99"]) for x in WRITTEN.splitlines()[8:])]  # fmt: skip
    assert not read_epw(kept(dry)).rain_known
