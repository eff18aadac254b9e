# SPDX-License-Identifier: GPL-3.0-or-later
"""The Junctions bench: matrix, plan, lines, section and open questions of every edge."""

from typing import cast

from PyQt6.QtCore import QPointF, QSize, Qt, QTimer
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout, QStackedWidget

from glacis.core.graph.part import WHOLE, Pending
from glacis.core.judgement.place import Place
from glacis.core.junctions.cases import POINTS
from glacis.core.junctions.change import set_detail
from glacis.core.junctions.edge_parts import CASES, EDGES, SECTION
from glacis.core.junctions.edge_solved import EdgeFault, EdgeSolved
from glacis.core.junctions.edge_working import edge_working
from glacis.core.junctions.laps import Passed, drop
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.traced import Traced
from glacis.core.junctions.view import SectionView
from glacis.core.model.junctions import Control
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.working import Working
from glacis.report.charts.junction_lines import LinesView, lines_scene
from glacis.report.charts.junction_matrix import MatrixView, fitting, matrix_scene
from glacis.report.charts.junction_plan import PlanView, junction_plan_scene
from glacis.report.charts.junction_section import SectionDrawing, section_scene
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.stages.junctions.adding_panel import AddingPanel
from glacis.ui.stages.junctions.contact_panel import ContactPanel
from glacis.ui.stages.junctions.hand import JunctionHand
from glacis.ui.stages.junctions.link_strip import LinkStrip
from glacis.ui.stages.junctions.question_view import QuestionView
from glacis.ui.stages.junctions.section_strip import SectionStrip
from glacis.ui.stages.junctions.wall_panel import WallPanel
from glacis.ui.widgets.bench_panel import open_alone
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.labels import label, tight

VIEWS = (
    ("matrix", "Matrix", "Every junction and its four lines, the worst first (1)"),
    ("plan", "Plan", "Edges in ink by verdict (2)"),
    ("lines", "Lines", "The four lines of one junction, thing by thing (3)"),
    ("section", "Section", "The junction to scale with what it loses (4)"),
    ("questions", "Questions", "What a crew would have to guess (5)"),
)
VIEW_KEYS = {
    Qt.Key.Key_1: "matrix", Qt.Key.Key_2: "plan", Qt.Key.Key_3: "lines", Qt.Key.Key_4: "section",
    Qt.Key.Key_5: "questions",
}  # fmt: skip
WORDS = {
    "matrix": "A line is whole where it can be drawn without lifting the pen, undrawn where nobody draws a link of "
    "it. Edges are where people fall: fall protection before anyone goes to look.",
    "plan": "Press an edge for its lines. Usual lines stand until somebody draws others.",
    "lines": "The sheet uphill lies over. Approvals of products outrank this page; flame and solvents want a permit.",
    "section": "Loss and coldest point are two verdicts. Walls and sizes are what is stated; the engineer decides on "
    "what bears.",
    "questions": "The crew will decide what nobody answers here.",
}
Panel = WallPanel | AddingPanel | ContactPanel
STEP_OF_DROP = 180
"""Between two steps of a drop [ms]."""


