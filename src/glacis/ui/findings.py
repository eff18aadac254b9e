# SPDX-License-Identifier: GPL-3.0-or-later
"""The findings: what is wrong or uncertain now, worst first, each with its ways out."""

from datetime import date

from msgspec import Struct
from msgspec.structs import replace
from PyQt6.QtCore import QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent, QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.judgement.decisions import accept, decision_on, reopen
from glacis.core.judgement.finding import SEVERITIES, Finding
from glacis.core.judgement.trials import Trial
from glacis.core.model.document import Decision, Project
from glacis.core.units.format import spoken, with_unit
from glacis.ui.accept_form import AcceptForm
from glacis.ui.desk import Desk
from glacis.ui.theme.theme import colour, font
from glacis.ui.widgets.effects import effect_grid
from glacis.ui.widgets.labels import clear, label, let_go, tight
from glacis.ui.widgets.paragraph import Paragraph
from glacis.ui.widgets.severity import SeverityMark, paint_mark
from glacis.ui.widgets.wrapped_button import WrappedButton

WIDTH = 280
FOLDED = 28
ROOM = 220
"""Width of the words of a finding, with its mark and the scroll bar beside them."""


class Group(Struct, frozen=True):
    """One finding, all areas that share it, and the decision that accepts it."""

    finding: Finding
    areas: tuple[str, ...]
    decision: Decision | None = None


def grouped(findings: tuple[Finding, ...], first: str) -> list[Group]:
    """Findings without repeats, worst first; at each severity the area ``first`` leads."""
    found: dict[tuple[str, tuple[str, ...], str], list[Finding]] = {}
    for finding in findings:
        found.setdefault(finding.kin, []).append(finding)
    groups = []
    for members in found.values():
        mine = [member for member in members if member.area == first]
        areas = tuple(member.area for member in (*mine, *(m for m in members if m.area != first)))
        groups.append(Group(mine[0] if mine else members[0], areas))
    return sorted(
        groups,
        key=lambda group: (SEVERITIES.index(group.finding.severity), group.areas[0] != first),
    )


class Effect(QFrame):
    """One remedy: its name, what it would change and bring, and the button that does it."""

    apply_wanted = pyqtSignal()

    def __init__(self, desk: Desk, tried: Trial[Results], area: AreaResult) -> None:
        super().__init__()
        column = tight(QVBoxLayout(self), (0, 6, 0, 2), 2)
        self.button = WrappedButton(tried.remedy.title)
        self.button.setToolTip("Apply this remedy; one undo takes it back (Ctrl+Z)")
        self.button.clicked.connect(self.apply_wanted.emit)
        column.addWidget(self.button)
        results = tried.after
        after = results.area(area.roof.area.id)
        column.addLayout(effect_grid(desk, area, after))
        if not tried.clears:
            words = "eases it, does not clear it alone"
            column.addWidget(Paragraph(desk, ROOM, words, 12, "mind"))
        for finding in tried.brings:
            words = f"brings {finding.severity}: {results.rule(finding).title}"
            column.addWidget(Paragraph(desk, ROOM, words, 12, "mind"))


class FindingRow(QFrame):
    """A finding; opened, it gives its reason, figures, source and remedies."""

    toggled = pyqtSignal(object)
    where_wanted = pyqtSignal(object)
    accept_wanted = pyqtSignal(object, str, str, str)
    reopen_wanted = pyqtSignal(object)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.form: AcceptForm | None = None
        self.group: Group | None = None
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
        self._where.show_words(self._where_words(group))
        self.setAccessibleName(f"{finding.severity}: {finding.message(self._desk.system)}")
        self.setToolTip("Enter or click: reason, figures and remedies")
        self.group = group
        if self._opened or is_open:
            clear(self._more)
            self.form = None
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

    def _open(self, group: Group) -> None:
        rule = self._desk.results.rule(group.finding)
        self._more.addWidget(Paragraph(self._desk, ROOM, rule.reason))
        for item in group.finding.evidence:
            shown = with_unit(item.value, item.quantity, self._desk.system)
            words = f"{spoken(item.name, self._desk.system)}: {shown}"
            self._more.addWidget(Paragraph(self._desk, ROOM, words, 12, "second"))
        source = f"Source: {rule.source}"
        self._more.addWidget(Paragraph(self._desk, ROOM, source, 12, "second"))
        if group.decision is not None:
            self._show_decision(group.decision)
            return
        area = self._desk.results.area(group.finding.area) or self._desk.area
        if area is None:
            return
        trials = self._desk.results.trials(group.finding)
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
            self._more.addWidget(effect)
        self._offer_acceptance(group)

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
        """Return and space open or close."""
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
            painter = QPainter(self)
            painter.setPen(QPen(colour(self._desk.palette["accent"]), 2))
            painter.drawRect(self.rect().adjusted(1, 1, -2, -2))
            painter.end()


