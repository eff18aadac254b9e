# SPDX-License-Identifier: GPL-3.0-or-later
"""Quantities as parts of the results."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.falls.parts import BOARDS, TAPER, falls_of
from glacis.core.fixings.parts import FIXED, fixings_of
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.model.covering import Product
from glacis.core.model.document import RoofArea
from glacis.core.model.layers import Layer
from glacis.core.model.quantities import BoardForm, Quantities, Wishes
from glacis.core.quantities.trade import Trade
from glacis.core.set_out.parts import PLACED, products_in
from glacis.core.shape.edges import Edge
from glacis.core.shape.parts import SHAPE

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout
    from glacis.core.falls.taper import Taper
    from glacis.core.fixings.found import Fixed
    from glacis.core.model.quantities import Stack
    from glacis.core.quantities.ageing import Later, LedgerRead
    from glacis.core.quantities.bill import Bill
    from glacis.core.quantities.boards import BoardPlan
    from glacis.core.quantities.cost import Cost, CostRead
    from glacis.core.quantities.counted import Counted
    from glacis.core.quantities.from_edges import EdgesRead
    from glacis.core.quantities.line import Line
    from glacis.core.quantities.plans import BoardsRead, RollsRead
    from glacis.core.quantities.rolls import RollPlan
    from glacis.core.quantities.surface import Ground
    from glacis.core.quantities.weights import AreaWeight, StackOn, WeightRead
    from glacis.core.set_out.found import Placed

SEPARATOR = "\n"
"""Between the ids of area and layer in the subject of a layout; no id has a line break."""


class CountedRead(Struct, frozen=True):
    """What decides how layers of an area are counted."""

    layers: tuple[LayerData, ...]
    stated: tuple[Layer, ...]
    products: tuple[tuple[str, Product], ...]
    trade: Trade
    taper: str


def trade_in(reader: Reader) -> Trade:
    """How things are sold in the project."""
    stated = reader.project.quantities
    return reader.once("trade", lambda: Trade(stated.stocks, stated.rates))


def _reads_counted(reader: Reader, subject: str) -> CountedRead:
    assembly = reader.assembly(reader.area(subject))
    taper = reader.value(TAPER, subject) if falls_of(reader, subject) is not None else None
    products, _ = products_in(reader, assembly)
    return CountedRead(
        reader.value(THERMAL, subject).layers, assembly.layers, products, trade_in(reader),
        taper.layer if taper is not None else "",
    )  # fmt: skip


def _counted(read: CountedRead) -> "tuple[Counted, ...]":
    from glacis.core.quantities.counted import counted

    return counted(read.layers, read.stated, dict(read.products), read.trade, read.taper)


COUNTED = Part("how layers are counted", _reads_counted, _counted)
"""How each layer of an area is counted."""


class GroundRead(Struct, frozen=True):
    """What the plane that is laid on follows from."""

    area: RoofArea
    edges: tuple[Edge, ...]
    up: float


def _reads_ground(reader: Reader, subject: str) -> GroundRead:
    ident, _, layer = subject.partition(SEPARATOR)
    up = _turned_up(reader.value(COUNTED, ident), layer) if layer else 0.0
    if not up:
        return GroundRead(reader.area(ident), (), 0.0)
    shape = reader.value(SHAPE, WHOLE)
    edges = tuple(reader.once("edges by area", shape.edges_by_area).get(ident, ()))
    return GroundRead(reader.area(ident), edges, up)


def _turned_up(items: "tuple[Counted, ...]", layer: str) -> float:
    """How far an air or vapour layer is turned up: past all insulation that lies on it [m]."""
    place = next(k for k, item in enumerate(items) if item.layer.id == layer)
    mine = items[place].layer
    if mine.kind != "membrane" or not (mine.has_role("vapour") or mine.has_role("air")):
        return 0.0
    if mine.has_role("covering"):
        return 0.0
    outside = items[place + 1 :]
    if not any(item.layer.is_insulation for item in outside):
        return 0.0
    return float(sum(item.layer.thickness for item in outside if item.layer.is_insulation))


def _ground(read: GroundRead) -> "Ground":
    from glacis.core.quantities.counted import ground_of

    return ground_of(read.area, read.edges, read.up)


def _plane(reader: Reader, subject: str) -> "Ground":
    """The plane as a plain value: one that is the same again lays nothing anew."""
    from glacis.core.quantities.surface import Ground

    found = reader.value(GROUND, subject)
    return Ground(found.outline, found.holes, found.turn_ups)


GROUND = Part("plane that is laid on", _reads_ground, _ground)
"""The plane of an area for one layer, true lengths."""


def _laying(reader: Reader, area: str, layer: str) -> float | None:
    stated = reader.project.quantities.layings
    return next((x.direction for x in stated if x.area == area and x.layer == layer), None)


def _item(reader: Reader, subject: str) -> "tuple[RoofArea, Counted]":
    ident, _, layer = subject.partition(SEPARATOR)
    items = reader.value(COUNTED, ident)
    return reader.area(ident), next(item for item in items if item.layer.id == layer)


def _reads_rolls(reader: Reader, subject: str) -> "RollsRead":
    from glacis.core.quantities.counted import roll_form
    from glacis.core.quantities.plans import SHEDS, RollsRead, runs_loose

    area, item = _item(reader, subject)
    ident, _, layer = subject.partition(SEPARATOR)
    sheds = area.pitch >= SHEDS and runs_loose(item.layer)
    wishes: Wishes = reader.project.quantities.wishes
    form = roll_form(item, area.pitch)
    return RollsRead(_plane(reader, subject), form, _laying(reader, ident, layer), sheds, wishes)


def _rolls(read: "RollsRead") -> "RollPlan":
    from glacis.core.quantities.plans import rolled

    return rolled(read)


ROLLS = Part("rolls laid", _reads_rolls, _rolls)
"""Rolls of one layer on an area, in the direction chosen or of the least trouble."""


def _reads_boards(reader: Reader, subject: str) -> "BoardsRead":
    from glacis.core.quantities.plans import BoardsRead

    place, _, number = subject.rpartition(SEPARATOR)
    ident, _, layer = place.partition(SEPARATOR)
    _, item = _item(reader, place)
    second = int(number) % 2 == 1
    ground = _plane(reader, ident)
    form = item.sold.form if item.sold is not None else None
    board = form if isinstance(form, BoardForm) else BoardForm()
    return BoardsRead(ground, board, _laying(reader, ident, layer) or 0.0, second)


def _boards(read: "BoardsRead") -> "BoardPlan":
    from glacis.core.quantities.plans import boarded

    return boarded(read)


BOARD_LAYERS = Part("boards laid", _reads_boards, _boards, lambda plan: 600 * (1 + len(plan.cuts)))
"""One layer of flat boards on an area."""


class LayerLinesRead(Struct, frozen=True):
    """What lines of an area's layers follow from."""

    area: RoofArea
    counted: "tuple[Counted, ...]"
    trade: Trade
    rolls: "tuple[tuple[str, RollPlan], ...]"
    boards: "tuple[tuple[str, tuple[BoardPlan, ...]], ...]"
    placed: "Placed | None"
    taper: "Taper | None"
    layout: "Layout | None"
    board: tuple[float, float]


