# SPDX-License-Identifier: GPL-3.0-or-later
"""The findings: what is wrong or uncertain now, worst first, each with its ways out."""

from msgspec.structs import replace
from PyQt6.QtCore import QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent, QPaintEvent
from PyQt6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from glacis.core.judgement.decisions import accept, reopen
from glacis.core.judgement.finding import SEVERITIES, Finding
from glacis.core.model.document import Decision, Project
from glacis.core.stages import STAGES
from glacis.ui.desk import Desk, today
from glacis.ui.finding_row import ROOM, FindingRow, Group
from glacis.ui.painting import painting
from glacis.ui.plain import plain_tip
from glacis.ui.theme.theme import colour, font
from glacis.ui.widgets.labels import label, let_go, tight
from glacis.ui.widgets.paragraph import Paragraph
from glacis.ui.widgets.severity import paint_mark

WIDTH = 280
FOLDED = 28
HAIRLINE = 1
ABOVE = 2
"""What stands in the list above the first finding: the word for none, and a heading."""
NOTHING_FOUND = "Nothing found. The rules see nothing wrong with any area."
NOTHING_YET = "No roof yet, so there is nothing to judge."
SEVERITY_CHOICES = (("", "all"), ("stop", "stops"), ("stop mind", "stops and minds"))


def grouped(findings: tuple[Finding, ...], first: str) -> list[Group]:
    """Findings without repeats: those of the area ``first`` and then the others, each worst first."""
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
        key=lambda group: (group.areas[0] != first, SEVERITIES.index(group.finding.severity)),
    )


