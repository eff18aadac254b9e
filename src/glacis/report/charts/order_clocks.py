# SPDX-License-Identifier: GPL-3.0-or-later
"""Clocks against their limits, hold points, and the bay that is closed by tonight."""

from collections.abc import Iterator, Sequence

from msgspec import Struct

from glacis.core.model.days import day_text
from glacis.core.model.document import RoofArea
from glacis.core.order.bays import Bay
from glacis.core.order.clocks import Clock
from glacis.core.order.planned import Plan
from glacis.core.order.tonight import Closed
from glacis.core.quantities.measures import told
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.fixing_marks import fit_of, flat
from glacis.report.plan import scale_bar
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
)

LABEL = 12.0
ROW = 22.0
HEAD = 34.0


class ClocksView(Struct, frozen=True):
    """What is drawn: the plan, names of areas, units, the task in the hand, the first row."""

    plan: Plan
    names: dict[str, str]
    system: System
    task: str = ""
    first: int = 0
    crews: bool = False


def in_order(clocks: Sequence[Clock]) -> list[Clock]:
    """Those nearest to running out first."""
    return sorted(clocks, key=lambda c: (not c.broken, c.limit - c.used, c.task))


def fitting(height: float) -> int:
    """How many rows a height holds."""
    return max(1, int((height - HEAD - 24) / ROW))


def clocks_scene(view: ClocksView, size: Size) -> Scene:
    """Every exposure: used in ink, limit as its frame."""
    items: list[Item] = [
        Text(10, 22, "lies open until it is covered", LABEL, "second"),
        Text(size[0] - 12, 22, "used of limit, days", LABEL, "second", "end"),
        Line((10, HEAD - 4, size[0] - 10, HEAD - 4), "second", DIMENSION),
    ]
    hot: list[Hot] = []
    clocks = in_order(view.plan.crew_clocks if view.crews else view.plan.clocks)
    most = max((max(c.limit, c.used) for c in clocks), default=1.0) or 1.0
    y = HEAD
    rows = fitting(size[1])
    first = max(0, min(view.first, len(clocks) - rows))
    for clock in clocks[first : first + rows]:
        items += _row(view, clock, most, y, size[0])
        last = f"last day {day_text(clock.last)}" if view.plan.dated else ""
        hint = f"{clock.item}: {clock.source}\n{last}".strip()
        hot.append(Hot("task", clock.task, (0, y, size[0], y + ROW), hint))
        y += ROW
    if not clocks:
        items.append(Text(10, HEAD + 20, "Nothing here runs out.", LABEL, "second"))
    return Scene(*size, tuple(items), tuple(hot))


def _row(view: ClocksView, clock: Clock, most: float, y: float, width: float) -> Iterator[Item]:
    """One exposure: days used in ink inside the frame of its limit, both by their square roots."""
    left, right = width * 0.46, width - 108
    task = view.plan.tasks[view.plan.at(clock.task)]
    if clock.task == view.task:
        yield Patch(box(0, y, width, y + ROW), "wash", "", 0.0)
    where = ", ".join(view.names.get(area, area) for area in task.areas)
    name = shorten(f"{told(task.name, view.system)}, {where}", left - 24, LABEL)
    yield Text(10, y + 15, name, LABEL, "ink")
    scale = (right - left) / most**0.5
    frame, used = clock.limit**0.5 * scale, clock.used**0.5 * scale
    if frame > 1:
        yield Patch(box(left, y + 5, left + frame, y + ROW - 5), "bench", "second", FACE)
    if used > 0.5:
        ink = "stop" if clock.broken else "copper:3"
        yield Patch(box(left, y + 7, left + used, y + ROW - 7), ink, "ink", DIMENSION)
    words = f"{clock.used:.1f} of {clock.limit:g}"
    yield Text(
        width - 12, y + 15, words, LABEL, "stop" if clock.broken else "ink", "end", "semibold"
    )


MOST_NUMBERED = 60
"""Bays that bear their number; our judgement: more of them cannot be read."""


class TonightView(Struct, frozen=True):
    """What is drawn: the area, what may be opened, its bays, units."""

    area: RoofArea
    closed: Closed
    bays: tuple[Bay, ...]
    system: System


def clock_words(hour: float) -> str:
    """An hour of the day.

    >>> clock_words(13.75)
    '13:45'
    """
    minutes = round(hour * 60)
    return f"{minutes // 60 % 24}:{minutes % 60:02d}"


def tonight_scene(view: TonightView, size: Size) -> Scene:
    """The bay on the plan, and the figures beside it."""
    return Scene(*size, tuple(_tonight(view, size)))


def _tonight(view: TonightView, size: Size) -> Iterator[Item]:
    frame = (14.0, 14.0, max(size[0] - 300, 120.0), size[1] - 40)
    fit = fit_of(view.area.outline, frame)
    yield Patch(flat(fit, view.area.outline), "bench", "ink", CUT)
    for hole in view.area.holes:
        yield Patch(flat(fit, hole.outline), "kerb", "second", DIMENSION)
    closed = view.closed
    for bay in view.bays:
        for ring in bay.rings:
            fill, ink, stroke = (
                ("copper:2", "stop", CUT) if bay.number == 1 else ("", "second", DIMENSION)
            )
            yield Patch(flat(fit, ring), fill, ink, stroke)
    for bay in view.bays[:MOST_NUMBERED]:
        xs, ys = zip(*bay.rings[0], strict=True)
        x, y = fit.point((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2)
        yield Text(x, y + 4, str(bay.number), 11, "ink", "middle")
    yield from scale_bar(fit, size, view.system)
    left, y = size[0] - 278, 40.0
    for words, figure in _rows(view):
        yield Text(left, y, words, LABEL, "second")
        yield Text(size[0] - 14, y, figure, LABEL, "ink", "end", "semibold")
        y += 22
    if closed.advance <= 0:
        yield Text(left, y + 6, "Nothing can be opened and closed today.", LABEL, "stop")


def _rows(view: TonightView) -> Iterator[tuple[str, str]]:
    closed, system = view.closed, view.system
    yield "hours for the work", f"{closed.hours:.1f}"
    yield "advance", with_unit(closed.advance, Quantity.LENGTH, system)
    yield "bay", with_unit(closed.area, Quantity.AREA, system)
    yield "stop opening at", clock_words(closed.stop)
    yield "closed by", clock_words(closed.ends)
    yield "edge to seal", with_unit(closed.seal, Quantity.LENGTH, system)
    yield "limited by", closed.limit
    if view.bays:
        yield "bays, one a day", str(len(view.bays))
