# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about the air in a ventilated roof: members, vents, path, chutes and heel."""

from typing import Annotated, Literal

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

PathChoice = Literal[
    "by-approach",
    "unvented",
    "cold-attic",
    "cold-slope",
    "cold-flat",
    "over-roof",
    "counter-batten",
]
MemberDatum = Literal["left", "right", "middle"]
VentKind = Literal[
    "soffit", "fascia", "comb", "ridge", "hip", "valley", "abutment", "gable", "single"
]
SegmentKind = Literal["soffit", "chute", "channel"]

RECTANGLE = "physics: correlations hold for gaps that are channels"
Depth = Annotated[float, Range("depth of the air", Quantity.THICKNESS, 0.005, 0.3, RECTANGLE)]
Share = Annotated[float, Range("net share", Quantity.SHARE, 0.0, 1.0, "by definition")]
Emissivity = Annotated[float, Range("emissivity", None, 0.01, 1.0, "by definition")]
Loss = Annotated[float, Range("loss factor", None, 0.0, 1000.0)]


class Members(Node, frozen=True, kw_only=True):
    """Where the members stand between which the bays lie.

    Attributes:
        spacing: centre to centre [m]; 0 takes what the build-up states.
        width: of one member [m]; 0 likewise.
        datum: end of the plane that they are set out from, as one sees it who looks up the slope.
        offset: of the first member's centre from there [m].
    """

    spacing: Annotated[float, Range("spacing of the members", Quantity.THICKNESS, 0.0, 10.0)] = 0.0
    width: Annotated[float, Range("width of the members", Quantity.THICKNESS, 0.0, 1.0)] = 0.0
    datum: MemberDatum = "left"
    offset: Annotated[float, Range("offset of the members", Quantity.THICKNESS, 0.0, 10.0)] = 0.0


class Obstruction(Node, frozen=True, kw_only=True):
    """What stands in a vent: a row of the table of net areas, or a mesh of its own.

    Attributes:
        row: id in the table; empty for a mesh of its own, or a stated share.
        opening: of its mesh [m].
        wire: of its mesh [m].
        net: share that it leaves open, where somebody states it [-]; 0 where mesh or table say it.
        fouling: share of that after years of dust, where stated [-]; 0 takes the table's.
        metal: whether it is of metal, which embers do not burn through.
    """

    row: str = ""
    opening: Annotated[float, Range("opening of the mesh", Quantity.THICKNESS, 0.0, 0.05)] = 0.0
    wire: Annotated[float, Range("wire of the mesh", Quantity.THICKNESS, 0.0, 0.01)] = 0.0
    net: Share = 0.0
    fouling: Share = 0.0
    metal: bool = True


class AirVent(Node, frozen=True, kw_only=True):
    """An opening to the outside along an edge, or a number of them.

    Attributes:
        id: of the vent.
        edge: id of the edge; or a kind of edge, which means all edges of that kind.
        kind: what it is.
        per_metre: gross opening to the metre of edge [m²/m].
        count: single openings along the edge; 0 where ``per_metre`` says it.
        each: gross opening of one of them [m²].
        obstructions: in the order in which air meets them.
        apart: whether these stand apart, so that each costs the air its own drop of pressure.
        discharge: C_d on the net opening [-].
        height: of its sill over the covering, for snow [m].
        left: how far it stops short of the edge's left end, as seen looking up the slope [m].
        right: of its right end [m].
        sealed: shut for good.
    """

    id: str
    edge: str
    kind: VentKind
    per_metre: Annotated[float, Range("gross opening", Quantity.OPENING, 0.0, 0.5)] = 0.0
    count: Annotated[int, Range("number of openings", None, 0, 100000)] = 0
    each: Annotated[float, Range("one opening", Quantity.VENT_AREA, 0.0, 10.0)] = 0.0
    obstructions: tuple[Obstruction, ...] = ()
    apart: bool = False
    discharge: Annotated[float, Range("C_d", None, 0.05, 1.0)] = 0.61
    height: Annotated[float, Range("height over the covering", Quantity.THICKNESS, 0.0, 5.0)] = 0.0
    left: Annotated[float, Range("stop at the left", Quantity.LENGTH, 0.0, 1000.0)] = 0.0
    right: Annotated[float, Range("stop at the right", Quantity.LENGTH, 0.0, 1000.0)] = 0.0
    sealed: bool = False


