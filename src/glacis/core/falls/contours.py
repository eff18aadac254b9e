# SPDX-License-Identifier: GPL-3.0-or-later
"""Contours, bands between them, water over a surface, and sections through it: exact, for drawings."""

from collections.abc import Iterator
from math import floor, hypot

import shapely
from msgspec import Struct
from shapely.geometry import LineString, Polygon

from glacis.core.falls.facets import Facet
from glacis.core.falls.found import Drained
from glacis.core.falls.ground import SPECK, Ring
from glacis.core.falls.sources import Point
from glacis.core.falls.standing import Standing

STEPS = {"si": (0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1.0), "us": tuple(
    k * 0.0254 for k in (0.25, 0.5, 1.0, 2.0, 4.0, 8.0, 16.0, 32.0))}  # fmt: skip
"""Steps between contours [m]; our judgement: what reads well in each system."""
MOST_BANDS = 9
"""Bands in a drawing at most; our judgement: as many tints as are told apart."""
FAR = 1e6
"""Farther than any roof reaches [m]; our judgement."""


class Band(Struct, frozen=True):
    """Where a layer is between two thicknesses.

    Attributes:
        low: least thickness [m].
        high: greatest thickness [m].
        rings: outlines of its parts, with the holes in each.
    """

    low: float
    high: float
    rings: tuple[tuple[Ring, ...], ...]


class Contour(Struct, frozen=True):
    """A line of one thickness [m]."""

    level: float
    lines: tuple[Ring, ...]


class Contours(Struct, frozen=True):
    """Bands, and the contours between them."""

    bands: tuple[Band, ...]
    contours: tuple[Contour, ...]


class Cut(Struct, frozen=True):
    """A piece of a section along which surface and deck are straight.

    Attributes:
        places: from the section's start [m].
        deck: height of the deck there [m].
        surface: height of the surface above the deck's datum [m].
    """

    places: tuple[float, float]
    deck: tuple[float, float]
    surface: tuple[float, float]


def step_for(spread: float, system: str) -> float:
    """The least step that leaves no more bands than can be told apart [m]."""
    return next((s for s in STEPS[system] if spread / s <= MOST_BANDS), STEPS[system][-1])


def contours_of(found: Drained, least: float, step: float) -> Contours:
    """Bands and contours of the thickness over the deck.

    Args:
        found: the falls.
        least: thickness where it is thinnest [m].
        step: between contours [m], above 0.
    """
    low = floor(least / step + 1e-9)
    high = (least + found.over_deck.most) / step
    edges = [low * step + k * step for k in range(max(1, int(high - low + 1 - 1e-9)) + 1)]
    shapes = [_plot(facet, _thickness(facet, found, least)) for facet in found.facets.facets]
    bands = [
        Band(a, b, tuple(_rings_between(shapes, a, b)))
        for a, b in zip(edges, edges[1:], strict=False)
    ]
    lines = [Contour(edge, tuple(_lines_at(shapes, edge))) for edge in edges[1:-1]]
    return Contours(tuple(b for b in bands if b.rings), tuple(c for c in lines if c.lines))


def water_of(found: Drained, case: Standing, step: float) -> tuple[Band, ...]:
    """Standing water in bands of depth [m], the shallowest first."""
    bands: dict[int, list[tuple[Ring, ...]]] = {}
    lowest = min(source.level for source in found.surface.sources)
    for pool in case.pools:
        shapes = []
        for facet in found.facets.facets:
            if facet.owner == pool.owner:
                a, b, c = facet.plane
                shapes.append(_plot(facet, (-a, -b, pool.level + lowest - c)))
        for k in range(int(pool.depth / step) + 1):
            rings = _rings_between(shapes, k * step, (k + 1) * step)
            bands.setdefault(k, []).extend(rings)
    return tuple(
        Band(k * step, (k + 1) * step, tuple(rings)) for k, rings in sorted(bands.items()) if rings
    )


def section_of(found: Drained, least: float, start: Point, end: Point) -> tuple[Cut, ...]:
    """The deck and the finished surface along a straight line, in order.

    Heights count from the deck's lowest place in the section.
    """
    length = hypot(end[0] - start[0], end[1] - start[1])
    if length <= 0:
        return ()
    line = LineString([start, end])
    a, b, _ = found.deck
    pieces = []
    for facet in found.facets.facets:
        thickness = _thickness(facet, found, least)
        for run in _runs(_shape(facet).intersection(line)):
            one, two = sorted(run, key=lambda at: hypot(at[0] - start[0], at[1] - start[1]))
            places = [hypot(x - start[0], y - start[1]) for x, y in (one, two)]
            if places[1] - places[0] > 1e-6:
                deck = (a * one[0] + b * one[1], a * two[0] + b * two[1])
                over = (_at(thickness, one), _at(thickness, two))
                pieces.append((places, deck, (deck[0] + over[0], deck[1] + over[1])))
    pieces.sort(key=lambda piece: piece[0][0])
    datum = min((min(deck) for _, deck, _ in pieces), default=0.0)
    return tuple(
        Cut((p[0], p[1]), (d[0] - datum, d[1] - datum), (s[0] - datum, s[1] - datum))
        for p, d, s in pieces
    )


