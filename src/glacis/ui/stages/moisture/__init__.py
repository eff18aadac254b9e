# SPDX-License-Identifier: GPL-3.0-or-later
"""The Moisture bench: the year of water."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.moisture.bench import MoistureBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "MoistureBench":
    """The bench."""
    from glacis.ui.stages.moisture.bench import MoistureBench

    return MoistureBench(context.desk)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.moisture.poses import poses as found

    return found(window)


KIND = BenchKind(make, keys=(BenchKey("Left, Right", "look at another month"),), poses=poses)
