# SPDX-License-Identifier: GPL-3.0-or-later
"""The Order bench: tasks along the days, clocks, finishes over drawn years, what is closed by tonight."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.order.bench import OrderBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "OrderBench":
    """The bench."""
    from glacis.ui.stages.order.bench import OrderBench

    return OrderBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.order.poses import poses as found

    return found(window)


def _sign(bench: "OrderBench") -> None:
    bench.sign_hold_point()


def _take_back(bench: "OrderBench") -> None:
    bench.take_back()


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "Sign the hold point", "", "Sign the hold point in the hand, with name and day", _sign),
        Action("Edit", "Take the last move back", "", "Let the derived order stand again", _take_back),
    ),
    keys=(
        BenchKey("1 to 5", "timeline, clocks, finish, tonight, growth"),
        BenchKey("up, down", "the next task"),
        BenchKey("left, right", "a quarter of a day, under Growth"),
        BenchKey("A", "tasks of this area, or all"),
        BenchKey("B", "then another task: this one before it"),
        BenchKey("Escape", "let go"),
    ),
    poses=poses,
)  # fmt: skip
