# SPDX-License-Identifier: GPL-3.0-or-later
"""For every rule a roof that trips it, and the layers that many tests build with."""

from typing import Any

from msgspec.structs import replace

from core.airy import AIR_TRIPS
from core.fixed_roofs import FIXINGS_TRIPS
from core.set_outs import SET_OUT_TRIPS
from glacis.core.falls.change import set_falls
from glacis.core.model.document import FixingSet, Imperfections, Project, SetPoint
from glacis.core.model.falls import (
    BoardSet,
    Burden,
    Falls,
    Gutter,
    LevelLine,
    Outlet,
    Overflow,
    Parapet,
    Spout,
    Threshold,
)
from glacis.core.model.layers import AirLayer, Framing, Layer, MembraneLayer, SolidLayer
from support import climate, own_material, roof_project

GYPSUM = SolidLayer(id="gypsum", material="gypsum-board", thickness=0.0125)
WOOL = SolidLayer(id="wool", material="stone-wool-batt", thickness=0.2)
DEEP_WOOL = SolidLayer(id="wool", material="stone-wool-batt", thickness=0.24)
DECK = SolidLayer(id="deck", material="plywood", thickness=0.018)
UNDERLAY = MembraneLayer(id="underlay", material="underlay-open")
RETARDER = MembraneLayer(id="retarder", material="retarder-fixed-10")
BARRIER = MembraneLayer(id="barrier", material="aluminium-foil-barrier")
SHEET = MembraneLayer(id="sheet", material="bitumen-two-ply")
VENTED = AirLayer(id="vented", thickness=0.05, ventilation="well")
VOID = AirLayer(id="void", thickness=0.1)
SLATE = SolidLayer(id="slate", material="slate", thickness=0.008)
SUBSTRATE = SolidLayer(id="soil", material="extensive-substrate", thickness=0.08)
RAFTERS = Framing(material="softwood-dense", width=0.06, spacing=0.6)
COLD = climate(
    (-9.5, -8.5, -4.0, 2.5, 9.5, 14.5, 17.0, 15.5, 10.5, 5.0, -1.0, -6.5),
    (0.87, 0.85, 0.80, 0.72, 0.66, 0.68, 0.72, 0.77, 0.81, 0.84, 0.88, 0.89),
)
GOOD = roof_project(GYPSUM, RETARDER, DEEP_WOOL, UNDERLAY, VENTED, SLATE, pitch=35.0)


def wool(**framing: float) -> SolidLayer:
    member = Framing(material="steel-sheet", width=0.01, spacing=0.6, **framing)  # type: ignore[arg-type]
    return replace(WOOL, framing=member)


def solid(identifier: str, material: str, thickness: float) -> SolidLayer:
    return SolidLayer(id=identifier, material=material, thickness=thickness)


def fixed(project: Project, fixings: FixingSet) -> Project:
    stated = Imperfections(fixing="counted", fixings=fixings)
    assembly = replace(project.assemblies[0], imperfections=stated)
    return replace(project, assemblies=(assembly,))


def squeezed(project: Project) -> Project:
    area = replace(project.areas[0], eaves_width=0.6, eaves_thickness=0.08)
    return replace(project, areas=(area,))


def chilled(project: Project) -> Project:
    zone = replace(
        project.zones[0], temperature=-18.0, humidity=SetPoint(humidity=0.8), use="store"
    )
    return replace(project, zones=(zone,))


