# SPDX-License-Identifier: GPL-3.0-or-later
"""Example roofs, one of each kind that is built, and one that is known to fail.

Each is a small project of one area. What the rules find on it is either absent or accepted
with a reason, save on the failed one, which stands here to be condemned.
"""

from collections.abc import Callable

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.judgement.decisions import accept
from glacis.core.model.document import (
    ApproachId,
    Assembly,
    Decision,
    FixingSet,
    HumidityClass,
    Imperfections,
    Project,
    RoofArea,
    Site,
    Targets,
    Use,
    Zone,
)
from glacis.core.model.layers import (
    AirLayer,
    Framing,
    Layer,
    MembraneLayer,
    RoofSpaceLayer,
    SolidLayer,
)

COAST, PLAIN = 0, 1
RAFTERS = Framing(material="softwood-dense", width=0.06, spacing=0.6, allowance=0.01)
JOISTS = Framing(material="softwood-dense", width=0.045, spacing=0.6, allowance=0.01)
BATTENS = Framing(material="softwood-dense", width=0.06, spacing=0.6)
SERVICE = Framing(material="softwood-dense", width=0.06, spacing=0.4)
WEBBED = Framing(
    material="softwood-dense", width=0.06, spacing=0.625, allowance=0.005, web=0.01, flange=0.045
)
ADHERED = Imperfections(fixing="none")


class Example(Struct, frozen=True):
    """One example.

    Attributes:
        id: its file name.
        title: what it is.
        approach: the school it follows.
        pitch: [°].
        layers: inside to outside.
        site: which of the two invented sites.
        use: of the rooms below.
        imperfections: what raises its U.
        target: U to meet [W/(m²·K)].
        accepted: rule and reason for what is known and borne.
        fails: whether it stands here to be condemned.
    """

    id: str
    title: str
    approach: ApproachId
    pitch: float
    layers: tuple[Layer, ...]
    site: int = COAST
    use: Use = "dwelling"
    imperfections: Imperfections = ADHERED
    target: float = 0.18
    accepted: tuple[tuple[str, str], ...] = ()
    fails: bool = False


def sheet(material: str, identifier: str = "") -> MembraneLayer:
    """A membrane."""
    return MembraneLayer(id=identifier or material, material=material)


def board(material: str, millimetres: float, identifier: str = "") -> SolidLayer:
    """A board."""
    return SolidLayer(id=identifier or material, material=material, thickness=millimetres / 1000)


def sealed(material: str, millimetres: float, identifier: str = "") -> SolidLayer:
    """A board with its joints taped."""
    return replace(board(material, millimetres, identifier), sealed=True)


def boards(material: str, millimetres: float, identifier: str = "") -> SolidLayer:
    """Insulation in two boards with staggered joints."""
    return SolidLayer(
        id=identifier or material, material=material, thickness=millimetres / 1000, boards=2,
        staggered=True,
    )  # fmt: skip


def between(
    material: str, millimetres: float, framing: Framing = RAFTERS, settling: float = 0.0
) -> SolidLayer:
    """Insulation between members."""
    return SolidLayer(
        id="between", material=material, thickness=millimetres / 1000, framing=framing,
        settling=settling,
    )  # fmt: skip


def vent(millimetres: float, framing: Framing = BATTENS, identifier: str = "vent") -> AirLayer:
    """A ventilated layer."""
    return AirLayer(
        id=identifier, thickness=millimetres / 1000, ventilation="well", framing=framing
    )


def screws(layer: str, per_area: float, diameter: float = 0.0065) -> Imperfections:
    """Steel screws through a layer."""
    fixings = FixingSet(layer=layer, per_area=per_area, diameter=diameter)
    return Imperfections(fixing="counted", fixings=fixings)


GYPSUM = board("gypsum-board", 12.5)
VOID = AirLayer(id="service-void", thickness=0.04, framing=SERVICE)
ATTIC = RoofSpaceLayer(id="attic", covering="sheeted", height=1.2)
CONTROL = sheet("self-adhered-bitumen-barrier")
UNDERLAY = sheet("underlay-open")
SHINGLES = board("bitumen-shingles", 4)
TILES = board("concrete-tile", 15)
SEALS = "The self-adhered sheet closes round the screws; the rooms are dry."
OPEN_INSIDE = (
    "The airtight board inside is tighter by far than what lies outside; no sheet is wanted."
)
DRIES = "Dries by the monthly method within the limits."
STRUCTURE = "Weights checked saturated by the structural engineer."
LABEL = "The share of members is what it is; U is met with them counted."

