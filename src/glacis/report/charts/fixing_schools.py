# SPDX-License-Identifier: GPL-3.0-or-later
"""Schools of holding a roof side by side: fixings, weakest link, heat, weight, and who would choose which."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.fixings.compared import SchoolFound
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
    DIMENSION,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
    wrapped,
)

HEAD, ROW = 34.0, 76.0
LABEL = 12.0
COLUMNS = (
    ("fixings", 0.34),
    ("hardest worked", 0.47),
    ("weakest between", 0.73),
    ("adds to U", 0.88),
    ("weight", 1.0),
)


class SchoolsView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        schools: worked out for the area.
        system: units of the reader.
        held: id of the one in the hand.
    """

    schools: tuple[SchoolFound, ...]
    system: System
    held: str = ""


def schools_scene(view: SchoolsView, size: Size) -> Scene:
    """The whole drawing."""
    if not view.schools:
        words = "No school of fixing fits this build-up: add a set by hand."
        return Scene(
            size[0], size[1], (Text(size[0] / 2, size[1] / 2, words, 13, "second", "middle"),)
        )
    width = size[0] - 24
    items: list[Item] = [Text(12, 22, "school", LABEL, "second")]
    for words, end in COLUMNS:
        left = words == "weakest between"
        x = 12 + width * (0.49 if left else end)
        items.append(Text(x, 22, words, LABEL, "second", "start" if left else "end"))
    items.append(Line((12, HEAD - 4, 12 + width, HEAD - 4), "second", DIMENSION))
    hot = []
    for k, found in enumerate(view.schools):
        y = HEAD + ROW * k
        if y + ROW > size[1]:
            break
        if found.school.id == view.held:
            items.append(Patch(box(8, y - 3, 16 + width, y + ROW - 5), "wash"))
        items += _row(view, found, y, width)
        items.append(Line((12, y + ROW - 4, 12 + width, y + ROW - 4), "hairline", DIMENSION))
        hint = f"{found.school.name}\nPress to hold this area so"
        hot.append(Hot("school", found.school.id, (8, y, 16 + width, y + ROW - 4), hint))
    return Scene(size[0], size[1], tuple(items), tuple(hot))


def _row(view: SchoolsView, found: SchoolFound, y: float, width: float) -> Iterator[Item]:
    system = view.system
    yield Text(
        12, y + 15, shorten(found.school.name, width * 0.25, 13), 13, "ink", "start", "semibold"
    )
    count = with_unit(found.per_area, Quantity.COUNT_AREA, system) if found.per_area else "none"
    yield Text(12 + width * 0.34, y + 15, count, LABEL, "ink", "end")
    bad = found.unheld or found.use is None or found.use > 1
    use = (
        "unheld"
        if found.unheld
        else "nobody knows"
        if found.use is None
        else f"{100 * found.use:.0f}\u2009%"
    )
    yield Text(12 + width * 0.47, y + 15, use, LABEL, "stop" if bad else "ink", "end", "semibold")
    yield Text(12 + width * 0.49, y + 15, shorten(found.weakest, width * 0.24, LABEL), LABEL, "ink")
    heat = with_unit(found.heat, Quantity.TRANSMITTANCE, system) if found.heat else "nothing"
    yield Text(12 + width * 0.88, y + 15, heat, LABEL, "ink", "end")
    mass = with_unit(found.mass, Quantity.AREA_MASS, system) if found.mass else "nothing"
    yield Text(12 + width, y + 15, mass, LABEL, "ink", "end")
    for number, words in enumerate(wrapped(found.school.who, width - 4, LABEL, 2)):
        yield Text(12, y + 35 + 17 * number, words, LABEL, "second")
