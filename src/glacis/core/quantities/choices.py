# SPDX-License-Identifier: GPL-3.0-or-later
"""Choices side by side: which are out, and what would have to change."""

from collections.abc import Callable, Sequence


def pareto(choices: Sequence[Sequence[float]]) -> tuple[bool, ...]:
    """Whether each choice stays: it is out only if another is as good everywhere and better somewhere.

    Args:
        choices: figures of each, less is better.

    >>> pareto([(1, 3), (2, 2), (2, 3), (1, 3)])
    (True, True, False, True)
    """
    return tuple(
        not any(
            all(o <= m for o, m in zip(other, mine, strict=True))
            and any(o < m for o, m in zip(other, mine, strict=True))
            for other in choices
        )
        for mine in choices
    )


def level_at(
    figure: Callable[[float], float], target: float, low: float, high: float, tolerance: float = 1e-9
) -> float | None:  # fmt: skip
    """Where a figure draws level with a target, by bisection; None where it does not within its bounds.

    Args:
        figure: that is to be as the target.
        target: of the figure's unit.
        low: bound.
        high: bound.
        tolerance: how closely it is sought, as a share of the way between the bounds.
    """
    close = tolerance * (high - low)
    at_low, at_high = figure(low) - target, figure(high) - target
    if at_low == 0:
        return low
    if at_high == 0:
        return high
    if (at_low > 0) == (at_high > 0):
        return None
    while high - low > close:
        middle = (low + high) / 2
        at_middle = figure(middle) - target
        if at_middle == 0:
            return middle
        if (at_middle > 0) == (at_low > 0):
            low = middle
        else:
            high = middle
    return (low + high) / 2
