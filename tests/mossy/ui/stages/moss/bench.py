# SPDX-License-Identifier: GPL-3.0-or-later
"""The Moss bench."""

from PyQt6.QtCore import QSize

from glacis.core.graph.part import Pending
from glacis.report.scene import saying
from glacis.ui.bench import Bench
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from mossy.core.moss.parts import MOSS_IN_TEN_YEARS, MOSS_SHARE


class MossBench(Bench):
    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, "Moss")
        self.canvas = Canvas("Moss", QSize(200, 200))
        self.column.addWidget(self.canvas, 1)
        self.setFocusProxy(self.canvas)
        self.scraped = 0
        self.ended = False
        desk.got_on.connect(self.refresh)

    def refresh(self) -> None:
        area = self.desk.area
        if area is None:
            self.say(self.empty_words())
            return
        name = area.roof.area.id
        later = self.desk.want(MOSS_IN_TEN_YEARS, name)
        words = "growing" if isinstance(later, Pending) else str(later)
        share = self.desk.value(MOSS_SHARE, name)
        self.say(f"damp for {share:.2f} of the year, in ten years {words}")
        self.canvas.show_scene(saying(f"{share:.2f}"), self.desk.palette)

    def scrape(self) -> None:
        self.scraped += 1

    def shut_down(self) -> None:
        self.ended = True
