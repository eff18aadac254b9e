# SPDX-License-Identifier: GPL-3.0-or-later
"""The year in ten that is hard on an area: of twenty that differ from the mean, the second that wets it most."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.graph.part import LongPart, Progress
from glacis.core.graph.reader import Reader
from glacis.core.moisture.parts import AIR
from glacis.core.weather.parts import WeatherRead, read_weather


class SevereRead(Struct, frozen=True):
    """What the choice depends on.

    Attributes:
        weather: what the mean year is made of.
        indoor: vapour pressure of the rooms in twelve months [Pa].
    """

    weather: WeatherRead
    indoor: tuple[float, ...]


def _reads(reader: Reader, area: str) -> SevereRead:
    weather = read_weather(reader)
    plain = replace(weather, weather=replace(weather.weather, other=0, file=None), series=None)
    months = reader.value(AIR, area).months
    return SevereRead(plain, tuple(month.indoor_pressure for month in months))


def _sought(read: SevereRead, progress: Progress) -> int:
    import numpy as np

    from glacis.core.climate.year import DAYS
    from glacis.core.weather.asked import asked_of
    from glacis.core.weather.parts import site_of
    from glacis.core.weather.severe import severe_year, wetting

    indoor = np.repeat(read.indoor, [24 * days for days in DAYS])
    number, _ = severe_year(
        asked_of(site_of(read.weather)), lambda year: wetting(year, indoor), progress=progress
    )
    return number + 1


SEVERE: LongPart[SevereRead, int] = LongPart("severe year", _reads, _sought)
"""Which other year is severe for an area, as the document states it (moisture-severe year after Salonvaara 2011)."""
