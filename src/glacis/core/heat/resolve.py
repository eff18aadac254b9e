# SPDX-License-Identifier: GPL-3.0-or-later
"""From an assembly and its materials to plain numbers per layer, inside to outside."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.heat.air_layers import unventilated
from glacis.core.heat.conductivity import on_curve
from glacis.core.heat.surfaces import R_U, Direction
from glacis.core.materials.library import FIBRES, FOAMS, Family
from glacis.core.model.document import Assembly, Material
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, RoofSpaceLayer, SolidLayer
from glacis.core.model.traits import Trait

AIR_SD = 0.01
"""Equivalent air layer thickness of any air layer [m] (ISO 13788:2012, 4.3.2)."""
LARGEST_R = 1e6
"""Resistance of a layer whose conductivity is next to none [m²·K/W], so that sums stay finite; our
judgement."""
LEAST_WIDTH = 1e-3
"""Width that a void keeps between members that all but touch [m], so that its R stays finite; our
judgement."""
UNCOUNTED = ("planting", "ballast", "drainage")
"""Roles of layers whose R is left out unless it is stated to count: wet, moved and open to the air; ISO
6946:2017, 6.1 takes layers with a known resistance only; our judgement of which have none."""
LayerKind = Literal["solid", "membrane", "air", "roof-space"]


class FramePart(Struct, frozen=True):
    """The bridging part of a layer.

    Attributes:
        name: of its material.
        fraction: share of the area [-].
        resistance: through the member [m²·K/W].
        conductivity: of the member [W/(m·K)].
        density: of the member [kg/m³].
        metal: whether it is a metal, for which averaging does not hold.
        group: id of the set of layers whose members run in line with it.
        width: of the member's face [m].
        spacing: centre to centre [m].
        web: of a web-and-flange member, else None.
        sizes: depths that wooden members are sold in [m]; empty for others.
        cost: least and most price of its material [per m³].
        carbon: least and most global warming potential of it [kg CO2e/kg].
    """

    name: str
    fraction: float
    resistance: float
    conductivity: float
    density: float
    metal: bool
    group: str
    width: float
    spacing: float
    web: "Web | None" = None
    sizes: tuple[float, ...] = ()
    cost: tuple[float, float] = (0.0, 0.0)
    carbon: tuple[float, float] = (0.0, 0.0)

    @property
    def solid_share(self) -> float:
        """Share of the layer's volume that the members fill [-]."""
        if self.web is None:
            return self.fraction
        return self.fraction * self.web.flanges + self.web.fraction * (1 - self.web.flanges)


class Web(Struct, frozen=True):
    """The web of a web-and-flange member.

    Attributes:
        fraction: its share of the area [-].
        width: its thickness [m].
        flanges: share of the layer's depth that both flanges take [-].
    """

    fraction: float
    width: float
    flanges: float


class LayerData(Struct, frozen=True):
    """One layer in numbers.

    Attributes:
        id: of the layer.
        kind: solid, membrane, air or roof-space.
        name: to print.
        material: the material, or None for air and for a material nobody knows.
        missing: id of a material that nobody knows, else empty.
        thickness: as installed [m].
        conductivity: λ used [W/(m·K)]; 0 where there is none.
        resistance: of the part between members [m²·K/W], settled and at its temperature.
        labelled: R by the label: installed thickness over the design λ [m²·K/W].
        boards: how many boards make up the thickness.
        staggered: whether their joints are staggered.
        settling: share of the thickness lost in time [-].
        sd_dry: equivalent air layer thickness [m], dry cup.
        sd_wet: the same, wet cup.
        frame: the bridging part, if any.
        ventilation: none, slight or well; for air layers and roof spaces.
        opening: vent opening [m²/m], where slight.
        hatch: drawing convention.
        wood_based: whether its moisture is limited by mass.
        emissivities: of the inner and outer face of an air layer [-].
        void_width: of an air layer between its members [m]; None without members.
        space: what is stated of a roof space.
        sealed: whether the joints of its boards are sealed.
        counts: whether its R is counted; that of soil, gravel and drainage is only where stated.
    """

    id: str
    kind: LayerKind
    name: str
    material: Material | None
    missing: str
    thickness: float
    resistance: float
    sd_dry: float
    sd_wet: float
    frame: FramePart | None
    ventilation: Literal["none", "slight", "well"]
    opening: float
    hatch: str
    wood_based: bool
    conductivity: float = 0.0
    labelled: float = 0.0
    boards: int = 1
    staggered: bool = False
    settling: float = 0.0
    emissivities: tuple[float, float] = (0.9, 0.9)
    void_width: float | None = None
    space: RoofSpaceLayer | None = None
    sealed: bool = False
    counts: bool = True

    @property
    def is_insulation(self) -> bool:
        """Whether the layer is there to insulate."""
        return self.material is not None and "insulation" in self.material.roles

    @property
    def is_foam(self) -> bool:
        """Whether it is a plastic foam."""
        return self.material is not None and self.material.family in FOAMS

    @property
    def is_fibre(self) -> bool:
        """Whether it is of fibres."""
        return self.material is not None and self.material.family in FIBRES

    @property
    def mass(self) -> float:
        """Of its material laid in full, laps counted and members not [kg/m²]."""
        material = self.material
        return self.thickness * material.density * material.laps if material else 0.0

    def has_role(self, role: str) -> bool:
        """Whether its material can do this job."""
        if self.material is None:
            return False
        return role in self.material.roles or (
            role == "air" and self.sealed and self.has_trait("sealable")
        )

    def has_trait(self, trait: Trait) -> bool:
        """Whether rules must know this of its material."""
        return self.material is not None and trait in self.material.traits


