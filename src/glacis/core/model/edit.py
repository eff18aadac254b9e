# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to a document, each a function from the old one to a new one."""

from collections.abc import Callable
from typing import Any

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Assembly, Climate, Project, RoofArea, Zone
from glacis.core.model.junctions import areas_named
from glacis.core.model.layers import AirLayer, Layer, MembraneLayer, RoofSpaceLayer, SolidLayer
from glacis.core.model.lookup import by_id, numbered_id
from glacis.core.model.quantities import on_areas
from glacis.core.model.validate import check_layer, check_site

Change = Callable[[Project], Project]


def swap(items: tuple[Any, ...], new: Any) -> tuple[Any, ...]:
    """``items`` with the one of the same id replaced by ``new``."""
    return tuple(new if item.id == new.id else item for item in items)


def with_assembly(project: Project, assembly: Assembly) -> Project:
    """The project with the assembly of this id replaced."""
    return replace(project, assemblies=swap(project.assemblies, assembly))


def with_layers(project: Project, assembly_id: str, layers: tuple[Layer, ...]) -> Project:
    """The project with other layers in one assembly."""
    assembly = by_id(project.assemblies, assembly_id, "assembly", "The change")
    return with_assembly(project, replace(assembly, layers=layers))


def layers_of(project: Project, assembly_id: str) -> tuple[Layer, ...]:
    """The layers of one assembly, inside to outside."""
    return by_id(project.assemblies, assembly_id, "assembly", "The change").layers


def position(layers: tuple[Layer, ...], layer_id: str) -> int:
    """Index of a layer.

    Raises:
        ValueRefused: where there is no such layer.
    """
    for index, layer in enumerate(layers):
        if layer.id == layer_id:
            return index
    raise ValueRefused("layer", layer_id, "a layer of this assembly")


def new_layer_id(layers: tuple[Layer, ...], stem: str) -> str:
    """An id that no layer of the assembly has yet."""
    return numbered_id({layer.id for layer in layers}, stem)


def set_layer(project: Project, assembly_id: str, layer: Layer) -> Project:
    """Replace the layer of the same id.

    Raises:
        ValueRefused: where the layer could not be built.
    """
    check_layer(layer, f"layer '{layer.id}'")
    return with_layers(project, assembly_id, swap(layers_of(project, assembly_id), layer))


def thickness_of(layer: Layer) -> float | None:
    """The thickness that can be changed [m]; None for a membrane."""
    if isinstance(layer, (SolidLayer, AirLayer)):
        return layer.thickness
    return layer.height if isinstance(layer, RoofSpaceLayer) else None


def set_thickness(project: Project, assembly_id: str, layer_id: str, thickness: float) -> Project:
    """Give a layer another thickness [m]."""
    layers = layers_of(project, assembly_id)
    layer = layers[position(layers, layer_id)]
    if isinstance(layer, MembraneLayer):
        raise ValueRefused("thickness", thickness, "a layer that is no membrane")
    if isinstance(layer, RoofSpaceLayer):
        return set_layer(project, assembly_id, replace(layer, height=thickness))
    return set_layer(project, assembly_id, replace(layer, thickness=thickness))


def insert_layer(project: Project, assembly_id: str, index: int, layer: Layer) -> Project:
    """Put a layer in at ``index`` counted from the inside."""
    check_layer(layer, f"layer '{layer.id}'")
    layers = layers_of(project, assembly_id)
    return with_layers(project, assembly_id, (*layers[:index], layer, *layers[index:]))


def remove_layer(project: Project, assembly_id: str, layer_id: str) -> Project:
    """Take a layer out; framing that was aligned with it stands alone afterwards."""
    layers = layers_of(project, assembly_id)
    position(layers, layer_id)
    kept = tuple(_unaligned(layer, layer_id) for layer in layers if layer.id != layer_id)
    return with_layers(project, assembly_id, kept)


def set_framing(project: Project, assembly_id: str, layer: SolidLayer | AirLayer) -> Project:
    """Take ``layer`` with its new framing; where it lost it, nothing stays aligned with it."""
    changed = set_layer(project, assembly_id, layer)
    if layer.framing is not None:
        return changed
    layers = tuple(_unaligned(item, layer.id) for item in layers_of(changed, assembly_id))
    return with_layers(changed, assembly_id, layers)


def _unaligned(layer: Layer, gone: str) -> Layer:
    framing = getattr(layer, "framing", None)
    if framing is None or framing.aligned_with != gone:
        return layer
    return replace(layer, framing=replace(framing, aligned_with=""))


def move_layer(project: Project, assembly_id: str, layer_id: str, index: int) -> Project:
    """Move a layer so that it stands at ``index`` counted from the inside."""
    layers = layers_of(project, assembly_id)
    old = position(layers, layer_id)
    rest = layers[:old] + layers[old + 1 :]
    index = max(0, min(index, len(rest)))
    return with_layers(project, assembly_id, (*rest[:index], layers[old], *rest[index:]))


