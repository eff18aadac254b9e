# SPDX-License-Identifier: GPL-3.0-or-later
"""What each screen costs: the same roof with each of the table's in all of its vents."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.aired import aired
from glacis.core.air.found import AirRead
from glacis.core.air.screens import EMBERS
from glacis.core.air.tables import NetFactor, tables_with
from glacis.core.model.air import Obstruction


class MeshPrice(Struct, frozen=True):
    """A roof with one screen in all of its vents.

    Attributes:
        screen: row of the table.
        low: net area of low vents [m²].
        high: of high vents [m²].
        flow: outside air on the hot still noon [m³/(s·m²)].
        met: whether the rule for free areas is met; None without a rule.
        stops_embers: whether its openings are what codes allow against embers.
    """

    screen: NetFactor
    low: float
    high: float
    flow: float
    met: bool | None
    stops_embers: bool


def mesh_prices(read: AirRead) -> tuple[MeshPrice, ...]:
    """Every screen that leaves anything open, finest first."""
    found = []
    for screen in sorted(tables_with(read.values).screens, key=lambda row: row.clear):
        if screen.net <= 0:
            continue
        vents = tuple(
            replace(vent, obstructions=(Obstruction(row=screen.id),)) for vent in read.air.vents
        )
        made = aired(replace(read, air=replace(read.air, vents=vents), laid=None))
        if made.free is None:
            continue
        verdict = made.free.verdict
        found.append(
            MeshPrice(
                screen,
                made.free.low,
                made.free.high,
                made.at_noon,
                verdict.met if verdict else None,
                EMBERS[0] <= screen.clear <= EMBERS[1],
            )
        )
    return tuple(found)
