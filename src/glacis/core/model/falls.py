# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about the falls of a low-slope roof: what drains it, how it rises, what rain it meets."""

from typing import Annotated, Literal

from glacis.core.model.geometry import Point
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Means = Literal["tapered", "screed", "foam", "structure", "firrings"]
Directions = Literal["four", "eight", "square"]
Edges = Literal["free", "level", "drawn"]
CricketRule = Literal["along", "added-twice", "twice-as-steep"]
Risk = Literal["eaves", "entrance", "inner", "special"]

Mouth = Literal["round", "box", "scupper"]
GutterKind = Literal["half-round", "box", "inner"]

Rise = Annotated[float, Range("height above the lowest outlet", Quantity.THICKNESS, 0.0, 3.0)]
Fall = Annotated[
    float,
    Range("fall", Quantity.FALL, 0.001, 0.25, advice="What is steeper is pitched: use Shape."),
]


class Outlet(Node, frozen=True, kw_only=True):
    """A point where water leaves the roof through the surface, or through a parapet.

    Attributes:
        id: of the outlet.
        name: as people call it.
        at: in plan [m].
        raised: the surface at its rim above the lowest outlet or line [m].
        mouth: a round or rectangular one in the surface, or an opening through a parapet.
        diameter: of a round mouth [m].
        width: of a rectangular mouth or an opening [m].
        height: of an opening, or the other side of a rectangular mouth [m].
        grate: whether a leaf grate stands over it.
        pipe: inside diameter of the downpipe [m]; 0 where nobody stated it.
    """

    id: str
    name: str
    at: Point
    raised: Rise = 0.0
    mouth: Mouth = "round"
    diameter: Annotated[float, Range("diameter", Quantity.THICKNESS, 0.02, 0.6)] = 0.1
    width: Annotated[float, Range("width", Quantity.THICKNESS, 0.02, 5.0)] = 0.3
    height: Annotated[float, Range("height", Quantity.THICKNESS, 0.02, 1.0)] = 0.1
    grate: bool = True
    pipe: Annotated[float, Range("downpipe", Quantity.THICKNESS, 0.0, 0.6)] = 0.0


class Gutter(Node, frozen=True, kw_only=True):
    """The profile of a gutter and how it is drained.

    Attributes:
        kind: half round or a box at the eaves, or an inner one that keeps its freeboard.
        width: across its top [m].
        depth: [m].
        pipes: downpipes along it; each takes an even stretch, from whose far end water comes.
        pipe: inside diameter of each [m].
        bend: whether water turns a corner on its way.
    """

    kind: GutterKind = "half-round"
    width: Annotated[float, Range("width of a gutter", Quantity.THICKNESS, 0.05, 2.0)] = 0.15
    depth: Annotated[float, Range("depth of a gutter", Quantity.THICKNESS, 0.03, 1.0)] = 0.075
    pipes: Annotated[int, Range("downpipes", None, 1, 50)] = 1
    pipe: Annotated[float, Range("downpipe", Quantity.THICKNESS, 0.02, 0.6)] = 0.1
    bend: bool = False


class LevelLine(Node, frozen=True, kw_only=True):
    """A line that is level along its length: a gutter at an edge or inside, or a valley.

    Attributes:
        id: of the line.
        name: as people call it.
        start: in plan [m].
        end: in plan [m]; seen from start to end, water comes from the left.
        raised: above the lowest outlet or line [m].
        both_sides: whether water comes from the right as well.
        cricket: half the width of crickets between outlets on the line, over half their length [-];
            0 for none. With crickets the line itself lets no water out.
        cricket_rule: how steep their planes are: falling purely along the line, with twice the fall
            added, or twice as steep as the roof.
        gutter: profile of the gutter that lies there; None where nobody stated it, or for a valley.
    """

    id: str
    name: str
    start: Point
    end: Point
    raised: Rise = 0.0
    both_sides: bool = False
    cricket: Annotated[float, Range("width of crickets", None, 0.0, 3.0)] = 0.0
    cricket_rule: CricketRule = "along"
    gutter: Gutter | None = None


class Overflow(Node, frozen=True, kw_only=True):
    """An opening through a parapet that lets water out when an outlet is blocked.

    Attributes:
        id: of the overflow.
        name: as people call it.
        at: in plan, on the edge of the roof [m].
        sill: above the lowest outlet or line [m].
        width: of the opening [m].
        height: of the opening [m].
    """

    id: str
    name: str
    at: Point
    sill: Rise = 0.1
    width: Annotated[float, Range("width", Quantity.THICKNESS, 0.02, 5.0)] = 0.3
    height: Annotated[float, Range("height", Quantity.THICKNESS, 0.02, 1.0)] = 0.1


