# SPDX-License-Identifier: GPL-3.0-or-later
"""Long work in the background: progress, pause, cancel, and errors that reach the user.

Work runs in processes of its own, so that the window's thread never waits for its
interpreter lock, and so that it can be stopped at once wherever it is.
"""

import threading
from collections.abc import Callable
from typing import TYPE_CHECKING, Any, Generic, TypeVar

from msgspec import Struct

from glacis.core.graph.part import Progress

if TYPE_CHECKING:
    from glacis.session.worker_process import Worker

T = TypeVar("T")
Work = Callable[[Progress], T]
Deliver = Callable[[Callable[[], None]], None]
"""Has something done on the thread that owns the session."""
Name = tuple[str, str]
"""What a job is for: a part and its subject."""


class Endings(Struct, Generic[T], frozen=True):
    """What is called as a job goes on and when it ends, on the thread that owns the session."""

    done: Callable[[T], None]
    failed: Callable[[Exception], None]
    progressed: Callable[[float, str], None]


def _end(worker: "Worker") -> None:
    worker.end()


class Job(Generic[T]):
    """One piece of work, watched by a thread."""

    def __init__(self, work: Work[T], endings: Endings[T], deliver: Deliver) -> None:
        self._work = work
        self._endings = endings
        self._deliver = deliver
        self._cancelled = False
        self._paused = False
        self._worker: Worker | None = None
        self._lock = threading.Lock()
        self._spare: Worker | None = None
        self._back: Callable[[Worker], None] = _end
        self._thread = threading.Thread(target=self._watch, name="job", daemon=True)
        self.share = 0.0
        self.words = ""

    def start(self, spare: "Worker | None", back: "Callable[[Worker], None]") -> None:
        """Begin, on a worker that is free or a new one; ``back`` takes it when the work is done."""
        self._spare, self._back = spare, back
        self._thread.start()

    @property
    def running(self) -> bool:
        """Whether it has not ended yet."""
        return self._thread.is_alive()

    @property
    def paused(self) -> bool:
        """Whether it rests."""
        return self._paused

    def cancel(self) -> None:
        """End the work where it is; no ending is told."""
        with self._lock:
            self._cancelled = True
            if self._worker is not None:
                self._worker.kill()

    def pause(self) -> None:
        """Let the work rest where it is."""
        self._set_paused(True)

    def resume(self) -> None:
        """Let it go on."""
        self._set_paused(False)

    def join(self) -> None:
        """Wait for the end."""
        self._thread.join()

    def _set_paused(self, paused: bool) -> None:
        self._paused = paused
        with self._lock:
            if self._worker is not None:
                self._worker.rest() if paused else self._worker.go_on()

    def _tell(self, call: Callable[[], None]) -> None:
        def unless_cancelled() -> None:
            if not self._cancelled:
                call()

        self._deliver(unless_cancelled)

    def _progress(self, share: float, words: str) -> None:
        self.share, self.words = share, words
        self._tell(lambda: self._endings.progressed(share, words))

    def _watch(self) -> None:
        try:
            value = self._run()
        except Exception as fault:  # the job runner is where errors of all kinds are delivered
            told = fault
            self._tell(lambda: self._endings.failed(told))
        else:
            self._tell(lambda: self._endings.done(value))

    def _run(self) -> T:
        # Kept off the start of the window: most of it is subprocess and pickle.
        from glacis.session.worker_process import Worker

        worker = self._spare or Worker()
        with self._lock:
            self._worker = worker
            if self._cancelled:
                worker.kill()
        try:
            return worker.do(self._work, self._progress)
        finally:
            with self._lock:
                self._worker = None
            if self._cancelled or worker.broken:
                worker.end()
            else:
                self._back(worker)


def _unheard(_ending: object) -> None:
    """Nobody waits for a worker that is only warmed."""


class JobBoard:
    """All jobs of a session by what they are for; a newer one for the same thing wins."""

    def __init__(self, deliver: Deliver) -> None:
        self._deliver = deliver
        self._jobs: dict[Name, Job[Any]] = {}
        self._leaving: list[Job[Any]] = []
        self._free: list[Worker] = []
        self._warming: Job[None] | None = None

    def warm(self, work: Work[None]) -> None:
        """Have a worker that has loaded what comes next, unless there is one or one is at work."""
        if self._free or self._jobs or (self._warming is not None and self._warming.running):
            return
        nothing: Endings[None] = Endings(_unheard, _unheard, lambda _share, _words: None)
        self._warming = Job(work, nothing, self._deliver)
        self._warming.start(None, self._free.append)

    def start(self, name: Name, work: Work[T], endings: Endings[T]) -> None:
        """Begin ``work``, which pickles; an older job of this name is cancelled."""
        self.cancel(name)

        def done(value: T) -> None:
            self._jobs.pop(name, None)
            endings.done(value)

        def failed(fault: Exception) -> None:
            self._jobs.pop(name, None)
            endings.failed(fault)

        job = Job(work, Endings(done, failed, endings.progressed), self._deliver)
        self._jobs[name] = job
        job.start(self._free.pop() if self._free else None, self._free.append)

    def job(self, name: Name) -> Job[Any] | None:
        """The job of this name that is under way; None for none."""
        return self._jobs.get(name)

    @property
    def busy(self) -> bool:
        """Whether any job is under way."""
        return bool(self._jobs)

    def cancel(self, name: Name) -> None:
        """End a job where it is; its ending is not told."""
        job = self._jobs.pop(name, None)
        if job is not None:
            job.cancel()
            self._leaving = [gone for gone in (*self._leaving, job) if gone.running]

    def finish(self) -> None:
        """End all jobs and wait until nothing of them is left."""
        for name in tuple(self._jobs):
            self.cancel(name)
        if self._warming is not None:
            self._warming.cancel()
            self._warming.join()
        for job in self._leaving:
            job.join()
        self._leaving.clear()
        while self._free:
            self._free.pop().end()
