# SPDX-License-Identifier: GPL-3.0-or-later
"""The steps behind a number, in a form that screen and report both show."""

from msgspec import Struct

from glacis.core.units.quantities import Quantity


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
