# SPDX-License-Identifier: GPL-3.0-or-later
"""The pen on the plan of the roof: a new outline, corner by corner."""

from math import atan2, cos, degrees, hypot, radians, sin
from typing import Literal, Protocol

from PyQt6.QtCore import QObject, QPointF, Qt, pyqtSignal

from glacis.core.shape.edges import NEAR
from glacis.core.shape.outline import Point, snapped
from glacis.core.shape.splitting import on_outline
from glacis.report.charts.plan_marks import Sketch
from glacis.report.plan import Fit
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas

FREE = Qt.KeyboardModifier.ShiftModifier
PULL = 9.0
"""How near in drawing points another corner draws."""
STEP_ANGLE = 15.0
"""Directions [°] that a drawn edge snaps to."""


PenKind = Literal["outline", "courtyard", "line"]


class _Sheet(Protocol):
    """What knows where metres go in the plan, and its steps [m]."""

    def fit(self) -> Fit:
        """The scale of the plan."""

    def grid(self) -> float:
        """Its steps [m]."""

    def outline(self) -> tuple[Point, ...]:
        """Of the selected area [m]."""


def about(fit: Fit, at: QPointF, scale: float) -> Fit:
    """The plan at another scale, the point under ``at`` staying there."""
    east, north = plan_point(fit, at)
    return Fit(scale, at.x() - east * scale, at.y() + north * scale)


def plan_point(fit: Fit, at: QPointF) -> Point:
    """The point of the plan [m] under a point of the drawing."""
    return (at.x() - fit.x) / fit.scale, (fit.y - at.y()) / fit.scale


class OutlinePen(QObject):
    """Sets the corners of a new outline and hands it over when it closes."""

    changed = pyqtSignal()
    said = pyqtSignal(str, bool)
    drawn = pyqtSignal(list)
    parted = pyqtSignal(tuple, tuple)

    def __init__(self, desk: Desk, canvas: Canvas, hand: _Sheet) -> None:
        super().__init__(canvas)
        self._desk = desk
        self._canvas = canvas
        self._hand = hand
        self.drawing: Sketch | None = None
        self.kind: PenKind = "outline"

    def press(self, at: QPointF) -> None:
        """Set a corner under the pointer."""
        self.add_point(self._next_point(at, free=bool(self._canvas.modifiers & FREE)))

    def start(self, kind: PenKind = "outline") -> None:
        """Begin a new outline, a courtyard, or a line that splits the selected area."""
        self.kind = kind
        self.drawing = Sketch()
        self._canvas.setFocus()
        self.changed.emit()

    def hover(self, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
        """Show where the next corner of an outline would come."""
        if self.drawing is not None:
            to = self._next_point(at, free=bool(modifiers & FREE))
            self.drawing = Sketch(self.drawing.corners, to)
            self.changed.emit()

    def _next_point(self, at: QPointF, *, free: bool) -> Point:
        fit = self._hand.fit()
        under = plan_point(fit, at)
        if self.kind == "line":
            return on_outline(self._hand.outline(), under, 3 * PULL / fit.scale) or under
        corners = self.drawing.corners if self.drawing else ()
        if corners and hypot(under[0] - corners[0][0], under[1] - corners[0][1]) * fit.scale < PULL:
            return corners[0]
        if free:
            return under
        if corners:
            last = corners[-1]
            length = hypot(under[0] - last[0], under[1] - last[1])
            turn = degrees(atan2(under[1] - last[1], under[0] - last[0]))
            turn = radians(round(turn / STEP_ANGLE) * STEP_ANGLE)
            length = round(length / self._hand.grid()) * self._hand.grid()
            under = (last[0] + length * cos(turn), last[1] + length * sin(turn))
            return snapped(self._desk.project, under, last, PULL / fit.scale, 0.0)
        return snapped(self._desk.project, under, (1e9, 1e9), PULL / fit.scale, self._hand.grid())

    def add_point(self, at: Point) -> None:
        """Set a corner of the outline being drawn; the first one again closes it."""
        if self.drawing is None:
            return
        corners = self.drawing.corners
        if len(corners) > 2 and at == corners[0]:
            self.close()
            return
        if corners and hypot(at[0] - corners[-1][0], at[1] - corners[-1][1]) <= NEAR:
            return
        self.drawing = Sketch((*corners, at))
        self.changed.emit()
        if self.kind == "line" and len(self.drawing.corners) == 2:
            start, end = self.drawing.corners
            self.stop()
            self.parted.emit(start, end)

    def add_run(self, length: float, direction: float) -> None:
        """Set a corner by length [m] and compass direction [°] from the last."""
        if self.drawing is None:
            return
        last = self.drawing.corners[-1] if self.drawing.corners else (0.0, 0.0)
        if not self.drawing.corners:
            self.add_point(last)
        turn = radians(direction)
        self.add_point((last[0] + length * sin(turn), last[1] + length * cos(turn)))

    def close(self) -> None:
        """Hand the outline over, where it has three corners or more."""
        corners = list(self.drawing.corners) if self.drawing else []
        if len(corners) < 3:
            self.said.emit("An outline needs three corners or more.", True)
            return
        self.drawn.emit(corners)

    def stop(self) -> None:
        """Leave drawing."""
        self.drawing = None
        self.changed.emit()

    def key(self, key: Qt.Key) -> bool:
        """Return closes, Backspace takes the last corner back, Escape leaves."""
        if key == Qt.Key.Key_Escape:
            self.stop()
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.close()
        elif key == Qt.Key.Key_Backspace and self.drawing is not None:
            self.drawing = Sketch(self.drawing.corners[:-1], self.drawing.next)
            self.changed.emit()
        else:
            return False
        return True
