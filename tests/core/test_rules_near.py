# SPDX-License-Identifier: GPL-3.0-or-later
"""For every rule a roof that lies just on the good side of it: no cry of wolf."""

import pytest
from msgspec.structs import replace

from core.airy import AIR_NEAR
from core.faulty import (
    BARRIER,
    COLD,
    DECK,
    DEEP_WOOL,
    EAST,
    FLEECE,
    FOAM,
    GLUE,
    GRAVEL,
    GYPSUM,
    HUMID,
    RETARDER,
    ROOT_SHEET,
    RUBBER,
    SCUPPER,
    SHEET,
    SHINGLES,
    SLAB,
    SLATE,
    SUBSTRATE,
    UNDERLAY,
    VACUUM,
    VENTED,
    VOID,
    WARM_DECK,
    WEST,
    WOOL,
    chilled,
    falling,
    fixed,
    gutter,
    solid,
)
from core.fixed_roofs import FIXINGS_NEAR
from core.set_outs import SET_OUT_NEAR
from glacis.core.judgement.catalogue import rule_book
from glacis.core.model.document import FixingSet, Imperfections, Project, SetPoint
from glacis.core.model.falls import BoardSet, Burden, Parapet, Threshold
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, RoofSpaceLayer, SolidLayer
from support import analysed, own_material, roof_project, rules_of

PVC = MembraneLayer(id="pvc", material="pvc-sheet")
VARIABLE = MembraneLayer(id="variable", material="retarder-variable")
STRONG = MembraneLayer(id="strong", material="retarder-variable-strong")
PITCHED = (GYPSUM, RETARDER, DEEP_WOOL, UNDERLAY, VENTED, SLATE)
WOODEN = Framing(material="softwood-dense", width=0.06, spacing=0.6)
TWO_FOAMS = replace(FOAM, boards=2, staggered=True)
SCREED = solid("screed", "cement-screed", 0.06)
COLD_SHEET = MembraneLayer(id="sheet", material="bitumen-two-ply-cold")
HELD = Imperfections(fixing="none")


def just_under(project: Project, target: float) -> Project:
    """The project with a target a hair above what its roof reaches."""
    u_value = analysed(project).roof.heat.transmittance
    area = replace(project.areas[0], target_u=u_value * (1 + target))
    return replace(project, areas=(area,))


def eaves(width: float, depth: float) -> Project:
    project = roof_project(*PITCHED, pitch=35)
    area = replace(project.areas[0], eaves_width=width, eaves_thickness=depth, target_u=0.3)
    return replace(project, areas=(area,))


