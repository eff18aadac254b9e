# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Shape bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.shape.bench import ShapeBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The roof in plan and in space; the barn in US units by lamp light."""
    window.desk.select_area("hall-south")
    bench = window.bench("shape", ShapeBench)
    bench.hand.choose(rim="south")
    bench.refresh()
    yield Pose("shape", window)
    bench.hand.choose()
    bench.show_view("space")
    yield Pose("shape-space", window)
    window.papers.open_demo("sallow-creek")
    window.desk.adjust(theme="lamp")
    bench.show_view("space")
    yield Pose("shape-barn", window)
    bench.show_view("plan")
    window.desk.adjust(theme="sheet")
    window.papers.open_demo()
