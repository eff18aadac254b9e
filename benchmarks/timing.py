# SPDX-License-Identifier: GPL-3.0-or-later
"""Seconds that work takes."""

from collections.abc import Callable
from time import perf_counter


def timed(work: Callable[[], object]) -> float:
    """Seconds that ``work`` takes."""
    start = perf_counter()
    work()
    return perf_counter() - start
