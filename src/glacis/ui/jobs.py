"""Jobs for the window: the newest request wins, and endings arrive on the window's thread."""

from collections.abc import Callable
from typing import Any

from PyQt6.QtCore import QObject, pyqtSignal

from glacis.session.jobs import Job, Progress


class JobRunner(QObject):
    """Runs one job at a time; starting another cancels the one before."""

    progressed = pyqtSignal(float, str)
    ended = pyqtSignal()
    _arrived = pyqtSignal(int, object, object)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._number = 0
        self._job: Job[Any] | None = None
        self._leaving: list[Job[Any]] = []
        self._endings: dict[int, tuple[Callable[[Any], None], Callable[[Exception], None]]] = {}
        self._arrived.connect(self._deliver)

    @property
    def busy(self) -> bool:
        """Whether a job is under way."""
        return self._job is not None

    def start(
        self,
        work: Callable[[Progress], Any],
        done: Callable[[Any], None],
        failed: Callable[[Exception], None],
    ) -> None:
        """Begin ``work``; ``done`` or ``failed`` is called unless it is cancelled."""
        self.cancel()
        self._number += 1
        number = self._number
        self._endings[number] = (done, failed)
        self._job = Job(
            work,
            lambda result: self._arrived.emit(number, result, None),
            lambda fault: self._arrived.emit(number, None, fault),
            lambda: self._arrived.emit(-number, None, None),
            self.progressed.emit,
        )
        self._job.start()

    def cancel(self) -> None:
        """Stop the present job at its next checkpoint; its ending is not told."""
        if self._job is not None:
            self._endings.pop(self._number, None)
            self._job.cancel()
            self._leaving = [job for job in (*self._leaving, self._job) if job.running]
            self._job = None
            self.ended.emit()

    def finish(self) -> None:
        """Stop the present job and wait for its thread and those of jobs given up before it."""
        self.cancel()
        for job in self._leaving:
            job.join()
        self._leaving.clear()

    def _deliver(self, number: int, result: object, fault: object) -> None:
        ending = self._endings.pop(number, None)
        if ending is None:
            return
        self._job = None
        self.ended.emit()
        done, failed = ending
        if isinstance(fault, Exception):
            failed(fault)
        else:
            done(result)
