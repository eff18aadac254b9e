# SPDX-License-Identifier: GPL-3.0-or-later
"""How large a window and its text are, and where it stands."""

import pytest
from PyQt6.QtCore import QSize
from PyQt6.QtWidgets import QMainWindow

from glacis.ui import stand
from glacis.ui.stand import SCALE, first_size, scale_text, take_place, with_place


@pytest.mark.parametrize(
    ("room", "wanted"),
    [
        (QSize(1280, 760), QSize(1280, 760)),
        (QSize(1366, 728), QSize(1280, 728)),
        (QSize(1920, 1040), QSize(1651, 936)),
        (QSize(3840, 2120), QSize(1920, 1200)),
        (QSize(1024, 600), QSize(1024, 600)),
    ],
)
def test_a_first_window_suits_its_screen(room, wanted):
    assert first_size(room) == wanted


def test_text_is_scaled_unless_the_environment_says_how():
    environment: dict[str, str] = {}
    scale_text(100, environment)
    scale_text(137, environment)
    assert environment == {}
    scale_text(125, environment)
    assert environment == {SCALE: "1.25"}
    scale_text(150, environment)
    assert environment == {SCALE: "1.25"}


def test_each_arrangement_of_screens_remembers_its_own_window(qtbot, monkeypatch):
    first, second = QMainWindow(), QMainWindow()
    for window in (first, second):
        qtbot.addWidget(window)
    monkeypatch.setattr(stand, "arrangement", lambda: "1920x1200")
    first.resize(1333, 777)
    places = with_place(first, {})
    monkeypatch.setattr(stand, "arrangement", lambda: "1280x800 1920x1200")
    first.resize(1450, 905)
    places = with_place(first, places)
    take_place(second, places)
    assert second.size() == QSize(1450, 905)
    monkeypatch.setattr(stand, "arrangement", lambda: "1920x1200")
    take_place(second, places)
    assert second.size() == QSize(1333, 777)
    monkeypatch.setattr(stand, "arrangement", lambda: "800x600")
    take_place(second, places)
    assert second.size() == first_size(QSize(1920, 1200))
    for number in range(20):
        monkeypatch.setattr(stand, "arrangement", lambda name=number: str(name))
        places = with_place(first, places)
    assert list(places) == [str(number) for number in range(12, 20)]


def test_the_size_of_text_is_chosen_in_the_menu_and_remembered(window):
    entries = {action.text: made for action, made in window.menu_entries}
    assert entries["Text at 100 %"].isChecked()
    entries["Text at 150 %"].trigger()
    entries["Text at 150 %"].trigger()
    assert [name for name, made in entries.items() if made.isCheckable() and made.isChecked()] == [
        "Text at 150 %"
    ]
