# SPDX-License-Identifier: GPL-3.0-or-later
"""Read what others made in a process of its own, with a budget of time and memory."""

import resource
from collections.abc import Iterator
from contextlib import contextmanager
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar

from msgspec import Struct

from glacis.core.graph.part import Progress
from glacis.core.shape.drawn import Found
from glacis.session.jobs import Endings, JobBoard, Name
from glacis.session.worker_process import WorkerEnded

if TYPE_CHECKING:
    from glacis.files.epw import EpwFile
    from glacis.files.probe_csv import Readings

SECONDS = 30
"""Of computing that reading one drawing may take; our judgement."""
MEMORY = 2 * 1024**3
"""Bytes that it may take beyond what the process has; our judgement."""
DRAWING: Name = ("drawing", "outlines")
WEATHER: Name = ("weather", "year")
PROBE: Name = ("probe", "readings")


@contextmanager
def within(seconds: int = SECONDS, memory: int = MEMORY) -> Iterator[None]:
    """A budget for this process: past it the work ends with an error, or the process itself."""
    used = resource.getrusage(resource.RUSAGE_SELF)
    with open("/proc/self/statm", "rb") as told:
        held = int(told.read().split()[0]) * resource.getpagesize()
    limits = (
        (resource.RLIMIT_CPU, round(used.ru_utime + used.ru_stime) + seconds),
        (resource.RLIMIT_AS, held + memory),
    )
    before = [(kind, resource.getrlimit(kind)) for kind, _ in limits]
    try:
        for (kind, most), (_, (_, hard)) in zip(limits, before, strict=True):
            resource.setrlimit(kind, (most if hard < 0 else min(most, hard), hard))
        yield
    finally:
        for kind, limit in before:
            resource.setrlimit(kind, limit)


Read = TypeVar("Read")


class LongGapTold(Struct, frozen=True):
    """A weather year has a gap that somebody must accept first."""

    words: str


def _outlines(_progress: Progress, path: Path) -> Found:
    from glacis.files.outlines_read import read_outlines

    with within():
        return read_outlines(path)


def _year(_progress: Progress, path: Path, accept: bool) -> "EpwFile | LongGapTold":
    from glacis.files.epw import LongGap, read_epw

    try:
        with within():
            return read_epw(path, accept_long_gaps=accept)
    except LongGap as gap:
        return LongGapTold(str(gap))


def _readings(_progress: Progress, path: Path) -> "Readings":
    from glacis.files.probe_csv import read_probe

    with within():
        return read_probe(path)


def _within_budget(endings: Endings[Read], what: str) -> Endings[Read]:
    """The same endings, a worker that ended told as over budget."""

    def failed(fault: Exception) -> None:
        if isinstance(fault, WorkerEnded):
            most = f"{SECONDS} s or {MEMORY // 1024**3} GiB"
            fault = WorkerEnded(f"{what} takes more than {most} to read.")
        endings.failed(fault)

    return Endings(endings.done, failed, endings.progressed)


def start_reading(jobs: JobBoard, path: Path, endings: Endings[Found]) -> None:
    """Read the outlines of a drawing beside the window."""
    jobs.start(DRAWING, partial(_outlines, path=path), _within_budget(endings, "The drawing"))


def start_reading_year(
    jobs: JobBoard, path: Path, endings: Endings["EpwFile | LongGapTold"], *, accept: bool = False
) -> None:
    """Read a weather year beside the window; ``accept`` has gaps over two days filled too."""
    work = partial(_year, path=path, accept=accept)
    jobs.start(WEATHER, work, _within_budget(endings, "The weather year"))


def start_reading_probe(jobs: JobBoard, path: Path, endings: Endings["Readings"]) -> None:
    """Read the readings of a probe beside the window."""
    jobs.start(PROBE, partial(_readings, path=path), _within_budget(endings, "The table"))
