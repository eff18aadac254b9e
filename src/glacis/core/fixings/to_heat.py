# SPDX-License-Identifier: GPL-3.0-or-later
"""What placed fixings mean to Heat: number, shaft and insulation passed, in the mean and in the worst zone."""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.fixings.chain import reach_of
from glacis.core.fixings.found import SetPlaced
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import FixingSet

ALIKE = 0.1
"""Numbers to the area that differ by less than this share are one to Heat [-]; our judgement: U does not feel it."""
LEAST_CONDUCTIVITY = 1.0
"""Shafts that conduct less count for nothing [W/(m·K)] (ISO 6946:2017, F.3.1)."""


class Fed(Struct, frozen=True):
    """One set as Heat counts it.

    Attributes:
        set: its id.
        mean: over the whole area.
        worst: in the zone with the most.
    """

    set: str
    mean: FixingSet
    worst: FixingSet


def fed_by(sets: Sequence[SetPlaced], layers: Sequence[LayerData]) -> tuple[Fed, ...]:
    """Sets that pass insulation with metal; sets add up."""
    found = []
    for placed in sets:
        screw = placed.set.fastener
        if screw is None or screw.conductivity < LEAST_CONDUCTIVITY or placed.count == 0:
            continue
        inner, outer = reach_of(placed.held, layers)
        passed = [
            k
            for k in range(inner + 1, outer + 1)
            if layers[k].is_insulation and layers[k].frame is None
        ]
        if not passed:
            continue
        recess = min(screw.recess, sum(layers[k].thickness for k in passed))
        mean = FixingSet(
            layer=layers[passed[-1]].id, conductivity=screw.conductivity, diameter=screw.diameter, recess=recess,
            per_area=round(min(50.0, placed.per_area), 3),
        )  # fmt: skip
        worst = FixingSet(
            layer=mean.layer, conductivity=mean.conductivity, diameter=mean.diameter, recess=recess,
            per_area=round(min(50.0, placed.per_area_worst), 3),
        )  # fmt: skip
        found.append(Fed(placed.set.id, mean, worst))
    return tuple(found)


def are_alike(one: Sequence[FixingSet], other: Sequence[FixingSet]) -> bool:
    """Whether Heat counts the same in both."""
    if len(one) != len(other):
        return False
    return all(_alike(a, b) for a, b in zip(one, other, strict=True))


def _alike(a: FixingSet, b: FixingSet) -> bool:
    shafts = (a.layer, a.diameter, a.conductivity, a.recess) == (
        b.layer,
        b.diameter,
        b.conductivity,
        b.recess,
    )
    return shafts and abs(a.per_area - b.per_area) <= ALIKE * max(a.per_area, b.per_area)
