# SPDX-License-Identifier: GPL-3.0-or-later
"""What a window loads before it is first painted."""

import os
import subprocess
import sys
from pathlib import Path

from PyQt6.QtWidgets import QApplication

from glacis.ui.app import Homes, make_window
from glacis.ui.finding_row import FindingRow
from glacis.ui.widgets.paragraph import Paragraph

SCRIPT = """
import os, sys
sys.path.insert(0, {benchmarks!r})
from bare_window import FirstPaint
from glacis.cli.main import open_window

class Told(FirstPaint):
    def event(self, event):
        if event.type() == event.Type.User:
            print("\\n".join(sorted(sys.modules)), flush=True)
        return super().event(event)

def watch(window):
    canvas = window.bench("build-up").focusProxy()
    canvas.installEventFilter(Told(window))

open_window(True, None, watch)
"""
HEAVY = {"numpy", "scipy", "shapely", "numba", "reportlab", "ezdxf", "subprocess", "matplotlib"}
SHOWN_FIRST = (
    "air",
    "falls",
    "heat",
    "moisture",
    "area",
    "build_up",
    "figures",
    "thickness",
    "quantities",
)
"""Calculations that the section and the tally show as soon as there is anything to see."""


def test_nothing_heavy_and_no_other_stage_is_loaded_before_the_first_paint(tmp_path):
    benchmarks = Path(__file__).parents[2] / "benchmarks"
    done = subprocess.run(
        [sys.executable, "-c", SCRIPT.format(benchmarks=str(benchmarks))],
        env={**os.environ, "GLACIS_HOME": str(tmp_path), "QT_QPA_PLATFORM": "offscreen"},
        capture_output=True, text=True, timeout=50, check=False,
    )  # fmt: skip
    assert done.returncode == 0, done.stderr
    loaded = set(done.stdout.split())
    assert "glacis.ui.window" in loaded
    assert not {name.split(".")[0] for name in loaded} & HEAVY
    assert not [name for name in loaded if ".rules" in name]
    assert not [name for name in loaded if name.startswith("glacis.core.shape")]
    benches = {
        name for name in loaded if name.startswith("glacis.ui.stages.") and name.count(".") > 3
    }
    assert {name.split(".")[3] for name in benches} == {"build_up"}
    rooms = {name.split(".")[2] for name in loaded if name.startswith("glacis.core.")}
    words = {"analysis", "climate", "errors", "graph", "judgement", "materials", "model", "stages", "units",
             "working"}  # fmt: skip
    assert rooms - words <= set(SHOWN_FIRST)


def test_findings_have_their_room_as_soon_as_they_are_there(qtbot, tmp_path, answers):
    window = make_window(True, None, Homes(tmp_path / "config", tmp_path / "journal"), answers)
    qtbot.addWidget(window)
    window.resize(1280, 800)
    window.show()
    QApplication.processEvents()
    assert not window.findings.findChildren(FindingRow)
    window.desk.session.judge_all()
    rows = window.findings.findChildren(FindingRow)
    assert rows
    for row in rows:
        assert row.height() >= sum(words.height() for words in row.findChildren(Paragraph))
    window.desk.store.mark_saved()
    window.close()
