# SPDX-License-Identifier: GPL-3.0-or-later
"""The bill as tables: lines, orders, rolls, boards, cuts; and as a workbook with live totals."""

import io
from collections.abc import Iterable, Iterator
from typing import TYPE_CHECKING

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from glacis import __version__
from glacis.core.quantities.amounts import Trimmed
from glacis.core.quantities.bars import CutList
from glacis.core.quantities.measures import told
from glacis.core.quantities.spread import Three
from glacis.files.layers_csv import safe
from glacis.files.rows_csv import csv_of

if TYPE_CHECKING:
    from glacis.core.quantities.ageing import Later
    from glacis.core.quantities.bill import Bill
    from glacis.core.quantities.cost import Cost
    from glacis.core.quantities.line import Line

Row = tuple[object, ...]
LINES = (
    "id",
    "section",
    "name",
    "key",
    "areas",
    "unit",
    "net",
    "lap",
    "cut",
    "spare",
    "gross",
    "packs",
    "mass_kg",
    "cost_low",
    "cost",
    "cost_high",
    "hours",
    "labour",
    "carbon_kg",
    "origin",
    "how",
    "assumed",
)
ORDERS = (
    "key", "name", "unit", "gross", "pack", "packed", "packs", "bought", "mass_kg", "unit_price", "cost_low", "cost",
    "cost_high", "priced_by", "carbon_low_kg", "carbon_kg", "carbon_high_kg", "life_low", "life", "life_high",
    "recyclable_kg", "exact", "gap",
)  # fmt: skip
ROLLS = ("area", "layer", "strip", "piece", "roll", "length_m", "width_m", "direction_deg")
BOARDS = (
    "area",
    "layer",
    "sheet",
    "mark",
    "row",
    "length_mm",
    "width_mm",
    "area_m2",
    "whole",
    "board",
    "x_mm",
    "y_mm",
)
CUTS = ("key", "stock_m", "bar", "piece_m")
FIXINGS = ("area", "name", "key", "count", "packs")
YEARS = ("year", "what", "because", "amount", "today", "carbon_kg")
NOTES = ("line", "assumed")
WIDEST = 60
"""Letters to a column at most; our judgement."""


class Bought:
    """Everything the tables are made from: the bill, its cost and the years after, for a named project."""

    def __init__(self, name: str, bill: "Bill", cost: "Cost", later: "Later") -> None:
        self.name, self.bill, self.cost, self.later = name, bill, cost, later


def _r(value: float | None, digits: int = 3) -> float | None:
    return None if value is None else round(value, digits)


def _three(three: Three | None) -> tuple[float | None, float | None, float | None]:
    return (
        (None, None, None) if three is None else (_r(three[0], 2), _r(three[1], 2), _r(three[2], 2))
    )


def line_rows(job: Bought) -> Iterator[Row]:
    """A row for every line in which something is bought."""
    costs = {line.id: line for line in job.cost.lines}
    for line in job.bill.bought:
        cost = costs[line.id]
        low, typical, high = _three(cost.material)
        yield (
            safe(line.id),
            line.section,
            safe(told(line.name, "si")),
            safe(line.key),
            safe(" ".join(line.places.areas)),
            line.unit,
            _r(line.net),
            _r(line.lap),
            _r(line.cut),
            _r(line.spare),
            _r(line.gross),
            _r(job.bill.packs(line), 2),
            _r(cost.mass, 1),
            low,
            typical,
            high,
            _r(cost.hours[1], 2),
            _three(cost.labour)[1],
            _three(cost.carbon)[1],
            line.origin,
            safe(told("; ".join(line.how), "si")),
            safe(told("; ".join(line.assumed), "si")),
        )