def _reads_layer_lines(reader: Reader, subject: str) -> LayerLinesRead:
    items = reader.value(COUNTED, subject)
    rolls, boards = [], []
    for item in items:
        place = f"{subject}{SEPARATOR}{item.layer.id}"
        if item.how == "rolls":
            rolls.append((item.layer.id, reader.value(ROLLS, place)))
        elif item.how == "boards":
            plans = tuple(
                reader.value(BOARD_LAYERS, f"{place}{SEPARATOR}{k % 2}")
                for k in range(item.layer.boards)
            )
            boards.append((item.layer.id, plans))
    falls = falls_of(reader, subject)
    return LayerLinesRead(
        reader.area(subject), items, trade_in(reader), tuple(rolls), tuple(boards), reader.value(PLACED, subject),
        reader.value(TAPER, subject) if falls is not None else None,
        reader.value(BOARDS, subject) if falls is not None else None,
        (falls.boards.length, falls.boards.width) if falls is not None else (1.2, 0.6),
    )  # fmt: skip


def _layer_lines(read: LayerLinesRead) -> "tuple[Line, ...]":
    from glacis.core.quantities.from_layers import layer_lines
    from glacis.core.quantities.layer_line import AreaLaid
    from glacis.core.set_out.plane import plane_of

    return layer_lines(
        AreaLaid(
            read.area, plane_of(read.area), read.counted, read.trade, read.rolls, read.boards, read.placed, read.taper,
            read.layout, read.board,
        )
    )  # fmt: skip


