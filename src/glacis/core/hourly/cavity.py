# SPDX-License-Identifier: GPL-3.0-or-later
"""How much outside air a vented gap changes, hour by hour: from the bays of the Air stage, else assumed."""

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.air.channel import Bay, air_density, outside_film
from glacis.core.air.found import Aired
from glacis.core.air.states import Hours, bay_of, by_hour
from glacis.core.climate.atmosphere import air_pressure
from glacis.core.hourly.engine import columns as col
from glacis.core.model.document import RoofArea, Site
from glacis.core.weather.hours import SIGMA, ZERO

Array = NDArray[np.float64]
ASSUMED = 20.0
"""Changes of the air of a vented gap about whose vents nothing is stated [1/h]; our judgement: usual gaps under tiles
have 10 to 100."""


class Vented(Struct, frozen=True):
    """The bays of an area as hours need them.

    Attributes:
        bay: of the class that most bays are of.
        drive: Cp of its low end less that of the high one, behind shelter [-].
        pressure: of the air [Pa].
        emissivity: of the covering [-].
    """

    bay: Bay
    drive: float
    pressure: float
    emissivity: float


def vented_of(aired: Aired | None, area: RoofArea, site: Site) -> Vented | None:
    """The commonest bay of an area; None where nothing is known of its bays."""
    if aired is None or aired.states is None or aired.layout is None or aired.tables is None:
        return None
    if not aired.states.classes:
        return None
    kind = max(aired.states.classes, key=lambda one: len(one.pieces))
    shelter = aired.tables.loss("sheltered") if site.sheltered else 1.0
    bay = bay_of(aired.layout, aired.stated, area, kind, aired.tables)
    return Vented(bay, kind.drive * shelter, air_pressure(site.elevation), aired.stated.emissivity)


def air_changes(vented: Vented | None, hours: Array) -> Array:
    """Changes of the gap's air by hour [1/h].

    Args:
        vented: its bays; None where nothing is known of them.
        hours: what is outside and inside, as the engine reads it.
    """
    if vented is None:
        return np.full(len(hours), ASSUMED)
    outside = hours[:, col.T_OUT]
    speed = np.maximum(0.0, hours[:, col.H_OUT] - 4.0) / 4.0
    film = outside_film(float(speed.mean()), float(outside.mean()), vented.emissivity)
    lost = hours[:, col.EMIT] * (SIGMA * (outside + ZERO) ** 4 - hours[:, col.L_IN])
    covering = outside + (hours[:, col.GAIN] - lost) / film
    dense = vented.pressure / (287.05 * (outside + ZERO))
    wind = vented.drive * dense * speed**2 / 2
    found = by_hour(
        vented.bay, Hours(outside, covering, film, wind, hours[:, col.T_IN], vented.pressure)
    )
    bay = vented.bay
    volume = sum(segment.length * segment.depth for segment in bay.segments) * bay.width
    flow = np.abs(found[:, 0]) / air_density(float(outside.mean()), vented.pressure)
    return np.asarray(3600 * flow / max(volume, 1e-6))
