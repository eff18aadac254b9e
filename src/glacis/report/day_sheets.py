# SPDX-License-Identifier: GPL-3.0-or-later
"""Day sheets: for every day its tasks by trade, cautions at their step, hold points, clocks, and "
"what is left undone.
"""

import io
from collections.abc import Iterator

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, PageBreak, SimpleDocTemplate

from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE
from glacis.core.model.days import WEEK, day_text, weekday
from glacis.core.order.parts import PLAN
from glacis.core.order.planned import Plan
from glacis.core.order.task import Task
from glacis.core.quantities.measures import told
from glacis.core.units.quantities import System
from glacis.report.blocks import Block, Gap, Words, words_grid
from glacis.report.pdf import Setter

EDGE = 14 * mm
MOST_DAYS = 120
"""Days with a sheet at most; our judgement: later ones change before they come."""


def day_sheets_pdf(results: Results) -> bytes:
    """A sheet for every workday on which something is done."""
    project = results.project
    page = LETTER if project.units == "us" else A4
    setter = Setter(page[0] - 2 * EDGE - 12)
    plan = results.value(PLAN, WHOLE)
    names = {area.id: area.name for area in project.areas}
    story: list[Flowable] = []
    for day, tasks in list(by_day(plan).items())[:MOST_DAYS]:
        if story:
            story.append(PageBreak())
        story += [setter.set(block) for block in day_blocks(plan, day, tasks, names, project.units)]
    if not story:
        story.append(setter.set(Words("No day has any work yet.")))
    out = io.BytesIO()
    SimpleDocTemplate(
        out, pagesize=page, leftMargin=EDGE, rightMargin=EDGE, topMargin=EDGE, bottomMargin=EDGE,
        title=f"Day sheets: {project.name}", author=project.author, invariant=1,
    ).build(story)  # fmt: skip
    return out.getvalue()


def by_day(plan: Plan) -> dict[int, list[Task]]:
    """Tasks that are worked on, by workday from 0, where crews get to them."""
    found: dict[int, list[Task]] = {}
    for task, start in zip(plan.tasks, plan.crews, strict=True):
        if task.kind == "wait":
            continue
        last = max(start, start + task.days[1] - 1e-6)
        for day in range(int(start + 1e-9), int(last) + 1):
            found.setdefault(day, []).append(task)
    return dict(sorted(found.items()))


MOST_OPEN = 8
"""Clocks on a sheet; our judgement: a foreman reads no more."""


def day_words(plan: Plan, day: int) -> str:
    """A workday in words."""
    date = plan.calendar.date(float(day))
    return f"{WEEK[weekday(date)]} {day_text(date)}" if plan.dated else f"day {day + 1}"


def day_blocks(
    plan: Plan, day: int, tasks: list[Task], names: dict[str, str], system: System
) -> Iterator[Block]:
    """One sheet."""
    yield Words(f"Day sheet, {day_words(plan, day)}", "heading")
    rows: list[tuple[str, ...]] = [("trade", "task", "where", "people", "done")]
    for task in sorted(tasks, key=lambda t: (t.trade, t.id)):
        where = ", ".join(names.get(area, area) for area in task.areas[:2]) + (
            " …" if len(task.areas) > 2 else ""
        )
        rows.append((task.trade, told(task.name, system), where, f"{task.people}", "[  ]"))
    yield words_grid(rows, (1.1, 3, 2.2, 0.7, 0.6), 3)
    cautions = dict.fromkeys(task.caution for task in tasks if task.caution)
    if cautions:
        yield Words("At these steps", "sub")
        for words in cautions:
            yield Words(words)
    holds = [task for task in tasks if task.hold]
    if holds:
        yield Words("Hold points: signed before anybody goes on", "sub")
        for task in holds:
            yield Words(f"{told(task.name, system)}: name ____________________ time ________")
    yield from _lies_open(plan, day, names, system)
    yield Gap(12)
    yield Words(
        "Stop opening at ________   forecast read at ________   rain from ________   wind ________"
    )
    yield Words("Left undone tonight, and how it is closed:", "sub")
    for _ in range(4):
        yield Words("________________________________________________________________________")
    yield Words("Signed at dusk ____________________")


def _lies_open(plan: Plan, day: int, names: dict[str, str], system: System) -> Iterator[Block]:
    """What lies open on a day, those that have to be covered first first."""
    open_now = [c for c in plan.crew_clocks if c.begins < day + 1 <= c.ends + 1]
    if not open_now:
        return
    yield Words("Lies open", "sub")
    for clock in sorted(open_now, key=lambda c: (c.last, c.task))[:MOST_OPEN]:
        task = plan.tasks[plan.at(clock.task)]
        where = "".join(f", {names.get(area, area)}" for area in task.areas[:1])
        last = f", last day {day_text(clock.last)}" if plan.dated else ""
        days = "1 day" if clock.limit == 1 else f"{clock.limit:g} days"
        yield Words(f"{told(task.name, system)}{where}: {days}{last}", "small")
    if len(open_now) > MOST_OPEN:
        yield Words(f"and {len(open_now) - MOST_OPEN} more", "small")
