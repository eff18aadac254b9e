# SPDX-License-Identifier: GPL-3.0-or-later
"""Facets cut into rows of boards, and pieces slid together on as few boards as can be.

A facet is looked at in its own frame: u up the fall, counted as the height over the lowest place, and v along
the contour. An offcut may only slide along its contour: turned or flipped its taper would be wrong.
"""

from collections.abc import Iterator
from math import ceil, floor, hypot

import numpy as np
import shapely
from msgspec import Struct
from shapely.geometry import Polygon

from glacis.core.falls.facets import Facet
from glacis.core.falls.found import Drained
from glacis.core.falls.ground import SPECK, Ring
from glacis.core.falls.sources import LineSource, Point
from glacis.core.model.falls import BoardSet

SAME_FALL = 1e-6
"""Falls that differ by less are one [-]; our judgement: 0.001 mm on a board."""
FEWER = 1e-6
"""Offsets of the joints are held to be alike within this [m]; our judgement."""


class Framed(Struct, frozen=True):
    """A facet in its own frame.

    Attributes:
        shape: u up the fall from the lowest contour, v along it [m].
        way: uphill in plan, of unit length.
        zero: what u counts from at the middle of the plan [m].
        across: what v counts from there [m].
    """

    shape: Polygon
    way: tuple[float, float]
    zero: float
    across: float

    def in_plan(self, ring: list[Point]) -> Ring:
        """A ring of the frame in plan."""
        ux, uy = self.way
        return tuple(
            (
                ux * (u - self.zero) - uy * (v + self.across),
                uy * (u - self.zero) + ux * (v + self.across),
            )
            for u, v in ring
        )


class Cut(Struct, frozen=True):
    """A piece before its board is known.

    Attributes:
        row: counted up the fall.
        outline: in plan, anticlockwise [m].
        shape: on its board, u up the fall and v along it [m].
        area: [m²].
        is_whole: whether it is a whole board.
    """

    row: int
    outline: Ring
    shape: tuple[Point, ...]
    area: float
    is_whole: bool

    @property
    def across(self) -> float:
        """Its extent along the contour [m]."""
        return max(v for _, v in self.shape) - min(v for _, v in self.shape)


def framed(facet: Facet, found: Drained) -> Framed | None:
    """A facet in its own frame; None where the deck falls itself, so that no contour is level on it."""
    fall = facet.fall
    da, db, dc = found.deck
    if hypot(da, db) > SAME_FALL:
        return None
    ux, uy = facet.plane[0] / fall, facet.plane[1] / fall
    zero = (facet.plane[2] - dc) / fall
    source = found.surface.sources[facet.owner]
    x0, y0 = source.start if isinstance(source, LineSource) else source.at
    across = ux * y0 - uy * x0

    def turned(ring: Ring) -> list[Point]:
        return [(ux * x + uy * y + zero, ux * y - uy * x - across) for x, y in ring]

    shape = Polygon(turned(facet.outline), [turned(hole) for hole in facet.holes])
    return Framed(shape, (ux, uy), zero, across)


def _bands(facet: Framed, length: float, up: float) -> list[tuple[int, Polygon]]:
    """The parts of a facet in rows so long, with the number of each row."""
    shape = facet.shape
    rows = np.arange(
        floor((shape.bounds[0] - up) / length + 1e-9),
        ceil((shape.bounds[2] - up) / length - 1e-9),
    )
    low, high = shape.bounds[1] - 1, shape.bounds[3] + 1
    bands = shapely.box(up + rows * length, low, up + (rows + 1) * length, high)
    return [
        (int(row), part)
        for row, band in zip(rows.tolist(), shapely.intersection(shape, bands), strict=True)
        for part in shapely.get_parts(band)
        if isinstance(part, Polygon) and part.area > SPECK
    ]


