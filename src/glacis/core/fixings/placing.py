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
from glacis.core.model.document import RoofArea
from glacis.core.wind.suction import Part, WindZone

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


class Spread(Struct, frozen=True):
    """Zones in their plain parts, made ready to be asked.

    Attributes:
        parts: number of the zone, its part and the box round that, the worst zone first.
        count: how many zones there are.
    """

    parts: tuple[tuple[int, Shape, tuple[float, float, float, float]], ...]
    count: int

    def numbers(self, x: Any, y: Any) -> Any:
        """Number of the worst zone at every place; how many there are where none is."""
        found = np.full(len(x), self.count)
        for number, part, (left, bottom, right, top) in self.parts:
            near = np.flatnonzero(
                (x >= left) & (x <= right) & (y >= bottom) & (y <= top) & (found > number)
            )
            if len(near):
                found[near[shapely.contains_xy(part, x[near], y[near])]] = number
        return found


class Ground(Struct, frozen=True):
    """What fixings are placed on.

    Attributes:
        shapes: zones, the worst first.
        whole: the area of all of them, a hair smaller.
        spread: the zones made ready to be asked.
    """

    shapes: tuple[Shape, ...]
    whole: Shape
    spread: Spread


def ground_of(zones: Sequence[WindZone] | Sequence[Part], area: RoofArea) -> Ground:
    """All zones of an area, the worst first."""
    shapes = tuple(
        shapely.MultiPolygon([(rings[0], rings[1:]) for rings in zone.polygons])
        for zone in zones
        if zone.polygons
    )
    return Ground(shapes, whole_area(area), spread_of(shapes))


def ground_among(ground: Ground, mine: Sequence[int]) -> Ground:
    """Some of the zones alone."""
    if len(mine) == len(ground.shapes):
        return ground
    shapes = tuple(ground.shapes[number] for number in mine)
    return Ground(shapes, whole_of(shapes), spread_of(shapes))


def spread_of(shapes: Sequence[Shape]) -> Spread:
    """Zones made ready to be asked."""
    parts = []
    for number, shape in enumerate(shapes):
        for part in getattr(shape, "geoms", (shape,)):
            shapely.prepare(part)
            parts.append((number, part, part.bounds))
    return Spread(tuple(parts), len(shapes))


ALONG, ACROSS = 1.0, 0.2
"""Distances at which rolls are asked what they lie on [m]; our judgement: finer than any strip of the wind."""


def close_shares(
    frame: Frame,
    spread: Spread,
    close: frozenset[int],
    reach: tuple[float, float, float, float],
) -> Callable[[float, float], float]:
    """Tells for a strip across the frame which share of it lies on certain zones.

    Args:
        frame: of the area.
        spread: zones.
        close: numbers of those that are asked for.
        reach: least and most along and across [m].
    """
    left, right, low, high = reach
    us = np.arange(left + ALONG / 2, right, ALONG)
    vs = np.arange(low + ACROSS / 2, high, ACROSS)
    x, y = (value.ravel() for value in np.broadcast_arrays(*_plan(frame, us[None, :], vs[:, None])))
    numbers = spread.numbers(x, y)
    inside, on = numbers < spread.count, np.isin(numbers, list(close))
    all_, mine = (found.reshape(len(vs), len(us)).sum(axis=1) for found in (inside, on))

    def share(start: float, end: float) -> float:
        rows = slice(int((start - low) / ACROSS), max(1, int((end - low) / ACROSS)))
        total = all_[rows].sum()
        return float(mine[rows].sum() / total) if total else 0.0

    return share


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
    """Zones taken together, a hair smaller."""
    whole = shapely.unary_union([shape.buffer(NEAR, join_style="mitre") for shape in shapes])
    return whole.buffer(-INSET, join_style="mitre")


def whole_area(area: RoofArea) -> Shape:
    """An area without what goes through it, a hair smaller."""
    return shapely.Polygon(area.outline, [hole.outline for hole in area.holes]).buffer(
        -INSET, join_style="mitre"
    )


def span(frame: Frame, shapes: Sequence[Shape]) -> tuple[float, float, float, float]:
    """Least and most along and across the frame [m]."""
    us, vs = _true(frame, shapely.get_coordinates(list(shapes)))
    return float(us.min()), float(us.max()), float(vs.min()), float(vs.max())


