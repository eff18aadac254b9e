# SPDX-License-Identifier: GPL-3.0-or-later
"""Crickets uphill of kerbs that are longer than the surface makes them by itself.

A kerb turns falls by 45° on its own. A longer cricket, half as wide as it stands uphill by tan φ > 1, brings
water round it at s·sin φ; it needs a face that lies level in one facet. Own derivation.
"""

from collections.abc import Iterator
from math import hypot

from glacis.core.falls.crickets import HalfCricket
from glacis.core.falls.engine.cells import locate
from glacis.core.falls.ground import Ground, ring_sides
from glacis.core.falls.sources import Point, way
from glacis.core.falls.surface import Surface
from glacis.core.model.lookup import turning

BESIDE = 1e-3
"""How far beside a kerb's corner the field is looked at [m]; our judgement."""
LEVEL = 1e-9
"""Heights closer than this are one [m]; our judgement, above rounding."""
ALONG = 1e-6
"""Cosine under which a face lies along the contour [-]; our judgement."""


def kerb_halves(surface: Surface, ground: Ground, width: float) -> Iterator[HalfCricket]:
    """Both halves of a cricket uphill of every face that lies level in one facet.

    Args:
        surface: with the kerbs' own crickets of 45°.
        ground: its plan.
        width: tan φ, 1 or more; at 1 there is nothing to add.
    """
    if width <= 1:
        return
    for ring in ground.rings:
        if turning(ring) > 0:
            continue
        for a, b in ring_sides(ring):
            yield from _halves(surface, a, b, width)


def _halves(surface: Surface, a: Point, b: Point, width: float) -> Iterator[HalfCricket]:
    """The halves over one face, the roof on the left from ``a`` to ``b``."""
    ux, uy = way(a, b)
    before, after = (
        (a[0] - BESIDE * ux, a[1] - BESIDE * uy),
        (b[0] + BESIDE * ux, b[1] + BESIDE * uy),
    )
    cells = [_cell(surface, (x - BESIDE * uy, y + BESIDE * ux)) for x, y in (before, after)]
    if -1 in cells:
        return
    planes = [surface.cells.planes[k] for k in cells]
    gx, gy, c = (float(value) for value in planes[0])
    fall = hypot(gx, gy)
    if max(abs(planes[0] - planes[1])) > ALONG or fall < ALONG:
        return
    if gy * ux - gx * uy < (1 - ALONG) * fall:
        return
    level, owner = gx * a[0] + gy * a[1] + c, int(surface.cells.owners[cells[0]])
    middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    if not _lies_on(surface, (gx, gy, c), _outline(a, b, middle, width)):
        return
    for corner, left in ((a, True), (b, False)):
        yield HalfCricket(corner, middle, left, level, fall, width, fall * width, owner)


def _outline(a: Point, b: Point, middle: Point, width: float) -> tuple[Point, Point, Point]:
    """Where a cricket ends uphill, and the middles of its valleys."""
    ux, uy = way(a, b)
    reach = width * hypot(b[0] - a[0], b[1] - a[1]) / 2
    x, y = middle[0] - uy * reach, middle[1] + ux * reach
    return (x, y), ((a[0] + x) / 2, (a[1] + y) / 2), ((b[0] + x) / 2, (b[1] + y) / 2)


def _lies_on(
    surface: Surface, plane: tuple[float, float, float], places: tuple[Point, ...]
) -> bool:
    """Whether all places lie on one plane of the surface: elsewhere a cricket would end in a step."""
    gx, gy, c = plane
    return all(abs(surface.level_at((x, y)) - gx * x - gy * y - c) < LEVEL for x, y in places)


def _cell(surface: Surface, at: Point) -> int:
    return int(locate(surface.cells.shapes, surface.cells.counts, at[0], at[1]))
