# SPDX-License-Identifier: GPL-3.0-or-later
"""Curved roofs in facets: how many, how wide, what the joints open; domes in gores."""

from math import acos, ceil, cos, pi, radians, sin, tan
from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.refused import positive

Touching = Literal["middle", "ends"]
MOST_FACETS = 2_000
"""Facets of a curve at most; our judgement: more is a slip of units."""


class Facets(Struct, frozen=True):
    """Flat facets round a curve [m].

    Attributes:
        count: how many.
        turn: of each [°].
        chord: between ends that lie on the curve.
        tangent: between ends of facets that touch the curve in their middle.
        bevel: of each edge [°].
        opening: of the joint at the outer face of boards laid side by side.
        off: the farthest between curve and facet.
        fill: section between the curve and a facet that touches it in its middle [m²].
        fill_chord: the same where its ends lie on the curve, about twice as much [m²].
    """

    count: int
    turn: float
    chord: float
    tangent: float
    bevel: float
    opening: float
    off: float
    fill: float
    fill_chord: float


def facets(
    radius: float, angle: float, limit: float, board: float = 0.0, touching: Touching = "ends"
) -> Facets:
    """The fewest equal facets that stay within a limit of the curve.

    Chords lie below it by R(1 - cos(f/2)) in their middle. Boards over a hump touch it in their middle
    and stand off at their ends by R(1/cos(f/2) - 1).

    Args:
        radius: of the curve [m].
        angle: of all facets together [°].
        limit: between curve and facet at most [m].
        board: thickness, for what the joint opens [m].
        touching: where facets touch the curve.

    Raises:
        ValueRefused: for a limit that would take more facets than can be meant.
    """
    positive("radius", radius)
    positive("limit", limit)
    whole = radians(positive("angle", angle))
    ratio = 1 - limit / radius if touching == "ends" else 1 / (1 + limit / radius)
    most = 2 * acos(max(-1.0, min(1.0, ratio)))
    count = max(1, ceil(whole / most - 1e-9))
    if count > MOST_FACETS:
        raise ValueRefused("limit", f"{limit * 1000:g} mm", f"one that {MOST_FACETS} facets keep")
    turn = whole / count
    half = turn / 2
    off = radius * (1 - cos(half)) if touching == "ends" else radius * (1 / cos(half) - 1)
    return Facets(
        count=count,
        turn=turn * 180 / pi,
        chord=2 * radius * sin(half),
        tangent=2 * radius * tan(half),
        bevel=half * 180 / pi,
        opening=2 * board * tan(half),
        off=off,
        fill=radius**2 * (tan(half) - half),
        fill_chord=radius**2 * (turn - sin(turn)) / 2,
    )


class Gore(Struct, frozen=True):
    """A gore of a dome from its rim to its crown [m].

    Attributes:
        widths: across it at every ring, the last 0.
        edges: along it from ring to ring.
    """

    widths: tuple[float, ...]
    edges: tuple[float, ...]


def gore(radius: float, gores: int, rings: int, rim: float = 90.0) -> Gore:
    """A gore as trapezia and one triangle: widths 2 R sin θ sin(π/n), edges 2 R sin(Δθ/2).

    Args:
        radius: of the dome [m].
        gores: round it.
        rings: from rim to crown.
        rim: angle from the crown to the rim [°].

    Raises:
        ValueRefused: for fewer than three gores or no ring.
    """
    if gores < 3 or rings < 1:
        raise ValueRefused("gores of a dome", f"{gores} gores, {rings} rings", "at least 3 and 1")
    step = radians(rim) / rings
    angles = [radians(rim) - k * step for k in range(rings + 1)]
    widths = tuple(2 * radius * max(0.0, sin(angle)) * sin(pi / gores) for angle in angles)
    return Gore((*widths[:-1], 0.0), (2 * radius * sin(step / 2),) * rings)
