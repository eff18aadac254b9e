# SPDX-License-Identifier: GPL-3.0-or-later
"""Buttons as benches, strips and panels have them."""

from collections.abc import Callable

from PyQt6.QtWidgets import QPushButton

from glacis.ui.plain import plain_tip


def push_button(words: str, tip: str, done: Callable[[], object]) -> QPushButton:
    """A button with its hint that does something when it is pressed."""
    button = QPushButton(words)
    button.setToolTip(plain_tip(tip))
    button.clicked.connect(lambda _on=False: done())
    return button
