# SPDX-License-Identifier: GPL-3.0-or-later
"""From zones to suctions: pressure by direction, coefficients, the air inside, parapets and overhangs."""

from msgspec import Struct

from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.model.wind import Sector, Wind
from glacis.core.units.quantities import FOOT
from glacis.core.wind.coefficients import (
    Found,
    Table,
    asce_suction,
    en_suction,
    parapet_suction,
    table_with,
    wall_pressure,
)
from glacis.core.wind.en_zones import Zone
from glacis.core.wind.mapped import AreaMap
from glacis.core.wind.outline import Point, Side, apart
from glacis.core.wind.peak import AscePeak, AsceSite, EnPeak, asce_peak, en_peak, probability_factor
from glacis.core.wind.roofs import Line
from glacis.core.wind.suction import Order, Part, WindZone

ASCE_LEAST = 16 * 47.880258980
"""Least design pressure [Pa] (ASCE 7-16, 30.2.2: 16 psf)."""
SERVICE = 0.6
"""From strength to service level by ASCE 7, 2.4."""
GCPI: dict[str, float] = {"enclosed": 0.18, "partly": 0.55, "open": 0.0}
"""GC_pi by enclosure (ASCE 7, table 26.13-1)."""
DOMINANT: dict[str, float] = {"dominant-2": 0.75, "dominant-3": 0.90}
"""Share of the face with the openings that the air inside takes on (EN 1991-1-4:2005, 7.2.9(5))."""
HALF_SECTOR = 45.0
"""A wind counts for directions so far to both sides of it [°] (EN 1991-1-4:2005, 7.2.1, figure 7.2)."""
PARAPET_ALL_ROUND = 3 * 0.3048
"""From this height of a parapet all round corners are read as edges [m] (ASCE 7-16, figure 30.3-2A, note 5)."""
STATED: dict[str, str] = {"F": "corner", "G": "edge"}


class Told(Struct, frozen=True):
    """What is stated about one area to the wind.

    Attributes:
        loaded: area that one fixing holds [m²].
        inside_reaches: whether the air inside presses on the covering.
        parapet: height of the parapet all round over the roof [m].
        parapets: both ends in plan and height, edge by edge, where they differ [m].
        rounding: radius of curved eaves [m]; 0 for sharp ones.
    """

    loaded: float = 1.0
    inside_reaches: bool = True
    parapet: float = 0.0
    parapets: tuple[tuple[Line, float], ...] = ()
    rounding: float = 0.0


class Figure(Struct, frozen=True):
    """What one wind asks of one zone of an area.

    Attributes:
        name: of the zone.
        external: c_pe or GC_p [-].
        under: what presses from below, as a coefficient: c_pi, GC_pi, or the wall's under an overhang [-].
        pressure: q_p or q_h [Pa].
        suction: w_k, upward, characteristic or at service level [Pa].
        design: w_d, upward [Pa].
        rows: keys of the coefficients.
        open: keys among them that nobody confirmed.
    """

    name: str
    external: float
    under: float
    pressure: float
    suction: float
    design: float
    rows: tuple[str, ...] = ()
    open: tuple[str, ...] = ()


class AreaLoads(Struct, frozen=True):
    """Figures of all zones of an area, in the order of its map.

    Attributes:
        figures: zone by zone.
        inside: coefficient of the air inside that presses upwards [-].
        height: that the pressure was taken at [m].
        base: h that zones are measured with [m].
        peak: of the hardest wind; None for stated suctions.
        least: whether the least pressure of ASCE 7 governs somewhere.
        refused: in words, why there is none; empty where there is.
    """

    figures: tuple[Figure, ...] = ()
    inside: float = 0.0
    height: float = 0.0
    base: float = 0.0
    peak: EnPeak | AscePeak | None = None
    least: bool = False
    refused: str = ""


class AreaWind(Struct, frozen=True):
    """Wind on one area.

    Attributes:
        zones: that tile it, the worst first; empty where it is refused or nobody stated the wind.
        inside: coefficient of the air inside that presses upwards [-].
        height: that the pressure was taken at [m].
        base: h that zones are measured with [m].
        peak: of the wind that governs the worst zone; None for stated suctions.
        least: whether the least pressure of ASCE 7 governs somewhere.
        refused: in words, why there is none; empty where there is.
    """

    zones: tuple[WindZone, ...] = ()
    inside: float = 0.0
    height: float = 0.0
    base: float = 0.0
    peak: EnPeak | AscePeak | None = None
    least: bool = False
    refused: str = ""

    @property
    def open_rows(self) -> tuple[str, ...]:
        """Keys of coefficients that nobody confirmed."""
        return tuple(dict.fromkeys(row for zone in self.zones for row in zone.open))


