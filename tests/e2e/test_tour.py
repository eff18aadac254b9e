# SPDX-License-Identifier: GPL-3.0-or-later
"""Six steps through the window, each beside what it tells of."""

import pytest
from PyQt6.QtCore import QPoint, QRect, QSize, Qt

from glacis.ui.tour import STEPS, beside


@pytest.mark.parametrize("size", [QSize(1100, 700), QSize(1280, 800), QSize(1800, 1000)])
def test_the_tour_shows_each_part_and_ends(window, qtbot, size):
    window.resize(size)
    window.papers.new_project()
    window.desk.adjust(findings_open=False)
    window.take_tour()
    tour = window.tour
    assert window.desk.project.name == "Tern Point Field Station"
    for number, step in enumerate(STEPS):
        assert tour.isVisible()
        assert tour.number == number
        assert window.stage == step.stage
        ring = tour._ring.geometry()
        part = getattr(window, step.part)
        assert ring == QRect(part.mapTo(window, QPoint(0, 0)), part.size())
        assert window.rect().contains(tour.geometry())
        assert step.part == "centre" or not ring.intersects(tour.geometry())
        qtbot.keyClick(tour, Qt.Key.Key_Right)
    assert not tour.isVisible()
    assert not tour._ring.isVisible()
    window.take_tour()
    tour.next.click()
    tour.back.click()
    assert tour.number == 0
    assert not tour.back.isEnabled()
    qtbot.keyClick(tour, Qt.Key.Key_Escape)
    assert not tour.isVisible()


def test_the_card_follows_a_window_that_grows(window, qtbot):
    window.take_tour()
    window.tour.show_step(3)
    before = window.tour._ring.geometry()
    window.resize(window.width() + 200, window.height() + 100)
    qtbot.waitUntil(lambda: window.tour._ring.geometry() != before)
    assert window.tour._ring.width() == window.tally.width()
    assert not window.tour.geometry().intersects(window.tour._ring.geometry())


def test_whoever_leaves_a_step_for_another_stage_is_not_called_back(window, qtbot):
    window.take_tour()
    window.tour.show_step(2)
    window.show_stage("site")
    window.resize(window.width() + 50, window.height())
    qtbot.waitUntil(lambda: window.tour._ring.width() == window.centre.width())
    assert window.stage == "site"


def test_a_card_that_fits_nowhere_beside_lies_within():
    room = QRect(0, 0, 1000, 700)
    assert beside(QRect(200, 60, 600, 580), QSize(360, 200), room) == QPoint(429, 429)
    assert beside(QRect(0, 60, 200, 580), QSize(360, 200), room) == QPoint(209, 70)
