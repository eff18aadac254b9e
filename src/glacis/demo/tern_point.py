# SPDX-License-Identifier: GPL-3.0-or-later
"""Tern Point Field Station: four roofs on an invented coast, with deliberate faults."""

from msgspec.structs import replace

from glacis.core.air.change import usual_air
from glacis.core.model.air import Air, Heel
from glacis.core.model.document import (
    Assembly,
    Decision,
    FixingSet,
    HumidityClass,
    Imperfections,
    Material,
    Project,
    RoofArea,
    SetPoint,
    Site,
    Targets,
    Variant,
    Zone,
)
from glacis.core.model.falls import Falls, Gutter, LevelLine, Outlet, Overflow, Parapet
from glacis.core.model.geometry import (
    Dormer,
    Footprint,
    FootprintEdge,
    Loop,
    Opening,
    RimKind,
)
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, RoofSpaceLayer, SolidLayer
from glacis.core.model.set_out import EavesSection, SetOut
from glacis.core.shape.change import settle
from glacis.core.shape.footprints import regrow
from glacis.demo.edges import tern_point_edges
from glacis.demo.fixings import tern_point_fixings
from glacis.demo.log import tern_point_log
from glacis.demo.order import tern_point_order
from glacis.demo.probe import laboratory_probe
from glacis.demo.quantities import tern_point_quantities

SEA_GRASS = Material(
    id="sea-grass-fill",
    name="Sea-grass fill from the shore",
    family="loose-fill",
    conductivity=0.39,
    density=75.0,
    heat_capacity=2000.0,
    mu_dry=2.0,
    mu_wet=2.0,
    thicknesses=(0.1, 0.15, 0.2),
    roles=("insulation",),
    fire="E",
    purpose="Washed and dried on site, between ceiling joists",
    vapour_note="Open, sorptive",
)

ADHERED = Imperfections(fixing="none")
RAFTERS = Framing(material="softwood-dense", width=0.08, spacing=0.6, allowance=0.01)


def _hall() -> Assembly:
    return Assembly(
        id="hall-slate",
        name="Hall slate roof",
        approach="warm-between-and-over",
        layers=(
            SolidLayer(id="lining", material="gypsum-board", thickness=0.0125),
            AirLayer(
                id="service-void",
                thickness=0.04,
                framing=Framing(material="softwood-dense", width=0.06, spacing=0.4),
            ),
            MembraneLayer(id="retarder", material="retarder-fixed-10"),
            SolidLayer(id="between", material="stone-wool-batt", thickness=0.16, framing=RAFTERS),
            SolidLayer(id="over", material="wood-fibre-board", thickness=0.035),
            MembraneLayer(id="underlay", material="underlay-open", product="roll-underlay"),
            AirLayer(
                id="counter-battens",
                thickness=0.04,
                ventilation="well",
                framing=Framing(
                    material="softwood-dense", width=0.06, spacing=0.6, aligned_with="between"
                ),
            ),
            SolidLayer(id="slate", material="slate", thickness=0.008, product="slate-500-250"),
        ),
        imperfections=Imperfections(
            fixing="counted", fixings=FixingSet(layer="over", diameter=0.006, per_area=1.9)
        ),
        note="Slate on battens over a ventilated space.",
    )


def _laboratory() -> Assembly:
    return Assembly(
        id="lab-low-slope",
        name="Laboratory low-slope roof",
        approach="warm-deck",
        layers=(
            SolidLayer(id="deck", material="plywood", thickness=0.021),
            MembraneLayer(id="retarder", material="retarder-variable"),
            SolidLayer(
                id="insulation", material="eps-white", thickness=0.16, boards=2, staggered=True
            ),
            MembraneLayer(id="sheet", material="pvc-sheet"),
        ),
        imperfections=ADHERED,
    )


def _bunkhouse() -> Assembly:
    joists = Framing(material="softwood-dense", width=0.045, spacing=0.6, allowance=0.01)
    return Assembly(
        id="bunkhouse-attic",
        name="Bunkhouse cold attic",
        approach="cold-ventilated-attic",
        layers=(
            SolidLayer(id="ceiling", material="gypsum-board", thickness=0.0125),
            SolidLayer(
                id="between-joists", material="sea-grass-fill", thickness=0.2, framing=joists
            ),
            SolidLayer(id="over-joists", material="cellulose-blown", thickness=0.2, settling=0.1),
            RoofSpaceLayer(id="attic", covering="sheeted", height=1.4),
        ),
    )


