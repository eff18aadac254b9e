# SPDX-License-Identifier: GPL-3.0-or-later
"""A process that does work for a job: started, spoken to, signalled, ended."""

import os
import pickle
import signal
import subprocess
import sys
from collections.abc import Callable
from contextlib import suppress
from typing import IO, TypeVar

from glacis.core.graph.part import Progress

T = TypeVar("T")


class WorkFailed(Exception):
    """The work raised something; its words are what the user is told."""


class WorkerEnded(WorkFailed):
    """The process ended before its work was done."""


class Worker:
    """A process that does one piece of work after another, and keeps what it has learnt."""

    def __init__(self) -> None:
        self.broken = False
        self._process = subprocess.Popen(
            [sys.executable, "-P", "-m", "glacis.session.worker"],
            cwd="/",
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

    def do(self, work: Callable[[Progress], T], progress: Progress) -> T:
        """Have one piece of work done and follow it.

        Raises:
            WorkFailed: where it raised; WorkerEnded where the process ended first.
        """
        self._put(work)
        while True:
            try:
                kind, *rest = pickle.load(self._answers)  # noqa: S301 - from our own worker
            except (EOFError, OSError, pickle.UnpicklingError):
                self.broken = True
                raise WorkerEnded("the worker ended before its work was done") from None
            if kind == "at":
                progress(*rest)
            elif kind == "done":
                value: T = rest[0]
                return value
            else:
                raise WorkFailed(rest[0])

    def kill(self) -> None:
        """End the work where it is; whoever waits for it hears that the worker ended."""
        self._send(signal.SIGKILL)

    def rest(self) -> None:
        """Let the work rest where it is."""
        self._send(signal.SIGSTOP)

    def go_on(self) -> None:
        """Let it go on after a rest."""
        self._send(signal.SIGCONT)

    def _send(self, number: signal.Signals) -> None:
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
