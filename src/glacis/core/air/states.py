# SPDX-License-Identifier: GPL-3.0-or-later
"""Flow and temperature of every class of bay, in every state."""

from collections.abc import Sequence
from math import cos, radians

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.channel import (
    CELL,
    Arrays,
    Bay,
    BayFlow,
    Mouth,
    Outside,
    Segment,
    air_density,
    flow_through,
    outside_film,
    shut,
    sol_air,
)
from glacis.core.air.engine import march as engine
from glacis.core.air.layout import BayPiece, Layout, Stretch
from glacis.core.air.legs import SHORTEST, Run, segments_of
from glacis.core.air.tables import SHIPPED, Tables
from glacis.core.air.weather import (
    CLEAR_SKY,
    OVER,
    STILL_FILM,
    Conditions,
    conditions,
    drive_test,
    summer_day,
)
from glacis.core.climate.atmosphere import air_pressure
from glacis.core.model.air import Air
from glacis.core.model.document import RoofArea, Site

ALIKE = 0.01
"""Bays whose lengths differ by less are solved once [m] (our judgement: flows differ by less than 0.1 %)."""
SOFFIT, SHADED = 0.2, 1.0
"""Of a box over a soffit: resistance to both sides [m²·K/W], and how much warmer its top is [K] (our judgement:
boards and a film, in the shade)."""
STEEP = 25.0
"""Pitch over which a ridge sees less suction [°] (EN 1991-1-4, 7.2.5, recalled; confirm)."""


class BayClass(Struct, frozen=True):
    """Bays that are alike.

    Attributes:
        pieces: indices of the layout's pieces.
        length: along the slope [m].
        low: C_d A of the low end [m²].
        high: of the high end [m²].
        drive: Cp of the low end less that of the high one [-].
        below: what they pass below a change of pitch.
        above: above one.
    """

    pieces: tuple[int, ...]
    length: float
    low: float
    high: float
    drive: float
    below: tuple[Stretch, ...] = ()
    above: tuple[Stretch, ...] = ()

    def run(self, pitch: float) -> Run:
        """What its bays pass, their own plane at ``pitch`` [°]."""
        return Run(self.length, pitch, self.below, self.above)


class Hot(Struct, frozen=True):
    """A hot still noon with vents open and shut.

    Attributes:
        open: with its flow.
        shut: without.
    """

    open: BayFlow
    shut: BayFlow

    @property
    def open_top(self) -> float:
        """Mean of the upper face with vents open [°C]."""
        return _mean(self.open, "t_top")

    @property
    def open_bottom(self) -> float:
        """Mean of the lower face with vents open [°C]."""
        return _mean(self.open, "t_bottom")

    @property
    def saved(self) -> float:
        """Heat kept out of what lies beneath [W/m²]."""
        return self.shut.heat_down - self.open.heat_down

    @property
    def covering(self) -> float:
        """How much cooler the covering's underside is [K]."""
        return _mean(self.shut, "t_top") - _mean(self.open, "t_top")

    @property
    def lower(self) -> float:
        """How much cooler the lower face is [K]."""
        return _mean(self.shut, "t_bottom") - _mean(self.open, "t_bottom")


def _mean(flow: BayFlow, face: str) -> float:
    whole = flow.cells[-1].end
    return float(sum(getattr(c, face) * (c.end - c.start) for c in flow.cells) / whole)


class States(Struct, frozen=True):
    """All classes in all states.

    Attributes:
        classes: of bays that air passes or may pass.
        conditions: the states.
        flows: by state and class.
        shut: by class, vents shut on the hot still noon.
        drive: by class, flow in the test for drive.
        of_piece: class of each piece; -1 for none.
        pressure: of the air [Pa].
        least_drive: flow in that test from which a gap counts as vented [m³/(s·m²)].
    """

    classes: tuple[BayClass, ...]
    conditions: tuple[Conditions, ...]
    flows: tuple[tuple[BayFlow, ...], ...]
    shut: tuple[BayFlow, ...]
    drive: tuple[BayFlow, ...]
    of_piece: tuple[int, ...]
    pressure: float
    least_drive: float

    def hot(self, number: int) -> Hot:
        """The hot still noon of a class."""
        return Hot(self.flows[0][number], self.shut[number])


def in_state(
    segments: Sequence[Segment], state: Conditions, air: Air, pitch: float, below: float
) -> tuple[Segment, ...]:
    """Segments with the temperatures of a state."""
    film = outside_film(state.film_wind, state.temperature, air.emissivity)
    tested = state.id == "drive"

    def warm(slope: float) -> float:
        if tested:
            return state.temperature + OVER
        sky = state.sky * cos(radians(slope))
        return sol_air(state.temperature, air.absorptance * state.sun, film, sky, air.emissivity)

    under = state.temperature if tested else below
    return tuple(
        _soffit(s, state.temperature)
        if s.shaded
        else replace(s, r_top=s.r_top + 1 / film, t_sol=warm(s.pitch or pitch), t_below=under)
        for s in segments
    )