def strongest(layers: Sequence[LayerData], among: Iterable[int] | None = None) -> int | None:
    """Index of the insulation with the largest R, of all layers or ``among`` some; None for none."""
    places = range(len(layers)) if among is None else among
    best, most = None, -1.0
    for index in places:
        layer = layers[index]
        if layer.resistance > most and layer.is_insulation:
            best, most = index, layer.resistance
    return best


def of_weight(layers: Sequence[LayerData], share: float) -> list[int]:
    """Indices of the insulation that has a ``share`` [-] of the strongest layer's R or more."""
    index = strongest(layers)
    least = share * layers[index].resistance if index is not None else 0.0
    return [i for i, x in enumerate(layers) if x.is_insulation and x.resistance >= least]


class Known(Struct, frozen=True):
    """Materials and families by id, and the mean temperatures of layers in the cold.

    ``temperatures`` maps ids of layers to mean temperatures [°C] for materials whose
    conductivity is a curve; a layer that is not in it takes the design value.
    """

    materials: Mapping[str, Material]
    families: Mapping[str, Family]
    temperatures: Mapping[str, float] = {}


def _resistance(thickness: float, conductivity: float) -> float:
    return thickness / conductivity if conductivity > 0 else LARGEST_R


def _group(assembly: Assembly, layer_id: str) -> str:
    """The layer that a chain of aligned framing leads to; a loop ends where it closes."""
    links = {
        layer.id: framing.aligned_with
        for layer in assembly.layers
        if (framing := getattr(layer, "framing", None)) is not None
    }
    seen: list[str] = []
    while links.get(layer_id) and layer_id not in seen:
        seen.append(layer_id)
        layer_id = links[layer_id]
    return min([layer_id, *seen]) if layer_id in seen else layer_id


def _frame(
    framing: Framing | None, assembly: Assembly, layer_id: str, thickness: float, known: Known
) -> FramePart | None:
    if framing is None:
        return None
    material = known.materials.get(framing.material)
    family = known.families.get(material.family) if material else None
    conductivity = material.conductivity if material else 0.13
    wooden = family is not None and family.id == "timber" and not framing.web
    return FramePart(
        name=material.name if material else framing.material,
        fraction=framing.fraction,
        resistance=_resistance(thickness, conductivity),
        conductivity=conductivity,
        density=material.density if material else 0.0,
        metal=family is not None and family.id == "metal",
        group=_group(assembly, layer_id),
        width=framing.width,
        spacing=framing.spacing,
        web=_web(framing, thickness),
        sizes=material.thicknesses if wooden and material is not None else (),
        cost=material.cost if material else (0.0, 0.0),
        carbon=material.carbon if material else (0.0, 0.0),
    )


def _web(framing: Framing, thickness: float) -> Web | None:
    if not framing.web:
        return None
    return Web(framing.web_fraction, framing.web, min(1.0, 2 * framing.flange / thickness))