def _corridor() -> Assembly:
    return Assembly(
        id="corridor-planted",
        name="Corridor planted roof",
        approach="planted",
        layers=(
            SolidLayer(id="slab", material="reinforced-concrete", thickness=0.18),
            MembraneLayer(id="barrier", material="bitumen-aluminium-barrier"),
            SolidLayer(
                id="insulation", material="eps-grey", thickness=0.18, boards=2, staggered=True
            ),
            MembraneLayer(id="sheet", material="bitumen-two-ply-cold"),
            MembraneLayer(id="protection", material="protection-fleece"),
            SolidLayer(id="drainage", material="drainage-board", thickness=0.04),
            MembraneLayer(id="filter", material="filter-fleece"),
            SolidLayer(id="substrate", material="extensive-substrate", thickness=0.08),
        ),
    )


def _tighter_laboratory() -> Assembly:
    return Assembly(
        id="lab-low-slope-barrier",
        name="Laboratory low-slope roof, closed barrier",
        approach="warm-deck",
        layers=(
            SolidLayer(id="deck", material="plywood", thickness=0.021),
            MembraneLayer(id="barrier", material="bitumen-aluminium-barrier"),
            SolidLayer(
                id="insulation", material="pir-fleece", thickness=0.16, boards=2, staggered=True
            ),
            MembraneLayer(id="sheet", material="polyolefin-sheet"),
        ),
        imperfections=ADHERED,
    )


def _falls() -> tuple[Falls, ...]:
    """The laboratory's two outlets, with an overflow that somebody set too low."""
    return (
        Falls(
            area="laboratory",
            fall=1 / 60,
            outlets=(
                Outlet(id="outlet-1", name="West outlet", at=(34.0, 6.0), diameter=0.125, pipe=0.1),
                Outlet(id="outlet-2", name="East outlet", at=(42.5, 5.0), diameter=0.1, pipe=0.1),
            ),
            overflows=(
                Overflow(
                    id="overflow-1",
                    name="South scupper",
                    at=(38.0, 0.0),
                    sill=0.06,
                    width=0.3,
                    height=0.1,
                ),
            ),
            upstand=0.3,
            rain=75.0,
            allowance=75.0,
            parapet=Parapet(wall=0.32, fall=0.05, overhang=0.04, drop=0.06),
        ),
        Falls(
            area="corridor",
            lines=(
                LevelLine(
                    id="gutter-1",
                    name="South gutter",
                    start=(24.0, 4.5),
                    end=(30.0, 4.5),
                    gutter=Gutter(kind="half-round", width=0.125),
                ),
            ),
            fall=1 / 60,
        ),
    )


def _bunkhouse_air() -> Air:
    """Vents at eaves and top; over the entrance somebody left the last bays without, and the heel is low."""
    usual = usual_air("bunkhouse", "cold-attic", frozenset({"eaves", "top"}))
    vents = tuple(
        replace(vent, right=1.25) if vent.edge == "eaves" else vent for vent in usual.vents
    )
    heel = Heel(height=0.14, wall=0.2, overhang=0.4)
    return replace(usual, vents=vents, heel=heel, dam=False)


HALL_NAMES = {
    "south": "Lecture hall, south slope", "north": "Lecture hall, north slope",
    "west": "Lecture hall, west hip", "east": "Lecture hall, east hip",
    "porch-west": "Porch, west slope", "porch-east": "Porch, east slope",
}  # fmt: skip


def _hall_footprint() -> Footprint:
    """A hipped hall with a gabled porch to the north, where two valleys run down."""

    def edge(name: str, x: float, y: float, kind: RimKind = "eaves") -> FootprintEdge:
        return FootprintEdge(id=name, at=(x, y), kind=kind, pitch=42.0)

    edges = (
        edge("south", 0.0, 0.0), edge("east", 24.0, 0.0), edge("north", 24.0, 12.0),
        edge("porch-east", 16.0, 12.0), edge("porch-end", 16.0, 15.0, "verge"),
        edge("porch-west", 8.0, 15.0), edge("north-west", 8.0, 12.0), edge("west", 0.0, 12.0),
    )  # fmt: skip
    return Footprint(id="hall", name="Lecture hall", level=4.2, loops=(Loop(edges=edges),))


def _named(area: RoofArea) -> RoofArea:
    """An area of the hall under its own name and id."""
    edge = area.grown.edge if area.grown else ""
    return replace(area, id=f"hall-{edge}", name=HALL_NAMES[edge])


def _with_hall(project: Project) -> Project:
    """The project with the areas that grow from the hall's footprint before all others."""
    grown = regrow(project, "hall", ("hall-slate", "hall"))
    hall = [_named(area) for area in grown.areas if area.grown]
    others = [area for area in grown.areas if not area.grown]
    order = ("south", "north", "west", "east", "porch-west", "porch-east")
    hall.sort(key=lambda area: order.index(area.id.removeprefix("hall-")))
    lit = replace(grown, areas=(*hall, *others))
    dormer = Dormer(
        id="dormer", name="Stair dormer", area="hall-south", at=(6.0, 1.6), width=2.0, wall=1.1,
        pitch=42.0,
    )  # fmt: skip
    return settle(replace(lit, dormers=(dormer,), openings=OPENINGS, set_outs=SET_OUTS))