def catchments_along(
    found: Drained, start: Point, end: Point
) -> tuple[tuple[float, float, int], ...]:
    """Which source the roof along a straight line drains to: places from and to [m], and its index."""
    line = LineString([start, end])
    runs = []
    for facet in found.facets.facets:
        for run in _runs(_shape(facet).intersection(line)):
            a, b = sorted(hypot(x - start[0], y - start[1]) for x, y in run)
            runs.append((a, b, facet.owner))
    return tuple(sorted(runs))


def _shape(facet: Facet) -> Polygon:
    return Polygon(facet.outline, facet.holes)


def _thickness(facet: Facet, found: Drained, least: float) -> tuple[float, float, float]:
    """The thickness over the deck as a linear function of x and y [m]."""
    a, b, c = facet.plane
    da, db, dc = found.deck
    return (a - da, b - db, c - dc + least)


def _at(function: tuple[float, float, float], at: Point) -> float:
    return function[0] * at[0] + function[1] * at[1] + function[2]


class _Plot(Struct, frozen=True):
    """A facet with a linear function over it, and the bounds of that."""

    shape: Polygon
    function: tuple[float, float, float]
    low: float
    high: float


def _plot(facet: Facet, function: tuple[float, float, float]) -> _Plot:
    values = [_at(function, at) for at in facet.outline]
    return _Plot(_shape(facet), function, min(values), max(values))


Shapes = list[_Plot]


def _rings_between(shapes: Shapes, low: float, high: float) -> Iterator[tuple[Ring, ...]]:
    for plot in shapes:
        if plot.high < low - 1e-9 or plot.low > high + 1e-9:
            continue
        shape, (a, b, c) = plot.shape, plot.function
        slope = hypot(a, b)
        if slope < 1e-12:
            if low - 1e-9 <= c < high - 1e-9:
                yield _rings(shape)
            continue
        band = _strip(a / slope, b / slope, (low - c) / slope, (high - c) / slope)
        for part in shapely.get_parts(shape.intersection(band)):
            if isinstance(part, Polygon) and part.area > SPECK:
                yield _rings(part)


def _rings(shape: Polygon) -> tuple[Ring, ...]:
    rings = (shape.exterior, *shape.interiors)
    return tuple(tuple((float(x), float(y)) for x, y in ring.coords[:-1]) for ring in rings)


def _strip(ux: float, uy: float, low: float, high: float) -> Polygon:
    """Where u·p lies between two distances [m]."""
    low, high = max(low, -FAR), min(high, FAR)
    return Polygon(
        [
            (ux * d - uy * side, uy * d + ux * side)
            for d, side in ((low, -FAR), (high, -FAR), (high, FAR), (low, FAR))
        ]
    )


def _lines_at(shapes: Shapes, level: float) -> Iterator[Ring]:
    found = []
    for plot in shapes:
        shape, (a, b, c) = plot.shape, plot.function
        slope = hypot(a, b)
        if slope < 1e-12 or not plot.low <= level <= plot.high:
            continue
        d, ux, uy = (level - c) / slope, a / slope, b / slope
        if abs(d) > FAR:
            continue
        across = LineString(
            [(ux * d + uy * FAR, uy * d - ux * FAR), (ux * d - uy * FAR, uy * d + ux * FAR)]
        )
        found += [LineString(run) for run in _runs(shape.intersection(across))]
    if not found:
        return
    snapped = shapely.set_precision(shapely.union_all(found), 1e-6)
    merged = shapely.line_merge(snapped)
    for line in getattr(merged, "geoms", [merged]):
        if line.length > SPECK:
            yield tuple((float(x), float(y)) for x, y in line.coords)


def _runs(shape: shapely.Geometry) -> Iterator[tuple[Point, Point]]:
    for part in getattr(shape, "geoms", [shape]):
        if isinstance(part, LineString) and not part.is_empty:
            coords = [(float(x), float(y)) for x, y in part.coords]
            yield coords[0], coords[-1]
