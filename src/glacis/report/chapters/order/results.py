# SPDX-License-Identifier: GPL-3.0-or-later
"""Tasks, links and clocks in the results."""

from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE
from glacis.core.order.parts import PLAN
from glacis.core.order.planned import Plan
from glacis.core.quantities.measures import told
from glacis.report.offers import Key, Section


def _tasks(plan: Plan) -> list[dict[str, Any]]:
    network = plan.network
    return [
        {
            "id": task.id, "name": told(task.name, "si"), "place": list(task.areas), "trade": task.trade,
            "people": task.people, "start_day": network.earliest[k] if network is not None else None,
            "days": task.days[1], "days_low": task.days[0], "days_high": task.days[2],
            "float_days": network.floats[k] if network is not None else None,
            "critical": network.critical[k] if network is not None else None, "crew_start_day": plan.crews[k],
            "hold_point": task.hold, "fitted_from": task.fitted, "known": task.known,
        }
        for k, task in enumerate(plan.tasks)
    ]  # fmt: skip


def _project(results: Results, _subject: str) -> dict[str, Any]:
    plan = results.value(PLAN, WHOLE)
    return {
        "tasks": _tasks(plan),
        "links": [
            {
                "before": link.before, "after": link.after, "kind": link.kind, "least_days": link.least,
                "longest_days": link.longest, "rule": link.rule, "reason": link.reason, "strength": link.strength,
            }
            for link in plan.links
        ],
        "clocks": [
            {
                "task": clock.task, "cover": clock.cover, "kind": clock.item, "limit": clock.limit, "used": clock.used,
                "broken": clock.broken, "source": clock.source,
            }
            for clock in plan.clocks
        ],
        "order": {
            "workdays": plan.network.length if plan.network is not None else None, "circle": list(plan.circle),
            "moves_lost": [f"{move.before} > {move.after}" for move in plan.lost],
            "gave_way": [link.name for link in plan.given],
        },
    }  # fmt: skip


ORDER_SECTION = Section(
    "project",
    (
        Key(("tasks",), "", "what is done, by its beginning, below"),
        Key(("links",), "", "which task comes before which, and why, below"),
        Key(("clocks",), "", "how long what is laid lies open against its limit [days], below"),
        Key(
            ("order",),
            "",
            "workdays of the whole, contradictions, moves that no longer fit, links that gave way",
        ),
    ),
    _project,
    more="""## Order of work

`tasks`: `id`, `name`, `place` (ids of areas), `trade`, `people`, `start_day` (earliest, workdays from the first),
`days` with `days_low` and `days_high`, `float_days`, `critical`, `crew_start_day` (once crews are shared out),
`hold_point`, `fitted_from` (`above`, `below`, `inside`), `known` (whether its rate is).

`links`: `before`, `after`, `kind` (`fs`, `ss`, `ff`), `least_days`, `longest_days`, `rule` (0 for a move by hand),
`reason`, `strength` (`hard`, `firm`, `wish`).

`clocks`: `task`, `cover`, `kind`, `limit` and `used` [days], `broken`, `source`.
""",
)
