# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about an area for its hourly calculation; every figure has a usual value."""

from typing import Annotated, Literal

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

LeakClass = Literal["none", "tight", "usual", "leaky"]
Exposure = Literal["open", "suburban", "town"]

SHARE = "by definition"


class Hourly(Node, frozen=True, kw_only=True):
    """How an area is taken hour by hour.

    Attributes:
        area: id of the roof area.
        absorptance: of the covering for sun [-]; None takes what its air states, else the usual one.
        emissivity: of the covering for long waves [-].
        sun_passes: share of the sun that reaches it past panels, trees or walls [-].
        sky_passes: share of the sky that it sees past them [-].
        exposure: to wind.
        leak: class of the air barrier below it; None takes the usual one, and none over concrete.
        height: of the rooms' air that is joined below the leaks [m].
        rain_leak: share of the rain on it that gets into the roof [-].
        wet_start: whether timber, screed and concrete are closed in wet.
        start: month in which the roof is closed in, January 1.
        years: that are looked at, at most.
        report: whether the report tells of it.
    """

    area: str
    absorptance: Annotated[float, Range("absorptance", None, 0.05, 1.0, SHARE)] | None = None
    emissivity: Annotated[float, Range("emissivity", None, 0.01, 1.0, SHARE)] = 0.9
    sun_passes: Annotated[float, Range("sun let through", Quantity.SHARE, 0.0, 1.0, SHARE)] = 1.0
    sky_passes: Annotated[float, Range("sky let through", Quantity.SHARE, 0.0, 1.0, SHARE)] = 1.0
    exposure: Exposure = "suburban"
    leak: LeakClass | None = None
    height: Annotated[float, Range("joined height", Quantity.LENGTH, 0.0, 60.0)] = 3.0
    rain_leak: Annotated[float, Range("rain that leaks", Quantity.SHARE, 0.0, 0.2)] = 0.0
    wet_start: bool = False
    start: Annotated[int, Range("month of closing in", None, 1, 12, SHARE)] = 10
    years: Annotated[int, Range("years", None, 1, 30)] = 10
    report: bool = False
