# SPDX-License-Identifier: GPL-3.0-or-later
"""What would have to change about a variant: each thing between its bounds, as it is and where it draws level."""

from collections.abc import Iterator

from glacis.core.analysis.beside import Level
from glacis.core.quantities.shown import grouped
from glacis.core.units.format import number, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Item,
    Line,
    Patch,
    Scene,
    Text,
    box,
    shorten,
)

NAMES, WORDS, ROW, TOP = 0.42, 220.0, 30.0, 24.0
TITLES = {
    "U": "U as built, if this alone were otherwise",
    "first cost": "First cost as built, whole job",
    "carbon": "Carbon of all that is bought as built",
}


def levels_scene(
    levels: tuple[Level, ...], width: float, height: float, system: System, currency: str
) -> Scene:
    """All levels, figure by figure."""
    items: list[Item] = []
    y = TOP
    for figure, title in TITLES.items():
        mine = [level for level in levels if level.figure == figure]
        if not mine:
            continue
        items.append(Text(6, y, title, 13, face="semibold"))
        y += 8
        for level in mine:
            y += ROW
            items.extend(_row(level, width, y, system, currency))
        y += ROW + 6
    return Scene(width, max(height, y), tuple(items), ())


def _shown(level: Level, value: float, system: System, currency: str) -> str:
    if level.kind == "thickness":
        return with_unit(round(value, 3), Quantity.THICKNESS, system)
    money = f"{value:.2f}" if value < 100 else grouped(value)
    return f"{money} {currency}/{level.unit}".replace(" /", "/")


def _row(level: Level, width: float, y: float, system: System, currency: str) -> Iterator[Item]:
    left = NAMES * width
    right = max(left + 80, width - WORDS)

    def at(value: float) -> float:
        return left + (right - left) * (value - level.low) / (level.high - level.low)

    yield Text(14, y + 4, shorten(level.lever, left - 26, 12), 12)
    yield Line((left, y, right, y), "hairline", DIMENSION)
    yield Line((at(level.now), y - 7, at(level.now), y + 7), "second", FACE)
    now = _shown(level, level.now, system, currency)
    if level.at is None:
        low = (
            number(level.low, Quantity.THICKNESS, system)
            if level.kind == "thickness"
            else f"{level.low:g}"
        )
        high = _shown(level, level.high, system, currency)
        yield Text(right + 12, y + 4, f"nowhere from {low} to {high}", 12, "second")
        return
    x = at(level.at)
    yield Patch(box(x - 4, y - 4, x + 4, y + 4), "accent", "accent", FACE)
    reached = _shown(level, level.at, system, currency)
    yield Text(right + 12, y + 4, reached, 13, face="semibold")
    yield Text(width - 8, y + 4, f"now {now}", 12, "second", "end")
