# SPDX-License-Identifier: GPL-3.0-or-later
"""An attic as one body of air: what passes each opening, how warm it gets, whether low air is cut short."""

from collections.abc import Sequence
from math import copysign, sqrt

from msgspec import Struct
from scipy.optimize import brentq

from glacis.core.air.channel import DISCHARGE, Outside, air_density
from glacis.core.air.engine.march import CP, G
from glacis.core.errors import ValueRefused

SURE = 1e-12
"""Share to which temperature and pressure are found [-]; our judgement, well above rounding."""


class AtticVent(Struct, frozen=True):
    """An opening of an attic.

    Attributes:
        name: for the reader.
        area: net [m²].
        height: of its middle over a common datum [m].
        wind: pressure of the wind on it [Pa].
        discharge: C_d [-].
    """

    name: str
    area: float
    height: float
    wind: float = 0.0
    discharge: float = DISCHARGE


class Attic(Struct, frozen=True):
    """An attic and what heats it.

    Attributes:
        vents: its openings.
        ceiling: conductance to the rooms [W/K].
        roof: conductance to the outside of the roof [W/K].
        t_below: of the rooms [°C].
        t_sol: sol-air temperature over the roof [°C].
    """

    vents: tuple[AtticVent, ...]
    ceiling: float
    roof: float
    t_below: float
    t_sol: float


class AtticFlow(Struct, frozen=True):
    """What goes on in an attic.

    Attributes:
        temperature: of its air [°C].
        flows: through each opening, inward positive [kg/s].
        exchange: what enters in all [kg/s].
        volume: of outside air [m³/s].
        carried: heat that leaves with the air [W].
    """

    temperature: float
    flows: tuple[float, ...]
    exchange: float
    volume: float
    carried: float


def _flows(attic: Attic, outside: Outside, inside: float) -> tuple[float, ...]:
    """What enters by each opening [kg/s] when the air within has ``inside`` [°C]: p_0 from Σ m = 0."""
    open_vents = [vent for vent in attic.vents if vent.area > 0]
    if len(open_vents) < 2:
        return tuple(0.0 for _ in attic.vents)
    dense_out = air_density(outside.temperature, outside.pressure)
    dense_in = air_density(inside, outside.pressure)
    drives = {vent: vent.wind - G * vent.height * (dense_out - dense_in) for vent in open_vents}

    def through(vent: AtticVent, within: float) -> float:
        drop = drives[vent] - within
        dense = dense_out if drop > 0 else dense_in
        return copysign(vent.discharge * vent.area * sqrt(2 * dense * abs(drop)), drop)

    low, high = min(drives.values()), max(drives.values())
    if high - low < SURE:
        return tuple(0.0 for _ in attic.vents)
    within = brentq(
        lambda p: sum(through(vent, p) for vent in open_vents), low, high, xtol=SURE, rtol=1e-14
    )
    return tuple(through(vent, within) if vent.area > 0 else 0.0 for vent in attic.vents)


def attic_flow(attic: Attic, outside: Outside) -> AtticFlow:
    """Air through an attic and its temperature, solved together.

    Raises:
        ValueRefused: where neither ceiling nor roof passes heat.
    """
    if attic.ceiling + attic.roof <= 0:
        raise ValueRefused("conductance of ceiling and roof", attic.ceiling + attic.roof, "above 0")

    def left_over(inside: float) -> float:
        entering = sum(flow for flow in _flows(attic, outside, inside) if flow > 0)
        return (
            attic.ceiling * (attic.t_below - inside)
            + attic.roof * (attic.t_sol - inside)
            + entering * CP * (outside.temperature - inside)
        )

    ends = (attic.t_below, attic.t_sol, outside.temperature)
    low, high = min(ends) - 1e-6, max(ends) + 1e-6
    inside = float(brentq(left_over, low, high, xtol=1e-11, rtol=1e-14))
    flows = _flows(attic, outside, inside)
    entering = sum(flow for flow in flows if flow > 0)
    dense = air_density(outside.temperature, outside.pressure)
    return AtticFlow(
        inside, flows, entering, entering / dense, entering * CP * (inside - outside.temperature)
    )


def cut_short(
    attic: Attic, outside: Outside, low: Sequence[str], middle: Sequence[str]
) -> float | None:
    """Low intake over what it is with the middle vents shut [-]; None where none of either is there.

    The lower it is, the more the middle vents feed the high ones while the air at the eaves stands.
    """
    names = {vent.name for vent in attic.vents if vent.area > 0}
    if not names & set(low) or not names & set(middle):
        return None

    def intake(vents: tuple[AtticVent, ...]) -> float:
        found = attic_flow(
            Attic(vents, attic.ceiling, attic.roof, attic.t_below, attic.t_sol), outside
        )
        return sum(
            flow
            for vent, flow in zip(vents, found.flows, strict=True)
            if vent.name in low and flow > 0
        )

    whole = intake(attic.vents)
    without = intake(tuple(vent for vent in attic.vents if vent.name not in middle))
    return whole / without if without > 0 else None
