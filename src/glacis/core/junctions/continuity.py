# SPDX-License-Identifier: GPL-3.0-or-later
"""Whether a control line can be drawn without lifting the pen."""

from collections import deque
from collections.abc import Iterable
from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.junctions.chains import Ends
from glacis.core.model.junctions import Control, Link

State = Literal["whole", "undrawn", "broken", "none"]
STATES: tuple[State, ...] = ("broken", "undrawn", "whole", "none")
"""The worst first."""


class Handover(Struct, frozen=True):
    """Where the trade changes along a line.

    Attributes:
        at: the thing that both work on.
        first: trade that goes first.
        then: the other.
    """

    at: str
    first: str
    then: str


class Line(Struct, frozen=True):
    """What is known about one control line of a junction.

    Attributes:
        control: whose line it is.
        state: whole, undrawn (whole, but nobody draws a link of it), broken, or none to be drawn.
        path: things along the way from its start to its end, both with it; empty where it is broken.
        links: numbers of the links along the way.
        islands: what hangs together with the start, and what with the end, where it is broken.
        undrawn: numbers of links along the way that nobody draws.
        nobody: numbers of those that no trade makes.
        doubled: other ways from start to end, each as the things along it.
        loose: things of this control joined to neither end.
        handovers: where the trade changes along the way.
    """

    control: Control
    state: State
    path: tuple[str, ...] = ()
    links: tuple[int, ...] = ()
    islands: tuple[tuple[str, ...], tuple[str, ...]] = ((), ())
    undrawn: tuple[int, ...] = ()
    nobody: tuple[int, ...] = ()
    doubled: tuple[tuple[str, ...], ...] = ()
    loose: tuple[str, ...] = ()
    handovers: tuple[Handover, ...] = ()

    @property
    def gap(self) -> str:
        """Where a broken line parts, in words; empty for others."""
        if self.state != "broken":
            return ""
        here, there = (", ".join(side) or "nothing" for side in self.islands)
        return f"{here} | {there}"


MOST_WAYS = 16
"""Other ways told of a line at most; our judgement: more than anybody would read."""
Neighbours = dict[str, list[tuple[str, int]]]


def _neighbours(links: Iterable[tuple[int, Link]]) -> Neighbours:
    found: Neighbours = {}
    for number, link in links:
        if link.start == link.end:
            raise ValueRefused("link", f"'{link.start}' to itself", "two different things")
        found.setdefault(link.start, []).append((link.end, number))
        found.setdefault(link.end, []).append((link.start, number))
    return found


def _reached(neighbours: Neighbours, start: str) -> dict[str, tuple[str, int]]:
    """Everything that hangs together with a thing, each with where one comes from and by which link."""
    came: dict[str, tuple[str, int]] = {start: ("", -1)}
    waiting = deque([start])
    while waiting:
        at = waiting.popleft()
        for other, number in neighbours.get(at, ()):
            if other not in came:
                came[other] = (at, number)
                waiting.append(other)
    return came


def _way(came: dict[str, tuple[str, int]], end: str) -> tuple[tuple[str, ...], tuple[int, ...]]:
    things, numbers, at = [end], [], end
    while came[at][1] >= 0:
        at, number = came[at]
        things.append(at)
        numbers.append(number)
    return tuple(reversed(things)), tuple(reversed(numbers))


def _ways(neighbours: Neighbours, start: str, end: str) -> list[tuple[str, ...]]:
    """Ways from start to end that pass nothing twice, as things along them."""
    found: list[tuple[str, ...]] = []
    waiting: list[tuple[str, ...]] = [(start,)]
    while waiting and len(found) < MOST_WAYS:
        way = waiting.pop()
        for other, _ in neighbours.get(way[-1], ()):
            if other == end:
                found.append((*way, end))
            elif other not in way:
                waiting.append((*way, other))
    return list(dict.fromkeys(found))


def trace(
    control: Control, links: tuple[Link, ...], ends: Ends, gone: frozenset[str] = frozenset()
) -> Line:
    """Follow one control line of a junction (a search in the graph of its links).

    Args:
        control: whose line.
        links: of all controls.
        ends: the layer of the field, and what it has to reach.
        gone: things that are not there, whatever links name them.

    Raises:
        ValueRefused: for a link from a thing to itself.
    """
    own = [
        (number, link)
        for number, link in enumerate(links)
        if link.control == control and not {link.start, link.end} & gone
    ]
    if not ends.start:
        return Line(control, "none")
    neighbours = _neighbours(own)
    from_start, from_end = _reached(neighbours, ends.start), _reached(neighbours, ends.end)
    loose = tuple(t for t in neighbours if t not in from_start and t not in from_end)
    if control == "water":
        loose = ()  # A second water line that hangs together is a backup.
    if ends.end not in from_start:
        islands = (tuple(from_start), tuple(from_end))
        return Line(control, "broken", islands=islands, loose=loose)
    path, numbers = _way(from_start, ends.end)
    undrawn = tuple(n for n in numbers if not links[n].drawn_by.strip())
    nobody = tuple(n for n in numbers if not links[n].trade.strip())
    doubled: tuple[tuple[str, ...], ...] = ()
    if control in ("air", "vapour"):
        ways = _ways(neighbours, ends.start, ends.end)
        doubled = tuple(way for way in ways if way != path)
    return Line(
        control, "undrawn" if undrawn else "whole", path, numbers, undrawn=undrawn, nobody=nobody,
        doubled=doubled, loose=loose, handovers=_handovers(links, path, numbers),
    )  # fmt: skip


def _handovers(
    links: tuple[Link, ...], path: tuple[str, ...], numbers: tuple[int, ...]
) -> tuple[Handover, ...]:
    """Where the trade changes: whoever makes the link whose far sheet lies under goes first."""
    found = []
    for at, before, after in zip(path[1:], numbers, numbers[1:], strict=False):
        one, two = links[before], links[after]
        if one.trade and two.trade and one.trade != two.trade:
            under = _lies_under(one, at)
            first, then = (two.trade, one.trade) if under else (one.trade, two.trade)
            found.append(Handover(at, first, then))
    return tuple(found)


def _lies_under(link: Link, thing: str) -> bool:
    """Whether a thing lies under the other of a link, so that it has to be there before."""
    over = {"from": link.start, "to": link.end, "none": ""}[link.over]
    return bool(over) and over != thing
