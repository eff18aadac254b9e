# SPDX-License-Identifier: GPL-3.0-or-later
"""Bring hostile inputs through the doors, each made from its seed alone."""

import signal
import tempfile
import traceback
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from random import Random

from msgspec import Struct

from glacis.session.kernels import make_ready
from hostile.doors import DOORS, SHARES

make_ready()
PATIENCE = 30
"""[s] for one input."""


class Fed(Struct, frozen=True):
    """What became of one input."""

    door: str
    seed: int
    accepted: bool
    fault: str = ""


class TooSlow(AssertionError):
    """An input that takes longer than any user waits."""


@contextmanager
def patience() -> Iterator[None]:
    """An error where an input takes longer than any user waits."""

    def ring(_number: int, _frame: object) -> None:
        raise TooSlow(f"more than {PATIENCE} s")

    before = signal.signal(signal.SIGALRM, ring)
    signal.alarm(PATIENCE)
    try:
        yield
    finally:
        signal.alarm(0)
        signal.signal(signal.SIGALRM, before)


def feed(door: str, seed: int) -> Fed:
    """Bring one input in."""
    random = Random(f"{door} {seed}")
    with tempfile.TemporaryDirectory() as folder:
        try:
            with patience():
                accepted = DOORS[door](random, Path(folder))
        except Exception as fault:  # noqa: BLE001 - any error is what is looked for
            lines = traceback.format_exception(fault)
            return Fed(door, seed, accepted=False, fault="".join(lines)[-1500:])
    return Fed(door, seed, accepted)


def plan(count: int, first: int = 0) -> list[tuple[str, int]]:
    """So many inputs over all doors by their shares, from a seed on."""
    whole = sum(SHARES.values())
    return [
        (door, first + number)
        for door, share in SHARES.items()
        for number in range(max(1, round(count * share / whole)))
    ]
