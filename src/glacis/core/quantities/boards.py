# SPDX-License-Identifier: GPL-3.0-or-later
"""Flat boards over a plane: rows from an edge, joints apart, pieces cut from whole boards and offcuts."""

from collections.abc import Callable
from math import ceil, floor

import numpy as np
import shapely
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.quantities.nest import Nest, Sheet, _never, nested
from glacis.core.quantities.surface import SPECK, Ground, Ring, Turned, turned

WHOLE = 1e-6
"""A piece that misses less of its board than this is whole [-]; by definition of rounding."""
MOST_BOARDS = 200_000
"""More boards than this are a slip of the pen; our judgement."""


class BoardSize(Struct, frozen=True):
    """A board and how it is laid [m].

    Attributes:
        length: along the rows.
        width: of a row.
        stagger: joints of neighbouring rows stay at least so far apart.
        least: a cut end shorter than this does not start a row.
        kerf: lost to a cut.
        edged: whether its edges are tongued, tapered or printed: offcuts then only start the next row.
    """

    length: float
    width: float
    stagger: float = 0.2
    least: float = 0.2
    kerf: float = 0.003
    edged: bool = False


def check_board(board: BoardSize) -> None:
    """Refuse a board that cannot be laid.

    Raises:
        ValueRefused: naming the figure.
    """
    for what, value in (("length of a board", board.length), ("width of a board", board.width)):
        if not value > 0:
            raise ValueRefused(what, f"{value:g} m", "more than 0")
    if not 0 <= board.stagger <= board.length / 2 + 1e-9:
        raise ValueRefused(
            "stagger", f"{board.stagger:g} m", f"from 0 to half a board, {board.length / 2:g} m"
        )
    if not 0 <= board.least <= board.length:
        raise ValueRefused(
            "least piece", f"{board.least:g} m", f"from 0 to the board, {board.length:g} m"
        )


class Cut(Struct, frozen=True):
    """A board or a part of one on the plane.

    Attributes:
        mark: printed on it, empty for whole boards; alike pieces share a mark.
        row: from the edge where boards begin, from 0.
        outline: on the plane [m].
        length: of the rectangle it is cut as, along the row [m].
        width: of that, across the row [m].
        area: laid [m²].
        whole: whether it is a whole board.
    """

    mark: str
    row: int
    outline: Ring
    length: float
    width: float
    area: float
    whole: bool


class BoardPlan(Struct, frozen=True):
    """One layer of boards on a plane.

    Attributes:
        size: of the boards.
        direction: rows run in [°].
        cuts: every board and piece.
        nest: where cut pieces come from, in the order of the cut pieces.
        by_rows: boards that rows without reuse would take.
        net: plane that is covered [m²].
    """

    size: BoardSize
    direction: float
    cuts: tuple[Cut, ...]
    nest: Nest
    by_rows: int
    net: float

    @property
    def whole(self) -> int:
        """Boards laid uncut."""
        return sum(cut.whole for cut in self.cuts)

    @property
    def boards(self) -> int:
        """To buy."""
        return self.whole + self.nest.boards

    @property
    def bound(self) -> int:
        """Fewer cannot do: by area over all boards, or by pieces that no two come from one board."""
        by_area = ceil(self.net / (self.size.length * self.size.width) - 1e-9)
        return max(by_area, self.whole + self.nest.bound)

    @property
    def cut_area(self) -> float:
        """Cut away of what was bought [m²]."""
        return self.boards * self.size.length * self.size.width - self.net


def _row_starts(spans: list[tuple[float, float]], board: BoardSize) -> list[float]:
    """Where a joint of each row lies: its cut end starts the next row where it is long enough and joints stay apart."""
    starts: list[float] = []
    rest = 0.0
    for left, right in spans:
        before = starts[-1] if starts else None
        tries = [rest] if board.least <= rest < board.length else []
        tries += [board.length, board.length / 2, board.length / 3, 2 * board.length / 3]
        first = board.length
        for head in tries:
            if before is None or _apart(left + head, before, board):
                first = head
                break
        starts.append(left + first)
        over = (right - left - first) % board.length
        rest = board.length - over if over > 1e-9 else 0.0
    return starts


def _apart(one: float, other: float, board: BoardSize) -> bool:
    away = abs(one - other) % board.length
    return min(away, board.length - away) >= board.stagger - 1e-9


