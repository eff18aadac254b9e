# SPDX-License-Identifier: GPL-3.0-or-later
"""The column of figures beside the drawings of the falls."""

from collections.abc import Iterable, Iterator

from glacis.report.charts.falls_marks import LABEL
from glacis.report.scene import DIMENSION, Face, Item, Line, Size, Text, shorten, text_width

SIDE = 218.0
"""Its width at the right [pt]."""

Row = tuple[str, str, str]


def _lines(row: Row, width: float) -> list[Row]:
    """A row, or its name and its figure beneath it where the two do not fit side by side."""
    name, figure, weight = row
    if weight == "head" or text_width(name, LABEL) + 8 + text_width(figure, 13) <= width:
        return [row]
    return [(name, "", weight), ("", figure, weight)]


def column(rows: Iterable[Row], size: Size) -> Iterator[Item]:
    """Name, figure and weight (``head``, ``main`` or ``plain``), as many as there is room for."""
    left, right = size[0] - SIDE + 12, size[0] - 12
    y = 24.0
    listed = [line for row in rows for line in _lines(row, right - left)]
    heads = sum(weight == "head" for _, _, weight in listed)
    step = max(14.0, min(18.0, (size[1] - 30 - 6 * heads) / max(1, len(listed))))
    for name, figure, weight in listed:
        # A head without what it heads is no use.
        if y > size[1] - 8 - (step if weight == "head" else 0):
            break
        if weight == "head":
            y += 6
            yield Text(left, y, shorten(name, right - left, 13), 13, "ink", "start", "semibold")
        else:
            ink = "ink" if weight == "main" else "second"
            yield Text(left, y, shorten(name, right - left, LABEL), LABEL, ink)
            face: Face = "semibold" if weight == "main" else "regular"
            yield Text(right, y, figure, 13, "ink", "end", face)
        y += step
    yield Line((left - 12, 12, left - 12, size[1] - 12), "hairline", DIMENSION)
