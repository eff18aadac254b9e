# SPDX-License-Identifier: GPL-3.0-or-later
"""An analysed roof area: what was stated about it and what follows from that."""

from math import cos, radians
from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.air.found import Aired
from glacis.core.falls.found import Drained, Undrained
from glacis.core.heat.assess import Films, Heat
from glacis.core.heat.energy import annual_loss
from glacis.core.heat.resolve import LayerData, rescaled
from glacis.core.materials.library import Family
from glacis.core.model.document import Assembly, Climate, RoofArea, Targets, Zone
from glacis.core.model.lookup import plan_area
from glacis.core.moisture.monthly import Monthly
from glacis.core.moisture.surface import Surface

if TYPE_CHECKING:
    from glacis.core.falls.taper import Taper

ROUNDING = 1e-9
"""Share by which U may lie above a target that is met [-]; our judgement, well above rounding."""


class AnalysedArea(Struct, frozen=True):
    """One area with its results.

    Attributes:
        area: as stated.
        zone: beneath it.
        assembly: its build-up.
        climate: of the site.
        targets: of the project.
        target: U to meet [W/(m²·K)].
        layers: the assembly in numbers, inside to outside.
        families: of the layers' materials, None for air and unknown materials.
        own_materials: ids of materials that the project itself states.
        films: surface resistances used.
        heat: through the clear field.
        surface: what the inner surface must reach.
        monthly: condensation over the year.
        flat_weight: dry weight with every layer at its stated thickness [kg/m²].
        drained: its falls, or what is wrong with them; None where none are stated.
        taper: the layer that makes them, at its stated thickness where it is thinnest; None for none.
        aired: its air; None where nothing is stated about it.
    """

    area: RoofArea
    zone: Zone
    assembly: Assembly
    climate: Climate
    targets: Targets
    target: float
    layers: tuple[LayerData, ...]
    families: tuple[Family | None, ...]
    own_materials: frozenset[str]
    films: Films
    heat: Heat
    surface: Surface
    monthly: Monthly
    flat_weight: float
    drained: Drained | Undrained | None = None
    taper: "Taper | None" = None
    aired: Aired | None = None

    @property
    def transmittance(self) -> float:
        """U with corrections [W/(m²·K)], the area mean where a layer is tapered."""
        return self.heat.transmittance if self.taper is None else self.taper.transmittance

    @property
    def weight(self) -> float:
        """Dry weight, the mean where a layer is tapered [kg/m²]."""
        return self.flat_weight + (0.0 if self.taper is None else self.taper.extra_weight)

    def meets(self, transmittance: float) -> bool:
        """Whether a U [W/(m²·K)] meets the target, rounding apart."""
        return transmittance <= self.target * (1 + ROUNDING)

    @property
    def meets_target(self) -> bool:
        """Whether U with its corrections meets the target."""
        return self.meets(self.transmittance)

    @property
    def built_layers(self) -> tuple[LayerData, ...]:
        """The layers as they are bought: a tapered one at its mean thickness."""
        taper = self.taper
        if taper is None:
            return self.layers
        return tuple(
            rescaled(layer, taper.spread.mean) if layer.id == taper.layer else layer
            for layer in self.layers
        )

    @property
    def winter_surface(self) -> float:
        """Temperature of the inner surface on the winter design day [°C]."""
        drop = self.zone.temperature - self.climate.design_winter
        return self.zone.temperature - drop * self.films.inside / self.heat.resistance

    @property
    def annual_loss(self) -> float:
        """Heat lost by transmission in a year [kWh/(m²·a)]."""
        return annual_loss(self.transmittance, self.climate, self.zone.year)

    @property
    def insulation_ratio(self) -> float:
        """Share of the insulation's R outside its innermost layer [-]."""
        found = [x.resistance for x in self.layers if x.is_insulation]
        return sum(found[1:]) / sum(found) if sum(found) > 0 else 0.0

    @property
    def true_area(self) -> float:
        """Area along the slope [m²]."""
        return plan_area(self.area) / max(1e-9, cos(radians(self.area.pitch)))

    @property
    def thickness(self) -> float:
        """Thickness of the build-up without a roof space, at its thickest place [m]."""
        flat = sum(layer.thickness for layer in self.layers if layer.kind != "roof-space")
        return (
            flat if self.taper is None else flat + self.taper.spread.most - self.taper.spread.least
        )
