"""Opening, saving, autosaving and recovering documents."""

from pathlib import Path

from glacis.core.errors import GlacisError
from glacis.core.model.document import Project
from glacis.demo.shipped import DemoName, shipped_demo
from glacis.files.atomic import Stamp, stamp_of
from glacis.files.project_file import load, save
from glacis.session.journal import FileLock, Journal, Recovered, discard
from glacis.session.settings import save_settings, with_recent
from glacis.ui.desk import Desk


def empty_project(desk_sites: tuple[object, ...]) -> Project:
    """A project with a site and nothing on it."""
    return Project(name="Untitled", site=desk_sites[0])  # type: ignore[arg-type]


class Documents:
    """Keeps the desk's document and its files together."""

    def __init__(self, desk: Desk, config: Path, journals: Path) -> None:
        self._desk = desk
        self._config = config
        self._journal = Journal(journals)
        self._lock: FileLock | None = None
        self.stamp: Stamp | None = None
        self._noted = desk.project
        self._settings = desk.settings
        desk.changed.connect(self._note)

    def _note(self) -> None:
        if self._desk.settings != self._settings:
            self._settings = self._desk.settings
            save_settings(self._settings, self._config)
        project = self._desk.project
        if project is self._noted:
            return
        self._noted = project
        if self._desk.store.changed:
            self._journal.note(project, self._desk.path)
        else:
            self._journal.forget()

    def new(self) -> None:
        """An empty project."""
        self._release()
        self._desk.open_document(empty_project(self._desk.sites), None)

    def demo(self, name: DemoName = "tern-point") -> None:
        """One of the demo projects."""
        self._release()
        self._desk.open_document(shipped_demo(name), None)

    def example(self, identifier: str) -> None:
        """One of the example roofs, as a new project."""
        from glacis.demo.examples import EXAMPLES, example_project

        chosen = next(example for example in EXAMPLES if example.id == identifier)
        self._release()
        project = example_project(chosen, self._desk.sites, lambda: self._desk.analyser)
        self._desk.open_document(project, None)

    def open(self, path: Path) -> str:
        """Open a project; the answer says what is wrong, empty for nothing.

        The present document stays on the desk unless the new one is whole.
        """
        try:
            project = load(path)
        except GlacisError as fault:
            return str(fault)
        lock = FileLock(path)
        if self._lock is not None and self._lock.path == lock.path:
            lock = self._lock
        elif not lock.take():
            return f"{path.name} is open in another window."
        if lock is not self._lock:
            self._release()
        self._lock = lock
        self.stamp = stamp_of(path)
        self._desk.open_document(project, path)
        self._desk.set_settings(with_recent(self._desk.settings, path))
        return ""

    def save(self, path: Path) -> str:
        """Save the document; the answer says what is wrong, empty for nothing."""
        project = self._desk.project
        lock = self._lock
        if lock is None or lock.path != path.resolve():
            lock = FileLock(path)
            if not lock.take():
                return f"{path.name} is open in another window."
        try:
            save(project, path)
        except GlacisError as fault:
            if lock is not self._lock:
                lock.release()
            return str(fault)
        if lock is not self._lock:
            self._release()
        self._lock = lock
        self.stamp = stamp_of(path)
        self._desk.path = path
        self._desk.store.mark_saved(project)
        self._journal.forget()
        self._desk.set_settings(with_recent(self._desk.settings, path))
        return ""

    def recover(self, recovered: Recovered) -> None:
        """Put a document that a crash left behind on the desk, unsaved."""
        self._release()
        path = recovered.path
        saved: Project | None = None
        if path is not None:
            lock = FileLock(path)
            if path.exists() and lock.take():
                self._lock = lock
                self.stamp = stamp_of(path)
                try:
                    saved = load(path)
                except GlacisError:
                    saved = None
            else:
                path = None
        blank = empty_project(self._desk.sites)
        self._desk.open_document(recovered.project, path, saved or blank)
        self._journal.note(recovered.project, path)
        self._noted = recovered.project
        discard(recovered)

    def _release(self) -> None:
        self._journal.forget()
        self.stamp = None
        if self._lock is not None:
            self._lock.release()
            self._lock = None

    def close(self) -> None:
        """Leave nothing behind."""
        self._release()
        self._journal.close()
