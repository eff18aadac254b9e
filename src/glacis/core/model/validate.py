# SPDX-License-Identifier: GPL-3.0-or-later
"""Check a whole document: ranges of values and names that must point at something."""

from collections.abc import Iterable, Iterator

from msgspec.structs import replace

from glacis.core.errors import GlacisError, MissingReference, ValueRefused
from glacis.core.model.air import COLUMNS, Air, TableValue
from glacis.core.model.document import (
    Assembly,
    Material,
    Project,
    RoofArea,
    Site,
    Zone,
)
from glacis.core.model.falls import Falls, LevelLine, Outlet, Overflow, Ridge, Spout, Threshold
from glacis.core.model.geometry import Footprint, FootprintEdge, Point
from glacis.core.model.hourly import Hourly
from glacis.core.model.layers import PHYSICS, AirLayer, Framing, Layer, SolidLayer
from glacis.core.model.lookup import Identified, plan_area, things_of, turning
from glacis.core.model.outlines import holds, outline_fault
from glacis.core.model.probe import check_probe
from glacis.core.model.quantities import Quantities
from glacis.core.model.sound import check_sound
from glacis.core.model.sound_fixings import check_fixings
from glacis.core.model.sound_junctions import check_junctions
from glacis.core.model.sound_log import check_log
from glacis.core.model.sound_order import check_order
from glacis.core.model.sound_quantities import check_quantities
from glacis.core.model.sound_set_out import check_set_outs
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import OutOfRange, Range, check_ranges, ranges_of

THICKEST_ROOF = 6.0
"""All layers together at most [m]; our judgement: taller than any roof is thick."""
LEAST_AREA = 1e-4
"""A roof area in plan at least [m²]; our judgement: less is a slip of the hand."""
FARTHEST = 1e5
"""Corners lie within so much of the origin [m]; our judgement: there heights still keep their
millimetres."""
MONTHS = 12
"""By definition."""

SHARE = Range("framing share", Quantity.SHARE, 0.0, 1.0, PHYSICS)
WHOLE_ROOF = Range("all layers together", Quantity.THICKNESS, 0.0, THICKEST_ROOF)
CORNER = Range("outline", Quantity.LENGTH, -FARTHEST, FARTHEST)
CURVE = Range("temperature of its curve", Quantity.TEMPERATURE, -200.0, 1000.0, PHYSICS)
WEB = Range("web of the members", Quantity.THICKNESS, 0.001, 10.0)
FLANGE = Range("flange of the members", Quantity.THICKNESS, 0.005, 0.2)


def check_framing(framing: Framing, where: str) -> None:
    """Refuse framing that could not be built.

    Raises:
        ValueRefused: naming the field, what was found and the range.
    """
    check_ranges(framing, where)
    replace(ranges_of(Framing)["width"], most=framing.spacing).check(where, framing.width)
    share = (framing.share or framing.width / framing.spacing) + framing.allowance
    SHARE.check(where, share)
    if framing.web or framing.flange:
        replace(WEB, most=framing.width).check(where, framing.web)
        FLANGE.check(where, framing.flange)


def _check_flanges(layer: SolidLayer, where: str) -> None:
    framing = layer.framing
    if framing and framing.flange and 2 * framing.flange >= layer.thickness:
        half = replace(FLANGE, most=layer.thickness / 2)
        raise OutOfRange(where, framing.flange, half)


def check_layer(layer: Layer, where: str) -> None:
    """Refuse a layer that could not be built.

    Raises:
        ValueRefused: naming the field, what was found and the range.
    """
    check_ranges(layer, where)
    if isinstance(layer, (SolidLayer, AirLayer)) and layer.framing:
        check_framing(layer.framing, where)
    if isinstance(layer, SolidLayer):
        _check_flanges(layer, where)


def check_site(site: Site) -> None:
    """Refuse a site without twelve months, or with figures that cannot be.

    Raises:
        ValueRefused: naming the field, what was found and what was expected.
    """
    climate = site.climate
    for name, series in (("temperature", climate.temperature), ("humidity", climate.humidity)):
        if len(series) != MONTHS:
            raise ValueRefused(f"site climate, {name}", len(series), "12 monthly values")
    if climate.rain and len(climate.rain) != MONTHS:
        raise ValueRefused("site climate, rain", len(climate.rain), "12 monthly sums, or none")
    check_ranges(climate, "site climate")
    check_ranges(site, "site")
    check_ranges(site.weather, "weather of the site")


def _check_zone(zone: Zone) -> None:
    where = f"indoor zone '{zone.name}'"
    check_ranges(zone, where)
    check_ranges(zone.humidity, where)
    for name, series in (("temperature", zone.temperatures), ("humidity", zone.humidities)):
        if series and len(series) != MONTHS:
            raise ValueRefused(f"{where}, {name}", len(series), "12 monthly values, or none")


