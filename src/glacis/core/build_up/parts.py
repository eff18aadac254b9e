# SPDX-License-Identifier: GPL-3.0-or-later
"""Other ways to build an area, as parts of the results."""

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.build_up.schools import School, schools_of
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader


def _reads(reader: Reader, area: str) -> AnalysedArea:
    return reader.value(ANALYSED, area)


SCHOOLS: Part[AnalysedArea, tuple[School, ...]] = Part("schools", _reads, schools_of)
"""What the other schools would build."""
