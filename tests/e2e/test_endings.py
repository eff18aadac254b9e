# SPDX-License-Identifier: GPL-3.0-or-later
"""Programs that the system ends, and folders that hold what libraries would read."""

import os
import signal
import subprocess
import sys

import pytest

from glacis.session.recovery import left_behind

WINDOW = """
import sys
from msgspec.structs import replace
from PyQt6.QtCore import QTimer
from glacis.cli.main import open_window

def shown(window):
    def edit():
        window.desk.act("Rename", lambda project: replace(project, name="Last change"))
        print("edited", flush=True)
    window.seen.connect(lambda: QTimer.singleShot(200, edit))

raise SystemExit(open_window(True, None, shown))
"""


@pytest.mark.parametrize("number", [signal.SIGTERM, signal.SIGINT])
def test_a_window_told_to_end_keeps_its_last_change(tmp_path, number):
    surroundings = {**os.environ, "GLACIS_HOME": str(tmp_path), "QT_QPA_PLATFORM": "offscreen"}
    child = subprocess.Popen(
        [sys.executable, "-c", WINDOW], env=surroundings, stdout=subprocess.PIPE
    )
    assert child.stdout is not None
    assert child.stdout.readline() == b"edited\n"
    child.send_signal(number)
    assert child.wait(timeout=30) == 128 + number
    child.stdout.close()
    (found,) = left_behind(tmp_path / "journal").found
    assert found.kept.project.name == "Last change"


SPOIL = "raise SystemExit('read from the current folder')\n"


def test_nothing_is_read_from_the_folder_one_stands_in(tmp_path):
    for name in ("pickle.py", "numpy.py", "reportlab_settings.py", "subprocess.py"):
        (tmp_path / name).write_text(SPOIL)
    (tmp_path / "ezdxf.ini").write_text("[core]\ndefault_dimension_text_style = [broken\n")
    (tmp_path / ".numba_config.yaml").write_text("- broken\n: [")
    code = (
        "import sys; sys.path = [p for p in sys.path if p]\n"
        "from pathlib import Path\n"
        "from glacis.session.jobs import Endings, JobBoard\n"
        "from glacis.session.reading import start_reading\n"
        "from glacis.session.places import leave_folder\n"
        "leave_folder()\n"
        "said = []\n"
        "jobs = JobBoard(lambda call: call())\n"
        "start_reading(jobs, Path(sys.argv[1]), Endings(said.append, said.append, lambda *_: None))\n"
        "import threading\n"
        "while not said: threading.Event().wait(0.02)\n"
        "print(said[0]); jobs.finish()\n"
    )
    drawing = tmp_path / "x.dxf"
    drawing.write_bytes(b"no drawing")
    done = subprocess.run([sys.executable, "-P", "-c", code, str(drawing)], cwd=tmp_path, timeout=60,
                          capture_output=True, text=True, check=False)  # fmt: skip
    assert "x.dxf: expected a DXF drawing" in done.stdout, done.stderr