class Threshold(Node, frozen=True, kw_only=True):
    """A door onto the roof, or where its surface meets something that must stay dry.

    Attributes:
        id: of the threshold.
        name: as people call it.
        at: in plan, on the edge of the roof [m].
        level: of its sill above the lowest outlet or line [m].
    """

    id: str
    name: str
    at: Point
    level: Rise = 0.3


class Ridge(Node, frozen=True, kw_only=True):
    """A line that water runs off to both sides, drawn by hand: it parts catchments where edges are ``drawn``.

    Attributes:
        id: of the ridge.
        name: as people call it.
        start: in plan, on an edge or another ridge [m].
        end: in plan, likewise [m].
    """

    id: str
    name: str
    start: Point
    end: Point


class Spout(Node, frozen=True, kw_only=True):
    """Where an upper roof lets its water out onto this one.

    Attributes:
        id: of the spout.
        name: as people call it.
        at: where its water lands, in plan [m].
        flow: in the stated rain [l/s].
    """

    id: str
    name: str
    at: Point
    flow: Annotated[float, Range("water from above", Quantity.WATER_FLOW, 0.0, 1e4)] = 1.0


class Parapet(Node, frozen=True, kw_only=True):
    """The wall round a roof and what covers its top; its height is that of the upstands.

    Attributes:
        wall: thickness with its lining on both faces [m].
        fall: of the coping [-].
        inward: whether it tips towards the roof.
        overhang: of the coping's drips beyond each face [m].
        drop: of the coping over each face [m].
        flange: of a scupper's pan onto sheet and wall [m].
    """

    wall: Annotated[float, Range("thickness of the parapet", Quantity.THICKNESS, 0.05, 1.5)] = 0.3
    fall: Annotated[float, Range("fall of the coping", Quantity.FALL, 0.0, 0.5)] = 0.05
    inward: bool = True
    overhang: Annotated[float, Range("overhang of drips", Quantity.THICKNESS, 0.0, 0.2)] = 0.04
    drop: Annotated[float, Range("drop of the coping", Quantity.THICKNESS, 0.0, 0.5)] = 0.06
    flange: Annotated[float, Range("flange of the pan", Quantity.THICKNESS, 0.05, 0.5)] = 0.1


class Burden(Node, frozen=True, kw_only=True):
    """What lies on a roof for good besides its layers, and what may.

    Attributes:
        storage: depth of water that is held back on purpose [m].
        panels: mass of solar panels with their ballast, spread [kg/m²].
        permanent: what the structure may bear for good above the waterproofing [kg/m²]; 0 where nobody
            stated it.
        strength: stress that the insulation bears for fifty years, as declared [Pa]; 0 where nobody
            stated it.
    """

    storage: Annotated[float, Range("water held back", Quantity.THICKNESS, 0.0, 0.5)] = 0.0
    panels: Annotated[float, Range("panels and ballast", Quantity.AREA_MASS, 0.0, 500.0)] = 0.0
    permanent: Annotated[float, Range("permanent load", Quantity.AREA_MASS, 0.0, 5000.0)] = 0.0
    strength: Annotated[float, Range("long-term stress", Quantity.STRESS, 0.0, 1e6)] = 0.0


class BoardSet(Node, frozen=True, kw_only=True):
    """Tapered boards as they are bought; each rises by the roof's fall times its length.

    Attributes:
        length: of a board, up the fall [m].
        width: along the contour [m].
        tapers: how many thicknesses the set has before it begins again on a flat packer.
        first: thickness at the lower end of the first [m].
        bond: shift of every other row, in parts of the width [-].
        kerf: of the saw [m].
    """

    length: Annotated[float, Range("length of a board", Quantity.LENGTH, 0.2, 5.0)] = 1.2
    width: Annotated[float, Range("width of a board", Quantity.LENGTH, 0.2, 5.0)] = 1.2
    tapers: Annotated[int, Range("tapers in a set", None, 1, 12)] = 3
    first: Annotated[float, Range("first thickness", Quantity.THICKNESS, 0.005, 0.5)] = 0.03
    bond: Annotated[float, Range("shift of rows", None, 0.0, 0.9)] = 0.5
    kerf: Annotated[float, Range("kerf", Quantity.THICKNESS, 0.0, 0.02)] = 0.003


