# SPDX-License-Identifier: GPL-3.0-or-later
"""Clocks: how long what is laid lies open before it is covered, against its limit."""

from collections.abc import Iterator, Sequence
from functools import cache

from msgspec import Struct

from glacis.core.model.document import Material
from glacis.core.model.order import ClockLimit
from glacis.core.order.days import Calendar
from glacis.core.order.rules_table import CLOCKS, whole_lines
from glacis.core.order.task import Task
from glacis.core.quantities.counted import SKIN, Counted


class Limit(Struct, frozen=True):
    """How long something may lie open [days]: general, or the product's own."""

    item: str
    low: float
    typical: float
    high: float
    source: str = "general, assumed"


class Clock(Struct, frozen=True):
    """An exposure.

    Attributes:
        task: id of what is laid.
        cover: id of what covers it; empty where nothing does.
        item: of the table of clocks.
        limit: days it may lie open.
        used: days it does.
        begins: when it is laid [workdays].
        ends: when it is covered [workdays].
        last: latest calendar day on which it has to be covered.
        source: of the limit.
    """

    task: str
    cover: str
    item: str
    limit: float
    used: float
    begins: float
    ends: float
    last: int
    source: str

    @property
    def broken(self) -> bool:
        """Whether it lies open longer than it may."""
        return self.used > self.limit + 1e-9


@cache
def table() -> dict[str, Limit]:
    """General limits by material or family."""
    found = {}
    for line in whole_lines(CLOCKS):
        keys, item, days = (word.strip() for word in line.split(" | "))
        low, typical, high = map(float, days.split())
        for key in keys.split(","):
            found[key] = Limit(item, low, typical, high)
    return found


def outer_materials(items: tuple[Counted, ...]) -> Iterator[tuple[Counted, Material]]:
    """What lies open of each layer: of a panel the board outside, or nothing where its faces bear the weather."""
    for item, outer in zip(items, (*items[1:], None), strict=True):
        if item.how == "panels":
            open_ = outer.layer.material if outer is not None and outer.why == SKIN else None
        else:
            open_ = item.layer.material
        if open_ is not None:
            yield item, open_


def limit_of(material: Material, own: tuple[ClockLimit, ...]) -> Limit | None:
    """How long a material may lie open; None where nothing limits it."""
    found = table().get(material.id) or table().get(f"family:{material.family}")
    if found is None:
        return None
    stated = next((each for each in own if each.item in (found.item, material.id)), None)
    return (
        found
        if stated is None
        else Limit(found.item, stated.days, stated.days, stated.days, stated.source)
    )


def clocks_of(
    tasks: tuple[Task, ...],
    starts: Sequence[float],
    calendar: Calendar,
    materials: dict[str, Material],
    own: tuple[ClockLimit, ...],
) -> tuple[Clock, ...]:
    """Every exposure of layers from above: from when one is laid to when the next that covers it is.

    Args:
        tasks: of the job.
        starts: of each [workdays].
        calendar: of the site.
        materials: of layers, by the id of their task.
        own: limits of products.
    """
    place = {task.id: k for k, task in enumerate(tasks)}
    by_area: dict[str, list[Task]] = {}
    for task in tasks:
        if task.layer and task.fitted == "above":
            by_area.setdefault(task.areas[0], []).append(task)
    found = []
    for mine in by_area.values():
        mine.sort(key=lambda task: task.number)
        for task, cover in zip(mine, [*mine[1:], None], strict=True):
            material = materials.get(task.id)
            limit = limit_of(material, own) if material is not None else None
            if limit is None or cover is None:
                continue
            k, j = place[task.id], place[cover.id]
            begins, ends = starts[k], starts[j]
            laid = starts[k] + task.days[1]
            used = calendar.elapsed(begins, ends) if ends > laid else max(0.0, ends - laid)
            last = calendar.date(begins) + int(limit.typical)
            found.append(
                Clock(
                    task.id,
                    cover.id,
                    limit.item,
                    limit.typical,
                    used,
                    begins,
                    ends,
                    last,
                    limit.source,
                )
            )
    return tuple(found)
