# SPDX-License-Identifier: GPL-3.0-or-later
"""The Site bench: climate, rooms and targets."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.site.bench import SiteBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "SiteBench":
    """The bench."""
    from glacis.ui.stages.site.bench import SiteBench

    return SiteBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.site.poses import poses as found

    return found(window)


def _table(bench: "SiteBench") -> None:
    bench.open_table()


def _job(bench: "SiteBench") -> None:
    bench.open_job()


KIND = BenchKind(
    make,
    actions=(
        Action(
            "Edit",
            "Table of months…",
            "Ctrl+M",
            "Type or paste the climate and the rooms",
            _table,
        ),
        Action(
            "Edit", "Job…", "Ctrl+Shift+J", "Name, number, author and client of the project", _job
        ),
    ),
    keys=(
        BenchKey(
            "Left, Right, Return",
            "pick a month and type its temperature; Shift+Return its humidity",
        ),
    ),
    poses=poses,
)
