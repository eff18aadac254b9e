# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what was typed: thicknesses nobody sells, densities no such material has, second claims."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.resolve import LayerData
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.questions import finding, index_of
from glacis.core.materials.library import nearest_purchasable
from glacis.core.model.document import Project
from glacis.core.model.edit import Change, change_own, set_thickness
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity

SLIP_BELOW, SLIP_ABOVE = 0.5, 2.2
"""Thickness against the series sold that looks like a slip of units [-]."""
SLIPS = (10.0, 0.1, 25.4, 1 / 25.4, 1000.0, 0.001, 0.0254)
"""What a slip of the pen or the unit multiplies a thickness by: decimal points, inches, mils [-]."""
THICKEST_SHEET = 0.012
"""Sheets are thinner than this [m]; our judgement: four plies of bitumen are 10 mm."""
DENSITY_SLIPS = (16.018, 1 / 16.018, 10.0, 0.1)
"""What a slip multiplies a density by: pounds to the cubic foot, decimal points [-]."""


def _is_sheet(layer: LayerData) -> bool:
    return layer.material is not None and layer.material.is_membrane


def _slipped(layer: LayerData) -> bool:
    series = layer.material.thicknesses if layer.material else ()
    if layer.kind != "solid" or not series or _is_sheet(layer):
        return False
    most = max(series) * (max(1, layer.boards))
    return not SLIP_BELOW * min(series) <= layer.thickness <= SLIP_ABOVE * most


def _thickness(roof: AnalysedArea) -> Iterator[Finding]:
    for layer in roof.layers:
        if _is_sheet(layer) and layer.thickness > THICKEST_SHEET:
            yield finding(
                roof, "data.thickness-slip", "mind", "build-up", [layer],
                f"{layer.name} is {{0}} thick; sheets are thinner than {{1}}.",
                Evidence("thickness", layer.thickness, Quantity.THICKNESS),
                Evidence("sheets are thinner than", THICKEST_SHEET, Quantity.THICKNESS),
            )  # fmt: skip
        if _slipped(layer) and layer.material is not None:
            series = layer.material.thicknesses
            yield finding(
                roof, "data.thickness-slip", "mind", "build-up", [layer],
                f"{layer.name} is {{0}} thick; it is sold from {{1}} to {{2}}.",
                Evidence("thickness", layer.thickness, Quantity.THICKNESS),
                Evidence("thinnest sold", min(series), Quantity.THICKNESS),
                Evidence("thickest sold", max(series), Quantity.THICKNESS),
            )  # fmt: skip


def _thin_sheet(project: Project, roof: AnalysedArea, layer: LayerData) -> tuple[Remedy, ...]:
    own = layer.material
    if own is None or (layer.kind == "membrane" and own.id not in roof.own_materials):
        return ()
    meant = [round(layer.thickness * slip, 5) for slip in (0.0254, 0.1)]
    meant = [t for t in meant if 0.0001 <= t <= THICKEST_SHEET]
    if layer.kind == "solid":
        change = partial(set_thickness, assembly_id=roof.assembly.id, layer_id=layer.id)
        return tuple(_taken_as(project, t, partial(change, thickness=t)) for t in meant)
    resize = partial(change_own, material=own.id)
    return tuple(_taken_as(project, t, partial(resize, thicknesses=(t,))) for t in meant)


def _taken_as(project: Project, thickness: float, change: Change) -> Remedy:
    return Remedy(f"Take it as {with_unit(thickness, Quantity.THICKNESS, project.units)}", change)


def _believable(project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    layer = roof.layers[index_of(roof, found.layers[0])]
    if _is_sheet(layer):
        return _thin_sheet(project, roof, layer)
    series = layer.material.thicknesses if layer.material else ()
    meant = [layer.thickness * slip for slip in SLIPS]
    chosen = [t for t in meant if min(series) <= t <= max(series)][:1]
    chosen.append(
        nearest_purchasable(layer.material, min(max(layer.thickness, min(series)), max(series)))
    )
    return tuple(
        _taken_as(
            project, thickness,
            partial(
                set_thickness, assembly_id=roof.assembly.id, layer_id=layer.id,
                thickness=round(thickness, 5),
            ),
        )
        for thickness in dict.fromkeys(round(t, 5) for t in chosen)
    )  # fmt: skip


THICKNESS = Rule(
    "data.thickness-slip",
    "Thickness that nobody sells",
    "build-up",
    "mind",
    "Ten times too thick or thin is a slip of the pen: inches for millimetres, mils for "
    "millimetres, a point too far.",
    "Our judgement: what is ten times off what can be bought is a slip of the unit",
    _thickness,
    _believable,
)


def _claimed(roof: AnalysedArea) -> Iterator[Finding]:
    for layer in roof.layers:
        material = layer.material
        if material is None or material.claimed is None:
            continue
        if abs(material.claimed - material.conductivity) > 1e-9:
            yield finding(
                roof, "data.claimed", "note", "build-up", [layer],
                f"For {layer.name} λ {{0}} is claimed; {{1}} is used.",
                Evidence("claimed", material.claimed, Quantity.CONDUCTIVITY),
                Evidence("used", material.conductivity, Quantity.CONDUCTIVITY),
            )  # fmt: skip


CLAIMED = Rule(
    "data.claimed",
    "Another value is claimed",
    "build-up",
    "note",
    "Two sources give two values. Both are kept until one is confirmed; the one used is named.",
    "Our judgement: a figure without its origin cannot be checked",
    _claimed,
    no_remedies,
)


def _density(roof: AnalysedArea) -> Iterator[Finding]:
    for layer, family in zip(roof.layers, roof.families, strict=True):
        if family is None or layer.material is None:
            continue
        low, high = family.density
        if not low <= layer.material.density <= high:
            yield finding(
                roof, "data.implausible-density", "mind", "build-up", [layer],
                f"{layer.name} is said to weigh {{0}}; no {family.name.lower()} lies outside {{1}} to {{2}}.",
                Evidence("stated", layer.material.density, Quantity.DENSITY),
                Evidence("least", low, Quantity.DENSITY),
                Evidence("most", high, Quantity.DENSITY),
            )  # fmt: skip


def _believable_density(project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    layer = roof.layers[index_of(roof, found.layers[0])]
    if layer.material is None or layer.material.id not in roof.own_materials:
        return ()
    stated, low, high = (item.value for item in found.evidence)
    meant = [stated * slip for slip in DENSITY_SLIPS if low <= stated * slip <= high][:1]
    meant.append(low if stated < low else high)
    return tuple(
        Remedy(
            f"Take it as {with_unit(value, Quantity.DENSITY, project.units)}",
            partial(change_own, material=layer.material.id, density=round(value, 1)),
        )
        for value in meant
    )


DENSITY = Rule(
    "data.implausible-density",
    "Density no such material has",
    "build-up",
    "mind",
    "Weight, heat storage, limits for water in wood and carbon all follow the density.",
    "Physical range of the material's family, with its source in the library",
    _density,
    _believable_density,
)

RULES = (THICKNESS, CLAIMED, DENSITY)
