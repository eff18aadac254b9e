# SPDX-License-Identifier: GPL-3.0-or-later
"""The Moisture bench: the year of water, one month's lines, the inner surface."""

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QShowEvent
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from glacis.core.moisture.parts import VAPOUR_LINES
from glacis.report.charts.pressures import pressures_scene, surface_scene
from glacis.report.charts.water import verdict_words, water_scene
from glacis.report.scene import Hot, saying
from glacis.session.kernels import are_compiled, ready_for_hours
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Prompts
from glacis.ui.stages.moisture.hours_view import HoursView
from glacis.ui.stages.moisture.probe_panel import ProbePanel
from glacis.ui.stages.moisture.study_panel import StudyPanel
from glacis.ui.widgets.bench_panel import open_alone
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight

VIEWS = (
    ("months", "Months", "Condensate by the monthly method"),
    ("hours", "Hours", "Heat and moisture hour by hour, with sun, rain, storage and leaks"),
)
FIELDS = (("humidity", "humidity"), ("temperature", "temperature"))
LEFT_OUT = (
    "Monthly method of ISO 13788, path between members. It leaves out sun, rain, built-in moisture, air leakage and "
    "storage: a roof that passes here can still be wetted by a leak."
)


class MoistureBench(Bench):
    """Where, how much, and when it dries."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Moisture")
        self._prompts = prompts
        self._view = "months"
        self.views = view_buttons(self, VIEWS, self.show_view)
        self.fields = chooser("What the tapestry shows", FIELDS)
        self.fields.activated.connect(lambda k: self.hours.show_field(self.fields.itemData(k)))
        self.controls.addWidget(self.fields)
        button = QPushButton("Working")
        button.setToolTip("Open every step behind the year of water")
        button.clicked.connect(lambda: self.working_wanted.emit("condensate"))
        self.controls.addWidget(button)
        self._working = button
        self._water = Canvas("Water by month", QSize(400, 220))
        self._water.pressed.connect(self._pick)
        self._water.key.connect(self._key)
        self._months = QWidget()
        months = tight(QVBoxLayout(self._months), (0, 0, 0, 0), 6)
        months.addWidget(self._water, 5)
        self.setFocusProxy(self._water)
        pair = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self._pressures = Canvas("Vapour lines of one month", QSize(200, 180))
        self._surface = Canvas("Inner surface by month", QSize(200, 180))
        pair.addWidget(self._pressures)
        pair.addWidget(self._surface)
        months.addLayout(pair, 4)
        months.addWidget(label(LEFT_OUT, "second small", wrap=True))
        self.column.addWidget(self._months, 9)
        self.hours = HoursView(desk)
        self.hours.said.connect(self.said)
        self.column.addWidget(self.hours, 9)
        self.study: StudyPanel | None = None
        self.probes: ProbePanel | None = None
        study = QPushButton("Study…")
        study.setToolTip("The area taken two ways at once, each crossing run hour by hour")
        study.clicked.connect(self.open_study)
        probes = QPushButton("Probes…")
        probes.setToolTip("Readings from the roof over the run, with how they stand to it")
        probes.clicked.connect(self.open_probes)
        self._hours_only = (self.fields, study, probes)
        for button in (study, probes):
            self.controls.addWidget(button)
        desk.got_on.connect(self._follow)

    def showEvent(self, event: QShowEvent | None) -> None:
        """Whoever looks at moisture may want its hours next: a worker gets ready for them."""
        super().showEvent(event)
        if self.desk.project.areas and are_compiled():
            self.desk.session.jobs.warm(ready_for_hours)

    def open_study(self) -> None:
        """Show the study."""
        if self.study is None:
            self.study = StudyPanel(self.desk, self)
        open_alone(self, self.study)

    def open_probes(self) -> None:
        """Show what was measured."""
        if self.probes is None:
            self.probes = ProbePanel(self.desk, self._prompts, self)
        open_alone(self, self.probes)

    def _follow(self) -> None:
        """Background work has got on."""
        if self.study is not None and self.study.isVisible():
            self.study.refresh()
        elif self._view == "hours" and self.isVisible():
            self.refresh()

    def refresh(self) -> None:
        """Show the selected area."""
        hours = self._view == "hours"
        self.views[self._view].setChecked(True)
        self._months.setVisible(not hours)
        self._working.setVisible(not hours)
        self.hours.setVisible(hours)
        for control in self._hours_only:
            control.setVisible(hours)
        self.setFocusProxy(self.hours.canvas if hours else self._water)
        if self.probes is not None and self.probes.isVisible():
            self.probes.refresh()
        if hours:
            self.hours.refresh()
            self.say(self.empty_words() or self.hours.headline())
        else:
            self._show_months()

    def _show_months(self) -> None:
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
