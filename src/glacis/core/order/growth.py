# SPDX-License-Identifier: GPL-3.0-or-later
"""How far the roof has grown at a moment of the work: layer by layer, area by area."""

from collections.abc import Sequence
from typing import Literal

from glacis.core.order.planned import Plan
from glacis.core.order.task import Task

Laid = Literal["to come", "at work", "laid"]
Stage = Literal["untouched", "begun", "tight", "done"]
NEAR = 1e-9
"""Moments nearer than this are one [workdays]; by definition of rounding."""


def at_work(plan: Plan, starts: Sequence[float], at: float) -> tuple[Task, ...]:
    """Tasks that are going on, waits among them.

    Args:
        plan: the order of work.
        starts: of its tasks, as early as can be or as crews get to them [workdays].
        at: the moment [workdays].
    """
    return tuple(
        task
        for task, start in zip(plan.tasks, starts, strict=True)
        if _state(task, start, at) == "at work"
    )


def _state(task: Task, start: float, at: float) -> Laid:
    if at + NEAR < start:
        return "to come"
    return "laid" if at + NEAR >= start + task.days[1] else "at work"


def layers_at(
    plan: Plan, starts: Sequence[float], area: str, layers: Sequence[str], at: float
) -> tuple[Laid, ...]:
    """How far each layer of an area is.

    What nobody lays by itself, air or the boards of a panel, is there with what is laid next to it, outward first.

    Args:
        plan: the order of work.
        starts: of its tasks [workdays].
        area: id of the area.
        layers: ids of its layers from inside.
        at: the moment [workdays].
    """
    known = {
        task.layer: _state(task, start, at)
        for task, start in zip(plan.tasks, starts, strict=True)
        if task.layer and task.areas == (area,) and not task.id.endswith("#frame")
    }
    found: list[Laid] = []
    for number, layer in enumerate(layers):
        near = (layer, *layers[number + 1 :], *reversed(layers[:number]))
        found.append(next((known[each] for each in near if each in known), "laid"))
    return tuple(found)


def area_at(plan: Plan, starts: Sequence[float], area: str, at: float) -> Stage:
    """How far an area is: untouched, begun, tight once a layer that sheds water lies, done.

    Args:
        plan: the order of work.
        starts: of its tasks [workdays].
        area: id of the area.
        at: the moment [workdays].
    """
    mine = [
        (task, _state(task, start, at))
        for task, start in zip(plan.tasks, starts, strict=True)
        if area in task.areas and len(task.areas) <= 2 and task.kind not in ("decide", "wait")
    ]
    if all(state == "laid" for _, state in mine):
        return "done"
    if any(state == "laid" and task.water == "closes" for task, state in mine):
        return "tight"
    return "untouched" if all(state == "to come" for _, state in mine) else "begun"
