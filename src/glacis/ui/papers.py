# SPDX-License-Identifier: GPL-3.0-or-later
"""New, open, save: how documents come onto the desk of a window and into files."""

from functools import partial
from pathlib import Path

from PyQt6.QtCore import QObject, Qt, pyqtSignal
from PyQt6.QtWidgets import QMenu, QWidget

from glacis.core.judgement.finding import Finding
from glacis.core.model.document import Project, Site
from glacis.demo.shipped import DemoName, shipped_demo
from glacis.files.atomic import stamp_of
from glacis.files.errors import WriteProtected, shown_name
from glacis.files.project_file import SUFFIX
from glacis.session.documents import Documents
from glacis.ui.desk import Desk
from glacis.ui.outputs import may_replace, write_out
from glacis.ui.prompts import Prompts


def empty_project(sites: tuple[Site, ...]) -> Project:
    """A project with a site and nothing on it."""
    return Project(name="Untitled", site=sites[0])


class Papers(QObject):
    """The documents of a window; none is left without asking what becomes of unsaved work."""

    taken_up = pyqtSignal()
    """Another document came onto the desk."""
    said = pyqtSignal(str)

    def __init__(self, desk: Desk, prompts: Prompts, over: QWidget) -> None:
        super().__init__(over)
        self._desk = desk
        self._prompts = prompts
        self._over = over

    @property
    def documents(self) -> Documents:
        """The file of the document."""
        return self._desk.session.documents

    def new_project(self) -> None:
        """Begin an empty project."""
        if self.may_leave():
            self._desk.open_document(empty_project(self._desk.sites))
            self.taken_up.emit()

    def open_demo(self, name: DemoName = "tern-point") -> None:
        """Open one of the demo projects."""
        if self.may_leave():
            self._desk.open_document(shipped_demo(name))
            self.taken_up.emit()

    def open_example(self) -> None:
        """Offer the example roofs."""
        from glacis.demo.examples import EXAMPLES

        menu = QMenu(self._over)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        for example in EXAMPLES:
            entry = menu.addAction(example.title)
            if entry is not None:
                entry.triggered.connect(lambda _on=False, name=example.id: self.take_example(name))
        menu.popup(self._over.mapToGlobal(self._over.rect().topLeft()))

    def take_example(self, identifier: str) -> None:
        """Open an example as a new project."""
        from glacis.demo.examples import EXAMPLES, example_project

        if not self.may_leave():
            return
        chosen = next(example for example in EXAMPLES if example.id == identifier)
        engine = self._desk.session.analyser
        self._desk.open_document(example_project(chosen, self._desk.sites, lambda: engine))
        self.taken_up.emit()

    def open_project(self) -> None:
        """Ask for a project and open it."""
        path = self._prompts.open_path(self._over, self._prompts.folder)
        if path is not None:
            self.open_path(path)

    def open_path(self, path: Path) -> None:
        """Open a project file."""
        if not self.may_leave():
            return
        fault = self._desk.take_up(partial(self.documents.open, path))
        if fault:
            self._prompts.tell(self._over, "Not opened", fault)

    def save(self) -> bool:
        """Save where the project belongs; ask where it belongs nowhere yet."""
        if self._desk.path is None:
            return self.save_as()
        known, now = self.documents.stamp, stamp_of(self._desk.path)
        if known is not None and now not in (known, None):
            name = shown_name(self._desk.path)
            text = f"{name} was changed on disk by someone else since it was opened."
            if not self._prompts.confirm(self._over, "Changed on disk", text, "Overwrite it"):
                return False
        return self._save_to(self._desk.path)

    def save_as(self) -> bool:
        """Ask where, and save."""
        proposal = str(self._desk.path or f"{self._desk.project.name or 'Roof'}{SUFFIX}")
        kinds = f"Glacis projects (*{SUFFIX})"
        path = self._prompts.save_path(self._over, "Save project", proposal, kinds)
        if path is None:
            return False
        if not path.suffix:
            # The dialog asked about the name without its ending.
            path = path.with_suffix(SUFFIX)
            text = f"{shown_name(path)} is there already."
            if path.exists() and not self._prompts.confirm(
                self._over, "Replace", text, "Replace it"
            ):
                return False
        return self._save_to(path)

    def _save_to(self, path: Path) -> bool:
        before = self._desk.path
        try:
            fault = self.documents.save(path)
        except WriteProtected:
            if not may_replace(self._prompts, self._over, path):
                return False
            fault = self.documents.save(path, over_protected=True)
        if fault:
            self._prompts.tell(self._over, "Not saved", fault)
            return False
        self._carry_photographs(before, path)
        self.said.emit(f"Saved: {shown_name(path)}")
        return True

    def _carry_photographs(self, before: Path | None, path: Path) -> None:
        """Copy what lies beside the project to where it was saved now."""
        if before is None or before == path or not self._desk.project.log.entries:
            return
        from glacis.core.log.as_built import attachments_of
        from glacis.session.attachments import carry_over

        lost = carry_over(before, path, attachments_of(self._desk.project.log))
        if lost:
            words = f"These lay beside the old file and could not be copied: {', '.join(lost)}."
            self._prompts.tell(self._over, "Photographs left behind", words)

    def write_finding(self, finding: Finding) -> None:
        """Ask where, and write one finding as a page that a layman follows."""
        title = self._desk.results.rule(finding).title
        proposal = f"{self._desk.project.name or 'Roof'}: {title}.pdf".replace("/", " ")
        path = self._prompts.save_path(self._over, "Write the finding", proposal, "PDF (*.pdf)")
        if path is None:
            return
        results = self._desk.results

        def made() -> bytes:
            from glacis.report.finding_page import finding_pdf

            return finding_pdf(results, finding)

        said = write_out(self._desk, self._prompts, self._over, path, made)
        if said:
            self.said.emit(said)

    def may_leave(self) -> bool:
        """Whether the present document may be left: saved, or given up by the user."""
        if not self._desk.store.changed:
            return True
        answer = self._prompts.unsaved(self._over, self._desk.project.name)
        if answer == "save":
            return self.save()
        return answer == "discard"
