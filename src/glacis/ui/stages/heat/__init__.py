# SPDX-License-Identifier: GPL-3.0-or-later
"""The Heat bench: paths, thickness and methods."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.heat.bench import HeatBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "HeatBench":
    """The bench."""
    from glacis.ui.stages.heat.bench import HeatBench

    return HeatBench(context.desk)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.heat.poses import poses as found

    return found(window)


KIND = BenchKind(make, keys=(BenchKey("1, 2, 3", "paths, thickness, methods"),), poses=poses)
