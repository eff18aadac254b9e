# SPDX-License-Identifier: GPL-3.0-or-later
"""The Handover bench: the report as it will print, and what else can be taken along."""

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PyQt6.QtCore import QBuffer, QByteArray, QIODevice, QSize, Qt
from PyQt6.QtGui import QPixmap
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QMenu,
    QProgressBar,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from glacis.core.analysis.again import known_to
from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE, Failed, Pending, Ready
from glacis.core.log.as_built import attachments_of
from glacis.report.apart import export_apart
from glacis.report.offers import Export, exports
from glacis.report.pdf import REPORT
from glacis.session.attachments import beside
from glacis.session.jobs import Endings
from glacis.ui.bench import Bench
from glacis.ui.desk import Desk
from glacis.ui.outputs import write_out
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.widgets.labels import clear, label, tight
from glacis.ui.widgets.waiting import Waiting

EXPORTING = "export"
PACK = "pack"


class HandoverBench(Bench):
    """Previews and writes the report, and everything else the stages offer."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Handover")
        self._prompts = prompts
        self._shown: bytes | None = None
        self._stopped: Results | None = None
        self._report = self._button(
            "Write report…", "Write the report as PDF (Ctrl+P)", self.write_report
        )
        self._report.setProperty("leading", True)
        self.files = QMenu(self)
        self.packs = QMenu(self)
        for export in exports(desk.stages):
            menu = self.packs if export.id.startswith(PACK) or export.id == "page" else self.files
            action = menu.addAction(f"{export.words} ({export.kind})…")
            if action is not None:
                action.triggered.connect(partial(self.write, export))
        self._files = self._button(
            "Take along…", "Schedules, drawings, cards and results in open formats", self._offer
        )
        self._packs = self._button(
            "Hand over…",
            "A pack for the authority, the crew or the owner, a page for a browser, or everything with a manifest",
            lambda: self.packs.popup(self._packs.mapToGlobal(self._packs.rect().bottomLeft())),
        )
        self.column.addWidget(self._make_progress())
        self._scroll = QScrollArea()
        self._scroll.setWidgetResizable(True)
        self._scroll.setAccessibleName("Preview of the report")
        inside = QWidget()
        self._pages = tight(QVBoxLayout(inside), (0, 8, 8, 8), 12)
        self._scroll.setWidget(inside)
        self.column.addWidget(self._scroll, 1)
        desk.got_on.connect(self._follow)

    def _make_progress(self) -> QWidget:
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self._bar = QProgressBar()
        self._bar.setRange(0, 100)
        self._bar.setTextVisible(False)
        self._bar.setAccessibleName("Progress of the report")
        self._doing = label(kind="second small")
        self._cancel = QPushButton("Cancel")
        self._cancel.setToolTip("Stop making the report")
        self._cancel.clicked.connect(self.stop)
        for widget, stretch in ((self._bar, 1), (self._doing, 0), (self._cancel, 0)):
            row.addWidget(widget, stretch)
        self._progress = QWidget()
        self._progress.setLayout(row)
        self._progress.hide()
        return self._progress

    def _button(self, text: str, tip: str, slot: Callable[[], None]) -> QPushButton:
        button = QPushButton(text)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(slot)
        self.controls.addWidget(button)
        return button

    @property
    def busy(self) -> bool:
        """Whether the report is being made."""
        return self.desk.session.jobs.job((REPORT.name, WHOLE)) is not None

    @property
    def ready(self) -> bytes | None:
        """The report of the present document; None where it is not made yet."""
        state = self.desk.results.state(REPORT)
        return state.value if isinstance(state, Ready) else None

    def refresh(self) -> None:
        """Show the report of the present document; make it where it is not there."""
        there = bool(self.desk.project.areas)
        for button in (self._report, self._files, self._packs):
            button.setEnabled(there)
        if not there:
            self._progress.hide()
            self.say(self.empty_words())
            clear(self._pages)
            self._shown = None
        elif self.isVisible() and self._stopped is not self.desk.results:
            self._begin()

    def showEvent(self, event: object) -> None:
        """Coming here makes the preview."""
        super().showEvent(event)  # type: ignore[arg-type]
        self._stopped = None
        self.refresh()

    def _begin(self) -> None:
        self._stopped = None
        self.desk.want(REPORT)
        self._follow()

    def _follow(self) -> None:
        """Show how the report gets on."""
        if not self.isVisible() or not self.desk.project.areas:
            return
        state = self.desk.session.state(REPORT)
        self._progress.setVisible(self.busy)
        if isinstance(state, Ready):
            self._show_pages(state.value)
        elif isinstance(state, Failed):
            self.say("the report could not be made")
            self.said.emit(f"The report could not be made: {state.why}", True)
        elif isinstance(state, Pending) and self.busy:
            self.say("making the report…")
            self._bar.setValue(round(state.share * 100))
            self._doing.setText(state.words)

    def stop(self) -> None:
        """Stop making the report."""
        self._stopped = self.desk.results
        self.desk.session.jobs.cancel((REPORT.name, WHOLE))
        self._progress.hide()
        self.say("stopped; change something or come back to make the report")

    def _show_pages(self, content: bytes) -> None:
        if content is self._shown:
            return
        from PyQt6.QtPdf import QPdfDocument

        self._shown = content
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
            sheet = label()
            sheet.setPixmap(QPixmap.fromImage(image))
            sheet.setFixedSize(width, height)
            sheet.setStyleSheet("background: white;")
            sheet.setAccessibleName(f"Page {number + 1} of {count}")
            self._pages.addWidget(sheet, 0, Qt.AlignmentFlag.AlignHCenter)
        self._pages.addStretch(1)
        document.close()
        self.say(f"{count} pages, unresolved findings first")

    def _proposal(self, name: str) -> str:
        path, project = self.desk.path, self.desk.project
        return (
            f"{project.name or 'Roof'}{name}"
            if path is None
            else str(path.with_name(f"{path.stem}{name}"))
        )

    def _write(self, title: str, proposal: str, kinds: str, make: Callable[[], bytes]) -> None:
        path = self._prompts.save_path(self, title, proposal, kinds)
        if path is not None:
            self._write_to(path, make)

    def _write_to(self, path: Path, make: Callable[[], bytes]) -> None:
        written = write_out(self.desk, self._prompts, self, path, make)
        if written:
            self.said.emit(written, False)

    def write_report(self) -> None:
        """Ask where, and write the report; where it is still being made, make it first."""
        if not self.desk.project.areas:
            return
        content = self.ready
        if content is None:
            self._begin()
            self.said.emit("The report is being made; write it when its pages are here.", False)
            return
        self._write("Write report", self._proposal(".pdf"), "PDF (*.pdf)", lambda: content)

    def write(self, export: Export) -> None:
        """Ask where, and write one of the files that the stages offer."""
        proposal = self._proposal(f" {export.id}{export.suffix}")
        kinds = f"{export.kind} (*{export.suffix})"
        title = f"Write: {export.words.lower()}"
        if export.of_hours:  # what was run lies in this process
            self._write(title, proposal, kinds, partial(export.make, self.desk.results))
            return
        path = self._prompts.save_path(self, title, proposal, kinds)
        if path is not None:
            self._write_apart(export, path)

    def shut_down(self) -> None:
        """Files that are being made are no longer wanted."""
        for export in exports(self.desk.stages):
            self.desk.session.jobs.cancel((EXPORTING, export.id))

    def _write_apart(self, export: Export, path: Path) -> None:
        """Have a file made beside the window, then write it."""
        jobs, name = self.desk.session.jobs, (EXPORTING, export.id)
        waiting = Waiting(self, f"Making {export.words.lower()}…", lambda: jobs.cancel(name))

        def done(content: bytes) -> None:
            waiting.end()
            self._write_to(path, lambda: self._whole(export, content))

        def failed(fault: Exception) -> None:
            waiting.end()
            self._prompts.tell(self, "Not written", str(fault))

        work = partial(export_apart, known=known_to(self.desk.results.reader), name=export.id)
        jobs.start(name, work, Endings(done, failed, lambda _share, _words: None))

    def _whole(self, export: Export, content: bytes) -> bytes:
        """What was made; everything takes the photographs along that lie beside the project."""
        if export.id != PACK:
            return content
        from glacis.report.packs.bundle import with_more

        project = self.desk.project
        more = beside(self.desk.path, attachments_of(project.log))
        return with_more(content, more, project.name)

    def _offer(self) -> None:
        self.files.popup(self._files.mapToGlobal(self._files.rect().bottomLeft()))
