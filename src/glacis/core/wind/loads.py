# SPDX-License-Identifier: GPL-3.0-or-later
"""From zones to suctions: pressure by direction, coefficients, the air inside, parapets and overhangs."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.model.wind import Sector, Wind
from glacis.core.wind.asce_zones import asce_zones
from glacis.core.wind.coefficients import (
    Found,
    Table,
    asce_suction,
    en_suction,
    parapet_suction,
    table_with,
    wall_pressure,
)
from glacis.core.wind.en_zones import Plan, Zone, en_zones, plan_of
from glacis.core.wind.flat import SLIVER, Shape, common, joined, less
from glacis.core.wind.outline import Point, apart
from glacis.core.wind.peak import AscePeak, AsceSite, EnPeak, asce_peak, en_peak, probability_factor
from glacis.core.wind.roofs import Face, Line, Roof
from glacis.core.wind.suction import Candidate, WindZone, worst_of

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
        overhangs: eaves in plan and how far they reach out [m].
    """

    loaded: float = 1.0
    inside_reaches: bool = True
    parapet: float = 0.0
    parapets: tuple[tuple[Line, float], ...] = ()
    rounding: float = 0.0
    overhangs: tuple[tuple[Line, float], ...] = ()


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


def _parapet_of(told: Told, plan: Plan, number: int) -> float:
    """Least parapet along a side of the outline; what is lower lets the wind tear harder."""
    if number < 0:
        return 0.0
    side = plan.sides[number]
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


def _external(zone: Zone, told: Told, table: Table, parapet: float, height: float) -> Found | None:
    """c_pe of a zone; None where the table has no suction there."""
    if zone.roof != "flat":
        return en_suction(table, zone.roof, zone.wind, zone.parameter, zone.name, told.loaded)
    if told.rounding > 0 and told.rounding / height >= 0.05:
        return en_suction(
            table, "flat-curved", "any", told.rounding / height, zone.name, told.loaded
        )
    return parapet_suction(table, parapet / height, zone.name, told.loaded)


def _over(told: Told) -> Shape:
    """Strips that reach out over the walls."""
    from shapely import LineString, Polygon

    bands = [
        LineString(line).buffer(reach, cap_style="flat")
        for line, reach in told.overhangs
        if reach > 0
    ]
    return joined(bands) if bands else Polygon()


def _parts(shape: Shape, over: Shape) -> Iterator[tuple[Shape, bool]]:
    """A zone without and with a wall's wind below it."""
    if over.is_empty:
        yield shape, False
        return
    for part, out in ((less(shape, over), False), (common(shape, over), True)):
        if part.area > SLIVER:
            yield part, out


def en_wind(wind: Wind, roof: Roof, told: dict[str, Told]) -> dict[str, AreaWind]:
    """Wind on every area of a roof by EN 1991-1-4:2005.

    Raises:
        ValueRefused: for a height, speed or pitch that cannot be.
    """
    table = table_with(wind.rows)
    base = roof.top - wind.ground
    if not base > 0:
        raise ValueRefused("height of the roof above ground", f"{base:g} m", "more than 0 m")
    plan = plan_of(roof)
    walls = max(
        max([told[face.area].parapet, *(h for _, h in told[face.area].parapets)])
        for face in roof.faces
    )
    height = base + (walls if roof.is_flat else 0.0)
    inside = inside_pressure(wind, table)
    found: dict[str, list[Candidate]] = {face.area: [] for face in roof.faces}
    peaks: dict[float, EnPeak] = {}
    overs = {face.area: _over(told[face.area]) for face in roof.faces}
    wall = wall_pressure(table, 1.0, 1.0)
    for zone in en_zones(plan, base):
        mine = told[zone.area]
        direction = round(zone.wind_from, 3)
        peak = peaks.get(direction) or peaks.setdefault(
            direction, en_pressure(wind, zone.wind_from, height)
        )
        external = _external(zone, mine, table, _parapet_of(mine, plan, zone.side), base) or Found(
            0.0, ()
        )
        for part, out in _parts(zone.shape, overs[zone.area]):
            below = wall if out else inside if mine.inside_reaches else Found(0.0, ())
            net = below.value - external.value
            suction = max(0.0, net * peak.pressure)
            found[zone.area].append(Candidate(
                f"{zone.name} over the wall" if out else zone.name, part, external.value, below.value, peak.pressure,
                suction, wind.factor * suction, zone.wind_from, zone.reach, (*external.rows, *below.rows),
                (*external.open, *below.open),
            ))  # fmt: skip
    worst = max(peaks.values(), key=lambda each: each.pressure)
    return {
        face.area: AreaWind(
            worst_of(found[face.area], face.cut, _slope(face)), inside.value, height, base, worst
        )
        for face in roof.faces
    }