NEAR: dict[str, Project] = {
    **AIR_NEAR,
    **SET_OUT_NEAR,
    **FIXINGS_NEAR,
    # An outlet on the very edge of the roof is on the roof.
    "falls.broken": falling(outlets=(replace(WEST, at=(0.0, 2.0)),)),
    # 1:80 in the valleys, to the digit.
    "falls.least": falling(fall=2**0.5 / 80),
    # Raised by what the other outlet's surface rises to it, and no more.
    "falls.dry": falling(outlets=(WEST, replace(EAST, raised=0.099))),
    # A layer named that is there.
    "falls.layer": falling(layer="foam"),
    # The thinnest place meets the target too.
    "falls.thinnest": falling(target=0.19),
    "falls.steep": falling(fall=0.05),
    # 150 mm over the highest place, which lies 3 m from its outlet.
    "falls.upstand": falling(upstand=0.15 + 3 / 50),
    # Two outlets and an overflow.
    "falls.overflow": falling(),
    # A sill above the surface and above the working water.
    "falls.overflow-low": falling(overflows=(replace(SCUPPER, sill=0.061),)),
    "falls.overflow-small": falling(overflows=(replace(SCUPPER, width=0.3, height=0.1),), rain=200.0),
    "falls.outlet-small": falling(),
    # 50 m² at 75 mm/h are 1.04 l/s; half round, 150 mm wide and 133 depths long, it carries 1.91.
    "falls.gutter-small": falling(outlets=(), lines=(gutter(width=0.15),)),
    # 25 m² send 0.52 l/s down; 35 mm carry 0.65.
    "falls.pipe-small": falling(outlets=(replace(WEST, pipe=0.035), EAST)),
    # 1:50 over 1 m and 2.5758 standard deviations: 15.218 mm.
    "falls.tolerance": falling(tolerance=0.015218),
    # A third of 600 mm.
    "falls.joints": falling(boards=BoardSet(width=0.6, bond=1 / 3)),
    # 1:20 inward, drips 30 mm clear.
    "falls.coping": falling(parapet=Parapet(fall=0.05, overhang=0.03)),
    # 60 mm of gravel at 1800 kg/m³ weigh 108 kg/m², by g 1059.5 Pa.
    "falls.burden": falling(*WARM_DECK, GRAVEL, burden=Burden(permanent=108.0)),
    "falls.stress": falling(*WARM_DECK, GRAVEL, burden=Burden(strength=1059.48)),
    # Held to the very sill.
    "falls.storage": falling(burden=Burden(storage=0.12)),
    # The surface at the door lies 3 m from its outlet: 60 mm; 150 mm over that is above the water too.
    "falls.threshold": falling(thresholds=(Threshold(id="d", name="Door", at=(0.0, 2.0), level=0.21),)),
    # Gravel lies to five degrees.
    "order.slides": roof_project(DECK, BARRIER, FOAM, SHEET, FLEECE, GRAVEL, pitch=5),
    # A board under them holds the nails.
    "order.nail-base": roof_project(
        DECK, RETARDER, FOAM, solid("base", "oriented-strand-board", 0.018), UNDERLAY, SHINGLES, pitch=30
    ),
    # Deepest water weighs what may be borne.
    "falls.load": falling(allowance=139.08),
    # The same water spread over the roof wears nothing.
    "falls.concentrated": falling(from_above=1.0),
    # The barrier lies inside, where it belongs, however tight the sheet above.
    "order.vapour-control-side": roof_project(GYPSUM, BARRIER, WOOL, DECK, SHEET, pitch=2),
    # An airtight deck is an air layer without any sheet.
    "order.no-air-layer": roof_project(SLAB, WOOL, SHEET, pitch=2),
    # Exactly the least pitch is enough.
    "order.covering-pitch": roof_project(*PITCHED, pitch=22),
    # The roof above an attic is counted in and keeps the rain out.
    "order.no-water-layer": roof_project(GYPSUM, RETARDER, WOOL, RoofSpaceLayer(id="r")),
    # A fleece between keeps the two apart.
    "order.separation": roof_project(
        DECK, BARRIER, FOAM, MembraneLayer(id="f", material="separation-fleece"), PVC, pitch=2
    ),
    "order.root-layer": roof_project(SLAB, BARRIER, FOAM, ROOT_SHEET, FLEECE, SUBSTRATE, pitch=2),
    # Ballast is no weather skin's fault: it may be the last layer.
    "order.exposed": roof_project(SLAB, BARRIER, FOAM, SHEET, FLEECE, GRAVEL, pitch=2),
    # Boards over the sheet protect it as well as any fleece.
    "order.protection": roof_project(SLAB, SHEET, solid("xps", "xps", 0.16), GRAVEL, pitch=2),
    "order.inverted-insulation": roof_project(
        SLAB, SHEET, solid("glass", "cellular-glass", 0.16), GRAVEL, pitch=2
    ),
    # Walkable stone wool carries gravel; soft wool under a deck carries nothing.
    "structure.soft-insulation": roof_project(
        GYPSUM, BARRIER, WOOL, DECK, solid("slab", "stone-wool-slab", 0.1), SHEET, FLEECE, GRAVEL,
        pitch=2,
    ),
    "order.metal-bed": roof_project(
        GYPSUM, RETARDER, DEEP_WOOL, DECK, MembraneLayer(id="mat", material="structured-mat"),
        solid("zinc", "zinc-sheet", 0.0008), pitch=35,
    ),
    # The same felt over a ventilated space is what it was made for.
    "vapour.closed-underlay": roof_project(
        GYPSUM, RETARDER, WOOL, VENTED, MembraneLayer(id="felt", material="underlay-bitumen-felt"),
        SLATE, pitch=35,
    ),
    # Bitumen in two plies needs no cover board.
    "order.cover-board": roof_project(DECK, BARRIER, FOAM, SHEET, pitch=2),
    # Screws that bite into the rafters do not reach the retarder below them.
    "order.pierced-barrier": fixed(
        roof_project(
            GYPSUM, RETARDER, replace(WOOL, framing=WOODEN), solid("over", "wood-fibre-board", 0.06),
            UNDERLAY, VENTED, SLATE, pitch=35,
        ),
        FixingSet(layer="over", per_area=5.0),
    ),
    "structure.planting-load": roof_project(SLAB, BARRIER, FOAM, SHEET, FLEECE, GRAVEL, pitch=2),
    "vapour.wet-room": roof_project(
        GYPSUM, BARRIER, DEEP_WOOL, UNDERLAY, VENTED, SLATE, pitch=35, use="wet"
    ),
    # A void below the insulation is a service space, and warm.
    "vapour.empty-void": roof_project(GYPSUM, VOID, RETARDER, WOOL, DECK, UNDERLAY, SHINGLES, pitch=35),
    # One tight sheet is no trap.
    "vapour.double-trap": roof_project(GYPSUM, RETARDER, WOOL, DECK, SHEET, pitch=2),
    "moisture.accumulates": roof_project(SLAB, BARRIER, FOAM, SHEET, pitch=2, weather=COLD),
    "moisture.over-limit": roof_project(SLAB, BARRIER, FOAM, SHEET, pitch=2, weather=COLD),
    "moisture.dries": roof_project(*PITCHED, pitch=35),
    # Most of the resistance outside keeps the face of the fibre warm.
    "vapour.ratio": roof_project(
        GYPSUM, RETARDER, solid("thin", "stone-wool-batt", 0.06),
        solid("pir", "pir-foil", 0.16), SHEET, pitch=2, weather=COLD,
    ),
    # With foam outside the deck is warm, and fibre may lie below it unvented.
    "vapour.unvented-fibre": roof_project(
        GYPSUM, RETARDER, solid("thin", "stone-wool-batt", 0.08), DECK,
        solid("pir", "pir-foil", 0.16), SHEET, pitch=2,
    ),
    # A cellar as cool as spring is no cold store.
    "vapour.cold-store": roof_project(*PITCHED, pitch=35),
    # A variable retarder lets the summer's vapour through.
    "vapour.inward-drive": roof_project(
        GYPSUM, VARIABLE, WOOL, UNDERLAY, VENTED, SLATE, pitch=35, weather=HUMID,
        humidity=SetPoint(humidity=0.5),
    ),
    # Open inside is well where the outside is more open still and nothing condenses.
    "vapour.retarder-class": roof_project(
        GYPSUM, solid("osb", "oriented-strand-board", 0.022), WOOL, UNDERLAY, VENTED, SLATE, pitch=35
    ),
    "vapour.open-cell": roof_project(
        GYPSUM, MembraneLayer(id="paint", material="variable-paint"),
        solid("foam", "spray-foam-open", 0.25), DECK, UNDERLAY, SHINGLES, pitch=35, weather=COLD,
    ),
    "air.no-drive": roof_project(
        GYPSUM, RETARDER, WOOL, AirLayer(id="v", thickness=0.15, ventilation="well"), DECK, SHEET,
        pitch=2,
    ),
    # A board that sheds rain is the second water layer.
    "climate.second-water": roof_project(
        GYPSUM, RETARDER, DEEP_WOOL, solid("u", "wood-fibre-underlay", 0.035), VENTED, SLATE, pitch=35
    ),
    "climate.frost-clay": roof_project(
        GYPSUM, RETARDER, DEEP_WOOL, UNDERLAY, VENTED, solid("clay", "clay-tile", 0.018), pitch=35
    ),
    # Ventilated, the snow stays cold.
    "climate.ice": roof_project(
        GYPSUM, RETARDER, solid("wool", "stone-wool-batt", 0.1), UNDERLAY, VENTED, SLATE, pitch=35,
        weather=replace(COLD, design_winter=-20.0),
    ),
    # A paper that stops air beside a sheet that stops vapour is not vapour controlled twice.
    "order.vapour-doubled": roof_project(
        GYPSUM, MembraneLayer(id="p", material="airtight-paper"), RETARDER, DEEP_WOOL, UNDERLAY, VENTED,
        SLATE, pitch=35,
    ),
    # A store may do without.
    "order.no-vapour-layer": roof_project(
        GYPSUM, DEEP_WOOL, UNDERLAY, VENTED, SLATE, pitch=35, use="store"
    ),
    # A barrier over the screed lets it dry into the room.
    "moisture.built-in": roof_project(SLAB, SCREED, BARRIER, FOAM, SHEET, pitch=2),
    # Boards in the rain lie in one layer on purpose.
    "order.single-layer": roof_project(SLAB, SHEET, solid("xps", "xps", 0.2), GRAVEL, pitch=2),
    # What soil or gravel holds down needs no screw.
    "heat.fixings-unstated": roof_project(SLAB, BARRIER, FOAM, SHEET, FLEECE, GRAVEL, pitch=2),
    "heat.eaves": eaves(0.6, 0.2),
    "heat.derating": roof_project(
        GYPSUM, RETARDER, replace(DEEP_WOOL, framing=WOODEN), UNDERLAY, VENTED, SLATE, pitch=35
    ),
    "heat.no-insulation": roof_project(GYPSUM, DECK, SHEET, pitch=2, use="store"),
    # Boards an inch thick keep fire from foam as well as plaster.
    "fire.thermal-barrier": roof_project(solid("b", "softwood", 0.024), BARRIER, FOAM, DECK, SHEET, pitch=2),
    # Two boards may be thicker than the thickest that is sold.
    "data.thickness-slip": roof_project(SLAB, BARRIER, replace(FOAM, thickness=0.4, boards=2), SHEET, pitch=2),
    "data.claimed": roof_project(
        GYPSUM, RETARDER, SolidLayer(id="x", material="own", thickness=0.1), SHEET, pitch=2,
        materials=(own_material(claimed=0.04),),
    ),
    "data.implausible-density": roof_project(
        GYPSUM, RETARDER, SolidLayer(id="x", material="own", thickness=0.1), SHEET, pitch=2,
        materials=(own_material(density=8.0),),
    ),
    # 125 mm of moist substrate weigh 150 kg/m², to the digit.
    "structure.light-deck": roof_project(
        DECK, BARRIER, FOAM, ROOT_SHEET, FLEECE, replace(SUBSTRATE, thickness=0.125), pitch=2
    ),
    # Boards may lie by glue up to here.
    "structure.unfixed-slope": roof_project(
        DECK, BARRIER, FOAM, UNDERLAY, VENTED, solid("steel", "steel-sheet", 0.0007), pitch=10, imperfections=HELD
    ),
    # A facing of bitumen sheet takes the flame.
    "fire.flame-on-foam": roof_project(SLAB, BARRIER, solid("foam", "eps-bitumen-faced", 0.2), SHEET, pitch=2),
    # A base ply laid cold lies between.
    "fire.hot-works": roof_project(
        GYPSUM, BARRIER, WOOL, DECK, MembraneLayer(id="base", material="bitumen-base-self-adhered"), SHEET, pitch=2
    ),
    # Boards with shiplap edges are in no list of layers, so their factor is believed.
    "heat.rain-factor": roof_project(
        SLAB, SHEET, solid("xps", "xps", 0.2), GRAVEL, pitch=2, imperfections=Imperfections(rain_factor=0.03)
    ),
    # One layer more, and it is judged.
    "order.not-designed": roof_project(DECK, SHEET, pitch=2),
    # The glue meets a board on both its sides.
    "order.solvent": roof_project(
        DECK, BARRIER, FOAM, solid("cover", "gypsum-cover-board", 0.0125), GLUE, RUBBER, pitch=2
    ),
    # The screws hold the boards over the panels' neighbour, and end in the deck between.
    "order.pierced-panel": fixed(
        roof_project(VACUUM, DECK, BARRIER, FOAM, RUBBER, pitch=2), FixingSet(layer="foam", per_area=4.0)
    ),
    # On the warm side it stays dry.
    "order.dry-board": roof_project(
        solid("chip", "particle-board", 0.022), BARRIER, WOOL, UNDERLAY, VENTED, SLATE, pitch=35
    ),
    # 500 mm of rain in a year, and no more.
    "climate.dry-site": roof_project(
        DECK, solid("foam", "spray-foam-closed", 0.15), MembraneLayer(id="coat", material="silicone-coating"),
        pitch=2, weather=replace(COLD, rain=(41.0,) * 11 + (49.0,)),
    ),
    "order.approach": roof_project(*PITCHED, pitch=35),
    # A hair under the target is under it.
    "heat.target": just_under(roof_project(*PITCHED, pitch=35), 1e-6),
    "surface.mould": roof_project(SLAB, BARRIER, FOAM, SHEET, pitch=2, weather=COLD),
    "surface.condensation": roof_project(
        SLAB, BARRIER, FOAM, SHEET, pitch=2, weather=COLD, humidity=SetPoint(humidity=0.85)
    ),
    # Wide wooden members at narrow centres stay within the method.
    "heat.method": roof_project(
        GYPSUM, RETARDER,
        replace(WOOL, framing=Framing(material="hardwood", width=0.12, spacing=0.6)), DECK, SHEET,
        pitch=2,
    ),
    "data.unknown-material": roof_project(*PITCHED, pitch=35),
    # The bounds themselves are physical.
    "data.implausible-conductivity": roof_project(
        GYPSUM, RETARDER, SolidLayer(id="x", material="own", thickness=0.1), SHEET, pitch=2,
        materials=(own_material(conductivity=0.05),),
    ),
    "heat.deep-air-layer": roof_project(GYPSUM, WOOL, AirLayer(id="deep", thickness=0.3), DECK, SHEET, pitch=2),
    "data.source-missing": roof_project(
        GYPSUM, RETARDER, SolidLayer(id="x", material="own", thickness=0.1), SHEET, pitch=2,
        materials=(own_material(source="label"),),
    ),
}  # fmt: skip


