# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of every main view, made from the demo project: the poses that the stages declare."""

import os
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PyQt6.QtCore import QEventLoop, QTimer
from PyQt6.QtWidgets import QApplication

from glacis.ui.app import Homes, make_window
from glacis.ui.bench import Pose
from glacis.ui.prompts import Prompts
from glacis.ui.window import MainWindow

FOLDER = Path(__file__).parent.parent / "docs" / "screenshots"


def settle(window: MainWindow, milliseconds: int = 60) -> None:
    """Let the window paint, what runs in the background end, and its outcome be drawn."""
    waited = True
    while waited:
        waited = window.desk.session.jobs.busy
        loop = QEventLoop()
        QTimer.singleShot(10 * milliseconds if waited else milliseconds, loop.quit)
        loop.exec()


def frame_poses(window: MainWindow) -> Iterator[Pose]:
    """What belongs to no stage: a finding with its remedies."""
    window.desk.select_area("laboratory")
    window.show_stage("build-up")
    window.findings.open_first()
    yield Pose("findings", window)
    window.findings.open_first()


def all_poses(window: MainWindow) -> Iterator[Pose]:
    """Every picture, stage by stage."""
    for kind in window.kinds.values():
        if kind.poses is not None:
            yield from kind.poses(window)
    yield from frame_poses(window)


def main() -> int:
    """Take all pictures; those of views that are no more go."""
    application = QApplication(sys.argv[:1])
    FOLDER.mkdir(parents=True, exist_ok=True)
    taken = set()
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        homes = Homes(home / "config", home / "journal")
        window = make_window(True, None, homes, Prompts())
        window.resize(1280, 800)
        window.show()
        for pose in all_poses(window):
            window.desk.store.mark_saved()
            settle(window)
            pose.widget.grab().save(str(FOLDER / f"{pose.name}.png"))
            taken.add(f"{pose.name}.png")
            print(f"docs/screenshots/{pose.name}.png")
        window.desk.store.mark_saved()
        window.close()
    for old in FOLDER.glob("*.png"):
        if old.name not in taken:
            old.unlink()
    application.quit()
    return 0


if __name__ == "__main__":
    sys.exit(main())
