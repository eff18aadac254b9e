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
