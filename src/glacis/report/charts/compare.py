# SPDX-License-Identifier: GPL-3.0-or-later
"""Variants side by side: sections at one scale, figures with their differences."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.analysis.results import AreaResult
from glacis.core.figures.detail import AreaDetail
from glacis.core.figures.headline import Headline
from glacis.core.judgement.finding import SEVERITIES
from glacis.core.order.whole_job import WholeJob, staying
from glacis.core.quantities.shown import grouped
from glacis.core.quantities.spread import Spread, apart
from glacis.core.units.format import MINUS, number
from glacis.core.units.quantities import Quantity, System, Unit, to_display
from glacis.report.frame import best_scale
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Text,
    box,
    shifted,
    shorten,
    text_width,
    wrapped,
)
from glacis.report.section import SectionStyle, section_scene

NAMES = 178.0
"""Width of the column of names."""
ROW = 19.0
TITLE = 46.0


class Column(Struct, frozen=True):
    """One alternative: id, name, what follows from it and its lines; the first is what is built.

    ``job`` is what it means for the whole job, where that was asked for.
    """

    id: str
    name: str
    result: AreaResult
    detail: AreaDetail
    job: WholeJob | None = None


def _difference(old: Headline, new: Headline, system: System) -> str:
    """Change against the first column; empty where the shown figures are the same."""
    unit = new.quantity.unit(system)
    if number(old.value, old.quantity, system) == number(new.value, new.quantity, system):
        return ""
    sign = "+" if new.value > old.value else MINUS
    if unit.fraction:
        return sign + number(abs(new.value - old.value), new.quantity, system)
    decimals = unit.decimals
    was, will = (round(to_display(x.value, unit), decimals) for x in (old, new))
    return f"{sign}{abs(will - was):.{decimals}f}"


def _sections(
    columns: tuple[Column, ...], width: float, height: float, system: System
) -> Iterator[Item]:
    room = height - 34 - 44
    scale = max(best_scale(column.result.roof.layers, room) for column in columns)
    for place, column in enumerate(columns):
        style = SectionStyle(
            width - 12, height, system=system, labels="thickness", scale=scale, floor=height - 44
        )
        scene = section_scene(column.result.roof, column.detail, style)
        for item in scene.items:
            yield shifted(item, NAMES + width * place, TITLE)
    words = f"one scale, 1:{scale:g}"
    yield Text(6, TITLE + height - 16, words, 12, "second")


def _found_words(result: AreaResult) -> str:
    counts = [(s, sum(f.severity == s for f in result.findings)) for s in SEVERITIES]
    return ", ".join(f"{count} {severity}" for severity, count in counts if count) or "none"


def _table(columns: tuple[Column, ...], width: float, top: float, system: System) -> Iterator[Item]:
    first = columns[0].result.headlines
    right = NAMES + width * len(columns)
    for row, figure in enumerate(first):
        y = top + ROW * row
        unit = figure.quantity.unit(system).symbol
        yield Line((6, y - 14, right, y - 14), "hairline", DIMENSION)
        yield Text(6, y, shorten(f"{figure.name}  {unit}", NAMES - 8, 12), 12, "second")
        for place, column in enumerate(columns):
            mine = column.result.headlines[row]
            x = NAMES + width * place
            missed = mine.meets is False
            shown = number(mine.value, mine.quantity, system)
            yield Text(x + 6, y, shown, 13, "mind" if missed else "ink", face="semibold")
            if place:
                yield Text(x + 56, y, _difference(figure, mine, system), 12, "second")
            if missed and (not place or width > 130):
                yield Text(x + width - 12, y, "missed", 12, "mind", "end")
    y = top + ROW * len(first)
    yield Line((6, y - 14, right, y - 14), "hairline", DIMENSION)
    yield Text(6, y, "Findings", 12, "second")
    for place, column in enumerate(columns):
        words = shorten(_found_words(column.result), width - 12, 12)
        yield Text(NAMES + width * place + 6, y, words, 12)


def _change(old: Spread, new: Spread, unit: Unit | None = None) -> str:
    """Change of a sum, where it is more than both spreads."""
    if old.typical == new.typical:
        return ""
    if not apart(old, new):
        return "≈"
    change = abs(new.typical - old.typical)
    shown = grouped(to_display(change, unit) if unit is not None else change)
    return f"{'+' if new.typical > old.typical else MINUS}{shown}"


def _days(old: WholeJob, new: WholeJob) -> str:
    if old.days is None or new.days is None or abs(new.days - old.days) < 0.05:
        return ""
    return f"{'+' if new.days > old.days else MINUS}{abs(new.days - old.days):.1f}"


def _job_rows(
    columns: tuple[Column, ...], width: float, top: float, system: System, currency: str
) -> Iterator[Item]:
    """Cost, carbon and days of the whole job, and which choices another beats in all."""
    jobs = [column.job for column in columns if column.job is not None]
    if len(jobs) < len(columns):
        return
    stays = staying(jobs)
    mass = Quantity.MASS.unit(system)
    names = (
        f"First cost, whole job  {currency}",
        f"Over the years, today  {currency}",
        f"Carbon, all bought  {mass.symbol}",
        "Workdays",
        "Among these",
    )
    right = NAMES + width * len(columns)
    for row, name in enumerate(names):
        y = top + ROW * row
        yield Line((6, y - 14, right, y - 14), "hairline", DIMENSION)
        yield Text(6, y, shorten(name.strip(), NAMES - 8, 12), 12, "second")
    for place, (job, stay) in enumerate(zip(jobs, stays, strict=True)):
        x = NAMES + width * place + 6
        least = "≥ " if job.open else ""
        figures = (
            (f"{least}{grouped(job.cost.typical)}", _change(jobs[0].cost, job.cost)),
            (f"{least}{grouped(job.life.typical)}", _change(jobs[0].life, job.life)),
            (
                grouped(to_display(job.carbon.typical, mass)),
                _change(jobs[0].carbon, job.carbon, mass),
            ),
            ("in a circle" if job.days is None else f"{job.days:.1f}", _days(jobs[0], job)),
            ("stays" if stay else "beaten in all", ""),
        )
        for row, (words, change) in enumerate(figures):
            y = top + ROW * row
            yield Text(
                x, y, words, 13 if row < 4 else 12, face="semibold" if row < 4 else "regular"
            )
            if place and change:
                beside = text_width(words, 13) + 12
                yield Text(x + beside, y, shorten(change, width - beside - 14, 12), 12, "second")


def compare_scene(
    columns: tuple[Column, ...],
    chosen: str,
    width: float,
    height: float,
    system: System,
    currency: str = "",
) -> Scene:
    """All columns; a press selects one."""
    each = (width - NAMES - 6) / max(2, len(columns))
    above = len(columns[0].result.headlines) + 1
    rows = above + (5 if columns[0].job is not None else 0)
    drawn = max(120.0, height - TITLE - ROW * rows - 26)
    items: list[Item] = []
    hot = []
    for place, column in enumerate(columns):
        x = NAMES + each * place
        edges = (x - 2, 4.0, x + each - 8, height - 6)
        if column.id == chosen:
            items.append(Patch(box(*edges), "", "accent", 1.6))
        for line, words in enumerate(wrapped(column.name, each - 20, 13.6)):
            items.append(Text(x + 6, 22 + 17 * line, words, 13, face="semibold"))
        hot.append(Hot("column", column.id, edges, column.name))
        if place:
            items.append(Line((x - 5, 8, x - 5, height - 8), "hairline", FACE))
    items.append(Text(6, 22, "built, and variants", 12, "second"))
    items.extend(_sections(columns, each, drawn, system))
    items.extend(_table(columns, each, TITLE + drawn + 18, system))
    items.extend(_job_rows(columns, each, TITLE + drawn + 18 + ROW * above, system, currency))
    return Scene(width, height, tuple(items), tuple(hot))
