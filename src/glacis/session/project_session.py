# SPDX-License-Identifier: GPL-3.0-or-later
"""One open project: document and history, results, background work, its file and autosave.

The window and the command line both stand on it; it knows no window.
"""

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import Any, TypeVar

from msgspec import Struct

from glacis.core.analysis.analyser import Analyser
from glacis.core.analysis.results import Results, Scope
from glacis.core.errors import GlacisError, NotWorkedOut
from glacis.core.graph.part import WHOLE, Failed, LongPart, Pending, Ready, State
from glacis.core.graph.reader import Reader
from glacis.core.materials.library import Library
from glacis.core.model.document import Material, Project, Site
from glacis.core.stages import STAGES, Stage
from glacis.session.documents import Documents
from glacis.session.jobs import Deliver, Endings, JobBoard, Name
from glacis.session.store import Store
from glacis.session.years import Years

Value = TypeVar("Value")


def at_once(call: Callable[[], None]) -> None:
    """Deliver on whatever thread it is: for programs without an event loop."""
    call()


class Surroundings(Struct, frozen=True):
    """Where a session runs; the usual ones are those of the command line.

    Attributes:
        journals: folder for autosave; None without it.
        series: folder of the numbers that documents name; None keeps none.
        deliver: has things done on the thread that owns the session.
        scope: what is worked out at first.
    """

    journals: Path | None = None
    series: Path | None = None
    deliver: Deliver = at_once
    scope: Scope = "all"


ALONE = Surroundings()


class ProjectSession:
    """A project and everything that goes on with it.

    Attributes:
        library: materials and families that everybody shares.
        sites: that come with Glacis.
        stages: of the work.
        years: weather that was read from files.
        analyser: documents to results.
        store: the document and its history.
        jobs: background work.
        documents: its file, lock and autosave.
    """

    def __init__(
        self,
        project: Project,
        library: Library,
        sites: tuple[Site, ...] = (),
        stages: tuple[Stage, ...] = STAGES,
        around: Surroundings = ALONE,
    ) -> None:
        self.library = library
        self.sites = sites
        self.stages = stages
        self.years = Years(around.series)
        self.analyser = Analyser(library, stages, self.years.hours)
        self.store = Store(project)
        self.jobs = JobBoard(around.deliver)
        self._scope: Scope = around.scope
        self._results = self.analyser.analyse(project, self._scope)
        self._failures: dict[Name, tuple[Results, str]] = {}
        self._under_way: dict[Name, Results] = {}
        self._listeners: list[Callable[[], None]] = []
        self._watchers: list[Callable[[], None]] = []
        self._vetted: tuple[Project, Results] | None = None
        self.store.vet = self._vet
        self.documents = Documents(self.store, around.journals)
        self.store.listen(self._document_changed)

    @property
    def project(self) -> Project:
        """The document."""
        return self.store.document

    @property
    def results(self) -> Results:
        """Everything that follows from the document."""
        return self._results

    @property
    def materials(self) -> dict[str, Material]:
        """All materials the project may use, by id."""
        return self.analyser.materials(self.project)

    def listen(self, listener: Callable[[], None]) -> None:
        """Call ``listener`` whenever the document or its results have changed."""
        self._listeners.append(listener)

    def watch(self, watcher: Callable[[], None]) -> None:
        """Call ``watcher`` whenever background work has got on."""
        self._watchers.append(watcher)

    @property
    def judges_all(self) -> bool:
        """Whether findings are looked for already."""
        return self._scope == "all"

    def judge_all(self) -> None:
        """Look for findings too, as from now on always.

        A window asks for it once it is painted, so that its start waits neither for rules nor for
        the roof to be measured.
        """
        if self._scope != "all":
            self._scope = "all"
            self._document_changed()

    def consider(self, change: Callable[[Project], Project]) -> Results:
        """The results of a change that is only being considered.

        Raises:
            GlacisError: what the change refuses.
        """
        return self.analyser.preview(change(self.project))

    def state(self, part: LongPart[Any, Value], subject: str = WHOLE) -> State[Value]:
        """How a long part stands."""
        state = self._results.state(part, subject)
        if not isinstance(state, Pending):
            return state
        job = self.jobs.job((part.name, subject))
        if job is not None:
            return Pending(job.share, job.words or "begins")
        failed = self._failures.get((part.name, subject))
        if failed is not None and failed[0] is self._results:
            return Failed(failed[1])
        return state

    def want(self, part: LongPart[Any, Value], subject: str = WHOLE) -> State[Value]:
        """How a long part stands; where nobody works on it for this document, that begins now."""
        name = (part.name, subject)
        state = self.state(part, subject)
        under_way = self._under_way.get(name) is self._results
        if isinstance(state, (Ready, Failed)) or (under_way and self.jobs.job(name)):
            return state
        reader = self._results.reader
        self._under_way[name] = self._results
        self._failures.pop(name, None)
        work = partial(part.work, part.reads(reader, subject))
        self.jobs.start(name, work, self._endings(part, subject, reader, self._results))
        return self.state(part, subject)

    def _endings(
        self, part: LongPart[Any, Value], subject: str, reader: Reader, results: Results
    ) -> Endings[Value]:
        def done(value: Value) -> None:
            reader.keep(part, subject, value)
            self._got_on()

        def failed(fault: Exception) -> None:
            self._failures[part.name, subject] = (results, str(fault))
            self._got_on()

        return Endings(done, failed, lambda _share, _words: self._got_on())

    def _got_on(self) -> None:
        for watcher in self._watchers:
            watcher()

    def _vet(self, project: Project) -> None:
        """Work a document out before it takes the place of the present one.

        Raises:
            GlacisError: where that cannot be done.
        """
        known = self._vetted
        if known is not None and known[0] is project and known[1].scope == self._scope:
            return
        self._vetted = None
        try:
            self._vetted = project, self.analyser.analyse(project, self._scope)
        except GlacisError:
            raise
        except Exception as fault:
            raise NotWorkedOut(fault) from fault

    def _document_changed(self) -> None:
        vetted, self._vetted = self._vetted, None
        if vetted is not None and vetted[0] is self.project:
            self._results = vetted[1]
        elif self._results.project is not self.project or self._results.scope != self._scope:
            self._results = self.analyser.analyse(self.project, self._scope)
        for listener in self._listeners:
            listener()

    def leave(self) -> None:
        """End at once: what is not saved stays behind for recovery."""
        self.documents.leave()
        self.jobs.finish()

    def close(self) -> None:
        """End what runs and leave nothing behind."""
        self.jobs.finish()
        self.documents.close()
