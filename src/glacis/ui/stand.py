# SPDX-License-Identifier: GPL-3.0-or-later
"""Where a window stands and how large it and its text are, on the screens there are."""

import os
from collections.abc import MutableMapping

from PyQt6.QtCore import QByteArray, QSize
from PyQt6.QtGui import QGuiApplication
from PyQt6.QtWidgets import QMainWindow

DESIGN_SIZE = QSize(1280, 800)
LEAST_SIZE = QSize(1100, 700)
LARGE_SCREEN = QSize(1600, 960)
"""From here on a first window is larger than it was designed for."""
WIDE_SHARE, HIGH_SHARE = 0.86, 0.90
"""Of a large screen that a first window takes."""
MOST_SIZE = QSize(1920, 1200)
"""A first window is never larger: beyond that drawings only move apart."""
TEXT_SIZES = (100, 125, 150)
"""[percent]"""
SCALE = "QT_SCALE_FACTOR"
MOST_REMEMBERED = 8


def scale_text(percent: int, environment: MutableMapping[str, str] | None = None) -> None:
    """Have everything drawn larger; to be called before there is an application.

    What the user's own environment asks for is left alone.
    """
    around = os.environ if environment is None else environment
    if percent != TEXT_SIZES[0] and percent in TEXT_SIZES:
        around.setdefault(SCALE, f"{percent / 100:g}")


def first_size(room: QSize) -> QSize:
    """The size of a window that has never stood on a screen with so much room."""
    if room.width() < LARGE_SCREEN.width() or room.height() < LARGE_SCREEN.height():
        return DESIGN_SIZE.boundedTo(room)
    large = QSize(round(room.width() * WIDE_SHARE), round(room.height() * HIGH_SHARE))
    return large.boundedTo(MOST_SIZE)


def arrangement() -> str:
    """The screens there are, as text: a window is remembered for each arrangement of them."""
    sizes = (screen.size() for screen in QGuiApplication.screens())
    return " ".join(sorted(f"{size.width()}x{size.height()}" for size in sizes))


def take_place(window: QMainWindow, places: dict[str, str]) -> None:
    """Put ``window`` where it last stood on these screens, else give it a first size."""
    screen = QGuiApplication.primaryScreen()
    room = screen.availableGeometry().size() if screen is not None else DESIGN_SIZE
    window.setMinimumSize(LEAST_SIZE.boundedTo(room))
    window.resize(first_size(room))
    known = places.get(arrangement())
    if known:
        window.restoreGeometry(QByteArray.fromBase64(known.encode()))


def with_place(window: QMainWindow, places: dict[str, str]) -> dict[str, str]:
    """``places`` with where ``window`` stands now, the oldest forgotten."""
    here = arrangement()
    kept = {key: value for key, value in places.items() if key != here}
    kept[here] = bytes(window.saveGeometry().toBase64().data()).decode()
    return dict(list(kept.items())[-MOST_REMEMBERED:])
