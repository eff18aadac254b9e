# SPDX-License-Identifier: GPL-3.0-or-later
"""How control lines and their states are drawn, wherever they are."""

from collections.abc import Iterator
from math import cos, pi, sin

from glacis.core.junctions.continuity import State
from glacis.core.model.junctions import Control
from glacis.report.scene import Bounds, Dash, Item, Line, Patch, Text

LINE_KINDS: dict[Control, tuple[float, Dash]] = {
    "water": (2.4, "solid"), "air": (1.4, "dash"), "vapour": (1.4, "dash-dot"), "thermal": (6.0, "solid"),
}  # fmt: skip
"""Stroke and dash of each control line; the thermal one is a band."""
LINE_INKS: dict[Control, str] = {
    "water": "ink", "air": "ink", "vapour": "ink", "thermal": "tone:3",
}  # fmt: skip
STATE_INKS: dict[State, str] = {
    "whole": "ink",
    "undrawn": "mind",
    "broken": "stop",
    "none": "second",
}
STATE_WORDS: dict[State, str] = {
    "whole": "whole",
    "undrawn": "undrawn",
    "broken": "broken",
    "none": "none here",
}


def ring(x: float, y: float, radius: float, ink: str, fill: str = "bench") -> Patch:
    """A circle."""
    points = [
        value
        for k in range(24)
        for value in (x + radius * cos(k * pi / 12), y + radius * sin(k * pi / 12))
    ]
    return Patch(tuple(points), fill, ink, 1.4)


def numbered(x: float, y: float, number: str, ink: str) -> Iterator[Item]:
    """A number in a circle."""
    yield ring(x, y, 9.0, ink)
    yield Text(x, y + 4, number, 12, ink, "middle", "semibold")


def state_mark(state: State, box: Bounds) -> Iterator[Item]:
    """A line across a cell: whole, dashed where nobody draws it, torn where it breaks."""
    left, top, right, bottom = box
    y, ink = (top + bottom) / 2, STATE_INKS[state]
    if state == "whole":
        yield Line((left, y, right, y), ink, 2.0)
    elif state == "undrawn":
        yield Line((left, y, right, y), ink, 2.0, "dash")
    elif state == "broken":
        middle = (left + right) / 2
        yield Line((left, y, middle - 6, y), ink, 3.0)
        yield Line((middle + 6, y, right, y), ink, 3.0)
        yield Line((middle - 3, y - 5, middle + 1, y, middle - 3, y + 5), ink, 1.6)
