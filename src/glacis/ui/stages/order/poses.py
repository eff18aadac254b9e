# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Order bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.order.bench import OrderBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The laboratory's tasks, its sheet in the hand."""
    window.desk.select_area("laboratory")
    window.show_stage("order")
    bench = window.bench("order", OrderBench)
    bench.hand.choose(task="laboratory/sheet")
    yield Pose("order", window)
