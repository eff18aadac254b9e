# SPDX-License-Identifier: GPL-3.0-or-later
"""Pieces of work for jobs: they cross to another process, so they need a module that it can import."""

import os
import time
from functools import cache
from typing import Any

from glacis.core.graph.part import WHOLE, LongPart, Progress
from glacis.core.graph.reader import Reader
from glacis.session.reading import within


def seven(progress: Progress) -> int:
    progress(0.5, "half")
    return 7


def refuse(progress: Progress) -> int:
    progress(0.25, "a quarter")
    raise ValueError("no such roof")


def go_on(progress: Progress) -> int:
    while True:
        progress(0.1, f"worker {os.getpid()}")
        time.sleep(0.01)


def vanish(_progress: Progress) -> int:
    os._exit(3)


@cache
def counted() -> list[int]:
    return []


def remember(_progress: Progress) -> tuple[int, int]:
    """How often this worker was asked, and which it is."""
    counted().append(1)
    return len(counted()), os.getpid()


def name_of(reader: Reader, _subject: str) -> str:
    return reader.project.name


def shout(name: str, progress: Progress) -> str:
    progress(0.5, "shouting")
    if name == "Quiet":
        raise ValueError("too quiet")
    return name.upper()


SHOUTED: LongPart[Any, str] = LongPart("shouted", name_of, shout)
SUBJECT = WHOLE


def spin(_progress: Progress) -> None:
    """Go on for ever, within a second of computing."""
    with within(seconds=1):
        while True:
            pass


def eat(_progress: Progress) -> int:
    """Take more memory than is allowed."""
    with within(memory=200 * 1024**2):
        return len(b"x" * (1 << 30))