def _cells(
    plane: Turned, board: BoardSize, shift: tuple[float, float]
) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Corners of every cell of the grid, and its row."""
    low = plane.low - (shift[1] % board.width if shift[1] % board.width > 1e-9 else 0.0)
    count = ceil((plane.low + plane.extent - low) / board.width - 1e-9)
    west, _, east, _ = plane.shape.bounds
    if count * (east - west) / board.length > MOST_BOARDS:
        raise ValueRefused("boards", f"more than {MOST_BOARDS}", "boards of a size that is laid")
    spans: list[tuple[float, float]] = []
    for k in range(count):
        band = plane.shape.intersection(
            shapely.box(west - 1, low + k * board.width, east + 1, low + (k + 1) * board.width)
        )
        spans.append((band.bounds[0], band.bounds[2]) if not band.is_empty else (west, west))
    lefts, lows, rows = [], [], []
    for k, joint in enumerate(_row_starts(spans, board)):
        start = joint + shift[0]
        first = floor((spans[k][0] - start) / board.length + 1e-9)
        last = ceil((spans[k][1] - start) / board.length - 1e-9)
        us = start + np.arange(first, last) * board.length
        lefts.append(us)
        lows.append(np.full(len(us), low + k * board.width))
        rows.append(np.full(len(us), k))
    return np.concatenate(lefts), np.concatenate(lows), np.concatenate(rows)


def board_plan(
    ground: Ground, direction: float, board: BoardSize, *, second: bool = False,
    look: Callable[[], None] = _never,
) -> BoardPlan:  # fmt: skip
    """One layer of boards over a plane.

    Args:
        ground: in true lengths [m].
        direction: rows run in [°].
        board: its size and how it is laid.
        second: whether it lies on another layer: joints are offset by half a board both ways.
        look: called now and then; it may raise to cancel.

    Raises:
        ValueRefused: for a board that cannot be laid, or an outline that crosses itself.
    """
    check_board(board)
    plane = turned(ground, direction)
    shift = (board.length / 2, board.width / 2) if second else (0.0, 0.0)
    lefts, lows, rows = _cells(plane, board, shift)
    cuts = _cut(plane, board, (lefts, lows, rows))
    sheet = Sheet(board.length, board.width, board.kerf, 0.05, grain=True)
    parts = [
        (min(cut.length, board.length), min(cut.width, board.width))
        for cut in cuts
        if not cut.whole
    ]
    nest = _by_ends(parts, sheet) if board.edged else nested(parts, sheet, look)
    return BoardPlan(board, direction, tuple(cuts), nest, len(cuts), float(plane.shape.area))


def _cut(
    plane: Turned, board: BoardSize, cells: tuple[np.ndarray, np.ndarray, np.ndarray]
) -> list[Cut]:
    """Every board and piece, row by row from the left; alike pieces share a mark."""
    lefts, lows, rows = cells
    boxes = shapely.box(lefts, lows, lefts + board.length, lows + board.width)
    whole_plane = plane.shape.buffer(1e-7, join_style="mitre")
    shapely.prepare(whole_plane)
    inside = shapely.covers(whole_plane, boxes)
    met = shapely.intersection(plane.shape, boxes[~inside])
    at_edge = iter(met)
    full = board.length * board.width
    marks: dict[tuple[float, float, float], str] = {}
    cuts: list[Cut] = []
    places = zip(lefts.tolist(), lows.tolist(), rows.tolist(), inside.tolist(), strict=True)
    for left, low, row, is_inside in places:
        if is_inside:
            right, high = left + board.length, low + board.width
            ring = plane.back(((left, low), (right, low), (right, high), (left, high)))
            cuts.append(Cut("", row, ring, board.length, board.width, full, True))
            continue
        for part in shapely.get_parts(next(at_edge)):
            area = float(part.area)
            if area <= SPECK:
                continue
            u0, v0, u1, v1 = part.bounds
            whole = area > full * (1 - WHOLE)
            alike = (round(u1 - u0, 4), round(v1 - v0, 4), round(area, 5))
            mark = "" if whole else marks.setdefault(alike, str(len(marks) + 1))
            ring = plane.back(shapely.get_coordinates(part.exterior)[:-1].tolist())
            cuts.append(Cut(mark, row, ring, u1 - u0, v1 - v0, area, whole))
    return cuts


def _by_ends(parts: list[tuple[float, float]], sheet: Sheet) -> Nest:
    """Pieces whose worked edges fit only end to end: a board gives an end and a beginning, and no strips."""
    from glacis.core.quantities.nest import Part

    found: list[Part | None] = [None] * len(parts)
    open_boards: list[tuple[int, float]] = []
    boards = 0
    order = sorted(range(len(parts)), key=lambda k: (-parts[k][0], k))
    for k in order:
        length, width = parts[k]
        place = next(
            (n for n, (_, used) in enumerate(open_boards)
             if used + sheet.kerf + length <= sheet.length + 1e-9),
            None,
        )  # fmt: skip
        if place is None:
            found[k] = Part(boards, 0.0, 0.0, length, width)
            open_boards.append((boards, length))
            boards += 1
        else:
            board, used = open_boards.pop(place)
            found[k] = Part(board, used + sheet.kerf, 0.0, length, width)
    bound = ceil(sum(length for length, _ in parts) / sheet.length - 1e-9)
    return Nest(tuple(part for part in found if part is not None), boards, bound)
