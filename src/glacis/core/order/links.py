# SPDX-License-Identifier: GPL-3.0-or-later
"""Links between tasks, by rule: what lies on what, what laps over what, what has to be tested, dried, signed."""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from functools import cache
from itertools import pairwise
from typing import cast

from msgspec import Struct

from glacis.core.order.rules_table import RULES, whole_lines
from glacis.core.order.task import Link, Strength, Task

OUTWARD, TIGHT_FIRST = 42, 43
"""Numbers of the two rules that are not in the table: outward from above, from below once tight; by definition."""
NONE = "-"
UPPER = "upper "


class Row(Struct, frozen=True):
    """A rule of the table."""

    number: int
    before: tuple[str, ...]
    after: tuple[str, ...]
    scope: str
    kind: str
    strength: Strength
    least: float
    longest: float | None
    reason: str


@cache
def rules() -> tuple[Row, ...]:
    """The rules of the table."""
    found = []
    for line in whole_lines(RULES):
        number, before, after, scope, kind, strength, least, longest, reason = (
            word.strip() for word in line.split(" | ")
        )
        found.append(
            Row(
                int(number), tuple(before.split(",")), tuple(after.split(",")), scope, kind, cast(Strength, strength),
                float(least), None if longest == NONE else float(longest), reason,
            )
        )  # fmt: skip
    return tuple(found)


Pairs = tuple[tuple[str, str], ...]


def links_of(tasks: tuple[Task, ...], below: Pairs = (), pours: Pairs = ()) -> tuple[Link, ...]:
    """All links between tasks, each pair once by each rule.

    Args:
        tasks: of the job.
        below: pairs of areas whose water runs from the second on to the first, over a break of the slope.
        pours: pairs of areas of which the second, above, pours on to the first.
    """
    found: dict[tuple[str, str, str, int], Link] = {}
    for link in (*_outward(tasks), *_by_rules(tasks, {"below": below, "pours": pours})):
        if link.before == link.after:
            continue
        key = (link.before, link.after, link.kind, link.rule)
        known = found.get(key)
        if known is None or _rank(link) > _rank(known):
            found[key] = link
    return tuple(found.values())


def _rank(link: Link) -> tuple[int, float, float]:
    strengths = ("wish", "firm", "hard")
    return (
        strengths.index(link.strength),
        link.least,
        -(link.longest if link.longest is not None else 1e9),
    )


def _link(before: Task, after: Task, row: Row) -> Link:
    return Link(
        before.id, after.id, row.kind, row.least, row.longest, row.least >= 1 or row.longest is not None, row.strength,
        row.number, row.reason,
    )  # fmt: skip


def _from_above(tasks: tuple[Task, ...]) -> Iterator[list[Task]]:
    """Layers of each area that are laid from above, from inside."""
    by_area: dict[str, list[Task]] = defaultdict(list)
    for task in tasks:
        if task.layer and task.fitted == "above":
            by_area[task.areas[0]].append(task)
    for mine in by_area.values():
        yield sorted(mine, key=lambda task: task.number)


def _outward(tasks: tuple[Task, ...]) -> Iterator[Link]:
    """Layers of an area: from above outward, from below inward once the roof is tight."""
    by_area: dict[str, list[Task]] = defaultdict(list)
    for task in tasks:
        if task.layer:
            by_area[task.areas[0]].append(task)
    for mine in by_area.values():
        mine.sort(key=lambda task: task.number)
        above = [task for task in mine if task.fitted == "above"]
        for first, second in zip(above, above[1:], strict=False):
            yield Link(
                first.id, second.id, "fs", 0.0, None, False, "hard", OUTWARD, "it lies on it"
            )
        below = [task for task in reversed(mine) if task.fitted == "below"]
        for first, second in zip(below, below[1:], strict=False):
            yield Link(
                first.id,
                second.id,
                "fs",
                0.0,
                None,
                False,
                "hard",
                OUTWARD,
                "from below it covers the last",
            )
        tight = next((task for task in above if task.water == "closes"), None)
        if tight is not None and below and not any("ceiling" in task.tags for task in below):
            yield Link(
                tight.id,
                below[0].id,
                "fs",
                0.0,
                None,
                False,
                "firm",
                TIGHT_FIRST,
                "a wet finish behind a leaking roof",
            )


def _by_rules(tasks: tuple[Task, ...], pairs: dict[str, Pairs]) -> Iterator[Link]:
    tagged: dict[str, list[Task]] = defaultdict(list)
    outward: dict[str, str] = {}
    for task in tasks:
        for tag in task.tags:
            tagged[tag].append(task)
    for above in _from_above(tasks):
        outward |= {low.id: high.id for low, high in pairwise(above)}
    for row in rules():
        firsts = _with(tagged, row.before)
        seconds = list(tasks) if row.after == (NONE,) else _with(tagged, row.after)
        if row.scope in pairs:
            yield from _downhill(row, tagged, pairs[row.scope])
            continue
        for first in firsts:
            for second in _in_scope(row, first, seconds, outward):
                if first.id != second.id:
                    yield _link(first, second, row)


def _with(tagged: dict[str, list[Task]], tags: Iterable[str]) -> list[Task]:
    return list({task.id: task for tag in tags for task in tagged.get(tag, ())}.values())


def _in_scope(
    row: Row, first: Task, seconds: list[Task], outward: dict[str, str]
) -> Iterator[Task]:
    """What follows of the tasks a rule knows, by where both lie."""
    mine = set(first.areas)
    if row.scope == "anywhere":
        yield from (
            seconds
            if row.number != 53
            else (t for t in seconds if t.kind not in ("decide", "wait"))
        )
        return
    if row.scope == "piece":
        yield from (task for task in seconds if set(task.pieces) & set(first.pieces))
        return
    near = [task for task in seconds if mine & set(task.areas)]
    if row.scope == "next":
        yield from (task for task in near if task.id == outward.get(first.id))
        return
    for task in near:
        if row.scope == "area" and not _outside(first, task):
            continue
        yield task


def _outside(first: Task, second: Task) -> bool:
    """Whether what follows lies outside what comes first, or comes from below; tests lie with what they test."""
    if first.number < 0 or second.number < 0:
        return True
    if second.layer:
        return second.number > first.number or second.fitted != "above"
    return second.number >= first.number


def _downhill(row: Row, tagged: dict[str, list[Task]], below: Pairs) -> Iterator[Link]:
    """Rules between a lower area and the one whose water runs on to it: each tag before the upper one beside it."""
    for lower, upper in below:
        for tag, above in zip(row.before, row.after, strict=True):
            firsts = [task for task in tagged.get(tag, ()) if lower in task.areas]
            seconds = [
                task for task in tagged.get(above.removeprefix(UPPER), ()) if task.areas == (upper,)
            ]
            for first in firsts:
                for second in seconds:
                    yield _link(first, second, row)