def place_rows(rows: Rows, ground: Ground) -> Placed:
    """Fixings in rows, no farther apart than each zone that a row touches asks for.

    The first stands within half a spacing of the end of its row, the last likewise.
    """
    shapes = ground.shapes
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
    laid = _laid(rows, bands, ground, (low, high))
    if not laid:
        return Placed((), (), (), (0,) * len(shapes))
    sizes = [len(places) for places, _, _ in laid]
    us = np.array([place for places, _, _ in laid for place in places]) * rows.step
    vs = np.repeat([v for _, _, v in laid], sizes)
    zones = [zone for _, found, _ in laid for zone in found]
    x, y = _plan(rows.frame, us, vs)
    points = tuple(zip(x.tolist(), y.tolist(), strict=True))
    counts = tuple(np.bincount(zones, minlength=len(shapes)).tolist())
    lasts = np.cumsum(sizes).tolist()
    lines = tuple(
        (points[last - size], points[last - 1]) for last, size in zip(lasts, sizes, strict=True)
    )
    return Placed(points, tuple(zones), lines, counts)


class _Band(Struct, frozen=True):
    """A row, the strip that it holds to both sides [m], and the zones it is for; None for all."""

    at: float
    below: float
    above: float
    only: frozenset[int] | None


Run = tuple[int, int, int, int]
"""First and last place along a row, steps between fixings there, and the zone."""
LOOK = 0.2
"""Distance at which a row is asked for its zone [m]; the worse of two neighbours holds between; our judgement."""


class _Looked(Struct, frozen=True):
    """The worst zone between places that rows were asked at.

    Attributes:
        origin: first place along [m].
        look: their distance [m].
        worst: by row and place.
    """

    origin: float
    look: float
    worst: Any

    def place(self, step: float, number: int) -> int:
        """Number of the place at or before a step of a row."""
        found = floor((number * step - self.origin) / self.look + NEAR)
        return min(max(0, found), int(self.worst.shape[1]) - 1)


def _looked(rows: Rows, bands: list[_Band], spread: Spread, reach: tuple[float, float]) -> _Looked:
    """Rows asked for their zones in the middle and at both sides of what they hold."""
    look = rows.step * max(1, floor(LOOK / rows.step))
    count = ceil((reach[1] - reach[0]) / look) + 2
    us = reach[0] - look / 2 + np.arange(count) * look
    offs = np.array(
        [[band.at, band.at + 0.98 * band.above, band.at - 0.98 * band.below] for band in bands]
    )
    x, y = np.broadcast_arrays(*_plan(rows.frame, us[None, None, :], offs[:, :, None]))
    numbers = spread.numbers(x.ravel(), y.ravel()).reshape(len(bands), 3, count).min(axis=1)
    numbers = np.minimum(numbers, spread.count - 1)
    return _Looked(float(us[0]), look, np.minimum(numbers[:, :-1], numbers[:, 1:]))


def _plan(frame: Frame, u: Any, v: Any) -> tuple[Any, Any]:
    """Places of the frame in plan, array by array."""
    a, b = u * frame.stretch[0], v * frame.stretch[1]
    return (
        frame.origin[0] + a * frame.along[0] + b * frame.across[0],
        frame.origin[1] + a * frame.along[1] + b * frame.across[1],
    )


def _true(frame: Frame, places: Any) -> tuple[Any, Any]:
    """Places of the plan in the frame, array by array [m]."""
    dx, dy = places[:, 0] - frame.origin[0], places[:, 1] - frame.origin[1]
    return (
        (dx * frame.along[0] + dy * frame.along[1]) / frame.stretch[0],
        (dx * frame.across[0] + dy * frame.across[1]) / frame.stretch[1],
    )


def _laid(
    rows: Rows,
    bands: list[_Band],
    ground: Ground,
    reach: tuple[float, float],
) -> list[tuple[list[int], list[int], float]]:
    """Runs of fixings: their places along, the zone of each, and where across [m]."""
    looked = _looked(rows, bands, ground.spread, reach)
    known: dict[tuple[int, float, float], int] = {}
    found = []
    for number, left, right in _cut(rows, bands, ground, reach):
        ends = ceil(left / rows.step - NEAR), floor(right / rows.step + NEAR)
        for runs in _runs(rows, (bands[number], number), ends, looked, known):
            found.append((*covered(runs), bands[number].at))
    return found


