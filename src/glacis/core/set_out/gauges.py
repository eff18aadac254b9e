# SPDX-License-Identifier: GPL-3.0-or-later
"""Battens of single-lap tiles: equal gauges from eaves to ridge, and a roof window on a whole course.

All lengths along the slope [m] from the fascia's front in the plane of the batten tops. A tile hangs on
its batten's upper edge, so that the greatest gauge belongs to the least headlap.
"""

from math import ceil, cos, floor, radians

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.refused import ordered, positive

SLACK = 1e-9
"""A count is not raised for less than this share of a gauge; by definition of rounding."""
MOST_COURSES = 10_000
"""Courses on a plane at most; our judgement: more is a slip of units."""


class Hanging(Struct, frozen=True):
    """How single-lap tiles lie on a plane [m].

    Attributes:
        slope: length of the plane from the datum to where the ridge unit covers.
        tile: length of a tile.
        hang: from its nib to its tail.
        headlap_least: by which a tile covers the one below.
        headlap_most: the same at most.
        overhang: of the lowest tiles over the datum in plan, into the gutter.
        pitch: of the plane [°].
        top_clear: from the top of the plane down to the highest batten.
    """

    slope: float
    tile: float
    hang: float
    headlap_least: float
    headlap_most: float
    overhang: float
    pitch: float
    top_clear: float

    @property
    def gauge_most(self) -> float:
        """Greatest gauge: of the least headlap [m]."""
        return self.tile - self.headlap_least

    @property
    def gauge_least(self) -> float:
        """Least gauge: of the greatest headlap [m]."""
        return self.tile - self.headlap_most

    @property
    def first(self) -> float:
        """Where the lowest tiles hang [m]."""
        return self.hang - self.overhang / cos(radians(self.pitch))

    @property
    def top(self) -> float:
        """Where the highest batten lies [m]."""
        return self.slope - self.top_clear


class Gauged(Struct, frozen=True):
    """Battens at equal gauges [m].

    Attributes:
        first: the lowest batten.
        top: the highest.
        courses: rows of tiles.
        gauge: between battens.
        headlap: that goes with it.
        feasible: whether the gauge lies within its limits.
        battens: where they lie; empty where it does not.
    """

    first: float
    top: float
    courses: int
    gauge: float
    headlap: float
    feasible: bool
    battens: tuple[float, ...]


class Moved(Struct, frozen=True):
    """A window moved onto a batten.

    Attributes:
        shift: of the window up the slope [m].
        batten: number of the batten below its frame, from 0.
        sill: lower edge of the frame then [m].
    """

    shift: float
    batten: int
    sill: float


class TwoGauges(Struct, frozen=True):
    """One gauge below a window and another above.

    Attributes:
        below: courses from the first batten up to the window's.
        above: courses from there to the top.
        batten: where the window's batten lies [m].
        gauge_below: [m].
        gauge_above: [m].
    """

    below: int
    above: int
    batten: float
    gauge_below: float
    gauge_above: float

    @property
    def difference(self) -> float:
        """Between the two gauges [m]."""
        return abs(self.gauge_above - self.gauge_below)


class Seat(Struct, frozen=True):
    """How far a frame's lower edge lies above the hanging line of the batten below it [m]."""

    least: float
    most: float


def count_of(length: float, most: float) -> int:
    """How many equal parts of at most ``most`` a length needs; 1 at least.

    Raises:
        ValueRefused: for more than can be meant.
    """
    count = max(1, ceil(length / positive("gauge", most) - SLACK))
    if count > MOST_COURSES:
        raise ValueRefused(
            "gauge", f"{most * 1000:g} mm for {length:g} m", f"at most {MOST_COURSES} courses",
            "A unit slip: millimetres taken for metres?",
        )  # fmt: skip
    return count


def check(hanging: Hanging) -> None:
    """Refuse tiles that cannot hang so.

    Raises:
        ValueRefused: naming field, found and allowed.
    """
    ordered("headlap", hanging.headlap_least, hanging.headlap_most)
    positive("length of a tile", hanging.tile)
    if hanging.gauge_least <= 0:
        raise ValueRefused(
            "headlap", f"{hanging.headlap_most * 1000:g} mm", f"less than the tile, {hanging.tile * 1000:g} mm",
        )  # fmt: skip
    if hanging.tile >= hanging.slope:
        raise ValueRefused(
            "length of a tile", f"{hanging.tile * 1000:g} mm", f"less than the slope, {hanging.slope * 1000:.0f} mm",
        )  # fmt: skip
    if hanging.top <= hanging.first:
        raise ValueRefused(
            "top clearance", f"{hanging.top_clear * 1000:g} mm", "a highest batten above the lowest"
        )


def gauged(hanging: Hanging) -> Gauged:
    """Equal gauges, the fewest courses that the least headlap lets.

    Raises:
        ValueRefused: for tiles that cannot hang so.
    """
    check(hanging)
    run = hanging.top - hanging.first
    gaps = count_of(run, hanging.gauge_most)
    gauge = run / gaps
    feasible = gauge >= hanging.gauge_least - SLACK
    battens = tuple(hanging.first + k * gauge for k in range(gaps + 1)) if feasible else ()
    return Gauged(
        hanging.first, hanging.top, gaps + 1, gauge, hanging.tile - gauge, feasible, battens
    )


