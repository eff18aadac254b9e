# SPDX-License-Identifier: GPL-3.0-or-later
"""The years after: what is due again when, with what has to come off with it, and what that costs today.

Costs are real; present value by ISO 15686-5, 7: each year's cost times ((1 + growth)/(1 + rate))^year.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.quantities.spread import Three

RUNS = 200
"""Seeded runs over lives and prices; our judgement: P10 and P90 then move by about 2 % between seeds."""


class Part(Struct, frozen=True):
    """Something with a life, where it lies.

    Attributes:
        id: of its line.
        name: in words.
        place: what lies in one order, inside to outside: an area, or an edge by itself.
        cost: to put it there again: material, labour, what comes off [money].
        life: low, typical, high [years].
        bonded: whether it tears what is under it when it comes off.
        carbon: made when it is put there again [kg CO2e].
        group: its price moves with.
        relaid: what it costs to lift and lay it again where something under it is due; None where it is made new then.
    """

    id: str
    name: str
    place: str
    cost: Three
    life: Three
    bonded: bool = False
    carbon: float = 0.0
    group: str = ""
    relaid: Three | None = None

    def due(self, event: "Event") -> Three:
        """What it costs when it is due, or comes off with what is."""
        return self.cost if event.renewed or self.relaid is None else self.relaid


class Event(Struct, frozen=True):
    """A part of a place that comes off in a year.

    Attributes:
        year: from the beginning.
        part: its number, inside to outside.
        cause: number of the part that is due.
        renewed: whether it is made new, or lifted and laid again.
    """

    year: float
    part: int
    cause: int
    renewed: bool


class Due(Struct, frozen=True):
    """Something done in a year.

    Attributes:
        year: from the beginning.
        part: id of the part, or kind of upkeep.
        name: in words.
        amount: undiscounted, growth not counted [money].
        present: its value today [money].
        because: id of the part it comes off with; empty where it is due itself.
        carbon: [kg CO2e].
    """

    year: float
    part: str
    name: str
    amount: float
    present: float
    because: str = ""
    carbon: float = 0.0


class Ahead(Struct, frozen=True):
    """By what later years are reckoned.

    Attributes:
        horizon: [years].
        rate: real discount rate [1/year].
        growth: real growth of prices [1/year].
    """

    horizon: float
    rate: float
    growth: float = 0.0

    def today(self, amount: float, year: float) -> float:
        """What an amount in a year is worth today.

        Raises:
            ValueRefused: for a rate of -100 % or less.
        """
        if self.rate <= -1:
            raise ValueRefused("discount rate", f"{self.rate:g}", "above -1")
        return amount * float(((1 + self.growth) / (1 + self.rate)) ** year)


class Ledger(Struct, frozen=True):
    """All years up to the horizon.

    Attributes:
        ahead: by what they are reckoned.
        first: cost at the beginning [money].
        due: in their order.
        rest: what is left of everything at the horizon, linear [money].
        rest_today: its value today [money].
    """

    ahead: Ahead
    first: float
    due: tuple[Due, ...]
    rest: float
    rest_today: float

    @property
    def undiscounted(self) -> float:
        """All that is paid, less what is left [money]."""
        return self.first + sum(due.amount for due in self.due) - self.rest

    @property
    def present(self) -> float:
        """The same at its value today [money]."""
        return self.first + sum(due.present for due in self.due) - self.rest_today

    @property
    def carbon(self) -> float:
        """Of all that is put there again [kg CO2e]."""
        return sum(due.carbon for due in self.due)

    def by_year(self) -> tuple[tuple[int, float, float], ...]:
        """Year, amount and value today of every year in which something is due."""
        years: dict[int, list[float]] = {}
        for due in self.due:
            mine = years.setdefault(int(due.year), [0.0, 0.0])
            mine[0] += due.amount
            mine[1] += due.present
        return tuple((year, mine[0], mine[1]) for year, mine in sorted(years.items()))


def replaced(
    lives: Sequence[float], bonded: Sequence[bool], horizon: float, relays: Sequence[bool] = ()
) -> list[Event]:
    """When parts that lie on one another are replaced.

    What lies outside a part has to come off for it: it is new again, or laid again if it can be and still lives. A
    bonded part tears the one under it. Replacements lie before the horizon, never on it.

    Args:
        lives: inside to outside [years].
        bonded: whether each tears what is under it.
        horizon: [years].
        relays: whether each can be lifted and laid again; none where it is empty.

    Raises:
        ValueRefused: for a life of 0 or less.
    """
    for life in lives:
        if life <= 0:
            raise ValueRefused("life", f"{life:g} years", "more than 0")
    again = relays or (False,) * len(lives)
    ends = list(lives)
    found: list[Event] = []
    while ends:
        year = min(ends)
        if year >= horizon - 1e-9:
            break
        first = ends.index(year)
        inner = first
        while inner > 0 and bonded[inner]:
            inner -= 1
        for k in range(inner, len(ends)):
            if year - (ends[k] - lives[k]) < 1e-9:
                continue
            kept = again[k] and k > first and ends[k] > year + 1e-9
            found.append(Event(year, k, first, not kept))
            if not kept:
                ends[k] = year + lives[k]
    return found


def _replaced(parts: Sequence[Part], lives: Sequence[float], horizon: float) -> list[Event]:
    relays = [part.relaid is not None for part in parts]
    return replaced(lives, [part.bonded for part in parts], horizon, relays)


def _kept(lives: Sequence[float], events: list[Event], horizon: float) -> list[float]:
    """Share of each part's life that is left at the horizon [-]."""
    begun = [0.0] * len(lives)
    for event in events:
        if event.renewed:
            begun[event.part] = event.year
    return [
        max(0.0, 1 - (horizon - start) / life) for start, life in zip(begun, lives, strict=True)
    ]