def test_every_rule_has_a_roof_that_nearly_trips_it():
    assert set(NEAR) == {
        rule.id for rule in rule_book().rules if rule.about in ("area", "set-out", "fixings")
    }


@pytest.mark.parametrize("rule", NEAR)
def test_a_roof_on_the_good_side_does_not_trip_it(rule):
    assert rule not in rules_of(NEAR[rule])


def test_severity_follows_how_bad_it_is():
    def severity(project: Project, rule: str) -> str:
        return next(f.severity for f in analysed(project).findings if f.rule == rule)

    plain = roof_project(GYPSUM, RETARDER, WOOL, DECK, SHEET, pitch=2)
    drying = roof_project(GYPSUM, STRONG, WOOL, DECK, SHEET, pitch=2)
    assert severity(plain, "vapour.unvented-fibre") == "stop"
    assert severity(drying, "vapour.unvented-fibre") == "mind"
    open_underlay = roof_project(GYPSUM, RETARDER, DEEP_WOOL, UNDERLAY, pitch=35)
    open_foam = roof_project(SLAB, SHEET, FOAM, pitch=2)
    assert severity(open_underlay, "order.exposed") == "mind"
    assert severity(open_foam, "order.exposed") == "stop"
    screws = FixingSet(layer="foam", per_area=5.0)
    dry = fixed(roof_project(DECK, BARRIER, FOAM, SHEET, pitch=2), screws)
    wet = fixed(roof_project(DECK, BARRIER, FOAM, SHEET, pitch=2, use="wet"), screws)
    assert severity(dry, "order.pierced-barrier") == "note"
    assert severity(wet, "order.pierced-barrier") == "mind"


def test_a_cold_store_is_turned_round_and_then_left_alone():
    store = chilled(roof_project(GYPSUM, BARRIER, WOOL, UNDERLAY, VENTED, SLATE, pitch=35))
    assert "vapour.cold-store" in rules_of(store)
    turned = chilled(roof_project(GYPSUM, WOOL, BARRIER, UNDERLAY, VENTED, SLATE, pitch=35))
    assert "vapour.cold-store" not in rules_of(turned)
    assert "order.vapour-control-side" not in rules_of(turned)


def test_findings_come_worst_first_and_speak_of_the_layers_they_name():
    for project in NEAR.values():
        found = analysed(project).findings
        ranks = [("stop", "mind", "note").index(f.severity) for f in found]
        assert ranks == sorted(ranks)
        known = {layer.id for layer in project.assemblies[0].layers}
        for finding in found:
            assert set(finding.layers) <= known
    assert rules_of(roof_project(SLAB, BARRIER, TWO_FOAMS, COLD_SHEET, pitch=2, imperfections=HELD)) <= {
        "moisture.dries", "heat.target",
    }  # fmt: skip
