# SPDX-License-Identifier: GPL-3.0-or-later
"""Rolls over a plane: courses up the slope, joints, rests that are used on."""

from collections.abc import Sequence
from math import ceil

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.refused import MOST_LINES, bounded, positive

WORTH_KEEPING = 1.0
"""A rest longer than this is used on [m]; our judgement: shorter ones make more joints than they save."""
SLACK = 1e-9
"""By definition of rounding."""


class Roll(Struct, frozen=True):
    """A sheet in rolls [m]."""

    width: float
    length: float
    headlap: float
    side_lap: float


class RollsLaid(Struct, frozen=True):
    """Rolls over a plane.

    Attributes:
        courses: up the slope.
        rolls: opened.
        joints: within courses, each with a side lap.
        laid: length that lies on the roof, side laps counted [m].
        left: whole rest that can be used on [m].
        wasted: rests too short to be used [m].
        lines: lower edges of the courses [m].
        starts: where joints lie along the eaves, course by course [m].
    """

    courses: int
    rolls: int
    joints: int
    laid: float
    left: float
    wasted: float
    lines: tuple[float, ...]
    starts: tuple[tuple[float, ...], ...]


def courses_of(slope: float, width: float, headlap: float) -> int:
    """How many courses cover a slope: 1 + ceil((S - W)/(W - headlap)).

    Raises:
        ValueRefused: where the headlap is as wide as the roll.
    """
    if headlap >= width:
        raise ValueRefused(
            "headlap", f"{headlap * 1000:g} mm", f"less than the roll, {width * 1000:g} mm"
        )
    bounded("courses of rolls", slope / (width - headlap), MOST_LINES)
    return 1 + max(0, ceil((slope - width) / (width - headlap) - SLACK))


def rolls_over(runs: Sequence[float], roll: Roll, slope: float) -> RollsLaid:
    """Rolls laid course by course, the rest of one beginning the next.

    Args:
        runs: length of every course along the eaves [m], from the eaves up.
        roll: the sheet.
        slope: of the plane [m].
    """
    positive("length of a roll", roll.length)
    if roll.side_lap >= roll.length:
        raise ValueRefused(
            "side lap", f"{roll.side_lap:g} m", f"less than the roll, {roll.length:g} m"
        )
    bounded("rolls", sum(runs) / max(roll.length - roll.side_lap, 1e-9), MOST_LINES)
    step = roll.width - roll.headlap
    opened, joints, laid, wasted, rest = 0, 0, 0.0, 0.0, 0.0
    starts: list[tuple[float, ...]] = []
    for run in runs:
        marks: list[float] = []
        done = 0.0
        while done < run - SLACK:
            if rest <= WORTH_KEEPING:
                wasted += rest
                rest, opened = roll.length, opened + 1
            lap = roll.side_lap if done > 0 else 0.0
            if lap:
                joints += 1
                marks.append(done)
            taken = min(rest, run - done + lap)
            laid += taken
            rest -= taken
            done += taken - lap
        starts.append(tuple(marks))
    left = rest if rest > WORTH_KEEPING else 0.0
    wasted += rest - left
    lines = tuple(min(k * step, max(0.0, slope - roll.width)) for k in range(len(runs)))
    return RollsLaid(len(runs), opened, joints, laid, left, wasted, lines, tuple(starts))
