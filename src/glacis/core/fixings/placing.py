# SPDX-License-Identifier: GPL-3.0-or-later
"""Fixings placed one by one: zones grow to the next roll, rafter or board, and the points are the count."""

from collections.abc import Callable, Sequence
from itertools import pairwise
from math import ceil, floor
from typing import Any

import numpy as np
import shapely
from msgspec import Struct

from glacis.core.fixings.lay import Frame, Point
from glacis.core.fixings.rows import board_count
from glacis.core.wind.suction import WindZone

Shape = Any
NEAR = 1e-6
"""Against rounding, in steps and metres; our judgement."""
INSET = 0.001
"""Points keep so much from the outline [m]; our judgement: a point on the line counts to nobody."""


class Placed(Struct, frozen=True):
    """Fixings of a set where they will be driven.

    Attributes:
        points: in plan [m].
        zones: number of the zone that each was placed for.
        lines: rows, or outlines of boards, in plan [m].
        counts: fixings by zone.
    """

    points: tuple[Point, ...]
    zones: tuple[int, ...]
    lines: tuple[tuple[Point, ...], ...]
    counts: tuple[int, ...]


def shapes_of(zones: Sequence[WindZone]) -> list[Shape]:
    """Zones as shapes in plan, the worst first."""
    return [
        shapely.MultiPolygon([(rings[0], rings[1:]) for rings in zone.polygons]) for zone in zones
    ]


class Rows(Struct, frozen=True):
    """How rows are laid.

    Attributes:
        frame: of the area.
        positions: of rows across, rising [m].
        step: of places along a row [m].
        spacing: by number of a zone and what a row holds to both sides [m].
        middles: zones that need a row in the middle of wide strips.
        wide: from which width a strip is a wide one [m].
    """

    frame: Frame
    positions: tuple[float, ...]
    step: float
    spacing: Callable[[int, float, float], float]
    middles: frozenset[int] = frozenset()
    wide: float = 0.0


def whole_of(shapes: Sequence[Shape]) -> Shape:
    """An area of its zones, a hair smaller."""
    whole = shapely.unary_union([shape.buffer(NEAR, join_style="mitre") for shape in shapes])
    return whole.buffer(-INSET, join_style="mitre")


def span(frame: Frame, shapes: Sequence[Shape]) -> tuple[float, float, float, float]:
    """Least and most along and across the frame [m]."""
    corners = np.concatenate([shapely.get_coordinates(shape) for shape in shapes])
    true = [frame.true(float(x), float(y)) for x, y in corners]
    us, vs = [u for u, _ in true], [v for _, v in true]
    return min(us), max(us), min(vs), max(vs)


def place_rows(rows: Rows, shapes: Sequence[Shape]) -> Placed:
    """Fixings in rows, no farther apart than each zone that a row touches asks for.

    The first stands within half a spacing of the end of its row, the last likewise.
    """
    whole = whole_of(shapes)
    for shape in shapes:
        shapely.prepare(shape)
    low, high, below, above = span(rows.frame, shapes)
    at = rows.positions
    bands = []
    for k, here in enumerate(at):
        inner = here - below if k == 0 else (here - at[k - 1]) / 2
        outer = above - here if k == len(at) - 1 else (at[k + 1] - here) / 2
        bands.append(_Band(here, inner, outer, None))
    if rows.middles:
        for one, other in pairwise(at):
            if other - one < rows.wide:
                continue
            half = (other - one) / 4
            bands.append(_Band((one + other) / 2, half, half, rows.middles))
    taken = _laid(rows, bands, (whole, shapes), (low, high))
    points = tuple(point for line, _ in taken for point in line)
    numbers = tuple(number for _, zones in taken for number in zones)
    counts = tuple(numbers.count(number) for number in range(len(shapes)))
    return Placed(points, numbers, tuple((line[0], line[-1]) for line, _ in taken), counts)


class _Band(Struct, frozen=True):
    """A row, the strip that it holds to both sides [m], and the zones it is for; None for all."""

    at: float
    below: float
    above: float
    only: frozenset[int] | None


Line = tuple[list[Point], list[int]]
Run = tuple[int, int, int, int]
"""First and last place along a row, steps between fixings there, and the zone."""
LOOK = 0.2
"""Distance at which a row is asked for its zone [m]; the worse of two neighbours holds between; our judgement."""


