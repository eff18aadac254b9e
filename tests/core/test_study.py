# SPDX-License-Identifier: GPL-3.0-or-later
"""Studies: grids in words, areas taken as a point has them, rows that come again where a study was ended."""

import csv
import sys
from concurrent.futures import ThreadPoolExecutor

import pytest
from hypothesis import given
from hypothesis import strategies as st

from glacis.cli.main import main
from glacis.core.analysis.study import (
    AXES,
    Row,
    Setting,
    Studied,
    grid_from,
    points_of,
    row_of,
    setting_at,
    size_of,
    subject_of,
)
from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.hourly.change import change_hourly, hourly_in
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.files.errors import FileRefused
from glacis.files.libraries import load_library, load_sites
from glacis.files.project_file import encode
from glacis.report.charts.matrix import matrix_scene
from glacis.report.scene import Text
from glacis.session.studies import Crew, done_in, run_study
from support import roof_project

ROOF = change_hourly(
    roof_project(
        SolidLayer(id="lining", material="gypsum-board", thickness=0.0125),
        MembraneLayer(id="retarder", material="retarder-fixed-2"),
        SolidLayer(id="wool", material="glass-wool-batt", thickness=0.2),
        SolidLayer(id="deck", material="plywood", thickness=0.018),
        MembraneLayer(id="cover", material="epdm-sheet"),
        pitch=3.0,
    ),
    "a",
    years=1,
)  # fmt: skip
SETTING = Setting(ROOF, "a", load_sites(), load_library())


def at(**chosen):
    grid = tuple((name, (value,)) for name, value in chosen.items())
    return setting_at(SETTING, grid, tuple(chosen.values())).project


@given(st.lists(st.sampled_from(sorted(AXES)), min_size=1, unique=True), st.integers(1, 4))
def test_a_grid_is_read_as_it_is_written_and_has_all_its_points(names, count):
    values = [str(k) for k in range(count)]
    grid = grid_from("; ".join(f"{name} = {', '.join(values)}" for name in names))
    assert [name for name, _ in grid] == names
    points = points_of(grid)
    assert len(points) == len(set(points)) == size_of(grid) == count ** len(names)
    assert subject_of("a", grid).startswith("a|")


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "one or more axes"),
        ("leak", "axis=value"),
        ("leak=", "axis=value"),
        ("colour=0.3; colour=0.9", "each once"),
        ("mood=1", "one of site, retarder"),
    ],
)
def test_what_is_no_grid_is_refused(text, words):
    with pytest.raises(ValueRefused, match=words):
        grid_from(text)


def test_each_axis_takes_the_area_as_it_says():
    assert hourly_in(at(leak="leaky"), "a").leak == "leaky"
    assert hourly_in(at(colour="0.3", start="4", shade="0.5", rain="0.01"), "a").start == 4
    assert at(azimuth="450").areas[0].azimuth == 90.0
    assert at(site="Ochre Flat").site.name == "Ochre Flat"
    layers = at(retarder="retarder-variable").assemblies[0].layers
    assert [layer.material for layer in layers if isinstance(layer, MembraneLayer)] == [
        "retarder-variable", "epdm-sheet",
    ]  # fmt: skip
    assert len(at(retarder="none").assemblies[0].layers) == 4
    assert at(thickness="1.5").assemblies[0].layers[2].thickness == pytest.approx(0.3)


@pytest.mark.parametrize(
    "chosen",
    [{"site": "Nowhere"}, {"retarder": "magic"}, {"colour": "2"}, {"start": "13"}, {"azimuth": "north"}],
)  # fmt: skip
def test_a_value_that_an_axis_refuses_is_told_in_its_row(chosen):
    with pytest.raises((ValueRefused, MissingReference)):
        at(**chosen)
    grid = tuple((name, (value,)) for name, value in chosen.items())
    row = row_of(SETTING, grid, tuple(chosen.values()))
    assert row.verdict == ""
    assert row.fault