SET_OUTS = (
    SetOut(
        area="hall-south", seat_least=0.0, seat_most=0.02,
        eaves=EavesSection(projection=0.5, seat=0.07, wall=0.36, kick=0.008),
    ),
    SetOut(area="hall-north", seat_least=0.0, seat_most=0.02),
)  # fmt: skip
"""Slates from the fascia up; the stage rooflight lies half a course off."""


OPENINGS = (
    Opening(
        id="hall-light", name="Stage rooflight", kind="rooflight", area="hall-south",
        at=(15.0, 3.4), width=1.14, length=1.4,
    ),
    Opening(
        id="hall-chimney", name="Old flue", kind="chimney", area="hall-north", at=(5.0, 8.4),
        width=0.7, length=0.7, upstand=1.4,
    ),
    Opening(
        id="lab-fan", name="Fume fan", kind="plant", area="laboratory", at=(41.0, 8.5), width=1.6,
        length=1.2, upstand=0.4,
    ),
    Opening(
        id="lab-hoist", name="Post of the tank hoist", kind="post", area="laboratory", at=(38.0, 2.5), width=0.1,
        length=0.1, upstand=0.3,
    ),
    Opening(
        id="bunk-solar", name="Solar array", kind="solar", area="bunkhouse", at=(13.0, 21.0),
        width=10.0, length=3.4, upstand=0.12,
    ),
)  # fmt: skip


def _areas() -> tuple[RoofArea, ...]:
    return (
        RoofArea(
            id="laboratory", name="Wet laboratory", azimuth=180.0, pitch=0.0, level=3.6,
            outline=((30.0, 0.0), (46.0, 0.0), (46.0, 12.0), (30.0, 12.0)),
            assembly="lab-low-slope", zone="tanks",
        ),
        RoofArea(
            id="bunkhouse", name="Bunkhouse", azimuth=180.0, pitch=30.0, level=2.7,
            outline=((4.0, 17.0), (22.0, 17.0), (22.0, 26.0), (4.0, 26.0)),
            assembly="bunkhouse-attic", zone="bunks",
        ),
        RoofArea(
            id="corridor", name="Link corridor", azimuth=180.0, pitch=1.1, level=3.0,
            outline=((24.0, 4.5), (30.0, 4.5), (30.0, 7.5), (24.0, 7.5)),
            assembly="corridor-planted", zone="hall", target_u=0.2,
        ),
    )  # fmt: skip


def tern_point(site: Site) -> Project:
    """The demo project on ``site``.

    Its faults: the hall misses its target; the laboratory has a retarder made for dwellings
    over open tanks, and a PVC sheet straight on polystyrene; the bunkhouse has no air layer
    and a fill whose conductivity slipped by ten and states no source, two bays without a way in
    and a low heel without a dam; the hall's rooflight lies half a course off; nothing keeps the
    corridor's roots off its waterproofing; those of its edges; and the laboratory's sheet stands on a
    mixed set.
    """
    project = Project(
        name="Tern Point Field Station",
        number="TP-07",
        author="Demo office",
        note="Invented building on an invented coast.",
        site=site,
        targets=Targets(u_value=0.18),
        zones=(
            Zone(
                id="hall", name="Lecture hall and corridor", use="work", temperature=20.0,
                humidity=HumidityClass(number=3),
            ),
            Zone(
                id="tanks", name="Seawater tanks", use="wet", temperature=21.0,
                humidity=SetPoint(humidity=0.70),
            ),
            Zone(
                id="bunks", name="Bunkrooms", use="dwelling", temperature=20.0,
                humidity=HumidityClass(number=4),
            ),
        ),
        areas=_areas(),
        falls=_falls(),
        airs=(_bunkhouse_air(),),
        probes=(laboratory_probe(),),
        footprints=(_hall_footprint(),),
        assemblies=(_hall(), _laboratory(), _bunkhouse(), _corridor()),
        materials=(SEA_GRASS,),
        decisions=(
            Decision(
                id="slate-pitch",
                subject="Slate at 42° without a second water layer beyond the underlay",
                who="A. Merrow",
                role="designer",
                date="2026-03-02",
                reason="Exposure rated moderate; headlap checked with the slater.",
            ),
        ),
        variants=(
            Variant(
                id="lab-closed", name="Closed barrier and rigid foam", replaces="lab-low-slope",
                assembly=_tighter_laboratory(),
            ),
        ),
    )  # fmt: skip
    held = tern_point_fixings(tern_point_edges(_with_hall(project)))
    return tern_point_log(tern_point_order(tern_point_quantities(held)))
