# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Moisture bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.moisture.bench import MoistureBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The year of water of the laboratory, by months and by hours."""
    window.desk.select_area("laboratory")
    window.show_stage("moisture")
    yield Pose("moisture", window)
    bench = window.bench("moisture", MoistureBench)
    bench.show_view("hours")
    yield Pose("moisture-hours", window)
    bench.show_view("months")
