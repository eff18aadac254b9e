# SPDX-License-Identifier: GPL-3.0-or-later
"""The command line: exit codes, and what it prints and writes."""

import csv
import json
import os
import subprocess
import sys
from math import cos, radians, tan

import pytest
from msgspec.structs import replace

from glacis.cli.main import main
from glacis.files.project_file import load, save
from support import demo, free_demo


@pytest.fixture
def project_file(tmp_path):
    path = tmp_path / "tern.glacis"
    save(demo(), path)
    return path


def test_check_prints_results_and_exits_1_on_a_stop(project_file, capsys):
    assert main(["check", str(project_file)]) == 1
    out = capsys.readouterr().out
    assert "Wet laboratory" in out
    assert "stop:" in out


def test_check_as_json_is_full_precision(project_file, capsys):
    assert main(["check", str(project_file), "--json"]) == 1
    data = json.loads(capsys.readouterr().out)
    assert data["format"] == "glacis-results/1"
    assert len(str(data["areas"][0]["U"])) > 12


def test_a_roof_without_stops_exits_0(tmp_path, capsys):
    path = tmp_path / "hall.glacis"
    halls = tuple(a for a in free_demo().areas if a.assembly == "hall-slate")
    bare = replace(free_demo(), areas=halls, falls=(), airs=(), probes=(), fixings=(), pull_outs=())
    save(replace(bare, quantities=replace(bare.quantities, stacks=())), path)
    assert main(["check", str(path)]) == 0
    assert "mind:" in capsys.readouterr().out


@pytest.mark.parametrize("command", [["check"], ["report", "-o", "x.pdf"], ["check", "--json"]])
def test_bad_input_exits_2_and_writes_nothing(tmp_path, monkeypatch, capsys, command):
    monkeypatch.chdir(tmp_path)
    path = tmp_path / "bad.glacis"
    path.write_bytes(b"{broken")
    assert main([command[0], str(path), *command[1:]]) == 2
    captured = capsys.readouterr()
    assert captured.out == ""
    assert "bad.glacis" in captured.err
    assert list(tmp_path.iterdir()) == [path]


def test_report_and_exports_are_written(project_file, tmp_path, capsys):
    pdf, table, js = (tmp_path / name for name in ("r.pdf", "l.csv", "r.json"))
    assert main(["report", str(project_file), "-o", str(pdf)]) == 0
    assert main(["export", str(project_file), "--what", "layers", "-o", str(table)]) == 0
    assert main(["export", str(project_file), "--what", "results", "-o", str(js)]) == 0
    assert pdf.read_bytes().startswith(b"%PDF")
    assert "Stone wool batt" in table.read_text()
    assert json.loads(js.read_text())["project"] == demo().name
    assert load(project_file) == demo()
    capsys.readouterr()


def test_an_output_that_cannot_be_written_exits_3(project_file, tmp_path, capsys):
    pipe = tmp_path / "pipe"
    os.mkfifo(pipe)
    alias = tmp_path / "alias"
    alias.symlink_to(project_file)
    for output in ("/nowhere/r.pdf", str(tmp_path), str(pipe), "/dev/null", str(alias)):
        assert main(["report", str(project_file), "-o", output]) == 3
        told = capsys.readouterr()
        assert told.err.startswith("glacis: ")
        assert len(told.err) < 300
        assert "Traceback" not in told.err
    assert load(project_file) == demo()


def glacis(*words: str, **options: object) -> subprocess.CompletedProcess[bytes]:
    command = [sys.executable, "-m", "glacis", *words]
    return subprocess.run(command, stderr=subprocess.PIPE, timeout=100, check=False, **options)


@pytest.mark.parametrize("encoding", ["ascii", "latin-1"])
def test_any_terminal_can_be_written_to(project_file, encoding):
    done = glacis("check", str(project_file), env={**os.environ, "PYTHONIOENCODING": encoding},
                  stdout=subprocess.PIPE)  # fmt: skip
    assert done.returncode == 1
    assert b"W/(m" in done.stdout
    assert not done.stderr


