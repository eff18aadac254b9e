# SPDX-License-Identifier: GPL-3.0-or-later
"""Earliest and latest days of a network of tasks with least and longest waits.

Relaxation over all links (Bellman 1958, Ford 1956); a longest wait is an arc backwards: it delays the earlier task.
"""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.order.days import Calendar

NEAR = 1e-9
"""Moments nearer than this are one [days]; by definition of rounding."""


class Tie(Struct, frozen=True):
    """A link of the network.

    Attributes:
        before: number of a task.
        after: number of another.
        kind: finish-start, start-start or finish-finish.
        least: wait at least [days].
        longest: wait at most [days]; None for any.
        elapsed: whether waits run on days without work.
    """

    before: int
    after: int
    kind: str = "fs"
    least: float = 0.0
    longest: float | None = None
    elapsed: bool = False


class Contradiction(GlacisError):
    """Links that run in a circle, or waits that contradict each other; the numbers of the tasks in it."""

    def __init__(self, circle: tuple[int, ...]) -> None:
        self.circle = circle
        super().__init__(f"{len(circle)} tasks wait for each other in a circle")


class Network(Struct, frozen=True):
    """When tasks may begin.

    Attributes:
        earliest: starts [workdays].
        latest: starts that delay nothing [workdays].
        length: of the whole [workdays].
    """

    earliest: tuple[float, ...]
    latest: tuple[float, ...]
    length: float

    @property
    def floats(self) -> tuple[float, ...]:
        """How far each may slip [workdays]."""
        return tuple(
            max(0.0, late - early) for early, late in zip(self.earliest, self.latest, strict=True)
        )

    @property
    def critical(self) -> tuple[bool, ...]:
        """Whether each delays the whole if it slips."""
        return tuple(slack < 1e-6 for slack in self.floats)


def check_ties(days: Sequence[float], ties: Sequence[Tie]) -> None:
    """Refuse what no network can be of.

    Raises:
        ValueRefused: for a duration below 0, or a least wait above the longest.
    """
    for number, each in enumerate(days):
        if each < 0:
            raise ValueRefused(f"task {number}", f"{each:g} days", "0 or more")
    for tie in ties:
        if tie.longest is not None and tie.least > tie.longest + NEAR:
            raise ValueRefused(
                "wait",
                f"least {tie.least:g} days",
                f"no more than the longest, {tie.longest:g} days",
            )


def _reached(tie: Tie, start: float, days: Sequence[float], calendar: Calendar | None) -> float:
    """Earliest start of what comes after a tie."""
    moment = start if tie.kind == "ss" else start + days[tie.before]
    if tie.elapsed and calendar is not None and tie.least:
        moment = calendar.after(moment, tie.least)
    else:
        moment += tie.least
    return moment - days[tie.after] if tie.kind == "ff" else moment


def _pulled(tie: Tie, after: float, days: Sequence[float]) -> float:
    """Earliest start of what comes before a tie with a longest wait, in workdays."""
    longest = tie.longest or 0.0
    if tie.kind == "ss":
        return after - longest
    moment = after + (days[tie.after] if tie.kind == "ff" else 0.0)
    return moment - longest - days[tie.before]


def _in_order(count: int, ties: Sequence[Tie]) -> list[Tie]:
    """Ties so that one sweep settles what has no longest wait."""
    waits = [0] * count
    out: list[list[int]] = [[] for _ in range(count)]
    for number, tie in enumerate(ties):
        waits[tie.after] += 1
        out[tie.before].append(number)
    ready = [k for k in range(count) if not waits[k]]
    found: list[Tie] = []
    while ready:
        task = ready.pop()
        for number in out[task]:
            found.append(ties[number])
            waits[ties[number].after] -= 1
            if not waits[ties[number].after]:
                ready.append(ties[number].after)
    return found if len(found) == len(ties) else list(ties)


def relaxed(
    days: Sequence[float],
    ties: Sequence[Tie],
    calendar: Calendar | None = None,
    floors: Sequence[float] = (),
) -> Network:
    """Earliest and latest starts.

    Args:
        days: each task takes [workdays].
        ties: between them.
        calendar: for waits that run on days without work; None takes them as workdays.
        floors: starts before which each may not begin; empty for none.

    Raises:
        Contradiction: where links run in a circle, or waits cannot be kept.
        ValueRefused: for durations below 0 or waits that cannot be.
    """
    check_ties(days, ties)
    count = len(days)
    ordered = _in_order(count, ties)
    start = list(floors) if floors else [0.0] * count
    why: list[int] = [-1] * count
    for sweep in range(count + 2):
        moved = False
        for tie in ordered:
            reached = _reached(tie, start[tie.before], days, calendar)
            if reached > start[tie.after] + NEAR:
                start[tie.after], why[tie.after], moved = reached, tie.before, True
            if tie.longest is not None:
                pulled = _pulled(tie, start[tie.after], days)
                if pulled > start[tie.before] + NEAR:
                    start[tie.before], why[tie.before], moved = pulled, tie.after, True
        if not moved:
            break
        if sweep == count + 1:
            raise Contradiction(_circle(why))
    length = max((s + d for s, d in zip(start, days, strict=True)), default=0.0)
    return Network(tuple(start), _latest(days, ordered, start, length, calendar), length)


def _circle(why: Sequence[int]) -> tuple[int, ...]:
    """Tasks that wait for each other, found by following who delayed whom."""
    for begin in range(len(why)):
        seen: dict[int, int] = {}
        task = begin
        path: list[int] = []
        while task >= 0 and task not in seen:
            seen[task] = len(path)
            path.append(task)
            task = why[task]
        if task >= 0:
            return tuple(reversed(path[seen[task] :]))
    return ()


def _latest(
    days: Sequence[float],
    ordered: Sequence[Tie],
    start: Sequence[float],
    length: float,
    calendar: Calendar | None,
) -> tuple[float, ...]:
    """Latest starts that delay nothing: each tie backwards, its wait as long as it is now."""
    latest = [length - each for each in days]
    for _ in range(len(days) + 2):
        moved = False
        for tie in reversed(ordered):
            step = _reached(tie, start[tie.before], days, calendar) - start[tie.before]
            bound = latest[tie.after] - step
            if bound < latest[tie.before] - NEAR:
                latest[tie.before], moved = bound, True
            if tie.longest is not None:
                back = _pulled(tie, 0.0, days)
                if latest[tie.before] - back < latest[tie.after] - NEAR:
                    latest[tie.after], moved = latest[tie.before] - back, True
        if not moved:
            break
    return tuple(max(s, late) for s, late in zip(start, latest, strict=True))
