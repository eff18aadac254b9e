# SPDX-License-Identifier: GPL-3.0-or-later
"""The year of water: where, how much, when it dries."""

from collections.abc import Iterator

from glacis.core.area.analysed import AnalysedArea
from glacis.core.climate.year import MONTH_NAMES
from glacis.core.figures.detail import AreaDetail
from glacis.core.moisture.monthly import Interface, Monthly
from glacis.core.moisture.working import place_name
from glacis.core.units.format import number as bare
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System, from_display, to_display
from glacis.report.charts.axes import Plot, beyond, month_names, nice_top, ticks
from glacis.report.scene import (
    DIMENSION,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
    spread,
    wrapped,
)

INKS = ("wet", "wet-2", "wet-3")
LINE = 15.0
"""From line to line of a legend [pt]."""


def verdict_words(roof: AnalysedArea, system: System) -> str:
    """The year in one plain sentence."""
    monthly = roof.monthly
    if monthly.verdict == "none":
        return "No water gathers inside the roof in any month."
    worst = max(monthly.interfaces, key=lambda face: face.peak)
    month = max(range(12), key=lambda m: monthly.totals[m])
    peak = with_unit(monthly.peak, Quantity.CONDENSATE, system)
    where = place_name(monthly, worst)
    if monthly.verdict == "accumulates":
        left = with_unit(monthly.residual, Quantity.CONDENSATE, system)
        more = bare(monthly.gain, Quantity.CONDENSATE, system)
        return (
            f"Most in {MONTH_NAMES[month]}, {peak}, {where}. {left} stays, then {more} more a year."
        )
    return f"Most in {MONTH_NAMES[month]}, {peak}, {where}. {_dry_by(monthly)}"


def _dry_by(monthly: Monthly) -> str:
    wet = [month for month in monthly.order if monthly.totals[month] > 0]
    if not wet:
        return "It dries within the month."
    if len(wet) == len(monthly.order):
        return "It never dries, but every year ends as it began."
    return f"Dry in {MONTH_NAMES[(wet[-1] + 1) % 12]}."


def _bars(monthly: Monthly, plot: Plot, chosen: int) -> Iterator[Item]:
    half = (plot.right - plot.left) / 12 * 0.31
    for position, month in enumerate(monthly.order):
        x = plot.month(position)
        if month == chosen:
            step = (plot.right - plot.left) / 24
            yield Patch(box(x - step, plot.top - 8, x + step, plot.bottom + 22), "wash")
    for position, month in enumerate(monthly.order):
        x, base = plot.month(position), 0.0
        for number, face in enumerate(monthly.interfaces):
            if face.mass[month] <= 0:
                continue
            corners = box(x - half, plot.y(base + face.mass[month]), x + half, plot.y(base))
            yield Patch(corners, INKS[number % len(INKS)], "bench", 0.8)
            base += face.mass[month]


def _axis(plot: Plot, system: System) -> Iterator[Item]:
    unit = Quantity.CONDENSATE.unit(system)
    for value in ticks(0.0, to_display(plot.high, unit)):
        y = plot.y(from_display(value, unit))
        yield Line((plot.left, y, plot.right, y), "ink" if value == 0 else "hairline", DIMENSION)
        yield Text(plot.left - 6, y + 4, f"{value:g}", 12, "second", "end")
    yield Text(
        plot.left - 6, plot.top - 14, f"water, {unit.symbol}, at the end of the month", 12, "second"
    )


def _limit_line(limit: float, plot: Plot, system: System) -> Iterator[Item]:
    y = plot.y(limit)
    yield Line((plot.left, y, plot.right, y), "stop", 1.2, "dash")
    words = f"limit {with_unit(limit, Quantity.CONDENSATE, system)}"
    yield Text(plot.right - 2, y + 14, words, 12, "stop", "end")


def _names(
    roof: AnalysedArea, detail: AreaDetail, plot: Plot, width: float, system: System
) -> Iterator[Item]:
    faces = sorted(enumerate(roof.monthly.interfaces), key=lambda pair: -pair[1].peak)[:4]
    faces.sort(key=lambda pair: -pair[0])
    spots = [_peak_spot(roof.monthly, number, plot) for number, _ in faces]
    most = 2 if (plot.bottom - plot.top) >= 3 * LINE * len(faces) else 1
    gap = (most + 1) * LINE + 4
    placed = spread([y for _, y in spots], gap, plot.top + 6, plot.bottom - gap + 10)
    x = plot.right + 22
    room = width - x - 2
    for (number, face), y in zip(faces, placed, strict=True):
        ink = INKS[number % len(INKS)]
        yield Patch(box(x - 12, y - 8, x - 4, y), ink)
        lines = wrapped(detail.places[number], room, 12, most)
        for below, line in enumerate(lines):
            yield Text(x, y + LINE * below, line, 12, "ink")
        words = (
            f"most {with_unit(face.peak, Quantity.CONDENSATE, system)}"
            f" of {with_unit(detail.limits[number], Quantity.CONDENSATE, system)}"
        )
        yield Text(x, y + LINE * len(lines), shorten(words, room, 12), 12, "second")


def _peak_spot(monthly: Monthly, number: int, plot: Plot) -> tuple[float, float]:
    face: Interface = monthly.interfaces[number]
    month = max(range(12), key=lambda m: face.mass[m])
    below = sum(other.mass[month] for other in monthly.interfaces[:number])
    return plot.month(monthly.order.index(month)), plot.y(below + face.mass[month] / 2)


def water_scene(
    roof: AnalysedArea, detail: AreaDetail, size: Size, system: System, chosen: int = -1
) -> Scene:
    """Water by month and place, from the first condensing month; months can be picked."""
    monthly, (width, height) = roof.monthly, size
    limit = detail.least_limit
    unit = Quantity.CONDENSATE.unit(system)
    most = max(monthly.peak * 1.05, min(limit, 6 * monthly.peak or limit) * 1.15)
    top = from_display(nice_top(to_display(most, unit)), unit)
    plot = Plot(54.0, 30.0, width - 216.0, height - 28.0, 0.0, top)
    items: list[Item] = []
    has_limit = limit <= plot.high
    if has_limit:
        items.extend(beyond((plot.left, plot.top - 8, plot.right, plot.y(limit))))
    items.extend(_bars(monthly, plot, chosen))
    if has_limit:
        items.extend(_limit_line(limit, plot, system))
    items.extend(_axis(plot, system))
    items.extend(month_names(plot, monthly.order))
    items.extend(_names(roof, detail, plot, width, system))
    if monthly.verdict == "none":
        middle = (plot.left + plot.right) / 2
        y = (plot.top + plot.bottom) / 2
        items.append(Text(middle, y, "dry in every month", 16, "second", "middle"))
    step = (plot.right - plot.left) / 24
    hot = tuple(
        Hot(
            "month",
            str(month),
            (plot.month(k) - step, plot.top - 8, plot.month(k) + step, plot.bottom + 22),
            f"{MONTH_NAMES[month]}: {with_unit(monthly.totals[month], Quantity.CONDENSATE, system)}",
        )
        for k, month in enumerate(monthly.order)
    )
    return Scene(width, height, tuple(items), hot)
