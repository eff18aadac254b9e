# SPDX-License-Identifier: GPL-3.0-or-later
"""Running dimensions from one datum: rounded after summing, pieces as differences of what is printed."""

from collections.abc import Sequence

MARK = 0.001
"""A tape is read to this [m]; our judgement: what a pencil line is worth."""


def running(positions: Sequence[float]) -> tuple[float, ...]:
    """Positions from the datum [m], each rounded to a millimetre by itself, so that no error adds up.

    >>> running((0.3333, 0.6667, 1.0))
    (0.333, 0.667, 1.0)
    """
    return tuple(round(round(value / MARK) * MARK, 6) for value in positions)


def between(positions: Sequence[float]) -> tuple[float, ...]:
    """What lies between rounded positions [m]: the pieces that are cut.

    >>> between((0.3333, 0.6667, 1.0))
    (0.334, 0.333)
    """
    marks = running(positions)
    return tuple(round(after - before, 6) for before, after in zip(marks, marks[1:], strict=False))
