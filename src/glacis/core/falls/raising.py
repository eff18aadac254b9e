# SPDX-License-Identifier: GPL-3.0-or-later
"""Cells raised to planes where those lie higher: the lowest of both, upside down."""

import numpy as np

from glacis.core.falls.engine.cells import CORNERS, FIGURES, LINES, sides_into
from glacis.core.falls.engine.envelope import let_piece_in
from glacis.core.falls.sources import LineSource, Source
from glacis.core.falls.surface import Cells

Piece = tuple[np.ndarray, tuple[float, float, float], int]
"""Corners anticlockwise (4, 2) [m], the plane z = a·x + b·y + c, and the source that it drains to."""


def raised(cells: Cells, pieces: tuple[Piece, ...]) -> Cells:
    """The cells with every piece let in where it is higher."""
    count, room = len(cells.counts), len(cells.counts) + 64
    spare = np.empty((LINES, CORNERS, 2))
    while True:
        shapes, counts = np.zeros((room, CORNERS, 2)), np.zeros(room, dtype=np.int64)
        rows = np.zeros((room, FIGURES))
        shapes[:count, : cells.shapes.shape[1]] = cells.shapes
        counts[:count] = cells.counts
        rows[:count, :3] = -cells.planes
        rows[:count, -2], rows[:count, -1] = cells.origins, cells.owners
        used = count
        for shape, plane, owner in pieces:
            lines = np.empty((LINES, 3))
            sides = sides_into(shape, len(shape), lines, 0)
            row = np.zeros(FIGURES)
            row[:3], row[-2], row[-1] = -np.array(plane), -1.0, owner
            used = let_piece_in(shapes, counts, rows, 0, used, lines, sides, row, spare)
            if used < 0:
                break
        if used >= 0:
            break
        room *= 2
    numbers = rows[:used, -2:].astype(np.int64)
    width = counts[:used].max()
    return Cells(
        shapes[:used, :width].copy(), counts[:used], -rows[:used, :3], numbers[:, 0], numbers[:, 1]
    )


def with_troughs(cells: Cells, sources: tuple[Source, ...]) -> Cells:
    """The cells with the troughs of gutters within the roof level: their lips lie at the stated level."""
    for number, source in enumerate(sources):
        mine = cells.owners == number
        if isinstance(source, LineSource) and source.trough > 0 and mine.any():
            corners = cells.shapes[mine].reshape(-1, 2)
            (west, south), (east, north) = corners.min(axis=0) - 1, corners.max(axis=0) + 1
            whole = np.array([(west, south), (east, south), (east, north), (west, north)])
            level = raised(_part(cells, mine), ((whole, (0.0, 0.0, source.level), number),))
            cells = _together(_part(cells, ~mine), level)
    return cells


def _part(cells: Cells, which: np.ndarray) -> Cells:
    return Cells(
        cells.shapes[which], cells.counts[which], cells.planes[which], cells.origins[which],
        cells.owners[which],
    )  # fmt: skip


def _together(one: Cells, other: Cells) -> Cells:
    width = max(one.shapes.shape[1], other.shapes.shape[1])

    def wide(shapes: np.ndarray) -> np.ndarray:
        return np.pad(shapes, ((0, 0), (0, width - shapes.shape[1]), (0, 0)))

    return Cells(
        np.concatenate([wide(one.shapes), wide(other.shapes)]),
        np.concatenate([one.counts, other.counts]),
        np.concatenate([one.planes, other.planes]),
        np.concatenate([one.origins, other.origins]),
        np.concatenate([one.owners, other.owners]),
    )
