# SPDX-License-Identifier: GPL-3.0-or-later
"""The year by hours at the Site bench: looked at, drawn anew, read from files and written."""

import gzip
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtTest import QTest

from glacis.core.weather.hours import MONTH_STARTS
from glacis.core.weather.parts import WEATHER
from glacis.files.epw import read_epw
from glacis.report.charts.weather import places
from glacis.ui.app import Homes, make_window
from glacis.ui.stages.site.bench import SiteBench

from .conftest import choose, let_go, send

DATA = Path(__file__).parents[1] / "data" / "weather"


@pytest.fixture
def bench(window) -> SiteBench:
    window.show_stage("site")
    made = window.bench("site", SiteBench)
    made.show_view("hours")
    return made


@pytest.fixture
def epw(tmp_path) -> Path:
    path = tmp_path / "measured.epw"
    path.write_bytes(gzip.decompress((DATA / "tricky.epw.gz").read_bytes()))
    return path


def read(qtbot, bench, answers, path):
    before, told = bench.desk.project, len(answers.told)
    answers.path = path
    bench.weather.read.click()
    qtbot.waitUntil(lambda: bench.desk.project is not before or len(answers.told) > told)


def note(canvas):
    return canvas._note[1] if canvas._note else ""


def test_the_hour_under_the_hand_and_under_the_arrows_is_told(bench, window):
    canvas, year = bench.year.canvas, window.desk.value(WEATHER).year
    place = places(canvas.width(), canvas.height())[1]
    day, hour = 200, 15
    x = place.left + (day + 0.5) / 365 * (place.right - place.left)
    y = place.bottom - (hour + 0.5) / 24 * (place.bottom - place.top)
    send(canvas, QEvent.Type.MouseMove, QPointF(x, y), Qt.KeyboardModifier.NoModifier)
    at = day * 24 + hour
    assert note(canvas).startswith("20 Jul, 15 to 16 h")
    assert f"{year.temperature[at]:.1f}" in note(canvas)
    assert f"{100 * year.humidity[at]:.0f}" in note(canvas)
    QTest.keyClick(canvas, Qt.Key.Key_Right)
    assert note(canvas).startswith("21 Jul, 15 to 16 h")
    QTest.keyClick(canvas, Qt.Key.Key_Up)
    assert note(canvas).startswith("21 Jul, 16 to 17 h")
    send(canvas, QEvent.Type.MouseMove, QPointF(2, 2), Qt.KeyboardModifier.NoModifier)
    assert note(canvas) == ""


def test_another_seed_draws_another_year_with_the_same_months(bench, window):
    before = window.desk.value(WEATHER)
    bench.weather.seed.setValue(7)
    after = window.desk.value(WEATHER)
    assert after.statistics.mean == pytest.approx(before.statistics.mean)
    assert after.statistics.lowest != before.statistics.lowest
    window.desk.store.undo()
    assert bench.weather.seed.value() == 1
    habits = bench.weather.habits
    habits.setCurrentIndex(habits.findData("ochre-flat"))
    habits.activated.emit(habits.currentIndex())
    assert "hot-dry" in window.desk.value(WEATHER).source
    assert "hot-dry" in bench.year.figures.text()


def test_a_file_gives_place_months_and_hours_and_undo_takes_them_back(
    qtbot, bench, window, answers, epw
):
    before = window.desk.project
    read(qtbot, bench, answers, epw)
    site, year = window.desk.project.site, read_epw(epw).year
    means = np.add.reduceat(year.temperature, MONTH_STARTS[:-1]) / np.diff(MONTH_STARTS)
    assert site.climate.temperature == pytest.approx(means, abs=0.006)
    assert sum(site.climate.rain) == pytest.approx(955.0, abs=0.6)
    assert site.weather.file.name == "measured.epw"
    assert window.desk.value(WEATHER).year.temperature == pytest.approx(year.temperature)
    assert "Temperature filled for 35 hours." in bench.weather.mended.text()
    assert not bench.weather.seed.isVisibleTo(bench)
    window.desk.store.undo()
    assert window.desk.project == before
    window.desk.store.redo()
    bench.weather.drop.click()
    assert window.desk.project.site.weather.file is None
    assert window.desk.project.site.climate == site.climate