SLAB = solid("slab", "reinforced-concrete", 0.2)
FOAM = solid("foam", "eps-white", 0.2)
GLUE = MembraneLayer(id="glue", material="adhesive-solvent")
RUBBER = MembraneLayer(id="rubber", material="epdm-sheet")
VACUUM = solid("vacuum", "vacuum-panel", 0.04)
GRAVEL = solid("gravel", "gravel-ballast", 0.06)
SHINGLES = solid("shingles", "bitumen-shingles", 0.004)
FLEECE = MembraneLayer(id="fleece", material="protection-fleece")
ROOT_SHEET = MembraneLayer(id="roots", material="bitumen-root-resistant")
HUMID = climate(
    (24.0, 25.0, 27.0, 28.0, 29.0, 29.0, 28.5, 28.5, 28.0, 27.5, 26.0, 24.5),
    (0.78, 0.78, 0.78, 0.79, 0.82, 0.85, 0.86, 0.86, 0.86, 0.84, 0.80, 0.78),
)
HALF_TIMBER = replace(WOOL, framing=Framing(material="steel-deck", width=0.002, spacing=0.6))
WEST = Outlet(id="o", name="West", at=(3.0, 2.0))
EAST = Outlet(id="p", name="East", at=(8.0, 3.0))
SCUPPER = Overflow(id="v", name="Scupper", at=(5.0, 0.0), sill=0.12)
WARM_DECK = (DECK, BARRIER, FOAM, SHEET)


def falling(*layers: Layer, target: float = 0.18, **stated: Any) -> Project:
    """A low-slope roof of 10 by 5 m with falls of 1:50 to two outlets and an overflow."""
    usual = {"fall": 1 / 50, "outlets": (WEST, EAST), "overflows": (SCUPPER,), "allowance": 400.0}
    project = roof_project(*(layers or WARM_DECK), pitch=0.0, target=target)
    return set_falls(project, Falls(area="a", **{**usual, **stated}))


def gutter(**stated: Any) -> LevelLine:
    """A gutter of 10 m along the south edge, with one downpipe of 100 mm at its end."""
    return LevelLine(
        id="g", name="South gutter", start=(0.0, 0.0), end=(10.0, 0.0), gutter=Gutter(**stated)
    )


