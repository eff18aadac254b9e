# SPDX-License-Identifier: GPL-3.0-or-later
"""A cold attic in section: what enters, what leaves, how warm it is; and the strip over the plate, enlarged."""

from collections.abc import Iterator
from math import cos, radians, tan

from msgspec import Struct

from glacis.core.air.attic import AtticFlow
from glacis.core.model.air import Heel
from glacis.core.thickness.eaves import Eaves, HeelEaves
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.hatch import hatched
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Anchor,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    spread,
)

LABEL = 12.0
STEEPEST_DRAWN = 45.0
"""A steeper attic is drawn no steeper, so that its names find room [°]."""


class AtticVentDrawn(Struct, frozen=True):
    """An opening as it is drawn: its name, where it lies, and what enters [m³/s]."""

    name: str
    where: str
    volume: float


class AtticView(Struct, frozen=True):
    """What is drawn of an attic.

    Attributes:
        state: its name.
        flow: of its air.
        outside: temperature [°C].
        below: of the rooms [°C].
        vents: its openings.
        pitch: of the roof [°].
        eaves: the strip over the plate; None where no heel is stated.
        heel: as stated.
        gap: of the chutes [m]; 0 for none.
        system: units of the reader.
    """

    state: str
    flow: AtticFlow
    outside: float
    below: float
    vents: tuple[AtticVentDrawn, ...]
    pitch: float
    eaves: Eaves | None
    heel: Heel | None
    gap: float
    system: System


def air_attic_scene(view: AtticView, size: Size) -> Scene:
    """The attic at the left, the heel at the right."""
    width, height = size
    split = width * 0.52
    items = list(_attic(view, (split, height)))
    hot: list[Hot] = []
    if view.eaves is not None and view.eaves.heel is not None and view.heel is not None:
        drawn, hot = _heel(
            view, view.eaves.heel, view.heel, (split + 12, 8.0, width - 8, height - 6)
        )
        items += drawn
    else:
        items.append(
            Text(
                split + 24,
                height / 2,
                "State the heel to see what the eaves lose.",
                LABEL,
                "second",
            )
        )
    return Scene(width, height, tuple(items), tuple(hot))


def _attic(view: AtticView, size: Size) -> Iterator[Item]:
    width, height = size
    left, right, bottom = 92.0, width - 92.0, height - 30.0
    slope = tan(radians(min(view.pitch, STEEPEST_DRAWN)))
    rise = min((right - left) * slope, bottom - 44)
    apex = right, bottom - rise
    yield Text(8, 18, f"The attic, {view.state.lower()}", LABEL, "ink", face="semibold")
    yield Patch((left, bottom, right, bottom, *apex), "wash")
    yield Line((left - 14, bottom + 14 * rise / (right - left), *apex), "ink", CUT)
    yield Line((right, bottom, *apex), "hairline", DIMENSION, "dash")
    yield Line((left, bottom, right, bottom), "ink", FACE)
    warm = with_unit(view.flow.temperature, Quantity.TEMPERATURE, view.system)
    yield Text(
        left + (right - left) * 0.66, bottom - 26, f"air {warm}", 13, "ink", "middle", "semibold"
    )
    total = with_unit(view.flow.volume, Quantity.AIR_FLOW, view.system)
    yield Text(left + (right - left) * 0.66, bottom - 10, f"{total} pass", LABEL, "ink", "middle")
    yield Text(
        left + (right - left) / 2,
        bottom + 18,
        f"rooms {with_unit(view.below, Quantity.TEMPERATURE, view.system)}",
        LABEL,
        "second",
        "middle",
    )
    yield Text(
        8,
        bottom + 18,
        f"outside {with_unit(view.outside, Quantity.TEMPERATURE, view.system)}",
        LABEL,
        "second",
    )
    places = {
        "low": (left, bottom - 8),
        "high": apex,
        "middle": (left + (right - left) / 2, bottom - rise / 2),
    }
    for where, (x, y) in places.items():
        here = [vent for vent in view.vents if vent.where == where]
        for row, vent in enumerate(here[:2]):
            yield from _breath(vent, where, (x, y + 30 * row), view.system)


