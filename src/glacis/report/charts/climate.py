# SPDX-License-Identifier: GPL-3.0-or-later
"""The climate year: temperature, humidity, and indoor against outdoor vapour."""

from collections.abc import Iterator

from glacis.core.climate.year import MONTH_NAMES, extremes
from glacis.core.model.document import Climate
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System, from_display, to_display
from glacis.report.charts.axes import Plot, month_names, nice_step, ticks
from glacis.report.scene import DIMENSION, Hot, Item, Line, Patch, Scene, Text, spread, wrapped

ORDER = tuple(range(12))
NAMES = 148.0
"""Room at the right for the names of the lines [pt]."""


def temperature_plot(climate: Climate, width: float, height: float, system: System) -> Plot:
    """The plot of the temperatures, its edges round in the reader's unit."""
    unit = Quantity.TEMPERATURE.unit(system)
    low = to_display(min(*climate.temperature, climate.design_winter), unit)
    high = to_display(max(*climate.temperature, climate.design_summer), unit)
    step = nice_step(high - low, 5)
    bottom = step * (low // step)
    top = step * -(-high // step)
    return Plot(
        54.0,
        34.0,
        width - NAMES,
        height * 0.56,
        from_display(bottom, unit),
        from_display(top, unit),
    )


def humidity_plot(width: float, height: float) -> Plot:
    """The plot of the humidities, 0 to 100 %."""
    return Plot(54.0, height * 0.56 + 56.0, width - NAMES, height - 26.0, 0.0, 1.0)


def _curve(plot: Plot, values: tuple[float, ...]) -> tuple[float, ...]:
    points: list[float] = []
    for month, value in enumerate(values):
        points += [plot.month(month), plot.y(value)]
    return tuple(points)


def _end_names(plot: Plot, ends: list[tuple[float, str, str]]) -> Iterator[Item]:
    """The name of each line at its end, none over another."""
    ends = sorted(ends, key=lambda end: -end[0])
    lines = [(value, line, ink) for value, name, ink in ends
             for line in wrapped(name, NAMES - 12, 12)]  # fmt: skip
    placed = spread([plot.y(value) for value, _, _ in lines], 15.0, plot.top, plot.bottom)
    for (_, line, ink), y in zip(lines, placed, strict=True):
        yield Text(plot.right + 8, y + 4, line, 12, ink)


def _handles(plot: Plot, values: tuple[float, ...], ink: str) -> Iterator[Item]:
    for month, value in enumerate(values):
        x, y = plot.month(month), plot.y(value)
        yield Patch((x, y - 4, x + 4, y, x, y + 4, x - 4, y), "bench", ink, 1.4)


def _hots(
    plot: Plot, values: tuple[float, ...], kind: str, quantity: Quantity, system: System
) -> Iterator[Hot]:
    for month, value in enumerate(values):
        x, y = plot.month(month), plot.y(value)
        words = (
            f"{MONTH_NAMES[month]}: {with_unit(value, quantity, system)}. Drag, or type to change."
        )
        yield Hot(kind, str(month), (x - 9, y - 9, x + 9, y + 9), words)


def _temperature_items(climate: Climate, plot: Plot, system: System) -> Iterator[Item]:
    unit = Quantity.TEMPERATURE.unit(system)
    yield Text(
        plot.left - 6, plot.top - 16, f"monthly mean temperature, {unit.symbol}", 12, "second"
    )
    for value in ticks(to_display(plot.low, unit), to_display(plot.high, unit), 5):
        y = plot.y(from_display(value, unit))
        yield Line((plot.left, y, plot.right, y), "hairline", DIMENSION)
        yield Text(plot.left - 6, y + 4, f"{value:g}".replace("-", "−"), 12, "second", "end")
    designs = [
        ("winter day", climate.design_winter, "cold"),
        ("summer day", climate.design_summer, "warm"),
    ]
    ends = [(climate.temperature[11], "monthly mean", "warm")]
    for name, value, ink in designs:
        yield Line((plot.left, plot.y(value), plot.right, plot.y(value)), ink, 1.0, "dash-dot")
        shown = with_unit(value, Quantity.TEMPERATURE, system)
        ends.append((value, f"{name} {shown}", ink))
    yield Line(_curve(plot, climate.temperature), "warm", 2.0)
    yield from _handles(plot, climate.temperature, "warm")
    yield from _end_names(plot, ends)
    for month in extremes(climate):
        value = climate.temperature[month]
        above = value > (plot.low + plot.high) / 2
        shown = with_unit(value, Quantity.TEMPERATURE, system)
        yield Text(
            plot.month(month), plot.y(value) + (-10 if above else 20), shown, 12, "ink", "middle"
        )


def _humidity_items(
    climate: Climate, indoor: tuple[tuple[str, tuple[float, ...]], ...], plot: Plot
) -> Iterator[Item]:
    yield Text(plot.left - 6, plot.top - 16, "monthly mean relative humidity, %", 12, "second")
    for value in (0.0, 0.5, 1.0):
        yield Line((plot.left, plot.y(value), plot.right, plot.y(value)), "hairline", DIMENSION)
        yield Text(plot.left - 6, plot.y(value) + 4, f"{value * 100:.0f}", 12, "second", "end")
    inks = ("wet", "wet-2", "wet-3")
    ends = [(climate.humidity[11], "outside", "cold")]
    for number, (name, values) in enumerate(indoor[:3]):
        yield Line(_curve(plot, values), inks[number], 1.4)
        ends.append((values[11], name, inks[number]))
    yield Line(_curve(plot, climate.humidity), "cold", 2.0)
    yield from _handles(plot, climate.humidity, "cold")
    yield from _end_names(plot, ends)


def climate_scene(
    climate: Climate,
    indoor: tuple[tuple[str, tuple[float, ...]], ...],
    width: float,
    height: float,
    system: System,
) -> Scene:
    """The year of the site, with the indoor humidity of each zone beside it.

    Args:
        climate: of the site.
        indoor: name and twelve relative humidities [-] of up to three zones.
        width: of the drawing.
        height: of the drawing.
        system: units.
    """
    warm = temperature_plot(climate, width, height, system)
    damp = humidity_plot(width, height)
    items: list[Item] = list(_temperature_items(climate, warm, system))
    items.extend(_humidity_items(climate, indoor, damp))
    items.extend(month_names(warm, ORDER))
    items.extend(month_names(damp, ORDER))
    hot = (
        *_hots(warm, climate.temperature, "temperature", Quantity.TEMPERATURE, system),
        *_hots(damp, climate.humidity, "humidity", Quantity.HUMIDITY, system),
    )
    return Scene(width, height, tuple(items), hot)
