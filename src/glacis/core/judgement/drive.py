# SPDX-License-Identifier: GPL-3.0-or-later
"""Where vapour comes from, when, and how strongly: inside less outside, month by month."""

from operator import mul
from typing import Literal

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.climate.year import DAYS
from glacis.core.heat.resolve import LayerData

YEAR = sum(DAYS)
"""Days of a year, by definition."""
MARGIN = 150.0
"""Mean of the year beyond which vapour has a side that it comes from [Pa]; our judgement: a third of what a
dwelling of class 3 drives outwards over a mild year. Between, the year's balance of water decides."""
STRONG = 300.0
"""Drive of a month that moves water [Pa]; our judgement: a fifth of what a heated dwelling drives outwards in
a mild winter."""


class Drive(Struct, frozen=True):
    """The drive of vapour over a year.

    Attributes:
        months: vapour pressure inside less outside, twelve of them [Pa].
    """

    months: tuple[float, ...]

    @property
    def mean(self) -> float:
        """Over the year, months weighted by their days [Pa]."""
        total: float = sum(map(mul, self.months, DAYS))
        return total / YEAR

    @property
    def comes_from(self) -> Literal["inside", "outside", "neither"]:
        """The side that vapour comes from over the year, with a margin.

        >>> Drive((400.0,) * 12).comes_from, Drive((-100.0,) * 12).comes_from
        ('inside', 'neither')
        """
        mean = self.mean
        if abs(mean) <= MARGIN:
            return "neither"
        return "inside" if mean > 0 else "outside"


def vapour_drive(roof: AnalysedArea) -> Drive:
    """The drive through a roof, with its rooms' own conditions of the year."""
    return Drive(
        tuple([month.indoor_pressure - month.outdoor_pressure for month in roof.monthly.air])
    )


def held_back(layers: tuple[LayerData, ...]) -> float:
    """s_d of layers one after the other [m]; profiled metal lets vapour through its open laps."""
    return sum(layer.sd_dry for layer in layers if not _has_open_laps(layer))


def _has_open_laps(layer: LayerData) -> bool:
    return layer.kind == "solid" and layer.has_trait("open-lapped")