class Findings(QWidget):
    """All findings of the project, the selected area's first; folds to an edge with counts."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self._open: tuple[str, tuple[str, ...]] | None = None
        self._rows: list[FindingRow] = []
        self._shown: tuple[object, ...] = ()
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 0)
        head = tight(QHBoxLayout(), (12, 8, 8, 6), 4)
        self._title = label("Findings", "heading")
        self._fold = QToolButton()
        self._fold.setText("›")
        self._fold.setToolTip("Fold the findings away (F9)")
        self._fold.setProperty("quiet", True)
        self._fold.clicked.connect(lambda: desk.adjust(findings_open=False))
        head.addWidget(self._title)
        head.addStretch(1)
        head.addWidget(self._fold)
        self._head = QWidget()
        self._head.setLayout(head)
        self._scroll = QScrollArea()
        self._scroll.setWidgetResizable(True)
        self._scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self._scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        inside = QWidget()
        self._list = tight(QVBoxLayout(inside), (12, 0, 8, 8), 0)
        words = "Nothing found. The rules see nothing wrong with any area."
        self._empty = Paragraph(desk, ROOM, words, ink="second")
        self._list.addWidget(self._empty)
        self._accepted = QPushButton()
        self._accepted.setProperty("quiet", True)
        self._accepted.setStyleSheet("text-align: left; padding-left: 0;")
        self._accepted.setToolTip("Show or hide the findings that are on record as accepted")
        self._accepted.clicked.connect(self._toggle_accepted)
        self._show_accepted = False
        self._list.addWidget(self._accepted)
        self._list.addStretch(1)
        self._scroll.setWidget(inside)
        column.addWidget(self._head)
        column.addWidget(self._scroll, 1)

    def refresh(self) -> None:
        """Show the findings of the present results."""
        unfolded = self._desk.settings.findings_open
        self._head.setVisible(unfolded)
        self._scroll.setVisible(unfolded)
        self.setFixedWidth(WIDTH if unfolded else FOLDED)
        if unfolded:
            self._show_groups()
        else:
            self.setToolTip("Unfold the findings (F9)")
        self.update()

    def _groups(self) -> list[Group]:
        area = self._desk.area
        return grouped(self._desk.results.open_findings, area.roof.area.id if area else "")

    def _accepted_groups(self) -> list[Group]:
        area, results = self._desk.area, self._desk.results
        found = grouped(results.accepted_findings, area.roof.area.id if area else "")
        return [replace(g, decision=results.decision(g.finding)) for g in found]

    def _toggle_accepted(self) -> None:
        self._show_accepted = not self._show_accepted
        self._show_groups()

    def _accept(self, group: Group, who: str, role: str, reason: str) -> None:
        today = date.today().isoformat()  # noqa: DTZ011 - the day on the designer's desk
        decision = Decision(
            id="", subject=f"Accepted: {self._desk.results.rule(group.finding).title}", who=who, role=role,
            date=today, reason=reason,
        )  # fmt: skip
        findings = [
            f for f in self._desk.results.open_findings
            if f.area in group.areas and f.kin == group.finding.kin
        ]  # fmt: skip

        def change(project: Project) -> Project:
            for finding in findings:
                project = accept(project, finding, decision)
            return project

        self._open = None
        if self._desk.act("Accept a finding", change):
            self._desk.adjust(decider=who, role=role)

    def _reopen(self, decision: Decision) -> None:
        self._open = None
        twins = [
            d.id for d in self._desk.project.decisions
            if d.rule == decision.rule
            and (d.who, d.date, d.reason) == (decision.who, decision.date, decision.reason)
        ]  # fmt: skip

        def change(project: Project) -> Project:
            for identifier in twins:
                project = reopen(project, identifier)
            return project

        self._desk.act("Open a finding again", change)

    def _show_groups(self) -> None:
        waiting, accepted = self._groups(), self._accepted_groups()
        groups = [*waiting, *accepted] if self._show_accepted else waiting
        state = (tuple(groups), len(accepted), self._open, self._desk.system, self._desk.settings.theme,
                 self._desk.project if self._open else None)  # fmt: skip
        if state == self._shown:
            return
        self._shown = state
        self._make_rows(len(groups))
        for row, group in zip(self._rows, groups, strict=True):
            row.show_group(group, self._key(group) == self._open)
        self._empty.setVisible(not waiting and self._desk.session.judges_all)
        self._accepted.setVisible(bool(accepted))
        verb = "hide" if self._show_accepted else "show"
        self._accepted.setText(f"{len(accepted)} accepted: {verb}")
        count = len(waiting)
        self._title.setText(f"{count} finding{'' if count == 1 else 's'}" if count else "Findings")
        self._give_room()

    def _make_rows(self, count: int) -> None:
        """As many rows as there are findings; those that are there are used again."""
        while len(self._rows) > count:
            let_go(self._rows.pop())
        while len(self._rows) < count:
            row = FindingRow(self._desk)
            row.toggled.connect(self._toggle)
            row.where_wanted.connect(self._go_there)
            row.accept_wanted.connect(self._accept)
            row.reopen_wanted.connect(self._reopen)
            self._list.insertWidget(len(self._rows) + 1, row)
            row.show()
            self._rows.append(row)

    def _give_room(self) -> None:
        """Let the rows have their height at once, not at a later turn of the event loop."""
        inside = self._scroll.widget()
        if inside is not None:
            for row in self._rows:
                row.fit()
            self._list.invalidate()
            self._list.activate()
            inside.resize(inside.width(), max(self._scroll.height(), inside.sizeHint().height()))

    def _key(self, group: Group) -> tuple[str, tuple[str, ...]]:
        return group.finding.rule, (*group.finding.layers, *sorted(group.areas))

    def open_first(self) -> None:
        """Open or close the first finding."""
        if self._rows and self._rows[0].group is not None:
            self._toggle(self._rows[0].group)

    def _toggle(self, group: Group) -> None:
        key = self._key(group)
        self._open = None if self._open == key else key
        self._show_groups()

    def _go_there(self, group: Group) -> None:
        place = group.finding.place
        area = self._desk.area
        if area is not None and area.roof.area.id in group.areas:
            here = area.roof.area.id
            rest = tuple(name for name in place.areas if name != here)
            place = replace(place, areas=(here, *rest) if place.areas else ())
        self._desk.go_to(place, group.finding.stage)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Unfold by a click on the edge."""
        if not self._desk.settings.findings_open:
            self._desk.adjust(findings_open=True)
        else:
            super().mousePressEvent(event)

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """A hairline at the left; folded, the counts."""
        painter = QPainter(self)
        palette = self._desk.palette
        painter.setPen(colour(palette["hairline"]))
        painter.drawLine(0, 0, 0, self.height())
        if not self._desk.settings.findings_open:
            painter.setFont(font("regular", 12))
            y = 16.0
            for severity in SEVERITIES:
                count = sum(g.finding.severity == severity for g in self._groups())
                paint_mark(painter, QRectF(10, y, 8, 14), severity, palette)
                painter.setPen(colour(palette["ink"]))
                painter.drawText(
                    QRectF(0, y + 15, FOLDED, 16), Qt.AlignmentFlag.AlignHCenter, str(count)
                )
                y += 44
        painter.end()
