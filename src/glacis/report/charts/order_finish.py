# SPDX-License-Identifier: GPL-3.0-or-later
"""When the work is done over drawn years, and how much of a shift each month leaves."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.climate.year import MONTH_NAMES
from glacis.core.model.days import day_text
from glacis.core.order.days import Calendar
from glacis.core.order.weather import Finish
from glacis.report.scene import CUT, DIMENSION, FACE, Item, Line, Patch, Scene, Size, Text, box

LABEL = 12.0


class FinishView(Struct, frozen=True):
    """What is drawn: drawn finishes, and the calendar they lie in."""

    finish: Finish
    calendar: Calendar


def finish_scene(view: FinishView, size: Size) -> Scene:
    """The range of finishes above, shares of the shift by month below."""
    return Scene(*size, (*_range(view, size), *_months(view, size)))


def _range(view: FinishView, size: Size) -> Iterator[Item]:
    finish = view.finish
    left, right, y = 60.0, size[0] - 60, 96.0
    low, high = finish.still, max(finish.p90, finish.still + 1.0)
    room = (high - low) * 0.08
    scale = (right - left) / (high - low + 2 * room)

    def x(at: float) -> float:
        return left + (at - low + room) * scale

    yield Text(
        16,
        24,
        f"done by, over {finish.runs} years drawn from the site's hours",
        13,
        "ink",
        "start",
        "semibold",
    )
    if finish.narrow:
        yield Text(
            16, 42, "One year of record stands for all: the spread is too narrow.", LABEL, "mind"
        )
    yield Line((left, y, right, y), "second", FACE)
    yield Patch(box(x(finish.p10), y - 12, x(finish.p90), y + 12), "copper:1", "ink", DIMENSION)
    yield Patch(box(x(finish.p50), y - 12, x(finish.p80), y + 12), "copper:3", "ink", DIMENSION)
    rows = (
        ("without weather", finish.still),
        ("P10", finish.p10),
        ("P50", finish.p50),
        ("P80", finish.p80),
        ("P90", finish.p90),
    )
    for at in (finish.still, finish.p50, finish.p80):
        yield Line((x(at), y - 18, x(at), y + 18), "ink", CUT)
    wide = (size[0] - 32) / len(rows)
    for number, (words, at) in enumerate(rows):
        left_of = 16 + number * wide
        yield Text(left_of, y + 48, words, LABEL, "second")
        yield Text(
            left_of, y + 66, day_text(view.calendar.evening(at)), 13, "ink", "start", "semibold"
        )
        yield Text(left_of, y + 83, f"{at:.1f} workdays", LABEL, "second")
    yield Text(
        16,
        y + 106,
        f"P50 is known to ±{2 * finish.error:.1f} days; seed {finish.seed}",
        LABEL,
        "second",
    )


def _months(view: FinishView, size: Size) -> Iterator[Item]:
    top = 250.0
    base = min(size[1] - 34, top + 170.0)
    if base - top < 40:
        return
    yield Text(16, top - 14, "share of a shift that general work outdoors can use", LABEL, "second")
    wide = (size[0] - 40) / 12
    for month, share in enumerate(view.finish.shares):
        x = 20 + month * wide
        tall = (base - top) * share
        yield Patch(box(x + 4, base - tall, x + wide - 4, base), "copper:2", "ink", DIMENSION)
        yield Text(x + wide / 2, base + 17, MONTH_NAMES[month][:3], LABEL, "second", "middle")
        yield Text(x + wide / 2, base - tall - 5, f"{100 * share:.0f}", LABEL, "ink", "middle")
    yield Line((20, base, size[0] - 20, base), "ink", FACE)
