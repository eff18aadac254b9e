# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Air bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The bunkhouse with its starved bays and its low heel."""
    window.desk.select_area("bunkhouse")
    window.show_stage("air")
    yield Pose("air", window)
