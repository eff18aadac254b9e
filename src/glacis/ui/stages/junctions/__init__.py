# SPDX-License-Identifier: GPL-3.0-or-later
"""The Junctions bench: every edge of the roof, its four lines, its laps, its section."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.junctions.bench import JunctionsBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "JunctionsBench":
    """The bench."""
    from glacis.ui.stages.junctions.bench import JunctionsBench

    return JunctionsBench(context.desk)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.junctions.poses import poses as found

    return found(window)


def _usual(bench: "JunctionsBench") -> None:
    bench.usual_again()


def _walls(bench: "JunctionsBench") -> None:
    bench.open_walls()


def _add(bench: "JunctionsBench") -> None:
    bench.open_adding()


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "Usual lines again", "", "The lines that are usual for its kind", _usual),
        Action("Edit", "State walls…", "", "Walls that stand below or beside the roof", _walls),
        Action("Edit", "Add a junction…", "", "Pipes, doors and joints that no edge tells of", _add),
    ),
    keys=(
        BenchKey("1 to 5", "matrix, plan, lines, section, questions"),
        BenchKey("up, down", "the junction before or after"),
        BenchKey("left, right", "the link before or after, in the lines"),
        BenchKey("T", "turn the lap in the hand"),
        BenchKey("Delete", "cut the link in the hand"),
        BenchKey("D", "let a drop run down the water line"),
    ),
    poses=poses,
)  # fmt: skip
