# SPDX-License-Identifier: GPL-3.0-or-later
"""Suction on every place of an area: the worst of all winds, with what carried it."""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.wind.flat import SLIVER, Shape, joined, less, rings_of
from glacis.core.wind.outline import Ring


class WindZone(Struct, frozen=True):
    """A part of an area under one suction.

    Attributes:
        name: of the zone.
        polygons: in plan, each its outline and its holes [m].
        plan_area: [m²].
        true_area: along the slope [m²].
        external: c_pe or GC_p [-].
        under: coefficient from below [-].
        pressure: q_p or q_h [Pa].
        suction: w_k [Pa].
        design: w_d [Pa].
        wind_from: of the wind that governs, clockwise from north [°].
        reach: e, or what measures the strips [m].
        rows: keys of the coefficients.
        open: keys among them that nobody confirmed.
    """

    name: str
    polygons: tuple[tuple[Ring, ...], ...]
    plan_area: float
    true_area: float
    external: float
    under: float
    pressure: float
    suction: float
    design: float
    wind_from: float
    reach: float
    rows: tuple[str, ...]
    open: tuple[str, ...]


Order = tuple[tuple[int, ...], ...]
"""Numbers of zones, alike ones together, the worst first."""


class Part(Struct, frozen=True):
    """What a group of zones governs.

    Attributes:
        polygons: in plan, each its outline and its holes [m]; empty where harder ones lie over all of it.
        area: in plan [m²].
    """

    polygons: tuple[tuple[Ring, ...], ...] = ()
    area: float = 0.0


def parted(shapes: Sequence[Shape], order: Order, cut: Sequence[Ring]) -> tuple[Part, ...]:
    """Parts of an area by the worst of all winds there; they tile the area without what goes through it.

    Args:
        shapes: of all zones, in plan.
        order: groups of zones, the worst first.
        cut: rooflights and chimneys [m].
    """
    from shapely import Polygon

    taken = joined([Polygon(ring) for ring in cut]) if cut else Polygon()
    parts = []
    for group in order:
        mine = [shapes[number] for number in group]
        shape = mine[0] if len(mine) == 1 else joined(mine)
        left = less(shape, taken)
        polygons = rings_of(left)
        if left.area <= SLIVER or not polygons:
            parts.append(Part())
            continue
        taken = joined((taken, shape))
        parts.append(Part(polygons, left.area))
    return tuple(parts)