def _soffit(segment: Segment, outside: float) -> Segment:
    """A box over a soffit: outside air below it, a shaded overhang above."""
    return replace(segment, r_top=SOFFIT, r_bottom=SOFFIT, t_sol=outside + SHADED, t_below=outside)


def pressure_coefficient(kind: str, pitch: float, turned: float, tables: Tables) -> float:
    """Cp at a vent [-].

    Args:
        kind: of its edge.
        pitch: of the plane [°].
        turned: between where the wind comes from and where the plane faces [°], 0 to 180.
        tables: of coefficients.
    """
    side = "windward" if turned < 45 else "leeward" if turned > 135 else "side"
    eaves = tables.loss(f"Cp-eaves-{side}")
    ridge = tables.loss("Cp-ridge-steep" if pitch > STEEP else "Cp-ridge-flat")
    if kind in ("ridge", "top"):
        return ridge
    if kind == "abutment":
        return tables.loss("Cp-abutment") * (1 if turned > 135 else -1)
    if kind in ("hip", "valley"):
        return (eaves + tables.loss("Cp-eaves-side")) / 2
    if kind == "verge":
        return tables.loss("Cp-gable-side")
    return eaves


def turned_from(wind_from: float, azimuth: float) -> float:
    """Angle between where the wind comes from and where a plane faces [°], 0 to 180."""
    return abs((wind_from - azimuth + 180) % 360 - 180)


Alike = tuple[int, float, float, float, tuple[int, ...]]
"""Bays are alike by length, both vents, drive of the wind, and what they pass beyond changes of pitch."""


def _drive(piece: BayPiece, pitch: float, turned: float, tables: Tables) -> float:
    """Cp at the low end less that at the high one [-]."""
    low = piece.below[0].pitch if piece.below else pitch
    high = piece.above[-1].pitch if piece.above else pitch
    return pressure_coefficient(piece.low.kind, low, turned, tables) - pressure_coefficient(
        piece.high.kind, high, turned, tables
    )


def classes_of(
    layout: Layout, area: RoofArea, site: Site, tables: Tables
) -> tuple[tuple[BayClass, ...], tuple[int, ...]]:
    """Bays that are alike, and the class of each piece."""
    turned = turned_from(site.wind_from, area.azimuth)
    if layout.way.sideways:
        return _one_body(layout, area, turned, tables)
    found: dict[Alike, list[int]] = {}
    keys: list[Alike | None] = []
    for number, piece in enumerate(layout.pieces):
        if piece.piece.length < SHORTEST:
            keys.append(None)
            continue
        drive = _drive(piece, area.pitch, turned, tables)
        key = (
            round(piece.piece.length / ALIKE), round(piece.low.flow, 9), round(piece.high.flow, 9),
            round(drive, 6), tuple(round(part.length / ALIKE) for part in piece.beyond),
        )  # fmt: skip
        found.setdefault(key, []).append(number)
        keys.append(key)
    order = {key: number for number, key in enumerate(found)}
    classes = tuple(
        BayClass(
            tuple(numbers),
            _length(layout.pieces, numbers),
            key[1],
            key[2],
            key[3],
            layout.pieces[numbers[0]].below,
            layout.pieces[numbers[0]].above,
        )
        for key, numbers in found.items()
    )
    return classes, tuple(-1 if key is None else order[key] for key in keys)


def _one_body(
    layout: Layout, area: RoofArea, turned: float, tables: Tables
) -> tuple[tuple[BayClass, ...], tuple[int, ...]]:
    """Bays that air passes sideways: each has its share of all openings, and the mean length."""
    pieces = layout.pieces
    count = len(pieces)
    if not count:
        return (), ()
    ends = [
        (end, sign)
        for piece in pieces
        for end, sign in ((piece.low, 1), (piece.high, -1))
        if end.flow
    ]
    weights = {sign: sum(end.flow for end, s in ends if s == sign) for sign in (1, -1)}
    drive = sum(
        sign * pressure_coefficient(end.kind, area.pitch, turned, tables) * end.flow / weights[sign]
        for end, sign in ends
    )
    length = sum(piece.piece.area for piece in pieces) / (count * layout.way.spacing)
    longest = max(pieces, key=lambda piece: sum(part.length for part in piece.beyond))
    body = BayClass(
        tuple(range(count)), length, weights[1] / count, weights[-1] / count, drive,
        longest.below, longest.above,
    )  # fmt: skip
    return (body,), (0,) * count


def _length(pieces: Sequence[BayPiece], numbers: Sequence[int]) -> float:
    return sum(pieces[k].piece.length for k in numbers) / len(numbers)


