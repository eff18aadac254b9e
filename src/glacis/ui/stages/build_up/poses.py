# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Build-up bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.build_up.bench import SectionBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The section with a layer selected, and the approach chooser over it."""
    window.desk.select_area("hall-south")
    bench = window.bench("build-up", SectionBench)
    window.desk.select_layer("between")
    yield Pose("build-up", window)
    bench.panels.choose_approach()
    bench.panels.approaches.choose("hybrid")
    yield Pose("approach", window)
    bench.panels.dismiss()