def _laid(
    rows: Rows,
    bands: list[_Band],
    ground: tuple[Shape, Sequence[Shape]],
    reach: tuple[float, float],
) -> list[Line]:
    """Rows with their fixings, row by row."""
    whole, shapes = ground
    look = rows.step * max(1, floor(LOOK / rows.step))
    count = ceil((reach[1] - reach[0]) / look) + 2
    us = reach[0] - look / 2 + np.arange(count) * look
    numbers = np.full((len(bands), count), len(shapes))
    for share in (0.0, 1.0, -1.0):
        offs = [
            band.at + 0.98 * (share * band.above if share > 0 else share * band.below)
            for band in bands
        ]
        there = np.concatenate([_plan(rows.frame, us, off) for off in offs])
        for number, shape in enumerate(shapes):
            inside = shapely.contains_xy(shape, there[:, 0], there[:, 1]).reshape(numbers.shape)
            numbers = np.where(inside, np.minimum(numbers, number), numbers)
    ends = np.array([[_at(rows.frame, u, band.at) for u in (us[0], us[-1])] for band in bands])
    cut = shapely.intersection(shapely.linestrings(ends), whole)
    found = []
    for band, row, line in zip(bands, numbers, cut, strict=True):
        for part in getattr(line, "geoms", (line,)):
            if part.geom_type != "LineString" or part.is_empty:
                continue
            first, last = sorted(rows.frame.true(*place)[0] for place in part.coords)
            runs = _runs(rows, band, (first, last), (us[0], look, row, len(shapes)))
            found += _on_runs(rows, band, runs)
    return found


def _at(frame: Frame, u: float, v: float) -> Point:
    return frame.plan(float(u), v)


def _plan(frame: Frame, us: "np.ndarray[Any, Any]", v: float) -> "np.ndarray[Any, Any]":
    x0, y0 = frame.plan(0.0, v)
    reach = us * frame.stretch[0]
    return np.column_stack([x0 + reach * frame.along[0], y0 + reach * frame.along[1]])


Looked = tuple[float, float, "np.ndarray[Any, Any]", int]
"""Where a row was first asked and how far apart [m], the zones found there, and how many zones there are."""


def _runs(rows: Rows, band: _Band, reach: tuple[float, float], looked: Looked) -> list[list[Run]]:
    """Runs of places along a row that one zone asks alike, gathered where they hang together."""
    origin, look, numbers, none = looked
    known: dict[int, int] = {}
    first, last = ceil(reach[0] / rows.step - NEAR), floor(reach[1] / rows.step + NEAR)
    groups: list[list[Run]] = [[]]
    k = first
    while k <= last:
        place = (k * rows.step - origin) / look
        here, until = (
            floor(place),
            min(last, floor((origin + (floor(place) + 1) * look) / rows.step - NEAR)),
        )
        worst = int(min(numbers[max(0, here)], numbers[min(len(numbers) - 1, here + 1)], none - 1))
        until = max(until, k)
        if band.only is not None and worst not in band.only:
            if groups[-1]:
                groups.append([])
        else:
            if worst not in known:
                known[worst] = max(
                    1, floor(rows.spacing(worst, band.below, band.above) / rows.step + NEAR)
                )
            steps = known[worst]
            before = groups[-1][-1] if groups[-1] else None
            if before is not None and before[2:] == (steps, worst):
                groups[-1][-1] = (before[0], until, steps, worst)
            else:
                groups[-1].append((k, until, steps, worst))
        k = until + 1
    return [group for group in groups if group]


def _on_runs(rows: Rows, band: _Band, groups: list[list[Run]]) -> list[Line]:
    found = []
    for runs in groups:
        places = covered(runs)
        points = [rows.frame.plan(place * rows.step, band.at) for place in places]
        found.append((points, [_zone_at(runs, place) for place in places]))
    return found


def _zone_at(runs: list[Run], place: int) -> int:
    return next(zone for start, end, _, zone in runs if start <= place <= end)


def _reach(runs: list[Run], start: int, double: int) -> int:
    """Farthest place from ``start`` that keeps to the steps of all runs on the way, ``double`` times taken."""
    farthest = runs[-1][1]
    for first, last, steps, _ in runs:
        if last < start:
            continue
        allowed = start + steps // double
        if first > farthest:
            break
        if allowed < farthest:
            farthest = max(allowed, first - 1)
    return max(farthest, start)


def covered(runs: list[Run]) -> list[int]:
    """Fewest places on runs that hang together: ends at half a spacing at most, the others at a whole one."""
    end = runs[-1][1]
    taken = [_reach(runs, runs[0][0], 2)]
    while _reach(runs, taken[-1], 2) < end:
        taken.append(max(_reach(runs, taken[-1], 1), taken[-1] + 1))
    return taken