def _check_area(area: RoofArea) -> None:
    where = f"roof area '{area.name}'"
    check_ranges(area, where)
    if len(area.outline) < 3:
        raise ValueRefused(f"{where}, outline", len(area.outline), "at least 3 corners")
    for hole in area.holes:
        if len(hole.outline) < 3:
            raise ValueRefused(f"{where}, hole", len(hole.outline), "at least 3 corners")
    for corner in (*area.outline, *(corner for hole in area.holes for corner in hole.outline)):
        for figure in corner:
            CORNER.check(where, figure)
    if plan_area(area) < LEAST_AREA:
        raise ValueRefused(
            f"{where}, outline", f"{plan_area(area):g} m²", f"{LEAST_AREA:g} m² or more"
        )


def _check_edge(edge: FootprintEdge, where: str) -> None:
    check_ranges(edge, where)
    height = edge.rise + 0.01 if edge.kind == "eaves" else 0.0
    for brk in edge.breaks:
        check_ranges(brk, f"{where}, upper plane")
        start = Range("height of the upper pitch", Quantity.LENGTH, height, 100.0)
        start.check(where, brk.start)
        height = brk.start + 0.001


def check_footprint(footprint: Footprint) -> None:
    """Refuse a footprint whose outline is none or whose edges could not be built.

    Raises:
        ValueRefused: naming the edge, what was found and the range.
    """
    where = f"footprint '{footprint.name}'"
    if not footprint.name.strip():
        raise ValueRefused("name of the footprint", footprint.name, "a few letters")
    check_ranges(footprint, where)
    _check_loops(tuple(loop.outline for loop in footprint.loops), where)
    for number, (edge, _end) in enumerate(footprint.sides, 1):
        _check_edge(edge, f"{where}, edge {number}")
        for figure in edge.at:
            CORNER.check(f"{where}, edge {number}", figure)
    _unique((edge.id for edge, _end in footprint.sides), f"edge of {where}")


def _check_loops(loops: tuple[tuple[Point, ...], ...], where: str) -> None:
    """Refuse loops that are no outline with courtyards in it."""
    fault = outline_fault(loops) if loops else None
    if fault is not None:
        x, y = fault.place
        found = f"{fault.words} at x {x:.2f} m, y {y:.2f} m"
        raise ValueRefused(f"{where}, outline", found, "plain loops of three corners or more")
    turns = [turning(loop) for loop in loops]
    if not turns or turns[0] < LEAST_AREA or any(turn > 0 for turn in turns[1:]):
        raise ValueRefused(
            f"{where}, outline", "an outline that turns the wrong way or holds nothing",
            "an outline anticlockwise, courtyards clockwise",
        )  # fmt: skip
    for court in loops[1:]:
        around = [loop for loop in loops if loop is not court and holds(loop, court[0])]
        if around != [loops[0]]:
            x, y = court[0]
            raise ValueRefused(
                f"{where}, courtyard", f"one at x {x:.2f} m, y {y:.2f} m",
                "one within the outline and in no other",
            )  # fmt: skip


def _check_assembly(assembly: Assembly) -> None:
    where = f"assembly '{assembly.name}'"
    _unique((layer.id for layer in assembly.layers), f"layer of {where}")
    framed = {layer.id for layer in assembly.layers if getattr(layer, "framing", None)}
    for number, layer in enumerate(assembly.layers, 1):
        place = f"{where}, layer {number}"
        check_layer(layer, place)
        framing = getattr(layer, "framing", None)
        if framing and framing.aligned_with and framing.aligned_with not in framed:
            raise MissingReference("framed layer", framing.aligned_with, place.capitalize())
    check_ranges(assembly.imperfections, where)
    for fixings in (assembly.imperfections.fixings, *assembly.imperfections.others):
        check_ranges(fixings, where)
    total = sum(getattr(layer, "thickness", 0.0) for layer in assembly.layers)
    WHOLE_ROOF.check(where, total)
    check_ranges(assembly, where)


def _unique(identifiers: Iterator[str], kind: str) -> None:
    seen: set[str] = set()
    for identifier in identifiers:
        if identifier in seen:
            raise ValueRefused(kind, identifier, "an id used once")
        seen.add(identifier)


def check_material(material: Material) -> None:
    """Refuse values that no matter has; what is only implausible is left to a finding.

    Raises:
        ValueRefused: naming the material, the field, what was found and the range.
    """
    where = f"material '{material.name}'"
    check_ranges(material, where)
    for temperature, value in material.curve:
        CURVE.check(where, temperature)
        ranges_of(Material)["conductivity"].check(f"{where}, its curve", value)
    if [t for t, _ in material.curve] != sorted({t for t, _ in material.curve}):
        raise ValueRefused(f"{where}, curve", material.curve, "temperatures that rise")


