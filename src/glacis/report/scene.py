# SPDX-License-Identifier: GPL-3.0-or-later
"""A drawing as a list of primitives, painted alike by window and PDF.

Lengths are in drawing points, y downwards. Colours are roles of a palette.
"""

import re
from collections.abc import Callable
from math import cos, hypot, radians, sin
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.outlines import holds

Anchor = Literal["start", "middle", "end"]
Dash = Literal["solid", "dash", "dot", "dash-dot"]
Size = tuple[float, float]
"""Width and height of a drawing."""
Bounds = tuple[float, float, float, float]
"""Left, top, right and bottom of a rectangle."""
Face = Literal["regular", "semibold", "mono"]

CUT, FACE, HATCH, DIMENSION = 1.6, 0.8, 0.5, 0.5
"""Line weights by meaning."""


class Line(Struct, frozen=True):
    """A stroke through ``points``, flat x, y pairs."""

    points: tuple[float, ...]
    ink: str = "ink"
    width: float = FACE
    dash: Dash = "solid"


class Patch(Struct, frozen=True):
    """A closed polygon of flat x, y pairs with fill and outline; an empty role paints nothing."""

    points: tuple[float, ...]
    fill: str = ""
    ink: str = ""
    width: float = FACE


class Text(Struct, frozen=True):
    """Words on a baseline; ``angle`` in degrees anticlockwise about the anchor."""

    x: float
    y: float
    text: str
    size: float = 12.0
    ink: str = "ink"
    anchor: Anchor = "start"
    face: Face = "regular"
    angle: float = 0.0

    def covers(self, x: float, y: float) -> bool:
        """Whether the words lie under a point of the drawing, whichever way they are turned."""
        east, south, turn = x - self.x, y - self.y, radians(self.angle)
        along = east * cos(turn) - south * sin(turn)
        up = -east * sin(turn) - south * cos(turn)
        wide = text_width(self.text, self.size)
        start = {"start": 0.0, "middle": -wide / 2, "end": -wide}[self.anchor]
        return start <= along <= start + wide and -0.3 * self.size <= up <= self.size


class Raster(Struct, frozen=True):
    """A field of coloured cells, row by row from the top left.

    Attributes:
        box: left, top, right, bottom.
        columns: cells in a row.
        cells: one byte each, the number of its ink.
        inks: roles by number, 256 at most.
    """

    box: Bounds
    columns: int
    cells: bytes
    inks: tuple[str, ...]

    @property
    def rows(self) -> int:
        """How many rows of cells there are."""
        return len(self.cells) // self.columns


Item = Line | Patch | Text | Raster


class Hot(Struct, frozen=True):
    """A rectangle that answers to the pointer, and what it stands for.

    Attributes:
        kind: what can be done there, for example ``layer`` or ``face``.
        id: which object it is.
        box: left, top, right, bottom.
        hint: what a tooltip says.
        outline: flat x, y pairs of a polygon within the box; empty where all of the box answers.
    """

    kind: str
    id: str
    box: Bounds
    hint: str = ""
    outline: tuple[float, ...] = ()

    def holds(self, x: float, y: float) -> bool:
        """Whether a point of the drawing lies on it."""
        left, top, right, bottom = self.box
        if not (left <= x <= right and top <= y <= bottom):
            return False
        corners = list(zip(self.outline[::2], self.outline[1::2], strict=True))
        return not corners or holds(corners, (x, y))


class Scene(Struct, frozen=True):
    """A drawing: its size, what is painted in order, and what answers to the pointer."""

    width: float
    height: float
    items: tuple[Item, ...]
    hot: tuple[Hot, ...] = ()


SceneMaker = Callable[[float, float], Scene]
"""Draws for a width and a height."""


def saying(words: str, size: int = 13) -> SceneMaker:
    """Draws nothing but a sentence in the middle: what to do where there is nothing to show."""

    def make(width: float, height: float) -> Scene:
        middle = Text(width / 2, height / 2, words, size, "second", "middle")
        return Scene(width, height, (middle,))

    return make


def box(x0: float, y0: float, x1: float, y1: float) -> tuple[float, ...]:
    """The corners of a rectangle as flat pairs."""
    return (x0, y0, x1, y0, x1, y1, x0, y1)


HEAD = 6.0
"""Length of an arrow's head; it is as wide [pt]."""


def arrow(start: tuple[float, float], end: tuple[float, float], ink: str, width: float) -> Line:
    """A stroke with an open head at its end."""
    (x0, y0), (x1, y1) = start, end
    size = max(hypot(x1 - x0, y1 - y0), 1e-9)
    back, side = HEAD * (x1 - x0) / size, HEAD * (y1 - y0) / size
    return Line(
        (x0, y0, x1, y1, x1 - back - side / 2, y1 - side + back / 2, x1, y1,
         x1 - back + side / 2, y1 - side - back / 2), ink, width,
    )  # fmt: skip


