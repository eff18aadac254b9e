# SPDX-License-Identifier: GPL-3.0-or-later
"""One bay: how much air passes, which way, and how warm it and its faces are."""

from math import ceil, radians, sin

import numpy as np
from msgspec import Struct

from glacis.core.air.engine import march as engine
from glacis.core.errors import ValueRefused

CELL = 0.5
"""Longest cell [m] (our judgement: flows stay within 0.3 % of those with cells ten times as short)."""
DISCHARGE = 0.61
"""C_d of a sharp-edged slot or mesh on its net area [-] (our judgement after Idelchik, Handbook of hydraulic
resistance)."""
SHALLOWEST, DEEPEST = 0.005, 0.3
"""Depths a channel may have [m]; our judgement: below it nothing flows, above it air turns over in itself."""
MANY_FLOWS = 8
"""Flows that one bay is sought for at most; our judgement: sun against wind has two."""


class Segment(Struct, frozen=True):
    """A stretch of a bay whose section stays the same, listed from the low end.

    Attributes:
        length: along the air [m].
        depth: of the gap [m], 0.005 to 0.3.
        pitch: from horizontal [°]; 0 for a level box.
        r_top: from the outside air's film to the upper face [m²·K/W].
        r_bottom: from the rooms' film to the lower face [m²·K/W].
        t_sol: sol-air temperature outside [°C].
        t_below: of the rooms, or whatever lies beneath [°C].
        zeta: loss of pressure at its entry, of its own dynamic pressure [-].
        roughness: factor on the friction of smooth faces [-].
        e_top: emissivity of the upper face [-]; 0 leaves radiation out.
        e_bottom: of the lower face [-].
        shaded: whether it is a box over a soffit, outside air below it and an overhang above.
    """

    length: float
    depth: float
    pitch: float
    r_top: float
    r_bottom: float
    t_sol: float
    t_below: float
    zeta: float = 0.0
    roughness: float = 1.0
    e_top: float = 0.9
    e_bottom: float = 0.9
    shaded: bool = False


class Mouth(Struct, frozen=True):
    """An end of a bay: net area that counts for the whole of it [m²], and its discharge [-]."""

    area: float
    discharge: float = DISCHARGE

    @property
    def effective(self) -> float:
        """C_d A [m²]."""
        return self.area * self.discharge


class Bay(Struct, frozen=True):
    """A bay with both its ends.

    Attributes:
        segments: from the low end.
        width: clear between members [m].
        spacing: of the members [m].
        low: where air enters that rises.
        high: where it leaves.
    """

    segments: tuple[Segment, ...]
    width: float
    spacing: float
    low: Mouth
    high: Mouth

    @property
    def length(self) -> float:
        """Of all segments [m]."""
        return sum(segment.length for segment in self.segments)

    @property
    def volume(self) -> float:
        """Of the air in it [m³]."""
        return self.width * sum(segment.depth * segment.length for segment in self.segments)


class Outside(Struct, frozen=True):
    """The air outside.

    Attributes:
        temperature: [°C].
        pressure: [Pa].
        wind: what the wind adds, driving upward where positive [Pa].
    """

    temperature: float
    pressure: float = 101325.0
    wind: float = 0.0


class SegmentState(Struct, frozen=True):
    """What goes on along a segment; means by length where nothing else is said.

    Attributes:
        t_in: of the air where it enters in its own direction [°C].
        t_out: where it leaves [°C].
        t_air: mean [°C].
        t_top: upper face [°C].
        t_bottom: lower face [°C].
        heat_down: into what lies beneath [W/m²].
        h_c: between faces and air [W/(m²·K)].
        h_r: between the faces [W/(m²·K)].
        friction: factor f [-].
        reynolds: Re [-].
        speed: of the air [m/s].
        rise: buoyancy, upward positive [Pa].
        drag: pressure lost to friction and at its entry [Pa].
    """

    t_in: float
    t_out: float
    t_air: float
    t_top: float
    t_bottom: float
    heat_down: float
    h_c: float
    h_r: float
    friction: float
    reynolds: float
    speed: float
    rise: float
    drag: float


class CellState(Struct, frozen=True):
    """One cell, for drawings: from and to along the bay from its low end [m], and temperatures [°C]."""

    start: float
    end: float
    t_low: float
    t_high: float
    t_top: float
    t_bottom: float


class BayFlow(Struct, frozen=True):
    """Air and heat through one bay.

    Attributes:
        mass: upward positive [kg/s].
        volume: of outside air [m³/s], never negative.
        per_area: [m³/(s·m²)] of roof.
        air_changes: [1/s] of the air in the bay.
        t_exit: of the air that leaves [°C]; None where none does.
        buoyancy: upward positive [Pa].
        wind: upward positive [Pa].
        friction: lost along the bay [Pa].
        inlet: lost at the vent where air enters [Pa].
        outlet: lost where it leaves [Pa].
        heat_carried: by the air out of the bay [W].
        heat_taken: by the air from both faces [W].
        stable: all flows that come back when they are disturbed [kg/s].
        segments: in the order of the bay.
        cells: likewise.
        heat_down: mean into what lies beneath [W/m²].
    """

    mass: float
    volume: float
    per_area: float
    air_changes: float
    t_exit: float | None
    buoyancy: float
    wind: float
    friction: float
    inlet: float
    outlet: float
    heat_carried: float
    heat_taken: float
    stable: tuple[float, ...]
    segments: tuple[SegmentState, ...]
    cells: tuple[CellState, ...]
    heat_down: float


