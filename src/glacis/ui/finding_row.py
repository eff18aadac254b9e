# SPDX-License-Identifier: GPL-3.0-or-later
"""One finding: what it says; opened, its reason, figures and ways out."""

from typing import Any

from msgspec import Struct
from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent, QPaintEvent, QPen
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.graph.part import Failed, Pending, Ready, State
from glacis.core.judgement.decisions import decision_on
from glacis.core.judgement.finding import Finding
from glacis.core.judgement.trials import Trial
from glacis.core.model.document import Decision
from glacis.core.stages import STAGES
from glacis.core.units.format import spoken, with_unit
from glacis.ui.accept_form import AcceptForm
from glacis.ui.desk import Desk
from glacis.ui.painting import painting
from glacis.ui.theme.theme import colour
from glacis.ui.widgets.effects import effect_grid, hours_words
from glacis.ui.widgets.labels import clear, tight
from glacis.ui.widgets.paragraph import Paragraph
from glacis.ui.widgets.severity import SeverityMark
from glacis.ui.widgets.wrapped_button import WrappedButton

ROOM = 220
"""Width of the words of a finding, with its mark and the scroll bar beside them."""
ONLY_HERE = 92
"""Of it, for the button beside how many areas share a build-up."""


class Group(Struct, frozen=True):
    """One finding, all areas that share it, and the decision that accepts it."""

    finding: Finding
    areas: tuple[str, ...]
    decision: Decision | None = None


class Effect(QFrame):
    """One remedy: its name, what it would change and bring, and the button that does it."""

    apply_wanted = pyqtSignal()
    only_here_wanted = pyqtSignal()

    def __init__(self, desk: Desk, tried: Trial[Results], area: AreaResult) -> None:
        super().__init__()
        column = tight(QVBoxLayout(self), (0, 6, 0, 2), 2)
        self.button = WrappedButton(tried.remedy.title)
        self.button.setToolTip("Apply this remedy; one undo takes it back (Ctrl+Z)")
        self.button.clicked.connect(self.apply_wanted.emit)
        column.addWidget(self.button)
        results = tried.after
        column.addLayout(effect_grid(desk, area, results))
        by_hours = hours_words(desk.results, results, area.roof.area.id)
        if by_hours:
            column.addWidget(Paragraph(desk, ROOM, by_hours, 12, "second"))
        shared = _shared_by(desk, tried, area)
        if shared > 1:
            column.addLayout(self._sharing(desk, shared))
        if not tried.clears:
            words = "eases it, does not clear it alone"
            column.addWidget(Paragraph(desk, ROOM, words, 12, "mind"))
        for finding in tried.brings:
            words = f"brings {finding.severity}: {results.rule(finding).title}"
            column.addWidget(Paragraph(desk, ROOM, words, 12, "mind"))

    def _sharing(self, desk: Desk, shared: int) -> QHBoxLayout:
        """How many areas it is for, and the button that does it for this one only."""
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        only = QPushButton("Only here")
        only.setToolTip("Apply it to this area alone: it gets a build-up of its own")
        only.clicked.connect(self.only_here_wanted.emit)
        row.addWidget(Paragraph(desk, ROOM - ONLY_HERE, f"for {shared} areas", 12, "second"))
        row.addWidget(only)
        self.only = only
        return row


def _shared_by(desk: Desk, tried: Trial[Results], area: AreaResult) -> int:
    """How many areas share the build-up that a remedy changes; 0 where it changes none."""
    assembly = area.roof.assembly
    after = next((a for a in tried.after.project.assemblies if a.id == assembly.id), assembly)
    if after == assembly:
        return 0
    return sum(other.assembly == assembly.id for other in desk.project.areas)


def _waiting_words(state: State[Any]) -> str:
    if isinstance(state, Failed):
        return f"The ways out could not be run: {state.why}"
    share = state.share if isinstance(state, Pending) else 1.0
    return f"Its ways out are being run hour by hour: {100 * share:.0f} %"