def ledger(
    parts: Sequence[Part], upkeep: Sequence[tuple[str, float, float]], ahead: Ahead, first: float | None = None
) -> Ledger:  # fmt: skip
    """The ledger at typical lives and costs.

    Args:
        parts: of each place inside to outside.
        upkeep: what is done again and again: its kind, cost and years between.
        ahead: horizon and rates.
        first: cost at the beginning; None takes the sum of the parts.

    Raises:
        ValueRefused: for a life or a cycle of 0 or less, or a rate of -100 % or less.
    """
    due: list[Due] = []
    rest = 0.0
    for mine in _by_place(parts):
        lives = [part.life[1] for part in mine]
        events = _replaced(mine, lives, ahead.horizon)
        for event in events:
            part = mine[event.part]
            because = mine[event.cause].id if event.cause != event.part else ""
            amount = part.due(event)[1]
            name = part.name if event.renewed else f"{part.name}, lifted and laid again"
            carbon = part.carbon if event.renewed else 0.0
            today = ahead.today(amount, event.year)
            due.append(Due(event.year, part.id, name, amount, today, because, carbon))
        left = _kept(lives, events, ahead.horizon)
        rest += sum(part.cost[1] * share for part, share in zip(mine, left, strict=True))
    for kind, cost, every in upkeep:
        if every <= 0:
            raise ValueRefused("years between", f"{every:g}", "more than 0")
        times = 1
        while times * every < ahead.horizon - 1e-9:
            year = times * every
            due.append(Due(year, kind, kind, cost, ahead.today(cost, year)))
            times += 1
    due.sort(key=lambda each: (each.year, each.part))
    begun = sum(part.cost[1] for part in parts) if first is None else first
    return Ledger(ahead, begun, tuple(due), rest, ahead.today(rest, ahead.horizon))


def _by_place(parts: Sequence[Part]) -> list[list[Part]]:
    places: dict[str, list[Part]] = {}
    for part in parts:
        places.setdefault(part.place, []).append(part)
    return list(places.values())


