"""The walk: the stages in the order of work, each with its open findings."""

from PyQt6.QtCore import QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QFontMetrics, QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QAbstractButton, QButtonGroup, QHBoxLayout, QWidget

from glacis.core.judgement.finding import SEVERITIES, Finding, Severity
from glacis.ui.desk import STAGES, Desk
from glacis.ui.theme.theme import colour, font
from glacis.ui.widgets.labels import tight
from glacis.ui.widgets.severity import paint_mark

TITLES = {
    "site": "Site",
    "shape": "Shape",
    "build-up": "Build-up",
    "heat": "Heat",
    "moisture": "Moisture",
    "compare": "Compare",
    "handover": "Handover",
}
HEIGHT = 40


def group_key(finding: Finding) -> tuple[str, tuple[str, ...], str]:
    """What makes findings of several areas one and the same."""
    return finding.rule, finding.layers, finding.message("si")


class StageButton(QAbstractButton):
    """A stage of the walk with the counts of its findings."""

    def __init__(self, desk: Desk, stage: str, number: int) -> None:
        super().__init__()
        self._desk = desk
        self._number = number
        self._counts: dict[Severity, int] = {}
        self.setText(TITLES[stage])
        self.setCheckable(True)
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setFixedHeight(HEIGHT)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def show_counts(self, counts: dict[Severity, int]) -> None:
        """Show how many findings of each severity wait here."""
        fresh = {severity: n for severity, n in counts.items() if n}
        if fresh == self._counts and self.accessibleName():
            return
        self._counts = fresh
        words = ", ".join(f"{n} {severity}" for severity, n in self._counts.items())
        self.setToolTip(f"{self.text()} (Ctrl+{self._number}): {words or 'nothing open'}")
        self.setAccessibleName(f"{self.text()}, {words or 'nothing open'}")
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """Room for number, name and counts."""
        words = QFontMetrics(font("semibold", 13)).horizontalAdvance(self.text())
        return QSize(44 + words + 26 * len(self._counts) + 12, HEIGHT)

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """Number, name, counts, and a heavy line beneath the stage one is in."""
        palette = self._desk.palette
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
        here = self.isChecked()
        painter.setFont(font("regular", 12))
        painter.setPen(colour(palette["second"]))
        painter.drawText(
            QRectF(16, 0, 12, HEIGHT), Qt.AlignmentFlag.AlignVCenter, str(self._number)
        )
        painter.setFont(font("semibold" if here else "regular", 13))
        painter.setPen(colour(palette["ink" if here or self.underMouse() else "second"]))
        name = QRectF(30, 0, self.width(), HEIGHT)
        painter.drawText(name, Qt.AlignmentFlag.AlignVCenter, self.text())
        x = 38.0 + QFontMetrics(font("semibold", 13)).horizontalAdvance(self.text())
        painter.setFont(font("regular", 12))
        for severity, count in self._counts.items():
            paint_mark(painter, QRectF(x, 14, 5, 12), severity, palette)
            painter.setPen(colour(palette["ink"]))
            painter.drawText(
                QRectF(x + 9, 0, 20, HEIGHT), Qt.AlignmentFlag.AlignVCenter, str(count)
            )
            x += 26
        if here:
            painter.fillRect(QRectF(16, HEIGHT - 4, self.width() - 28, 3), colour(palette["ink"]))
        if self.hasFocus():
            painter.setPen(QPen(colour(palette["accent"]), 2))
            painter.drawRect(self.rect().adjusted(2, 2, -3, -3))
        painter.end()


class Walk(QWidget):
    """All stages in a strip."""

    chosen = pyqtSignal(str)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.setFixedHeight(HEIGHT)
        row = tight(QHBoxLayout(self), (0, 0, 8, 0), 0)
        self._group = QButtonGroup(self)
        self._buttons: dict[str, StageButton] = {}
        for number, stage in enumerate(STAGES, 1):
            button = StageButton(desk, stage, number)
            button.clicked.connect(lambda _on, name=stage: self.chosen.emit(name))
            self._group.addButton(button)
            self._buttons[stage] = button
            row.addWidget(button)
        row.addStretch(1)

    def show_stage(self, stage: str) -> None:
        """Mark where one is."""
        self._buttons[stage].setChecked(True)

    def refresh(self) -> None:
        """Count findings anew; the same finding on several areas counts once."""
        found: dict[str, dict[Severity, set[object]]] = {}
        for finding in self._desk.results.open_findings:
            by_severity = found.setdefault(finding.stage, {})
            by_severity.setdefault(finding.severity, set()).add(group_key(finding))
        for stage, button in self._buttons.items():
            counts = found.get(stage, {})
            button.show_counts({s: len(counts.get(s, ())) for s in SEVERITIES})

    def paintEvent(self, _event: QPaintEvent | None) -> None:
        """A hairline beneath."""
        painter = QPainter(self)
        painter.setPen(colour(self._desk.palette["hairline"]))
        painter.drawLine(0, HEIGHT - 1, self.width(), HEIGHT - 1)
        painter.end()
