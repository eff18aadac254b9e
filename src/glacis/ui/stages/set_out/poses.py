# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Set-out bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The hall's south slope with a window half a course off."""
    window.desk.select_area("hall-south")
    window.show_stage("set-out")
    yield Pose("set-out", window)
