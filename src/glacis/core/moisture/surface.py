# SPDX-License-Identifier: GPL-3.0-or-later
"""Mould at the inner surface: the temperature factor a roof must reach.

ISO 13788:2012, clause 5: monthly f_Rsi,min from the indoor humidity and the critical
surface humidity, against the f_Rsi of the part.
"""

from msgspec import Struct

from glacis.core.moisture.air import dew_point

LEAST_SPAN = 1e-9
"""Rooms warmer than outside by less than this [K] count as equally warm; our judgement, rounding."""


class SurfaceMonth(Struct, frozen=True):
    """One month's demand on the inner surface.

    Attributes:
        outdoor: temperature [°C].
        pressure: indoor vapour pressure [Pa].
        least_surface: least surface temperature [°C].
        factor: f_Rsi,min [-]; None where it is as warm outside as inside, which asks for nothing.
    """

    outdoor: float
    pressure: float
    least_surface: float
    factor: float | None


class Surface(Struct, frozen=True):
    """The year's demand.

    Attributes:
        months: January first.
        critical: index of the month that asks most of the roof: one in which the rooms' own air lies
            over the critical humidity counts only where no other asks; of the coldest where none does.
        indoor: temperature of the rooms in the critical month [°C].
        humidity: critical surface humidity [-].
    """

    months: tuple[SurfaceMonth, ...]
    critical: int
    indoor: float
    humidity: float

    @property
    def least_factor(self) -> float | None:
        """f_Rsi,min of the critical month [-]; None where no month asks for anything."""
        return self.months[self.critical].factor

    def allows(self, factor: float) -> bool:
        """Whether an f_Rsi [-] is enough in every month in which a roof can keep mould away."""
        return self.least_factor is None or factor >= self.least_factor


def required_factor(
    outdoor: tuple[float, ...],
    indoor: tuple[float, ...],
    pressures: tuple[float, ...],
    humidity: float,
) -> Surface:
    """The least f_Rsi month by month.

    Args:
        outdoor: twelve outdoor temperatures [°C].
        indoor: twelve indoor temperatures [°C].
        pressures: twelve indoor vapour pressures [Pa].
        humidity: critical surface humidity, 0.8 against mould [-].

    A month as warm outside as inside makes no demand.
    """
    months = []
    for theta_i, theta_e, pressure in zip(indoor, outdoor, pressures, strict=True):
        least = dew_point(pressure / humidity)
        span = theta_i - theta_e
        factor = (least - theta_e) / span if span > LEAST_SPAN else None
        months.append(SurfaceMonth(theta_e, pressure, least, factor))
    asked = {k: month.factor for k, month in enumerate(months) if month.factor is not None}
    coldest = min(range(len(months)), key=lambda k: months[k].outdoor)
    roofs = {k: factor for k, factor in asked.items() if factor < 1} or asked
    critical = max(roofs, key=lambda k: roofs[k]) if roofs else coldest
    return Surface(tuple(months), critical, indoor[critical], humidity)
