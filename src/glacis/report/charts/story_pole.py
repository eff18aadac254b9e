# SPDX-License-Identifier: GPL-3.0-or-later
"""A story pole: every course of a plane on one strip, to be carried up and marked from."""

from glacis.core.set_out.found import Covered
from glacis.core.set_out.lists import marked
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Face,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    spread,
)

LEAST = 11.0
"""Height of a row of the strip [pt]."""


def story_pole_scene(covered: Covered, size: Size, system: System) -> Scene:
    """The strip from the datum at its foot to the highest course, not to scale where courses would touch."""
    width, height = size
    rows = marked(covered)
    top, base, x = 20.0, height - 26.0, 40.0
    last = max((row.s for row in rows), default=1.0) or 1.0
    scale = (base - top) / last
    items: list[Item] = [Patch(box(x, top - 8, x + 22, base + 6), "copper:1", "ink", FACE)]
    places = [base - row.s * scale for row in rows]
    shown = spread(list(reversed(places)), LEAST, top - 6, base + 6)[::-1]
    for row, y, words_y in zip(rows, places, shown, strict=True):
        strong = row.note != "" or (row.no - 1) % 5 == 0
        items.append(Line((x, y, x + 22, y), "ink", CUT if strong else DIMENSION))
        items.append(Line((x + 22, y, x + 32, words_y, x + 38, words_y), "second", DIMENSION))
        face: Face = "semibold" if strong else "regular"
        note = f"  {row.note}" if row.note else ""
        gauge = f"  + {with_unit(row.gauge, Quantity.THICKNESS, system)}" if row.gauge else ""
        place = with_unit(row.s, Quantity.THICKNESS, system)
        items.append(Text(x + 42, words_y + 4, f"{row.no}", 10, "second", "start", face))
        items.append(Text(x + 66, words_y + 4, f"{place}{gauge}{note}", 10, "ink", "start", face))
    items.append(Line((x - 14, base, x + 36, base), "accent", CUT))
    items.append(Text(x - 16, base + 4, "0", 11, "accent", "end", "semibold"))
    items.append(Text(x, base + 20, "datum: front of the fascia", 10, "second"))
    return Scene(width, height, tuple(items))