def _cut(
    rows: Rows, bands: list[_Band], ground: Ground, reach: tuple[float, float]
) -> list[tuple[int, float, float]]:
    """What is left of every row on the area: its number, and where it begins and ends along [m]."""
    us, vs = np.array([reach[0] - 1, reach[1] + 1]), np.array([[band.at] for band in bands])
    ends = np.stack(np.broadcast_arrays(*_plan(rows.frame, us, vs)), axis=-1)
    cut = shapely.intersection(shapely.linestrings(ends), ground.whole)
    parts, numbers = shapely.get_parts(cut, return_index=True)
    lines = (shapely.get_type_id(parts) == shapely.GeometryType.LINESTRING) & ~shapely.is_empty(
        parts
    )
    parts, numbers = parts[lines], numbers[lines]
    along, _ = _true(rows.frame, shapely.get_coordinates(parts))
    counts = shapely.get_num_coordinates(parts)
    starts = np.cumsum(counts) - counts
    left, right = (least.reduceat(along, starts).tolist() for least in (np.minimum, np.maximum))
    return list(zip(numbers.tolist(), left, right, strict=True))


def _runs(
    rows: Rows, which: tuple[_Band, int], ends: tuple[int, int], looked: _Looked,
    known: dict[tuple[int, float, float], int],
) -> list[list[Run]]:  # fmt: skip
    """Runs of places along a row that one zone asks alike, gathered where they hang together."""
    (band, number), (first, last) = which, ends
    if last < first:
        return []
    low, high = looked.place(rows.step, first), looked.place(rows.step, last)
    row = looked.worst[number, low : high + 1]
    changes = [low, *(np.flatnonzero(np.diff(row)) + low + 1).tolist()]
    groups: list[list[Run]] = [[]]
    for k, place in enumerate(changes):
        start = first if k == 0 else ceil((looked.origin + place * looked.look) / rows.step - NEAR)
        following = changes[k + 1] if k + 1 < len(changes) else None
        end = (
            last
            if following is None
            else ceil((looked.origin + following * looked.look) / rows.step - NEAR) - 1
        )
        zone = int(row[place - low])
        if band.only is not None and zone not in band.only:
            groups.append([])
            continue
        key = (zone, round(band.below, 6), round(band.above, 6))
        if key not in known:
            known[key] = max(
                1, floor(rows.spacing(zone, band.below, band.above) / rows.step + NEAR)
            )
        if end >= start:
            groups[-1].append((start, end, known[key], zone))
    return [group for group in groups if group]


def _reach(runs: list[Run], start: int, share: int) -> int:
    """Farthest place from ``start`` that keeps to the steps of all runs on the way, divided by ``share``."""
    farthest = runs[-1][1]
    for first, last, steps, _ in runs:
        if last < start:
            continue
        allowed = start + steps // share
        if first > farthest:
            break
        if allowed < farthest:
            farthest = max(allowed, first - 1)
    return max(farthest, start)


def covered(runs: list[Run]) -> tuple[list[int], list[int]]:
    """Fewest places on runs that hang together, and their zones.

    The ends stand half a spacing from the ends of the runs at most, the others a whole one from each other.
    """
    end = runs[-1][1]
    taken = [_reach(runs, runs[0][0], 2)]
    zones = [_run_at(runs, taken[0])[3]]
    while _reach(runs, taken[-1], 2) < end:
        at = taken[-1]
        _, last, steps, zone = _run_at(runs, at)
        # Within a run places follow each other evenly; only where the next begins each is found by itself.
        even = range(at + steps, min(last, end - steps // 2 - 1) + 1, steps)
        if even:
            taken += even
            zones += [zone] * len(even)
        else:
            taken.append(max(_reach(runs, at, 1), at + 1))
            zones.append(_run_at(runs, taken[-1])[3])
    return taken, zones


def _run_at(runs: list[Run], place: int) -> Run:
    return next(run for run in runs if run[0] <= place <= run[1])


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


def place_boards(boards: BoardLay, ground: Ground) -> Placed:
    """Fixings of boards, each board by the worst zone that it touches, cut boards by what is left of them."""
    shapes, whole = ground.shapes, ground.whole
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
