# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs with edges: for every rule about junctions one that trips it and one that just does not."""

from typing import Any

from msgspec.structs import replace

from glacis.core.junctions.cases import usual_detail
from glacis.core.junctions.chains import usual_links
from glacis.core.junctions.walls import USUAL_WALLS
from glacis.core.model.document import Assembly, Project, RoofArea
from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.model.falls import Falls, Overflow
from glacis.core.model.junctions import HandPiece, Link, StatedJunction
from glacis.core.model.layers import MembraneLayer, SolidLayer
from support import climate, roof_project

FLAT = (
    SolidLayer(id="deck", material="plywood", thickness=0.021),
    MembraneLayer(id="barrier", material="bitumen-aluminium-barrier"),
    SolidLayer(id="board", material="pir-fleece", thickness=0.16, boards=2, staggered=True),
    MembraneLayer(id="sheet", material="polyolefin-sheet"),
)
EDGE = "flat-edge:a#1"


def flat(**more: Any) -> Project:
    """A level roof of 10 by 5 m, with a wall below it."""
    return replace(roof_project(*FLAT, pitch=0.0), walls=USUAL_WALLS[:1], **more)


def drawn(junction: str, change: Any, project: Project | None = None) -> Project:
    """A roof one of whose junctions has its usual links, each as ``change`` makes it; None takes one out."""
    kind = junction.partition(":")[0]
    links = tuple(link for link in map(change, usual_links(kind)) if link is not None)
    return replace(project or flat(), junctions=(StatedJunction(id=junction, links=links),))


def on(start: str, control: str = "water", **values: Any) -> Any:
    """Changes the link of a line that begins at a thing."""

    def changed(link: Link) -> Link:
        hit = link.start == start and link.control == control
        return replace(link, **values) if hit else link

    return changed


def cut(start: str, control: str) -> Any:
    """Takes the link of a line out that begins at a thing."""
    return lambda link: None if (link.start, link.control) == (start, control) else link


def added(link: Link, junction: str = EDGE) -> Project:
    """A roof with one link more at its edge."""
    links = (*usual_links(junction.partition(":")[0]), link)
    return replace(flat(), junctions=(StatedJunction(id=junction, links=links),))


def scuppered(**values: Any) -> Project:
    """A roof with an overflow whose first link is as stated."""
    falls = Falls(area="a", overflows=(Overflow(id="o", name="Overflow", at=(5.0, 0.0)),))
    links = tuple(map(on("field sheet", **values), usual_links("scupper")))
    stated = StatedJunction(id="overflow:a/o", links=links)
    return replace(flat(), falls=(falls,), junctions=(stated,))


def piped(at: tuple[float, float]) -> Project:
    """A roof with a pipe of 100 mm at a point."""
    return replace(
        flat(),
        hand_pieces=(HandPiece(id="p", name="Vent", kind="pipe", area="a", at=at, size=0.1),),
    )


def changing(uphill: str) -> Project:
    """Two level roofs of unlike build-up side by side at one height."""
    project = flat()
    other = Assembly(id="c", name="Other", approach="warm-deck", layers=(
        *FLAT[:3], MembraneLayer(id="sheet", material="epdm-sheet")))  # fmt: skip
    area = RoofArea(
        id="n", name="Next", outline=((10.0, 0.0), (20.0, 0.0), (20.0, 5.0), (10.0, 5.0)), pitch=0.0, azimuth=180.0,
        level=3.0, assembly="c", zone="z",
    )  # fmt: skip
    both = replace(project, assemblies=(*project.assemblies, other), areas=(*project.areas, area))
    links = tuple(map(on("upper sheet", uphill=uphill), usual_links("change")))
    return replace(both, junctions=(StatedJunction(id="change:a+n#1", links=links),))


def dry(rain: float, detail: str = "render-cap", holds: bool | None = None) -> Project:
    """A roof under so much rain in a month that has a detail for dry climates."""
    site = replace(flat().site, climate=replace(climate(), rain=(rain,) * 12))
    return replace(
        flat(), site=site, junctions=(StatedJunction(id=EDGE, dry=detail, dry_holds=holds),)
    )


def walled(detail: EdgeDetail) -> Project:
    """A level roof behind a parapet of a form."""
    from glacis.core.model.falls import Parapet

    stated = tuple(StatedJunction(id=f"parapet:a#{k}", detail=detail) for k in range(1, 5))
    return replace(flat(), falls=(Falls(area="a", parapet=Parapet()),), junctions=stated)


BARE = EdgeDetail(height=0.6, width=0.2)
WRAPPED = usual_detail("parapet")
SECOND = Link(
    control="air",
    start="roof air layer",
    end="wall air layer",
    joint="tape",
    trade="x",
    drawn_by="y",
)
TRIPS: dict[str, Project] = {
    "junction.missing": drawn(EDGE, cut("roof air layer", "air")),
    "junction.undrawn": drawn(EDGE, on("roof sheet", drawn_by="")),
    "junction.nobody": drawn(EDGE, on("roof sheet", trade=" ")),
    "junction.doubled": added(
        Link(control="air", start="roof air layer", end="edge strip", joint="tape")
    ),
    "junction.loose": added(Link(control="air", start="strip", end="other strip", joint="tape")),
    "junction.handover": drawn(EDGE, on("roof sheet", how="as drawn")),
    "lap.reverse": drawn(EDGE, on("roof sheet", over="to")),
    "lap.reverse-never": scuppered(over="to"),
    "lap.reverse-welded": drawn(EDGE, on("roof sheet", over="to", joint="weld")),
    "lap.butt": drawn(EDGE, on("roof sheet", over="none")),
    "lap.short": drawn(EDGE, on("edge trim flange", length=0.02)),
    "lap.uphill": changing("none"),
    "junction.contact": drawn(EDGE, on("roof sheet", glue="sil", joint="sealant")),
    "junction.dry-only": dry(30.0),
    "junction.no-room": piped((0.19, 2.5)),
    "edge.mould": walled(BARE),
    "edge.loss": walled(replace(BARE, structure=50.0)),
}
DOUBLED = added(Link(control="air", start="roof air layer", end="edge strip", joint="tape"))
_STATED = DOUBLED.junctions[0]
_LINKS = _STATED.links or ()
TRIPS["junction.doubled"] = replace(
    DOUBLED,
    junctions=(replace(_STATED, links=(*_LINKS, replace(SECOND, start="edge strip"))),),
)
NEAR: dict[str, Project] = {
    "junction.missing": flat(),
    "junction.undrawn": drawn(EDGE, on("roof sheet", drawn_by="somebody")),
    "junction.nobody": drawn(EDGE, on("roof sheet", trade="somebody")),
    "junction.doubled": added(
        Link(control="water", start="roof sheet", end="gutter or drip", joint="clamp")
    ),
    "junction.loose": DOUBLED,
    "junction.handover": flat(),
    "lap.reverse": drawn(EDGE, on("roof sheet", over="from")),
    "lap.reverse-never": scuppered(over="from"),
    "lap.reverse-welded": drawn(EDGE, on("roof sheet", over="from", joint="weld")),
    "lap.butt": drawn(EDGE, on("roof sheet", over="none", joint="clamp")),
    "lap.short": drawn(EDGE, on("edge trim flange", length=0.03)),
    "lap.uphill": changing("from"),
    "junction.contact": drawn(EDGE, on("roof sheet", glue="but", joint="sealant")),
    "junction.dry-only": dry(41.0, "foam-coating-only"),
    "junction.no-room": piped((0.21, 2.5)),
    "edge.mould": walled(WRAPPED),
    "edge.loss": walled(WRAPPED),
}
