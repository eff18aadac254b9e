# SPDX-License-Identifier: GPL-3.0-or-later
"""What is ordered: lines of one product together, spare first, packs rounded once over the whole job."""

from collections.abc import Iterable, Sequence
from math import ceil

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.quantities import (
    BarForm,
    BoardForm,
    FillForm,
    LiquidForm,
    PieceForm,
    PourForm,
    Price,
    RollForm,
    TrimForm,
    Unit,
)
from glacis.core.quantities.amounts import Trimmed, packs_of, trimmed
from glacis.core.quantities.bars import CutList, cut_list
from glacis.core.quantities.line import Line
from glacis.core.quantities.plans import size_of
from glacis.core.quantities.rolls import Piece, run_on

Cuts = CutList | Trimmed


class Order(Struct, frozen=True):
    """One product over the job.

    Attributes:
        key: of the product.
        name: as the seller calls it, else as its first line does.
        unit: it is counted in.
        lines: ids of the lines it is for.
        gross: of all of them, spare counted [unit].
        pack: what one holds [unit]; 0 where it is sold in any amount.
        packed: what a pack is called.
        packs: to buy; 0 where it is sold in any amount.
        bought: [unit].
        mass: of what is bought [kg].
        exact: whether no other way of cutting takes less.
        gap: bought above the bound [unit]; 0 where exact.
        cuts: bars or trims with what is cut from them; None for others.
        least: least order that was rounded up to [unit]; 0 for none.
    """

    key: str
    name: str
    unit: Unit
    lines: tuple[str, ...]
    gross: float
    pack: float
    packed: str
    packs: int
    bought: float
    mass: float
    exact: bool = True
    gap: float = 0.0
    cuts: Cuts | None = None
    least: float = 0.0


def orders_of(
    lines: Sequence[Line], prices: dict[str, Price]
) -> tuple[tuple[Line, ...], tuple[Order, ...]]:
    """Products over the job, and the lines with what cutting them from stock costs each.

    Args:
        lines: of the bill.
        prices: by key; a price's own pack outranks the stock's.
    """
    groups: dict[tuple[str, Unit], list[Line]] = {}
    for line in lines:
        if not line.is_none:
            groups.setdefault((line.key, line.unit), []).append(line)
    changed: dict[str, Line] = {}
    orders = []
    for (key, unit), mine in groups.items():
        shared, order = _ordered(key, unit, mine, prices.get(key))
        changed.update((line.id, line) for line in shared)
        orders.append(order)
    return tuple(changed.get(line.id, line) for line in lines), tuple(orders)


def _ordered(
    key: str, unit: Unit, lines: list[Line], price: Price | None
) -> tuple[list[Line], Order]:
    form = lines[0].form
    cuts: Cuts | None = None
    exact, gap = True, 0.0
    if isinstance(form, BarForm) and all(line.pieces for line in lines):
        listed = cut_list(
            [piece for line in lines for piece in line.pieces], form.lengths, form.kerf
        )
        cuts, exact, gap = listed, listed.exact, listed.gap
        lines = _shared(lines, listed.bought - listed.net)
    elif isinstance(form, TrimForm) and all(line.pieces for line in lines):
        trims = trimmed((edge for line in lines for edge in line.pieces), form.piece, form.lap)
        cuts = trims
        exact = trims.ends is None or trims.ends.exact
        gap = trims.ends.gap if trims.ends is not None else 0.0
        lines = _shared(
            [replace(line, lap=trims.lap * line.net / trims.net) for line in lines], trims.cut
        )
    gross = sum(line.gross for line in lines)
    pack, packed = _pack(form, lines)
    packs = packs_of(gross, pack) if pack else 0
    bought = packs * pack if pack else gross
    if isinstance(form, RollForm):
        packs = max(packs, _rolls(lines, form))
        bought = packs * pack
    if isinstance(cuts, CutList):
        packs, bought = len(cuts.bars), cuts.bought
        short = gross - bought
        if short > 1e-6 and isinstance(form, BarForm):
            more = ceil(short / max(form.lengths) - 1e-9)
            packs, bought = packs + more, bought + more * max(form.lengths)
        pack = bought / packs if packs else 0.0
    if isinstance(form, BoardForm):
        gap = sum((plan.boards - plan.bound) for line in lines for plan in line.boards) * pack
        exact = gap < 1e-9
    if (
        price is not None
        and price.unit == unit
        and price.pack > 0
        and not isinstance(cuts, CutList)
    ):
        pack, packed = price.pack, price.pack_unit or "pack"
        packs = packs_of(max(gross, bought), pack)
        bought = packs * pack
    least = price.least_order if price is not None and price.unit == unit else 0.0
    if 0 < bought < least:
        packs = packs_of(least, pack) if pack else 0
        bought = packs * pack if pack else least
    else:
        least = 0.0
    mass = bought * _mass(lines, price, unit)
    thing = lines[0].section in ("Edges", "Openings and outlets")
    name = (price.name if price is not None else "") or (key if thing else lines[0].name)
    return lines, Order(
        key,
        name,
        unit,
        tuple(line.id for line in lines),
        gross,
        pack,
        packed,
        packs,
        bought,
        mass,
        exact,
        gap,
        cuts,
        least,
    )


def _mass(lines: list[Line], price: Price | None, unit: Unit) -> float:
    """Of one unit [kg]: as the price states it, else the mean of the lines'."""
    if price is not None and price.density > 0 and price.unit == unit:
        return price.density
    gross = sum(line.gross for line in lines)
    return sum(line.per.mass * line.gross for line in lines) / gross if gross > 0 else 0.0


def _shared(lines: list[Line], cut: float) -> list[Line]:
    """What is cut away of stock, shared among lines by what they take of it."""
    net = sum(line.net + line.lap for line in lines)
    return [
        replace(line, cut=cut * (line.net + line.lap) / net) if net > 0 else line for line in lines
    ]


def _pack(form: object, lines: Iterable[Line]) -> tuple[float, str]:
    if isinstance(form, RollForm):
        return form.width * form.length, "roll"
    if isinstance(form, BoardForm):
        return form.length * form.width, "board"
    if isinstance(form, FillForm):
        return form.bag, "bag"
    if isinstance(form, PourForm):
        return form.load, "load"
    if isinstance(form, LiquidForm):
        return form.can, "can"
    if isinstance(form, TrimForm):
        return form.piece, "piece"
    if isinstance(form, PieceForm):
        line = next(iter(lines))
        return (
            (float(form.pack), "pack" if form.pack > 1 else "piece")
            if line.unit == "item"
            else (0.0, "")
        )
    return 0.0, "bar" if isinstance(form, BarForm) else ""


def _rolls(lines: list[Line], form: RollForm) -> int:
    """Rolls for all lines of one product, the rest of one place running on in the next."""
    pieces: list[Piece] = []
    base = 0
    for line in lines:
        plan = line.rolls
        if plan is None:
            continue
        plies = round(line.net / plan.net) if plan.net > 0 else 1
        for _ in range(max(1, plies)):
            pieces += [replace(piece, strip=piece.strip + base) for piece in plan.pieces]
            base += plan.strips + 1
    return run_on(pieces, size_of(form)).rolls if pieces else 0
