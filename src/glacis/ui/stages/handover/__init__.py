# SPDX-License-Identifier: GPL-3.0-or-later
"""The Handover bench: the report and what else can be taken along."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.handover.bench import HandoverBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "HandoverBench":
    """The bench."""
    from glacis.ui.stages.handover.bench import HandoverBench

    return HandoverBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.handover.poses import poses as found

    return found(window)


def _write_report(bench: "HandoverBench") -> None:
    bench.write_report()


KIND = BenchKind(
    make,
    actions=(
        Action("File", "Write report…", "Ctrl+P", "Write the report as PDF", _write_report, rule=True,
               asks=True),
    ),
    poses=poses,
)  # fmt: skip
