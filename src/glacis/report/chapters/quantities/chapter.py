# SPDX-License-Identifier: GPL-3.0-or-later
"""What to buy, what it weighs, costs and emits, in the report."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.graph.part import WHOLE
from glacis.core.graph.reader import Reader
from glacis.core.model.document import RoofArea
from glacis.core.model.quantities import Quantities
from glacis.core.quantities.ageing import Later
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.cost import Cost
from glacis.core.quantities.measures import told
from glacis.core.quantities.parts import BILL, COST, LATER, STACKS, WEIGHT
from glacis.core.quantities.shown import grouped
from glacis.core.quantities.weights import AreaWeight, StackOn
from glacis.core.quantities.working import cost_working
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.blocks import Block, Blocks, NewPage, Picture, Room, Words, words_grid
from glacis.report.charts.quantities_cost import CostView, cost_scene
from glacis.report.charts.quantities_plan import amount
from glacis.report.charts.quantities_weight import WeightView, weight_scene
from glacis.report.charts.quantities_years import YearsView, years_scene
from glacis.report.workings import working_blocks

SIZE = (760.0, 420.0)
MASS = Quantity.AREA_MASS
CAUTION = (
    "Stacks, hoists and cut-offs hurt people: nothing stacked on edges, rooflights or fresh bonds; "
    "what a deck bears is "
    "the engineer's number. Dust of wood, mineral fibre, cement and old sheets wants masks; old roofs are surveyed for "
    "fibres first. Sizes, prices, rates and lives marked as assumed are general figures: the "
    "seller's offer, the firm's own "
    "rates and the products' declarations outrank this page."
)


class QuantitiesChapter(Struct, frozen=True):
    """What the chapter says."""

    areas: tuple[RoofArea, ...]
    stated: Quantities
    bill: Bill
    cost: Cost
    later: Later
    weights: tuple[AreaWeight, ...]
    stacks: tuple[StackOn, ...]
    units: System


def reads(reader: Reader, _subject: str) -> QuantitiesChapter | None:
    """What the chapter depends on; None where nothing is stated about buying."""
    project = reader.project
    if project.quantities == Quantities():
        return None
    return QuantitiesChapter(
        project.areas,
        project.quantities,
        reader.value(BILL, WHOLE),
        reader.value(COST, WHOLE),
        reader.value(LATER, WHOLE),
        tuple(reader.value(WEIGHT, area.id) for area in project.areas),
        reader.value(STACKS, WHOLE),
        project.units,
    )


def blocks(read: QuantitiesChapter | None) -> Blocks:
    """The chapter."""
    if read is None:
        return ()
    names = {area.id: area.name for area in read.areas}
    currency = read.stated.costing.currency
    true_area = sum(weight.true_area for weight in read.weights)
    years = YearsView(read.later, currency, names)
    return (
        NewPage(),
        Words("Quantities", "heading"),
        Words("What to order", "sub"),
        *_orders(read),
        Room(110),
        Words("First cost and carbon", "sub"),
        Picture(cost_scene(CostView(read.bill, read.cost, currency, true_area, read.units), SIZE)),
        *working_blocks(cost_working(read.cost, read.stated.costing), read.units),
        Room(110),
        Words("Weights", "sub"),
        Picture(weight_scene(WeightView(read.areas, read.weights, read.stacks, read.units), SIZE)),
        *_weights(read, names),
        Room(110),
        Words("The years after", "sub"),
        Picture(years_scene(years, SIZE)),
        Words("The bill, line by line", "sub"),
        *_lines(read, names),
        Words(CAUTION, "small"),
    )


def _orders(read: QuantitiesChapter) -> Iterator[Block]:
    rows: list[tuple[str, ...]] = [("product", "gross", "packs", "bought", "cost", "priced by")]
    for order, cost in zip(read.bill.orders, read.cost.orders, strict=True):
        packs = (
            f"{order.packs} {order.packed}{'s' if order.packs != 1 else ''}" if order.packs else ""
        )
        said = grouped(cost.cost[1]) if cost.by else "no price"
        by = cost.group if cost.by else ""
        rows.append(
            (
                told(order.name, read.units),
                amount(order.gross, order.unit, read.units),
                packs,
                amount(order.bought, order.unit, read.units),
                said,
                by,
            )
        )
    yield words_grid(rows, (2.6, 1.0, 1.1, 1.0, 0.8, 1.5), 1)
    if read.cost.at_least:
        open_ones = ", ".join((*read.cost.unpriced, *read.cost.unpaid))
        yield Words(f"Sums are “at least”: nobody states {open_ones}.")
    if read.bill.none_needed:
        yield Words(
            f"{len(read.bill.none_needed)} further places need nothing of their own; the workbook says why.",
            "small",
        )


def _weights(read: QuantitiesChapter, names: dict[str, str]) -> Iterator[Block]:
    rows: list[tuple[str, ...]] = [("area", "dry", "wet", "snow", "most", "on members", "allowed")]
    for weight in read.weights:
        carried = max((each.most for each in weight.carried), default=0.0)
        rows.append((
            names.get(weight.area, weight.area), with_unit(weight.dry, MASS, read.units),
            with_unit(weight.saturated, MASS, read.units), with_unit(weight.snow + weight.slid, MASS, read.units),
            with_unit(weight.most, MASS, read.units),
            with_unit(carried, Quantity.LINE_MASS, read.units) if carried else "",
            with_unit(weight.allowed, MASS, read.units) if weight.allowed else "no number",
        ))  # fmt: skip
    yield words_grid(rows, (1.8, 1, 1, 1, 1, 1.1, 1.1), 1)
    for stack in read.stacks:
        verdict = {True: "within", False: "NOT within", None: "no engineer's number for"}[
            stack.holds
        ]
        limit = (
            with_unit(stack.stated.allowed, MASS, read.units)
            if stack.stated.allowed
            else "this place"
        )
        yield Words(
            f"{stack.stated.name}: {with_unit(stack.load, MASS, read.units)}, {verdict} {limit}."
        )


def _lines(read: QuantitiesChapter, names: dict[str, str]) -> Iterator[Block]:
    rows: list[tuple[str, ...]] = [("what and where", "net", "laps", "cut", "spare", "gross")]
    for line in read.bill.bought:
        where = ", ".join(names.get(area, area) for area in line.places.areas)
        by_hand = f" (by hand: {line.reason})" if line.derived is not None else ""
        rows.append(
            (
                f"{told(line.name, read.units)}{', ' + where if where and line.places.layer else ''}{by_hand}",
                *(
                    amount(value, line.unit, read.units) if value else ""
                    for value in (line.net, line.lap, line.cut, line.spare, line.gross)
                ),
            )
        )
    yield words_grid(rows, (3.0, 1, 0.9, 0.9, 0.9, 1), 1)
