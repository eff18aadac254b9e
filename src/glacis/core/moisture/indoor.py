# SPDX-License-Identifier: GPL-3.0-or-later
"""Indoor vapour pressure month by month (ISO 13788:2012, 5.3 and annex A)."""

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Climate, SetPoint, Zone
from glacis.core.moisture.air import saturation_pressure

CLASS_EXCESS = {1: 270.0, 2: 540.0, 3: 810.0, 4: 1080.0, 5: 1360.0}
"""Upper vapour-pressure excess of a class at 0 °C outside and below [Pa].

Classes 1 to 4 by annex A. Class 5 has no upper bound there; one more step of the row is
taken, and rooms wetter than that need a set-point.
"""
CLASS_WORDS = {
    1: "store rooms, unheated or hardly used",
    2: "offices and dwellings, low occupancy, ventilated",
    3: "dwellings, occupancy not known",
    4: "high occupancy, kitchens, sports halls",
    5: "laundries, breweries, pools, wet laboratories",
}
_FALLS_TO_ZERO_AT = 20.0
"""Outside temperature at which the excess of a humidity class has fallen to nothing [°C]
(ISO 13788:2012, annex A)."""


def excess(number: int, outside: float) -> float:
    """Vapour-pressure excess [Pa] of humidity class ``number`` at ``outside`` [°C].

    Constant below 0 °C, falling in a straight line to nothing at 20 °C.

    Raises:
        ValueRefused: for a class that is not 1 to 5.

    >>> excess(3, -5.0), excess(3, 10.0), excess(3, 25.0)
    (810.0, 405.0, 0.0)
    """
    if number not in CLASS_EXCESS:
        raise ValueRefused("humidity class", number, "1 to 5")
    share = (_FALLS_TO_ZERO_AT - outside) / _FALLS_TO_ZERO_AT
    return CLASS_EXCESS[number] * min(1.0, max(0.0, share))


def outdoor_pressures(climate: Climate) -> tuple[float, ...]:
    """Twelve monthly outdoor vapour pressures [Pa]."""
    pairs = zip(climate.temperature, climate.humidity, strict=True)
    return tuple(humidity * saturation_pressure(t) for t, humidity in pairs)


def indoor_pressures(climate: Climate, zone: Zone, margin: float) -> tuple[float, ...]:
    """Twelve monthly indoor vapour pressures [Pa], never above saturation.

    Args:
        climate: of the site.
        zone: with its temperature and humidity.
        margin: factor on a humidity class's excess (1.1 by default in the targets) [-].
    """
    full = [saturation_pressure(temperature) for temperature in zone.year]
    humidity = zone.humidity
    if zone.humidities:
        return tuple(h * p for h, p in zip(zone.humidities, full, strict=True))
    if isinstance(humidity, SetPoint):
        return tuple(humidity.humidity * p for p in full)
    outside = outdoor_pressures(climate)
    return tuple(
        min(most, p + margin * excess(humidity.number, t))
        for most, p, t in zip(full, outside, climate.temperature, strict=True)
    )


def humidity_words(zone: Zone) -> str:
    """How humid the air of rooms is, in words."""
    humidity = zone.humidity
    if zone.humidities:
        return "humidity stated month by month"
    if isinstance(humidity, SetPoint):
        return f"held at {humidity.humidity * 100:.0f} % relative humidity"
    return f"humidity class {humidity.number}: {CLASS_WORDS.get(humidity.number, '')}"
