# SPDX-License-Identifier: GPL-3.0-or-later
"""The order of work as parts of the results."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.graph.part import WHOLE, LongPart, Part, Progress
from glacis.core.graph.reader import Reader
from glacis.core.junctions.parts import PIECES
from glacis.core.model.fixings import Bond
from glacis.core.order.task import Link, Task
from glacis.core.quantities.parts import BILL, COST, COUNTED, trade_in
from glacis.core.shape.parts import SHAPE

if TYPE_CHECKING:
    from glacis.core.order.days import Calendar
    from glacis.core.order.planned import Plan, PlanRead
    from glacis.core.order.tasks import TasksRead
    from glacis.core.order.weather import Finish, FinishRead
    from glacis.core.weather.hours import WeatherYear


def _reads_tasks(reader: Reader, _subject: str) -> "TasksRead":
    from glacis.core.order.tasks import AreaTasks, TasksRead

    project = reader.project
    tested = frozenset(
        item.area for item in project.fixings if any(each.substrate for each in item.sets)
    )
    return TasksRead(
        tuple(AreaTasks(area, reader.value(COUNTED, area.id)) for area in project.areas),
        reader.value(BILL, WHOLE),
        reader.value(COST, WHOLE),
        trade_in(reader),
        tuple((piece.id, piece.kind) for piece in reader.value(PIECES, WHOLE)),
        project.quantities,
        project.order,
        tested,
        frozenset(item.area for item in project.fixings if item.sets),
        frozenset(
            f"{item.area}/{each.holds}"
            for item in project.fixings for each in item.sets if isinstance(each.way, Bond)
        ),
        frozenset(item.area for item in project.falls if item.outlets),
        frozenset(
            air.area for air in project.airs if any(vent.kind in ("ridge", "hip") for vent in air.vents)
        ),
    )  # fmt: skip


def _tasks(read: "TasksRead") -> tuple[Task, ...]:
    from glacis.core.order.tasks import tasks_of

    return tasks_of(read)


TASKS = Part("tasks", _reads_tasks, _tasks, lambda found: 700 * (1 + len(found)))
"""All tasks of the job."""


class LinksRead(Struct, frozen=True):
    """What links follow from: tasks, and pairs of areas of which water runs from the second on to the first.

    Attributes:
        tasks: of the job.
        below: pairs at a break of the slope.
        pours: pairs of which the second is a roof above the first, which is low.
    """

    tasks: tuple[Task, ...]
    below: tuple[tuple[str, str], ...]
    pours: tuple[tuple[str, str], ...]


def _reads_links(reader: Reader, _subject: str) -> LinksRead:
    from glacis.core.order.tags import FLAT

    shape = reader.value(SHAPE, WHOLE)
    below: set[tuple[str, str]] = set()
    for edge in shape.edges:
        if edge.kind in ("break", "seam") and edge.other:
            lower, upper = sorted((edge.area, edge.other), key=lambda name: reader.area(name).level)
            if reader.area(lower).level < reader.area(upper).level - 0.01:
                below.add((lower, upper))
    pours = {
        (piece.areas[0], piece.areas[1])
        for piece in reader.value(PIECES, WHOLE)
        if piece.kind == "upper-on-lower" and reader.area(piece.areas[0]).pitch < FLAT
    }
    return LinksRead(reader.value(TASKS, WHOLE), tuple(sorted(below)), tuple(sorted(pours)))


def _links(read: LinksRead) -> tuple[Link, ...]:
    from glacis.core.order.links import links_of

    return links_of(read.tasks, read.below, read.pours)


LINKS = Part("links of tasks", _reads_links, _links, lambda found: 300 * (1 + len(found)))
"""Which task comes before which, and why."""


def _reads_plan(reader: Reader, _subject: str) -> "PlanRead":
    from glacis.core.order.clocks import outer_materials
    from glacis.core.order.planned import PlanRead

    materials = tuple(
        (f"{area.id}/{item.layer.id}", material)
        for area in reader.project.areas
        for item, material in outer_materials(reader.value(COUNTED, area.id))
    )
    return PlanRead(
        reader.value(TASKS, WHOLE), reader.value(LINKS, WHOLE), reader.project.order, materials
    )


def _plan(read: "PlanRead") -> "Plan":
    from glacis.core.order.planned import plan_of

    return plan_of(read)


PLAN = Part("order of work", _reads_plan, _plan, lambda plan: 2000 * (1 + len(plan.tasks)))
"""The order of work with its days, floats, clocks and moves."""


class LostRead(Struct, frozen=True):
    """What lost shares of days follow from."""

    year: "WeatherYear"
    shift: tuple[float, float]
    calendar: "Calendar"
    days: int


def _reads_lost(reader: Reader, _subject: str) -> LostRead | None:
    from glacis.core.weather.parts import WEATHER

    plan = reader.value(PLAN, WHOLE)
    if plan.network is None or not plan.dated:
        return None
    stated = reader.project.order.calendar
    last = max(plan.network.length, *plan.crews, 0.0)
    year = reader.value(WEATHER, WHOLE).year
    return LostRead(year, (stated.start, stated.end), plan.calendar, int(last) + 2)


def _lost(read: LostRead | None) -> tuple[float, ...]:
    if read is None:
        return ()
    from glacis.core.order.weather import lost_days

    return lost_days(read.year, read.shift, read.calendar, read.days)


LOST = Part("days lost to weather", _reads_lost, _lost, lambda found: 100 * (1 + len(found)))
"""Share of each workday that general work outdoors loses by the year of record; empty without a first day."""


def _reads_finish(reader: Reader, _subject: str) -> "FinishRead | None":
    from glacis.core.order.planned import ties_of
    from glacis.core.order.weather import FinishRead
    from glacis.core.weather.parts import WEATHER

    plan = reader.value(PLAN, WHOLE)
    if plan.network is None or not plan.dated:
        return None
    stated = reader.project.order
    return FinishRead(
        plan.tasks, tuple(ties_of(plan.tasks, plan.links)), plan.network.earliest, plan.calendar,
        reader.value(WEATHER, WHOLE).year, (stated.calendar.start, stated.calendar.end), stated.seed,
    )  # fmt: skip


def _finish(read: "FinishRead | None", progress: Progress) -> "Finish | None":
    if read is None:
        return None
    from glacis.core.order.weather import finishes

    return finishes(read, progress)


FINISH: "LongPart[FinishRead | None, Finish | None]" = LongPart(
    "finishes drawn", _reads_finish, _finish
)
"""When the work is done, over drawn years; None where nobody said when it begins."""