def moved(battens: tuple[float, ...], seat: Seat, sill: float) -> Moved | None:
    """The least way to move a window so that its frame sits on a whole course; None without battens."""
    ordered("seat of the frame", seat.least, seat.most)
    found = [
        Moved(min(max(sill, batten + seat.least), batten + seat.most) - sill, number, 0.0)
        for number, batten in enumerate(battens)
    ]
    if not found:
        return None
    best = min(found, key=lambda way: abs(way.shift))
    return Moved(best.shift, best.batten, sill + best.shift)


def _ranges(hanging: Hanging) -> "list[tuple[int, int, float, float]]":
    """Courses below and above, with where a batten between them may lie [m]."""
    first, top = hanging.first, hanging.top
    least, most = hanging.gauge_least, hanging.gauge_most
    run = top - first
    found = []
    for total in range(max(2, ceil(run / most - SLACK)), floor(run / least + SLACK) + 2):
        for below in range(1, total):
            above = total - below
            low = max(first + below * least, top - above * most)
            high = min(first + below * most, top - above * least)
            if low <= high + SLACK:
                found.append((below, above, low, max(low, high)))
    return found


def two_gauges(hanging: Hanging, seat: Seat, sill: float) -> TwoGauges | None:
    """The two gauges that differ least and seat a window where it is; None where none do.

    All counts below and above are tried, and for each the batten nearest to equal gauges.
    """
    check(hanging)
    ordered("seat of the frame", seat.least, seat.most)
    first, top = hanging.first, hanging.top
    best: TwoGauges | None = None
    for below, above, lowest, highest in _ranges(hanging):
        low, high = max(lowest, sill - seat.most), min(highest, sill - seat.least)
        if low > high + SLACK:
            continue
        even = first + below * (top - first) / (below + above)
        batten = min(max(even, low), max(low, high))
        way = TwoGauges(below, above, batten, (batten - first) / below, (top - batten) / above)
        if best is None or way.difference < best.difference - SLACK:
            best = way
    return best


def nearest_sill(hanging: Hanging, seat: Seat, sill: float) -> float | None:
    """The nearest place of a window's lower edge that two gauges reach [m]; None where none do."""
    check(hanging)
    found = [
        min(max(sill, low + seat.least), high + seat.most) for _, _, low, high in _ranges(hanging)
    ]
    return min(found, key=lambda place: abs(place - sill)) if found else None


class Count(Struct, frozen=True):
    """Courses over a length by gauge limits alone.

    Attributes:
        courses: fewest.
        battens: one more.
        gauge: of so many courses [m].
        feasible: whether it lies within the limits.
        fewest: courses of the greatest gauge.
        most: courses of the least gauge.
    """

    courses: int
    battens: int
    gauge: float
    feasible: bool
    fewest: int
    most: int


def counted(length: float, least: float, most: float) -> Count:
    """How a length parts into courses between two gauges [m].

    >>> counted(5.237, 0.315, 0.345).courses
    16
    """
    ordered("gauge", least, most)
    fewest = count_of(length, most)
    highest = floor(length / positive("least gauge", least) + SLACK)
    return Count(fewest, fewest + 1, length / fewest, fewest <= highest, fewest, highest)


class Otherwise(Struct, frozen=True):
    """What would bring an impossible gauge within its limits.

    Attributes:
        what: overhang, top clearance or a cut top course.
        value: of it [m].
        courses: rows of tiles then.
        gauge: then [m].
    """

    what: str
    value: float
    courses: int
    gauge: float


WIDEST_OVERHANG = 0.08
"""Into a gutter in plan [m]; our judgement: two thirds of a usual gutter, beyond which water overshoots."""


def otherwise(hanging: Hanging) -> tuple[Otherwise, ...]:
    """Other ways where equal gauges are impossible: another overhang, another clearance, a cut top course."""
    check(hanging)
    found = []
    run = hanging.top - hanging.first
    least, most = hanging.gauge_least, hanging.gauge_most
    slope = cos(radians(hanging.pitch))
    for gaps in (floor(run / most + SLACK), ceil(run / most - SLACK)):
        if gaps < 1:
            continue
        wanted = min(max(run, gaps * least), gaps * most)
        overhang = hanging.overhang + (wanted - run) * slope
        if 0 <= overhang <= WIDEST_OVERHANG:
            found.append(Otherwise("overhang", overhang, gaps + 1, wanted / gaps))
        clear = hanging.top_clear - (wanted - run)
        if clear >= 0:
            found.append(Otherwise("top clearance", clear, gaps + 1, wanted / gaps))
    whole = floor(run / most + SLACK)
    left = run - whole * most
    if whole >= 1 and left > SLACK:
        found.append(Otherwise("cut top course", hanging.tile - most + left, whole + 2, most))
    return tuple(found)
