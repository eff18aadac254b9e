# SPDX-License-Identifier: GPL-3.0-or-later
"""Background work: the newest request wins, errors arrive, and nothing outlives the session."""

import os
import pickle
import queue
import subprocess
import sys
import threading
from collections.abc import Callable, Iterator
from typing import Any

import pytest
from msgspec.structs import replace

from glacis.core.graph.part import Failed, Pending, Ready
from glacis.session.jobs import Endings, JobBoard
from glacis.session.project_session import ProjectSession, Surroundings
from glacis.session.worker_process import WorkFailed
from support import demo, library
from work import SHOUTED, go_on, refuse, remember, seven, vanish

Heard = list[tuple[Any, ...]]


class Loop:
    """An event loop of one thread: what jobs deliver waits until it is asked for."""

    def __init__(self) -> None:
        self.calls: queue.Queue[Callable[[], None]] = queue.Queue()

    def until(self, done: Callable[[], object]) -> None:
        while not done():
            self.calls.get(timeout=30)()


@pytest.fixture
def loop() -> Loop:
    return Loop()


@pytest.fixture
def board(loop) -> Iterator[JobBoard]:
    made = JobBoard(loop.calls.put)
    yield made
    made.finish()
    assert not [thread for thread in threading.enumerate() if thread.name == "job"]


def hear(heard: Heard) -> Endings[object]:
    return Endings(
        lambda value: heard.append(("done", value)),
        lambda fault: heard.append(("failed", fault)),
        lambda share, words: heard.append((share, words)),
    )


def test_a_job_tells_its_progress_and_its_end_once(loop, board):
    heard: Heard = []
    board.start(("seven", ""), seven, hear(heard))
    assert board.busy
    loop.until(lambda: len(heard) == 2)
    assert heard == [(0.5, "half"), ("done", 7)]
    assert not board.busy


def test_an_error_is_delivered_in_its_own_words(loop, board):
    heard: Heard = []
    board.start(("refuse", ""), refuse, hear(heard))
    loop.until(lambda: len(heard) == 2)
    assert heard[0] == (0.25, "a quarter")
    assert isinstance(heard[1][1], WorkFailed)
    assert str(heard[1][1]) == "no such roof"


def test_a_worker_that_dies_is_an_error_and_the_next_job_has_another(loop, board):
    heard: Heard = []
    board.start(("vanish", ""), vanish, hear(heard))
    loop.until(lambda: heard)
    assert "ended before" in str(heard[0][1])
    board.start(("seven", ""), seven, hear(heard))
    loop.until(lambda: len(heard) == 3)
    assert heard[-1] == ("done", 7)


def test_the_newest_request_wins_and_the_older_one_is_ended_where_it_is(loop, board):
    heard: Heard = []
    old: Heard = []
    board.start(("name", ""), go_on, hear(old))
    loop.until(lambda: old)
    process = int(str(old[0][1]).split()[1])
    board.start(("name", ""), seven, hear(heard))
    loop.until(lambda: ("done", 7) in heard)
    board.finish()
    assert all(told[0] == 0.1 for told in old)
    with pytest.raises(ProcessLookupError):
        os.kill(process, 0)


def test_a_cancelled_job_tells_nothing_more(loop, board):
    heard: Heard = []
    board.start(("name", ""), go_on, hear(heard))
    loop.until(lambda: heard)
    board.cancel(("name", ""))
    before = len(heard)
    board.finish()
    while not loop.calls.empty():
        loop.calls.get()()
    assert len(heard) == before


def test_a_job_rests_and_goes_on(loop, board):
    heard: Heard = []
    board.start(("name", ""), go_on, hear(heard))
    loop.until(lambda: heard)
    job = board.job(("name", ""))
    assert job is not None
    process = str(heard[0][1]).split()[1]
    job.pause()
    assert job.paused
    stopped = os.waitid(os.P_PID, int(process), os.WSTOPPED | os.WNOWAIT)
    assert stopped is not None
    assert stopped.si_code == os.CLD_STOPPED
    job.resume()
    told = len(heard)
    loop.until(lambda: len(heard) > told + 1)


def test_a_worker_is_kept_for_the_next_job_with_what_it_has_learnt(loop, board):
    heard: Heard = []
    for number in (1, 2, 3):
        board.start(("remember", ""), remember, hear(heard))
        loop.until(lambda n=number: len(heard) == n)
    answers = [told[1] for told in heard]
    assert [count for count, _process in answers] == [1, 2, 3]
    assert len({process for _count, process in answers}) == 1


@pytest.fixture
def session(loop) -> Iterator[ProjectSession]:
    made = ProjectSession(demo(), library(), around=Surroundings(deliver=loop.calls.put))
    yield made
    made.close()


def test_a_warmed_worker_does_the_next_job_and_is_no_job_itself(loop, board):
    heard: Heard = []
    board.warm(remember)
    assert not board.busy
    loop.until(lambda: board._free)
    board.warm(remember)
    board.start(("remember", ""), remember, hear(heard))
    loop.until(lambda: heard and heard[-1][0] == "done")
    assert heard[-1][1][0] == 2, "warmed once, asked once more"


def test_what_is_only_being_warmed_ends_with_its_session(board):
    board.warm(go_on)
    board.finish()


def test_a_long_part_is_pending_then_ready_and_remembered_for_its_document(loop, session):
    steps: list[object] = []
    session.watch(lambda: steps.append(session.state(SHOUTED)))
    assert session.state(SHOUTED) == Pending()
    assert isinstance(session.want(SHOUTED), Pending)
    loop.until(lambda: isinstance(session.state(SHOUTED), Ready))
    assert session.want(SHOUTED) == Ready("TERN POINT FIELD STATION")
    assert any(isinstance(step, Pending) and step.words == "shouting" for step in steps)
    session.store.apply("Rename", lambda project: replace(project, name="Other"))
    assert session.state(SHOUTED) == Pending()
    session.store.undo()
    assert session.state(SHOUTED) == Ready("TERN POINT FIELD STATION")


def test_a_long_part_that_fails_says_why_until_the_document_changes(loop, session):
    session.store.apply("Rename", lambda project: replace(project, name="Quiet"))
    session.want(SHOUTED)
    loop.until(lambda: isinstance(session.state(SHOUTED), Failed))
    assert session.want(SHOUTED) == Failed("too quiet")
    session.store.undo()
    assert session.state(SHOUTED) == Pending()


def test_a_newer_document_wins_over_work_for_an_older_one(loop, session):
    session.want(SHOUTED)
    session.store.apply("Rename", lambda project: replace(project, name="Newer"))
    session.want(SHOUTED)
    loop.until(lambda: isinstance(session.state(SHOUTED), Ready))
    assert session.state(SHOUTED) == Ready("NEWER")


def test_a_worker_whose_session_is_gone_ends_without_a_word():
    worker = subprocess.Popen(
        [sys.executable, "-m", "glacis.session.worker"],
        stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.PIPE,
    )  # fmt: skip
    assert worker.stdin is not None
    assert worker.stdout is not None
    assert worker.stderr is not None
    worker.stdout.close()
    worker.stdin.write(pickle.dumps(sys.path) + pickle.dumps(seven))
    worker.stdin.close()
    assert worker.stderr.read() == b""
    assert worker.wait(timeout=30) == 0
    worker.stderr.close()
