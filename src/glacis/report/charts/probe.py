# SPDX-License-Identifier: GPL-3.0-or-later
"""A probe over the run: what was measured as dots, what the run gives as a line, days from the probe's first."""

from collections.abc import Iterator
from math import floor
from typing import TYPE_CHECKING

import numpy as np

from glacis.core.climate.year import ENDS, MONTH_SHORT, date_words
from glacis.core.model.probe import Probe
from glacis.core.units.format import plain
from glacis.report.charts.axes import Plot, nice_step
from glacis.report.scene import DIMENSION, FACE, Item, Line, Patch, Scene, Text, shorten, text_width

if TYPE_CHECKING:
    from glacis.core.hourly.probe import Misfit

LEFT, RIGHT, TOP, FOOT = 44.0, 12.0, 30.0, 24.0
DOT = 1.5
LEAST_SPAN = 2.0


def unit_of(probe: Probe) -> str:
    """What its figures are in."""
    return "% by mass" if probe.measures == "wood" else "% relative humidity"


def misfit_words(probe: Probe, found: "Misfit") -> str:
    """How a probe stands to the run, in sentences."""
    scale = 1.0 if probe.measures == "wood" else 100.0
    about = "Simulated, no device. " if probe.simulated else ""
    if found.grade == "too little":
        return f"{about}{found.days} days can be compared: too few for a word."
    way = "wetter" if found.bias > 0 else "drier"
    together = "" if found.correlation is None else f", correlation {plain(found.correlation, 2)}"
    said = (
        f"{about}It {found.grade if found.grade == 'agrees' else 'differs'}: over {found.days} days it reads "
        f"{plain(abs(found.bias) * scale, 1)} {unit_of(probe)} {way} than the run, "
        f"root mean square {plain(found.rms * scale, 1)}{together}."
    )
    from glacis.core.hourly.probe import calendar
    from glacis.core.hourly.probe_cause import WORDS

    why = f" {WORDS[found.suggests]}" if found.suggests else ""
    if found.spell is None:
        return f"{said}{why}"

    days = calendar(probe)
    first, last = days[found.spell.first], days[found.spell.first + found.spell.days - 1]
    way = "wetter" if found.spell.by > 0 else "drier"
    return (
        f"{said} Longest off: {found.spell.days} days from {date_words(int(first))} to {date_words(int(last))}, "
        f"{plain(abs(found.spell.by) * scale, 1)} {way}.{why}"
    )


def probe_scene(probe: Probe, found: "Misfit", size: tuple[float, float]) -> Scene:
    """Both series over the days of the probe.

    Args:
        probe: that measured.
        found: against the run.
        size: of the drawing [px].
    """
    return Scene(*size, tuple(_items(probe, found, size)))


def _items(probe: Probe, found: "Misfit", size: tuple[float, float]) -> Iterator[Item]:
    scale = 1.0 if probe.measures == "wood" else 100.0
    measured, ran = found.measured * scale, found.predicted * scale
    every = np.concatenate((measured, ran))
    every = every[np.isfinite(every)]
    low, high = (float(every.min()), float(every.max())) if len(every) else (0.0, 1.0)
    step = nice_step(max(high - low, LEAST_SPAN))
    low, high = step * floor(low / step), step * (floor(high / step) + 1)
    width, height = size
    plot = Plot(LEFT, TOP, width - RIGHT, height - FOOT, low, high)
    yield from _frame(probe, plot, step)
    count = max(2, len(measured))

    def x(day: float) -> float:
        return plot.left + (day + 0.5) / count * (plot.right - plot.left)

    for piece in _pieces(ran):
        points = [v for k in piece for v in (x(k), plot.y(float(ran[k])))]
        if len(points) > 2:
            yield Line(tuple(points), "ink", FACE)
    for k in np.flatnonzero(np.isfinite(measured)):
        cx, cy = x(int(k)), plot.y(float(measured[k]))
        yield Patch(
            (cx - DOT, cy - DOT, cx + DOT, cy - DOT, cx + DOT, cy + DOT, cx - DOT, cy + DOT),
            "accent",
            "",
        )
    yield from _months(probe, plot, count)


def _frame(probe: Probe, plot: Plot, step: float) -> Iterator[Item]:
    words = shorten(
        f"{unit_of(probe)}, daily means: {probe.place}", plot.right - plot.left - 150, 12
    )
    yield Text(plot.left, plot.top - 12, words, 12, "second")
    right = plot.right
    for said, ink in (("run", "ink"), ("measured", "accent")):
        yield Text(right, plot.top - 12, said, 12, ink, "end")
        right -= text_width(said, 12) + 14
    value = plot.low
    while value <= plot.high + 1e-9:
        y = plot.y(value)
        yield Line((plot.left, y, plot.right, y), "hairline", DIMENSION)
        yield Text(plot.left - 6, y + 4, f"{value:g}", 12, "second", "end")
        value += step


def _months(probe: Probe, plot: Plot, count: int) -> Iterator[Item]:
    from glacis.core.hourly.probe import calendar

    starts = {0, *ENDS[:-1]}
    names = {start: MONTH_SHORT[k] for k, start in enumerate((0, *ENDS[:-1]))}
    days = calendar(probe)
    room = (plot.right - plot.left) / max(1.0, count / 30.4)
    every = 1 if room > 30 else 3 if room > 10 else 12
    for k, day in enumerate(days):
        if int(day) not in starts:
            continue
        at = plot.left + k / count * (plot.right - plot.left)
        yield Line((at, plot.bottom, at, plot.bottom + 4), "second", DIMENSION)
        month = list(names).index(int(day))
        if month % every == 0 and at < plot.right - 20:
            yield Text(at + 3, plot.bottom + 16, names[int(day)], 12, "second")


def _pieces(series: np.ndarray) -> Iterator[list[int]]:
    """Stretches of days without a gap."""
    piece: list[int] = []
    for k, there in enumerate(np.isfinite(series)):
        if there:
            piece.append(k)
        elif piece:
            yield piece
            piece = []
    if piece:
        yield piece
