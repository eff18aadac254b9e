# SPDX-License-Identifier: GPL-3.0-or-later
"""A section through a roof with falls, its heights drawn larger than its lengths, as stated."""

from collections.abc import Callable, Iterator

from glacis.core.falls.contours import Cut
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import CUT, DIMENSION, FACE, Item, Line, Patch, Scene, Size, Text

Waters = tuple[tuple[float, float, float], ...]
Place = Callable[[float, float], tuple[float, float]]
EXAGGERATIONS = (1, 2, 5, 10, 20, 50)


def falls_section_scene(
    cuts: tuple[Cut, ...],
    waters: Waters,
    size: Size,
    system: System,
) -> Scene:
    """The tapered layer over the deck from A to B.

    Args:
        cuts: straight pieces in order.
        waters: places from and to [m], and height of the water over the section's datum [m].
        size: of the drawing.
        system: units of the reader.
    """
    width, height = size
    if not cuts:
        words = Text(
            width / 2, height / 2, "The section line lies beside the roof.", 12, "second", "middle"
        )
        return Scene(width, height, (words,))
    start, end = cuts[0].places[0], cuts[-1].places[1]
    top = max([max(cut.surface) for cut in cuts] + [level for _, _, level in waters])
    left, right, low = 34.0, width - 150.0, height - 22.0
    scale = (right - left) / max(end - start, 1e-6)
    fitting = [n for n in EXAGGERATIONS if n * scale * max(top, 1e-6) <= low - 18]
    times = fitting[-1] if fitting else 1
    up = scale * times if fitting else (low - 18) / max(top, 1e-6)

    def point(place: float, level: float) -> tuple[float, float]:
        return left + (place - start) * scale, low - level * up

    items: list[Item] = []
    for cut in cuts:
        (p, q), (d0, d1), (s0, s1) = cut.places, cut.deck, cut.surface
        flat = (*point(p, d0), *point(q, d1), *point(q, s1), *point(p, s0))
        items.append(Patch(flat, "copper:3", "copper:3", DIMENSION))
    for a, b, level in waters:
        for piece in _wet(cuts, a, b, level):
            items.append(Patch(tuple(v for at in piece for v in point(*at)), "flood:2"))
    for cut in cuts:
        (p, q), (d0, d1), (s0, s1) = cut.places, cut.deck, cut.surface
        items.append(Line((*point(p, s0), *point(q, s1)), "ink", CUT))
        items.append(Line((*point(p, d0), *point(q, d1)), "ink", FACE))
    items.extend(_ends(cuts, waters, point, system))
    note = f"heights × {times}" if fitting else "heights not to scale"
    items.append(Text(width - 12, height - 8, note, 12, "second", "end"))
    return Scene(width, height, tuple(items))


def _wet(
    cuts: tuple[Cut, ...], start: float, end: float, level: float
) -> Iterator[list[tuple[float, float]]]:
    """Outlines between a level and the surface below it."""
    for cut in cuts:
        (p, q), (s0, s1) = cut.places, cut.surface
        if q <= start or p >= end or min(s0, s1) >= level:
            continue
        if s0 > level:
            p, s0 = p + (s0 - level) / (s0 - s1) * (q - p), level
        if s1 > level:
            q, s1 = q - (s1 - level) / (s1 - s0) * (q - p), level
        yield [(p, s0), (q, s1), (q, level), (p, level)]


def _ends(cuts: tuple[Cut, ...], waters: Waters, point: Place, system: System) -> Iterator[Item]:
    """Thickness at both ends and at the turns between, where there is room."""
    last = -1e9
    places = [(cut.places[0], cut.surface[0], cut.deck[0]) for cut in cuts]
    places.append((cuts[-1].places[1], cuts[-1].surface[1], cuts[-1].deck[1]))
    for place, surface, deck in places:
        top = max([surface] + [level for a, b, level in waters if a <= place <= b])
        x, y = point(place, top)
        if x - last < 52:
            continue
        last = x
        words = with_unit(surface - deck, Quantity.THICKNESS, system)
        yield Text(x, y - 5, words, 12, "ink", "middle")
    for place, word in ((cuts[0].places[0], "A"), (cuts[-1].places[1], "B")):
        x, y = point(place, 0.0)
        yield Text(x + (-14 if word == "A" else 14), y, word, 12, "accent", "middle", "semibold")
