# SPDX-License-Identifier: GPL-3.0-or-later
"""Mould at the inner surface: the temperature factor a roof must reach.

ISO 13788:2012, clause 5: monthly f_Rsi,min from the indoor humidity and the critical
surface humidity, against the f_Rsi of the part.
"""

from msgspec import Struct

from glacis.core.moisture.air import dew_point

NO_DEMAND = -1e3


class SurfaceMonth(Struct, frozen=True):
    """One month's demand on the inner surface.

    Attributes:
        outdoor: temperature [°C].
        pressure: indoor vapour pressure [Pa].
        least_surface: least surface temperature [°C].
        factor: f_Rsi,min [-].
    """

    outdoor: float
    pressure: float
    least_surface: float
    factor: float


class Surface(Struct, frozen=True):
    """The year's demand.

    Attributes:
        months: January first.
        critical: index of the month that asks most.
        indoor: indoor temperature [°C].
        humidity: critical surface humidity [-].
    """

    months: tuple[SurfaceMonth, ...]
    critical: int
    indoor: float
    humidity: float

    @property
    def least_factor(self) -> float:
        """f_Rsi,min of the critical month [-]."""
        return self.months[self.critical].factor


def required_factor(
    outdoor: tuple[float, ...],
    indoor: float,
    pressures: tuple[float, ...],
    humidity: float,
) -> Surface:
    """The least f_Rsi month by month.

    Args:
        outdoor: twelve outdoor temperatures [°C].
        indoor: indoor temperature [°C].
        pressures: twelve indoor vapour pressures [Pa].
        humidity: critical surface humidity, 0.8 against mould [-].

    A month as warm outside as inside makes no demand.
    """
    months = []
    for theta_e, pressure in zip(outdoor, pressures, strict=True):
        least = dew_point(pressure / humidity)
        span = indoor - theta_e
        factor = (least - theta_e) / span if span > 1e-9 else NO_DEMAND
        months.append(SurfaceMonth(theta_e, pressure, least, factor))
    critical = max(range(len(months)), key=lambda month: months[month].factor)
    return Surface(tuple(months), critical, indoor, humidity)
