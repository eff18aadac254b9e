# SPDX-License-Identifier: GPL-3.0-or-later
"""The air of an area: its bays drawn, free areas, flows, eaves, screens; and in the results."""

from typing import TYPE_CHECKING, Any

from msgspec import Struct

from glacis.core.air.found import Aired
from glacis.core.air.parts import AIR_MESHES, AIRED
from glacis.core.air.tables import tables_with
from glacis.core.analysis.results import AreaResult, Results
from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.model.document import RoofArea
from glacis.core.thickness.eaves import eaves_of
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.blocks import Blocks, Picture, Room, Words, words_grid
from glacis.report.chapters.air_results import AIR_SECTION
from glacis.report.offers import Chapter, Export, Offer
from glacis.report.workings import working_blocks

if TYPE_CHECKING:
    from glacis.core.air.meshes import MeshPrice

SIZE = (760.0, 330.0)
BAY = (760.0, 240.0)
CAUTION = (
    "Rules for free areas, screens and wind pressures are recalled from practice and to be confirmed; the local "
    "code and each product's approval outrank them. Flows are of steady, dry air without leaks between bays. Ridges "
    "and eaves are edges: fall protection before anybody works there; fill raises dust: masks."
)


class AirChapter(Struct, frozen=True):
    """What the chapter says."""

    roof: AnalysedArea
    meshes: "tuple[MeshPrice, ...]"
    units: System


def _reads(reader: Reader, area: str) -> AirChapter:
    roof = reader.value(ANALYSED, area)
    there = roof.aired is not None and roof.aired.layout is not None
    meshes = reader.value(AIR_MESHES, area) if there else ()
    return AirChapter(roof, meshes, reader.project.units)


def _blocks(read: AirChapter) -> Blocks:
    found = read.roof.aired
    if found is None:
        return ()
    if found.layout is None:
        return (Words("Ventilation", "sub"), Words(found.fault or found.way.why))
    from glacis.core.air.working import air_working

    return (
        Room(110),
        Words("Ventilation", "sub"),
        *_map(read, found),
        *_section(read, found),
        _flows(found, read.units),
        *_eaves(read, found),
        *_screens(read),
        *working_blocks(air_working(found), read.units),
        Words(CAUTION, "small"),
    )


def _map(read: AirChapter, found: Aired) -> Blocks:
    from glacis.report.charts.air_map import air_map_scene, map_view

    view = map_view(read.roof.area, found, 0, read.units)
    return () if view is None else (Picture(air_map_scene(view, SIZE)),)


def _section(read: AirChapter, found: Aired) -> Blocks:
    """The longest bay that breathes on the hot still noon, or the attic."""
    from glacis.report.charts.air_views import attic_view, bay_view

    if found.attic is not None:
        from glacis.report.charts.air_attic import air_attic_scene

        view = attic_view(read.roof, found, eaves_of(read.roof), 0, read.units)
        return () if view is None else (Picture(air_attic_scene(view, BAY)),)
    from glacis.report.charts.air_section import air_section_scene

    bay = bay_view(read.roof, found, found.longest, 0, read.units)
    return () if bay is None else (Picture(air_section_scene(bay, BAY)),)


def _flows(found: Aired, system: System) -> Any:
    """What passes in each state, over the whole area."""
    head = ("state", "outside", "air", "to the area", "way")
    rows: list[tuple[str, ...]] = [head]
    if found.attic is not None:
        for state, flow in zip(found.attic.conditions, found.attic.flows, strict=True):
            rows.append(
                (
                    state.name,
                    with_unit(state.temperature, Quantity.TEMPERATURE, system),
                    with_unit(flow.volume, Quantity.AIR_FLOW, system),
                    with_unit(flow.volume / found.attic.plan, Quantity.AIR_FLOW_AREA, system),
                    f"attic at {with_unit(flow.temperature, Quantity.TEMPERATURE, system)}",
                )
            )
    elif found.states is not None and found.layout is not None:
        states = found.states
        for state, flows in zip(states.conditions, states.flows, strict=True):
            pairs = list(zip(states.classes, flows, strict=True))
            volume = sum(flow.volume * len(kind.pieces) for kind, flow in pairs)
            ways = {flow.mass > 0 for _, flow in pairs if flow.mass}
            word = {frozenset({True}): "up", frozenset({False}): "down", frozenset(): "none passes"}
            rows.append(
                (
                    state.name,
                    with_unit(state.temperature, Quantity.TEMPERATURE, system),
                    with_unit(volume, Quantity.AIR_FLOW, system),
                    with_unit(volume / found.layout.map.area, Quantity.AIR_FLOW_AREA, system),
                    word.get(frozenset(ways), "up and down"),
                )
            )
    return words_grid(rows, (2, 1, 1, 1.3, 1.6), 1)


