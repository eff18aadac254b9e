# SPDX-License-Identifier: GPL-3.0-or-later
"""The months of the monthly method from a year hour by hour."""

import numpy as np
from msgspec.structs import replace

from glacis.core.model.document import Climate, Site
from glacis.core.model.validate import check_site
from glacis.core.model.weather import Weather, WeatherFile
from glacis.core.moisture.air import saturation_pressure
from glacis.core.weather.hours import MONTH_STARTS, WeatherYear, by_month

RARE = 0.004
"""Share of hours beyond a design day (ASHRAE 169-2013, its 99.6 % and 0.4 % days)."""


def climate_of(year: WeatherYear) -> Climate:
    """Months of a year: mean temperatures, humidities that keep the mean vapour pressures, rain, design days.

    Humidities are of the saturation pressure of the monthly method at the mean temperature, and 1 at most.
    """
    temperature, vapour = by_month(year.temperature), by_month(year.vapour)
    low, high = np.quantile(year.temperature, (RARE, 1 - RARE))
    rain = np.add.reduceat(year.rain, MONTH_STARTS[:-1]) if year.rain_known else ()
    return Climate(
        temperature=tuple(round(float(t), 2) for t in temperature),
        humidity=tuple(
            round(min(1.0, max(0.01, float(p) / saturation_pressure(float(t)))), 4)
            for t, p in zip(temperature, vapour, strict=True)
        ),
        design_winter=round(float(low), 1),
        design_summer=round(float(high), 1),
        rain=tuple(round(float(mm), 1) for mm in rain),
        source=year.source[:1].upper() + year.source[1:],
    )


def taken(site: Site, year: WeatherYear, file: WeatherFile) -> Site:
    """The site with a year that was read: its place, its months and its hours.

    Raises:
        ValueRefused: for figures out of their ranges.
    """
    place = year.place
    made = replace(
        site,
        name=file.city or site.name,
        note="",
        climate=climate_of(year),
        elevation=year.elevation,
        latitude=place.latitude,
        longitude=place.longitude,
        clock=place.zone,
        weather=Weather(station=site.weather.station, seed=site.weather.seed, file=file),
    )
    check_site(made)
    return made
