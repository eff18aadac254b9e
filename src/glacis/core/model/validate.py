"""Check a whole document: ranges of values and names that must point at something."""

from collections.abc import Iterator
from math import isfinite

from glacis.core.errors import GlacisError, MissingReference, ValueRefused
from glacis.core.model.document import (
    Assembly,
    HumidityClass,
    Imperfections,
    Material,
    Project,
    RoofArea,
    SetPoint,
    Site,
    Zone,
)
from glacis.core.model.geometry import Dormer, Footprint, FootprintEdge, Opening
from glacis.core.model.layers import (
    AirLayer,
    Framing,
    Layer,
    MembraneLayer,
    RoofSpaceLayer,
    SolidLayer,
)
from glacis.core.model.lookup import plan_area, things_of, turning
from glacis.core.model.outlines import holds, outline_fault

THICKEST_LAYER = 3.0
THICKEST_ROOF = 6.0
STEEPEST = 85.0
FLATTEST_PLANE = 0.5
LEAST_AREA = 1e-4
MONTHS = 12


def _within(field: str, value: float, low: float, high: float, unit: str) -> None:
    if not (isfinite(value) and low <= value <= high):
        raise ValueRefused(field, value, f"{low:g} to {high:g} {unit}".strip())


def check_framing(framing: Framing, where: str) -> None:
    """Refuse framing that could not be built.

    Raises:
        ValueRefused: naming the field, what was found and the range.
    """
    _within(f"{where}, framing spacing", framing.spacing, 0.02, 10.0, "m")
    _within(f"{where}, framing width", framing.width, 0.001, framing.spacing, "m")
    _within(f"{where}, framing allowance", framing.allowance, 0.0, 0.5, "of the area")
    _within(f"{where}, share of the members", framing.share, 0.0, 1.0, "of the area")
    share = (framing.share or framing.width / framing.spacing) + framing.allowance
    _within(f"{where}, framing share", share, 0.0, 1.0, "of the area")
    if framing.web or framing.flange:
        _within(f"{where}, web of the members", framing.web, 0.001, framing.width, "m")
        _within(f"{where}, flange of the members", framing.flange, 0.005, 0.2, "m")


def _check_boards(layer: SolidLayer, where: str) -> None:
    _within(f"{where}, boards", layer.boards, 1, 20, "")
    _within(f"{where}, settling", layer.settling, 0.0, 0.5, "of the thickness")
    framing = layer.framing
    if framing and framing.flange and 2 * framing.flange >= layer.thickness:
        raise ValueRefused(
            f"{where}, flange of the members", framing.flange,
            f"less than half the layer's thickness of {layer.thickness:g} m",
        )  # fmt: skip


def check_layer(layer: Layer, where: str) -> None:
    """Refuse a layer that could not be built.

    Raises:
        ValueRefused: naming the field, what was found and the range.
    """
    if isinstance(layer, MembraneLayer):
        return
    if isinstance(layer, (SolidLayer, AirLayer)):
        _within(f"{where}, thickness", layer.thickness, 1e-5, THICKEST_LAYER, "m")
        if layer.framing:
            check_framing(layer.framing, where)
    if isinstance(layer, SolidLayer):
        _check_boards(layer, where)
    if isinstance(layer, RoofSpaceLayer):
        _within(f"{where}, height of the space", layer.height, 0.05, 20.0, "m")
        _within(f"{where}, air changes", layer.air_change, 0.0, 100.0, "per hour")
        _within(f"{where}, U of the roof above", layer.roof_u, 0.05, 10.0, "W/(m²·K)")
        _within(f"{where}, ratio of the roof above", layer.roof_ratio, 1.0, 3.0, "")
    if isinstance(layer, AirLayer):
        _within(f"{where}, emissivity inside", layer.emissivity_inside, 0.01, 1.0, "")
        _within(f"{where}, emissivity outside", layer.emissivity_outside, 0.01, 1.0, "")
        _within(f"{where}, vent opening", layer.opening, 0.0, 1.0, "m²/m")


def _check_site(site: Site) -> None:
    climate = site.climate
    for name, series, low, high, unit in (
        ("temperature", climate.temperature, -60.0, 60.0, "°C"),
        ("humidity", climate.humidity, 0.01, 1.0, ""),
    ):
        if len(series) != MONTHS:
            raise ValueRefused(f"site climate, {name}", len(series), "12 monthly values")
        for month, value in enumerate(series, 1):
            _within(f"site climate, {name} of month {month}", value, low, high, unit)
    if climate.rain and len(climate.rain) != MONTHS:
        raise ValueRefused("site climate, rain", len(climate.rain), "12 monthly sums, or none")
    for month, value in enumerate(climate.rain, 1):
        _within(f"site climate, rain of month {month}", value, 0.0, 3000.0, "mm")
    _within("site climate, winter design day", climate.design_winter, -70.0, 40.0, "°C")
    _within("site climate, summer design day", climate.design_summer, -20.0, 60.0, "°C")


