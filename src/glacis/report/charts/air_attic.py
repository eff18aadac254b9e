# SPDX-License-Identifier: GPL-3.0-or-later
"""A cold attic in section: what enters, what leaves, how warm it is; and the strip over the plate, enlarged."""

from collections.abc import Iterator
from math import radians, tan

from msgspec import Struct

from glacis.core.air.attic import AtticFlow
from glacis.core.model.air import Heel
from glacis.core.thickness.eaves import Eaves
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.air_heel import HeelView, heel_marks
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
    arrow,
)

LABEL = 12.0
TWO_LINES = 90.0
"""Height of an attic from which two lines of words have room in it [pt]."""
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
        stands = HeelView(
            view.eaves.heel, view.heel, view.pitch, view.gap, view.eaves.transmittance, view.system
        )
        drawn, hot = heel_marks(stands, (split + 12, 8.0, width - 8, height - 6))
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
    total = with_unit(view.flow.volume, Quantity.AIR_FLOW, view.system)
    tall = rise > TWO_LINES
    yield Text(right - 8, bottom - (26 if tall else 9), f"air {warm}", 13, "ink", "end", "semibold")
    if tall:
        yield Text(right - 8, bottom - 10, f"{total} pass", LABEL, "ink", "end")
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
    yield arrow((tail, y), (tip, y), "accent", CUT)
    shown = with_unit(abs(vent.volume), Quantity.AIR_FLOW, system)
    anchor: Anchor = "start" if outward > 0 else "end"
    word = "in" if vent.volume > 0 else "out"
    yield Text(x + 8 * outward, y - 22, vent.name, LABEL, "second", anchor)
    yield Text(x + 8 * outward, y - 8, f"{word} {shown}", LABEL, "accent", anchor)