def set_climate(project: Project, climate: Climate) -> Project:
    """Give the site another climate."""
    return replace(project, site=replace(project.site, climate=climate))


def change_site(project: Project, **fields: object) -> Project:
    """Change what is stated about the site beside its climate.

    Raises:
        ValueRefused: for a figure out of its range.
    """
    site = replace(project.site, **fields)
    check_site(site)
    return replace(project, site=site)


def set_yearly_rain(project: Project, total: float) -> Project:
    """Give the site another yearly sum of rain [mm], spread over the months as before.

    Without monthly sums it is spread evenly; 0 takes the rain away.

    Raises:
        ValueRefused: for a sum below 0.
    """
    if total < 0:
        raise ValueRefused("rain in a year", total, "0 mm or more")
    climate = project.site.climate
    before = sum(climate.rain)
    rain: tuple[float, ...] = ()
    if total > 0:
        shares = tuple(r / before for r in climate.rain) if before > 0 else (1 / 12,) * 12
        rain = tuple(total * share for share in shares)
    return set_climate(project, replace(climate, rain=rain))


def set_zone(project: Project, zone: Zone) -> Project:
    """Replace the zone of the same id."""
    return replace(project, zones=swap(project.zones, zone))


def change_own(project: Project, material: str, **fields: object) -> Project:
    """Change fields of a material of the project's own."""
    own = by_id(project.materials, material, "material", "The change")
    return replace(project, materials=swap(project.materials, replace(own, **fields)))


def give_own_assembly(project: Project, area_id: str) -> Project:
    """Give an area a copy of its assembly, so that a change there touches no other area."""
    area = by_id(project.areas, area_id, "roof area", "The change")
    shared = by_id(project.assemblies, area.assembly, "assembly", f"Roof area '{area.name}'")
    taken = {assembly.id for assembly in project.assemblies}
    number = 2
    while f"{shared.id}-{number}" in taken:
        number += 1
    own = replace(shared, id=f"{shared.id}-{number}", name=f"{shared.name} ({area.name})")
    return replace(
        project,
        assemblies=(*project.assemblies, own),
        areas=swap(project.areas, replace(area, assembly=own.id)),
    )


def set_area(project: Project, area: RoofArea) -> Project:
    """Replace the roof area of the same id.

    Raises:
        ValueRefused: where it has no name.
    """
    if not area.name.strip():
        raise ValueRefused("name of the roof area", area.name, "a few letters")
    by_id(project.areas, area.id, "roof area", "The change")
    return replace(project, areas=swap(project.areas, area))


def remove_area(project: Project, area_id: str) -> Project:
    """Take a roof area away, and its assembly with its variants where no other area uses it."""
    gone = by_id(project.areas, area_id, "roof area", "The change")
    areas = tuple(area for area in project.areas if area.id != area_id)
    project = replace(
        project,
        falls=tuple(falls for falls in project.falls if falls.area != area_id),
        airs=tuple(air for air in project.airs if air.area != area_id),
        hourlies=tuple(item for item in project.hourlies if item.area != area_id),
        probes=tuple(item for item in project.probes if item.area != area_id),
        set_outs=tuple(item for item in project.set_outs if item.area != area_id),
        fixings=tuple(item for item in project.fixings if item.area != area_id),
        pull_outs=tuple(item for item in project.pull_outs if item.area != area_id),
        hand_pieces=tuple(item for item in project.hand_pieces if item.area != area_id),
        junctions=tuple(item for item in project.junctions if area_id not in areas_named(item.id)),
        quantities=on_areas(project.quantities, frozenset(area.id for area in areas)),
    )
    if any(area.assembly == gone.assembly for area in areas):
        return replace(project, areas=areas)
    return replace(
        project,
        areas=areas,
        assemblies=tuple(a for a in project.assemblies if a.id != gone.assembly),
        variants=tuple(v for v in project.variants if v.replaces != gone.assembly),
    )


def assign_assembly(project: Project, areas: tuple[str, ...], assembly_id: str) -> Project:
    """Build several areas alike; build-ups that no area uses any more stay.

    Raises:
        MissingReference: where there is no such assembly.
    """
    by_id(project.assemblies, assembly_id, "assembly", "The change")
    painted = tuple(
        replace(area, assembly=assembly_id) if area.id in areas else area for area in project.areas
    )
    return replace(project, areas=painted)


def assign_zone(project: Project, areas: tuple[str, ...], zone: str) -> Project:
    """Put several areas over the same rooms.

    Raises:
        MissingReference: where there are no such rooms.
    """
    by_id(project.zones, zone, "indoor zone", "The change")
    moved = tuple(replace(area, zone=zone) if area.id in areas else area for area in project.areas)
    return replace(project, areas=moved)
