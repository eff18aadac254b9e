# SPDX-License-Identifier: GPL-3.0-or-later
"""A row of buttons of which one is down: pages of a panel."""

from collections.abc import Callable

from PyQt6.QtWidgets import QHBoxLayout, QToolButton, QVBoxLayout

from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import tight

Choices = tuple[tuple[str, str, str], ...]
"""Key, words and hint of each page."""


def choice_row(
    column: QVBoxLayout, pages: Choices, show: Callable[[str], object]
) -> dict[str, QToolButton]:
    """Buttons for the pages of a panel in a row of their own, by their keys."""
    row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
    made: dict[str, QToolButton] = {}
    for name, words, tip in pages:
        button = QToolButton()
        button.setText(words)
        button.setCheckable(True)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(lambda _on=False, key=name: show(key))
        made[name] = button
        row.addWidget(button)
    row.addStretch(1)
    column.addLayout(row)
    return made
