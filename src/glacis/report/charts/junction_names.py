# SPDX-License-Identifier: GPL-3.0-or-later
"""Temperatures written on the isotherms of a section, clear of each other and of what else is written there."""

from collections.abc import Callable, Iterator, Sequence

from glacis.core.junctions.view import Isotherm
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System, to_display
from glacis.report.scene import Bounds, Item, Patch, Text, box, text_width

Point = tuple[float, float]
NAME = 12.0
ROOM = 6.0
"""Between a temperature and other words [pt]; our judgement: no less than a number's ring reaches."""
FIFTH = 5.0
"""Every so many degrees an isotherm is named [K]; our judgement: more would hide the lines."""
PLACES = (0.3, 0.5, 0.7, 0.15, 0.85, 0.4, 0.6, 0.05, 0.95)
"""Where along an isotherm its name is tried, as shares of it; our judgement."""


def reach(text: Text) -> Bounds:
    """The box that level words take."""
    wide = text_width(text.text, text.size)
    left = text.x - {"start": 0.0, "middle": wide / 2, "end": wide}[text.anchor]
    return left, text.y - 0.8 * text.size, left + wide, text.y + 0.25 * text.size


def _clear(a: Bounds, others: Sequence[Bounds]) -> bool:
    return all(
        a[2] + ROOM < b[0] or b[2] + ROOM < a[0] or a[3] + ROOM < b[1] or b[3] + ROOM < a[1]
        for b in others
    )


def isotherm_names(
    isotherms: Sequence[Isotherm], at: Callable[[Point], Point], frame: Bounds, words: tuple[System, Sequence[Text]]
) -> Iterator[Item]:  # fmt: skip
    """Names of every fifth isotherm and of the critical one; what finds no clear place has none.

    Args:
        isotherms: of the section [m].
        at: places of the section on the sheet.
        frame: of the drawing on the sheet [pt].
        words: units, and what else is written there.
    """
    system, written = words
    taken = [reach(text) for text in written]
    for isotherm in sorted(isotherms, key=lambda each: not each.critical):
        if not isotherm.critical and isotherm.temperature % FIFTH:
            continue
        longest = max(isotherm.lines, key=len)
        ink = "stop" if isotherm.critical else "cold"
        name = degrees(isotherm.temperature, system)
        for share in PLACES:
            x, y = at(longest[int((len(longest) - 1) * share)])
            text = Text(x, y, name, NAME, ink, "middle")
            left, top, right, bottom = reach(text)
            inside = left > frame[0] and right < frame[2] and top > frame[1] and bottom < frame[3]
            if inside and _clear((left, top, right, bottom), taken):
                taken.append((left, top, right, bottom))
                yield Patch(box(left - 2, top, right + 2, bottom + 1), "bench")
                yield text
                break


def degrees(temperature: float, system: System) -> str:
    """A temperature, without decimals where it is whole in its unit."""
    unit = Quantity.TEMPERATURE.unit(system)
    shown = to_display(temperature, unit)
    if abs(shown - round(shown)) < 1e-6:
        return f"{plain(shown, 0)}\u2009{unit.symbol}"
    return with_unit(temperature, Quantity.TEMPERATURE, system)


def steps_told(system: System) -> str:
    """How far isotherms lie apart, in the reader's words."""
    return "isotherms in whole degrees" if system == "si" else "isotherms every 1.8\u2009°F"
