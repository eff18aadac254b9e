# SPDX-License-Identifier: GPL-3.0-or-later
"""An attic in every state: all its vents, on this area and on those that share it."""

from math import cos, radians

from msgspec import Struct

from glacis.core.air.attic import Attic, AtticFlow, AtticVent, attic_flow, cut_short
from glacis.core.air.channel import Outside, air_density, outside_film, sol_air
from glacis.core.air.found import AirRead, AtticStates
from glacis.core.air.layout import EdgeVents, Layout, edge_vents
from glacis.core.air.states import pressure_coefficient, turned_from
from glacis.core.air.tables import Tables
from glacis.core.air.weather import Conditions, conditions
from glacis.core.climate.atmosphere import air_pressure
from glacis.core.heat.surfaces import R_SI
from glacis.core.model.lookup import plan_area

UPPER_FILM = R_SI["up"]
"""Film over insulation in an attic [m²·K/W] (ISO 6946:2017, 6.8)."""


class _Blown(Struct, frozen=True):
    """A vent, what wind presses on it with [-], and whether it lies low, high or between."""

    vent: AtticVent
    cp: float
    where: str


def _vents(read: AirRead, layout: Layout, tables: Tables) -> tuple[_Blown, ...]:
    found = []
    for kin in read.beside:
        if kin.air is None:
            continue
        own = kin is read.beside[0]
        turned = turned_from(read.site.wind_from, kin.area.azimuth)
        for rim in layout.edges if own else edge_vents(kin.air, kin.area, kin.plane, kin.edges):
            area = rim.flow(tables)
            if own and rim.low and kin.air.chutes is not None:
                area = min(area, _through_chutes(layout, rim))
            if area > 0:
                cp = pressure_coefficient(rim.side.kind, kin.area.pitch, turned, tables)
                where = "low" if rim.low else "high" if rim.low is False else "middle"
                found.append(_Blown(AtticVent(rim.side.id, area, rim.height, 0.0, 1.0), cp, where))
    return tuple(found)


def _through_chutes(layout: Layout, rim: EdgeVents) -> float:
    """C_d A that the chutes of one eaves let through [m²]."""
    return sum(piece.low.flow for piece in layout.pieces if piece.low.edge == rim.side.id)


def attic_states(read: AirRead, layout: Layout, tables: Tables) -> AtticStates:
    """The attic in every state, and shut on the hot still noon."""
    vents = _vents(read, layout, tables)
    plan = sum(plan_area(kin.area) for kin in read.beside)
    slope = sum(kin.plane.true_area for kin in read.beside)
    resistance = layout.way.r_inside + UPPER_FILM
    pressure = air_pressure(read.site.elevation)
    shelter = tables.loss("sheltered") if read.site.sheltered else 1.0

    def in_state(state: Conditions, blown: tuple[_Blown, ...]) -> tuple[Attic, Outside]:
        film = outside_film(state.film_wind, state.temperature, read.air.emissivity)
        sky = state.sky * cos(radians(read.area.pitch))
        gain = read.air.absorptance * state.sun
        warm = sol_air(state.temperature, gain, film, sky, read.air.emissivity)
        press = shelter * air_density(state.temperature, pressure) * state.wind**2 / 2
        pressed = tuple(
            AtticVent(b.vent.name, b.vent.area, b.vent.height, b.cp * press, 1.0) for b in blown
        )
        roof = slope / (layout.way.r_outside + 1 / film)
        attic = Attic(pressed, plan / resistance, roof, read.below, warm)
        return attic, Outside(state.temperature, pressure)

    def solve(state: Conditions, blown: tuple[_Blown, ...]) -> AtticFlow:
        return attic_flow(*in_state(state, blown))

    found = conditions(read.site)
    low = [b.vent.name for b in vents if b.where == "low"]
    middle = [b.vent.name for b in vents if b.where == "middle"]
    return AtticStates(
        conditions=found,
        flows=tuple(solve(state, vents) for state in found),
        shut=solve(found[0], ()),
        vents=tuple((b.vent.name, b.vent.area, b.vent.height, b.where) for b in vents),
        plan=plan,
        resistance=resistance,
        below=read.below,
        pressure=pressure,
        short=cut_short(*in_state(found[0], vents), low, middle) if low and middle else None,
    )
