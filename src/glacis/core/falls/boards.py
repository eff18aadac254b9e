# SPDX-License-Identifier: GPL-3.0-or-later
"""Tapered boards over a surface: rows along the contours, cut at valleys, ridges and walls.

Rows lie between contours that are one board's rise apart, so that rows of neighbouring facets meet in mitres.
An offcut may only slide along its contour: turned or flipped its taper would be wrong. Own derivation.
"""

from collections import defaultdict
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
NARROW = 0.1
"""Pieces narrower than this are hard to lay [m]; our judgement after common practice."""


class Piece(Struct, frozen=True):
    """A board or a part of one where it lies.

    Attributes:
        mark: its thicknesses, lower and upper end [mm], as ``40>60``.
        packers: flat packers below it, each as thick as the whole set rises.
        row: counted up the fall from the lowest contour.
        outline: in plan, anticlockwise [m].
        area: [m²].
        board: number of the board it is cut from, within its mark.
        is_whole: whether it is a whole board.
        across: its extent along the contour [m].
    """

    mark: str
    packers: int
    row: int
    outline: Ring
    area: float
    board: int
    is_whole: bool
    across: float


class Kind(Struct, frozen=True):
    """Boards of one mark.

    Attributes:
        mark: its thicknesses [mm].
        count: of boards to buy.
        whole: of them laid uncut.
        pieces: cut from the others.
        area: laid [m²].
        least: boards that its area alone would take.
    """

    mark: str
    count: int
    whole: int
    pieces: int
    area: float
    least: int


class Layout(Struct, frozen=True):
    """All boards over a surface.

    Attributes:
        pieces: where they lie.
        kinds: by mark, the thinnest first.
        packer_area: flat packers, each layer counted [m²].
        refused: area of facets whose fall no such board makes [m²].
        waste: share of the boards bought that is not laid [-].
        least_waste: the least that boards of these marks could leave [-].
        narrow: pieces narrower than can well be laid.
    """

    pieces: tuple[Piece, ...]
    kinds: tuple[Kind, ...]
    packer_area: float
    refused: float
    waste: float
    least_waste: float
    narrow: int

    @property
    def count(self) -> int:
        """Of all boards."""
        return sum(kind.count for kind in self.kinds)


class _Cut(Struct, frozen=True):
    """A piece before its board is known: in its own frame, u up the fall and v along the contour."""

    mark: str
    order: int
    packers: int
    row: int
    outline: Ring
    shape: tuple[Point, ...]
    area: float
    is_whole: bool


def layout(found: Drained, boards: BoardSet) -> Layout:
    """Boards over all facets of the stated fall.

    Args:
        found: the falls; their thinnest place takes the thin end of the first board.
        boards: as they are bought.
    """
    fall = found.stated.fall
    fitting = [f for f in found.facets.facets if abs(f.fall - fall) <= SAME_FALL]
    refused = sum(f.area for f in found.facets.facets) - sum(f.area for f in fitting)
    cuts = [cut for facet in fitting for cut in _cuts(facet, found, boards)]
    by_mark: dict[tuple[int, str], list[_Cut]] = defaultdict(list)
    for cut in cuts:
        by_mark[cut.order, cut.mark].append(cut)
    pieces: list[Piece] = []
    kinds: list[Kind] = []
    whole_board = boards.length * boards.width
    for (_, mark), of_mark in sorted(by_mark.items()):
        placed, count = _nested(of_mark, boards)
        pieces += placed
        area = sum(cut.area for cut in of_mark)
        whole = sum(cut.is_whole for cut in of_mark)
        least = ceil(area / whole_board - 1e-9)
        kinds.append(Kind(mark, count, whole, len(of_mark) - whole, area, least))
    laid = sum(kind.area for kind in kinds)
    bought = sum(kind.count for kind in kinds) * whole_board
    at_least = sum(kind.least for kind in kinds) * whole_board
    return Layout(
        pieces=tuple(pieces),
        kinds=tuple(kinds),
        packer_area=sum(cut.area * cut.packers for cut in cuts),
        refused=max(0.0, refused),
        waste=1 - laid / bought if bought else 0.0,
        least_waste=1 - laid / at_least if at_least else 0.0,
        narrow=sum(not p.is_whole and p.across < NARROW for p in pieces),
    )


