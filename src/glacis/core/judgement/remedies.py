# SPDX-License-Identifier: GPL-3.0-or-later
"""Ways out that several rules offer, as changes of a project."""

from collections.abc import Sequence
from functools import partial

from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.control import OF_WEIGHT
from glacis.core.heat.resolve import LayerData, of_weight
from glacis.core.judgement.finding import Remedy
from glacis.core.model.document import Assembly, Fixing, FixingSet, Project
from glacis.core.model.edit import (
    insert_layer,
    layers_of,
    move_layer,
    new_layer_id,
    position,
    remove_layer,
    set_layer,
    set_thickness,
    with_assembly,
)
from glacis.core.model.layers import AirLayer, MembraneLayer, SolidLayer
from glacis.core.model.lookup import by_id
from glacis.core.thickness.solve import least_thickness
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System


def insert_membrane(project: Project, assembly: str, index: int, material: str) -> Project:
    """Lay a membrane in at ``index`` counted from the inside."""
    layers = layers_of(project, assembly)
    layer = MembraneLayer(id=new_layer_id(layers, material), material=material)
    return insert_layer(project, assembly, index, layer)


def membrane_remedy(title: str, roof: AnalysedArea, index: int, material: str) -> Remedy:
    """A way out that lays a membrane in at ``index`` counted from the inside."""
    change = partial(insert_membrane, assembly=roof.assembly.id, index=index, material=material)
    return Remedy(title, change)


def swap_membrane(project: Project, assembly: str, layer_id: str, material: str) -> Project:
    """Put another membrane in the place of one."""
    layers = layers_of(project, assembly)
    layer = layers[position(layers, layer_id)]
    return set_layer(project, assembly, MembraneLayer(id=layer.id, material=material))


def ventilate(project: Project, assembly: str, layer_id: str) -> Project:
    """Open an air layer to the outside, well ventilated."""
    layers = layers_of(project, assembly)
    layer = layers[position(layers, layer_id)]
    if not isinstance(layer, AirLayer):
        return project
    return set_layer(project, assembly, replace(layer, ventilation="well"))


def open_below(project: Project, assembly: str, layer_id: str, height: float) -> Project:
    """Open a ventilated space of ``height`` [m] inside a layer."""
    layers = layers_of(project, assembly)
    space = AirLayer(id=new_layer_id(layers, "vented-air"), thickness=height, ventilation="well")
    return insert_layer(project, assembly, position(layers, layer_id), space)


def fill_void(project: Project, assembly: str, layer_id: str, material: str) -> Project:
    """Fill an air layer with insulation, keeping its members."""
    layers = layers_of(project, assembly)
    layer = layers[position(layers, layer_id)]
    if not isinstance(layer, AirLayer):
        return project
    filled = SolidLayer(
        id=layer.id, material=material, thickness=layer.thickness, framing=layer.framing
    )
    return set_layer(project, assembly, filled)


def move(project: Project, assembly: str, layer_id: str, index: int) -> Project:
    """Move a layer to ``index`` counted from the inside."""
    return move_layer(project, assembly, layer_id, index)


def warm_side_index(roof: AnalysedArea) -> int:
    """Where a control layer belongs: just inside the innermost insulation of weight."""
    return next(iter(of_weight(roof.layers, OF_WEIGHT)), 0)


def membrane_remedies(
    roof: AnalysedArea, index: int, choices: Sequence[tuple[str, str]]
) -> tuple[Remedy, ...]:
    """Remedies that lay in one of several membranes: pairs of title and material."""
    return tuple(membrane_remedy(title, roof, index, name) for title, name in choices)


def thicken_remedies(project: Project, roof: AnalysedArea, target: float) -> tuple[Remedy, ...]:
    """Thicken one insulating layer until U meets ``target``; the thinnest answers first."""
    found = []
    for index, layer in enumerate(roof.layers[: roof.heat.counted]):
        if not layer.is_insulation:
            continue
        thickness = least_thickness(roof, index, target)
        if thickness is None or thickness <= layer.thickness:
            continue
        title = _thicken_title(layer, thickness, project.units)
        change = partial(
            set_thickness, assembly_id=roof.assembly.id, layer_id=layer.id, thickness=thickness
        )
        found.append((thickness - layer.thickness, Remedy(title, change)))
    return tuple(remedy for _, remedy in sorted(found, key=lambda pair: pair[0])[:2])


