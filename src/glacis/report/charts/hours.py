# SPDX-License-Identifier: GPL-3.0-or-later
"""A roof over its year: depth down, days across, the wood's moisture beneath, one day's profile beside."""

from collections.abc import Iterator
from math import sqrt
from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.climate.year import DAYS, MONTH_SHORT, date_words
from glacis.core.hourly.parts import Hours
from glacis.core.hourly.run import Run
from glacis.core.hourly.story import calendar_day, place_of
from glacis.core.hourly.verdicts import Verdict, masses
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System, to_display
from glacis.report.charts.axes import Plot, nice_top, ticks
from glacis.report.palette import FIELD_TINTS
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Raster,
    Scene,
    Text,
    shorten,
    spread,
    text_width,
    wrapped,
)

Array = NDArray[np.float64]
Shows = Literal["humidity", "temperature"]
YEAR = 365
NAMES, PROFILE, GAP, TOP, FOOT = 132.0, 148.0, 22.0, 18.0, 22.0
DRIEST = 0.4
"""Humidity that has the first tint [-]; our judgement: wood below is dry."""
STEEP = 1.6
"""Power that spreads the tints of damp air; our judgement: the last tenth is what matters."""
INKS = ("accent", "warm", "note")


class Layout(Struct, frozen=True):
    """Where things lie [pt].

    Attributes:
        left: of the days.
        right: of them.
        tops: upper edge of every slab, and the lower of the last.
        profile: left and right of the day's profile.
        trace: of the wood's moisture, or of the dampest planes.
    """

    left: float
    right: float
    tops: tuple[float, ...]
    profile: tuple[float, float]
    trace: Plot

    def day(self, x: float) -> int:
        """Day of the year under a place, kept within it."""
        share = (x - self.left) / (self.right - self.left)
        return min(YEAR - 1, max(0, int(share * YEAR)))

    def x(self, day: float) -> float:
        """Place of a day."""
        return self.left + (day + 0.5) / YEAR * (self.right - self.left)


def layout_of(hours: Hours, verdict: Verdict, width: float, height: float) -> Layout:
    """Where a drawing of this size has its parts; thin layers are given room."""
    run = hours.run
    thick = [float(run.depths[last] - run.depths[first]) for first, last in run.spans]
    weights = [max(0.16, sqrt(d / max(thick))) for d in thick]
    low = 0.36 * height
    tall = height - TOP - FOOT - GAP - low
    tops = [TOP]
    for weight in weights:
        tops.append(tops[-1] + tall * weight / sum(weights))
    right = width - PROFILE - GAP
    under = tops[-1] + GAP + 8
    most = max((wood.peak for wood in verdict.woods), default=0.0)
    high = nice_top(max(25.0, most * 1.05)) if verdict.woods else 100.0
    return Layout(
        NAMES, right, tuple(tops), (right + GAP, width - 8),
        Plot(NAMES, under, right, height - FOOT, 0.0, high),
    )  # fmt: skip


def _last_year(values: NDArray[np.float32]) -> NDArray[np.float32]:
    return values[-YEAR:]


def _places(run: Run, layout: Layout, slab: int) -> tuple[Array, NDArray[np.int64]]:
    """Heights of the middles of a slab's cells in the drawing, and the cells [pt]."""
    first, last = run.spans[slab]
    middles = (run.depths[first:last] + run.depths[first + 1 : last + 1]) / 2
    top, bottom = layout.tops[slab], layout.tops[slab + 1]
    begin, end = run.depths[first], run.depths[last]
    return top + (middles - begin) / (end - begin) * (bottom - top), np.arange(first, last)


def _bounds(run: Run, shows: Shows) -> tuple[float, float]:
    if shows == "humidity":
        return DRIEST, 1.0
    values = _last_year(run.temperature)
    return float(values.min()), float(values.max())


def _tapestry(run: Run, layout: Layout, shows: Shows) -> Iterator[Item]:
    """One raster a slab: as many rows as its height has room for."""
    values = _last_year(run.humidity if shows == "humidity" else run.temperature)
    low, high = _bounds(run, shows)
    key = "damp" if shows == "humidity" else "heat"
    inks = tuple(f"{key}:{step}" for step in range(FIELD_TINTS))
    for slab in range(len(run.spans)):
        ys, cells = _places(run, layout, slab)
        top, bottom = layout.tops[slab], layout.tops[slab + 1]
        rows = max(1, int((bottom - top) / 2))
        at = np.interp(top + (np.arange(rows) + 0.5) / rows * (bottom - top), ys, cells)
        lower = np.floor(at).astype(int)
        upper = np.minimum(lower + 1, cells[-1])
        share = (at - lower)[:, None]
        field = values[:, lower].T * (1 - share) + values[:, upper].T * share
        power = STEEP if shows == "humidity" else 1.0
        part = np.clip((field - low) / (high - low), 0.0, 1.0) ** power
        tints = np.minimum(part * FIELD_TINTS, FIELD_TINTS - 1).astype(np.uint8)
        yield Raster(
            (layout.left, top, layout.right, bottom),
            YEAR,
            np.ascontiguousarray(tints).tobytes(),
            inks,
        )


