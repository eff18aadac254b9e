"""Jobs of the window: the newest request wins, and no thread outlives the one that asked for it."""

import threading

import pytest
from PyQt6.QtWidgets import QApplication

from glacis.ui.jobs import JobRunner


@pytest.fixture
def runner(qtbot):
    made = JobRunner()
    yield made
    made.finish()


def test_jobs_given_up_are_waited_for(runner):
    # A job given up runs on to its next checkpoint. It used to be forgotten, and could end the
    # program by telling a window that was gone.
    release = threading.Event()
    begun = threading.Event()

    def slow(report):
        begun.set()
        release.wait(20)
        report(0.5, "half way")
        return "old"

    ends = []
    runner.start(slow, ends.append, ends.append)
    assert begun.wait(20)
    runner.start(lambda _report: "new", ends.append, ends.append)
    threading.Timer(0.05, release.set).start()
    runner.finish()
    assert not [t for t in threading.enumerate() if t.name == "job"]
    QApplication.processEvents()
    assert "old" not in ends


def test_only_the_newest_answer_arrives(runner, qtbot):
    ends = []
    for number in range(5):
        runner.start(lambda _report, n=number: n, ends.append, ends.append)
    qtbot.waitUntil(lambda: bool(ends), timeout=20_000)
    assert ends == [4]
    assert not runner.busy


def test_an_error_is_delivered_and_progress_is_told(runner, qtbot):
    told, failed = [], []
    runner.progressed.connect(lambda share, words: told.append((share, words)))

    def work(report):
        report(0.25, "a quarter")
        raise ValueError("no such roof")

    runner.start(work, failed.append, failed.append)
    qtbot.waitUntil(lambda: bool(failed), timeout=20_000)
    assert isinstance(failed[0], ValueError)
    assert told == [(0.25, "a quarter")]


def test_a_cancelled_job_tells_nothing(runner, qtbot):
    started, ends = threading.Event(), []

    def work(report):
        started.set()
        while True:
            report(0.1, "on and on")

    runner.start(work, ends.append, ends.append)
    assert started.wait(20)
    with qtbot.waitSignal(runner.ended, timeout=20_000):
        runner.cancel()
    runner.finish()
    QApplication.processEvents()
    assert ends == []
