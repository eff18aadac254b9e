# SPDX-License-Identifier: GPL-3.0-or-later
"""Strip shingles: exposure shortened to equal courses, offsets that keep bond and end pieces."""

from math import fmod

from msgspec import Struct

from glacis.core.set_out.gauges import count_of
from glacis.core.set_out.laying import Bonded
from glacis.core.set_out.refused import positive

SLACK = 1e-9
"""By definition of rounding."""
TRIED = 400
"""Places that a course's first joint is tried at; our judgement: steps of a few millimetres."""


class Shingle(Struct, frozen=True):
    """A strip of shingles [m].

    Attributes:
        width: along the eaves.
        exposure: at most.
        offset: of each course against the one below.
        bond: least distance of joints in neighbouring courses.
        piece: least width of a piece at an end.
    """

    width: float
    exposure: float
    offset: float
    bond: float
    piece: float


class ShingleCourse(Struct, frozen=True):
    """A course of strips along the eaves.

    Attributes:
        start: first joint from the left end [m]; 0 begins with a whole strip.
        first: width of its first piece [m].
        last: width of its last [m].
        moved: whether it was moved off its offset for the sake of an end piece.
    """

    start: float
    first: float
    last: float
    moved: bool


class ShingleCourses(Struct, frozen=True):
    """Courses of strips.

    Attributes:
        courses: besides the starter.
        exposure: equalised [m].
        rows: each course along the eaves.
        lines: lower edges of the courses and the top [m].
    """

    courses: int
    exposure: float
    rows: tuple[ShingleCourse, ...]
    lines: tuple[float, ...]


def _ends(start: float, run: float, width: float) -> tuple[float, float]:
    """Width of the first and the last piece of a course whose first joint lies at ``start`` [m]."""
    first = start if start > SLACK else min(width, run)
    last = fmod(run - start, width)
    return min(first, run), last if last > SLACK else min(width, run)


def _apart(one: float, other: float, width: float) -> float:
    """Distance of joints of two courses [m]."""
    gap = fmod(abs(one - other), width)
    return min(gap, width - gap)


def _fits(start: float, run: float, below: float | None, strip: Shingle) -> bool:
    first, last = _ends(start, run, strip.width)
    bonded = below is None or _apart(start, below, strip.width) >= strip.bond - SLACK
    return bonded and first >= strip.piece - SLACK and last >= strip.piece - SLACK


def _course(number: int, run: float, below: float | None, strip: Shingle) -> ShingleCourse:
    """A course begins with what its offsets leave; where an end would be a sliver it moves to the nearest
    start that keeps bond and pieces.
    """
    left = fmod(number * strip.offset, strip.width)
    wanted = fmod(strip.width - left, strip.width)
    if not _fits(wanted, run, below, strip):
        step = strip.width / TRIED
        tries = sorted(
            (k * step for k in range(TRIED)), key=lambda at: _apart(at, wanted, strip.width)
        )
        wanted_now = next((at for at in tries if _fits(at, run, below, strip)), wanted)
        first, last = _ends(wanted_now, run, strip.width)
        return ShingleCourse(wanted_now, first, last, wanted_now != wanted)
    first, last = _ends(wanted, run, strip.width)
    return ShingleCourse(wanted, first, last, moved=False)


def shingle_courses(strip: Shingle, slope: float, run: float) -> ShingleCourses:
    """Courses over a slope: the exposure is shortened to equal ones, never lengthened.

    Args:
        strip: of shingles.
        slope: of the plane [m], from the lowest edge to the highest that is seen.
        run: along the eaves [m].

    Raises:
        ValueRefused: for figures that are not above 0.
    """
    positive("width of a strip", strip.width)
    positive("run along the eaves", run)
    count = count_of(positive("slope", slope), strip.exposure)
    rows: list[ShingleCourse] = []
    for number in range(count):
        rows.append(_course(number, run, rows[-1].start if rows else None, strip))
    exposure = slope / count
    lines = tuple(k * exposure for k in range(count + 1))
    return ShingleCourses(count, exposure, tuple(rows), lines)


def shingle_bond(strip: Shingle, found: ShingleCourses, datum: float = 0.0) -> Bonded:
    """Joints of the courses on a plane."""
    return Bonded(found.lines, strip.width, tuple(datum + row.start for row in found.rows))
