# SPDX-License-Identifier: GPL-3.0-or-later
"""The other end of a job: a process that is given work by its input and answers by its output."""

import os
import pickle
import sys
from typing import IO

from glacis.session.kernels import PLAIN


def serve(asked: IO[bytes], answers: IO[bytes]) -> None:
    """Do one piece of work after another until nobody asks any more.

    The first thing read says where modules lie; what follows is work, each a function of its
    progress.
    """

    def answer(*words: object) -> None:
        pickle.dump(words, answers)
        answers.flush()

    os.environ.pop(
        PLAIN, None
    )  # nobody waits at a window here: what is not compiled yet is compiled
    sys.path[:] = pickle.load(asked)  # noqa: S301 - from our own session
    while True:
        try:
            work = pickle.load(asked)  # noqa: S301 - from our own session
        except EOFError:
            return
        try:
            value = work(lambda share, words: answer("at", share, words))
        except Exception as fault:  # whatever it is, the user is told
            answer("failed", str(fault) or type(fault).__name__)
        else:
            answer("done", value)


if __name__ == "__main__":
    answers = sys.stdout.buffer
    sys.stdout = sys.stderr
    try:
        serve(sys.stdin.buffer, answers)
    except BrokenPipeError:
        # Nobody listens any more: what is still unsaid goes nowhere, and that is no error.
        os.dup2(os.open(os.devnull, os.O_WRONLY), answers.fileno())
