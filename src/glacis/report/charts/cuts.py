# SPDX-License-Identifier: GPL-3.0-or-later
"""The cuts where planes meet: a table, and the chosen one drawn square to its line."""

from collections.abc import Iterator
from math import cos, radians, sin, tan

from msgspec import Struct

from glacis.core.model.saw import Saw
from glacis.core.shape.cuts import Cut, SideCut
from glacis.core.shape.saw import sawn
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Text,
    box,
    shorten,
    wrapped,
)

ROW = 19.0
TOP = 40.0
HEADS = ("between faces", "line pitch", "blade tilt", "mitre", "jack bevel", "backing")
NAMES = 0.36
"""Share of the width that names take."""
SHOWN_THICKNESS = 34.0


class Choice(Struct, frozen=True):
    """Which cut is chosen, and what the saw is set to for it, line by line."""

    number: int
    words: tuple[str, ...]


def degrees_words(value: float) -> str:
    """An angle to a tenth of a degree."""
    return f"{plain(value, 1)}°"


def _cells(cut: Cut, side: SideCut) -> tuple[str, ...]:
    values = (cut.dihedral, cut.line_pitch, cut.tilt, side.mitre, side.jack_bevel, side.backing)
    return tuple(degrees_words(value) for value in values)


def _head(width: float) -> Iterator[Item]:
    left = width * NAMES
    step = (width - left - 12) / len(HEADS)
    for column, head in enumerate(HEADS):
        yield Text(left + step * (column + 1), 22, head, 12, "second", "end")
    yield Text(12, 22, "meeting, and its sides", 12, "second")
    yield Line((8, 29, width - 8, 29), "ink", FACE)


def _row(cut: Cut, names: dict[str, str], zone: tuple[float, ...]) -> Iterator[Item]:
    _, top, right, bottom = zone
    left = (right + 8) * NAMES
    step = (right - 4 - left) / len(HEADS)
    for line, side in enumerate(cut.sides):
        base = top + 14 + line * ROW
        if line == 0:
            yield Text(12, base, cut.kind, 13, "ink", face="semibold")
        yield Text(70, base, shorten(names[side.area], left - 78, 13), 13)
        for column, cell in enumerate(_cells(cut, side)):
            if line == 0 or column > 2:
                x = left + step * (column + 1)
                yield Text(x, base, cell, 13, "ink", "end", "mono")
    yield Line((8, bottom, right, bottom), "hairline", DIMENSION)


def _board(x: float, y: float, lean: float, mirror: float, size: float) -> Iterator[Item]:
    """A board from the meeting outward, cut along the upright line that halves the angle.

    ``lean`` is the tilt of its face from level [°], positive where it falls away.
    """
    c, s = cos(radians(lean)), sin(radians(lean))
    reach = SHOWN_THICKNESS / cos(radians(lean))
    points = (
        x, y, x + mirror * size * c, y + size * s,
        x + mirror * (size * c - SHOWN_THICKNESS * s), y + size * s + SHOWN_THICKNESS * c,
        x, y + reach,
    )  # fmt: skip
    yield Patch(points, "tint:fibre", "ink", FACE)


def cut_picture(cut: Cut, x: float, y: float, size: float) -> Iterator[Item]:
    """Two boards where they meet, seen along the line."""
    lean = cut.tilt if cut.kind != "valley" else -cut.tilt
    for mirror in (-1.0, 1.0):
        yield from _board(x, y, lean, mirror, size)
    reach = SHOWN_THICKNESS / cos(radians(lean))
    yield Line((x, y - 26, x, y + reach + 20), "accent", FACE, "dash-dot")
    yield Text(x, y - 32, degrees_words(cut.dihedral), 13, "ink", "middle", "mono")


def _pair(settings: tuple[float, float]) -> str:
    return f"mitre {degrees_words(settings[0])}, tilt {degrees_words(settings[1])}"


def _jack_words(cut: Cut, names: dict[str, str]) -> Iterator[str]:
    """Saw settings of jacks for either way they lie on the table; once where sides are alike."""
    one, other = cut.sides
    alike = all(
        abs(a - b) < 0.05 for a, b in zip(one.jack_on_side, other.jack_on_side, strict=True)
    )
    for side in (one,) if alike else (one, other):
        whose = "" if alike else f" of {shorten(names[side.area], 110, 13)}"
        yield f"Jack{whose} on its side: {_pair(side.jack_on_side)};"
        yield f"    upper face up: {_pair(side.jack_face_up)}."
        yield f"    Jacks differ by {plain(side.jack_step, 3)} times their spacing."


