# SPDX-License-Identifier: GPL-3.0-or-later
"""The Air bench: which bays breathe, what passes them, what the eaves lose."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.air.bench import AirBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "AirBench":
    """The bench."""
    from glacis.ui.stages.air.bench import AirBench

    return AirBench(context.desk)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.air.poses import poses as found

    return found(window)


def _usual(bench: "AirBench") -> None:
    bench.give_usual_vents()


def _take_away(bench: "AirBench") -> None:
    bench.take_air_away()


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "Give it the usual vents", "", "Vents along eaves and ridge, chutes in an attic", _usual),
        Action("Edit", "Take the vents away", "", "The selected area states nothing about its air", _take_away),
    ),
    keys=(
        BenchKey("1 to 4", "still noon, clear night, windy day, sun and wind"),
        BenchKey("Left, Right", "the bay before or after"),
        BenchKey("E", "the next edge, for its vents"),
        BenchKey("Escape", "let go of bay and edge"),
    ),
    poses=poses,
)  # fmt: skip
