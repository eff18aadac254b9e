# SPDX-License-Identifier: GPL-3.0-or-later
"""A word for what takes longer than a moment, with a way to stop it."""

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QProgressDialog, QWidget

from glacis.ui.plain import plain_tip

MOMENT = 500
"""[ms] of waiting before anything is said."""


class Waiting:
    """Says what goes on, once it takes more than a moment, until it ends or is stopped."""

    def __init__(self, over: QWidget, words: str, stop: Callable[[], object]) -> None:
        self._dialog = QProgressDialog(plain_tip(words), "Stop", 0, 0, over)
        self._dialog.setWindowTitle("One moment")
        self._dialog.setWindowModality(Qt.WindowModality.WindowModal)
        self._dialog.setMinimumDuration(MOMENT)
        self._dialog.canceled.connect(stop)
        self._dialog.canceled.connect(self._dialog.deleteLater)

    def end(self) -> None:
        """It is over."""
        self._dialog.canceled.disconnect()
        self._dialog.close()
        self._dialog.deleteLater()
