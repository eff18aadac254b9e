# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Log bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.log.bench import LogBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The laboratory's signs and what they say."""
    window.desk.select_area("laboratory")
    window.show_stage("log")
    bench = window.bench("log", LogBench)
    bench.show_view("diagnosis")
    yield Pose("log", window)