def test_a_closed_pipe_or_a_full_disk_exits_3(project_file):
    with open("/dev/full", "wb") as full:
        done = glacis("check", str(project_file), stdout=full)
    assert done.returncode == 3
    assert b"No space left" in done.stderr
    ends = os.pipe()
    os.close(ends[0])
    with os.fdopen(ends[1], "wb") as closed:
        done = glacis("check", str(project_file), stdout=closed)
    assert done.returncode == 3
    assert b"Traceback" not in done.stderr


def test_what_nobody_foresaw_is_a_sentence(project_file, monkeypatch, capsys):
    def broken(*_args: object) -> None:
        raise ZeroDivisionError("float division by zero")

    monkeypatch.setattr("glacis.cli.commands.load", broken)
    assert main(["check", str(project_file)]) == 2
    assert "ZeroDivisionError" in capsys.readouterr().err


def test_edges_and_cuts_are_written_with_what_the_saw_is_set_to(project_file, tmp_path):
    tables = {}
    for what in ("edges", "cuts"):
        path = tmp_path / f"{what}.csv"
        assert main(["export", str(project_file), "--what", what, "-o", str(path)]) == 0
        tables[what] = list(csv.DictReader(path.read_text().splitlines()))
    lengths = {row["kind"]: 0.0 for row in tables["edges"]}
    for row in tables["edges"]:
        lengths[row["kind"]] += float(row["length_m"])
    dormer = (1.1 + tan(radians(42))) / tan(radians(42))
    assert lengths["ridge"] == pytest.approx(12.0 + 7.0 + dormer, abs=0.01)
    assert lengths["hip"] == pytest.approx(40.24, abs=0.02)
    valley = (4 * 4 + 4 * 4 + (4 * tan(radians(42))) ** 2) ** 0.5
    own = (1 + 1 + tan(radians(42)) ** 2) ** 0.5
    assert lengths["valley"] == pytest.approx(2 * valley + 2 * own, abs=0.01)
    assert lengths["kerb"] == pytest.approx(2 * (1.14 + 1.4 + 0.7 + 0.7), abs=0.01)
    hips = [row for row in tables["cuts"] if row["kind"] == "hip"]
    assert len(hips) == 8
    assert {row["jack_face_up_mitre_deg"] for row in hips} == {"53.38"}
    assert {row["dihedral_deg"] for row in hips} == {"123.52"}
    assert all(row["side"] in row["areas"] for row in hips)


def test_unknown_words_are_refused_with_the_usage(capsys):
    assert main(["--frobnicate"]) == 2
    assert "glacis check FILE" in capsys.readouterr().err


def test_help_gives_examples(capsys):
    with pytest.raises(SystemExit) as ended:
        main(["--help"])
    assert ended.value.code == 0
    assert "glacis report FILE" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("what", "start"),
    [("dxf", b"  0\n"), ("plan", b"<?xml"), ("space", b"<?xml"), ("cut-cards", b"%PDF")],
)
def test_drawings_and_cards_are_written_without_a_display(project_file, tmp_path, what, start):
    path = tmp_path / f"out.{what}"
    assert main(["export", str(project_file), "--what", what, "-o", str(path)]) == 0
    assert path.read_bytes().startswith(start)
    assert path.stat().st_size > 5000


def test_results_tell_openings_edges_and_cuts(project_file, capsys):
    main(["check", str(project_file), "--json"])
    data = json.loads(capsys.readouterr().out)
    things = {thing["id"]: thing for thing in data["openings"]}
    assert things["dormer"]["kind"] == "dormer"
    assert things["hall-light"]["cut_plan_m2"] == pytest.approx(1.14 * 1.4 * cos(radians(42)))
    assert things["bunk-solar"]["cut_plan_m2"] == 0
    south = next(area for area in data["areas"] if area["id"] == "hall-south")
    kinds = {edge["kind"] for edge in south["edges"]}
    assert kinds == {"eaves", "hip", "ridge", "valley", "abutment", "kerb"}
    east = next(area for area in data["areas"] if area["id"] == "hall-east")
    assert [e["over"] for e in east["edges"] if e["over"]] == ["corridor"]
    hip = next(cut for cut in data["cuts"] if cut["kind"] == "hip")
    assert hip["member"]["seat_deg"] == pytest.approx(hip["line_pitch_deg"])
    assert hip["board"]["complement_deg"] == pytest.approx(90 - hip["tilt_deg"])