class Findings(QWidget):
    """All findings of the project, the selected area's first; folds to an edge with counts."""

    came = pyqtSignal()
    page_wanted = pyqtSignal(object)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.setWhatsThis(
            "What the rules see in the roof, worst first, each with its reasons and ways out."
        )
        self._open: tuple[str, tuple[str, ...]] | None = None
        self._rows: list[FindingRow] = []
        self._shown: tuple[object, ...] = ()
        self._came = 0
        desk.got_on.connect(self.follow)
        column = tight(QVBoxLayout(self), (HAIRLINE, 0, 0, 0), 0)
        head = tight(QHBoxLayout(), (12, 8, 8, 6), 4)
        self._title = label("Findings", "heading")
        self._fold = QToolButton()
        self._fold.setText("›")
        self._fold.setToolTip("Fold the findings away (F9)")
        self._fold.setProperty("quiet", True)
        self._fold.clicked.connect(lambda: desk.adjust(findings_open=False))
        head.addWidget(self._title, 1)
        head.addWidget(self._fold)
        self._filters = tight(QHBoxLayout(), (12, 0, 8, 6), 6)
        above = tight(QVBoxLayout(), (0, 0, 0, 0), 0)
        above.addLayout(head)
        above.addLayout(self._filters)
        self._head = QWidget()
        self._head.setLayout(above)
        self._scroll = QScrollArea()
        self._scroll.setWidgetResizable(True)
        self._scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self._scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        inside = QWidget()
        self._list = tight(QVBoxLayout(inside), (12, 0, 8, 8), 0)
        self._empty = Paragraph(desk, ROOM, ink="second")
        self._list.addWidget(self._empty)
        self._here, self._there = label("Here", "second small"), label("Elsewhere", "second small")
        for heading in (self._here, self._there):
            heading.setContentsMargins(4, 6, 0, 4)
            self._list.addWidget(heading)
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

    def follow(self) -> None:
        """Show what has come from the background: findings of hours, ways out that were run."""
        if any(row.follow() for row in self._rows):
            self._shown = ()
        if self._came != self._desk.results.reader.came:
            self.refresh()
            self._came = self._desk.results.reader.came
            self.came.emit()

    def _make_filters(self) -> None:
        """Made once all is judged: there is nothing to filter before, and a start is kept short."""
        stages = (("", "every stage"), *((stage.id, stage.title) for stage in STAGES))
        self.stage = self._filter("Stage of the findings", stages)
        self.severity = self._filter("Severity of the findings", SEVERITY_CHOICES)

    def _filter(self, name: str, choices: tuple[tuple[str, str], ...]) -> QComboBox:
        combo = QComboBox()
        combo.setAccessibleName(name)
        combo.setToolTip(plain_tip(f"{name}: show these only"))
        for value, words in choices:
            combo.addItem(words, value)
        combo.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        combo.activated.connect(lambda _index: self._show_groups())
        self._filters.addWidget(combo, 1)
        return combo

    def _passes(self, group: Group) -> bool:
        """Whether the filters let a finding through."""
        if not self._filters.count():
            return True
        stage, severities = self.stage.currentData(), self.severity.currentData()
        severity = group.finding.severity
        return (not stage or group.finding.stage == stage) and (
            not severities or severity in severities
        )

    def _walk(self, row: FindingRow, step: int) -> None:
        place = self._rows.index(row) + step
        if 0 <= place < len(self._rows):
            self._rows[place].setFocus()
            self._scroll.ensureWidgetVisible(self._rows[place])

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
        day = today()
        decision = Decision(
            id="", subject=f"Accepted: {self._desk.results.rule(group.finding).title}", who=who, role=role,
            date=day, reason=reason,
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
        if self._desk.session.judges_all and not self._filters.count():
            self._make_filters()
        every, accepted = self._groups(), self._accepted_groups()
        waiting = [group for group in every if self._passes(group)]
        groups = [*waiting, *accepted] if self._show_accepted else waiting
        here = self._desk.area.roof.area.id if self._desk.area else ""
        mine = sum(group.areas[0] == here for group in waiting)
        state = (tuple(groups), len(every), here, len(accepted), self._open, self._desk.system,
                 self._desk.settings.theme,
                 self._desk.project if self._open else None)  # fmt: skip
        if state == self._shown:
            return
        self._shown = state
        self._make_rows(len(groups))
        for row, group in zip(self._rows, groups, strict=True):
            row.show_group(group, self._key(group) == self._open)
        self._head_up(mine, len(waiting))
        self._empty.show_words(NOTHING_FOUND if self._desk.area else NOTHING_YET)
        self._empty.setVisible(not waiting and self._desk.session.judges_all)
        self._accepted.setVisible(bool(accepted))
        verb = "hide" if self._show_accepted else "show"
        self._accepted.setText(f"{len(accepted)} accepted: {verb}")
        count, shown = len(every), len(waiting)
        some = f"{shown} of " if shown < count else ""
        self._title.setText(
            f"{some}{count} finding{'' if count == 1 else 's'}" if count else "Findings"
        )
        self._give_room()

    def _head_up(self, mine: int, waiting: int) -> None:
        """Put the headings over the findings of the selected area and over the others."""
        self._list.removeWidget(self._there)
        self._list.insertWidget(ABOVE + mine, self._there)
        for heading, words, count in (
            (self._here, "Here", mine), (self._there, "Elsewhere", waiting - mine),
        ):  # fmt: skip
            heading.setText(f"{words} · {count}")
            heading.setVisible(count > 0)

    def _make_rows(self, count: int) -> None:
        """As many rows as there are findings; those that are there are used again."""
        self._list.removeWidget(self._there)
        while len(self._rows) > count:
            let_go(self._rows.pop())
        while len(self._rows) < count:
            row = FindingRow(self._desk)
            row.toggled.connect(self._toggle)
            row.where_wanted.connect(self._go_there)
            row.accept_wanted.connect(self._accept)
            row.page_wanted.connect(self.page_wanted)
            row.reopen_wanted.connect(self._reopen)
            row.step_wanted.connect(lambda step, row=row: self._walk(row, step))
            self._list.insertWidget(len(self._rows) + ABOVE, row)
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
        with painting(self) as painter:
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
