# SPDX-License-Identifier: GPL-3.0-or-later
"""The weather of the site hour by hour: four tapestries, the hour under the hand, and what it does to roofs."""

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from glacis.core.weather.parts import WEATHER, SiteWeather
from glacis.core.weather.words import figures_line, punishes, zone_words
from glacis.report.charts.weather import hour_words, places, year_scene
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.widgets.labels import label, tight

STEPS = {
    Qt.Key.Key_Left: -24,
    Qt.Key.Key_Right: 24,
    Qt.Key.Key_Up: 1,
    Qt.Key.Key_Down: -1,
}
"""Hours that the arrows go on by."""


class YearView(QWidget):
    """The year drawn, and words on it."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self._hour: int | None = None
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 4)
        self.canvas = Canvas("Weather of the year, hours by days", QSize(400, 200))
        self.canvas.hovered.connect(lambda at, _keys: self._point(at))
        self.canvas.pressed.connect(lambda _hot, at: self._point(at))
        self.canvas.key.connect(self._key)
        self.figures = label("", "second small", wrap=True)
        self.words = label("", "small", wrap=True)
        column.addWidget(self.canvas, 1)
        column.addWidget(self.figures)
        column.addWidget(self.words)

    @property
    def weather(self) -> SiteWeather:
        """The year that is shown."""
        return self._desk.value(WEATHER)

    def refresh(self) -> None:
        """Show the year as it is."""
        weather, system = self.weather, self._desk.system
        self.canvas.show_scene(
            lambda w, h: year_scene(weather.year, w, h, system), self._desk.palette
        )
        self.figures.setText(f"{weather.origin} {figures_line(weather.statistics, system)}")
        self.words.setText(
            "\n".join(f"– {words}" for words in punishes(weather.statistics, system))
        )
        self.canvas.set_note(None)

    def headline(self) -> str:
        """Its zone in words."""
        return f"zone {zone_words(self.weather.statistics.zone)}"

    def _point(self, at: QPointF) -> None:
        found = (
            place.hour(at.x(), at.y())
            for place in places(self.canvas.width(), self.canvas.height())
        )
        self._hour = next((hour for hour in found if hour is not None), None)
        if self._hour is None:
            self.canvas.set_note(None)
            return
        self.canvas.set_note(at, hour_words(self.weather.year, self._hour, self._desk.system))

    def _key(self, event: QKeyEvent) -> None:
        """Arrows go by days and hours."""
        step = STEPS.get(Qt.Key(event.key()))
        if step is None:
            return
        hour = ((12 if self._hour is None else self._hour) + step) % 8760
        self._hour = hour
        place = places(self.canvas.width(), self.canvas.height())[0]
        wide, tall = place.right - place.left, place.bottom - place.top
        at = QPointF(
            place.left + (hour // 24 + 0.5) / 365 * wide,
            place.bottom - (hour % 24 + 0.5) / 24 * tall,
        )
        self.canvas.set_note(at, hour_words(self.weather.year, hour, self._desk.system))
        event.accept()
