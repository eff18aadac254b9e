# SPDX-License-Identifier: GPL-3.0-or-later
"""The Log bench: the roof with its pins, the record, what is due, diagnosis, practice."""

from collections.abc import Callable

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent

from glacis.core.analysis.as_found import AS_FOUND, MENDED
from glacis.core.analysis.beside import SPLIT
from glacis.core.graph.part import Failed, Pending, Ready
from glacis.core.judgement.finding import Finding
from glacis.core.log.change import close_left
from glacis.core.log.exercises import comes_out, exercises
from glacis.core.log.repairs import repair_of
from glacis.core.log.table import usual_table
from glacis.core.log.words import KINDS, kind_of, summary
from glacis.core.model.log import Inspected, Observed, Spot
from glacis.report.charts.log_diagnosis import (
    DiagnosisView,
    diagnosis_scene,
    in_order,
    mended_words,
    sheet_of,
)
from glacis.report.charts.log_due import DueView, due_scene, together
from glacis.report.charts.log_due import fitting as due_fitting
from glacis.report.charts.log_practice import PracticeView, practice_scene
from glacis.report.charts.log_record import RecordView, record_scene
from glacis.report.charts.log_record import fitting as record_fitting
from glacis.report.charts.log_roof import SIDE, RoofView, roof_scene, roof_view
from glacis.report.plan import fit_plan
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk, today
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Prompts
from glacis.ui.stages.log.care_panel import CarePanel
from glacis.ui.stages.log.entry_panel import EntryPanel
from glacis.ui.stages.log.hand import LogHand
from glacis.ui.stages.log.papers import LogPapers
from glacis.ui.stages.log.strips import AnswerStrip, DueStrip, EntryStrip, SignStrip
from glacis.ui.widgets.bench_panel import open_alone
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.strip import Strip

VIEWS = (
    ("roof", "Roof", "What was seen, pinned on the roof (1)"),
    ("record", "Record", "Everything that was written, latest first (2)"),
    ("due", "Due", "What is to be looked at next, and why (3)"),
    ("diagnosis", "Diagnosis", "Why it is wet: from signs to causes, and what to test next (4)"),
    ("practice", "Practice", "Failed roofs to learn on (5)"),
)
VIEW_KEYS = {
    Qt.Key.Key_1: "roof", Qt.Key.Key_2: "record", Qt.Key.Key_3: "due", Qt.Key.Key_4: "diagnosis",
    Qt.Key.Key_5: "practice",
}  # fmt: skip
AHEAD = 3
"""Rows that stay in sight before the one in the hand."""
WORDS = {
    "roof": "A ring: watch. A triangle: repair. A full square: now. Nobody goes up on a wet, icy, windy or unguarded "
    "roof.",
    "record": "Nothing is rewritten: a correction stands beside what it corrects. Photographs lie beside the project, "
    "known by their content.",
    "due": "Intervals are practice; a warranty's own and the makers' outrank them.",
    "diagnosis": "Judgement in figures, no proof. A frame: how far it moves if the table is off by half or double. "
    "A roof is opened by those who may.",
    "practice": "Invented roofs. Marked for how the cause was found, what was spent, and that no harm was done.",
}


