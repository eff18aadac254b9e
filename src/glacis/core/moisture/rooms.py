# SPDX-License-Identifier: GPL-3.0-or-later
"""The air of the rooms over the year, as the Site bench draws it."""

from msgspec import Struct

from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.model.document import Climate, Zone
from glacis.core.moisture.air import saturation_pressure
from glacis.core.moisture.indoor import indoor_pressures


class RoomsRead(Struct, frozen=True):
    """What the air of the rooms depends on: the year outside, the rooms, the excess margin [-]."""

    climate: Climate
    zones: tuple[Zone, ...]
    excess_margin: float


class RoomYear(Struct, frozen=True):
    """Twelve monthly relative humidities of some rooms [-], January first."""

    name: str
    humidity: tuple[float, ...]


def _reads(reader: Reader, _subject: str) -> RoomsRead:
    project = reader.project
    return RoomsRead(project.site.climate, project.zones, project.targets.excess_margin)


def _years(read: RoomsRead) -> tuple[RoomYear, ...]:
    found = []
    for zone in read.zones:
        full = [saturation_pressure(temperature) for temperature in zone.year]
        pressures = indoor_pressures(read.climate, zone, read.excess_margin)
        found.append(
            RoomYear(zone.name, tuple(p / most for p, most in zip(pressures, full, strict=True)))
        )
    return tuple(found)


ROOMS = Part("rooms", _reads, _years)
"""Humidity of every zone of rooms by month; its subject is the whole project."""