def cut_words(cut: Cut, names: dict[str, str], saw: Saw, system: System) -> Iterator[str]:
    """What the saw is set to, line by line."""
    cutting = sawn(saw, cut.tilt)
    board, deep, reach, web = (
        with_unit(value, Quantity.THICKNESS, system)
        for value in (saw.thickness, cutting.depth, cutting.reach, cutting.web)
    )
    times = {
        0: f"leaves a web of {web} from both faces",
        1: "gets through in one pass",
        2: "takes two passes, one from each face",
    }[cutting.passes]
    table = degrees_words(cutting.complement)
    yield f"Blade {degrees_words(cut.tilt)} from square ({table} counted from the table)."
    if cutting.wedge > 0:
        block = degrees_words(cutting.wedge)
        yield f"The saw tilts to {degrees_words(saw.tilt_most)}: a wedge block of {block} under it."
    else:
        yield f"Without a tilting saw: a wedge block of {degrees_words(cut.tilt)}."
    yield f"Board of {board}: {deep} along the blade."
    yield f"A saw that reaches {reach} there {times}."
    left, right = (
        with_unit(v, Quantity.THICKNESS, system) for v in (saw.shoe_left, saw.shoe_right)
    )
    kerf = with_unit(saw.kerf, Quantity.JOINT, system)
    yield f"Guide {left} left of the line, waste right of it; or {right} right, waste left."
    yield f"The kerf of {kerf} lies in the waste."
    seat = degrees_words(cut.line_pitch)
    yield f"Member along the line: plumb cut {degrees_words(cut.plumb)}, seat cut {seat}."
    if cut.kind in ("hip", "valley"):
        yield from _jack_words(cut, names)


def cuts_scene(
    cuts: tuple[Cut, ...],
    names: dict[str, str],
    choice: Choice,
    width: float,
    height: float,
) -> Scene:
    """The table of cuts above, the chosen one below.

    Args:
        cuts: what there is to cut.
        names: of the areas by id.
        choice: the cut to be drawn, and what is said of it.
        width: of the drawing.
        height: of the drawing.
    """
    if not cuts:
        words = "No hips, valleys or ridges: the areas touch nowhere at an angle."
        return Scene(width, height, (Text(width / 2, height / 2, words, 13, "second", "middle"),))
    picture = 250.0
    rows = max(1, int((height - picture - TOP) / (2 * ROW)))
    first = max(0, min(choice.number - rows // 2, len(cuts) - rows))
    items: list[Item] = [*_head(width)]
    hot: list[Hot] = []
    for place, number in enumerate(range(first, min(first + rows, len(cuts)))):
        y = TOP - 9 + place * 2 * ROW
        zone = (8.0, y, width - 8, y + 2 * ROW)
        if number == choice.number:
            items.append(Patch(box(*zone), "wash"))
        items.extend(_row(cuts[number], names, zone))
        meeting = " and ".join(names[area] for area in cuts[number].areas)
        hot.append(Hot("cut", str(number), zone, f"{cuts[number].kind} between {meeting}"))
    cut = cuts[choice.number]
    size = min(130.0, width * 0.16)
    top = min(height - picture, TOP + 2 * ROW * min(rows, len(cuts)) + 16)
    drop = size * tan(radians(abs(cut.tilt))) * cos(radians(cut.tilt))
    y = top + 64 if cut.kind != "valley" else top + 64 + drop
    items.extend(cut_picture(cut, width * 0.2, y, size))
    items.append(Text(12, top + 12, "square to the line", 12, "second"))
    x, base = width * 0.38, top + 24
    for words in choice.words:
        for line in wrapped(words, width - x - 10, 13):
            items.append(Text(x, base, line, 13))
            base += 17
        base += 2
    if len(cuts) > rows:
        more = f"{first + 1} to {min(first + rows, len(cuts))} of {len(cuts)}: Up and Down go on"
        items.append(Text(12, height - 8, more, 12, "second"))
    return Scene(width, height, tuple(items), tuple(hot))