class LogBench(Bench):
    """What was built, seen, is due, and what it means."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Log")
        self._prompts = prompts
        self._view = "roof"
        self._first = 0
        self._pins = False
        self.hand = LogHand(desk, self)
        self.papers = LogPapers(desk, prompts, self.hand, self)
        self.papers.said.connect(self.said)
        self.views = view_buttons(self, VIEWS, self.show_view)
        self.canvas = Canvas("The log of the roof", QSize(400, 240))
        self.canvas.pressed.connect(self._press)
        self.canvas.wheeled.connect(lambda _at, notches: self._scroll(-round(notches) * 2))
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self.entries, self.due = EntryStrip(desk, self.hand), DueStrip(desk, self.hand)
        self.signs, self.answers = SignStrip(desk, self.hand), AnswerStrip(desk, self.hand)
        self.strips: dict[str, Strip[LogHand]] = {
            "roof": self.entries, "record": self.entries, "due": self.due, "diagnosis": self.signs,
            "practice": self.answers,
        }  # fmt: skip
        for strip in (self.entries, self.due, self.signs):
            strip.wanted.connect(self._do)
        for each in dict.fromkeys(self.strips.values()):
            each.said.connect(self.said)
            self.column.addWidget(each)
        self._why = label("", "second small", wrap=True)
        self.column.addWidget(self._why)
        self.entry_panel = EntryPanel(desk, self, lambda: prompts.picture_path(self))
        self.entry_panel.said.connect(self.said)
        self.care_panel = CarePanel(desk, self)
        self.care_panel.said.connect(self.said)
        self.hand.changed.connect(self.refresh)
        desk.got_on.connect(self._follow)
        self.setFocusProxy(self.canvas)

    def _follow(self) -> None:
        """Background work has got on."""
        if self.isVisible() and self._view == "diagnosis":
            self.refresh()

    def shut_down(self) -> None:
        """The roof as found is no longer wanted."""
        for area in self.desk.project.areas:
            self.desk.session.jobs.cancel((AS_FOUND.name, area.id))
            for cause in self.hand.table.causes:
                self.desk.session.jobs.cancel((MENDED.name, f"{area.id}{SPLIT}{cause.id}"))

    def show_view(self, name: str) -> None:
        """Show another view from its first row."""
        self._first, self._pins = 0, False
        super().show_view(name)

    def refresh(self) -> None:
        """Show the log as it is."""
        self.views[self._view].setChecked(True)
        empty = "" if self._view == "practice" else self.empty_words()
        self.entries.pinned = self._view == "roof"
        for strip in dict.fromkeys(self.strips.values()):
            strip.setVisible(not empty and self.strips[self._view] is strip)
        self._why.setText("" if empty else WORDS[self._view])
        for panel in (self.entry_panel, self.care_panel):
            if panel.isVisible():
                panel.refresh()
        if empty:
            self.say("")
            self.canvas.show_scene(saying(empty), self.desk.palette)
            return
        self.strips[self._view].refresh()
        self.canvas.show_scene(self._scene(), self.desk.palette)
        self.say(self._summary())

    def _summary(self) -> str:
        log = self.hand.log
        if self._view == "practice":
            return f"{sum(1 for _ in exercises())} roofs"
        if self._view == "due":
            late = sum(1 for due in self.hand.due() if due.late)
            return f"{late} overdue" if late else "nothing overdue"
        if self._view == "diagnosis" and self.desk.area is not None:
            case = self.hand.case
            return (
                f"{self.desk.area.roof.area.name}: {len(case.seen)} seen, {len(case.absent)} absent"
            )
        count = len(log.entries)
        done = f", completed {log.completed}" if log.completed else ""
        return f"{count} entr{'y' if count == 1 else 'ies'}{done}"

    def _scene(self) -> SceneMaker:
        hand = self.hand
        if self._view == "record":
            return self._record()
        if self._view == "due":
            found = hand.due()
            self._first = max(
                0, min(self._first, len(together(found)) - due_fitting(self.canvas.height()))
            )
            due = DueView(found, today(), hand.area, self._first)
            return lambda w, h: due_scene(due, (w, h))
        if self._view == "diagnosis":
            return self._diagnosis()
        if self._view == "practice":
            practice = self._practice()
            return lambda w, h: practice_scene(practice, (w, h))
        view = self._roof_view()
        return lambda w, h: roof_scene(view, (w, h))

    def _roof_view(self) -> RoofView:
        hand = self.hand
        return roof_view(
            self.desk.project, hand.area, hand.entry, gone=hand.gone, near=hand.here, first=self._first
        )  # fmt: skip

    def _practice(self) -> PracticeView:
        hand, table = self.hand, usual_table()
        exercise = hand.exercise
        there, absent = (
            tuple(table.sign(sign).words for sign in signs)
            for signs in (exercise.seen, exercise.absent)
        )
        tests = tuple((test, comes_out(exercise, test.id)) for test in table.tests)
        return PracticeView(
            exercise, there, absent, tests, hand.tests, hand.named, hand.repair, hand.marks, self._first, hand.test
        )  # fmt: skip

    def _record(self) -> SceneMaker:
        hand = self.hand
        rows = hand.rows
        most = record_fitting(self.canvas.height())
        self._first = max(0, min(self._first, len(rows) - most))
        names = {area.id: area.name for area in self.desk.project.areas}
        view = RecordView(
            tuple((e, KINDS[kind_of(e)], summary(e, self.desk.system)) for e in rows),
            hand.corrected,
            hand.wrong,
            hand.files(rows[self._first : self._first + most]),
            names,
            hand.entry,
            self._first,
        )
        return lambda w, h: record_scene(view, (w, h))

    def _diagnosis(self) -> SceneMaker:
        hand, case = self.hand, self.hand.case
        view = DiagnosisView(
            sheet_of(hand.table, {*case.seen, *case.absent}),
            case.seen,
            case.absent,
            hand.belief(),
            hand.next_tests(),
            hand.cause,
            self._computed(),
            hand.sign,
            self._first,
            tuple((str(k), f.message(self.desk.system)) for k, f in enumerate(self._mends())),
            repair_of(self._cause).words,
            self._repairs(),
        )
        return lambda w, h: diagnosis_scene(view, (w, h))

    @property
    def _cause(self) -> str:
        """Id of the cause in the hand, or of the first."""
        return self.hand.cause or self.hand.belief().causes[0].id

    def mend(self) -> None:
        """Compute repairs of the cause in the hand on the roof as found, in the background."""
        if self.hand.area:
            self.desk.want(MENDED, f"{self.hand.area}{SPLIT}{self._cause}")
            self.refresh()

    def _repairs(self) -> tuple[str, ...]:
        """What repairs of the cause in the hand would change, or how far that is."""
        subject = f"{self.hand.area}{SPLIT}{self._cause}"
        state = self.desk.results.state(MENDED, subject)
        job = self.desk.session.jobs.job((MENDED.name, subject))
        if isinstance(state, Ready):
            return tuple(mended_words(each, self.desk.system) for each in state.value) or (
                "No way out of a finding lies behind it: the site decides.",
            )
        if isinstance(state, Failed):
            return (f"Its repairs cannot be computed: {state.why}",)
        return (f"Its repairs are computed: {100 * job.share:.0f} %",) if job is not None else ()

    def _mends(self) -> tuple[Finding, ...]:
        """Findings of the area behind the cause in the hand, or behind the first."""
        result = self.desk.area
        rules = repair_of(self._cause).rules
        found = result.findings if result is not None else ()
        return tuple(finding for finding in found if finding.rule in rules)

    def _computed(self) -> tuple[str, ...]:
        """What the roof as found says, or how far it is."""
        state = self.desk.results.state(AS_FOUND, self.hand.area)
        job = self.desk.session.jobs.job((AS_FOUND.name, self.hand.area))
        if isinstance(state, Failed):
            return (f"The roof as found cannot be computed: {state.why}",)
        if isinstance(state, Pending):
            if job is not None:
                return (f"The roof as found is computed: {100 * job.share:.0f} %",)
            return ("Priors of the table alone: the roof as found was not computed.",)
        names = {cause.id: cause.name for cause in self.hand.table.causes}
        return tuple(
            f"× {factor.value:g}  {names[factor.cause]}: {factor.why}"
            for factor in sorted(self.hand.factors, key=lambda x: -abs(x.value - 1))
        )

    # what is pressed

    def _press(self, hot: Hot | None, at: QPointF) -> None:
        if self._pins and self._view == "roof":
            self._pin_at(at)
            return
        if hot is None:
            return
        if hot.kind in ("area", "due") and hot.id:
            self.desk.select_area(hot.id)
        elif hot.kind == "entry":
            self._take_entry(hot.id)
        elif hot.kind == "sign":
            self.hand.sign = hot.id
            self.hand.turn(hot.id)
        elif hot.kind == "cause":
            self.hand.choose(cause=hot.id)
        elif hot.kind == "finding":
            finding = self._mends()[int(hot.id)]
            self.desk.go_to(finding.place, finding.stage)
        elif hot.kind == "test" and self._view == "practice":
            self.hand.ask(hot.id)
        elif hot.kind == "test":
            self._made(hot.id)

    def _take_entry(self, ident: str) -> None:
        self.hand.entry = ident
        entry = self.hand.held
        if entry is not None and entry.spot.area:
            self.desk.select_area(entry.spot.area)
        self.hand.changed.emit()

    def _made(self, test: str) -> None:
        """A test was made: whether it came out."""
        row = self.hand.table.sign(test)
        answer = self._prompts.choose(
            self, row.words, f"Positive means: {row.positive}. Did it come out?", ("Yes", "No", "Not made")
        )  # fmt: skip
        said = {"Yes": "seen", "No": "absent"}.get(answer)
        if said is not None:
            self.hand.tell(test, said)

    def _pin_at(self, at: QPointF) -> None:
        """An observation where the roof was pressed."""
        fit = fit_plan(self._roof_view().project, self.canvas.width() - SIDE, self.canvas.height())
        east, north = (at.x() - fit.x) / fit.scale, (fit.y - at.y()) / fit.scale
        hot = self.canvas.hot_at(at)
        area = hot.id if hot is not None and hot.kind == "area" else self.hand.area
        self._pins = False
        self.canvas.unsetCursor()
        self.desk.select_area(area)
        spot = Spot(area=area, at=(round(east, 2), round(north, 2)))
        walks = [
            e.id for e in self.hand.rows if isinstance(e.what, Inspected) and e.date == today()
        ]
        self._open("observed", spot, inspection=walks[0] if walks else "")

    def _open(self, kind: str, spot: Spot, **values: object) -> None:
        self.entry_panel.begin(kind, spot, **values)
        open_alone(self, self.entry_panel)

    def write(self) -> None:
        """A new entry on the selected area."""
        self._open("laid", Spot(area=self.hand.area))

    def want_pin(self) -> None:
        """The next press on the roof is where something is seen."""
        if self._view != "roof":
            self.show_view("roof")
        self._pins = True
        self.canvas.setCursor(Qt.CursorShape.CrossCursor)
        self.said.emit("Press the roof where it is seen; Escape lets go.", False)

    def go_on(self) -> None:
        """The observation in the hand is seen again."""
        entry = self.hand.held
        if entry is not None and isinstance(entry.what, Observed):
            what = entry.what
            self._open(
                "observed", entry.spot, what=what.what, size=what.size, count=what.count, severity=what.severity,
                continues=entry.id, trend="same",
            )  # fmt: skip

    def correct(self) -> None:
        """Write an entry in the place of the one in the hand."""
        entry = self.hand.held
        if entry is not None:
            self.entry_panel.correct(entry)
            open_alone(self, self.entry_panel)

    def close_left(self) -> None:
        """The work that was left is done."""
        entry = self.hand.held
        if entry is None:
            return
        who = self._prompts.name(self, "Who has done it?", self.desk.project.author)
        if who and self.desk.act(
            "Close what was left", lambda p: close_left(p, entry.id, today(), who, today())
        ):
            self.hand.choose(entry="")

    def _do(self, what: str) -> None:
        doing: dict[str, Callable[[], object]] = {
            "new": self.write,
            "pin": self.want_pin,
            "go-on": self.go_on,
            "correct": self.correct,
            "close": self.close_left,
            "walked": self._walked,
            "sheet": self.papers.write_sheet,
            "back": self.papers.read_back,
            "care": self._care,
            "run": self.run,
            "mend": self.mend,
            "write": self.papers.write_table,
            "read": self.papers.read_table,
            "usual": self.papers.take_usual,
            "clear": self.hand.clear,
        }
        doing[what]()

    def _walked(self) -> None:
        self._open("inspected", Spot(area=self.hand.area))

    def _care(self) -> None:
        open_alone(self, self.care_panel)

    def run(self) -> None:
        """Compute the roof as found in the background."""
        if self.hand.area:
            self.desk.want(AS_FOUND, self.hand.area)
            self.refresh()

    # keys

    def _scroll(self, by: int) -> None:
        self._first = max(0, self._first + by)
        self.refresh()

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key in VIEW_KEYS:
            self.show_view(VIEW_KEYS[key])
        elif key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self._go(1 if key == Qt.Key.Key_Down else -1)
        elif key == Qt.Key.Key_N:
            self.write()
        elif key == Qt.Key.Key_P:
            self.want_pin()
        elif self._key_of_view(key):
            pass
        elif key == Qt.Key.Key_Escape and (self._pins or self.hand.entry):
            self._pins = False
            self.canvas.unsetCursor()
            self.hand.choose(entry="")
        else:
            return
        event.accept()

    def _key_of_view(self, key: Qt.Key) -> bool:
        """Keys that one view alone answers to; whether it did."""
        hand = self.hand
        if self._view == "diagnosis":
            if key == Qt.Key.Key_Space and hand.sign:
                hand.turn(hand.sign)
            elif key == Qt.Key.Key_T and hand.next_tests():
                self._made(hand.next_tests()[0].id)
            elif key == Qt.Key.Key_C:
                rows = [cause.id for cause in hand.belief().causes]
                hand.choose(cause=rows[(rows.index(self._cause) + 1) % len(rows)])
            else:
                return False
            return True
        if self._view != "practice":
            return False
        tests = [test.id for test in usual_table().tests]
        if key in (Qt.Key.Key_Left, Qt.Key.Key_Right):
            hand.choose(test=_step(tests, hand.test, 1 if key == Qt.Key.Key_Right else -1))
        elif key == Qt.Key.Key_Space and hand.test:
            hand.ask(hand.test)
        else:
            return False
        return True

    def _go(self, by: int) -> None:
        """The next entry, sign or exercise."""
        hand = self.hand
        if self._view == "practice":
            all_ = tuple(exercises())
            at = next(k for k, each in enumerate(all_) if each.id == hand.exercise.id)
            hand.take(all_[max(0, min(len(all_) - 1, at + by))])
            return
        if self._view == "diagnosis":
            told = {*hand.case.seen, *hand.case.absent}
            rows = [sign.id for sign in in_order(hand.table, told)]
            hand.choose(sign=_step(rows, hand.sign, by))
            return
        pinned = self._view == "roof"
        rows = (
            [each.id for each in self._roof_view().pinned] if pinned else [e.id for e in hand.rows]
        )
        if rows:
            ident = _step(rows, hand.entry, by)
            self._first = max(0, rows.index(ident) - AHEAD)
            self._take_entry(ident)


def _step(rows: list[str], now: str, by: int) -> str:
    at = rows.index(now) + by if now in rows else 0
    return rows[max(0, min(len(rows) - 1, at))]
