# SPDX-License-Identifier: GPL-3.0-or-later
"""The schools of averaging side by side, and what the corrections add to each."""

from collections.abc import Iterator

from glacis.core.area.analysed import AnalysedArea
from glacis.core.model.document import Method
from glacis.core.units.format import number, plain, with_unit
from glacis.core.units.quantities import Quantity, System, from_display, to_display
from glacis.report.charts.axes import Plot, nice_top, ticks
from glacis.report.scene import DIMENSION, FACE, Hot, Item, Line, Patch, Scene, Text, box

U = Quantity.TRANSMITTANCE
NAMES: dict[Method, tuple[str, str]] = {
    "parallel": ("parallel paths", "1/R′: US practice for wooden frames; heat flows straight"),
    "combined": ("combined", "2/(R′ + R″): ISO 6946; between the two"),
    "isothermal": ("isothermal planes", "1/R″: US practice for masonry cores; heat spreads freely"),
}


def _values(roof: AnalysedArea) -> dict[Method, float]:
    heat = roof.heat
    combined = 2 / (heat.upper + heat.lower)
    return {"parallel": heat.parallel, "combined": combined, "isothermal": heat.isothermal}


def _row(
    plot: Plot, roof: AnalysedArea, method: Method, value: float, y: float, system: System
) -> Iterator[Item]:
    added = roof.heat.corrections.total
    end, total = _x(plot, value), _x(plot, value + added)
    chosen = roof.targets.method == method
    name, words = NAMES[method]
    yield Text(plot.left, y - 22, name, 13, "ink", face="semibold" if chosen else "regular")
    yield Text(plot.left + 130, y - 22, words, 12, "second")
    yield Patch(box(plot.left, y - 12, end, y + 8), "accent" if chosen else "wash", "accent", FACE)
    if added > 0:
        yield Patch(box(end, y - 12, total, y + 8), "bench", "mind", FACE)
        shown = f"+{number(added, U, system)} corrections"
        yield Text(total + 70, y + 3, shown, 12, "mind")
    yield Text(total + 8, y + 3, number(value + added, U, system), 13, face="semibold")


def _x(plot: Plot, value: float) -> float:
    return plot.left + value / plot.high * (plot.right - plot.left)


def methods_scene(roof: AnalysedArea, width: float, height: float, system: System) -> Scene:
    """U by each method as bars; a press on one sets it for the project."""
    values = _values(roof)
    unit = U.unit(system)
    most = max(*values.values(), roof.target) + roof.heat.corrections.total
    top = from_display(nice_top(to_display(most, unit)), unit)
    plot = Plot(24.0, 60.0, width - 230.0, height - 60.0, 0.0, top)
    items: list[Item] = []
    for value in ticks(0.0, to_display(top, unit)):
        x = _x(plot, from_display(value, unit))
        items.append(Line((x, plot.top - 20, x, plot.bottom), "hairline", DIMENSION))
        items.append(Text(x, plot.bottom + 16, f"{value:g}", 12, "second", "middle"))
    items.append(Text(plot.right + 24, plot.bottom + 16, f"U {unit.symbol}", 12, "second"))
    x = _x(plot, roof.target)
    items.append(Line((x, plot.top - 22, x, plot.top - 8), "mind", 1.2))
    target = f"target {with_unit(roof.target, U, system)}"
    items.append(Text(x + 5, plot.top - 26, target, 12, "mind"))
    gap = (plot.bottom - plot.top) / 3
    hot = []
    for row, (method, value) in enumerate(values.items()):
        y = plot.top + gap * (row + 0.6)
        items.extend(_row(plot, roof, method, value, y, system))
        items.append(Line((x, y - 17, x, y + 13), "mind", 1.6))
        edges = (plot.left, y - 40, width, y + 14)
        hot.append(Hot("method", method, edges, f"Judge the project by {NAMES[method][0]}"))
    spread = (values["isothermal"] - values["parallel"]) / values["combined"]
    words = f"The schools lie {plain(spread * 100, 1)} % apart on this roof."
    items.append(Text(plot.left, height - 12, words, 12, "second"))
    return Scene(width, height, tuple(items), tuple(hot))
