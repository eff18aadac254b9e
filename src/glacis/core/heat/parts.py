# SPDX-License-Identifier: GPL-3.0-or-later
"""What follows from layers, direction and winter alone: resistances, U, weight."""

from msgspec import Struct

from glacis.core.climate.year import coldest_three_mean, mean_temperature
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.assess import Films, Heat, assess, films_for, weight
from glacis.core.heat.corrections import rain_per_day
from glacis.core.heat.in_service import Winter, resolve_in_winter
from glacis.core.heat.resolve import Known, LayerData
from glacis.core.heat.surfaces import Direction, direction_of
from glacis.core.materials.library import Family
from glacis.core.model.document import Assembly, Material, Method
from glacis.core.model.layers import MembraneLayer, SolidLayer


class ThermalRead(Struct, frozen=True):
    """What heat through an area depends on.

    Attributes:
        assembly: its build-up.
        direction: of the heat flow.
        used: the materials it names, None for those that nobody knows.
        families: of those materials, None likewise.
        winter: temperatures on both sides, where a conductivity depends on them.
        rain: that reaches insulation over the covering [mm/day]; 0 where none does.
        method: by which paths are averaged.
    """

    assembly: Assembly
    direction: Direction
    used: tuple[Material | None, ...]
    families: tuple[Family, ...]
    winter: Winter | None
    rain: float
    method: Method


class Thermal(Struct, frozen=True):
    """An assembly in numbers, and the heat through it.

    Attributes:
        layers: inside to outside.
        families: of the layers' materials, None for air and unknown materials.
        films: surface resistances.
        heat: through the clear field.
        weight: dry [kg/m²].
    """

    layers: tuple[LayerData, ...]
    families: tuple[Family | None, ...]
    films: Films
    heat: Heat
    weight: float


def material_ids(assembly: Assembly) -> tuple[str, ...]:
    """Ids of all materials that an assembly names, framing included, without repeats."""
    found: dict[str, None] = {}
    for layer in assembly.layers:
        if isinstance(layer, (SolidLayer, MembraneLayer)):
            found[layer.material] = None
        framing = getattr(layer, "framing", None)
        if framing is not None:
            found[framing.material] = None
    return tuple(found)


class Used(Struct, frozen=True):
    """What a build-up is made of.

    Attributes:
        materials: that it names, None for those that nobody knows.
        families: of those that are known.
        in_cold: whether the conductivity of one depends on its temperature.
        inverted: whether rain reaches insulation over the covering.
    """

    materials: tuple[Material | None, ...]
    families: tuple[Family, ...]
    in_cold: bool
    inverted: bool

    @property
    def ids(self) -> frozenset[str]:
        """Ids of the known materials."""
        return frozenset(material.id for material in self.materials if material is not None)


def used_in(reader: Reader, assembly: Assembly) -> Used:
    """What an assembly is made of, found once for a document."""

    def make() -> Used:
        known, families = reader.known.materials, reader.known.families
        materials = tuple(known.get(name) for name in material_ids(assembly))
        return Used(
            materials=materials,
            families=tuple(families[m.family] for m in materials if m and m.family in families),
            in_cold=any(m is not None and bool(m.curve) for m in materials),
            inverted=is_inverted(assembly, known),
        )

    return reader.once(assembly.id, make)


def is_inverted(assembly: Assembly, materials: dict[str, Material]) -> bool:
    """Whether insulation lies over a waterproof covering, where rain reaches it."""
    over = False
    for layer in reversed(assembly.layers):
        material = materials.get(getattr(layer, "material", ""))
        if material is None:
            continue
        if "covering" in material.roles:
            return over
        over = over or "insulation" in material.roles
    return False


def _reads(reader: Reader, area: str) -> ThermalRead:
    stated = reader.area(area)
    assembly = reader.assembly(stated)
    zone = reader.zone(stated)
    used = used_in(reader, assembly)
    climate = reader.project.site.climate
    return ThermalRead(
        assembly=assembly,
        direction=direction_of(
            stated.pitch, zone.temperature, mean_temperature(climate), stated.heat_flow
        ),
        used=used.materials,
        families=used.families,
        winter=Winter(zone.temperature, coldest_three_mean(climate)) if used.in_cold else None,
        rain=rain_per_day(climate) if used.inverted else 0.0,
        method=reader.project.targets.method,
    )


def _thermal(read: ThermalRead) -> Thermal:
    assembly, direction = read.assembly, read.direction
    materials = {material.id: material for material in read.used if material is not None}
    families = {family.id: family for family in read.families}
    films = films_for(direction, assembly.surface_inside, assembly.surface_outside)
    layers = resolve_in_winter(assembly, direction, Known(materials, families), films, read.winter)
    heat = assess(layers, direction, films, assembly.imperfections, read.rain, read.method)
    found = (families.get(layer.material.family) if layer.material else None for layer in layers)
    return Thermal(layers, tuple(found), films, heat, weight(layers))


THERMAL = Part("thermal", _reads, _thermal)
"""Heat through an area's clear field."""
