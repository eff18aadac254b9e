# SPDX-License-Identifier: GPL-3.0-or-later
"""Drawings that would hang a window are given up, and the window moves meanwhile."""

import resource
import threading
from functools import partial

import pytest

from glacis.core.shape.drawn import Found
from glacis.files.errors import FileRefused
from glacis.files.outlines_read import read_outlines
from glacis.session.jobs import Endings, JobBoard
from glacis.session.reading import start_reading, within
from glacis.session.worker_process import WorkerEnded
from work import eat, spin


def dxf(*entities: str, blocks: str = "") -> bytes:
    parts = ["0", "SECTION", "2", "BLOCKS", *blocks.split(), "0", "ENDSEC",
             "0", "SECTION", "2", "ENTITIES", *" ".join(entities).split(), "0", "ENDSEC", "0", "EOF"]  # fmt: skip
    return "\n".join(parts).encode()


BOX = " ".join(
    f"0 LINE 8 WALL 10 {a} 20 {b} 11 {c} 21 {d}"
    for a, b, c, d in ((0, 0, 9, 0), (9, 0, 9, 5), (9, 5, 0, 5), (0, 5, 0, 0))
)


def block(name: str, inner: str) -> str:
    return f"0 BLOCK 8 0 2 {name} 70 0 10 0 20 0 3 {name} {inner} 0 ENDBLK 8 0"


def test_a_block_that_holds_itself_comes_to_an_end(tmp_path):
    path = tmp_path / "self.dxf"
    twice = "0 INSERT 8 0 2 A 10 1 20 1 " * 6
    path.write_bytes(dxf(BOX, "0 INSERT 8 0 2 A 10 0 20 0", blocks=block("A", twice)))
    with pytest.raises(FileRefused, match="100000 entities"):
        read_outlines(path)
    once = block("A", "0 INSERT 8 0 2 A 10 1 20 1")
    path.write_bytes(dxf(BOX, "0 INSERT 8 0 2 A 10 0 20 0", blocks=once))
    found = read_outlines(path)
    assert len(found.loops) == 1
    assert any("nested too deep" in note for note in found.notes)


def test_broken_entities_are_left_out_and_named(tmp_path):
    path = tmp_path / "broken.dxf"
    knots = " ".join(["40 nan"] * 8)
    points = "10 0 20 0 10 1 20 nan 10 2 20 0 10 3 20 1"
    head = "0 SPLINE 5 2F 100 AcDbEntity 8 WALL 100 AcDbSpline 70 8 71 3 72 8 73 4 74 0"
    spline = f"{head} {knots} {points}"
    path.write_bytes(dxf(BOX, spline))
    found = read_outlines(path)
    assert len(found.loops) == 1
    assert any("SPLINE 2F" in note for note in found.notes)


def test_many_loose_lines_are_tied_before_anybody_gives_up(tmp_path):
    """Looking at every pair of twenty thousand lines would outlast the patience of a test."""
    path = tmp_path / "lines.dxf"
    lines = (f"0 LINE 8 0 10 {k} 20 {k % 7} 11 {k + 0.5} 21 {k % 5}" for k in range(20000))
    path.write_bytes(dxf(BOX, *lines))
    found = read_outlines(path)
    assert len(found.loops) == 1
    assert any("20000 lines do not close" in note for note in found.notes)


@pytest.mark.parametrize("work", [spin, eat])
def test_work_beyond_its_budget_ends_and_a_new_worker_comes(work, monkeypatch, tmp_path):
    said: list[object] = []
    jobs = JobBoard(lambda call: call())
    ended = threading.Event()

    def end(value: object) -> None:
        said.append(value)
        ended.set()

    jobs.start(("a", "b"), partial(work), Endings(end, end, lambda *_: None))
    assert ended.wait(40)
    assert isinstance(said[0], WorkerEnded) or "MemoryError" in str(said[0])
    path = tmp_path / "box.dxf"
    path.write_bytes(dxf(BOX))
    ended.clear()
    start_reading(jobs, path, Endings(end, end, lambda *_: None))
    assert ended.wait(40)
    assert isinstance(said[1], Found)
    jobs.finish()


def test_the_budget_is_given_back(tmp_path):
    before = [resource.getrlimit(kind) for kind in (0, 9)]
    with within(1000, 1 << 40):
        assert resource.getrlimit(resource.RLIMIT_CPU) != before[0]
    assert [resource.getrlimit(kind) for kind in (0, 9)] == before
