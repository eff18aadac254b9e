# SPDX-License-Identifier: GPL-3.0-or-later
"""The Log bench: what is on record, what was seen, what is due, why a roof is wet, and roofs to learn on."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.log.bench import LogBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "LogBench":
    """The bench."""
    from glacis.ui.stages.log.bench import LogBench

    return LogBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.log.poses import poses as found

    return found(window)


def _write(bench: "LogBench") -> None:
    bench.write()


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "Write in the log", "", "A new entry in the log: what was laid, tested, seen", _write),
    ),
    keys=(
        BenchKey("1 to 5", "roof, record, due, diagnosis, practice"),
        BenchKey("N", "a new entry"),
        BenchKey("P", "pin what is seen: then press the roof"),
        BenchKey("up, down", "the next entry, sign or exercise"),
        BenchKey("space", "under Diagnosis: seen, absent, not looked at; under Practice: ask for the test"),
        BenchKey("C, T", "under Diagnosis: the next cause; the best test was made"),
        BenchKey("left, right", "under Practice: the next test"),
        BenchKey("Escape", "let go"),
    ),
    poses=poses,
)  # fmt: skip
