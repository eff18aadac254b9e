# SPDX-License-Identifier: GPL-3.0-or-later
"""Readings of probes out of tables of many makes, and what is no such table."""

from datetime import datetime, timedelta

import numpy as np
import pytest

from glacis.files.errors import FileRefused
from glacis.files.probe_csv import read_probe

BEGIN = datetime(2024, 2, 28)  # noqa: DTZ001 - a probe tells its own clock


def table(path, rows, head="time,temperature,humidity"):
    path.write_text("\n".join([head, *rows]))
    return path


def hourly(days=3, form="%Y-%m-%d %H:%M", mark=",", share=1.0, minutes=60):
    found = []
    for k in range(int(days * 1440 / minutes)):
        when = BEGIN + timedelta(minutes=minutes * k)
        found.append(
            f"{when.strftime(form)}{mark}{10 + when.hour / 10:.1f}{mark}{(60 + when.day) * share:.3f}"
        )
    return found


@pytest.mark.parametrize(
    ("form", "mark", "share", "minutes"),
    [
        ("%Y-%m-%d %H:%M", ",", 1.0, 60),
        ("%Y-%m-%dT%H:%M:%S+01:00", ",", 0.01, 15),
        ("%d.%m.%Y %H:%M", ";", 1.0, 60),
        ("%Y/%m/%d %H:%M", "\t", 1.0, 30),
    ],
)
def test_tables_of_many_makes_tell_the_same(tmp_path, form, mark, share, minutes):
    rows = hourly(3, form, mark, share, minutes)
    if mark == ";":
        rows = [row.replace(".", ",") if "." not in form else row for row in rows]
    found = read_probe(table(tmp_path / "x.csv", rows, mark.join(("Time", "Temp C", "RH"))))
    assert (found.year, found.day, found.measures) == (2024, 59, "humidity")
    assert found.days.values == pytest.approx([0.88, 0.89, 0.61])
    assert found.days.temperatures == pytest.approx(3 * [10 + 1.15])


def test_a_decimal_comma_is_read_between_semicolons(tmp_path):
    rows = [f"28.02.2024 {h:02d}:00;5,5;17,25" for h in range(24)]
    found = read_probe(table(tmp_path / "x.csv", rows, "time;temperature;wood_percent"))
    assert found.measures == "wood"
    assert found.days.values == pytest.approx([17.25])
    assert found.days.temperatures == pytest.approx([5.5])


def test_gaps_are_gaps_and_rows_may_come_in_any_order(tmp_path):
    rows = hourly(4)
    rows = [*rows[60:], *rows[:20], "", *(row.rsplit(",", 1)[0] + ",nan" for row in rows[20:40])]
    found = read_probe(table(tmp_path / "x.csv", rows))
    assert np.isfinite(found.days.values).tolist() == [True, False, False, True]
    assert found.rows == (len(rows) - 1, 0)


@pytest.mark.parametrize(
    ("content", "said"),
    [
        ("", "columns time, temperature"),
        ("time,temperature\n2024-01-01,3", "columns time, temperature"),
        ("time,temperature,humidity", "rows of readings"),
        ("time,temperature,humidity\nyesterday,3,50", "row 2, time"),
        ("time,temperature,humidity\n2024-01-01 00:00,3,damp", "a number or nothing"),
        ("time,temperature,humidity\n2024-01-01 00:00,3,50", "18 hours"),
        ("time,temperature,humidity\n2024-01-01 00:00,3,1e999", "a number or nothing"),
        ("time,temperature,humidity\n2024-01-01 00:00,900,50", "-80 to 150"),
        ("time,temperature,wood\n2024-01-01 00:00,9,301", "0 to 300"),
        ("time,temperature,humidity\n0001-01-01 00:00,9,30", "1900 to 2200"),
        (
            "time,temperature,humidity\n2024-01-01 00:00,9,30\n2094-01-01 00:00,9,30",
            "at most 7320 days",
        ),
    ],
)
def test_what_is_no_such_table_is_refused_in_a_sentence(tmp_path, content, said):
    path = tmp_path / "odd.csv"
    path.write_text(content)
    with pytest.raises(FileRefused) as refused:
        read_probe(path)
    words = refused.value.words("si")
    assert said in words
    assert len(words) < 300
