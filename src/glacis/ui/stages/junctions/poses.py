# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Junctions bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.junctions.bench import JunctionsBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The bare parapet of the laboratory in section."""
    window.desk.select_area("laboratory")
    bench = window.bench("junctions", JunctionsBench)
    bench.hand.choose("parapet:laboratory#1")
    bench.show_view("section")
    yield Pose("junctions", window)
