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


class _Bought(Struct, frozen=True):
    """What is bought of a product: packs of a size, and how good the cut list behind it is."""

    pack: float
    packed: str
    packs: int
    bought: float
    exact: bool = True
    gap: float = 0.0
    cuts: Cuts | None = None


def _ordered(
    key: str, unit: Unit, lines: list[Line], price: Price | None
) -> tuple[list[Line], Order]:
    lines, cuts = _cut(lines)
    gross = sum(line.gross for line in lines)
    found = _by_form(lines, gross, cuts)
    mine = price if price is not None and price.unit == unit else None
    if mine is not None and mine.pack > 0 and not isinstance(cuts, CutList):
        packs = packs_of(max(gross, found.bought), mine.pack)
        found = replace(
            found,
            pack=mine.pack,
            packed=mine.pack_unit or "pack",
            packs=packs,
            bought=packs * mine.pack,
        )
    least = mine.least_order if mine is not None else 0.0
    if 0 < found.bought < least:
        packs = packs_of(least, found.pack) if found.pack else 0
        found = replace(found, packs=packs, bought=packs * found.pack if found.pack else least)
    else:
        least = 0.0
    thing = lines[0].section in ("Edges", "Openings and outlets")
    name = (price.name if price is not None else "") or (key if thing else lines[0].name)
    ids = tuple(line.id for line in lines)
    mass = found.bought * _mass(lines, price, unit)
    return lines, Order(
        key, name, unit, ids, gross, found.pack, found.packed, found.packs, found.bought, mass, found.exact, found.gap,
        found.cuts, least,
    )  # fmt: skip


def _cut(lines: list[Line]) -> tuple[list[Line], Cuts | None]:
    """Lines with their share of what is cut away of bars and trims that they share."""
    form = lines[0].form
    if not all(line.pieces for line in lines):
        return lines, None
    if isinstance(form, BarForm):
        pieces = [piece for line in lines for piece in line.pieces]
        listed = cut_list(pieces, form.lengths, form.kerf)
        return _shared(lines, listed.bought - listed.net), listed
    if isinstance(form, TrimForm):
        trims = trimmed((edge for line in lines for edge in line.pieces), form.piece, form.lap)
        lapped = [replace(line, lap=trims.lap * line.net / trims.net) for line in lines]
        return _shared(lapped, trims.cut), trims
    return lines, None


def _by_form(lines: list[Line], gross: float, cuts: Cuts | None) -> _Bought:
    """What is bought as a product is sold, before a price's own pack."""
    form = lines[0].form
    pack, packed = _pack(form, lines)
    packs = packs_of(gross, pack) if pack else 0
    bought = packs * pack if pack else gross
    if isinstance(form, RollForm):
        packs = max(packs, _rolls(lines, form))
        return _Bought(pack, packed, packs, packs * pack)
    if isinstance(form, BoardForm):
        gap = sum((plan.boards - plan.bound) for line in lines for plan in line.boards) * pack
        return _Bought(pack, packed, packs, bought, gap < 1e-9, gap)
    if isinstance(cuts, CutList):
        packs, bought = len(cuts.bars), cuts.bought
        short = gross - bought
        if short > 1e-6 and isinstance(form, BarForm):
            more = ceil(short / max(form.lengths) - 1e-9)
            packs, bought = packs + more, bought + more * max(form.lengths)
        return _Bought(
            bought / packs if packs else 0.0, packed, packs, bought, cuts.exact, cuts.gap, cuts
        )
    ends = cuts.ends if cuts is not None else None
    exact, gap = (ends.exact, ends.gap) if ends is not None else (True, 0.0)
    return _Bought(pack, packed, packs, bought, exact, gap, cuts)


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
