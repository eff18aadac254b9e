# SPDX-License-Identifier: GPL-3.0-or-later
"""The hours of a clear, still summer day: what passes a bay, up or down."""

from glacis.core.air.states import DayStrip
from glacis.core.units.format import number
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import CUT, DIMENSION, Item, Line, Patch, Scene, Size, Text, box

LABEL = 12.0
LEFT, RIGHT = 190.0, 96.0
LEVEL = 1e-9
"""Flow that is none [m³/s]; our judgement: rounding."""


def air_day_scene(day: DayStrip, size: Size, system: System) -> Scene:
    """Bars up for air that rises, down for air that sinks, and the warmth of the covering over them."""
    width, height = size
    left, right, top, bottom = LEFT, width - RIGHT, 8.0, height - 18.0
    up, down = max(0.0, *day.volume), max(0.0, *(-v for v in day.volume))
    whole = max(up + down, LEVEL)
    zero = top + (bottom - top) * (up / whole if whole > LEVEL else 0.5)
    step = (right - left) / 24
    unit = Quantity.AIR_FLOW.unit(system).symbol
    items: list[Item] = [
        Text(8, 20, "A clear, still day", LABEL, "ink", face="semibold"),
        Text(8, 36, f"air by hour, {unit}", LABEL, "second"),
        Line((left, zero, right, zero), "ink", DIMENSION),
    ]
    for hour, volume in enumerate(day.volume):
        if abs(volume) <= LEVEL:
            continue
        y = zero - volume / whole * (bottom - top)
        items.append(
            Patch(
                box(
                    left + hour * step + 2, min(y, zero), left + (hour + 1) * step - 2, max(y, zero)
                ),
                "accent" if volume > 0 else "note",
            )
        )
    for hour in (0, 6, 12, 18, 24):
        x = left + hour * step
        items.append(Line((x, bottom, x, bottom + 3), "ink", DIMENSION))
        items.append(Text(x, height - 4, f"{hour} h", LABEL, "second", "middle"))
    most = max(range(24), key=lambda k: abs(day.volume[k]))
    if abs(day.volume[most]) > LEVEL:
        if up > 0:
            items.append(
                Text(
                    left - 8,
                    top + 9,
                    f"up {number(up, Quantity.AIR_FLOW, system)}",
                    LABEL,
                    "accent",
                    "end",
                )
            )
        if down > 0:
            items.append(
                Text(
                    left - 8,
                    bottom,
                    f"down {number(down, Quantity.AIR_FLOW, system)}",
                    LABEL,
                    "note",
                    "end",
                )
            )
    else:
        items.append(Text((left + right) / 2, zero - 6, "no air passes", LABEL, "second", "middle"))
    items += _warmth(day, (left, top, right, bottom), system)
    return Scene(width, height, tuple(items))


def _warmth(day: DayStrip, area: tuple[float, float, float, float], system: System) -> list[Item]:
    """The covering's underside by hour."""
    left, top, right, bottom = area
    low, high = min(*day.top, *day.outside), max(*day.top, *day.outside)
    step = (right - left) / 24

    def y(value: float) -> float:
        return bottom - (value - low) / max(1e-9, high - low) * (bottom - top)

    flat = tuple(v for k, t in enumerate(day.top) for v in (left + (k + 0.5) * step, y(t)))
    warmest = max(range(24), key=lambda k: day.top[k])
    unit = Quantity.TEMPERATURE.unit(system).symbol
    return [
        Line(flat, "warm", CUT),
        Text(right + 6, top + 10, "upper face", LABEL, "warm"),
        Text(
            right + 6,
            top + 25,
            f"to {number(day.top[warmest], Quantity.TEMPERATURE, system)} {unit}",
            LABEL,
            "warm",
        ),
    ]
