# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields below the drawing of a bench."""

from collections.abc import Callable
from functools import partial
from typing import Any, Generic, TypeVar

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QLineEdit, QSizePolicy, QVBoxLayout, QWidget

from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import tight
from glacis.ui.widgets.unit_field import UnitField

Hand = TypeVar("Hand")
Row = tuple[str, str, Quantity, int]
"""Key of an attribute, words before its field, kind, width [pt]."""


class Strip(QWidget, Generic[Hand]):
    """Rows of fields that show and change what the hand of a bench holds."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: Hand) -> None:
        super().__init__()
        self.desk, self.hand = desk, hand
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Maximum)
        self.column: QVBoxLayout = tight(QVBoxLayout(self), (0, 0, 0, 0), 6)

    def refresh(self) -> None:
        """Show the present state."""
        raise RuntimeError(f"{type(self).__name__} shows nothing")

    def row(self) -> QHBoxLayout:
        """Another row of fields."""
        made = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.column.addLayout(made)
        return made

    def field(
        self, node: Any, row: Row, take: Callable[[UnitField, str, float], None]
    ) -> UnitField:
        """An entry for one figure of a node."""
        key, _words, quantity, width = row
        bounds = ranges_of(node)[key]
        made = UnitField(bounds.words, quantity, width).bounded(bounds)
        made.committed.connect(partial(take, made, key))
        made.said.connect(self.said)
        return made

    def words(self, name: str, tip: str, width: int, done: Callable[[], object]) -> QLineEdit:
        """An entry for words."""
        line = QLineEdit()
        line.setAccessibleName(name)
        line.setToolTip(plain_tip(tip))
        line.setMaximumWidth(width)
        line.editingFinished.connect(done)
        return line