def _check_zone(zone: Zone) -> None:
    where = f"indoor zone '{zone.name}'"
    _within(f"{where}, temperature", zone.temperature, -40.0, 60.0, "°C")
    if isinstance(zone.humidity, HumidityClass):
        _within(f"{where}, humidity class", zone.humidity.number, 1, 5, "")
    if isinstance(zone.humidity, SetPoint):
        _within(f"{where}, humidity", zone.humidity.humidity, 0.01, 1.0, "")


def _check_area(area: RoofArea) -> None:
    where = f"roof area '{area.name}'"
    _within(f"{where}, pitch", area.pitch, 0.0, STEEPEST, "°")
    _within(f"{where}, azimuth", area.azimuth, -360.0, 720.0, "°")
    _within(f"{where}, level", area.level, -500.0, 9000.0, "m")
    if len(area.outline) < 3:
        raise ValueRefused(f"{where}, outline", len(area.outline), "at least 3 corners")
    for hole in area.holes:
        if len(hole.outline) < 3:
            raise ValueRefused(f"{where}, hole", len(hole.outline), "at least 3 corners")
    for x, y in (*area.outline, *(corner for hole in area.holes for corner in hole.outline)):
        _within(f"{where}, outline", max(abs(x), abs(y)), 0.0, 1e5, "m")
    if plan_area(area) < LEAST_AREA:
        raise ValueRefused(
            f"{where}, outline", f"{plan_area(area):g} m²", f"{LEAST_AREA:g} m² or more"
        )
    _within(f"{where}, width of the eaves strip", area.eaves_width, 0.0, 10.0, "m")
    _within(f"{where}, insulation at the eaves", area.eaves_thickness, 0.0, THICKEST_LAYER, "m")
    if area.target_u is not None:
        _within(f"{where}, target U", area.target_u, 0.01, 10.0, "W/(m²·K)")


def _check_edge(edge: FootprintEdge, where: str) -> None:
    _within(f"{where}, pitch", edge.pitch, FLATTEST_PLANE, STEEPEST, "°; upright is a verge")
    _within(f"{where}, overhang", edge.overhang, 0.0, 5.0, "m")
    _within(f"{where}, rise", edge.rise, -20.0, 50.0, "m")
    height = edge.rise + 0.01 if edge.kind == "eaves" else 0.0
    for brk in edge.breaks:
        _within(f"{where}, upper pitch", brk.pitch, FLATTEST_PLANE, STEEPEST, "°")
        _within(f"{where}, height of the upper pitch", brk.start, height, 100.0, "m")
        height = brk.start + 0.001


def check_footprint(footprint: Footprint) -> None:
    """Refuse a footprint whose outline is none or whose edges could not be built.

    Raises:
        ValueRefused: naming the edge, what was found and the range.
    """
    where = f"footprint '{footprint.name}'"
    if not footprint.name.strip():
        raise ValueRefused("name of the footprint", footprint.name, "a few letters")
    _within(f"{where}, level", footprint.level, -500.0, 9000.0, "m")
    if footprint.top is not None:
        _within(f"{where}, height of the level top", footprint.top, 0.0, 100.0, "m")
    loops = tuple(loop.outline for loop in footprint.loops)
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
        others = [loop for loop in loops[1:] if loop is not court]
        if not holds(loops[0], court[0]) or any(holds(loop, court[0]) for loop in others):
            x, y = court[0]
            raise ValueRefused(
                f"{where}, courtyard", f"one at x {x:.2f} m, y {y:.2f} m",
                "one within the outline and in no other",
            )  # fmt: skip
    for loop in footprint.loops:
        for number, edge in enumerate(loop.edges, 1):
            _check_edge(edge, f"{where}, edge {number}")
            _within(f"{where}, edge {number}", max(map(abs, edge.at)), 0.0, 1e5, "m")
    _unique((e.id for loop in footprint.loops for e in loop.edges), f"edge of {where}")


def _check_dormer(dormer: Dormer) -> None:
    where = f"dormer '{dormer.name}'"
    _within(f"{where}, width", dormer.width, 0.3, 50.0, "m")
    _within(f"{where}, front wall", dormer.wall, 0.1, 20.0, "m")
    _within(f"{where}, pitch", dormer.pitch, FLATTEST_PLANE, STEEPEST, "°")


def _check_opening(opening: Opening) -> None:
    where = f"{opening.kind} '{opening.name}'"
    _within(f"{where}, width", opening.width, 0.02, 100.0, "m")
    _within(f"{where}, length", opening.length, 0.02, 100.0, "m")
    _within(f"{where}, upstand", opening.upstand, 0.0, 20.0, "m")


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
    _check_imperfections(assembly.imperfections, where)
    total = sum(getattr(layer, "thickness", 0.0) for layer in assembly.layers)
    _within(f"{where}, all layers together", total, 0.0, THICKEST_ROOF, "m")
    for name, value in (
        ("R_si", assembly.surface_inside),
        ("R_se", assembly.surface_outside),
    ):
        if value is not None:
            _within(f"{where}, {name}", value, 0.0, 1.0, "m²·K/W")