def air_density(temperature: float, pressure: float = 101325.0) -> float:
    """Of dry air [kg/m³] at a temperature [°C] and pressure [Pa]."""
    return pressure / (engine.R_AIR * (temperature + engine.KELVIN))


def outside_film(wind: float, temperature: float, emissivity: float = 0.9) -> float:
    """h_o [W/(m²·K)] in wind of ``wind`` [m/s] at ``temperature`` [°C] (ISO 6946:2017, annex C)."""
    kelvin: float = temperature + engine.KELVIN
    return 4 + 4 * wind + 4 * emissivity * engine.SIGMA * kelvin**3


def sol_air(
    temperature: float, gain: float, film: float, sky: float = 0.0, emissivity: float = 0.9
) -> float:
    """Sol-air temperature [°C].

    Args:
        temperature: of the air [°C].
        gain: sun that the covering takes up, absorptance times irradiance [W/m²].
        film: h_o [W/(m²·K)].
        sky: radiation lost to the sky, 63 under a clear one times the cosine of the pitch [W/m²].
        emissivity: of the covering [-].
    """
    return temperature + (gain - emissivity * sky) / film


def check_bay(bay: Bay) -> None:
    """Refuse a bay that cannot be.

    Raises:
        ValueRefused: for members wider than their spacing, a depth outside 5 to 300 mm, no length.
    """
    if not 0 < bay.width < bay.spacing:
        raise ValueRefused(
            "clear width of the bay", f"{bay.width:g} m", f"between 0 and {bay.spacing:g} m",
            "Members are narrower than their spacing.",
        )  # fmt: skip
    if not bay.segments:
        raise ValueRefused("segments of the bay", 0, "at least one")
    for number, segment in enumerate(bay.segments, 1):
        if not SHALLOWEST <= segment.depth <= DEEPEST:
            raise ValueRefused(
                f"depth of segment {number}", f"{segment.depth * 1000:g} mm", "5 to 300 mm"
            )
        if segment.length <= 0:
            raise ValueRefused(f"length of segment {number}", f"{segment.length:g} m", "above 0")


class Arrays:
    """A bay as the engine takes it."""

    def __init__(self, bay: Bay, cell: float) -> None:
        self.segs = np.array(
            [
                (
                    s.length, s.depth, sin(radians(s.pitch)), s.r_top, s.r_bottom, s.t_sol, s.t_below,
                    s.zeta, s.roughness, s.e_top, s.e_bottom,
                )
                for s in bay.segments
            ]
        )  # fmt: skip
        self.counts = np.array([max(1, ceil(s.length / cell - 1e-9)) for s in bay.segments])
        self.ends = np.array([bay.low.effective, bay.high.effective])
        self.cells = np.zeros((int(self.counts.sum()), engine.COLUMNS))
        self.found = np.zeros(MANY_FLOWS)


def flow_through(
    bay: Bay, outside: Outside, before: float = 0.0, exchange: float = -1.0, cell: float = CELL
) -> BayFlow:
    """Air and heat through a bay, solved together in both directions.

    Args:
        bay: with its temperatures.
        outside: air.
        before: flow of the hour before [kg/s], whose direction is kept where there are two; 0 for none.
        exchange: h_c [W/(m²·K)] in the place of what follows from the flow; negative for none.
        cell: longest cell [m].

    Raises:
        ValueRefused: for a bay that cannot be.
    """
    check_bay(bay)
    a = Arrays(bay, cell)
    t, p, wind = outside.temperature, outside.pressure, outside.wind
    stable: tuple[float, ...] = ()
    mass = 0.0
    if a.ends.min() > 0:
        count = engine.stable_flows(
            engine.SURE,
            a.segs,
            a.counts,
            bay.width,
            a.ends,
            t,
            p,
            wind,
            exchange,
            engine.SETTLED,
            a.cells,
            a.found,
        )
        drive = engine.drive_at_rest(
            a.segs, a.counts, bay.width, t, p, wind, exchange, engine.SETTLED, a.cells
        )
        mass = float(engine.choose(a.found, count, before, drive))
        stable = tuple(float(flow) for flow in a.found[:count])
    if mass == 0.0:
        return _at_rest(bay, outside, stable)
    return _moving(bay, outside, mass, stable, a, exchange)


