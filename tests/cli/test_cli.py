"""The command line: exit codes, and what it prints and writes."""

import json

import pytest
from msgspec.structs import replace

from glacis.cli.main import main
from glacis.files.project_file import load, save
from support import demo


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
    halls = tuple(a for a in demo().areas if a.assembly == "hall-slate")
    save(replace(demo(), areas=halls), path)
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
    pdf, csv, js = (tmp_path / name for name in ("r.pdf", "l.csv", "r.json"))
    assert main(["report", str(project_file), "-o", str(pdf)]) == 0
    assert main(["export", str(project_file), "--what", "layers", "-o", str(csv)]) == 0
    assert main(["export", str(project_file), "--what", "results", "-o", str(js)]) == 0
    assert pdf.read_bytes().startswith(b"%PDF")
    assert "Stone wool batt" in csv.read_text()
    assert json.loads(js.read_text())["project"] == demo().name
    assert load(project_file) == demo()
    capsys.readouterr()
    assert main(["report", str(project_file), "-o", "/nowhere/r.pdf"]) == 2


def test_unknown_words_are_refused_with_the_usage(capsys):
    assert main(["--frobnicate"]) == 2
    assert "glacis check FILE" in capsys.readouterr().err


def test_help_gives_examples(capsys):
    with pytest.raises(SystemExit) as ended:
        main(["--help"])
    assert ended.value.code == 0
    assert "glacis report FILE" in capsys.readouterr().out
