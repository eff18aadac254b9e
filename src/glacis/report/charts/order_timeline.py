# SPDX-License-Identifier: GPL-3.0-or-later
"""Tasks along the days: the critical ones in ink, floats as thin lines, clocks as bars that run out, reasons below."""

from collections.abc import Iterator, Sequence

from msgspec import Struct

from glacis.core.model.days import WEEK, day_text, weekday
from glacis.core.order.clocks import Clock
from glacis.core.order.planned import Plan
from glacis.core.order.task import Link, Task
from glacis.core.quantities.measures import told
from glacis.core.units.quantities import System
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    HATCH,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
)

LABEL = 12.0
NAMES = 232.0
"""Width of the column of names [pt]."""
HEAD, ROW, FOOT = 40.0, 21.0, 132.0
"""Heights of the head, a row, and the reasons below [pt]."""
LEAST_BAR = 3.0


class TimelineView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        plan: the order of work.
        shown: ids of tasks that are listed; empty for all.
        names: of areas by id.
        system: units of the reader.
        task: id of the task in the hand; empty for none.
        onto: id of the task it is being dragged onto; empty for none.
        first: number of the first row that is shown.
        crews: whether bars stand where crews get to them.
        lost: share of each workday that weather takes, by the year of record; empty for unknown.
    """

    plan: Plan
    shown: tuple[str, ...]
    names: dict[str, str]
    system: System
    task: str = ""
    onto: str = ""
    first: int = 0
    crews: bool = False
    lost: tuple[float, ...] = ()


class Days(Struct, frozen=True):
    """Where days stand: left end, points to a workday."""

    left: float
    scale: float

    def x(self, at: float) -> float:
        """Points from the left."""
        return self.left + at * self.scale


def listed(view: TimelineView) -> list[int]:
    """Numbers of the tasks that are listed, by their beginning."""
    wanted = set(view.shown)
    found = [k for k, task in enumerate(view.plan.tasks) if not wanted or task.id in wanted]
    starts = starts_of(view)
    return sorted(found, key=lambda k: (round(starts[k], 6), k))


def starts_of(view: TimelineView) -> Sequence[float]:
    """Where bars stand [workdays]."""
    network = view.plan.network
    return view.plan.crews if view.crews or network is None else network.earliest


def fitting(height: float) -> int:
    """How many rows a height holds."""
    return max(1, int((height - HEAD - FOOT) / ROW))


def timeline_scene(view: TimelineView, size: Size) -> Scene:
    """The whole drawing."""
    plan = view.plan
    if plan.network is None:
        return Scene(*size, tuple(_circle(view, size)))
    rows = listed(view)
    starts = starts_of(view)
    end = max((starts[k] + plan.tasks[k].days[1] for k in rows), default=1.0)
    begin = min((starts[k] for k in rows), default=0.0)
    begin = float(int(begin))
    days = Days(
        NAMES - begin * (size[0] - NAMES - 16) / max(1.0, end - begin),
        (size[0] - NAMES - 16) / max(1.0, end - begin),
    )
    most = fitting(size[1])
    items: list[Item] = list(_lost(view, days, (begin, end), size))
    items += _head(view, days, (begin, end), size)
    hot: list[Hot] = []
    clocks = {clock.task: clock for clock in (plan.crew_clocks if view.crews else plan.clocks)}
    y = HEAD
    many = _many_areas(view)
    begun = max(0, min(view.first, len(rows) - most))
    for k in rows[begun : begun + most]:
        task = plan.tasks[k]
        if task.id in (view.task, view.onto):
            items.append(Patch(box(0, y, size[0], y + ROW), "wash", "", 0.0))
        items.append(
            Text(
                10,
                y + 15,
                shorten(_name(view, task, many), NAMES - 20, LABEL),
                LABEL,
                _ink(view, task),
            )
        )
        items += _bar(view, k, days, y)
        if task.id in clocks:
            items += _clock(clocks[task.id], task, days, y)
        hot.append(Hot("task", task.id, (0, y, size[0], y + ROW), _hint(view, k)))
        y += ROW
    items += _reasons(view, size)
    if len(rows) > most:
        last = min(len(rows), begun + most)
        items.append(
            Text(
                size[0] - 12,
                size[1] - FOOT + 2,
                f"{begun + 1} to {last} of {len(rows)}",
                LABEL,
                "second",
                "end",
            )
        )
    return Scene(*size, tuple(items), tuple(hot))


def _ink(view: TimelineView, task: Task) -> str:
    if not task.known:
        return "mind"
    return "ink" if not view.task or task.id == view.task else "second"


def _many_areas(view: TimelineView) -> bool:
    """Whether listed tasks lie on more than one area, so that each has to say on which."""
    wanted = set(view.shown)
    alone = {
        task.areas[0]
        for task in view.plan.tasks
        if len(task.areas) == 1 and (not wanted or task.id in wanted)
    }
    return len(alone) > 1


def _name(view: TimelineView, task: Task, many: bool) -> str:
    name = told(task.name, view.system)
    where = [view.names.get(area, area) for area in task.areas]
    return f"{name}, {where[0]}" if many and len(where) == 1 and where[0] not in name else name


def _lost(view: TimelineView, days: Days, span: tuple[float, float], size: Size) -> Iterator[Item]:
    """What weather takes of each day, behind all, as the end of the day."""
    bottom = size[1] - FOOT - 8
    first, last = int(span[0]), int(span[1]) + 1
    for day, share in enumerate(view.lost[first:last], first):
        right = min(days.x(day + 1), size[0] - 8)
        left = days.x(day + 1 - share)
        if right - left > 0.3:
            yield Patch(box(left, HEAD, right, bottom), "hairline", "", 0.0)


def _head(view: TimelineView, days: Days, span: tuple[float, float], size: Size) -> Iterator[Item]:
    """Weeks, or days where there is room, with their dates."""
    calendar = view.plan.calendar
    begin, end = int(span[0]), int(span[1]) + 1
    every = 1 if days.scale > 46 else 5 if days.scale > 9 else 20
    bottom = size[1] - FOOT - 8
    for at in range(begin, end + 1):
        date = calendar.date(float(at))
        monday = weekday(date) == 0 or at == begin
        if every == 1 or (every == 5 and monday) or (every == 20 and at % 20 == 0):
            x = days.x(at)
            if x > size[0] - 4:
                break
            yield Line((x, HEAD - 6, x, bottom), "hairline", DIMENSION)
            words = (
                f"{WEEK[weekday(date)]} {day_text(date)[5:]}"
                if view.plan.dated
                else f"day {at + 1}"
            )
            if x < size[0] - 60:
                yield Text(x + 3, 26, words, 11, "second")
    length = view.plan.network.length if view.plan.network is not None else 0.0
    yield Text(10, 26, f"{length:.1f} workdays", LABEL, "ink", "start", "semibold")


def _bar(view: TimelineView, k: int, days: Days, y: float) -> Iterator[Item]:
    plan, task = view.plan, view.plan.tasks[k]
    network = plan.network
    if network is None:
        return
    at = starts_of(view)[k]
    left, right = days.x(at), max(days.x(at) + LEAST_BAR, days.x(at + task.days[1]))
    slack = network.floats[k]
    if slack > 1e-6 and not view.crews:
        yield Line(
            (
                right,
                y + ROW / 2,
                min(days.x(at + task.days[1] + slack), days.x(network.length)),
                y + ROW / 2,
            ),
            "second",
            HATCH,
        )
    fill = "ink" if network.critical[k] else "copper:3" if task.water != "opens" else "stop"
    if task.kind in ("wait", "decide"):
        yield Patch(
            box(left, y + 7, right, y + ROW - 7),
            "bench",
            "ink" if network.critical[k] else "second",
            FACE,
        )
    else:
        yield Patch(box(left, y + 5, right, y + ROW - 5), fill, "ink", DIMENSION)
    if task.hold:
        x, middle = right + 6, y + ROW / 2
        yield Patch(
            (x - 4, middle, x, middle - 4, x + 4, middle, x, middle + 4), "bench", "accent", CUT
        )


def _clock(clock: Clock, task: Task, days: Days, y: float) -> Iterator[Item]:
    """How long it lies open, under its bar."""
    left = days.x(clock.begins + task.days[1])
    right = days.x(clock.ends)
    if right - left > 1:
        yield Line(
            (left, y + ROW - 3, right, y + ROW - 3), "stop" if clock.broken else "accent", CUT
        )


def _hint(view: TimelineView, k: int) -> str:
    plan, task = view.plan, view.plan.tasks[k]
    network = plan.network
    if network is None:
        return task.name
    start, low, high = network.earliest[k], task.days[0], task.days[2]
    when = day_text(plan.calendar.date(start)) if plan.dated else f"day {int(start) + 1}"
    people = (
        f"{task.people} {task.trade}{'s' if task.people > 1 and task.trade == 'roofer' else ''}"
    )
    words = f"{told(task.name, view.system)}\nfrom {when}, {low:.2g} to {high:.2g} days, {people}"
    if network.floats[k] > 1e-6:
        words += f"\nmay slip by {network.floats[k]:.1f} days"
    else:
        words += "\ndelays everything if it slips"
    return f"{words}\n{task.caution}" if task.caution else words


def _reasons(view: TimelineView, size: Size) -> Iterator[Item]:
    """What the task in the hand waits for, and what waits for it."""
    y = size[1] - FOOT + 16
    yield Line((10, y - 12, size[0] - 10, y - 12), "second", DIMENSION)
    task = view.plan.task(view.task)
    if task is None:
        yield Text(
            10,
            y + 4,
            "Press a task to see what it waits for. Drag one onto another to do it before.",
            LABEL,
            "second",
        )
        return
    names = {each.id: told(each.name, view.system) for each in view.plan.tasks}
    half = size[0] / 2
    waits = _sorted([link for link in view.plan.links if link.after == task.id], view.plan)
    holds = _sorted([link for link in view.plan.links if link.before == task.id], view.plan)
    for left, head, links, other in (
        (10.0, "waits for", waits, "before"),
        (half, "goes before", holds, "after"),
    ):
        yield Text(
            left,
            y + 4,
            f"{told(task.name, view.system)} {head}"[:60] if left < half else head,
            LABEL,
            "ink",
            "start",
            "semibold",
        )
        at = y + 21
        for link in links[:5]:
            name = names[getattr(link, other)]
            longest = f", within {link.longest:g} days" if link.longest is not None else ""
            words = f"{name}: {link.reason}{longest}"
            ink = "ink" if link.strength == "hard" else "second"
            yield Text(left, at, shorten(words, half - 30, LABEL), LABEL, ink)
            at += 17
        if len(links) > 5:
            yield Text(left, at, f"and {len(links) - 5} more", LABEL, "second")


def _sorted(links: list[Link], plan: Plan) -> list[Link]:
    """Those that hold longest first, hard before firm, each task once."""
    network = plan.network
    place = {task.id: k for k, task in enumerate(plan.tasks)}
    rank = {"hard": 0, "firm": 1, "wish": 2}
    ends = {
        link: (network.earliest[place[link.before]] + plan.tasks[place[link.before]].days[1])
        if network is not None
        else 0.0
        for link in links
    }
    links = sorted(links, key=lambda link: (-ends[link], rank[link.strength], link.rule))
    seen: set[tuple[str, str]] = set()
    found = []
    for link in links:
        if (link.before, link.after) not in seen:
            seen.add((link.before, link.after))
            found.append(link)
    return found


def _circle(view: TimelineView, size: Size) -> Iterator[Item]:
    names = {each.id: told(each.name, view.system) for each in view.plan.tasks}
    yield Text(
        14, 30, "These tasks wait for each other in a circle:", 13, "stop", "start", "semibold"
    )
    y = 54.0
    for ident in view.plan.circle:
        yield Text(24, y, shorten(names.get(ident, ident), size[0] - 40, LABEL), LABEL, "ink")
        y += 18
    yield Text(14, y + 8, "Take a move back, or let a clock be longer.", LABEL, "second")
