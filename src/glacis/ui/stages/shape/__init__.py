# SPDX-License-Identifier: GPL-3.0-or-later
"""The Shape bench: the roof drawn, measured and cut."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.shape.bench import ShapeBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "ShapeBench":
    """The bench."""
    from glacis.ui.stages.shape.bench import ShapeBench

    return ShapeBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.shape.poses import poses as found

    return found(window)


def _new_roof(bench: "ShapeBench") -> None:
    bench.open_panel()


def _free_planes(bench: "ShapeBench") -> None:
    bench.tools.free_planes()


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "New roof…", "Ctrl+R", "A roof from a form, a drawn outline or a file", _new_roof,
               rule=True),
        Action("Edit", "Free the planes", "", "Shape the planes of the selected roof one by one",
               _free_planes),
    ),
    keys=(
        BenchKey("1, 2, 3, 4", "plan, in space, cuts, layers"),
        BenchKey("Space, arrows", "take the next corner and move it; with Shift by 1 cm; Delete removes it"),
        BenchKey("Return", "type the length of the chosen edge"),
        BenchKey("Ctrl and press", "choose more areas, to be built alike"),
        BenchKey("F, wheel", "the selected area or all; nearer and back"),
        BenchKey("arrows; +, −", "turn the roof or the layers; lift the layers apart"),
        BenchKey("Up, Down", "choose a cut"),
        BenchKey("Return, Backspace, Escape", "while drawing: close, take back a corner, leave"),
    ),
    poses=poses,
)  # fmt: skip
