# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Compare bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.compare.bench import CompareBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The laboratory as built and as it might be."""
    window.desk.select_area("laboratory")
    bench = window.bench("compare", CompareBench)
    for school in bench.offered()[:2]:
        bench.add_school(school)
    bench.select("lab-closed")
    window.say("")
    yield Pose("compare", window)
    window.papers.open_demo()