def test_a_long_gap_is_filled_only_where_that_is_accepted(qtbot, bench, window, answers, epw):
    lines = epw.read_text("latin-1").splitlines()
    for row in range(1008, 1008 + 72):
        cells = lines[row].split(",")
        cells[6] = "99.9"
        lines[row] = ",".join(cells)
    epw.write_text("\n".join(lines), "latin-1")
    answers.yes = False
    read(qtbot, bench, answers, epw)
    assert "gaps of 48 h at most" in answers.told[-1]
    assert "Fill it from the same hours" in answers.told[-1]
    assert window.desk.project.site.weather.file is None
    answers.yes = True
    answers.path = epw
    bench.weather.read.click()
    qtbot.waitUntil(lambda: window.desk.project.site.weather.file is not None)
    filled = int(bench.weather.mended.text().partition("Temperature filled for ")[2].split()[0])
    assert 72 <= filled <= 35 + 72


def test_the_severe_year_is_found_for_the_selected_area_and_left_again(qtbot, bench, window):
    before = window.desk.value(WEATHER)
    window.desk.select_area("laboratory")
    bench.weather.severe.click()
    assert bench.weather.severe.text().startswith("Seeking")
    qtbot.waitUntil(lambda: window.desk.project.site.weather.other > 0, timeout=120_000)
    after = window.desk.value(WEATHER)
    assert 1 <= window.desk.project.site.weather.other <= 20
    assert after.statistics.mean != pytest.approx(before.statistics.mean, abs=1e-6)
    assert "differ from the mean" in after.source
    assert bench.weather.severe.isChecked()
    assert bench.weather.severe.text() == "Severe year"
    bench.weather.severe.click()
    assert window.desk.project.site.weather.other == 0
    assert window.desk.value(WEATHER).source == before.source


@pytest.mark.parametrize(
    "content", [b"month,temperature\n1,2\n", b"", b"LOCATION,a,b,c,d,e,x,1,1,1"]
)
def test_what_is_no_weather_year_is_told_and_changes_nothing(
    qtbot, bench, window, answers, tmp_path, content
):
    before = window.desk.project
    path = tmp_path / "odd.epw"
    path.write_bytes(content)
    read(qtbot, bench, answers, path)
    assert "odd.epw" in answers.told[-1]
    assert window.desk.project is before


def test_what_is_written_is_read_as_the_same_year(bench, window, answers, tmp_path):
    answers.path = tmp_path / "made.epw"
    choose(window, "Write weather year…")
    back = read_epw(answers.path)
    assert back.year.temperature == pytest.approx(window.desk.value(WEATHER).year.temperature, abs=0.006)  # fmt: skip
    assert back.city == window.desk.project.site.name


def test_a_saved_project_finds_its_hours_again_and_says_when_they_are_gone(
    qtbot, answers, tmp_path, epw
):
    homes = Homes(tmp_path / "config", tmp_path / "journal", tmp_path / "series")
    saved = tmp_path / "measured.glacis"

    def opened(path):
        made = make_window(path is None, path, homes, answers)
        made.show()
        qtbot.waitExposed(made)
        made.show_stage("site")
        bench = made.bench("site", SiteBench)
        bench.show_view("hours")
        return made, bench

    window, bench = opened(None)
    read(qtbot, bench, answers, epw)
    warmest = window.desk.value(WEATHER).statistics.highest
    window.desk.session.documents.save(saved)
    assert window.close()
    let_go(window)
    window, bench = opened(saved)
    found = window.desk.value(WEATHER)
    assert (found.lost, found.statistics.highest) == (False, warmest)
    assert window.close()
    let_go(window)
    for path in (tmp_path / "series").iterdir():
        path.unlink()
    window, bench = opened(saved)
    assert window.desk.value(WEATHER).lost
    assert "not on this machine" in bench.weather.mended.text()
    assert window.close()
    let_go(window)
