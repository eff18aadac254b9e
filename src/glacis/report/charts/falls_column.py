# SPDX-License-Identifier: GPL-3.0-or-later
"""The column of figures beside the drawings of the falls."""

from collections.abc import Iterable, Iterator

from glacis.report.charts.falls_marks import LABEL
from glacis.report.scene import DIMENSION, Face, Item, Line, Size, Text, shorten, text_width

SIDE = 218.0
"""Its width at the right [pt]."""

Row = tuple[str, str, str]


def column(rows: Iterable[Row], size: Size) -> Iterator[Item]:
    """Name, figure and weight (``head``, ``main`` or ``plain``), as many as there is room for."""
    left, right = size[0] - SIDE + 12, size[0] - 12
    y = 24.0
    listed = list(rows)
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
            room = right - left - text_width(figure, 13) - 8
            yield Text(left, y, shorten(name, room, LABEL), LABEL, ink)
            face: Face = "semibold" if weight == "main" else "regular"
            yield Text(right, y, figure, 13, "ink", "end", face)
        y += step
    yield Line((left - 12, 12, left - 12, size[1] - 12), "hairline", DIMENSION)
