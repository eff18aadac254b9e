# SPDX-License-Identifier: GPL-3.0-or-later
"""Paint a widget so that a painting that breaks ends its painter and is told once."""

import sys
from collections.abc import Iterator
from contextlib import contextmanager

from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QWidget

TOLD = "told"
"""Property of a widget: what it was told to have broken on."""


@contextmanager
def painting(widget: QWidget) -> Iterator[QPainter]:
    """A painter on ``widget`` for its paint event."""
    painter = QPainter(widget)
    try:
        yield painter
    except Exception as fault:  # noqa: BLE001 - an exception that leaves a paint event ends the program
        tell_once(widget, fault)
    finally:
        painter.end()


def tell_once(widget: QWidget, fault: Exception) -> None:
    """Tell of an error, but not again of the same at every painting."""
    words = repr(fault)
    if widget.property(TOLD) != words:
        widget.setProperty(TOLD, words)
        sys.excepthook(type(fault), fault, fault.__traceback__)
