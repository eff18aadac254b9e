# SPDX-License-Identifier: GPL-3.0-or-later
"""Embodied carbon, modules A1 to A3 of EN 15804, of all that is bought; what wood binds stands apart."""

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.quantities.spread import Item, Spread, Three, check_three, scaled, summed

WOOD_CARBON = 0.5
"""Share of carbon in dry wood [-] (EN 16449:2014, 5)."""
WOOD_MOISTURE = 0.12
"""Moisture of wood as it is sold, by mass [-] (EN 16449:2014, 5)."""
WOODS = ("timber", "wood-board", "plant-fibre")
"""Families whose carbon came out of the air; by definition."""
TO_DIOXIDE = 44 / 12
"""Mass of carbon dioxide over that of its carbon [-]; by their molar masses."""


class Emitted(Struct, frozen=True):
    """Something bought, for its carbon.

    Attributes:
        mass: bought [kg].
        group: source of its factor; one source moves together.
        factor: low, typical and high [kg CO2e/kg].
        carbon: share of carbon out of the air [-]; 0 for none.
        moisture: by mass of dry matter [-].
    """

    mass: float
    group: str
    factor: Three
    carbon: float = 0.0
    moisture: float = 0.0


class Footprint(Struct, frozen=True):
    """Carbon of a job: what its making gave off [kg CO2e], and what its wood binds, apart and never netted."""

    made: Spread
    bound: float


def bound_in(mass: float, carbon: float, moisture: float) -> float:
    """Carbon dioxide that wood binds, negative [kg] (EN 16449:2014, equation 1).

    Raises:
        ValueRefused: for a share outside 0 to 1, or a moisture below 0.
    """
    if not 0 <= carbon <= 1:
        raise ValueRefused("share of carbon", f"{carbon:g}", "from 0 to 1")
    if moisture < 0:
        raise ValueRefused("moisture", f"{moisture:g}", "0 or more")
    return -TO_DIOXIDE * carbon * mass / (1 + moisture)


def footprint(bought: tuple[Emitted, ...]) -> Footprint:
    """Carbon of all that is bought.

    Raises:
        ValueRefused: for a range that is none.
    """
    for each in bought:
        check_three("carbon factor", each.factor)
    made = summed(Item(each.group, scaled(each.factor, each.mass)) for each in bought)
    bound = sum(bound_in(each.mass, each.carbon, each.moisture) for each in bought)
    return Footprint(made, bound)
