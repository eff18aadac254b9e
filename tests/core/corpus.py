# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs whose verdict is certain: sound ones over ten climates and many uses, and others with one mistake each."""

from msgspec.structs import replace

from glacis.core.model.document import (
    FixingSet,
    HumidityClass,
    Imperfections,
    Project,
    SetPoint,
)
from glacis.core.model.layers import (
    AirLayer,
    Framing,
    Layer,
    MembraneLayer,
    RoofSpaceLayer,
    SolidLayer,
)
from glacis.files.libraries import load_sites
from support import own_material, roof_project

SITES = {site.name.split()[0].lower(): site.climate for site in load_sites()}
ROOMS: dict[str, tuple[str, float, HumidityClass | SetPoint]] = {
    "dwelling": ("dwelling", 20.0, HumidityClass(number=3)),
    "office": ("work", 21.0, HumidityClass(number=2)),
    "cooled": ("work", 24.0, SetPoint(humidity=0.5)),
    "school": ("work", 21.0, HumidityClass(number=3)),
    "kitchen": ("work", 22.0, HumidityClass(number=4)),
    "pool": ("wet", 30.0, SetPoint(humidity=0.6)),
    "laundry": ("wet", 22.0, HumidityClass(number=5)),
    "freezer": ("store", -18.0, SetPoint(humidity=0.8)),
    "cold store": ("store", 4.0, SetPoint(humidity=0.85)),
    "shed": ("store", 12.0, HumidityClass(number=1)),
}
RAFTERS = Framing(material="softwood-dense", width=0.06, spacing=0.7)
BATTENS = Framing(material="softwood-dense", width=0.06, spacing=0.6)
GLUED, SCREWED = (
    Imperfections(fixing="none"),
    Imperfections(fixing="counted", fixings=FixingSet(per_area=2.5, diameter=0.008)),
)
PLATES = Imperfections(fixing="counted", fixings=FixingSet(per_area=4.0))


def b(material: str, millimetres: float, sealed: bool = False, name: str = "") -> SolidLayer:
    """A board."""
    return SolidLayer(
        id=name or material, material=material, thickness=millimetres / 1000, sealed=sealed
    )


def bb(material: str, millimetres: float, name: str = "") -> SolidLayer:
    """Two boards, staggered."""
    return replace(b(material, millimetres, name=name), boards=2, staggered=True)


def f(material: str, millimetres: float, framing: Framing = RAFTERS) -> SolidLayer:
    """A fill between members."""
    return replace(b(material, millimetres), framing=framing)


def s(material: str, name: str = "") -> MembraneLayer:
    """A sheet."""
    return MembraneLayer(id=name or material, material=material)


def v(millimetres: float = 50, name: str = "vent") -> AirLayer:
    """A ventilated layer."""
    return AirLayer(id=name, thickness=millimetres / 1000, ventilation="well", framing=BATTENS)


G, ATTIC = b("gypsum-board", 12.5), RoofSpaceLayer(id="attic")
DECK, BOARDS, SLAB = b("plywood", 18), b("softwood", 24), b("reinforced-concrete", 200)
R2, R10, PE, FOIL = (
    s("retarder-fixed-2"),
    s("retarder-fixed-10"),
    s("polyethylene-sheet"),
    s("aluminium-foil-barrier"),
)
VARIABLE, PAPER, COLD = (
    s("retarder-variable"),
    s("airtight-paper"),
    s("self-adhered-bitumen-barrier"),
)
OPEN, TIGHT, TAPED = s("underlay-open"), s("bitumen-aluminium-cold"), s("underlay-open-taped")
SLATE, TILES, SHINGLES, STEEL = (
    b("slate", 8),
    b("concrete-tile", 15),
    b("bitumen-shingles", 4),
    b("steel-sheet", 0.7),
)
TWO_PLY, COLD_PLY, ROOTS = (
    s("bitumen-two-ply"),
    s("bitumen-two-ply-cold"),
    s("bitumen-root-resistant"),
)
FLEECE, FILTER, DRAIN = s("protection-fleece"), s("filter-fleece"), b("drainage-board", 40)
SOIL, GRAVEL = b("extensive-substrate", 80), b("gravel-ballast", 50)


