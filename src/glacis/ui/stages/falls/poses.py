# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Falls bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.falls.bench import FallsBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The laboratory's contours, and its roof with the outlets blocked."""
    window.desk.select_area("laboratory")
    bench = window.bench("falls", FallsBench)
    yield Pose("falls", window)
    bench.show_view("blocked")
    yield Pose("falls-blocked", window)
    bench.show_view("thickness")