def _cuts(facet: Facet, found: Drained, boards: BoardSet) -> Iterator[_Cut]:
    """The rows of one facet, cut to boards."""
    fall = facet.fall
    ux, uy = facet.plane[0] / fall, facet.plane[1] / fall
    da, db, dc = found.deck
    # The height over the lowest place as u up the fall; on a deck that falls itself it is no board's.
    if hypot(da, db) > SAME_FALL:
        return
    zero = (facet.plane[2] - dc) / fall
    x0, y0 = _anchor(found, facet)
    v0 = ux * y0 - uy * x0
    frame = [(ux, uy, zero), (-uy, ux, -v0)]
    shape = Polygon(_turned(facet.outline, frame), [_turned(hole, frame) for hole in facet.holes])
    rows = np.arange(
        floor(shape.bounds[0] / boards.length + 1e-9), ceil(shape.bounds[2] / boards.length - 1e-9)
    )
    for row in rows.tolist():
        shift = boards.bond * boards.width * (row % 2)
        first = floor((shape.bounds[1] - shift) / boards.width + 1e-9)
        last = ceil((shape.bounds[3] - shift) / boards.width - 1e-9)
        columns = np.arange(first, last)
        low, left = row * boards.length, shift + columns * boards.width
        cells = shapely.box(low, left, low + boards.length, left + boards.width)
        for cell, part in zip(left.tolist(), shapely.intersection(shape, cells), strict=True):
            for polygon in shapely.get_parts(part):
                if isinstance(polygon, Polygon) and polygon.area > SPECK:
                    yield _cut_of(polygon, row, cell, frame, found, boards)


def _anchor(found: Drained, facet: Facet) -> Point:
    """Where the joints of a facet are counted from: its outlet, or the start of its line."""
    source = found.surface.sources[facet.owner]
    return source.start if isinstance(source, LineSource) else source.at


def _turned(ring: Ring, frame: list[tuple[float, float, float]]) -> list[Point]:
    (ax, ay, a0), (bx, by, b0) = frame
    return [(ax * x + ay * y + a0, bx * x + by * y + b0) for x, y in ring]


def _cut_of(
    polygon: Polygon,
    row: int,
    left: float,
    frame: list[tuple[float, float, float]],
    found: Drained,
    boards: BoardSet,
) -> _Cut:
    (ux, uy, zero), (_, _, v0) = frame
    rise = found.stated.fall * boards.length
    taper, packers = row % boards.tapers, row // boards.tapers
    start = (boards.first + taper * rise) * 1000
    mark = f"{start:.0f}>{start + rise * 1000:.0f}"
    ring = [(float(u), float(v)) for u, v in polygon.exterior.coords[:-1]]
    outline = tuple(
        (ux * (u - zero) - uy * (v - v0), uy * (u - zero) + ux * (v - v0)) for u, v in ring
    )
    shape = tuple((u - row * boards.length, v - left) for u, v in ring)
    area = float(polygon.area)
    is_whole = area > boards.length * boards.width * (1 - 1e-6)
    return _Cut(mark, taper, packers, row, outline, shape, area, is_whole)


def _nested(cuts: list[_Cut], boards: BoardSet) -> tuple[list[Piece], int]:
    """Pieces of one mark on as few boards as sliding along the contour gives, largest first."""
    pieces = [_piece(cut, number) for number, cut in enumerate(c for c in cuts if c.is_whole)]
    count = len(pieces)
    opened: list[tuple[int, np.ndarray]] = []
    for cut in sorted((c for c in cuts if not c.is_whole), key=lambda c: -c.area):
        left, right = _profile(cut.shape, boards.length)
        for place, (number, taken) in enumerate(opened):
            shift = max(float(np.max(taken - left)) + boards.kerf, -float(np.min(left)))
            if float(np.max(right)) + shift <= boards.width + 1e-9:
                opened[place] = (number, np.maximum(taken, right + shift))
                pieces.append(_piece(cut, number))
                break
        else:
            start = -float(np.min(left))
            opened.append((count, np.where(np.isfinite(right), right + start, -np.inf)))
            pieces.append(_piece(cut, count))
            count += 1
    return pieces, count


def _piece(cut: _Cut, number: int) -> Piece:
    across = max(v for _, v in cut.shape) - min(v for _, v in cut.shape)
    return Piece(
        cut.mark, cut.packers, cut.row, cut.outline, cut.area, number, cut.is_whole, across
    )


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
