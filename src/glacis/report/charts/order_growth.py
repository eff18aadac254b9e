# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof as far as it has grown at a moment: areas in plan, the section of one, what goes on."""

from collections.abc import Iterator, Sequence

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.model.days import WEEK, day_text, weekday
from glacis.core.model.document import Project
from glacis.core.order.growth import Laid, Stage, area_at, at_work, layers_at
from glacis.core.order.planned import Plan
from glacis.core.order.task import Task
from glacis.core.quantities.measures import told
from glacis.core.units.quantities import System
from glacis.report.plan import fit_plan, is_upper
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
    text_width,
)
from glacis.report.section import SectionStyle, grown_items, lay_out

LABEL = 12.0
HEAD, FOOT = 40.0, 118.0
"""Heights of the date above and of what goes on below [pt]."""
LOOKS: dict[Stage, tuple[str, str, float]] = {
    "untouched": ("bench", "second", DIMENSION),
    "begun": ("wash", "ink", FACE),
    "tight": ("copper:2", "ink", FACE),
    "done": ("copper:5", "ink", FACE),
}


class GrowthView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        project: the document.
        roof: the area whose section is drawn.
        when: the moment in words.
        stages: how far each area is, by its id.
        layers: how far each layer of the section is, from inside.
        going: tasks at work.
        system: units of the reader.
    """

    project: Project
    roof: AnalysedArea
    when: str
    stages: dict[str, Stage]
    layers: tuple[Laid, ...]
    going: tuple[Task, ...]
    system: System


def grown_at(
    project: Project,
    roof: AnalysedArea,
    plan: Plan,
    starts: Sequence[float],
    at: float,
    system: System,
) -> GrowthView:
    """The roof at a moment [workdays], its tasks beginning at ``starts`` [workdays]."""
    stages = {area.id: area_at(plan, starts, area.id, at) for area in project.areas}
    layers = layers_at(plan, starts, roof.area.id, [layer.id for layer in roof.layers], at)
    return GrowthView(
        project, roof, _when(plan, at), stages, layers, at_work(plan, starts, at), system
    )


def growth_scene(view: GrowthView, size: Size) -> Scene:
    """The whole drawing."""
    width, height = size
    middle = width * 0.5
    hot: list[Hot] = []
    items: list[Item] = [Text(10, 24, view.when, 13, "ink", "start", "semibold")]
    items += _areas(view, (middle - 10, height - HEAD - FOOT - 26), hot)
    items += _legend(height - FOOT - 10)
    items += _section(view, middle, (width - middle - 10, height - HEAD - FOOT))
    items += _going(view, size)
    return Scene(*size, tuple(items), tuple(hot))


def _when(plan: Plan, at: float) -> str:
    day = f"day {at + 1e-9:.2f}".rstrip("0").rstrip(".")
    if not plan.dated:
        return day
    date = plan.calendar.date(at)
    return f"{WEEK[weekday(date)]} {day_text(date)}, {day}"


def _areas(view: GrowthView, size: Size, hot: list[Hot]) -> Iterator[Item]:
    fit = fit_plan(view.project, *size)
    areas = sorted(view.project.areas, key=lambda area: is_upper(view.project, area))
    for area in areas:
        points = [fit.point(x, y) for x, y in area.outline]
        flat = tuple(v for x, y in points for v in (x, y + HEAD))
        stage = view.stages[area.id]
        fill, ink, stroke = LOOKS[stage]
        held = area.id == view.roof.area.id
        yield Patch(flat, fill, "accent" if held else ink, 2.0 if held else stroke)
        xs, ys = flat[::2], flat[1::2]
        hot.append(
            Hot(
                "area", area.id, (min(xs), min(ys), max(xs), max(ys)), f"{area.name}: {stage}", flat
            )
        )


def _legend(y: float) -> Iterator[Item]:
    x = 10.0
    for stage, (fill, ink, stroke) in LOOKS.items():
        yield Patch(box(x, y - 9, x + 11, y + 2), fill, ink, stroke)
        yield Text(x + 16, y, stage, 11, "second")
        x += 16 + text_width(stage, 11) + 16


def _section(view: GrowthView, left: float, size: Size) -> Iterator[Item]:
    """Layers that lie, hatched; at work, framed; to come, in outline."""
    style = SectionStyle(size[0] - 8, size[1], system=view.system, labels="none")
    layout = lay_out(view.roof, style)
    yield from grown_items(layout, view.layers, (left, HEAD))


def _going(view: GrowthView, size: Size) -> Iterator[Item]:
    """What goes on, in as many rows as there are."""
    y = size[1] - FOOT + 14
    yield Line((10, y - 10, size[0] - 10, y - 10), "second", DIMENSION)
    going = view.going
    names = {area.id: area.name for area in view.project.areas}
    if not going:
        done = set(view.stages.values()) <= {"done"}
        yield Text(10, y + 8, "All is done." if done else "Nothing goes on.", LABEL, "second")
        return
    rows, half = 5, size[0] / 2
    for number, task in enumerate(going[: 2 * rows]):
        where = ", ".join(names.get(area, area) for area in task.areas[:2])
        words = (
            f"{told(task.name, view.system)}, {where}"
            if where and len(task.areas) <= 2
            else told(task.name, view.system)
        )
        x = 10 if number < rows else half
        at = y + 8 + 17 * (number % rows)
        yield Text(
            x,
            at,
            shorten(words, half - 26, LABEL),
            LABEL,
            "second" if task.kind == "wait" else "ink",
        )
    if len(going) > 2 * rows:
        yield Text(
            size[0] - 12, size[1] - 6, f"and {len(going) - 2 * rows} more", 11, "second", "end"
        )
