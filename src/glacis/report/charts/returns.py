# SPDX-License-Identifier: GPL-3.0-or-later
"""Diminishing returns: U and annual loss against the thickness of the main insulation."""

from collections.abc import Iterator

from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.energy import CurvePoint
from glacis.core.thickness.returns import Returns
from glacis.core.units.format import number, plain, with_unit
from glacis.core.units.quantities import Quantity, System, from_display, to_display
from glacis.report.charts.axes import Plot, beyond, nice_top, ticks
from glacis.report.scene import DIMENSION, FACE, Item, Line, Patch, Scene, Text

U = Quantity.TRANSMITTANCE
D = Quantity.THICKNESS
STEP_SI, STEP_US = 0.05, 0.0508


def _x(plot: Plot, most: float, thickness: float) -> float:
    return plot.left + thickness / most * (plot.right - plot.left)


def _axes(plot: Plot, most: float, system: System) -> Iterator[Item]:
    unit = U.unit(system)
    for value in ticks(0.0, to_display(plot.high, unit)):
        y = plot.y(from_display(value, unit))
        yield Line((plot.left, y, plot.right, y), "hairline", DIMENSION)
        yield Text(plot.left - 6, y + 4, f"{value:g}", 12, "second", "end")
    yield Text(plot.left - 44, plot.top - 14, f"U {unit.symbol}", 12, "second")
    step = STEP_US if system == "us" else STEP_SI
    thickness = 0.0
    while thickness <= most + 1e-9:
        x = _x(plot, most, thickness)
        yield Line((x, plot.bottom, x, plot.bottom + 4), "second", FACE)
        yield Text(x, plot.bottom + 18, number(thickness, D, system), 12, "second", "middle")
        thickness += step if most < 0.6 else 2 * step


def _curve(plot: Plot, most: float, points: tuple[CurvePoint, ...]) -> Iterator[Item]:
    flat: list[float] = []
    for point in points:
        if point.transmittance <= plot.high:
            flat += [_x(plot, most, point.thickness), plot.y(point.transmittance)]
    if len(flat) >= 4:
        yield Line(tuple(flat), "accent", 2.0)


def _target(
    plot: Plot, most: float, roof: AnalysedArea, found: Returns, system: System
) -> Iterator[Item]:
    y = plot.y(roof.target)
    yield from beyond((plot.left, plot.top, plot.right, y))
    yield Line((plot.left, y, plot.right, y), "mind", 1.2, "dash")
    words = f"target {with_unit(roof.target, U, system)}"
    yield Text(plot.right + 8, y + 4, words, 12, "mind")
    if found.needed is not None and found.needed <= most:
        x = _x(plot, most, found.needed)
        yield Line((x, y, x, plot.bottom), "mind", FACE, "dash")
        yield Text(x + 5, plot.bottom - 6, with_unit(found.needed, D, system), 12, "mind")


def _present(plot: Plot, most: float, found: Returns, system: System) -> Iterator[Item]:
    x, y = _x(plot, most, found.present.thickness), plot.y(found.present.transmittance)
    yield Line((x, y, x, plot.bottom), "ink", FACE)
    yield Patch((x, y - 5, x + 5, y, x, y + 5, x - 5, y), "ink", "bench", 1.0)
    loss = with_unit(found.present.loss, Quantity.HEAT_LOSS, system)
    shown = with_unit(found.present.transmittance, U, system)
    yield Text(
        x + 10, y - 18, f"now {with_unit(found.present.thickness, D, system)}", 13, face="semibold"
    )
    yield Text(x + 10, y - 4, f"U {shown}, {loss}", 12, "second")


def _years(years: float | None) -> str:
    if years is None:
        return "never"
    return f"{plain(years, 0)} years" if years < 200 else "over 200 years"


def next_words(found: Returns, system: System) -> str:
    """What the next 20 mm would bring, in words."""
    step = found.next
    return (
        f"The next {with_unit(0.02, D, system)} of {found.name} save "
        f"{with_unit(step.saved, Quantity.HEAT_LOSS, system)}, cost about "
        f"{with_unit(step.cost, Quantity.COST, system)} and {with_unit(step.carbon, Quantity.CARBON, system)}; "
        f"paid back in {_years(step.cost_years)} by price, {_years(step.carbon_years)} by carbon."
    )


def returns_scene(
    roof: AnalysedArea, found: Returns, width: float, height: float, system: System
) -> Scene:
    """The curve, the present point, the target and what lies beyond it."""
    most = found.points[-1].thickness
    unit = U.unit(system)
    highest = max(
        roof.target * 1.6, min(found.present.transmittance * 1.5, found.points[0].transmittance)
    )
    top = from_display(nice_top(to_display(highest, unit)), unit)
    plot = Plot(66.0, 34.0, width - 150.0, height - 56.0, 0.0, top)
    items: list[Item] = list(_axes(plot, most, system))
    items.extend(_target(plot, most, roof, found, system))
    items.extend(_curve(plot, most, found.points))
    items.extend(_present(plot, most, found, system))
    name = f"{found.name}, {D.unit(system).symbol}"
    items.append(Text(plot.left, plot.bottom + 38, name, 12, "second"))
    last = found.points[-1]
    loss = with_unit(last.loss, Quantity.HEAT_LOSS, system)
    items.append(Text(plot.right + 8, plot.y(last.transmittance) + 4, loss, 12, "accent"))
    return Scene(width, height, tuple(items))
