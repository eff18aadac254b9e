# SPDX-License-Identifier: GPL-3.0-or-later
"""Cells of one plane and source joined to facets, and the creases between facets.

Sides are split where corners of neighbours hang on them; pairs that run both ways within one facet cancel,
and what is left are its rings.
"""

from collections import defaultdict
from collections.abc import Iterator
from typing import Literal

import numpy as np
from msgspec import Struct

from glacis.core.falls.engine.seams import hanging
from glacis.core.falls.ground import Ring
from glacis.core.falls.sources import Point
from glacis.core.falls.surface import Cells
from glacis.core.model.lookup import turning
from glacis.core.model.outlines import holds

TOGETHER = 3e-7
"""Corners closer than this are one [m]; our judgement: above what cuts leave, well below a
millimetre."""
ALIKE = 1e-7
"""Planes whose coefficients lie closer are one; our judgement: 0.01 mm in 100 m."""

Crease = Literal["ridge", "valley", "parting"]


class Facet(Struct, frozen=True):
    """A part of the surface that is one plane and drains to one source.

    Attributes:
        outline: anticlockwise [m].
        holes: clockwise [m].
        plane: z = a·x + b·y + c [m].
        owner: index of the source.
        area: in plan [m²].
    """

    outline: Ring
    holes: tuple[Ring, ...]
    plane: tuple[float, float, float]
    owner: int
    area: float

    @property
    def fall(self) -> float:
        """Of the plane [-]."""
        return float(np.hypot(self.plane[0], self.plane[1]))

    def level(self, at: Point) -> float:
        """Height at a point [m]."""
        return self.plane[0] * at[0] + self.plane[1] * at[1] + self.plane[2]


class Line(Struct, frozen=True):
    """A crease between two facets, or a wall below one.

    Attributes:
        start: in plan [m].
        end: in plan [m].
        kind: whether water runs off it, along it, or beside it where it parts one plane between two
            sources; None for a wall.
        fall: along it [-].
        levels: of the surface at its ends [m].
        owners: indices of the sources on its left and right; the same twice for a wall.
    """

    start: Point
    end: Point
    kind: Crease | None
    fall: float
    levels: tuple[float, float]
    owners: tuple[int, int]


class Facets(Struct, frozen=True):
    """All facets, the creases between them, and the walls that water runs along.

    Attributes:
        facets: in no order.
        creases: each once.
        walls: where the surface falls towards a wall.
        step: the greatest difference in height where facets meet [m].
    """

    facets: tuple[Facet, ...]
    creases: tuple[Line, ...]
    walls: tuple[Line, ...]
    step: float


def facets_of(cells: Cells) -> Facets:
    """The facets of a surface."""
    corners, sides, cell_of = _sides(cells)
    sides, cell_of = _split(corners, sides, cell_of)
    groups, planes, owners = _groups(cells)
    net = _cancelled(sides, groups[cell_of])
    facets = tuple(_facets(corners, net, planes, owners))
    lines, step = _lines(corners, net, planes, owners)
    return Facets(
        facets,
        tuple(line for line in lines if line.kind),
        tuple(line for line in lines if not line.kind),
        step,
    )


def _groups(cells: Cells) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """For every cell the facets' plane and source it belongs to, and both of those."""
    rounded = np.round(cells.planes / ALIKE + 0.318).astype(np.int64)
    keys = np.column_stack([rounded, cells.owners])
    _, first, inverse = np.unique(keys, axis=0, return_index=True, return_inverse=True)
    return inverse.ravel(), cells.planes[first], cells.owners[first]