class JunctionsBench(Bench):
    """Every edge of the roof."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, "Junctions")
        self._view = "matrix"
        self._first = 0
        self._drop: tuple[Passed, ...] = ()
        self._passed = 0
        self._held: Hot | None = None
        self.hand = JunctionHand(desk, self)
        self.views = view_buttons(self, VIEWS, self.show_view)
        self.controls.addWidget(
            push_button("Working", "Every step behind what this junction loses", self.show_working)
        )
        self.walls: WallPanel | None = None
        self.adding: AddingPanel | None = None
        self.contacts: ContactPanel | None = None
        self.canvas = Canvas("Junctions of the roof", QSize(400, 240))
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._drag)
        self.canvas.released.connect(self._release)
        self.canvas.double_clicked.connect(lambda _hot, _at: self._enter())
        self.canvas.wheeled.connect(lambda _at, notches: self._scroll(-round(notches)))
        self.canvas.key.connect(self._key)
        self.questions = QuestionView(desk)
        self.questions.wanted.connect(self._to_lines)
        self.questions.said.connect(self.said)
        self.pages = QStackedWidget()
        self.pages.addWidget(self.canvas)
        self.pages.addWidget(self.questions)
        self.column.addWidget(self.pages, 1)
        self.links = LinkStrip(desk, self.hand)
        self.sections = SectionStrip(desk, self.hand)
        self.strips: dict[str, LinkStrip | SectionStrip] = {
            "lines": self.links, "section": self.sections,
        }  # fmt: skip
        for strip in self.strips.values():
            strip.said.connect(self.said)
            self.column.addWidget(strip)
        self._why = label("", "second small", wrap=True)
        foot = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        foot.addWidget(self._why, 1)
        for words, tip, done in (
            ("Contacts…", "What touches what in the selected build-up", self.open_contacts),
            ("Walls…", "Walls that stand below or beside the roof", self.open_walls),
            ("Add…", "Pipes, doors and joints that no edge tells of", self.open_adding),
        ):
            foot.addWidget(push_button(words, tip, done))
        self.column.addLayout(foot)
        self.sections.compared.connect(self.refresh)
        self.hand.changed.connect(self.refresh)
        self._clock = QTimer(self)
        self._clock.setInterval(STEP_OF_DROP)
        self._clock.timeout.connect(self._fall)
        self._place: Place | None = None
        desk.got_on.connect(self._follow)
        self.setFocusProxy(self.canvas)

    def _follow(self) -> None:
        """Background work has got on."""
        if self.isVisible():
            self.refresh()

    def usual_again(self) -> None:
        """Leave the lines of the junction in the hand to the usual ones."""
        self.hand.usual_again()

    def open_walls(self) -> None:
        """Show the walls over the bench."""
        if self.walls is None:
            self.walls = WallPanel(self.desk, self)
            self.walls.said.connect(self.said)
        open_alone(self, self.walls)

    def open_adding(self) -> None:
        """Show junctions by hand over the bench."""
        if self.adding is None:
            self.adding = AddingPanel(self.desk, self)
            self.adding.said.connect(self.said)
            self.adding.made.connect(self._to_lines)
        open_alone(self, self.adding)

    def open_contacts(self) -> None:
        """Show what touches what over the bench."""
        if self.contacts is None:
            self.contacts = ContactPanel(self.desk, self)
            self.contacts.said.connect(self.said)
        open_alone(self, self.contacts)

    @property
    def _panels(self) -> list[Panel]:
        return [panel for panel in (self.walls, self.adding, self.contacts) if panel is not None]

    def show_working(self) -> None:
        """Open the steps behind what the junction in the hand loses, or U of the whole roof."""
        if self.working() is not None:
            self.working_made.emit(self.working)
        else:
            self.working_wanted.emit("mean")

    def working(self) -> tuple[Working, str] | None:
        """The steps behind what the junction in the hand loses, and where; None where that is not worked out."""
        found, solved = self.hand.found, self._solved()
        if found is None or solved is None:
            return None
        words = found.piece.words
        names = {area.id: area.name for area in self.desk.project.areas}
        where = " and ".join(names.get(area, "") for area in found.piece.areas)
        made = edge_working(
            f"{words[0].upper()}{words[1:]}", solved, is_point=found.piece.kind in POINTS
        )
        return made, where

    def _to_lines(self, junction: str) -> None:
        self.hand.choose(junction)
        self.show_view("lines")

    def _enter(self) -> None:
        if self._view in ("matrix", "plan"):
            self.show_view("lines")

    def refresh(self) -> None:
        """Show the junctions as they are."""
        self._take_place()
        self.hand.check()
        self.views[self._view].setChecked(True)
        for panel in self._panels:
            if panel.isVisible():
                panel.refresh()
        empty = not self.hand.all
        self.pages.setCurrentIndex(1 if self._view == "questions" and not empty else 0)
        for view, strip in self.strips.items():
            strip.setVisible(not empty and self._view == view)
        self._why.setText("" if empty else WORDS[self._view])
        if empty:
            self.say("")
            words = self.empty_words() or "This roof has no edges yet."
            self.canvas.show_scene(saying(words), self.desk.palette)
            return
        if self.isVisible():
            self.desk.want(EDGES)
        if self._view == "questions":
            self.questions.refresh()
        elif self._view in self.strips:
            self.strips[self._view].refresh()
        self.canvas.show_scene(self._scene(), self.desk.palette)
        self.say(self._summary())

    def _take_place(self) -> None:
        """Take the junction in the hand that a finding points at."""
        place = self.desk.marked
        if place is None or place is self._place:
            return
        self._place = place
        known = {item.piece.id for item in self.hand.all}
        if place.kind == "edge" and place.ids and place.ids[0] in known:
            self.hand.junction, self.hand.link = place.ids[0], None
            if self._view in ("matrix", "plan", "questions"):
                self._view = "lines"

    def _scene(self) -> SceneMaker:
        hand, desk = self.hand, self.desk
        if self._view == "plan":
            view, project = PlanView(hand.all, hand.junction), desk.project
            return lambda w, h: junction_plan_scene(project, view, (w, h))
        found = hand.found
        if self._view == "matrix" or found is None:
            return self._matrix()
        if self._view == "lines":
            lines = self._lines(found)
            return lambda w, h: lines_scene(lines, (w, h))
        return self._section(found)

    def _matrix(self) -> SceneMaker:
        rows = self.hand.rows
        names = {area.id: area.name for area in self.desk.project.areas}
        self._first = max(0, min(self._first, len(rows) - fitting(self.canvas.height())))
        view = MatrixView(rows, names, self.desk.system, self.hand.junction, self._first)
        return lambda w, h: matrix_scene(view, (w, h))

    def _lines(self, found: Traced) -> LinesView:
        if not self._drop or self._passed >= len(self._drop):
            return LinesView(found, self.desk.system, self.hand.link)
        step = self._drop[self._passed]
        pair = {step.uphill, step.downhill}
        at = next(
            (
                k
                for k, x in enumerate(found.links)
                if {x.start, x.end} == pair and x.control == "water"
            ),
            None,
        )
        return LinesView(found, self.desk.system, self.hand.link, at, step.enters)

    def _section(self, found: Traced) -> SceneMaker:
        view, found = self._shown(found)
        if view is None or isinstance(view, EdgeFault):
            why = view.why if view is not None else self._no_section(found)
            return saying(f"No section: {why}.")
        compared = self.sections.share > 0
        solved = None if compared else self._solved()
        drawing = SectionDrawing(view, found, self.desk.system, solved)
        self._tell_section(view)
        return lambda w, h: section_scene(drawing, (w, h))

    def _shown(self, found: Traced) -> tuple[SectionView | EdgeFault | None, Traced]:
        """The section and its lines: as they are, or as the slider has them."""
        junction = found.piece.id
        if self.sections.share <= 0:
            return self.desk.value(SECTION, junction), found
        detail = self.sections.detail
        beside = self.desk.consider(lambda p: set_detail(p, junction, detail))
        other = next(item for item in beside.value(JUNCTIONS) if item.piece.id == junction)
        return beside.value(SECTION, junction), other

    def _no_section(self, found: Traced) -> str:
        return next((x.why for x in self.desk.value(CASES) if x.piece == found.piece.id), "")

    def _solved(self) -> EdgeSolved | None:
        loss = self.hand.loss
        return loss.solved if loss is not None else None

    def figures(self, solved: EdgeSolved) -> str:
        """What a junction loses and its coldest point, in words."""
        system = self.desk.system
        found = self.hand.found
        if found is not None and found.piece.kind in POINTS:
            words = f"χ {with_unit(solved.internal, Quantity.POINT, system)}"
        else:
            inner, outer = (
                with_unit(x, Quantity.LINEAR, system) for x in (solved.internal, solved.external)
            )
            words = f"ψ_e {outer}, ψ_i {inner}"
        return f"{words}, f_Rsi {plain(solved.factor, 2)}"

    def _tell_section(self, view: SectionView) -> None:
        now = self._solved()
        present = self.figures(now) if now is not None else ""
        if self.sections.share > 0:
            before = f" (now {present})" if present else ""
            self.sections.told.setText(f"{self.figures(view.solved)} on a coarse grid{before}")
        else:
            self.sections.told.setText(
                present or f"{self.figures(view.solved)} on a coarse grid so far"
            )

    def _summary(self) -> str:
        found = self.hand.found
        if self._view in ("lines", "section") and found is not None:
            name = (
                f"{found.piece.words}: {found.piece.name}"
                if found.piece.name
                else found.piece.words
            )
            size = (
                with_unit(found.piece.length, Quantity.LENGTH, self.desk.system)
                if found.piece.length
                else ""
            )
            loss = self._solved()
            told = self.figures(loss) if loss is not None and self._view == "section" else ""
            return ", ".join(part for part in (f"{name} {size}".strip(), told) if part)
        broken = sum(1 for item in self.hand.all if item.worst == "broken")
        parts = [f"{len(self.hand.all)} junctions"]
        parts += [f"{broken} with a broken line"] if broken else []
        whole = self.desk.results.whole_transmittance
        if whole is not None:
            parts.append(
                f"U with edges {with_unit(whole, Quantity.TRANSMITTANCE, self.desk.system)}"
            )
        else:
            state = self.desk.results.state(EDGES, WHOLE)
            job = self.desk.session.jobs.job((EDGES.name, WHOLE))
            if isinstance(state, Pending) and job is not None:
                parts.append(f"solving sections, {100 * job.share:.0f} %")
        return ", ".join(parts)

    def _press(self, hot: Hot | None, _at: QPointF) -> None:
        if hot is None:
            self.hand.choose_link(None)
        elif hot.kind == "junction":
            self.hand.choose(hot.id)
        elif hot.kind == "link":
            self.hand.choose_link(int(hot.id))
        elif hot.kind == "gap":
            self.hand.choose_link(None)
        self._held = hot if hot is not None and hot.kind == "element" else None

    def _drag(self, at: QPointF, _modifiers: object) -> None:
        """Something of a line is being drawn onto something else."""
        if self._held is None:
            return
        other = self._onto(at)
        words = (
            f"join {self._held.id.partition('|')[2]} and {other}"
            if other
            else "drag it onto another thing"
        )
        self.canvas.set_note(at, words)

    def _onto(self, at: QPointF) -> str:
        """The thing of the same line under the hand; empty for none."""
        hot = self.canvas.hot_at(at)
        if self._held is None or hot is None or hot.kind != "element" or hot.id == self._held.id:
            return ""
        control, _, name = hot.id.partition("|")
        return name if control == self._held.id.partition("|")[0] else ""

    def _release(self, at: QPointF) -> None:
        """Join what was drawn together."""
        other, held = self._onto(at), self._held
        self._held = None
        self.canvas.set_note(None)
        if held is not None and other:
            control, _, name = held.id.partition("|")
            self.hand.join(cast(Control, control), name, other)

    def _scroll(self, by: int) -> None:
        if self._view == "matrix":
            self._first += by
            self.refresh()

    def begin_drop(self) -> None:
        """Let a drop run down the water line."""
        found = self.hand.found
        if found is not None and self._view == "lines":
            self._drop, self._passed = drop(found.piece.form, found.links), 0
            entered = next((step for step in self._drop if step.enters), None)
            if entered is not None:
                self.said.emit(
                    f"The drop gets in between {entered.uphill} and {entered.downhill}", True
                )
            elif self._drop:
                self.said.emit("The drop runs off over every lap", False)
            self._clock.start()
            self.refresh()

    def _fall(self) -> None:
        at_end = self._passed >= len(self._drop)
        if at_end or self._drop[self._passed].enters:
            self._clock.stop()
            if at_end:
                self._drop = ()
        else:
            self._passed += 1
        self.refresh()

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key in VIEW_KEYS:
            self.show_view(VIEW_KEYS[key])
        elif key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self.hand.step(-1 if key == Qt.Key.Key_Up else 1)
            self._keep_in_sight()
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._enter()
        elif self._view == "lines" and key in (Qt.Key.Key_Left, Qt.Key.Key_Right):
            self.hand.step_link(-1 if key == Qt.Key.Key_Left else 1)
        elif self._view == "lines" and key == Qt.Key.Key_T:
            self.hand.turn()
        elif self._view == "lines" and key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            self.hand.cut()
        elif self._view == "lines" and key == Qt.Key.Key_D:
            self.begin_drop()
        else:
            return
        event.accept()

    def _keep_in_sight(self) -> None:
        rows = self.hand.rows
        held = next(
            (k for k, row in enumerate(rows) if row.first.piece.id == self.hand.junction), 0
        )
        count = fitting(self.canvas.height())
        if not self._first <= held < self._first + count:
            self._first = max(0, held - count + 1) if held >= self._first else held
            self.refresh()

    def shut_down(self) -> None:
        """End what it has going on."""
        self._clock.stop()
