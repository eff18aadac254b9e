# SPDX-License-Identifier: GPL-3.0-or-later
"""Tasks shared out among crews: least float first; good, and not the best there is."""

from collections import defaultdict
from collections.abc import Sequence

from glacis.core.model.order import Order
from glacis.core.order.days import Calendar
from glacis.core.order.network import NEAR, Network, Tie
from glacis.core.order.task import Task

FREE = ("wait", "decide")
"""Kinds of task that keep nobody busy; by definition."""


def levelled(
    tasks: Sequence[Task], ties: Sequence[Tie], network: Network, order: Order, calendar: Calendar
) -> tuple[float, ...]:
    """Starts where no trade does more at once than it has people for [workdays]; trades without a crew are free.

    List scheduling: of what may begin, the least float first. Longest waits are not held by it: clocks tell.
    """
    capacity = {crew.trade: crew.people for crew in order.crews}
    before: dict[int, list[Tie]] = defaultdict(list)
    for tie in ties:
        before[tie.after].append(tie)
    floats = network.floats
    start: dict[int, float] = {}
    busy: dict[str, list[tuple[float, float, int]]] = defaultdict(list)
    left = set(range(len(tasks)))
    while left:
        ready = [k for k in left if all(tie.before in start for tie in before[k])]
        if (
            not ready
        ):  # courses that interleave wait for each other: the earliest by the network goes on
            ready = [min(left, key=lambda k: network.earliest[k])]
        k = min(ready, key=lambda k: (round(network.earliest[k], 6), floats[k], k))
        moment = max(
            (_from(tie, start, tasks, calendar, k) for tie in before[k] if tie.before in start),
            default=0.0,
        )
        task = tasks[k]
        most = capacity.get(task.trade)
        if most is not None and task.kind not in FREE:
            moment = _free_at(
                busy[task.trade], max(moment, 0.0), task.days[1], min(task.people, most), most
            )
            busy[task.trade].append((moment, moment + task.days[1], min(task.people, most)))
        start[k] = max(0.0, moment)
        left.remove(k)
    return tuple(start[k] for k in range(len(tasks)))


def _from(
    tie: Tie, start: dict[int, float], tasks: Sequence[Task], calendar: Calendar, after: int
) -> float:
    moment = start[tie.before] + (0.0 if tie.kind == "ss" else tasks[tie.before].days[1])
    moment = calendar.after(moment, tie.least) if tie.elapsed and tie.least else moment + tie.least
    return moment - tasks[after].days[1] if tie.kind == "ff" else moment


def _free_at(
    busy: list[tuple[float, float, int]], moment: float, days: float, people: int, most: int
) -> float:
    """The first moment from which so many people are free for so long."""
    moments = sorted({moment, *(end for _, end, _ in busy if end > moment + NEAR)})
    for at in moments:
        edges = [at, *(begin for begin, _, _ in busy if at < begin < at + days)]
        if all(
            sum(n for begin, end, n in busy if begin <= edge + NEAR < end) + people <= most
            for edge in edges
        ):
            return at
    return moments[-1]
