# SPDX-License-Identifier: GPL-3.0-or-later
"""Zones along the sides of an outline: corners, edges, what follows, the rest (EN 1991-1-4:2005, figure 7.6)."""

from collections.abc import Sequence
from typing import Any

from msgspec import Struct

from glacis.core.wind.outline import Ring, Side

Shape = Any
"""A polygon of shapely."""


class EdgeZones(Struct, frozen=True):
    """Zones that a wind onto one side makes, as far as the outline reaches.

    Attributes:
        corners: F, e/4 long and e/10 deep.
        edge: G, between them.
        behind: H, to e/2.
        rest: I.
        first: the corner at the start of the side alone; None where there is none.
        last: at its end.
    """

    corners: Shape
    edge: Shape
    behind: Shape
    rest: Shape
    first: Shape
    last: Shape


def edge_zones(whole: Shape, side: Side, reach: float) -> EdgeZones:
    """Zones of a wind square to a side.

    F stands only where the outline sticks out; where it turns in, strips run on past the corner by their own depth.
    The standard shows rectangles only: this is our rule for other outlines.

    Args:
        whole: the roof in plan.
        side: that the wind meets.
        reach: e [m].
    """
    from shapely import Polygon

    length, deep = side.length, reach / 10

    def within(ring: Ring) -> Shape:
        return common(whole, Polygon(ring))

    strip, near = within(side.strip(deep)), within(side.strip(reach / 2))
    first = within(side.band(0.0, min(reach / 4, length), deep)) if side.out_start else Polygon()
    last = (
        within(side.band(max(0.0, length - reach / 4), length, deep)) if side.out_end else Polygon()
    )
    corners = joined((first, last))
    return EdgeZones(
        corners, less(strip, corners), less(near, strip), less(less(whole, near), strip), first, last
    )  # fmt: skip


GRID = 1e-7
"""Corners of cut shapes lie on a grid so fine [m], so that cuts of cuts leave no threads; our judgement."""


def common(one: Shape, other: Shape) -> Shape:
    """What two shapes share."""
    import shapely

    return polygonal(shapely.intersection(one, other, grid_size=GRID))


def less(one: Shape, other: Shape) -> Shape:
    """What is left of a shape without another."""
    import shapely

    return polygonal(shapely.difference(one, other, grid_size=GRID))


def joined(shapes: Sequence[Shape]) -> Shape:
    """Shapes taken together."""
    import shapely

    return polygonal(shapely.union_all(list(shapes), grid_size=GRID))


def polygonal(shape: Shape) -> Shape:
    """The areas of a shape, without lines and points that a cut leaves."""
    if shape.geom_type in ("Polygon", "MultiPolygon"):
        return shape
    from shapely import MultiPolygon

    return MultiPolygon(
        [part for part in getattr(shape, "geoms", ()) if part.geom_type == "Polygon"]
    )


def rings_of(shape: Shape) -> tuple[tuple[Ring, ...], ...]:
    """Polygons of a shape, each as its outline and its holes."""
    parts = getattr(shape, "geoms", (shape,))
    return tuple(
        tuple(tuple(ring.coords)[:-1] for ring in (part.exterior, *part.interiors))
        for part in parts
        if part.geom_type == "Polygon" and part.area > SLIVER
    )


SLIVER = 1e-4
"""Less than this is rounding [m²]; our judgement."""
