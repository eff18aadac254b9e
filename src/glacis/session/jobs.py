"""Long work in the background: progress, cancel, and errors that reach the user."""

import threading
from collections.abc import Callable
from typing import Generic, TypeVar

T = TypeVar("T")
Progress = Callable[[float, str], None]


class Cancelled(Exception):
    """Raised inside a job at a checkpoint after the user asked to stop."""


class Job(Generic[T]):
    """One piece of work on a thread of its own.

    ``work`` is given a function to call at its checkpoints with the share done [-] and a
    word on what comes next; that call raises ``Cancelled`` once the job is cancelled.
    Exactly one of the three endings is called, on the job's thread.
    """

    def __init__(
        self,
        work: Callable[[Progress], T],
        done: Callable[[T], None],
        failed: Callable[[Exception], None],
        cancelled: Callable[[], None],
        progress: Progress,
    ) -> None:
        self._work = work
        self._done = done
        self._failed = failed
        self._ended_early = cancelled
        self._progress = progress
        self._stop = threading.Event()
        self._thread = threading.Thread(target=self._run, name="job", daemon=True)

    def start(self) -> None:
        """Begin."""
        self._thread.start()

    def cancel(self) -> None:
        """Ask the work to stop at its next checkpoint."""
        self._stop.set()

    @property
    def running(self) -> bool:
        """Whether its thread still lives; a cancelled job runs on to its next checkpoint."""
        return self._thread.is_alive()

    def join(self) -> None:
        """Wait for the end."""
        self._thread.join()

    def _checkpoint(self, share: float, words: str) -> None:
        if self._stop.is_set():
            raise Cancelled
        self._progress(share, words)

    def _run(self) -> None:
        try:
            result = self._work(self._checkpoint)
        except Cancelled:
            self._ended_early()
        except Exception as fault:  # the job runner is where errors of all kinds are delivered
            self._failed(fault)
        else:
            self._done(result)
