# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Heat bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.heat.bench import HeatBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The resistance staircase, and what more insulation would still bring."""
    window.desk.select_area("hall-south")
    bench = window.bench("heat", HeatBench)
    yield Pose("heat", window)
    bench.show_view("thickness")
    yield Pose("heat-thickness", window)
    bench.show_view("paths")
