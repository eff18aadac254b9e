# SPDX-License-Identifier: GPL-3.0-or-later
"""Labelled fields in rows, as the strips under a bench have them."""

from PyQt6.QtWidgets import QComboBox, QGridLayout, QWidget

from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import Words, label

Pairs = tuple[tuple[str, QWidget], ...]


def field_grid(parent: QWidget, rows: tuple[Pairs, ...]) -> tuple[QGridLayout, dict[str, Words]]:
    """Rows of words and fields on ``parent``; the words by their text."""
    grid = QGridLayout(parent)
    grid.setContentsMargins(0, 0, 0, 0)
    grid.setHorizontalSpacing(8)
    grid.setVerticalSpacing(6)
    named: dict[str, Words] = {}
    for row, pairs in enumerate(rows):
        for column, (words, widget) in enumerate(pairs):
            named[words] = label(words, "second small")
            grid.addWidget(named[words], row, 2 * column)
            grid.addWidget(widget, row, 2 * column + 1)
    grid.setColumnStretch(2 * max(len(pairs) for pairs in rows), 1)
    return grid, named


def chooser(name: str, entries: tuple[tuple[str, object], ...]) -> QComboBox:
    """A box of choices with its name told to everyone."""
    box = QComboBox()
    box.setAccessibleName(name)
    box.setToolTip(plain_tip(name))
    for words, data in entries:
        box.addItem(words, data)
    return box


def nearest(box: QComboBox, value: float) -> int:
    """Index of the choice that comes closest to a number."""
    return min(range(box.count()), key=lambda k: abs(float(box.itemData(k)) - value))
