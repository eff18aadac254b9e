# SPDX-License-Identifier: GPL-3.0-or-later
"""What the stage brings to the window."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.window import MainWindow
    from mossy.ui.stages.moss.bench import MossBench


def make(context: Context) -> "MossBench":
    from mossy.ui.stages.moss.bench import MossBench

    return MossBench(context.desk)


def poses(window: "MainWindow") -> Iterator[Pose]:
    window.show_stage("moss")
    yield Pose("moss", window)


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "Scrape…", "Ctrl+Shift+O", "Scrape the moss off", lambda b: b.scrape()),
    ),
    keys=(BenchKey("S", "scrape"),),
    poses=poses,
)
