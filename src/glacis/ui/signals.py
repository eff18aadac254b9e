# SPDX-License-Identifier: GPL-3.0-or-later
"""Told to end by the system, the window ends at once and its last change is kept for the next start."""

import signal
import socket
from collections.abc import Callable

from PyQt6.QtCore import QObject, QSocketNotifier
from PyQt6.sip import voidptr

ENDINGS = (signal.SIGINT, signal.SIGTERM, signal.SIGHUP)


class Endings(QObject):
    """Hears signals although the event loop seldom lets Python look: they wake it by a socket."""

    def __init__(self, parent: QObject, end: Callable[[int], None]) -> None:
        super().__init__(parent)
        self._end = end
        self._heard, self._told = socket.socketpair()
        for side in (self._heard, self._told):
            side.setblocking(False)
        signal.set_wakeup_fd(self._told.fileno(), warn_on_full_buffer=False)
        for number in ENDINGS:
            signal.signal(number, _leave_it_to_the_loop)
        heard = voidptr(self._heard.fileno())
        self._notifier = QSocketNotifier(heard, QSocketNotifier.Type.Read, self)
        self._notifier.activated.connect(self._read)

    def _read(self) -> None:
        for number in self._heard.recv(16):
            if number in ENDINGS:
                self._end(number)
                return


def _leave_it_to_the_loop(_number: int, _frame: object) -> None:
    """The number is in the socket already."""
