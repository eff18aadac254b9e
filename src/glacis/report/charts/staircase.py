# SPDX-License-Identifier: GPL-3.0-or-later
"""The resistance staircase: how each path climbs from inside to outside."""

from collections.abc import Iterator

from glacis.core.area.analysed import AnalysedArea
from glacis.core.figures.detail import AreaDetail
from glacis.core.heat.combined import Section
from glacis.core.heat.resolve import LayerData
from glacis.core.units.format import number, plain, resistance_label
from glacis.core.units.quantities import Quantity, System, from_display, to_display
from glacis.report.charts.axes import Plot, beyond, nice_top, ticks
from glacis.report.hatch import hatched
from glacis.report.scene import DIMENSION, FACE, Item, Line, Scene, Text, shorten, spread

PATH_INKS = ("ink", "accent", "second", "note", "mind", "wet")
MOST_PATHS = 6


def _counted(roof: AnalysedArea) -> tuple[LayerData, ...]:
    return roof.layers[: roof.heat.counted]


def path_name(section: Section, layers: tuple[LayerData, ...]) -> str:
    """Which way a path goes, in words."""
    through = [
        layer.frame.name
        for layer, inside in zip(layers, section.in_frame, strict=False)
        if inside and layer.frame
    ]
    share = f"{plain(section.fraction * 100, 1)} %"
    if not any(layer.frame for layer in layers):
        return "the whole area"
    if not through:
        return f"between members, {share}"
    names = " and ".join(
        f"{n}"
        for n, (layer, inside) in enumerate(zip(layers, section.in_frame, strict=False), 1)
        if inside and layer.frame
    )
    return f"members of {names}, {share}"


def _columns(roof: AnalysedArea, plot: Plot) -> list[float]:
    """Where each step stands: films narrow, layers by their depth with a least width."""
    widths = [14.0]
    layers = _counted(roof)
    room = plot.right - plot.left - 28
    depths = [max(x.thickness, 0.004) if x.kind != "roof-space" else 0.1 for x in layers]
    least = 16.0
    spare = room - least * len(layers)
    total = sum(depths)
    widths += [least + max(0.0, spare) * depth / total for depth in depths]
    widths.append(14.0)
    edges = [plot.left]
    for width in widths:
        edges.append(edges[-1] + width)
    return edges


def _layer_strip(roof: AnalysedArea, plot: Plot, edges: list[float]) -> Iterator[Item]:
    for place, layer in enumerate(_counted(roof), 1):
        left, right = edges[place], edges[place + 1]
        yield from hatched(layer.hatch, (left, plot.bottom + 4, right, plot.bottom + 22))
        yield Line((left, plot.bottom + 4, left, plot.bottom + 22), "ink", FACE)
        yield Text((left + right) / 2, plot.bottom + 36, str(place), 12, "second", "middle")
    yield Line((edges[-2], plot.bottom + 4, edges[-2], plot.bottom + 22), "ink", FACE)
    yield Text(plot.left, plot.bottom + 50, "inside", 12, "second")
    yield Text(plot.right, plot.bottom + 50, "outside", 12, "second", "end")


def _axis(plot: Plot, system: System) -> Iterator[Item]:
    unit = Quantity.RESISTANCE.unit(system)
    for value in ticks(0.0, to_display(plot.high, unit)):
        y = plot.y(from_display(value, unit))
        yield Line((plot.left, y, plot.right, y), "hairline", DIMENSION)
        yield Text(plot.left - 6, y + 4, f"{value:g}", 12, "second", "end")
    yield Text(plot.left - 6, plot.top - 14, f"R {unit.symbol}", 12, "second", "start")


def _target_edge(roof: AnalysedArea, plot: Plot, system: System) -> Iterator[Item]:
    wanted = 1 / roof.target
    if wanted > plot.high:
        return
    y = plot.y(wanted)
    yield Line((plot.left, y, plot.right, y), "mind", 1.2, "dash")
    words = f"target {resistance_label(wanted, system)}"
    yield Text(plot.left + 6, y - 5, words, 12, "mind")


def _end_labels(ends: list[tuple[float, str, str]], plot: Plot, width: float) -> Iterator[Item]:
    ordered = sorted(ends, key=lambda end: plot.y(end[0]))
    placed = spread([plot.y(end[0]) for end in ordered], 17.0, plot.top - 4, plot.bottom)
    x = plot.right + 26
    for (value, words, ink), y in zip(ordered, placed, strict=True):
        yield Line(
            (plot.right + 3, plot.y(value), plot.right + 10, plot.y(value), x - 4, y),
            ink,
            DIMENSION,
        )
        yield Text(x, y + 4, shorten(words, width - x - 2, 12), 12, ink)


def staircase_scene(
    roof: AnalysedArea, detail: AreaDetail, width: float, height: float, system: System
) -> Scene:
    """Cumulative resistance of every path, both limits, the total and the target."""
    combined = roof.heat.main
    layers = _counted(roof)
    sections = combined.sections[:MOST_PATHS]
    unit = Quantity.RESISTANCE.unit(system)
    most = max(*(s.resistance for s in sections), combined.upper, 1 / roof.target * 1.02)
    top = from_display(nice_top(to_display(most, unit)), unit)
    plot = Plot(54.0, 34.0, width - 216.0, height - 62.0, 0.0, top)
    edges = _columns(roof, plot)
    items: list[Item] = list(_axis(plot, system))
    items.extend(_target_edge(roof, plot, system))
    items.extend(_layer_strip(roof, plot, edges))
    ends: list[tuple[float, str, str]] = []
    for index, section in enumerate(sections):
        climb = detail.climbs[index]
        points: list[float] = []
        for x, value in zip(edges, climb, strict=False):
            points += [x, plot.y(value)]
        ink = PATH_INKS[index]
        items.append(Line(tuple(points), ink, 2.0 if index == 0 else 1.4))
        shown = number(section.resistance, Quantity.RESISTANCE, system)
        ends.append((section.resistance, f"{shown}  {path_name(section, layers)}", ink))
    if len(sections) > 1:
        for value, words in (
            (combined.upper, "upper limit R′"),
            (combined.lower, "lower limit R″"),
        ):
            ends.append((value, f"{number(value, Quantity.RESISTANCE, system)}  {words}", "ink"))
        band = (plot.right - 26, plot.y(combined.upper), plot.right, plot.y(combined.lower))
        items.extend(beyond(band))
        for value in (combined.upper, combined.lower):
            items.append(
                Line((plot.right - 26, plot.y(value), plot.right + 3, plot.y(value)), "ink", 1.4)
            )
    items.extend(_end_labels(ends, plot, width))
    return Scene(width, height, tuple(items))
