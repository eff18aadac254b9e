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
    Ground,
    Placed,
    Rows,
    close_shares,
    ground_among,
    ground_of,
    place_boards,
    place_rows,
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
    against = read.against
    ground = against.ground or ground_of(against.zones, against.area)
    return tuple(_placed(set_held(stated, against), against, ground) for stated in read.sets)


def _placed(held: SetHeld, against: Against, ground: Ground) -> SetPlaced:
    mine = [pattern.zone for pattern in held.patterns]
    areas = tuple(against.zones[number].true_area for number in mine)
    if not mine or held.refused:
        return SetPlaced(held, None, (), ())
    placed = _drawn(held, against, ground_among(ground, mine))
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


def _drawn(held: SetHeld, against: Against, ground: Ground) -> Placed | None:
    way, area, patterns = held.set.way, against.area, held.patterns
    suctions = tuple(against.zones[pattern.zone].design for pattern in patterns)
    bears = held.resistance.design
    if isinstance(way, SeamRows):
        frame = contour_frame(area, way.turn)
        distances = [pattern.distance for pattern in patterns]
        rows = _seams(way, frame, ground, (suctions, bears), distances)
        return place_rows(rows, ground)
    if isinstance(way, BoardScrews):
        frame = contour_frame(area, way.turn)
        lay = BoardLay(
            frame, (way.length, way.width), way.patterns, bears if bears > 0 else 1e9, suctions
        )
        return place_boards(lay, ground)
    spacings = [pattern.spacing for pattern in patterns]
    if isinstance(way, BattenScrews | Clips):
        frame = fall_frame(area)
        apart = way.seam if isinstance(way, Clips) else way.rafters or against.rafters
        if not apart > 0:
            return None
        positions = _positions(
            frame, ground.shapes, apart, apart / 2 if isinstance(way, Clips) else 0.04
        )
        return place_rows(
            Rows(frame, positions, way.step, lambda n, _below, _above: spacings[n]), ground
        )
    if isinstance(way, Crests):
        frame = contour_frame(area)
        positions = _positions(frame, ground.shapes, way.purlin, min(0.1, way.purlin / 2))
        return place_rows(
            Rows(frame, positions, way.rib, lambda n, _below, _above: spacings[n]), ground
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


MOST = 0.5
"""Share of a roll from which it is laid in halves [-]; our judgement: most of it needs them."""


def _seams(
    way: SeamRows, frame: Frame, ground: Ground, wind: tuple[tuple[float, ...], float], distances: list[float]
) -> Rows:  # fmt: skip
    """Rows in the seams of rolls: half rolls where most of a roll needs them, a row in its middle where its ends do."""
    whole, *halves = cover_of(way)
    suctions, bears = wind
    left, right, low, high = span(frame, ground.shapes)
    close = frozenset(n for n, d in enumerate(distances) if halves and d < whole - 1e-9)
    needs = close_shares(frame, ground.spread, close, (left, right, low, high)) if close else None
    positions = [low + way.lap / 2]
    while positions[-1] + 1e-6 < high - way.lap / 2:
        at = positions[-1]
        step = halves[0] if needs is not None and needs(at, at + whole) > MOST else whole
        positions.append(min(at + step, high - way.lap / 2))

    wide = halves[0] + 0.2 if halves else whole

    def spacing(number: int, below: float, above: float) -> float:
        """A wide strip in a hard zone has a row in its middle, so that a row at its side holds a quarter of it."""
        held = [
            side / 2 if number in close and 2 * side >= wide else side for side in (below, above)
        ]
        return row_spacing(way, suctions[number], bears, max(sum(held), 0.05))

    return Rows(frame, tuple(positions), way.step, spacing, close, wide)
