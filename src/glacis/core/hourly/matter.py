# SPDX-License-Identifier: GPL-3.0-or-later
"""Hygric functions of the materials of the library: handbook formulas and estimates, each marked."""

from msgspec import Struct

from glacis.core.heat.resolve import LayerData
from glacis.core.hourly.functions import Hygric, Sorption
from glacis.core.model.document import Material

HANDBOOK, ESTIMATE = "handbook formula", "estimate in the textbook range"


class Held(Struct, frozen=True):
    """How a kind of material holds and draws water.

    Attributes:
        sorption: which function.
        amount: of wood the share of its equilibrium moisture, else water at 80 % [kg/m³].
        full: [kg/m³].
        draws: capillary uptake [kg/(m²·s^0.5)].
        by_water: exponent of conductivity [-].
        mu: dry and wet cup where the library's row is not used; None takes that.
        source: of it.
    """

    sorption: Sorption
    amount: float
    full: float
    draws: float
    by_water: float
    mu: tuple[float, float] | None = None
    source: str = ESTIMATE


WOOD = Held("wood", 1.0, 600.0, 0.003, 1.5, source=HANDBOOK)
FIBREBOARD = Held("wood", 0.8, 500.0, 0.004, 6.0)
PLANT = Held("wood", 0.85, 400.0, 0.05, 4.0)
MINERAL_FIBRE = Held("hyperbola", 0.24, 200.0, 0.0, 4.0)
FOAM = Held("hyperbola", 1.2, 40.0, 0.0, 4.0)
GYPSUM = Held("hyperbola", 6.3, 400.0, 0.05, 3.0)
CONCRETE = Held("hyperbola", 85.0, 150.0, 0.018, 4.0)
SCREED = Held("hyperbola", 45.0, 200.0, 0.03, 4.0)
LIGHT = Held("hyperbola", 18.0, 300.0, 0.08, 4.0)
BRICK = Held("hyperbola", 8.0, 200.0, 0.15, 4.0)
BOARD = Held("hyperbola", 20.0, 300.0, 0.03, 3.0)
LOOSE = Held("hyperbola", 0.5, 50.0, 0.0, 2.0)
STRANDS = Held("wood", 0.82, 550.0, 0.002, 1.5, (200.0, 40.0))
BY_ID: dict[str, Held] = {
    "plywood": Held("wood", 0.93, 600.0, 0.002, 1.5, (200.0, 70.0)),
    "plywood-dense": Held("wood", 0.93, 600.0, 0.002, 1.5, (200.0, 70.0)),
    "oriented-strand-board": STRANDS,
    "oriented-strand-board-measured": STRANDS,
    "particle-board": Held("wood", 0.82, 550.0, 0.002, 1.5),
    "hard-fibreboard": Held("wood", 0.82, 550.0, 0.002, 1.5),
    "soft-fibreboard-bituminised": FIBREBOARD,
    "medium-density-fibreboard": FIBREBOARD,
    "wood-fibre-board": FIBREBOARD,
    "wood-fibre-underlay": FIBREBOARD,
    "glass-wool-blown": MINERAL_FIBRE,
    "perlite-loose": LOOSE,
    "cement-screed": SCREED,
    "mortar-bed": SCREED,
    "cement-plaster": SCREED,
    "lightweight-concrete": LIGHT,
    "aerated-concrete": LIGHT,
    "foamed-concrete": LIGHT,
}
BY_FAMILY: dict[str, Held] = {
    "timber": WOOD,
    "wood-board": BY_ID["particle-board"],
    "mineral-fibre": MINERAL_FIBRE,
    "plant-fibre": PLANT,
    "loose-fill": PLANT,
    "polystyrene": Held("hyperbola", 0.5, 50.0, 0.0, 4.0),
    "extruded": Held("hyperbola", 0.4, 30.0, 0.0, 4.0),
    "polyurethane": FOAM,
    "phenolic": FOAM,
    "foam": FOAM,
    "vacuum": FOAM,
    "glass": Held("hyperbola", 0.1, 5.0, 0.0, 0.0),
    "gypsum": GYPSUM,
    "concrete": CONCRETE,
    "masonry": BRICK,
    "mineral-board": BOARD,
    "soil": Held("hyperbola", 60.0, 350.0, 0.1, 3.4),
    "stone": LOOSE,
}
SHEETS = frozenset({"metal", "plastic", "bitumen", "paper"})
"""Families that only resist vapour: their storage is nil."""
LEAST_MU = 1.0
"""Of still air [-], by definition."""
AIR_WATER = 0.0173
"""Water of saturated air at 20 °C [kg/m³] (ISO 13788:2012, annex E)."""
AIR_DENSITY, AIR_HEAT = 1.2, 1005.0
"""Of air [kg/m³, J/(kg·K)] (ISO 6946:2017, annex D, rounded)."""
AIR_SD = 0.01
"""s_d of an air layer [m] (ISO 13788:2012, 4.3)."""


def holds(material: Material) -> tuple[Held, str]:
    """How a material holds water, and its name where that is an estimate; fibre where nothing is known."""
    found = BY_ID.get(material.id) or BY_FAMILY.get(material.family)
    if found is None:
        return MINERAL_FIBRE, f"{material.name} (taken as mineral fibre)"
    return found, "" if found.source == HANDBOOK else material.name


def is_sheet(layer: LayerData) -> bool:
    """Whether a layer has no cells: it only resists vapour and, a little, heat."""
    if layer.kind == "membrane" or layer.thickness <= 0:
        return True
    return layer.material is not None and layer.material.family in SHEETS


def hygric_of(layer: LayerData, conductivity: float) -> Hygric:
    """What an hourly calculation needs of a layer that has cells.

    Args:
        layer: solid or air.
        conductivity: that gives its resistance at its thickness [W/(m·K)].
    """
    material = layer.material
    if layer.kind != "solid" or material is None or material.family == "drain":
        mu = max(AIR_SD, layer.sd_dry) / layer.thickness
        return Hygric(
            layer.name, AIR_DENSITY, AIR_HEAT, conductivity, 0.0, "linear", 0.8 * AIR_WATER, AIR_WATER, mu, mu,
            assumed=f"{layer.name} (taken as air)" if layer.missing else "",
        )  # fmt: skip
    held, assumed = holds(material)
    core = (
        max(0.0, layer.sd_dry - material.sd_facings),
        max(0.0, layer.sd_wet - material.sd_facings),
    )
    dry, wet = held.mu or (core[0] / layer.thickness, core[1] / layer.thickness)
    return Hygric(
        material.name, material.density, material.heat_capacity, conductivity, held.by_water, held.sorption,
        held.amount, held.full, max(LEAST_MU, dry), max(LEAST_MU, min(dry, wet)), held.draws,
        wooden=held.sorption == "wood", assumed=assumed,
    )  # fmt: skip
