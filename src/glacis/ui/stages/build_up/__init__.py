# SPDX-License-Identifier: GPL-3.0-or-later
"""The Build-up bench: the section, edited in the drawing."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.build_up.bench import SectionBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "SectionBench":
    """The bench."""
    from glacis.ui.stages.build_up.bench import SectionBench

    return SectionBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.build_up.poses import poses as found

    return found(window)


def _add_area(bench: "SectionBench") -> None:
    bench.panels.add_area()


def _choose_approach(bench: "SectionBench") -> None:
    bench.panels.choose_approach()


def _solve(bench: "SectionBench") -> None:
    bench.panels.solve()


def _insert(bench: "SectionBench") -> None:
    bench.open_palette()


def _remove(bench: "SectionBench") -> None:
    bench.remove_selected()


def _outward(bench: "SectionBench") -> None:
    bench.shift_selected(1)


def _inward(bench: "SectionBench") -> None:
    bench.shift_selected(-1)


def _thicker(bench: "SectionBench") -> None:
    bench.grow_selected(1, False)


def _thinner(bench: "SectionBench") -> None:
    bench.grow_selected(-1, False)


KIND = BenchKind(
    make,
    actions=(
        Action("Edit", "Add roof area…", "Ctrl+Shift+N", "Add a roof area", _add_area, rule=True),
        Action("Edit", "Approach…", "Ctrl+B", "Choose how the selected area is built", _choose_approach),
        Action("Edit", "Solve for the target…", "Ctrl+T", "Thicknesses that meet the target", _solve),
        Action("Layer", "Insert…", "Ins", "Insert a layer outside the selected one", _insert),
        Action("Layer", "Remove", "Ctrl+Del", "Take the selected layer out", _remove, stays=True),
        Action("Layer", "Move outward", "Alt+Up", "Move the selected layer outward", _outward, rule=True,
               stays=True),
        Action("Layer", "Move inward", "Alt+Down", "Move the selected layer inward", _inward, stays=True),
        Action("Layer", "Next thickness up", "Ctrl++", "Next purchasable thickness", _thicker, rule=True,
               stays=True),
        Action("Layer", "Next thickness down", "Ctrl+-", "Purchasable thickness below", _thinner, stays=True),
    ),
    keys=(
        BenchKey("Up, Down", "select the next layer outward or inward"),
        BenchKey("Alt+Up, Alt+Down", "move the selected layer"),
        BenchKey("+, −", "next purchasable thickness; with Alt one millimetre"),
        BenchKey("Return", "type the thickness"),
        BenchKey("Delete", "remove the selected layer"),
        BenchKey("C, T, V", "control layers, temperature line, vapour lines"),
        BenchKey("Shift while dragging", "leave the purchasable steps"),
    ),
    poses=poses,
)  # fmt: skip
