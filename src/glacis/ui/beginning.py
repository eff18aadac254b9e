# SPDX-License-Identifier: GPL-3.0-or-later
"""Where an empty project begins: the ways in, roofs to look at, and what was open last."""

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtWidgets import (
    QFrame,
    QGridLayout,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from glacis.demo.shipped import DemoName, shipped_demo
from glacis.files.errors import shown_name
from glacis.report.plan import plan_scene
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.example_list import ExampleList
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import clear, label, tight
from glacis.ui.widgets.paragraph import Paragraph

if TYPE_CHECKING:
    from glacis.ui.entrance import Entrance
    from glacis.ui.window import MainWindow

WAY, NOTE, PICTURE, LISTED = 212, 168, QSize(120, 84), 190
DEMOS: tuple[tuple[DemoName, str, str], ...] = (
    (
        "tern-point",
        "Tern Point",
        "A field station on a cool, damp coast: slate hall, planted link, flat laboratory.",
    ),
    (
        "sallow-creek",
        "Sallow Creek",
        "A barn on a high dry plain, in US units: panels and sprayed foam.",
    ),
)


class Beginning(QFrame):
    """Four ways in at the left; demos, examples and recent files at the right."""

    def __init__(self, desk: Desk, window: "MainWindow", entrance: "Entrance") -> None:
        super().__init__()
        self._desk, self._window, self._entrance = desk, window, entrance
        self.setProperty("ground", "bench")
        outer = tight(QVBoxLayout(self), (0, 0, 0, 0), 0)
        scroll = QScrollArea()
        scroll.setWidgetResizable(True)
        scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        outer.addWidget(scroll)
        inside = QWidget()
        inside.setProperty("ground", "bench")
        scroll.setWidget(inside)
        columns = tight(QHBoxLayout(inside), (24, 20, 16, 16), 20)
        left, right = (tight(QVBoxLayout(), (0, 0, 0, 0), 6) for _ in range(2))
        columns.addLayout(left)
        columns.addLayout(right, 1)
        self.ways: dict[str, QPushButton] = {}
        left.addWidget(label("Begin a roof", "heading"))
        for name, words, sentence, do in self._ways():
            self._add_way(left, name, (words, sentence), do)
        left.addSpacing(18)
        self._add_way(left, "tour", ("Tour in six steps", "What is where in this window, shown on the demo."),
                      self._window.take_tour)  # fmt: skip
        left.addStretch(1)
        self._build_looks(right)

    def _ways(self) -> tuple[tuple[str, str, str, Callable[[], object]], ...]:
        ways = self._entrance
        return (
            ("form", "From a form…", "A plan form, its sizes and pitches; hips, gables, dormers follow.",
             ways.begin_form),
            ("drawn", "Draw the outline…", "Corner by corner in plan, with lengths typed or dragged.",
             ways.begin_drawing),
            ("file", "From a drawing file…", "Outlines out of DXF or GeoJSON.", ways.begin_file),
            ("area", "One roof area, without a plan…", "A build-up alone: length, depth and pitch.",
             ways.begin_area),
        )  # fmt: skip

    def _add_way(
        self, column: QVBoxLayout, name: str, words: tuple[str, str], do: Callable[[], object]
    ) -> None:
        button = QPushButton(words[0])
        button.setFixedWidth(WAY)
        button.setToolTip(plain_tip(words[1]))
        button.setProperty("leading", name == "form")
        button.clicked.connect(lambda _on=False: do())
        column.addSpacing(6)
        column.addWidget(button)
        column.addWidget(Paragraph(self._desk, WAY, words[1], 12, "second"))
        self.ways[name] = button

    def _build_looks(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Look at one that is there", "heading"))
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        grid.setVerticalSpacing(10)
        grid.setColumnStretch(1, 1)
        self._pictures: list[tuple[Canvas, DemoName]] = []
        for row, (name, title, sentence) in enumerate(DEMOS):
            picture = Canvas(f"Plan of {title}", PICTURE)
            picture.setFixedSize(PICTURE)
            picture.setFocusPolicy(Qt.FocusPolicy.NoFocus)
            words = tight(QVBoxLayout(), (0, 0, 0, 0), 2)
            button = QPushButton(f"Open {title}")
            button.setToolTip(plain_tip(sentence))
            button.clicked.connect(lambda _on=False, demo=name: self._window.papers.open_demo(demo))
            self.ways[name] = button
            words.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)
            words.addWidget(Paragraph(self._desk, NOTE, sentence, 12, "second"))
            words.addStretch(1)
            grid.addWidget(picture, row, 0)
            grid.addLayout(words, row, 1)
            self._pictures.append((picture, name))
        column.addLayout(grid)
        column.addSpacing(8)
        column.addWidget(label("Examples of 23 kinds of roof", "second"))
        self.examples = ExampleList(self._desk)
        self.examples.setMinimumHeight(LISTED)
        self.examples.chosen.connect(self._window.papers.take_example)
        column.addWidget(self.examples, 1)
        self._recent = tight(QVBoxLayout(), (0, 0, 0, 0), 2)
        column.addLayout(self._recent)

    def refresh(self) -> None:
        """Show the demos' plans, the examples and the files that were open last."""
        for canvas, name in self._pictures:
            project = shipped_demo(name)
            canvas.show_scene(partial(plan_scene, project, "", ()), self._desk.palette)
        self.examples.refresh()
        clear(self._recent)
        recent = [Path(name) for name in self._desk.settings.recent]
        if recent:
            self._recent.addWidget(label("Open last", "second"))
        for path in recent[:4]:
            button = QPushButton(shown_name(path))
            button.setProperty("quiet", True)
            button.setToolTip(plain_tip(str(path)))
            button.clicked.connect(lambda _on=False, p=path: self._window.papers.open_path(p))
            self._recent.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)
