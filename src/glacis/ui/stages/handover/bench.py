"""The Handover bench: the report as it will print, and what else can be taken along."""

from collections.abc import Callable
from pathlib import Path

import msgspec
from PyQt6.QtCore import QBuffer, QByteArray, QIODevice, QSize, Qt
from PyQt6.QtGui import QPixmap
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QLabel,
    QMenu,
    QProgressBar,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from glacis.core.errors import GlacisError
from glacis.files.atomic import write_atomic
from glacis.session.jobs import Progress
from glacis.ui.bench import Bench
from glacis.ui.desk import Desk
from glacis.ui.jobs import JobRunner
from glacis.ui.prompts import Prompts
from glacis.ui.widgets.labels import clear, label, tight


class HandoverBench(Bench):
    """Previews and writes the report."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Handover")
        self._prompts = prompts
        self.jobs = JobRunner(self)
        self._content: bytes | None = None
        self._of: object = None
        self._report = self._button(
            "Write report…", "Write the report as PDF (Ctrl+P)", self.write_report
        )
        self._report.setProperty("leading", True)
        self.schedules = QMenu(self)
        for words, slot in (
            ("Layers of every area…", self.write_layers),
            ("Edges and their lengths…", self.write_edges),
            ("Angles of cuts…", self.write_cuts),
            ("Roof as a DXF drawing…", self.write_dxf),
            ("Cut cards as PDF…", self.write_cards),
        ):
            action = self.schedules.addAction(words)
            if action is not None:
                action.triggered.connect(slot)
        self._schedules = self._button(
            "Schedules…", "Write tables as CSV, the roof as DXF, cut cards", self._offer_schedules
        )
        self._json = self._button(
            "Results as JSON…", "Write all results at full precision", self.write_results
        )
        progress = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self._bar = QProgressBar()
        self._bar.setRange(0, 100)
        self._bar.setTextVisible(False)
        self._bar.setAccessibleName("Progress of the report")
        self._doing = label(kind="second small")
        self._cancel = QPushButton("Cancel")
        self._cancel.clicked.connect(self._stop)
        for widget, stretch in ((self._bar, 1), (self._doing, 0), (self._cancel, 0)):
            progress.addWidget(widget, stretch)
        self._progress = QWidget()
        self._progress.setLayout(progress)
        self._progress.hide()
        self.column.addWidget(self._progress)
        self._scroll = QScrollArea()
        self._scroll.setWidgetResizable(True)
        self._scroll.setAccessibleName("Preview of the report")
        inside = QWidget()
        self._pages = tight(QVBoxLayout(inside), (0, 8, 8, 8), 12)
        self._scroll.setWidget(inside)
        self.column.addWidget(self._scroll, 1)
        self.jobs.progressed.connect(self._show_progress)
        self.jobs.ended.connect(self._progress.hide)

    def _button(self, text: str, tip: str, slot: Callable[[], None]) -> QPushButton:
        button = QPushButton(text)
        button.setToolTip(tip)
        button.clicked.connect(slot)
        self.controls.addWidget(button)
        return button

    def refresh(self) -> None:
        """Make the preview anew where the document has changed."""
        ready = bool(self.desk.project.areas)
        for button in (self._report, self._schedules, self._json):
            button.setEnabled(ready)
        if not ready:
            self.say(self.empty_words())
            clear(self._pages)
            self._content, self._of = None, None
            return
        if self.isVisible() and self._of != (self.desk.project, self.desk.settings.theme):
            self._begin()

    def showEvent(self, event: object) -> None:
        """Coming here makes the preview."""
        super().showEvent(event)  # type: ignore[arg-type]
        self.refresh()

    def _begin(self) -> None:
        project, results = self.desk.project, self.desk.results
        self._of = (project, self.desk.settings.theme)
        self.say("making the report…")

        def work(progress: Progress) -> bytes:
            from glacis.report.pdf import report_pdf

            return report_pdf(project, results, progress)

        self._progress.show()
        self._bar.setValue(0)
        self.jobs.start(work, self._ready, self._failed)

    def _show_progress(self, share: float, words: str) -> None:
        self._bar.setValue(round(share * 100))
        self._doing.setText(words)

    def _stop(self) -> None:
        self.jobs.cancel()
        self.say("stopped; change something or come back to make the report")

    def _failed(self, fault: Exception) -> None:
        self.say("the report could not be made")
        self.said.emit(f"The report could not be made: {fault}", True)

    def _ready(self, content: bytes) -> None:
        self._content = content
        self._show_pages(content)

    def _show_pages(self, content: bytes) -> None:
        from PyQt6.QtPdf import QPdfDocument

        clear(self._pages)
        buffer = QBuffer()
        buffer.setData(QByteArray(content))
        buffer.open(QIODevice.OpenModeFlag.ReadOnly)
        document = QPdfDocument(None)
        document.load(buffer)
        count = document.pageCount()
        width = max(300, min(700, self._scroll.width() - 48))
        for number in range(count):
            size = document.pagePointSize(number)
            height = round(width * size.height() / max(1.0, size.width()))
            image = document.render(number, QSize(width, height))
            sheet = QLabel()
            sheet.setPixmap(QPixmap.fromImage(image))
            sheet.setFixedSize(width, height)
            sheet.setStyleSheet("background: white;")
            sheet.setAccessibleName(f"Page {number + 1} of {count}")
            self._pages.addWidget(sheet, 0, Qt.AlignmentFlag.AlignHCenter)
        self._pages.addStretch(1)
        document.close()
        self.say(f"{count} pages, unresolved findings first")

    def _proposal(self, suffix: str) -> str:
        if self.desk.path is not None:
            return str(self.desk.path.with_suffix(suffix))
        return str(Path.home() / (self.desk.project.name.replace("/", "-") + suffix))

    def _write(self, title: str, suffix: str, kinds: str, content: bytes) -> None:
        path = self._prompts.save_path(self, title, self._proposal(suffix), kinds)
        if path is None:
            return
        try:
            write_atomic(path, content)
        except GlacisError as fault:
            self._prompts.tell(self, "Not written", str(fault))
            return
        self.said.emit(f"Written: {path.name}", False)

    def write_report(self) -> None:
        """Ask where, and write the report; where it is still being made, make it first."""
        if not self.desk.project.areas:
            return
        if self._content is not None and self._of == (self.desk.project, self.desk.settings.theme):
            self._write("Write report", ".pdf", "PDF (*.pdf)", self._content)
            return
        self._begin()
        self.said.emit("The report is being made; write it when its pages are here.", False)

    def _offer_schedules(self) -> None:
        self.schedules.popup(self._schedules.mapToGlobal(self._schedules.rect().bottomLeft()))

    def write_layers(self) -> None:
        """Ask where, and write the layers."""
        from glacis.files.layers_csv import layers_csv

        content = layers_csv(self.desk.results).encode()
        self._write("Write layers", ".csv", "CSV (*.csv)", content)

    def write_edges(self) -> None:
        """Ask where, and write the edges and junctions with their lengths."""
        from glacis.files.shape_csv import edges_csv

        content = edges_csv(self.desk.project).encode()
        self._write("Write edges", ".csv", "CSV (*.csv)", content)

    def write_cuts(self) -> None:
        """Ask where, and write the angles of the cuts."""
        from glacis.files.shape_csv import cuts_csv

        content = cuts_csv(self.desk.project).encode()
        self._write("Write cuts", ".csv", "CSV (*.csv)", content)

    def write_dxf(self) -> None:
        """Ask where, and write the roof as a drawing."""
        from glacis.files.dxf_write import roof_dxf

        self._write("Write drawing", ".dxf", "DXF (*.dxf)", roof_dxf(self.desk.project))

    def write_cards(self) -> None:
        """Ask where, and write a card for every cut."""
        from glacis.core.shape.cuts import Saw
        from glacis.report.cut_cards import cut_cards_pdf

        content = cut_cards_pdf(self.desk.project, Saw())
        self._write("Write cut cards", " cut cards.pdf", "PDF (*.pdf)", content)

    def write_results(self) -> None:
        """Ask where, and write the results."""
        from glacis.files.results import results_json

        made = msgspec.json.encode(results_json(self.desk.project, self.desk.results))
        self._write("Write results", ".json", "JSON (*.json)", msgspec.json.format(made, indent=2))
