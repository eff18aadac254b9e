# SPDX-License-Identifier: GPL-3.0-or-later
"""The Moisture bench: the year of water, one month's lines, the inner surface."""

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout, QPushButton

from glacis.core.moisture.parts import VAPOUR_LINES
from glacis.report.charts.pressures import pressures_scene, surface_scene
from glacis.report.charts.water import verdict_words, water_scene
from glacis.report.scene import Hot, saying
from glacis.ui.bench import Bench
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.widgets.labels import label, tight


class MoistureBench(Bench):
    """Where, how much, and when it dries."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, "Moisture")
        button = QPushButton("Working")
        button.setToolTip("Open every step behind the year of water")
        button.clicked.connect(lambda: self.working_wanted.emit("condensate"))
        self.controls.addWidget(button)
        self._water = Canvas("Water by month", QSize(400, 220))
        self._water.pressed.connect(self._pick)
        self._water.key.connect(self._key)
        self.column.addWidget(self._water, 5)
        self.setFocusProxy(self._water)
        pair = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self._pressures = Canvas("Vapour lines of one month", QSize(200, 180))
        self._surface = Canvas("Inner surface by month", QSize(200, 180))
        pair.addWidget(self._pressures)
        pair.addWidget(self._surface)
        self.column.addLayout(pair, 4)
        self.column.addWidget(
            label(
                "Monthly method of ISO 13788, path between members. It leaves out sun, rain, "
                "built-in moisture, air leakage and storage: a roof that passes here can still be "
                "wetted by a leak.",
                "second small",
                wrap=True,
            )
        )

    def refresh(self) -> None:
        """Show the selected area."""
        area, palette = self.desk.area, self.desk.palette
        month = self.desk.telling_month()
        detail = self.desk.detail
        if area is None or detail is None or not area.roof.layers:
            self.say(self.empty_words() or "No layers yet.")
            for canvas in (self._water, self._pressures, self._surface):
                canvas.show_scene(saying("nothing to show"), palette)
            return
        roof, system = area.roof, self.desk.system
        lines = self.desk.value(VAPOUR_LINES, roof.area.id)
        self.say(verdict_words(roof, system))
        self._water.show_scene(
            lambda w, h: water_scene(roof, detail, (w, h), system, month), palette
        )
        self._pressures.show_scene(
            lambda w, h: pressures_scene(
                roof, lines[month] if lines else None, month, (w, h), system
            ),
            palette,
        )
        self._surface.show_scene(lambda w, h: surface_scene(roof, w, h, month), palette)

    def _pick(self, hot: Hot | None, _at: QPointF) -> None:
        if hot is not None:
            self.desk.select_month(int(hot.id))

    def _key(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Right: 1, Qt.Key.Key_Left: -1}.get(Qt.Key(event.key()))
        if step is not None:
            self.desk.select_month((self.desk.telling_month() + step) % 12)
            event.accept()
