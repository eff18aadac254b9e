# SPDX-License-Identifier: GPL-3.0-or-later
"""The Site bench: climate, rooms and targets."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.site.bench import SiteBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "SiteBench":
    """The bench."""
    from glacis.ui.stages.site.bench import SiteBench

    return SiteBench(context.desk)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.site.poses import poses as found

    return found(window)


KIND = BenchKind(
    make,
    keys=(
        BenchKey(
            "Left, Right, Return",
            "pick a month and type its temperature; Shift+Return its humidity",
        ),
    ),
    poses=poses,
)
