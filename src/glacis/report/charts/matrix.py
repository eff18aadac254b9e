# SPDX-License-Identifier: GPL-3.0-or-later
"""A study as a matrix: one cell a way of building, its verdict as shade, word and figure."""

from collections.abc import Iterator

from glacis.core.analysis.study import WORDS, Grid, Row, Studied, points_of
from glacis.core.hourly.story import water_words
from glacis.core.units.format import plain
from glacis.core.units.quantities import System
from glacis.report.charts.three import SAYS
from glacis.report.scene import Hot, Item, Patch, Scene, Text, box, wrapped

LEFT, TOP = 150.0, 54.0
LEAST_FREE = 0.01
"""Water that stands free from which it is shown beside wood [kg/m²]."""
FILLS = {"fit": "wash", "mind": "tone:1", "stop": "wet-3", "": "tint:unknown"}
INKS = {"fit": "accent", "mind": "mind", "stop": "stop", "": "second"}


def _figures(row: Row, system: System) -> tuple[str, ...]:
    if not row.verdict:
        return ("not worked out",)
    wood = () if row.peak is None else (f"{plain(row.peak, 0)} % by mass",)
    water = () if row.free < LEAST_FREE and wood else (f"{water_words(row.free, system)} free",)
    forgiven = (
        () if row.reserve is None else (f"forgives {water_words(row.reserve, system)} a year",)
    )
    return (*wood, *water, *forgiven)


def _cell(row: Row, corners: tuple[float, float, float, float], system: System) -> Iterator[Item]:
    left, top, right, bottom = corners
    middle = (left + right) / 2
    yield Patch(box(left, top, right, bottom), FILLS[row.verdict], INKS[row.verdict], 1.2)
    y = (top + bottom) / 2
    said = SAYS.get(row.verdict, "no answer")
    figures = _figures(row, system)
    y -= 8 * (len(figures) - 1)
    yield Text(middle, y - 2, said, 13, INKS[row.verdict], "middle", "semibold")
    for number, words in enumerate(figures):
        yield Text(middle, y + 15 * (number + 1), words, 12, "ink", "middle")


def _hint(grid: Grid, point: tuple[str, ...], row: Row) -> str:
    ways = ", ".join(
        f"{WORDS[name].lower()} {value}" for (name, _), value in zip(grid, point, strict=True)
    )
    if row.fault:
        return f"{ways}: {row.fault}"
    settled = "it repeats itself" if row.settled else "it still changes"
    return (
        f"{ways}: over 20 % for {row.longest} d in a row, mould index {plain(row.mould, 1)}; after {row.years} years "
        f"{settled}. Press to build it so."
    )


def matrix_scene(
    studied: Studied, names: dict[str, str], size: tuple[float, float], system: System
) -> Scene:
    """A study of two axes, the first down and the second across.

    Args:
        studied: its rows.
        names: what values are called, by themselves.
        size: of the drawing.
        system: units.
    """
    width, height = size
    (down, rows), (across, columns) = studied.grid
    wide, tall = (width - LEFT - 8) / len(columns), (height - TOP - 8) / len(rows)
    items: list[Item] = [
        Text(LEFT, 16, WORDS[across], 13, "ink", face="semibold"),
        Text(8, TOP - 10, WORDS[down], 13, "ink", face="semibold"),
    ]
    for k, value in enumerate(columns):
        for number, line in enumerate(wrapped(names.get(value, value), wide - 8, 12, 2)):
            items.append(
                Text(LEFT + (k + 0.5) * wide, 33 + 14 * number, line, 12, "second", "middle")
            )
    for k, value in enumerate(rows):
        for number, line in enumerate(wrapped(names.get(value, value), LEFT - 16, 12, 2)):
            items.append(Text(8, TOP + (k + 0.5) * tall + 14 * number, line, 12, "second"))
    hot = []
    for number, (point, row) in enumerate(zip(points_of(studied.grid), studied.rows, strict=True)):
        at, over = divmod(number, len(columns))
        corners = (
            LEFT + over * wide + 3, TOP + at * tall + 3, LEFT + (over + 1) * wide - 3, TOP + (at + 1) * tall - 3,
        )  # fmt: skip
        items += _cell(row, corners, system)
        hot.append(Hot("way", str(number), corners, _hint(studied.grid, point, row)))
    return Scene(width, height, tuple(items), tuple(hot))
