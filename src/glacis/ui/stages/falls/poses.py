# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Falls bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The laboratory's contours."""
    window.desk.select_area("laboratory")
    yield Pose("falls", window)
