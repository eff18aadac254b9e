# SPDX-License-Identifier: GPL-3.0-or-later
"""Scenes as Qt paints them."""

from itertools import pairwise
from math import sin

import pytest
from PyQt6.QtGui import QImage, QPainter

from glacis.report.palette import SHEET
from glacis.report.scene import Line, Scene
from glacis.ui.drawing.painter import paint_scene


def painted(*lines: Line) -> QImage:
    picture = QImage(400, 60, QImage.Format.Format_ARGB32)
    picture.fill(0xFFFFFFFF)
    painter = QPainter(picture)
    paint_scene(painter, Scene(400, 60, lines), SHEET)
    painter.end()
    return picture


@pytest.mark.parametrize("count", [2, 48, 49, 50, 95, 500])
def test_a_long_hairline_is_whole(qapp, count):
    """However many pieces Qt is given: there is ink at the middle of every stretch."""
    step = 380 / (count - 1)
    points = [(10 + k * step, 30 + 20 * sin(k / 7)) for k in range(count)]
    whole = painted(Line(tuple(v for point in points for v in point), "ink", 0.5))
    for one, other in pairwise(points):
        x, y = (one[0] + other[0]) / 2, (one[1] + other[1]) / 2
        assert any(
            whole.pixelColor(int(x), int(y) + dy).lightness() < 230 for dy in (-1, 0, 1)
        ), (x, y)  # fmt: skip
