# SPDX-License-Identifier: GPL-3.0-or-later
"""Net of gross: what meshes, holes and louvres leave of an opening."""

from collections.abc import Sequence
from math import cos, radians, sqrt

from glacis.core.air.tables import SHIPPED, Tables
from glacis.core.errors import ValueRefused
from glacis.core.model.air import AirVent, Obstruction

EMBERS = (0.0016, 0.0032)
"""Openings that stop embers and that codes allow [m] (US wildland practice, recalled; confirm)."""
MOSQUITOES, WASPS, MICE = 0.0012, 0.004, 0.0064
"""Widest openings [m] that keep each out; our judgement after common practice."""


def mesh(opening: float, wire: float) -> float:
    """Share that a square mesh leaves open [-], from its opening and its wire [m].

    >>> round(mesh(0.0032, 0.0006), 2)
    0.71
    """
    return (opening / (opening + wire)) ** 2


def holes(diameter: float, pitch: float, *, staggered: bool) -> float:
    """Share that round holes leave open [-], from their diameter and distance [m]: π/4, or π/(2√3) staggered.

    Raises:
        ValueRefused: for holes that overlap.
    """
    if not 0 < diameter <= pitch:
        raise ValueRefused(
            "diameter of the holes", f"{diameter * 1000:g} mm", f"to {pitch * 1000:g} mm"
        )
    return (0.9069 if staggered else 0.7854) * (diameter / pitch) ** 2


def louvre(pitch: float, angle: float, blade: float) -> float:
    """Share that a louvre leaves open [-]: blades ``blade`` thick every ``pitch`` [m], tipped by ``angle`` [°]."""
    return max(0.0, (pitch * cos(radians(angle)) - blade) / pitch)


def share_open(obstruction: Obstruction, tables: Tables = SHIPPED) -> tuple[float, float]:
    """What an obstruction leaves open when new, and what dust leaves of that [-].

    Raises:
        ValueRefused: for a row that is not in the table.
    """
    row = tables.screen(obstruction.row) if obstruction.row else None
    if obstruction.row and row is None:
        raise ValueRefused("screen in a vent", obstruction.row, "a row of the table of net areas")
    if obstruction.net:
        net = obstruction.net
    elif obstruction.opening and obstruction.wire:
        net = mesh(obstruction.opening, obstruction.wire)
    else:
        net = row.net if row else 1.0
    fouling = obstruction.fouling or (row.fouling if row else 1.0)
    return net, fouling


def net_share(obstructions: Sequence[Obstruction], tables: Tables = SHIPPED) -> float:
    """What all of them leave open, dust included [-]: the product that codes ask for."""
    share = 1.0
    for obstruction in obstructions:
        net, fouling = share_open(obstruction, tables)
        share *= net * fouling
    return share


def flow_share(obstructions: Sequence[Obstruction], tables: Tables = SHIPPED) -> float:
    """What air feels of screens that stand apart [-]: drops of pressure add, 1/A² = Σ 1/A_j²."""
    total = 0.0
    for obstruction in obstructions:
        net, fouling = share_open(obstruction, tables)
        if net * fouling <= 0:
            return 0.0
        total += 1 / (net * fouling) ** 2
    return 1 / sqrt(total) if total else 1.0


def clear_opening(obstructions: Sequence[Obstruction], tables: Tables = SHIPPED) -> float | None:
    """The finest of the screens' openings [m]; None where none is stated."""
    found = []
    for obstruction in obstructions:
        row = tables.screen(obstruction.row)
        clear = obstruction.opening or (row.clear if row else 0.0)
        if clear:
            found.append(clear)
    return min(found, default=None)


def gross_per_metre(vent: AirVent, length: float) -> float:
    """Gross opening to the metre of an edge of ``length`` [m] along which it runs [m²/m]."""
    if vent.sealed:
        return 0.0
    if vent.count:
        return vent.count * vent.each / length if length > 0 else 0.0
    return vent.per_metre


def net_per_metre(vent: AirVent, length: float, tables: Tables = SHIPPED) -> float:
    """Net opening to the metre, as codes count it [m²/m]."""
    return gross_per_metre(vent, length) * net_share(vent.obstructions, tables)


def flow_per_metre(vent: AirVent, length: float, tables: Tables = SHIPPED) -> float:
    """Opening to the metre as the air feels it [m²/m]."""
    share = flow_share if vent.apart else net_share
    return gross_per_metre(vent, length) * share(vent.obstructions, tables)