def _names(hours: Hours, layout: Layout) -> Iterator[Item]:
    middles = [(a + b) / 2 for a, b in zip(layout.tops, layout.tops[1:], strict=False)]
    lines = [wrapped(name, NAMES - 14, 12, 1)[0] for name in hours.names]
    placed = spread(middles, 14.0, layout.tops[0] + 6, layout.tops[-1] - 2)
    for line, middle, y in zip(lines, middles, placed, strict=True):
        yield Text(layout.left - 10, y + 4, line, 12, "ink", "end")
        yield Line((layout.left - 6, y, layout.left, middle), "hairline", DIMENSION)
    for number, top in enumerate(layout.tops[1:-1]):
        sheet = hours.sheets[number]
        ink, width = ("ink", 2.0) if sheet else ("bench", 1.0)
        yield Line((layout.left, top, layout.right, top), ink, width)


def _scale(run: Run, layout: Layout, shows: Shows, system: System) -> Iterator[Item]:
    key = "damp" if shows == "humidity" else "heat"
    low, high = _bounds(run, shows)
    quantity = Quantity.HUMIDITY if shows == "humidity" else Quantity.TEMPERATURE
    words = [with_unit(low, quantity, system), with_unit(high, quantity, system)]
    name = "daily mean humidity" if shows == "humidity" else "daily mean temperature"
    right = layout.right
    end = text_width(words[1], 11)
    wide, y = 5.0, layout.tops[0] - 14
    first = right - end - 6 - wide * FIELD_TINTS
    for step in range(FIELD_TINTS):
        x = first + step * wide
        yield Patch((x, y, x + wide, y, x + wide, y + 8, x, y + 8), f"{key}:{step}")
    yield Text(right, y + 8, words[1], 11, "second", "end")
    yield Text(first - 6, y + 8, f"{name}, {words[0]}", 11, "second", "end")


def _month_lines(run: Run, layout: Layout) -> Iterator[Item]:
    first = 0
    for k in range(12):
        month = (run.start - 1 + k) % 12
        x = layout.left + first / YEAR * (layout.right - layout.left)
        wide = DAYS[month] / YEAR * (layout.right - layout.left)
        bottom = layout.trace.bottom
        yield Line((x, bottom, x, bottom + 4), "second", DIMENSION)
        name = MONTH_SHORT[month] if wide > 24 else MONTH_SHORT[month][0]
        yield Text(x + wide / 2, bottom + 16, name, 11, "second", "middle")
        first += DAYS[month]


def _curve(layout: Layout, values: NDArray[np.floating]) -> tuple[float, ...]:
    points: list[float] = []
    for day, value in enumerate(values):
        points += [layout.x(day), layout.trace.y(float(value))]
    return tuple(points)


def _wood_traces(run: Run, verdict: Verdict, layout: Layout) -> Iterator[Item]:
    plot = layout.trace
    told = shorten("wood, % by mass: layer full, wettest skin dotted", plot.right - plot.left, 11)
    yield Text(plot.left, plot.top - 4, told, 11, "second")
    for limit in sorted({wood.limit for wood in verdict.woods}):
        y = plot.y(limit)
        yield Line((plot.left, y, plot.right, y), "stop", FACE, "dash")
        yield Text(plot.right + 4, y + 4, f"limit {limit:.0f} %", 11, "stop")
    ends = []
    for number, wood in enumerate(verdict.woods):
        ink = INKS[number % len(INKS)]
        whole = next(
            k for k, w in enumerate(run.watches) if w.kind == "wood" and w.layer == wood.layer
        )
        skin = place_of(run, wood)
        values = _last_year(masses(run, whole))
        yield Line(_curve(layout, values), ink, 1.8)
        if skin != whole:
            yield Line(_curve(layout, _last_year(masses(run, skin))), ink, 1.0, "dot")
        ends.append((float(values[-1]), wood.name, ink))
    ends.sort(key=lambda end: -end[0])
    free = [plot.y(end[0]) for end in ends]
    for (_, name, ink), y in zip(ends, spread(free, 15.0, plot.top, plot.bottom), strict=True):
        yield Text(plot.right + 4, y + 4, wrapped(name, PROFILE + GAP - 10, 11, 1)[0], 11, ink)


def _plane_traces(run: Run, layout: Layout) -> Iterator[Item]:
    """Where there is no wood: humidity at the dampest planes."""
    plot = layout.trace
    yield Text(plot.left, plot.top - 4, "humidity at the dampest planes, %", 11, "second")
    planes = [k for k, watch in enumerate(run.watches) if watch.kind in ("plane", "room side")]
    damp = sorted(planes, key=lambda k: -float(run.daily[-YEAR:, k, 1].mean()))[: len(INKS)]
    ends = []
    for number, k in enumerate(damp):
        values = 100 * np.minimum(1.0, _last_year(run.daily[:, k, 1]))
        yield Line(_curve(layout, values), INKS[number], 1.6)
        ends.append((float(values[-1]), run.watches[k].name, INKS[number]))
    ends.sort(key=lambda end: -end[0])
    free = [plot.y(end[0]) for end in ends]
    for (_, name, ink), y in zip(ends, spread(free, 28.0, plot.top, plot.bottom - 12), strict=True):
        for row, line in enumerate(wrapped(name, PROFILE + GAP - 10, 11, 2)):
            yield Text(plot.right + 4, y + 4 + 13 * row, line, 11, ink)