def _sides(cells: Cells) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Corners without repeats, sides as pairs of them, and the cell of each side."""
    held = np.arange(cells.shapes.shape[1]) < cells.counts[:, None]
    points = cells.shapes[held]
    labels = _merged(points)
    unique, inverse = np.unique(labels, return_inverse=True)
    starts = np.concatenate([[0], np.cumsum(cells.counts)])
    after = np.arange(len(points)) + 1
    after[starts[1:] - 1] = starts[:-1]
    sides = np.column_stack([inverse, inverse[after]])
    cell_of = np.repeat(np.arange(len(cells.counts)), cells.counts)
    real = sides[:, 0] != sides[:, 1]
    return points[unique], sides[real], cell_of[real]


def _merged(points: np.ndarray) -> np.ndarray:
    """For every point the index of the one that stands for all that are as good as it."""
    labels = np.arange(len(points))
    for shift in ((0.0, 0.0), (0.5, 0.0), (0.0, 0.5), (0.5, 0.5)):
        bins = np.floor(points / TOGETHER + shift).astype(np.int64)
        order = np.lexsort(bins.T)
        fresh = np.append(False, (bins[order[1:]] != bins[order[:-1]]).any(axis=1))
        inverse = np.empty(len(points), dtype=np.int64)
        inverse[order] = np.cumsum(fresh)
        least = np.full(inverse.max() + 1, len(points))
        np.minimum.at(least, inverse, labels)
        labels = labels[least[inverse]]
    merged: np.ndarray = labels[labels]
    return merged


def _split(
    corners: np.ndarray, sides: np.ndarray, cell_of: np.ndarray
) -> tuple[np.ndarray, np.ndarray]:
    """The sides, parted where corners of neighbours hang on them."""
    low = corners.min(axis=0)
    spread = np.maximum(corners.max(axis=0) - low, TOGETHER)
    size = float((spread[0] * spread[1] / max(1, len(corners))) ** 0.5) * 2 + TOGETHER
    across, up = (int(extent / size) + 1 for extent in spread)
    square = ((corners - low) / size).astype(np.int64)
    number = square[:, 1] * across + square[:, 0]
    order = np.argsort(number, kind="stable")
    first = np.searchsorted(number[order], np.arange(across * up + 1))
    grid = np.array([*low, size, across, up], dtype=float)
    on, corner, place = hanging(corners, sides, order, first, grid, TOGETHER)
    rows = np.concatenate([np.arange(len(sides)), on])
    starts = np.concatenate([sides[:, 0], corner])
    along = np.concatenate([np.full(len(sides), -1.0), place])
    ordered = np.lexsort((along, rows))
    rows, starts = rows[ordered], starts[ordered]
    ends = np.roll(starts, -1)
    last = np.append(rows[1:] != rows[:-1], True)
    ends[last] = sides[rows[last], 1]
    real = starts != ends
    return np.column_stack([starts, ends])[real], cell_of[rows][real]


def _cancelled(sides: np.ndarray, groups: np.ndarray) -> np.ndarray:
    """Sides (start, end, group) that no side of the same group runs back along."""
    low, high = sides.min(axis=1), sides.max(axis=1)
    sign = np.where(sides[:, 0] < sides[:, 1], 1, -1)
    keys = np.column_stack([low, high, groups])
    order = np.lexsort(keys.T)
    keys, sign = keys[order], sign[order]
    fresh = np.append(True, (keys[1:] != keys[:-1]).any(axis=1))
    net = np.add.reduceat(sign, np.flatnonzero(fresh))
    keys = keys[fresh]
    forth, back = keys[net > 0], keys[net < 0][:, (1, 0, 2)]
    return np.concatenate([forth, back])


def _facets(
    corners: np.ndarray, net: np.ndarray, planes: np.ndarray, owners: np.ndarray
) -> Iterator[Facet]:
    points = [(float(x), float(y)) for x, y in corners]
    by_group: dict[int, list[tuple[int, int]]] = defaultdict(list)
    for start, end, group in net.tolist():
        by_group[group].append((start, end))
    for group, sides in by_group.items():
        rings = [_plain(ring) for ring in _rings(sides, points)]
        a, b, c = planes[group].tolist()
        outer = [ring for ring in rings if turning(ring) > TOGETHER]
        inner = [ring for ring in rings if turning(ring) < -TOGETHER]
        for outline in outer:
            holes = tuple(hole for hole in inner if len(outer) == 1 or holds(outline, hole[0]))
            area = turning(outline) + sum(map(turning, holes))
            yield Facet(outline, holes, (a, b, c), int(owners[group]), area)


def _rings(sides: list[tuple[int, int]], points: list[Point]) -> Iterator[list[Point]]:
    """Closed rows of corners; where several sides go on from one, the sharpest turn to the right."""
    ways: dict[int, list[int]] = defaultdict(list)
    for start, end in sides:
        ways[start].append(end)
    while ways:
        start = next(iter(ways))
        row, here, before = [start], start, start
        while True:
            choices = ways[here]
            end = choices[0] if len(choices) == 1 else _rightmost(points, before, here, choices)
            choices.remove(end)
            if not choices:
                del ways[here]
            if end == start or end not in ways:
                break
            row.append(end)
            before, here = here, end
        yield [points[k] for k in row]


def _rightmost(points: list[Point], before: int, here: int, choices: list[int]) -> int:
    (bx, by), (x, y) = points[before], points[here]

    def turn(end: int) -> float:
        ux, uy, vx, vy = x - bx, y - by, points[end][0] - x, points[end][1] - y
        return float(np.arctan2(ux * vy - uy * vx, ux * vx + uy * vy))

    return min(choices, key=turn)


def _plain(ring: list[Point]) -> Ring:
    """A ring without the corners where it runs straight on."""
    kept: list[Point] = []
    for at in ring:
        while len(kept) > 1 and _is_straight(kept[-2], kept[-1], at):
            kept.pop()
        kept.append(at)
    while len(kept) > 2 and _is_straight(kept[-2], kept[-1], kept[0]):
        kept.pop()
    while len(kept) > 2 and _is_straight(kept[-1], kept[0], kept[1]):
        kept.pop(0)
    return tuple(kept)


def _is_straight(before: Point, at: Point, after: Point) -> bool:
    """Whether a corner lies on the line between its neighbours."""
    (ax, ay), (x, y), (bx, by) = before, at, after
    cross = (x - ax) * (by - y) - (y - ay) * (bx - x)
    return abs(cross) <= TOGETHER * max(float(np.hypot(bx - ax, by - ay)), TOGETHER)


def _lines(
    corners: np.ndarray, net: np.ndarray, planes: np.ndarray, owners: np.ndarray
) -> tuple[list[Line], float]:
    """Creases and walls below falls, and the greatest step at a crease [m]."""
    there = {(start, end): group for start, end, group in net.tolist()}
    pairs: dict[tuple[int, int], list[tuple[int, int]]] = defaultdict(list)
    for (start, end), group in there.items():
        other = there.get((end, start), -1)
        if other < 0 or start < end:
            pairs[(group, other) if other < 0 or group < other else (other, group)].append(
                (start, end) if other < 0 or group < other else (end, start)
            )
    lines, step = [], 0.0
    for (group, other), sides in pairs.items():
        for start, end in _straightened(sides, corners):
            line, least = _line(corners[start], corners[end], planes, owners, (group, other))
            step = max(step, least)
            if line is not None:
                lines.append(line)
    return lines, step


def _straightened(sides: list[tuple[int, int]], corners: np.ndarray) -> Iterator[tuple[int, int]]:
    """Sides that run straight on from one to the next, as one."""
    after = dict(sides)
    firsts = set(after) - set(after.values()) or set(list(after)[:1])
    for first in firsts:
        start, here = first, after.pop(first)
        while here in after:
            following = after.pop(here)
            u, v = corners[here] - corners[start], corners[following] - corners[here]
            off = abs(u[0] * v[1] - u[1] * v[0])
            if off > TOGETHER * float(np.hypot(*u)) or u @ v < 0.0:
                yield start, here
                start = here
            here = following
            if here == first:
                break
        yield start, here


def _line(
    start: np.ndarray,
    end: np.ndarray,
    planes: np.ndarray,
    owners: np.ndarray,
    groups: tuple[int, int],
) -> tuple[Line | None, float]:
    """A crease or a wall below a fall, and the step at it [m]; None for a seam that is neither."""
    group, other = groups
    length = float(np.hypot(*(end - start)))
    ux, uy = float(end[0] - start[0]) / length, float(end[1] - start[1]) / length
    own = planes[group]
    fall = abs(float(own[0] * ux + own[1] * uy))
    ends = (float(start[0]), float(start[1])), (float(end[0]), float(end[1]))
    levels = (float(own @ (*ends[0], 1.0)), float(own @ (*ends[1], 1.0)))
    if other < 0:
        runs_to_it = own[0] * uy - own[1] * ux < -ALIKE
        pair = (int(owners[group]),) * 2
        return (Line(*ends, None, fall, levels, pair) if runs_to_it else None), 0.0
    jump = planes[other] - own
    step = max(abs(float(jump @ (x, y, 1.0))) for x, y in ends)
    bend = float(jump[0] * uy - jump[1] * ux)
    if abs(bend) <= ALIKE and owners[group] == owners[other]:
        return None, step
    kind: Crease = "parting" if abs(bend) <= ALIKE else "valley" if bend > 0 else "ridge"
    pair = (int(owners[group]), int(owners[other]))
    return Line(*ends, kind, fall, levels, pair), step
