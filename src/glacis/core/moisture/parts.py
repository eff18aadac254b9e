# SPDX-License-Identifier: GPL-3.0-or-later
"""The air on both sides of an area, what its surface must reach, and its year of water."""

from msgspec import Struct

from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL, Thermal
from glacis.core.model.document import Climate, Zone
from glacis.core.moisture.assess import assess_moisture, assess_surface, monthly_air
from glacis.core.moisture.monthly import MonthAir, Monthly, Profile, profile
from glacis.core.moisture.surface import Surface


class AirRead(Struct, frozen=True):
    """What the air on both sides depends on: the year outside, the rooms, two targets."""

    climate: Climate
    zone: Zone
    excess_margin: float
    surface_humidity: float


class BothAirs(Struct, frozen=True):
    """The air inside and outside by month, and what the inner surface must reach for it."""

    months: tuple[MonthAir, ...]
    surface: Surface


class MonthlyRead(Struct, frozen=True):
    """What the year of water depends on."""

    thermal: Thermal
    airs: BothAirs


def _reads_air(reader: Reader, area: str) -> AirRead:
    targets = reader.project.targets
    zone = reader.zone(reader.area(area))
    return AirRead(
        reader.project.site.climate, zone, targets.excess_margin, targets.surface_humidity
    )


def _air(read: AirRead) -> BothAirs:
    months = monthly_air(read.climate, read.zone, read.excess_margin)
    return BothAirs(months, assess_surface(months, read.surface_humidity))


def _reads_monthly(reader: Reader, area: str) -> MonthlyRead:
    return MonthlyRead(reader.value(THERMAL, area), reader.value(AIR, area))


def _monthly(read: MonthlyRead) -> Monthly:
    return assess_moisture(read.thermal.layers, read.thermal.films, read.airs.months)


def _reads_lines(reader: Reader, area: str) -> Monthly:
    return reader.value(MONTHLY, area)


def _lines(monthly: Monthly) -> tuple[Profile, ...]:
    if len(monthly.path.places) < 2:
        return ()
    return tuple(profile(monthly.path, air) for air in monthly.air)


AIR = Part("air", _reads_air, _air)
"""The air on both sides of an area by month (ISO 13788:2012, 4.2 and 5.3)."""
MONTHLY = Part("monthly", _reads_monthly, _monthly)
"""An area's year of water (ISO 13788:2012, clause 6)."""
VAPOUR_LINES = Part("vapour lines", _reads_lines, _lines)
"""Temperature and vapour lines of the twelve months; none without a path."""
