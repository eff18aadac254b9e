# SPDX-License-Identifier: GPL-3.0-or-later
"""A study in the window: the area taken two ways at once, as a matrix to choose from."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import QPointF, QSize
from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QPushButton, QWidget

from glacis.core.graph.part import Failed, Pending, Ready
from glacis.report.scene import Hot, saying
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight

if TYPE_CHECKING:
    from glacis.core.analysis.study import Grid, Studied

VALUES: dict[str, tuple[str, ...]] = {
    "leak": ("none", "tight", "usual", "leaky"),
    "colour": ("0.25", "0.45", "0.7", "0.9"),
    "retarder": ("none", "retarder-fixed-2", "retarder-fixed-10", "retarder-variable", "aluminium-foil-barrier"),
    "thickness": ("0.75", "1", "1.25", "1.5"),
    "azimuth": ("0", "90", "180", "270"),
    "shade": ("0", "0.5", "1"),
    "rain": ("0", "0.002", "0.01"),
    "start": ("1", "4", "7", "10"),
}  # fmt: skip
"""What each axis offers in the window; the command line takes any."""
SITES_SHOWN = 6
"""Sites that stand side by side; our judgement: more cannot be read."""


class StudyPanel(BenchPanel):
    """Two axes, and what the area does at each of their crossings."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        from glacis.core.analysis.study import WORDS, study_part

        super().__init__("Study", parent)
        self._desk = desk
        self._part = study_part(desk.sites)
        self._subject = ""
        self._shown: Studied | None = None
        axes = tuple((WORDS[name], name) for name in (*VALUES, "site"))
        self.down, self.across = (
            chooser("Down the matrix", axes),
            chooser("Across the matrix", axes),
        )
        self.across.setCurrentIndex(1)
        self.reserve = QCheckBox("What it forgives")
        self.reserve.setToolTip(
            "Seek how much water a year each way of building forgives; takes about ten times as long"
        )
        self.run = QPushButton("Run")
        self.run.setToolTip("Run the area hour by hour at every crossing")
        self.run.clicked.connect(self.begin)
        self.stop = QPushButton("Stop")
        self.stop.setToolTip("End the study")
        self.stop.clicked.connect(self.halt)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for words, widget in (("Down", self.down), ("Across", self.across)):
            row.addWidget(label(words, "second small"))
            row.addWidget(widget)
        self.rest = QPushButton("Pause")
        self.rest.setCheckable(True)
        self.rest.setToolTip("Let the study rest where it is; again: go on")
        self.rest.clicked.connect(self.pause)
        for button in (self.run, self.rest, self.stop):
            row.addWidget(button)
        row.addStretch(1)
        self.column.addLayout(row)
        self.column.addWidget(self.reserve)
        self.canvas = Canvas("Matrix of the study", QSize(320, 200))
        self.canvas.pressed.connect(self._take)
        self.column.addWidget(self.canvas, 1)
        self.told = label("", "second small", wrap=True)
        self.column.addWidget(self.told)
        self.finish()

    @property
    def _roof(self) -> str:
        return self._desk.area.roof.area.id if self._desk.area else ""

    def grid(self) -> "Grid":
        """The two axes that are chosen with what they offer."""
        sites = tuple(site.name for site in self._desk.sites[:SITES_SHOWN])
        chosen = (self.down.currentData(), self.across.currentData())
        return tuple((name, VALUES.get(name, sites)) for name in chosen)

    def begin(self) -> None:
        """Begin the study that is chosen."""
        from glacis.core.analysis.study import subject_of

        if self.down.currentData() == self.across.currentData():
            self.told.setText("Choose two different things to vary.")
            return
        if self._roof:
            self._subject = subject_of(self._roof, self.grid(), self.reserve.isChecked())
            self._shown = None
            self.refresh()

    def halt(self) -> None:
        """End the study."""
        self._desk.session.jobs.cancel((self._part.name, self._subject))
        self._subject = ""
        self.refresh()

    def pause(self, rests: bool) -> None:
        """Let the study rest, or go on."""
        job = self._desk.session.jobs.job((self._part.name, self._subject))
        if job is not None:
            (job.pause if rests else job.resume)()
        self.refresh()

    def refresh(self) -> None:
        """Show how the study stands."""
        state = self._desk.want(self._part, self._subject) if self._subject else None
        running = isinstance(state, Pending)
        self.run.setEnabled(not running and bool(self._roof))
        job = self._desk.session.jobs.job((self._part.name, self._subject)) if running else None
        self.stop.setEnabled(running)
        self.rest.setEnabled(running)
        self.rest.setChecked(job is not None and job.paused)
        if isinstance(state, Ready):
            self._shown = state.value
            self._show(state.value)
            return
        words = "Choose what to vary and press Run: every crossing is one run of the area, hour by hour."
        if isinstance(state, Failed):
            words = state.why
        elif isinstance(state, Pending):
            rests = "Pausing: " if self.rest.isChecked() else ""
            words = f"{rests}{state.words or 'begins'}, {100 * state.share:.0f} %"
        self.canvas.show_scene(saying(words), self._desk.palette)
        self.told.setText("")

    def _show(self, studied: "Studied") -> None:
        from glacis.report.charts.matrix import matrix_scene

        system = self._desk.system
        names = {material.id: material.name for material in self._desk.session.materials.values()}
        self.canvas.show_scene(
            lambda w, h: matrix_scene(studied, names, (w, h), system), self._desk.palette
        )
        self.told.setText(
            "Wettest wood by mass, or free water. Press a cell to build the area so; it can be undone. The command "
            "line takes more axes at once: glacis study."
        )

    def _take(self, hot: Hot | None, _at: QPointF) -> None:
        """Build the area as a cell has it."""
        from glacis.core.analysis.study import Setting, points_of, setting_at

        if hot is None or self._shown is None:
            return
        grid = self._shown.grid
        point, desk, area = (
            points_of(grid)[int(hot.id)],
            self._desk,
            self._subject.partition("|")[0],
        )
        if desk.act(
            "Build as in the study",
            lambda project: (
                setting_at(
                    Setting(project, area, desk.sites, desk.session.library), grid, point
                ).project
            ),
        ):
            self._subject = ""
            self.dismiss()
