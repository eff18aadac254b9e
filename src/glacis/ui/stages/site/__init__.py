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


def _months(bench: "SiteBench") -> None:
    bench.show_view("months")


def _hours(bench: "SiteBench") -> None:
    bench.show_view("hours")


def _read_year(bench: "SiteBench") -> None:
    bench.files.read()


def _write_year(bench: "SiteBench") -> None:
    bench.files.write()


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
        Action(
            "File",
            "Read weather year…",
            "",
            "Take months and hours from a weather file (EPW)",
            _read_year,
        ),
        Action(
            "File", "Write weather year…", "", "Write the hours of the site as EPW", _write_year
        ),
        Action("View", "Year by months", "", "The climate by its months", _months),
        Action("View", "Year by hours", "", "The weather hour by hour", _hours),
    ),
    keys=(
        BenchKey("Left, Right, Up, Down", "by hours: go by days and hours"),
        BenchKey(
            "Left, Right, Return",
            "pick a month and type its temperature; Shift+Return its humidity",
        ),
    ),
    poses=poses,
)
