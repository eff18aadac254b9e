# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about the order of work: beginning, workdays, crews, machines, moves, clocks that were confirmed."""

from typing import Annotated

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Days = Annotated[float, Range("days", None, 0.0, 3650.0)]
Hour = Annotated[float, Range("hour of the day", None, 0.0, 24.0)]
People = Annotated[int, Range("people", None, 1, 200)]


class Crew(Node, frozen=True, kw_only=True):
    """People of one trade who are there at the same time."""

    trade: str
    people: People = 3


class Machine(Node, frozen=True, kw_only=True):
    """A machine that has to be booked.

    Attributes:
        id: of it.
        name: as people call it.
        lead: from booking to its coming [days].
    """

    id: str
    name: str
    lead: Days = 5.0


class Workdays(Node, frozen=True, kw_only=True):
    """When there is work.

    Attributes:
        days: of the week, Monday 0.
        holidays: as year-month-day.
        start: of the shift [h].
        end: of the shift [h].
        breaks: in it [h].
    """

    days: tuple[Annotated[int, Range("day of the week", None, 0, 6)], ...] = (0, 1, 2, 3, 4)
    holidays: tuple[str, ...] = ()
    start: Hour = 7.0
    end: Hour = 16.0
    breaks: Annotated[float, Range("breaks", None, 0.0, 8.0)] = 1.0

    @property
    def hours(self) -> float:
        """Worked in a day [h]."""
        return self.end - self.start - self.breaks


class Move(Node, frozen=True, kw_only=True):
    """A task that somebody wants before another.

    Attributes:
        before: id of the task that comes first.
        after: id of the other.
        gives_way: links that give way to it, as ``before > after``; empty where none had to.
        reason: why, where something gave way.
        who: decided it.
        date: as year-month-day.
    """

    before: str
    after: str
    gives_way: tuple[str, ...] = ()
    reason: str = ""
    who: str = ""
    date: str = ""


class Lasts(Node, frozen=True, kw_only=True):
    """Days a task takes, in the place of those derived."""

    task: str
    days: Annotated[float, Range("days", None, 0.05, 365.0)]
    reason: str


class ClockLimit(Node, frozen=True, kw_only=True):
    """A product's own limit in the place of the general clock.

    Attributes:
        item: of the table of clocks.
        days: it may lie open, or has to wait.
        source: the product's paper.
    """

    item: str
    days: Days
    source: str


class Signed(Node, frozen=True, kw_only=True):
    """A hold point that was signed: task, by whom, when."""

    task: str
    who: str
    date: str


class Tonight(Node, frozen=True, kw_only=True):
    """How much may be opened today.

    Attributes:
        people: in the crew.
        start: [h].
        shift_end: [h].
        dusk: [h].
        rain: first hour of likely rain; 24 for none.
        buffer: before it [h].
        setup: [h].
        breaks: [h].
        check: at the end [h].
        wait: for primers and the like, not divided by people [h].
        width: of the strip that is opened [m].
        edge: hours by the metre of open side [h/m].
        sides: open sides.
        module: to which the advance is cut [m].
        stock: temporary cover in stock [m²].
    """

    people: People = 4
    start: Hour = 7.0
    shift_end: Hour = 16.0
    dusk: Hour = 18.0
    rain: Hour = 24.0
    buffer: Annotated[float, Range("buffer", None, 0.0, 12.0)] = 1.0
    setup: Annotated[float, Range("set-up", None, 0.0, 12.0)] = 0.5
    breaks: Annotated[float, Range("breaks", None, 0.0, 8.0)] = 1.0
    check: Annotated[float, Range("final check", None, 0.0, 8.0)] = 0.5
    wait: Annotated[float, Range("waits", None, 0.0, 24.0)] = 0.0
    width: Annotated[float, Range("width", Quantity.LENGTH, 0.5, 200.0)] = 8.0
    edge: Annotated[float, Range("edge hours", None, 0.0, 10.0)] = 0.25
    sides: Annotated[int, Range("open sides", None, 0, 4)] = 1
    module: Annotated[float, Range("module", Quantity.LENGTH, 0.01, 20.0)] = 0.6
    stock: Annotated[float, Range("cover in stock", Quantity.AREA, 0.0, 1e5)] = 100.0


class Order(Node, frozen=True, kw_only=True):
    """Everything stated about the order of work.

    Attributes:
        begins: first day as year-month-day; empty where nobody said.
        calendar: workdays.
        crews: by trade; trades without one have the people of the table of rates.
        machines: to be booked.
        moves: in the order they were made.
        lasts: days by hand.
        clocks: limits of products.
        signed: hold points.
        tonight: how much may be opened today.
        seed: of the sampled weather.
    """

    begins: str = ""
    calendar: Workdays = Workdays()
    crews: tuple[Crew, ...] = ()
    machines: tuple[Machine, ...] = ()
    moves: tuple[Move, ...] = ()
    lasts: tuple[Lasts, ...] = ()
    clocks: tuple[ClockLimit, ...] = ()
    signed: tuple[Signed, ...] = ()
    tonight: Tonight = Tonight()
    seed: Annotated[int, Range("seed", None, 0, 2**31 - 1)] = 1
