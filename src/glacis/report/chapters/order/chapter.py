# SPDX-License-Identifier: GPL-3.0-or-later
"""The order of work in the report: timeline, tasks, clocks, hold points, moves."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.graph.part import WHOLE
from glacis.core.graph.reader import Reader
from glacis.core.model.days import day_text
from glacis.core.model.order import Order
from glacis.core.order.parts import PLAN
from glacis.core.order.planned import Plan
from glacis.core.quantities.measures import told
from glacis.core.units.quantities import System
from glacis.report.blocks import Block, Blocks, NewPage, Picture, Words, words_grid
from glacis.report.charts.order_timeline import FOOT as TIMELINE_FOOT
from glacis.report.charts.order_timeline import HEAD, ROW, TimelineView, timeline_scene

A_PAGE = 34
"""Rows of the timeline on a page; our judgement: as many as are read without losing the line."""
CAUTION = (
    "Derived from layers, laps, edges and clocks; the site, the products' papers and local rules "
    "outrank it. Edge protection "
    "before anybody goes up; permits before flames; hold points are signed before anybody goes on. "
    "General rates and clocks "
    "stand wherever nobody stated others."
)


class OrderChapter(Struct, frozen=True):
    """What the chapter says."""

    plan: Plan
    order: Order
    names: tuple[tuple[str, str], ...]
    units: System


def reads(reader: Reader, _subject: str) -> OrderChapter | None:
    """What the chapter depends on; None where nothing is stated about the order of work."""
    project = reader.project
    if project.order == Order():
        return None
    names = tuple((area.id, area.name) for area in project.areas)
    return OrderChapter(reader.value(PLAN, WHOLE), project.order, names, project.units)


def blocks(read: OrderChapter | None) -> Blocks:
    """The chapter."""
    if read is None:
        return ()
    return (
        NewPage(),
        Words("Order of work", "heading"),
        *_timeline(read),
        *_clocks(read),
        *_moves(read),
        Words(CAUTION, "small"),
    )


def _timeline(read: OrderChapter) -> Iterator[Block]:
    plan, names = read.plan, dict(read.names)
    if plan.network is None:
        circle = ", ".join(plan.circle)
        yield Words(f"These tasks wait for each other in a circle: {circle}.")
        return
    last = plan.calendar.evening(plan.network.length)
    done = f", from {read.order.begins} done {day_text(last)}" if plan.dated else ""
    yield Words(f"{len(plan.tasks)} tasks, {plan.network.length:.1f} workdays{done}.")
    for first in range(0, len(plan.tasks), A_PAGE):
        rows = min(A_PAGE, len(plan.tasks) - first)
        size = 760.0, HEAD + TIMELINE_FOOT + ROW * rows + 2
        yield Picture(timeline_scene(TimelineView(plan, (), names, read.units, first=first), size))
    held = [task for task in plan.tasks if task.hold]
    signed = {each.task: each for each in read.order.signed}
    if held:
        rows_of: list[tuple[str, ...]] = [("hold point", "where", "signed")]
        for task in held:
            mine = signed.get(task.id)
            where = ", ".join(names.get(area, area) for area in task.areas)
            rows_of.append(
                (told(task.name, read.units), where, f"{mine.who}, {mine.date}" if mine else "open")
            )
        yield words_grid(rows_of, (2, 2, 1.4), 3)


def _clocks(read: OrderChapter) -> Iterator[Block]:
    names = {task.id: told(task.name, read.units) for task in read.plan.tasks}
    areas = {
        task.id: ", ".join(dict(read.names).get(a, a) for a in task.areas)
        for task in read.plan.tasks
    }
    if not read.plan.clocks:
        return
    yield Words("Clocks", "sub")
    rows: list[tuple[str, ...]] = [("lies open", "where", "used", "limit", "source")]
    for clock in read.plan.clocks:
        rows.append((
            names[clock.task], areas[clock.task], f"{clock.used:.1f} d{' – RUNS OUT' if clock.broken else ''}",
            f"{clock.limit:g} d", clock.source,
        ))  # fmt: skip
    yield words_grid(rows, (2, 1.8, 1.2, 0.8, 1.4), 2)


def _moves(read: OrderChapter) -> Iterator[Block]:
    names = {task.id: told(task.name, read.units) for task in read.plan.tasks}
    for move in read.order.moves:
        pair = f"{names.get(move.before, move.before)} before {names.get(move.after, move.after)}"
        if move in read.plan.lost:
            yield Words(f"Moved by hand, and no longer fits: {pair}.")
        elif move.reason:
            yield Words(f"Moved by decision of {move.who}, {move.date}: {pair}. {move.reason}")
        else:
            yield Words(f"Moved by hand: {pair}.")
