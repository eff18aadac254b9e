# SPDX-License-Identifier: GPL-3.0-or-later
"""What other thicknesses would do, as parts of the results."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.thickness.returns import Returns, correction_thickness, returns_of


class MoreInsulation(Struct, frozen=True):
    """What more of the main insulation would bring.

    Attributes:
        returns: the curve; None where nothing insulates.
        correction: insulation that would make up for the corrections [m]; None where it cannot.
    """

    returns: Returns | None
    correction: float | None


def _reads(reader: Reader, area: str) -> AnalysedArea:
    return reader.value(ANALYSED, area)


def _more(roof: AnalysedArea) -> MoreInsulation:
    return MoreInsulation(returns_of(roof), correction_thickness(roof))


MORE_INSULATION = Part("more insulation", _reads, _more)
"""Diminishing returns of an area's main insulation."""
