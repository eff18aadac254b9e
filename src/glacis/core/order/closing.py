# SPDX-License-Identifier: GPL-3.0-or-later
"""When an area is closed in, and with what water, as Moisture takes it over."""

from collections.abc import Collection, Sequence

from msgspec import Struct

from glacis.core.hourly.change import change_hourly, hourly_in
from glacis.core.model.days import day_text
from glacis.core.model.document import Project
from glacis.core.order.planned import Plan

RAINED_ON = "in rain"
"""How clocks end that run while something takes up rain; by the table of clocks."""


class Closing(Struct, frozen=True):
    """How an area is closed in.

    Attributes:
        area: id of it.
        day: on which a layer that sheds water lies, as year-month-day.
        month: of it, January 1.
        wet: whether what lies below has to be taken as wet.
        why: it is, or that it is not.
    """

    area: str
    day: str
    month: int
    wet: bool
    why: str


def closing_of(
    plan: Plan, starts: Sequence[float], area: str, signed: Collection[str]
) -> Closing | None:
    """When and how an area is closed in; None without a first day, or where nothing closes it.

    Args:
        plan: the order of work.
        starts: of its tasks [workdays].
        area: id of the area.
        signed: ids of hold points that are signed.
    """
    ends = [
        start + task.days[1] for task, start in zip(plan.tasks, starts, strict=True)
        if task.water == "closes" and task.areas == (area,)
    ]  # fmt: skip
    if not plan.dated or plan.network is None or not ends:
        return None
    day = day_text(plan.calendar.evening(min(ends)))
    unread = f"{area}/deck-dry"
    soaked = [
        clock.item for clock in plan.clocks
        if clock.broken and clock.item.endswith(RAINED_ON) and clock.task.startswith(f"{area}/")
    ]  # fmt: skip
    if plan.task(unread) is not None and unread not in signed:
        why = "nobody has signed that the deck is dry"
    elif soaked:
        why = f"{soaked[0]}: it lies open too long"
    else:
        return Closing(area, day, int(day[5:7]), False, "nothing below lies open too long")
    return Closing(area, day, int(day[5:7]), True, why)


def handed(project: Project, closing: Closing) -> bool:
    """Whether Moisture takes the area as closed so."""
    stated = hourly_in(project, closing.area)
    return (stated.start, stated.wet_start) == (closing.month, closing.wet)


def hand_closing(project: Project, closing: Closing) -> Project:
    """Let Moisture take the area as closed in then, wet or dry."""
    return change_hourly(project, closing.area, start=closing.month, wet_start=closing.wet)
