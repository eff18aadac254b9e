# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Handover bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The report before it is written."""
    window.show_stage("handover")
    yield Pose("handover", window)
