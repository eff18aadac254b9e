# SPDX-License-Identifier: GPL-3.0-or-later
"""The basis of design: climate, rooms, targets."""

from msgspec import Struct

from glacis.core.climate.year import MONTH_SHORT
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.model.document import Climate, Site, Targets, Zone
from glacis.core.model.uses import USUAL
from glacis.core.moisture.indoor import humidity_words
from glacis.core.units.format import number, plain, with_unit
from glacis.core.units.quantities import Quantity, System, to_display
from glacis.report.blocks import Block, Blocks, Cell, Grid, Words
from glacis.report.chapters import weather
from glacis.report.offers import Chapter, Offer


class BasisRead(Struct, frozen=True):
    """What is stated about site, rooms and targets."""

    site: Site
    zones: tuple[Zone, ...]
    targets: Targets
    units: System


def _reads(reader: Reader, _subject: str) -> BasisRead:
    project = reader.project
    return BasisRead(project.site, project.zones, project.targets, project.units)


def _climate_grid(climate: Climate, system: System) -> Grid:
    unit = Quantity.TEMPERATURE.unit(system)
    degrees = [plain(to_display(t, unit), 1) for t in climate.temperature]
    humid = [plain(h * 100, 0) for h in climate.humidity]
    head = (Cell("", "head"), *(Cell(name, "head-right") for name in MONTH_SHORT))
    rows = [
        head,
        (Cell(unit.symbol, "head"), *(Cell(text, "right") for text in degrees)),
        (Cell("% rh", "head"), *(Cell(text, "right") for text in humid)),
    ]
    if climate.rain:
        symbol = Quantity.RAIN.unit(system).symbol
        fallen = [number(r, Quantity.RAIN, system) for r in climate.rain]
        rows.append((Cell(symbol, "head"), *(Cell(text, "right") for text in fallen)))
    return Grid(tuple(rows), (10, *([8] * 12)))


def _rooms_grid(zone: Zone, system: System) -> Grid:
    """What is stated of rooms month by month."""
    rows = [(Cell("", "head"), *(Cell(name, "head-right") for name in MONTH_SHORT))]
    for values, quantity in (
        (zone.temperatures, Quantity.TEMPERATURE), (zone.humidities, Quantity.HUMIDITY),
    ):  # fmt: skip
        if values:
            cells = (Cell(number(v, quantity, system), "right") for v in values)
            rows.append((Cell(quantity.unit(system).symbol, "head"), *cells))
    return Grid(tuple(rows), (10, *([8] * 12)))


def _design_words(site: Site, system: System) -> str:
    height = with_unit(site.elevation, Quantity.LENGTH, system)
    winter, summer = (
        with_unit(day, Quantity.TEMPERATURE, system)
        for day in (site.climate.design_winter, site.climate.design_summer)
    )
    return f"{height} above the sea, design days {winter} and {summer}"


def _target_words(targets: Targets, system: System) -> str:
    u_value = with_unit(targets.u_value, Quantity.TRANSMITTANCE, system)
    condensate = with_unit(targets.condensate, Quantity.CONDENSATE, system)
    return (
        f"U at most {u_value} unless an area states its own; condensate where water can run at most "
        f"{condensate}; surface humidity at most {plain(targets.surface_humidity * 100, 0)} % in the "
        f"monthly mean; indoor vapour excess of a humidity class times {plain(targets.excess_margin, 2)}."
    )


def _blocks(read: BasisRead) -> Blocks:
    site = read.site
    blocks: list[Block] = [
        Words("Basis of design", "heading"),
        Words(f"Site: {site.name}, {_design_words(site, read.units)}. {site.note}."),
        Words(f"Climate source: {site.climate.source or 'not stated'}.", "small"),
        _climate_grid(site.climate, read.units),
        Words("Rooms below", "sub"),
    ]
    for zone in read.zones:
        air = with_unit(zone.temperature, Quantity.TEMPERATURE, read.units)
        blocks.append(
            Words(f"{zone.name}: {USUAL[zone.use].words}, {air}, {humidity_words(zone)}.")
        )
        if zone.temperatures or zone.humidities:
            blocks.append(_rooms_grid(zone, read.units))
    blocks += [Words("Targets", "sub"), Words(_target_words(read.targets, read.units))]
    return tuple(blocks)


OFFER = Offer(
    chapters=(Chapter("project", Part("chapter site", _reads, _blocks)), weather.CHAPTER),
    exports=(weather.EXPORT,),
    sections=(weather.SECTION,),
)