def order_rows(job: Bought) -> Iterator[Row]:
    """A row for every product."""
    for order, cost in zip(job.bill.orders, job.cost.orders, strict=True):
        priced = _three(cost.cost) if cost.by else (None, None, None)
        unit = _r(cost.cost[1] / order.bought, 4) if cost.by and order.bought else None
        yield (
            safe(order.key),
            safe(told(order.name, "si")),
            order.unit,
            _r(order.gross),
            _r(order.pack),
            order.packed,
            order.packs,
            _r(order.bought),
            _r(order.mass, 1),
            unit,
            *priced,
            cost.by or "unpriced",
            *_three(cost.carbon),
            *(_r(year, 1) for year in cost.life),
            _r(cost.recyclable, 1),
            "yes" if order.exact else "no",
            _r(order.gap),
        )


def none_rows(bill: "Bill") -> Iterator[Row]:
    """A row for everything that needs nothing, and why."""
    for line in bill.none_needed:
        yield safe(line.id), safe(told(line.name, "si")), safe(line.why)


def roll_rows(lines: "Iterable[Line]") -> Iterator[Row]:
    """A row for every length off a roll."""
    for line in lines:
        plan = line.rolls
        if plan is None:
            continue
        for bit in plan.run.bits:
            piece = plan.pieces[bit.piece]
            yield (
                safe(line.places.areas[0]), safe(line.places.layer), piece.strip + 1, bit.piece + 1, bit.roll + 1,
                _r(bit.length), _r(plan.size.width), _r(plan.direction, 1),
            )  # fmt: skip


def board_rows(lines: "Iterable[Line]") -> Iterator[Row]:
    """A row for every board and piece, with the board it is cut from and where on it."""
    for line in lines:
        for sheet, plan in enumerate(line.boards, 1):
            parts = iter(plan.nest.parts)
            for cut in plan.cuts:
                part = None if cut.whole else next(parts)
                yield (
                    safe(line.places.areas[0]), safe(line.places.layer), sheet, cut.mark, cut.row + 1,
                    round(cut.length * 1000), round(cut.width * 1000), _r(cut.area, 4), "yes" if cut.whole else "no",
                    None if part is None else part.board + 1, None if part is None else round(part.x * 1000),
                    None if part is None else round(part.y * 1000),
                )  # fmt: skip


def cut_rows(bill: "Bill") -> Iterator[Row]:
    """A row for every piece of every bar or trim that is cut."""
    for order in bill.orders:
        cuts = order.cuts.ends if isinstance(order.cuts, Trimmed) else order.cuts
        if not isinstance(cuts, CutList):
            continue
        for number, bar in enumerate(cuts.bars, 1):
            for piece in bar.pieces:
                yield safe(order.key), _r(bar.stock), number, _r(piece)


def year_rows(later: "Later") -> Iterator[Row]:
    """A row for everything that is due."""
    for due in later.ledger.due:
        yield (
            _r(due.year, 1),
            safe(due.name),
            safe(due.because),
            _r(due.amount, 2),
            _r(due.present, 2),
            _r(due.carbon, 1),
        )


def bill_csv(job: Bought) -> str:
    """The bill, line by line."""
    return csv_of(LINES, line_rows(job))


def orders_csv(job: Bought) -> str:
    """What to order, by product."""
    return csv_of(ORDERS, order_rows(job))


def cuts_csv(job: Bought) -> str:
    """Bars and what is cut from them."""
    return csv_of(CUTS, cut_rows(job.bill))


