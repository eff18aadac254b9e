# SPDX-License-Identifier: GPL-3.0-or-later
"""Where words find room on a drawing: their rectangles, and places where those touch nothing."""

from collections.abc import Iterator
from math import cos, radians, sin

from glacis.core.model.geometry import Point
from glacis.core.model.outlines import holds
from glacis.report.scene import Bounds, Hot, Text, text_width

LABEL = 12.0
"""Size of the words at edges and areas [pt]."""

MONO = 0.6
"""Width of any letter of the face in which dimensions are set, in parts of its size."""

NUDGES = tuple(
    sorted(
        ((dx, dy) for dx in range(-240, 241, 16) for dy in range(-64, 65, 8)),
        key=lambda step: step[0] ** 2 + 4 * step[1] ** 2,
    )
)
"""Where else than in the middle a name may stand [pt], the nearest first."""


def bounds_of(flat: tuple[float, ...], room: float = 0.0) -> Bounds:
    """The rectangle round flat x, y pairs."""
    xs, ys = flat[::2], flat[1::2]
    return min(xs) - room, min(ys) - room, max(xs) + room, max(ys) + room


def text_bounds(text: Text) -> Bounds:
    """The rectangle round a word set by its middle, whichever way it is turned."""
    turn, wide = radians(text.angle), face_width(text)
    middle = text.size * 0.35
    x, y = text.x - middle * sin(turn), text.y - middle * cos(turn)
    half_x = (abs(cos(turn)) * wide + abs(sin(turn)) * text.size) / 2
    half_y = (abs(sin(turn)) * wide + abs(cos(turn)) * text.size) / 2
    return x - half_x, y - half_y, x + half_x, y + half_y


def face_width(text: Text) -> float:
    """Width of a word in its face."""
    if text.face == "mono":
        return MONO * text.size * len(text.text)
    return text_width(text.text, text.size)


def clear(spot: Bounds, taken: list[Bounds]) -> bool:
    """Whether a label touches none that is there."""
    return not any(
        spot[0] < t[2] and t[0] < spot[2] and spot[1] < t[3] and t[1] < spot[3] for t in taken
    )


def _along(spot: Bounds) -> Iterator[tuple[float, float]]:
    """Points on the upper and lower side of a rectangle, close enough to meet a notch."""
    for share in (0.0, 1.0, 0.5, 0.25, 0.75, 0.125, 0.375, 0.625, 0.875):
        x = spot[0] + (spot[2] - spot[0]) * share
        yield x, spot[1]
        yield x, spot[3]


def room_for(
    lines: tuple[str, str], middle: tuple[float, float], whole: Hot, things: list[Bounds]
) -> tuple[float, float] | None:
    """Where two lines lie within an area and off what stands there, near its middle."""
    half = max(text_width(lines[0], 13), text_width(lines[1], LABEL)) / 2 + 3
    left, top, right, bottom = whole.box
    if 2 * half > right - left or bottom - top < 31:
        return None
    corners = tuple(zip(whole.outline[::2], whole.outline[1::2], strict=True))
    rise = 22 if lines[0] else 7
    for dx, dy in NUDGES:
        x, y = middle[0] + dx, middle[1] + dy
        spot = (x - half, y - rise, x + half, y + 9)
        if _lies_in(spot, whole.box) and clear(spot, things) and _lies_on(spot, corners):
            return x, y
    return None


def _lies_in(spot: Bounds, frame: Bounds) -> bool:
    return (
        frame[0] <= spot[0] and frame[1] <= spot[1] and spot[2] <= frame[2] and spot[3] <= frame[3]
    )


def _lies_on(spot: Bounds, corners: tuple[Point, ...]) -> bool:
    """Whether a rectangle lies within an outline, which has no corner in it."""
    notched = any(spot[0] < x < spot[2] and spot[1] < y < spot[3] for x, y in corners)
    return not notched and all(holds(corners, at) for at in _along(spot))
