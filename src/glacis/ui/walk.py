# SPDX-License-Identifier: GPL-3.0-or-later
"""The walk: the stages in the order of work, each with its worst open finding."""

from PyQt6.QtCore import QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QFontMetrics, QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QAbstractButton, QButtonGroup, QHBoxLayout, QWidget

from glacis.core.judgement.finding import SEVERITIES, Severity
from glacis.core.stages import Stage
from glacis.ui.actions import LEADER
from glacis.ui.desk import Desk
from glacis.ui.painting import painting
from glacis.ui.plain import plain_tip
from glacis.ui.theme.theme import colour, font
from glacis.ui.widgets.labels import tight
from glacis.ui.widgets.severity import paint_mark

HEIGHT = 40
SIDE = 4
"""Free at each side of a stage."""
MARK = 8
"""Width of a mark with the gap after it."""
GAP = 3
"""Between a name and its mark."""
BETWEEN = 8
"""Width between two groups, where the hairline stands."""


class StageButton(QAbstractButton):
    """A stage of the walk with the mark and count of its worst open findings."""

    def __init__(self, desk: Desk, stage: Stage, number: int) -> None:
        super().__init__()
        self._desk = desk
        self._stage = stage
        self._number = number
        self._counts: dict[Severity, int] = {}
        self.setText(stage.title)
        self.setCheckable(True)
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setFixedHeight(HEIGHT)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    @property
    def worst(self) -> tuple[Severity, int] | None:
        """The worst severity that is open here, and how many findings have it."""
        return next(iter(self._counts.items()), None)

    def show_counts(self, counts: dict[Severity, int]) -> None:
        """Show the worst of the findings that wait here; the hint tells of all."""
        fresh = {severity: n for severity, n in counts.items() if n}
        if fresh == self._counts and self.accessibleName():
            return
        self._counts = fresh
        words = ", ".join(f"{n} {severity}" for severity, n in self._counts.items())
        way = f"{LEADER}, {self._stage.letter}"
        if self._number <= 9:
            way = f"Ctrl+{self._number}, or {way}"
        self.setToolTip(plain_tip(f"{self._stage.tip} ({way}): {words or 'nothing open'}"))
        self.setAccessibleName(f"{self.text()}, {words or 'nothing open'}")
        self.updateGeometry()
        self.update()

    def _name_width(self) -> int:
        return QFontMetrics(font("semibold", 13)).horizontalAdvance(self.text())

    def _count_words(self) -> str:
        return str(self.worst[1]) if self.worst else ""

    def sizeHint(self) -> QSize:
        """Room for the name, and the mark and count where there are any."""
        width = 2 * SIDE + self._name_width()
        if self.worst:
            counted = QFontMetrics(font("regular", 12)).horizontalAdvance(self._count_words())
            width += GAP + MARK + counted
        return QSize(width, HEIGHT)

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """Name, worst mark with its count, and a heavy line beneath the stage one is in."""
        palette = self._desk.palette
        with painting(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
            here = self.isChecked()
            painter.setFont(font("semibold" if here else "regular", 13))
            painter.setPen(colour(palette["ink" if here or self.underMouse() else "second"]))
            middle = Qt.AlignmentFlag.AlignVCenter
            painter.drawText(QRectF(SIDE, 0, self.width(), HEIGHT), middle, self.text())
            if self.worst:
                x = SIDE + float(GAP) + self._name_width()
                paint_mark(painter, QRectF(x, 14, 5, 12), self.worst[0], palette)
                painter.setFont(font("regular", 12))
                painter.setPen(colour(palette["ink"]))
                painter.drawText(QRectF(x + MARK, 0, 40, HEIGHT), middle, self._count_words())
            if here:
                line = QRectF(SIDE, HEIGHT - 4, self.width() - 2 * SIDE, 3)
                painter.fillRect(line, colour(palette["ink"]))
            if self.hasFocus():
                painter.setPen(QPen(colour(palette["accent"]), 2))
                painter.drawRect(self.rect().adjusted(1, 2, -2, -3))


class Walk(QWidget):
    """All stages in a strip, groups parted by hairlines."""

    chosen = pyqtSignal(str)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.setWhatsThis(
            "The stages of the work in their order, with the counts of what was found."
        )
        self.setFixedHeight(HEIGHT)
        row = tight(QHBoxLayout(self), (8, 0, 8, 0), 0)
        self._group = QButtonGroup(self)
        self._buttons: dict[str, StageButton] = {}
        self._gaps: list[tuple[StageButton, StageButton]] = []
        before: Stage | None = None
        for number, stage in enumerate(desk.stages, 1):
            button = StageButton(desk, stage, number)
            button.clicked.connect(lambda _on, name=stage.id: self.chosen.emit(name))
            self._group.addButton(button)
            if before is not None and before.group != stage.group:
                row.addSpacing(BETWEEN)
                self._gaps.append((self._buttons[before.id], button))
            self._buttons[stage.id] = button
            row.addWidget(button)
            before = stage
        row.addStretch(1)

    def show_stage(self, stage: str) -> None:
        """Mark where one is."""
        self._buttons[stage].setChecked(True)

    def button(self, stage: str) -> StageButton:
        """The button of a stage."""
        return self._buttons[stage]

    def refresh(self) -> None:
        """Count findings anew; the same finding on several areas counts once."""
        found: dict[str, dict[Severity, set[object]]] = {}
        for finding in self._desk.results.open_findings:
            by_severity = found.setdefault(finding.stage, {})
            by_severity.setdefault(finding.severity, set()).add(finding.kin)
        for stage, button in self._buttons.items():
            counts = found.get(stage, {})
            button.show_counts({s: len(counts.get(s, ())) for s in SEVERITIES})

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """A hairline beneath, and one between groups."""
        with painting(self) as painter:
            painter.setPen(colour(self._desk.palette["hairline"]))
            painter.drawLine(0, HEIGHT - 1, self.width(), HEIGHT - 1)
            for left, right in self._gaps:
                x = (left.geometry().right() + right.geometry().left()) // 2
                painter.drawLine(x, 11, x, HEIGHT - 12)
