# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs whose fixings are stated: for every rule about them one that trips it and one that just does not."""

from typing import Any

from msgspec.structs import replace

from glacis.core.model.document import FixingSet, Imperfections, Project
from glacis.core.model.fixings import (
    AreaFixings,
    Ballast,
    BattenScrews,
    BoardScrews,
    Bond,
    Clips,
    Evidence,
    Fastener,
    FixSet,
    PullOut,
    Role,
    SeamRows,
    Strength,
)
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, SolidLayer
from glacis.core.model.wind import Wind
from support import roof_project

DECK = SolidLayer(id="deck", material="plywood", thickness=0.021)
THICK = SolidLayer(id="deck", material="reinforced-concrete", thickness=0.18)
BARRIER = MembraneLayer(id="barrier", material="bitumen-aluminium-barrier")
FOAM = SolidLayer(id="foam", material="eps-white", thickness=0.2)
SHEET = MembraneLayer(id="sheet", material="epdm-sheet")
WOOL = SolidLayer(
    id="wool", material="stone-wool-batt", thickness=0.2,
    framing=Framing(material="softwood-dense", width=0.08, spacing=0.6),
)  # fmt: skip
OVER = SolidLayer(id="over", material="wood-fibre-board", thickness=0.1)
UNDERLAY = MembraneLayer(id="underlay", material="underlay-open")
BATTENS = AirLayer(
    id="battens", thickness=0.04, ventilation="well",
    framing=Framing(material="softwood-dense", width=0.06, spacing=0.6),
)  # fmt: skip
SLATE = SolidLayer(id="slate", material="slate", thickness=0.008)
GYPSUM = SolidLayer(id="lining", material="gypsum-board", thickness=0.0125)
RETARDER = MembraneLayer(id="retarder", material="retarder-fixed-10")
EN = Wind(basis="en", speed=24.0)
STRONG = (Strength(mode="set", value=2400.0, source="report"),)
SCREW = Fastener(grip="through", stock=(0.24, 0.26, 0.28))
ROWS = FixSet(
    id="rows",
    name="Sheet screws",
    way=SeamRows(),
    holds="sheet",
    anchor="deck",
    fastener=SCREW,
    strengths=STRONG,
)
SCREWED = Imperfections(fixing="counted", fixings=FixingSet(layer="foam", per_area=2.42))


def held(
    *sets: FixSet,
    wind: Wind = EN,
    layers: tuple[Any, ...] = (),
    more: dict[str, Any] | None = None,
    **stated: Any,
) -> Project:
    """A flat roof of 50 m² with these sets; ``more`` goes into the project, the rest is said of the area."""
    project = roof_project(
        *(layers or (DECK, BARRIER, FOAM, SHEET)), pitch=2.0, imperfections=SCREWED
    )
    area = AreaFixings(area="a", sets=sets or (ROWS,), **stated)
    return replace(project, wind=wind, fixings=(area,), **(more or {}))


def steep(way: BattenScrews, strengths: tuple[Strength, ...] = STRONG, **fastener: Any) -> Project:
    """Slates on battens over wood fibre over rafters."""
    screw = replace(Fastener(diameter=0.006, stock=(0.18, 0.2, 0.22)), **fastener)
    battens = FixSet(
        id="battens",
        name="Batten screws",
        way=way,
        holds="battens",
        anchor="wool",
        fastener=screw,
        strengths=strengths,
    )
    slates = FixSet(
        id="slates",
        name="Mortar",
        way=Bond(kind="full", glue=50e3),
        holds="slate",
        anchor="battens",
    )
    project = roof_project(GYPSUM, RETARDER, WOOL, OVER, UNDERLAY, BATTENS, SLATE, pitch=35.0)
    return replace(project, wind=EN, fixings=(AreaFixings(area="a", sets=(battens, slates)),))


def pulled(*forces: float) -> dict[str, Any]:
    """Tests on the deck."""
    tests = (
        PullOut(id=str(k), area="a", substrate="deck", fixing="screw", force=force)
        for k, force in enumerate(forces)
    )
    return {"pull_outs": tuple(tests)}


def way(**values: Any) -> FixSet:
    """Sheet screws laid otherwise."""
    return replace(ROWS, way=replace(ROWS.way, **values))


def ballasted(**values: Any) -> Project:
    """A loose sheet under ballast."""
    laid = replace(Ballast(kind="pavers", mass=300.0, edges=400.0, allowance=500.0), **values)
    return held(FixSet(id="ballast", name="Ballast", way=laid, holds="sheet", anchor="deck"))


def clipped(**values: Any) -> Project:
    """A sheet held by clips."""
    clips = FixSet(
        id="clips",
        name="Clips",
        way=Clips(**values),
        holds="sheet",
        anchor="deck",
        strengths=STRONG,
    )
    return held(clips)


