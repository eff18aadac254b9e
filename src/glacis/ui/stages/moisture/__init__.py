# SPDX-License-Identifier: GPL-3.0-or-later
"""The Moisture bench: the year of water."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.moisture.bench import MoistureBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "MoistureBench":
    """The bench."""
    from glacis.ui.stages.moisture.bench import MoistureBench

    return MoistureBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.moisture.poses import poses as found

    return found(window)


def _months(bench: "MoistureBench") -> None:
    bench.show_view("months")


def _hours(bench: "MoistureBench") -> None:
    bench.show_view("hours")


def _reserve(bench: "MoistureBench") -> None:
    bench.show_view("hours")
    bench.hours.seek_reserve()


def _study(bench: "MoistureBench") -> None:
    bench.show_view("hours")
    bench.open_study()


def _probes(bench: "MoistureBench") -> None:
    bench.show_view("hours")
    bench.open_probes()


KIND = BenchKind(
    make,
    actions=(
        Action("View", "Moisture by months", "", "Condensate by the monthly method", _months),
        Action("View", "Moisture by hours", "", "Heat and moisture hour by hour", _hours),
        Action("Edit", "Study by hours…", "", "The area taken two ways at once", _study),
        Action("Edit", "Probes…", "", "Readings from the roof over the run", _probes),
        Action("Edit", "Seek the drying reserve", "", "How much water the roof forgives", _reserve),
    ),
    keys=(
        BenchKey("Left, Right", "look at another month; by hours at another day, with Shift by 30"),
    ),
    poses=poses,
)
