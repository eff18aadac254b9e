# SPDX-License-Identifier: GPL-3.0-or-later
"""The Falls bench: outlets, contours, blocked water."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.falls.bench import FallsBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "FallsBench":
    """The bench."""
    from glacis.ui.stages.falls.bench import FallsBench

    return FallsBench(context.desk)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.falls.poses import poses as found

    return found(window)


def _take_away(bench: "FallsBench") -> None:
    bench.take_falls_away()


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "Take the falls away", "", "The selected area lies flat as its deck does", _take_away),
    ),
    keys=(
        BenchKey("1 to 6", "thickness, blocked outlets, rain test, boards, means, edge"),
        BenchKey("O, V, G", "place an outlet, an overflow, a gutter"),
        BenchKey("Y, R, P, D", "place a valley, a ridge, a spout of an upper roof, a door"),
        BenchKey("Space, arrows", "take the next outlet or overflow and move it; with Shift by 1 cm"),
        BenchKey("Delete, Escape", "take it out; let go"),
        BenchKey("B", "the next case of blocked outlets"),
        BenchKey("Page Up, Page Down", "a draw of the rain test"),
        BenchKey("drag on the roof", "a section from A to B"),
    ),
    poses=poses,
)  # fmt: skip
