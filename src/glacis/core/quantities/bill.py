# SPDX-License-Identifier: GPL-3.0-or-later
"""The bill: every line with its place, what is ordered, and what was put in the place of what was derived."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.quantities import Override, Price, Quantities
from glacis.core.quantities.line import SECTIONS, Line
from glacis.core.quantities.ordered import Order, orders_of

MOVED = 1e-6
"""A derived quantity that moved by less is the same [-]; by definition of rounding."""


class Bill(Struct, frozen=True):
    """The bill of the job.

    Attributes:
        lines: by section, then by place.
        orders: by product.
        lost: overrides whose line is gone.
    """

    lines: tuple[Line, ...]
    orders: tuple[Order, ...]
    lost: tuple[Override, ...] = ()

    def line(self, ident: str) -> Line | None:
        """A line by its id; None where there is none."""
        return next((line for line in self.lines if line.id == ident), None)

    def order(self, line: Line) -> Order | None:
        """The order that a line is part of; None where nothing is bought for it."""
        return next((order for order in self.orders if line.id in order.lines), None)

    @property
    def bought(self) -> tuple[Line, ...]:
        """Lines with something in them."""
        return tuple(line for line in self.lines if not line.is_none)

    @property
    def none_needed(self) -> tuple[Line, ...]:
        """Lines for which nothing is bought."""
        return tuple(line for line in self.lines if line.is_none)

    def packs(self, line: Line) -> float:
        """What a line takes of its product's packs."""
        order = self.order(line)
        return (
            order.packs * line.gross / order.gross if order is not None and order.gross > 0 else 0.0
        )


def overridden(line: Line, override: Override) -> Line:
    """A line with the user's quantity; laps and cuts keep their share, labour its rate."""
    if line.is_none:
        return replace(
            line, why="", net=override.quantity, derived=0.0, reason=override.reason, origin="user",
            stale=override.derived > MOVED,
        )  # fmt: skip
    share = override.quantity / line.net if line.net > 0 else 0.0
    moved = abs(line.net - override.derived) > MOVED * max(1.0, abs(override.derived))
    return replace(
        line, net=override.quantity, lap=line.lap * share, cut=line.cut * share, work=line.work * share, pieces=(),
        derived=line.net, reason=override.reason, origin="user", stale=moved,
    )  # fmt: skip


def made_bill(lines: tuple[Line, ...], stated: Quantities) -> Bill:
    """The bill of all lines, with the user's quantities in their place.

    Args:
        lines: of layers, edges, fixings and others.
        stated: prices with their packs, overrides.
    """
    known = {override.line: override for override in stated.overrides}
    prices: dict[str, Price] = {price.key: price for price in stated.prices}
    changed = [overridden(line, known[line.id]) if line.id in known else line for line in lines]
    place = {section: number for number, section in enumerate(SECTIONS)}
    changed.sort(key=lambda line: place.get(line.section, len(SECTIONS)))
    there = {line.id for line in lines}
    lost = tuple(override for override in stated.overrides if override.line not in there)
    found, orders = orders_of(changed, prices)
    return Bill(found, orders, lost)