EXAMPLES: tuple[Example, ...] = (
    Example(
        "01-hot-mopped-adhered-tile", "Steep deck, mopped sheet, tiles set in adhesive",
        "cold-ventilated-attic", 26,
        (GYPSUM, sheet("polyethylene-sheet"), between("glass-wool-batt", 120, JOISTS),
         SolidLayer(id="over", material="glass-wool-blown", thickness=0.2, settling=0.05), ATTIC,
         board("plywood", 18), sheet("bitumen-base-self-adhered"), sheet("bitumen-built-up"),
         board("clay-tile", 18)),
    ),
    Example(
        "02-warm-between-and-over", "Steep warm roof, boards between and over the rafters",
        "warm-between-and-over", 42,
        (GYPSUM, VOID, sheet("retarder-fixed-10"), between("stone-wool-batt", 180),
         board("wood-fibre-board", 60), UNDERLAY, vent(40), board("slate", 8)),
        imperfections=screws("wood-fibre-board", 2.2, 0.008),
    ),
    Example(
        "03-cold-roof-on-warm-roof", "A small cold roof set on a warm one", "ventilated-over-roof", 30,
        (board("softwood", 24), CONTROL, boards("polyurethane-board", 160), UNDERLAY, vent(100),
         board("plywood", 18), sheet("underlay-open", "upper-underlay"), vent(40, BATTENS, "tile-air"),
         TILES),
        imperfections=screws("polyurethane-board", 2.5, 0.008),
        accepted=(("order.pierced-barrier", SEALS),),
    ),
    Example(
        "04-sealed-attic-foam-under-deck", "Sealed attic, foam under the deck",
        "compact-foam-under-deck", 35,
        (GYPSUM, between("spray-foam-closed", 200), board("plywood", 18), UNDERLAY, SHINGLES),
        accepted=(("heat.derating", LABEL), ("moisture.dries", DRIES)),
    ),
    Example(
        "05-nail-base-and-foam-below", "Nail-base board over the deck, open foam below", "nail-base", 35,
        (GYPSUM, sheet("variable-paint"), between("spray-foam-open", 75), board("plywood", 18, "deck"),
         boards("nail-base-foam", 160), board("plywood", 15, "nailing-board"), UNDERLAY, SHINGLES),
        site=PLAIN, imperfections=screws("nail-base-foam", 4), accepted=(("moisture.dries", DRIES),),
    ),
    Example(
        "06-vented-truss-attic", "Cold vented truss attic, raised heel, loose fill",
        "cold-ventilated-attic", 25,
        (GYPSUM, sheet("retarder-fixed-2"), between("cellulose-blown", 150, JOISTS, 0.1),
         SolidLayer(id="over", material="cellulose-blown", thickness=0.25, settling=0.1), ATTIC),
        site=PLAIN,
    ),
    Example(
        "07-vented-vault-with-chutes", "Vented vault with chutes", "cold-ventilated-slope", 35,
        (GYPSUM, VOID, sheet("retarder-fixed-10"), between("stone-wool-batt", 240),
         vent(50, Framing(material="softwood-dense", width=0.06, spacing=0.6, aligned_with="between")),
         board("softwood", 24), UNDERLAY, vent(40, BATTENS, "tile-air"), TILES),
    ),
    Example(
        "08-panels-over-visible-boards", "Foam-core panels over visible boards and frame",
        "structural-panel", 30,
        (board("softwood", 24), sheet("retarder-fixed-10"), board("oriented-strand-board", 15, "inner"),
         board("structural-panel-core", 215), board("oriented-strand-board", 15, "outer"),
         sheet("underlay-open-taped"), vent(40), TILES),
        imperfections=screws("structural-panel-core", 3, 0.008),
    ),
    Example(
        "09-planted-concrete", "Concrete, screed to falls, extensive planting", "planted", 1.1,
        (board("reinforced-concrete", 200), board("cement-screed", 60),
         sheet("bitumen-aluminium-barrier"), boards("eps-bitumen-faced", 200), sheet("bitumen-root-resistant"),
         sheet("protection-fleece"), board("drainage-board", 40), sheet("filter-fleece"),
         board("extensive-substrate", 80)),
        use="work",
        accepted=(("structure.planting-load", STRUCTURE),),
    ),
    Example(
        "10-all-outside-mineral-fibre", "All insulation outside, mineral fibre over one membrane",
        "all-outside", 30,
        (board("plywood", 18), CONTROL, boards("stone-wool-slab", 240), UNDERLAY, vent(40),
         board("slate", 8)),
        site=PLAIN, imperfections=screws("stone-wool-slab", 3, 0.008),
        accepted=(("order.pierced-barrier", SEALS),),
    ),
    Example(
        "11-tile-re-roof-on-kept-deck", "Battens and counter-battens over a kept deck",
        "ventilated-over-roof", 30,
        (GYPSUM, sheet("retarder-fixed-10"), between("stone-wool-batt", 240), board("softwood", 24),
         sheet("underlay-open-taped"), vent(40), TILES),
    ),
    Example(
        "12-non-combustible-eaveless-metal", "Cement board deck, self-adhered underlay, metal, no eaves",
        "compact-foam-under-deck", 20,
        (GYPSUM, sheet("aluminium-foil-barrier"), between("spray-foam-closed", 200),
         board("cement-particle-board", 16), sheet("underlay-self-adhered"), sheet("structured-mat"),
         board("steel-sheet", 0.7)),
        site=PLAIN,
        accepted=(("vapour.double-trap", "Rafters measured dry before closing, foam in full contact, "
                   "record kept; nothing combustible faces the fire side."),
                  ("heat.derating", LABEL)),
    ),
    Example(
        "13-sprayed-foam-to-falls", "Sprayed foam to falls under a UV coating", "sprayed-foam", 1.5,
        (board("plywood", 21), board("spray-foam-closed", 150), sheet("silicone-coating")),
        site=PLAIN, use="work",
    ),
    Example(
        "14-boards-foam-gap-second-deck", "Visible boards, layers of foam, air gap, second deck, shingles",
        "ventilated-over-roof", 20,
        (board("softwood", 35), CONTROL, boards("polyurethane-board", 180), UNDERLAY, vent(50),
         board("plywood", 18), sheet("underlay-open", "upper-underlay"), SHINGLES),
        site=PLAIN, imperfections=screws("polyurethane-board", 3, 0.008),
        accepted=(("order.pierced-barrier", SEALS),),
    ),
    Example(
        "15-failed-sleeper-void", "Failed: fibre below, empty sleeper void above, rubber sheet",
        "warm-deck", 2,
        (GYPSUM, between("glass-wool-batt", 200), board("plywood", 18, "first-deck"),
         AirLayer(id="sleeper-void", thickness=0.09, framing=BATTENS), board("plywood", 18, "second-deck"),
         sheet("epdm-sheet")),
        fails=True,
    ),
    Example(
        "16-compact-low-slope", "Compact low slope: air barrier, ratio board, cover board, single-ply",
        "hybrid", 1.2,
        (GYPSUM, between("glass-wool-batt-dense", 80), board("plywood", 18),
         CONTROL, boards("pir-fleece", 140), board("gypsum-cover-board", 12.5), sheet("epdm-sheet")),
        accepted=(("moisture.dries", DRIES),),
    ),
    Example(
        "17-commercial-steel-deck", "Steel deck, barrier, stone wool, two-ply bitumen", "warm-deck", 1.1,
        (board("steel-deck", 1), board("gypsum-cover-board", 12.5), sheet("bitumen-aluminium-barrier"),
         boards("stone-wool-dual-density", 220), sheet("bitumen-two-ply")),
        use="work", imperfections=screws("stone-wool-dual-density", 4, 0.0048),
        accepted=(("order.pierced-barrier", "The bituminous barrier closes round the screws; rooms are dry."),),
    ),
    Example(
        "18-buried-concrete-shell", "Buried curved concrete with drained fill", "buried", 8,
        (board("reinforced-concrete", 250), sheet("bitumen-root-resistant"), board("xps", 220),
         board("drainage-mat", 20), sheet("filter-fleece"), board("earth-cover", 500)),
        imperfections=Imperfections(fixing="none", rain_factor=0.01),
        accepted=(("structure.planting-load", STRUCTURE),),
    ),
    Example(
        "19-modular-flat-with-solar", "Modules of solid timber, flat, with solar stand-offs", "warm-deck", 1.5,
        (board("laminated-timber-panel", 120), sheet("bitumen-aluminium-cold"), boards("eps-white", 180),
         board("gypsum-cover-board", 12.5), sheet("polyolefin-sheet")),
    ),
    Example(
        "20-long-trusses-steel", "Long trusses, ladder overhang, steel sheet", "cold-ventilated-attic", 14,
        (GYPSUM, sheet("polyethylene-sheet"), between("glass-wool-blown", 150, JOISTS, 0.05),
         SolidLayer(id="over", material="glass-wool-blown", thickness=0.2, settling=0.05), ATTIC,
         board("steel-sheet", 0.7)),
        site=PLAIN,
    ),
    Example(
        "21-wood-fibre-rafter-roof", "Wood fibre between rafters, variable membrane, service void",
        "warm-between-and-over", 38,
        (GYPSUM, VOID, sheet("retarder-variable"), between("wood-fibre-flexible", 220),
         board("wood-fibre-underlay", 60), vent(40), board("clay-tile", 18)),
        imperfections=screws("wood-fibre-underlay", 2.2, 0.008),
    ),
    Example(
        "22-vented-over-roof-two-decks", "Vented over-roof, exposed tails, two thicknesses of deck",
        "ventilated-over-roof", 24,
        (board("softwood", 45), CONTROL, boards("stone-wool-slab", 240), UNDERLAY, vent(60),
         board("plywood", 21), sheet("underlay-open", "upper-underlay"), SHINGLES),
        site=PLAIN, imperfections=screws("stone-wool-slab", 3, 0.008),
        accepted=(("order.pierced-barrier", SEALS),),
    ),
    Example(
        "23-deep-joists-dense-fibre", "Very deep webbed joists, dense fibre, airtight inner board",
        "dense-pack", 30,
        (GYPSUM, VOID, sealed("oriented-strand-board", 18), between("cellulose-dense", 360, WEBBED),
         board("medium-density-fibreboard", 16), UNDERLAY, vent(40), TILES),
        accepted=(("order.no-vapour-layer", OPEN_INSIDE),),
    ),
)  # fmt: skip