def _moving(
    bay: Bay, outside: Outside, mass: float, stable: tuple[float, ...], a: Arrays, exchange: float
) -> BayFlow:
    t, p = outside.temperature, outside.pressure
    up, m = (1.0, mass) if mass > 0 else (-1.0, -mass)
    lift, drag, exit_at = engine.march(
        m, up, a.segs, a.counts, bay.width, t, p, exchange, engine.SETTLED, a.cells
    )
    first, last = (bay.low, bay.high) if up > 0 else (bay.high, bay.low)
    rows = (a.cells if up > 0 else a.cells[::-1]).tolist()
    states, at = [], 0
    for segment, count in zip(bay.segments, a.counts.tolist(), strict=True):
        states.append(_state(bay, segment, rows[at : at + count], mass, p))
        at += count
    taken = bay.width * sum(
        row[engine.H_C] * row[engine.DX]
        * (row[engine.T_UPPER] + row[engine.T_LOWER] - 2 * row[engine.T_AIR])
        for row in rows
    )  # fmt: skip
    dense = air_density(t, p)
    return BayFlow(
        mass=mass,
        volume=m / dense,
        per_area=m / dense / (bay.spacing * bay.length),
        air_changes=m / dense / bay.volume,
        t_exit=float(exit_at),
        buoyancy=float(lift),
        wind=outside.wind,
        friction=float(drag),
        inlet=m**2 / (2 * dense * first.effective**2),
        outlet=m**2 / (2 * air_density(float(exit_at), p) * last.effective**2),
        heat_carried=m * engine.CP * (float(exit_at) - t),
        heat_taken=taken,
        stable=stable,
        segments=tuple(states),
        cells=_cells(rows, up),
        heat_down=_mean_down(bay, tuple(state.heat_down for state in states)),
    )


def _state(
    bay: Bay, segment: Segment, rows: list[list[float]], mass: float, pressure: float
) -> SegmentState:
    m = abs(mass)
    first, last = (rows[0], rows[-1]) if mass > 0 else (rows[-1], rows[0])
    depth, width = segment.depth, bay.width
    reynolds = m * 2 / ((width + depth) * engine.VISCOSITY)

    def mean(column: int) -> float:
        return sum(row[column] * row[engine.DX] for row in rows) / segment.length

    t_bottom, t_air = mean(engine.T_LOWER), mean(engine.T_AIR)
    smooth = float(engine.friction(reynolds, min(width, depth) / max(width, depth)))
    return SegmentState(
        t_in=first[engine.T_IN],
        t_out=last[engine.T_OUT],
        t_air=t_air,
        t_top=mean(engine.T_UPPER),
        t_bottom=t_bottom,
        heat_down=(t_bottom - segment.t_below) / segment.r_bottom,
        h_c=rows[0][engine.H_C],
        h_r=mean(engine.H_R),
        friction=segment.roughness * smooth,
        reynolds=reynolds,
        speed=m / (width * depth * air_density(t_air, pressure)),
        rise=sum(row[engine.RISE] for row in rows),
        drag=sum(row[engine.DRAG] for row in rows),
    )


def _cells(rows: list[list[float]], up: float) -> tuple[CellState, ...]:
    found, at = [], 0.0
    for row in rows:
        ends = row[engine.T_IN], row[engine.T_OUT]
        low, high = ends if up > 0 else ends[::-1]
        end = at + row[engine.DX]
        found.append(CellState(at, end, low, high, row[engine.T_UPPER], row[engine.T_LOWER]))
        at = end
    return tuple(found)


def _mean_down(bay: Bay, flows: tuple[float, ...]) -> float:
    parts = zip(bay.segments, flows, strict=True)
    return sum(segment.length * flow for segment, flow in parts) / bay.length


def _at_rest(bay: Bay, outside: Outside, stable: tuple[float, ...]) -> BayFlow:
    """A bay through which no air passes: still air layers, each segment by itself."""
    states, cells, at = [], [], 0.0
    for segment, row in zip(bay.segments, Arrays(bay, CELL).segs, strict=True):
        top, bottom, air, h_c, h_r = (float(value) for value in engine.stilled(row))
        down = (bottom - segment.t_below) / segment.r_bottom
        states.append(
            SegmentState(
                air, air, air, top, bottom, down, h_c, h_r, 0.0, 0.0, 0.0, rise=0.0, drag=0.0
            )
        )
        cells.append(CellState(at, at + segment.length, air, air, top, bottom))
        at += segment.length
    down = _mean_down(bay, tuple(state.heat_down for state in states))
    return BayFlow(
        mass=0.0, volume=0.0, per_area=0.0, air_changes=0.0, t_exit=None, buoyancy=0.0,
        wind=outside.wind, friction=0.0, inlet=0.0, outlet=0.0, heat_carried=0.0, heat_taken=0.0,
        stable=stable, segments=tuple(states), cells=tuple(cells), heat_down=down,
    )  # fmt: skip


def shut(bay: Bay) -> Bay:
    """The same bay with both vents shut."""
    closed = Mouth(0.0)
    return Bay(bay.segments, bay.width, bay.spacing, closed, closed)
