# SPDX-License-Identifier: GPL-3.0-or-later
"""What other thicknesses would do, as parts of the results."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.thickness.returns import Returns, correction_thickness, returns_of
from glacis.core.thickness.solve import Solution, Wish, solve


class MoreInsulation(Struct, frozen=True):
    """What more of the main insulation would bring.

    Attributes:
        returns: the curve; None where nothing insulates.
        correction: insulation that would make up for the corrections [m]; None where it cannot.
    """

    returns: Returns | None
    correction: float | None


class SolveRead(Struct, frozen=True):
    """What an answer of the solver depends on."""

    roof: AnalysedArea
    wish: Wish


def _reads(reader: Reader, area: str) -> AnalysedArea:
    return reader.value(ANALYSED, area)


def _more(roof: AnalysedArea) -> MoreInsulation:
    return MoreInsulation(returns_of(roof), correction_thickness(roof))


def _solved(read: SolveRead) -> Solution:
    return solve(read.roof, read.wish)


def solution_for(wish: Wish) -> Part[SolveRead, Solution]:
    """The part that holds what the solver answers to a wish."""

    def reads(reader: Reader, area: str) -> SolveRead:
        return SolveRead(reader.value(ANALYSED, area), wish)

    return Part("solution", reads, _solved)


MORE_INSULATION = Part("more insulation", _reads, _more)
"""Diminishing returns of an area's main insulation."""