def roof(
    site: str,
    rooms: str,
    *layers: Layer,
    pitch: float = 35.0,
    held: Imperfections = GLUED,
    **more: object,
) -> Project:
    """A roof with its place, its rooms, its layers from inside to outside, and how it is held."""
    use, indoor, humidity = ROOMS[rooms]
    return roof_project(
        *layers, pitch=pitch, use=use, indoor=indoor, humidity=humidity, weather=SITES[site],
        imperfections=held, target=0.35, **more,  # type: ignore[arg-type]
    )  # fmt: skip


SOUND: dict[str, Project] = {
    "slates over filled rafters on the coast": roof(
        "tern", "dwelling", G, R10, f("stone-wool-batt", 220), OPEN, v(), SLATE
    ),
    "tiles over wood fibre, variable retarder": roof(
        "plover", "dwelling", G, VARIABLE, f("wood-fibre-flexible", 200), b("wood-fibre-underlay", 52), v(), TILES,
        held=SCREWED,
    ),
    "attic with fill in the far north": roof(
        "lichen", "dwelling", G, PE, f("cellulose-blown", 150), b("cellulose-blown", 250, name="over"), ATTIC, pitch=27
    ),
    "attic with fill on the high plain": roof(
        "sallow", "school", G, R2, f("glass-wool-blown", 150), b("glass-wool-blown", 250, name="over"), ATTIC, pitch=20
    ),
    "attic over cooled rooms in the humid heat": roof(
        "heron", "cooled", b("gypsum-board", 12.5, sealed=True), b("cellulose-blown", 300), ATTIC, pitch=22
    ),
    "attic in the desert": roof(
        "ochre", "office", b("gypsum-board", 12.5, sealed=True), b("glass-wool-blown", 300), ATTIC, pitch=18
    ),
    "boards over rafters at the pass": roof(
        "kestrel", "dwelling", BOARDS, COLD, bb("wood-fibre-board", 200), OPEN, v(80), SLATE, held=SCREWED
    ),
    "all insulation outside on the high plain": roof(
        "sallow", "office", DECK, COLD, bb("stone-wool-slab", 240), OPEN, v(), STEEL, held=SCREWED, pitch=20
    ),
    "warm deck over an office": roof(
        "alder", "office", DECK, TIGHT, bb("stone-wool-slab", 200), TWO_PLY, pitch=1.5, held=PLATES
    ),
    "warm deck of foam on steel over a shed": roof(
        "plover", "shed", b("steel-deck", 0.9), b("gypsum-cover-board", 12.5), s("aluminium-self-adhered"),
        bb("pir-fleece", 120), b("cover-board-foam", 13), s("polyolefin-sheet"), pitch=2,
    ),
    "warm deck over a pool": roof(
        "tern", "pool", SLAB, s("bitumen-aluminium-barrier"), bb("cellular-glass", 200), TWO_PLY, pitch=2
    ),
    "warm deck over a laundry": roof(
        "alder", "laundry", SLAB, s("bitumen-aluminium-barrier"), bb("pir-foil", 140), TWO_PLY, pitch=2
    ),
    "commercial kitchen under steel": roof(
        "plover", "kitchen", DECK, TIGHT, bb("pir-foil", 140), OPEN, v(), STEEL, held=SCREWED, pitch=15
    ),
    "inverted over a dwelling": roof(
        "tern", "dwelling", SLAB, TWO_PLY, b("xps", 200), s("rain-shedding-layer"), GRAVEL, pitch=1
    ),
    "inverted over cooled rooms": roof(
        "heron", "cooled", SLAB, TWO_PLY, b("xps", 140), s("rain-shedding-layer"), GRAVEL, pitch=1
    ),
    "planted on concrete": roof(
        "plover", "office", SLAB, s("bitumen-aluminium-barrier"), bb("eps-bitumen-faced", 200), ROOTS, FLEECE, DRAIN,
        FILTER, SOIL, pitch=1.5,
    ),
    "planted on a light deck, thin": roof(
        "cardoon", "dwelling", DECK, TIGHT, bb("stone-wool-slab", 160), s("geomembrane-loose"), FLEECE,
        DRAIN, FILTER, SOIL, pitch=3,
    ),
    "buried on the river plain": roof(
        "plover", "dwelling", SLAB, ROOTS, b("xps", 200), b("drainage-mat", 20), FILTER, b("earth-cover", 500), pitch=3
    ),
    "closed foam under the deck in the humid heat": roof(
        "heron", "dwelling", G, f("spray-foam-closed", 150), DECK, OPEN, SHINGLES, pitch=30
    ),
    "foam outside and fibre inside in frost": roof(
        "lichen", "dwelling", G, VARIABLE, f("stone-wool-batt", 100), DECK, bb("pir-foil", 160), OPEN, v(), STEEL,
        held=SCREWED, pitch=15,
    ),
    "nail base over boards": roof(
        "alder", "dwelling", BOARDS, COLD, bb("nail-base-foam", 140), b("plywood", 15), OPEN, SHINGLES, held=SCREWED
    ),
    "panels with taped joints": roof(
        "kestrel", "dwelling", G, b("oriented-strand-board", 15, sealed=True), b("structural-panel-core", 215),
        b("oriented-strand-board", 15, name="outer"), TAPED, v(60), SLATE, held=SCREWED,
    ),
    "over-roof in snow country": roof(
        "kestrel", "dwelling", BOARDS, COLD, bb("polyurethane-board", 180), OPEN, v(60), DECK, s("underlay-open", "u2"),
        SHINGLES, held=SCREWED, pitch=25,
    ),
    "dense-packed joists": roof(
        "alder", "dwelling", G, R2, b("oriented-strand-board", 18, sealed=True), f("cellulose-dense", 300),
        b("medium-density-fibreboard", 16), OPEN, v(), TILES,
    ),
    "sprayed foam in the desert": roof(
        "ochre", "office", DECK, b("spray-foam-closed", 100), s("silicone-coating"), pitch=2
    ),
    "sprayed foam with granules on the river plain": roof(
        "plover", "office", DECK, COLD, b("spray-foam-closed", 120), s("silicone-coating-granules"), pitch=2
    ),
    "freezer with its barrier outside": roof(
        "heron", "freezer", b("steel-deck", 0.9), b("gypsum-cover-board", 12.5), TAPED,
        bb("pir-fleece", 200), TIGHT, v(), STEEL, pitch=6, held=SCREWED
    ),
    "cold store of faced panels": roof(
        "plover", "cold store", replace(b("metal-faced-panel", 120), sealed=True), pitch=6
    ),
    "cooled rooms under a tight sheet in the wet tropics": roof(
        "fern", "cooled", DECK, TAPED, bb("pir-fleece", 140), s("polyolefin-sheet"), pitch=2, held=PLATES
    ),
    "copper on a mat by the southern bay": roof(
        "cardoon", "dwelling", G, R10, f("stone-wool-batt", 160), v(), BOARDS, s("structured-mat"),
        b("copper-sheet", 0.6), pitch=20,
    ),
    "rubber on adhesive over cork": roof(
        "cardoon", "school", DECK, TIGHT, bb("cork-board", 160), b("gypsum-cover-board", 12.5),
        s("adhesive-water-borne"), s("epdm-sheet"), pitch=2,
    ),
    "terrace on foam glass": roof(
        "kestrel", "office", SLAB, s("bitumen-aluminium-barrier"), bb("cellular-glass", 200), TWO_PLY, FLEECE,
        b("concrete-paver", 50), pitch=1.5,
    ),
}  # fmt: skip
"""Roofs that nothing of weight may be said against."""

