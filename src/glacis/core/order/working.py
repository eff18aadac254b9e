# SPDX-License-Identifier: GPL-3.0-or-later
"""How the days of a task come about, and how much may be opened today."""

from collections.abc import Sequence

from glacis.core.model.order import Order, Tonight
from glacis.core.order.planned import Plan
from glacis.core.order.task import Task
from glacis.core.order.tonight import Closed
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in

DAYS, HOURS, L = Quantity.FACTOR, Quantity.WORK_HOURS, Quantity.LENGTH
NETWORK = "critical path method: relaxation over all links (Bellman 1958, Ford 1956)"
TASK_ASSUMED = (
    "Durations are work over rates; general rates until the firm's own are stated. A visit takes a quarter of a day at "
    "least.",
    "Starts are the earliest that all links allow; crews are shared out apart from that, least float "
    "first, not at best.",
    "Waits that run in calendar days run on days without work too.",
)
TONIGHT_ASSUMED = (
    "Waits for primers are not divided by people.",
    "A forecast is no promise: cover for the whole bay lies ready, and nothing is opened after the hour told.",
)


def task_working(task: Task, plan: Plan, order: Order) -> Working:
    """The steps behind the days of a task."""
    shift = order.calendar.hours
    days = task.days[1]
    hours = days * task.people * shift
    divided = put_in("{}/({} × {})", (hours, task.people, shift), days, DAYS)
    steps = [
        Step(
            "t",
            "hours of work",
            "",
            hours,
            HOURS,
            note="" if task.known else "nobody knows its rate",
        ),
        Step("d", "t/(people × shift)", divided, days, DAYS),
        Step("d_low", "at the high rate", "", task.days[0], DAYS),
        Step("d_high", "at the low rate", "", task.days[2], DAYS),
    ]
    if plan.network is not None:
        k = plan.at(task.id)
        early, late = plan.network.earliest[k], plan.network.latest[k]
        slack = put_in("{} - {}", (late, early), late - early, DAYS)
        steps += [
            Step("ES", "earliest start", "", early, DAYS, NETWORK),
            Step("LS", "latest start that delays nothing", "", late, DAYS, NETWORK),
            Step("float", "LS − ES", slack, late - early, DAYS),
            Step("crew", "start once crews are shared out", "", plan.crews[k], DAYS),
        ]
    return Working("Days of a task", tuple(steps), TASK_ASSUMED)


def tonight_working(stated: Tonight, rates: Sequence[float], closed: Closed) -> Working:
    """The steps behind how much may be opened today."""
    slow = stated.width * sum(1 / rate for rate in rates) + stated.sides * stated.edge
    values = (closed.ends, stated.start, stated.setup, stated.breaks, stated.check, stated.wait)
    left = put_in("{} - {} - {} - {} - {} - {}", values, closed.hours, HOURS)
    fixed = (stated.people, closed.hours, stated.edge, stated.width, slow)
    advance = put_in("({} × {} - {} × {})/{}", fixed, closed.exact, L)
    steps = (
        Step("end", "min(shift, dusk, rain − buffer)", "", closed.ends, HOURS),
        Step("H", "end − start − set-up − breaks − check − waits", left, closed.hours, HOURS),
        Step("s", "w Σ 1/r + k t_e", "", slow, DAYS, note="hours by the metre of advance"),
        Step("x", "(people H − t_e w)/s", advance, closed.exact, L),
        Step("bay", "cut to the module, no more than cover in stock", "", closed.advance, L),
    )
    return Working("Closed by tonight", steps, TONIGHT_ASSUMED)
