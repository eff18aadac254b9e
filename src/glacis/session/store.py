# SPDX-License-Identifier: GPL-3.0-or-later
"""The open document, its history and who wants to hear of changes."""

from collections.abc import Callable

from msgspec import Struct

from glacis.core.model.document import Project
from glacis.core.model.edit import Change
from glacis.core.model.validate import check_project

DEEPEST = 2000
"""Steps of history kept; documents share their unchanged parts, so a step is small."""


class HistoryStep(Struct, frozen=True):
    """A document as it was, and what was done to leave it."""

    document: Project
    label: str
    merge: str


def _any(_document: Project) -> None:
    """For stores whose documents nobody works out."""


class Store:
    """Holds one document at a time and every document before and after it.

    ``vet`` sees every document before it takes the place of another, and may refuse it.

    A change that makes an equal document is no step. Changes with the same ``merge`` key
    in a row are one step, so that a drag is undone at once.
    """

    def __init__(self, document: Project) -> None:
        self._document = document
        self._saved = document
        self._undo: list[HistoryStep] = []
        self._redo: list[HistoryStep] = []
        self._listeners: list[Callable[[], None]] = []
        self._merging = ""
        self.vet: Callable[[Project], None] = _any

    @property
    def document(self) -> Project:
        """The document as it is now."""
        return self._document

    @property
    def changed(self) -> bool:
        """Whether the document differs from what was last saved."""
        return self._document != self._saved

    @property
    def undo_label(self) -> str:
        """What undo would take back; empty where there is nothing."""
        return self._undo[-1].label if self._undo else ""

    @property
    def redo_label(self) -> str:
        """What redo would do again; empty where there is nothing."""
        return self._redo[-1].label if self._redo else ""

    def listen(self, listener: Callable[[], None]) -> None:
        """Call ``listener`` after every change of the document."""
        self._listeners.append(listener)

    def apply(self, label: str, change: Change, merge: str = "") -> bool:
        """Change the document.

        Args:
            label: what is done, for the undo menu.
            change: from the old document to the new one.
            merge: key of a gesture; the same key in a row makes one step.

        Returns:
            Whether anything changed.

        Raises:
            GlacisError: what ``change`` or validation refuses; the document stays as it was.
        """
        changed = change(self._document)
        if changed == self._document:
            return False
        check_project(changed)
        self.vet(changed)
        if not (merge and merge == self._merging and self._undo):
            self._undo.append(HistoryStep(self._document, label, merge))
            del self._undo[:-DEEPEST]
        self._merging = merge
        self._redo.clear()
        self._set(changed)
        return True

    def end_gesture(self) -> None:
        """The next change is a step of its own; a gesture that came back to its start is none."""
        if self._merging and self._undo and self._undo[-1].document == self._document:
            self._undo.pop()
        self._merging = ""

    def undo(self) -> None:
        """Go back one step."""
        if not self._undo:
            return
        self.vet(self._undo[-1].document)
        step = self._undo.pop()
        self._redo.append(HistoryStep(self._document, step.label, ""))
        self._merging = ""
        self._set(step.document)

    def redo(self) -> None:
        """Go forward one step."""
        if not self._redo:
            return
        self.vet(self._redo[-1].document)
        step = self._redo.pop()
        self._undo.append(HistoryStep(self._document, step.label, ""))
        self._merging = ""
        self._set(step.document)

    def mark_saved(self, document: Project | None = None) -> None:
        """Remember ``document``, by default the present one, as what is on disk."""
        self._saved = self._document if document is None else document
        self._notify()

    def replace_all(self, document: Project, saved: Project | None = None) -> None:
        """Open another document; the history of the old one is gone.

        Raises:
            GlacisError: where it is refused; the old document and its history stay.
        """
        self.vet(document)
        self._undo.clear()
        self._redo.clear()
        self._merging = ""
        self._saved = document if saved is None else saved
        self._set(document)

    def _set(self, document: Project) -> None:
        self._document = document
        self._notify()

    def _notify(self) -> None:
        for listener in self._listeners:
            listener()
