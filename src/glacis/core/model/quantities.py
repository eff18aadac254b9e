# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about buying: how things are sold, prices, labour, own lines, stacks on the deck, later years."""

from typing import Annotated, Literal

from msgspec.structs import replace

from glacis.core.model.geometry import Point
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Unit = Literal["m2", "m", "m3", "kg", "item"]
Cycle = Literal["inspection", "cleaning", "coating"]

T = Quantity.THICKNESS
SIZES = "our judgement: nothing smaller or larger is sold as one piece"
Wide = Annotated[float, Range("width", T, 0.01, 20.0, SIZES)]
Long = Annotated[float, Range("length", Quantity.LENGTH, 0.05, 500.0, SIZES)]
Lap = Annotated[float, Range("lap", T, 0.0, 2.0)]
Share = Annotated[float, Range("share", Quantity.SHARE, 0.0, 1.0)]
Money = Annotated[float, Range("price", None, 0.0, 1e8, "our judgement: no line costs more")]
Footprint = Annotated[
    float, Range("carbon", None, -1e3, 1e5, "our judgement: nothing gives off or binds more")
]
Years = Annotated[float, Range("life", None, 0.0, 500.0)]
Amount = Annotated[float, Range("quantity", None, 0.0, 1e9)]
Kerf = Annotated[float, Range("kerf", Quantity.JOINT, 0.0, 0.02)]
Mass = Annotated[float, Range("mass", Quantity.MASS, 0.0, 1e7)]


class RollForm(Node, frozen=True, kw_only=True, tag_field="form", tag="roll"):
    """Sold in rolls [m]: ``least`` is the shortest rest that is used on."""

    width: Wide = 1.5
    length: Long = 20.0
    side_lap: Lap = 0.1
    end_lap: Lap = 0.1
    least: Annotated[float, Range("least piece", Quantity.LENGTH, 0.0, 20.0)] = 1.0


class BoardForm(Node, frozen=True, kw_only=True, tag_field="form", tag="board"):
    """Sold in boards [m].

    Attributes:
        length: of a board, along the rows.
        width: of a row.
        stagger: joints of neighbouring rows stay at least so far apart.
        least: a cut end shorter than this starts no row.
        kerf: lost to a cut.
        edged: whether its edges are tongued or shaped, so that offcuts fit only end to end.
    """

    length: Long = 1.2
    width: Wide = 0.6
    stagger: Annotated[float, Range("stagger", T, 0.0, 5.0)] = 0.2
    least: Annotated[float, Range("least piece", T, 0.0, 5.0)] = 0.2
    kerf: Kerf = 0.0
    edged: bool = False


class BarForm(Node, frozen=True, kw_only=True, tag_field="form", tag="bar"):
    """Sold in bars of these lengths [m]."""

    lengths: tuple[Long, ...] = (4.0, 5.0, 6.0)
    kerf: Kerf = 0.004


class TrimForm(Node, frozen=True, kw_only=True, tag_field="form", tag="trim"):
    """Folded or extruded pieces along an edge [m]: ``girth`` is what a piece is folded from."""

    piece: Long = 3.0
    lap: Lap = 0.1
    girth: Annotated[float, Range("girth", T, 0.0, 5.0)] = 0.0


class FillForm(Node, frozen=True, kw_only=True, tag_field="form", tag="fill"):
    """Blown or poured loose fill: ``bag`` is what one holds [kg]."""

    bag: Annotated[float, Range("bag", Quantity.MASS, 0.5, 2000.0)] = 14.0


class PourForm(Node, frozen=True, kw_only=True, tag_field="form", tag="pour"):
    """Bulk by volume.

    Attributes:
        compaction: bought volume over the volume as it lies [-].
        load: what one delivery or bag holds [m³].
    """

    compaction: Annotated[float, Range("compaction", None, 1.0, 2.0)] = 1.0
    load: Annotated[float, Range("load", Quantity.VOLUME, 0.001, 100.0)] = 1.0


class LiquidForm(Node, frozen=True, kw_only=True, tag_field="form", tag="liquid"):
    """Brushed, rolled or sprayed.

    Attributes:
        smooth: by coat on a smooth ground [kg/m²]; 0 takes the film that the layer states, over its solids.
        rough: by coat on a rough one [kg/m²].
        coats: how many.
        solids: share of it that stays as a film [-].
        both_faces: whether both faces are coated, as contact adhesive is.
        can: what one holds [kg].
    """

    smooth: Annotated[float, Range("coverage", Quantity.AREA_MASS, 0.0, 20.0)] = 0.3
    rough: Annotated[float, Range("coverage", Quantity.AREA_MASS, 0.0, 20.0)] = 0.4
    coats: Annotated[int, Range("coats", None, 1, 10)] = 1
    solids: Annotated[float, Range("solids", Quantity.SHARE, 0.05, 1.0)] = 1.0
    both_faces: bool = False
    can: Annotated[float, Range("can", Quantity.MASS, 0.1, 1000.0)] = 10.0


