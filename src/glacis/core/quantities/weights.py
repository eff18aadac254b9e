# SPDX-License-Identifier: GPL-3.0-or-later
"""What the roof weighs: dry, saturated, with snow and without, on what carries it, and stacks on the deck."""

from math import cos, radians

from msgspec import Struct

from glacis.core.falls.lying import GRAVITY, PORES
from glacis.core.falls.water import WATER
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Burden
from glacis.core.model.quantities import Stack, Stripped

SETTLED_SNOW = 300.0
"""Density of snow that lies for weeks [kg/m³] (EN 1991-1-3:2003, annex E: settled 200, old 250 to 350)."""
SLIPS = ("metal", "glass", "plastic")
"""Families of coverings that snow slides off; our judgement after EN 1991-1-3, 5.3.1."""
SLIPS_FROM = 15.0
"""Pitch [°] from which it does; our judgement."""
DEEP = 0.08
"""Members at least so deep carry the roof [m]; our judgement: battens are shallower."""


class Carried(Struct, frozen=True):
    """Load on members that carry the roof.

    Attributes:
        layer: id of the layer they stand in.
        spacing: of them: the width each carries [m].
        dry: [kg/m] along a member.
        most: saturated with snow [kg/m].
    """

    layer: str
    spacing: float
    dry: float
    most: float


class StackOn(Struct, frozen=True):
    """A stack on the deck.

    Attributes:
        stated: the stack.
        load: mass over its foot [kg/m²].
        inside: whether its foot lies on the area.
        stress: on insulation under it [Pa].
        strength: that insulation bears for long [Pa]; 0 where nobody stated it.
    """

    stated: Stack
    load: float
    inside: bool
    stress: float
    strength: float

    @property
    def holds(self) -> bool | None:
        """Whether it may stand there by the engineer's number; None where nobody gave one."""
        if not self.stated.allowed:
            return None
        return self.inside and self.load <= self.stated.allowed * (1 + 1e-9)


class AreaWeight(Struct, frozen=True):
    """Weights of an area by the square metre of its slope.

    Attributes:
        area: id of the roof area.
        true_area: along the slope [m²].
        plan_area: [m²].
        layers: each layer with its members [kg/m²].
        saturated: with its pores full, and water held back [kg/m²].
        snow: on the slope [kg/m²].
        slid: snow that slides down on it from above, spread over it [kg/m²].
        removed: that comes off before [kg/m²].
        panels: solar panels and the like [kg/m²].
        carried: on members; empty where nothing deep stands in the build-up.
        allowed: what the structure may bear for good above the waterproofing [kg/m²]; 0 where nobody gave a number.
        fixings: mass of the bill's fixings on it [kg/m²].
    """

    area: str
    true_area: float
    plan_area: float
    layers: tuple[tuple[str, float], ...]
    saturated: float
    snow: float
    slid: float
    removed: float
    panels: float
    carried: tuple[Carried, ...]
    allowed: float

    @property
    def dry(self) -> float:
        """All layers [kg/m²]."""
        return sum(mass for _, mass in self.layers)

    @property
    def most(self) -> float:
        """Saturated, with snow and panels [kg/m²]."""
        return self.saturated + self.snow + self.slid + self.panels

    @property
    def added(self) -> float:
        """Dry, less what comes off before [kg/m²]."""
        return self.dry - self.removed

    @property
    def on_plan(self) -> float:
        """Dry by the square metre of plan [kg/m²]."""
        return self.dry * self.true_area / self.plan_area if self.plan_area else 0.0


class WeightRead(Struct, frozen=True):
    """What weights of an area follow from.

    Attributes:
        area: the roof area.
        layers: of its build-up.
        thicknesses: mean thickness of a layer that varies, by its id [m].
        true_area: [m²].
        plan_area: [m²].
        burden: as Falls has it.
        snow: depth that lies for days [m].
        slid: mass that slides down from above [kg].
        stripped: what comes off before.
    """

    area: RoofArea
    layers: tuple[LayerData, ...]
    thicknesses: tuple[tuple[str, float], ...]
    true_area: float
    plan_area: float
    burden: Burden
    snow: float
    slid: float
    stripped: tuple[Stripped, ...]


def layer_mass(layer: LayerData, thickness: float | None = None) -> float:
    """A layer with its members [kg/m²]."""
    times = 1.0 if thickness is None or not layer.thickness else thickness / layer.thickness
    frame = layer.frame
    if frame is None:
        return layer.mass * times
    members = layer.thickness * times * frame.solid_share * frame.density
    return layer.mass * times * (1 - frame.solid_share) + members


def area_weight(read: WeightRead) -> AreaWeight:
    """Weights of one area."""
    mean = dict(read.thicknesses)
    layers = tuple((layer.id, layer_mass(layer, mean.get(layer.id))) for layer in read.layers)
    pores = sum(
        WATER * layer.thickness * PORES.get(layer.material.family, 0.0)
        for layer in read.layers
        if layer.material is not None
    )
    held = max(0.0, WATER * read.burden.storage - pores)
    dry = sum(mass for _, mass in layers)
    slope = cos(radians(read.area.pitch))
    snow = read.snow * SETTLED_SNOW * slope
    removed = sum(item.thickness * item.density * (1 - item.reused) for item in read.stripped)
    slid = read.slid / read.true_area if read.true_area else 0.0
    most = dry + pores + held + snow + slid + read.burden.panels
    carried = tuple(
        Carried(
            layer.id, layer.frame.spacing, dry * layer.frame.spacing, most * layer.frame.spacing
        )
        for layer in read.layers
        if layer.frame is not None and layer.thickness >= DEEP
    )
    return AreaWeight(
        read.area.id,
        read.true_area,
        read.plan_area,
        layers,
        dry + pores + held,
        snow,
        slid,
        removed,
        read.burden.panels,
        carried,
        read.burden.permanent,
    )


def slides_from(area: RoofArea, layers: tuple[LayerData, ...]) -> bool:
    """Whether snow slides off a covering."""
    outer = layers[-1].material if layers else None
    return outer is not None and outer.family in SLIPS and area.pitch >= SLIPS_FROM


def stack_on(stack: Stack, area: RoofArea, strength: float) -> StackOn:
    """A stack held against the deck."""
    import shapely

    foot = stack.length * stack.width
    x, y = stack.at
    box = shapely.box(
        x - stack.length / 2, y - stack.width / 2, x + stack.length / 2, y + stack.width / 2
    )
    plane = shapely.Polygon(area.outline, [hole.outline for hole in area.holes])
    load = stack.mass / foot
    return StackOn(stack, load, bool(plane.covers(box)), load * GRAVITY, strength)
