# SPDX-License-Identifier: GPL-3.0-or-later
"""What the window does where there is no roof yet: it shows the beginning, and goes the ways in."""

from typing import TYPE_CHECKING

from PyQt6.QtWidgets import QStackedWidget, QWidget

from glacis.ui.bench import Bench
from glacis.ui.desk import Desk
from glacis.ui.widgets.overlay import Overlay

if TYPE_CHECKING:
    from glacis.ui.beginning import Beginning
    from glacis.ui.window import MainWindow

WITHOUT_ROOF = ("site", "shape")
"""Stages that have work before there is a roof."""


def _asks(bench: Bench) -> bool:
    """Whether a panel lies over a bench."""
    return any(panel.isVisible() for panel in bench.findChildren(Overlay))


class Entrance:
    """Decides between a bench and the beginning."""

    def __init__(self, desk: Desk, window: "MainWindow", stack: QStackedWidget) -> None:
        self._desk, self._window, self._stack = desk, window, stack
        self._beginning: Beginning | None = None

    def on_top(self, bench: Bench) -> QWidget:
        """What is seen of a stage: its bench, or the beginning where there is no roof to work on."""
        if self._desk.area is not None or self._window.stage in WITHOUT_ROOF:
            return bench
        if self._beginning is None:
            from glacis.ui.beginning import Beginning

            self._beginning = Beginning(self._desk, self._window, self)
            self._stack.addWidget(self._beginning)
        return self._beginning

    def refresh(self) -> None:
        """Show the beginning as it is now, where it is seen."""
        if self._beginning is not None and self._stack.currentWidget() is self._beginning:
            self._beginning.refresh()

    def show(self, bench: Bench) -> None:
        """Come to the bench once there is a roof; begin again where there is none."""
        shown, seen = self.on_top(bench), self._stack.currentWidget()
        if shown is seen:
            self.refresh()
        elif shown is bench or seen is not bench or not _asks(bench):
            self._stack.setCurrentWidget(shown)
            self.refresh()

    def begin_form(self) -> None:
        """Ask for a roof by a form."""
        self._on("shape", "open_panel")

    def begin_drawing(self) -> None:
        """Draw the outline of a roof."""
        self._on("shape", "start_drawing")

    def begin_file(self) -> None:
        """Read outlines from a drawing file."""
        self._on("shape", "read_file")

    def begin_area(self) -> None:
        """Ask for one roof area without a plan."""
        self._on("build-up", "add_area")

    def _on(self, stage: str, name: str) -> None:
        bench: Bench = self._window.bench(stage)
        self._stack.setCurrentWidget(bench)
        bench.refresh()
        getattr(bench, name)()