class FindingRow(QFrame):
    """A finding; opened, it gives its reason, figures, source and remedies."""

    toggled = pyqtSignal(object)
    where_wanted = pyqtSignal(object)
    accept_wanted = pyqtSignal(object, str, str, str)
    page_wanted = pyqtSignal(object)
    reopen_wanted = pyqtSignal(object)
    step_wanted = pyqtSignal(int)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.form: AcceptForm | None = None
        self.group: Group | None = None
        self._waiting: Paragraph | None = None
        self._look: tuple[str, str] | None = None
        self._opened = False
        self.setProperty("ruled", "top")
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        outer = tight(QHBoxLayout(self), (4, 8, 4, 8), 8)
        self._mark_place = QVBoxLayout()
        outer.addLayout(self._mark_place)
        column = tight(QVBoxLayout(), (0, 0, 0, 0), 2)
        outer.addLayout(column, 1)
        self._head = Paragraph(desk, ROOM, size=12, ink="second")
        self._message = Paragraph(desk, ROOM)
        self._where = Paragraph(desk, ROOM, size=12, ink="second")
        self._more = tight(QVBoxLayout(), (0, 4, 0, 0), 4)
        for widget in (self._head, self._message, self._where):
            column.addWidget(widget)
        column.addLayout(self._more)

    def fit(self) -> None:
        """Reckon its height from its words as they are now."""
        layout = self.layout()
        if layout is not None:
            layout.activate()

    def show_group(self, group: Group, is_open: bool) -> None:
        """Show a finding, opened or not."""
        finding = group.finding
        look = (finding.severity, self._desk.settings.theme)
        if look != self._look:
            self._look = look
            clear(self._mark_place)
            self._mark_place.addWidget(SeverityMark(finding.severity, self._desk.palette, 18))
            self._mark_place.addStretch(1)
        rule = self._desk.results.rule(finding)
        accepted = "" if group.decision is None else "accepted · "
        self._head.show_words(f"{accepted}{finding.severity} · {rule.title}")
        self._message.show_words(finding.message(self._desk.system))
        self._where.show_words(self._stage_words(group))
        self.setAccessibleName(f"{finding.severity}: {finding.message(self._desk.system)}")
        self.setToolTip("Enter or click: reason, figures and remedies")
        self.group = group
        if self._opened or is_open:
            clear(self._more)
            self.form = self._waiting = None
        self._opened = is_open
        if is_open:
            self._open(group)

    def _where_words(self, group: Group) -> str:
        project, place = self._desk.project, group.finding.place
        names = {area.id: area.name for area in project.areas}
        if place.kind == "edge":
            return " and ".join(names.get(area, "") for area in place.areas)
        if place.kind == "project":
            return "the whole project"
        first = names.get(group.areas[0], "")
        if place.kind == "opening":
            things = {thing.id: thing.name for thing in project.openings}
            first = f"{', '.join(things.get(name, '') for name in place.ids)} on {first}"
        more = len(group.areas) - 1
        return f"{first} and {more} more" if more else first

    def _stage_words(self, group: Group) -> str:
        where = self._where_words(group)
        stage = next((s.title for s in STAGES if s.id == group.finding.stage), "")
        return " · ".join(words for words in (where, stage) if words)

    def _open(self, group: Group) -> None:
        rule = self._desk.results.rule(group.finding)
        self._more.addWidget(Paragraph(self._desk, ROOM, rule.reason))
        for item in group.finding.evidence:
            shown = with_unit(item.value, item.quantity, self._desk.system)
            words = f"{spoken(item.name, self._desk.system)}: {shown}"
            self._more.addWidget(Paragraph(self._desk, ROOM, words, 12, "second"))
        source = f"Source: {rule.source}"
        self._more.addWidget(Paragraph(self._desk, ROOM, source, 12, "second"))
        self._open_ways(group)
        page = QPushButton("As a page…")
        page.setToolTip(
            "Write this finding as one page that a layman follows: picture, figures, ways out"
        )
        page.clicked.connect(lambda: self.page_wanted.emit(group.finding))
        self._more.addWidget(page)

    def _open_ways(self, group: Group) -> None:
        """Who accepted it, or its ways out."""
        if group.decision is not None:
            self._show_decision(group.decision)
            return
        area = self._desk.results.area(group.finding.area) or self._desk.area
        if area is None:
            return
        trials = self._desk.results.trials(group.finding)
        if trials is None:
            self._wait(group.finding.area)
            self._offer_acceptance(group)
            return
        offered = [each for each in trials if each.is_offered]
        if not offered:
            words = (
                "Every remedy by rule was tried: none clears it without stopping something else."
                if trials
                else "No remedy by rule: this one needs a decision by the designer."
            )
            self._more.addWidget(Paragraph(self._desk, ROOM, words, 12, "second"))
        for each in offered:
            effect = Effect(self._desk, each, area)
            change, title = each.remedy.change, each.remedy.title
            effect.apply_wanted.connect(lambda t=title, c=change: self._desk.act(t, c))
            alone = self._desk.results.only_here(group.finding, each.remedy)
            effect.only_here_wanted.connect(
                lambda t=title, c=alone: self._desk.act(f"{t}, only here", c)
            )
            self._more.addWidget(effect)
        self._offer_acceptance(group)

    def _wait(self, area: str) -> None:
        """Its ways out have to be run first: that begins now."""
        from glacis.core.judgement.by_hours import TRIED

        state = self._desk.want(TRIED, area)
        self._waiting = Paragraph(self._desk, ROOM, _waiting_words(state), 12, "second")
        self._more.addWidget(self._waiting)

    def follow(self) -> bool:
        """Show how its ways out get on; whether they have just been run."""
        if self._waiting is None or self.group is None:
            return False
        from glacis.core.judgement.by_hours import TRIED

        state = self._desk.session.state(TRIED, self.group.finding.area)
        self._waiting.show_words(_waiting_words(state))
        return isinstance(state, Ready)

    def _offer_acceptance(self, group: Group) -> None:
        older = decision_on(self._desk.project.decisions, group.finding)
        if older is not None:
            words = (
                f"{older.who} accepted this on {older.date}: {older.reason}. "
                "The roof has changed since."
            )
            self._more.addWidget(Paragraph(self._desk, ROOM, words, 12, "mind"))
        offer = QPushButton("Accept it…")
        offer.setToolTip("Put on record that this finding is accepted: who, and why")
        offer.clicked.connect(lambda: self._ask(group, offer))
        self._more.addWidget(offer)

    def _ask(self, group: Group, offer: QPushButton) -> None:
        offer.hide()
        self.form = AcceptForm(self._desk, ROOM)
        self.form.accepted.connect(
            lambda who, role, reason: self.accept_wanted.emit(group, who, role, reason)
        )
        self._more.addWidget(self.form)
        (self.form.reason if self.form.who.text() else self.form.who).setFocus()

    def _show_decision(self, decision: Decision) -> None:
        words = (
            f"Accepted by {decision.who}, {decision.role or 'role not stated'}, {decision.date}:"
        )
        self._more.addWidget(Paragraph(self._desk, ROOM, words, 12, "second"))
        self._more.addWidget(Paragraph(self._desk, ROOM, decision.reason))
        button = QPushButton("Open it again")
        button.setToolTip("Take the decision back; one undo restores it")
        button.clicked.connect(lambda: self.reopen_wanted.emit(decision))
        self._more.addWidget(button)

    def mousePressEvent(self, _event: QMouseEvent | None) -> None:
        """Open or close."""
        self._activate()

    def keyPressEvent(self, event: object) -> None:
        """Return and space open or close; the arrows walk."""
        steps = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1}
        if event.key() in steps:  # type: ignore[attr-defined]
            self.step_wanted.emit(steps[event.key()])  # type: ignore[attr-defined]
            return
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):  # type: ignore[attr-defined]
            self._activate()
        else:
            super().keyPressEvent(event)  # type: ignore[arg-type]

    def _activate(self) -> None:
        group = self.group  # going there brings the rows into another order
        self.setFocus()
        self.where_wanted.emit(group)
        self.toggled.emit(group)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """A visible focus."""
        super().paintEvent(event)
        if self.hasFocus():
            with painting(self) as painter:
                painter.setPen(QPen(colour(self._desk.palette["accent"]), 2))
                painter.drawRect(self.rect().adjusted(1, 1, -2, -2))