class PieceForm(Node, frozen=True, kw_only=True, tag_field="form", tag="piece"):
    """Sold by the piece, so many to a pack."""

    pack: Annotated[int, Range("pieces to a pack", None, 1, 100000)] = 1


Form = RollForm | BoardForm | BarForm | TrimForm | FillForm | PourForm | LiquidForm | PieceForm


class Stock(Node, frozen=True, kw_only=True):
    """How a material, product or thing is sold.

    Attributes:
        key: id of the material or product, or name of the thing.
        form: rolls, boards, bars and so on.
        spare: beyond what is cut, for breakage [-].
        source: where that comes from.
    """

    key: str
    form: Form
    spare: Annotated[float, Range("spare", Quantity.SHARE, 0.0, 0.5)] = 0.0
    source: str = ""


class Price(Node, frozen=True, kw_only=True):
    """What a thing costs, gives off in its making, and how long it lasts.

    Attributes:
        key: id of the material or product, or name of the thing.
        name: as the seller calls it.
        unit: that the price is for.
        low: least [by the unit].
        typical: [by the unit].
        high: most [by the unit].
        currency: of the project.
        dated: year-month-day.
        source: who says so; prices of one source move together.
        pack: units to a pack; 0 for what the stock says.
        pack_unit: what a pack is called.
        least_order: in units.
        delivery: once for each product.
        life: low, typical and high [years]; empty for none stated.
        carbon: low, typical and high, A1 to A3 [kg CO2e by ``carbon_unit``]; empty for none stated.
        carbon_unit: that it is for.
        density: kilograms to a unit; 0 for what the material says.
        recyclable: share by mass [-].
        scrap: price it fetches when it comes off [by kg].
    """

    key: str
    name: str = ""
    unit: Unit = "m2"
    low: Money = 0.0
    typical: Money = 0.0
    high: Money = 0.0
    currency: str = ""
    dated: str = ""
    source: str = ""
    pack: Amount = 0.0
    pack_unit: str = ""
    least_order: Amount = 0.0
    delivery: Money = 0.0
    life: tuple[Years, ...] = ()
    carbon: tuple[Footprint, ...] = ()
    carbon_unit: Literal["kg", "m2", "m", "m3", "item"] = "kg"
    density: Annotated[float, Range("mass of a unit", None, 0.0, 30000.0)] = 0.0
    recyclable: Share = 0.0
    scrap: Annotated[float, Range("scrap", None, -1e4, 1e4)] = 0.0


class Labour(Node, frozen=True, kw_only=True):
    """What an hour of a trade costs: low, typical and high."""

    trade: str
    low: Money = 0.0
    typical: Money = 0.0
    high: Money = 0.0


class WorkRate(Node, frozen=True, kw_only=True):
    """Work per person-hour, in the place of the general table.

    Attributes:
        step: as the table calls it.
        low: [units/h].
        typical: [units/h].
        high: [units/h].
        people: in the crew.
    """

    step: str
    low: Annotated[float, Range("rate", None, 0.001, 10000.0)]
    typical: Annotated[float, Range("rate", None, 0.001, 10000.0)]
    high: Annotated[float, Range("rate", None, 0.001, 10000.0)]
    people: Annotated[int, Range("people", None, 1, 50)] = 2


class Override(Node, frozen=True, kw_only=True):
    """A quantity the user puts in the place of a derived one.

    Attributes:
        line: id of the line of the bill.
        quantity: net, in the line's unit.
        derived: what the line said then.
        reason: why.
    """

    line: str
    quantity: Amount
    derived: Amount
    reason: str


class OwnLine(Node, frozen=True, kw_only=True):
    """A line the user adds.

    Attributes:
        id: of it.
        name: what it is.
        unit: it is counted in.
        quantity: net.
        section: of the bill.
        key: it is priced by; empty takes the name.
        area: id of the roof area; empty for the whole job.
        mass: of a unit [kg].
        step: of the table of rates that makes it; empty for none.
    """

    id: str
    name: str
    unit: Unit = "item"
    quantity: Amount = 1.0
    section: str = "Own lines"
    key: str = ""
    area: str = ""
    mass: Mass = 0.0
    step: str = ""


class Laying(Node, frozen=True, kw_only=True):
    """How a layer is laid on an area, where somebody chose it.

    Attributes:
        area: id of the roof area.
        layer: id of the layer.
        direction: of rolls or rows, from the plane's eaves [°]; None takes the least trouble.
    """

    area: str
    layer: str
    direction: Annotated[float, Range("direction", Quantity.ANGLE, -360.0, 360.0)] | None = None


