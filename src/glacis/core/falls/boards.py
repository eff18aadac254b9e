# SPDX-License-Identifier: GPL-3.0-or-later
"""Tapered boards over a surface: rows along the contours, cut at valleys, ridges and walls.

Rows lie between contours that are one board's rise apart, so that rows of neighbouring facets meet in mitres.
An offcut may only slide along its contour: turned or flipped its taper would be wrong. Own derivation.
"""

from collections import defaultdict
from math import ceil

import shapely
from msgspec import Struct
from msgspec.structs import replace

from glacis.core.falls.bond import SHIFTS
from glacis.core.falls.cutting import SAME_FALL, Cut, Framed, best_joint, cuts_of, framed, nested
from glacis.core.falls.found import Drained
from glacis.core.falls.ground import Ring
from glacis.core.model.falls import BoardSet

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


class PackerLayer(Struct, frozen=True):
    """Flat boards below the tapered ones, their joints clear of those above and below.

    Attributes:
        number: from the tapered boards down.
        thickness: [m].
        pieces: where they lie; their mark is the thickness [mm].
        count: of boards to buy.
    """

    number: int
    thickness: float
    pieces: tuple[Piece, ...]
    count: int

    @property
    def area(self) -> float:
        """Laid [m²]."""
        return sum(piece.area for piece in self.pieces)


class Layout(Struct, frozen=True):
    """All boards over a surface.

    Attributes:
        pieces: where they lie.
        kinds: by mark, the thinnest first.
        packers: layers of flat boards below them, from the top down.
        packer_area: flat packers, each layer counted [m²].
        refused: area of facets whose fall no such board makes [m²].
        waste: share of the tapered boards bought that is not laid [-].
        least_waste: the least that boards of these marks could leave [-].
        narrow: pieces narrower than can well be laid.
    """

    pieces: tuple[Piece, ...]
    kinds: tuple[Kind, ...]
    packers: tuple[PackerLayer, ...]
    packer_area: float
    refused: float
    waste: float
    least_waste: float
    narrow: int

    @property
    def count(self) -> int:
        """Of all tapered boards."""
        return sum(kind.count for kind in self.kinds)


def layout(found: Drained, boards: BoardSet) -> Layout:
    """Boards over all facets of the stated fall.

    Args:
        found: the falls; their thinnest place takes the thin end of the first board.
        boards: as they are bought.
    """
    fall = found.stated.fall
    fitting = [f for f in found.facets.facets if abs(f.fall - fall) <= SAME_FALL]
    refused = sum(f.area for f in found.facets.facets) - sum(f.area for f in fitting)
    frames = [
        (frame, best_joint(frame, boards))
        for frame in (framed(facet, found) for facet in fitting)
        if frame is not None
    ]
    by_taper: dict[int, list[Cut]] = defaultdict(list)
    for frame, joint in frames:
        for cut in cuts_of(frame, boards, 0.0, joint):
            by_taper[cut.row % boards.tapers].append(cut)
    pieces: list[Piece] = []
    kinds: list[Kind] = []
    whole_board = boards.length * boards.width
    for taper, cuts in sorted(by_taper.items()):
        mark = _mark(taper, fall, boards)
        numbers, count = nested(cuts, boards)
        pieces += [
            _piece(cut, mark, number, boards) for cut, number in zip(cuts, numbers, strict=True)
        ]
        area = sum(cut.area for cut in cuts)
        whole = sum(cut.is_whole for cut in cuts)
        least = ceil(area / whole_board - 1e-9)
        kinds.append(Kind(mark, count, whole, len(cuts) - whole, area, least))
    laid = sum(kind.area for kind in kinds)
    bought = sum(kind.count for kind in kinds) * whole_board
    at_least = sum(kind.least for kind in kinds) * whole_board
    return Layout(
        pieces=tuple(pieces),
        kinds=tuple(kinds),
        packers=_packers(frames, fall, boards, max((p.packers for p in pieces), default=0)),
        packer_area=sum(piece.area * piece.packers for piece in pieces),
        refused=max(0.0, refused),
        waste=1 - laid / bought if bought else 0.0,
        least_waste=1 - laid / at_least if at_least else 0.0,
        narrow=sum(not p.is_whole and p.across < NARROW for p in pieces),
    )


def _mark(taper: int, fall: float, boards: BoardSet) -> str:
    rise = fall * boards.length
    start = (boards.first + taper * rise) * 1000
    return f"{start:.0f}>{start + rise * 1000:.0f}"


def _piece(cut: Cut, mark: str, number: int, boards: BoardSet) -> Piece:
    packers = cut.row // boards.tapers
    return Piece(mark, packers, cut.row, cut.outline, cut.area, number, cut.is_whole, cut.across)


def _packers(
    frames: list[tuple[Framed, float]], fall: float, boards: BoardSet, most: int
) -> tuple[PackerLayer, ...]:
    """Layers of flat boards, each from the contour where it begins; every layer's joints off its neighbours'."""
    thickness = boards.tapers * fall * boards.length
    mark = f"{thickness * 1000:.0f}"
    made = []
    for number in range(1, most + 1):
        begins = number * boards.tapers * boards.length
        up, along = SHIFTS[number % 2]
        cuts = [
            cut
            for frame, joint in frames
            for above in [_above(frame, begins)]
            if above is not None
            for cut in cuts_of(above, boards, up * boards.length, joint + along * boards.width)
        ]
        numbers, count = nested(cuts, boards)
        pieces = tuple(
            Piece(mark, 0, cut.row, cut.outline, cut.area, k, cut.is_whole, cut.across)
            for cut, k in zip(cuts, numbers, strict=True)
        )
        made.append(PackerLayer(number, thickness, pieces, count))
    return tuple(made)


def _above(frame: Framed, begins: float) -> Framed | None:
    """The part of a facet from a contour up [m]; None where it ends before."""
    _, low, right, high = frame.shape.bounds
    if right <= begins + 1e-9:
        return None
    band = shapely.box(begins, low - 1, right + 1, high + 1)
    return replace(frame, shape=shapely.intersection(frame.shape, band))
