# SPDX-License-Identifier: GPL-3.0-or-later
"""Hourly runs in the report, in the results and as files."""

import csv
import io
import json

import numpy as np
import pytest

from glacis.cli.main import main
from glacis.core.analysis.analyser import Analyser
from glacis.core.errors import ValueRefused
from glacis.core.graph.part import unwatched
from glacis.core.hourly.change import change_hourly
from glacis.core.hourly.parts import HOURLY, VERDICT
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.files.libraries import load_library
from glacis.files.project_file import encode
from glacis.report.chapters.hours import run_all
from glacis.report.charts.hours import day_words, hours_scene, layout_of
from glacis.report.offers import exports
from glacis.report.results import results_json
from glacis.report.scene import Line, Raster, Text
from glacis.report.svg import scene_svg
from support import roof_project

ROOF = change_hourly(
    roof_project(
        SolidLayer(id="lining", material="gypsum-board", thickness=0.0125),
        MembraneLayer(id="retarder", material="retarder-variable"),
        SolidLayer(id="wool", material="glass-wool-batt", thickness=0.2),
        SolidLayer(id="deck", material="oriented-strand-board", thickness=0.018),
        MembraneLayer(id="cover", material="epdm-sheet"),
        pitch=3.0,
    ),
    "a",
    years=2,
)  # fmt: skip


@pytest.fixture(scope="module")
def results():
    made = Analyser(load_library()).analyse(ROOF)
    run_all(made, ("a",), unwatched)
    return made


def export(results, name):
    return next(e for e in exports(results.stages) if e.id == name).make(results)


def test_the_results_carry_what_was_run_and_nothing_where_nothing_was(results):
    area = results_json(results)["areas"][0]
    hours = area["hourly"]
    assert hours["years"] == 2
    assert abs(hours["balance_kg_m2"]) < 1e-9
    verdict = results.value(VERDICT, "a")
    assert hours["wood"][0]["peak_pct"] == verdict.woods[0].peak
    assert [row["method"] for row in area["schools"]] == ["Monthly", "Insulation ratio", "Hourly"]
    assert area["schools"][2]["verdict"] == verdict.grade
    plain = results_json(Analyser(load_library()).analyse(ROOF))["areas"][0]
    assert "hourly" not in plain
    assert {key: value for key, value in area.items() if key in plain} == plain


def test_series_can_be_taken_along_and_are_those_of_the_run(results):
    run = results.reader.finish(HOURLY, "a", unwatched).run
    rows = list(csv.DictReader(io.StringIO(export(results, "hours").decode())))
    assert len(rows) == 2 * 365 * len(run.watches)
    deck = [row for row in rows if row["place"] == "Oriented strand board"]
    peak = max(float(row["mass_percent"]) for row in deck)
    number = next(k for k, watch in enumerate(run.watches) if watch.kind == "wood")
    density = load_library().index()["oriented-strand-board"].density
    assert peak == pytest.approx(100 * float(run.daily[:, number, 2].max()) / density, abs=0.006)
    assert deck[0]["day"] == "1 Oct"
    with np.load(io.BytesIO(export(results, "hours-arrays"))) as arrays:
        assert arrays["0/temperature"].shape == run.temperature.shape
        assert arrays["0/depths"][-1] == pytest.approx(0.0125 + 0.2 + 0.018)
    with pytest.raises(ValueRefused, match="run hour by hour first"):
        export(Analyser(load_library()).analyse(ROOF), "hours")


@pytest.mark.parametrize("shows", ["humidity", "temperature"])
@pytest.mark.parametrize("size", [(560.0, 300.0), (1400.0, 800.0)])
def test_the_drawing_has_a_field_a_slab_and_a_day_on_its_axis(results, shows, size):
    hours, verdict = results.reader.finish(HOURLY, "a", unwatched), results.value(VERDICT, "a")
    scene = hours_scene(hours, verdict, size, "us", shows=shows, day=200)
    rasters = [item for item in scene.items if isinstance(item, Raster)]
    assert len(rasters) == 3
    assert all(item.columns == 365 for item in rasters)
    layout = layout_of(hours, verdict, *size)
    assert layout.day(layout.x(200)) == 200
    for item in scene.items:
        if isinstance(item, Line):
            assert max(item.points[::2]) <= size[0] + 1
    words = [item.text for item in scene.items if isinstance(item, Text)]
    assert "limit 18 %" in words
    assert scene_svg(scene, "hours").count("<image") == 3
    assert "Oriented strand board" in day_words(hours, verdict, 200, "si")


def test_the_command_line_runs_hours_where_it_is_asked(tmp_path, capsys):
    path = tmp_path / "roof.glacis"
    path.write_bytes(encode(change_hourly(ROOF, "a", years=1)))
    assert main(["check", str(path), "--json", "--hourly"]) in (0, 1)
    told = json.loads(capsys.readouterr().out)["areas"][0]["hourly"]
    assert told["years"] == 1
    assert told["reserve_g_m2_a"] is not None
    out = tmp_path / "hours.csv"
    assert main(["export", str(path), "--what", "hours", "-o", str(out)]) == 0
    assert out.read_text().startswith("area,year,day")


def test_the_report_tells_of_an_area_that_asks_for_it_alone(results):
    from glacis.report.pdf import report_blocks

    def told(project):
        made = Analyser(load_library()).analyse(project)
        run_all(made, ("a",), unwatched)
        texts = [getattr(block, "text", "") for block in report_blocks(made, unwatched)]
        return any(text == "Moisture hour by hour" for text in texts)

    short = change_hourly(ROOF, "a", years=1)
    assert not told(short)
    assert told(change_hourly(short, "a", report=True))