def _breath(
    vent: AtticVentDrawn, where: str, at: tuple[float, float], system: System
) -> Iterator[Item]:
    """An arrow into or out of the attic with what passes."""
    x, y = at
    outward = 1.0 if where == "high" else -1.0
    tip, tail = (
        (x + 8 * outward, x + 34 * outward)
        if vent.volume > 0
        else (x + 34 * outward, x + 8 * outward)
    )
    head = 6.0 if tip > tail else -6.0
    yield Line((tail, y, tip, y, tip - head, y - 3, tip, y, tip - head, y + 3), "accent", CUT)
    shown = with_unit(abs(vent.volume), Quantity.AIR_FLOW, system)
    anchor: Anchor = "start" if outward > 0 else "end"
    word = "in" if vent.volume > 0 else "out"
    yield Text(x + 8 * outward, y - 22, vent.name, LABEL, "second", anchor)
    yield Text(x + 8 * outward, y - 8, f"{word} {shown}", LABEL, "accent", anchor)


def _heel(
    view: AtticView, found: HeelEaves, heel: Heel, area: tuple[float, float, float, float]
) -> tuple[list[Item], list[Hot]]:
    """Wall, fill, chute and deck at one scale."""
    left, top, right, bottom = area
    slope = radians(view.pitch)
    reach = max(found.end, heel.wall) + 0.35
    tall = heel.height + reach * tan(slope) + 0.12
    scale = min((right - left - 90) / (reach + heel.overhang), (bottom - top - 74) / tall)
    x0, base = left + 8 + heel.overhang * scale, bottom - 30.0

    def x(at: float) -> float:
        return x0 + at * scale

    def y(up: float) -> float:
        return base - up * scale

    deck = [
        (-heel.overhang, heel.height - heel.overhang * tan(slope)),
        (reach, heel.height + reach * tan(slope)),
    ]
    items: list[Item] = [Text(left, top + 10, "Over the plate", LABEL, "ink", face="semibold")]
    items += list(hatched("board", (x(0), y(0), x(heel.wall), min(base + 24, bottom))))
    items.append(Patch(box(x(0), y(0), x(heel.wall), min(base + 24, bottom)), "", "ink", CUT))
    edge = [
        (0.0, max(0.0, found.at_outer)),
        (min(found.end, reach), found.full),
        (reach, found.full),
    ]
    fill = ((0.0, 0.0), *edge, (reach, 0.0))
    items.append(Patch(_flat([(x(a), y(b)) for a, b in fill]), "tint:loose", "ink", FACE))
    items.append(Line(_flat([(x(a), y(b)) for a, b in deck]), "ink", CUT))
    if view.gap > 0:
        down = view.gap / cos(slope)
        chute = [
            (0.0, heel.height - down),
            (
                min(reach, found.end + 0.1),
                heel.height - down + min(reach, found.end + 0.1) * tan(slope),
            ),
        ]
        items.append(Line(_flat([(x(a), y(b)) for a, b in chute]), "accent", CUT))
    items.append(Line((x(0), base, x(reach), base), "ink", FACE))
    labels = _heel_labels(view, found, heel)
    ends = spread(
        [y(heel.height), y(max(found.at_inner, 0.0)), y(found.full)], 15.0, top + 24, base
    )
    side = x(reach) + 8
    for words, place, from_y in zip(
        labels, ends, (heel.height, max(found.at_inner, 0.0), found.full), strict=True
    ):
        items.append(Text(side, place + 4, words, LABEL, "ink"))
        anchor = 0.0 if from_y == heel.height else heel.wall if from_y == found.at_inner else reach
        items.append(Line((x(anchor), y(from_y), side - 4, place), "hairline", DIMENSION))
    lost = view.eaves.transmittance if view.eaves else 0.0
    wide = with_unit(found.width, Quantity.LENGTH, view.system)
    words = f"strip {wide} wide, U {with_unit(lost, Quantity.TRANSMITTANCE, view.system)}"
    told = words if found.width > 0 else "full depth over the whole ceiling"
    items.append(Text(left, top + 26, told, LABEL, "second"))
    grip = (x(0) - 12, y(heel.height) - 12, x(0) + 12, y(heel.height) + 12)
    items.append(
        Patch(
            box(x(0) - 4, y(heel.height) - 4, x(0) + 4, y(heel.height) + 4), "bench", "accent", CUT
        )
    )
    hot = [Hot("heel", f"{scale:.6f}", grip, "height of the heel: drag up or down")]
    return items, hot


def _heel_labels(view: AtticView, found: HeelEaves, heel: Heel) -> tuple[str, str, str]:
    def show(value: float) -> str:
        return with_unit(value, Quantity.THICKNESS, view.system)

    return (
        f"heel {show(heel.height)}",
        f"{show(found.at_inner)} at wall",
        f"full {show(found.full)}",
    )


def _flat(points: list[tuple[float, float]]) -> tuple[float, ...]:
    return tuple(value for point in points for value in point)
