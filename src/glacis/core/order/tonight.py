# SPDX-License-Identifier: GPL-3.0-or-later
"""How much of a roof may be opened today so that it is closed by tonight."""

from collections.abc import Sequence
from math import floor

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.order import Tonight
from glacis.core.order.tags import deck_number, fitted_from
from glacis.core.quantities.counted import Counted


class Closed(Struct, frozen=True):
    """What may be opened.

    Attributes:
        hours: there are for the work [h].
        exact: advance that takes all of them [m].
        advance: cut to the module [m].
        area: that is opened [m²].
        stop: latest hour to stop opening [h].
        limit: what it is limited by: hours, or the cover in stock.
        seal: edge to be sealed [m].
        ends: hour by which it has to be closed [h].
    """

    hours: float
    exact: float
    advance: float
    area: float
    stop: float
    limit: str
    seal: float
    ends: float


def tonight_steps(items: tuple[Counted, ...], stripped: str) -> tuple[str, ...]:
    """Steps from stripping to closing: what is taken off, the deck cleaned, every layer laid from above up to water.

    Args:
        items: layers of the area.
        stripped: step of what comes off; empty where nobody stated it.
    """
    deck = deck_number(items)
    above = [
        item for number, item in enumerate(items)
        if number > deck and item.sold is not None and fitted_from(item, number, items) == "above"
    ]  # fmt: skip
    closing = next((n for n, item in enumerate(above) if item.layer.has_role("water")), len(above))
    laid = [item.sold.step for item in above[: closing + 1] if item.sold is not None]
    return (stripped or "strip single-ply and boards", "sweep and dry deck", *laid)


def closed_tonight(stated: Tonight, rates: Sequence[float]) -> Closed:
    """The advance of a strip that is opened, dried and closed in one day.

    x = (people H - t_e w)/(w sum 1/r + k t_e): waits are not divided by people.

    Args:
        stated: crew, hours, width, edges.
        rates: of every step from stripping to closing [m²/h].

    Raises:
        ValueRefused: without rates, or for one of 0 or less.
    """
    if not rates or min(rates) <= 0:
        raise ValueRefused("rate", f"{min(rates, default=0):g} m²/h", "more than 0 for every step")
    ends = min(stated.shift_end, stated.dusk, stated.rain - stated.buffer)
    hours = ends - stated.start - stated.setup - stated.breaks - stated.check - stated.wait
    slow = stated.width * sum(1 / rate for rate in rates) + stated.sides * stated.edge
    exact = max(0.0, (stated.people * hours - stated.edge * stated.width) / slow)
    most = stated.stock / stated.width
    limit = "hours" if exact <= most else "cover in stock"
    advance = floor(min(exact, most) / stated.module + 1e-9) * stated.module
    opening = stated.width * advance / (rates[0] * stated.people) if advance else 0.0
    return Closed(
        max(0.0, hours), exact, advance, advance * stated.width, stated.start + stated.setup + opening, limit,
        stated.width + stated.sides * advance, ends,
    )  # fmt: skip
