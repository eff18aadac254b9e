# SPDX-License-Identifier: GPL-3.0-or-later
"""Layer sets of every roof area as IFC 4 (ISO 16739-1:2018), for whoever builds the model; without geometry.

Written through ifcopenshell, which is an extra of its own (``pip install glacis[ifc]``): it is large.
"""

from importlib.util import find_spec
from typing import Any
from uuid import NAMESPACE_URL, uuid5

from msgspec import Struct

from glacis import __version__
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import Project, RoofArea

SCHEMA = "IFC4"
STAMP = "2000-01-01T00:00:00"
"""Time in the head of the file, so that equal projects give equal files."""


class Sheeted(Struct, frozen=True):
    """What is told of an area: as stated, its layers inside to outside, U [W/(m²·K)]."""

    area: RoofArea
    layers: tuple[LayerData, ...]
    heat: float


def can_write_ifc() -> bool:
    """Whether the extra is installed."""
    return find_spec("ifcopenshell") is not None


class _Writer:
    """Entities of one file, each with an id that follows from what it is of."""

    def __init__(self, project: Project) -> None:
        import ifcopenshell

        self._ifc = ifcopenshell
        self.file: Any = ifcopenshell.file(schema=SCHEMA)
        self._name = project.name
        self._materials: dict[str, Any] = {}
        self.file.header.file_name.name = f"{project.name}.ifc"
        self.file.header.file_name.time_stamp = STAMP
        self.file.header.file_name.originating_system = f"Glacis {__version__}"

    def guid(self, of: str) -> str:
        """An id that the same thing always has."""
        return str(self._ifc.guid.compress(uuid5(NAMESPACE_URL, f"{self._name}/{of}").hex))

    def rooted(self, kind: str, of: str, name: str, **more: Any) -> Any:
        """An entity with an id."""
        return self.file.create_entity(kind, GlobalId=self.guid(of), Name=name, **more)

    def value(self, name: str, kind: str, figure: object) -> Any:
        """A single value of a property set."""
        nominal = self.file.create_entity(kind, figure)
        return self.file.create_entity("IfcPropertySingleValue", Name=name, NominalValue=nominal)

    def units(self) -> Any:
        """SI, as everything here is."""
        kinds = (
            ("LENGTHUNIT", "METRE"),
            ("AREAUNIT", "SQUARE_METRE"),
            ("VOLUMEUNIT", "CUBIC_METRE"),
            ("PLANEANGLEUNIT", "RADIAN"),
            ("THERMODYNAMICTEMPERATUREUNIT", "KELVIN"),
            ("MASSUNIT", "GRAM"),
        )
        made = [
            self.file.create_entity(
                "IfcSIUnit", UnitType=kind, Name=name, Prefix="KILO" if kind == "MASSUNIT" else None
            )
            for kind, name in kinds
        ]
        return self.file.create_entity("IfcUnitAssignment", Units=made)

    def material(self, layer: LayerData) -> Any:
        """A material with what is known of it, once; air is one too."""
        known = layer.material
        name = known.name if known is not None else layer.name
        key = known.id if known is not None else f"air {layer.ventilation}"
        if key in self._materials:
            return self._materials[key]
        made = self.file.create_entity("IfcMaterial", Name=name, Category=layer.kind)
        if known is not None:
            sets = {
                "Pset_MaterialCommon": [
                    self.value("MassDensity", "IfcMassDensityMeasure", known.density)
                ],
                "Pset_MaterialThermal": [
                    self.value(
                        "ThermalConductivity", "IfcThermalConductivityMeasure", known.conductivity
                    ),
                    self.value(
                        "SpecificHeatCapacity",
                        "IfcSpecificHeatCapacityMeasure",
                        known.heat_capacity,
                    ),
                ],
            }
            for title, values in sets.items():
                self.file.create_entity(
                    "IfcMaterialProperties", Name=title, Properties=values, Material=made
                )
        self._materials[key] = made
        return made

    def layer_set(self, sheeted: Sheeted, name: str) -> Any:
        """Layers of an area, inside to outside."""
        layers = [
            self.file.create_entity(
                "IfcMaterialLayer",
                Material=self.material(layer),
                LayerThickness=layer.thickness,
                IsVentilated=layer.ventilation != "none",
                Name=layer.name,
                Category=layer.kind,
            )
            for layer in sheeted.layers
        ]
        return self.file.create_entity(
            "IfcMaterialLayerSet", MaterialLayers=layers, LayerSetName=name
        )


def layer_sets_ifc(project: Project, areas: tuple[Sheeted, ...]) -> bytes:
    """The file: a roof of slabs, each with its layer set, U and pitch.

    Raises:
        ModuleNotFoundError: where the extra is not installed; :func:`can_write_ifc` tells.
    """
    writer = _Writer(project)
    whole = writer.rooted("IfcProject", "project", project.name, UnitsInContext=writer.units())
    site = writer.rooted("IfcSite", "site", project.site.name)
    building = writer.rooted("IfcBuilding", "building", project.name)
    roof = writer.rooted("IfcRoof", "roof", "Roof")
    _under(writer, whole, [site], "IfcRelAggregates")
    _under(writer, site, [building], "IfcRelAggregates")
    names = {assembly.id: assembly.name for assembly in project.assemblies}
    slabs = [
        _slab(writer, each, names.get(each.area.assembly, each.area.assembly)) for each in areas
    ]
    if slabs:
        _under(writer, roof, slabs, "IfcRelAggregates")
    writer.file.create_entity(
        "IfcRelContainedInSpatialStructure",
        GlobalId=writer.guid("contained"),
        RelatedElements=[roof],
        RelatingStructure=building,
    )
    return str(writer.file.to_string()).encode()


def _under(writer: _Writer, over: Any, parts: list[Any], kind: str) -> None:
    writer.file.create_entity(
        kind,
        GlobalId=writer.guid(f"{kind} {over.GlobalId}"),
        RelatingObject=over,
        RelatedObjects=parts,
    )


def _slab(writer: _Writer, sheeted: Sheeted, assembly: str) -> Any:
    from math import radians

    area = sheeted.area
    slab = writer.rooted(
        "IfcSlab", f"slab {area.id}", area.name, PredefinedType="ROOF", Tag=area.id
    )
    common = writer.rooted(
        "IfcPropertySet",
        f"common {area.id}",
        "Pset_SlabCommon",
        HasProperties=[
            writer.value("ThermalTransmittance", "IfcThermalTransmittanceMeasure", sheeted.heat),
            writer.value("PitchAngle", "IfcPlaneAngleMeasure", radians(area.pitch)),
            writer.value("IsExternal", "IfcBoolean", True),
        ],
    )
    writer.file.create_entity(
        "IfcRelDefinesByProperties",
        GlobalId=writer.guid(f"defines {area.id}"),
        RelatedObjects=[slab],
        RelatingPropertyDefinition=common,
    )
    if sheeted.layers:
        usage = writer.file.create_entity(
            "IfcMaterialLayerSetUsage",
            ForLayerSet=writer.layer_set(sheeted, assembly),
            LayerSetDirection="AXIS3",
            DirectionSense="POSITIVE",
            OffsetFromReferenceLine=0.0,
        )
        writer.file.create_entity(
            "IfcRelAssociatesMaterial",
            GlobalId=writer.guid(f"material {area.id}"),
            RelatedObjects=[slab],
            RelatingMaterial=usage,
        )
    return slab