TRIPS: dict[str, Project] = {
    **AIR_TRIPS,
    **SET_OUT_TRIPS,
    **FIXINGS_TRIPS,
    "falls.broken": falling(outlets=(replace(WEST, at=(30.0, 2.0)), EAST)),
    "falls.least": falling(fall=1 / 80),
    "falls.dry": falling(outlets=(WEST, replace(EAST, raised=0.3))),
    "falls.layer": falling(layer="no-such-layer"),
    "falls.thinnest": falling(
        replace(DECK), BARRIER, replace(FOAM, thickness=0.12), SHEET, target=0.25
    ),
    "falls.steep": falling(fall=0.06),
    "falls.upstand": falling(upstand=0.2),
    "falls.overflow": falling(outlets=(WEST,), overflows=()),
    "falls.overflow-low": falling(overflows=(replace(SCUPPER, sill=0.02),)),
    "falls.overflow-small": falling(
        overflows=(replace(SCUPPER, width=0.05, height=0.03),), rain=200.0
    ),
    "falls.outlet-small": falling(outlets=(replace(WEST, diameter=0.05), EAST)),
    "falls.gutter-small": falling(outlets=(), lines=(gutter(width=0.08),)),
    "falls.pipe-small": falling(outlets=(replace(WEST, pipe=0.02), EAST)),
    "falls.tolerance": falling(tolerance=0.02),
    "falls.joints": falling(boards=BoardSet(bond=0.1)),
    "falls.coping": falling(parapet=Parapet(inward=False)),
    "falls.burden": falling(*WARM_DECK, GRAVEL, burden=Burden(permanent=100.0)),
    "falls.stress": falling(*WARM_DECK, GRAVEL, burden=Burden(strength=1000.0)),
    "falls.storage": falling(burden=Burden(storage=0.125)),
    "falls.threshold": falling(
        thresholds=(Threshold(id="d", name="Door", at=(0.0, 2.0), level=0.05),)
    ),
    "order.slides": roof_project(DECK, BARRIER, FOAM, SHEET, FLEECE, GRAVEL, pitch=9),
    "order.nail-base": roof_project(DECK, RETARDER, FOAM, UNDERLAY, SHINGLES, pitch=30),
    "falls.load": falling(allowance=50.0),
    "falls.concentrated": falling(spouts=(Spout(id="s", name="Upper gutter", at=(4.0, 2.0)),)),
    "order.vapour-control-side": roof_project(GYPSUM, WOOL, BARRIER, DECK, SHEET),
    "order.no-air-layer": roof_project(GYPSUM, WOOL, UNDERLAY, VENTED, SLATE),
    "order.covering-pitch": roof_project(GYPSUM, RETARDER, WOOL, UNDERLAY, VENTED, SLATE, pitch=10),
    "order.no-water-layer": roof_project(GYPSUM, RETARDER, WOOL, DECK),
    "order.separation": roof_project(
        DECK,
        BARRIER,
        SolidLayer(id="foam", material="eps-white", thickness=0.16),
        MembraneLayer(id="pvc", material="pvc-sheet"),
        pitch=2,
    ),
    "order.root-layer": roof_project(DECK, BARRIER, WOOL, SHEET, SUBSTRATE, pitch=2),
    "vapour.wet-room": roof_project(
        GYPSUM, RETARDER, WOOL, UNDERLAY, VENTED, SLATE, pitch=35, use="wet"
    ),
    "vapour.empty-void": roof_project(GYPSUM, RETARDER, WOOL, VOID, DECK, SHEET, pitch=2),
    "vapour.double-trap": roof_project(GYPSUM, BARRIER, WOOL, DECK, SHEET, pitch=2),
    "moisture.accumulates": roof_project(GYPSUM, WOOL, DECK, SHEET, pitch=2, weather=COLD),
    "moisture.over-limit": roof_project(GYPSUM, WOOL, DECK, SHEET, pitch=2, weather=COLD),
    "moisture.dries": roof_project(
        SolidLayer(id="c", material="reinforced-concrete", thickness=0.2),
        MembraneLayer(id="r", material="retarder-fixed-10"),
        SolidLayer(id="w", material="stone-wool-slab", thickness=0.12),
        MembraneLayer(id="s", material="pvc-sheet"),
        pitch=2,
    ),
    "vapour.ratio": roof_project(
        GYPSUM,
        RETARDER,
        WOOL,
        SolidLayer(id="foam", material="pir-foil", thickness=0.025),
        SHEET,
        pitch=2,
        weather=COLD,
    ),
    "heat.target": roof_project(GYPSUM, RETARDER, UNDERLAY, VENTED, SLATE, pitch=35),
    "surface.mould": roof_project(DECK, SHEET, pitch=2, weather=COLD),
    "surface.condensation": roof_project(
        DECK, SHEET, pitch=2, weather=COLD, humidity=SetPoint(humidity=0.85)
    ),
    "heat.method": roof_project(GYPSUM, RETARDER, HALF_TIMBER, DECK, SHEET, pitch=2),
    "data.unknown-material": roof_project(
        GYPSUM, SolidLayer(id="x", material="no-such-thing", thickness=0.1), SHEET, pitch=2
    ),
    "data.implausible-conductivity": roof_project(
        GYPSUM,
        RETARDER,
        SolidLayer(id="x", material="own", thickness=0.1),
        SHEET,
        pitch=2,
        materials=(own_material(conductivity=0.4),),
    ),
    "heat.deep-air-layer": roof_project(
        GYPSUM, WOOL, AirLayer(id="deep", thickness=0.45), DECK, SHEET, pitch=2
    ),
    "data.source-missing": roof_project(
        GYPSUM,
        RETARDER,
        SolidLayer(id="x", material="own", thickness=0.1),
        SHEET,
        pitch=2,
        materials=(own_material(source=" "),),
    ),
    "heat.eaves": squeezed(
        roof_project(GYPSUM, RETARDER, DEEP_WOOL, UNDERLAY, VENTED, SLATE, pitch=35)
    ),
    "order.exposed": roof_project(GYPSUM, RETARDER, DEEP_WOOL, UNDERLAY, pitch=35),
    "order.protection": roof_project(
        SLAB, BARRIER, FOAM, ROOT_SHEET, replace(SUBSTRATE, id="soil"), pitch=2
    ),
    "order.inverted-insulation": roof_project(SLAB, SHEET, FOAM, GRAVEL, pitch=2),
    "structure.soft-insulation": roof_project(SLAB, BARRIER, WOOL, SHEET, FLEECE, GRAVEL, pitch=2),
    "order.metal-bed": roof_project(
        GYPSUM, RETARDER, DEEP_WOOL, DECK, solid("zinc", "zinc-sheet", 0.0008), pitch=35
    ),
    "vapour.closed-underlay": roof_project(
        GYPSUM,
        BARRIER,
        DEEP_WOOL,
        MembraneLayer(id="felt", material="underlay-bitumen-felt"),
        AirLayer(id="gap", thickness=0.02),
        SLATE,
        pitch=35,
    ),
    "order.cover-board": roof_project(
        DECK,
        BARRIER,
        solid("pir", "pir-fleece", 0.14),
        MembraneLayer(id="tpo", material="polyolefin-sheet"),
        pitch=2,
    ),
    "order.pierced-barrier": fixed(
        roof_project(DECK, BARRIER, FOAM, SHEET, pitch=2), FixingSet(layer="foam", per_area=5.0)
    ),
    "structure.planting-load": roof_project(
        SLAB, BARRIER, FOAM, ROOT_SHEET, FLEECE, SUBSTRATE, pitch=2
    ),
    "vapour.unvented-fibre": roof_project(GYPSUM, RETARDER, WOOL, DECK, SHEET, pitch=2),
    "vapour.cold-store": chilled(
        roof_project(GYPSUM, BARRIER, WOOL, UNDERLAY, VENTED, SLATE, pitch=35)
    ),
    "vapour.inward-drive": roof_project(
        GYPSUM,
        BARRIER,
        WOOL,
        UNDERLAY,
        VENTED,
        SLATE,
        pitch=35,
        weather=climate((30.0,) * 4 + (12.0,) * 8, (0.4,) * 4 + (0.6,) * 8),
        humidity=SetPoint(humidity=0.5),
    ),
    "vapour.retarder-class": roof_project(
        GYPSUM,
        WOOL,
        solid("board", "medium-density-fibreboard", 0.016),
        MembraneLayer(id="felt", material="underlay-synthetic-closed"),
        VENTED,
        SLATE,
        pitch=35,
        weather=COLD,
    ),
    "vapour.open-cell": roof_project(
        GYPSUM,
        solid("foam", "spray-foam-open", 0.25),
        DECK,
        UNDERLAY,
        SHINGLES,
        pitch=35,
        weather=COLD,
    ),
    "air.no-drive": roof_project(GYPSUM, RETARDER, WOOL, VENTED, DECK, SHEET, pitch=2),
    "climate.second-water": roof_project(GYPSUM, RETARDER, DEEP_WOOL, VENTED, SLATE, pitch=35),
    "climate.frost-clay": roof_project(
        GYPSUM,
        RETARDER,
        DEEP_WOOL,
        UNDERLAY,
        VENTED,
        solid("clay", "clay-tile", 0.018),
        pitch=35,
        weather=replace(COLD, design_winter=-20.0),
    ),
    "climate.ice": roof_project(
        GYPSUM,
        RETARDER,
        solid("wool", "stone-wool-batt", 0.1),
        DECK,
        UNDERLAY,
        SHINGLES,
        pitch=35,
        weather=replace(COLD, design_winter=-20.0),
    ),
    "order.vapour-doubled": roof_project(
        GYPSUM,
        BARRIER,
        AirLayer(id="v", thickness=0.04),
        RETARDER,
        DEEP_WOOL,
        UNDERLAY,
        VENTED,
        SLATE,
        pitch=35,
    ),
    "order.no-vapour-layer": roof_project(
        GYPSUM,
        MembraneLayer(id="paper", material="airtight-paper"),
        DEEP_WOOL,
        UNDERLAY,
        VENTED,
        SLATE,
        pitch=35,
    ),
    "moisture.built-in": roof_project(
        SLAB, BARRIER, solid("screed", "cement-screed", 0.06), FOAM, SHEET, pitch=2
    ),
    "order.single-layer": roof_project(SLAB, BARRIER, FOAM, SHEET, pitch=2),
    "heat.fixings-unstated": roof_project(DECK, BARRIER, FOAM, SHEET, pitch=2),
    "heat.derating": roof_project(
        GYPSUM,
        RETARDER,
        replace(DEEP_WOOL, framing=Framing(material="softwood-dense", width=0.08, spacing=0.3)),
        UNDERLAY,
        VENTED,
        SLATE,
        pitch=35,
    ),
    "heat.no-insulation": roof_project(GYPSUM, DECK, SHEET, pitch=2),
    "fire.thermal-barrier": roof_project(FOAM, DECK, SHEET, pitch=2),
    "data.thickness-slip": roof_project(
        GYPSUM, RETARDER, solid("wool", "stone-wool-batt", 0.02), UNDERLAY, VENTED, SLATE, pitch=35
    ),
    "data.claimed": roof_project(
        GYPSUM,
        RETARDER,
        SolidLayer(id="x", material="own", thickness=0.1),
        SHEET,
        pitch=2,
        materials=(own_material(claimed=0.03),),
    ),
    "data.implausible-density": roof_project(
        GYPSUM,
        RETARDER,
        SolidLayer(id="x", material="own", thickness=0.1),
        SHEET,
        pitch=2,
        materials=(own_material(density=2.0),),
    ),
    "structure.light-deck": roof_project(
        DECK, BARRIER, FOAM, ROOT_SHEET, FLEECE, replace(SUBSTRATE, thickness=0.2), pitch=2
    ),
    "structure.unfixed-slope": roof_project(
        DECK,
        BARRIER,
        FOAM,
        UNDERLAY,
        VENTED,
        SLATE,
        pitch=40,
        imperfections=Imperfections(fixing="none"),
    ),
    "fire.flame-on-foam": roof_project(SLAB, BARRIER, FOAM, SHEET, pitch=2),
    "fire.hot-works": roof_project(GYPSUM, BARRIER, WOOL, DECK, SHEET, pitch=2),
    "heat.rain-factor": roof_project(
        SLAB,
        SHEET,
        solid("xps", "xps", 0.2),
        GRAVEL,
        pitch=2,
        imperfections=Imperfections(rain_factor=0.002),
    ),
    "order.not-designed": roof_project(DECK, pitch=30),
    "order.solvent": roof_project(DECK, BARRIER, FOAM, GLUE, RUBBER, pitch=2),
    "order.pierced-panel": fixed(
        roof_project(DECK, BARRIER, VACUUM, RUBBER, pitch=2),
        FixingSet(layer="vacuum", per_area=4.0),
    ),
    "order.dry-board": roof_project(
        GYPSUM,
        BARRIER,
        WOOL,
        solid("chip", "particle-board", 0.022),
        UNDERLAY,
        VENTED,
        SLATE,
        pitch=35,
    ),
    "climate.dry-site": roof_project(
        DECK,
        solid("foam", "spray-foam-closed", 0.15),
        MembraneLayer(id="coat", material="silicone-coating"),
        pitch=2,
    ),
    "order.approach": roof_project(
        GYPSUM, RETARDER, DEEP_WOOL, UNDERLAY, VENTED, SLATE, pitch=35, approach="inverted"
    ),
}
