# SPDX-License-Identifier: GPL-3.0-or-later
"""The command line on the examples: verdicts by exit code, accepted findings, new keys."""

import json
import os
import subprocess
import sys
from math import cos, radians
from pathlib import Path

import pytest

from glacis.cli.main import main
from glacis.core.judgement.decisions import accept
from glacis.core.model.document import Decision
from glacis.files.project_file import load, save
from support import analyser

EXAMPLES = sorted((Path(__file__).parents[2] / "examples").glob("*.glacis"))
KEYS = {
    "U", "U_clear", "U_parallel", "U_isothermal", "U_with_eaves", "U_target", "R_total", "R_upper",
    "R_lower", "R_nominal", "R_effective", "corrections", "control_layers", "insulation_ratio",
    "f_Rsi", "f_Rsi_min", "thickness_m", "weight_kg_m2", "cost_per_m2", "carbon_kg_m2",
    "annual_loss_kWh_m2", "monthly", "id", "name", "assembly",
    "falls", "air", "hot_day", "eaves", "ice_kg_m", "pitch_deg", "azimuth_deg", "area_m2",
    "plan_area_m2", "rafter_m", "edges", "set_out", "eaves_section", "panels",
    "wind", "fixing_sets", "chain", "weights",
}  # fmt: skip
WHO = Decision(id="", subject="", who="R. Vane", role="owner", date="2026-06-01", reason="Known")


@pytest.mark.parametrize("path", EXAMPLES, ids=lambda path: path.stem)
def test_check_tells_good_from_failed(path, capsys):
    code = main(["check", str(path), "--json"])
    data = json.loads(capsys.readouterr().out)
    assert code == (1 if "failed" in path.stem else 0)
    area = data["areas"][0]
    assert set(area) == KEYS
    assert area["U"] == pytest.approx(area["U_clear"] + sum(
        area["corrections"][key] for key in ("voids", "fixings", "inverted_rain")
    ))  # fmt: skip
    assert area["U"] == pytest.approx(1 / area["R_effective"])
    assert area["U_parallel"] <= area["U_clear"] * (1 + 1e-12) <= area["U_isothermal"] * (1 + 1e-9)
    assert data["U_mean"] == pytest.approx(area["U_with_eaves"])
    assert set(area["control_layers"]) == {"water", "air", "vapour", "thermal"}
    assert area["control_layers"]["thermal"]
    assert 0 <= area["insulation_ratio"] < 1
    assert area["area_m2"] * cos(radians(area["pitch_deg"])) == pytest.approx(area["plan_area_m2"])
    rim = sum(edge["length_m"] for edge in area["edges"])
    assert rim == pytest.approx(sum(junction["length_m"] for junction in data["junctions"]))
    assert data["cuts"] == []
    low, high = area["cost_per_m2"]
    assert 0 < low < high


def test_a_stop_that_is_accepted_no_longer_stops(tmp_path, capsys):
    failed = load(next(path for path in EXAMPLES if "failed" in path.stem))
    for finding in analyser().analyse(failed).findings:
        if finding.severity == "stop":
            failed = accept(failed, finding, WHO)
    path = tmp_path / "accepted.glacis"
    save(failed, path)
    assert main(["check", str(path)]) == 0
    text = capsys.readouterr().out
    assert "stop (accepted):" in text
    assert main(["check", str(path), "--json"]) == 0
    findings = json.loads(capsys.readouterr().out)["findings"]
    accepted = [f for f in findings if f["accepted"]]
    assert {f["severity"] for f in accepted} == {"stop"}
    assert accepted[0]["accepted"] == {
        "who": "R. Vane", "role": "owner", "date": "2026-06-01", "reason": "Known",
    }  # fmt: skip


OPENING = """
import sys
from PyQt6.QtCore import QTimer
from glacis.cli.main import open_window

def shown(window):
    print(window.desk.project.name)
    window.desk.store.mark_saved()
    QTimer.singleShot(0, window.close)

sys.exit(open_window(len(sys.argv) < 2, sys.argv[1] if len(sys.argv) > 1 else None, shown))
"""


def test_the_window_opens_and_closes_from_the_command(tmp_path):
    environment = {**os.environ, "GLACIS_HOME": str(tmp_path), "QT_QPA_PLATFORM": "offscreen"}
    done = subprocess.run(
        [sys.executable, "-c", OPENING], env=environment, capture_output=True, text=True, timeout=50,
        check=False,
    )  # fmt: skip
    assert done.returncode == 0, done.stderr
    assert done.stdout.strip() == "Tern Point Field Station"
    assert (tmp_path / "config" / "settings.json").exists()
    assert not list((tmp_path / "journal").glob("*.journal"))
