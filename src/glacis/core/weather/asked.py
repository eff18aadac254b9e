# SPDX-License-Identifier: GPL-3.0-or-later
"""The year that a site asks of the generator: its months, with the habits of a station."""

import numpy as np

from glacis.core.model.document import Site
from glacis.core.weather.alike import habits_of, most_alike
from glacis.core.weather.generator import Asked, Months
from glacis.core.weather.stations import STATIONS, Habits
from glacis.core.weather.sun import Place


def place_of(site: Site) -> Place:
    """Where a site lies, and its clock."""
    return Place(site.latitude, site.longitude, site.clock)


def habits_for(site: Site) -> Habits:
    """The stated station's habits, else those of the climate most alike; so too for one that nobody knows."""
    known = {habits.id for habits in STATIONS}
    return habits_of(site.weather.station) if site.weather.station in known else most_alike(site)


def asked_of(site: Site) -> Asked:
    """What is asked of the generator: no rain where none is stated, clouds from the habits."""
    habits, climate = habits_for(site), site.climate
    cloud = np.array(habits.cloud)
    if (habits.latitude < 0) != (site.latitude < 0):
        cloud = np.roll(cloud, 6)
    months = Months(
        temperature=np.array(climate.temperature),
        humidity=np.array(climate.humidity),
        rain=np.array(climate.rain) if climate.rain else np.zeros(12),
        cloud=cloud,
    )
    return Asked(place_of(site), site.elevation, habits, months, site.weather.seed)
