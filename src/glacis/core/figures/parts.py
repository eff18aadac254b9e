# SPDX-License-Identifier: GPL-3.0-or-later
"""The figures that are always on the screen, worked out once for an area."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.figures.detail import DetailRead, detail_of
from glacis.core.figures.headline import Headline, headlines, watched
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.moisture.parts import MONTHLY
from glacis.core.thickness.eaves import Eaves, eaves_of


class AreaFigures(Struct, frozen=True):
    """What a designer watches of one area.

    Attributes:
        headlines: each with its target.
        eaves: the strip at the eaves; None where none is stated.
        whole: U of the area with that strip [W/(m²·K)].
        beside: further figures that a change may move.
        annual_loss: heat lost by transmission in a year [kWh/(m²·a)].
    """

    headlines: tuple[Headline, ...]
    eaves: Eaves | None
    whole: float
    annual_loss: float
    beside: tuple[Headline, ...] = ()


def _reads(reader: Reader, area: str) -> AnalysedArea:
    return reader.value(ANALYSED, area)


def _figures(roof: AnalysedArea) -> AreaFigures:
    strip = eaves_of(roof)
    whole = roof.transmittance if strip is None else strip.whole
    return AreaFigures(headlines(roof), strip, whole, roof.annual_loss, watched(roof))


def _reads_detail(reader: Reader, area: str) -> DetailRead:
    project = reader.project
    return DetailRead(
        thermal=reader.value(THERMAL, area),
        monthly=reader.value(MONTHLY, area),
        indoor=reader.zone(reader.area(area)).temperature,
        design_winter=project.site.climate.design_winter,
        condensate=project.targets.condensate,
    )


DETAIL = Part("detail", _reads_detail, detail_of)
"""What drawings of an area show beyond its figures."""
FIGURES = Part("figures", _reads, _figures)
"""Headline figures of an area."""
