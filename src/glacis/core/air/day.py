# SPDX-License-Identifier: GPL-3.0-or-later
"""Every class of bay, or the attic, over a clear, still summer day."""

from msgspec import Struct

from glacis.core.air.found import Aired, AirRead
from glacis.core.air.states import DayStrip, day_of


class AirDay(Struct, frozen=True):
    """A day by class of bay."""

    strips: tuple[DayStrip, ...]


def air_day(read: AirRead, found: Aired) -> AirDay | None:
    """The day of each class; None where bays are not laid out, and in an attic."""
    if found.layout is None or found.states is None:
        return None
    return AirDay(
        tuple(
            day_of(found.layout, read.air, read.area, read.site, read.below, kind)
            for kind in found.states.classes
        )
    )