def check_project(project: Project) -> None:
    """Refuse a document that contradicts itself or leaves its ranges.

    Materials that a layer names and nobody knows are not refused here: they are a
    finding, so that a file with one unknown material can still be opened and mended.

    Raises:
        ValueRefused: for a value out of range.
        MissingReference: for an area whose assembly or zone does not exist.
    """
    check_sound(project)
    check_site(project.site)
    check_ranges(project.targets, "")
    check_ranges(project.saw, "saw")
    for zone in project.zones:
        _check_zone(zone)
    for material in project.materials:
        check_material(material)
    for assembly in (*project.assemblies, *(v.assembly for v in project.variants)):
        _check_assembly(assembly)
    _check_shape(project)
    check_set_outs(project.set_outs, project.products)
    check_fixings(project.wind, project.fixings, project.pull_outs, project.evidence)
    check_quantities(project.quantities)
    check_order(project.order)
    check_log(project.log)
    check_junctions(project.junctions, project.hand_pieces, project.contacts, project.walls)
    for items, kind in (
        (project.areas, "roof area"), (project.zones, "indoor zone"), (project.assemblies, "assembly"),
        (project.materials, "material"),
    ):  # fmt: skip
        _unique((item.id for item in items), kind)
    _check_references(project)


def _check_shape(project: Project) -> None:
    for area in project.areas:
        _check_area(area)
    for footprint in project.footprints:
        check_footprint(footprint)
    for dormer in project.dormers:
        check_ranges(dormer, f"dormer '{dormer.name}'")
    for opening in project.openings:
        check_ranges(opening, f"{opening.kind} '{opening.name}'")
    for falls in project.falls:
        check_falls(falls, f"falls of roof area '{falls.area}'")
    for air in project.airs:
        check_air(air, f"air of roof area '{air.area}'")
    for hourly in project.hourlies:
        check_hourly(hourly, f"hours of roof area '{hourly.area}'")
    for probe in project.probes:
        check_probe(probe, f"probe '{probe.name}'")
    for value in project.air_values:
        check_table_value(value)
    shaped = (*project.footprints, *things_of(project))
    _unique((item.id for item in shaped), "footprint, dormer or opening")


def check_table_value(value: TableValue) -> None:
    """Refuse a figure that no table of ventilation may hold.

    Raises:
        ValueRefused: for a column that is none, or a figure out of its range.
    """
    where = f"table of ventilation, row '{value.row}'"
    bounds = COLUMNS.get(value.column)
    if bounds is None:
        raise ValueRefused(f"{where}, column", value.column, ", ".join(COLUMNS))
    bounds.check(where, value.value)


def check_hourly(hourly: Hourly, where: str) -> None:
    """Refuse a figure out of its range.

    Raises:
        ValueRefused: naming the figure, what was found and the range.
    """
    check_ranges(hourly, where)


def check_air(air: Air, where: str) -> None:
    """Refuse air with a figure out of its range, members without a gap, or one id used twice.

    Raises:
        ValueRefused: naming the thing, what was found and the range.
    """
    check_ranges(air, where)
    members = air.members
    check_ranges(members, f"{where}, members")
    if members.spacing and members.width >= members.spacing:
        bounds = ranges_of(type(members))["width"]
        raise OutOfRange(f"{where}, members", members.width, replace(bounds, most=members.spacing))
    for vent in air.vents:
        check_ranges(vent, f"{where}, vent '{vent.id}'")
        for screen in vent.obstructions:
            check_ranges(screen, f"{where}, screen of vent '{vent.id}'")
    for number, segment in enumerate(air.segments, 1):
        check_ranges(segment, f"{where}, segment {number}")
    for part, words in ((air.chutes, "chutes"), (air.heel, "heel")):
        if part is not None:
            check_ranges(part, f"{where}, {words}")
    _unique((vent.id for vent in air.vents), f"vent of {where}")