def cuts_of(facet: Framed, boards: BoardSet, up: float, along: float) -> Iterator[Cut]:
    """The rows of a facet, cut to boards.

    Args:
        facet: in its frame.
        boards: as they are bought.
        up: where a row begins [m].
        along: where a joint of the even rows lies [m].
    """
    length, width = boards.length, boards.width
    for row, part in _bands(facet, length, up):
        start = along + boards.bond * width * (row % 2)
        first = floor((part.bounds[1] - start) / width + 1e-9)
        last = ceil((part.bounds[3] - start) / width - 1e-9)
        left = start + np.arange(first, last) * width
        cells = shapely.box(up + row * length, left, up + (row + 1) * length, left + width)
        pieces = shapely.intersection(part, cells)
        for column, piece in zip(left.tolist(), pieces, strict=True):
            for polygon in shapely.get_parts(piece):
                if isinstance(polygon, Polygon) and polygon.area > SPECK:
                    yield _cut(polygon, row, (up + row * length, column), facet, boards)


def best_joint(facet: Framed, boards: BoardSet) -> float:
    """Where joints have to lie so that the fewest boards are touched [m]: at 0 or an end of a longest row."""
    width = boards.width
    ends = [
        (part.bounds[1] - shift, part.bounds[3] - shift)
        for row, part in _bands(facet, boards.length, 0.0)
        for shift in [boards.bond * width * (row % 2)]
    ]
    if not ends:
        return 0.0
    low, high = np.array(ends).T
    widest = high - low >= (high - low).max() - FEWER
    tried = np.concatenate([[0.0], low[widest] % width, high[widest] % width])
    first = np.floor((low[:, None] - tried) / width + 1e-9)
    last = np.ceil((high[:, None] - tried) / width - 1e-9)
    return float(tried[int(np.argmin((last - first).sum(axis=0)))])


def _cut(polygon: Polygon, row: int, corner: Point, facet: Framed, boards: BoardSet) -> Cut:
    ring = [(float(u), float(v)) for u, v in polygon.exterior.coords[:-1]]
    area = float(polygon.area)
    return Cut(
        row,
        facet.in_plan(ring),
        tuple((u - corner[0], v - corner[1]) for u, v in ring),
        area,
        area > boards.length * boards.width * (1 - 1e-6),
    )


def nested(cuts: list[Cut], boards: BoardSet) -> tuple[list[int], int]:
    """The board of every piece, and how many there are: slid along the contour, largest piece first."""
    found = [-1] * len(cuts)
    count = 0
    for k, cut in enumerate(cuts):
        if cut.is_whole:
            found[k], count = count, count + 1
    parts = [k for k, cut in enumerate(cuts) if not cut.is_whole]
    taken, opened = np.empty((len(parts), STATIONS)), 0
    for k in sorted(parts, key=lambda k: -cuts[k].area):
        left, right = _profile(cuts[k].shape, boards.length)
        clear = np.max(taken[:opened] - left, axis=1) + boards.kerf
        shifts = np.maximum(clear, -float(np.min(left)))
        fits = np.flatnonzero(shifts + float(np.max(right)) <= boards.width + 1e-9)
        if len(fits):
            place = int(fits[0])
            taken[place] = np.maximum(taken[place], right + shifts[place])
        else:
            place, opened = opened, opened + 1
            taken[place] = np.where(np.isfinite(right), right - float(np.min(left)), -np.inf)
        found[k] = count + place
    return found, count + opened


STATIONS = 49
"""Places up a board at which pieces are held against each other; our judgement: every 25 mm of 1.2 m."""


def _profile(shape: tuple[Point, ...], length: float) -> tuple[np.ndarray, np.ndarray]:
    """Where a piece begins and ends along the contour, at stations up the board; inf beside it."""
    left, right = np.full(STATIONS, np.inf), np.full(STATIONS, -np.inf)
    stations = np.linspace(0, length, STATIONS)
    for (u0, v0), (u1, v1) in zip(shape, (*shape[1:], shape[0]), strict=True):
        low, high = min(u0, u1) - 1e-9, max(u0, u1) + 1e-9
        on = (stations >= low) & (stations <= high)
        if not on.any():
            continue
        if abs(u1 - u0) < 1e-9:
            least, most = np.full(on.sum(), min(v0, v1)), np.full(on.sum(), max(v0, v1))
        else:
            least = most = v0 + (stations[on] - u0) / (u1 - u0) * (v1 - v0)
        left[on], right[on] = np.minimum(left[on], least), np.maximum(right[on], most)
    return left, right
