# SPDX-License-Identifier: GPL-3.0-or-later
"""The Compare bench: variants side by side."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.compare.bench import CompareBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "CompareBench":
    """The bench."""
    from glacis.ui.stages.compare.bench import CompareBench

    return CompareBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.compare.poses import poses as found

    return found(window)


KIND = BenchKind(
    make,
    keys=(
        BenchKey(
            "Left, Right, Return",
            "select a variant and build it; K keeps the present, Delete removes, W shows the whole job",
        ),
    ),
    poses=poses,
)
