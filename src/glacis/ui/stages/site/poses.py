# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Site bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.site.bench import SiteBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The climate year, by months and by hours."""
    window.show_stage("site")
    yield Pose("site", window)
    bench = window.bench("site", SiteBench)
    bench.show_view("hours")
    yield Pose("site-hours", window)
    bench.show_view("months")
