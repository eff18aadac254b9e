# SPDX-License-Identifier: GPL-3.0-or-later
"""What lies on a waterproofing for good: dry, saturated, and as stress on the insulation below it.

Weights per square metre of plan: g = 9.81 m/s² turns them into stress. Points of load, such as feet of pavers,
are left to their maker's own figures.
"""

from msgspec import Struct

from glacis.core.falls.water import WATER
from glacis.core.heat.resolve import LayerData
from glacis.core.model.falls import Burden

GRAVITY = 9.81
"""Of the earth [m/s²] (ISO 80000-3 gives 9.80665)."""
PORES = {"soil": 0.30, "drain": 0.60, "stone": 0.0}
"""Share of a layer's volume that can fill with water beyond its moist density, by family, confirm; our judgement:
substrate and earth hold about 300 kg/m³ more, studded boards fill their cups, gravel drains."""


class Lying(Struct, frozen=True):
    """What lies on the waterproofing.

    Attributes:
        names: of the layers that lie on it, inside to outside.
        dry: weight of those layers [kg/m²].
        saturated: the same with their pores full [kg/m²].
        storage: of the water held back above them [kg/m²].
        panels: with their ballast [kg/m²].
    """

    names: tuple[str, ...]
    dry: float
    saturated: float
    storage: float
    panels: float

    @property
    def total(self) -> float:
        """All of it at its heaviest [kg/m²]."""
        return self.saturated + self.storage + self.panels

    @property
    def stress(self) -> float:
        """On what lies below [Pa]."""
        return self.total * GRAVITY


def lying_on(layers: tuple[LayerData, ...], burden: Burden) -> Lying:
    """What lies on the outermost waterproofing of a roof."""
    above = above_waterproofing(layers)
    dry = sum(layer.mass for layer in above)
    pores = sum(
        WATER * layer.thickness * PORES.get(layer.material.family, 0.0)
        for layer in above
        if layer.material is not None
    )
    # Water held back stands in the pores first: it weighs what they leave.
    held = max(0.0, WATER * burden.storage - pores)
    return Lying(tuple(x.name for x in above), dry, dry + pores, held, burden.panels)


def above_waterproofing(layers: tuple[LayerData, ...]) -> tuple[LayerData, ...]:
    """The layers outside the outermost waterproofing sheet; none where there is no sheet."""
    waters = [
        k for k, layer in enumerate(layers) if layer.kind == "membrane" and layer.has_role("water")
    ]
    return layers[waters[-1] + 1 :] if waters else ()