def test_a_study_goes_on_where_it_was_ended_and_refuses_the_file_of_another(tmp_path):
    grid, path, told = grid_from("rain=0,0.01; colour=0.3,0.9"), tmp_path / "study.csv", []
    with ThreadPoolExecutor(1) as executor:
        assert (
            run_study(SETTING, grid, path, Crew(executor, 1), lambda *done: told.append(done)) == 4
        )
        whole = path.read_text()
        lines = whole.splitlines(keepends=True)
        path.write_text("".join(lines[:3]) + lines[3][:9])
        assert len(done_in(path, grid)) == 2
        assert (
            run_study(SETTING, grid, path, Crew(executor, 1), lambda *done: told.append(done)) == 2
        )
        assert sorted(path.read_text().splitlines()) == sorted(whole.splitlines())
        assert told[-1] == (4, 4)
        with pytest.raises(FileRefused, match="line 1"):
            run_study(SETTING, grid_from("leak=none"), path, Crew(executor, 1), lambda *_: None)
    found = csv.DictReader(path.read_text().splitlines())
    rows = {(row["rain"], row["colour"]): row for row in found}
    assert float(rows["0.01", "0.3"]["peak_percent"]) > float(rows["0", "0.9"]["peak_percent"])


def test_the_command_line_studies_and_asks_before_a_large_one(tmp_path, capsys):
    path, out = tmp_path / "roof.glacis", tmp_path / "study.csv"
    path.write_bytes(encode(ROOF))
    assert main(["study", str(path), "--grid", "leak=none,leaky", "-o", str(out)]) == 0
    assert "2 of 2" in capsys.readouterr().out
    assert len(out.read_text().splitlines()) == 3
    many = ",".join(str(k / 1000) for k in range(200))
    assert main(["study", str(path), "--grid", f"colour={many}; shade={many}", "-o", str(out)]) == 2
    assert "--yes" in capsys.readouterr().err
    assert main(["study", str(path), "--grid", "leak=none", "--area", "b", "-o", str(out)]) == 2


def test_a_study_runs_on_a_dask_cluster_as_on_this_machine(tmp_path, capsys, monkeypatch):
    distributed = pytest.importorskip("distributed")
    path, here, there = (tmp_path / name for name in ("roof.glacis", "here.csv", "there.csv"))
    path.write_bytes(encode(ROOF))
    asked = ["study", str(path), "--grid", "colour=0.3,0.9; leak=none,leaky"]
    with distributed.LocalCluster(
        n_workers=1, threads_per_worker=1, processes=False, dashboard_address=None, protocol="tcp", host="127.0.0.1"
    ) as cluster:  # fmt: skip
        assert main([*asked, "--dask", cluster.scheduler_address, "-o", str(there)]) == 0
        assert "4 of 4" in capsys.readouterr().out
        nobody = cluster.scheduler_address
    assert main([*asked, "-o", str(here)]) == 0
    assert sorted(there.read_text().splitlines()) == sorted(here.read_text().splitlines())
    monkeypatch.setattr("glacis.session.clusters.PATIENCE", 1)
    assert main([*asked, "--dask", nobody, "-o", str(here)]) == 2
    assert "scheduler that answers" in capsys.readouterr().err


def test_without_dask_the_extra_is_named(tmp_path, capsys, monkeypatch):
    monkeypatch.setitem(sys.modules, "distributed", None)
    path = tmp_path / "roof.glacis"
    path.write_bytes(encode(ROOF))
    words = [
        "study",
        str(path),
        "--grid",
        "leak=none",
        "--dask",
        "tcp://127.0.0.1:1",
        "-o",
        str(tmp_path / "x"),
    ]
    assert main(words) == 2
    assert "glacis[cluster]" in capsys.readouterr().err


def test_a_matrix_says_every_cell_in_a_word_and_a_figure():
    grid = (("leak", ("none", "usual")), ("colour", ("0.3", "0.9")))
    rows = (
        Row("fit", 12.0, reserve=0.24),
        Row("mind", 19.4, 0.21, 3, 1.2, 4, True),
        Row("stop", None, 0.5),
        Row(fault="too wet"),
    )
    scene = matrix_scene(Studied(grid, rows), {}, (600.0, 300.0), "si")
    words = [item.text for item in scene.items if isinstance(item, Text)]
    told = {"passes", "a second look", "condemned", "no answer", "19 % by mass", "Air leaks"}
    assert {*told, "forgives 240\u2009g/m² a year"} <= set(words)
    assert len(scene.hot) == 4
    assert "too wet" in scene.hot[3].hint
    assert "Press to build it so" in scene.hot[1].hint