class Wishes(Node, frozen=True, kw_only=True):
    """What a metre of seam, an end lap, a piece and a square metre of waste count, to rank directions.

    Our judgement until the user says.
    """

    seam: Annotated[float, Range("weight", None, 0.0, 1000.0)] = 1.0
    joint: Annotated[float, Range("weight", None, 0.0, 1000.0)] = 3.0
    piece: Annotated[float, Range("weight", None, 0.0, 1000.0)] = 0.5
    waste: Annotated[float, Range("weight", None, 0.0, 1000.0)] = 4.0


class Stack(Node, frozen=True, kw_only=True):
    """A pallet or bundle set down on the deck.

    Attributes:
        id: of it.
        name: what is on it.
        area: id of the roof area.
        at: its middle in plan [m].
        mass: [kg].
        length: of its foot [m].
        width: of its foot [m].
        allowed: by the engineer's number on that place [kg/m²]; 0 where nobody gave one.
    """

    id: str
    name: str
    area: str
    at: Point
    mass: Annotated[float, Range("mass", Quantity.MASS, 0.1, 1e6)]
    length: Annotated[float, Range("foot", Quantity.LENGTH, 0.05, 30.0)] = 1.2
    width: Annotated[float, Range("foot", Quantity.LENGTH, 0.05, 30.0)] = 0.8
    allowed: Annotated[float, Range("allowed load", Quantity.AREA_MASS, 0.0, 10000.0)] = 0.0


class Stripped(Node, frozen=True, kw_only=True):
    """What comes off an area before the new roof goes on.

    Attributes:
        id: of it.
        area: id of the roof area.
        name: what it is.
        thickness: [m].
        density: [kg/m³].
        bulking: volume in the skip over that on the roof [-].
        reused: share that goes on again [-].
        step: of the table of rates that takes it off.
    """

    id: str
    area: str
    name: str
    thickness: Annotated[float, Range("thickness", T, 1e-5, 3.0)]
    density: Annotated[float, Range("density", Quantity.DENSITY, 0.5, 25000.0)]
    bulking: Annotated[float, Range("bulking", None, 1.0, 5.0)] = 1.5
    reused: Share = 0.0
    step: str = "strip single-ply and boards"


class Upkeep(Node, frozen=True, kw_only=True):
    """What is done again and again: what it costs each time, and every how many years."""

    kind: Cycle
    cost: Money
    every: Annotated[float, Range("years between", None, 0.1, 100.0)] = 1.0


class Costing(Node, frozen=True, kw_only=True):
    """By what costs are added up.

    Attributes:
        currency: of all prices.
        region: factor on prices and labour [-].
        overhead: share on top [-].
        contingency: share on top [-].
        skip: what one holds [m³].
        horizon: years looked ahead.
        rate: real discount rate [1/year].
        growth: real growth of prices [1/year].
        upkeep: inspections, cleaning, coating.
        stale: prices older than this are flagged [years].
        dated: day the bill is for, as year-month-day; empty where nobody said.
        seed: of the runs over lives and prices.
    """

    currency: str = ""
    region: Annotated[float, Range("region factor", None, 0.1, 10.0)] = 1.0
    overhead: Share = 0.0
    contingency: Share = 0.0
    skip: Annotated[float, Range("skip", Quantity.VOLUME, 0.1, 100.0)] = 6.0
    horizon: Annotated[int, Range("horizon", None, 30, 80)] = 50
    rate: Annotated[float, Range("discount rate", Quantity.SHARE, -0.5, 0.5)] = 0.03
    growth: Annotated[float, Range("growth of prices", Quantity.SHARE, -0.5, 0.5)] = 0.0
    upkeep: tuple[Upkeep, ...] = ()
    stale: Annotated[float, Range("age of prices", None, 0.1, 50.0)] = 1.0
    dated: str = ""
    seed: Annotated[int, Range("seed", None, 0, 2**31 - 1)] = 1


class Quantities(Node, frozen=True, kw_only=True):
    """Everything stated about buying, weights and later years."""

    stocks: tuple[Stock, ...] = ()
    prices: tuple[Price, ...] = ()
    labour: tuple[Labour, ...] = ()
    rates: tuple[WorkRate, ...] = ()
    overrides: tuple[Override, ...] = ()
    own: tuple[OwnLine, ...] = ()
    layings: tuple[Laying, ...] = ()
    wishes: Wishes = Wishes()
    stacks: tuple[Stack, ...] = ()
    stripped: tuple[Stripped, ...] = ()
    costing: Costing = Costing()


def on_areas(stated: Quantities, areas: frozenset[str]) -> Quantities:
    """What is stated where only these areas are left."""
    return replace(
        stated,
        layings=tuple(item for item in stated.layings if item.area in areas),
        stacks=tuple(item for item in stated.stacks if item.area in areas),
        stripped=tuple(item for item in stated.stripped if item.area in areas),
        own=tuple(
            item if not item.area or item.area in areas else replace(item, area="")
            for item in stated.own
        ),
    )
