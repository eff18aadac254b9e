# SPDX-License-Identifier: GPL-3.0-or-later
"""A covering laid over a plane course by course, with its windows."""

from math import cos, radians

import numpy as np
from msgspec import Struct

from glacis.core.model.covering import ShingleStrip, SlatePiece, Tile, Unit
from glacis.core.model.set_out import SetOut
from glacis.core.set_out.across import Across, Shunt, across
from glacis.core.set_out.found import Course, Covered, Seated, SetOutRead
from glacis.core.set_out.gauges import (
    Gauged,
    Hanging,
    Seat,
    TwoGauges,
    gauged,
    moved,
    nearest_sill,
    otherwise,
    two_gauges,
)
from glacis.core.set_out.laying import WHOLE, Bonded, Laid, lay, slivers
from glacis.core.set_out.plane import RoofPlane, upright_verges, widened
from glacis.core.set_out.shingles import Shingle, ShingleCourses, shingle_bond, shingle_courses
from glacis.core.set_out.slates import (
    LEAST_END,
    Slate,
    SlateCourses,
    gauge_of,
    slate_bond,
    slate_courses,
)

SPARED = 0.85
"""Share of a slate's greatest gauge that two gauges go down to [-]; our judgement: below it slates are wasted."""
LEAST_TILE = 0.08
"""A tile cut narrower than this holds neither clip nor nail [m]; our judgement."""
SEAT_READ = 0.0005
"""A seat is read to this [m]; our judgement: half of a pencil line."""


class Rows(Struct, frozen=True):
    """Courses before anything is laid [m].

    Attributes:
        hangs: lines that pieces hang from, or their lower edges.
        tails: lower edges, and the top of the highest.
        lap: headlap at a gauge: ``lap[0] + lap[1] * gauge``.
        hanging: limits of gauges, where windows choose them.
        two: gauges, where they are laid.
    """

    hangs: tuple[float, ...]
    tails: tuple[float, ...]
    lap: tuple[float, float]
    hanging: Hanging | None
    two: TwoGauges | None


def _along(stated: SetOut, pitch: float) -> float:
    return stated.overhang / cos(radians(pitch))


def _clear(stated: SetOut, usual: float) -> float:
    return usual if stated.top_clear is None else stated.top_clear


def _placed(hanging: Hanging, two: TwoGauges) -> tuple[float, ...]:
    below = [hanging.first + k * two.gauge_below for k in range(two.below)]
    return (*below, *(two.batten + k * two.gauge_above for k in range(two.above + 1)))


def _two_wanted(read: SetOutRead, plane: RoofPlane, hanging: Hanging) -> TwoGauges | None:
    """The two gauges that are asked for, where they are possible."""
    stated = read.stated
    window = next((w for w in plane.windows if w.id == stated.window), None)
    if stated.gauge != "two" or window is None:
        return None
    return two_gauges(hanging, Seat(stated.seat_least, stated.seat_most), window.low)


def _tile_rows(read: SetOutRead, plane: RoofPlane, tile: Tile) -> tuple[Rows, Gauged]:
    stated = read.stated
    hanging = Hanging(
        plane.slope, tile.length, tile.hang, tile.headlap_least, tile.headlap_most, stated.overhang,
        plane.pitch, _clear(stated, tile.top_clear),
    )  # fmt: skip
    even = gauged(hanging)
    two = _two_wanted(read, plane, hanging)
    hangs = even.battens if two is None else _placed(hanging, two)
    tails = (*(at - tile.hang for at in hangs), plane.slope) if hangs else ()
    return Rows(hangs, tails, (tile.length, -1.0), hanging, two), even


def _slate_rows(
    read: SetOutRead, plane: RoofPlane, piece: SlatePiece
) -> tuple[Rows, SlateCourses, Slate]:
    stated = read.stated
    slate = Slate(piece.length, piece.width, piece.lap, piece.nailing)
    over, clear = _along(stated, plane.pitch), _clear(stated, piece.top_clear)
    found = slate_courses(slate, plane.slope, clear, over)
    most = gauge_of(slate)
    hanging = Hanging(
        plane.slope, 2 * most, 0.0, most, (2 - SPARED) * most, stated.overhang, plane.pitch, clear
    )
    two = _two_wanted(read, plane, hanging) if 2 * most < plane.slope else None
    tails = found.tails if two is None else _placed(hanging, two)
    head = 2 * (piece.length / 2 - most) - piece.lap
    return Rows(tails[:-1], tails, (piece.length - head, -2.0), hanging, two), found, slate


def _strip_rows(
    read: SetOutRead, plane: RoofPlane, piece: ShingleStrip
) -> tuple[Rows, ShingleCourses, Shingle]:
    over = _along(read.stated, plane.pitch)
    strip = Shingle(piece.width, piece.exposure, piece.offset, piece.bond, piece.piece)
    found = shingle_courses(strip, plane.slope + over, plane.right - plane.left)
    tails = tuple(line - over for line in found.lines)
    return Rows(tails[:-1], tails, (0.0, 0.0), None, None), found, strip


def _courses(rows: Rows) -> tuple[Course, ...]:
    """Every course as it is marked; rounded where it is printed, not here."""
    found = []
    for k, (hang, tail) in enumerate(zip(rows.hangs, rows.tails, strict=False)):
        gauge = hang - rows.hangs[k - 1] if k else 0.0
        lap = rows.lap[0] + rows.lap[1] * gauge if k else 0.0
        note = "first" if k == 0 else "top" if k == len(rows.hangs) - 1 else ""
        if rows.two is not None and k == rows.two.below:
            note = "window"
        found.append(Course(k + 1, hang, tail, gauge, lap, note))
    return tuple(found)


