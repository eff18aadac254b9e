# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Fixings bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The laboratory's roof by zone of the wind."""
    window.desk.select_area("laboratory")
    window.show_stage("fixings")
    yield Pose("fixings", window)
