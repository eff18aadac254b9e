# SPDX-License-Identifier: GPL-3.0-or-later
"""The Fixings bench: wind by zone, patterns, the chain, lengths, schools, tests and approvals."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.fixings.bench import FixingsBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "FixingsBench":
    """The bench."""
    from glacis.ui.stages.fixings.bench import FixingsBench

    return FixingsBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.fixings.poses import poses as found

    return found(window)


def _read_tests(bench: "FixingsBench") -> None:
    bench.read_tests()


def _read_register(bench: "FixingsBench") -> None:
    bench.read_register()


def _count(bench: "FixingsBench") -> None:
    bench.count_in_heat()


KIND = BenchKind(
    make,
    actions=(
        Action("File", "Read pull-out tests…", "", "Tests on site from a table", _read_tests),
        Action("File", "Read approvals…", "", "Approvals with their products and limits from a table", _read_register),
        Action("Edit", "Count these fixings in Heat", "", "Number, shaft and insulation passed, as placed", _count),
    ),
    keys=(
        BenchKey("1 to 5", "zones, pattern, chain, length, schools"),
        BenchKey("Z", "the next zone in the hand"),
        BenchKey("N", "the next set in the hand"),
        BenchKey("up, down", "parapet in the hand up or down by 10 mm, with Shift by 100; rows wider or closer"),
        BenchKey("Escape", "let go of zone and edge"),
    ),
    poses=poses,
)  # fmt: skip