class PathSegment(Node, frozen=True, kw_only=True):
    """A stretch of the way the air takes in every bay, listed from the low end.

    Attributes:
        kind: a level box over the soffit, a chute, or the channel.
        depth: of the gap [m]; 0 takes the build-up's air layer.
        length: [m]; 0 takes what the others leave of the bay, or what a chute has to reach.
        level: whether it lies level, as a box over a soffit does.
        zeta: loss at its entry [-].
        roughness: factor on friction between smooth faces [-].
        e_top: emissivity of its upper face [-].
        e_bottom: of its lower face [-].
    """

    kind: SegmentKind
    depth: Annotated[float, Range("depth of the air", Quantity.THICKNESS, 0.0, 0.3, RECTANGLE)] = (
        0.0
    )
    length: Annotated[float, Range("length of the segment", Quantity.LENGTH, 0.0, 100.0)] = 0.0
    level: bool = False
    zeta: Loss = 0.0
    roughness: Annotated[float, Range("roughness factor", None, 1.0, 5.0)] = 1.0
    e_top: Emissivity = 0.9
    e_bottom: Emissivity = 0.9


class Chutes(Node, frozen=True, kw_only=True):
    """Chutes at the eaves that keep a way open between fill and deck.

    Attributes:
        every: 1 for one in each bay, 2 for every other.
        gap: between chute and deck, square to the slope [m].
        width: of the gap [m]; 0 for the whole clear width of the bay.
    """

    every: Annotated[int, Range("bays to a chute", None, 1, 10)] = 1
    gap: Depth = 0.05
    width: Annotated[float, Range("width of a chute", Quantity.THICKNESS, 0.0, 2.0)] = 0.0


class Heel(Node, frozen=True, kw_only=True):
    """How rafters or trusses stand on the wall, which says how much fill fits over its plate.

    Attributes:
        height: plumb, from the plate to the underside of the deck, over the outer face of the wall [m].
        wall: thickness of the wall [m].
        overhang: of the eaves beyond its outer face [m].
    """

    height: Annotated[float, Range("height of the heel", Quantity.THICKNESS, 0.02, 3.0)]
    wall: Annotated[float, Range("thickness of the wall", Quantity.THICKNESS, 0.05, 2.0)] = 0.2
    overhang: Annotated[float, Range("overhang", Quantity.LENGTH, 0.0, 5.0)] = 0.4


class Air(Node, frozen=True, kw_only=True):
    """How one roof area is ventilated.

    Attributes:
        area: id of the roof area.
        path: which way the air takes.
        members: where they stand.
        vents: along its edges.
        segments: of the way through a bay, from the low end; none for one channel of the air layer.
        chutes: at the eaves; None for none.
        baffle: whether wind is kept out of the fill between plate and chute.
        dam: whether the fill is kept from sliding over the plate.
        heel: at the eaves; None where nobody stated it.
        rule: id of the rule for free areas; empty takes the usual one.
        cross_battens: whether air passes sideways from bay to bay.
        absorptance: of the covering for sun [-].
        emissivity: of the covering [-].
    """

    area: str
    path: PathChoice = "by-approach"
    members: Members = Members()
    vents: tuple[AirVent, ...] = ()
    segments: tuple[PathSegment, ...] = ()
    chutes: Chutes | None = None
    baffle: bool = False
    dam: bool = False
    heel: Heel | None = None
    rule: str = ""
    cross_battens: bool = False
    absorptance: Annotated[float, Range("absorptance", None, 0.05, 1.0, "by definition")] = 0.7
    emissivity: Emissivity = 0.9


SHARED = "by definition"
COLUMNS: dict[str, Range] = {
    "net": Range("share left open", Quantity.SHARE, 0.0, 1.0, SHARED),
    "fouling": Range("share left after years", Quantity.SHARE, 0.01, 1.0, SHARED),
    "low": Range("asked of low vents", None, 0.0, 0.5),
    "high": Range("asked of high vents", None, 0.0, 0.5),
    "depth": Range("clear depth", Quantity.THICKNESS, 0.0, 0.3, RECTANGLE),
    "value": Range("value", None, -10.0, 100.0),
}
"""Columns of the tables of ventilation that a project may state otherwise, and what they may be."""


class TableValue(Node, frozen=True, kw_only=True):
    """A figure of a shipped table that the project states otherwise.

    Attributes:
        row: id of the row.
        column: of the table.
        value: in its place, in SI.
        source: where it comes from.
    """

    row: str
    column: str
    value: Annotated[float, Range("value", None, -1e6, 1e6)]
    source: str = ""