def _trace_axis(layout: Layout) -> Iterator[Item]:
    plot = layout.trace
    for value in ticks(plot.low, plot.high, 4):
        y = plot.y(value)
        yield Line((plot.left, y, plot.right, y), "hairline", DIMENSION)
        yield Text(plot.left - 6, y + 4, f"{value:g}", 11, "second", "end")


def _profile(run: Run, layout: Layout, day: int, system: System) -> Iterator[Item]:
    """Humidity and temperature through the roof on one day."""
    left, right = layout.profile
    top, bottom = layout.tops[0], layout.tops[-1]
    yield Patch((left, top, right, top, right, bottom, left, bottom), "", "hairline", DIMENSION)
    for edge in layout.tops[1:-1]:
        yield Line((left, edge, right, edge), "hairline", DIMENSION)
    damp, warm = run.humidity[-YEAR:][day], run.temperature[-YEAR:][day]
    low, high = float(run.temperature[-YEAR:].min()), float(run.temperature[-YEAR:].max())
    wet: list[float] = []
    heat: list[float] = []
    for slab in range(len(run.spans)):
        ys, cells = _places(run, layout, slab)
        for y, cell in zip(ys, cells, strict=True):
            wet += [left + min(1.0, float(damp[cell])) * (right - left), float(y)]
            heat += [
                left + (float(warm[cell]) - low) / max(1e-9, high - low) * (right - left),
                float(y),
            ]
    yield Line(tuple(heat), "warm", 1.4, "dash")
    yield Line(tuple(wet), "cold", 2.0)
    yield Text(left, top - 6, date_words(calendar_day(run.start, day)), 12, "ink", face="semibold")
    unit = Quantity.TEMPERATURE.unit(system)
    ends = [plain(to_display(value, unit), 0) for value in (low, high)]
    yield Text(left, bottom + 13, "φ 0 to 100 %", 11, "cold")
    yield Text(left, bottom + 27, f"θ {ends[0]} to {ends[1]} {unit.symbol}", 11, "warm")


def hours_scene(
    hours: Hours, verdict: Verdict, size: tuple[float, float], system: System, *,
    shows: Shows = "humidity", day: int | None = None,
) -> Scene:  # fmt: skip
    """The last year of a run.

    Args:
        hours: the run.
        verdict: on it.
        size: of the drawing.
        system: units.
        shows: what the tapestry shows.
        day: whose profile is shown, counted from the run's month; None for the wettest.
    """
    width, height = size
    run, layout = hours.run, layout_of(hours, verdict, width, height)
    at = wettest_day(verdict) if day is None else day
    x = layout.x(at)
    traces = _wood_traces(run, verdict, layout) if verdict.woods else _plane_traces(run, layout)
    items: list[Item] = [
        *_tapestry(run, layout, shows), *_names(hours, layout), *_scale(run, layout, shows, system),
        *_trace_axis(layout), *traces, *_month_lines(run, layout),
        Line((x, layout.tops[0], x, layout.tops[-1]), "accent", 1.4),
        Line((x, layout.trace.top, x, layout.trace.bottom), "accent", 1.0),
        *_profile(run, layout, at, system),
    ]  # fmt: skip
    box = (layout.left, layout.tops[0], layout.right, layout.trace.bottom)
    hot = [Hot("day", "", box, "Drag through the year.")]
    for edge, sheet in zip(layout.tops[1:], hours.sheets, strict=True):
        if sheet:
            hot.append(Hot("day", "", (layout.left, edge - 4, layout.right, edge + 4), sheet))
    return Scene(width, height, tuple(items), tuple(hot))


def wettest_day(verdict: Verdict) -> int:
    """The day of the peak of the wood that comes nearest to its limit; mid-winter where there is none."""
    return verdict.wettest.day if verdict.wettest is not None else 105


def day_words(hours: Hours, verdict: Verdict, day: int, system: System) -> str:
    """What a day was like within the roof."""
    run = hours.run
    lines = [date_words(calendar_day(run.start, day))]
    for wood in verdict.woods[:3]:
        number = next(
            k for k, w in enumerate(run.watches) if w.kind == "wood" and w.layer == wood.layer
        )
        mass = float(masses(run, number)[-YEAR:][day])
        warm = with_unit(float(run.daily[-YEAR:][day, number, 0]), Quantity.TEMPERATURE, system)
        lines.append(f"{wood.name}: {plain(mass, 1)} % by mass, {warm}")
    if not verdict.woods:
        damp = float(run.humidity[-YEAR:][day].max())
        lines.append(f"dampest cell {with_unit(min(1.0, damp), Quantity.HUMIDITY, system)}")
    return "\n".join(lines)
