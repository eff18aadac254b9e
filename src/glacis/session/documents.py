# SPDX-License-Identifier: GPL-3.0-or-later
"""The file of a project: opening, saving, its lock, autosave and recovery."""

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from glacis.core.errors import GlacisError
from glacis.core.model.document import Project
from glacis.files.atomic import Stamp, stamp_of, sweep
from glacis.files.errors import WriteProtected, shown_name
from glacis.files.project_file import load, save
from glacis.session.journal import Journal, Kept
from glacis.session.locks import FileLock
from glacis.session.store import Store

if TYPE_CHECKING:
    from glacis.session.recovery import Recovered


def _untroubled(_fault: str) -> None:
    """For sessions that nobody watches."""


def _nobody(_path: Path) -> None:
    """For sessions that keep no list of files."""


class Documents:
    """Keeps a store's document and its files together.

    Attributes:
        path: of the document; None where it was never saved.
        stamp: of that file as it was last read or written.
        used: told every file that is opened or saved.
        troubled: told what keeps autosave from working, and with an empty text when it works again;
            on the thread that writes.
    """

    def __init__(self, store: Store, journals: Path | None) -> None:
        self._store = store
        self.troubled: Callable[[str], None] = _untroubled
        self._journal = None if journals is None else Journal(journals, told=self._tell)
        self._lock: FileLock | None = None
        self.path: Path | None = None
        self.stamp: Stamp | None = None
        self.used: Callable[[Path], None] = _nobody
        self._noted = store.document
        store.listen(self._note)

    @property
    def journal(self) -> Journal | None:
        """Where the newest document is kept until it is saved; None without autosave."""
        return self._journal

    def _tell(self, fault: str) -> None:
        self.troubled(fault)

    @property
    def trouble(self) -> str:
        """What keeps autosave from working now; empty for nothing."""
        return self._journal.fault if self._journal is not None else ""

    def _note(self) -> None:
        project = self._store.document
        if project is self._noted or self._journal is None:
            return
        self._noted = project
        if self._store.changed:
            self._journal.note(Kept(project, self.path, self.stamp))
        else:
            self._journal.forget()

    def begin(self, project: Project) -> None:
        """Take up a project that has no file.

        Raises:
            GlacisError: where it is refused; the present document then stays.
        """
        self._store.vet(project)
        self._release()
        self.path = None
        self._store.replace_all(project)

    def open(self, path: Path) -> str:
        """Open a project; the answer says what is wrong, empty for nothing.

        The present document stays unless the new one is whole.
        """
        try:
            project = load(path)
            self._store.vet(project)
        except GlacisError as fault:
            return str(fault)
        lock = FileLock(path)
        if self._lock is not None and self._lock.path == lock.path:
            lock = self._lock
        elif not lock.take():
            return f"{shown_name(path)} is open in another window."
        sweep(lock.path.parent, lock.path.name)
        if lock is not self._lock:
            self._release()
        self._lock = lock
        self.stamp = stamp_of(path)
        self.path = path
        self._store.replace_all(project)
        self.used(path)
        return ""

    def save(self, path: Path, *, over_protected: bool = False) -> str:
        """Save the document; the answer says what is wrong, empty for nothing.

        Raises:
            WriteProtected: for a file that its owner protected, unless that is allowed.
        """
        project = self._store.document
        lock = FileLock(path)
        if self._lock is not None and self._lock.path == lock.path:
            lock = self._lock
        else:
            if not lock.take():
                return f"{shown_name(path)} is open in another window."
        try:
            save(project, path, over_protected=over_protected)
        except GlacisError as fault:
            if lock is not self._lock:
                lock.release()
            if isinstance(fault, WriteProtected):
                raise
            return str(fault)
        if lock is not self._lock:
            self._release()
        self._lock = lock
        self.stamp = stamp_of(path)
        self.path = path
        self._store.mark_saved(project)
        if self._journal is not None:
            self._journal.forget()
        self.used(path)
        return ""

    def recover(self, recovered: "Recovered", blank: Project) -> None:
        """Take up a document that a crash left behind, unsaved.

        Its journal goes only once it stands in ours. A file that someone else wrote since stays
        theirs: the document then has none.

        Args:
            recovered: what was found.
            blank: what counts as saved where its file cannot be had.

        Raises:
            GlacisError: where it is refused; it is then kept, and the present document stays.
        """
        from glacis.session.recovery import discard

        self._store.vet(recovered.kept.project)
        self._release()
        kept = recovered.kept
        path = None if recovered.overtaken else kept.path
        saved: Project | None = None
        if path is not None:
            lock = FileLock(path)
            if path.exists() and lock.take():
                self._lock = lock
                self.stamp = kept.stamp
                try:
                    saved = load(path)
                except GlacisError:
                    saved = None
            else:
                path = None
        self.path = path
        self._noted = kept.project
        ours = Kept(kept.project, path, self.stamp)
        if self._journal is None or self._journal.write_now(ours):
            discard(recovered)
        self._store.replace_all(kept.project, saved or blank)

    def _release(self) -> None:
        if self._journal is not None:
            self._journal.forget()
        self.stamp = None
        if self._lock is not None:
            self._lock.release()
            self._lock = None

    def leave(self) -> None:
        """End at once: an unsaved document stays in the journal, for the next start to offer."""
        if self._journal is not None:
            if self._store.changed:
                self._journal.abandon()
            else:
                self._journal.close()
        if self._lock is not None:
            self._lock.release()
            self._lock = None

    def close(self) -> None:
        """Leave nothing behind."""
        self._release()
        if self._journal is not None:
            self._journal.close()
