# SPDX-License-Identifier: GPL-3.0-or-later
"""What one fixing of the set in the hand bears, and the pull-out tests of the project."""

from msgspec.structs import replace
from PyQt6.QtCore import QSize, pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QWidget

from glacis.core.errors import GlacisError
from glacis.core.fixings.change import add_tests
from glacis.core.fixings.resistance import MODES
from glacis.core.model.fixings import PullOut, Strength
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.files.errors import shown_name
from glacis.report.charts.fixing_tests import PullOutsView, pull_outs_scene, substrates
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.stages.fixings.hand import FixingsHand
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet

F = Quantity.FORCE
LEVELS = (("characteristic", "characteristic"), ("design", "design"), ("allowable", "allowable"))
STATED = tuple((words, key) for key, words in list(MODES.items())[:5])
COLUMNS = (
    Column("mode", "fails by", "How it fails", 190, choices=STATED),
    Column("value", "bears", "What it bears", 92, F),
    Column("level", "which is", "Level of the value", 118, choices=LEVELS),
    Column("gamma", "γ", "Partial factor", 58),
    Column("source", "source", "Approval, report or standard", 200, words=True),
)
FAILURES = tuple(
    (words, words)
    for words in ("pulled out", "head through", "shaft broke", "substrate broke", "held")
)
TESTS = (
    Column("substrate", "substrate", "What it was driven into", 150, words=True),
    Column("fixing", "fixing", "What was pulled", 120, words=True),
    Column("force", "failed at", "Force at failure", 88, F),
    Column("failure", "how", "How it ended", 128, choices=FAILURES),
    Column("dated", "date", "Date as year-month-day", 96, words=True),
    Column("by", "by", "Who pulled", 84, words=True),
)
SCHOOLS = (("next test (EN 1990, D.7)", "predictive"), ("75 % sure of 95 %", "tolerance75"))
DISTRIBUTIONS = (("logarithms", "lognormal"), ("normal", "normal"))