class Falls(Node, frozen=True, kw_only=True):
    """How one roof area falls and drains.

    Attributes:
        area: id of the roof area.
        means: how the fall is made.
        layer: id of the layer that makes it; empty for the outermost insulation.
        fall: of every facet [-].
        directions: that facets face: four or eight, or square to the walls.
        along: fall of a valley along the first direction, its sides rising by ``fall`` besides; 0 for
            facets of one fall [-].
        edges: free, with one fall everywhere; all at one level, with falls that differ; or by the ridges
            that are drawn, each outlet in a field of its own between them.
        turn: of the first direction from the longest edge [°].
        outlets: points where water leaves.
        lines: level lines where it leaves.
        overflows: for when they are blocked.
        ridges: drawn by hand, for edges that are ``drawn``.
        thresholds: doors onto the roof.
        spouts: where upper roofs let their water out onto this one.
        kerb_gap: kerbs closer than this are one to water [m].
        kerb_cricket: how far crickets stand uphill of kerbs, over half their width [-]; 1 for what falls
            round a kerb make by themselves.
        upstand: top of the upstands above the lowest outlet [m]; 0 where nobody stated it.
        rain: intensity [mm/h].
        risk: what a flood here would harm.
        wall_above: area of walls that drain onto the roof [m²].
        from_above: what an upper roof brings along an edge, spread over this one [l/s].
        tolerance: that 95 % of the surface keeps when it is built, to both sides [m].
        correlation: length over which its deviations hold [m].
        board_steps: between neighbouring boards, that 95 % of them keep, up or down [m].
        sag: of the deck between its supports at most [m].
        bay: between the supports of the deck, both ways [m].
        boards: that make the falls, where boards do.
        parapet: the wall round the roof; None for none, or where nobody stated it.
        burden: what lies on the roof for good besides its layers, and what may.
        allowance: load of water that the structure may bear [kg/m²]; 0 where nobody stated it.
    """

    area: str
    means: Means = "tapered"
    layer: str = ""
    fall: Fall = 1 / 60
    directions: Directions = "four"
    along: Annotated[float, Range("fall along the valley", Quantity.FALL, 0.0, 0.25)] = 0.0
    edges: Edges = "free"
    turn: Annotated[float, Range("turn of the falls", Quantity.ANGLE, -360.0, 360.0)] = 0.0
    outlets: tuple[Outlet, ...] = ()
    lines: tuple[LevelLine, ...] = ()
    overflows: tuple[Overflow, ...] = ()
    ridges: tuple[Ridge, ...] = ()
    thresholds: tuple[Threshold, ...] = ()
    spouts: tuple[Spout, ...] = ()
    kerb_gap: Annotated[float, Range("gap between kerbs", Quantity.THICKNESS, 0.0, 2.0)] = 0.15
    kerb_cricket: Annotated[float, Range("crickets at kerbs", None, 1.0, 3.0)] = 1.0
    upstand: Annotated[float, Range("top of the upstands", Quantity.THICKNESS, 0.0, 5.0)] = 0.0
    rain: Annotated[float, Range("rain", Quantity.RAIN_RATE, 1.0, 1000.0)] = 75.0
    risk: Risk = "eaves"
    wall_above: Annotated[float, Range("walls above", Quantity.AREA, 0.0, 1e5)] = 0.0
    from_above: Annotated[float, Range("water from above", Quantity.WATER_FLOW, 0.0, 1e4)] = 0.0
    tolerance: Annotated[float, Range("tolerance", Quantity.THICKNESS, 0.0, 0.1)] = 0.01
    correlation: Annotated[
        float, Range("length that deviations hold", Quantity.LENGTH, 0.1, 20.0)
    ] = 1.0
    board_steps: Annotated[float, Range("steps between boards", Quantity.THICKNESS, 0.0, 0.05)] = (
        0.0
    )
    sag: Annotated[float, Range("sag of the deck", Quantity.THICKNESS, 0.0, 0.2)] = 0.0
    bay: Annotated[float, Range("bay of the deck", Quantity.LENGTH, 0.5, 50.0)] = 5.0
    boards: BoardSet = BoardSet()
    parapet: Parapet | None = None
    burden: Burden = Burden()
    allowance: Annotated[float, Range("load of water", Quantity.AREA_MASS, 0.0, 2000.0)] = 0.0
