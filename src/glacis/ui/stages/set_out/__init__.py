# SPDX-License-Identifier: GPL-3.0-or-later
"""The Set-out bench: courses, sheets, members, panels and eaves as the roofer sees them."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.set_out.bench import SetOutBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "SetOutBench":
    """The bench."""
    from glacis.ui.stages.set_out.bench import SetOutBench

    return SetOutBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.set_out.poses import poses as found

    return found(window)


def _begin(bench: "SetOutBench") -> None:
    bench.begin()


def _read(bench: "SetOutBench") -> None:
    bench.read_products()


def _take_away(bench: "SetOutBench") -> None:
    bench.take_away()


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "Set this area out", "", "Begin with the usual datum, gauges and seats", _begin),
        Action("Edit", "Take the set-out away", "", "The selected area states nothing about its set-out", _take_away),
        Action("File", "Read products…", "", "Tiles, slates, sheets, rolls, panels and boards from a table", _read),
    ),
    keys=(
        BenchKey("1 to 4", "courses, deck, eaves, panels"),
        BenchKey("W", "the next window in the hand"),
        BenchKey("arrows", "move the window in the hand by a millimetre, with Shift by a hundred"),
        BenchKey("Escape", "let go of the window"),
    ),
    poses=poses,
)  # fmt: skip