class Percentiles(Struct, frozen=True):
    """Value today over many draws of lives and prices: P10, P50 and P90, and how they were drawn."""

    low: float
    middle: float
    high: float
    runs: int
    seed: int


def drawn(
    parts: Sequence[Part],
    upkeep: Sequence[tuple[str, float, float]],
    ahead: Ahead,
    seed: int,
    runs: int = RUNS,
) -> Percentiles:
    """The ledger over seeded draws: lives by triangles, prices by triangles that each group shares.

    Raises:
        ValueRefused: as :func:`ledger`.
    """
    if not parts:
        return Percentiles(0.0, 0.0, 0.0, runs, seed)
    maker = np.random.default_rng(seed)
    groups = list(dict.fromkeys(part.group for part in parts))
    at = {group: maker.random(runs) for group in groups}
    steady = sum(_steady(cost, every, ahead) for _, cost, every in upkeep)
    totals = np.full(runs, float(steady))
    places = _by_place(parts)
    for mine in places:
        draws = [maker.random(runs) for _ in mine]
        if len(mine) == 1:
            totals += _alone(mine[0], draws[0], at[mine[0].group], ahead)
            continue
        for run in range(runs):
            totals[run] += _together(
                mine,
                [float(draw[run]) for draw in draws],
                [float(at[part.group][run]) for part in mine],
                ahead,
            )
    low, middle, high = np.percentile(totals, (10, 50, 90))
    return Percentiles(float(low), float(middle), float(high), runs, seed)


def _steady(cost: float, every: float, ahead: Ahead) -> float:
    """Value today of what is done again and again [money]."""
    times = int(np.ceil((ahead.horizon - 1e-9) / every))
    return sum(ahead.today(cost, k * every) for k in range(1, times))


def _alone(part: Part, lives: np.ndarray, prices: np.ndarray, ahead: Ahead) -> np.ndarray:
    """Value today of something that lies by itself, over all draws [money]."""
    life = np.array([_triangle(part.life, float(at)) for at in lives])
    cost = np.array([_triangle(part.cost, float(at)) for at in prices])
    times = np.maximum(0, np.ceil((ahead.horizon - 1e-9) / life) - 1)
    found = cost.copy()
    for k in range(1, int(times.max()) + 1):
        due = times >= k
        found[due] += cost[due] * _worth(ahead, k * life[due])
    left = np.maximum(0.0, 1 - (ahead.horizon - times * life) / life)
    return np.asarray(found - cost * left * _worth(ahead, np.array(ahead.horizon)))


def _worth(ahead: Ahead, years: np.ndarray) -> np.ndarray:
    """What an amount of 1 in these years is worth today [-]."""
    return np.asarray(((1 + ahead.growth) / (1 + ahead.rate)) ** years)


def _together(
    mine: list[Part], lives_at: list[float], prices_at: list[float], ahead: Ahead
) -> float:
    """Value today of parts that lie on one another, in one draw [money]."""
    lives = [_triangle(part.life, at) for part, at in zip(mine, lives_at, strict=True)]
    costs = [_triangle(part.cost, at) for part, at in zip(mine, prices_at, strict=True)]
    events = _replaced(mine, lives, ahead.horizon)
    total = sum(costs)
    for event in events:
        amount = _triangle(mine[event.part].due(event), prices_at[event.part])
        total += ahead.today(amount, event.year)
    left = _kept(lives, events, ahead.horizon)
    return total - ahead.today(sum(c * s for c, s in zip(costs, left, strict=True)), ahead.horizon)


def _triangle(three: Three, at: float) -> float:
    """The quantile of a triangle from low over typical to high."""
    low, top, high = three
    if high - low < 1e-12:
        return top
    share = (top - low) / (high - low)
    if at < share:
        return float(low + (at * (high - low) * (top - low)) ** 0.5)
    return float(high - ((1 - at) * (high - low) * (high - top)) ** 0.5)
