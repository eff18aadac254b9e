# SPDX-License-Identifier: GPL-3.0-or-later
"""The plan of a roof whose falls give no surface yet: its outline, what was placed, and what is wrong."""

from msgspec.structs import replace

from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls
from glacis.core.model.geometry import Point
from glacis.report.charts.falls_column import SIDE
from glacis.report.charts.falls_marks import thing_marks
from glacis.report.charts.falls_plan import (
    FallsView,
    falls_fit,
    falls_plan_scene,
    flat,
)
from glacis.report.charts.plan_marks import fault_marks
from glacis.report.scene import CUT, FACE, Hot, Item, Patch, Scene, Size, Text, wrapped

PITCHED = 10.0
"""Pitch above which nobody lays falls [°]; our judgement."""
HOW = "Press Outlet, then a place on the roof; or Gutter, then an edge. Everything else follows."


def falls_empty_scene(
    area: RoofArea,
    falls: Falls | None,
    words: str,
    marked: tuple[Point | None, Point | None, str],
    size: Size,
) -> Scene:
    """The outline with what was placed.

    Args:
        area: as stated.
        falls: as stated; None for none.
        words: what is wrong or missing.
        marked: a faulty place, the first end of a line being drawn, the id of what is chosen.
        size: of the drawing.
    """
    fit = falls_fit(area.outline, size)
    fault, first, chosen = marked
    items: list[Item] = [Patch(flat(fit, area.outline), "paper", "ink", CUT)]
    items += [Patch(flat(fit, hole.outline), "kerb", "ink", FACE) for hole in area.holes]
    hot: list[Hot] = []
    if falls is not None:
        marks, hot = thing_marks(falls, fit, chosen)
        items += marks
    if first is not None:
        x, y = fit.point(*first)
        items.append(Patch((x - 3, y - 3, x + 3, y - 3, x + 3, y + 3, x - 3, y + 3), "accent"))
    if fault is not None:
        items += fault_marks(fault, fit)
    items += _told(words, HOW if area.pitch <= PITCHED else "", size)
    return Scene(size[0], size[1], tuple(items), tuple(hot))


def falls_broken_scene(
    last: FallsView, falls: Falls, words: str, marked: tuple[Point | None, str], size: Size
) -> Scene:
    """The last surface that drained, with what is stated now and what is wrong with it.

    Args:
        last: as it was drawn.
        falls: as stated now.
        words: what is wrong.
        marked: the faulty place, and the id of what is chosen.
        size: of the drawing.
    """
    area = last.roof.area
    fit = falls_fit(area.outline, size)
    plain = replace(last, chosen="", case=None, water=(), rain=None, boards=None)
    before = falls_plan_scene(plain, size)
    edge = size[0] - SIDE
    kept = [item for item in before.items if not (isinstance(item, Text) and item.x > edge)]
    marks, hot = thing_marks(falls, fit, marked[1])
    items: list[Item] = [*kept, *marks]
    if marked[0] is not None:
        items += fault_marks(marked[0], fit)
    items += _told(words, "The plan shows the last surface that drained.", size)
    return Scene(size[0], size[1], tuple(items), tuple(hot))


def _told(words: str, more: str, size: Size) -> list[Item]:
    """What is wrong, and what to do, beside the drawing."""
    left, room, y = size[0] - 206, 194.0, 26.0
    items: list[Item] = []
    for line in _lines(words, room, 13):
        items.append(Text(left, y, line, 13, "ink", "start", "semibold"))
        y += 18
    for line in _lines(more, room, 12):
        items.append(Text(left, y + 6, line, 12, "second"))
        y += 17
    return items


def _lines(words: str, room: float, size: float) -> list[str]:
    """Words in as many lines as they take."""
    lines = [""]
    for word in words.split():
        longer = f"{lines[-1]} {word}".strip()
        if len(wrapped(longer, room, size * 1.06)) > 1:
            lines.append(word)
        else:
            lines[-1] = longer
    return lines