def en_pressure(wind: Wind, wind_from: float, height: float) -> EnPeak:
    """q_p for a wind: the most of all sectors that it reaches within 45° to both sides.

    Raises:
        ValueRefused: for a speed or height out of range.
    """
    factor = wind.season * (probability_factor(wind.yearly) if wind.yearly != 0.02 else 1.0)
    if not wind.sectors:
        return en_peak(wind.speed, wind.terrain, height, wind.orography, factor, wind.density)
    peaks = [
        en_peak(wind.speed, sector.terrain, height, sector.orography, factor * sector.direction, wind.density)
        for sector in sectors_near(wind.sectors, wind_from)
    ]  # fmt: skip
    return max(peaks, key=lambda peak: peak.pressure)


def sectors_near(sectors: tuple[Sector, ...], wind_from: float) -> list[Sector]:
    """Sectors that a wind reaches within 45° to both sides."""
    ordered = sorted(sectors, key=lambda sector: sector.start)
    found = []
    for k, sector in enumerate(ordered):
        after = ordered[(k + 1) % len(ordered)].start
        wide = (after - sector.start) % 360 or 360.0
        into = (wind_from - sector.start) % 360
        if (
            into <= wide
            or apart(wind_from, sector.start) < HALF_SECTOR
            or apart(wind_from, after) < HALF_SECTOR
        ):
            found.append(sector)
    return found


def inside_pressure(wind: Wind, table: Table) -> Found:
    """c_pi that presses upwards (EN 1991-1-4:2005, 7.2.9), the worst of winds."""
    if wind.inside == "unknown":
        return Found(0.2, ())
    if wind.inside == "stated":
        return Found(wind.inside_most, ())
    wall = wall_pressure(table, 1.0, 10.0)
    return Found(DOMINANT[wind.inside] * wall.value, wall.rows, wall.open)


def _parapet_of(told: Told, sides: tuple[Side, ...], number: int) -> float:
    """Least parapet along a side of the outline; what is lower lets the wind tear harder."""
    if number < 0:
        return 0.0
    side = sides[number]
    found = [
        height
        for line, height in told.parapets
        if _lies_on(line, side.start, side.along, side.length)
    ]
    return min(found, default=told.parapet)


def _lies_on(line: Line, start: Point, along: Point, length: float) -> bool:
    for x, y in line:
        dx, dy = x - start[0], y - start[1]
        off, on = dx * along[1] - dy * along[0], dx * along[0] + dy * along[1]
        if abs(off) > 0.02 or not -0.02 <= on <= length + 0.02:
            return False
    return True


def _external(zone: Zone, told: Told, table: Table, parapet: float, height: float) -> Found:
    """c_pe of a zone; nought where the table has no suction there."""
    if zone.roof != "flat":
        found = en_suction(table, zone.roof, zone.wind, zone.parameter, zone.name, told.loaded)
    elif told.rounding > 0 and told.rounding / height >= 0.05:
        found = en_suction(
            table, "flat-curved", "any", told.rounding / height, zone.name, told.loaded
        )
    else:
        found = parapet_suction(table, parapet / height, zone.name, told.loaded)
    return found or Found(0.0, ())


NONE = Found(0.0, ())


def en_loads(wind: Wind, mapped: AreaMap, told: dict[str, Told]) -> AreaLoads:
    """Figures of an area by EN 1991-1-4:2005.

    Raises:
        ValueRefused: for a height, speed or pitch that cannot be.
    """
    table = table_with(wind.rows)
    mine, base = told[mapped.area], mapped.base
    walls = max(
        max([told[mate].parapet, *(h for _, h in told[mate].parapets)]) for mate in mapped.mates
    )
    height = base + (walls if mapped.flat else 0.0)
    inside, wall = inside_pressure(wind, table), wall_pressure(table, 1.0, 1.0)
    peaks: dict[float, EnPeak] = {}
    figures = []
    for part in mapped.zones:
        zone = part.zone
        direction = round(zone.wind_from, 3)
        if direction not in peaks:
            peaks[direction] = en_pressure(wind, zone.wind_from, height)
        peak = peaks[direction]
        external = _external(zone, mine, table, _parapet_of(mine, mapped.sides, zone.side), base)
        below = wall if part.out else inside if mine.inside_reaches else NONE
        suction = max(0.0, (below.value - external.value) * peak.pressure)
        figures.append(Figure(
            f"{zone.name} over the wall" if part.out else zone.name, external.value, below.value, peak.pressure,
            suction, wind.factor * suction, (*external.rows, *below.rows), (*external.open, *below.open),
        ))  # fmt: skip
    worst = max(peaks.values(), key=lambda each: each.pressure, default=None)
    return AreaLoads(tuple(figures), inside.value, height, base, worst)