def _grid(count: int, length: float, width: float) -> list[Point]:
    """A pattern on a board: rows along its length, a middle one where the number is odd; shares of both sides."""
    if count == 1:
        return [(0.5, 0.5)]
    best = (count, 1)
    for across in range(1, count + 1):
        if count % across == 0 and abs(length / (count / across) - width / across) < abs(
            length / best[0] - width / best[1]
        ):
            best = (count // across, across)
    along, across = best
    if min(along, across) == 1 and count >= 5:
        corners = _grid(count - 1, length, width)
        return [*corners, (0.5, 0.5)]
    return [((i + 0.5) / along, (j + 0.5) / across) for i in range(along) for j in range(across)]


class BoardLay(Struct, frozen=True):
    """How boards are laid.

    Attributes:
        frame: of the area.
        size: length along and width across [m].
        patterns: numbers that are drawn.
        resistance: of one fixing [N].
        suctions: w_d by zone [Pa].
    """

    frame: Frame
    size: tuple[float, float]
    patterns: tuple[int, ...]
    resistance: float
    suctions: tuple[float, ...]


def place_boards(boards: BoardLay, shapes: Sequence[Shape]) -> Placed:
    """Fixings of boards, each board by the worst zone that it touches, cut boards by what is left of them."""
    whole = whole_of(shapes)
    length, width = boards.size
    low_u, high_u, low_v, high_v = span(boards.frame, shapes)
    cells, corners = [], []
    for row in range(ceil((high_v - low_v) / width - NEAR)):
        start = low_u - (length / 2 if row % 2 else 0.0)
        for k in range(ceil((high_u - start) / length - NEAR)):
            u, v = start + k * length, low_v + row * width
            ring = [
                boards.frame.plan(*at)
                for at in ((u, v), (u + length, v), (u + length, v + width), (u, v + width))
            ]
            cells.append(shapely.Polygon(ring))
            corners.append((u, v))
    cut = shapely.intersection(np.array(cells), whole)
    areas, full = shapely.area(cut), shapely.area(np.array(cells))
    stretch = boards.frame.stretch[0] * boards.frame.stretch[1]
    meets = [shapely.intersects(shape.buffer(-0.005), np.array(cells)) for shape in shapes]
    points: list[Point] = []
    numbers: list[int] = []
    lines: list[tuple[Point, ...]] = []
    for k, (u, v) in enumerate(corners):
        if areas[k] < 1e-4:
            continue
        number = next((n for n, met in enumerate(meets) if met[k]), len(shapes) - 1)
        share = areas[k] / full[k]
        pieces = [part for part in getattr(cut[k], "geoms", (cut[k],)) if part.area > 1e-4]
        for piece in pieces:
            taken = _on_piece(boards, piece, (u, v), number, piece.area / stretch, share > 0.999)
            points += taken
            numbers += [number] * len(taken)
            lines.append(tuple((float(x), float(y)) for x, y in piece.exterior.coords))
    counts = tuple(numbers.count(number) for number in range(len(shapes)))
    return Placed(tuple(points), tuple(numbers), tuple(lines), counts)


def _on_piece(
    boards: BoardLay, piece: Shape, corner: Point, number: int, area: float, whole: bool
) -> list[Point]:  # fmt: skip
    length, width = boards.size
    found = board_count(boards.suctions[number], area, boards.resistance, boards.patterns)
    count = found.chosen or max(boards.patterns)
    frame = boards.frame
    if whole:
        return [
            frame.plan(corner[0] + a * length, corner[1] + b * width)
            for a, b in _grid(count, length, width)
        ]
    true = [frame.true(float(x), float(y)) for x, y in piece.exterior.coords]
    u0, v0 = min(u for u, _ in true), min(v for _, v in true)
    du, dv = max(u for u, _ in true) - u0, max(v for _, v in true) - v0
    middle = piece.representative_point()
    return [
        _pulled_in(piece, frame.plan(u0 + a * du, v0 + b * dv), (middle.x, middle.y))
        for a, b in _grid(count, du, dv)
    ]


def _pulled_in(piece: Shape, at: Point, middle: Point) -> Point:
    """A place, or as near to it on the way to the middle as the piece of board reaches."""
    for share in (0.0, 0.1, 0.2, 0.3, 0.45, 0.6, 0.8, 0.95):
        x, y = at[0] + (middle[0] - at[0]) * share, at[1] + (middle[1] - at[1]) * share
        if shapely.contains_xy(piece, x, y):
            return x, y
    return middle
