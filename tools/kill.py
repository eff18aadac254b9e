# SPDX-License-Identifier: GPL-3.0-or-later
"""Kill a real window at random moments of editing, saving, autosave and recovery: ``make kill N=300``.

Each round edits the demo by one step every few hundredths of a second, saves now and then, and is killed.
What the next start would offer, or else the file, is compared with what was edited: the edits after it
are the work lost. Fails where any file is half, any round has nothing to offer, or more than a second
of work is lost.
"""

import os
import random
import signal
import subprocess
import sys
import tempfile
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from statistics import median, quantiles

from glacis.files.project_file import load
from glacis.session.kernels import keep_kernels
from glacis.session.recovery import left_behind

keep_kernels()
BEARABLE = 1.0
"""[s] of work lost."""
PATIENCE = 60.0
"""[s] for a window to begin."""
LONGEST = 3.0
"""[s] from the first edit to the kill."""
WINDOW = """
import sys, time
from pathlib import Path
from msgspec.structs import replace
from PyQt6.QtCore import QTimer
from glacis.cli.main import open_window
from glacis.ui import recovery
from glacis.ui.prompts import Prompts

target, seed = Path(sys.argv[1]), int(sys.argv[2])
Prompts.choose = lambda self, parent, title, text, answers: answers[0]
count = [0]

def shown(window):
    def edit():
        count[0] += 1
        window.desk.act("Count", lambda project: replace(project, note=str(count[0])))
        print(count[0], time.time(), flush=True)
        if (count[0] + seed) % 23 == 0:
            window.papers.documents.save(target)
            print("saved", flush=True)

    def begin():
        noted = window.desk.project.note
        count[0] = int(noted) if noted.isdigit() else 0
        print("begun", count[0], flush=True)
        timer = QTimer(window)
        timer.timeout.connect(edit)
        timer.start(20)

    window.seen.connect(lambda: QTimer.singleShot(50, begin))

raise SystemExit(open_window(True, None, shown))
"""


class Round:
    """A window that is killed, and started again on what it left."""

    def __init__(self, seed: int) -> None:
        self.seed = seed
        self.random = random.Random(seed)
        self.lost: list[float] = []
        self.faults: list[str] = []

    def run(self, folder: Path) -> None:
        """Kill the first window; the second must take up what it left, and is killed too."""
        target = folder / "roof.glacis"
        offered = 0
        for _ in range(2):
            edits, begun = self._killed(folder, target)
            if begun < offered:
                self.faults.append(f"seed {self.seed}: taken up at {begun}, {offered} was offered")
            offered, saved = self._kept(folder, target)
            self._count(edits, max(offered, saved))

    def _killed(self, folder: Path, target: Path) -> tuple[dict[int, float], int]:
        """Every edit with its time, and from which the window began."""
        surroundings = {**os.environ, "GLACIS_HOME": str(folder), "QT_QPA_PLATFORM": "offscreen"}
        command = [sys.executable, "-c", WINDOW, str(target), str(self.seed)]
        child = subprocess.Popen(command, env=surroundings, stdout=subprocess.PIPE, text=True)
        if child.stdout is None:
            raise RuntimeError("the window cannot be heard")
        edits: dict[int, float] = {}
        begun, end = 0, time.monotonic() + PATIENCE
        watch = threading.Timer(PATIENCE, child.kill)
        watch.start()
        for line in child.stdout:
            words = line.split()
            if words[0] == "begun":
                begun = int(words[1])
                end = time.monotonic() + self.random.uniform(0.0, LONGEST)
            elif words[0] != "saved":
                edits[int(words[0])] = float(words[1])
            if time.monotonic() >= end:
                break
        watch.cancel()
        if time.monotonic() - end > LONGEST:
            self.faults.append(f"seed {self.seed}: the window stood still")
        child.send_signal(signal.SIGKILL)
        rest = child.stdout.read().splitlines()
        edits.update(
            {int(a): float(b) for a, b in (x.split() for x in rest if x[:1].isdigit()) if b}
        )
        child.wait()
        child.stdout.close()
        edits[0] = time.time()
        return edits, begun

    def _kept(self, folder: Path, target: Path) -> tuple[int, int]:
        """The last edit that the next start would offer, and the last one in the file."""
        saved = int(load(target).note or 0) if target.exists() else 0
        behind = left_behind(folder / "journal")
        if behind.damaged:
            self.faults.append(f"seed {self.seed}: a half journal")
        notes = [int(found.kept.project.note or 0) for found in behind.found]
        return max(notes, default=0), saved

    def _count(self, edits: dict[int, float], reached: int) -> None:
        killed = edits.pop(0)
        missing = [moment for number, moment in edits.items() if number > reached]
        lost = killed - min(missing) if missing else 0.0
        self.lost.append(lost)


def one(seed: int) -> Round:
    """A round of its own folder; any error in it is a fault."""
    made = Round(seed)
    with tempfile.TemporaryDirectory() as folder:
        try:
            made.run(Path(folder))
        except Exception as fault:  # noqa: BLE001 - a half file raises here
            made.faults.append(f"seed {seed}: {type(fault).__name__}: {fault}")
    return made


def main() -> int:
    """So many kills, two to a round."""
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 100
    with ThreadPoolExecutor(max(1, (os.cpu_count() or 2) // 2)) as pool:
        rounds = list(pool.map(one, range((count + 1) // 2)))
    lost = [value for each in rounds for value in each.lost]
    faults = [fault for each in rounds for fault in each.faults]
    for fault in faults:
        sys.stdout.write(f"FAILED {fault}\n")
    last = quantiles(lost, n=100)[-1] if len(lost) > 1 else lost[0]
    sys.stdout.write(
        f"{len(lost)} kills: work lost {median(lost):.2f} s in the middle, {last:.2f} s at 99 %, "
        f"{max(lost):.2f} s at worst; {len(faults)} faults\n"
    )
    return bool(faults) or max(lost) > BEARABLE


if __name__ == "__main__":
    sys.exit(main())