def _bare(example: Example, sites: tuple[Site, ...]) -> Project:
    humidity = HumidityClass(number=2 if example.use == "work" else 3)
    zone = Zone(
        id="rooms", name="Rooms below", use=example.use, temperature=20.0, humidity=humidity
    )
    area = RoofArea(
        id="roof", name=example.title, outline=((0.0, 0.0), (12.0, 0.0), (12.0, 6.0), (0.0, 6.0)),
        pitch=example.pitch, azimuth=180.0, level=3.0, assembly="assembly", zone="rooms",
    )  # fmt: skip
    assembly = Assembly(
        id="assembly", name=example.title, approach=example.approach, layers=example.layers,
        imperfections=example.imperfections,
    )  # fmt: skip
    return Project(
        name=f"Example: {example.title}", author="Example office", site=sites[example.site],
        targets=Targets(u_value=example.target), zones=(zone,), areas=(area,), assemblies=(assembly,),
        note="An example assembly; adapt it to the site and the products used.",
    )  # fmt: skip


def example_project(
    example: Example, sites: tuple[Site, ...], analyser_of: Callable[[], Analyser]
) -> Project:
    """The example as a project; what is known and borne is accepted on its record."""
    project = _bare(example, sites)
    if not example.accepted:
        return project
    reasons = dict(example.accepted)
    for finding in analyser_of().analyse(project).findings:
        if finding.rule in reasons:
            decision = Decision(
                id="", subject=f"Accepted in the example: {finding.rule}", who="Example office",
                role="designer", date="2026-03-02", reason=reasons[finding.rule],
            )  # fmt: skip
            project = accept(project, finding, decision)
    return project