def _check_imperfections(stated: Imperfections, where: str) -> None:
    _within(f"{where}, level of air voids", stated.voids, 0, 2, "")
    _within(f"{where}, rain factor", stated.rain_factor, 0.0, 0.1, "")
    fixings = stated.fixings
    _within(f"{where}, conductivity of fixings", fixings.conductivity, 0.1, 400.0, "W/(m·K)")
    _within(f"{where}, diameter of fixings", fixings.diameter, 0.001, 0.03, "m")
    _within(f"{where}, number of fixings", fixings.per_area, 0.0, 50.0, "per m²")
    _within(f"{where}, recess of fixings", fixings.recess, 0.0, THICKEST_LAYER, "m")


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
    _within(f"{where}, conductivity", material.conductivity, 0.001, 500.0, "W/(m·K)")
    _within(f"{where}, density", material.density, 0.5, 25000.0, "kg/m³")
    _within(f"{where}, heat capacity", material.heat_capacity, 50.0, 5000.0, "J/(kg·K)")
    for name in ("mu_dry", "mu_wet", "sd_dry", "sd_wet"):
        value = getattr(material, name)
        if value is not None:
            _within(f"{where}, {name}", value, 0.0, 1e7, "")
    for _temperature, value in material.curve:
        _within(f"{where}, conductivity of its curve", value, 0.001, 500.0, "W/(m·K)")
    if [t for t, _ in material.curve] != sorted({t for t, _ in material.curve}):
        raise ValueRefused(f"{where}, curve", material.curve, "temperatures that rise")
    for thickness in material.thicknesses:
        _within(f"{where}, thickness sold", thickness, 1e-5, THICKEST_LAYER, "m")


def _check_targets(project: Project) -> None:
    targets = project.targets
    _within("target U", targets.u_value, 0.01, 10.0, "W/(m²·K)")
    _within("target condensate", targets.condensate, 0.0, 10.0, "kg/m²")
    _within("critical surface humidity", targets.surface_humidity, 0.1, 1.0, "")
    _within("price of heat", targets.heat_price, 0.0, 10.0, "per kWh")
    _within("carbon of heat", targets.heat_carbon, 0.0, 5.0, "kg CO2e/kWh")
    _within("vapour excess margin", targets.excess_margin, 0.5, 2.0, "")


def check_project(project: Project) -> None:
    """Refuse a document that contradicts itself or leaves its ranges.

    Materials that a layer names and nobody knows are not refused here: they are a
    finding, so that a file with one unknown material can still be opened and mended.

    Raises:
        ValueRefused: for a value out of range.
        MissingReference: for an area whose assembly or zone does not exist.
    """
    _check_site(project.site)
    _check_targets(project)
    for zone in project.zones:
        _check_zone(zone)
    for material in project.materials:
        check_material(material)
    for assembly in (*project.assemblies, *(v.assembly for v in project.variants)):
        _check_assembly(assembly)
    for area in project.areas:
        _check_area(area)
    for footprint in project.footprints:
        check_footprint(footprint)
    for dormer in project.dormers:
        _check_dormer(dormer)
    for opening in project.openings:
        _check_opening(opening)
    _unique((area.id for area in project.areas), "roof area")
    shaped = [f.id for f in project.footprints] + [thing.id for thing in things_of(project)]
    _unique(iter(shaped), "footprint, dormer or opening")
    _unique((zone.id for zone in project.zones), "indoor zone")
    _unique((assembly.id for assembly in project.assemblies), "assembly")
    _unique((material.id for material in project.materials), "material")
    _check_references(project)


def _check_references(project: Project) -> None:
    assemblies = {assembly.id for assembly in project.assemblies}
    zones = {zone.id for zone in project.zones}
    for area in project.areas:
        if area.assembly not in assemblies:
            raise MissingReference("assembly", area.assembly, f"Roof area '{area.name}'")
        if area.zone not in zones:
            raise MissingReference("indoor zone", area.zone, f"Roof area '{area.name}'")
    areas = {area.id for area in project.areas}
    for thing in things_of(project):
        if thing.area not in areas:
            raise MissingReference("roof area", thing.area, f"'{thing.name}'")
    sources = {f.id for f in project.footprints} | {d.id for d in project.dormers}
    for area in project.areas:
        if area.grown is not None and area.grown.source not in sources:
            raise MissingReference(
                "footprint or dormer", area.grown.source, f"Roof area '{area.name}'"
            )


def is_sound(project: Project) -> GlacisError | None:
    """The first fault of a document, or None."""
    try:
        check_project(project)
    except GlacisError as fault:
        return fault
    return None
