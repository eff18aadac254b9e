# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Build-up bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The section with a layer selected."""
    window.desk.select_area("hall-south")
    window.desk.select_layer("between")
    yield Pose("build-up", window)
