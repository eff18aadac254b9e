# SPDX-License-Identifier: GPL-3.0-or-later
"""Foam from cans for the joints of panels: how much, and how many cans in this weather."""

from collections.abc import Sequence
from math import ceil

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.refused import positive

WASTE = 1.15
"""Foam that is sprayed to foam that stays in the joint [-]; our judgement: what is trimmed off."""
USABLE = 0.92
"""Of a can that comes out [-]; our judgement after usual practice."""

BY_TEMPERATURE = ((-5.0, 0.5), (5.0, 0.65), (10.0, 0.8), (20.0, 1.0), (30.0, 1.05))
"""Yield by the can's temperature [°C, -]; our judgement: to be set by the can's own sheet (confirm)."""
BY_VAPOUR = ((2.0, 0.6), (4.0, 0.75), (7.0, 0.9), (10.0, 1.0), (15.0, 1.05))
"""Yield by water in the air [g/m³, -]: foam cures by water; our judgement, to be set likewise (confirm)."""
Table = Sequence[tuple[float, float]]


class Cans(Struct, frozen=True):
    """Foam and cans.

    Attributes:
        foam: volume [m³].
        factor: of a can's yield in this weather [-].
        cans: to be bought; 0 where it is too cold to foam at all.
        too_cold: whether the air is below the can's least temperature.
    """

    foam: float
    factor: float
    cans: int
    too_cold: bool


def read_off(table: Table, value: float) -> float:
    """A table read between its rows, its ends held."""
    from numpy import interp

    return float(interp(value, [row[0] for row in table], [row[1] for row in table]))


def vapour(temperature: float, humidity: float) -> float:
    """Water in the air [g/m³] (ideal gas; saturation after ISO 13788:2012, E.7 and E.8)."""
    from glacis.core.moisture.air import saturation_pressure

    return 1000 * humidity * saturation_pressure(temperature) / (461.5 * (temperature + 273.15))


def cans_for(
    joints: tuple[int, float, float],
    can: tuple[float, float],
    air: tuple[float, float],
    tables: tuple[Table, Table] = (BY_TEMPERATURE, BY_VAPOUR),
) -> Cans:
    """Cans for a row of joints: foam/(0.92 yield f_T f_v).

    Args:
        joints: how many, length of each [m], section [m²].
        can: yield of one [m³] and the least temperature it takes [°C].
        air: temperature [°C] and relative humidity [-].
        tables: of yield by temperature and by water in the air.

    Raises:
        ValueRefused: for a can without yield.
    """
    count, length, section = joints
    yields, coldest = can
    if yields <= 0:
        raise ValueRefused("yield of a can", f"{yields * 1000:g} l", "more than 0 l")
    foam = count * positive("length of a joint", length) * section * WASTE
    factor = read_off(tables[0], air[0]) * read_off(tables[1], vapour(*air))
    if air[0] < coldest:
        return Cans(foam, factor, 0, too_cold=True)
    return Cans(foam, factor, ceil(foam / (USABLE * yields * factor) - 1e-9), too_cold=False)