def _eaves(read: AirChapter, found: Aired) -> Blocks:
    """Chutes, baffles, dam, the strip over the plate, ice."""
    said = []
    system = read.units
    if found.chutes is not None:
        count = found.chutes
        length = (
            f", {with_unit(count.length, Quantity.LENGTH, system)} long" if count.length else ""
        )
        said.append(f"{count.chutes} chutes{length}; baffles in {count.baffles} bays.")
    strip = eaves_of(read.roof)
    if strip is not None and strip.heel is not None:
        heel = strip.heel
        said.append(
            f"Over the plate: {with_unit(heel.at_inner, Quantity.THICKNESS, system)} of insulation at the inner "
            f"face of the wall, strip {with_unit(heel.width, Quantity.LENGTH, system)} wide, U "
            f"{with_unit(strip.transmittance, Quantity.TRANSMITTANCE, system)}, f_Rsi "
            f"{with_unit(heel.f_rsi, Quantity.FACTOR, system)} at most (the corner itself is colder)."
        )
    frost = found.frost
    if frost is not None:
        if frost.sheet is not None:
            reach = with_unit(frost.sheet, Quantity.LENGTH, system)
            said.append(f"A sheet against ice reaches {reach} up the slope.")
        if frost.worst is not None:
            cold = with_unit(frost.worst.outside, Quantity.TEMPERATURE, system)
            ice = with_unit(frost.worst.ice, Quantity.LINE_MASS, system)
            said.append(
                f"Under the stated snow, five days at {cold} leave {ice} of ice at the eaves."
            )
    return (Words(" ".join(said)),) if said else ()


def _screens(read: AirChapter) -> Blocks:
    """What each screen would cost."""
    if not read.meshes:
        return ()
    system = read.units
    rows: list[tuple[str, ...]] = [
        ("screen in all vents", "keeps out", "low", "high", "air, hot noon", "rule", "embers")
    ]
    for price in read.meshes:
        rows.append(
            (
                price.screen.name,
                price.screen.keeps_out,
                with_unit(price.low, Quantity.VENT_AREA, system),
                with_unit(price.high, Quantity.VENT_AREA, system),
                with_unit(price.flow, Quantity.AIR_FLOW_AREA, system),
                {True: "met", False: "missed", None: "none"}[price.met],
                "stopped" if price.stops_embers else "not proven",
            )
        )
    return (
        Room(70),
        Words("What each screen costs", "sub"),
        words_grid(rows, (2.4, 2, 1, 1, 1.4, 0.8, 1), 2),
    )


def _told_apart(_results: Results, item: AreaResult) -> object:
    """Areas differ here by all that is stated and found about their air."""
    return item.roof.aired


def _areas(results: Results) -> list[tuple[RoofArea, Aired]]:
    found = [(area, results.value(AIRED, area.id)) for area in results.project.areas]
    return [(area, air) for area, air in found if air is not None]


def _named(results: Results) -> list[tuple[str, Aired]]:
    return [(area.name, found) for area, found in _areas(results)]


def _schedule(results: Results) -> bytes:
    from glacis.files.vents_table import vents_csv

    return vents_csv(_named(results), tables_with(results.project.air_values)).encode()


def _workbook(results: Results) -> bytes:
    from glacis.files.vents_table import vents_xlsx

    return vents_xlsx(_named(results), tables_with(results.project.air_values))


def _drawing(results: Results) -> bytes:
    from glacis.files.bays_dxf import bays_dxf

    return bays_dxf(_areas(results), results.project.units)


OFFER = Offer(
    chapters=(Chapter("area", Part("chapter air", _reads, _blocks), _told_apart),),
    exports=(
        Export("vents", "Schedule of vents, screens and chutes", ".csv", "CSV", _schedule),
        Export("vents-book", "Vents, screens and chutes as a workbook", ".xlsx", "XLSX", _workbook),
        Export("bays", "Bays as a drawing", ".dxf", "DXF", _drawing),
    ),
    sections=(AIR_SECTION,),
)