class StrengthPanel(BenchPanel):
    """Strengths of the set in the hand, and tests."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: FixingsHand, prompts: Prompts, parent: QWidget) -> None:
        super().__init__("What a fixing bears", parent)
        self._desk, self._hand, self._prompts = desk, hand, prompts
        self.told = label("", "second small", wrap=True)
        self.column.addWidget(self.told)
        self.strengths = NodeSheet("Ways in which one fixing fails", Strength, COLUMNS)
        self.strengths.setMaximumHeight(130)
        self.strengths.changed.connect(self._take_strengths)
        self.strengths.said.connect(self.said)
        self.column.addWidget(self.strengths)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self._button(row, "Add a way", "Another way of failing", self._add_way)
        self._button(row, "Take it out", "Take the way in the hand out", self.strengths.take_away)
        row.addWidget(label("tests on", "second small"))
        self.substrate = chooser("Tests on site that count for this set", ())
        self.substrate.activated.connect(
            lambda _k: self._set(substrate=self.substrate.currentData())
        )
        self.school = chooser("School of statistics", SCHOOLS)
        self.school.activated.connect(lambda _k: self._set(school=self.school.currentData()))
        self.spread = chooser("Distribution", DISTRIBUTIONS)
        self.spread.activated.connect(lambda _k: self._set(distribution=self.spread.currentData()))
        for box in (self.substrate, self.school, self.spread):
            box.setMaximumWidth(190)
            row.addWidget(box)
        row.addStretch(1)
        self.column.addLayout(row)
        self.canvas = Canvas("Pull-out tests on a line", QSize(300, 110))
        self.column.addWidget(self.canvas, 1)
        self.tests = NodeSheet("Pull-out tests", PullOut, TESTS)
        self.tests.setMaximumHeight(150)
        self.tests.changed.connect(self._take_tests)
        self.tests.said.connect(self.said)
        self.column.addWidget(self.tests)
        below = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.force = QLineEdit()
        self.force.setPlaceholderText("0.95 kN, 1.10 kN, …")
        self.force.setAccessibleName("Forces of new tests")
        self.force.setToolTip(
            plain_tip(
                "Forces with their unit, parted by commas: Return adds them on the substrate named"
            )
        )
        self.force.returnPressed.connect(self.add_tests)
        self.onto = QLineEdit()
        self.onto.setPlaceholderText("old boards")
        self.onto.setAccessibleName("Substrate of new tests")
        self.onto.setMaximumWidth(150)
        below.addWidget(label("New tests on", "second small"))
        below.addWidget(self.onto)
        below.addWidget(self.force, 1)
        self._button(below, "Add", "Add these tests", self.add_tests)
        self._button(below, "Read…", "Tests from a table", self.read)
        self._button(below, "Take out", "Take the test in the hand out", self.tests.take_away)
        self.column.addLayout(below)
        self.finish()

    def _button(self, row: QHBoxLayout, words: str, tip: str, done: object) -> None:
        button = QPushButton(words)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(lambda _on=False: done())  # type: ignore[operator]
        row.addWidget(button)

    def refresh(self) -> None:
        """Show strengths and tests as they are."""
        placed, system, tests = self._hand.placed, self._desk.system, self._desk.project.pull_outs
        self.strengths.setEnabled(placed is not None)
        self.strengths.show_nodes(placed.set.strengths if placed is not None else (), system)
        self.tests.show_nodes(tests, system)
        self.substrate.clear()
        self.substrate.addItem("no tests", "")
        for name in substrates(tests):
            self.substrate.addItem(name, name)
        if placed is not None:
            self.substrate.setCurrentIndex(max(0, self.substrate.findData(placed.set.substrate)))
            self.school.setCurrentIndex(self.school.findData(placed.set.school))
            self.spread.setCurrentIndex(self.spread.findData(placed.set.distribution))
        view = PullOutsView(tests, system, placed.set.gamma if placed is not None else 1.5)
        self.canvas.show_scene(lambda w, h: pull_outs_scene(view, (w, h)), self._desk.palette)
        self.told.setText(self._words())

    def _words(self) -> str:
        placed = self._hand.placed
        if placed is None:
            return "No set is in the hand: choose one in the bench."
        bears = placed.held.resistance
        if bears.reason or bears.governs is None:
            return f"{placed.set.name}: {bears.reason or 'nobody stated what one fixing bears'}."
        value = with_unit(bears.design, F, self._desk.system)
        return (
            f"{placed.set.name}: one bears {value} by design, and fails first by {MODES[bears.governs.mode]}. "
            "Wear eye protection and stand clear while pulling."
        )

    def _set(self, **values: object) -> None:
        self._hand.change("set", values)
        self.refresh()

    def _add_way(self) -> None:
        self.strengths.add(Strength(mode="pull-out", value=1000.0))

    def _take_strengths(self, strengths: tuple[Strength, ...]) -> None:
        if not self._hand.change("set", {"strengths": strengths}):
            self.strengths.refuse()
        self.refresh()

    def _take_tests(self, tests: tuple[PullOut, ...]) -> None:
        def put(project):  # type: ignore[no-untyped-def]
            return add_tests(replace(project, pull_outs=()), tests)

        if not self._desk.act("Change pull-out tests", put):
            self.tests.refuse()
        self.refresh()

    def add_tests(self) -> None:
        """Add the tests that were typed."""
        from glacis.core.units.parse import parse

        area, system = self._hand.area, self._desk.system
        placed = self._hand.placed
        substrate = self.onto.text().strip() or self.substrate.currentData() or "deck"
        name = placed.set.name if placed is not None else "screw"
        if area is None or not self.force.text().strip():
            return
        try:
            forces = [
                parse(part, F, system, "pull-out force").value
                for part in self.force.text().split(",")
                if part.strip()
            ]
        except GlacisError as fault:
            self.said.emit(str(fault), True)
            return
        made = tuple(
            PullOut(id="", area=area.id, substrate=substrate, fixing=name, force=force)
            for force in forces
        )
        if self._desk.act("Add pull-out tests", lambda p: add_tests(p, made)):
            self.force.clear()
        self.refresh()

    def read(self) -> None:
        """Tests from a table."""
        from glacis.files.fixings_table import read_tests

        path = self._prompts.tests_path(self)
        if path is None:
            return
        try:
            tests = read_tests(
                path, tuple((area.id, area.name) for area in self._desk.project.areas)
            )
        except GlacisError as fault:
            self._prompts.tell(self, "Not read", str(fault))
            return
        if self._desk.act("Read pull-out tests", lambda p: add_tests(p, tests)):
            self.said.emit(f"{len(tests)} tests read from {shown_name(path)}", False)
        self.refresh()