OWN_EPS = own_material(
    id="own", name="Expanded polystyrene, white", family="polystyrene", mu_dry=60.0, mu_wet=60.0
)
OWN_SHEET = own_material(
    id="own", name="Rubber sheet, 60 mil", family="plastic", conductivity=0.25, density=1150.0, mu_dry=None,
    mu_wet=None, sd_dry=80.0, sd_wet=80.0, thicknesses=(0.060,), roles=("covering", "water"),
)  # fmt: skip

MISTAKEN: dict[str, tuple[str, Project]] = {
    "shingles on foam": ("order.nail-base", roof(
        "alder", "dwelling", BOARDS, COLD, bb("polyurethane-board", 140), OPEN, SHINGLES, held=SCREWED)),
    "torch on polystyrene": ("fire.flame-on-foam", roof(
        "plover", "office", SLAB, s("bitumen-aluminium-barrier"), bb("eps-white", 200), TWO_PLY, pitch=2)),
    "poured asphalt on extruded foam": ("fire.flame-on-foam", roof(
        "plover", "office", SLAB, s("bitumen-aluminium-barrier"), bb("xps", 160), s("mastic-asphalt"), pitch=2)),
    "torch on a timber roof": ("fire.hot-works", roof(
        "tern", "dwelling", G, FOIL, f("cellulose-dense", 200), v(150), BOARDS, TWO_PLY, pitch=3)),
    "batt under single-ply": ("structure.soft-insulation", roof(
        "plover", "office", DECK, TIGHT, b("glass-wool-batt", 200), s("pvc-sheet"), pitch=2)),
    "batt under gravel": ("structure.soft-insulation", roof(
        "plover", "office", SLAB, TIGHT, b("stone-wool-batt", 200), TWO_PLY, FLEECE, GRAVEL, pitch=2)),
    "screwed vacuum panels": ("order.pierced-panel", roof(
        "plover", "office", DECK, TIGHT, b("vacuum-panel", 40), s("pvc-sheet"), pitch=2, held=PLATES)),
    "particle board as outer deck": ("order.dry-board", roof(
        "tern", "dwelling", G, R10, f("stone-wool-batt", 200), b("particle-board", 22), OPEN, v(), TILES)),
    "deep soil on a light deck": ("structure.light-deck", roof(
        "plover", "dwelling", DECK, TIGHT, bb("stone-wool-slab", 160), ROOTS, FLEECE, DRAIN, FILTER,
        b("intensive-substrate", 300), pitch=2)),
    "deep gravel on a steel deck": ("structure.light-deck", roof(
        "plover", "office", b("steel-deck", 0.9), TIGHT, bb("stone-wool-slab", 160), COLD_PLY, FLEECE,
        b("gravel-ballast", 100), pitch=2)),
    "bare coating on a wet coast": ("climate.dry-site", roof(
        "tern", "office", DECK, COLD, b("spray-foam-closed", 120), s("silicone-coating"), pitch=2)),
    "earth on a liner in the wet": ("climate.dry-site", roof(
        "tern", "dwelling", SLAB, ROOTS, b("earth-cover", 500), pitch=3)),
    "gravel on a slope": ("order.slides", roof(
        "plover", "office", SLAB, TIGHT, bb("stone-wool-slab", 160), TWO_PLY, FLEECE, GRAVEL, pitch=12)),
    "substrate on a slope": ("order.slides", roof(
        "plover", "office", SLAB, TIGHT, bb("stone-wool-slab", 160), ROOTS, FLEECE, DRAIN, FILTER, SOIL, pitch=30)),
    "no fixings at 40°": ("structure.unfixed-slope", roof(
        "plover", "dwelling", BOARDS, COLD, bb("wood-fibre-board", 160), OPEN, v(), TILES, pitch=40)),
    "variable retarder under gravel": ("vapour.unvented-fibre", roof(
        "plover", "dwelling", G, VARIABLE, f("stone-wool-batt", 200), DECK, COLD_PLY, FLEECE, GRAVEL, pitch=2)),
    "λ of 0.020 for white polystyrene": ("data.implausible-conductivity", roof(
        "plover", "office", SLAB, TIGHT, bb("own", 200), COLD_PLY, pitch=2,
        materials=(replace(OWN_EPS, conductivity=0.020, density=20.0, roles=("insulation",)),))),
    "mils typed as millimetres": ("data.thickness-slip", roof(
        "plover", "office", DECK, TIGHT, bb("stone-wool-slab", 160), s("own"), pitch=2, materials=(OWN_SHEET,))),
    "density in pounds": ("data.implausible-density", roof(
        "plover", "office", SLAB, TIGHT, bb("own", 200), COLD_PLY, pitch=2,
        materials=(replace(OWN_EPS, conductivity=0.036, density=1.25, roles=("insulation",)),))),
    "joints over each other": ("order.single-layer", roof(
        "plover", "office", SLAB, TIGHT, replace(b("stone-wool-slab", 160), boards=2), TWO_PLY, pitch=2)),
    "bare plywood as air layer": ("order.no-air-layer", roof(
        "plover", "office", DECK, bb("stone-wool-slab", 160), TWO_PLY, pitch=2)),
    "solvent on polystyrene": ("order.solvent", roof(
        "plover", "office", DECK, TIGHT, bb("eps-white", 160), s("adhesive-solvent"), s("epdm-sheet"), pitch=2)),
    "flat vented void without drive": ("air.no-drive", roof(
        "plover", "dwelling", G, R10, f("stone-wool-batt", 200), v(40), BOARDS, COLD_PLY, pitch=2)),
    "pool with its barrier outside": ("order.vapour-control-side", roof(
        "tern", "pool", b("gypsum-board", 12.5, sealed=True), f("stone-wool-batt", 200), FOIL, DECK, OPEN, v(), STEEL,
        pitch=10)),
    "pool without a barrier": ("vapour.wet-room", roof(
        "tern", "pool", G, R10, f("stone-wool-batt", 200), OPEN, v(), SLATE)),
    "kitchen without a barrier": ("vapour.wet-room", roof(
        "plover", "kitchen", G, R10, f("stone-wool-batt", 200), OPEN, v(), SLATE)),
    "freezer with its barrier inside": ("vapour.cold-store", roof(
        "heron", "freezer", b("steel-deck", 0.9), TIGHT, bb("stone-wool-slab", 200), OPEN, v(), STEEL, pitch=6,
        held=SCREWED)),
    "cooled rooms with polyethylene inside": ("vapour.cold-store", roof(
        "fern", "cooled", G, PE, f("stone-wool-batt", 200), OPEN, v(), STEEL, pitch=20)),
    "unvented fibre under rubber": ("vapour.unvented-fibre", roof(
        "sallow", "dwelling", G, R10, f("stone-wool-batt", 200), DECK, s("epdm-sheet"), pitch=2)),
    "empty sleeper void": ("vapour.empty-void", roof(
        "tern", "dwelling", G, PAPER, f("glass-wool-batt", 200), DECK, AirLayer(id="void", thickness=0.09),
        b("plywood", 18, name="second"), s("epdm-sheet"), pitch=2)),
    "too little foam outside in frost": ("vapour.ratio", roof(
        "lichen", "dwelling", G, VARIABLE, f("stone-wool-batt", 200), DECK, b("pir-foil", 40), OPEN, v(), STEEL,
        pitch=15, held=SCREWED)),
    "slates at 12°": ("order.covering-pitch", roof(
        "plover", "dwelling", G, R10, f("stone-wool-batt", 200), OPEN, v(), SLATE, pitch=12)),
    "rubber on bitumen": ("order.separation", roof(
        "plover", "office", SLAB, s("bitumen-aluminium-barrier"), bb("stone-wool-slab", 160), COLD_PLY,
        s("epdm-sheet"), pitch=2)),
    "soil on a sheet that roots pass": ("order.root-layer", roof(
        "plover", "office", SLAB, TIGHT, bb("stone-wool-slab", 160), TWO_PLY, FLEECE, DRAIN, FILTER, SOIL, pitch=2)),
    "foam open to the room": ("fire.thermal-barrier", roof(
        "plover", "dwelling", f("spray-foam-closed", 200), DECK, OPEN, SHINGLES)),
    "tiles without an underlay on the coast": ("climate.second-water", roof(
        "tern", "dwelling", G, R10, f("stone-wool-batt", 200), v(), TILES)),
}  # fmt: skip
"""Roofs with one mistake each, and the rule that must name it."""