def _slope(face: Face) -> float:
    east, north = face.gradient
    return float((1 + east**2 + north**2) ** 0.5)


def asce_wind(
    wind: Wind, roof: Roof, told: dict[str, Told], elevation: float
) -> dict[str, AreaWind]:  # fmt: skip
    """Wind on every area of a roof by ASCE 7, chapter 30.

    Raises:
        ValueRefused: for a height, speed or roof that cannot be.
    """
    table = table_with(wind.rows)
    height = roof.mean - wind.ground
    if not height > 0:
        raise ValueRefused("mean roof height above ground", f"{height:g} m", "more than 0 m")
    site = AsceSite(wind.orography, wind.directionality, elevation)
    peak = asce_peak(wind.speed, wind.exposure, height, wind.edition, site)
    plan = plan_of(roof)
    pressure = peak.pressure * peak.pressure_factor
    inside = GCPI[wind.enclosure]
    found: dict[str, list[Candidate]] = {face.area: [] for face in roof.faces}
    least = set()
    for zone in asce_zones(plan, height, wind.edition):
        mine = told[zone.area]
        walls = min([mine.parapet, *(h for _, h in mine.parapets)])
        name = (
            "2"
            if zone.name == "3" and zone.roof == "flat" and walls >= PARAPET_ALL_ROUND
            else zone.name
        )
        external = asce_suction(table, zone.roof, zone.parameter, name, mine.loaded)
        net = pressure * (inside - external.value)
        design = max(ASCE_LEAST, net)
        if net < ASCE_LEAST:
            least.add(zone.area)
        found[zone.area].append(Candidate(
            zone.name, zone.shape, external.value, inside, pressure, SERVICE * design, design, 0.0, zone.reach,
            external.rows, external.open,
        ))  # fmt: skip
    return {
        face.area: AreaWind(
            worst_of(found[face.area], face.cut, _slope(face)), inside, peak.height * 0.3048, height, peak,
            face.area in least,
        )
        for face in roof.faces
    }  # fmt: skip


def stated_wind(wind: Wind, roof: Roof) -> dict[str, AreaWind]:
    """Suctions that somebody else worked out, on zones as a flat roof has them.

    Raises:
        ValueRefused: for a height that cannot be, or where no suction is stated.
    """
    base = roof.top - wind.ground
    if not base > 0:
        raise ValueRefused("height of the roof above ground", f"{base:g} m", "more than 0 m")
    if not max(wind.field, wind.edge, wind.corner) > 0:
        raise ValueRefused("stated suction", "none", "a figure for field, edge and corner")
    plan = plan_of(Roof(tuple(_flattened(face) for face in roof.faces), roof.top, roof.foot))
    found: dict[str, list[Candidate]] = {face.area: [] for face in roof.faces}
    for zone in en_zones(plan, base):
        name = STATED.get(zone.name, "field")
        suction = {"corner": wind.corner, "edge": wind.edge, "field": wind.field}[name]
        found[zone.area].append(Candidate(
            name, zone.shape, 0.0, 0.0, 0.0, suction, wind.factor * suction, zone.wind_from, zone.reach,
        ))  # fmt: skip
    return {
        face.area: AreaWind(worst_of(found[face.area], face.cut, _slope(face)), 0.0, base, base)
        for face in roof.faces
    }


def _flattened(face: Face) -> Face:
    return Face(
        face.area,
        "flat",
        face.pitch,
        face.azimuth,
        face.rings,
        face.cut,
        face.meetings,
        face.gradient,
    )


def wind_on(
    wind: Wind, roofs: tuple[Roof, ...], told: dict[str, Told], elevation: float = 0.0
) -> dict[str, AreaWind]:  # fmt: skip
    """Wind on every area; what a roof refuses is told of its areas and stops no other.

    Args:
        wind: as stated.
        roofs: areas gathered as the wind meets them.
        told: what is stated about each area.
        elevation: of the site above the sea [m].
    """
    found: dict[str, AreaWind] = {}
    for roof in roofs:
        try:
            if wind.basis == "en":
                found |= en_wind(wind, roof, told)
            elif wind.basis == "asce":
                found |= asce_wind(wind, roof, told, elevation)
            elif wind.basis == "stated":
                found |= stated_wind(wind, roof)
        except GlacisError as refused:
            found |= {face.area: AreaWind(refused=str(refused)) for face in roof.faces}
    return found
