# SPDX-License-Identifier: GPL-3.0-or-later
"""The order of work as tables and as a calendar file."""

from collections.abc import Iterator

from glacis.core.model.days import day_text
from glacis.core.order.planned import Plan
from glacis.core.quantities.measures import told
from glacis.files.calendar_file import Event, calendar_of
from glacis.files.layers_csv import safe
from glacis.files.rows_csv import csv_of

Row = tuple[object, ...]
TASKS = (
    "id",
    "name",
    "areas",
    "trade",
    "people",
    "days_low",
    "days",
    "days_high",
    "start_day",
    "start",
    "end",
    "float_days",
    "critical",
    "crew_start",
    "hold_point",
    "fitted_from",
    "known",
    "caution",
)
LINKS = ("before", "after", "kind", "least_days", "longest_days", "strength", "rule", "reason")


def task_rows(plan: Plan) -> Iterator[Row]:
    """A row for every task, by its beginning."""
    network = plan.network
    for k, task in enumerate(plan.tasks):
        start = network.earliest[k] if network is not None else None
        end = start + task.days[1] if start is not None else None
        yield (
            safe(task.id), safe(told(task.name, "si")), safe(" ".join(task.areas)), task.trade, task.people,
            *(round(each, 3) for each in task.days), None if start is None else round(start, 3), _date(plan, start),
            _evening(plan, end), None if network is None else round(network.floats[k], 3),
            "yes" if network is not None and network.critical[k] else "no", round(plan.crews[k], 3),
            "yes" if task.hold else "no", task.fitted, "yes" if task.known else "no", safe(task.caution),
        )  # fmt: skip


def _date(plan: Plan, at: float | None) -> str:
    return day_text(plan.calendar.date(at)) if plan.dated and at is not None else ""


def _evening(plan: Plan, at: float | None) -> str:
    return day_text(plan.calendar.evening(at)) if plan.dated and at is not None else ""


def link_rows(plan: Plan) -> Iterator[Row]:
    """A row for every link."""
    for link in plan.links:
        yield (
            safe(link.before),
            safe(link.after),
            link.kind,
            link.least,
            link.longest,
            link.strength,
            link.rule or "by hand",
            safe(link.reason),
        )


def tasks_csv(plan: Plan) -> str:
    """All tasks."""
    return csv_of(TASKS, task_rows(plan))


def links_csv(plan: Plan) -> str:
    """All links, with their reasons."""
    return csv_of(LINKS, link_rows(plan))


def calendar_ics(plan: Plan, name: str) -> str:
    """Hold points and last days of clocks as a calendar (RFC 5545).

    It has no events where nobody said when work begins.
    """
    return calendar_of(name, "Order of work", _events(plan))


def _events(plan: Plan) -> Iterator[Event]:
    if not plan.dated or plan.network is None:
        return
    names = {task.id: told(task.name, "si") for task in plan.tasks}
    for k, task in enumerate(plan.tasks):
        if task.hold:
            day = day_text(plan.calendar.date(plan.network.earliest[k]))
            yield (
                f"hold/{task.id}",
                day,
                f"Hold point: {names[task.id]}",
                task.caution or "Signed before anybody goes on.",
            )
    for clock in plan.clocks:
        words = f"Last day to cover: {names[clock.task]}"
        yield (
            f"clock/{clock.task}",
            day_text(clock.last),
            words,
            f"{clock.item}, {clock.limit:g} days, {clock.source}",
        )
