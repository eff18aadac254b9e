# SPDX-License-Identifier: GPL-3.0-or-later
"""Double-lap slates: gauge by lap and nailing, courses equalised down, every second course moved by half."""

from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.gauges import count_of
from glacis.core.set_out.laying import Bonded
from glacis.core.set_out.refused import positive

Nailing = Literal["centre", "head"]
HEAD_NAILED = 0.025
"""From a slate's head to its nails where it is nailed there [m]; our judgement after practice, recalled (confirm)."""
NAIL_ABOVE = 0.006
"""From the head of the slate below to the nails [m]; our judgement after usual practice, recalled (confirm)."""
LEAST_END = 0.1
"""Slates at an end narrower than this are cut from a wide one [m]; our judgement after practice, recalled."""


class Slate(Struct, frozen=True):
    """A slate and how it lies [m]: length, width, by how much it covers the second slate below."""

    length: float
    width: float
    lap: float
    nailing: Nailing = "centre"


class SlateCourses(Struct, frozen=True):
    """Courses of slates [m].

    Attributes:
        courses: from eaves to ridge, the under-eaves course not counted.
        gauge_most: by lap and nailing.
        gauge: equalised down.
        lap: that goes with it.
        tails: lower edges, from the eaves; the last entry is the top of the highest.
        under_eaves: length of the slates under the lowest course.
        nails: from the tail up.
        side_lap: half a slate.
        wide: width of a slate-and-half.
    """

    courses: int
    gauge_most: float
    gauge: float
    lap: float
    tails: tuple[float, ...]
    under_eaves: float
    nails: float
    side_lap: float
    wide: float


def gauge_of(slate: Slate) -> float:
    """Greatest gauge [m]: half of what the lap leaves; less where it is nailed at its head.

    >>> round(gauge_of(Slate(0.5, 0.25, 0.1)), 3)
    0.2

    Raises:
        ValueRefused: for a lap that leaves nothing.
    """
    positive("length of a slate", slate.length)
    left = slate.length - slate.lap - (HEAD_NAILED if slate.nailing == "head" else 0.0)
    if left <= 0:
        raise ValueRefused(
            "lap", f"{slate.lap * 1000:g} mm", f"less than the slate, {slate.length * 1000:g} mm"
        )
    return left / 2


def slate_courses(
    slate: Slate, slope: float, top: float = 0.0, overhang: float = 0.0
) -> SlateCourses:
    """Courses of slates over a slope.

    Args:
        slate: the slate.
        slope: of the plane [m].
        top: from the ridge down to the highest exposed edge [m].
        overhang: of the lowest course over the datum, along the slope [m].

    Raises:
        ValueRefused: for slates longer than the slope, or a lap that leaves no gauge.
    """
    most = gauge_of(slate)
    if slate.length >= slope:
        raise ValueRefused(
            "length of a slate", f"{slate.length * 1000:g} mm", f"less than the slope, {slope * 1000:.0f} mm",
        )  # fmt: skip
    run = positive("slope less its top", slope - top + overhang)
    count = count_of(run, most)
    gauge = run / count
    head = HEAD_NAILED if slate.nailing == "head" else 0.0
    lap = slate.length - 2 * gauge - head
    nails = slate.length - HEAD_NAILED if head else gauge + lap + NAIL_ABOVE
    tails = tuple(k * gauge - overhang for k in range(count + 1))
    return SlateCourses(
        courses=count,
        gauge_most=most,
        gauge=gauge,
        lap=lap,
        tails=tails,
        under_eaves=gauge + lap + head,
        nails=nails,
        side_lap=slate.width / 2,
        wide=1.5 * slate.width,
    )


def slate_bond(slate: Slate, found: SlateCourses, datum: float = 0.0) -> Bonded:
    """Joints of the courses: every second one moved by half a slate and begun with a slate-and-half."""
    half = slate.width / 2
    starts = tuple(datum + (half if number % 2 else 0.0) for number in range(found.courses))
    return Bonded(found.tails, slate.width, starts, LEAST_END, half)