def states_of(
    layout: Layout, stated: Air, area: RoofArea, site: Site, below: float, tables: Tables
) -> States:
    """Every class of bays in every state.

    Args:
        layout: of the bays.
        stated: about the air.
        area: as stated.
        site: outside.
        below: temperature of the rooms [°C].
        tables: of losses and coefficients.
    """
    classes, of_piece = classes_of(layout, area, site, tables)
    pressure = air_pressure(site.elevation)
    shelter = tables.loss("sheltered") if site.sheltered else 1.0
    bays = [bay_of(layout, stated, area, kind, tables) for kind in classes]
    found = conditions(site)

    def solve(bay: Bay, kind: BayClass, state: Conditions, *, closed: bool = False) -> BayFlow:
        warm = in_state(bay.segments, state, stated, area.pitch, below)
        made = Bay(warm, bay.width, bay.spacing, bay.low, bay.high)
        dense = air_density(state.temperature, pressure)
        wind = kind.drive * shelter * dense * state.wind**2 / 2
        return flow_through(
            shut(made) if closed else made, Outside(state.temperature, pressure, wind)
        )

    pairs = list(zip(bays, classes, strict=True))
    test = drive_test(site)
    return States(
        classes,
        found,
        tuple(tuple(solve(bay, kind, state) for bay, kind in pairs) for state in found),
        tuple(solve(bay, kind, found[0], closed=True) for bay, kind in pairs),
        tuple(solve(bay, kind, test) for bay, kind in pairs),
        of_piece,
        pressure,
        tables.loss("drive-least") / 3600,
    )


def bay_of(
    layout: Layout, stated: Air, area: RoofArea, kind: BayClass, tables: Tables = SHIPPED
) -> Bay:
    """A bay of a class, from its low end."""
    way = layout.way
    return Bay(
        segments_of(way, stated, kind.run(area.pitch), tables),
        way.spacing - way.width,
        way.spacing,
        Mouth(kind.low, 1.0),
        Mouth(kind.high, 1.0),
    )


class DayStrip(Struct, frozen=True):
    """A bay over the hours of a clear, still summer day.

    Attributes:
        flow: by hour, upward positive [kg/s].
        volume: of outside air by hour, upward positive [m³/s].
        top: mean of the upper face [°C].
        bottom: of the lower face [°C].
        outside: of the air [°C].
        covering: sol-air temperature [°C].
    """

    flow: tuple[float, ...]
    volume: tuple[float, ...]
    top: tuple[float, ...]
    bottom: tuple[float, ...]
    outside: tuple[float, ...]
    covering: tuple[float, ...]


class Hours(Struct, frozen=True):
    """Hours that a bay is followed through: series of one length.

    Attributes:
        temperature: of the air [°C].
        covering: sol-air temperature [°C].
        film: h_o [W/(m²·K)] for the whole stretch.
        wind: pressure of the wind, upward positive [Pa].
        below: of the rooms [°C].
        pressure: of the air [Pa].
    """

    temperature: np.ndarray
    covering: np.ndarray
    film: float
    wind: np.ndarray
    below: np.ndarray
    pressure: float


def by_hour(bay: Bay, hours: Hours) -> np.ndarray:
    """A bay hour by hour, each beginning from the hour before: flow [kg/s], faces above and below, air [°C].

    Returns:
        One row an hour with these four columns: what the moisture of the roof needs of its air.
    """
    arrays = Arrays(bay, CELL)
    sol = np.repeat(hours.covering[None, :], len(bay.segments), axis=0)
    below = np.repeat(hours.below[None, :], len(bay.segments), axis=0)
    for number, segment in enumerate(bay.segments):
        arrays.segs[number, engine.R_TOP] += 1 / hours.film
        if segment.shaded:
            arrays.segs[number, [engine.R_TOP, engine.R_BOTTOM]] = SOFFIT
            sol[number], below[number] = hours.temperature + SHADED, hours.temperature
    out = np.zeros((len(hours.temperature), 4))
    engine.by_hour(
        arrays.segs, arrays.counts, bay.width, arrays.ends, hours.temperature, hours.pressure,
        hours.wind, sol, below, arrays.cells, arrays.found, out,
    )  # fmt: skip
    return out


def day_of(
    layout: Layout, stated: Air, area: RoofArea, site: Site, below: float, kind: BayClass
) -> DayStrip:
    """A class of bays over a clear, still summer day."""
    day = summer_day(site, area.pitch, area.azimuth)
    bay = bay_of(layout, stated, area, kind)
    film = outside_film(STILL_FILM, site.climate.design_summer, stated.emissivity)
    sky = CLEAR_SKY * cos(radians(area.pitch))
    covering = tuple(
        sol_air(t, stated.absorptance * sun, film, sky, stated.emissivity)
        for t, sun in zip(day.temperature, day.sun, strict=True)
    )
    hours = Hours(
        np.array(day.temperature), np.array(covering), film, np.zeros(24), np.full(24, below),
        day.pressure,
    )  # fmt: skip
    found = by_hour(bay, hours)
    dense = [air_density(t, day.pressure) for t in day.temperature]
    flow = tuple(float(m) for m in found[:, 0])
    return DayStrip(
        flow=flow,
        volume=tuple(m / rho for m, rho in zip(flow, dense, strict=True)),
        top=tuple(float(t) for t in found[:, 1]),
        bottom=tuple(float(t) for t in found[:, 2]),
        outside=day.temperature,
        covering=covering,
    )
