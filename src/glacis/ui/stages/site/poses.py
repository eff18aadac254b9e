# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Site bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The climate year, by months."""
    window.show_stage("site")
    yield Pose("site", window)