def _conductivity(layer: SolidLayer, material: Material, known: Known) -> float:
    if material.curve and layer.id in known.temperatures:
        return on_curve(material.curve, known.temperatures[layer.id])
    return material.conductivity


def _unknown_solid(layer: SolidLayer, frame: FramePart | None) -> LayerData:
    """A layer whose material nobody knows: it counts nothing, and a rule tells of it."""
    return LayerData(
        id=layer.id,
        kind="solid",
        name=layer.material,
        material=None,
        missing=layer.material,
        thickness=layer.thickness,
        resistance=0.0,
        sd_dry=_vapour(None, layer.thickness, "dry"),
        sd_wet=_vapour(None, layer.thickness, "wet"),
        frame=frame,
        ventilation="none",
        opening=0.0,
        hatch="unknown",
        wood_based=False,
        boards=layer.boards,
        staggered=layer.staggered,
        settling=layer.settling,
    )


def _solid(layer: SolidLayer, assembly: Assembly, known: Known) -> LayerData:
    material = known.materials.get(layer.material)
    frame = _frame(layer.framing, assembly, layer.id, layer.thickness, known)
    if material is None:
        return _unknown_solid(layer, frame)
    family = known.families.get(material.family)
    sheet = material.is_membrane
    used = _conductivity(layer, material, known)
    settled = layer.thickness * (1 - layer.settling)
    counts = layer.counts or not any(role in material.roles for role in UNCOUNTED)
    return LayerData(
        id=layer.id,
        kind="solid",
        name=material.name,
        material=material,
        missing="",
        thickness=layer.thickness,
        resistance=_resistance(settled, used) if counts else 0.0,
        sd_dry=_vapour(material, layer.thickness, "dry") if not sheet else _sheet(material, "dry"),
        sd_wet=_vapour(material, layer.thickness, "wet") if not sheet else _sheet(material, "wet"),
        frame=frame,
        ventilation="none",
        opening=0.0,
        hatch=family.hatch if family else "unknown",
        wood_based=bool(family and family.wood_based and "rot-proof" not in material.traits),
        conductivity=used,
        labelled=_resistance(layer.thickness, material.conductivity) if counts else 0.0,
        sealed=layer.sealed,
        counts=counts,
        boards=layer.boards,
        staggered=layer.staggered,
        settling=layer.settling,
    )


def _first_stated(*values: float | None) -> float | None:
    """The first value that is stated; 0 is one."""
    return next((value for value in values if value is not None), None)


def _vapour(material: Material | None, thickness: float, cup: Literal["dry", "wet"]) -> float:
    if material is None:
        return 0.0
    dry, wet = material.mu_dry, material.mu_wet
    factor = _first_stated(dry, wet) if cup == "dry" else _first_stated(wet, dry)
    return (1.0 if factor is None else factor) * thickness + material.sd_facings


def _sheet(material: Material | None, cup: Literal["dry", "wet"]) -> float:
    if material is None:
        return 0.0
    dry, wet = material.sd_dry, material.sd_wet
    found = _first_stated(dry, wet) if cup == "dry" else _first_stated(wet, dry)
    return 0.0 if found is None else found


def _membrane(layer: MembraneLayer, known: Known) -> LayerData:
    material = known.materials.get(layer.material)
    family = known.families.get(material.family) if material else None
    thickness = material.thicknesses[0] if material and material.thicknesses else 0.001
    return LayerData(
        id=layer.id,
        kind="membrane",
        name=material.name if material else layer.material,
        material=material,
        missing="" if material else layer.material,
        thickness=thickness,
        resistance=_resistance(thickness, material.conductivity) if material else 0.0,
        sd_dry=_sheet(material, "dry"),
        sd_wet=_sheet(material, "wet"),
        frame=None,
        ventilation="none",
        opening=0.0,
        hatch=family.hatch if family else "membrane",
        wood_based=False,
        conductivity=material.conductivity if material else 0.0,
    )


_AIR_NAMES = {
    "none": "Air layer, unventilated",
    "slight": "Air layer, slightly ventilated",
    "well": "Air layer, well ventilated",
}


