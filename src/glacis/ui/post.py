# SPDX-License-Identifier: GPL-3.0-or-later
"""From a background thread to the window's own."""

from collections.abc import Callable

from PyQt6.QtCore import QObject, pyqtSignal


class Post(QObject):
    """Has things done on the thread it was made on, in the order they were handed in."""

    _handed = pyqtSignal(object)

    def __init__(self) -> None:
        super().__init__()
        self._handed.connect(self._do)

    def deliver(self, call: Callable[[], None]) -> None:
        """Have ``call`` called on the window's thread."""
        self._handed.emit(call)

    def _do(self, call: Callable[[], None]) -> None:
        call()
