# SPDX-License-Identifier: GPL-3.0-or-later
"""A climate and rooms of one's own: pasted tables, months of rooms, usual conditions, and the site as a file."""

from typing import get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.climate.pasted import (
    read_grid,
    rows_of,
    values_of,
    with_grid,
    with_month,
    with_values,
)
from glacis.core.climate.year import MONTH_NAMES
from glacis.core.errors import ValueRefused
from glacis.core.judgement.questions import is_wet
from glacis.core.model.document import HumidityClass, SetPoint, Use
from glacis.core.model.uses import USUAL, used_as
from glacis.core.model.validate import check_project
from glacis.core.moisture.air import saturation_pressure
from glacis.files.errors import FileRefused
from glacis.files.libraries import load_sites
from glacis.files.site_csv import read_site, site_csv
from support import analysed, demo, roof_project

PLAIN = roof_project(*demo().assemblies[0].layers, pitch=35)
ROWS = rows_of(PLAIN)
TWELVE = tuple(float(k) for k in range(-3, 9))


@pytest.mark.parametrize(
    "text",
    [
        "\t".join(MONTH_NAMES) + "\n" + "\t".join(f"{t:g}" for t in TWELVE),
        "T [°C];" + ";".join(f"{t:g},0" for t in TWELVE),
        "\n".join(f"{name}\t{t:g} °C" for name, t in zip(MONTH_NAMES, TWELVE, strict=True)),
        ", ".join(f"{t:.1f}" for t in TWELVE),
        ",".join(f"{t:.1f}" for t in TWELVE),
        " ".join(f"{t:.1f}".replace(".", ",") for t in TWELVE),
    ],
)
def test_tables_are_read_as_spreadsheets_copy_them(text):
    """Tabs, semicolons, commas or blanks; a month a column or a month a row; with heads and decimal commas."""
    made = with_grid(PLAIN, read_grid(text), 0, 0, "si")
    assert made.site.climate.temperature == pytest.approx(TWELVE)
    assert made.site.climate.source.endswith("stated by the user")
    check_project(made)


@given(
    st.lists(
        st.tuples(st.floats(-50, 50), st.floats(5, 100), st.floats(0, 900)),
        min_size=12,
        max_size=12,
    )
)
def test_a_table_of_months_a_row_is_turned_round(months):
    text = "\n".join("\t".join(f"{value:.2f}" for value in month) for month in months)
    climate = with_grid(PLAIN, read_grid(text), 0, 0, "si").site.climate
    for month, (warmth, humidity, rain) in enumerate(months):
        assert climate.temperature[month] == pytest.approx(warmth, abs=0.0051)
        assert climate.humidity[month] == pytest.approx(humidity / 100, abs=5.1e-5)
        assert climate.rain[month] == pytest.approx(rain, abs=0.0051)


def test_a_pasted_part_changes_only_those_months_and_speaks_the_readers_units():
    made = with_grid(PLAIN, read_grid("50\t68"), 0, 5, "us")
    before, after = PLAIN.site.climate.temperature, made.site.climate.temperature
    assert after[5:7] == pytest.approx((10.0, 20.0))
    assert (after[:5], after[7:]) == (before[:5], before[7:])


@pytest.mark.parametrize(
    ("text", "first", "names"),
    [
        ("no figures here", 0, "rows of figures"),
        ("1\t2\n3", 0, "row 2"),
        ("\n".join("\t".join(["1"] * 12) for _ in range(9)), 0, "5 from here on"),
        ("\t".join(["1"] * 11 + ["x"]), 0, "Outside air, December"),
    ],
)
def test_what_cannot_be_laid_is_refused_by_its_place(text, first, names):
    with pytest.raises(ValueRefused, match=names):
        with_grid(PLAIN, read_grid(text), first, 0, "si")


def test_the_year_of_rooms_is_theirs_month_by_month():
    """Heated to 20 °C in winter and cooled to 26 °C in summer, at 40 and 55 %: p_i and Σ(θ_i − θ_e) t by hand."""
    warm = tuple(26.0 if 5 <= m <= 7 else 20.0 for m in range(12))
    damp = tuple(0.55 if 5 <= m <= 7 else 0.40 for m in range(12))
    rooms, humidity = ROWS[3], ROWS[4]
    made = with_values(with_values(PLAIN, rooms, warm), humidity, damp)
    roof = analysed(made).roof
    wanted = [h * saturation_pressure(t) for t, h in zip(warm, damp, strict=True)]
    assert [month.indoor_pressure for month in roof.monthly.air] == pytest.approx(wanted)
    assert [month.indoor for month in roof.monthly.air] == list(warm)
    days = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
    outside = PLAIN.site.climate.temperature
    hours = sum(max(0.0, i - e) * d * 24 for i, e, d in zip(warm, outside, days, strict=True))
    assert roof.annual_loss == pytest.approx(roof.transmittance * hours / 1000)
    assert values_of(with_values(made, rooms, ()), rooms) == (20.0,) * 12
    assert with_month(PLAIN, humidity, 2, 0.5).zones[0].humidities == (0.5,) * 12
    broken = replace(made, zones=(replace(made.zones[0], temperatures=(1.0,)),))
    with pytest.raises(ValueRefused, match="12 monthly values"):
        check_project(broken)


@pytest.mark.parametrize("use", get_args(Use))
def test_every_use_has_its_usual_rooms(use):
    made = used_as(replace(PLAIN.zones[0], temperatures=(1.0,) * 12), use)
    usual = USUAL[use]
    assert (made.use, made.temperature, made.humidity) == (use, usual.temperature, usual.humidity)
    assert made.year == (usual.temperature,) * 12
    wet = is_wet(analysed(replace(PLAIN, zones=(made,))).roof)
    assert wet == (use in ("pool", "kitchen", "laundry", "wet", "sports"))


def test_the_rooms_of_a_use_are_wet_by_their_conditions_only():
    dry = replace(used_as(PLAIN.zones[0], "laundry"), humidity=HumidityClass(number=2))
    damp = replace(
        used_as(PLAIN.zones[0], "work"), temperature=30.0, humidity=SetPoint(humidity=0.6)
    )
    assert not is_wet(analysed(replace(PLAIN, zones=(dry,))).roof)
    assert is_wet(analysed(replace(PLAIN, zones=(damp,))).roof)


@pytest.mark.parametrize("site", load_sites(), ids=lambda s: s.name)
def test_a_site_saved_as_a_file_is_read_again(site, tmp_path):
    path = tmp_path / "site.csv"
    path.write_text(site_csv(site))
    assert read_site(path) == site


@pytest.mark.parametrize(
    ("was", "now", "names"),
    [
        ("month,", "months,", "a row that begins with 'month'"),
        ("January,", "Jan,x", "January, temperature_C"),
        ("elevation_m,12", "elevation_m,high", "elevation_m"),
        ("\nDecember", "\nDecember,1,1,1\nDecember", "12 months"),
        ("88,92", "188,92", "humidity"),
        ("88,92", "88,", "in every month, or in none"),
    ],
)
def test_a_file_that_is_no_site_is_refused_by_its_place(was, now, names, tmp_path):
    text = site_csv(load_sites()[0])
    assert was in text
    path = tmp_path / "site.csv"
    path.write_text(text.replace(was, now, 1))
    with pytest.raises(FileRefused, match=names):
        read_site(path)
