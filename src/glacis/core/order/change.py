# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to what is stated about the order of work, each a function from one document to another."""

from typing import Any

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project
from glacis.core.model.order import ClockLimit, Crew, Lasts, Move, Signed
from glacis.core.model.sound_order import check_order
from glacis.core.order.moves import Wished
from glacis.core.order.task import Link


class MoveRefused(ValueRefused):
    """A wish that hard links forbid, with the path that does."""

    def __init__(self, path: tuple[Link, ...]) -> None:
        self.path = path
        steps = "; ".join(f"{link.before} before {link.after}: {link.reason}" for link in path)
        super().__init__(
            "order of two tasks", "it cannot be built so", f"an order that keeps: {steps}"
        )


def state_order(project: Project, **values: Any) -> Project:
    """State something about the order of work otherwise.

    Raises:
        ValueRefused: for what cannot be.
    """
    stated = replace(project.order, **values)
    check_order(stated)
    return replace(project, order=stated)


def state_calendar(project: Project, **values: Any) -> Project:
    """State the calendar otherwise."""
    return state_order(project, calendar=replace(project.order.calendar, **values))


def state_tonight(project: Project, **values: Any) -> Project:
    """State otherwise by what is reckoned how much may be opened today."""
    return state_order(project, tonight=replace(project.order.tonight, **values))


def put_crew(project: Project, crew: Crew) -> Project:
    """State how many people of a trade are there."""
    kept = tuple(item for item in project.order.crews if item.trade != crew.trade)
    return state_order(project, crews=(*kept, crew))


def move_task(project: Project, found: Wished, move: Move) -> Project:
    """Put one task before another.

    Args:
        project: the document.
        found: what becomes of the wish.
        move: with the decision where something has to give way.

    Raises:
        MoveRefused: where hard links forbid it.
        ValueRefused: where firm links have to give way and nobody decided so.
    """
    if found.verdict == "refused":
        raise MoveRefused(found.path)
    ways = tuple(link.name for link in found.gives_way)
    if ways and not (move.reason.strip() and move.who.strip()):
        raise ValueRefused(
            "decision",
            "nobody's name or no reason",
            "who decides that these links give way, and why",
        )
    kept = tuple(
        item
        for item in project.order.moves
        if (item.before, item.after) != (move.before, move.after)
    )
    return state_order(project, moves=(*kept, replace(move, gives_way=ways)))


def drop_move(project: Project, before: str, after: str) -> Project:
    """Take a move back."""
    kept = tuple(
        item for item in project.order.moves if (item.before, item.after) != (before, after)
    )
    return state_order(project, moves=kept)


def lasts(project: Project, task: str, days: float, reason: str) -> Project:
    """State how many days a task takes.

    Raises:
        ValueRefused: without a reason.
    """
    kept = tuple(item for item in project.order.lasts if item.task != task)
    return state_order(project, lasts=(*kept, Lasts(task=task, days=days, reason=reason)))


def lasts_as_derived(project: Project, task: str) -> Project:
    """Let the days of a task be derived again."""
    return state_order(
        project, lasts=tuple(item for item in project.order.lasts if item.task != task)
    )


def limit_clock(project: Project, limit: ClockLimit) -> Project:
    """State a product's own limit.

    Raises:
        ValueRefused: without a source.
    """
    kept = tuple(item for item in project.order.clocks if item.item != limit.item)
    return state_order(project, clocks=(*kept, limit))


def sign(project: Project, signed: Signed) -> Project:
    """Sign a hold point.

    Raises:
        ValueRefused: without a name or date.
    """
    kept = tuple(item for item in project.order.signed if item.task != signed.task)
    return state_order(project, signed=(*kept, signed))