def check_falls(falls: Falls, where: str) -> None:
    """Refuse falls with a figure out of its range or one id used twice.

    Raises:
        ValueRefused: naming the thing, what was found and the range.
    """
    check_ranges(falls, where)
    check_ranges(falls.boards, f"{where}, boards")
    check_ranges(falls.burden, f"{where}, what lies on it")
    if falls.parapet is not None:
        check_ranges(falls.parapet, f"{where}, parapet")
    things: tuple[Outlet | LevelLine | Ridge | Overflow | Threshold | Spout, ...] = falls.outlets
    things = (
        *things,
        *falls.lines,
        *falls.ridges,
        *falls.overflows,
        *falls.thresholds,
        *falls.spouts,
    )
    for thing in things:
        check_ranges(thing, f"{where}, '{thing.name}'")
        if isinstance(thing, LevelLine) and thing.gutter is not None:
            check_ranges(thing.gutter, f"{where}, profile of '{thing.name}'")
        places = (thing.start, thing.end) if isinstance(thing, LevelLine | Ridge) else (thing.at,)
        for figure in (figure for place in places for figure in place):
            CORNER.check(f"{where}, '{thing.name}'", figure)
    _unique(
        (thing.id for thing in things), f"outlet, line, ridge, overflow, door or spout of {where}"
    )


def _check_junction_references(project: Project, areas: set[str]) -> None:
    for piece in project.hand_pieces:
        _points_at(areas, "roof area", piece.area, f"{piece.kind} '{piece.name}'")
    _unique((piece.id for piece in project.hand_pieces), "junction by hand")
    _unique((item.id for item in project.junctions), "junction")
    _unique((wall.id for wall in project.walls), "wall")
    _unique((item.question for item in project.answers), "answer to one question")
    _unique((set_out.area for set_out in project.set_outs), "set-out of one roof area")
    walls = _ids(project.walls)
    for junction in project.junctions:
        if junction.detail is not None and junction.detail.wall:
            _points_at(walls, "wall", junction.detail.wall, f"Junction '{junction.id}'")


def _check_fixing_references(project: Project, areas: set[str]) -> None:
    for fixings in project.fixings:
        _points_at(areas, "roof area", fixings.area, "Fixings")
    for test in project.pull_outs:
        _points_at(areas, "roof area", test.area, f"Pull-out test '{test.id}'")
    _unique((item.area for item in project.fixings), "fixings of one roof area")
    _unique((test.id for test in project.pull_outs), "pull-out test")
    _unique((item.id for item in project.evidence), "approval")


def _check_quantity_references(stated: Quantities, areas: set[str]) -> None:
    for stack in stated.stacks:
        _points_at(areas, "roof area", stack.area, f"Stack '{stack.name}'")
    for item in stated.stripped:
        _points_at(areas, "roof area", item.area, f"'{item.name}', taken off")
    _unique((item.key for item in stated.prices), "price of one thing")
    _unique((item.key for item in stated.stocks), "way one thing is sold")
    _unique((item.line for item in stated.overrides), "quantity of one line")
    _unique((item.trade for item in stated.labour), "labour of one trade")
    _unique((item.step for item in stated.rates), "rate of one step")
    for name, items in (
        ("stack", stated.stacks),
        ("line", stated.own),
        ("thing taken off", stated.stripped),
    ):
        _unique((item.id for item in items), name)


def _check_references(project: Project) -> None:
    assemblies, zones = _ids(project.assemblies), _ids(project.zones)
    sources = _ids(project.footprints) | _ids(project.dormers)
    for area in project.areas:
        where = f"Roof area '{area.name}'"
        _points_at(assemblies, "assembly", area.assembly, where)
        _points_at(zones, "indoor zone", area.zone, where)
        if area.grown is not None:
            _points_at(sources, "footprint or dormer", area.grown.source, where)
    areas = _ids(project.areas)
    for thing in things_of(project):
        _points_at(areas, "roof area", thing.area, f"'{thing.name}'")
    for falls in project.falls:
        _points_at(areas, "roof area", falls.area, "Falls")
    for air in project.airs:
        _points_at(areas, "roof area", air.area, "Air")
    for hourly in project.hourlies:
        _points_at(areas, "roof area", hourly.area, "Hours")
    for probe in project.probes:
        _points_at(areas, "roof area", probe.area, f"Probe '{probe.name}'")
    for set_out in project.set_outs:
        _points_at(areas, "roof area", set_out.area, "Set-out")
    _check_quantity_references(project.quantities, areas)
    _check_fixing_references(project, areas)
    _check_junction_references(project, areas)
    _unique((product.id for product in project.products), "product")
    _unique((probe.id for probe in project.probes), "probe")
    _unique((hourly.area for hourly in project.hourlies), "hours of one roof area")
    _unique((falls.area for falls in project.falls), "falls of one roof area")
    _unique((air.area for air in project.airs), "air of one roof area")


def _ids(items: Iterable[Identified]) -> set[str]:
    return {item.id for item in items}


def _points_at(known: set[str], kind: str, identifier: str, where: str) -> None:
    if identifier not in known:
        raise MissingReference(kind, identifier, where)


def is_sound(project: Project) -> GlacisError | None:
    """The first fault of a document, or None."""
    try:
        check_project(project)
    except GlacisError as fault:
        return fault
    return None
