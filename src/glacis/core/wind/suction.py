# SPDX-License-Identifier: GPL-3.0-or-later
"""Suction on every place of an area: the worst of all winds, with what carried it."""

from collections.abc import Iterable, Sequence

from msgspec import Struct

from glacis.core.wind.flat import SLIVER, Shape, joined, less, rings_of
from glacis.core.wind.outline import Ring


class Candidate(Struct, frozen=True):
    """What one wind asks of a part of an area.

    Attributes:
        name: of the zone.
        shape: in plan, of shapely.
        external: c_pe or GC_p [-].
        under: what presses from below, as a coefficient: c_pi, GC_pi, or the wall's under an overhang [-].
        pressure: q_p or q_h [Pa].
        suction: w_k, upward, characteristic or at service level [Pa].
        design: w_d, upward [Pa].
        wind_from: clockwise from north [°].
        reach: e, or what measures the strips [m].
        rows: keys of the coefficients.
        open: keys among them that nobody confirmed.
    """

    name: str
    shape: Shape
    external: float
    under: float
    pressure: float
    suction: float
    design: float
    wind_from: float
    reach: float
    rows: tuple[str, ...] = ()
    open: tuple[str, ...] = ()


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


def _alike(candidate: Candidate) -> tuple[object, ...]:
    return candidate.name, round(candidate.design, 6), round(candidate.external, 9)


def worst_of(
    candidates: Iterable[Candidate], cut: Sequence[Ring], slope: float
) -> tuple[WindZone, ...]:  # fmt: skip
    """Parts of an area by the worst suction of all winds there; they tile the area without what goes through it.

    Args:
        candidates: of all winds.
        cut: rooflights and chimneys [m].
        slope: true area over plan area [-].
    """
    from shapely import Polygon

    taken = joined([Polygon(ring) for ring in cut]) if cut else Polygon()
    groups: dict[tuple[object, ...], list[Candidate]] = {}
    for candidate in sorted(candidates, key=lambda each: (-each.design, each.name)):
        groups.setdefault(_alike(candidate), []).append(candidate)
    zones = []
    for group in groups.values():
        first = group[0]
        shape = group[0].shape if len(group) == 1 else joined([each.shape for each in group])
        left = less(shape, taken)
        polygons = rings_of(left)
        if left.area <= SLIVER or not polygons:
            continue
        taken = joined((taken, shape))
        zones.append(WindZone(
            first.name, polygons, left.area, left.area * slope, first.external, first.under, first.pressure,
            first.suction, first.design, first.wind_from, first.reach,
            tuple(dict.fromkeys(row for each in group for row in each.rows)),
            tuple(dict.fromkeys(row for each in group for row in each.open)),
        ))  # fmt: skip
    return tuple(zones)
