# SPDX-License-Identifier: GPL-3.0-or-later
"""Stock and what is cut from it: bars as strips of pieces, boards with the pieces that come from each."""

from collections import Counter
from collections.abc import Iterator

from msgspec import Struct

from glacis.core.quantities.amounts import Trimmed
from glacis.core.quantities.bars import Bar, CutList
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.boards import BoardPlan
from glacis.core.quantities.measures import told
from glacis.core.quantities.ordered import Order
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import DIMENSION, FACE, Item, Line, Patch, Scene, Size, Text, box

ROW = 24.0
LABEL = 12.0
LEFT, RIGHT = 78.0, 20.0
T, L = Quantity.THICKNESS, Quantity.LENGTH


class CutsView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        bill: of the job.
        order: in the hand; None for none.
        plans: layouts of boards of the line in the hand; none for others.
        system: units of the reader.
        first: number of the first row that is shown.
    """

    bill: Bill
    order: Order | None
    plans: tuple[BoardPlan, ...]
    system: System
    first: int = 0


def cuts_scene(view: CutsView, size: Size) -> Scene:
    """Bars, or boards, or words where nothing is cut."""
    order = view.order
    if view.plans:
        return Scene(*size, tuple(_boards(view, size)))
    if order is None or order.cuts is None:
        words = (
            "Press a product that is cut from bars, trims or boards in the bill, then look here."
        )
        return Scene(*size, (Text(size[0] / 2, size[1] / 2, words, 13, "second", "middle"),))
    cuts = order.cuts.ends if isinstance(order.cuts, Trimmed) else order.cuts
    return Scene(*size, tuple(_bars(view, order, cuts, size)))


def alike(cuts: CutList) -> list[tuple[Bar, int]]:
    """Bars that are cut alike, and how many of each, the fullest first."""
    counted = Counter(cuts.bars)
    return sorted(
        counted.items(), key=lambda item: (-item[0].stock, -sum(item[0].pieces), item[0].pieces)
    )


def rows_in(view: CutsView) -> int:
    """How many rows there are to scroll through."""
    order = view.order
    if view.plans:
        return sum(plan.nest.boards for plan in view.plans[:1])
    if order is None or order.cuts is None:
        return 0
    cuts = order.cuts.ends if isinstance(order.cuts, Trimmed) else order.cuts
    return len(alike(cuts)) if cuts is not None else 0


def _head(order: Order, system: System) -> str:
    cuts = order.cuts
    name = told(order.name, system)
    words = (
        f"{name}: {order.packs} pieces of stock"
        if isinstance(cuts, CutList)
        else f"{name}: {order.packs} pieces"
    )
    if order.exact:
        return f"{words}; no other way of cutting takes less"
    return f"{words}; {with_unit(order.gap, L, system)} above what no way can beat"


def _bars(view: CutsView, order: Order, cuts: CutList | None, size: Size) -> Iterator[Item]:
    yield Text(14, 24, _head(order, view.system), 13, "ink", "start", "semibold")
    if isinstance(order.cuts, Trimmed) and order.cuts.whole:
        yield Text(
            14,
            42,
            f"{order.cuts.whole} laid uncut; ends that close edges are cut so:",
            LABEL,
            "second",
        )
    if cuts is None:
        return
    longest = max(bar.stock for bar in cuts.bars)
    scale = (size[0] - LEFT - RIGHT) / longest
    y = 56.0
    for bar, count in alike(cuts)[view.first :]:
        if y + ROW > size[1] - 8:
            break
        yield Text(LEFT - 10, y + 15, f"{count} ×", LABEL, "ink", "end", "semibold")
        yield Patch(
            box(LEFT, y, LEFT + bar.stock * scale, y + ROW - 6), "bench", "second", DIMENSION
        )
        x = LEFT
        for piece in bar.pieces:
            wide = piece * scale
            yield Patch(box(x, y, x + wide, y + ROW - 6), "copper:2", "ink", FACE)
            if wide > 34:
                yield Text(
                    x + wide / 2, y + 13, with_unit(piece, T, view.system), 11, "ink", "middle"
                )
            x += wide + cuts.kerf * scale
        y += ROW


def _boards(view: CutsView, size: Size) -> Iterator[Item]:
    """Boards that are cut, each with its pieces and their marks."""
    plan = view.plans[0]
    board = plan.size
    total = sum(p.boards for p in view.plans)
    bound = sum(p.bound for p in view.plans)
    words = f"{total} boards {with_unit(board.length, T, view.system)} × {with_unit(board.width, T, view.system)}; "
    words += "no other way takes fewer" if total == bound else f"fewer than {bound} cannot do"
    yield Text(14, 24, words, 13, "ink", "start", "semibold")
    wide = 150.0
    scale = (wide - 12) / board.length
    high = board.width * scale + 26
    columns = max(1, int((size[0] - 20) / wide))
    by: dict[int, list[tuple[str, float, float, float, float]]] = {}
    cut = [piece for piece in plan.cuts if not piece.whole]
    for piece, part in zip(cut, plan.nest.parts, strict=True):
        by.setdefault(part.board, []).append((piece.mark, part.x, part.y, part.length, part.width))
    for place, number in enumerate(sorted(by)[view.first :]):
        row, column = divmod(place, columns)
        x0, y0 = 14 + column * wide, 44 + row * high
        if y0 + high > size[1] - 4:
            break
        yield Text(x0, y0 + 10, f"board {plain(number + 1, 0)}", 11, "second")
        y0 += 14
        yield Patch(
            box(x0, y0, x0 + board.length * scale, y0 + board.width * scale),
            "bench",
            "second",
            FACE,
        )
        for mark, x, y, long, across in by[number]:
            a, b = x0 + x * scale, y0 + y * scale
            yield Patch(box(a, b, a + long * scale, b + across * scale), "copper:2", "ink", FACE)
            if min(long, across) * scale > 7 * len(mark) + 4:
                yield Text(
                    a + long * scale / 2, b + across * scale / 2 + 4, mark, 11, "ink", "middle"
                )
    yield Line((14, 32, size[0] - 14, 32), "second", DIMENSION)
