# SPDX-License-Identifier: GPL-3.0-or-later
"""Refusals of figures that set-out cannot lay anything out from."""

from math import isfinite

from glacis.core.errors import ValueRefused


def positive(what: str, value: float) -> float:
    """``value`` where it is above 0 and finite.

    Raises:
        ValueRefused: where it is not.
    """
    if not (isfinite(value) and value > 0):
        raise ValueRefused(what, f"{value:g} m", "more than 0 m")
    return value


def ordered(what: str, least: float, most: float) -> None:
    """Refuse limits that are crossed.

    Raises:
        ValueRefused: where the least is more than the most.
    """
    if least > most:
        raise ValueRefused(
            what, f"least {least * 1000:.1f} mm, greatest {most * 1000:.1f} mm", "the least first"
        )


MOST_PIECES = 100_000
"""Pieces on a plane at most; our judgement: a quarter of a second of laying, twenty times a large roof."""
MOST_LINES = 5_000
"""Members, strips, rolls or sheets in a row at most; our judgement: more is a slip of units."""


def bounded(what: str, count: float, most: int) -> None:
    """Refuse more of something than can be meant, before any of it is laid out.

    Raises:
        ValueRefused: for more than ``most``.
    """
    if not count <= most:
        raise ValueRefused(
            what,
            f"about {count:.3g}",
            f"at most {most}",
            "A unit slip: millimetres taken for metres?",
        )
