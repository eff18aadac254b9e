# SPDX-License-Identifier: GPL-3.0-or-later
"""What rooms are for, and the temperature and humidity that such rooms are usually held at."""

from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.document import HumidityClass, SetPoint, Use, Zone

Kind = Literal["store", "dwelling", "work", "wet"]


class UsualRooms(Struct, frozen=True):
    """Rooms of a use.

    Attributes:
        words: as people call them.
        kind: how rules take the use itself; how wet they are follows from their conditions.
        temperature: they are usually held at [°C].
        humidity: that is usual there.
    """

    words: str
    kind: Kind
    temperature: float
    humidity: HumidityClass | SetPoint


def _class(words: str, kind: Kind, temperature: float, number: int) -> UsualRooms:
    return UsualRooms(words, kind, temperature, HumidityClass(number=number))


def _held(words: str, kind: Kind, temperature: float, humidity: float) -> UsualRooms:
    return UsualRooms(words, kind, temperature, SetPoint(humidity=humidity))


USUAL: dict[Use, UsualRooms] = {
    "dwelling": _class("dwelling", "dwelling", 20.0, 3),
    "work": _class("work rooms", "work", 20.0, 2),
    "school": _class("school", "work", 21.0, 3),
    "sports": _class("sports hall", "work", 18.0, 4),
    "workshop": _class("workshop", "work", 17.0, 2),
    "laboratory": _held("laboratory", "work", 21.0, 0.5),
    "kitchen": _class("commercial kitchen", "work", 22.0, 4),
    "laundry": _class("laundry", "work", 22.0, 5),
    "pool": _held("pool hall", "work", 30.0, 0.6),
    "wet": _class("wet rooms", "wet", 20.0, 5),
    "plant": _class("plant room", "store", 18.0, 1),
    "store": _class("store", "store", 15.0, 1),
    "unheated": _class("unheated space", "store", 8.0, 1),
    "cold-store": _held("cold store", "store", 4.0, 0.85),
    "freezer": _held("freezer", "store", -18.0, 0.8),
}
"""Usual conditions by use; our judgement after ISO 13788:2012, annex A for the classes, and after usual
set-points of pools and cold stores. The rooms' own conditions decide."""


def kind_of(use: Use) -> Kind:
    """How rules take a use."""
    return USUAL[use].kind


def used_as(zone: Zone, use: Use) -> Zone:
    """The rooms with another use, at the temperature and humidity that are usual for it the year round."""
    usual = USUAL[use]
    return replace(
        zone, use=use, temperature=usual.temperature, humidity=usual.humidity, temperatures=(),
        humidities=(),
    )  # fmt: skip
