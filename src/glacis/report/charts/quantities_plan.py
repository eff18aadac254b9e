# SPDX-License-Identifier: GPL-3.0-or-later
"""The bill beside the roof: what is bought by product, where it lies, and how the chosen line is laid out."""

from collections.abc import Iterator, Sequence

from msgspec import Struct

from glacis.core.model.document import RoofArea
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.cost import Cost, LineCost, OrderCost
from glacis.core.quantities.line import Line as BillLine
from glacis.core.quantities.measures import told
from glacis.core.quantities.members import MemberLines
from glacis.core.quantities.ordered import Order
from glacis.core.quantities.shown import grouped, money
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.fixing_marks import fit_of, flat
from glacis.report.plan import Fit
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    HATCH,
    Bounds,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
)

Ring = Sequence[tuple[float, float]]
LIST = 322.0
"""Width of the list [pt]."""
HEAD, ROW, SUB = 26.0, 20.0, 18.0
"""Heights of the head, a product and a line under it [pt]."""
COST = 64.0
"""Width of the column of costs [pt]."""
LABEL = 12.0
MOST_DRAWN = 4000
"""Pieces drawn one by one at most; our judgement: more are a grey at any scale."""
QUANTITIES = {"m2": Quantity.AREA, "m": Quantity.LENGTH, "m3": Quantity.VOLUME, "kg": Quantity.MASS}


