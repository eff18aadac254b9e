# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Moisture bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The year of water of the laboratory."""
    window.desk.select_area("laboratory")
    window.show_stage("moisture")
    yield Pose("moisture", window)