def bill_xlsx(job: Bought) -> bytes:
    """A workbook: every table on a sheet of its own, sums as live formulas."""
    book = Workbook()
    book.properties.creator = f"Glacis {__version__}"
    book.properties.title = job.name
    for sheet in list(book.worksheets):
        book.remove(sheet)
    fixings = (
        (
            safe(" ".join(line.places.areas)),
            safe(told(line.name, "si")),
            safe(line.key),
            _r(line.gross),
            _r(job.bill.packs(line), 2),
        )
        for line in job.bill.bought
        if line.section == "Fixings"
    )
    notes = (
        (safe(line.id), safe(told(words, "si")))
        for line in job.bill.bought
        for words in line.assumed
    )
    tables: tuple[tuple[str, Row, Iterable[Row], tuple[str, ...]], ...] = (
        (
            "Bill",
            LINES,
            line_rows(job),
            ("mass_kg", "cost_low", "cost", "cost_high", "hours", "labour", "carbon_kg"),
        ),
        (
            "Order by product",
            ORDERS,
            order_rows(job),
            ("mass_kg", "cost_low", "cost", "cost_high", "carbon_kg"),
        ),
        ("Rolls", ROLLS, roll_rows(job.bill.bought), ("length_m",)),
        ("Boards", BOARDS, board_rows(job.bill.bought), ("area_m2",)),
        ("Cuts", CUTS, cut_rows(job.bill), ("piece_m",)),
        ("Fixings", FIXINGS, fixings, ("count",)),
        ("Life ledger", YEARS, year_rows(job.later), ("amount", "today", "carbon_kg")),
        ("Assumptions", NOTES, notes, ()),
        ("None needed", ("line", "name", "why"), none_rows(job.bill), ()),
    )
    for title, head, rows, sums in tables:
        _sheet(book.create_sheet(title), head, rows, sums)
    _cost_sheet(book.create_sheet("Cost", 6), job.cost)
    _carbon_sheet(book.create_sheet("Carbon", 8), job.cost)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _sheet(sheet: Worksheet, head: Row, rows: Iterable[Row], sums: tuple[str, ...]) -> None:
    """A head that stays, rows, and a sum under each column that is summed."""
    sheet.append(head)
    count = 1
    for row in rows:
        sheet.append(row)
        count += 1
    if sums and count > 1:
        for name in sums:
            letter = get_column_letter(head.index(name) + 1)
            cell = sheet[f"{letter}{count + 1}"]
            cell.value = f"=SUM({letter}2:{letter}{count})"
            cell.font = Font(bold=True)
    _dress(sheet)


def _dress(sheet: Worksheet) -> None:
    for cell in sheet[1]:
        cell.font = Font(bold=True)
    sheet.freeze_panes = "A2"
    for number, column in enumerate(sheet.iter_cols(values_only=True), 1):
        widest = max((len(str(value)) for value in column if value is not None), default=0)
        sheet.column_dimensions[get_column_letter(number)].width = min(WIDEST, widest + 2)


def _cost_sheet(sheet: Worksheet, cost: "Cost") -> None:
    """Material and labour by the other sheets' sums, additions, and the total of them."""
    sheet.append(("what", "low", "typical", "high"))
    for name, spread in (("material", cost.material), ("labour", cost.labour)):
        sheet.append((name, _r(spread.low, 2), _r(spread.typical, 2), _r(spread.high, 2)))
    for item in cost.sums:
        sheet.append((item.name, *_three(item.amount)))
    last = 3 + len(cost.sums)
    words = "total, at least" if cost.at_least else "total"
    sheet.append((words, *(f"=SUM({letter}2:{letter}{last})" for letter in "BCD")))
    sheet.append(
        (
            "likely",
            _r(cost.total.likely_low, 2),
            _r(cost.total.typical, 2),
            _r(cost.total.likely_high, 2),
        )
    )
    for key in cost.unpriced:
        sheet.append(("unpriced", safe(key)))
    for trade in cost.unpaid:
        sheet.append(("no rate for", safe(trade)))
    _dress(sheet)


def _carbon_sheet(sheet: Worksheet, cost: "Cost") -> None:
    sheet.append(("what_kg_CO2e", "low", "typical", "high"))
    made = cost.carbon.made
    sheet.append(("made, A1 to A3", _r(made.low, 1), _r(made.typical, 1), _r(made.high, 1)))
    sheet.append(("likely", _r(made.likely_low, 1), _r(made.typical, 1), _r(made.likely_high, 1)))
    sheet.append(("bound in wood, apart", None, _r(cost.carbon.bound, 1)))
    for key in cost.uncounted:
        sheet.append(("no factor", safe(key)))
    _dress(sheet)