class BillView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        bill: of the job.
        cost: of it.
        areas: of the roof.
        names: of areas by id.
        edges: ends of the stretches of each junction in plan, by its id.
        plane: of the area that the chosen line lies on, in true lengths; none where it lies on no layer.
        members: lines of members of the chosen line; None for others.
        points: of the chosen set of fixings, in plan.
        system: units of the reader.
        currency: of prices.
        product: key of the order in the hand; empty for none.
        line: id of the line in the hand; empty for none.
        first: number of the first row that is shown.
        sheet: which layer of boards is shown.
    """

    bill: Bill
    cost: Cost
    areas: tuple[RoofArea, ...]
    names: dict[str, str]
    edges: dict[str, tuple[tuple[tuple[float, float], tuple[float, float]], ...]]
    plane: tuple[Ring, ...]
    members: MemberLines | None
    points: tuple[tuple[float, float], ...]
    system: System
    currency: str = ""
    product: str = ""
    line: str = ""
    first: int = 0
    sheet: int = 0


class Row(Struct, frozen=True):
    """A row of the list: a product, or a line under the one in the hand."""

    order: Order
    line: BillLine | None = None


def amount(value: float, unit: str, system: System) -> str:
    """A quantity in its unit."""
    quantity = QUANTITIES.get(unit)
    if quantity is None:
        return f"{plain(value, 0)} pieces" if value != 1 else "1 piece"
    return with_unit(value, quantity, system)


def order_id(order: Order) -> str:
    """What tells one order from another."""
    return f"{order.key}|{order.unit}"


def rows_of(bill: Bill, product: str) -> tuple[Row, ...]:
    """Products in the order of the bill, with the lines of the one in the hand."""
    found: list[Row] = []
    lines = {line.id: line for line in bill.lines}
    for order in bill.orders:
        found.append(Row(order))
        if order_id(order) == product:
            found += [Row(order, lines[ident]) for ident in order.lines]
    return tuple(found)


def row_of(rows: Sequence[Row], product: str, line: str) -> int:
    """Number of the row in the hand; -1 for none."""
    for number, row in enumerate(rows):
        if (
            row.line.id == line
            if row.line is not None
            else not line and order_id(row.order) == product
        ):
            return number
    return -1


def fitting(height: float) -> int:
    """How many rows a height holds."""
    return max(1, int((height - HEAD - 40) / ROW))


def bill_scene(view: BillView, size: Size) -> Scene:
    """The whole drawing."""
    left = max(size[0] - LIST, 200.0)
    items: list[Item] = []
    hot: list[Hot] = []
    items += _plan(view, (8.0, 8.0, left - 16, size[1] * 0.36))
    shown, touched = _laid(view, (8.0, size[1] * 0.36 + 30, left - 16, size[1] - 26))
    items += shown
    hot += touched
    listed, touched = _list(view, left, size)
    return Scene(*size, (*items, *listed), (*hot, *touched))


def _lines_in_hand(view: BillView) -> tuple[BillLine, ...]:
    if view.line:
        line = view.bill.line(view.line)
        return (line,) if line is not None else ()
    order = next((order for order in view.bill.orders if order_id(order) == view.product), None)
    if order is None:
        return ()
    wanted = set(order.lines)
    return tuple(line for line in view.bill.lines if line.id in wanted)


def _plan(view: BillView, frame: Bounds) -> Iterator[Item]:
    """The roof in plan, places of what is in the hand in ink."""
    everywhere = [point for area in view.areas for point in area.outline]
    if not everywhere:
        return
    fit = fit_of(everywhere, frame)
    mine = _lines_in_hand(view)
    lit = {area for line in mine if not line.places.pieces for area in line.places.areas}
    for area in view.areas:
        fill = "copper:2" if area.id in lit else "bench"
        yield Patch(flat(fit, area.outline), fill, "ink", FACE)
        for hole in area.holes:
            yield Patch(flat(fit, hole.outline), "kerb", "second", HATCH)
    for line in mine:
        for piece in line.places.pieces:
            for start, end in view.edges.get(piece, ()):
                yield Line((*fit.point(*start), *fit.point(*end)), "accent", 3.0)
                if start == end:
                    x, y = fit.point(*start)
                    yield Patch(box(x - 4, y - 4, x + 4, y + 4), "accent", "", 0.0)


def _laid(view: BillView, frame: Bounds) -> tuple[list[Item], list[Hot]]:
    """The chosen line where it lies on its plane, or what can be said of it."""
    line = view.bill.line(view.line) if view.line else None
    if line is None:
        words = (
            "Press a product to see where it lies, and one of its lines to see it laid out."
            if not view.product
            else "Press a line to see it laid out."
        )
        return [Text(frame[0] + 8, frame[1] + 24, words, 13, "second")], []
    items: list[Item] = [
        Text(
            frame[0],
            frame[1] - 6,
            shorten(_title(view, line), frame[2] - frame[0], 13),
            13,
            "ink",
            "start",
            "semibold",
        )
    ]
    hot: list[Hot] = []
    bottom = frame[3] - 15 * min(3, len(line.how) + len(line.assumed))
    if view.plane:
        fit = fit_of(view.plane[0], (frame[0] + 4, frame[1] + 6, frame[2] - 4, bottom - 8))
        items.append(Patch(flat(fit, view.plane[0]), "wash", "", 0.0))
        items += drawn_rolls(line, fit)
        items += drawn_boards(line, view.sheet, fit)
        if view.members is not None:
            items += [
                Line((*fit.point(*a), *fit.point(*b)), "accent", CUT) for a, b in view.members.lines
            ]
        for hole in view.plane[1:]:
            items.append(Patch(flat(fit, hole), "bench", "ink", FACE))
        items.append(Patch(flat(fit, view.plane[0]), "", "ink", CUT))
    elif view.points:
        area = next(area for area in view.areas if area.id == line.places.areas[0])
        fit = fit_of(area.outline, (frame[0] + 4, frame[1] + 6, frame[2] - 4, bottom - 8))
        items.append(Patch(flat(fit, area.outline), "bench", "ink", CUT))
        step = len(view.points) // MOST_DRAWN + 1
        for point in view.points[::step]:
            x, y = fit.point(*point)
            items.append(Patch(box(x - 1.4, y - 1.4, x + 1.4, y + 1.4), "accent", "", 0.0))
    y = bottom + 12
    for words, ink in [
        *((how, "ink") for how in line.how),
        *((taken, "mind") for taken in line.assumed),
    ][:3]:
        items.append(
            Text(
                frame[0],
                y,
                shorten(told(words, view.system), frame[2] - frame[0], LABEL),
                LABEL,
                ink,
            )
        )
        y += 15
    return items, hot


def _title(view: BillView, line: BillLine) -> str:
    where = ", ".join(view.names.get(area, area) for area in line.places.areas)
    name = told(line.name, view.system)
    return f"{name} – {where}" if where else name


def drawn_rolls(line: BillLine, fit: Fit) -> Iterator[Item]:
    """Strips with their end laps; the number of its roll on each length."""
    plan = line.rolls
    if plan is None:
        return
    from math import cos, radians, sin

    c, s = cos(radians(plan.direction)), sin(radians(plan.direction))
    for piece in plan.pieces:
        yield Patch(flat(fit, piece.outline), f"copper:{1 + piece.strip % 2}", "second", DIMENSION)
    for bit in plan.run.bits:
        piece = plan.pieces[bit.piece]
        corner, far = piece.outline[0], piece.outline[3]
        x0, y0 = corner[0] + bit.start * c, corner[1] + bit.start * s
        x1, y1 = far[0] + bit.start * c, far[1] + bit.start * s
        if abs(bit.start) > 1e-6:
            yield Line((*fit.point(x0, y0), *fit.point(x1, y1)), "stop", CUT)
        half = bit.length / 2
        at = fit.point((x0 + x1) / 2 + half * c, (y0 + y1) / 2 + half * s)
        if plan.size.width * fit.scale > 11 and bit.length * fit.scale > 24:
            yield Text(at[0], at[1] + 4, f"{bit.roll + 1}", 11, "second", "middle")


def drawn_boards(line: BillLine, sheet: int, fit: Fit) -> Iterator[Item]:
    """Boards, cut ones hatched by tone with their mark."""
    if not line.boards:
        return
    plan = line.boards[min(sheet, len(line.boards) - 1)]
    step = len(plan.cuts) // MOST_DRAWN + 1
    for cut in plan.cuts[::step]:
        yield Patch(
            flat(fit, cut.outline), "bench" if cut.whole else "copper:2", "second", DIMENSION
        )
        small = min(cut.length, cut.width) * fit.scale
        if cut.mark and small > 11:
            xs = [x for x, _ in cut.outline]
            ys = [y for _, y in cut.outline]
            x, y = fit.point((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2)
            yield Text(x, y + 4, cut.mark, 11.0, "ink", "middle")


def _list(view: BillView, left: float, size: Size) -> tuple[list[Item], list[Hot]]:
    right = size[0] - 10
    items: list[Item] = [
        Patch(box(left - 8, 0, size[0], size[1]), "bench", "", 0.0),
        Text(left, 18, "to buy", LABEL, "second"),
        Text(right - COST, 18, "bought", LABEL, "second", "end"),
        Text(right, 18, view.currency or "cost", LABEL, "second", "end"),
        Line((left, HEAD - 2, right, HEAD - 2), "second", DIMENSION),
    ]
    hot: list[Hot] = []
    rows = rows_of(view.bill, view.product)
    orders = {order_id(o): c for o, c in zip(view.bill.orders, view.cost.orders, strict=True)}
    lines = {line.id: line for line in view.cost.lines}
    y = HEAD
    most = fitting(size[1])
    for row in rows[view.first : view.first + most]:
        span = (left, right)
        drawn, spot = (
            _bought(view, row.order, orders[order_id(row.order)], span, y)
            if row.line is None
            else _line(view, row.line, lines[row.line.id], span, y)
        )
        if spot.id in (view.product, view.line):
            items.append(Patch(box(left - 6, y, right + 4, y + ROW), "wash"))
        items += drawn
        hot.append(spot)
        y += ROW
    items += _foot(view, left, right, size, len(rows), most)
    return items, hot


def _bought(
    view: BillView, order: Order, cost: OrderCost, span: tuple[float, float], y: float
) -> tuple[tuple[Item, ...], Hot]:
    """A product that is ordered, with what it costs."""
    left, right = span
    packs = f"{order.packs} {order.packed}{'s' if order.packs != 1 else ''}"
    counted = order.packs and order.packed != "piece"
    bought = packs if counted else amount(order.bought, order.unit, view.system)
    said = grouped(cost.cost[1]) if cost.by else "no price"
    name = shorten(told(order.name, view.system), right - left - COST - 84, LABEL)
    drawn = (
        Text(left, y + 14, name, LABEL, "ink"),
        Text(right - COST, y + 14, bought, LABEL, "ink", "end"),
        Text(right, y + 14, said, LABEL, "ink" if cost.by else "mind", "end"),
    )
    hint = f"{amount(order.gross, order.unit, view.system)} gross, {len(order.lines)} lines"
    return drawn, Hot("product", order_id(order), (left - 6, y, right + 4, y + ROW), hint)


def _line(
    view: BillView, line: BillLine, cost: LineCost, span: tuple[float, float], y: float
) -> tuple[tuple[Item, ...], Hot]:
    """What one place has of a product."""
    left, right = span
    said = grouped(cost.material[1]) if cost.material is not None else ""
    where = ", ".join(view.names.get(a, a) for a in line.places.areas) or "the job"
    place = shorten(where, right - left - COST - 98, LABEL)
    ink = "mind" if line.stale or line.origin == "user" else "second"
    gross = amount(line.gross, line.unit, view.system)
    drawn = (
        Text(left + 14, y + 14, place, LABEL, ink),
        Text(right - COST, y + 14, gross, LABEL, "second", "end"),
        Text(right, y + 14, said, LABEL, "second", "end"),
    )
    name = told(line.name, view.system)
    return drawn, Hot("line", line.id, (left - 6, y, right + 4, y + ROW), name)


def _foot(
    view: BillView, left: float, right: float, size: Size, count: int, most: int
) -> Iterator[Item]:
    y = size[1] - 30
    yield Line((left, y - 2, right, y - 2), "second", DIMENSION)
    at_least = "at least " if view.cost.at_least else ""
    total = money(view.cost.total.typical, view.currency)
    yield Text(left, y + 14, f"{at_least}{total} with work", 13, "ink", "start", "semibold")
    if count > most:
        last = min(count, view.first + most)
        yield Text(right, y + 14, f"{view.first + 1} to {last} of {count}", LABEL, "second", "end")
