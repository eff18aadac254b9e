# SPDX-License-Identifier: GPL-3.0-or-later
"""Panels that cover a bench, one at a time."""

from abc import abstractmethod

from PyQt6.QtCore import QRect, Qt
from PyQt6.QtWidgets import QWidget

from glacis.ui.widgets.overlay import Overlay


class BenchPanel(Overlay):
    """A panel that covers its bench and shows what the project holds."""

    @abstractmethod
    def refresh(self) -> None:
        """Show the project as it is."""

    def open_over(self, area: QRect) -> None:
        """Lie over the bench."""
        self.refresh()
        self.show_over(area, area.width())


def open_alone(bench: QWidget, panel: BenchPanel) -> None:
    """Lay a panel over a bench, beneath its heading; other panels of the bench go away."""
    for other in bench.findChildren(Overlay, options=Qt.FindChildOption.FindDirectChildrenOnly):
        if other is not panel:
            other.dismiss()
    panel.open_over(QRect(16, 44, bench.width() - 24, bench.height() - 52))
