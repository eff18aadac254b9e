# SPDX-License-Identifier: GPL-3.0-or-later
"""What a stage brings to the window, and what every bench has: a heading, a line, its controls."""

from collections.abc import Callable, Iterator
from typing import TYPE_CHECKING

from msgspec import Struct
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import (
    QButtonGroup,
    QFrame,
    QHBoxLayout,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from glacis.ui.actions import Action, BenchKey
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.widgets.labels import Words, label, tight
from glacis.ui.widgets.one_line import OneLine

if TYPE_CHECKING:
    from glacis.ui.window import MainWindow


class Context(Struct, frozen=True):
    """What a bench is made with."""

    desk: Desk
    prompts: Prompts


class Pose(Struct, frozen=True):
    """A picture that shows the bench at its work: its name and what is in the picture."""

    name: str
    widget: QWidget


class BenchKind(Struct, frozen=True):
    """What a stage brings to the window, known before its bench is made.

    Attributes:
        make: the bench, made when it is first shown.
        actions: what it adds to the menus; each is done to the bench.
        keys: what it answers to while it has the focus.
        poses: takes it into one pose after another, on the demo project.
    """

    make: Callable[[Context], "Bench"]
    actions: tuple[Action, ...] = ()
    keys: tuple[BenchKey, ...] = ()
    poses: "Callable[[MainWindow], Iterator[Pose]] | None" = None


class Bench(QFrame):
    """The working surface of one stage."""

    working_wanted = pyqtSignal(str)
    working_made = pyqtSignal(object)
    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, heading: str) -> None:
        super().__init__()
        self.desk = desk
        self._view = ""
        self.setProperty("ground", "bench")
        self.column: QVBoxLayout = QVBoxLayout(self)
        tight(self.column, (16, 8, 8, 8), 6)
        head = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self._heading = label(heading, "heading")
        self._line = OneLine(desk)
        head.addWidget(self._heading)
        head.addWidget(self._line, 1)
        self.controls = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        head.addLayout(self.controls)
        self.column.addLayout(head)

    def say(self, text: str) -> None:
        """One line beside the heading."""
        self._line.show_words(text)

    @property
    def view(self) -> str:
        """Which of its views is shown; empty where it has one alone."""
        return self._view

    def show_view(self, name: str) -> None:
        """Show another of its views."""
        self._view = name
        self.refresh()

    def refresh(self) -> None:
        """Show the present state of the desk."""
        raise RuntimeError(f"{type(self).__name__} shows nothing")

    def shut_down(self) -> None:
        """End what it has going on; the window is being closed."""

    def empty_words(self) -> str:
        """What to say while there is no area; empty where there is one."""
        if self.desk.area is None:
            return "No roof area yet: add one, or open a project or the demo from the File menu."
        return ""


Views = tuple[tuple[str, str, str], ...]
"""Key, words and hint of each of a bench's views."""


def view_buttons(
    bench: Bench, views: Views, show: Callable[[str], object]
) -> dict[str, QToolButton]:
    """One button a view among the bench's controls, of which one is always down."""
    group = QButtonGroup(bench)
    made = {}
    for name, words, tip in views:
        button = QToolButton()
        button.setText(words)
        button.setCheckable(True)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(lambda _on=False, key=name: show(key))
        group.addButton(button)
        bench.controls.addWidget(button)
        made[name] = button
    return made


def field_row(*pairs: tuple[str, QWidget]) -> tuple[QHBoxLayout, list[Words]]:
    """Labelled fields side by side."""
    row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
    names = []
    for words, widget in pairs:
        name = label(words, "second small")
        names.append(name)
        row.addWidget(name)
        row.addWidget(widget)
        row.addSpacing(8)
    row.addStretch(1)
    return row, names
