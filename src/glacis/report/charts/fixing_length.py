# SPDX-License-Identifier: GPL-3.0-or-later
"""How long a fixing is: what it passes, where its tip is, which lengths are allowed and which are sold."""

from collections.abc import Iterator
from math import radians, tan

from msgspec import Struct

from glacis.core.fixings.chain import called, reach_of
from glacis.core.fixings.found import Fixed, LengthFound, SetPlaced
from glacis.core.heat.resolve import LayerData
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.fixing_marks import LABEL, dimension, stack_patches
from glacis.report.charts.fixing_marks import Drawn as Band
from glacis.report.charts.fixing_pattern import length_mark, lengths_told
from glacis.report.scene import (
    CUT,
    FACE,
    Face,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
)

T = Quantity.THICKNESS
NAMES, STACK = 150.0, 120.0
RULER = 112.0
"""Between the stack and the scale of lengths [pt]."""
TOLD = 150.0
"""Between that scale and the words at its right [pt]."""
TOP, BELOW = 34.0, 30.0
LEAST = 3.0


class LengthView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        fixed: what holds the area.
        placed: the set that is shown.
        found: its lengths.
        layers: of the build-up.
        system: units of the reader.
    """

    fixed: Fixed
    placed: SetPlaced
    found: LengthFound
    layers: tuple[LayerData, ...]
    system: System


def length_scene(view: LengthView, size: Size) -> Scene:
    """The whole drawing: the stack at the left, the scale of lengths at the right."""
    found, length = view.found, view.found.length
    inner, outer = reach_of(view.placed.held, view.layers)
    if outer <= inner or length is None:
        words = found.refused or "Nothing is passed: say what the set holds and what it bites into."
        return Scene(
            size[0], size[1], (Text(size[0] / 2, size[1] / 2, words, 13, "second", "middle"),)
        )
    reach = max(length.most, length.least, length.chosen or 0.0) * 1.12
    anchor = found.passed.substrate
    depth = max(reach, found.passed.thickness + anchor) + 0.02
    scale = (size[1] - TOP - BELOW) / depth
    items: list[Item] = []
    items += _stack(view, inner, outer, scale)
    items += _screw(view, scale)
    items += _ruler(view, scale, size)
    items += _words(view, size)
    return Scene(size[0], size[1], tuple(items))


def _stack(view: LengthView, inner: int, outer: int, scale: float) -> Iterator[Item]:
    y = TOP
    left, right = NAMES, NAMES + STACK
    bands = []
    for k in range(outer, inner, -1):
        high = view.layers[k].thickness * scale
        bands.append(Band(k, y, y + high))
        y += high
    yield from stack_patches(view.layers, bands, left, right)
    for band in bands:
        if band.bottom - band.top >= 10 or view.layers[band.number].kind == "membrane":
            layer = view.layers[band.number]
            yield Text(
                left - 8,
                (band.top + band.bottom) / 2 + 4,
                shorten(called(layer), NAMES - 14, LABEL),
                LABEL,
                "ink",
                "end",
            )
    bottom = y + view.found.passed.substrate * scale
    if inner >= 0:
        yield from stack_patches(view.layers, (Band(inner, y, bottom),), left, right)
    else:
        yield Patch(box(left, y, right, bottom), "bench", "ink", FACE)
    name = shorten(view.found.substrate, NAMES - 14, LABEL)
    yield Text(left - 8, (y + bottom) / 2 + 4, name, LABEL, "ink", "end", "semibold")
    yield Line((left, y, right, y), "ink", CUT)


def _screw(view: LengthView, scale: float) -> Iterator[Item]:
    """The fixing as chosen, leaning as it leans."""
    found, length = view.found, view.found.length
    if length is None:
        return
    size = length.chosen or min(max(length.least, 0.0), 2.0)
    ink = "accent" if length.chosen is not None else "stop"
    lean = radians(found.passed.angle)
    down = (
        size * scale
        if found.passed.angle >= 90
        else size * scale * (tan(lean) / (1 + tan(lean) ** 2) ** 0.5)
    )
    aside = (size * scale) ** 2 - down**2
    x = NAMES + STACK / 2 - (aside**0.5 / 2 if aside > 0 else 0.0)
    top = TOP + found.passed.recess * scale
    tip = x + (aside**0.5 if aside > 0 else 0.0), top + down
    if found.passed.recess > 0:
        yield Patch(box(x - 5, TOP, x + 5, top), "bench", "ink", FACE)
    yield Line((x - 10, top, x + 10, top), ink, 3.0)
    yield Line((x, top, *tip), ink, 2.4)
    yield Patch((tip[0] - 3, tip[1] - 7, tip[0] + 3, tip[1] - 7, *tip), ink)
    if length.chosen is None:
        return
    start = TOP + found.passed.thickness * scale
    through = found.passed.grip == "through"
    near = start + (found.passed.substrate * scale if through else 0.0)
    words = f"{'tip' if through else 'grip'} {with_unit(length.thick, T, view.system)}"
    off = NAMES + STACK + 12
    if tip[1] - near > 3:
        yield from dimension((off, near), (off, tip[1]), words, 4.0)


def _ruler(view: LengthView, scale: float, size: Size) -> Iterator[Item]:
    """Lengths from the head on: what is allowed, what is sold, what was chosen."""
    length, screw = view.found.length, view.placed.set.fastener
    if length is None or screw is None:
        return
    x = NAMES + STACK + RULER
    bottom = size[1] - BELOW
    yield Line((x, TOP, x, bottom), "second", FACE)
    low, high = TOP + length.least * scale, TOP + length.most * scale
    if length.most >= length.least:
        yield Patch(box(x, low, x + 26, min(high, bottom)), "wash", "accent", FACE)
    else:
        yield Line((x, low, x + 26, low), "stop", CUT)
        yield Line((x, high, x + 26, high), "stop", CUT)
    last = -100.0
    for stock in sorted(screw.stock):
        y = TOP + stock * scale
        if y > bottom:
            break
        chosen = stock == length.chosen
        yield Line(
            (x - (12 if chosen else 7), y, x, y),
            "accent" if chosen else "ink",
            CUT if chosen else FACE,
        )
        if chosen or y - last >= 15:
            yield Text(
                x - 16,
                y + 4,
                with_unit(stock, T, view.system),
                LABEL,
                "accent" if chosen else "second",
                "end",
                "semibold" if chosen else "regular",
            )
            last = y
    for value, name, up in ((length.least, "at least", True), (length.most, "at most", False)):
        y = min(TOP + value * scale, bottom)
        shift = -3 if up == (length.most >= length.least) else 13
        yield Text(x + 32, y + shift, f"{name} {with_unit(value, T, view.system)}", LABEL, "ink")


def _words(view: LengthView, size: Size) -> Iterator[Item]:
    x = NAMES + STACK + RULER + TOLD
    y = TOP + 10
    if size[0] - x < 110:
        return
    head = [(view.placed.set.name, "ink")]
    passed = with_unit(view.found.passed.thickness, T, view.system)
    told = list(lengths_told(view.found, view.system))
    rows = [*head, (f"passes {passed}", "second"), *told]
    if view.found.bands:
        thin, thick = view.found.bands[0].thinnest, max(band.thickest for band in view.found.bands)
        rows.append(
            (
                f"{with_unit(thin, T, view.system)} to {with_unit(thick, T, view.system)} over the taper",
                "second",
            )
        )
    if view.found.stray is not None:
        allowed, share = view.found.stray
        rows.append(
            (f"may stray {with_unit(max(0.0, allowed), Quantity.JOINT, view.system)}", "second")
        )
        rows.append(
            (f"{100 * share:.0f}\u2009% miss the rafter", "mind" if share > 0.05 else "second")
        )
    for number, (words, ink) in enumerate(rows):
        if view.found.bands and 2 <= number < 2 + len(told):
            yield length_mark(x - 10, y - 4, number - 2)
        face: Face = "semibold" if number == 0 else "regular"
        yield Text(
            x, y, shorten(words, max(60.0, size[0] - x - 8), LABEL), LABEL, ink, "start", face
        )
        y += 18
