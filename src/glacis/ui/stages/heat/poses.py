# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Heat bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.heat.bench import HeatBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The resistance staircase."""
    window.desk.select_area("hall-south")
    window.bench("heat", HeatBench).show_view("paths")
    yield Pose("heat", window)