def _thicken_title(layer: LayerData, thickness: float, system: System) -> str:
    return f"Make {layer.name} {with_unit(thickness, Quantity.THICKNESS, system)} thick"


def layer_object(assembly: Assembly, layer_id: str) -> object:
    """The document's layer with this id."""
    return assembly.layers[position(assembly.layers, layer_id)]


def remove(project: Project, assembly: str, layer_id: str) -> Project:
    """Take a layer out."""
    return remove_layer(project, assembly, layer_id)


def insert_solid(
    project: Project, assembly: str, index: int, material: str, thickness: float
) -> Project:
    """Lay a board of ``thickness`` [m] in at ``index`` counted from the inside."""
    layers = layers_of(project, assembly)
    layer = SolidLayer(id=new_layer_id(layers, material), material=material, thickness=thickness)
    return insert_layer(project, assembly, index, layer)


def swap_solid(
    project: Project, assembly: str, layer_id: str, material: str, thickness: float = 0.0
) -> Project:
    """Put another material in the place of a solid layer, keeping its members.

    A ``thickness`` [m] of 0 keeps the thickness too, for materials that are sold in it.
    """
    layers = layers_of(project, assembly)
    layer = layers[position(layers, layer_id)]
    if not isinstance(layer, SolidLayer):
        return project
    made = replace(layer, material=material, thickness=thickness or layer.thickness)
    return set_layer(project, assembly, made)


def sheet_covering_in_place(project: Project, assembly: str, layer_id: str) -> Project:
    """A deck of plywood and a sheet laid without flame in the place of another covering."""
    layers = layers_of(project, assembly)
    index = position(layers, layer_id)
    changed = remove_layer(project, assembly, layer_id)
    changed = insert_solid(changed, assembly, index, "plywood", 0.018)
    return insert_membrane(changed, assembly, index + 1, "bitumen-two-ply-cold")


def lay_on_battens(project: Project, assembly: str, material: str, thickness: float) -> Project:
    """Counter-battens, a ventilated space and a covering of ``thickness`` [m] on top."""
    layers = layers_of(project, assembly)
    space = AirLayer(id=new_layer_id(layers, "vented-air"), thickness=0.04, ventilation="well")
    changed = insert_layer(project, assembly, len(layers), space)
    return insert_solid(changed, assembly, len(layers) + 1, material, thickness)


def set_fixing(project: Project, assembly: str, fixing: Fixing) -> Project:
    """State whether fixings are counted or known to be none."""
    shared = by_id(project.assemblies, assembly, "assembly", "The remedy")
    stated = replace(shared.imperfections, fixing=fixing)
    return with_assembly(project, replace(shared, imperfections=stated))


def count_fixings(project: Project, assembly: str, fixings: FixingSet) -> Project:
    """State fixings and count them in U."""
    shared = by_id(project.assemblies, assembly, "assembly", "The remedy")
    stated = replace(shared.imperfections, fixing="counted", fixings=fixings)
    return with_assembly(project, replace(shared, imperfections=stated))


def seal(project: Project, assembly: str, layer_id: str) -> Project:
    """Seal the joints of a layer of boards, so that it stops air."""
    layers = layers_of(project, assembly)
    layer = layers[position(layers, layer_id)]
    if not isinstance(layer, SolidLayer):
        return project
    return set_layer(project, assembly, replace(layer, sealed=True))


def set_boards(project: Project, assembly: str, layer_id: str, boards: int) -> Project:
    """Make up a layer of several boards with their joints staggered."""
    layers = layers_of(project, assembly)
    layer = layers[position(layers, layer_id)]
    if not isinstance(layer, SolidLayer):
        return project
    return set_layer(project, assembly, replace(layer, boards=boards, staggered=True))
