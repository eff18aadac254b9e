# SPDX-License-Identifier: GPL-3.0-or-later
"""How long a fixing has to be: from what it passes to what it bites into, and how often it misses."""

from collections.abc import Sequence
from math import erf, radians, sin, sqrt, tan
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused

Grip = Literal["blind", "through"]
FLATTEST_SCREW = 30.0
"""Axis against the surface at least [°]; our judgement after usual approvals of screws, confirm."""
TIP = 0.02
"""Least that the tip of a screw stands out of a sheet [m]; our judgement after usual approvals, confirm."""
EDGE = 4.0
"""Distance of a screw from the edge of timber, in shafts (EN 1995-1-1:2004, table 8.6, as recalled)."""


class Passed(Struct, frozen=True):
    """What fixings pass and bite into.

    Attributes:
        thickness: sum of what is passed [m].
        plus: by which it may be thicker [m].
        minus: by which it may be thinner [m].
        substrate: thickness of what they bite into [m].
        grip: blind in timber or concrete, or through a sheet or board.
        recess: of the head in a tube washer [m].
        angle: of the axis against the surface [°], 90 for square.
        least_grip: e_min in the substrate, blind [m].
        cover: left to the far face of the substrate, blind [m].
        tip_least: of the tip beyond a substrate passed through [m].
        tip_most: before it meets something: depth of a flute, a service, a ceiling [m].
    """

    thickness: float
    plus: float = 0.0
    minus: float = 0.0
    substrate: float = 0.0
    grip: Grip = "blind"
    recess: float = 0.0
    angle: float = 90.0
    least_grip: float = 0.04
    cover: float = 0.01
    tip_least: float = TIP
    tip_most: float = 0.06


class Length(Struct, frozen=True):
    """The window of lengths and what was chosen.

    Attributes:
        least: [m].
        most: [m].
        chosen: shortest stock length inside; None for none.
        thick: grip, or tip beyond a sheet, where what is passed is thickest [m].
        thin: where it is thinnest [m].
    """

    least: float
    most: float
    chosen: float | None
    thick: float = 0.0
    thin: float = 0.0


def length_of(passed: Passed, stock: Sequence[float]) -> Length:
    """Lengths that fit and the shortest stock length among them.

    Blind: (T + tol)/sin + e_min <= L <= (T - tol)/sin + (substrate - cover)/sin. Through: the tip stands out by
    at least ``tip_least`` where T is thickest and by at most ``tip_most`` where it is thinnest.

    Raises:
        ValueRefused: for an empty stock, an angle under 30°, a recess deeper than what is passed.
    """
    if not stock:
        raise ValueRefused("stock lengths", "none", "one length at least")
    if not FLATTEST_SCREW <= passed.angle <= 90.0:
        raise ValueRefused(
            "angle of the fixing", f"{passed.angle:g}°", f"{FLATTEST_SCREW:g}° to 90°"
        )
    total = passed.thickness - passed.recess
    if not total > 0:
        raise ValueRefused(
            "recess of the fixing",
            f"{passed.recess * 1000:g} mm",
            "less than what the fixing passes",
        )
    lean = sin(radians(passed.angle))
    thick, thin = (total + passed.plus) / lean, (total - passed.minus) / lean
    through = passed.substrate / lean
    if passed.grip == "blind":
        least, most = thick + passed.least_grip, thin + through - passed.cover / lean
        beyond_thick, beyond_thin = thick, thin
    else:
        beyond_thick, beyond_thin = thick + through, thin + through
        least, most = beyond_thick + passed.tip_least, beyond_thin + passed.tip_most
    slack = 1e-9
    chosen = next((size for size in sorted(stock) if least - slack <= size <= most + slack), None)
    if chosen is None:
        return Length(least, most, None)
    return Length(least, most, chosen, chosen - beyond_thick, chosen - beyond_thin)


class Band(Struct, frozen=True):
    """Fixings of one length over a part of a taper.

    Attributes:
        thinnest: of what is passed there [m].
        thickest: [m].
        length: that fits all of it [m]; None where no stock length does.
        share: of the fixings [-].
    """

    thinnest: float
    thickest: float
    length: float | None
    share: float


def bands_of(
    thicknesses: Sequence[float], passed: Passed, stock: Sequence[float]
) -> tuple[tuple[Band, ...], tuple[int, ...]]:
    """Lengths for a taper: at every place the shortest that fits, gathered by length.

    Args:
        thicknesses: of what is passed at places of equal weight [m].
        passed: the rest; its thickness is not read.
        stock: lengths [m].

    Returns:
        The bands, the shortest first, what no length fits last; and the number of its band for every place.
    """
    chosen = [length_of(replace(passed, thickness=each), stock).chosen for each in thicknesses]
    found: dict[float | None, list[float]] = {}
    for size, thickness in zip(chosen, thicknesses, strict=True):
        found.setdefault(size, []).append(thickness)
    order = sorted(found, key=lambda size: (size is None, size or 0.0))
    bands = tuple(
        Band(min(found[size]), max(found[size]), size, len(found[size]) / len(thicknesses))
        for size in order
    )
    return bands, tuple(order.index(size) for size in chosen)


def stray_share(
    width: float, diameter: float, marking: float, wander: float, depth: float
) -> tuple[float, float]:
    """How far a screw may stray in a rafter, and the share that misses.

    It may stray by half the rafter less its edge distance of four shafts; marks on the outside and the hand's angle
    are taken as normal and independent, 95 % within what is stated.

    Args:
        width: of the rafter, above 0 [m].
        diameter: of the shaft [m].
        marking: within which 95 % of the marks lie [m].
        wander: within which 95 % of the angles lie [°].
        depth: from the mark to the middle of the grip [m].

    Returns:
        Stray allowed [m], and share that misses [-].
    """
    allowed = width / 2 - EDGE * diameter
    spread = sqrt(marking**2 + (depth * tan(radians(wander))) ** 2) / 1.96
    if allowed <= 0:
        return allowed, 1.0
    return allowed, 1.0 - erf(allowed / spread / sqrt(2)) if spread > 0 else 0.0
