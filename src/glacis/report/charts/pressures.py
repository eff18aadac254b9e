# SPDX-License-Identifier: GPL-3.0-or-later
"""One month's vapour lines on the s_d axis, and the year of the inner surface."""

from collections.abc import Iterator

from glacis.core.area.analysed import AnalysedArea
from glacis.core.climate.year import MONTH_NAMES
from glacis.core.moisture.monthly import Monthly, Profile
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System, from_display, to_display
from glacis.report.charts.axes import Plot, beyond, month_names, nice_top, ticks
from glacis.report.scene import DIMENSION, Item, Line, Patch, Scene, Size, Text, spread, text_width


def _x_of(monthly: Monthly, plot: Plot) -> list[float]:
    """Places along the depth of the roof: true thickness reads better than s_d of foils."""
    depth = monthly.path.places[-1].depth
    return [plot.left + p.depth / depth * (plot.right - plot.left) for p in monthly.path.places]


def _trace(xs: list[float], values: tuple[float, ...], plot: Plot) -> tuple[float, ...]:
    points: list[float] = []
    for x, value in zip(xs, values, strict=True):
        points += [x, plot.y(value)]
    return tuple(points)


def _faces(monthly: Monthly, plot: Plot) -> Iterator[Item]:
    depth = 0.0
    total = monthly.path.places[-1].depth
    for layer in monthly.path.layers:
        x = plot.left + depth / total * (plot.right - plot.left)
        yield Line((x, plot.top, x, plot.bottom), "hairline", DIMENSION)
        depth += layer.thickness
    yield Line((plot.right, plot.top, plot.right, plot.bottom), "hairline", DIMENSION)


def _axis(plot: Plot, system: System) -> Iterator[Item]:
    unit = Quantity.PRESSURE.unit(system)
    for value in ticks(0.0, to_display(plot.high, unit), 3):
        y = plot.y(from_display(value, unit))
        yield Line((plot.left, y, plot.right, y), "hairline", DIMENSION)
        yield Text(plot.left - 6, y + 4, f"{value:g}", 12, "second", "end")


def pressures_scene(
    roof: AnalysedArea, lines: Profile | None, month: int, size: Size, system: System
) -> Scene:
    """Saturation and vapour pressure through the roof in one month."""
    monthly, (width, height) = roof.monthly, size
    if lines is None:
        return Scene(
            width, height, (Text(16, 24, "No layer before the outside air.", 12, "second"),)
        )
    air = monthly.air[month]
    unit = Quantity.PRESSURE.unit(system)
    most = max(*lines.saturation, *lines.pressure)
    top = from_display(nice_top(to_display(most, unit), 3), unit)
    plot = Plot(54.0, 34.0, width - 96.0, height - 24.0, 0.0, top)
    xs = _x_of(monthly, plot)
    outside = with_unit(air.outdoor, Quantity.TEMPERATURE, system)
    head = f"{MONTH_NAMES[month]}, {outside} outside: vapour pressure, {unit.symbol}"
    items: list[Item] = [Text(plot.left - 6, plot.top - 16, head, 12, "second")]
    items.extend(_axis(plot, system))
    items.extend(_faces(monthly, plot))
    items.append(Line(_trace(xs, lines.saturation, plot), "cold", 1.4, "dash"))
    items.append(Line(_trace(xs, lines.pressure, plot), "wet", 2.0))
    for face in monthly.interfaces:
        x, y = xs[face.place], plot.y(lines.saturation[face.place])
        if lines.pressure[face.place] >= lines.saturation[face.place] * (1 - 1e-9):
            items.append(Patch((x, y - 5, x + 4, y, x, y + 5, x - 4, y), "wet", "bench", 0.8))
    ends = [plot.y(lines.saturation[-1]), plot.y(lines.pressure[-1])]
    order = sorted(range(2), key=lambda k: ends[k])
    placed = spread([ends[k] for k in order], 15.0, plot.top, plot.bottom)
    names = (("saturation", "cold"), ("vapour", "wet"))
    for k, y in zip(order, placed, strict=True):
        items.append(Text(plot.right + 8, y + 4, names[k][0], 12, names[k][1]))
    items.append(Text(plot.left, plot.bottom + 16, "inside", 12, "second"))
    items.append(Text(plot.right, plot.bottom + 16, "outside", 12, "second", "end"))
    return Scene(width, height, tuple(items))


def surface_scene(roof: AnalysedArea, width: float, height: float, chosen: int = -1) -> Scene:
    """f_Rsi against what each month asks of it."""
    surface, factor = roof.surface, roof.heat.surface_factor
    plot = Plot(54.0, 34.0, width - 96.0, height - 24.0, 0.0, 1.0)
    title = "f_Rsi of the inner surface and the least it must be"
    if text_width(title, 12) > width - plot.left:
        title = "f_Rsi and the least it must be"
    items: list[Item] = [Text(plot.left - 6, plot.top - 16, title, 12, "second")]
    items.extend(beyond((plot.left, plot.y(min(1.0, factor)), plot.right, plot.top - 0.0)))
    for value in (0.0, 0.5, 1.0):
        items.append(
            Line((plot.left, plot.y(value), plot.right, plot.y(value)), "hairline", DIMENSION)
        )
        items.append(Text(plot.left - 6, plot.y(value) + 4, f"{value:g}", 12, "second", "end"))
    order = roof.monthly.order
    for position, month in enumerate(order):
        wanted = surface.months[month].factor
        if wanted is None:
            continue
        asked = min(1.0, max(0.0, wanted))
        x = plot.month(position)
        ink = "stop" if asked > factor else ("ink" if month == surface.critical else "second")
        items.append(Line((x, plot.bottom, x, plot.y(asked)), ink, 2.0 if month == chosen else 1.2))
        y = plot.y(asked)
        items.append(Patch((x, y - 4, x + 4, y, x, y + 4, x - 4, y), ink))
    y = plot.y(min(1.0, max(0.0, factor)))
    items.append(Line((plot.left, y, plot.right, y), "accent", 2.0))
    items.append(Text(plot.right + 8, y + 4, f"roof {plain(factor, 3)}", 12, "accent"))
    least = surface.least_factor
    gap = max(plot.y(min(1.0, max(0.0, least or 0.0))) + 4, y + 18)
    words = "no demand" if least is None else f"least {plain(least, 3)}"
    items.append(Text(plot.right + 8, gap, words, 12, "ink"))
    items.extend(month_names(plot, order))
    return Scene(width, height, tuple(items))
