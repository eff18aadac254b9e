# SPDX-License-Identifier: GPL-3.0-or-later
"""Schools of holding a roof, worked out side by side for one area."""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.fixings.chain import Loads, chain_of
from glacis.core.fixings.found import SetPlaced
from glacis.core.fixings.held import Against
from glacis.core.fixings.place_set import PlacedRead, sets_placed
from glacis.core.fixings.schools import School, schools_for
from glacis.core.fixings.to_heat import fed_by
from glacis.core.heat.corrections import fixing_addition, passed_by_fixings
from glacis.core.heat.resolve import LayerData
from glacis.core.model.fixings import Ballast


class SchoolFound(Struct, frozen=True):
    """One school on one area.

    Attributes:
        school: what it is.
        per_area: fixings placed in the mean [1/m²].
        use: of the weakest link [-]; None where nobody knows.
        unheld: whether something is held by nothing.
        weakest: both layers of the weakest link, in words.
        heat: what its shafts add to U [W/(m²·K)].
        mass: what it lays on the roof in the mean [kg/m²].
    """

    school: School
    per_area: float
    use: float | None
    unheld: bool
    weakest: str
    heat: float
    mass: float


class SchoolsRead(Struct, frozen=True):
    """What schools side by side depend on.

    Attributes:
        against: the area, its zones and what else sets are held against.
        layers: of the build-up, inside to outside.
        loads: of the wind.
        resistance: of the clear field [m²·K/W].
        counted: how many layers count for heat.
    """

    against: Against
    layers: tuple[LayerData, ...]
    loads: Loads
    resistance: float
    counted: int


def compared(read: SchoolsRead) -> tuple[SchoolFound, ...]:
    """Every school that the build-up can be held by, in the same wind."""
    if not read.against.zones:
        return ()
    schools = schools_for(read.layers, read.against.area.pitch)
    return tuple(_found(read, school) for school in schools)


def _found(read: SchoolsRead, school: School) -> SchoolFound:
    placed = sets_placed(PlacedRead(school.sets, read.against))
    chain = chain_of(read.layers, [each.held for each in placed], read.loads)
    weakest = chain.weakest
    fed = [each.mean for each in fed_by(placed, read.layers)]
    layers = read.layers[: read.counted]
    heat = sum(
        fixing_addition(each, passed_by_fixings(layers, each.layer), read.resistance).value
        for each in fed
    )
    return SchoolFound(
        school, sum(each.per_area for each in placed), weakest.use if weakest is not None else None,
        any(link.unheld for link in chain.interfaces), " on ".join(weakest.names) if weakest is not None else "",
        heat, _mass(placed),
    )  # fmt: skip


def _mass(placed: Sequence[SetPlaced]) -> float:
    """Ballast in the mean of the zones [kg/m²]."""
    total = 0.0
    for each in placed:
        if not isinstance(each.set.way, Ballast):
            continue
        whole = sum(each.areas) or 1.0
        laid = sum(p.bears * size for p, size in zip(each.held.patterns, each.areas, strict=True))
        total += laid / whole
    return total
