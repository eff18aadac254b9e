# SPDX-License-Identifier: GPL-3.0-or-later
"""The plan: tasks with their days, floats and clocks, what was moved, and what no longer fits."""

from collections.abc import Iterable, Sequence

from msgspec import Struct

from glacis.core.model.document import Material
from glacis.core.model.order import Move, Order
from glacis.core.order.clocks import Clock, clocks_of
from glacis.core.order.crews import levelled
from glacis.core.order.days import Calendar, calendar_of
from glacis.core.order.moves import Wished, wished
from glacis.core.order.network import Contradiction, Network, Tie, relaxed
from glacis.core.order.task import Link, Task


class PlanRead(Struct, frozen=True):
    """What the plan follows from.

    Attributes:
        tasks: of the job.
        links: between them, as derived.
        order: what is stated.
        materials: of layers, by the id of their task.
    """

    tasks: tuple[Task, ...]
    links: tuple[Link, ...]
    order: Order
    materials: tuple[tuple[str, Material], ...]


class Plan(Struct, frozen=True):
    """The order of work.

    Attributes:
        tasks: by their earliest beginning.
        links: that hold, moves among them.
        given: links that gave way to a decision.
        network: in the order of the tasks; None where links contradict each other.
        crews: starts once crews are shared out, in the order of the tasks [workdays].
        calendar: of the site.
        dated: whether somebody said when it begins.
        clocks: exposures, everything as early as can be.
        crew_clocks: exposures as crews get to it.
        lost: moves that no longer fit the roof.
        circle: tasks that wait for each other; empty for none.
    """

    tasks: tuple[Task, ...]
    links: tuple[Link, ...]
    given: tuple[Link, ...]
    network: Network | None
    crews: tuple[float, ...]
    calendar: Calendar
    dated: bool
    clocks: tuple[Clock, ...]
    crew_clocks: tuple[Clock, ...]
    lost: tuple[Move, ...]
    circle: tuple[str, ...]

    def task(self, ident: str) -> Task | None:
        """A task by its id."""
        return next((task for task in self.tasks if task.id == ident), None)

    def at(self, ident: str) -> int:
        """Its place among the tasks."""
        return next(k for k, task in enumerate(self.tasks) if task.id == ident)


def wish_in(plan: Plan, before: str, after: str) -> Wished:
    """What becomes of ``before`` being done before ``after``, waits of all tasks kept.

    Where waits would contradict each other, firm links among those in the circle give way too.
    """
    found = wished(plan.links, before, after)
    if found.verdict == "refused":
        return found
    gives = list(found.gives_way)
    days = [task.days[1] for task in plan.tasks]
    while True:
        links, _ = _moved(
            plan.links, {link.name for link in gives}, Move(before=before, after=after)
        )
        try:
            relaxed(days, ties_of(plan.tasks, links), plan.calendar)
        except Contradiction as contradiction:
            circle = {plan.tasks[k].id for k in contradiction.circle}
            among = [link for link in links if {link.before, link.after} <= circle and link.rule]
            freed = next((x for x in among if x.strength == "firm" and x.longest is not None), None)
            if freed is None:
                return Wished("refused", path=tuple(among))
            gives.append(freed)
            continue
        return Wished("decide" if gives else "free", gives_way=tuple(gives))


def _moved(links: Iterable[Link], ways: set[str], move: Move) -> tuple[list[Link], list[Link]]:
    """Links with one moved by hand, and those that gave way to it."""
    turned = f"{move.after} > {move.before}"
    kept, given = [], []
    for link in links:
        if link.name in ways and link.strength != "hard":
            given.append(link)
        elif not (link.strength == "wish" and link.name == turned):
            kept.append(link)
    words = move.reason or "moved by hand"
    kept.append(Link(move.before, move.after, "fs", 0.0, None, False, "firm", 0, words))
    return kept, given


def moved_links(
    tasks: tuple[Task, ...], links: tuple[Link, ...], moves: tuple[Move, ...]
) -> tuple[tuple[Link, ...], tuple[Link, ...], tuple[Move, ...]]:
    """Links with what was moved by hand, those that gave way, and moves that no longer fit."""
    there = {task.id for task in tasks}
    kept, given, lost = list(links), list[Link](), []
    for move in moves:
        if not {move.before, move.after} <= there:
            lost.append(move)
            continue
        found = wished(kept, move.before, move.after)
        ways = {link.name for link in found.gives_way}
        if found.verdict == "refused" or not ways <= set(move.gives_way):
            lost.append(move)
            continue
        kept, gave = _moved(kept, set(move.gives_way), move)
        given += gave
    return tuple(kept), tuple(given), tuple(lost)


def ties_of(tasks: Sequence[Task], links: Iterable[Link]) -> list[Tie]:
    """Links by number."""
    place = {task.id: k for k, task in enumerate(tasks)}
    return [
        Tie(
            place[link.before], place[link.after], link.kind, link.least, link.longest, link.elapsed
        )
        for link in links
        if link.strength != "wish"
    ]


def plan_of(read: PlanRead) -> Plan:
    """The order of work."""
    calendar = calendar_of(read.order.begins, read.order.calendar)
    links, given, lost = moved_links(read.tasks, read.links, read.order.moves)
    days = [task.days[1] for task in read.tasks]
    try:
        network = relaxed(days, ties_of(read.tasks, links), calendar)
    except Contradiction as found:
        circle = tuple(read.tasks[k].id for k in found.circle)
        return Plan(
            read.tasks,
            links,
            given,
            None,
            tuple(0.0 for _ in days),
            calendar,
            bool(read.order.begins),
            (),
            (),
            lost,
            circle,
        )
    order = sorted(
        range(len(days)),
        key=lambda k: (round(network.earliest[k], 6), round(network.latest[k], 6), k),
    )
    tasks = tuple(read.tasks[k] for k in order)
    sorted_network = Network(
        tuple(network.earliest[k] for k in order),
        tuple(network.latest[k] for k in order),
        network.length,
    )
    crews = levelled(tasks, ties_of(tasks, links), sorted_network, read.order, calendar)
    early, late = (
        clocks_of(tasks, starts, calendar, dict(read.materials), read.order.clocks)
        for starts in (sorted_network.earliest, crews)
    )
    return Plan(
        tasks,
        links,
        given,
        sorted_network,
        crews,
        calendar,
        bool(read.order.begins),
        early,
        late,
        lost,
        (),
    )
