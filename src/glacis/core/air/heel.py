# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip at the eaves: how deep the fill is over the plate, what that loses, how long a chute has to be.

``x`` runs inwards from the outer face of the wall, level. The fill is as deep as the deck lets it be, less the
gap of the chute, up to its full depth.
"""

from collections.abc import Sequence
from math import cos, log1p, radians, tan

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.heat.surfaces import R_SI, R_SI_MOULD

OVERLAP = 0.15
"""A chute reaches over the full depth of the fill by this [m] along the slope; our judgement: settling and drift."""
TWIST = 1e-12
"""Below this difference of resistances [-] a strip has one depth; our judgement: rounding."""


class HeelStrip(Struct, frozen=True):
    """Geometry and heat of the strip.

    Attributes:
        at_outer: depth of the fill over the outer face of the wall [m]; negative where the deck leaves none.
        at_inner: over the inner face [m].
        end: where the full depth is reached, from the outer face [m].
        width: of the strip from the inner face inwards [m].
        full: U at full depth [W/(m²·K)].
        inner: U over the inner face [W/(m²·K)].
        mean: U of the strip [W/(m²·K)]; None where it has no width.
        extra: heat lost beside the full depth [W/(m·K)] of eaves.
        f_rsi: at the inner face, in one dimension [-]: the two-dimensional corner is colder.
        reach: of the strip and the overhang along the slope [m].
        chute: length of a chute [m].
        dam: height of a dam at the outer face [m].
    """

    at_outer: float
    at_inner: float
    end: float
    width: float
    full: float
    inner: float
    mean: float | None
    extra: float
    f_rsi: float
    reach: float
    chute: float
    dam: float


class Fill(Struct, frozen=True):
    """What lies on the ceiling.

    Attributes:
        full: its full depth [m].
        conductivity: of the fill [W/(m·K)].
        other: resistance of all else, films included [m²·K/W].
        chords: pairs of share [-] and conductivity [W/(m·K)] of members as deep as the fill, which lie
            parallel to it.
    """

    full: float
    conductivity: float
    other: float
    chords: tuple[tuple[float, float], ...] = ()

    @property
    def paths(self) -> Sequence[tuple[float, float]]:
        """Share and conductivity of every parallel path."""
        taken = sum(share for share, _ in self.chords)
        return ((1 - taken, self.conductivity), *self.chords)


class Plate(Struct, frozen=True):
    """How the roof stands on its wall: heel, gap of the chute, wall and overhang [m], pitch [°]."""

    heel: float
    pitch: float
    gap: float = 0.05
    wall: float = 0.2
    overhang: float = 0.4


def depth_at(x: float, plate: Plate, full: float) -> float:
    """Depth of the fill [m] at ``x`` [m] from the outer face of the wall."""
    slope = radians(plate.pitch)
    return min(full, plate.heel - plate.gap / cos(slope) + x * tan(slope))


def u_at(depth: float, fill: Fill) -> float:
    """U where the fill is so deep [W/(m²·K)], paths parallel."""
    return sum(
        share / (fill.other + max(0.0, depth) / conductivity) for share, conductivity in fill.paths
    )


def u_mean(start: float, end: float, fill: Fill) -> float:
    """Mean U of a strip whose fill deepens evenly from ``start`` to ``end`` [m]: λ/Δt ln(R_end/R_start).

    Raises:
        ValueRefused: for a depth below zero.
    """
    if start < 0 or end < start:
        raise ValueRefused("depth of the fill", f"{start:g} to {end:g} m", "rising from 0 or more")
    total = 0.0
    for share, conductivity in fill.paths:
        least = fill.other + start / conductivity
        grown = (end - start) / (conductivity * least)
        total += share / least * (log1p(grown) / grown if grown > TWIST else 1.0)
    return total


def strip_of(plate: Plate, fill: Fill) -> HeelStrip:
    """The strip at the eaves.

    Raises:
        ValueRefused: for a pitch of 0, over which no heel deepens.
    """
    slope = radians(plate.pitch)
    if plate.pitch <= 0:
        raise ValueRefused("pitch over the heel", f"{plate.pitch:g}°", "above 0°")
    at_outer = depth_at(0.0, plate, fill.full)
    end = max(0.0, (fill.full - at_outer) / tan(slope))
    at_inner = depth_at(plate.wall, plate, fill.full)
    width = max(0.0, end - plate.wall)
    full, inner = u_at(fill.full, fill), u_at(at_inner, fill)
    mean = u_mean(max(0.0, at_inner), fill.full, fill) if width > 0 else None
    resistance = fill.other + max(0.0, at_inner) / fill.conductivity
    reach = (end + plate.overhang) / cos(slope)
    return HeelStrip(
        at_outer=at_outer,
        at_inner=at_inner,
        end=end,
        width=width,
        full=full,
        inner=inner,
        mean=mean,
        extra=0.0 if mean is None else (mean - full) * width,
        f_rsi=1 - R_SI_MOULD / (resistance - R_SI["up"] + R_SI_MOULD),
        reach=reach,
        chute=reach + OVERLAP,
        dam=max(0.0, at_outer),
    )


def chute_length(plate: Plate, full: float) -> float:
    """Length of a chute [m]: from the edge of the eaves to where the fill is full, and a little over."""
    slope = radians(plate.pitch)
    end = max(0.0, (full - depth_at(0.0, plate, full)) / tan(slope))
    return (end + plate.overhang) / cos(slope) + OVERLAP


class ChuteCount(Struct, frozen=True):
    """Chutes, baffles and dam along an eaves.

    Attributes:
        chutes: number of them.
        baffles: one in each bay.
        length: of one chute [m].
        dam: running length of the dam [m].
        dam_height: [m].
    """

    chutes: int
    baffles: int
    length: float
    dam: float
    dam_height: float


def low_area(soffit: float, bays: int, chute: tuple[float, float], every: int) -> float:
    """Low net area of an eaves [m²]: the lesser of its soffit's and its chutes'.

    Args:
        soffit: net area of its vents [m²].
        bays: along it.
        chute: clear width and gap of one chute [m].
        every: 1 for one in each bay, 2 for every other.
    """
    width, gap = chute
    return min(soffit, -(-bays // every) * width * gap)