def _void_width(layer: AirLayer) -> float | None:
    """Width of the voids between the members of an air layer [m]; None without members."""
    framing = layer.framing
    if framing is None:
        return None
    share = framing.share or framing.width / framing.spacing
    return max(LEAST_WIDTH, framing.spacing * (1 - share))


def _air(layer: AirLayer, assembly: Assembly, direction: Direction, known: Known) -> LayerData:
    emissivities = (layer.emissivity_inside, layer.emissivity_outside)
    width = _void_width(layer)
    return LayerData(
        id=layer.id,
        kind="air",
        name=_AIR_NAMES[layer.ventilation],
        material=None,
        missing="",
        thickness=layer.thickness,
        resistance=unventilated(layer.thickness, direction, emissivities, width),
        sd_dry=AIR_SD,
        sd_wet=AIR_SD,
        frame=_frame(layer.framing, assembly, layer.id, layer.thickness, known),
        ventilation=layer.ventilation,
        opening=layer.opening,
        hatch="air",
        wood_based=False,
        emissivities=emissivities,
        void_width=width,
    )


AIR_HEAT = 1200.0 / 3600.0
"""Heat that a cubic metre of air carries [W·h/(m³·K)]: 1200 J/(m³·K) (ISO 13789:2017, 8.4)."""


def space_resistance(layer: RoofSpaceLayer) -> float:
    """R_u of a roof space [m²·K/W]: by table 9, or by its own balance.

    The balance of ISO 13789:2017, 8.4, on a square metre of ceiling: what leaves through the
    roof above and with the air, R_u = 1/(A_r U_r/A + 0.333 n h).
    """
    if layer.covering != "balance":
        return R_U[layer.covering]
    return 1 / (layer.roof_ratio * layer.roof_u + AIR_HEAT * layer.air_change * layer.height)


def _roof_space(layer: RoofSpaceLayer) -> LayerData:
    return LayerData(
        id=layer.id,
        kind="roof-space",
        name="Ventilated roof space",
        material=None,
        missing="",
        thickness=layer.height,
        resistance=space_resistance(layer),
        sd_dry=0.0,
        sd_wet=0.0,
        frame=None,
        ventilation="well",
        opening=0.0,
        hatch="air",
        wood_based=False,
        space=layer,
    )


def rescaled(layer: LayerData, thickness: float) -> LayerData:
    """A solid layer at another thickness [m], all that follows from it scaled."""
    scale = thickness / layer.thickness
    facings = layer.material.sd_facings if layer.material else 0.0
    frame = layer.frame
    if frame is not None:
        web = frame.web
        if web is not None:
            web = Web(web.fraction, web.width, min(1.0, web.flanges / scale))
        frame = replace(frame, resistance=frame.resistance * scale, web=web)
    return replace(
        layer,
        thickness=thickness,
        resistance=layer.resistance * scale,
        labelled=layer.labelled * scale,
        sd_dry=(layer.sd_dry - facings) * scale + facings,
        sd_wet=(layer.sd_wet - facings) * scale + facings,
        frame=frame,
    )


def remade(layer: LayerData, material: Material) -> LayerData:
    """A solid layer of another material, of the same thickness and with the same members."""
    resistance = _resistance(layer.thickness * (1 - layer.settling), material.conductivity)
    return replace(
        layer,
        name=material.name,
        material=material,
        conductivity=material.conductivity,
        resistance=resistance,
        labelled=_resistance(layer.thickness, material.conductivity),
        sd_dry=_vapour(material, layer.thickness, "dry"),
        sd_wet=_vapour(material, layer.thickness, "wet"),
    )


def resolve(assembly: Assembly, direction: Direction, known: Known) -> tuple[LayerData, ...]:
    """Every layer of ``assembly`` in numbers, inside to outside.

    A material that nobody knows gives R = 0 and s_d = 0, with its id in ``missing``, so that
    the roof can still be drawn and a finding can say what is wanted.
    """
    found: list[LayerData] = []
    for layer in assembly.layers:
        if isinstance(layer, SolidLayer):
            found.append(_solid(layer, assembly, known))
        elif isinstance(layer, MembraneLayer):
            found.append(_membrane(layer, known))
        elif isinstance(layer, AirLayer):
            found.append(_air(layer, assembly, direction, known))
        else:
            found.append(_roof_space(layer))
    return tuple(found)