def floating(gravel: float) -> Project:
    """An inverted roof under so much gravel [m]."""
    layers = (
        THICK, SHEET, replace(FOAM, material="xps"), MembraneLayer(id="fleece", material="filter-fleece"),
        SolidLayer(id="gravel", material="gravel-ballast", thickness=gravel),
    )  # fmt: skip
    glued = FixSet(
        id="glue", name="Glue", way=Bond(kind="full", glue=80e3), holds="sheet", anchor="deck"
    )
    return held(glued, layers=layers)


def proved(**values: Any) -> Project:
    """Sheet screws under an approval."""
    covers = (Role(role="sheet", product="A"), Role(role="screw", product="B"))
    proof = Evidence(**({"id": "E-1", "title": "sheet and screw", "covers": covers} | values))
    return held(products=covers, laid="2027-05-01", more={"evidence": (proof,)})


def told(project: Project, **stated: Any) -> Project:
    """The same with something else said about the area."""
    return replace(project, fixings=(replace(project.fixings[0], **stated),))


TEN = tuple(3000.0 + 10 * k for k in range(10))
BOARDS = FixSet(
    id="boards",
    name="Board screws",
    way=BoardScrews(),
    holds="foam",
    anchor="deck",
    fastener=SCREW,
    strengths=STRONG,
)
GLUED = FixSet(
    id="bond", name="Glue", way=Bond(kind="full", glue=80e3), holds="sheet", anchor="foam"
)
TESTED = replace(ROWS, substrate="deck")
FIXINGS_TRIPS: dict[str, Project] = {
    "fixings.wind-unstated": held(wind=Wind()),
    "fixings.wind-refused": held(wind=replace(EN, ground=10.0)),
    "fixings.unconfirmed": held(wind=EN, rounding=0.3),
    "fixings.few-tests": held(TESTED, more=pulled(*TEN[:9])),
    "fixings.above-least": held(TESTED, more=pulled(*TEN, *TEN, *TEN, 1500.0)),
    "fixings.no-resistance": held(replace(ROWS, strengths=())),
    "fixings.unheld": held(BOARDS),
    "fixings.overworked": held(replace(ROWS, strengths=(Strength(mode="set", value=150.0),))),
    "fixings.along-flutes": held(way(flutes=0.0)),
    "fixings.astray": held(replace(ROWS, holds="gone")),
    "fixings.ballast": ballasted(allowance=399.0),
    "fixings.floats": floating(0.05),
    "fixings.travel": clipped(fixed=21.0),
    "fixings.thrust": steep(BattenScrews()),
    "fixings.heat": replace(
        held(), assemblies=(replace(held().assemblies[0], imperfections=Imperfections()),)
    ),
    "fixings.share": held(share=0.6),
    "fixings.no-length": held(replace(ROWS, fastener=replace(SCREW, stock=(0.24,)))),
    "fixings.tip": held(),
    "fixings.pierced": replace(held(), zones=(replace(held().zones[0], use="wet"),)),
    "fixings.stray": steep(BattenScrews(thrust="stop"), diameter=0.0085, stock=(0.18, 0.2)),
    "fixings.evidence": proved(expires="2027-04-30"),
    "fixings.no-evidence": told(proved(), products=(Role(role="glue", product="C"),)),
    "fixings.when-laid": told(proved(expires="2030-01-01"), laid=""),
}
FIXINGS_NEAR: dict[str, Project] = {
    "fixings.wind-unstated": held(),
    "fixings.wind-refused": held(wind=replace(EN, ground=2.9)),
    "fixings.unconfirmed": held(),
    "fixings.few-tests": held(TESTED, more=pulled(*TEN)),
    "fixings.above-least": held(TESTED, more=pulled(*TEN)),
    "fixings.no-resistance": held(TESTED, more=pulled(*TEN[:3])),
    "fixings.unheld": held(BOARDS, GLUED),
    "fixings.overworked": held(),
    "fixings.along-flutes": held(way(flutes=31.0)),
    "fixings.astray": held(replace(ROWS, anchor="")),
    "fixings.ballast": ballasted(allowance=400.0),
    "fixings.floats": floating(0.12),
    "fixings.travel": clipped(fixed=20.8),
    "fixings.thrust": steep(BattenScrews(thrust="stop")),
    "fixings.heat": held(),
    "fixings.share": held(share=1.0),
    "fixings.no-length": held(),
    "fixings.tip": held(replace(ROWS, fastener=replace(SCREW, grip="blind"))),
    "fixings.pierced": replace(
        held(replace(ROWS, fastener=replace(SCREW, sealing=True))),
        zones=(replace(held().zones[0], use="wet"),),
    ),
    "fixings.stray": steep(BattenScrews(thrust="stop")),
    "fixings.evidence": proved(expires="2027-05-01"),
    "fixings.no-evidence": proved(),
    "fixings.when-laid": proved(expires="2030-01-01"),
}