LAYER_LINES = Part("lines of layers", _reads_layer_lines, _layer_lines)
"""Lines of the bill for the layers of an area."""


def _reads_edge_lines(reader: Reader, _subject: str) -> "EdgesRead":
    from glacis.core.quantities.from_edges import EdgesRead

    return EdgesRead(reader.value(JUNCTIONS, WHOLE), trade_in(reader))


def _edge_lines(read: "EdgesRead") -> "tuple[Line, ...]":
    from glacis.core.quantities.from_edges import edge_lines

    return edge_lines(read)


EDGE_LINES = Part("lines of edges", _reads_edge_lines, _edge_lines)
"""Lines of the bill for all junctions."""


class FixingLinesRead(Struct, frozen=True):
    """What lines of an area's fixings follow from."""

    area: RoofArea
    fixed: "Fixed | None"


def _reads_fixing_lines(reader: Reader, subject: str) -> FixingLinesRead:
    stated = fixings_of(reader, subject)
    fixed = reader.value(FIXED, subject) if stated is not None else None
    return FixingLinesRead(reader.area(subject), fixed)


def _fixing_lines(read: FixingLinesRead) -> "tuple[Line, ...]":
    from glacis.core.quantities.from_others import fixing_lines

    return tuple(fixing_lines(read.area, read.fixed))


FIXING_LINES = Part("lines of fixings", _reads_fixing_lines, _fixing_lines)
"""Lines of the bill for the fixings of an area."""


class BillRead(Struct, frozen=True):
    """What the bill follows from."""

    layers: "tuple[tuple[Line, ...], ...]"
    edges: "tuple[Line, ...]"
    fixings: "tuple[tuple[Line, ...], ...]"
    areas: tuple[tuple[str, float], ...]
    stated: Quantities


def _reads_bill(reader: Reader, _subject: str) -> BillRead:
    names = tuple(area.id for area in reader.project.areas)
    planes = reader.value(SHAPE, WHOLE).planes
    return BillRead(
        tuple(reader.value(LAYER_LINES, name) for name in names), reader.value(EDGE_LINES, WHOLE),
        tuple(reader.value(FIXING_LINES, name) for name in names),
        tuple((plane.id, plane.true_area) for plane in planes), reader.project.quantities,
    )  # fmt: skip


def _bill(read: BillRead) -> "Bill":
    from glacis.core.quantities.bill import made_bill
    from glacis.core.quantities.from_others import own_lines, stripped_lines

    stated = read.stated
    lines = (
        *stripped_lines(stated.stripped, dict(read.areas), stated.costing),
        *(line for mine in read.layers for line in mine), *read.edges,
        *(line for mine in read.fixings for line in mine), *own_lines(stated.own),
    )  # fmt: skip
    return made_bill(lines, stated)


BILL = Part("bill", _reads_bill, _bill, lambda bill: 3000 * (1 + len(bill.lines)))
"""The bill of the job."""