def asce_loads(wind: Wind, mapped: AreaMap, told: dict[str, Told], elevation: float) -> AreaLoads:
    """Figures of an area by ASCE 7, chapter 30.

    Raises:
        ValueRefused: for a height, speed or roof that cannot be.
    """
    table = table_with(wind.rows)
    mine = told[mapped.area]
    site = AsceSite(wind.orography, wind.directionality, elevation)
    peak = asce_peak(wind.speed, wind.exposure, mapped.base, wind.edition, site)
    pressure, inside = peak.pressure * peak.pressure_factor, GCPI[wind.enclosure]
    high = min([mine.parapet, *(h for _, h in mine.parapets)]) >= PARAPET_ALL_ROUND
    figures, least = [], False
    for part in mapped.zones:
        zone = part.zone
        name = "2" if zone.name == "3" and zone.roof == "flat" and high else zone.name
        external = asce_suction(table, zone.roof, zone.parameter, name, mine.loaded)
        net = pressure * (inside - external.value)
        design = max(ASCE_LEAST, net)
        least = least or net < ASCE_LEAST
        figures.append(Figure(
            zone.name, external.value, inside, pressure, SERVICE * design, design, external.rows, external.open
        ))  # fmt: skip
    return AreaLoads(tuple(figures), inside, peak.height * FOOT, mapped.base, peak, least)


def stated_loads(wind: Wind, mapped: AreaMap) -> AreaLoads:
    """Suctions that somebody else worked out, on zones as a flat roof has them.

    Raises:
        ValueRefused: where no suction is stated.
    """
    if not max(wind.field, wind.edge, wind.corner) > 0:
        raise ValueRefused("stated suction", "none", "a figure for field, edge and corner")
    suctions = {"corner": wind.corner, "edge": wind.edge, "field": wind.field}
    names = [STATED.get(part.zone.name, "field") for part in mapped.zones]
    figures = tuple(
        Figure(name, 0.0, 0.0, 0.0, suctions[name], wind.factor * suctions[name]) for name in names
    )
    return AreaLoads(figures, 0.0, mapped.base, mapped.base)


def loads_on(
    wind: Wind, mapped: AreaMap, told: dict[str, Told], elevation: float = 0.0
) -> AreaLoads:
    """Figures of an area; what the book refuses is told and stops no other.

    Args:
        wind: as stated.
        mapped: zones of the area.
        told: what is stated about each area.
        elevation: of the site above the sea [m].
    """
    if mapped.refused:
        return AreaLoads(refused=mapped.refused)
    try:
        if wind.basis == "en":
            return en_loads(wind, mapped, told)
        if wind.basis == "asce":
            return asce_loads(wind, mapped, told, elevation)
        return stated_loads(wind, mapped)
    except GlacisError as refused:
        return AreaLoads(refused=str(refused))


def area_wind(mapped: AreaMap, loads: AreaLoads, order: Order, parts: tuple[Part, ...]) -> AreaWind:
    """Wind on an area: the figures of each group on its part.

    Args:
        mapped: zones of all winds.
        loads: their figures.
        order: groups of zones alike, the worst first.
        parts: what each group governs.
    """
    zones = []
    for group, part in zip(order, parts, strict=True):
        if not part.polygons:
            continue
        first, zone = loads.figures[group[0]], mapped.zones[group[0]].zone
        figures = [loads.figures[number] for number in group]
        zones.append(WindZone(
            first.name, part.polygons, part.area, part.area * mapped.slope, first.external, first.under, first.pressure,
            first.suction, first.design, 0.0 if isinstance(loads.peak, AscePeak) else zone.wind_from, zone.reach,
            tuple(dict.fromkeys(row for each in figures for row in each.rows)),
            tuple(dict.fromkeys(row for each in figures for row in each.open)),
        ))  # fmt: skip
    return AreaWind(
        tuple(zones), loads.inside, loads.height, loads.base, loads.peak, loads.least, loads.refused
    )


def order_of(loads: AreaLoads) -> Order:
    """Numbers of zones, alike ones together, the worst first."""
    figures = loads.figures
    groups: dict[tuple[object, ...], list[int]] = {}
    for number in sorted(range(len(figures)), key=lambda k: (-figures[k].design, figures[k].name)):
        each = figures[number]
        key = (each.name, round(each.design, 6), round(each.external, 9))
        groups.setdefault(key, []).append(number)
    return tuple(tuple(group) for group in groups.values())
