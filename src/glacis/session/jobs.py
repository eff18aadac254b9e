"""Long work in the background: progress, pause, cancel, and errors that reach the user.

Work runs in processes of its own, so that the window's thread never waits for its
interpreter lock, and so that it can be stopped at once wherever it is.
"""

import os
import pickle
import signal
import subprocess
import sys
import threading
from collections.abc import Callable
from contextlib import suppress
from typing import IO, Any, Generic, TypeVar

from msgspec import Struct

from glacis.core.graph.part import Progress

T = TypeVar("T")
Work = Callable[[Progress], T]
Deliver = Callable[[Callable[[], None]], None]
"""Has something done on the thread that owns the session."""
Name = tuple[str, str]
"""What a job is for: a part and its subject."""


class WorkFailed(Exception):
    """The work raised something; its words are what the user is told."""


class Endings(Struct, Generic[T], frozen=True):
    """What is called as a job goes on and when it ends, on the thread that owns the session."""

    done: Callable[[T], None]
    failed: Callable[[Exception], None]
    progressed: Callable[[float, str], None]


class Worker:
    """A process that does one piece of work after another, and keeps what it has learnt."""

    def __init__(self) -> None:
        self.broken = False
        self._process = subprocess.Popen(
            [sys.executable, "-m", "glacis.session.worker"],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
        )
        if self._process.stdin is None or self._process.stdout is None:
            raise WorkFailed("a worker cannot be spoken to")
        self._asked: IO[bytes] = self._process.stdin
        self._answers: IO[bytes] = self._process.stdout
        self._put(sys.path)

    def _put(self, value: object) -> None:
        content = pickle.dumps(value)
        with suppress(BrokenPipeError):
            self._asked.write(content)
            self._asked.flush()

    def do(self, work: Work[T], progress: Progress) -> T:
        """Have one piece of work done and follow it.

        Raises:
            WorkFailed: where it raised, or where the worker was ended.
        """
        self._put(work)
        while True:
            try:
                kind, *rest = pickle.load(self._answers)  # noqa: S301 - from our own worker
            except (EOFError, OSError, pickle.UnpicklingError):
                self.broken = True
                raise WorkFailed("the worker ended before its work was done") from None
            if kind == "at":
                progress(*rest)
            elif kind == "done":
                value: T = rest[0]
                return value
            else:
                raise WorkFailed(rest[0])

    def send(self, number: signal.Signals) -> None:
        """Send a signal to the process, if it still runs."""
        with suppress(ProcessLookupError):
            if self._process.poll() is None:
                os.kill(self._process.pid, number)

    def end(self) -> None:
        """End the process and wait for it."""
        self._process.kill()
        with suppress(BrokenPipeError):
            self._asked.close()
        self._answers.close()
        self._process.wait()


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
        self._back: Callable[[Worker], None] = Worker.end
        self._thread = threading.Thread(target=self._watch, name="job", daemon=True)
        self.share = 0.0
        self.words = ""

    def start(self, spare: Worker | None, back: Callable[[Worker], None]) -> None:
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
                self._worker.send(signal.SIGKILL)

    def pause(self) -> None:
        """Let the work rest where it is."""
        self._send(signal.SIGSTOP)
        self._paused = True

    def resume(self) -> None:
        """Let it go on."""
        self._send(signal.SIGCONT)
        self._paused = False

    def join(self) -> None:
        """Wait for the end."""
        self._thread.join()

    def _send(self, number: signal.Signals) -> None:
        with self._lock:
            if self._worker is not None:
                self._worker.send(number)

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
        worker = self._spare or Worker()
        with self._lock:
            self._worker = worker
            if self._cancelled:
                worker.send(signal.SIGKILL)
        try:
            return worker.do(self._work, self._progress)
        finally:
            with self._lock:
                self._worker = None
            if self._cancelled or worker.broken:
                worker.end()
            else:
                self._back(worker)


class JobBoard:
    """All jobs of a session by what they are for; a newer one for the same thing wins."""

    def __init__(self, deliver: Deliver) -> None:
        self._deliver = deliver
        self._jobs: dict[Name, Job[Any]] = {}
        self._leaving: list[Job[Any]] = []
        self._free: list[Worker] = []

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
        for job in self._leaving:
            job.join()
        self._leaving.clear()
        while self._free:
            self._free.pop().end()