def shifted(item: Item, x: float, y: float) -> Item:
    """The same primitive elsewhere."""
    if isinstance(item, Text):
        return replace(item, x=item.x + x, y=item.y + y)
    if isinstance(item, Raster):
        left, top, right, bottom = item.box
        return replace(item, box=(left + x, top + y, right + x, bottom + y))
    points = tuple(value + (y if k % 2 else x) for k, value in enumerate(item.points))
    return replace(item, points=points)


_SUBSCRIPT = re.compile(r"(?<!\w)([A-Za-zαβγδεθλμφψ])_([A-Za-z0-9,]{1,8})(?!\w)")
SUB_SCALE, SUB_DROP = 0.74, 0.2
"""Size of a subscript and how far below the line it stands, in parts of the text size."""


def runs(text: str) -> list[tuple[str, bool]]:
    """``text`` cut where symbols such as ``s_d`` carry subscripts: words and whether lowered."""
    if "_" not in text:
        return [(text, False)]
    found: list[tuple[str, bool]] = []
    end = 0
    for match in _SUBSCRIPT.finditer(text):
        found.append((text[end : match.end(1)], False))
        found.append((match[2], True))
        end = match.end()
    found.append((text[end:], False))
    return [run for run in found if run[0]]


def subscripted(text: str, before: str, after: str) -> str:
    """``text`` with ``before`` and ``after`` put round every subscript, for markup."""
    return "".join(f"{before}{part}{after}" if low else part for part, low in runs(text))


_NARROW = set("ijlftrI.,:;'|!()[] \u2009·′″-")
_WIDE = set("mwMWQO%@ΣΔ—")
_LEAST = 0.28
"""Width of a narrow letter in parts of the text size."""


def text_width(text: str, size: float) -> float:
    """Width of ``text`` in the body face, near enough to place and shorten words by."""
    return sum(map(_units, text)) * size


def _units(letter: str) -> float:
    """Width of a letter in parts of the text size."""
    if letter in _NARROW:
        return _LEAST
    if letter in _WIDE:
        return 0.80
    return 0.59 if letter.isupper() else 0.505


def shorten(text: str, width: float, size: float) -> str:
    """``text`` cut to ``width`` with an ellipsis where it is longer."""
    if len(text) * _LEAST * size <= width and text_width(text, size) <= width:
        return text
    room = width / size - _units("…")
    for kept, letter in enumerate(text):
        room -= _units(letter)
        if room < 0:
            return text[:kept].rstrip() + "…"
    return text


def wrapped(text: str, width: float, size: float, most: int = 2) -> tuple[str, ...]:
    """``text`` in at most so many lines; what does not fit the last ends in an ellipsis."""
    if most < 2 or text_width(text, size) <= width:
        return (shorten(text, width, size),)
    words = text.split()
    first = ""
    while words and text_width(f"{first} {words[0]}".strip(), size) <= width:
        first = f"{first} {words.pop(0)}".strip()
    if not first:
        return (shorten(text, width, size),)
    return (first, *wrapped(" ".join(words), width, size, most - 1))


def spread(centres: list[float], gap: float, low: float, high: float) -> list[float]:
    """Positions in the same order, ``gap`` apart at least, between ``low`` and ``high``.

    Labels keep near what they name: each overlapping cluster is centred on its members.
    """
    count = len(centres)
    if count and gap * (count - 1) > high - low:
        gap = (high - low) / max(1, count - 1)
    clusters: list[tuple[float, int]] = []
    for centre in centres:
        total, members = centre, 1
        while clusters:
            last_total, last_members = clusters[-1]
            last_end = last_total / last_members + gap * (last_members - 1) / 2
            if total / members - gap * (members - 1) / 2 - last_end >= gap - 1e-9:
                break
            clusters.pop()
            total, members = total + last_total, members + last_members
        clusters.append((total, members))
    return _laid_out(clusters, gap, low, high)


def _laid_out(
    clusters: list[tuple[float, int]], gap: float, low: float, high: float
) -> list[float]:
    placed: list[float] = []
    for total, members in clusters:
        first = total / members - gap * (members - 1) / 2
        placed.extend(first + gap * k for k in range(members))
    for index, value in enumerate(placed):
        placed[index] = max(value, low + gap * index)
    for offset in range(len(placed)):
        index = len(placed) - 1 - offset
        placed[index] = min(placed[index], high - gap * offset)
    return placed
