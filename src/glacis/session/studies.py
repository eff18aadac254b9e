# SPDX-License-Identifier: GPL-3.0-or-later
"""A study over many processes: rows are written as they come, and those that are there are not worked out again."""

import csv
import os
from collections.abc import Callable, Iterator
from concurrent.futures import FIRST_COMPLETED, Executor, Future, ProcessPoolExecutor, wait
from contextlib import contextmanager
from itertools import islice
from multiprocessing import get_context
from pathlib import Path

from msgspec import Struct

from glacis.core.analysis.study import Grid, Point, Row, Setting, points_of, row_of
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import safe

FIGURES = ("verdict", "peak_percent", "free_water_kg_m2", "longest_over_20_d", "mould_index", "years", "settled",
           "reserve_kg_m2_a", "fault")  # fmt: skip
AT_ONCE = 4
"""Cells that each process is given ahead; our judgement: enough that none waits."""

Told = Callable[[int, int], None]
"""Told how many cells are done, of how many."""


def head_of(grid: Grid) -> list[str]:
    """The first line of a study's file."""
    return [*(name for name, _ in grid), *FIGURES]


def cells_of(point: Point, row: Row) -> list[str]:
    """A line of a study's file."""
    return [
        *(safe(value) for value in point), row.verdict, "" if row.peak is None else f"{row.peak:.2f}",
        f"{row.free:.3f}", str(row.longest), f"{row.mould:.2f}", str(row.years),
        str(row.settled).lower(), "" if row.reserve is None else f"{row.reserve:.3f}", safe(row.fault),
    ]  # fmt: skip


def done_in(path: Path, grid: Grid) -> set[Point]:
    """Points whose rows stand in a file already.

    Raises:
        FileRefused: where the file is of another study.
    """
    if not path.exists() or path.stat().st_size == 0:
        return set()
    with path.open(newline="", encoding="utf-8") as file:
        rows = csv.reader(file)
        head = next(rows, [])
        if head != head_of(grid):
            raise FileRefused(path, "line 1", ", ".join(head_of(grid))[:120], ", ".join(head)[:120])
        known = {tuple(safe(value) for value in point): point for point in points_of(grid)}
        named = (tuple(row[: len(grid)]) for row in rows if len(row) == len(head))
        return {known[name] for name in named if name in known}


class Crew(Struct, frozen=True):
    """Who works cells out: an executor of this machine or of a cluster, and how many it works out at once."""

    executor: Executor
    count: int


@contextmanager
def local(jobs: int) -> Iterator[Crew]:
    """Processes of this machine."""
    with ProcessPoolExecutor(jobs, mp_context=get_context("spawn")) as executor:
        yield Crew(executor, jobs)


def usual_jobs() -> int:
    """As many as there are cores."""
    return max(1, len(os.sched_getaffinity(0)))


def run_study(
    setting: Setting,
    grid: Grid,
    path: Path,
    crew: Crew,
    told: Told,
    *,
    reserve: bool = False,
) -> int:
    """Work out all points that are not in the file yet and write each as it comes.

    Args:
        setting: what cells are made from.
        grid: of the study.
        path: of its file; rows are added to what is there.
        crew: that runs cells.
        told: how it gets on.
        reserve: whether to seek what each cell forgives too.

    Returns:
        How many rows were added.

    Raises:
        FileRefused: where the file is of another study.
    """
    done = done_in(path, grid)
    left = [point for point in points_of(grid) if point not in done]
    _end_line(path)
    with path.open("a", newline="", encoding="utf-8") as file:
        writer = csv.writer(file, lineterminator="\n")
        if file.tell() == 0:
            writer.writerow(head_of(grid))
        for number, (point, row) in enumerate(_rows(setting, grid, left, crew, reserve), 1):
            writer.writerow(cells_of(point, row))
            file.flush()
            told(len(done) + number, len(done) + len(left))
    return len(left)


def _end_line(path: Path) -> None:
    """A line that was cut off when an earlier study was ended goes."""
    if not path.exists():
        return
    content = path.read_bytes()
    if content and not content.endswith(b"\n"):
        path.write_bytes(content[: content.rfind(b"\n") + 1])


def _rows(
    setting: Setting, grid: Grid, points: list[Point], crew: Crew, reserve: bool
) -> Iterator[tuple[Point, Row]]:
    """Rows as they come; only so many cells are on their way that a large study takes no memory."""
    left = iter(points)
    under_way: dict[Future[Row], Point] = {}
    while True:
        for point in islice(left, AT_ONCE * crew.count - len(under_way)):
            future = crew.executor.submit(row_of, setting, grid, point, reserve=reserve)
            under_way[future] = point
        if not under_way:
            return
        for future in wait(under_way, return_when=FIRST_COMPLETED).done:
            yield under_way.pop(future), future.result()