def _seated(read: SetOutRead, plane: RoofPlane, rows: Rows) -> tuple[Seated, ...]:
    """Every window beside the courses, with what would seat it."""
    stated, names = read.stated, dict(read.openings)
    seat = Seat(stated.seat_least, stated.seat_most)
    found = []
    for window in plane.windows:
        below = [k for k, at in enumerate(rows.hangs) if at <= window.low - seat.least + SEAT_READ]
        line = below[-1] if below else 0
        over = window.low - rows.hangs[line] if rows.hangs else 0.0
        sits = bool(below) and seat.least - SEAT_READ <= over <= seat.most + SEAT_READ
        reach = rows.hanging is not None and rows.hanging.tile < plane.slope
        found.append(
            Seated(
                window, names.get(window.id, window.id), over, line, sits,
                moved(rows.hangs, seat, window.low),
                two_gauges(rows.hanging, seat, window.low) if rows.hanging and reach else None,
                nearest_sill(rows.hanging, seat, window.low) if rows.hanging and reach else None,
            )
        )  # fmt: skip
    return tuple(found)


def _fixed(laid: Laid | None, product: Unit, courses: int) -> int:
    """Pieces that are fixed: all, or those at edges, with every second course inside."""
    if laid is None:
        return 0
    count = len(laid.course)
    if not isinstance(product, Tile) or product.nailing == "all":
        return count
    edge = (laid.kind != WHOLE) | (laid.course == 0) | (laid.course == courses - 1)
    first = np.r_[True, laid.course[1:] != laid.course[:-1]]
    edge |= first | np.r_[first[1:], True]
    if product.nailing == "alternate":
        edge |= laid.course % 2 == 0
    return int(edge.sum())


def _across(plane: RoofPlane, tile: Tile) -> Across | None:
    shunt = Shunt(tile.cover_least, tile.cover_most, tile.verge_least, tile.verge_most)
    return across(plane.right - plane.left, shunt, tile.bond)


def covered_by_tiles(read: SetOutRead, plane: RoofPlane, tile: Tile) -> Covered:
    """Single-lap tiles over a plane.

    Raises:
        ValueRefused: where they cannot hang so.
    """
    rows, even = _tile_rows(read, plane, tile)
    upright = upright_verges(plane)
    count = _across(plane, tile) if upright else None
    cover = count.cover if count else (tile.cover_least + tile.cover_most) / 2
    over = count.overhang if count else 0.0
    laid = None
    if rows.hangs:
        shift = cover / 2 if tile.bond == "broken" else 0.0
        begin = read.stated.datum - over
        starts = tuple(begin + (shift if k % 2 else 0.0) for k in range(len(rows.hangs)))
        room = widened(plane, _along(read.stated, plane.pitch), over, over)
        laid = lay(room, Bonded(rows.tails, cover, starts))
    kinds = Kinds(gauged=even, across=count, across_asked=upright)
    return _gathered((read, plane), tile, rows, laid, kinds)


def covered_by_slates(read: SetOutRead, plane: RoofPlane, piece: SlatePiece) -> Covered:
    """Double-lap slates over a plane.

    Raises:
        ValueRefused: where they cannot lie so.
    """
    rows, found, slate = _slate_rows(read, plane, piece)
    bond = slate_bond(slate, found, read.stated.datum)
    if rows.two is not None:
        half = slate.width / 2
        starts = tuple(read.stated.datum + (half if k % 2 else 0.0) for k in range(len(rows.hangs)))
        bond = Bonded(rows.tails, slate.width, starts, LEAST_END, half)
    laid = lay(widened(plane, _along(read.stated, plane.pitch), 0.0, 0.0), bond)
    return _gathered((read, plane), piece, rows, laid, Kinds(slates=found))


def covered_by_shingles(read: SetOutRead, plane: RoofPlane, piece: ShingleStrip) -> Covered:
    """Strip shingles over a plane.

    Raises:
        ValueRefused: where they cannot lie so.
    """
    rows, found, strip = _strip_rows(read, plane, piece)
    room = widened(plane, _along(read.stated, plane.pitch), 0.0, 0.0)
    bond = shingle_bond(strip, found, plane.left + read.stated.datum)
    laid = lay(room, Bonded(rows.tails, bond.width, bond.starts))
    return _gathered((read, plane), piece, rows, laid, Kinds(shingles=found))


class Kinds(Struct, frozen=True):
    """What one kind of covering has found besides its rows."""

    gauged: Gauged | None = None
    slates: SlateCourses | None = None
    shingles: ShingleCourses | None = None
    across: Across | None = None
    across_asked: bool = False


def _gathered(
    seen: tuple[SetOutRead, RoofPlane],
    product: Unit,
    rows: Rows,
    laid: Laid | None,
    kinds: Kinds,
) -> Covered:
    courses = _courses(rows)
    least = LEAST_TILE if isinstance(product, Tile) else LEAST_END
    impossible = kinds.gauged is not None and not rows.hangs and rows.hanging is not None
    return Covered(
        product=product,
        courses=courses,
        lines=rows.tails,
        hanging=rows.hanging,
        gauged=kinds.gauged,
        slates=kinds.slates,
        shingles=kinds.shingles,
        two=rows.two,
        across=kinds.across,
        across_asked=kinds.across_asked,
        ways=otherwise(rows.hanging) if impossible and rows.hanging else (),
        laid=laid,
        slivers=tuple(slivers(laid, least).tolist()) if laid is not None else (),
        windows=_seated(*seen, rows),
        fixed=_fixed(laid, product, len(courses)),
    )
