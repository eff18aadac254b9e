# SPDX-License-Identifier: GPL-3.0-or-later
"""An exercise drawn: what one sees, what tests cost and told, the answer and its marks."""

from collections.abc import Iterator

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.log.exercises import Exercise, Mark
from glacis.core.log.table import Sign
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Face,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shifted,
    shorten,
    text_width,
    wrapped,
)

LABEL, STEP = 12.0, 17.0
SPLIT, TURN = 0.56, 20.0
PLY, LINES = 22.0, 12


class PracticeView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        exercise: in the hand.
        there: words of signs that are there.
        absent: words of those looked for and absent.
        tests: that could be made, with whether they come out.
        asked: ids of tests that were asked for, in their order.
        named: ids of causes that are named, the first first.
        repair: id of the repair that is chosen.
        marks: once the answer was given.
        first: by how many turns of the wheel it is scrolled.
        test: id of the one in the hand; empty for none.
    """

    exercise: Exercise
    there: tuple[str, ...]
    absent: tuple[str, ...]
    tests: tuple[tuple[Sign, bool], ...]
    asked: tuple[str, ...] = ()
    named: tuple[str, ...] = ()
    repair: str = ""
    marks: tuple[Mark, ...] = ()
    first: int = 0
    test: str = ""


def practice_scene(view: PracticeView, size: Size) -> Scene:
    """The roof at the left; tests, or marks, at the right; so far up as the wheel has turned."""
    wide = size[0] * SPLIT
    drawn = (*_left(view, wide), *_right(view, wide + 14, size))
    bottom = max((item.y for item in drawn if isinstance(item, Text)), default=0.0) + 14
    up = min(TURN * view.first, max(0.0, bottom - size[1]))
    items: list[Item] = [Line((wide, 8, wide, size[1] - 8), "hairline", FACE)]
    hot: list[Hot] = []
    for item in drawn:
        if isinstance(item, Hot):
            left, top, right, low = item.box
            hot.append(replace(item, box=(left, top - up, right, low - up)))
        else:
            items.append(shifted(item, 0.0, -up))
    if bottom - up > size[1]:
        words = "the wheel goes on"
        place = (wide - text_width(words, 11) - 20, size[1] - 22, wide - 6, size[1] - 4)
        items.append(Patch(box(*place), "bench", "", 0.0))
        items.append(Text(wide - 12, size[1] - 9, words, 11, "accent", "end"))
    return Scene(*size, tuple(items), tuple(hot))


def _words(text: str, left: float, right: float, y: float, ink: str = "ink") -> Iterator[Text]:
    for k, line in enumerate(wrapped(text, right - left, LABEL, LINES)):
        yield Text(left, y + STEP * k, line, LABEL, ink)


def _left(view: PracticeView, wide: float) -> Iterator[Item | Hot]:
    exercise = view.exercise
    yield Text(10, 22, exercise.title, 14, "ink", face="semibold")
    y = 44.0
    for text in _words(exercise.look, 10, wide - 14, y):
        y = text.y
        yield text
    y += 16
    for number, ply in enumerate(exercise.layers):
        tall = PLY - 16 if "heet" in ply.split(",")[0] or "ayer" in ply else PLY
        tint = ("bench", "wash")[number % 2] if tall == PLY else "ink"
        yield Patch(box(12, y, 90, y + tall), tint, "ink", DIMENSION)
        yield Text(98, y + 13, shorten(ply, wide - 110, LABEL), LABEL)
        y += PLY
    yield Text(12, y + 12, "outside on top, not to scale", 11, "second")
    y += 32
    yield Text(10, y, "Computed", LABEL, "second", face="semibold")
    for text in _words(exercise.computed, 10, wide - 14, y + STEP):
        y = text.y
        yield text
    y += 24
    for title, told in (("There", view.there), ("Looked for and absent", view.absent)):
        yield Text(10, y, title, LABEL, "second", face="semibold")
        words = "; ".join(told).lower()
        for text in _words(f"{words}.", 10, wide - 14, y + STEP):
            y = text.y
            yield text
        y += 22


def _right(view: PracticeView, left: float, size: Size) -> Iterator[Item | Hot]:
    right = size[0] - 10
    if view.marks:
        yield from _marks(view, left, right)
        return
    yield Text(left, 22, "Ask for tests", 13, "ink", face="semibold")
    spent = sum(test.cost for test, _out in view.tests if test.id in view.asked)
    yield Text(right, 22, f"Visits spent: {spent:g}", LABEL, "second", "end")
    y = 30.0
    for test, out in view.tests:
        y += 21
        made = test.id in view.asked
        told = ""
        if made:
            told = test.positive if out else f"no: not “{test.positive}”"
        cost = f"{test.cost:g}"
        if test.id == view.test:
            yield Patch(box(left - 4, y - 15, right + 4, y + 6), "wash", "", 0.0)
        yield Patch(box(left, y - 9, left + 10, y + 1), "ink" if made else "bench", "ink", DIMENSION)  # fmt: skip
        words = f"{test.words}{': ' if told else ''}{told}"
        room = right - left - 20 - text_width(cost, LABEL) - 12
        ink = "ink" if made else "second"
        face: Face = "semibold" if made else "regular"
        yield Text(left + 18, y, shorten(words, room, LABEL), LABEL, ink, face=face)
        yield Text(right, y, cost, LABEL, "second", "end")
        yield Hot(
            "test", test.id, (left - 2, y - 15, right, y + 5), f"{words}; visits it costs: {cost}"
        )
    y += 30
    then = "Then name the cause below, choose what to do, and commit."
    yield from _words(then, left, right, y)


def _marks(view: PracticeView, left: float, right: float) -> Iterator[Item]:
    got, most = sum(mark.got for mark in view.marks), sum(mark.of for mark in view.marks)
    yield Text(left, 22, f"{got:.1f} of {most:g}", 16, "ink", face="semibold")
    y = 40.0
    for mark in view.marks:
        y += 14
        yield Text(left, y, mark.part, LABEL, "second", face="semibold")
        yield Text(right, y, f"{mark.got:g} of {mark.of:g}", LABEL, "ink", "end", "semibold")
        full = left + (right - left) * mark.got / mark.of
        yield Line((left, y + 6, right, y + 6), "hairline", CUT)
        if full > left:
            yield Line((left, y + 6, full, y + 6), "accent", CUT)
        for text in _words(mark.why, left, right, y + 22):
            y = text.y
            yield text
        y += 10
    y += 16
    yield Text(left, y, "Worked answer", LABEL, "second", face="semibold")
    yield from _words(view.exercise.worked, left, right, y + STEP)
