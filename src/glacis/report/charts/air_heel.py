# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip over the plate, enlarged: wall, fill, chute and deck at one scale."""

from collections.abc import Iterator
from math import cos, radians, tan

from msgspec import Struct

from glacis.core.model.air import Heel
from glacis.core.model.geometry import Point
from glacis.core.thickness.eaves import HeelEaves
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.hatch import hatched
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Bounds,
    Hot,
    Item,
    Line,
    Patch,
    Text,
    box,
    spread,
)

LABEL = 12.0
BEYOND, OVER = 0.35, 0.12
"""How much is drawn beyond the full depth, and over the deck [m]."""


class HeelView(Struct, frozen=True):
    """What is drawn over the plate.

    Attributes:
        found: depths of the fill.
        heel: as stated.
        pitch: of the deck [°].
        gap: of the chutes, square to the slope [m]; 0 for none.
        transmittance: U of the strip [W/(m²·K)].
        system: units of the reader.
    """

    found: HeelEaves
    heel: Heel
    pitch: float
    gap: float
    transmittance: float
    system: System


class _Scale(Struct, frozen=True):
    """Metres over the plate to points: the outer face of the wall at ``x``, the plate at ``y``."""

    x: float
    y: float
    scale: float
    reach: float

    def at(self, inwards: float, up: float) -> Point:
        return self.x + inwards * self.scale, self.y - up * self.scale

    def flat(self, *corners: Point) -> tuple[float, ...]:
        return tuple(value for corner in corners for value in self.at(*corner))


def heel_marks(view: HeelView, area: Bounds) -> tuple[list[Item], list[Hot]]:
    """The drawing, and the heel to be dragged."""
    left, top, right, bottom = area
    heel, rise = view.heel, tan(radians(view.pitch))
    reach = max(view.found.end, heel.wall) + BEYOND
    tall = heel.height + reach * rise + OVER
    scale = min((right - left - 90) / (reach + heel.overhang), (bottom - top - 74) / tall)
    fit = _Scale(left + 8 + heel.overhang * scale, bottom - 30.0, scale, reach)
    items: list[Item] = [
        Text(left, top + 10, "Over the plate", LABEL, "ink", face="semibold"),
        Text(left, top + 26, _told(view), LABEL, "second"),
    ]
    items += _built(view, fit, min(fit.y + 24, bottom))
    items += _named(view, fit, (top + 40, fit.y))
    x, y = fit.at(0.0, heel.height)
    items.append(Patch(box(x - 4, y - 4, x + 4, y + 4), "bench", "accent", CUT))
    hint = "height of the heel: drag up or down"
    return items, [Hot("heel", f"{scale:.6f}", (x - 12, y - 12, x + 12, y + 12), hint)]


def _told(view: HeelView) -> str:
    """What the strip loses, in a line."""
    if view.found.width <= 0:
        return "full depth over the whole ceiling"
    wide = with_unit(view.found.width, Quantity.LENGTH, view.system)
    return (
        f"strip {wide} wide, U {with_unit(view.transmittance, Quantity.TRANSMITTANCE, view.system)}"
    )


def _built(view: HeelView, fit: _Scale, foot: float) -> Iterator[Item]:
    """Wall, fill, deck and chute."""
    found, heel, slope = view.found, view.heel, radians(view.pitch)
    wall = (fit.x, fit.y, fit.at(heel.wall, 0.0)[0], foot)
    yield from hatched("board", wall)
    yield Patch(box(*wall), "", "ink", CUT)
    full = min(found.end, fit.reach)
    fill = (
        (0.0, 0.0),
        (0.0, max(0.0, found.at_outer)),
        (full, found.full),
        (fit.reach, found.full),
        (fit.reach, 0.0),
    )
    yield Patch(fit.flat(*fill), "tint:loose", "ink", FACE)

    def under_deck(inwards: float, less: float = 0.0) -> Point:
        return inwards, heel.height - less + inwards * tan(slope)

    yield Line(fit.flat(under_deck(-heel.overhang), under_deck(fit.reach)), "ink", CUT)
    if view.gap > 0:
        less = view.gap / cos(slope)
        ends = under_deck(0.0, less), under_deck(min(fit.reach, found.end + 0.1), less)
        yield Line(fit.flat(*ends), "accent", CUT)
    yield Line(fit.flat((0.0, 0.0), (fit.reach, 0.0)), "ink", FACE)


def _named(view: HeelView, fit: _Scale, room: tuple[float, float]) -> Iterator[Item]:
    """Heel and depths at the side, each with a line to where it is."""
    found, heel = view.found, view.heel

    def show(value: float) -> str:
        return with_unit(value, Quantity.THICKNESS, view.system)

    inner = max(found.at_inner, 0.0)
    named = (
        (f"heel {show(heel.height)}", (0.0, heel.height)),
        (f"{show(found.at_inner)} at wall", (heel.wall, inner)),
        (f"full {show(found.full)}", (fit.reach, found.full)),
    )
    ordered = sorted(named, key=lambda entry: -entry[1][1])
    places = spread([fit.at(*spot)[1] for _, spot in ordered], 15.0, *room)
    side = fit.at(fit.reach, 0.0)[0] + 8
    for (words, spot), y in zip(ordered, places, strict=True):
        yield Text(side, y + 4, words, LABEL, "ink")
        yield Line((*fit.at(*spot), side - 4, y), "hairline", DIMENSION)
