# SPDX-License-Identifier: GPL-3.0-or-later
"""What a probe in the roof has measured, as the document keeps it: means of days, gaps where it was silent."""

from typing import Annotated, Literal

from glacis.core.errors import ValueRefused
from glacis.core.model.node import Node
from glacis.core.units.ranges import Range, check_ranges

Measures = Literal["humidity", "wood"]

PHYSICS = "by definition"
LONGEST = 20 * 366
"""Days that are kept of a probe; our judgement: twenty years."""
HUMIDITY = Range("humidity of the probe", None, 0.0, 1.1, PHYSICS)
WOOD = Range("moisture of the probe, % by mass", None, 0.0, 300.0)
WARMTH = Range("temperature of the probe", None, -80.0, 150.0)


class Probe(Node, frozen=True, kw_only=True):
    """A probe and its readings.

    Attributes:
        id: unique among probes.
        area: id of the roof area.
        name: as it is called on the roof.
        place: name of the watched place that it lies at.
        measures: relative humidity [-] or moisture of wood [% by mass].
        year: of the first day.
        day: the first day of that year, from 1.
        temperatures: daily means [°C]; None for a day without.
        values: daily means; None for a day that is not whole. Of wood as read, not corrected.
        corrects: whether the wood meter corrects itself for temperature.
        simulated: whether no device has measured it.
        source: what file it was read from.
    """

    id: str
    area: str
    name: str
    place: str
    measures: Measures = "humidity"
    year: Annotated[int, Range("year of the probe", None, 1900, 2200, "input guard")]
    day: Annotated[int, Range("day of the probe", None, 1, 366, PHYSICS)]
    temperatures: Annotated[tuple[float | None, ...], WARMTH]
    values: Annotated[tuple[float | None, ...], WOOD]
    corrects: bool = False
    simulated: bool = False
    source: str = ""


def check_probe(probe: Probe, where: str) -> None:
    """Refuse readings that cannot be.

    Raises:
        ValueRefused: naming what, what was found and what was expected.
    """
    check_ranges(probe, where)
    if not 1 <= len(probe.values) <= LONGEST:
        raise ValueRefused(f"{where}, days", len(probe.values), f"1 to {LONGEST}")
    if len(probe.temperatures) != len(probe.values):
        wanted = f"{len(probe.values)}, one to a day"
        raise ValueRefused(f"{where}, temperatures", len(probe.temperatures), wanted)
    if probe.measures == "humidity":
        for value in probe.values:
            if value is not None:
                HUMIDITY.check(where, value)