def _reads_cost(reader: Reader, _subject: str) -> "CostRead":
    from glacis.core.quantities.cost import CostRead

    bill = reader.value(BILL, WHOLE)
    named = dict.fromkeys(line.material for line in bill.bought if line.material)
    known = reader.known.materials
    materials = tuple((name, known[name]) for name in named if name in known)
    return CostRead(bill, reader.project.quantities, materials, trade_in(reader))


def _cost(read: "CostRead") -> "Cost":
    from glacis.core.quantities.cost import cost_of_job

    return cost_of_job(read)


COST = Part("first cost of the job", _reads_cost, _cost, lambda cost: 800 * (1 + len(cost.lines)))
"""First cost, hours and carbon of the job."""


def _reads_later(reader: Reader, _subject: str) -> "LedgerRead":
    from glacis.core.quantities.ageing import LedgerRead, bonded_layers

    project = reader.project
    orders = tuple(
        (area.id, tuple(layer.id for layer in reader.assembly(area).layers))
        for area in project.areas
    )
    return LedgerRead(
        reader.value(BILL, WHOLE), reader.value(COST, WHOLE), orders, bonded_layers(project.fixings),
        project.quantities.costing,
    )  # fmt: skip


def _later(read: "LedgerRead") -> "Later":
    from glacis.core.quantities.ageing import later

    return later(read)


LATER = Part("years after", _reads_later, _later)
"""What is due again, and when."""


def _slid(reader: Reader, subject: str) -> float:
    """Snow that slides down on an area from above [kg]."""
    from glacis.core.quantities.weights import SETTLED_SNOW, slides_from

    if not reader.project.site.snow:
        return 0.0
    found = 0.0
    shape = reader.value(SHAPE, WHOLE)
    uppers = {edge.area for edge in shape.edges if edge.over == subject}
    for plane in shape.planes:
        if plane.id in uppers and slides_from(
            reader.area(plane.id), reader.value(THERMAL, plane.id).layers
        ):
            found += reader.project.site.snow * SETTLED_SNOW * plane.plan_area
    return found


def _reads_weight(reader: Reader, subject: str) -> "WeightRead":
    from glacis.core.model.falls import Burden
    from glacis.core.quantities.weights import WeightRead

    project = reader.project
    falls = falls_of(reader, subject)
    taper = reader.value(TAPER, subject) if falls is not None else None
    plane = next(plane for plane in reader.value(SHAPE, WHOLE).planes if plane.id == subject)
    return WeightRead(
        reader.area(subject), reader.value(THERMAL, subject).layers,
        ((taper.layer, taper.spread.mean),) if taper is not None else (), plane.true_area, plane.plan_area,
        falls.burden if falls is not None else Burden(), project.site.snow, _slid(reader, subject),
        tuple(item for item in project.quantities.stripped if item.area == subject),
    )  # fmt: skip


def _weight(read: "WeightRead") -> "AreaWeight":
    from glacis.core.quantities.weights import area_weight

    return area_weight(read)


WEIGHT = Part("weight of an area", _reads_weight, _weight)
"""What an area weighs, dry, saturated and with snow."""


class StacksRead(Struct, frozen=True):
    """What stacks on the deck follow from."""

    stacks: "tuple[Stack, ...]"
    areas: tuple[RoofArea, ...]
    strengths: tuple[tuple[str, float], ...]


def _reads_stacks(reader: Reader, _subject: str) -> StacksRead:
    project = reader.project
    strengths = tuple((falls.area, falls.burden.strength) for falls in project.falls)
    return StacksRead(project.quantities.stacks, project.areas, strengths)


def _stacks(read: StacksRead) -> "tuple[StackOn, ...]":
    from glacis.core.quantities.weights import stack_on

    areas, strengths = {area.id: area for area in read.areas}, dict(read.strengths)
    return tuple(
        stack_on(stack, areas[stack.area], strengths.get(stack.area, 0.0))
        for stack in read.stacks
        if stack.area in areas
    )


STACKS = Part("stacks on the deck", _reads_stacks, _stacks)
"""Pallets and bundles held against the deck."""
