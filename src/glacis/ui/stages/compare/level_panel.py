# SPDX-License-Identifier: GPL-3.0-or-later
"""What would have to change about a variant for it to draw level with what is built."""

from PyQt6.QtCore import QSize
from PyQt6.QtGui import QHideEvent
from PyQt6.QtWidgets import QWidget

from glacis.core.analysis.beside import LEVELS, SPLIT
from glacis.core.graph.part import Failed, Ready
from glacis.report.charts.levels import levels_scene
from glacis.report.scene import SceneMaker, saying
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.labels import label

FOOT = (
    "Each is changed alone, all else of the variant as it is; sought to a thousandth by working the whole roof out "
    "again. A thickness that is found still has to pass every check."
)


class LevelPanel(BenchPanel):
    """Thicknesses and prices at which a variant is as what is built."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Where the variant draws level with what is built", parent)
        self._desk = desk
        self._subject = ""
        self.canvas = Canvas("Where a variant draws level with what is built", QSize(320, 200))
        self.column.addWidget(self.canvas, 1)
        self.column.addWidget(label(FOOT, "second small", wrap=True))
        self.finish()

    def ask(self, area: str, variant: str) -> None:
        """Ask about a variant of an area."""
        self._subject = f"{area}{SPLIT}{variant}"

    def hideEvent(self, event: QHideEvent | None) -> None:
        """Nobody looks: what is being sought is no longer wanted."""
        self._desk.session.jobs.cancel((LEVELS.name, self._subject))
        super().hideEvent(event)

    def refresh(self) -> None:
        """Show how it stands."""
        variant = self._subject.partition(SPLIT)[2]
        if variant not in {each.id for each in self._desk.project.variants}:
            self.dismiss()
            return
        self.canvas.show_scene(self._painter(), self._desk.palette)

    def _painter(self) -> SceneMaker:
        state, system = self._desk.want(LEVELS, self._subject), self._desk.system
        if isinstance(state, Failed):
            return saying(state.why)
        if not isinstance(state, Ready):
            return saying(f"{state.words or 'It is being sought'}, {100 * state.share:.0f} %")
        if not state.value:
            return saying(
                "Nothing about this build-up could be otherwise: no insulation, no price."
            )
        levels, currency = state.value, self._desk.project.quantities.costing.currency
        return lambda w, h: levels_scene(levels, w, h, system, currency)
