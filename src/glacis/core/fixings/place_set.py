# SPDX-License-Identifier: GPL-3.0-or-later
"""A set placed on an area: which rows or boards its way makes, and how many are reckoned where none are drawn."""

from collections.abc import Sequence
from math import ceil
from typing import Any

from msgspec import Struct

from glacis.core.fixings.found import SetPlaced
from glacis.core.fixings.held import Against, SetHeld, cover_of, row_spacing, set_held
from glacis.core.fixings.lay import Frame, contour_frame, fall_frame
from glacis.core.fixings.placing import (
    BoardLay,
    Placed,
    Rows,
    place_boards,
    place_rows,
    shapes_of,
    span,
)
from glacis.core.model.fixings import (
    BattenScrews,
    BoardScrews,
    Clips,
    Crests,
    FixSet,
    SeamRows,
)

Shape = Any


class PlacedRead(Struct, frozen=True):
    """What placed fixings of an area depend on.

    Attributes:
        sets: as stated.
        against: what they are held against.
    """

    sets: tuple[FixSet, ...]
    against: Against


def sets_placed(read: PlacedRead) -> tuple[SetPlaced, ...]:
    """Every set of an area, solved for its zones and placed."""
    shapes = shapes_of(read.against.zones)
    return tuple(
        _placed(set_held(stated, read.against), read.against, shapes) for stated in read.sets
    )


def _placed(held: SetHeld, against: Against, shapes: Sequence[Shape]) -> SetPlaced:
    mine = [pattern.zone for pattern in held.patterns]
    areas = tuple(against.zones[number].true_area for number in mine)
    if not mine or held.refused:
        return SetPlaced(held, None, (), ())
    own = [shapes[number] for number in mine]
    placed = _drawn(held, against, own)
    if placed is None:
        counts = tuple(
            ceil(pattern.per_area * area - 1e-9) if pattern.per_area > 0 else 0
            for pattern, area in zip(held.patterns, areas, strict=True)
        )
        return SetPlaced(held, None, counts, areas)
    numbers = tuple(mine[number] for number in placed.zones)
    return SetPlaced(
        held, Placed(placed.points, numbers, placed.lines, placed.counts), placed.counts, areas
    )


def _drawn(held: SetHeld, against: Against, shapes: Sequence[Shape]) -> Placed | None:
    way, area, patterns = held.set.way, against.area, held.patterns
    suctions = tuple(against.zones[pattern.zone].design for pattern in patterns)
    bears = held.resistance.design
    if isinstance(way, SeamRows):
        frame = contour_frame(area, way.turn)
        rows = _seams(
            way, frame, shapes, (suctions, bears), [pattern.distance for pattern in patterns]
        )
        return place_rows(rows, shapes)
    if isinstance(way, BoardScrews):
        frame = contour_frame(area, way.turn)
        lay = BoardLay(
            frame, (way.length, way.width), way.patterns, bears if bears > 0 else 1e9, suctions
        )
        return place_boards(lay, shapes)
    spacings = [pattern.spacing for pattern in patterns]
    if isinstance(way, BattenScrews | Clips):
        frame = fall_frame(area)
        apart = way.seam if isinstance(way, Clips) else way.rafters or against.rafters
        if not apart > 0:
            return None
        positions = _positions(frame, shapes, apart, apart / 2 if isinstance(way, Clips) else 0.04)
        return place_rows(
            Rows(frame, positions, way.step, lambda n, _below, _above: spacings[n]), shapes
        )
    if isinstance(way, Crests):
        frame = contour_frame(area)
        positions = _positions(frame, shapes, way.purlin, min(0.1, way.purlin / 2))
        return place_rows(
            Rows(frame, positions, way.rib, lambda n, _below, _above: spacings[n]), shapes
        )
    return None


def _positions(
    frame: Frame, shapes: Sequence[Shape], apart: float, first: float
) -> tuple[float, ...]:
    """Rows across a frame from its lower end on, the last at its upper end."""
    _, _, low, high = span(frame, shapes)
    count = max(1, ceil((high - low - 2 * first) / apart - 1e-6))
    inner = [low + first + k * apart for k in range(count)]
    last = high - first
    return tuple(inner) if last - inner[-1] < 0.02 else (*inner, last)


def _seams(
    way: SeamRows, frame: Frame, shapes: Sequence[Shape], wind: tuple[tuple[float, ...], float], distances: list[float]
) -> Rows:  # fmt: skip
    """Rows in the seams of rolls: half rolls where most of a roll needs them, a row in its middle where its ends do."""
    import shapely

    whole, *halves = cover_of(way)
    suctions, bears = wind
    _, _, low, high = span(frame, shapes)
    left, right, _, _ = span(frame, shapes)
    close = frozenset(
        n for n, distance in enumerate(distances) if halves and distance < whole - 1e-9
    )
    positions = [low + way.lap / 2]
    need = shapely.unary_union([shapes[n] for n in close]) if close else None
    everything = shapely.unary_union(list(shapes))
    while positions[-1] + 1e-6 < high - way.lap / 2:
        at = positions[-1]
        step = whole
        if need is not None:
            ring = [
                frame.plan(*p)
                for p in ((left, at), (right, at), (right, at + whole), (left, at + whole))
            ]
            strip = shapely.Polygon(ring).intersection(everything)
            if strip.area > 0 and strip.intersection(need).area > 0.5 * strip.area:
                step = halves[0]
        positions.append(min(at + step, high - way.lap / 2))

    wide = halves[0] + 0.2 if halves else whole

    def spacing(number: int, below: float, above: float) -> float:
        """A wide strip in a hard zone has a row in its middle, so that a row at its side holds a quarter of it."""
        held = [
            side / 2 if number in close and 2 * side >= wide else side for side in (below, above)
        ]
        return row_spacing(way, suctions[number], bears, max(sum(held), 0.05))

    return Rows(frame, tuple(positions), way.step, spacing, close, wide)
