# SPDX-License-Identifier: GPL-3.0-or-later
"""The steps behind a number, in a form that screen and report both show.

The arithmetic of a step is printed with as many digits as it takes to give the printed result.
"""

from collections.abc import Callable, Mapping, Sequence

from msgspec import Struct

from glacis.core.units.format import number, significant
from glacis.core.units.quantities import Quantity

FEWEST_DIGITS = 4
"""Digits a working begins with; our judgement: what a checker keys in gladly."""
MOST_DIGITS = 15
"""Digits of a double that are sure, by definition of its format."""


class Step(Struct, frozen=True):
    """One line of a calculation that a checker can redo with a pocket calculator.

    Attributes:
        symbol: what is being found, as the standard writes it.
        expression: the formula in symbols.
        substitution: the formula with the values put in, in SI.
        value: the result in SI.
        quantity: what kind of number the result is.
        source: standard and clause, or paper.
        note: why the step is there, where that is not plain.
    """

    symbol: str
    expression: str
    substitution: str
    value: float
    quantity: Quantity
    source: str = ""
    note: str = ""


class Working(Struct, frozen=True):
    """How one headline number came about.

    Attributes:
        title: the number in words.
        steps: the calculation, in order.
        assumptions: what was taken for granted, in plain sentences.
    """

    title: str
    steps: tuple[Step, ...]
    assumptions: tuple[str, ...] = ()


def put_in(
    template: str,
    values: Sequence[float],
    result: float,
    quantity: Quantity,
    functions: Mapping[str, Callable[[float], float]] | None = None,
) -> str:
    """A formula with its values, with enough digits that its printed arithmetic gives the result.

    Args:
        template: the formula with ``{}`` for every value, in SI.
        values: to put in.
        result: of the formula, in SI.
        quantity: how the result is printed.
        functions: further functions of one number that the formula may name.

    >>> put_in("1/{}", (4.7563064,), 1 / 4.7563064, Quantity.TRANSMITTANCE)
    '1/4.756'
    """
    from glacis.core.arithmetic import evaluate

    wanted = number(result, quantity, "si")
    text = ""
    for digits in range(FEWEST_DIGITS, MOST_DIGITS + 1):
        text = template.format(*(significant(value, digits) for value in values))
        try:
            found = evaluate(text, functions or {})
        except ZeroDivisionError:
            continue  # two values that differ are still printed alike
        if number(found, quantity, "si") == wanted:
            break
    return text


def summed(count: int) -> str:
    """The template of a sum of ``count`` values."""
    return " + ".join(["{}"] * count)
